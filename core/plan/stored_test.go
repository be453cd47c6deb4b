package plan

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/safety"
	"emblo/core/unit"
)

// What is taken from a batch is judged by what the batch has become, whatever the recipe says: never milder
// than any part of it; nothing is made, and nothing is needed of the cupboard.
func TestWhatIsStoredIsJudgedAsItIs(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		g := anyGroup(t)
		r := rapid.SampledFrom(recipe.Standard().Recipes()).Draw(t, "recipe")
		portion := unit.Grams(rapid.Float64Range(20, 200).Draw(t, "portion"))
		s := &Stored{ID: "b", Name: "Red", Recipe: r, Left: unit.Grams(rapid.Float64Range(10, 4000).Draw(t, "left"))}
		for range rapid.IntRange(1, 3).Draw(t, "parts") {
			it := rapid.SampledFrom(material.Standard().Items()).Draw(t, "part")
			f := it.Facts
			f.Expired = rapid.IntRange(0, 3).Draw(t, "past") == 0
			f.Uses, f.Portion = material.Read(float64(rapid.IntRange(0, 6).Draw(t, "uses"))),
				unit.OfMass(portion)
			s.Parts = append(s.Parts, StoredPart{it.Name, f})
		}
		set := unit.StandardSet(unit.Metric)
		a, err := Reckon(Setup{Places: []Place{{ID: "p", Base: Mix{Recipe: r, Portion: portion, Colours: 1,
			Use: safety.Open, Stored: s}}}}, g, set)
		require.NoError(t, err)
		worst := safety.GoesIn
		for _, p := range s.Parts {
			subject := safety.Prepare(p.Name, p.Facts)
			v := g.Judge(&subject, safety.Open).Verdict
			assert.GreaterOrEqual(t, a.Verdict, v, p.Name)
			worst = safety.Worst(worst, v)
		}
		assert.GreaterOrEqual(t, a.Verdict, worst)
		mix := a.Places[0].Mix
		assert.Empty(t, mix.Batch.Amounts)
		need := portion.Times(float64(len(g.Room().Children)))
		assert.InDelta(t, need.Grams(), mix.Batch.Need.Grams(), 1e-6)
		assert.Equal(t, s.Left.Grams() >= need.Grams(), mix.Batch.Enough)
		short := false
		for _, n := range a.Places[0].Notes {
			short = short || len(n) > 9 && n.String()[:9] == "There are"
		}
		assert.Equal(t, !mix.Batch.Enough, short, "what is not enough is said")
		hands, waiting := a.Minutes()
		assert.True(t, waiting == 0 && hands < 30, "it is looked over, portioned and laid out")
	})
}

// How long a set-up is played with goes by the place that is over first; what nothing ends has no figure.
func TestHowLongItIsPlayedWith(t *testing.T) {
	mix := func(id string) Place {
		r, ok := recipe.Standard().Get(id)
		require.True(t, ok, id)
		return Place{ID: id, Base: Mix{Recipe: r, Portion: unit.Grams(80), Colours: 1, Use: safety.Open}}
	}
	g := anyGroupOf(t, 60)
	for name, c := range map[string]struct {
		places []Place
		plays  int
	}{
		"dough":          {[]Place{mix("stove-dough")}, 0},
		"foam":           {[]Place{mix("soap-foam")}, 60},
		"dough and foam": {[]Place{mix("stove-dough"), mix("pulse-foam")}, 60},
		"soaked seeds":   {[]Place{mix("gel-seeds")}, 60},
		"nothing":        {nil, 0},
	} {
		a, err := Reckon(Setup{Places: c.places}, g, unit.StandardSet(unit.Metric))
		require.NoError(t, err)
		assert.Equal(t, c.plays, a.Plays(), name)
	}
	both, err := Reckon(Setup{Places: []Place{mix("soap-foam")}}, g, unit.StandardSet(unit.Metric))
	require.NoError(t, err)
	var notes []string
	for _, n := range both.Places[0].Notes {
		notes = append(notes, n.String())
	}
	assert.Contains(t, notes, "Keeps its form for 30 min once made, and play takes 60 min.")
}
