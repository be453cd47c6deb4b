package stock

import (
	"fmt"
	"math"

	"emblo/core/material"
	"emblo/core/unit"
)

// Unit is what a thing is reckoned in. The zero value is grams.
type Unit uint8

// The units.
const (
	Grams Unit = iota
	Pieces
)

// String returns "g" or "pieces".
func (u Unit) String() string {
	if u == Pieces {
		return "pieces"
	}
	return "g"
}

// UnitOf returns what a thing is reckoned in: what goes into a mix or is poured is weighed, what is
// only laid out is counted.
func UnitOf(it *material.Item) Unit {
	for _, part := range []material.Part{material.Ingredient, material.Filler, material.Colour} {
		if it.Plays(part) {
			return Grams
		}
	}
	return Pieces
}

// Quantity is so many grams or pieces, 0 or more. The zero value is no grams.
type Quantity struct {
	n  float64
	of Unit
}

// Of returns a quantity; one that is less than nothing is nothing.
func Of(n float64, u Unit) Quantity {
	if !(n > 0) {
		n = 0
	}
	return Quantity{n, u}
}

// Number returns how many grams or pieces it is.
func (q Quantity) Number() float64 { return q.n }

// Unit returns what it is reckoned in.
func (q Quantity) Unit() Unit { return q.of }

// Mass returns a quantity of grams as a mass; of pieces it is none.
func (q Quantity) Mass() unit.Mass {
	if q.of == Pieces {
		return unit.Mass{}
	}
	return unit.Grams(q.n)
}

// Plus returns the sum. Like Minus and Less it panics on quantities of two units, which never belong
// to one thing.
func (q Quantity) Plus(p Quantity) Quantity { return Quantity{q.n + p.same(q), q.of} }

// Minus returns the rest, at least nothing.
func (q Quantity) Minus(p Quantity) Quantity { return Of(q.n-p.same(q), q.of) }

// Less reports whether it is less than another by more than rounding makes: a twentieth of a gram.
func (q Quantity) Less(p Quantity) bool { return q.n < p.same(q)-rounding }

// rounding is what a scale does not show, in g.
const rounding = 0.05

func (q Quantity) same(p Quantity) float64 {
	if q.of != p.of {
		panic(fmt.Sprintf("stock: %s with %s", q.of, p.of))
	}
	return q.n
}

// whole returns it in whole grams or pieces, up.
func (q Quantity) whole() int64 { return int64(math.Ceil(q.n - rounding)) }
