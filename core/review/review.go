// Package review says what is done otherwise next time, by how it went: less where much was left, more where
// it ran short, fewer or more things to find where it was too hard or too easy (common practice).
package review

import (
	"math"

	"emblo/core/say"
)

// What is changed.
const (
	Portion = "portion" // grams of a mix for each child
	Depth   = "depth"   // mm of a filler
	Each    = "each"    // pieces of a thing for each child
	Note    = "note"    // nothing in figures: what is to be known of the next one
)

// Went is how a set-up went, as far as it changes the next one.
type Went struct {
	// Left is the share that was left over; Known is false where nobody said. Short says that there was
	// not enough.
	Left         float64
	Known, Short bool
	// Level is below 0 where it should be simpler, above 0 where harder.
	Level int
}

// Change is one thing that is done otherwise.
type Change struct {
	What     string
	From, To float64
	Why      say.Text
}

// Steps and shares by which the next one changes (common practice).
const (
	enoughLeft = 0.25 // from here on less is made
	spare      = 0.10 // what may be left of the next one
	more       = 1.20 // where it ran short
	portionBy  = 5.0  // g
	depthBy    = 5.0  // mm
	leastG     = 30.0
	leastMM    = 5.0
	mostEach   = 6
)

// Amount returns how much of what fills a place is taken next time: of a portion in g, or a depth in mm.
// ok is false where that stays.
func Amount(what string, was float64, w Went) (c Change, ok bool) {
	by, least := portionBy, leastG
	if what == Depth {
		by, least = depthBy, leastMM
	}
	to := was
	var why say.Text
	switch {
	case w.Short:
		to, why = was*more, "Ran short: a fifth more."
	case w.Known && w.Left >= enoughLeft:
		to, why = was*(1-(w.Left-spare)), say.F("{share} % was left: so much less, with a little to spare.",
			say.Fixed(w.Left*100, 0))
	default:
		return c, false
	}
	to = max(least, math.Round(to/by)*by)
	if w.Short {
		to = max(to, was+by)
	} else {
		to = min(to, was)
	}
	return Change{what, was, to, why}, to != was
}

// Notes returns what is to be known of the next one where no figure changes: that it begins a rung lower or
// higher, and what the children made of it themselves.
func Notes(w Went, figures bool, ownThing string) (all []Change) {
	switch {
	case w.Level < 0 && !figures:
		all = append(all, Change{What: Note, Why: "Too hard: start one step simpler."})
	case w.Level > 0 && !figures:
		all = append(all, Change{What: Note, Why: "Too easy: start one step harder."})
	}
	if ownThing != "" {
		all = append(all, Change{What: Note, Why: say.F("The children made it their own: {what}. Leave room for that.",
			say.Typed(ownThing))})
	}
	return all
}

// Pieces returns how many pieces of a thing each child has next time: one fewer in view is simpler, one more
// harder. ok is false where that stays.
func Pieces(was int, w Went) (c Change, ok bool) {
	to, why := was, say.Text("")
	switch {
	case w.Level < 0 && was > 1:
		to, why = was-1, "Simpler with fewer to look for."
	case w.Level > 0 && was < mostEach:
		to, why = was+1, "Harder with more to look for."
	}
	return Change{Each, float64(was), float64(to), why}, to != was
}
