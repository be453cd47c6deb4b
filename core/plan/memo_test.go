package plan

import (
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/recipe/larder"
	"emblo/core/safety"
	"emblo/core/unit"
)

// Whatever was asked before, of whichever group, the answer is the one that nothing is kept for.
func TestWhatIsKeptChangesNoAnswer(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		groups := []*safety.Group{anyGroup(t), anyGroup(t)}
		recipes := []recipe.Recipe{rapid.SampledFrom(recipe.Standard().Recipes()).Draw(t, "recipe"), anyOwn(t)}
		things := rapid.SliceOfN(rapid.SampledFrom(material.Standard().Items()), 3, 3).Draw(t, "things")
		prepared := make([]safety.Subject, len(things))
		for i, it := range things {
			prepared[i] = safety.Prepare(it.Name, it.Facts)
		}
		set, memo := unit.StandardSet(unit.US), new(Memo)
		for range rapid.IntRange(2, 5).Draw(t, "questions") {
			g, s := rapid.SampledFrom(groups).Draw(t, "group"), anySetup(t, recipes, things)
			for i := range things { // as it is on the shelf, too
				s.Beside = append(s.Beside, Placed{Name: things[i].Name, Facts: things[i].Facts, Prepared: &prepared[i],
					Each: 1, Use: rapid.SampledFrom([]safety.Use{safety.Open, safety.Hidden, safety.AdultTool}).Draw(t,
						"use")})
			}
			anew, err := Reckon(s, g, set)
			require.NoError(t, err)
			s.Memo = memo
			kept, err := Reckon(s, g, set)
			require.NoError(t, err)
			require.Equal(t, said(anew), said(kept))

			o := Order{Recipe: rapid.SampledFrom(recipes).Draw(t, "order"), Use: safety.Open, Colours: rapid.IntRange(1,
				2).Draw(t, "colours"), Stock: larder.Stock{}, Pot: unit.Litres(3)}
			o.Stock[o.Recipe.Lines[0].Item.ID] = unit.Grams(rapid.Float64Range(50, 500).Draw(t, "have"))
			if rapid.Bool().Draw(t, "by children") {
				o.Need = recipe.Children{Months: Months(g, rapid.IntRange(1, 2).Draw(t, "for")),
					Portion: unit.OfMass(unit.Grams(100))}
			}
			made, err := Make(o, g, set)
			o.Memo = memo
			again, err2 := Make(o, g, set)
			require.Equal(t, err, err2)
			require.Equal(t, words(made.Lines), words(again.Lines))
			for _, m := range []*Making{&made, &again} {
				m.Lines = nil
			}
			require.Equal(t, made, again)
		}
	})
}

// said is what an answer says, but for whether it was kept.
func said(a Answer) any {
	all := []any{a.Verdict, a.Timeline, words(a.Beside)}
	for _, p := range a.Places {
		lines := append(words(p.Base), words(p.Lines)...)
		if p.Mix != nil {
			p.Mix.Lines = nil
		}
		p.Base, p.Lines, p.whole = nil, nil, nil
		all = append(all, p, lines)
	}
	return all
}

func words(lines []Line) (all []any) {
	for _, l := range lines {
		all = append(all, l.ID, l.Name, l.Called, *l.Facts, l.Use, l.Count, l.Sorted, l.Meets, l.Passes,
			l.Assessment.Verdict, l.Assessment.Findings())
	}
	return all
}
