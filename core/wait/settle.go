package wait

import (
	"errors"
	"math"

	"emblo/core/unit"
)

// Grain is a kind of grain that sinks: its density over that of water, and how round it is,
// by the constants of Ferguson and Church (2004).
type Grain struct{ relative, c1, c2 float64 }

// Grains that sink in a bottle.
var (
	Sphere  = Grain{2.65, 18, 0.4}
	Sand    = Grain{2.65, 18, 1.0}
	Glitter = Grain{1.38, 24, 1.2} // flakes of plastic
)

const (
	gravity = 9.81 // m/s2
	// waterViscosity is kinematic, in m2/s, at 20 degrees.
	waterViscosity = 1.0e-6
)

// Speed returns how fast a grain of some size sinks, in mm/s, in a liquid so many times as
// thick as water and as heavy as water (Ferguson and Church 2004, equation 4).
func (g Grain) Speed(size unit.Length, thicker float64) float64 {
	d, r := metres(size), g.relative-1
	return 1000 * r * gravity * d * d / (g.c1*waterViscosity*thicker + math.Sqrt(0.75*g.c2*r*gravity*d*d*d))
}

// Settle returns how long a bottle takes to clear: the grains sink its height, the smallest
// last. A shake leaves swirls, so up to half as long again.
func Settle(g Grain, smallest, height unit.Length, thicker float64) (Band, error) {
	switch {
	case !(smallest.Millimetres() > 0 && height.Millimetres() > 0):
		return Band{}, errors.New("grain and bottle must have a size")
	case !(thicker >= 1 && thicker <= 1e5):
		return Band{}, errors.New("the liquid must be 1 to 100,000 times as thick as water")
	}
	clear := height.Millimetres() / g.Speed(smallest, thicker)
	return band(clear, 1.5*clear), nil
}
