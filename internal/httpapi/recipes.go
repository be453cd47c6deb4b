package httpapi

import (
	"context"

	"emblo/core/plan"
	"emblo/core/recipe"
	"emblo/core/safety"
	"emblo/internal/contract"
)

// ListRecipes returns every recipe as it is for one room today.
func (s *Server) ListRecipes(ctx context.Context, r contract.ListRecipesRequestObject) (contract.ListRecipesResponseObject, error) {
	use, err := safety.ParseUse(value(r.Params.Use))
	if err != nil {
		return nil, badField("use", "Choose how the children meet it.")
	}
	_, g, here, err := s.boardOf(ctx, r.Params.RoomId)
	if err != nil {
		return nil, err
	}
	portion := recipe.DefaultPortion(g.Youngest())
	cards := make(contract.ListRecipes200JSONResponse, 0, len(s.book.Recipes()))
	for _, rec := range s.book.Recipes() {
		subject := safety.Prepare(rec.Name, rec.Facts(portion))
		a, nature := g.Judge(&subject, use), rec.Nature()
		card := contract.RecipeCard{Id: rec.ID, Name: rec.Name, Also: rec.Also, Kind: rec.Kind, Heat: rec.NeedsHeat(), PortionG: portion.Grams(),
			Verdict: contract.Verdict(a.Verdict.String()), Stable: nature.Class == recipe.Stable, Keeps: rec.Keeps, NotTasteSafe: []string{}, Lacking: []string{}}
		card.MinutesHands, card.MinutesWaiting = recipe.Minutes(rec.Steps)
		for _, step := range rec.Steps {
			card.ChildrenHelp = card.ChildrenHelp || step.ChildrenHelp
		}
		if f, ok := a.First(); ok {
			card.Reason = f.Title
		}
		_, why := plan.Taste(nature, &g)
		card.NotTasteSafe = append(card.NotTasteSafe, why...)
		for _, it := range rec.Lacking(here) {
			card.Lacking = append(card.Lacking, it.Name)
		}
		cards = append(cards, card)
	}
	return cards, nil
}
