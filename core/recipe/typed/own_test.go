package typed

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/unit"
)

// A glass of one's own is read as any measure is; what is called by the word stays what it is.
func TestLinesInMeasuresOfOnesOwn(t *testing.T) {
	own := []OwnMeasure{{"Glass", unit.Millilitres(210)}, {"handful", unit.Millilitres(45)},
		{"blue mug", unit.Millilitres(300)}}
	for _, row := range []struct {
		line string
		id   string
		ml   float64
	}{
		{"2 glasses plain flour", "plain-flour", 420},
		{"a glass of water", "water", 210},
		{"1 1/2 glasses water", "water", 315},
		{"half a glass of water", "water", 105},
		{"two handfuls of white rice", "white-rice", 90},
		{"1 blue mug salt", "fine-salt", 300},
		{"1 glass + 2 tbsp water", "water", 210 + 2*14.787},
		{"1 cup water", "water", 236.588},
	} {
		d := reader().Read(Written{Name: "Ours", Kind: "dough", Lines: row.line, Steps: "Stir", Own: own})
		require.Len(t, d.Lines, 1, row.line)
		l := d.Lines[0]
		require.Empty(t, l.Fault, row.line)
		assert.Equal(t, row.id, l.Line.Item.ID, row.line)
		assert.InDelta(t, row.ml*l.Line.Item.Density.GramsPerMillilitre(), l.Line.Mass().Grams(), 0.1, row.line)
	}
	noted := reader().Read(Written{Lines: "2 glasses plain flour", Own: own}).Lines[0]
	assert.Contains(t, noted.Note, "Your glass holds 210 mL.")
	for _, line := range []string{"2 glasses plain flour", "a handful of oats", "2 glass gems"} {
		assert.NotEmpty(t, reader().Read(Written{Lines: line}).Lines[0].Fault,
			"%s, without a measure of one's own", line)
	}
	assert.NotContains(t, reader().Read(Written{Lines: "2 glass marbles", Own: own}).Lines[0].Note, "210 mL",
		"marbles of glass are a thing")
	for want, bad := range map[string][]OwnMeasure{
		`"cup" is a measure already`:       {{"cup", unit.Millilitres(200)}},
		"by a word or two of letters":      {{"glass 2", unit.Millilitres(200)}},
		"it holds between 2 mL and 10 L":   {{"thimble", unit.Millilitres(0)}},
		`Two measures are called "glass".`: {{"glass", unit.Millilitres(200)}, {"Glass", unit.Millilitres(210)}},
	} {
		d := reader().Read(Written{Name: "Ours", Kind: "dough", Lines: "1 cup water", Steps: "Stir", Own: bad})
		require.NotEmpty(t, d.Faults, want)
		assert.Equal(t, "own_measures", d.Faults[0].Field)
		assert.Contains(t, d.Faults[0].Sentence, want)
	}
}

// One line that says its parts and its amount measures the parts of the others: by volume, unless
// the recipe says by weight.
func TestPartsAreMeasuredByOneAmount(t *testing.T) {
	grams := func(lines string) (all []float64) {
		d := reader().Read(Written{Name: "Ours", Kind: "foam", Lines: lines, Steps: "Stir"})
		for _, l := range d.Lines {
			require.Empty(t, l.Fault, "%s: %s", lines, l.Text)
			all = append(all, l.Line.Mass().Grams())
		}
		return all
	}
	cup := func(id string) float64 {
		it, ok := material.Standard().Get(id)
		require.True(t, ok)
		return it.Density.GramsPerMillilitre() * 100
	}
	for lines, want := range map[string][]float64{
		"4 parts water (400 ml)\n1 part fine salt": {4 * cup("water"),
			cup("fine-salt")},
		"1 part fine salt\n4 parts water = 400 ml": {cup("fine-salt"),
			4 * cup("water")},
		"2 parts plain flour (200 g), by weight\n1 part water\n1 tsp vegetable oil": {200, 100, 4.55},
		"2 parts of fine salt: 200 ml\none part plain flour\n2 tsp vegetable oil": {2 * cup("fine-salt"),
			cup("plain-flour"), 9.1},
		"4 parts water (400 ml)\n1 part fine salt (100 ml)\n1 1/2 parts plain flour": {4 * cup("water"),
			cup("fine-salt"), 1.5 * cup("plain-flour")},
	} {
		assert.InDeltaSlice(t, want, grams(lines), 0.1, lines)
	}
	// 200 g of flour in two parts are two measures of flour; a measure of salt weighs more.
	byVolume := grams("2 parts plain flour (200 g)\n1 part fine salt")
	assert.InDelta(t, 100/cup("plain-flour")*cup("fine-salt"), byVolume[1], 0.1)
	d := reader().Read(Written{Name: "Ours", Kind: "foam", Lines: "4 parts water (400 ml)\n1 part fine salt (300 ml)",
		Steps: "Stir"})
	require.NotEmpty(t, d.Faults)
	assert.Contains(t, d.Faults[0].Sentence, "does not agree with what a part is")
}

// More of what stands already is no second ingredient, and is never dropped: it is said.
func TestExtraForDusting(t *testing.T) {
	d := reader().Read(Written{Name: "Ours", Kind: "dough",
		Lines: "2 cups plain flour\nextra flour for dusting\nmore water, to knead", Steps: "Stir"})
	require.Empty(t, d.Faults)
	require.Len(t, d.Recipe.Lines, 2)
	assert.Equal(t, "More of what stands on line 1, until it feels right.", d.Lines[1].Note)
	assert.True(t, d.Recipe.Lines[1].AsNeeded())
	assert.NotEmpty(t, reader().Read(Written{Name: "Ours", Kind: "dough",
		Lines: "1 cup fine salt\nextra salt for dusting", Steps: "Stir"}).Lines[1].Fault,
		"how much salt is never left open")
}

// Of things of which one is meant, what any of them holds counts, until it is chosen.
func TestAChoiceIsJudgedByTheWorse(t *testing.T) {
	read := func(lines string) recipe.Recipe {
		d := reader().Read(Written{Name: "Ours", Kind: "dough", Lines: lines, Steps: "Stir"})
		require.Empty(t, d.Faults, lines)
		return d.Recipe
	}
	either := read("2 cups water\n2 tbsp butter or peanut oil").Facts(unit.Grams(100))
	for _, one := range []string{"butter", "peanut oil"} {
		f := read("2 cups water\n2 tbsp " + one).Facts(unit.Grams(100))
		assert.Equal(t, f.Allergens, f.Allergens&either.Allergens, one)
		assert.Equal(t, f.UsuallyContains, f.UsuallyContains&(either.UsuallyContains|either.Allergens), one)
		assert.True(t, f.Traits.Minus(either.Traits).Minus(material.TraitsOf(material.Single, material.Soft)).Empty(),
			one)
	}
	salted, sweet := read("1 cup water\n1 cup sugar or fine salt").Facts(unit.Grams(100)),
		read("1 cup water\n1 cup fine salt").Facts(unit.Grams(100))
	a, _ := salted.Salt.Get()
	b, _ := sweet.Salt.Get()
	assert.GreaterOrEqual(t, a, b)
	for _, unlike := range []string{"1 cup water or gel beads", "1 cup water or popcorn kernels",
		"1 cup white rice or black beans", "1 cup water or plain flour"} {
		l := reader().Read(Written{Name: "Ours", Kind: "dough", Lines: unlike, Steps: "Stir"}).Lines[0]
		assert.Contains(t, l.Fault, "leaves a choice", "%s: what stays whole is never hidden in what does not", unlike)
		assert.Len(t, l.Like, 2, unlike)
	}
	l := reader().Read(Written{Name: "Ours", Lines: "2 tbsp butter or peanut oil"}).Lines[0]
	assert.Contains(t, l.Note, "We check the worse of them")
	assert.Len(t, l.Like, 2)
}

// What the book says in its steps holds nothing that its lines do not, so that a copy of it asks nothing.
func TestTheBookListsWhatItsStepsName(t *testing.T) {
	for _, r := range recipe.Standard().Recipes() {
		for _, it := range unlisted(r.Steps, r.Lines, material.Standard().Named) {
			t.Errorf("%s: a step names %s", r.ID, it.ID)
		}
	}
}
