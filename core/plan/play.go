package plan

import (
	"emblo/core/recipe"
	"emblo/core/recipe/scale"
	"emblo/core/say"
	"emblo/core/unit"
)

// Play returns how long what fills the place is good to play with: as the mix is, or until the ice has
// melted. The zero value is as long as anybody likes.
func (a *PlaceAnswer) Play() recipe.Play {
	switch {
	case a.Mix != nil:
		return a.Mix.Recipe.Play()
	case a.Fill != nil && a.Fill.Ice != nil:
		return recipe.Play{Plays: int(a.Fill.Ice.Lasts.Least.Minutes())}
	}
	return recipe.Play{}
}

// Plays returns for how many minutes the set-up is played with: as long as the place that is over first;
// 0 where nothing ends it.
func (a Answer) Plays() (least int) {
	for i := range a.Places {
		if p := a.Places[i].Play().Plays; p > 0 && (least == 0 || p < least) {
			least = p
		}
	}
	return least
}

// playNotes says how long a mix is good to play with, and how it is at its best.
func (a *PlaceAnswer) playNotes() (notes []say.Text) {
	p := a.Play()
	if p.Stands > 0 {
		notes = append(notes, say.F("Keeps its form for {stands} min once made, and play takes {plays} min.",
			p.Stands, p.Plays))
	}
	if p.Best != "" {
		notes = append(notes, p.Best)
	}
	return notes
}

// stepsOf returns how the mix is made in so many pots.
func (m Mixed) stepsOf(pots scale.Pots, pot unit.Volume) (steps []recipe.Step) {
	if n := pots.Count; n > 1 {
		steps = append(steps, recipe.Step{ID: "weigh-out",
			Text: say.F("Make {count} equal batches of {each}: your {pot} pot is too small for one",
				n, pots.Each, pot), Minutes: 2 * n})
	}
	return append(steps, m.Recipe.Steps...)
}

// Together is one batch for the mixes of several set-ups.
type Together struct {
	Batch scale.Batch
	Steps []recipe.Step // how all of it is made at once
}

// MadeWith returns one batch of the mix that is enough for others of the same recipe too, in the measures
// of the room that makes it. An error is a clause.
func (m *MixAnswer) MadeWith(others []*MixAnswer, set unit.MeasureSet) (t Together, err error) {
	need := m.Batch.Need
	for _, o := range others {
		need = need.Plus(o.Batch.Need)
	}
	if t.Batch, err = scale.For(m.Recipe, need, set); err != nil {
		return t, err
	}
	var pots scale.Pots
	if m.Pot.Millilitres() != 0 {
		if pots, err = scale.SplitIntoPots(m.Recipe, t.Batch.Mixed, m.Pot); err != nil {
			return t, err
		}
	}
	t.Steps = m.stepsOf(pots, m.Pot)
	return t, nil
}
