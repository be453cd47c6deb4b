package gauge

import (
	"math"

	"emblo/core/unit"
)

// Way is what a piece is to go through.
type Way uint8

// The ways.
const (
	Hole Way = iota // a round hole, tube or funnel
	Lane            // between two walls, in any position
)

// Passing is how a piece goes through a way.
type Passing uint8

// The answers. The zero value is "not measured".
const (
	NotMeasured Passing = iota
	Goes                // clear by a tenth of the piece or more
	Push                // soft, and within a tenth either way
	Wedges              // hard, and within a tenth either way
	Stays               // larger than that
	Perhaps             // the sizes of the thing differ, or its shape is not known well enough
)

// clearance is the share of a piece by which a way must be wider for it to go, or narrower for it to
// stay out (common practice).
const clearance = 0.1

// Through returns how pieces from the smallest to the largest go through a way that is so wide.
func Through(smallest, largest Solid, soft bool, w Way, width unit.Length) Passing {
	least, _ := smallest.narrowest(w)
	_, most := largest.narrowest(w)
	const slack = 1e-9 // of rounding
	mm := width.Millimetres() + slack
	switch within := most <= mm/(1-clearance) && least >= mm/(1+clearance); {
	case !smallest.Known() || !largest.Known():
		return NotMeasured
	case mm >= most*(1+clearance):
		return Goes
	case mm < least*(1-clearance):
		return Stays
	case within && soft:
		return Push
	case within:
		return Wedges
	}
	return Perhaps
}

// narrowest returns how wide a way has to be for a solid to go through in the best position, in mm:
// the smallest circle round any of its shadows for a hole, its least width for a lane. The two
// bounds differ for an irregular thing, of whose outline only the narrowest width is known, and for
// a cone in a lane.
func (s Solid) narrowest(w Way) (least, most float64) {
	short, middle, _ := s.Extents()
	a, b := s.size[0], s.size[1]
	if w == Lane {
		if s.kind == Cone { // leaning on its side it is narrower than its box
			return short * math.Cos(math.Atan2(a/2, b)), short
		}
		return short, short
	}
	switch s.kind {
	case Sphere, Cylinder, Capsule, Cone:
		return a, a
	case Ellipsoid:
		return middle, middle
	case Box:
		return math.Hypot(short, middle), math.Hypot(short, middle)
	}
	return middle, math.Hypot(short, middle)
}
