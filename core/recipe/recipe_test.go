package recipe

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/material"
	"emblo/core/unit"
)

func stove(t testing.TB) Recipe {
	r, ok := Standard().Get("stove-dough")
	require.True(t, ok)
	return r
}

func TestBookHoldsItsOwnRules(t *testing.T) {
	b, err := ReadBook(bookJSON, material.Standard())
	require.NoError(t, err)
	require.GreaterOrEqual(t, len(b.Recipes()), 40)
	const line = `"lines":[{"item":"water","g":1}],"steps":[{"id":"stir","kind":"make","text":"stir","min":1}],"keep":{"days":1},"basis":"b"`
	for fault, row := range map[string]string{
		"is not on the shelf": `{"id":"x","name":"X","kind":"dough","lines":[{"item":"gold","g":1}],"steps":[{"text":"s"}],"keep":{"days":1},"basis":"b"}`,
		"mass above 0 g":      `{"id":"x","name":"X","kind":"dough","lines":[{"item":"water","g":0}],"steps":[{"text":"s"}],"keep":{"days":1},"basis":"b"}`,
		"needs ingredients":   `{"id":"x","name":"X","kind":"dough","lines":[],"keep":{"days":1},"basis":"b"}`,
		"share from 0 to 1":   `{"id":"x","name":"X","kind":"dough","loss":1,` + line + `}`,
		"a basis":             `{"id":"x","name":"X","kind":"dough"}`,
		"is no kind of step":  `{"id":"x","name":"X","kind":"dough","lines":[{"item":"water","g":1}],"steps":[{"id":"s","kind":"stir","text":"s"}],"keep":{"days":1},"basis":"b"}`,
		"an id of its own":    `{"id":"x","name":"X","kind":"dough","lines":[{"item":"water","g":1}],"steps":[{"kind":"make","text":"s"}],"keep":{"days":1},"basis":"b"}`,
		"no step cooks it":    `{"id":"x","name":"X","kind":"dough","heated":true,` + line + `}`,
		`"x" is there twice`: `{"id":"x","name":"X","kind":"dough",` + line +
			`},{"id":"x","name":"X","kind":"dough",` + line + `}`,
	} {
		_, err := ReadBook([]byte("["+row+"]"), material.Standard())
		assert.ErrorContains(t, err, fault)
	}
}

// Salt in a 10 g taste of stove dough, by hand: 146 g in 914 x 0.95 = 868.3 g is 16.81 %;
// 10 g hold 1.681 g salt, times 22.990/58.443 is 661 mg sodium.
func TestFactsOfStoveDough(t *testing.T) {
	f := stove(t).Facts(unit.Grams(120))
	salt, known := f.Salt.Get()
	require.True(t, known)
	assert.InDelta(t, 0.1681, salt, 1e-4)
	assert.Equal(t, "wheat, gluten", f.Allergens.String())
	assert.False(t, f.Traits.Any(material.RawFlour), "the mix is heated to 80 C")
	assert.True(t, f.Traits.Has(material.Food))

	cold, _ := Standard().Get("cold-dough")
	assert.True(t, cold.Facts(unit.Grams(120)).Traits.Has(material.RawFlour))
	silky, _ := Standard().Get("silky-dough")
	traits := silky.Facts(unit.Grams(120)).Traits
	assert.True(t, traits.Has(material.NotFood, material.RawFlour))
	assert.False(t, traits.Has(material.Food))
}

// What a step of the book says that it is done at, it takes up: a stove is not free for two.
func TestStepsOfTheBookTakeUpWhatTheyAreDoneAt(t *testing.T) {
	probes := 0
	for _, r := range Standard().Recipes() {
		for _, s := range r.Steps {
			if text := s.Text.String(); strings.Contains(text, "food thermometer") {
				assert.True(t, s.Probe.Asked(), text)
				assert.Equal(t, strings.Contains(text, "or less"), s.Probe.Most, text)
				probes++
			}
			if read := inferred(s.Text.String()); !s.Wait() && read.At != "" {
				assert.Equal(t, read.At, s.At, "%s: %s", r.Name, s.Text)
			}
		}
	}
	assert.Greater(t, probes, 10)
	assert.True(t, Cooked.Meets(80) && !Cooked.Meets(79.9) && Touched.Meets(40) && !Touched.Meets(40.1))
}

func TestStepsSayWhatTheyAre(t *testing.T) {
	steps := ReadSteps("Children stir everything, 4 min\nBring to the boil, stirring\nCool for 1,5 hours\n1. Cut up the fruit\nBake at 100 °C (120 min, adult, oven)\nGlue it (see below)")
	for i := range steps {
		assert.Equal(t, steps[i].Tag(), steps[i].ID)
		steps[i].ID = ""
	}
	assert.Equal(t, []Step{
		{Text: "Children stir everything, 4 min", Minutes: 4, By: ChildrenHelp},
		{Text: "Bring to the boil, stirring", Minutes: 5, Kind: Cook, By: Adult, At: Stove},
		{Text: "Cool for 1,5 hours", Minutes: 90, Kind: Cool},
		{Text: "Cut up the fruit", Minutes: 5, By: Adult},
		{Text: "Bake at 100 °C", Minutes: 120, Kind: Cook, By: Adult, At: Oven},
		{Text: "Glue it (see below)", Minutes: 5},
	}, steps)
}
