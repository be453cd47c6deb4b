package kitchen

import (
	"slices"
	"strings"

	"emblo/core/age"
	"emblo/core/desk"
	"emblo/core/material"
	"emblo/core/pen"
	"emblo/core/plan"
	"emblo/core/recipe"
	"emblo/core/recipe/jsonld"
	"emblo/core/recipe/remedy"
	"emblo/core/recipe/typed"
	"emblo/core/safety"
	"emblo/core/say"
	"emblo/core/strict"
	"emblo/core/unit"
	"emblo/core/vessel"
	"emblo/core/words"
	"emblo/core/written"
)

// Recipes returns every recipe as it is for one room at the portion of its youngest: those
// of the centre's own that cannot be used, with the reason, then the others.
func (d Kitchen) Recipes(roomID, useWord string, today age.Date) ([]written.RecipeCard, error) {
	use, fault := written.ReadUse("/use", useWord)
	if fault != nil {
		return nil, fault
	}
	_, g, err := d.Group(roomID, "/room_id", today)
	if err != nil {
		return nil, err
	}
	portion := recipe.DefaultPortion(g.Youngest())
	cards := make([]written.RecipeCard, 0, len(d.Usable))
	for _, own := range d.OwnRecipes {
		if own.Fault != "" {
			card := d.card(own.Recipe, portion, use, g)
			card.Judged, card.Reason = pen.Verdict(safety.MeasureFirst), own.Fault
			card.NotTasteSafe = append(card.NotTasteSafe, d.Pen.Text("not every ingredient is known"))
			cards = append(cards, card)
		}
	}
	for _, r := range d.Usable {
		cards = append(cards, d.card(r, portion, use, g))
	}
	return cards, nil
}

func (d Kitchen) card(r recipe.Recipe, portion unit.Mass, use safety.Use, g *safety.Group) written.RecipeCard {
	lines, nature := plan.JudgeMix(r, portion, use, g), r.Nature()
	worst := plan.WorstLine(lines)
	card := written.RecipeCard{ID: r.ID, Name: d.Pen.Name(r.ID, r.Name), Own: r.Own, Also: words.Some(r.Also),
		Kind: r.Kind, Heat: r.NeedsHeat(), PortionG: portion.Grams(),
		Judged: pen.Usual(worst.Assessment.Verdict, plan.Usual(lines)), Stable: !nature.Class.NeedsCold(),
		Keeps: d.Pen.Text(nature.Keeps), NotTasteSafe: []string{}, Lacking: []string{}}
	card.MinutesHands, card.MinutesWaiting = recipe.Minutes(r.Steps)
	card.ChildrenHelp = slices.ContainsFunc(r.Steps, func(s recipe.Step) bool { return s.By == recipe.ChildrenHelp })
	if f, ok := worst.Assessment.First(); ok {
		card.Reason = d.Pen.Text(f.InShort())
		if worst.Name != r.Name && card.Reason != "" {
			card.Reason = d.Pen.Text(say.F("{thing}: {title}", say.Name(worst.ID, worst.Name), say.Within(f.InShort())))
		}
	}
	_, why := plan.Taste(nature, g)
	card.NotTasteSafe = append(card.NotTasteSafe, d.Pen.All(why)...)
	for _, it := range r.Lacking(d.Here) {
		card.Lacking = append(card.Lacking, d.Pen.Name(it.ID, it.Name))
	}
	return card
}

// Draft reads a recipe as it is typed and says what the mix is for a room, as far as it
// can be read.
func (d Kitchen) Draft(in written.DraftInput, today age.Date) (written.RecipeDraft, error) {
	_, g, err := d.Group(in.RoomID, "/room_id", today)
	if err != nil {
		return written.RecipeDraft{}, err
	}
	draft := d.ReadDraft(in.Recipe, d.OwnNames(""))
	out := written.RecipeDraft{Lines: make([]written.ReadLine, len(draft.Lines)), Faults: make([]written.DraftFault,
		len(draft.Faults)), MixedG: draft.Recipe.Mixed().Grams(),
		Hot: draft.Recipe.Hot, Steps: d.Pen.Steps(draft.Recipe.Steps)}
	whole := true
	for i, l := range draft.Lines {
		out.Lines[i] = d.readLine(l, out.MixedG)
		whole = whole && l.Fault == ""
	}
	for i, f := range draft.Faults {
		out.Faults[i] = written.DraftFault(f)
	}
	if !(out.MixedG > 0) {
		return out, nil
	}
	judged := plan.JudgeMix(draft.Recipe, recipe.DefaultPortion(g.Youngest()), safety.Open, g)
	verdict := plan.WorstLine(judged).Assessment.Verdict
	if !whole { // what could not be read may be anything: the part that could is not cleared by itself
		verdict = safety.Worst(verdict, safety.MeasureFirst)
	}
	v := pen.Usual(verdict, plan.Usual(judged))
	out.Verdict, out.Mark, out.Ready, out.LinesJudged = v.Verdict, v.Mark, v.Ready, d.Pen.Lines(judged)
	out.Unlisted = d.Pen.Text(unlisted(draft.Recipe))
	if draft.Raw {
		out.Raw = d.Pen.Text(
			"Heated through, it says, but no step cooks it. Name the step on the stove, in the oven or in the microwave. Until then we treat it as raw.")
	}
	nature := draft.Recipe.Nature()
	share, why := plan.Taste(nature, g)
	n := d.Pen.Nature(nature, share, why)
	out.Nature, out.Keeps = &n, d.Pen.Text(nature.Keeps)
	return out, nil
}

// unlisted says what steps put in and no line lists; empty for nothing.
func unlisted(r recipe.Recipe) say.Text {
	if len(r.Unlisted) == 0 {
		return ""
	}
	names := make([]say.Text, len(r.Unlisted))
	for i, it := range r.Unlisted {
		names[i] = it.Within()
	}
	return say.F("A step names {things}, which no line lists: write it as a line with its amount, or take it out of the step. Until then what is in the mix is not known.",
		say.List("{thing}, {next}", names...))
}

func (d Kitchen) readLine(l typed.ReadLine, mixedG float64) written.ReadLine {
	out := written.ReadLine{Number: l.Number, Text: l.Text, Note: l.Note, Fault: l.Fault, Name: l.Name,
		Like: make([]written.NamedItem, len(l.Like))}
	if l.Fault == "" {
		out.ItemID, out.AsNeeded = l.Line.Item.ID, l.Line.AsNeeded()
		if mass, weighed := l.Line.Amount.Mass(); weighed {
			grams, share := mass.Grams(), 0.0
			if mixedG > 0 {
				share = grams / mixedG
			}
			out.Grams, out.Share = &grams, &share
		}
		if out.Name == "" {
			out.Name = d.Pen.Name(l.Line.Item.ID, l.Line.Item.Name)
		}
	}
	for i, it := range l.Like {
		out.Like[i] = written.NamedItem{ID: it.ID, Name: d.Pen.Name(it.ID, it.Name)}
	}
	return out
}

// CheckRecipe reports why a recipe cannot be kept under an id: one that the book has by
// name, one line of it that cannot be read, one too many.
func (d Kitchen) CheckRecipe(id string, in written.RecipeInput) *strict.Fault {
	switch {
	case in.Version == 0 && !d.HasRecipe(id) && len(d.OwnRecipes) >= desk.MaxRecipes:
		return strict.Bad("/recipe", "A centre keeps at most %d recipes of its own.", desk.MaxRecipes)
	case desk.BookHas(strings.TrimSpace(in.Recipe.Name)):
		return strict.Bad("/recipe/name", "The book has a recipe of this name; give yours another.")
	}
	if draft := d.ReadDraft(in.Recipe, d.OwnNames(id)); !draft.OK() {
		return strict.Bad("/recipe/"+draft.Faults[0].Field, "%s Nothing was saved.", draft.Faults[0].Sentence)
	}
	return nil
}

// RecipePage returns a recipe of the book as it is typed; ok is false for any other.
func RecipePage(id string) (page written.RecipePage, ok bool) {
	r, ok := recipe.Standard().Get(id)
	if !ok {
		return page, false
	}
	return written.RecipePage{ID: r.ID, Recipe: written.WriteTyped(typed.Write(r), unit.Metric),
		Also: words.Some(r.Also), Basis: r.Basis, Versions: []written.SavedVersion{}}, true
}

// OwnBasis is what a recipe of a centre's own rests on.
const OwnBasis = "a recipe of our own"

// RecipeFile returns a recipe as schema.org JSON-LD, or ErrGone.
func (d Kitchen) RecipeFile(id string) (string, error) {
	r, err := d.Recipe(id)
	if err != nil {
		return "", desk.ErrGone
	}
	return string(jsonld.Write(r)), nil
}

// ImportRecipe reads schema.org JSON-LD, or a recipe that is pasted whole, into a recipe to look over.
func ImportRecipe(in written.RecipeImport) (written.Recipe, error) {
	if in.JSONLD != "" && in.Text != "" {
		return written.Recipe{}, strict.Bad("/text", "Send a file or a text, not both.")
	}
	if in.Text != "" {
		w, ok := typed.Pasted(in.Text)
		if !ok {
			return written.Recipe{}, strict.Bad("/text", "Nothing was read: no ingredients with steps below them.")
		}
		return written.WriteTyped(w, unit.US), nil
	}
	w, err := jsonld.Read([]byte(in.JSONLD))
	if err != nil {
		return written.Recipe{}, strict.Bad("/jsonld", "Nothing was read: %s.", err)
	}
	return written.WriteTyped(w, unit.US), nil
}

// CheckAddition reports why something cannot have been worked into a batch of a recipe.
func (d Kitchen) CheckAddition(recipeID string, in written.AdditionInput) error {
	if _, err := d.Recipe(recipeID); err != nil {
		return desk.ErrGone
	}
	if _, ok := d.Get(in.ItemID); !ok {
		return strict.Bad("/item_id", "There is nothing on the shelf by the id %q.", words.Cut(in.ItemID))
	}
	if !(in.Share > 0 && in.Share <= 0.5) {
		return strict.Bad("/share", "What is worked in is more than nothing and at most half of the batch.")
	}
	if _, err := remedy.ParseSymptom(in.Symptom); err != nil {
		return strict.Bad("/symptom", "Say how the mix felt: %s.", err)
	}
	return nil
}

// Limits of what is noted of one thing in the cupboard.
const (
	maxStockG = 1_000_000.0
	maxPackG  = 100_000.0
	maxCoins  = 1_000_000
)

// CheckAmount reports why an amount cannot be noted of a thing.
func (d Kitchen) CheckAmount(id string, in written.CupboardAmount) error {
	if _, ok := d.Get(id); !ok {
		return desk.ErrGone
	}
	switch {
	case in.Grams != nil && !(*in.Grams >= 0 && *in.Grams <= maxStockG):
		return strict.Bad("/grams", "The cupboard holds between 0 g and 1000 kg of one thing.")
	case in.PackG != nil && !(*in.PackG > 0 && *in.PackG <= maxPackG):
		return strict.Bad("/pack_g", "A pack weighs more than 0 g and at most 100 kg.")
	case in.PriceCoins != nil && (*in.PriceCoins < 0 || *in.PriceCoins > maxCoins):
		return strict.Bad("/price_coins", "A price is between 0 and 10,000.")
	case (in.PackG == nil) != (in.PriceCoins == nil):
		return strict.Bad("/price_coins", "Give the price and the weight of the pack together.")
	}
	return nil
}

// Book returns the mixes and vessels that a set-up can start from.
func (d Kitchen) Book() written.Book {
	var book written.Book
	for _, r := range d.Usable {
		hands, waiting := recipe.Minutes(r.Steps)
		book.Recipes = append(book.Recipes, written.BookRecipe{ID: r.ID,
			Name: d.Pen.Name(r.ID, r.Name), Kind: r.Kind, Minutes: hands + waiting})
	}
	for _, k := range recipe.Kinds() {
		book.Kinds = append(book.Kinds, written.RecipeKind{ID: k.ID, Words: d.Pen.Text(k.Words), Own: k.Own})
	}
	for _, m := range unit.Sold(unit.US) { // every system has the same labels
		book.Measures = append(book.Measures, m.Label())
	}
	usual := unit.StandardSet(unit.US)
	for i := range usual.Len() {
		book.UsualMeasures = append(book.UsualMeasures, usual.At(i).Label())
	}
	book.Vessels = d.Pen.Vessels(append(slices.Clone(d.Settings.Vessels), vessel.Standard()...))
	for _, it := range d.Items() {
		if it.Plays(material.SortInto) {
			book.Cups = append(book.Cups, written.BookCup{ID: it.ID, Name: d.Pen.Name(it.ID, it.Name),
				Here: d.Here[it.ID]})
		}
	}
	slices.SortStableFunc(book.Cups, func(a, b written.BookCup) int {
		switch {
		case a.Here == b.Here:
			return 0
		case a.Here:
			return -1
		}
		return 1
	})
	return book
}
