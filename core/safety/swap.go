package safety

import (
	"cmp"
	"slices"
	"strings"
	"sync"

	"emblo/core/keep"
	"emblo/core/material"
	"emblo/core/say"
)

// Swap is something to take in place of a thing that does not go in: it plays the same
// part and passes the same check for the same room and use.
type Swap struct {
	Item       material.Item
	Assessment Assessment
	InCupboard bool
	// Changes says what is different, in words: "wet, not dry".
	Changes []say.Text
}

// Swaps looks for swaps on one shelf for one group. It keeps what it has judged, so that
// asking for many things costs little. It is safe for concurrent use.
type Swaps struct {
	group    *Group
	shelf    *material.Shelf
	subjects func(material.Item) *Subject
	cupboard map[string]bool

	mu     sync.Mutex
	judged map[Use][]Assessment // by place on the shelf, in no setting
}

// NewSwaps returns swaps from a shelf for a group. The subjects function returns items
// prepared, as Prepare does; nil prepares them here. The cupboard holds the ids of what
// the centre has at hand.
func NewSwaps(g *Group, shelf *material.Shelf, subjects func(material.Item) *Subject, cupboard map[string]bool) *Swaps {
	if subjects == nil {
		subjects = func(it material.Item) *Subject {
			s := Prepare(it.Name, it.Facts)
			return &s
		}
	}
	return &Swaps{group: g, shelf: shelf, subjects: subjects, cupboard: cupboard, judged: make(map[Use][]Assessment)}
}

// All returns the assessments of the whole shelf in a use, in shelf order. The slice must
// not be changed.
func (s *Swaps) All(use Use) []Assessment {
	s.mu.Lock()
	defer s.mu.Unlock()
	if all, ok := s.judged[use]; ok {
		return all
	}
	all := s.judge(use, Setting{})
	s.judged[use] = all
	return all
}

func (s *Swaps) judge(use Use, where Setting) []Assessment {
	items := s.shelf.Items()
	all := make([]Assessment, len(items))
	for i, it := range items {
		subject := s.subjects(it)
		if where != (Setting{}) {
			placed := subject.In(where)
			subject = &placed
		}
		all[i] = s.group.Judge(subject, use)
	}
	return all
}

// Weights of the ranking beside likeness, in steps of feel: how much worse a swap counts that lacks a part or is not
// food for food, and how much better one that is at hand.
const (
	handCost    = 2 // for one with precautions; as much again where the routine does not cover them
	partCost    = 2
	notFoodCost = 2
	dirtyCost   = 4 // for what carries soil and has to be cleaned first
	// notChilledCost is for what is not cold, in place of ice.
	notChilledCost = 4
	cupboardGain   = 2
)

// For returns the best swaps for a thing in a use, best first, at most limit; none when
// nothing passes, nor for a poison or a chemical, nor for what nobody has described. Every swap plays the first part
// that is asked for, or the thing's own first part, in the same state. Ranking is by what the thing is for, its form,
// its shape and how it feels (material.Item.Unlike), what needs no hand and what is in the cupboard going first, then
// by cost, then by name.
//
// The setting that the thing's facts describe is that of its swaps, so that they pass the
// very same check.
func (s *Swaps) For(it material.Item, want []material.Part, use Use, limit int) []Swap {
	if len(want) == 0 {
		want = it.Parts
	}
	return best(it, s.playing(it, want, use, func(other material.Item) bool { return other.Plays(want[0]) }), limit)
}

// StandIns returns what in the cupboard does what a thing does that is not here, and passes as For
// asks: what trains the same movement of the hand where it trains one, and else what plays its first
// part.
func (s *Swaps) StandIns(it material.Item, want []material.Part, use Use, limit int) []Swap {
	if len(want) == 0 {
		want = it.Parts
	}
	found := s.playing(it, want, use, func(other material.Item) bool {
		if len(it.Manner.Trains) == 0 {
			return other.Plays(want[0])
		}
		return slices.ContainsFunc(other.Manner.Trains, func(m string) bool {
			return slices.Contains(it.Manner.Trains, m)
		})
	})
	found = slices.DeleteFunc(found, func(r ranked) bool { return !r.InCupboard })
	return best(it, found, limit)
}

func best(it material.Item, found []ranked, limit int) []Swap {
	slices.SortStableFunc(found, func(a, b ranked) int {
		return cmp.Or(cmp.Compare(a.score, b.score), cmp.Compare(a.cost, b.cost), strings.Compare(a.Item.Name,
			b.Item.Name))
	})
	swaps := make([]Swap, 0, min(limit, len(found)))
	for _, r := range found[:min(limit, len(found))] {
		r.Changes = changes(it, r.Swap)
		swaps = append(swaps, r.Swap)
	}
	return swaps
}

type ranked struct {
	Swap
	score int
	cost  material.Cost
}

// neverOffered are the kinds of which nothing is offered in place of anything.
var neverOffered = []string{"poisonous plants", "household chemicals", "lights, magnets and batteries",
	"meat, fish, egg and cheese", "sweets and nuts"}

// noSwapFor are the traits of poisons and chemicals: a mix that takes one works by it, so that
// another mix is the answer, and never a food in its place. In place of one that is found only what is for the same
// is offered: a known leaf for an unknown one.
var noSwapFor = material.TraitsOf(material.HouseholdChemical, material.ToxicSeed, material.UnknownPlant,
	material.Borate, material.Plaster, material.DryIce,
	material.MineralOil, material.EssentialOil, material.CamphorOil)

// wetnesses are the steps of wetness, by which a filler is another activity: dry and wet are two.
var wetnesses = map[string]int{"dry": 0, "damp": 1, "wet": 2}

// sameState reports whether one thing can stand where the other did: in a mix powder for powder and what is moist for
// what is, and of what is scooped, squeezed or poured nothing wet for what is dry, and liquid for liquid.
func sameState(a, b material.Item, p material.Part) bool {
	form, other := a.Facts.Form, b.Facts.Form
	switch p {
	case material.Ingredient:
		return form == material.FormUnknown || (form == material.Powder) == (other == material.Powder)
	case material.Colour, material.Scent, material.Tool, material.Vessel, material.SortInto:
		return true
	case material.Find, material.Sound, material.Sparkle, material.Thread, material.Float:
		return (form == material.Liquid) == (other == material.Liquid)
	}
	if (form == material.Liquid) != (other == material.Liquid) {
		return false
	}
	x, known := wetnesses[a.Feel.On(material.Wetness)]
	y, described := wetnesses[b.Feel.On(material.Wetness)]
	return !known || !described || max(x-y, y-x) < 2
}

// playing returns what passes and does the same, in the state that the first of the parts asks for.
func (s *Swaps) playing(it material.Item, want []material.Part, use Use, same func(other material.Item) bool) []ranked {
	var found []ranked
	if len(want) == 0 || it.Kind == "" && !it.Feel.Known() {
		return nil
	}
	poison := !it.Facts.Traits.Meet(noSwapFor).Empty()
	all := s.All(use)
	if where := SettingOf(it.Facts); where != (Setting{}) {
		all = s.judge(use, where)
	}
	for i, a := range all {
		other := s.shelf.Items()[i]
		if other.ID == it.ID || a.Verdict >= MeasureFirst || !a.Verdict.Valid() || !same(other) ||
			!sameState(it, other, want[0]) || slices.Contains(neverOffered, other.Kind) ||
			poison && (want[0] != material.Find || !it.IsForTheSame(other)) {
			continue
		}
		r := ranked{Swap: Swap{Item: other, Assessment: a, InCupboard: s.cupboard[other.ID]}, cost: other.Cost}
		r.score = it.Unlike(other, want[0]) + partCost*(len(want)-shared(want, other.Parts)) + asksMore(it, r.Swap)
		if r.cost == material.CostUnknown {
			r.cost = material.Dear + 1
		}
		found = append(found, r)
	}
	return found
}

// asksMore says how much more a swap asks for than the thing that it is for, in steps of feel; less than nothing where
// it is at hand.
func asksMore(it material.Item, s Swap) (more int) {
	for _, one := range []struct {
		so   bool
		cost int
	}{
		{s.Assessment.Verdict == WithAHand, handCost},
		{s.Assessment.Verdict == WithAHand && !s.Assessment.Usual(), handCost},
		{it.Facts.Traits.Has(material.Food) && s.Item.Facts.Traits.Has(material.NotFood), notFoodCost},
		{s.Item.Facts.Traits.Has(material.Soil), dirtyCost},
		{it.Facts.Traits.Has(material.Ice) && s.Item.Keeps.Where != keep.Chilled, notChilledCost},
		{s.InCupboard, -cupboardGain},
	} {
		if one.so {
			more += one.cost
		}
	}
	return more
}

func shared(a, b []material.Part) int {
	n := 0
	for _, p := range a {
		if slices.Contains(b, p) {
			n++
		}
	}
	return n
}

// changes says in words what is different with a swap.
func changes(it material.Item, s Swap) []say.Text {
	what := it.Feel.Changes(s.Item.Feel)
	if it.Facts.Traits.Has(material.Ice) && !s.Item.Facts.Traits.Has(material.Ice) {
		what = slices.Concat([]say.Text{"from the fridge, not frozen"}, what)
	}
	for _, p := range it.Parts {
		if !s.Item.Plays(p) && p != material.Ingredient {
			what = append(what, say.F("not for {part}", partWords[p]))
		}
	}
	if added := s.Item.Facts.Allergens &^ it.Facts.Allergens; !added.Empty() {
		what = append(what, say.F("contains {allergens}", added))
	}
	if s.Assessment.Verdict == WithAHand {
		if f, ok := s.Assessment.First(); ok && len(f.Do) > 0 {
			what = append(what, say.F("precaution: {condition}", say.Within(f.Do[0].Say())))
		}
	}
	switch {
	case len(what) > 0:
	case it.Feel.Known() && s.Item.Feel.Known():
		what = append(what, "feels alike")
	default:
		what = append(what, "how it feels is not described")
	}
	return what
}

var partWords = map[material.Part]say.Text{
	material.Filler: "scooping and pouring", material.Find: "finding", material.Tool: "use as a tool",
	material.Vessel:  "use as a container",
	material.Squeeze: "squeezing", material.Thread: "threading", material.Pour: "pouring", material.Float: "floating",
	material.Scent:  "scent",
	material.Colour: "colour", material.Sound: "sound", material.Sparkle: "sparkle",
	material.SortInto: "cups to sort into",
}
