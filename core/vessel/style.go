package vessel

import (
	"emblo/core/say"
	"emblo/core/unit"
)

// Style is a way to play in a vessel with the depth that it takes (common practice).
type Style struct {
	Words say.Text
	Depth unit.Length
}

// styles of an open vessel, deepest first: the middle of what is usual.
var styles = []Style{
	{"dig and bury", unit.Millimetres(80)},
	{"scoop", unit.Millimetres(40)},
	{"soft marks", unit.Millimetres(6)},
	{"marks that show the floor", unit.Millimetres(3)},
}

// bagStyles are those of a bag.
var bagStyles = []Style{
	{"thick layer", unit.Millimetres(10)},
	{"thin layer", unit.Millimetres(5)},
}

// Styles returns the ways to play that a vessel is deep enough for, deepest first. One that asks
// for more than the deepest fill is offered at that where it is nearly enough.
func (v Vessel) Styles() []Style {
	switch v.shape {
	case Bag:
		return bagStyles
	case Bottle, Cells, OnWall:
		return nil
	}
	deepest := v.Deepest(Open).Millimetres()
	var fit []Style
	for _, s := range styles {
		switch mm := s.Depth.Millimetres(); {
		case mm <= deepest:
			fit = append(fit, s)
		case mm*nearly <= deepest:
			fit = append(fit, Style{s.Words, unit.Millimetres(deepest)})
		}
	}
	return fit
}

// nearly is the share of a style's depth that still plays like it: digging begins at 60 of 80 mm.
const nearly = 0.75
