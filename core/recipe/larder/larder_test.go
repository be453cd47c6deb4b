package larder

import (
	"fmt"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/material"
	"emblo/core/money"
	"emblo/core/recipe"
	"emblo/core/recipe/sample"
	"emblo/core/recipe/scale"
	"emblo/core/unit"
)

// Worked by hand. Fourteen children at 120 g are 1,680 g; the base batch makes 868.3 g, so
// 1.9348 batches are needed, with 282.5 g salt. With 141 g salt the most is 141/146 = 0.9658
// batches, 838.6 g. Coarse salt for the rest: 282.5 - 141 = 141.5 g.
func TestHalfTheSaltForFourteen(t *testing.T) {
	r, set := sample.StoveDough(), unit.StandardSet(unit.Metric)
	stock := Stock{"fine-salt": unit.Grams(141), "plain-flour": unit.Grams(2000), "coarse-salt": unit.Grams(400)}
	b, err := scale.For(r, unit.Grams(14*120), set)
	require.NoError(t, err)
	short := stock.Short(b)
	require.Len(t, short, 1)
	assert.Equal(t, "fine-salt", short[0].Line.Item.ID)
	assert.GreaterOrEqual(t, short[0].Missing.Grams(), 141.5)

	limit, ok := stock.Limit(r)
	require.True(t, ok)
	assert.InDelta(t, 838.6, limit.Made.Grams(), 0.1)
	require.Len(t, limit.By, 1)
	assert.Equal(t, "fine-salt", limit.By[0].Item.ID)

	reps := stock.Replacements(short[0])
	require.NotEmpty(t, reps)
	assert.Equal(t, "coarse-salt", reps[0].Sub.Item.ID)
	assert.True(t, reps[0].Known)
	assert.InDelta(t, short[0].Missing.Grams(), reps[0].Take.Grams(), 1e-9)
	assert.InDelta(t, r.Nature().Activity, Instead(r, "fine-salt", reps[0].Sub, reps[0].Share).Nature().Activity, 1e-9,
		"salt is salt")
	assert.Empty(t, Stock{"coarse-salt": unit.Grams(5)}.Replacements(short[0]), "five grams are known to be too little")

	// Flour for 2000/250 = 8 batches runs out next; 400 g of coarse salt lift it to
	// (141 + 400)/146 = 3.705 batches, 3,217 g.
	lifts := stock.Lifts(r)
	require.Len(t, lifts, 1)
	assert.InDelta(t, 3217.4, lifts[0].Made.Grams(), 0.5)
	assert.InDelta(t, 400, lifts[0].Take.Grams(), 1e-6)

	names := []string{}
	for _, it := range stock.NotWeighed(r) {
		names = append(names, it.ID)
	}
	assert.Equal(t, []string{"plant-oil", "cream-of-tartar"}, names, "water comes from the tap")
	_, err = Largest(r, Stock{}, set)
	assert.ErrorContains(t, err, "weigh what is in the cupboard first")
	_, err = Largest(r, Stock{"plant-oil": {}}, set)
	assert.ErrorContains(t, err, "there is no plant oil left")
}

// The largest batch takes no more of anything than there is, and less would not use it up.
func TestTheLargestBatchStaysInTheCupboard(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := rapid.SampledFrom(recipe.Standard().Recipes()).Draw(t, "recipe")
		stock := Stock{}
		for _, l := range r.Lines {
			if rapid.IntRange(0, 3).Draw(t, "weighed") > 0 {
				stock[l.Item.ID] = l.Mass().Times(rapid.Float64Range(0.3, 8).Draw(t, "batches"))
			}
		}
		b, err := Largest(r, stock, unit.StandardSet(unit.Metric))
		limit, ok := stock.Limit(r)
		if !ok || err != nil {
			require.Error(t, err)
			return
		}
		for _, a := range b.Amounts {
			if have, known := stock[a.Line.Item.ID]; known && a.Line.Item.ID != "water" {
				require.LessOrEqual(t, a.Scooped.Grams(), have.Grams()*(1+1e-6), a.Line.Item.ID)
			}
		}
		require.LessOrEqual(t, b.Factor, limit.Factor*(1+1e-9))
		require.GreaterOrEqual(t, b.Factor, limit.Factor*(1-leftOver)-1e-9)
		for _, lift := range stock.Lifts(r) {
			require.Greater(t, lift.Made.Grams(), limit.Made.Grams()*0.5)
		}
	})
}

func TestSubstitutesFileIsChecked(t *testing.T) {
	for _, row := range []string{"gold,fine-salt,1,n,b", "fine-salt,gold,1,n,b", "fine-salt,sugar,0,n,b",
		"fine-salt,sugar,1,n,"} {
		_, err := readSubstitutes([]byte("item,instead,by_mass,note,basis\n"+row+"\n"), material.Standard())
		assert.Error(t, err, row)
	}
	// Nothing that is taken instead is worse for a child by what it is.
	for id, subs := range substitutes() {
		of, _ := material.Standard().Get(id)
		for _, s := range subs {
			assert.Equal(t, of.Facts.Traits.Has(material.NotFood), s.Item.Facts.Traits.Has(material.NotFood),
				"%s for %s", s.Item.ID, id)
		}
	}
}

// Flour at 80 for 1 kg and salt at 60 for 500 g: 500 g and 292 g cost 40 + 35.04, 75 coins; the oil has
// no price, and says so.
func TestCost(t *testing.T) {
	r := sample.StoveDough()
	b, err := scale.For(r, r.Made().Times(2), unit.NewMeasureSet(unit.US))
	require.NoError(t, err)
	coins, unpriced := Prices{"plain-flour": {Coins: 80, For: unit.Grams(1000)}, "fine-salt": {Coins: 60,
		For: unit.Grams(500)}, "cream-of-tartar": {Coins: 300}}.Cost(b)
	assert.Equal(t, money.Coins(75), coins)
	assert.Len(t, unpriced, 2)
}

func ExampleStock_Limit() {
	r, _ := recipe.Standard().Get("stove-dough")
	limit, _ := Stock{"fine-salt": unit.Grams(73), "plain-flour": unit.Grams(1000)}.Limit(r)
	fmt.Println(limit.Made, "by", limit.By[0].Item.Name)
	// Output: 434 g by Fine salt
}

// What has been weighed is offered first; what of it is known to be too little is not, and a substitute weighs what it
// takes of it.
func TestWhatIsTakenInstead(t *testing.T) {
	stove := sample.StoveDough()
	for _, l := range stove.Lines {
		subs := Substitutes(l.Item.ID)
		for i, sub := range subs {
			short := Shortage{Line: l, Have: unit.Grams(10), Missing: unit.Grams(20)}
			weighed := Stock{sub.Item.ID: unit.Grams(20 * sub.ByMass)}
			first := weighed.Replacements(short)
			require.Len(t, first, len(subs))
			assert.Equal(t, sub.Item.ID, first[0].Sub.Item.ID)
			assert.True(t, first[0].Known)
			for _, other := range first[1:] {
				assert.False(t, other.Known)
			}
			less := Stock{sub.Item.ID: unit.Grams(20*sub.ByMass - 1)}
			assert.Len(t, less.Replacements(short), len(subs)-1)
			half := Instead(stove, l.Item.ID, subs[i], 0.5)
			was, is := 0.0, 0.0
			for _, x := range stove.Lines {
				if x.Item.ID == sub.Item.ID {
					was = x.Mass().Grams()
				}
			}
			for _, x := range half.Lines {
				if x.Item.ID == sub.Item.ID {
					is = x.Mass().Grams()
				}
			}
			assert.InDelta(t, 0.5*l.Mass().Grams()*sub.ByMass, is-was, 1e-9, sub.Item.ID)
		}
	}
}

// What stands in for an ingredient: at the limit of what is there, all of it or a share, of a range too.
func TestWhatStandsInAtItsEnds(t *testing.T) {
	r := sample.StoveDough()
	b, err := scale.For(r, unit.Grams(900), unit.StandardSet(unit.Metric))
	require.NoError(t, err)
	salt := b.Amounts[2]
	require.Equal(t, "fine-salt", salt.Line.Item.ID)
	need := max(salt.Exact.Grams(), salt.Scooped.Grams())
	assert.InDelta(t, need, salt.Needed().Grams(), 1e-9)
	for less, short := range map[float64]bool{0: false, 0.04: false, 0.06: true} {
		assert.Equal(t, short, len(Stock{"fine-salt": unit.Grams(need - less)}.Short(b)) > 0, "%g g less", less)
	}
	one := Stock{"fine-salt": unit.Grams(need / 2)}.Short(b)[0]
	sub := Substitutes("fine-salt")[0]
	take := one.Missing.Times(sub.ByMass)
	known := func(grams float64) (all []bool) {
		for _, in := range (Stock{sub.Item.ID: unit.Grams(grams)}).Replacements(one) {
			if in.Sub.Item.ID == sub.Item.ID {
				all = append(all, in.Known)
			}
		}
		return all
	}
	assert.Equal(t, []bool{true}, known(take.Grams()), "just enough")
	assert.Empty(t, known(take.Grams()-0.1), "too little is not offered")
	all := Instead(r, "fine-salt", sub, 1)
	assert.Len(t, all.Lines, len(r.Lines), "all of it goes")
	assert.InDelta(t, r.Lines[2].Mass().Grams()*sub.ByMass, all.Lines[2].Mass().Grams(), 1e-9)
	half := Instead(r, "fine-salt", sub, 0.5)
	require.Len(t, half.Lines, len(r.Lines)+1)
	assert.InDelta(t, r.Lines[2].Mass().Grams()/2, half.Lines[2].Mass().Grams(), 1e-9)
	assert.False(t, half.Lines[3].Lower.Known(), "what is no range does not become one")
	ranged := r
	ranged.Lines = append([]recipe.Line{}, r.Lines...)
	ranged.Lines[2].Lower = ranged.Lines[2].Amount.Times(0.5)
	assert.InDelta(t, ranged.Lines[2].Lower.Or(0)*sub.ByMass/2, Instead(ranged, "fine-salt", sub,
		0.5).Lines[3].Lower.Or(0), 1e-9, "half of a range is one")
	ranged.Lines[2].Amount = unit.Amount{}
	for _, share := range []float64{0.5, 1} {
		lines := Instead(ranged, "fine-salt", sub, share).Lines
		assert.True(t, slices.ContainsFunc(lines, func(l recipe.Line) bool {
			return l.Item.ID == sub.Item.ID && l.AsNeeded()
		}),
			"a part of what nobody weighed is not nothing")
	}
}
