package httpapi

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"

	"github.com/google/uuid"

	"emblo/core/plan"
	"emblo/core/recipe"
	"emblo/core/safety"
	"emblo/core/unit"
	"emblo/internal/contract"
	"emblo/internal/store"
)

// maxOwnRecipes is how many recipes of its own a centre keeps.
const maxOwnRecipes = 500

// ownRecipe is a recipe of the centre's own as it reads today.
type ownRecipe struct {
	recipe.Recipe
	fault string // why it cannot be used any more; empty when it can
}

// ownRecipes reads the centre's own recipes over its shelf. One that cannot be read any
// more, because an ingredient of its own was deleted, is kept with the reason.
func (s *Server) ownRecipes(ctx context.Context, shelf things) ([]ownRecipe, error) {
	rows, err := s.centre(ctx).Recipes(ctx)
	if err != nil {
		return nil, err
	}
	own := make([]ownRecipe, len(rows))
	for i, row := range rows {
		text, err := recipeText(row.Content)
		if err != nil {
			return nil, err
		}
		d := s.read(text, shelf)
		own[i] = ownRecipe{Recipe: d.Recipe}
		own[i].ID = row.ID.String()
		if !d.OK() {
			own[i].fault = fmt.Sprintf("%s cannot be used as it stands. %s", d.Recipe.Name, d.Faults[0].Sentence)
		}
	}
	return own, nil
}

// recipes returns the centre's own recipes that can be used, then the book. The slice must
// not be changed.
func (s *Server) recipes(shelf things) []recipe.Recipe {
	if len(shelf.own) == 0 {
		return s.book.Recipes()
	}
	return shelf.recipes
}

// allRecipes is what recipes returns for a centre with recipes of its own.
func (s *Server) allRecipes(own []ownRecipe) []recipe.Recipe {
	var all []recipe.Recipe
	for _, r := range own {
		if r.fault == "" {
			all = append(all, r.Recipe)
		}
	}
	return append(all, s.book.Recipes()...)
}

// recipeOf finds a recipe of the book or of the centre's own. An error is a sentence.
func (s *Server) recipeOf(id string, shelf things) (recipe.Recipe, error) {
	if r, ok := s.book.Get(id); ok {
		return r, nil
	}
	for _, r := range shelf.own {
		if r.ID == id {
			if r.fault != "" {
				return r.Recipe, errors.New(r.fault)
			}
			return r.Recipe, nil
		}
	}
	return recipe.Recipe{}, errors.New("Choose a recipe from the book: this one is not there any more.")
}

// read reads a recipe as it is typed.
func (s *Server) read(text contract.RecipeText, shelf things) recipe.Draft {
	system, err := unit.ParseSystem(string(text.Measures))
	if err != nil {
		system = unit.US
	}
	rd := recipe.Reader{Shelf: shelf.Shelf, System: system, Mix: func(name string) bool {
		same := func(r recipe.Recipe) bool { return strings.EqualFold(r.Name, name) }
		return slices.ContainsFunc(s.book.Recipes(), same) || slices.ContainsFunc(shelf.own, func(r ownRecipe) bool { return same(r.Recipe) })
	}}
	w := recipe.Written{Name: text.Name, Kind: text.Kind, Lines: text.Lines, Steps: text.Steps, Keeps: text.Keeps,
		Loss: text.LossPercent / 100, Heated: text.Heated, Hot: text.Hot, PH: value(text.Ph)}
	d := rd.Read(w)
	if err != nil {
		d.Faults = append(d.Faults, recipe.Fault{Field: "measures", Sentence: "Choose whose cups and spoons the recipe is written in."})
	}
	return d
}

func recipeText(content json.RawMessage) (contract.RecipeText, error) {
	var text contract.RecipeText
	return text, json.Unmarshal(content, &text)
}

func textBody(w recipe.Written, measures contract.MeasureSystem) contract.RecipeText {
	body := contract.RecipeText{Name: w.Name, Kind: w.Kind, Measures: measures, Lines: w.Lines, Steps: w.Steps, Keeps: w.Keeps,
		LossPercent: w.Loss * 100, Heated: w.Heated, Hot: w.Hot}
	if w.PH != 0 {
		body.Ph = &w.PH
	}
	return body
}

// ListRecipes returns every recipe as it is for one room today.
func (s *Server) ListRecipes(ctx context.Context, r contract.ListRecipesRequestObject) (contract.ListRecipesResponseObject, error) {
	use, err := safety.ParseUse(value(r.Params.Use))
	if err != nil {
		return nil, badField("use", "Choose how the children meet it.")
	}
	shelf, g, here, err := s.boardOf(ctx, r.Params.RoomId)
	if err != nil {
		return nil, err
	}
	portion := recipe.DefaultPortion(g.Youngest())
	cards := contract.ListRecipes200JSONResponse{}
	for _, own := range shelf.own {
		if own.fault != "" {
			card := cardOf(own.Recipe, portion, use, &g, here)
			card.Verdict, card.Reason = contract.MeasureFirst, own.fault
			card.NotTasteSafe = append(card.NotTasteSafe, "what it holds is not known whole")
			cards = append(cards, card)
		}
	}
	for _, rec := range s.recipes(shelf) {
		cards = append(cards, cardOf(rec, portion, use, &g, here))
	}
	return cards, nil
}

func cardOf(rec recipe.Recipe, portion unit.Mass, use safety.Use, g *safety.Group, here map[string]bool) contract.RecipeCard {
	worst, nature := plan.WorstLine(plan.JudgeMix(rec, portion, use, g)), rec.Nature()
	card := contract.RecipeCard{Id: rec.ID, Name: rec.Name, Own: rec.Own, Also: rec.Also, Kind: rec.Kind, Heat: rec.NeedsHeat(), PortionG: portion.Grams(),
		Verdict: contract.Verdict(worst.Assessment.Verdict.String()), Stable: !nature.Class.NeedsCold(), Keeps: nature.Keeps, NotTasteSafe: []string{}, Lacking: []string{}}
	if card.Also == nil {
		card.Also = []string{}
	}
	card.MinutesHands, card.MinutesWaiting = recipe.Minutes(rec.Steps)
	for _, step := range rec.Steps {
		card.ChildrenHelp = card.ChildrenHelp || step.ChildrenHelp
	}
	if f, ok := worst.Assessment.First(); ok {
		card.Reason = f.Title
		if worst.Name != rec.Name {
			card.Reason = worst.Name + ": " + f.Title
		}
	}
	_, why := plan.Taste(nature, g)
	card.NotTasteSafe = append(card.NotTasteSafe, why...)
	for _, it := range rec.Lacking(here) {
		card.Lacking = append(card.Lacking, it.Name)
	}
	return card
}

// GetRecipe returns a recipe as it is typed, or as an own one once was.
func (s *Server) GetRecipe(ctx context.Context, r contract.GetRecipeRequestObject) (contract.GetRecipeResponseObject, error) {
	if rec, ok := s.book.Get(r.Id); ok {
		return contract.GetRecipe200JSONResponse{Id: rec.ID, Recipe: textBody(recipe.Write(rec), contract.Metric), Also: append([]string{}, rec.Also...), Basis: rec.Basis, Versions: []contract.SavedVersion{}}, nil
	}
	id, err := parseID(r.Id)
	if err != nil {
		return nil, err
	}
	row, err := s.centre(ctx).Recipe(ctx, id)
	if err != nil {
		return nil, err
	}
	versions, err := s.centre(ctx).RecipeVersions(ctx, id)
	if err != nil {
		return nil, err
	}
	page := contract.GetRecipe200JSONResponse{Id: r.Id, Own: true, Version: &row.Version, Also: []string{}, Basis: "a recipe of our own"}
	content, found := row.Content, r.Params.Version == nil
	for _, v := range versions {
		page.Versions = append(page.Versions, contract.SavedVersion{Version: v.Version, SavedAt: v.SavedAt})
		if r.Params.Version != nil && *r.Params.Version == v.Version {
			content, found = v.Content, true
		}
	}
	if !found {
		return nil, errGone
	}
	page.Recipe, err = recipeText(content)
	return page, err
}

// ReadRecipe reads a recipe as it is typed and says what it is for a room.
func (s *Server) ReadRecipe(ctx context.Context, r contract.ReadRecipeRequestObject) (contract.ReadRecipeResponseObject, error) {
	shelf, g, _, err := s.boardOf(ctx, r.Body.RoomId)
	if err != nil {
		return nil, err
	}
	return contract.ReadRecipe200JSONResponse(draftBody(s.read(r.Body.Recipe, shelf), &g)), nil
}

func draftBody(d recipe.Draft, g *safety.Group) contract.RecipeDraft {
	body := contract.RecipeDraft{Lines: []contract.ReadLine{}, Faults: []contract.DraftFault{}, MixedG: d.Recipe.Mixed().Grams(), Hot: &d.Recipe.Hot}
	for _, l := range d.Lines {
		line := contract.ReadLine{Number: l.Number, Text: l.Text, Note: l.Note, Fault: l.Fault, Like: []contract.NamedItem{}}
		if l.Fault == "" {
			grams, share := l.Line.Mass.Grams(), 0.0
			if body.MixedG > 0 {
				share = grams / body.MixedG
			}
			line.ItemId, line.Name, line.Grams, line.Share, line.AsNeeded = &l.Line.Item.ID, &l.Line.Item.Name, &grams, &share, &l.Line.AsNeeded
		}
		if l.Name != "" {
			line.Name = &l.Name
		}
		for _, it := range l.Like {
			line.Like = append(line.Like, contract.NamedItem{Id: it.ID, Name: it.Name})
		}
		body.Lines = append(body.Lines, line)
	}
	for _, f := range d.Faults {
		body.Faults = append(body.Faults, contract.DraftFault{Field: f.Field, Sentence: f.Sentence})
	}
	steps := stepBodies(d.Recipe.Steps)
	body.Steps = &steps
	if !(body.MixedG > 0) {
		return body
	}
	judged := plan.JudgeMix(d.Recipe, recipe.DefaultPortion(g.Youngest()), safety.Open, g)
	v := contract.Verdict(plan.WorstLine(judged).Assessment.Verdict.String())
	lines := lineBodies(judged)
	body.LinesJudged = &lines
	nature := d.Recipe.Nature()
	share, why := plan.Taste(nature, g)
	n := natureBody(nature, share, why)
	body.Nature, body.Keeps = &n, &nature.Keeps
	// What could not be read may be anything: the part that could is not cleared by itself.
	if slices.ContainsFunc(d.Lines, func(l recipe.ReadLine) bool { return l.Fault != "" }) && v != contract.KeepOut {
		v = contract.MeasureFirst
	}
	body.Verdict = &v
	return body
}

func lineBodies(lines []plan.Line) []contract.Line {
	bodies := make([]contract.Line, len(lines))
	for i, l := range lines {
		bodies[i] = lineBody(l)
	}
	return bodies
}

func stepBodies(steps []recipe.Step) []contract.RecipeStep {
	bodies := make([]contract.RecipeStep, len(steps))
	for i, s := range steps {
		bodies[i] = contract.RecipeStep{Text: s.Text, Minutes: s.Minutes, Wait: s.Wait, AdultOnly: s.AdultOnly, ChildrenHelp: s.ChildrenHelp, Resource: s.Resource}
	}
	return bodies
}

// PutRecipe creates or replaces a recipe of the centre's own. It is stored only when every
// line of it can be read.
func (s *Server) PutRecipe(ctx context.Context, r contract.PutRecipeRequestObject) (contract.PutRecipeResponseObject, error) {
	if err := mayWrite(ctx); err != nil {
		return nil, err
	}
	id, err := parseID(r.Id)
	if err != nil {
		return nil, err
	}
	if r.Body.Version < 0 {
		return nil, badField("version", "The version cannot be negative.")
	}
	shelf, err := s.shelfOf(ctx)
	if err != nil {
		return nil, err
	}
	if r.Body.Version == 0 && len(shelf.own) >= maxOwnRecipes {
		return nil, badField("recipe", "A centre keeps at most %d recipes of its own.", maxOwnRecipes)
	}
	text := r.Body.Recipe
	text.Name = strings.TrimSpace(text.Name)
	if _, taken := s.bookNamed(text.Name); taken {
		return nil, badField("recipe/name", "The book has a recipe of this name; give yours another.")
	}
	if d := s.read(text, shelf.without(r.Id)); !d.OK() {
		return nil, badField("recipe/"+d.Faults[0].Field, "%s Nothing was saved.", d.Faults[0].Sentence)
	}
	content, err := json.Marshal(text)
	if err != nil {
		return nil, err
	}
	saved, err := s.centre(ctx).SaveRecipe(ctx, store.Recipe{ID: id, Content: content, Version: r.Body.Version})
	var stale *store.Conflict[store.Recipe]
	if errors.As(err, &stale) {
		current, err := ownRecipeBody(stale.Current)
		p := conflict("recipe")
		return contract.PutRecipe409ApplicationProblemPlusJSONResponse{
			Type: p.Type, Title: p.Title, Status: p.Status, Detail: p.Detail, Current: current}, err
	}
	if err != nil {
		return nil, err
	}
	body, err := ownRecipeBody(saved)
	return contract.PutRecipe200JSONResponse(body), err
}

// without returns the things without one recipe, whose name may then be typed anew.
func (t things) without(id string) things {
	t.own = slices.DeleteFunc(slices.Clone(t.own), func(r ownRecipe) bool { return r.ID == id })
	return t
}

func (s *Server) bookNamed(name string) (recipe.Recipe, bool) {
	for _, r := range s.book.Recipes() {
		if strings.EqualFold(r.Name, name) {
			return r, true
		}
	}
	return recipe.Recipe{}, false
}

func ownRecipeBody(row store.Recipe) (contract.OwnRecipe, error) {
	text, err := recipeText(row.Content)
	return contract.OwnRecipe{Id: row.ID.String(), Version: row.Version, Recipe: text}, err
}

// DeleteRecipe deletes a recipe of the centre's own. Set-ups that start from it then say
// that it is gone; they are never shown as cleared.
func (s *Server) DeleteRecipe(ctx context.Context, r contract.DeleteRecipeRequestObject) (contract.DeleteRecipeResponseObject, error) {
	if err := mayWrite(ctx); err != nil {
		return nil, err
	}
	id, err := parseID(r.Id)
	if err != nil {
		return nil, err
	}
	return contract.DeleteRecipe204Response{}, s.centre(ctx).DeleteRecipe(ctx, id)
}

// ImportRecipe reads schema.org JSON-LD into a recipe to look over.
func (s *Server) ImportRecipe(_ context.Context, r contract.ImportRecipeRequestObject) (contract.ImportRecipeResponseObject, error) {
	w, err := recipe.ReadJSONLD([]byte(r.Body.Jsonld))
	if err != nil {
		return nil, badField("jsonld", "Nothing was read: %s.", err)
	}
	return contract.ImportRecipe200JSONResponse(textBody(w, contract.Us)), nil
}

// GetRecipeFile returns a recipe as schema.org JSON-LD.
func (s *Server) GetRecipeFile(ctx context.Context, r contract.GetRecipeFileRequestObject) (contract.GetRecipeFileResponseObject, error) {
	shelf, err := s.shelfFor(ctx, &r.Id)
	if err != nil {
		return nil, err
	}
	rec, err := s.recipeOf(r.Id, shelf)
	if err != nil {
		return nil, errGone
	}
	return contract.GetRecipeFile200JSONResponse{Jsonld: string(recipe.JSONLD(rec))}, nil
}

// PutAddition logs what was worked into today's batch.
func (s *Server) PutAddition(ctx context.Context, r contract.PutAdditionRequestObject) (contract.PutAdditionResponseObject, error) {
	if err := mayWrite(ctx); err != nil {
		return nil, err
	}
	id, err := parseID(r.Addition)
	if err != nil {
		return nil, err
	}
	shelf, err := s.shelfFor(ctx, &r.Id, &r.Body.ItemId)
	if err != nil {
		return nil, err
	}
	if _, err := s.recipeOf(r.Id, shelf); err != nil {
		return nil, errGone
	}
	if _, ok := shelf.Get(r.Body.ItemId); !ok {
		return nil, badField("item_id", "There is nothing on the shelf by the id %q.", cut(r.Body.ItemId))
	}
	if !(r.Body.Share > 0 && r.Body.Share <= 0.5) {
		return nil, badField("share", "What is worked in is more than nothing and at most half of the batch.")
	}
	if _, err := recipe.ParseSymptom(r.Body.Symptom); err != nil {
		return nil, badField("symptom", "Say how the mix felt: %s.", err)
	}
	return contract.PutAddition204Response{}, s.centre(ctx).AddAddition(ctx, store.Addition{ID: id, RecipeID: r.Id, Day: s.today(sessionOf(ctx)).String(),
		ItemID: r.Body.ItemId, Share: r.Body.Share, Symptom: r.Body.Symptom})
}

// DeleteAddition takes an addition back.
func (s *Server) DeleteAddition(ctx context.Context, r contract.DeleteAdditionRequestObject) (contract.DeleteAdditionResponseObject, error) {
	if err := mayWrite(ctx); err != nil {
		return nil, err
	}
	id, err := parseID(r.Addition)
	if err != nil {
		return nil, err
	}
	return contract.DeleteAddition204Response{}, s.centre(ctx).DeleteAddition(ctx, id)
}

// PutAmount notes how much of a thing is in the cupboard and what it was bought for.
func (s *Server) PutAmount(ctx context.Context, r contract.PutAmountRequestObject) (contract.PutAmountResponseObject, error) {
	if err := mayWrite(ctx); err != nil {
		return nil, err
	}
	shelf, err := s.shelfFor(ctx, &r.Id)
	if err != nil {
		return nil, err
	}
	if _, ok := shelf.Get(r.Id); !ok {
		return nil, errGone
	}
	b := r.Body
	if g := value(b.Grams); !(g >= 0 && g <= 1_000_000) {
		return nil, badField("grams", "The cupboard holds between 0 g and 1000 kg of one thing.")
	}
	if g := b.PackG; g != nil && !(*g > 0 && *g <= 100_000) {
		return nil, badField("pack_g", "A pack weighs more than 0 g and at most 100 kg.")
	}
	if c := b.PriceCoins; c != nil && (*c < 0 || *c > 1_000_000) {
		return nil, badField("price_coins", "A price is between 0 and 10,000.")
	}
	if (b.PackG == nil) != (b.PriceCoins == nil) {
		return nil, badField("price_coins", "Give the price and the weight of the pack together.")
	}
	return contract.PutAmount204Response{}, s.centre(ctx).SetAmounts(ctx, store.CupboardRow{ItemID: r.Id, Grams: b.Grams, PackG: b.PackG, PriceCoins: b.PriceCoins})
}

// parseRoomID reads the id of a room.
func parseRoomID(text string) (uuid.UUID, error) {
	id, err := uuid.Parse(text)
	if err != nil {
		return id, badField("room_id", "Choose a room.")
	}
	return id, nil
}
