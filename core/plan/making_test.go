package plan

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/allergen"
	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/recipe/larder"
	"emblo/core/room"
	"emblo/core/safety"
	"emblo/core/unit"
)

// anyGroup draws up to six children of any age, mouthing and allergy.
func anyGroup(t *rapid.T) *safety.Group {
	table, err := room.ParseRatioTable("eyfs")
	require.NoError(t, err)
	r := room.Room{Adults: rapid.IntRange(1, 5).Draw(t, "adults")}
	for range rapid.IntRange(1, 6).Draw(t, "children") {
		c := room.Child{Label: "AB", Months: rapid.IntRange(6, 80).Draw(t, "months"),
			Mouths: rapid.SampledFrom([]room.Tri{room.Yes, room.No, room.Unknown}).Draw(t, "mouths")}
		if rapid.IntRange(0, 3).Draw(t, "allergic") == 0 {
			c.Allergies = []room.Allergy{{To: rapid.SampledFrom([]allergen.Allergen{allergen.Wheat, allergen.Milk,
				allergen.Soya}).Draw(t, "to")}}
		}
		r.Children = append(r.Children, c)
	}
	g, err := safety.NewGroup(r, table, safety.Policy{})
	require.NoError(t, err)
	return &g
}

func anyOwn(t *rapid.T) recipe.Recipe {
	r := recipe.Recipe{Name: "Ours", Kind: "dough", Own: true, Steps: []recipe.Step{{Text: "Stir", Minutes: 5}},
		Keeps: "a day"}
	all := material.Standard().Search("", 400)
	for _, i := range rapid.SliceOfNDistinct(rapid.IntRange(0, len(all)-1), 1, 5, rapid.ID).Draw(t, "ingredients") {
		r.Lines = append(r.Lines, recipe.Line{Item: all[i],
			Amount: unit.OfMass(unit.Grams(rapid.Float64Range(5, 400).Draw(t, "grams")))})
	}
	return r
}

// The recipe page and the bench never say different things about the same mix, and nothing
// that is offered when something is short is worse than what it is offered for.
func TestMakeSaysWhatTheBenchSays(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		g := anyGroup(t)
		o := Order{Recipe: rapid.SampledFrom(recipe.Standard().Recipes()).Draw(t, "recipe"),
			Use:     rapid.SampledFrom([]safety.Use{safety.Open, safety.Sealed, safety.Home}).Draw(t, "use"),
			Colours: 1, Stock: larder.Stock{}, Need: recipe.Children{Months: Months(g, rapid.IntRange(1, 20).Draw(t,
				"for"))}}
		if rapid.Bool().Draw(t, "own") {
			o.Recipe = anyOwn(t)
		}
		for _, l := range o.Recipe.Lines {
			if rapid.Bool().Draw(t, "weighed") {
				o.Stock[l.Item.ID] = unit.Grams(rapid.Float64Range(0, 500).Draw(t, "have"))
			}
		}
		set := unit.StandardSet(unit.US)
		m, err := Make(o, g, set)
		require.NoError(t, err)
		a, err := reckon(at(Mix{Recipe: o.Recipe, Portion: m.Each, Colours: 1, Use: o.Use}), g, set)
		require.NoError(t, err)
		require.Equal(t, a.Verdict, m.Verdict)
		require.Equal(t, a.Mix.NotTasteSafe, m.NotTasteSafe)
		for _, w := range append(m.Ways, m.Others(recipe.Standard().Recipes(), o, g, 3)...) {
			require.LessOrEqual(t, w.Verdict, max(m.Verdict, safety.WithAHand), w.Sentence)
			require.True(t, w.Verdict.Valid())
		}
	})
}

// What a child of the room is allergic to is never let in inside a recipe of a centre's own,
// nor tasted, whatever else is in it; and what stays whole in a dough is judged as what it is.
func TestOwnRecipesHideNothing(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		g, r := anyGroup(t), anyOwn(t)
		lines := JudgeMix(r, unit.Grams(100), safety.Open, g)
		worst := WorstLine(lines).Assessment.Verdict
		for _, l := range r.Lines {
			if !g.Declared().Meet(l.Item.Facts.Allergens).Empty() {
				require.Equal(t, safety.KeepOut, worst, l.Item.ID)
				_, why := Taste(r.Nature(), g)
				require.NotEmpty(t, why)
			}
			subject := safety.Prepare(l.Item.Name, l.Item.Facts)
			if l.Item.Facts.Form.GaugeJudges() {
				require.GreaterOrEqual(t, worst, g.Judge(&subject, safety.Open).Verdict,
					"%s loose is no worse than in the dough", l.Item.ID)
			}
		}
	})
}

// Fourteen three-year-olds at 120 g with half the salt, worked out in the recipe's own tests:
// the sentences name what to take, how little can be made, and what to bring.
func ExampleMake() {
	table, _ := room.ParseRatioTable("eyfs")
	r := room.Room{Adults: 3}
	for range 14 {
		r.Children = append(r.Children, room.Child{Label: "AB", Months: 40, Mouths: room.No})
	}
	g, _ := safety.NewGroup(r, table, safety.Policy{})
	stove, _ := recipe.Standard().Get("stove-dough")
	m, _ := Make(Order{Recipe: stove, Need: recipe.Children{Months: Months(&g, 14),
		Portion: unit.OfMass(unit.Grams(120))},
		Colours: 1, Use: safety.Open,
		Pot: unit.Litres(3), Stock: larder.Stock{"fine-salt": unit.Grams(141), "coarse-salt": unit.Grams(500)}}, &g,
		unit.StandardSet(unit.Metric))
	fmt.Println(m.Verdict, m.Batch.Made, m.Pots.Count, "pot")
	for _, w := range m.Ways {
		fmt.Println(w.Sentence)
	}
	// Output:
	// with-a-hand 1.84 kg 1 pot
	// Take 169 g of coarse salt for the fine salt that is missing: by weight, not by the spoon; dissolve it in the warm water first. Makes the full amount.
	// Make a smaller batch: 839 g, as much as the fine salt allows, 60 g for each of 14, or 120 g for 6 at a time.
	// Buy 169 g of fine salt to make the full amount.
}

func TestMakeNamesTheFieldAtFault(t *testing.T) {
	stove, _ := recipe.Standard().Get("stove-dough")
	good := Order{Recipe: stove, Need: recipe.Weight{Of: unit.Grams(500)}, Colours: 1, Use: safety.Open}
	for field, change := range map[string]func(*Order){
		"colours": func(o *Order) { o.Colours = 0 }, "use": func(o *Order) { o.Use = 0 }, "by": func(o *Order) {
			o.Need = nil
		}, "pot_ml": func(o *Order) { o.Pot = unit.Millilitres(3) },
	} {
		o := good
		change(&o)
		_, err := Make(o, group(t, 1, 40), unit.StandardSet(unit.US))
		var bad *InvalidInput
		require.ErrorAs(t, err, &bad)
		assert.Equal(t, field, bad.Field)
		assert.Regexp(t, `^[A-Z].*\.$`, bad.Reason)
	}
}

// anyGroupOf is a group of three children of an age, who do not mouth.
func anyGroupOf(t *testing.T, months int) *safety.Group {
	r := room.Room{Adults: 2}
	for range 3 {
		r.Children = append(r.Children, room.Child{Label: "AB", Months: months, Mouths: room.No})
	}
	g, err := safety.NewGroup(r, room.StrictestTable(), safety.Policy{})
	require.NoError(t, err)
	return &g
}
