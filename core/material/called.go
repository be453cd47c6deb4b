package material

import (
	"slices"
	"strings"

	"emblo/core/allergen"
)

// shapes are words for what is only called by a food, or made for it: a lemon squeezer holds no lemon.
var shapes = strings.Fields(`wooden wood plastic felt fabric cloth metal rubber silicone paper card cardboard knitted
	crochet toy toys play pretend model stamp stamps cutter cutters squeezer press peeler corer slicer crate box boxes
	punnet net bag basket bowl cup cups tray tin can jar bottle lid masher ricer grater scoop spoon crusher
	cracker-toy pattern picture sticker stickers button buttons bead beads eraser erasers brush brushes whisk tongs
	maker mill holder stand cooker pan pot rack strainer sieve tree-toy light lights lamp`)

// Origin is what a name says that a thing is made of, and whether it may only have the shape of that, or serve it.
type Origin struct {
	of    allergen.Origins
	shape bool
}

// OriginOf reads a name.
func OriginOf(name string) Origin {
	return Origin{allergen.OriginsNamed(name), slices.ContainsFunc(Words(name), func(w string) bool {
		return slices.Contains(shapes, w) || slices.Contains(shapes, w+"s")
	})}
}

// Called returns the facts with what the names of a thing say that it is made of.
func (f Facts) Called(names ...string) Facts {
	for _, name := range names {
		f = f.From(OriginOf(name))
	}
	return f
}

// From returns the facts with what a name says that the thing is made of. One without ingredients that only has the
// shape of a food, or serves one, is not made of it.
func (f Facts) From(name Origin) Facts {
	if f.Traits.Has(Gelatine) {
		f.Made = f.Made.Union(gelatine)
	}
	if !f.Form.GaugeJudges() || f.Traits.Any(Food, NotFood) || !name.shape {
		f.Made = f.Made.Union(name.of)
	}
	return f
}

var gelatine = allergen.OriginsNamed("gelatine")
