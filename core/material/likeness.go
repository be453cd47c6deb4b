package material

import (
	_ "embed"
	"math"
	"slices"
	"strings"
	"sync"
)

// Weights of what one thing lacks in place of another, in steps of feel (convention).
const (
	// movementCost is for each movement of the hand that it does not train, at most three times that.
	movementCost = 3
	formCost     = 3 // for another form; grain for powder is near
	nearFormCost = 1
	shapeCost    = 3 // for soft for hard, round for flat or slick for rough
	sizeCost     = 2 // for a size twice or half, at most three times that
	aimGain      = 6 // for what is for the same: stones for stones, whatever they are of
	kindCost     = 5 // for what stands elsewhere on the shelf
	kinCost      = 2 // for what stands with its kin
	lookCost     = 2 // for another colour, where it is there to be looked at
	soundCost    = 2 // for each step of noise beside that of the feel, where it is there to be heard
)

// Unlike says how much of what a thing is for another lacks in its place, in steps of feel: what its first part asks
// for, the movements that it trains, its form, shape and size, how it feels, and where it stands on the shelf. 0 is the
// same, and what is for the same may be under it. What nobody has described of either counts as a step.
func (i Item) Unlike(o Item, first Part) int {
	d := i.Feel.Distance(o.Feel) + shapeDistance(i.Facts, o.Facts) + formDistance(i.Facts.Form, o.Facts.Form)
	lost := 0
	for _, m := range i.Manner.Trains {
		if !slices.Contains(o.Manner.Trains, m) {
			lost++
		}
	}
	d += movementCost * min(lost, 3)
	switch {
	case i.Kind == o.Kind:
	case slices.Contains(kin[i.Kind], o.Kind):
		d += kinCost
	default:
		d += kindCost
	}
	if i.IsForTheSame(o) {
		d -= aimGain
	}
	switch first {
	case Colour, Sparkle:
		if len(i.Manner.Colours) > 0 && !slices.ContainsFunc(i.Manner.Colours, o.Manner.Shows) {
			d += lookCost
		}
	case Sound:
		x, y := int(i.Feel.axes[Noise]), int(o.Feel.axes[Noise])
		d += soundCost * max(x-y, y-x)
	}
	return d
}

// kin says beside what on the shelf a kind of thing has its like: what a colleague reaches for where the kind is out
// (common practice).
var kin = map[string][]string{
	"flour and baking": {"grains, seeds and pulses", "sugar, salt and minerals",
		"bread, pasta and snacks"},
	"sugar, salt and minerals":      {"grains, seeds and pulses", "sand, soil and stone", "flour and baking"},
	"bread, pasta and snacks":       {"grains, seeds and pulses"},
	"grains, seeds and pulses":      {"bread, pasta and snacks", "flour and baking"},
	"soft food":                     {"drinks, oils and sauces"},
	"drinks, oils and sauces":       {"soft food"},
	"soap and cosmetics":            {"soft food", "drinks, oils and sauces", "mixes"},
	"mixes":                         {"soft food", "sand, soil and stone"},
	"sand, soil and stone":          {"mixes", "nature finds"},
	"poisonous plants":              {"nature finds", "fruit and vegetables", "herbs and spices"},
	"nature finds":                  {"fruit and vegetables", "sand, soil and stone"},
	"sweets and nuts":               {"nature finds", "fruit and vegetables"},
	"fruit and vegetables":          {"soft food"},
	"herbs and spices":              {"fruit and vegetables"},
	"glue, paint and dye":           {"soft food", "herbs and spices", "drinks, oils and sauces"},
	"hardware":                      {"kitchen and hand tools", "craft drawer"},
	"kitchen and hand tools":        {"toys", "containers"},
	"lights, magnets and batteries": {"toys"},
	"toys":                          {"nature finds", "foam, film and packing"},
	"craft drawer":                  {"toys", "foam, film and packing", "cloth and yarn"},
	"foam, film and packing":        {"cloth and yarn", "paper and card"},
	"cloth and yarn":                {"foam, film and packing"},
	"paper and card":                {"foam, film and packing", "nature finds"},
	"containers":                    {"kitchen and hand tools"},
	"household chemicals":           {"soap and cosmetics"},
}

//go:embed alike.csv
var alikeText string

// aims are the numbers of the rows of alike.csv that a thing stands in, by its id: what it is for, whatever it is of
// (common practice).
var aims = sync.OnceValue(func() map[string][]int {
	of := map[string][]int{}
	for n, line := range strings.Split(strings.TrimSpace(alikeText), "\n")[1:] {
		_, things, _ := strings.Cut(line, ",")
		for _, id := range strings.Fields(things) {
			of[id] = append(of[id], n)
		}
	}
	return of
})

// IsForTheSame reports whether two things of the shelf are for the same; false for a thing of a centre's own, of which
// nobody has said.
func (i Item) IsForTheSame(o Item) bool {
	theirs := aims()[o.ID]
	return slices.ContainsFunc(aims()[i.ID], func(n int) bool { return slices.Contains(theirs, n) })
}

func formDistance(a, b Form) int {
	grainy := func(f Form) bool { return f == Grain || f == Powder }
	soft := func(f Form) bool { return f == SoftFood || f == Dough }
	switch {
	case a == b:
		return 0
	case grainy(a) && grainy(b), soft(a) && soft(b):
		return nearFormCost
	}
	return formCost
}

// shapeDistance says how differently two things are shaped, in steps of feel.
func shapeDistance(a, b Facts) int {
	d := 0
	for _, t := range []Trait{Soft, Rounded, Slippery} {
		if a.Traits.Has(t) != b.Traits.Has(t) {
			d += shapeCost
		}
	}
	if a.Smallest.Known() && b.Smallest.Known() {
		_, _, x := a.Largest.Extents()
		_, _, y := b.Largest.Extents()
		d += int(math.Min(3, math.Abs(math.Log2(x/y))) * sizeCost)
	}
	return d
}
