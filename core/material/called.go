package material

import (
	"slices"
	"strings"

	"emblo/core/allergen"
)

// shapes are words for what is only called by a food, or made for it: a lemon squeezer holds no lemon.
var shapes = strings.Fields(`wooden wood plastic felt fabric cloth metal rubber silicone paper card cardboard knitted crochet toy toys play pretend model stamp stamps cutter cutters squeezer press peeler
	corer slicer crate box boxes punnet net bag basket bowl cup cups tray tin can jar bottle lid masher ricer grater scoop spoon crusher cracker-toy pattern picture sticker stickers button buttons bead beads
	eraser erasers brush brushes whisk tongs maker mill holder stand cooker pan pot rack strainer sieve tree-toy light lights lamp`)

// Called returns the facts with what the names of a thing say that it is made of. A thing without ingredients
// that only has the shape of a food, or serves one, is not made of it.
func (f Facts) Called(names ...string) Facts {
	if f.Traits.Has(Gelatine) {
		f.Made = f.Made.Union(allergen.OriginsNamed("gelatine"))
	}
	ingredients := !f.Form.GaugeJudges() || f.Traits.Any(Food, NotFood)
	for _, name := range names {
		if ingredients || !slices.ContainsFunc(Words(name), func(w string) bool { return slices.Contains(shapes, w) || slices.Contains(shapes, w+"s") }) {
			f.Made = f.Made.Union(allergen.OriginsNamed(name))
		}
	}
	return f
}
