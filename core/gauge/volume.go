package gauge

import (
	"math"

	"emblo/core/unit"
)

// fullnessOfIrregular is how much of its box an irregular thing takes up at least (convention: a
// cone or a shell takes up a quarter of it or more).
const fullnessOfIrregular = 0.25

// Volume returns how much room the solid takes up (geometry handbooks); of an irregular thing the
// least that is usual, and nothing where it has not been measured.
func (s Solid) Volume() unit.Volume {
	a, b, c := s.size[0], s.size[1], s.size[2]
	switch s.kind {
	case Sphere:
		return unit.CubicMillimetres(math.Pi / 6 * a * a * a)
	case Ellipsoid:
		return unit.CubicMillimetres(math.Pi / 6 * a * b * c)
	case Cylinder:
		return unit.CubicMillimetres(math.Pi / 4 * a * a * b)
	case Capsule:
		return unit.CubicMillimetres(math.Pi/4*a*a*(b-a) + math.Pi/6*a*a*a)
	case Cone:
		return unit.CubicMillimetres(math.Pi / 12 * a * a * b)
	case Box:
		return unit.CubicMillimetres(a * b * c)
	case Irregular:
		return unit.CubicMillimetres(fullnessOfIrregular * a * b * c)
	}
	return unit.Volume{}
}
