package lookup

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/desk"
	"emblo/core/material"
)

// What a phrase finds, and what it must not: facts of the trade.
func TestSearchByColumns(t *testing.T) {
	for phrase, want := range map[string]struct{ finds, not string }{
		"red":                          {"kidney-beans", "corks"},
		"red, floats":                  {"pompom-50", "kidney-beans"},
		"sinks, hard":                  {"", ""},
		"starts with sh":               {"shaving-foam", "sieves"},
		"first sound s":                {"scoops", "shaving-foam"},
		"trains pinch":                 {"play-tongs", "scoops"},
		"pinch, kitchen":               {"play-tongs", "clothes-pegs"},
		"porous":                       {"corks", "marbles"},
		"not porous":                   {"marbles", "corks"},
		"tidy":                         {"marbles", "plain-flour"},
		"hose, soil":                   {"topsoil", "play-sand"},
		"wet":                          {"yoghurt", "white-rice"},
		"find":                         {"corks", "plain-flour"},
		"toys, floats":                 {"table-tennis-balls", "marbles"},
		"dissolves, sugar and mineral": {"", ""},
	} {
		c := On((&desk.Desk{})).columns(phrase)
		if want.finds == "" {
			assert.NotEmpty(t, c.words, "%q keeps words for the names", phrase)
			continue
		}
		assert.Empty(t, c.words, phrase)
		for id, fits := range map[string]bool{want.finds: true, want.not: false} {
			it, ok := material.Standard().Get(id)
			require.True(t, ok, id)
			assert.Equal(t, fits, c.fit(it, false), "%s: %s", phrase, id)
		}
	}
	for _, name := range []string{"stir", "brush", "toys", "red lentils", "pinch of salt"} {
		assert.NotEmpty(t, On((&desk.Desk{})).columns(name).words, "%q alone is looked up as a name", name)
	}
	red := On((&desk.Desk{})).columns("red")
	var ranks []int
	for _, it := range red.order(material.Standard().Items()) {
		ranks = append(ranks, red.rank(it))
	}
	assert.IsNonDecreasing(t, ranks, "what is red before what comes in every colour")
}
