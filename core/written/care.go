package written

import (
	"slices"

	"emblo/core/safety"
)

// Care is a precaution of a set-up: one thing that an adult does, said once for all that asks for it.
type Care struct {
	ID   string   `json:"id"` // with its figure, where it has one
	Text string   `json:"text"`
	Of   []string `json:"of,omitzero"` // what asks for it, where not everything does
}

// Laid is what is said of a thing where it lies in a set-up, beside what is said of the thing.
type Laid struct {
	// ID is that of the line of the set-up; empty for the base and what stays whole in it.
	ID    string `json:"id,omitzero"`
	Count int    `json:"count"` // pieces in all; 0 for the base
	// Colours and PerColour are how a set is counted out, Holds how many of it one cup holds, and
	// Into says that these are the cups of the set above.
	Colours   int    `json:"colours,omitzero"`
	PerColour int    `json:"per_colour,omitzero"`
	Holds     int    `json:"holds,omitzero"`
	Into      bool   `json:"into,omitzero"`
	Meets     string `json:"meets,omitzero"`  // what it does in what fills its place
	Passes    string `json:"passes,omitzero"` // how it goes through what its place has for it, in words
}

// caresOf gathers what the lines of an answer ask of an adult: beyond the routine, and what the routine covers.
func caresOf(a Answer) (beyond, covered []Care) {
	lines := len(a.Beside)
	for i := range a.Places {
		lines += len(a.Places[i].Base) + len(a.Places[i].Lines)
	}
	names, asks, texts := make([]string, 0, lines), make([][]safety.Care, 0, lines), make([][]string, 0, lines)
	add := func(lines []Line) {
		for i := range lines {
			if l := &lines[i]; l.Ready { // of what is kept out nothing is done
				names, asks, texts = append(names, l.Name), append(asks, l.cares), append(texts, l.careTexts)
			}
		}
	}
	for i := range a.Places {
		add(a.Places[i].Base)
		add(a.Places[i].Lines)
	}
	add(a.Beside)
	gathered := safety.Gather(asks)
	beyond, covered = make([]Care, 0, len(gathered)), make([]Care, 0, len(gathered))
	for _, g := range gathered {
		first := g.Of[0]
		c := Care{ID: g.Key(), Text: texts[first][slices.IndexFunc(asks[first], func(c safety.Care) bool {
			return c.Is(g.Precaution)
		})]}
		if len(g.Of) < len(names) {
			c.Of = make([]string, 0, len(g.Of))
			for _, i := range g.Of {
				if !slices.Contains(c.Of, names[i]) {
					c.Of = append(c.Of, names[i])
				}
			}
		}
		if g.Covered {
			covered = append(covered, c)
			continue
		}
		beyond = append(beyond, c)
	}
	return some(beyond), some(covered)
}

// some returns a list, nil for an empty one: it is then not written.
func some[T any](all []T) []T {
	if len(all) == 0 {
		return nil
	}
	return all
}
