package asking

import (
	"slices"

	"emblo/core/gauge"
	"emblo/core/say"
)

// Line is one answer as it counts, in words, with what was offered where that varies.
type Line struct{ Question, Says, Of say.Text }

// Lines returns the answers in words, in the order they were given.
func (d Dialogue) Lines() []Line {
	var at Dialogue
	lines := make([]Line, len(d.told))
	for i, t := range d.told {
		q, _ := at.question(t.Question) // it was read
		lines[i] = Line{q.Text, q.says(t), q.words(t.Of)}
		at, _ = at.Tell(t)
	}
	return lines
}

// words are the options by their ids.
func (q Question) words(ids []string) say.Text {
	var all []say.Text
	for _, id := range ids {
		at := slices.IndexFunc(q.Options, func(o Option) bool { return o.ID == id })
		if at >= 0 {
			all = append(all, q.Options[at].Words)
		} else if set, holds, err := features([]string{id}); err == nil && holds == 0 {
			all = append(all, set.Say())
		} else {
			all = append(all, holds.Say())
		}
	}
	return say.List("{answer}, {next}", all...)
}

func (q Question) says(t Told) say.Text {
	switch {
	case t.Unknown:
		return "Not known"
	case q.Kind == Size:
		kind, _ := gauge.ParseKind(t.Solid) // it was read
		solid, _ := gauge.New(kind, t.Sizes...)
		if len(t.Picks) > 0 {
			return say.F("{size}, smooth and round", say.Copied(solid.String()))
		}
		return say.Copied(solid.String())
	case t.Figure != nil:
		return say.F("{figure} {unit}", say.Figure(*t.Figure), q.Unit)
	case len(t.Picks) > 0 && len(t.Unsure) > 0:
		return say.F("{picked}. Not known: {unsure}", say.Sentence(q.words(t.Picks)), q.words(t.Unsure))
	case len(t.Picks) > 0:
		return say.Sentence(q.words(t.Picks))
	case len(t.Unsure) > 0:
		return say.F("None of these. Not known: {unsure}", q.words(t.Unsure))
	}
	return "None of these"
}
