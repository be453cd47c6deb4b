package safety

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/material"
	"emblo/core/room"
)

// drawFeatures draws a few of the features that can be left open.
func drawFeatures(t *rapid.T) material.Features {
	all := material.AllFeatures()
	picked := rapid.SliceOfN(rapid.SampledFrom(all.Minus(material.Mildening).Each()), 0, 4).Draw(t, "features")
	var set material.Features
	for _, one := range picked {
		set = set.Union(one)
	}
	return set
}

// What is left open is judged as if it were there: never milder than the thing with any of it, as
// whatever figure, but for a Keep out that then waits for the answer; and no milder than the thing
// without it.
func TestLawBWhatIsLeftOpenNeverClears(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		s := drawScene(t)
		s.facts = s.facts.Known()
		open, is := drawFeatures(t), s
		is.facts = is.facts.Having(open.Meet(drawFeatures(t).Union(rapid.SampledFrom(append(open.Each(), open)).Draw(t,
			"has"))))
		for i, r := range readings(&is.facts) {
			if r.There() && !readings(&s.facts)[i].There() {
				*r = drawReading(t)
			}
		}
		left := s
		left.facts.Open = open.Minus(s.facts.Features())
		v := left.judge(t)
		require.GreaterOrEqual(t, v.Verdict, min(is.judge(t).Verdict, MeasureFirst))
		require.GreaterOrEqual(t, v.Verdict, s.judge(t).Verdict)
	})
}

func TestWhatIsLeftOpenIsNamed(t *testing.T) {
	g := groupOf(t, Policy{}, room.Child{Label: "AB", Months: 40, Mouths: room.No})
	f, err := thing("box", "80x60x40", "none", "hard").Facts(nil)
	require.NoError(t, err)
	judge := func(words string) Assessment {
		open, err := material.ParseFeatures(words)
		require.NoError(t, err)
		s := Prepare("a block", f.LeftOpen(open))
		return g.Judge(&s, Open)
	}
	waits := judge("magnet;pokes;breakable")
	assert.Equal(t, MeasureFirst, waits.Verdict)
	first, _ := waits.First()
	assert.Equal(t, "Find out whether any of these is true: glass or china, a magnet. Until then, do not use.",
		first.Reason.String())
	hand := judge("pokes;lens")
	assert.Equal(t, WithAHand, hand.Verdict)
	require.Len(t, hand.Findings(), 2)
	for _, f := range hand.Findings() {
		assert.Regexp(t, "^Counted until you say it is not so. ", f.Reason.String())
		assert.NotEmpty(t, f.Do)
	}
	assert.Equal(t, GoesIn, judge("enclosed;hard").Verdict, "what is there, or makes milder, is not left open")
}

// Staffing tables count birthdays: a child of 3 who mouths, or of whom nobody has said so, makes no adults short,
// though every other rule judges for it as for a two-year-old.
func TestStaffingGoesByBirth(t *testing.T) {
	r := room.Room{Adults: 1}
	for range 7 {
		r.Children = append(r.Children, room.Child{Months: 40, Mouths: room.Yes})
	}
	for _, mouths := range []room.Tri{room.Yes, room.Unknown} {
		r.Children[0].Mouths = mouths
		g, err := NewGroup(r, room.StrictestTable(), Policy{})
		require.NoError(t, err)
		assert.Zero(t, g.AdultsShort(), "7 of 3 years and an adult (CFOC 1.1.1.2, quoted from memory)")
		assert.Equal(t, 35, g.Youngest())
	}
	r.Children[6].Months = 35
	g, err := NewGroup(r, room.StrictestTable(), Policy{})
	require.NoError(t, err)
	assert.Equal(t, 1, g.AdultsShort(), "one of 2 years among them")
}

// What the routine does not see to comes first: of a salty dough with raw flour, the salt.
func TestWhatDecidesLeads(t *testing.T) {
	g, err := NewGroup(room.Room{Adults: 2, Children: []room.Child{{Months: 42, Mouths: room.No}}},
		room.StrictestTable(), Policy{})
	require.NoError(t, err)
	facts, err := material.Description{Contains: "wheat", Traits: "food;dough;raw-flour;salt=16;portion=100"}.Facts(nil)
	require.NoError(t, err)
	s := Prepare("Cold dough", facts)
	kept := g.Keeping(room.RoutineOf(room.Habits()...))
	a := kept.Judge(&s, Open)
	first, ok := a.First()
	require.True(t, ok)
	assert.Equal(t, "salt-load", first.Rule)
	assert.False(t, first.Usual)
	led := a.Led()
	assert.Equal(t, "salt-load", led[0].Rule)
	assert.NotEqual(t, "salt-load", a.Rules()[0], "by the order of the rules it is not first")
	assert.ElementsMatch(t, a.Rules(), rulesOf(led), "each of them, once")
	last := false
	for _, f := range led {
		assert.False(t, last && !f.Usual, "%s stands behind what the routine sees to", f.Rule)
		last = f.Usual
	}
	assert.Equal(t, rulesOf(g.Judge(&s, Open).Findings()), rulesOf(g.Judge(&s, Open).Led()),
		"without a routine nothing moves")
}

func rulesOf(findings []Finding) (ids []string) {
	for _, f := range findings {
		ids = append(ids, f.Rule)
	}
	return ids
}
