package batch

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/recipe/typed"
	"emblo/core/unit"
)

func times(kind Kind, n int) (all []Event) {
	for i := range n {
		all = append(all, Event{Kind: kind, On: day("2026-11-03").Plus(i / 10)})
	}
	return all
}

// A shared mix is over when it was used five times at the most (convention), or as often as its own word says where
// that is less; dry grain is not used up, and stands where it was last used in a room that is named.
func TestUsesEndAMix(t *testing.T) {
	few := of("cold-dough", 500)
	few.Recipe = typed.Reader{Shelf: material.Standard(), System: unit.Metric}.Read(typed.Written{Name: "Quay dough",
		Kind: "dough", Lines: "250 g ready-to-eat flour\n160 g fine salt\n60 g plant oil", Steps: "Stir",
		Keeps: "10 days or 2 uses, airtight"}).Recipe
	require.Equal(t, 2, few.Recipe.Keeping().Uses)
	for _, row := range []struct {
		made Made
		uses int
		over bool
	}{{of("cold-dough", 500), 4, false}, {of("cold-dough", 500), 5, true}, {of("stove-dough", 500), 4, false},
		{of("stove-dough", 500), 5, true}, {few, 1, false}, {few, 2, true},
		{Made{Fill: []material.Item{thing("white-rice")}, Mass: unit.Grams(5000), On: day("2026-11-02"),
			Room: "lanterns"}, 30, false}} {
		s := Fold(row.made, times(Used, row.uses))
		assert.Equal(t, !row.over, s.UsableOn(day("2026-11-07")), "%s used %d times: %v", row.made.Recipe.ID, row.uses,
			s.Limits())
		assert.Equal(t, "lanterns", s.Room)
	}
	assert.Equal(t, "pebbles", Fold(of("cold-dough", 500), []Event{{Kind: Used, On: day("2026-11-03"),
		Room: "pebbles"}}).Room)
}

// Up to a hundredth of a batch does not change how wet it is; from there on what nobody knows the makeup of makes it
// one for the same day.
func TestALittleChangesNothing(t *testing.T) {
	dye := ours("Dye", "food;powder", "years, dry")
	for grams, same := range map[float64]bool{5: true, 5.1: false} {
		s := Fold(of("stove-dough", 500), []Event{{Kind: Added, On: day("2026-11-03"), Item: dye,
			Mass: unit.Grams(grams)}})
		assert.Equal(t, same, s.UsableOn(day("2026-11-05")), "%g g of 500", grams)
	}
	twice := []Event{{Kind: Added, On: day("2026-11-03"), Item: dye, Mass: unit.Grams(3)},
		{Kind: Added, On: day("2026-11-03"), Item: dye, Mass: unit.Grams(3)}}
	assert.False(t, Fold(of("stove-dough", 500), twice).UsableOn(day("2026-11-05")), "together they are more")
}

// What is worked in is added to the ingredient that it is, the first one too; things without an id stay apart.
func TestWhatIsWorkedInIsTheSameIngredient(t *testing.T) {
	flour := thing("plain-flour")
	nameless := material.Item{Name: "Something", Facts: flour.Facts}
	s := Fold(of("stove-dough", 500), []Event{{Kind: Added, On: day("2026-11-03"), Item: flour, Mass: unit.Grams(10)},
		{Kind: Added, On: day("2026-11-03"), Item: nameless, Mass: unit.Grams(1)}, {Kind: Added, On: day("2026-11-03"),
			Item: nameless, Mass: unit.Grams(1)}})
	was, now := s.Made.Recipe.Lines, s.Now().Lines
	require.Len(t, now, len(was)+2)
	assert.InDelta(t, was[0].Mass().Grams()+10, now[0].Mass().Grams(), 1e-9)
}

// A look tells of grain, powder and pieces of unknown age, each alone in its tub, and of nothing that is wet.
func TestWhatALookTellsOf(t *testing.T) {
	for id, ok := range map[string]bool{"white-rice": true, "cornflour": true, "chickpeas": true, "water": false,
		"apple-puree": false} {
		s := Fold(Made{Fill: []material.Item{thing(id)}, Mass: unit.Grams(500)}, nil)
		_, _, looks := s.LookOver()
		assert.Equal(t, ok, looks, id)
	}
	salt := func(share float64) []string {
		m := Made{Recipe: recipe.Recipe{Own: true, Kind: "dough", Lines: []recipe.Line{{Item: thing("fine-salt"),
			Amount: unit.OfMass(unit.Grams(share))}, {Item: thing("ready-flour"), Amount: unit.OfMass(unit.Grams(100 - share))}}},
			Mass: unit.Grams(100), On: day("2026-11-02")}
		var never []string
		_, all := Fold(m, nil).End()
		for _, n := range all {
			never = append(never, n.String())
		}
		return never
	}
	assert.NotContains(t, salt(1.9), "Never to animals.")
	assert.Contains(t, salt(2.2), "Never to animals.")
}
