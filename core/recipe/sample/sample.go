// Package sample has what the tests of the rooms of a recipe begin from. Its functions panic where the shelf or the
// book has not what they name.
package sample

import (
	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/unit"
)

// Thing returns a thing of the shelf.
func Thing(id string) material.Item {
	it, ok := material.Standard().Get(id)
	if !ok {
		panic("sample: nothing on the shelf is " + id)
	}
	return it
}

// StoveDough returns the stove dough of the book.
func StoveDough() recipe.Recipe {
	r, ok := recipe.Standard().Get("stove-dough")
	if !ok {
		panic("sample: the book has no stove dough")
	}
	return r
}

// Drawer returns a set of measures that hold so many mL each.
func Drawer(ml ...float64) unit.MeasureSet {
	all := make([]unit.Measure, len(ml))
	for i, v := range ml {
		all[i] = unit.NewMeasure("m", unit.Millilitres(v))
	}
	return unit.NewMeasureSet(unit.Metric, all...)
}
