package scale

import (
	"math"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/recipe/sample"
	"emblo/core/unit"
)

// Whatever the recipe, the need and the drawer: ratios are kept, no ingredient is off by
// more than its tolerance or else it is said, and the batch is never short.
func TestScaleKeepsRatiosAndIsNeverShort(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := rapid.SampledFrom(recipe.Standard().Recipes()).Draw(t, "recipe")
		need := unit.Grams(rapid.Float64Range(200, 8000).Draw(t, "need"))
		sold := unit.Sold(unit.System(rapid.IntRange(1, 3).Draw(t, "system")))
		var owned []unit.Measure
		for _, m := range sold {
			if rapid.Bool().Draw(t, m.Label()) {
				owned = append(owned, m)
			}
		}
		b, err := For(r, need, unit.NewMeasureSet(unit.US, owned...))
		require.NoError(t, err)
		for _, a := range b.Amounts {
			require.InDelta(t, a.Line.Mass().Over(r.Mixed()), a.Exact.Over(r.Mixed().Times(b.Factor)), 1e-9)
			require.Equal(t, math.Abs(a.Off) <= tolerance(&a.Line)+1e-9, a.Within)
			if a.Within && len(a.Scoops) > 0 {
				require.InDelta(t, a.Exact.Grams()*(1+a.Off), a.Scooped.Grams(), 1e-6)
			}
		}
		require.True(t, b.Enough)
		require.GreaterOrEqual(t, b.Made.Grams(), need.Grams()-1e-5)
		least := need.Over(r.Made())
		require.True(t, b.Factor >= least-1e-9 && b.Factor <= least*(1+Allowance)+1e-9)
	})
}

// No choice of scoops beats the measurer: every combination of a small drawer for two or
// three ingredients is tried. One fits when there is a scale in the range at which all of
// its volumes are within tolerance, and it weighs enough.
func TestMeasurerIsNotBeatenByBruteForce(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		volumes := rapid.SampledFrom([][]float64{{60, 25, 7}, {50, 20, 6}, {59.15, 14.79, 4.93}, {40, 30, 11}}).Draw(t,
			"drawer")
		var measures []unit.Measure
		for _, ml := range volumes {
			measures = append(measures, unit.NewMeasure("m", unit.Millilitres(ml)))
		}
		r := recipe.Recipe{Name: "x", Loss: rapid.SampledFrom([]float64{0, 0.05}).Draw(t, "loss")}
		for i := range rapid.IntRange(2, 3).Draw(t, "ingredients") {
			item := material.Item{ID: string(rune('a' + i)), Density: unit.GramsPerMillilitre(rapid.Float64Range(0.6,
				1.4).Draw(t, "density"))}
			r.Lines = append(r.Lines, recipe.Line{Item: item,
				Amount: unit.OfMass(unit.Grams(rapid.Float64Range(8, 60).Draw(t,
					"grams"))),
				Strong: rapid.Bool().Draw(t, "strong")})
		}
		need := r.Made().Times(rapid.Float64Range(1, 1.6).Draw(t, "batches"))
		low := need.Over(r.Made())
		high := low * (1 + Allowance)

		type fill struct {
			count    int
			from, to float64 // scales at which it is within tolerance
			mass     float64
		}
		fills := make([][]fill, len(r.Lines))
		for i, l := range r.Lines {
			v, _ := l.Item.Density.VolumeOf(l.Mass())
			ml := v.Millilitres()
			top := ml * high * (1 + tolerance(&l))
			upTo := func(j int, used float64) int { return int((top-used)/volumes[j]) + 1 }
			for a := range upTo(0, 0) {
				for b := range upTo(1, float64(a)*volumes[0]) {
					for c := range upTo(2, float64(a)*volumes[0]+float64(b)*volumes[1]) {
						sum := float64(a)*volumes[0] + float64(b)*volumes[1] + float64(c)*volumes[2]
						f := fill{a + b + c, sum / ml / (1 + tolerance(&l)), sum / ml / (1 - tolerance(&l)),
							sum * l.Item.Density.GramsPerMillilitre()}
						if sum > 0 && f.to >= low && f.from <= high {
							fills[i] = append(fills[i], f)
						}
					}
				}
			}
		}
		for _, f := range fills {
			slices.SortFunc(f, func(a, b fill) int { return a.count - b.count })
		}
		fewest := math.MaxInt
		var choose func(i, count int, from, to, mass float64)
		choose = func(i, count int, from, to, mass float64) {
			switch {
			case from > to || count >= fewest:
			case i == len(fills):
				if mass >= need.Grams()/(1-r.Loss) {
					fewest = count
				}
			default:
				for _, f := range fills[i] {
					choose(i+1, count+f.count, math.Max(from, f.from), math.Min(to, f.to), mass+f.mass)
				}
			}
		}
		choose(0, 0, low, high, 0)

		b, err := For(r, need, unit.NewMeasureSet(unit.Metric, measures...))
		require.NoError(t, err)
		if fewest == math.MaxInt {
			require.False(t, b.Within() && b.Enough, "brute force finds nothing")
			return
		}
		require.True(t, b.Within() && b.Enough, "brute force finds %d fillings", fewest)
		require.Equal(t, fewest, b.Movements)
	})
}

// A drawer with nothing under half a cup cannot measure 18 g of cream of tartar; one spoon
// would do, and it is named. With everything there, nothing is missing.
func TestTheOneMeasureThatWouldHelp(t *testing.T) {
	cups := unit.NewMeasureSet(unit.US, unit.StandardSet(unit.US).At(0), unit.StandardSet(unit.US).At(1))
	b, err := For(sample.StoveDough(), unit.Grams(868.3), cups)
	require.NoError(t, err)
	assert.False(t, b.Within())
	extra, ok := ExtraMeasure(sample.StoveDough(), unit.Grams(868.3), cups)
	require.True(t, ok)
	with := unit.NewMeasureSet(unit.US, cups.At(0), cups.At(1), extra)
	b, err = For(sample.StoveDough(), unit.Grams(868.3), with)
	require.NoError(t, err)
	assert.True(t, b.Within(), extra.Label())
	_, ok = ExtraMeasure(sample.StoveDough(), unit.Grams(868.3), unit.StandardSet(unit.US))
	assert.False(t, ok)
}

// 1,040 g flour in half cups, by hand: 125 g a cup is 62.5 g a half cup, 16.6 of them: 17 are
// 2.2 % over. Nobody counts to 640. Stove dough for fifteen: 4.144 cups of flour are 8 half
// cups, 3.5 % under, which would leave the batch short, so a smaller measure is rounded up.
func TestCountingCards(t *testing.T) {
	flour, _ := material.Standard().Get("plain-flour")
	set := unit.StandardSet(unit.US)
	c := Measured{Line: recipe.Line{Item: flour}, Exact: unit.Grams(1040)}.card(set, math.Round)
	assert.Equal(t, "1/2 cup", c.Measure.Label())
	assert.Equal(t, 17, c.Count)
	assert.InDelta(t, 17*62.5/1040-1, c.Off, 1e-6)
	assert.Zero(t, Measured{Line: recipe.Line{Item: flour}, Exact: unit.Grams(40000)}.card(set, math.Round).Count)

	b, err := For(sample.StoveDough(), unit.Grams(1800), set)
	require.NoError(t, err)
	mixed := 0.0
	for i, c := range b.CountingCards(set) {
		require.True(t, c.Count >= 2 && c.Count <= 20)
		require.LessOrEqual(t, math.Abs(c.Off), tolerance(&b.Amounts[i].Line)+1e-9)
		mixed += b.Amounts[i].Exact.Grams() * (1 + c.Off)
	}
	assert.GreaterOrEqual(t, mixed*0.95, 1800-1e-6)
}

func TestScaleRefusesSlips(t *testing.T) {
	for _, g := range []float64{0, -5, math.NaN(), 200_000} {
		_, err := For(sample.StoveDough(), unit.Grams(g), unit.StandardSet(unit.US))
		assert.ErrorContains(t, err, "a batch is above 0 g")
	}
}

// Eight ingredients in the full drawer, for fifteen.
func BenchmarkScaleEight(b *testing.B) {
	r, set := eight(b), unit.StandardSet(unit.US)
	for b.Loop() {
		For(r, unit.Grams(1800), set)
	}
}

// The oddest drawer: a room for hundreds that owns the two smallest spoons.
func BenchmarkScaleOddest(b *testing.B) {
	set, err := unit.Drawer(unit.US, []string{"1/4 tsp", "1/8 tsp"})
	require.NoError(b, err)
	r := eight(b)
	for b.Loop() {
		For(r, unit.Grams(20_000), set)
	}
}

func eight(t testing.TB) recipe.Recipe {
	r := sample.StoveDough()
	r.Lines = append([]recipe.Line(nil), r.Lines...)
	for id, g := range map[string]float64{"cornflour": 40, "glycerol": 12, "vinegar": 9} {
		item, ok := material.Standard().Get(id)
		require.True(t, ok)
		r.Lines = append(r.Lines, recipe.Line{Item: item, Amount: unit.OfMass(unit.Grams(g)), Strong: id == "vinegar"})
	}
	return r
}
