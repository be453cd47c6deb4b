package wait

import (
	"errors"
	"math"
	"slices"

	"emblo/core/unit"
)

// Form is the form of a block that freezes from its surface: how far the cold has to go,
// and the shape factors P and R of Plank's equation.
type Form struct {
	way  float64 // m, the thickness or diameter
	p, r float64
}

// Slab is a layer that loses heat through both faces.
func Slab(thickness unit.Length) Form { return Form{metres(thickness), 1. / 2, 1. / 8} }

// Tray is a layer that loses heat through its upper face alone: a slab twice as thick.
func Tray(depth unit.Length) Form { return Slab(unit.Millimetres(2 * depth.Millimetres())) }

// Rod is a long cylinder.
func Rod(diameter unit.Length) Form { return Form{metres(diameter), 1. / 4, 1. / 16} }

// Ball is a sphere, and a cube within a tenth of it.
func Ball(diameter unit.Length) Form { return Form{metres(diameter), 1. / 6, 1. / 24} }

// Brick is a block by its three edges, in any order (Plank 1941, as food engineering texts give it).
func Brick(a, b, c unit.Length) Form {
	edges := []float64{metres(a), metres(b), metres(c)}
	slices.Sort(edges)
	way := edges[0]
	if !(way > 0) {
		return Form{}
	}
	x, y := edges[2]/way, edges[1]/way
	p := x * y / (2 * (x*y + x + y))
	root := math.Sqrt((x-y)*(x-1) + (y-1)*(y-1))
	if root < 1e-6 { // a cube, where the terms below are 0/0
		return Ball(unit.Millimetres(1000 * way))
	}
	m, n := (x+y+1+root)/3, (x+y+1-root)/3
	side := func(t float64) float64 { // whose limit is 0 where an edge is one of its roots
		if f := (t - 1) * (x - t) * (y - t); f != 0 {
			return f * math.Log(t/(t-1))
		}
		return 0
	}
	return Form{way, p, (side(m)-side(n))/(8*root) + (2*x+2*y-1)/72}
}

func metres(l unit.Length) float64 { return l.Millimetres() / 1000 }

// Ice and the still air of a freezer (ASHRAE Refrigeration).
const (
	iceConductivity = 2.2   // W/m K
	waterDensity    = 1000. // kg/m3
	latentHeat      = 334e3 // J/kg
	iceHeat         = 2.1e3 // J/kg K
	stillAirLeast   = 5.    // W/m2 K
	stillAirMost    = 12.
	// coolingShare is what cooling from 20 degrees to freezing adds.
	coolingShare = 0.25
)

// stuff is what Plank's equation asks of a material.
type stuff struct {
	density, latent, conductivity, freezesAt float64
}

var water = stuff{waterDensity, latentHeat, iceConductivity, 0}

// plank returns the seconds in which a form freezes in air at a temperature, with a
// coefficient of heat transfer in W/m2 K: Plank's equation (1913; ASHRAE Refrigeration).
func (s stuff) plank(f Form, air, transfer float64) float64 {
	return s.density * s.latent / (s.freezesAt - air) * (f.p*f.way/transfer + f.r*f.way*f.way/s.conductivity)
}

// Freeze returns how long water of some temperature takes to freeze through in a form, in a
// freezer of another. It refuses a freezer that does not freeze and water that is frozen.
func Freeze(f Form, waterAt, freezer float64) (Band, error) {
	switch {
	case !(freezer < 0 && freezer >= -60):
		return Band{}, errors.New("the freezer must be colder than 0 °C, and at coldest -60 °C")
	case !(waterAt >= 0 && waterAt <= 100):
		return Band{}, errors.New("the water must be 0 to 100 °C")
	case !(f.way > 0):
		return Band{}, errors.New("the block must have a thickness")
	}
	cooling := 1 + coolingShare*waterAt/20
	return band(cooling*water.plank(f, freezer, stillAirMost), cooling*water.plank(f, freezer, stillAirLeast)), nil
}
