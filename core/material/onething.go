package material

import (
	"strings"

	"emblo/core/allergen"
)

// Sizes in mm and shares that a row of the shelf keeps to (common practice).
const (
	thickSheet  = 20.0 // what is thicker lies as a piece
	strandSides = 4.0  // a strand is so many times longer than wide
)

// everywhere is what a name may hold whatever the food is: the salt of a sea-salt cracker is no second food.
var everywhere = allergen.OriginsNamed(
	"sugar salt sand water baking soda food colour vegetable oil vinegar fragrance soap")

// saysOneThing reports as a *Bad what a row of the shelf that ships with Emblo must not do: leave out how the thing
// keeps, name two foods that a family may tell apart, or give a size that is not of its form.
func (r Row) saysOneThing(it Item) error {
	if strings.TrimSpace(r.Keeps) == "" {
		return bad("keeps", "say how long it keeps")
	}
	first := OriginOf(it.Name)
	for _, other := range it.Also {
		o := OriginOf(other)
		if first.shape || o.shape {
			continue
		}
		a, b := first.of.Minus(everywhere), o.of.Minus(everywhere)
		if !a.Empty() && !b.Empty() && a.Kin().Meet(b.Kin()).Empty() {
			return bad("also", "%q and %q are two foods: give each a row", it.Name, other)
		}
	}
	if !it.Facts.Smallest.Known() {
		return nil
	}
	thin, wide, long := it.Facts.Largest.Extents()
	switch f := it.Facts; {
	case f.Form == Sheet && thin > thickSheet && !f.Traits.Has(Film):
		return bad("size_mm", "%s is no sheet", f.Largest)
	case f.Form == Strand && long < strandSides*wide:
		return bad("size_mm", "%s is no strand", f.Largest)
	case f.Traits.Has(Rounded) && !f.Smallest.Rounded():
		return bad("size_mm", "%s is not rounded", f.Smallest)
	}
	return nil
}
