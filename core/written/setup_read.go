package written

import (
	"errors"
	"fmt"
	"slices"
	"strings"

	"emblo/core/allergen"
	"emblo/core/clock"
	"emblo/core/gauge"
	"emblo/core/material"
	"emblo/core/phrase"
	"emblo/core/plan"
	"emblo/core/recipe"
	"emblo/core/safety"
	"emblo/core/strict"
	"emblo/core/unit"
	"emblo/core/vessel"
	"emblo/core/words"
)

// Shelf is what the names in a plan are looked up on.
type Shelf interface {
	// Get returns the thing with an id.
	Get(id string) (material.Item, bool)
	// Subject returns a thing of the shelf with the gauge asked already.
	Subject(material.Item) *safety.Subject
	// Described returns the facts of a thing described by hand with what the shelf says of
	// its name.
	Described(name string, f material.Facts) material.Facts
	// Done returns what a name says was done to a thing, and whether it was cut to a length.
	Done(name string) (done []phrase.State, cut bool)
	// Kinds returns what a name may mean, where that is several things and nothing else is said of it; nil where it is
	// one or none.
	Kinds(name string) *plan.Kinds
	// Recipe returns the recipe with an id; an error is a sentence.
	Recipe(id string) (recipe.Recipe, error)
	// Stored returns what a batch in store is when each child has a portion of it on the day of the plan;
	// an error is a sentence.
	Stored(id string, portion unit.Mass) (*plan.Stored, error)
	// Vessel returns the vessel with an id.
	Vessel(id string) (vessel.Vessel, bool)
}

// Open reads when the set-up of a plan opens.
func (p Plan) Open() (clock.Wall, *strict.Fault) {
	at, err := clock.ParseWall(p.PlayAt)
	if err != nil {
		return at, strict.Bad("/play_at", "Say when the set-up opens, as 2026-11-24T09:45.")
	}
	return at, nil
}

// Opens returns when a plan opens; the zero wall where it does not say so in a way that reads.
func (p Plan) Opens() clock.Wall {
	at, _ := clock.ParseWall(p.PlayAt)
	return at
}

// Recipes returns the ids of the recipes of the mixes of a plan, each once.
func (p Plan) Recipes() (ids []string) {
	for _, place := range p.Places {
		if b := place.Base; b != nil && b.RecipeID != "" && !slices.Contains(ids, b.RecipeID) {
			ids = append(ids, b.RecipeID)
		}
	}
	return ids
}

// FromBatch reports whether some place is taken from a batch in store.
func (p Plan) FromBatch() bool {
	return slices.ContainsFunc(p.Places, func(p Place) bool { return p.Base != nil && p.Base.BatchID != "" })
}

// Setup reads what stands in a plan.
func (p Plan) Setup(shelf Shelf) (plan.Setup, *strict.Fault) {
	setup := plan.Setup{Places: make([]plan.Place, len(p.Places))}
	labels, f := p.ReadLabels(shelf)
	if f != nil {
		return setup, f
	}
	if _, f = p.ReadHave(shelf); f != nil {
		return setup, f
	}
	if len(labels) > 0 {
		shelf = labelled{shelf, labels}
	}
	count := len(p.Places) + len(p.Beside)
	for i := range p.Places {
		count += len(p.Places[i].Items)
	}
	ids := make(map[string]bool, count)
	items := func(in []PlanItem, at string) ([]plan.Placed, *strict.Fault) {
		out := make([]plan.Placed, len(in))
		for i, item := range in {
			var f *strict.Fault
			if out[i], f = item.read(shelf); f != nil {
				return nil, f.Under(fmt.Sprintf("%s/%d", at, i))
			}
			if ids[item.ID] {
				return nil, strict.Bad(fmt.Sprintf("%s/%d/id", at, i), "Two lines of the set-up have the same id.")
			}
			ids[item.ID] = true
		}
		return out, nil
	}
	for i, in := range p.Places {
		at := fmt.Sprintf("/places/%d", i)
		if !IsID(in.ID) || ids[in.ID] {
			return setup, strict.Bad(at+"/id", "A place of a set-up needs an id of its own.")
		}
		ids[in.ID] = true
		place := plan.Place{ID: in.ID, Name: strings.TrimSpace(in.Name)}
		if in.Base != nil {
			if place.Base, f = in.Base.read(shelf); f != nil {
				return setup, f.Under(at + "/base")
			}
		}
		if place.Opening, f = in.Through.read(); f != nil {
			return setup, f.Under(at + "/through")
		}
		if place.Items, f = items(in.Items, at+"/items"); f != nil {
			return setup, f
		}
		setup.Places[i] = place
	}
	setup.Beside, f = items(p.Beside, "/beside")
	return setup, f
}

// ways are the words for what things go through.
var ways = map[string]gauge.Way{"hole": gauge.Hole, "lane": gauge.Lane}

func (o *Through) read() (*plan.Opening, *strict.Fault) {
	if o == nil {
		return nil, nil
	}
	way, ok := ways[o.Way]
	if !ok {
		return nil, strict.Bad("/way", "Choose a hole or a lane.")
	}
	return &plan.Opening{Way: way, Width: unit.Millimetres(o.MM)}, nil
}

// ReadUse reads the word for a use; an empty one is open.
func ReadUse(pointer, word string) (safety.Use, *strict.Fault) {
	use, err := safety.ParseUse(word)
	if err != nil {
		return use, strict.Bad(pointer, "Choose how the children meet it: open, sealed, or in an adult's hand.")
	}
	return use, nil
}

func (i PlanItem) read(shelf Shelf) (plan.Placed, *strict.Fault) {
	p := plan.Placed{ID: i.ID, Each: i.Each, Shared: i.Shared, Set: plan.Set{Colours: i.Colours}}
	if !IsID(i.ID) {
		return p, strict.Bad("/id", "A line of a set-up needs an id of its own.")
	}
	var f *strict.Fault
	if p.Unsized, f = i.Unsized.read(); f != nil {
		return p, f
	}
	if i.Unsized != nil && i.Each != 0 {
		return p, strict.Bad("/unsized", "Say how many each child has, or how many containers of them there are, not both.")
	}
	if i.Use == "" {
		return p, strict.Bad("/use", "Choose how the children meet it: open, sealed, or in an adult's hand.")
	}
	if p.Use, f = ReadUse("/use", i.Use); f != nil {
		return p, f
	}
	switch {
	case i.ItemID != "" && i.Described != nil:
		return p, strict.Bad("/described", "Choose a thing from the shelf or describe one, not both.")
	case i.ItemID != "":
		it, ok := shelf.Get(i.ItemID)
		if !ok {
			return p, strict.Bad("/item_id", "There is nothing on the shelf by the id %q.", words.Cut(i.ItemID))
		}
		p.Of, p.Name, p.Facts, p.Manner, p.Prepared = it.ID, it.Name, it.Facts, it.Manner, shelf.Subject(it)
	case i.Described != nil:
		p.Name = i.Described.Name
		if p.Facts, f = i.Described.Facts(); f != nil {
			return p, f.Under("/described")
		}
		if p.Facts == (material.Facts{}) {
			p.Kinds = shelf.Kinds(p.Name)
		}
		p.Done, p.Cut = shelf.Done(p.Name)
		p.Facts = shelf.Described(p.Name, p.Facts)
	default:
		return p, strict.Bad("/item_id", "Choose a thing from the shelf, or describe it.")
	}
	if i.CupID != "" {
		cup, ok := shelf.Get(i.CupID)
		if !ok {
			return p, strict.Bad("/cup_id", "There is nothing on the shelf by the id %q.", words.Cut(i.CupID))
		}
		p.Set.Cup = &cup
	}
	return p, nil
}

// Facts reads a thing measured by hand. What is left out stays not known.
func (d Described) Facts() (f material.Facts, fault *strict.Fault) {
	if _, fault := name("/name", d.Name, "Give it a name"); fault != nil {
		return f, fault
	}
	if len(d.Told) > 0 {
		told, fault := d.Dialogue()
		return told.Facts(), fault
	}
	said, err := material.Description{Traits: strings.Join(d.Traits, ";")}.Facts(nil)
	if err != nil {
		var bad *material.Bad
		if errors.As(err, &bad) {
			return f, strict.Bad("/traits", "Look again: %s.", bad.Reason)
		}
		return f, strict.Bad("/traits", "Look again: %s.", err)
	}
	f = said
	if d.Form != "" {
		if f.Form, err = material.ParseForm(d.Form); err != nil {
			return f, strict.Bad("/form", "Choose what it is like in the hand.")
		}
	}
	f.Smallest, f.Largest, fault = d.size()
	if fault != nil {
		return f, fault
	}
	f.ContentsKnown, f.Salt, f.TraitsKnown = false, unit.Maybe[float64]{}, d.NothingElse
	switch d.Contents {
	case "", "unknown":
	case "listed":
		f.ContentsKnown = true
		// A plain object holds no salt; of anything else the salt stays a fact to give.
		if f.Form != material.FormUnknown && f.Form.GaugeJudges() && !f.Traits.Any(material.Food, material.NotFood) {
			f.Salt = unit.Known(0.0)
		}
	default:
		return f, strict.Bad("/contents", "Say whether what is in it is listed or unknown.")
	}
	// What is named counts, whether or not the list is whole.
	if f.Allergens, fault = allergens("/allergens", d.Allergens); fault != nil {
		return f, fault
	}
	if f.MayContain, fault = allergens("/may_contain", d.MayContain); fault != nil {
		return f, fault
	}
	if p := d.SaltPercent; p != nil {
		if !(*p >= 0 && *p <= 100) {
			return f, strict.Bad("/salt_percent", "Salt is between 0 and 100 g in 100 g.")
		}
		f.Salt = unit.Known(*p / 100)
	}
	return f, nil
}

// size reads the shape and the sizes, which are given together or not at all.
func (d Described) size() (least, most gauge.Solid, fault *strict.Fault) {
	if d.Solid == "" && len(d.SizesMM) == 0 {
		return least, most, nil
	}
	kind, err := gauge.ParseKind(d.Solid)
	if err != nil {
		return least, most, strict.Bad("/solid", "Choose a shape: ball, egg, cylinder, capsule, box, cone or irregular.")
	}
	if len(d.SizesMM) == 0 {
		return least, most, nil
	}
	if least, err = gauge.New(kind, d.SizesMM...); err != nil {
		return least, most, strict.Bad("/sizes_mm", "The sizes do not describe a thing: %s.", err)
	}
	return least, least, nil
}

func allergens(pointer string, words []string) (set allergen.Set, fault *strict.Fault) {
	for i, w := range words {
		one, err := allergen.ParseContents(w)
		if err != nil {
			return set, strict.Bad(fmt.Sprintf("%s/%d", pointer, i), "Choose allergens from the list.")
		}
		set |= one
	}
	return set, nil
}
