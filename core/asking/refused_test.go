package asking

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/material"
)

func TestAnswersThatDoNotReadAreNamed(t *testing.T) {
	n := 12.0
	begun, err := Dialogue{}.Tell(Told{Question: "kind", Picks: []string{"object"}})
	require.NoError(t, err)
	grain, _, err := Read([]Told{{Question: "kind", Picks: []string{"dry-food"}}, {Question: "form",
		Picks: []string{"grain"}}})
	require.NoError(t, err)
	food, err := Dialogue{}.Tell(Told{Question: "kind", Picks: []string{"liquid"}})
	require.NoError(t, err)
	food, err = food.Tell(Told{Question: "eaten", Picks: []string{"food"}})
	require.NoError(t, err)
	for _, row := range []struct {
		name  string
		of    Dialogue
		told  Told
		field string
		says  string
	}{
		{"before it is known what it is", Dialogue{}, Told{Question: "size", Solid: "box", Sizes: []float64{1, 2, 3}},
			"question", "does not arise"},
		{"misspelt", begun, Told{Question: "sise"}, "question", `"sise" does not arise`},
		{"twice", begun, Told{Question: "kind", Picks: []string{"soft"}}, "question", "answered twice"},
		{"another alphabet", Dialogue{}, Told{Question: "kind", Picks: []string{"дерево"}}, "picks",
			`"дерево" is no answer`},
		{"two of one", Dialogue{}, Told{Question: "kind", Picks: []string{"soft", "object"}}, "picks",
			"needs one answer"},
		{"known and not known", begun, Told{Question: "size", Unknown: true, Solid: "box"}, "unknown",
			"answered, and not known"},
		{"not offered", begun, Told{Question: "has", Of: []string{"magnet-like"}}, "of", "say which"},
		{"picked, not offered", begun, Told{Question: "has", Of: []string{"rusty"}, Picks: []string{"burns"}}, "picks",
			`"burns" is no answer`},
		{"unsure of what was not offered", begun, Told{Question: "has", Of: []string{"rusty"},
			Unsure: []string{"burns"}}, "unsure", `"burns" was not offered`},
		{"unsure of what is true", begun, Told{Question: "has", Of: []string{"rusty"}, Picks: []string{"rusty"},
			Unsure: []string{"rusty"}}, "unsure", "said to be true"},
		{"no shape", begun, Told{Question: "size", Solid: "blob", Sizes: []float64{1}}, "solid", "choose a shape"},
		{"no size", begun, Told{Question: "size", Solid: "box", Sizes: []float64{1}}, "sizes_mm", "do not describe"},
		{"a number nobody asked for", begun, Told{Question: "size", Figure: &n}, "figure", "does not ask for a number"},
		{"a soft grain", grain, Told{Question: "has", Of: []string{"soft"}, Picks: []string{"soft"}}, "picks",
			"a grain is hard"},
		{"contradictory", food, Told{Question: "has", Of: []string{"borate"}, Picks: []string{"borate"}}, "picks",
			"cannot be both food and borate"},
	} {
		_, err := row.of.Tell(row.told)
		var w *Wrong
		require.ErrorAs(t, err, &w, row.name)
		assert.Equal(t, row.field, w.Field, row.name)
		assert.Contains(t, w.Reason, row.says, row.name)
	}
}

// Every feature that some rule decides on can be asked about, in the sort that could have
// everything and in one of the others, but for what another question settles.
func TestEveryFeatureIsAskedAbout(t *testing.T) {
	var could material.Features
	for _, s := range Sorts() {
		if s.ID != Else {
			could = could.Union(s.could).Union(s.has)
		}
		for _, one := range s.could.Each() {
			assert.NotEmpty(t, one.Say().String(), one)
		}
		assert.NotEmpty(t, s.forms, s.ID)
	}
	all, ok := sortByID(Else)
	require.True(t, ok)
	assert.Empty(t, all.could.Minus(could).Words(), "only the last sort could have them")
	for _, kind := range material.Kinds() {
		assert.NotEqual(t, Else, NearestFirst([]string{kind})[0].ID, kind)
	}
	assert.Equal(t, "find", NearestFirst([]string{"nature finds", "toys"})[0].ID)
	assert.Equal(t, "object", NearestFirst([]string{"nature finds", "toys"})[1].ID)
}
