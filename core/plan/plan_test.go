package plan

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/room"
	"emblo/core/safety"
	"emblo/core/unit"
	"emblo/core/vessel"
)

func group(t testing.TB, adults int, months ...int) *safety.Group {
	table, err := room.ParseRatioTable("eyfs")
	require.NoError(t, err)
	r := room.Room{Adults: adults}
	for _, m := range months {
		r.Children = append(r.Children, room.Child{Label: "AB", Months: m, Mouths: room.No})
	}
	g, err := safety.NewGroup(r, table, safety.Policy{})
	require.NoError(t, err)
	return &g
}

func shelfItem(t testing.TB, words string) material.Item {
	it, ok := material.Standard().Named(words)
	require.True(t, ok, words)
	return it
}

func placed(t testing.TB, words string, each int) Placed {
	it := shelfItem(t, words)
	return Placed{Name: it.Name, Facts: it.Facts, Each: each, Use: safety.Open}
}

// By hand: the deep tub to 60 mm is a prismatoid of floor 500 x 330 and, at 60 of 150 mm,
// 524 x 350; the middle section is 512 x 340, so V = 60/6 (165000 + 4 x 174080 + 183400)
// = 10,447,200 mm3, 10.45 L. Ten children at five a tub need two.
func TestReckonFill(t *testing.T) {
	tub, _ := vessel.Get("deep-tub")
	peas := shelfItem(t, "split peas")
	s := Setup{Base: Fill{peas, tub, unit.Millimetres(60), safety.Open}, Items: []Placed{placed(t, "small sea shells", 2), placed(t, "toy boats", 1)}}
	a, err := Reckon(s, group(t, 3, 25, 26, 27, 28, 29, 30, 31, 32, 33, 34), unit.StandardSet(unit.Metric))
	require.NoError(t, err)
	assert.Equal(t, safety.KeepOut, a.Verdict)
	assert.Equal(t, safety.KeepOut, a.Base.Assessment.Verdict)
	assert.Equal(t, safety.GoesIn, a.Lines[1].Assessment.Verdict)
	assert.Equal(t, 20, a.Lines[0].Count)
	assert.Equal(t, 2, a.Fill.Tubs)
	assert.InDelta(t, 10447.2, a.Fill.Volume.Millilitres(), 0.01)
	assert.InDelta(t, 10447.2*197/236.588, a.Fill.Mass.Grams(), 0.01)
}

func TestReckonMix(t *testing.T) {
	stove, _ := recipe.Standard().Get("stove-dough")
	a, err := Reckon(Setup{Base: Mix{Recipe: stove, Portion: unit.Grams(120), Colours: 3, Use: safety.Open}}, group(t, 2, 41, 50, 62), unit.StandardSet(unit.US))
	require.NoError(t, err)
	assert.Equal(t, safety.WithAHand, a.Verdict, "salt: for 3 to 5 years, with a hand")
	assert.Equal(t, "salt-load", a.Base.Assessment.Findings()[0].Rule)
	assert.InDelta(t, a.Mix.Batch.Made.Grams()/3, a.Mix.Each.Grams(), 1e-9)
	hands, waiting := a.Minutes()
	assert.Equal(t, []int{29, 25}, []int{hands, waiting})
}

func TestReckonNamesTheFieldAtFault(t *testing.T) {
	stove, _ := recipe.Standard().Get("stove-dough")
	tub, _ := vessel.Get("tray")
	sand := shelfItem(t, "sand")
	eleven := make([]Placed, 11)
	for field, s := range map[string]Setup{
		"items":          {Items: eleven},
		"items/0/each":   {Items: []Placed{{Name: "Boat"}}},
		"base/colours":   {Base: Mix{Recipe: stove, Portion: unit.Grams(120), Colours: 9, Use: safety.Open}},
		"base/portion_g": {Base: Mix{Recipe: stove, Portion: unit.Grams(-1), Colours: 1, Use: safety.Open}},
		"base/depth_mm":  {Base: Fill{sand, tub, unit.Millimetres(60), safety.Open}},
	} {
		_, err := Reckon(s, group(t, 1, 40), unit.StandardSet(unit.US))
		var bad *InvalidInput
		require.ErrorAs(t, err, &bad)
		assert.Equal(t, field, bad.Field)
		assert.Regexp(t, `^[A-Z].*\.$`, bad.Reason)
	}
	empty, err := Reckon(Setup{}, group(t, 1, 40), unit.StandardSet(unit.US))
	require.NoError(t, err)
	assert.False(t, empty.Verdict.Valid(), "a set-up with nothing in it has no verdict")
}
