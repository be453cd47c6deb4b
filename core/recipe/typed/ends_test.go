package typed

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/gauge"
	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/unit"
	"emblo/core/words"
)

// What people write for amounts: dozens, nothing, a plain "salt", and what it is measured by.
func TestAmountsAtTheirEnds(t *testing.T) {
	for text, grams := range map[string]float64{"2 dozen eggs": 1200, "a dozen eggs": 600, "half a dozen eggs": 300,
		"flour 250 g": 250, "flour ½ cup": 62.5} {
		d := reader().Read(Written{Name: "Ours", Kind: "dough", Lines: text, Steps: "Stir", Keeps: "a day"})
		require.Len(t, d.Recipe.Lines, 1, text)
		assert.InDelta(t, grams, d.Recipe.Lines[0].Mass().Grams(), 1e-6, text)
	}
	for _, text := range []string{"0 tins (400 g) chickpeas", "0 glasses flour", "0 parts flour\n1 part water",
		"zero cups flour", "flour 0 g"} {
		d := reader().Read(Written{Name: "Ours", Kind: "dough", Lines: text, Steps: "Stir", Keeps: "a day",
			Own: []OwnMeasure{{"glass", unit.Millilitres(200)}}})
		assert.False(t, d.OK(), text)
	}
	for text, note := range map[string]string{"1 cup salt": "Read as fine salt",
		"1 cup table salt": "Read as fine salt", "1 cup fine salt": "", "1 cup flour": "; 125 g is used",
		"125 g flour": ""} {
		l := reader().Read(Written{Name: "Ours", Kind: "dough", Lines: text, Steps: "Stir", Keeps: "a day"}).Lines[0]
		assert.Equal(t, note == "", l.Note == "", "%s: %s", text, l.Note)
		assert.Contains(t, l.Note, note, text)
	}
	for text, strong := range map[string]bool{"10 g baking soda": true, "10 g baking powder": false,
		"10 g fine salt": true, "10 g white vinegar": true, "1 g food colour liquid": true, "10 g flour": false} {
		assert.Equal(t, strong, mixOf(t, "dough", text, "a day, airtight").Lines[0].Strong, text)
	}
	like := reader().Read(Written{Name: "Ours", Kind: "dough", Lines: "100 g moon flour flour", Steps: "Stir",
		Keeps: "a day"}).Lines[0].Like
	require.Len(t, like, 3)
	assert.True(t, like[0].ID != like[1].ID && like[1].ID != like[2].ID && like[0].ID != like[2].ID, "each once")
	assert.Equal(t, strings.Repeat("a", 40), words.Cut(strings.Repeat("a", 40)))
	assert.Equal(t, strings.Repeat("a", 40)+"…", words.Cut(strings.Repeat("a", 41)))
}

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
	assert.False(t, recipe.CallsIt(map[string]bool{"": true}, material.Item{Name: ", dry"}))
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

// Every limit of what is typed is met exactly: the last that is taken, and the first that is not.
func TestLimitsOfTypedTextAreMetExactly(t *testing.T) {
	fault := func(change func(*Written)) error {
		w := Written{Name: "Ours", Kind: "dough", Lines: "200 g flour", Steps: "Stir, 2 min", Keeps: "a day, airtight"}
		change(&w)
		d := reader().Read(w)
		if i := slices.IndexFunc(d.Faults, func(f Fault) bool {
			return strings.Contains(f.Sentence, "longer than") || strings.Contains(f.Sentence, "at most")
		}); i >= 0 {
			return assert.AnError
		}
		return nil
	}
	line := func(n int) error {
		text := "200 g plain flour (" + strings.Repeat("x", n-len("200 g plain flour ()")) + ")"
		return fault(func(w *Written) { w.Lines = text })
	}
	for name, row := range map[string]struct{ last, first error }{
		"how it keeps": {fault(func(w *Written) { w.Keeps = strings.Repeat("a", 200) }), fault(func(w *Written) {
			w.Keeps = strings.Repeat("a", 201)
		})},
		"ingredients": {fault(func(w *Written) { w.Lines += strings.Repeat("\n", maxText-len(w.Lines)) }),
			fault(func(w *Written) { w.Lines += strings.Repeat("\n", maxText+1-len(w.Lines)) })},
		"steps": {fault(func(w *Written) { w.Steps += strings.Repeat("\n", maxText-len(w.Steps)) }),
			fault(func(w *Written) { w.Steps += strings.Repeat("\n", maxText+1-len(w.Steps)) })},
		"how many steps": {fault(func(w *Written) { w.Steps = strings.Repeat("Stir\n", maxSteps) }),
			fault(func(w *Written) { w.Steps = strings.Repeat("Stir\n", maxSteps+1) })},
		"letters of a line": {line(200), line(201)},
		"a name": {fault(func(w *Written) { w.Name = strings.Repeat("a", MaxName) }),
			fault(func(w *Written) { w.Name = strings.Repeat("a", MaxName+1) })},
	} {
		assert.NoError(t, row.last, name)
		assert.Error(t, row.first, name)
	}
}

// A line is cut where the next ingredient begins: not inside brackets, a number or a name that holds a comma itself.
func TestWhereALineIsCut(t *testing.T) {
	for text, want := range map[string]int{
		"0,5 l water, 200 g flour": 2, "1,5 cups water": 1, "200 g flour (white, sifted), 1 cup water": 2,
		"200 g starch, ready to eat, 1 cup water": 2, "200 g starch, ready to eat": 1,
		"2 eggs,3 tbsp oil": 2, "200 g flour ((a), b), 1 cup water": 2, ", 200 g flour": 1, "200 g flour,": 1,
		"1 cup water,5 g salt": 2,
	} {
		assert.Len(t, reader().splitLine(text), want, text)
	}
}
