// Package safety decides whether a thing is right for a group of children in a given
// use, and says why.
//
// A verdict is the worst over a table of rules, each of which sees the group, the use
// and the facts of one thing. The table is the whole of the knowledge: one file per
// family, each rule with its ground, its threshold in words, and the code that decides.
//
// # Laws
//
// The verdicts are a total order, and the package keeps these laws (law_test.go):
//
//	(a) a younger or mouthing child, one more allergy, one adult fewer, a smaller piece
//	    of the same form, or a more exposed use never gives a milder verdict;
//	(b) removing a fact never clears: Keep out may become Measure first, nothing milder; but
//	    the depth of a liquid is how the adult fills it, and unsaid becomes a condition;
//	(c) a policy tightens, never loosens;
//	(d) the order of children, allergies and rules changes nothing;
//	(e) every verdict but Goes in carries a finding with reason, numbers, source and what
//	    would change it.
//
// Law (b) is kept by one mechanism: a rule that misses a fact decides on the worst that
// the fact could be and says so; a Keep out reached that way is shown as Measure first.
//
// The advice defers to local licensing rules, product labels and health professionals.
package safety

import "fmt"

// Verdict is the answer for a thing, from mildest to worst. The zero value is not a
// verdict, so that a verdict nobody reached is never taken for a mild one.
type Verdict uint8

// The verdicts in order.
const (
	GoesIn       Verdict = iota + 1 // no rule objects
	WithAHand                       // only with the listed conditions, each done by an adult
	MeasureFirst                    // a missing fact could make some rule keep it out
	KeepOut                         // not for this group in this use
)

var verdictWords = [...]string{GoesIn: "goes-in", WithAHand: "with-a-hand", MeasureFirst: "measure-first",
	KeepOut: "keep-out"}

// Valid reports whether v is one of the four verdicts.
func (v Verdict) Valid() bool { return v >= GoesIn && v <= KeepOut }

// String returns "goes-in", "with-a-hand", "measure-first" or "keep-out".
func (v Verdict) String() string {
	if !v.Valid() {
		return fmt.Sprintf("Verdict(%d)", uint8(v))
	}
	return verdictWords[v]
}

// markWords are what the marks of the verdicts are called.
var markWords = [...]string{GoesIn: "bowl", WithAHand: "held-bowl", MeasureFirst: "ruler", KeepOut: "lid"}

// UsualMark is the mark of a verdict of WithAHand that asks for no more than the routine: it is
// shown quieter, and is no verdict of its own.
const UsualMark = "outlined-bowl"

// Mark returns the mark that stands for the verdict: bowl, held-bowl, ruler or lid; "" for
// no verdict.
func (v Verdict) Mark() string {
	if !v.Valid() {
		return ""
	}
	return markWords[v]
}

// Ready reports whether a thing may go in, with a hand or without; a verdict that nobody
// reached is not.
func (v Verdict) Ready() bool { return v == GoesIn || v == WithAHand }

// Worst returns the worse of two verdicts.
func Worst(v, w Verdict) Verdict { return max(v, w) }
