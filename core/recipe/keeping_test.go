package recipe

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/keep"
	"emblo/core/material"
	"emblo/core/unit"
)

func must(t *testing.T, id string) material.Item {
	it, ok := material.Standard().Get(id)
	assert.True(t, ok, id)
	return it
}

// How a recipe of the book keeps is told by its figures, and the sentence is read into the same by who copies it; what
// needs cold is nowhere out of the fridge for longer than the two hours of the advice to households.
func TestTheBookKeepsByItsFigures(t *testing.T) {
	for _, r := range Standard().Recipes() {
		k, p := r.Keeping(), r.Play()
		read, _, ok := keep.Read(k.Say().String())
		assert.True(t, ok, "%s: %s", r.ID, k.Say())
		assert.Equal(t, k, read, "%s: %s", r.ID, k.Say())
		assert.True(t, k.Out == 0 || p.Stands+p.Plays <= OutMinutes && p.Plays > 0, r.ID)
		if r.Nature().Class.NeedsCold() && k.Days > 0 {
			assert.True(t, k.Where == keep.Chilled || r.Kind == "ice" || r.Kind == "bottle",
				"germs grow in %s where it is warm, and it keeps for %d days", r.ID, k.Days)
		}
	}
	r, _ := Standard().Get("stove-dough")
	assert.NotEmpty(t, r.Play().Best)
	assert.Equal(t, "2 weeks or 5 uses, airtight; throw away at the first spot or sour smell",
		r.Nature().Keeps.String())
	r.Own = true
	assert.LessOrEqual(t, r.Keeping().Granted(), MostDays)
}

// The figures that keeping hangs on: 0.88 as the water activity under which no time or temperature control is needed
// (FDA Food Code 2017, table A, quoted from memory), with the margin of the estimate on either side; two hours out of
// the fridge (FDA advice to households, quoted from memory); two weeks for what a centre wrote itself (common
// practice).
func TestTheFiguresOfKeeping(t *testing.T) {
	class := func(activity float64) Class {
		return Recipe{}.classOf(Nature{Known: true, Activity: activity},
			material.Facts{Thing: material.Thing{Form: material.Dough}})
	}
	assert.Equal(t, []Class{Stable, Borderline, Borderline, Perishable}, []Class{class(0.88 - ActivityMargin - 0.001),
		class(0.88 - ActivityMargin + 0.001), class(0.88 + ActivityMargin - 0.001), class(0.88 + ActivityMargin +
			0.001)})
	for _, r := range Standard().Recipes() {
		k, p := r.Keeping(), r.Play()
		if k.Out > 0 {
			assert.LessOrEqual(t, p.Stands+p.Plays, 2*60, r.ID)
		}
	}
	own := Recipe{Own: true, Lines: []Line{{Item: must(t, "fine-salt"), Amount: unit.OfMass(unit.Grams(100))},
		{Item: must(t, "ready-flour"), Amount: unit.OfMass(unit.Grams(300))}}}
	assert.LessOrEqual(t, own.Keeping().Days, 14)
}

// A mix keeps as it is said up to two weeks, and the words say more only beyond them; the first of the pieces that turn
// on one day is named.
func TestHowLongAMixKeepsAtItsEnds(t *testing.T) {
	for days, limited := range map[int]bool{MostDays - 1: false, MostDays: false, MostDays + 1: true} {
		r := Recipe{Name: "Ours", Kind: "dough", Own: true, said: keep.For(days)}
		require.Equal(t, keep.Shared, r.said.Touch)
		k, why := r.ownKeeping(Stable)
		assert.Equal(t, min(days, MostDays), k.Days)
		assert.Equal(t, limited, strings.Contains(why.String(), "two weeks at most"), "%d days: %s", days, why)
	}
	piece := func(name string, days int) Line {
		it := material.Item{Name: name, Keeps: keep.For(days)}
		it.Facts.Form = material.Piece
		return Line{Item: it}
	}
	for _, row := range []struct {
		lines []Line
		days  int
		of    string
	}{{[]Line{piece("Reeds", 3), piece("Leaves", 3)}, 3, "reeds"}, {[]Line{piece("Reeds", 4), piece("Leaves", 3)}, 3,
		"leaves"}, {[]Line{piece("Reeds", 3), piece("Leaves", 4)}, 3, "reeds"}} {
		days, of, ends := Recipe{Lines: row.lines}.piecesKeep()
		assert.True(t, ends)
		assert.Equal(t, row.days, days)
		assert.Equal(t, row.of, of.String())
	}
}

// A mix of a centre's own keeps as long as is said, two weeks at most, and as long as the piece in it that turns first.
func TestHowLongAnOwnMixKeeps(t *testing.T) {
	for _, row := range []struct {
		more, keeps string
		days        int
		says        string
	}{
		{"", "14 days, dry", 14, "2 weeks"}, {"", "15 days, dry", 14, "two weeks at most"}, {"", "until worn", 14,
			"two weeks at most"}, {"", "5 days, dry", 5, "5 days"},
		{"\n10 g rose petals unsprayed", "5 days, dry", 1, "turns then"}, {"\n10 g rose petals unsprayed", "1 day, dry",
			1, "1 day"},
		{"\n10 g leaves known and clean\n10 g rose petals unsprayed", "5 days, dry", 1, "rose petals"},
		{"\n10 g rose petals unsprayed\n10 g leaves known and clean", "5 days, dry", 1, "rose petals"},
	} {
		k, why := mix(t, "dry", row.keeps, strings.Split("300 g white rice"+row.more, "\n")...).ownKeeping(Stable)
		assert.Equal(t, row.days, k.Days, "%s %s", row.more, row.keeps)
		assert.Contains(t, why.String(), row.says)
		assert.Equal(t, row.days == 1 && row.keeps != "1 day, dry", strings.Contains(why.String(), "turns then"),
			"%s: what ends it is said where it is sooner", row.keeps)
	}
}
