package recipe

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"

	"emblo/core/material"
	"emblo/core/unit"
)

// What the book says in words of how a mix keeps, it says in figures too; and what needs cold is nowhere
// said to be out of the fridge for longer than the two hours of the advice to households.
func TestKeepingAgreesWithItsWords(t *testing.T) {
	words := map[string]func(Keeping) bool{
		"same day":     func(k Keeping) bool { return k.Days == 0 },
		"one group":    func(k Keeping) bool { return k.Group },
		"one session":  func(k Keeping) bool { return k.Group },
		"2 h out":      func(k Keeping) bool { return k.Out },
		"2 weeks":      func(k Keeping) bool { return k.Ceiling == 14 },
		"two weeks":    func(k Keeping) bool { return k.Ceiling == 14 },
		"one week":     func(k Keeping) bool { return k.Days == 7 },
		"5 uses":       func(k Keeping) bool { return k.Uses == 5 },
		"chilled":      func(k Keeping) bool { return k.Chilled },
		"3 days chill": func(k Keeping) bool { return k.Sealed == 3 },
		"months":       func(k Keeping) bool { return k.Days > 60 },
		"frozen":       func(k Keeping) bool { return k.Days == 30 },
	}
	for _, r := range Standard().Recipes() {
		k, p := r.Keeping(), r.Play()
		for said, holds := range words {
			plain := strings.ReplaceAll(r.Keeps, "one session where", "")
			assert.True(t, !strings.Contains(plain, said) || holds(k), "%s: %q, %+v", r.ID, r.Keeps, k)
		}
		assert.True(t, !k.Out || p.Stands+p.Plays <= OutMinutes && p.Plays > 0, r.ID)
		if r.Nature().Class.NeedsCold() && k.Days > 0 {
			assert.True(t, k.Chilled || r.Kind == "ice" || r.Kind == "bottle", "germs grow in %s where it is warm, and it keeps for %d days", r.ID, k.Days)
		}
	}
	r, _ := Standard().Get("stove-dough")
	assert.NotEmpty(t, r.Play().Best)
	r.Own = true
	assert.LessOrEqual(t, r.Keeping().Ceiling, MostDays)
}

// The figures that keeping hangs on: 0.88 as the water activity under which no time or temperature control is needed
// (FDA Food Code 2017, table A, quoted from memory), with the margin of the estimate on either side; two hours out of
// the fridge (FDA advice to households, quoted from memory); two weeks for what a centre wrote itself (common practice).
func TestTheFiguresOfKeeping(t *testing.T) {
	class := func(activity float64) Class {
		return Recipe{}.classOf(Nature{Known: true, Activity: activity}, material.Facts{Thing: material.Thing{Form: material.Dough}})
	}
	assert.Equal(t, []Class{Stable, Borderline, Borderline, Perishable}, []Class{class(0.88 - ActivityMargin - 0.001), class(0.88 - ActivityMargin + 0.001), class(0.88 + ActivityMargin - 0.001), class(0.88 + ActivityMargin + 0.001)})
	for _, r := range Standard().Recipes() {
		k, p := r.Keeping(), r.Play()
		if k.Out {
			assert.LessOrEqual(t, p.Stands+p.Plays, 2*60, r.ID)
		}
	}
	own := Recipe{Own: true, Lines: []Line{{Item: must(t, "fine-salt"), Mass: unit.Grams(100)}, {Item: must(t, "ready-flour"), Mass: unit.Grams(300)}}}
	assert.LessOrEqual(t, own.Keeping().Days, 14)
}

func must(t *testing.T, id string) material.Item {
	it, ok := material.Standard().Get(id)
	assert.True(t, ok, id)
	return it
}
