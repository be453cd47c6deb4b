package httpapi

import (
	"context"
	"fmt"

	"emblo/core/age"
	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/room"
	"emblo/core/safety"
	"emblo/core/unit"
	"emblo/core/vessel"
	"emblo/internal/contract"
	"emblo/internal/store"
)

// CheckThing judges one thing for every room of the centre, or for a child of the age
// that the words end in.
func (s *Server) CheckThing(ctx context.Context, r contract.CheckThingRequestObject) (contract.CheckThingResponseObject, error) {
	use, err := safety.ParseUse(string(r.Body.Use))
	if err != nil {
		return nil, badField("use", "Choose how the children meet it: open, sealed, or in an adult's hand.")
	}
	answer := contract.CheckThing200JSONResponse{Found: true, For: []contract.CheckVerdict{}}
	shelf, err := s.shelfOf(ctx)
	if err != nil {
		return nil, err
	}
	facts, months, hasAge, err := named(r.Body, shelf, &answer)
	if err != nil {
		return nil, err
	}
	if p := r.Body.PortionG; p != nil {
		if !(*p > 0 && *p <= recipe.MaxPortion) {
			return nil, badField("portion_g", "A portion must be between 1 and %g g.", recipe.MaxPortion)
		}
		facts.Portion = material.Known(*p)
	}
	subject := safety.Prepare(answer.Name, facts)
	answer.Detail = facts.Size()
	answer.Gauge = gaugeBody(facts)
	session := sessionOf(ctx)
	if hasAge {
		return answer, s.judgeForAge(&answer, session, &subject, use, months)
	}
	rows, err := s.centre(ctx).Rooms(ctx)
	if err != nil {
		return nil, err
	}
	for _, row := range rows {
		g, err := groupOn(row, session, s.today(session))
		if err != nil {
			return nil, err
		}
		id := row.ID.String()
		addVerdict(&answer, row.Name, &id, g.Judge(&subject, use))
	}
	return answer, nil
}

// named finds what the check is about and puts its name into the answer.
func named(in *contract.CheckInput, shelf things, answer *contract.CheckThing200JSONResponse) (f material.Facts, months int, hasAge bool, err error) {
	switch {
	case in.ItemId != nil:
		it, ok := shelf.Get(*in.ItemId)
		if !ok {
			return f, 0, false, badField("item_id", "There is nothing on the shelf by the id %q.", cut(*in.ItemId))
		}
		answer.Name, answer.ItemId = it.Name, &it.ID
		f = it.Facts
		if in.Words != nil {
			_, months, hasAge = age.Cut(*in.Words)
		}
		return f, months, hasAge, nil
	case in.Described != nil:
		answer.Name = in.Described.Name
		f, err = factsOf("described/", in.Described)
		return f, 0, false, err
	case in.Words != nil:
		var words string
		words, months, hasAge = age.Cut(*in.Words)
		if words == "" {
			return f, 0, false, badField("words", "Type what to check, such as dried peas 26 months.")
		}
		answer.Name, answer.Found = cut(words), false
		if it, ok := shelf.Named(words); ok {
			answer.Name, answer.ItemId, answer.Found = it.Name, &it.ID, true
			f = it.Facts
		}
		return f, months, hasAge, nil
	}
	return f, 0, false, badField("words", "Type what to check, or measure it.")
}

func (s *Server) judgeForAge(answer *contract.CheckThing200JSONResponse, session *store.Session, subject *safety.Subject, use safety.Use, months int) error {
	table, err := tableOf(session)
	if err != nil {
		return err
	}
	policy, err := policyOf(session)
	if err != nil {
		return err
	}
	one := room.Room{Children: []room.Child{{Label: "one", Months: months}}, Adults: 1}
	g, err := safety.NewGroup(one, table, policy)
	if err != nil {
		return err
	}
	addVerdict(answer, fmt.Sprintf("A child of %s, mouthing not known", age.Words(months)), nil, g.Judge(subject, use))
	return nil
}

func addVerdict(answer *contract.CheckThing200JSONResponse, who string, roomID *string, a safety.Assessment) {
	answer.For = append(answer.For, contract.CheckVerdict{Who: who, RoomId: roomID,
		Verdict: contract.Verdict(a.Verdict.String()), Findings: findingBodies(a.Findings())})
}

// SearchShelf returns what matches the typed words, without the age they may end in.
func (s *Server) SearchShelf(ctx context.Context, r contract.SearchShelfRequestObject) (contract.SearchShelfResponseObject, error) {
	words, _, _ := age.Cut(value(r.Params.Q))
	if len(words) > 100 {
		return nil, badField("q", "Type fewer words: at most 100 letters are looked up.")
	}
	shelf, err := s.shelfOf(ctx)
	if err != nil {
		return nil, err
	}
	limit := 12
	if l := r.Params.Limit; l != nil {
		limit = min(max(*l, 1), 100)
	}
	found := make(contract.SearchShelf200JSONResponse, 0, limit)
	for _, it := range shelf.Search(words, len(shelf.Items())) {
		if len(found) == limit {
			break
		}
		if r.Params.Part == nil || it.Plays(material.Part(*r.Params.Part)) {
			found = append(found, shelfBody(it))
		}
	}
	return found, nil
}

// GetBook returns the mixes and vessels that a set-up can start from.
func (s *Server) GetBook(ctx context.Context, _ contract.GetBookRequestObject) (contract.GetBookResponseObject, error) {
	shelf, err := s.shelfOf(ctx)
	if err != nil {
		return nil, err
	}
	var book contract.GetBook200JSONResponse
	for _, r := range s.recipes(shelf) {
		hands, waiting := recipe.Minutes(r.Steps)
		book.Recipes = append(book.Recipes, contract.BookRecipe{Id: r.ID, Name: r.Name, Kind: r.Kind, Minutes: hands + waiting})
	}
	for _, k := range recipe.Kinds() {
		book.Kinds = append(book.Kinds, contract.RecipeKind{Id: k.ID, Words: k.Words, Own: k.Own})
	}
	for _, m := range unit.Sold(unit.US) { // every system has the same labels
		book.Measures = append(book.Measures, m.Label())
	}
	usual := unit.StandardSet(unit.US)
	for i := range usual.Len() {
		book.UsualMeasures = append(book.UsualMeasures, usual.At(i).Label())
	}
	for _, t := range vessel.Standard() {
		book.Vessels = append(book.Vessels, vesselBody(t))
	}
	return book, nil
}
