package safety

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/material"
	"emblo/core/say"
	"emblo/core/unit"
)

// Law (f): any swap passes the same check for the same room, use and setting.
func TestLawFEverySwapPassesTheSameCheck(t *testing.T) {
	subjects := make(map[string]*Subject)
	for _, it := range material.Standard().Items() {
		s := Prepare(it.Name, it.Facts)
		subjects[it.ID] = &s
	}
	prepared := func(it material.Item) *Subject { return subjects[it.ID] }
	// Ten shelves of every tenth thing each: a case then costs a tenth.
	var shelves []*material.Shelf
	for i := range 10 {
		var some []material.Item
		for j := i; j < len(material.Standard().Items()); j += 10 {
			some = append(some, material.Standard().Items()[j])
		}
		shelves = append(shelves, new(material.Shelf).With(some))
	}
	rapid.Check(t, func(t *rapid.T) {
		scene := drawScene(t)
		g, err := NewGroup(scene.room, scene.ratios, scene.policy)
		require.NoError(t, err)
		it := rapid.SampledFrom(material.Standard().Items()).Draw(t, "item")
		if rapid.Bool().Draw(t, "in a container") {
			it.Facts.Depth = unit.Known(unit.Millimetres(rapid.Float64Range(0, 300).Draw(t, "depth")))
			it.Facts.Portion = unit.OfMass(unit.Grams(rapid.Float64Range(1, 900).Draw(t, "portion")))
		}
		swaps := NewSwaps(&g, rapid.SampledFrom(shelves).Draw(t, "shelf"), prepared,
			map[string]bool{"ready-starch": true})
		for _, s := range swaps.For(it, nil, scene.use, 4) {
			require.NotEqual(t, it.ID, s.Item.ID)
			require.True(t, s.Item.Plays(it.Parts[0]), "%s for %s", s.Item.ID, it.ID)
			require.NotEmpty(t, s.Changes)
			require.True(t, it.Facts.Traits.Meet(noSwapFor).Empty() ||
				it.Parts[0] == material.Find && it.IsForTheSame(s.Item), "%s is a poison or a chemical: no swap but a find for the same", it.ID)
			require.NotContains(t, neverOffered, s.Item.Kind)
			if slices.Contains([]material.Part{material.Filler, material.Squeeze, material.Pour}, it.Parts[0]) {
				require.Equal(t, it.Facts.Form == material.Liquid, s.Item.Facts.Form == material.Liquid, "%s for %s",
					s.Item.ID, it.ID)
				wet, other := it.Feel.On(material.Wetness), s.Item.Feel.On(material.Wetness)
				require.False(t, wet == "dry" && other == "wet" || wet == "wet" && other == "dry", "dry for dry: %s for %s",
					s.Item.ID, it.ID)
			}
			if it.Parts[0] == material.Ingredient {
				require.Equal(t, it.Facts.Form == material.Powder, s.Item.Facts.Form == material.Powder,
					"%s for %s in a mix", s.Item.ID, it.ID)
			}
			again := Prepare(s.Item.Name, s.Item.Facts).In(SettingOf(it.Facts))
			require.LessOrEqual(t, g.Judge(&again, scene.use).Verdict, WithAHand, "%s for %s", s.Item.ID, it.ID)
		}
	})
}

func first(t *testing.T, g Group, id string, cupboard ...string) Swap {
	it, ok := material.Standard().Get(id)
	require.True(t, ok, id)
	at := make(map[string]bool)
	for _, c := range cupboard {
		at[c] = true
	}
	found := NewSwaps(&g, material.Standard(), nil, at).For(it, nil, Open, 3)
	require.NotEmpty(t, found, id)
	return found[0]
}

func TestSwapsKeepPartAndFeel(t *testing.T) {
	pebbles := groupOf(t, Policy{}, child(25, false), child(30, true))
	for id, want := range map[string]string{
		"gel-beads": "Basil seed, fully soaked", "shells-small": "Scallop shells, large",
		"pompom-10": "Balls, soft", "marbles": "Wooden balls, 50 mm", "magnet-letters": "Shape sorter pieces",
	} {
		assert.Equal(t, want, first(t, pebbles, id).Item.Name, id)
	}
	for _, id := range []string{"baby-oil", "borax", "bleach", "castor-beans", "plaster-powder"} {
		poison, ok := material.Standard().Get(id)
		require.True(t, ok, id)
		assert.Empty(t, NewSwaps(&pebbles, material.Standard(), nil, nil).For(poison, nil, Open, 3),
			"%s: another mix is the answer, never a food", id)
	}
	assert.Contains(t, first(t, pebbles, "shells-small").Changes, say.F("{is}, not {was}", say.Text("medium"),
		say.Text("light")))

	// In a mix powder stands in for powder; a find need not.
	for id, want := range map[string]material.Form{"self-raising-flour": material.Powder, "milk": material.Liquid,
		"bread-flour": material.Powder} {
		assert.Equal(t, want, first(t, pebbles, id).Item.Facts.Form, id)
	}

	// What is at hand goes before what feels a little more alike.
	letters, _ := material.Standard().Get("magnet-letters")
	second := NewSwaps(&pebbles, material.Standard(), nil, nil).For(letters, nil, Open, 3)[1].Item
	assert.Equal(t, second.Name, first(t, pebbles, "magnet-letters", second.ID).Item.Name)

	// Where no food is played with, no swap is food; where nothing passes, nothing is said.
	strict := groupOf(t, Policy{NoFoodPlay: true}, child(25, false), child(30, true))
	for _, id := range []string{"split-peas", "shaving-foam", "white-rice"} {
		it, _ := material.Standard().Get(id)
		for _, s := range NewSwaps(&strict, material.Standard(), nil, nil).For(it, nil, Open, 5) {
			assert.False(t, s.Item.Facts.Traits.Has(material.Food), s.Item.Name)
		}
	}
	nobody := groupOf(t, Policy{}, child(25, true))
	nobody.room.Adults = 0
	it, _ := material.Standard().Get("gel-beads")
	assert.Empty(t, NewSwaps(&nobody, material.Standard(), nil, nil).For(it, nil, Open, 5))
}

func BenchmarkShelf(b *testing.B) {
	lanterns := groupOf(b, Policy{NutFree: true}, child(41, false), child(62, false))
	subjects := make(map[string]*Subject)
	for _, it := range material.Standard().Items() {
		s := Prepare(it.Name, it.Facts)
		subjects[it.ID] = &s
	}
	for b.Loop() {
		NewSwaps(&lanterns, material.Standard(), func(it material.Item) *Subject {
			return subjects[it.ID]
		}, nil).All(Open)
	}
	b.ReportMetric(float64(len(material.Standard().Items())), "items")
}
