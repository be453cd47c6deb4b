package recipe

import (
	"emblo/core/material"
	"emblo/core/say"
	"emblo/core/unit"
)

// Kind is what sort of mix a recipe makes.
type Kind struct {
	ID    string
	Words say.Text
	// density of the mix as it is used, g/mL (common practice).
	density float64
	// Hand tells by hand that it is right.
	Hand say.Text
	// Own is whether a centre may write recipes of this kind itself; the others are known by
	// the pieces that they are like, which are in the book.
	Own bool
	// play is how long mixes of it are good to play with (common practice).
	play Play
}

// kinds in the order of the book. Densities are common practice: doughs 1.15 to 1.30 g/mL; a
// whisked foam is nine parts air in ten.
var kinds = []Kind{
	{"dough", "Doughs", 1.22,
		"Press a thumb in: the dent stays, the thumb comes away clean, and a rolled snake bends round a finger without cracking.",
		true, Play{}},
	{"sand", "Mouldable sands", 0.75, "Close a fist: it keeps the shape of the fingers, and crumbles when poked.",
		true, Play{}},
	{"foam", "Foams", 0.12, "Lift the whisk: peaks stand and the bowl can be tipped without it running.", true,
		Play{30, 60, "The foam falls: whisk it last, and whisk again what has fallen."}},
	{"goop", "Goops and muds", 1.2,
		"Roll a ball: it is firm while it is rolled and runs through the fingers when the hand opens.", true,
		Play{60, 60, "The starch settles: stir it up from the bottom before play."}},
	{"gel", "Gels", 1.05, "Press with a fork: it breaks softly and does not bounce back.", false,
		Play{60, 60, "This slumps where it is warm: cover it until play."}},
	{"dry", "Coloured dry fillers", 0.8, "Rub a pinch on white paper: no colour comes off and nothing sticks together.",
		true, Play{}},
	{"noodles", "Noodles and pearls", 0.65,
		"Squash one between finger and thumb: it gives all the way through, with no hard core.", false,
		Play{60, 60, "If they stick as they dry, a few drops of oil part them."}},
	{"ice", "Ice", 0.92, "Tap the middle: it sounds solid and nothing moves inside.", false, Play{}},
	{"tray", "Trays", 0.65, "Draw a line: it shows the tray and its edges stand.", true, Play{}},
	{"paint", "Paints", 1.05, "Drag a finger: the line stays open and does not run when the paper is tilted.", true,
		Play{60, 60, "A skin forms: cover it until play."}},
	{"bottle", "Bottles", 1, "Turn it over and squeeze: not a drop comes out at the lid.", false, Play{}},
	{"bag", "Bags", 1, "Lay it flat and press along the seams: dry to the touch, and a finger still draws through.",
		false, Play{}},
}

// Kinds returns every kind in the order of the book. The slice must not be changed.
func Kinds() []Kind { return kinds }

// KindOf returns the kind with the given id; a dough for one that is not known.
func KindOf(id string) Kind {
	for _, k := range kinds {
		if k.ID == id {
			return k
		}
	}
	return kinds[0]
}

// Density returns what a volume of the made mix weighs: that of the thing it is like where
// that is poured, else that of its kind.
func (r Recipe) Density() unit.Density {
	if r.Like.Density.Known() {
		return r.Like.Density
	}
	return unit.GramsPerMillilitre(KindOf(r.Kind).density)
}

// OfItsKind returns a recipe of a centre's own with the form of its kind. What is poured or spread is,
// in the hand, what most of it is; a dough and what is worked like one needs nothing to be
// like.
func (r Recipe) OfItsKind() Recipe {
	switch r.Kind {
	case "sand":
		r.Extra.Form, r.Extra.Traits = material.Powder, material.TraitsOf(material.Slippery)
	case "goop", "foam", "paint":
		r.Extra.Traits = material.TraitsOf(material.Slippery)
	case "dry", "tray":
		most := -1
		for i, l := range r.Lines {
			if l.Item.Facts.Form != material.Liquid && (most < 0 || l.Mass().Grams() > r.Lines[most].Mass().Grams()) {
				most = i
			}
		}
		if most >= 0 {
			r.Like = r.Lines[most].Item
		}
	}
	return r
}
