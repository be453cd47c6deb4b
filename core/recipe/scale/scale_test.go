package scale

import (
	"fmt"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/recipe/sample"
	"emblo/core/unit"
)

// A child counts 2 to 20 fillings of a measure that small hands fill, 130 mL at the most (common practice), of which
// each ingredient is off by no more than its tolerance.
func TestWhatAChildCounts(t *testing.T) {
	water := recipe.Line{Item: sample.Thing("water")}
	for _, row := range []struct {
		grams, ml float64
		count     int
	}{{260, 130, 2}, {262, 131, 0}, {130, 130, 0}, {100, 5, 20}, {105, 5, 0}, {104.1, 50, 2}, {104.3, 50, 0},
		{96.2, 50, 2}, {96, 50, 0}, {0, 50, 0}} {
		c := Measured{Line: water, Exact: unit.Grams(row.grams)}.card(sample.Drawer(row.ml), math.Round)
		assert.Equal(t, row.count, c.Count, "%g g in %g mL", row.grams, row.ml)
		if row.count > 0 {
			assert.InDelta(t, float64(row.count)*row.ml/row.grams-1, c.Off, 0.01)
		}
	}
	both := Measured{Line: water, Exact: unit.Grams(200)}.card(sample.Drawer(25, 100), math.Round)
	assert.Equal(t, 2, both.Count, "the largest that will do")
	r := sample.StoveDough()
	b, err := For(r, unit.Grams(900), sample.Drawer(240, 60, 15, 5))
	require.NoError(t, err)
	mixed := 0.0
	for i, c := range b.CountingCards(sample.Drawer(100, 25, 10, 2.5)) {
		if c.Count == 0 {
			mixed += b.Amounts[i].Scooped.Grams()
		} else {
			mixed += b.Amounts[i].Exact.Grams() * (1 + c.Off)
		}
	}
	assert.GreaterOrEqual(t, mixed*(1-r.Loss), 900-1e-6, "never short")
}

// A batch of fewer scoops is found also where it fits in a sliver of the scales: this one between two that lie less
// than a hundred thousandth apart.
func TestABatchThatFitsInASliver(t *testing.T) {
	line := func(id string, density, grams float64) recipe.Line {
		return recipe.Line{Item: material.Item{ID: id, Density: unit.GramsPerMillilitre(density)},
			Amount: unit.OfMass(unit.Grams(grams))}
	}
	r := recipe.Recipe{Name: "x", Lines: []recipe.Line{line("a", 0.8046360015869141, 19.78125), line("b", 1.16396164894104,
		41.2716064453125)}}
	b, err := For(r, r.Made().Times(1.25), sample.Drawer(60, 25, 7))
	require.NoError(t, err)
	assert.True(t, b.Enough && b.Within())
	assert.Equal(t, 4, b.Movements)
}

// Worked by hand: 15 children at 120 g need 1,800 g made. The base batch mixes
// 250 + 473 + 146 + 27 + 18 = 914 g and keeps 95 % of it, 868.3 g, so at least
// 1,800 / 868.3 = 2.073 batches are needed: 518.3 g flour and 302.7 g salt.
func TestScaleStoveDoughForFifteen(t *testing.T) {
	b, err := For(sample.StoveDough(), unit.Grams(1800), unit.StandardSet(unit.US))
	require.NoError(t, err)
	assert.InDelta(t, 1800, b.Need.Grams(), 1e-9)
	assert.GreaterOrEqual(t, b.Made.Grams(), 1800.0)
	assert.GreaterOrEqual(t, b.Factor, 2.0730)
	assert.LessOrEqual(t, b.Factor, 2.0730*(1+Allowance)+1e-3)
	assert.InDelta(t, 250*b.Factor, b.Amounts[0].Exact.Grams(), 1e-9)
	assert.LessOrEqual(t, b.Movements, 21)
	for _, a := range b.Amounts {
		assert.True(t, a.Within, a.Line.Item.Name)
	}
}

func BenchmarkScale(b *testing.B) {
	r, set := sample.StoveDough(), unit.StandardSet(unit.US)
	for b.Loop() {
		For(r, unit.Grams(1800), set)
	}
}

func ExampleFor() {
	r, _ := recipe.Standard().Get("stove-dough")
	b, _ := For(r, unit.Grams(1800), unit.StandardSet(unit.US))
	for _, a := range b.Amounts {
		fmt.Printf("%s: %s,", a.Line.Item.Name, a.Exact)
		for _, s := range a.Scoops {
			fmt.Printf(" %d x %s", s.Count, s.Measure.Label())
		}
		fmt.Println()
	}
	// Output:
	// Plain flour: 518 g, 4 x 1 cup 1 x 1/4 cup
	// Water: 981 g, 4 x 1 cup 1 x 1/4 cup
	// Fine salt: 303 g, 1 x 1 cup
	// Plant oil: 56 g, 1 x 1/4 cup
	// Cream of tartar: 37 g, 1 x 1/4 cup
}

// Three parts of a 3 L pot at two thirds hold 2 L, 2,440 g of dough: 2.6 kg take two equal
// batches. Whisked foam is nine parts air, so it takes far more room than it weighs.
func TestPots(t *testing.T) {
	r := sample.StoveDough()
	p, err := SplitIntoPots(r, unit.Grams(2600), unit.Litres(3))
	require.NoError(t, err)
	assert.Equal(t, 2, p.Count)
	assert.InDelta(t, 1300, p.Each.Grams(), 1e-9)
	assert.InDelta(t, 1300/1.22/3000, p.Full, 1e-9)
	p, _ = SplitIntoPots(r, unit.Grams(2440), unit.Litres(3))
	assert.Equal(t, 1, p.Count)
	assert.Equal(t, "24 to 36 drops", Colours[0].For(unit.Grams(600)).Say().String())
	assert.Equal(t, "4 to 6 mL", Colours[0].For(unit.Grams(1820)).Say().String(), "73 to 109 drops at 20 to the mL")
	assert.Equal(t, "1 drop", Drops{1, 1}.Say().String())
	foam, _ := recipe.Standard().Get("soap-foam")
	p, _ = SplitIntoPots(foam, unit.Grams(600), unit.Litres(3))
	assert.GreaterOrEqual(t, p.Count, 2)
	_, err = SplitIntoPots(r, unit.Grams(10), unit.Millilitres(5))
	assert.ErrorContains(t, err, "a pot holds between")
}
