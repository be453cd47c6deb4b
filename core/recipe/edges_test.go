package recipe

import (
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/unit"
)

func drawer(ml ...float64) unit.MeasureSet {
	var all []unit.Measure
	for _, v := range ml {
		all = append(all, unit.NewMeasure("m", unit.Millilitres(v)))
	}
	return unit.NewMeasureSet(unit.Metric, all...)
}

// A child counts 2 to 20 fillings of a measure that small hands fill, 130 mL at the most (common practice), of which
// each ingredient is off by no more than its tolerance.
func TestWhatAChildCounts(t *testing.T) {
	water := Line{Item: must(t, "water")}
	for _, row := range []struct {
		grams, ml float64
		count     int
	}{{260, 130, 2}, {262, 131, 0}, {130, 130, 0}, {100, 5, 20}, {105, 5, 0}, {104.1, 50, 2}, {104.3, 50, 0},
		{96.2, 50, 2}, {96, 50, 0}, {0, 50, 0}} {
		c := Measured{Line: water, Exact: unit.Grams(row.grams)}.card(drawer(row.ml), math.Round)
		assert.Equal(t, row.count, c.Count, "%g g in %g mL", row.grams, row.ml)
		if row.count > 0 {
			assert.InDelta(t, float64(row.count)*row.ml/row.grams-1, c.Off, 0.01)
		}
	}
	both := Measured{Line: water, Exact: unit.Grams(200)}.card(drawer(25, 100), math.Round)
	assert.Equal(t, 2, both.Count, "the largest that will do")
	r := stove(t)
	b, err := Scale(r, unit.Grams(900), drawer(240, 60, 15, 5))
	require.NoError(t, err)
	mixed := 0.0
	for i, c := range b.CountingCards(drawer(100, 25, 10, 2.5)) {
		if c.Count == 0 {
			mixed += b.Amounts[i].Scooped.Grams()
		} else {
			mixed += b.Amounts[i].Exact.Grams() * (1 + c.Off)
		}
	}
	assert.GreaterOrEqual(t, mixed*(1-r.Loss), 900-1e-6, "never short")
}

// What a batch needed is the lower middle of what batches of it took; what is next to nothing or more than half of it
// is a slip, and ready-to-eat flour worked into what was cooked is flour the next time.
func TestWhatIsLearned(t *testing.T) {
	r := stove(t)
	log := func(shares ...float64) (all []Addition) {
		for i, s := range shares {
			all = append(all, Addition{Batch: strings.Repeat("b", i+1), Item: "water", Share: s, Symptom: Crumbly})
		}
		return all
	}
	share := func(all []Learned) float64 {
		if len(all) == 0 {
			return 0
		}
		require.Len(t, all, 1)
		return all[0].Share
	}
	for _, row := range []struct {
		log  []Addition
		want float64
	}{{log(0.02), 0.02}, {log(0.02, 0.04), 0.02}, {log(0.02, 0.04, 0.06), 0.04}, {log(0.5), 0.5}, {log(0.51), 0},
		{log(0), 0},
		{append(log(0.02), Addition{Batch: "b", Item: "water", Share: 0.03}), 0.05},
		{append(log(0.02), Addition{Batch: "c", Item: "plant-oil", Share: 0.01}), 0}} {
		assert.InDelta(t, row.want, share(Learn(r, row.log)), 1e-12, "%+v", row.log)
	}
	flour := Learn(r, []Addition{{Batch: "a", Item: "ready-flour", Share: 0.02}})
	require.Len(t, flour, 1)
	assert.Equal(t, "plain-flour", flour[0].Line.Item.ID)
	with := r.With(flour)
	assert.InDelta(t, r.Lines[0].Mass().Grams()+0.02*r.Made().Grams(), with.Lines[0].Mass().Grams(), 1e-9)
	for i := range r.Lines[1:] {
		assert.Equal(t, r.Lines[i+1].Amount, with.Lines[i+1].Amount)
	}
}

// A dose is what the recipe has most of, in scoops within a tenth of it; salt is no dry dose, acid no wet one.
func TestDosesAreOfTheMix(t *testing.T) {
	r := Recipe{Kind: "dough", Lines: []Line{{Item: must(t, "fine-salt"), Amount: unit.OfMass(unit.Grams(900))},
		{Item: must(t, "cornflour"), Amount: unit.OfMass(unit.Grams(100))}, {Item: must(t, "rice-flour"),
			Amount: unit.OfMass(unit.Grams(101))},
		{Item: must(t, "vinegar"), Amount: unit.OfMass(unit.Grams(500))}, {Item: must(t, "water"),
			Amount: unit.OfMass(unit.Grams(50))},
		{Item: must(t, "plant-oil"), Amount: unit.OfMass(unit.Grams(600))}}}
	for of, want := range map[string]string{"dry": "rice-flour", "wet": "water", "oil": "plant-oil"} {
		l, ok := r.doseOf(of)
		assert.True(t, ok)
		assert.Equal(t, want, l.Item.ID, of)
	}
	_, ok := Recipe{Lines: r.Lines[:1]}.doseOf("dry")
	assert.False(t, ok)
	search := newScoopSearch(drawer(10))
	for grams, scooped := range map[float64]bool{8.9: false, 9.1: true, 10: true, 11: true, 11.3: false} {
		set := drawer(10)
		d := newDose(must(t, "water"), 1, unit.Grams(grams), set, &search)
		assert.Equal(t, scooped, len(d.Scoops) == 1, "%g g in scoops of 10 mL", grams)
		assert.InDelta(t, grams, d.Mass.Grams(), 1e-9)
	}
	assert.Empty(t, Remedies(Recipe{Kind: "foam"}, unit.Grams(100), drawer(10)))
}

// Without a solute water is all free, without water there is none to give.
func TestActivityAtItsEnds(t *testing.T) {
	assert.Equal(t, []float64{1, 1, 0, 0, 1}, []float64{SucroseActivity(0, 100), GlycerolActivity(0, 0),
		SucroseActivity(10, 0), Solution{Salt: 1}.Activity(), Solution{Water: 100}.Activity()})
	assert.InDelta(t, 0.81, GlycerolActivity(50, 50), 0.015, "half glycerol by weight (ASTM D5032, quoted from memory)")
	assert.InDelta(t, 0.753, SaltActivity(9), 0.005, "saturated (Greenspan 1977, quoted from memory)")
	assert.Equal(t, 1.0, SaltActivity(-1))
}
