package plan

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/safety"
	"emblo/core/unit"
)

// Nothing is ready of which somebody has still to say how much there is, however well it is judged, and no amount of it
// is told; what else is said of the set-up stays.
func TestNothingIsReadyOfWhichTheAmountIsNotKnown(t *testing.T) {
	things, recipes := material.Standard().Items(), recipe.Standard().Recipes()
	set := unit.StandardSet(unit.Metric)
	rapid.Check(t, func(t *rapid.T) {
		g, s := anyGroup(t), anySetup(t, recipes, things)
		known, err := Reckon(s, g, set)
		if err != nil || len(s.Places)+len(s.Beside) == 0 {
			return // nothing that is answered
		}
		u := Unsized{In: rapid.SampledFrom([]string{"bag", "glass", ""}).Draw(t, "in"), Count: 2}
		at := rapid.IntRange(0, len(s.Places)+len(s.Beside)-1).Draw(t, "at")
		s.Places, s.Beside = slices.Clone(s.Places), slices.Clone(s.Beside)
		if at < len(s.Places) {
			switch b := s.Places[at].Base.(type) {
			case Mix:
				b.Unsized = u
				s.Places[at].Base = b
			case Fill:
				b.Layers = []Layer{{Item: b.Layers[0].Item, Unsized: u}}
				s.Places[at].Base = b
			}
		} else {
			p := &s.Beside[at-len(s.Places)]
			p.Each, p.Unsized = 0, u
		}
		a, err := Reckon(s, g, set)
		require.NoError(t, err)
		assert.GreaterOrEqual(t, a.Verdict, max(known.Verdict, safety.MeasureFirst))
		open, ok := a.Unsized()
		require.True(t, ok)
		assert.NotEmpty(t, open.Ask())
		assert.Zero(t, open.Count)
		if at < len(s.Places) && a.Places[at].Fill != nil {
			assert.Empty(t, a.Places[at].Fill.Poured)
		}
		assert.Len(t, a.Lines(), len(known.Lines()))
		assert.Equal(t, known.Around().Families, a.Around().Families, "what it is does not hang on how much of it")
	})
}

// A filler of which nobody knows how deep it lies is never milder than as deep as it usually does.
func TestUnsizedIsNoMilder(t *testing.T) {
	tub := in(t, "deep-tub")
	rapid.Check(t, func(t *rapid.T) {
		g := anyGroup(t)
		it := rapid.SampledFrom(material.Standard().Items()).Draw(t, "thing")
		fill := Fill{Tub: tub, Use: safety.Open, Layers: []Layer{{Item: it, Depth: unit.Millimetres(40)}}}
		known, err := reckon(at(fill), g, unit.StandardSet(unit.Metric))
		require.NoError(t, err)
		fill.Layers = []Layer{{Item: it, Unsized: Unsized{In: "bucket", Count: 1}}}
		open, err := reckon(at(fill), g, unit.StandardSet(unit.Metric))
		require.NoError(t, err)
		assert.GreaterOrEqual(t, open.Verdict, known.Verdict, it.Name)
	})
}
