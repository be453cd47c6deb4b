package plan

import (
	"fmt"

	"emblo/core/safety"
	"emblo/core/say"
)

// Unsized is an amount that was said and cannot be reckoned yet: so many of a container, and nobody has said how much
// is in one. The zero value is none.
type Unsized struct {
	In    string // the container, in the singular; empty where only "some" was said
	Count float64
}

// MaxUnsized is the most containers of an unsized amount.
const MaxUnsized = 100

// There reports whether there is such an amount.
func (u Unsized) There() bool { return u != Unsized{} }

// check refuses an amount that is none, by its field.
func (u Unsized) check(field string) error {
	if u.There() && !(u.Count > 0 && u.Count <= MaxUnsized) {
		return &InvalidInput{field + "/count", fmt.Sprintf("Say how many there are, more than 0 and at most %d.", MaxUnsized)}
	}
	return nil
}

// Ask says what is to be found out before the amount of a thing is known: how many pieces of it, or how much.
func (u Unsized) Ask(pieces bool) say.Text {
	switch {
	case u.In == "" && pieces:
		return "Find out how many there are."
	case u.In == "":
		return "Find out how much there is."
	case pieces:
		return say.F("Find out how many are in one {container}.", say.Typed(u.In))
	}
	return say.F("Find out how much is in one {container}.", say.Typed(u.In))
}

// Verdict returns the verdict of a line, which is not cleared before it is known how much of it there is.
func (l Line) Verdict() safety.Verdict {
	if l.Unsized.There() {
		return safety.Worst(l.Assessment.Verdict, safety.MeasureFirst)
	}
	return l.Assessment.Verdict
}

// Ask says what is to be found out about how much of a line there is; empty where that is known.
func (l Line) Ask() say.Text {
	if !l.Unsized.There() {
		return ""
	}
	return l.Unsized.Ask(l.ID != "")
}

// Unsized returns the first line of which nobody knows yet how much there is; ok is false where all is known.
func (a Answer) Unsized() (first Line, ok bool) {
	a.Each(func(l *Line) bool {
		if ok = l.Unsized.There(); ok {
			first = *l
		}
		return !ok
	})
	return first, ok
}
