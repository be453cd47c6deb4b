package plan

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/gauge"
	"emblo/core/recipe"
	"emblo/core/safety"
	"emblo/core/sums"
	"emblo/core/unit"
	"emblo/core/vessel"
)

// Worked by hand from common practice: beads in a tub, flour in a tray, dough by its balls, rings on a
// stem.
func TestWorkedValues(t *testing.T) {
	bead := gauge.Must(gauge.Sphere, 12).Volume()
	assert.InDelta(t, 3.6, bead.Times(4000).Litres(), 0.05, "4,000 gel beads of 12 mm")
	assert.InDelta(t, 6.0, bead.Times(4000/packing).Litres(), 0.05, "loose")
	tray, err := vessel.NewTub("t", "Flour tray", 300, 200, 300, 200, 25)
	require.NoError(t, err)
	for mm, grams := range map[float64]float64{3: 95, 6: 190} {
		a, err := reckon(at(Fill{Layers: []Layer{layer(t, "plain flour", mm)}, Tub: tray, Use: safety.Open, Count: 1}),
			nursery(t, nil, 50), unit.StandardSet(unit.Metric))
		require.NoError(t, err)
		assert.InDelta(t, grams, a.Fill.InAll().Grams(), 0.5)
	}
	dough := recipe.Recipe{Kind: "dough"}.Density()
	assert.InDelta(t, 511, dough.MassOf(gauge.Must(gauge.Sphere, 20).Volume().Times(100)).Grams(), 0.5,
		"100 balls of 20 mm")
	assert.InDelta(t, 40, dough.MassOf(gauge.Must(gauge.Sphere, 25).Volume().Times(4)).Grams(), 0.5, "four of 25 mm")
	silky, _ := recipe.Standard().Get("silky-dough")
	var batch unit.Mass
	for _, l := range silky.Lines {
		batch = batch.Plus(l.Mass())
	}
	assert.InDelta(t, 492, batch.Grams(), 0.5, "two cups of starch to one of conditioner")
	assert.InDelta(t, 3.41, 14*120/batch.Grams(), 0.005)
	for hole, want := range map[float64]gauge.Passing{12: gauge.Goes, 8.2: gauge.Wedges, 6: gauge.Stays} {
		rings, over, err := sums.Stem(unit.Millimetres(260), unit.Millimetres(5), unit.Millimetres(hole),
			unit.Millimetres(8), false)
		require.NoError(t, err)
		assert.Equal(t, 52, rings)
		assert.Equal(t, want, over, hole)
	}
}
