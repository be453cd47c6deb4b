package remedy

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/recipe/sample"
	"emblo/core/unit"
)

// Two per cent of 900 g is 18 g of flour: by the cup of 125 g that is 2 tbsp and 1 tsp, near
// enough. Added twice to one batch and once to another, 2 % is what is learned from then on.
func TestFixingTheFeelIsRemembered(t *testing.T) {
	r, set := sample.StoveDough(), unit.StandardSet(unit.US)
	byName := make(map[Symptom]Remedy)
	for _, rem := range For(r, unit.Grams(900), set) {
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
	silky, _ := recipe.Standard().Get("silky-dough")
	for _, rem := range For(silky, unit.Grams(500), set) {
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
	next := With(r, learned)
	assert.InDelta(t, 250+0.02*868.3, next.Lines[0].Mass().Grams(), 1e-9)
	assert.InDelta(t, 250, r.Lines[0].Mass().Grams(), 1e-12, "the recipe itself stays")
	assert.Empty(t, Learn(r, nil))
}

// What a batch needed is the lower middle of what batches of it took; what is next to nothing or more than half of it
// is a slip, and ready-to-eat flour worked into what was cooked is flour the next time.
func TestWhatIsLearned(t *testing.T) {
	r := sample.StoveDough()
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
	with := With(r, flour)
	assert.InDelta(t, r.Lines[0].Mass().Grams()+0.02*r.Made().Grams(), with.Lines[0].Mass().Grams(), 1e-9)
	for i := range r.Lines[1:] {
		assert.Equal(t, r.Lines[i+1].Amount, with.Lines[i+1].Amount)
	}
}

// A dose is what the recipe has most of, in scoops within a tenth of it; salt is no dry dose, acid no wet one.
func TestDosesAreOfTheMix(t *testing.T) {
	r := recipe.Recipe{Kind: "dough", Lines: []recipe.Line{{Item: sample.Thing("fine-salt"), Amount: unit.OfMass(unit.Grams(900))},
		{Item: sample.Thing("cornflour"), Amount: unit.OfMass(unit.Grams(100))}, {Item: sample.Thing("rice-flour"),
			Amount: unit.OfMass(unit.Grams(101))},
		{Item: sample.Thing("vinegar"), Amount: unit.OfMass(unit.Grams(500))}, {Item: sample.Thing("water"),
			Amount: unit.OfMass(unit.Grams(50))},
		{Item: sample.Thing("plant-oil"), Amount: unit.OfMass(unit.Grams(600))}}}
	for of, want := range map[string]string{"dry": "rice-flour", "wet": "water", "oil": "plant-oil"} {
		l, ok := doseOf(r, of)
		assert.True(t, ok)
		assert.Equal(t, want, l.Item.ID, of)
	}
	_, ok := doseOf(recipe.Recipe{Lines: r.Lines[:1]}, "dry")
	assert.False(t, ok)
	for grams, scooped := range map[float64]bool{8.9: false, 9.1: true, 10: true, 11: true, 11.3: false} {
		set := sample.Drawer(10)
		d := newDose(sample.Thing("water"), 1, unit.Grams(grams), set)
		assert.Equal(t, scooped, len(d.Scoops) == 1, "%g g in scoops of 10 mL", grams)
		assert.InDelta(t, grams, d.Mass.Grams(), 1e-9)
	}
	assert.Empty(t, For(recipe.Recipe{Kind: "foam"}, unit.Grams(100), sample.Drawer(10)))
}

// What is dry is no salt from half of it on; of as much the first is taken.
func TestTheDoseAtItsEnds(t *testing.T) {
	powder := func(id string, salt, grams float64) recipe.Line {
		it := material.Item{ID: id}
		it.Facts.Form, it.Facts.Salt = material.Powder, unit.Known(salt)
		return recipe.Line{Item: it, Amount: unit.OfMass(unit.Grams(grams))}
	}
	for _, row := range []struct {
		lines []recipe.Line
		want  string
	}{
		{[]recipe.Line{powder("salt", 0.5, 100)}, ""}, {[]recipe.Line{powder("mix", 0.49, 100)}, "mix"},
		{[]recipe.Line{powder("a", 0, 100), powder("b", 0, 100)}, "a"},
		{[]recipe.Line{powder("a", 0, 100), powder("b", 0, 101)}, "b"},
	} {
		best, ok := doseOf(recipe.Recipe{Lines: row.lines}, "dry")
		assert.Equal(t, row.want, best.Item.ID)
		assert.Equal(t, row.want != "", ok)
	}
}
