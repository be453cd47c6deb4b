package typed

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/say"
	"emblo/core/unit"
)

func mixOf(t *testing.T, kind, lines, keeps string) recipe.Recipe {
	d := reader().Read(Written{Name: "Ours", Kind: kind, Lines: lines, Steps: "Stir, 2 min", Keeps: keeps})
	require.True(t, d.OK(), "%s: %v", lines, d.Faults)
	return d.Recipe
}

// What is added as needed takes its facts along, and leaves unknown what hangs on its amount.
func TestAsNeededIsNotKnown(t *testing.T) {
	d := reader().Read(Written{Name: "x", Kind: "dough", Lines: "250 g flour, salt as needed, water as needed",
		Steps: "s", Keeps: "k"})
	require.True(t, d.OK(), d.Faults)
	n := d.Recipe.Nature()
	assert.False(t, n.Known)
	assert.Equal(t, recipe.ClassUnknown, n.Class)
	assert.Contains(t, n.Keeps, "one group, then bin")
	assert.Contains(t, n.NotTasteSafe, say.Text("the amount of salt is not known"))
	_, known := d.Recipe.Facts(unit.Grams(100)).Salt.Get()
	assert.False(t, known)

	// What was typed cannot make a wet mix keep, soap in it or not; a salty one keeps two
	// weeks at most.
	keeps := func(lines string) string {
		d := reader().Read(Written{Name: "x", Kind: "dough", Lines: lines, Steps: "s", Keeps: "a year"})
		require.True(t, d.OK(), d.Faults)
		return d.Recipe.Nature().Keeps.String()
	}
	assert.Contains(t, keeps("250 g flour, 200 g water"), "2 h out of the fridge")
	assert.Contains(t, keeps("250 g flour, 200 g water, 30 g washing-up liquid"), "then bin")
	assert.Equal(t, "two weeks at most; as written, 12 months", keeps("250 g flour, 146 g salt, 165 g water"))

	lentils := reader().Read(Written{Name: "x", Kind: "dough",
		Lines: "250 g flour, 20 g salt, 100 g red lentils, 90 g water", Steps: "s", Keeps: "k"}).Recipe
	solids := lentils.Solids()
	require.Len(t, solids, 1, "salt dissolves, lentils do not")
	assert.Contains(t, solids[0].ID, "lentil")
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
			assert.Equal(t, s.Probe.Asked() && s.Kind == recipe.Cool, s.Probe.Most, s.Text.String())
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
	dough, _ := recipe.Standard().Get("stove-dough")
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

// A dry filler of one's own is in the hand what most of it is, the first of equals; water does not count.
func TestWhatIsPouredIsLikeMostOfIt(t *testing.T) {
	for text, want := range map[string]string{
		"900 g water\n300 g white rice\n200 g rolled oats": "white-rice",
		"200 g rolled oats\n300 g white rice":              "white-rice",
		"200 g rolled oats\n200 g white rice":              "rolled-oats", "200 g water": "",
	} {
		d := reader().Read(Written{Name: "Ours", Kind: "dry", Lines: text, Steps: "Stir", Keeps: "a day"})
		assert.Equal(t, want, d.Recipe.OfItsKind().Like.ID, text)
	}
}
