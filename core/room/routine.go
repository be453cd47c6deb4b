package room

import (
	"fmt"
	"slices"

	"emblo/core/say"
)

// Habit is one line of a centre's routine: what its staff do at every tub, whatever is in it.
type Habit uint8

// The habits, in the order in which they are done.
const (
	FloorCovered Habit = iota
	HandsWashed
	AdultSeated
	HandsOver
	NobodyLies
	SieveAndSweep
	DampCloth
	habits
)

// habitWords are the id of each habit and what is done, in full: for the colleague who does not
// know the routine (common practice).
var habitWords = [habits]struct {
	id    string
	words say.Text
}{
	FloorCovered: {"floor",
		"The floor is covered with a mat or a large cloth. Shoes or bare feet, no socks. No running near it."},
	HandsWashed: {"hands", "Sores are covered. Hands are washed before and straight after. No tasting."},
	AdultSeated: {"seated", "Everyone sits, an adult at the tub the whole time. No running. No full mouths."},
	HandsOver: {"over",
		"Hands stay low and over the tub. No blowing, no clapping. Check faces and cuffs before leaving."},
	NobodyLies:    {"lying", "No lying in the tub or on what is in it."},
	SieveAndSweep: {"sweep", "Spills are wiped or swept at once. Filler is sieved after play."},
	DampCloth: {"cloth",
		"A damp cloth for each is within reach: what clouds is damped at once, eyes are rinsed and not rubbed."},
}

// String returns the id of the habit.
func (h Habit) String() string { return habitWords[h].id }

// Say says what is done, in a sentence.
func (h Habit) Say() say.Text { return habitWords[h].words }

// Habits returns every habit, in order.
func Habits() []Habit {
	all := make([]Habit, habits)
	for i := range all {
		all[i] = Habit(i)
	}
	return all
}

// ParseHabit reads the id of a habit.
func ParseHabit(id string) (Habit, error) {
	for _, h := range Habits() {
		if h.String() == id {
			return h, nil
		}
	}
	return 0, fmt.Errorf("%q is not a line of the routine", id)
}

// Routine is the habits that a centre has named and a room has not struck. It never changes a
// verdict: it tells what asks for no more than what is done anyway from what asks for more.
type Routine uint16

// RoutineOf returns the routine of some habits.
func RoutineOf(hs ...Habit) Routine {
	var r Routine
	for _, h := range hs {
		r |= 1 << h
	}
	return r
}

// Without returns the routine without the habits of another.
func (r Routine) Without(struck Routine) Routine { return r &^ struck }

// Habits returns the habits of the routine, in order.
func (r Routine) Habits() []Habit {
	return slices.DeleteFunc(Habits(), func(h Habit) bool { return r&(1<<h) == 0 })
}

// Say says each habit in full, in order.
func (r Routine) Say() []say.Text {
	var lines []say.Text
	for _, h := range r.Habits() {
		lines = append(lines, h.Say())
	}
	return lines
}

// Covers reports whether the routine has all that another has.
func (r Routine) Covers(other Routine) bool { return other&^r == 0 }
