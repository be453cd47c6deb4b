// Package prep finds when each step of preparing is done: backward from the openings, so that nothing is
// late, hands work inside the windows of the day, and nothing is begun sooner than it has to be. Times
// are true minutes from a beginning that the caller chooses, so that the nights on which clocks are
// changed are an hour shorter and longer by themselves.
package prep

import (
	"fmt"
	"slices"
)

// Step is something that hands do, and the wait that begins when they let go of it.
type Step struct {
	ID      string
	Minutes int    // by hand, more than 0
	Uses    string // what the hands work at: a stove, a sink; empty for a counter nobody has to share
	// Waits is how many minutes it then needs by itself before a step that comes after it, and In what
	// it stands in until then: a freezer shelf, drying space; empty for nothing.
	Waits int
	In    string
	After []string // steps that are over, with their waits, before this one begins
	Until int      // when it has to be over, with its wait
	// Fresh is how many minutes before Until it may be over, with its wait, at the earliest: a foam
	// stands for half an hour. 0 for as early as anybody likes.
	Fresh int
	Crew  string // whose hands do it, of the day's crews; empty for those of the day
	// Done says that it has been done: hands let go of it at DoneAt, and it is not moved any more.
	Done   bool
	DoneAt int
}

// Window is a time in which hands are free.
type Window struct{ From, To int }

// Crew is who prepares: so many adults at once, at least 1, in their windows.
type Crew struct {
	Windows []Window
	Hands   int
}

// Day is what the steps are done with.
type Day struct {
	// Now is the earliest that anything can begin.
	Now int
	// Crew does what no other one is named for; Crews are the others. They share what there is of each
	// resource.
	Crew
	Crews map[string]Crew
	Room  map[string]int // how much of each resource there is; 1 of what is not named
}

// crewOf returns who does a step: the day's own where nobody knows the one that it names.
func (d Day) crewOf(s *Step) Crew {
	if c, known := d.Crews[s.Crew]; known {
		return c
	}
	return d.Crew
}

// Limits of what is scheduled at once.
const (
	MaxSteps   = 500
	maxMinutes = 14 * 24 * 60
)

// Check reports why steps cannot be scheduled, as a clause: an id that stands twice, a step after one
// that is not there, or steps that wait for each other in a ring.
func Check(steps []Step) error {
	if len(steps) > MaxSteps {
		return fmt.Errorf("at most %d steps are planned at once, not %d", MaxSteps, len(steps))
	}
	at := make(map[string]int, len(steps))
	for i, s := range steps {
		if _, twice := at[s.ID]; twice {
			return fmt.Errorf("the step %q stands twice", s.ID)
		}
		if s.Minutes < 1 || s.Minutes > maxMinutes || s.Waits < 0 || s.Waits > maxMinutes || s.Fresh < 0 {
			return fmt.Errorf("the step %q takes between a minute and two weeks", s.ID)
		}
		at[s.ID] = i
	}
	const open, done = 1, 2
	state := make([]int, len(steps))
	var visit func(i int) error
	visit = func(i int) error {
		switch state[i] {
		case open:
			return fmt.Errorf("the step %q waits for itself", steps[i].ID)
		case done:
			return nil
		}
		state[i] = open
		for _, id := range steps[i].After {
			before, known := at[id]
			if !known {
				return fmt.Errorf("the step %q comes after %q, which is not there", steps[i].ID, id)
			}
			if err := visit(before); err != nil {
				return err
			}
		}
		state[i] = done
		return nil
	}
	for i := range steps {
		if err := visit(i); err != nil {
			return err
		}
	}
	return nil
}

// following returns, for each step, the indices of those that come right after it.
func following(steps []Step) [][]int {
	at := make(map[string]int, len(steps))
	for i, s := range steps {
		at[s.ID] = i
	}
	after := make([][]int, len(steps))
	for i, s := range steps {
		for _, id := range s.After {
			if j := at[id]; !slices.Contains(after[j], i) {
				after[j] = append(after[j], i)
			}
		}
	}
	return after
}
