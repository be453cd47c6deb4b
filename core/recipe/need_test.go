package recipe

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/unit"
)

func TestNeedsRefuseSlips(t *testing.T) {
	for words, n := range map[string]Need{
		"1 to 200 children":       Children{Months: make([]int, 10_000)},
		"a portion must be":       Children{Months: []int{40}, Portion: unit.OfMass(unit.Grams(-3))},
		"not a shape":             Shapes{{"cube", []float64{10}, 1}},
		"takes 2 lengths":         Shapes{{Snake, []float64{10}, 1}},
		"between 1 and 500":       Shapes{{Ball, []float64{10}, 0}},
		"a length is between":     Shapes{{Ball, []float64{math.NaN()}, 1}},
		"what is to be formed":    Shapes{},
		"10 mL to 200 L":          Filled{},
		"say how many grams":      Weight{},
		"spare is between 0 and ": nil,
	} {
		spare := 0.0
		if n == nil {
			n, spare = Weight{unit.Grams(10)}, 1.5
		}
		_, err := Required(n, stove(t), spare)
		assert.ErrorContains(t, err, words)
	}
}

// Worked by hand, dough at 1.22 g/mL: twelve 40 mm balls are 12 x 33.51 mL; a 2 m line of
// 20 mm rope is 628.3 mL; two slabs of 100 x 80 x 10 mm are 160 mL. Four children of 20, 30,
// 40 and 80 months have 80 + 80 + 120 + 150 g, and a tenth to spare.
func TestNeedsWorkedByHand(t *testing.T) {
	mass := func(n Need, spare float64) float64 {
		m, err := Required(n, stove(t), spare)
		require.NoError(t, err)
		return m.Grams()
	}
	assert.InDelta(t, 1.22*12*33.5103, mass(Shapes{{Ball, []float64{40}, 12}}, 0), 0.01)
	assert.InDelta(t, 1.22*628.3185, mass(Shapes{{WallLine, []float64{20, 2000}, 1}}, 0), 0.01)
	assert.InDelta(t, 1.22*(628.3185+160), mass(Shapes{{Snake, []float64{20, 2000}, 1}, {Slab, []float64{100, 80, 10},
		2}}, 0), 0.01)
	assert.InDelta(t, 430*1.1, mass(Children{Months: []int{20, 30, 40, 80}}, 0.1), 1e-9)
	assert.InDelta(t, 4*50, mass(Children{Months: []int{20, 30, 40, 80}, Portion: unit.OfMass(unit.Grams(50))},
		0), 1e-9)
	assert.InDelta(t, 2000*1.22, mass(Filled{unit.Litres(2)}, 0), 1e-9)
}

// Common practice, quoted from the trade: two cups of starch to one of conditioner serve 14
// children of 35 g; four parts water to one of soap; eight of flour to one of oil.
func TestRatiosOfTheTrade(t *testing.T) {
	volumes := func(id string) (a, b float64) {
		r, _ := Standard().Get(id)
		va, _ := r.Lines[0].Item.Density.VolumeOf(r.Lines[0].Mass())
		vb, _ := r.Lines[1].Item.Density.VolumeOf(r.Lines[1].Mass())
		return va.Millilitres(), vb.Millilitres()
	}
	for id, ratio := range map[string]float64{"silky-dough": 2, "soap-foam": 4, "mouldable-sand": 8} {
		a, b := volumes(id)
		assert.InDelta(t, ratio, a/b, ratio*0.04, id)
	}
}

// Every limit of what is asked for is met exactly: the last that is taken, and the first that is not.
func TestLimitsOfANeedAreMetExactly(t *testing.T) {
	r := stove(t)
	mass := func(n Need) error { _, err := n.Mass(r); return err }
	required := func(spare float64) error { _, err := Required(Weight{unit.Grams(100)}, r, spare); return err }
	for name, row := range map[string]struct{ last, first error }{
		"length, least": {mass(Shapes{{Ball, []float64{1}, 1}}), mass(Shapes{{Ball, []float64{0.99}, 1}})},
		"length, most": {mass(Shapes{{Snake, []float64{10, maxShapeMM}, 1}}),
			mass(Shapes{{Snake, []float64{10, maxShapeMM + 1}, 1}})},
		"pieces": {mass(Shapes{{Ball, []float64{10}, maxShapeCount}}),
			mass(Shapes{{Ball, []float64{10}, maxShapeCount + 1}})},
		"container, least": {mass(Filled{unit.Millilitres(10)}), mass(Filled{unit.Millilitres(9.9)})},
		"container, most":  {mass(Filled{unit.Millilitres(200_000)}), mass(Filled{unit.Millilitres(200_001)})},
		"spare, least":     {required(0), required(-0.01)},
		"spare, most":      {required(MaxSpare), required(MaxSpare + 0.01)},
	} {
		assert.NoError(t, row.last, name)
		assert.Error(t, row.first, name)
	}
	assert.Error(t, required(math.NaN()), "what is no number is not taken")
}
