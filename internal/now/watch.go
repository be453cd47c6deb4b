package now

import (
	"sync"
	"time"
)

// How far two clocks may be apart, and how far one may go back, without a word: nothing is decided
// by the database's clock, and machines set theirs right by seconds all the time.
const (
	apartAllowed = 10 * time.Minute
	backAllowed  = time.Minute
)

// backSaid is how long it is said that a clock went back, where it does not catch up before.
const backSaid = 24 * time.Hour

// Doubts are the reasons not to trust what the clock shows; the zero value is none.
type Doubts struct {
	// Database is by how much the database's clock is ahead of this one; behind when below zero, and
	// zero where the two agree.
	Database time.Duration
	// Back is by how much this clock went back at once, and Was what it had shown; zero where it did not.
	Back time.Duration
	Was  time.Time
}

// Watch holds a clock against itself and against the database's. The zero value has seen nothing. It
// is safe for concurrent use.
type Watch struct {
	mu     sync.Mutex
	latest time.Time
	doubts Doubts
	since  time.Time // what the clock showed when it had gone back
}

// Saw notes what the clock shows, and what the database's showed just then where that is known. It
// returns the doubts there are, and whether they are others than before, so that each is told once.
func (w *Watch) Saw(now, database time.Time) (d Doubts, anew bool) {
	now = now.Round(0)
	w.mu.Lock()
	defer w.mu.Unlock()
	before := w.doubts
	switch {
	case now.Before(w.latest.Add(-backAllowed)):
		if by := w.latest.Sub(now); by > w.doubts.Back {
			w.doubts.Back, w.doubts.Was, w.since = by, w.latest, now
		}
	case w.doubts.Back > 0 && !now.Before(w.doubts.Was):
		w.doubts.Back, w.doubts.Was = 0, time.Time{}
	case now.After(w.latest):
		w.latest = now
	}
	if w.doubts.Back > 0 && now.Sub(w.since) > backSaid {
		w.doubts.Back, w.doubts.Was, w.latest = 0, time.Time{}, now
	}
	if !database.IsZero() {
		w.doubts.Database = 0
		if by := database.Sub(now); by.Abs() > apartAllowed {
			w.doubts.Database = by.Round(time.Minute)
		}
	}
	return w.doubts, w.doubts.Back != before.Back ||
		w.doubts.Database.Round(apartAllowed) != before.Database.Round(apartAllowed)
}

// Doubts returns those of the last look.
func (w *Watch) Doubts() Doubts {
	w.mu.Lock()
	defer w.mu.Unlock()
	return w.doubts
}
