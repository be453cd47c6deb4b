// Package keep says in figures how long something keeps: where it waits, for how long, how often and by how many
// hands it is used, and how it is stored. Sentences are written from it, and what somebody types is read into it
// once, at the door; nothing else reads such a sentence.
package keep

import (
	"errors"
	"strconv"
	"strings"

	"emblo/core/say"
)

// Where is where something waits between uses.
type Where uint8

// The places. What is not said to be cold waits at room temperature.
const (
	Room Where = iota
	Chilled
	Frozen
)

// Touch is how many may have it.
type Touch uint8

// The ways to be used, from the most to the least.
const (
	Shared   Touch = iota // as often as its days allow
	OneGroup              // one group has it once, then it goes in the bin
	OneUse                // one child, once
)

// Store is how it is stored, in words that follow its time; they change no date.
type Store uint16

// How things are stored.
const (
	Dry Store = 1 << iota
	Airtight
	Closed
	Jarred
	Dark
	Cool
	Covered
	Wrapped
	Damp
	LockedAway
	DriedAfterUse
	NeverClosedIn
)

var stores = []struct {
	is    Store
	words say.Text
}{{Jarred, "jarred"}, {Dry, "dry"}, {Damp, "damp"}, {Airtight, "airtight"}, {Closed, "closed"}, {Dark, "dark"},
	{Cool, "cool"}, {Covered, "covered"}, {Wrapped, "wrapped"},
	{LockedAway, "locked away"}, {DriedAfterUse, "dried after use"}, {NeverClosedIn, "never closed in"}}

// Keeping is how long something keeps. The zero value is that nobody knows: one group has it, and it then goes in
// the bin.
type Keeping struct {
	known bool
	Where Where
	// Days is for how many days after the one that it was opened or made on; 0 for the same day. Lasting says that
	// days do not end it.
	Days    int
	Lasting bool
	// Minutes is for how many minutes it keeps within that day, and Out for how many it may be out of the cold in
	// all; 0 where none is said.
	Minutes, Out int
	// Sealed is for how many days a portion keeps that was closed at once and that no hand was in.
	Sealed int
	// Ceiling is the last day that a look-over may grant, where that is more than Days, and Uses how often it may be
	// played with; 0 for none, and for as often as its days allow.
	Ceiling, Uses int
	Touch         Touch
	Store         Store
}

// Said is a keeping that somebody has said, by its figures.
func Said(k Keeping) Keeping {
	k.known = true
	return k
}

// OneGroup reports whether one group has it, or one child, and it then goes in the bin: so it is with what nobody
// knows of.
func (k Keeping) OneGroup() bool { return !k.known || k.Touch != Shared }

// Granted returns the last day that a look-over may grant.
func (k Keeping) Granted() int { return max(k.Days, k.Ceiling) }

// Check reports figures that make no sense, as a clause.
func (k Keeping) Check() error {
	if k.Days < 0 || k.Ceiling < 0 || k.Uses < 0 || k.Sealed < 0 || k.Out < 0 || k.Minutes < 0 || k.OneGroup() &&
		k.Days > 0 {
		return errors.New("keeps for days from 0, and for one group on the same day")
	}
	return nil
}

// The lengths of words that are no figures, in days (conventions): what "days", "weeks", "months" and "years" are
// at the least; and in minutes those of "minutes" and "hours".
const (
	Few        = 2
	Weeks      = 28
	Months     = 90
	Years      = 730
	fewMins    = 15
	fewHours   = 120
	halfAnHour = 30
)

// OutMinutes is how long what needs cold may be out of it in all (common practice, after the two hours of the FDA's
// advice to households, quoted from memory).
const OutMinutes = 120

// For is how something keeps for so many days at room temperature.
func For(days int) Keeping { return Keeping{known: true, Days: days} }

// Known reports whether anybody said how it keeps.
func (k Keeping) Known() bool { return k.known }

// Stands returns for how many days something of it stands where children play, after the day that it came there:
// what needs cold, is for one group, or nobody knows of, is for that day. ok is false where days do not end it.
func (k Keeping) Stands() (days int, ok bool) {
	switch {
	case !k.known, k.Where != Room, k.Touch != Shared, k.Minutes > 0:
		return 0, true
	case k.Lasting:
		return 0, false
	}
	return k.Days, true
}

// Say writes how long it keeps and how it is stored, as it follows "keeps". It stays whole: it is one sentence, part by
// part.
func (k Keeping) Say() say.Text {
	if !k.known {
		return "not known: for one group, then throw away"
	}
	parts := make([]say.Text, 0, 4)
	switch {
	case k.Touch == OneUse:
		parts = append(parts, "one child, one use")
	case k.Touch == OneGroup && k.Where == Room && k.Days == 0:
		parts = append(parts, "for one group, then throw away")
	case k.Lasting:
		parts = append(parts, "does not turn")
	case k.Minutes == 0 && (k.Where != Frozen || k.Days > 0):
		parts = append(parts, span(k.Days))
	}
	if k.Uses > 0 {
		parts[0] = say.F("{time} or {count} uses", parts[0], k.Uses)
	}
	if k.Minutes > 0 {
		parts = append(parts, minutes(k.Minutes))
	}
	switch k.Where {
	case Chilled:
		parts = append(parts, "chilled")
	case Frozen:
		parts = append(parts, "frozen")
	}
	for _, s := range stores {
		if k.Store&s.is != 0 {
			parts = append(parts, s.words)
		}
	}
	if k.Touch == OneGroup && (k.Where != Room || k.Days > 0) {
		parts = append(parts, "one group once out")
	}
	if k.Ceiling > k.Days {
		parts = append(parts, say.F("after a check up to {time}", span(k.Ceiling)))
	}
	if k.Out > 0 {
		parts = append(parts, say.F("{time} out in all", minutes(k.Out)))
	}
	if k.Sealed > 0 {
		parts = append(parts, counted(k.Sealed, "sealed portions 1 day", "sealed portions {count} days"))
	}
	return say.List("{what}, {next}", parts...)
}

func span(days int) say.Text {
	switch {
	case days == 0:
		return "the same day"
	case days >= Years:
		return "years"
	case days >= Months:
		return counted(days/30, "1 month", "{count} months")
	case days >= 14 && days%7 == 0:
		return counted(days/7, "1 week", "{count} weeks")
	}
	return counted(days, "1 day", "{count} days")
}

// minutes writes a time of less than a day, in hours where it is whole ones.
func minutes(n int) say.Text {
	if n%60 == 0 {
		return say.F("{hours} h", n/60)
	}
	return say.F("{minutes} min", n)
}

func counted(n int, one, many say.Text) say.Text {
	if n == 1 {
		return one
	}
	return say.F(many, n)
}

// Less returns the less of two: the shorter time, the colder place, the fewest hands. What nobody knows is less than
// anything that somebody does.
func Less(a, b Keeping) Keeping {
	if !a.known || !b.known {
		return Keeping{}
	}
	k := Keeping{known: true, Where: max(a.Where, b.Where), Touch: max(a.Touch, b.Touch), Lasting: a.Lasting &&
		b.Lasting, Store: a.Store | b.Store}
	switch {
	case k.Lasting:
	case a.Lasting:
		k.Days = b.Days
	case b.Lasting:
		k.Days = a.Days
	default:
		k.Days = min(a.Days, b.Days)
	}
	k.Ceiling, k.Uses = min(a.Granted(), b.Granted()), least(a.Uses, b.Uses)
	k.Minutes, k.Out, k.Sealed = least(a.Minutes, b.Minutes), least(a.Out, b.Out), min(a.Sealed, b.Sealed)
	return k
}

// least is the smaller of two figures of which 0 is none.
func least(a, b int) int {
	if a == 0 || b == 0 {
		return max(a, b)
	}
	return min(a, b)
}

var numbers = map[string]int{"a": 1, "an": 1, "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6,
	"seven": 7, "ten": 10, "fourteen": 14, "half": 0}

// number reads a count in figures or in words.
func number(word string) (int, bool) {
	if n, err := strconv.Atoi(word); err == nil {
		return n, n >= 0 && n <= 1000
	}
	n, ok := numbers[strings.ToLower(word)]
	return n, ok
}
