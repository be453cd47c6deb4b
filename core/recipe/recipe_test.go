package recipe

import (
	"fmt"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/material"
	"emblo/core/unit"
)

func stove(t testing.TB) Recipe {
	r, ok := Standard().Get("stove-dough")
	require.True(t, ok)
	return r
}

func TestBookHoldsItsOwnRules(t *testing.T) {
	b, err := ReadBook(bookJSON, material.Standard())
	require.NoError(t, err)
	require.GreaterOrEqual(t, len(b.Recipes()), 40)
	const line = `"lines":[{"item":"water","g":1}],"steps":[{"text":"stir","min":1}],"keeps":"k","basis":"b"`
	for fault, row := range map[string]string{
		"is not on the shelf": `{"id":"x","name":"X","kind":"dough","lines":[{"item":"gold","g":1}],"steps":[{"text":"s"}],"keeps":"k","basis":"b"}`,
		"mass above 0 g":      `{"id":"x","name":"X","kind":"dough","lines":[{"item":"water","g":0}],"steps":[{"text":"s"}],"keeps":"k","basis":"b"}`,
		"needs ingredients":   `{"id":"x","name":"X","kind":"dough","lines":[],"keeps":"k","basis":"b"}`,
		"share from 0 to 1":   `{"id":"x","name":"X","kind":"dough","loss":1,` + line + `}`,
		"a basis":             `{"id":"x","name":"X","kind":"dough"}`,
		`"x" is there twice`:  `{"id":"x","name":"X","kind":"dough",` + line + `},{"id":"x","name":"X","kind":"dough",` + line + `}`,
	} {
		_, err := ReadBook([]byte("["+row+"]"), material.Standard())
		assert.ErrorContains(t, err, fault)
	}
}

// Worked by hand: 15 children at 120 g need 1,800 g made. The base batch mixes
// 250 + 473 + 146 + 27 + 18 = 914 g and keeps 95 % of it, 868.3 g, so at least
// 1,800 / 868.3 = 2.073 batches are needed: 518.3 g flour and 302.7 g salt.
func TestScaleStoveDoughForFifteen(t *testing.T) {
	b, err := Scale(stove(t), 15, unit.Grams(120), unit.StandardSet(unit.US))
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

// Salt in a 10 g taste of stove dough, by hand: 146 g in 914 x 0.95 = 868.3 g is 16.81 %;
// 10 g hold 1.681 g salt, times 22.990/58.443 is 661 mg sodium.
func TestFactsOfStoveDough(t *testing.T) {
	f := stove(t).Facts(unit.Grams(120))
	salt, known := f.Salt.Get()
	require.True(t, known)
	assert.InDelta(t, 0.1681, salt, 1e-4)
	assert.Equal(t, "wheat, gluten", f.Allergens.String())
	assert.False(t, f.Traits.Any(material.RawFlour), "the mix is heated to 80 C")
	assert.True(t, f.Traits.Has(material.Food))

	cold, _ := Standard().Get("cold-dough")
	assert.True(t, cold.Facts(unit.Grams(120)).Traits.Has(material.RawFlour))
	silky, _ := Standard().Get("silky-dough")
	traits := silky.Facts(unit.Grams(120)).Traits
	assert.True(t, traits.Has(material.NotFood|material.RawFlour))
	assert.False(t, traits.Has(material.Food))
}

func TestScaleKeepsRatiosAndIsNeverShort(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := rapid.SampledFrom(Standard().Recipes()).Draw(t, "recipe")
		children := rapid.IntRange(1, 60).Draw(t, "children")
		portion := unit.Grams(rapid.Float64Range(20, 250).Draw(t, "portion"))
		set := unit.StandardSet(unit.System(rapid.IntRange(1, 3).Draw(t, "system")))
		b, err := Scale(r, children, portion, set)
		require.NoError(t, err)
		for _, a := range b.Amounts {
			assert.InDelta(t, a.Line.Mass.Over(r.Mixed()), a.Exact.Over(r.Mixed().Times(b.Factor)), 1e-9)
			limit := Tolerance
			if a.Line.Strong {
				limit = StrongTolerance
			}
			assert.Equal(t, math.Abs(a.Off) <= limit+1e-9, a.Within)
		}
		assert.GreaterOrEqual(t, b.Made.Grams(), b.Need.Grams()-1e-6)
		assert.LessOrEqual(t, b.Factor, b.Need.Over(r.Made())*(1+Allowance)+1e-9)
	})
}

// The branch and bound is never beaten by trying everything.
func TestFewestScoopsMatchesBruteForce(t *testing.T) {
	set := unit.NewMeasureSet(unit.Metric,
		unit.NewMeasure("a", unit.Millilitres(50)), unit.NewMeasure("b", unit.Millilitres(20)),
		unit.NewMeasure("c", unit.Millilitres(7)), unit.NewMeasure("d", unit.Millilitres(3)))
	rapid.Check(t, func(t *rapid.T) {
		ml := rapid.Float64Range(3, 180).Draw(t, "ml")
		tolerance := rapid.Float64Range(0.005, 0.1).Draw(t, "tolerance")
		fewest := math.MaxInt
		for a := range 5 {
			for b := range 12 {
				for c := range 30 {
					for d := range 70 {
						sum := float64(50*a + 20*b + 7*c + 3*d)
						if math.Abs(sum-ml) <= ml*tolerance {
							fewest = min(fewest, a+b+c+d)
						}
					}
				}
			}
		}
		got, sum := 0, 0.0
		for i, n := range fewestScoops(ml, tolerance, set) {
			got += n
			sum += float64(n) * set.At(i).Volume().Millilitres()
		}
		if fewest == math.MaxInt {
			assert.Greater(t, math.Abs(sum-ml), ml*tolerance)
			return
		}
		assert.Equal(t, fewest, got)
		assert.LessOrEqual(t, math.Abs(sum-ml), ml*tolerance+1e-9)
	})
}

func TestScaleRefusesSlips(t *testing.T) {
	_, err := Scale(stove(t), 0, unit.Grams(120), unit.StandardSet(unit.US))
	assert.ErrorContains(t, err, "at least 1 child")
	for _, g := range []float64{0, -5, math.NaN(), 20000} {
		_, err = Scale(stove(t), 5, unit.Grams(g), unit.StandardSet(unit.US))
		assert.ErrorContains(t, err, "a portion must be between")
	}
}

func BenchmarkScale(b *testing.B) {
	r, set := stove(b), unit.StandardSet(unit.US)
	for b.Loop() {
		Scale(r, 15, unit.Grams(120), set)
	}
}

func ExampleScale() {
	r, _ := Standard().Get("stove-dough")
	b, _ := Scale(r, 15, unit.Grams(120), unit.StandardSet(unit.US))
	for _, a := range b.Amounts {
		fmt.Printf("%s: %s,", a.Line.Item.Name, a.Exact)
		for _, s := range a.Scoops {
			fmt.Printf(" %d x %s", s.Count, s.Measure.Label())
		}
		fmt.Println()
	}
	// Output:
	// Plain flour: 522 g, 4 x 1 cup 1 x 1/4 cup
	// Water: 988 g, 4 x 1 cup 1 x 1/4 cup
	// Fine salt: 305 g, 1 x 1 cup
	// Plant oil: 56 g, 1 x 1/4 cup
	// Cream of tartar: 38 g, 1 x 1/4 cup
}
