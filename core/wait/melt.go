package wait

import (
	"errors"

	"emblo/core/unit"
)

// Around is what heat comes or goes through, as its least and most coefficient of heat
// transfer in W/m2 K (common practice).
type Around struct{ least, most float64 }

// Where ice lies or a dough cools.
var (
	InAir   = Around{5, 15}
	InWater = Around{100, 500}
)

// Melt returns how long a mass of ice of some temperature lasts with so much surface, in
// mm2, in a room or water of another: the heat to warm and to melt it over what passes its
// surface. The surface shrinks as it melts, so the band is the ice that is still played
// with, and the last of it lasts longer.
func Melt(ice unit.Mass, surface, iceAt, around float64, in Around) (Band, error) {
	switch {
	case !(around > 0 && around <= 60):
		return Band{}, errors.New("what is around the ice must be warmer than 0 °C, and at most 60 °C")
	case !(iceAt <= 0 && iceAt >= -60):
		return Band{}, errors.New("the ice must be -60 to 0 °C")
	case !(surface > 0 && ice.Grams() > 0):
		return Band{}, errors.New("the ice must have a mass and a surface")
	}
	heat := ice.Grams() / 1000 * (latentHeat - iceHeat*iceAt)
	flow := surface / 1e6 * around
	return band(heat/(in.most*flow), heat/(in.least*flow)), nil
}
