package stock

import (
	"cmp"
	"errors"
	"fmt"
	"slices"
	"time"

	"emblo/core/unit"
)

// Kind is what happened to a jar.
type Kind uint8

// The kinds.
const (
	Received   Kind = iota // it came in
	Counted                // somebody looked: so much is there, or it is there and nobody weighed it
	Used                   // it went into a set-up
	ThrownAway             // it went into the bin
)

var kindWords = [...]string{Received: "received", Counted: "counted", Used: "used", ThrownAway: "thrown-away"}

// String returns "received", "counted", "used" or "thrown-away".
func (k Kind) String() string { return kindWords[k] }

// ParseKind reads what String writes.
func ParseKind(word string) (Kind, error) {
	for k, w := range kindWords {
		if w == word {
			return Kind(k), nil
		}
	}
	return 0, fmt.Errorf("%q is nothing that happens to a jar: it is received, counted, used or thrown-away", word)
}

// Move is one thing that happened to a jar. Moves are only ever added; a mistake is put right by
// counting.
type Move struct {
	ID string // made by whoever noted it, so that the same move twice is one
	At time.Time
	// Arrived is in which order it was noted; 0 where that is not yet.
	Arrived int
	Kind    Kind
	// Amount is how much; it is not known where nobody weighed a count or what came in.
	Amount unit.Amount
}

// Balance is what a jar holds after its moves.
type Balance struct {
	Here bool // there is some, or may be
	// Amount is not known when nobody has weighed it, when something of unknown amount came in, or when
	// more went out than was noted, which is Overdrawn.
	Amount    unit.Amount
	Overdrawn bool
}

// order is the order in which moves happened; those of one moment go by when they were noted, what is not noted yet
// last.
func order(a, b Move) int {
	return cmp.Or(a.At.Compare(b.At), cmp.Compare(uint(a.Arrived)-1, uint(b.Arrived)-1), cmp.Compare(a.ID, b.ID))
}

// Fold returns what a jar of a thing holds that is reckoned so, after moves in any order.
func Fold(by unit.Kind, moves []Move) Balance {
	sorted := slices.SortedFunc(slices.Values(moves), order)
	b := Balance{Amount: unit.Of(0, by)} // a jar that nothing ever went into is empty
	for _, m := range sorted {
		b = b.after(m)
	}
	return b
}

func (b Balance) after(m Move) Balance {
	switch {
	case m.Kind == Counted:
		return Balance{Here: !m.Amount.Known() || m.Amount.Or(0) > 0, Amount: m.Amount}
	case m.Kind == Received:
		return Balance{Here: true, Amount: b.Amount.Plus(m.Amount), Overdrawn: b.Overdrawn}
	case b.Amount.Less(m.Amount): // more went out than was there
		return Balance{Here: true, Overdrawn: true}
	}
	left := b.Amount.Minus(m.Amount)
	return Balance{Here: !left.Known() || left.Some(), Amount: left, Overdrawn: b.Overdrawn}
}

// ErrRepeated is returned for a move that has been noted already.
var ErrRepeated = errors.New("this has been saved already")

// Check reports why a move cannot have happened to a jar with those moves, as a clause: nothing came
// in, or less was counted than was used since. A repeated one is ErrRepeated.
func Check(moves []Move, m Move) error {
	for _, old := range moves {
		if old.ID == m.ID {
			return ErrRepeated
		}
	}
	if m.Kind != Counted && m.Amount.Known() && !(m.Amount.Or(0) > 0) {
		return errors.New("say how much it was: more than nothing")
	}
	if m.Kind != Counted || !m.Amount.Known() {
		return nil
	}
	since := unit.Of(0, m.Amount.Kind())
	b := Balance{Here: true, Amount: m.Amount}
	for _, later := range slices.SortedFunc(slices.Values(moves), order) {
		if order(later, m) < 0 {
			continue
		}
		if later.Kind == Counted {
			break
		}
		if later.Kind == Used || later.Kind == ThrownAway {
			since = since.Plus(later.Amount)
		}
		if b = b.after(later); b.Overdrawn {
			return fmt.Errorf("%.0f %s were used or thrown away since then, which is more than that: count what is there now",
				since.Or(0), since.Kind())
		}
	}
	return nil
}
