package plan

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/recipe"
	"emblo/core/safety"
	"emblo/core/unit"
)

// Fifteen children with three shells each, found on a beach: 45 of them at a quarter of a minute are twelve
// minutes before play, and twelve again after it, as they lay in water.
func TestChoresOfThings(t *testing.T) {
	g := nursery(t, nil, 41, 41, 41, 41, 41, 41, 41, 41, 41, 41, 41, 41, 41, 41, 41)
	shells := used(t, "large shells", safety.Open)
	shells.Each = 3
	water := Place{Base: Fill{Layers: []Layer{layer(t, "water", 40)}, Tub: in(t, "dish-tub"), Count: 3,
		Use: safety.Open}, Items: []Placed{shells}}
	a, err := Reckon(Setup{Places: []Place{water}}, g, unit.StandardSet(unit.Metric))
	require.NoError(t, err)
	said := func(steps any) string { return fmt.Sprint(steps) }
	require.Len(t, a.Jobs().Things, 1)
	assert.Equal(t, 12, a.Jobs().Things[0].Minutes)
	assert.Contains(t, said(a.Jobs().Things[0].Text), "Wash or wipe, and dry: ")
	assert.Contains(t, said(a.Timeline[0].Text), "Wash or wipe", "it is in the time line too")
	after := a.After(g)
	require.Len(t, after, 3)
	assert.Equal(t, []string{"Count back in 45 pieces", "Clean up water: damp cloth",
		"Wash everything children mouthed. Leave to dry."}, []string{said(after[0].Text), said(after[1].Text),
		said(after[2].Text)})
	assert.Equal(t, []int{2, 12, 12}, []int{after[0].Minutes, after[1].Minutes, after[2].Minutes})

	threaded := used(t, "large curtain rings", safety.Threaded)
	dry := Place{Base: Fill{Layers: []Layer{layer(t, "white rice", 20)}, Tub: in(t, "dish-tub"), Count: 1,
		Use: safety.Open}, Items: []Placed{threaded}}
	a, err = Reckon(Setup{Places: []Place{dry}}, nursery(t, nil, 50, 50), unit.StandardSet(unit.Metric))
	require.NoError(t, err)
	require.Len(t, a.Jobs().Things, 1)
	assert.True(t, a.Jobs().Things[0].By == recipe.Adult)
	assert.Contains(t, said(a.Jobs().Things[0].Text), "tape its tip")
	assert.Empty(t, (&Answer{}).onThings(4))
}
