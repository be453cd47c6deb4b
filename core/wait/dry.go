package wait

import (
	"errors"
	"math"

	"emblo/core/unit"
)

// Dry returns how long so much water takes to leave a wet layer through so much surface, in
// mm2, in a room of a temperature and a relative humidity from 0 to 1. A wet surface gives
// off 25 kg/m2 h for each kg of water that a kg of air could still take up (common practice,
// from open water in still air); as a layer dries from within it takes up to three times as
// long.
func Dry(water unit.Mass, surface, room, humidity float64) (Band, error) {
	switch {
	case !(room >= 0 && room <= 60):
		return Band{}, errors.New("the room must be 0 to 60 °C")
	case !(humidity >= 0 && humidity < 1):
		return Band{}, errors.New("the air must have a humidity below 100 %")
	case !(surface > 0 && water.Grams() >= 0):
		return Band{}, errors.New("the layer must have a surface")
	}
	const perHour = 25 // kg/m2
	missing := saturated(room) - moisture(humidity*vapour(room))
	hours := water.Grams() / 1000 / (perHour * missing * surface / 1e6)
	return band(hours*3600, 3*hours*3600), nil
}

// vapour returns the pressure of saturated vapour over water in kPa (Magnus formula, as the
// World Meteorological Organization gives it).
func vapour(celsius float64) float64 {
	return 0.6112 * math.Exp(17.62*celsius/(243.12+celsius))
}

// moisture returns the kg of water in a kg of dry air at sea level, for a vapour pressure in
// kPa; saturated is what air holds at most.
func moisture(kPa float64) float64      { return 0.622 * kPa / (101.325 - kPa) }
func saturated(celsius float64) float64 { return moisture(vapour(celsius)) }
