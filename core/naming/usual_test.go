package naming

import (
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/allergen"
	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/room"
	"emblo/core/safety"
)

// A recipe never asks for what its own rules keep out: no step names a thing that is sharp,
// breaks or poisons.
func TestRecipesAskForNothingTheRulesKeepOut(t *testing.T) {
	hazards := material.TraitsOf(material.Sharp, material.Breakable, material.LatexBalloon, material.Damaged,
		material.ToxicSeed)
	named := func(step string, it material.Item) bool {
		words := " " + strings.ReplaceAll(strings.Join(material.Words(step), " "), "rolling pin", "roller") + " "
		return slices.ContainsFunc(append([]string{it.Name}, it.Also...), func(name string) bool {
			key := strings.Join(material.Words(name), " ")
			return key != "" && strings.Contains(words, " "+key+" ") && !strings.Contains(words, " no "+key+" ")
		})
	}
	picks, _ := material.Standard().Get("toothpicks")
	require.True(t, named("Put toothpicks through the film", picks), "the search finds what it looks for")
	for _, r := range recipe.Standard().Recipes() {
		for _, s := range r.Steps {
			assert.NotRegexp(t, `(?i)\bhalf (jumbo |craft )?sticks?\b`, s.Text, r.ID)
			for _, it := range material.Standard().Items() {
				if !it.Facts.Traits.Meet(hazards).Empty() {
					assert.False(t, named(s.Text.String(), it), "%s: %q asks for %s", r.ID, s.Text, it.Name)
				}
			}
		}
	}
}

// Of what a room of 3 to 5 may scoop and pour with a hand, at least half asks for no more than a
// whole routine, and every condition of that is a line of it.
func TestHalfOfWhatNeedsAHandIsUsualCare(t *testing.T) {
	var r room.Room
	for _, months := range []int{41, 42, 44, 45, 46, 48, 49, 51, 52, 54, 55, 57, 58, 60, 62} {
		r.Children = append(r.Children, room.Child{Label: "AA", Months: months, Mouths: room.No})
	}
	r.Children[4].Allergies = []room.Allergy{{To: allergen.Sesame, By: room.ByEating}}
	r.Adults = 2
	g, err := safety.NewGroup(r, room.RatioTables()[1], safety.Policy{NutFree: true})
	require.NoError(t, err)
	g = g.Keeping(room.RoutineOf(room.Habits()...))
	hand, usual := 0, 0
	for _, it := range material.Standard().Items() {
		j := Only(it).Judge(&g, Ask{Use: safety.Open})
		if !it.Plays(material.Filler) || j.Verdict != safety.WithAHand {
			continue
		}
		hand++
		if !j.Usual() {
			continue
		}
		usual++
		for _, f := range j.Findings() {
			require.True(t, f.Usual, it.Name)
			for _, do := range f.Do {
				require.NotRegexp(t, `\d|[Cc]ount`, do.Say().String(), it.Name)
			}
		}
	}
	require.GreaterOrEqual(t, 2*usual, hand, "%d of %d", usual, hand)
}

// What may be several things is usual care only where each of them is, whatever their conditions
// share a rule.
func TestSeveralThingsAreUsualOnlyTogether(t *testing.T) {
	r := room.Room{Children: []room.Child{{Label: "AA", Months: 50, Mouths: room.No}}, Adults: 1}
	g, err := safety.NewGroup(r, room.StrictestTable(), safety.Policy{})
	require.NoError(t, err)
	g = g.Keeping(room.RoutineOf(room.Habits()...))
	items := material.Standard().Items()
	rapid.Check(t, func(t *rapid.T) {
		var m Meaning
		all := true
		for range rapid.IntRange(1, 3).Draw(t, "things") {
			x := Member{Item: &items[rapid.IntRange(0, len(items)-1).Draw(t, "thing")]}
			one := Meaning{Members: []Member{x}}.Judge(&g, Ask{Use: safety.Open})
			all = all && (one.Verdict == safety.GoesIn || one.Usual())
			m.Members = append(m.Members, x)
		}
		j := m.Judge(&g, Ask{Use: safety.Open})
		if all != (j.Verdict == safety.GoesIn || j.Usual()) {
			t.Fatalf("together %s, usual %t; each by itself %t", j.Verdict, j.Usual(), all)
		}
	})
}
