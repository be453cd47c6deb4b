package recipe

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/gauge"
	"emblo/core/keep"
	"emblo/core/material"
	"emblo/core/unit"
)

// Nothing of something is no amount, in whatever words it stands.
func TestNothingOfItIsNoAmount(t *testing.T) {
	rd := reader()
	rd.own, _ = readOwn([]OwnMeasure{{Name: "mug", Volume: unit.Millilitres(300)}})
	require.Len(t, rd.own, 1)
	for n, bad := range map[string]bool{"0": true, "0.5": false, "1": false, "2": false} {
		mugs := said{text: n + " mugs flour"}
		rd.inOwn(&mugs)
		assert.Equal(t, bad, mugs.fault != "", mugs.text)
		tins := said{text: n + " tins (400 g each) chickpeas"}
		tins.packed()
		assert.Equal(t, bad, tins.fault != "", tins.text)
		_, _, _, beside := partsBeside(n+" parts soap (100 ml)", unit.Metric)
		assert.Equal(t, bad, !beside, n)
		hundred, err := unit.Parse("100 ml", unit.Metric)
		require.NoError(t, err)
		in := rd
		in.measured = &hundred
		parts := said{text: n + " parts water"}
		in.inMeasuredParts(&parts)
		assert.Equal(t, bad, parts.fault != "", parts.text)
		var eggs ReadLine
		assert.Equal(t, bad, !rd.counted(&eggs, n+" eggs"), n)
	}
	for share, ok := range map[string]bool{"-1": false, "0": false, "0.1": true, "100": true, "100.1": false} {
		_, err := readMakeups([]byte("item,water,salt,sugar,glycerol,flour,firm,basis\nx,1,0,0,0,no," + share +
			",common practice\n"))
		assert.Equal(t, ok, err == nil, "sets at %s per cent", share)
	}
	assert.False(t, (&said{low: 1}).lower(unit.OfMass(unit.Grams(5))).Known(), "no range")
	assert.Equal(t, unit.OfMass(unit.Grams(2.5)), (&said{low: 0.5}).lower(unit.OfMass(unit.Grams(5))))
}

// A comma parts two ingredients unless digits stand on both sides.
func TestALineIsCutBetweenDigitsOnlyOnce(t *testing.T) {
	for typed, want := range map[string]string{
		"250 g flour, 3 g salt":  "250 g flour|3 g salt",
		"0,5 kg flour, 3 g salt": "0,5 kg flour|3 g salt",
		"flour 250, 3 g salt":    "flour 250|3 g salt",
		",1 g salt":              ",1 g salt",
		", 1 g salt":             "1 g salt",
		"1 g salt,":              "1 g salt,",
		"salt 5,":                "salt 5,",
		"":                       "",
	} {
		assert.Equal(t, want, strings.Join(reader().splitLine(typed), "|"), "%q", typed)
	}
	for line, want := range map[string]string{"flour 250 g": "flour 250", "flour:9 g": "flour 9",
		"flour 0.5 kg": "flour 500", "oil ½ cup": "oil 0", "flour": "", "flour 250 nothing": ""} {
		q, rest, ok := trailing(line, unit.Metric)
		got := ""
		if m, _ := q.Mass(); ok {
			got = fmt.Sprintf("%s %g", rest, m.Grams())
		}
		assert.Equal(t, want, got, line)
	}
}

// Up to three things are alike, each once, also to a name of one word.
func TestWhatIsAlike(t *testing.T) {
	for name, want := range map[string]int{"flour": 3, "rice beans": 3, "zzz rice": 3, "zzz": 0, "": 0} {
		found := reader().alike(name)
		assert.Len(t, found, want, name)
		ids := map[string]bool{}
		for _, it := range found {
			ids[it.ID] = true
		}
		assert.Len(t, ids, want, name)
	}
}

// A step names things by the most words that go together, with what stands before and after each.
func TestWhatAStepNames(t *testing.T) {
	things := map[string]string{"warm water": "water", "water": "cold-water", "flour": "plain-flour",
		"oil": "plant-oil"}
	find := func(words string) (material.Item, bool) {
		id, known := things[words]
		return material.Item{ID: id}, known
	}
	var got []string
	for _, m := range mentions("flour goes into warm water with oil", find) {
		got = append(got, m.item.ID+"|"+m.before+"|"+m.called+"|"+m.after)
	}
	assert.Equal(t, []string{"plain-flour||flour| goes into warm water with oil",
		"water|flour goes into |warm water| with oil", "plant-oil|flour goes into warm water with |oil|"}, got)
	assert.Empty(t, mentions("stir", find))
	assert.Empty(t, mentions("", find))
	assert.False(t, callsIt(map[string]bool{"": true}, material.Item{Name: ", dry"}))
	assert.False(t, (&listed{words: map[string]bool{}}).has(mention{called: ", dry"}))
	for mm, want := range map[float64]bool{59: true, 60: true, 61: false} {
		size, err := gauge.New(gauge.Sphere, mm)
		require.NoError(t, err)
		f := material.Facts{}
		f.Largest = size
		assert.Equal(t, want, small(&f), "%g mm", mm)
	}
	assert.False(t, small(&material.Facts{}), "nobody knows how large")
}

// A recipe lies as deep in a page as it may, and no deeper.
func TestHowDeepARecipeLies(t *testing.T) {
	deep := func(n int) any {
		var v any = map[string]any{"@type": "Recipe", "name": "Dough"}
		for range n {
			v = []any{v}
		}
		return v
	}
	assert.NotNil(t, findRecipe(deep(maxDepth), 0))
	assert.Nil(t, findRecipe(deep(maxDepth+1), 0))
}

// What is dry is no salt from half of it on; of as much the first is taken.
func TestTheDoseAtItsEnds(t *testing.T) {
	powder := func(id string, salt, grams float64) Line {
		it := material.Item{ID: id}
		it.Facts.Form, it.Facts.Salt = material.Powder, unit.Known(salt)
		return Line{Item: it, Amount: unit.OfMass(unit.Grams(grams))}
	}
	for _, row := range []struct {
		lines []Line
		want  string
	}{
		{[]Line{powder("salt", 0.5, 100)}, ""}, {[]Line{powder("mix", 0.49, 100)}, "mix"},
		{[]Line{powder("a", 0, 100), powder("b", 0, 100)}, "a"},
		{[]Line{powder("a", 0, 100), powder("b", 0, 101)}, "b"},
	} {
		best, ok := Recipe{Lines: row.lines}.doseOf("dry")
		assert.Equal(t, row.want, best.Item.ID)
		assert.Equal(t, row.want != "", ok)
	}
}

// What has been weighed is offered first; what of it is known to be too little is not, and a substitute weighs what it
// takes of it.
func TestWhatIsTakenInstead(t *testing.T) {
	stove := stove(t)
	for _, l := range stove.Lines {
		subs := Substitutes(l.Item.ID)
		for i, sub := range subs {
			short := Shortage{Line: l, Have: unit.Grams(10), Missing: unit.Grams(20)}
			weighed := Stock{sub.Item.ID: unit.Grams(20 * sub.ByMass)}
			first := weighed.Replacements(short)
			require.Len(t, first, len(subs))
			assert.Equal(t, sub.Item.ID, first[0].Sub.Item.ID)
			assert.True(t, first[0].Known)
			for _, other := range first[1:] {
				assert.False(t, other.Known)
			}
			less := Stock{sub.Item.ID: unit.Grams(20*sub.ByMass - 1)}
			assert.Len(t, less.Replacements(short), len(subs)-1)
			half := stove.Instead(l.Item.ID, subs[i], 0.5)
			was, is := 0.0, 0.0
			for _, x := range stove.Lines {
				if x.Item.ID == sub.Item.ID {
					was = x.Mass().Grams()
				}
			}
			for _, x := range half.Lines {
				if x.Item.ID == sub.Item.ID {
					is = x.Mass().Grams()
				}
			}
			assert.InDelta(t, 0.5*l.Mass().Grams()*sub.ByMass, is-was, 1e-9, sub.Item.ID)
		}
	}
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

// A batch of fewer scoops is found also where it fits in a sliver of the scales: this one between two that lie less
// than a hundred thousandth apart.
func TestABatchThatFitsInASliver(t *testing.T) {
	line := func(id string, density, grams float64) Line {
		return Line{Item: material.Item{ID: id, Density: unit.GramsPerMillilitre(density)},
			Amount: unit.OfMass(unit.Grams(grams))}
	}
	r := Recipe{Name: "x", Lines: []Line{line("a", 0.8046360015869141, 19.78125), line("b", 1.16396164894104,
		41.2716064453125)}}
	b, err := Scale(r, r.Made().Times(1.25), drawer(60, 25, 7))
	require.NoError(t, err)
	assert.True(t, b.Enough && b.Within())
	assert.Equal(t, 4, b.Movements)
}
