package recipe

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/material"
	"emblo/core/unit"
)

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

// What cooks a mix that is heated through, and what lets it cool, is measured whatever its words; a stricter word
// holds, a milder one does not. Where no step cooks it, it is raw.
func TestStepsAreMeasuredByTheirKind(t *testing.T) {
	const none = 0
	for steps, want := range map[string][]float64{
		"Stir\nCook gently until it leaves the pot\nLeave to cool\nKnead":             {none, 80, 40, none},
		"Stir\nHeat in the microwave, one minute at a time\nLet it stand":             {none, 80, 40},
		"Stir\nBake 1 h\nRest 10 min\nWait 20 min\nKnead":                             {none, 80, 40, 40, none},
		"Cook until a probe reads 185 °F\nCool to 95 degrees Fahrenheit":              {85, 35},
		"Cook to 60 °C by thermometer\nLeave until a probe reads 50 °C or less":       {80, 40},
		"Warm the oil in a pan\nStir\nSimmer, 8 min\nChill in the fridge\nRest 5 min": {none, none, 80, none, none},
		"Mix (5 min)\nOver a low flame (6 min, cook)\nOut of the way (20 min, cool)":  {none, 80, 40},
		"Cook, then set aside\nPut it in the oven to dry (120 min, wait, oven)":       {none, 80},
		"Cook, 5 min\nFreeze overnight":                                               {80, none},
		"Cook, 5 min\nKnead\nRest":                                                    {80, none, none},
	} {
		d := reader().Read(Written{Name: "Harbour dough", Kind: "dough", Lines: "250 g plain flour\n470 g water",
			Steps: steps, Keeps: "2 weeks", Heated: true})
		require.True(t, d.OK(), "%q: %v", steps, d.Faults)
		got := make([]float64, len(d.Recipe.Steps))
		for i, s := range d.Recipe.Steps {
			got[i] = s.Probe.C
			assert.Equal(t, s.Probe.Asked() && s.Kind == Cool, s.Probe.Most, s.Text.String())
		}
		assert.Equal(t, want, got, "%q", steps)
		assert.False(t, d.Raw || d.Recipe.Facts(unit.Grams(60)).Traits.Has(material.RawFlour), "%q is cooked", steps)
	}
	for _, steps := range []string{"Stir and knead", "Pour boiling water over it and stir",
		"Stir\nLeave in the fridge until a probe reads 80 °C", "Stir until a probe reads 80 °C (5 min)"} {
		d := reader().Read(Written{Name: "Harbour dough", Kind: "dough", Lines: "250 g plain flour\n470 g water",
			Steps: steps, Keeps: "2 weeks", Heated: true})
		assert.True(t, d.Raw && d.Recipe.Facts(unit.Grams(60)).Traits.Has(material.RawFlour),
			"%q heats nothing through", steps)
	}
	dough, _ := Standard().Get("stove-dough")
	assert.Equal(t, []string{"plain-flour", "water", "fine-salt", "plant-oil", "cream-of-tartar"}, dough.Steps[0].Uses)
	assert.Empty(t, dough.Steps[1].Uses)
}

// A figure of salt stands only where every line was read and says how salty it is.
func TestSaltHasAFigureOnlyWhereAllOfItIsKnown(t *testing.T) {
	for lines, unknown := range map[string][]string{
		"250 g plain flour\n20 g fine salt\n200 g water":                 nil,
		"250 g plain flour\n2 cups moondust\n200 g water":                {"2 cups moondust"},
		"250 g plain flour\nfine salt as needed\n200 g water":            {"fine salt"},
		"250 g plain flour\n20 g fine salt\n200 g water\nsome sea cheer": {"some sea cheer"},
	} {
		n := reader().Read(Written{Name: "Harbour dough", Kind: "dough", Lines: lines, Steps: "Stir",
			Keeps: "one session"}).Recipe.Nature()
		var names []string
		for _, u := range n.Unsalted {
			names = append(names, u.String())
		}
		assert.Equal(t, unknown, names, lines)
		assert.True(t, n.Known == (unknown == nil) && (n.TasteSodium.Grams() > 0) == (unknown == nil), lines)
	}
}
