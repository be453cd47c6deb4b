package plan

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/clock"
	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/unit"
)

// A few at once are never cleared of what the whole group is not, and nothing is ever more for fewer.
func TestFewerAtOnceClearNothing(t *testing.T) {
	things, recipes := material.Standard().Items(), recipe.Standard().Recipes()
	set := unit.StandardSet(unit.Metric)
	rapid.Check(t, func(t *rapid.T) {
		g, s := anyGroup(t), anySetup(t, recipes, things)
		all, err := Reckon(s, g, set)
		if err != nil {
			return // nothing that is answered
		}
		n := len(g.Room().Children)
		s.Players = Players{InAll: rapid.IntRange(1, n).Draw(t, "in all")}
		s.Players.AtOnce = rapid.IntRange(1, s.Players.InAll).Draw(t, "at once")
		few, err := Reckon(s, g, set)
		if err != nil {
			return // too little to make
		}
		assert.GreaterOrEqual(t, few.Verdict, all.Verdict)
		for i, l := range few.Lines() {
			assert.GreaterOrEqual(t, l.Verdict(), all.Lines()[i].Verdict(), l.Name)
			assert.LessOrEqual(t, l.Count, all.Lines()[i].Count, l.Name)
		}
		for i, p := range few.Places {
			if p.Fill != nil {
				assert.LessOrEqual(t, p.Fill.Tubs, all.Places[i].Fill.Tubs)
			}
		}
	})
}

func TestPlayersOfSixteen(t *testing.T) {
	opens, err := clock.ParseWall("2026-11-27T22:00")
	require.NoError(t, err)
	for field, p := range map[string]Players{"children": {InAll: 17}, "at_once": {AtOnce: 17},
		"turn_minutes": {AtOnce: 8, TurnMinutes: 61}} {
		var input *InvalidInput
		require.ErrorAs(t, p.Check(16, opens), &input)
		assert.Equal(t, field, input.Field)
	}
	require.ErrorContains(t, Players{InAll: 4, AtOnce: 5}.Check(16, opens), "1 to 4 children play at once")
	require.ErrorContains(t, Players{AtOnce: -1}.Check(16, opens), "1 to 16")
	require.ErrorContains(t, Players{TurnMinutes: 241}.Check(16, opens), "1 to 240 minutes")
	two := Players{AtOnce: 8, TurnMinutes: 60}
	require.NoError(t, two.Check(16, opens))
	assert.Equal(t, "16 children play, 8 at once in 2 turns of 60 min", two.Say(16).String())
	assert.Equal(t, "11 of 16 children play", Players{InAll: 11}.Say(16).String())
	assert.Equal(t, 3, Players{AtOnce: 6}.of(16).Turns())
	assert.True(t, Players{}.All(16) && !two.All(16))
	var food material.Facts
	food.Traits = food.Traits.With(material.Food)
	assert.Equal(t, []int{16, 8}, []int{two.of(16).Having(&food), two.of(16).Having(&material.Facts{})})
}
