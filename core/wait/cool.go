package wait

import (
	"errors"
	"math"
	"time"

	"emblo/core/unit"
)

// doughHeat is what warming a moist dough takes (common practice: that of bread dough).
const doughHeat = 3.0e3 // J/kg K

// newton returns how many time constants pass while something cools from one temperature
// to another in a third (Newton's law of cooling).
func newton(from, to, around float64) float64 { return math.Log((from - around) / (to - around)) }

// Cool returns how long a warm mix takes to reach a temperature, with so much surface in
// mm2 open to the air of a room. The surface is cooler than the middle, so the middle is
// tried with a thermometer.
func Cool(mix unit.Mass, surface, from, to, room float64) (Band, error) {
	switch {
	case !(room >= -30 && to > room && from >= to && from <= 120):
		return Band{}, errors.New("it cools from at most 120 °C to what is warmer than the air around it")
	case !(surface > 0 && mix.Grams() > 0):
		return Band{}, errors.New("the mix must have a mass and a surface")
	}
	constants := newton(from, to, room) * mix.Grams() / 1000 * doughHeat / (surface / 1e6)
	return band(constants/InAir.most, constants/InAir.least), nil
}

// Gel is what sets as it cools: from the temperature at which it begins to, and for how
// long it then rests.
type Gel struct {
	at   float64
	rest time.Duration
}

// Gels of the kitchen (manufacturers' sheets; the rest is common practice).
var (
	Agar     = Gel{35, 20 * time.Minute}
	Gelatine = Gel{12, 3 * time.Hour}
	Starch   = Gel{30, 30 * time.Minute}
)

// Set returns how long a gel takes to set from a temperature, with so much surface in mm2
// open to air of another: it cools, and then rests as long again at most.
func Set(g Gel, mix unit.Mass, surface, from, air float64) (Band, error) {
	cooling, err := Cool(mix, surface, max(from, g.at), g.at, air)
	if err != nil {
		return Band{}, err
	}
	return Band{min(cooling.Least+g.rest, longest), min(cooling.Most+2*g.rest, longest)}, nil
}
