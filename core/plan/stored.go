package plan

import (
	"fmt"

	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/recipe/scale"
	"emblo/core/safety"
	"emblo/core/say"
	"emblo/core/unit"
)

// Stored is a batch that is there already, to play with in place of a mix that is made anew.
type Stored struct {
	ID, Name string
	Left     unit.Mass
	// Recipe is what it was made by, with all that is in it by now.
	Recipe recipe.Recipe
	// Parts are what is judged of a portion of it on the day: the mix as it has become, with what stays
	// whole in it.
	Parts []StoredPart
}

// StoredPart is something of a batch that a rule judges.
type StoredPart struct {
	Name  string
	Facts material.Facts
}

// portionMinutes is how long a batch takes to be looked over and portioned (common practice).
const portionMinutes = 4

// addStored answers a place that is played with out of a batch: what it has become is judged, and nothing is
// made.
func (a *PlaceAnswer) addStored(m Mix, g *safety.Group, children int, memo *Memo) {
	need := m.Portion.Times(float64(children))
	s := m.Stored
	m.Recipe = s.Recipe
	mixed := Mixed{Recipe: m.Recipe, Batch: scale.Batch{Recipe: m.Recipe, Need: need, Made: need, Mixed: need,
		Enough: s.Left.Grams() >= need.Grams()}, Children: children, Each: m.Portion, Nature: m.Recipe.Nature(),
		Colours: 1, Colour: need}
	for i := range s.Parts {
		l := memo.judge(s.Parts[i].Name, &s.Parts[i].Facts, nil, m.Use, g)
		l.Of = fmt.Sprintf("%s/%d", s.ID, i)
		mixed.Lines, mixed.Verdict = append(mixed.Lines, l), safety.Worst(mixed.Verdict, l.Assessment.Verdict)
	}
	mixed.TasteShare, mixed.NotTasteSafe = Taste(mixed.Nature, g)
	a.Mix = &MixAnswer{Mixed: mixed, Portion: m.Portion, Stored: s}
	a.made = []recipe.Step{{ID: "take-out", Text: say.F("Take {mass} of {batch} out, check it and portion it", need,
		say.Typed(s.Name)), Minutes: portionMinutes}}
	a.Notes = append(safety.Notes(g.Room().Children, m.Recipe.Feel()), a.playNotes()...)
	if !mixed.Batch.Enough {
		a.Notes = append(a.Notes, say.F("There are {left} of it: {each} for each of {children}.", s.Left,
			s.Left.Times(1/float64(children)), children))
	}
	a.Base, a.whole = mixed.Lines[:1:1], mixed.Lines[1:]
	a.Verdict = mixed.Verdict
}
