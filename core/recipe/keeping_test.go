package recipe

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"emblo/core/keep"
	"emblo/core/material"
	"emblo/core/unit"
)

// How a recipe of the book keeps is told by its figures, and the sentence is read into the same by who copies it; what
// needs cold is nowhere out of the fridge for longer than the two hours of the advice to households.
func TestTheBookKeepsByItsFigures(t *testing.T) {
	for _, r := range Standard().Recipes() {
		k, p := r.Keeping(), r.Play()
		read, _, ok := keep.Read(k.Say().String())
		assert.True(t, ok, "%s: %s", r.ID, k.Say())
		assert.Equal(t, k, read, "%s: %s", r.ID, k.Say())
		assert.True(t, k.Out == 0 || p.Stands+p.Plays <= OutMinutes && p.Plays > 0, r.ID)
		if r.Nature().Class.NeedsCold() && k.Days > 0 {
			assert.True(t, k.Where == keep.Chilled || r.Kind == "ice" || r.Kind == "bottle",
				"germs grow in %s where it is warm, and it keeps for %d days", r.ID, k.Days)
		}
	}
	r, _ := Standard().Get("stove-dough")
	assert.NotEmpty(t, r.Play().Best)
	assert.Equal(t, "2 weeks or 5 uses, airtight; sooner out at the first spot or sour smell",
		r.Nature().Keeps.String())
	r.Own = true
	assert.LessOrEqual(t, r.Keeping().Granted(), MostDays)
}

// The figures that keeping hangs on: 0.88 as the water activity under which no time or temperature control is needed
// (FDA Food Code 2017, table A, quoted from memory), with the margin of the estimate on either side; two hours out of
// the fridge (FDA advice to households, quoted from memory); two weeks for what a centre wrote itself (common
// practice).
func TestTheFiguresOfKeeping(t *testing.T) {
	class := func(activity float64) Class {
		return Recipe{}.classOf(Nature{Known: true, Activity: activity},
			material.Facts{Thing: material.Thing{Form: material.Dough}})
	}
	assert.Equal(t, []Class{Stable, Borderline, Borderline, Perishable}, []Class{class(0.88 - ActivityMargin - 0.001),
		class(0.88 - ActivityMargin + 0.001), class(0.88 + ActivityMargin - 0.001), class(0.88 + ActivityMargin +
			0.001)})
	for _, r := range Standard().Recipes() {
		k, p := r.Keeping(), r.Play()
		if k.Out > 0 {
			assert.LessOrEqual(t, p.Stands+p.Plays, 2*60, r.ID)
		}
	}
	own := Recipe{Own: true, Lines: []Line{{Item: must(t, "fine-salt"), Amount: unit.OfMass(unit.Grams(100))},
		{Item: must(t, "ready-flour"), Amount: unit.OfMass(unit.Grams(300))}}}
	assert.LessOrEqual(t, own.Keeping().Days, 14)
}

func must(t *testing.T, id string) material.Item {
	it, ok := material.Standard().Get(id)
	assert.True(t, ok, id)
	return it
}
