package asking

import (
	"slices"

	"emblo/core/gauge"
	"emblo/core/say"
)

// Line is one answer as it counts, in words.
type Line struct{ Question, Says say.Text }

// Lines returns the answers in words, in the order they were given.
func (d Dialogue) Lines() []Line {
	var at Dialogue
	lines := make([]Line, len(d.told))
	for i, t := range d.told {
		q, _ := at.question(t.Question) // it was read
		lines[i] = Line{q.Text, q.says(t)}
		at, _ = at.Tell(t)
	}
	return lines
}

func (q Question) says(t Told) say.Text {
	words := func(ids []string) say.Text {
		var all []say.Text
		for _, id := range ids {
			at := slices.IndexFunc(q.Options, func(o Option) bool { return o.ID == id })
			if at >= 0 {
				all = append(all, q.Options[at].Words)
			} else if set, holds, err := features([]string{id}); err == nil && holds == 0 {
				all = append(all, set.Say())
			} else {
				all = append(all, say.Text(holds.String()))
			}
		}
		return say.List("{answer}, {next}", all...)
	}
	switch {
	case t.Unknown && len(t.Of) > 0:
		return say.F("Not known: {features}", words(t.Of))
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
	case len(t.Picks) > 0:
		return say.Sentence(words(t.Picks))
	case len(t.Of) > 0:
		return say.F("None of these: {features}", words(t.Of))
	}
	return "None of these"
}
