package stock

import (
	"emblo/core/material"
	"emblo/core/unit"
)

// Reckoned returns what a thing is reckoned in: what goes into a mix or is poured is weighed, what is only
// laid out is counted.
func Reckoned(it *material.Item) unit.Kind {
	for _, part := range []material.Part{material.Ingredient, material.Filler, material.Colour} {
		if it.Plays(part) {
			return unit.ByMass
		}
	}
	return unit.ByCount
}
