package plan

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/material"
	"emblo/core/phrase"
	"emblo/core/recipe"
	"emblo/core/safety"
	"emblo/core/unit"
	"emblo/core/vessel"
)

// Whatever is got ready stands on the shelf, and nothing that waits is short of a reason.
func TestWhatIsGotReady(t *testing.T) {
	for id, how := range readiedBy {
		it, known := material.Standard().Get(id)
		require.True(t, known, id)
		for _, s := range how.steps(id, it.Within(), 10) {
			assert.Positive(t, s.Minutes, id)
			assert.NotEmpty(t, s.Text, id)
			if s.Kind == recipe.Cool {
				assert.Equal(t, recipe.Touched, s.Probe, "%s comes hot from the stove", id)
			}
		}
	}
}

// What is cooked, cut or dyed is planned with its minutes: once for all places, not where it is here as it is used, and
// not where it is not to be used; what was done to a filler is planned too.
func TestThingsAreGotReadyBeforePlay(t *testing.T) {
	g := anyGroupOf(t, 50)
	tub, _ := vessel.Get("dish-tub")
	of := func(id string) material.Item {
		it, known := material.Standard().Get(id)
		require.True(t, known, id)
		return it
	}
	thing := func(id string, each int) Placed {
		it := of(id)
		return Placed{Of: id, Name: it.Name, Facts: it.Facts, Each: each, Use: safety.Open}
	}
	fill := func(id string, done ...phrase.State) Place {
		return Place{Base: Fill{Tub: tub, Use: safety.Open,
			Layers: []Layer{{Item: of(id), Done: done, Depth: unit.Millimetres(20)}}}}
	}
	ready := func(s Setup) (ids []string, hands, waiting int) {
		a, err := Reckon(s, g, unit.StandardSet(unit.Metric))
		require.NoError(t, err)
		for _, step := range a.Timeline {
			if len(step.ID) > 5 && step.ID[:5] == "ready" {
				ids = append(ids, step.ID)
			}
		}
		hands, waiting = a.Minutes()
		return ids, hands, waiting
	}
	ids, hands, waiting := ready(Setup{Places: []Place{fill("cooked-rice")}})
	assert.Equal(t, []string{"ready-boil-cooked-rice", "ready-boil-cooked-rice-wait", "ready-boil-cooked-rice-measure"},
		ids)
	assert.Equal(t, 20+1+10+5, hands, "cook, measure, lay out, pour")
	assert.Equal(t, 40, waiting)
	ids, _, _ = ready(Setup{Places: []Place{fill("cooked-rice")}, Here: map[string]bool{"cooked-rice": true}})
	assert.Empty(t, ids, "it stands in the fridge")
	ids, _, _ = ready(Setup{Places: []Place{fill("white-rice", phrase.Dyed)}})
	assert.Equal(t, []string{"ready-dye-white-rice", "ready-dye-white-rice-wait"}, ids)

	first, second := fill("white-rice"), fill("white-rice")
	first.Items, second.Items = []Placed{thing("paper-strips", 3)}, []Placed{thing("paper-strips", 3)}
	children := len(g.Room().Children)
	ids, hands, _ = ready(Setup{Places: []Place{first, second}})
	assert.Equal(t, []string{"ready-snip-paper-strips"}, ids, "all of one at once")
	assert.Equal(t, max(5, piecework(6*children, 0.1))+10+5+5, hands)

	straws := thing("straws", 2)
	straws.Of, straws.Name, straws.Cut = "", "Straws cut to 50 mm", true
	ids, _, _ = ready(Setup{Beside: []Placed{straws}})
	assert.Equal(t, []string{"ready-snip-" + ownID("straws cut to 50 mm")}, ids)
	straws.Cut, straws.Done = false, []phrase.State{phrase.Blunted, phrase.Clean}
	ids, _, _ = ready(Setup{Beside: []Placed{straws}})
	assert.Equal(t, []string{"ready-tape-" + ownID(straws.Name)}, ids, "what is clean asks for nothing")

	forbidden := fill("white-rice")
	forbidden.Items = []Placed{thing("straw-pieces", 1)}
	baby := anyGroupOf(t, 14)
	a, err := Reckon(Setup{Places: []Place{forbidden}}, baby, unit.StandardSet(unit.Metric))
	require.NoError(t, err)
	require.Equal(t, safety.KeepOut, a.Places[0].Lines[0].Verdict())
	assert.Empty(t, a.Jobs().Things, "nothing is done to what is not to be used")
}
