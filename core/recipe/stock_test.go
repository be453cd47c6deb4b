package recipe

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/material"
	"emblo/core/money"
	"emblo/core/say"
	"emblo/core/unit"
)

// Worked by hand. Fourteen children at 120 g are 1,680 g; the base batch makes 868.3 g, so
// 1.9348 batches are needed, with 282.5 g salt. With 141 g salt the most is 141/146 = 0.9658
// batches, 838.6 g. Coarse salt for the rest: 282.5 - 141 = 141.5 g.
func TestHalfTheSaltForFourteen(t *testing.T) {
	r, set := stove(t), unit.StandardSet(unit.Metric)
	stock := Stock{"fine-salt": unit.Grams(141), "plain-flour": unit.Grams(2000), "coarse-salt": unit.Grams(400)}
	b, err := Scale(r, unit.Grams(14*120), set)
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
	assert.InDelta(t, r.Nature().Activity, r.Instead("fine-salt", reps[0].Sub, reps[0].Share).Nature().Activity, 1e-9,
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
		r := rapid.SampledFrom(Standard().Recipes()).Draw(t, "recipe")
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

// Two per cent of 900 g is 18 g of flour: by the cup of 125 g that is 2 tbsp and 1 tsp, near
// enough. Added twice to one batch and once to another, 2 % is what is learned from then on.
func TestFixingTheFeelIsRemembered(t *testing.T) {
	r, set := stove(t), unit.StandardSet(unit.US)
	byName := make(map[Symptom]Remedy)
	for _, rem := range Remedies(r, unit.Grams(900), set) {
		byName[rem.Symptom] = rem
	}
	require.Len(t, byName, 6)
	flour := byName[Sticky].Doses[0]
	assert.Equal(t, "ready-flour", flour.Item.ID, "plain flour worked into a cooked dough would make it raw again")
	assert.InDelta(t, 18, flour.Mass.Grams(), 1e-9)
	var ml float64
	for _, s := range flour.Scoops {
		ml += s.Measure.Volume().Times(float64(s.Count)).Millilitres()
	}
	assert.InDelta(t, 34.07, ml, 3.41)
	assert.Equal(t, []string{"water", "plant-oil"}, []string{byName[Crumbly].Doses[0].Item.ID,
		byName[Crumbly].Doses[1].Item.ID})
	silky, _ := Standard().Get("silky-dough")
	for _, rem := range Remedies(silky, unit.Grams(500), set) {
		if rem.Symptom == Crumbly {
			assert.Equal(t, "hair-conditioner", rem.Doses[0].Item.ID)
			assert.InDelta(t, 25, rem.Doses[0].Mass.Grams(), 1e-9)
		}
	}

	log := []Addition{{"mon", "ready-flour", 0.02, Sticky}, {"mon", "plain-flour", 0.02, Sticky}, {"tue", "plain-flour",
		0.02, Sticky}, {"tue", "gold", 0.02, Sticky}, {"wed", "water", 0.02, Crumbly}}
	learned := Learn(r, log)
	require.Len(t, learned, 1, "one batch of three is not a habit")
	assert.Equal(t, 2, learned[0].Batches)
	assert.InDelta(t, 0.02, learned[0].Share, 1e-12)
	next := r.With(learned)
	assert.InDelta(t, 250+0.02*868.3, next.Lines[0].Mass().Grams(), 1e-9)
	assert.InDelta(t, 250, r.Lines[0].Mass().Grams(), 1e-12, "the recipe itself stays")
	assert.Empty(t, Learn(r, nil))
}

// The FDA Food Code table (quoted from memory): with water activity 0.89 a pH of 5.0 is
// enough, with 0.91 4.6, above that under 4.2. The margins count against clearing.
func TestSourMixesByTheTable(t *testing.T) {
	for _, c := range []struct {
		activity, ph float64
		sour         bool
	}{{0.88, 4.7, true}, {0.88, 4.8, false}, {0.90, 4.3, true}, {0.90, 4.4, false}, {0.89, 4.7, false},
		{0.99, 3.8, true}, {0.99, 3.9, false}} {
		assert.Equal(t, c.sour, sour(c.activity, c.ph), "%+v", c)
	}
	r, _ := Standard().Get("starch-paint")
	require.True(t, r.Nature().Class.NeedsCold())
	r.PH = unit.Known(3.5)
	assert.Equal(t, Sour, r.Nature().Class)
}

// What is added as needed takes its facts along, and leaves unknown what hangs on its amount.
func TestAsNeededIsNotKnown(t *testing.T) {
	d := reader().Read(Written{Name: "x", Kind: "dough", Lines: "250 g flour, salt as needed, water as needed",
		Steps: "s", Keeps: "k"})
	require.True(t, d.OK(), d.Faults)
	n := d.Recipe.Nature()
	assert.False(t, n.Known)
	assert.Equal(t, ClassUnknown, n.Class)
	assert.Contains(t, n.Keeps, "one group, then bin")
	assert.Contains(t, n.NotTasteSafe, say.Text("how much salt it holds is not known"))
	_, known := d.Recipe.Facts(unit.Grams(100)).Salt.Get()
	assert.False(t, known)

	// What was typed cannot make a wet mix keep, soap in it or not; a salty one keeps two
	// weeks at most.
	keeps := func(lines string) string {
		d := reader().Read(Written{Name: "x", Kind: "dough", Lines: lines, Steps: "s", Keeps: "a year"})
		require.True(t, d.OK(), d.Faults)
		return d.Recipe.Nature().Keeps.String()
	}
	assert.Contains(t, keeps("250 g flour, 200 g water"), "2 h out of the fridge")
	assert.Contains(t, keeps("250 g flour, 200 g water, 30 g washing-up liquid"), "then bin")
	assert.Equal(t, "two weeks at most; as written, 12 months", keeps("250 g flour, 146 g salt, 165 g water"))

	lentils := reader().Read(Written{Name: "x", Kind: "dough",
		Lines: "250 g flour, 20 g salt, 100 g red lentils, 90 g water", Steps: "s", Keeps: "k"}).Recipe
	solids := lentils.Solids()
	require.Len(t, solids, 1, "salt dissolves, lentils do not")
	assert.Contains(t, solids[0].ID, "lentil")
}

// Flour at 80 for 1 kg and salt at 60 for 500 g: 500 g and 292 g cost 40 + 35.04, 75 coins; the oil has
// no price, and says so.
func TestCost(t *testing.T) {
	r := stove(t)
	b, err := Scale(r, r.Made().Times(2), unit.NewMeasureSet(unit.US))
	require.NoError(t, err)
	coins, unpriced := Prices{"plain-flour": {Coins: 80, For: unit.Grams(1000)}, "fine-salt": {Coins: 60,
		For: unit.Grams(500)}, "cream-of-tartar": {Coins: 300}}.Cost(b)
	assert.Equal(t, money.Coins(75), coins)
	assert.Len(t, unpriced, 2)
}

// Three parts of a 3 L pot at two thirds hold 2 L, 2,440 g of dough: 2.6 kg take two equal
// batches. Whisked foam is nine parts air, so it takes far more room than it weighs.
func TestPots(t *testing.T) {
	r := stove(t)
	p, err := r.SplitIntoPots(unit.Grams(2600), unit.Litres(3))
	require.NoError(t, err)
	assert.Equal(t, 2, p.Count)
	assert.InDelta(t, 1300, p.Each.Grams(), 1e-9)
	assert.InDelta(t, 1300/1.22/3000, p.Full, 1e-9)
	p, _ = r.SplitIntoPots(unit.Grams(2440), unit.Litres(3))
	assert.Equal(t, 1, p.Count)
	assert.Equal(t, "24 to 36 drops", Colours[0].For(unit.Grams(600)).String())
	assert.Equal(t, "4 to 6 mL", Colours[0].For(unit.Grams(1820)).String(), "73 to 109 drops at 20 to the mL")
	assert.Equal(t, "1 drop", Drops{1, 1}.String())
	foam, _ := Standard().Get("soap-foam")
	p, _ = foam.SplitIntoPots(unit.Grams(600), unit.Litres(3))
	assert.GreaterOrEqual(t, p.Count, 2)
	_, err = r.SplitIntoPots(unit.Grams(10), unit.Millilitres(5))
	assert.ErrorContains(t, err, "a pot holds between")
}

func ExampleStock_Limit() {
	r, _ := Standard().Get("stove-dough")
	limit, _ := Stock{"fine-salt": unit.Grams(73), "plain-flour": unit.Grams(1000)}.Limit(r)
	fmt.Println(limit.Made, "by", limit.By[0].Item.Name)
	// Output: 434 g by Fine salt
}
