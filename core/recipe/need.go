package recipe

import (
	"fmt"
	"math"

	"emblo/core/unit"
)

// Limits on what is asked for: a slip of the keyboard is refused by name.
const (
	MaxChildren = 200
	MinPortion  = 1.0    // g
	MaxPortion  = 2000.0 // g
	MaxSpare    = 1.0    // a share: as much again
)

// Need is one way of saying how much of a mix is wanted.
type Need interface {
	// Mass returns how much of the recipe is to be made; an error is a clause.
	Mass(r Recipe) (unit.Mass, error)
}

// Children needs a portion for every child, of the given ages in months: that of each child's age where
// Portion is not known.
type Children struct {
	Months  []int
	Portion unit.Amount
}

// Mass adds up the portions.
func (c Children) Mass(Recipe) (unit.Mass, error) {
	portion, named := c.Portion.Mass()
	switch g := portion.Grams(); {
	case len(c.Months) < 1 || len(c.Months) > MaxChildren:
		return unit.Mass{}, fmt.Errorf("there must be 1 to %d children to scale for, not %d", MaxChildren,
			len(c.Months))
	case named && !(g >= MinPortion && g <= MaxPortion):
		return unit.Mass{}, fmt.Errorf("a portion must be between %g and %g g", MinPortion, MaxPortion)
	}
	var sum unit.Mass
	for _, months := range c.Months {
		if named {
			sum = sum.Plus(portion)
		} else {
			sum = sum.Plus(DefaultPortion(months))
		}
	}
	return sum, nil
}

// DefaultPortion is what one child of the given months has of a mix unless somebody says
// otherwise: 80 g from 1 to 2 years, 120 g from 3 to 5, 150 g older (common practice).
func DefaultPortion(months int) unit.Mass {
	switch {
	case months < 36:
		return unit.Grams(80)
	case months < 72:
		return unit.Grams(120)
	}
	return unit.Grams(150)
}

// Mould is a form that mixes are brought into.
type Mould string

// The moulds and the lengths that they need, in mm.
const (
	Ball     Mould = "ball"  // across
	Snake    Mould = "snake" // across, long
	Slab     Mould = "slab"  // long, wide, thick
	WallLine Mould = "line"  // a rope of dough along a wall: across, long
)

// mouldLengths is how many lengths each mould has.
var mouldLengths = map[Mould]int{Ball: 1, Snake: 2, Slab: 3, WallLine: 2}

// Shape is so many pieces of one mould.
type Shape struct {
	Mould   Mould
	Lengths []float64 // mm, as the mould says
	Count   int
}

// Limits on shapes.
const (
	maxShapeMM    = 20000.0 // a wall line
	maxShapeCount = 500
)

// Volume returns the volume of all the pieces: pi d³/6 for a ball, pi d² L/4 for a snake or
// a line, l w t for a slab. An error is a clause.
func (s Shape) Volume() (unit.Volume, error) {
	n, ok := mouldLengths[s.Mould]
	switch {
	case !ok:
		return unit.Volume{}, fmt.Errorf("%q is not a shape: use ball, snake, slab or line", string(s.Mould))
	case len(s.Lengths) != n:
		return unit.Volume{}, fmt.Errorf("a %s takes %d lengths in mm", s.Mould, n)
	case s.Count < 1 || s.Count > maxShapeCount:
		return unit.Volume{}, fmt.Errorf("make between 1 and %d pieces of a shape", maxShapeCount)
	}
	for _, mm := range s.Lengths {
		if !(mm >= 1 && mm <= maxShapeMM) {
			return unit.Volume{}, fmt.Errorf("a length is between 1 mm and %g m, not %g mm", maxShapeMM/1000, mm)
		}
	}
	l := s.Lengths
	var one float64
	switch s.Mould {
	case Ball:
		one = math.Pi * l[0] * l[0] * l[0] / 6
	case Slab:
		one = l[0] * l[1] * l[2]
	default:
		one = math.Pi * l[0] * l[0] / 4 * l[1]
	}
	return unit.CubicMillimetres(one * float64(s.Count)), nil
}

// Shapes needs the mix for what is to be formed of it.
type Shapes []Shape

// Mass weighs the shapes at the density of the mix.
func (ss Shapes) Mass(r Recipe) (unit.Mass, error) {
	if len(ss) == 0 {
		return unit.Mass{}, fmt.Errorf("say what is to be formed: a ball, a snake, a slab or a line along a wall")
	}
	var sum unit.Volume
	for _, s := range ss {
		v, err := s.Volume()
		if err != nil {
			return unit.Mass{}, err
		}
		sum = sum.Plus(v)
	}
	return r.Density().MassOf(sum), nil
}

// Filled needs the mix for a vessel that is filled to a volume.
type Filled struct{ Volume unit.Volume }

// Mass weighs the volume at the density of the mix.
func (f Filled) Mass(r Recipe) (unit.Mass, error) {
	if ml := f.Volume.Millilitres(); !(ml >= 10 && ml <= 200_000) {
		return unit.Mass{}, fmt.Errorf("a container is filled with 10 mL to 200 L, not %g mL", ml)
	}
	return r.Density().MassOf(f.Volume), nil
}

// Weight needs so much of the mix and no more words.
type Weight struct{ Of unit.Mass }

// Mass returns the weight.
func (w Weight) Mass(Recipe) (unit.Mass, error) {
	if !(w.Of.Grams() > 0) {
		return unit.Mass{}, fmt.Errorf("say how many grams to make")
	}
	return w.Of, nil
}

// Required returns the need with something to spare, a share from 0 to MaxSpare.
func Required(n Need, r Recipe, spare float64) (unit.Mass, error) {
	if !(spare >= 0 && spare <= MaxSpare) {
		return unit.Mass{}, fmt.Errorf("spare is between 0 and %g %%", MaxSpare*100)
	}
	m, err := n.Mass(r)
	if err != nil {
		return unit.Mass{}, err
	}
	return m.Times(1 + spare), nil
}
