package vessel

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"emblo/core/unit"
)

// An offer never takes more than there is nor asks for more turns than it says, fills no vessel too deep, and is there
// whenever it is there for less.
func TestOffersTakeWhatThereIs(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		children := rapid.IntRange(1, 30).Draw(t, "children")
		ml := rapid.Float64Range(10, 60000).Draw(t, "mL")
		o, ok := From(unit.Millilitres(ml), children)
		more, also := From(unit.Millilitres(ml*1.5), children)
		if !ok {
			return
		}
		assert.LessOrEqual(t, o.takes(), ml+1e-6)
		assert.NoError(t, o.CheckDepth(o.Depth, Open))
		assert.Equal(t, o.Vessel.Turns(children, o.Tubs), o.Turns)
		assert.LessOrEqual(t, o.Turns, 3)
		assert.True(t, also)
		if o.Depth.Millimetres() >= 20 {
			assert.LessOrEqual(t, more.Turns, o.Turns)
		}
	})
}

// By hand: a box lid of 560 by 370 mm takes 1.24 L to 6 mm, three of them 3.7 L, and have 15 places of 350 mm rim; a
// bowl of 280 mm across has two.
func ExampleFrom() {
	for _, of := range []struct {
		litres   float64
		children int
	}{{4.7, 6}, {4.7, 15}, {0.6, 2}, {0.6, 15}} {
		o, ok := From(unit.Millilitres(of.litres*1000), of.children)
		fmt.Println(of.litres, "L for", of.children, ok, o.ID, o.Tubs, o.Depth.Millimetres(), "mm", o.Turns)
	}
	// Output:
	// 4.7 L for 6 true dish-tub 2 27 mm 1
	// 4.7 L for 15 true box-lid 3 6 mm 1
	// 0.6 L for 2 true mixing-bowl 1 38 mm 1
	// 0.6 L for 15 false  0 0 mm 0
}
