// Package desk answers questions about a centre. A desk holds the part of a centre's state
// that an answer can depend on, as the core thinks of it, at one moment. It is pure: what
// day it is comes with the question, a question comes in written form and its answer goes
// out in it, and nothing is read or stored. A desk is immutable and safe for concurrent
// use; what it keeps besides is only what it has reckoned already.
//
// A question that cannot be answered is a *written.Fault with the place in the question; a
// thing that is not there is ErrGone. Whatever of the centre's own does not read is never
// cleared and never hides the rest: it is listed as what it is and judged Measure first.
package desk

import (
	"errors"
	"fmt"

	"emblo/core/age"
	"emblo/core/plan"
	"emblo/core/safety"
	"emblo/core/strict"
	"emblo/core/written"
)

// ErrGone is returned for a thing that the centre does not have, or not any more.
var ErrGone = errors.New("there is nothing here by that id")

// Desk is where a centre's questions are asked.
type Desk struct {
	*People
	*Shelf
	*Stock
}

// New returns the desk of a centre from its parts.
func New(p *People, s *Shelf, k *Stock) *Desk { return &Desk{p, s, k} }

// group returns a room and its children on a day. The fault names the field that named the
// room.
func (d *Desk) Group(roomID, field string, day age.Date) (*Room, *safety.Group, error) {
	if !written.IsID(roomID) {
		return nil, nil, strict.Bad(field, "Choose a room.")
	}
	r, ok := d.Find(roomID)
	if !ok {
		return nil, nil, ErrGone
	}
	if why := d.WhyUnreadable(r); why != "" {
		return r, nil, &strict.Fault{Code: strict.BadValue, Pointer: field, Sentence: why}
	}
	g, err := d.GroupOn(r, day)
	if err != nil {
		return r, nil, strict.Bad(field, "%s cannot be planned for on %s: %s.", r.Roster.Name, day, err)
	}
	return r, g, nil
}

// whyUnreadable says why nothing can be judged for a room; "" when it can.
func (p *People) WhyUnreadable(r *Room) string {
	switch {
	case p.Unreadable != "":
		return "The settings of the centre do not read, so nothing can be checked: " + p.Unreadable
	case r.Unreadable != "":
		return fmt.Sprintf("The room %s does not read, so nothing can be checked: %s", r.Name(), r.Unreadable)
	}
	return ""
}

// maxSwaps is how many swaps are offered for one thing.
const MaxSwaps = 3

// FieldOf is FaultOf for what can only be input; nil for no error.
func FieldOf(err error) *strict.Fault {
	var fault *strict.Fault
	if err = FaultOf(err); err != nil && !errors.As(err, &fault) {
		fault = strict.Bad("", "%s", err)
	}
	return fault
}

// faultOf turns what the plan cannot reckon into a fault at its place.
func FaultOf(err error) error {
	var input *plan.InvalidInput
	if errors.As(err, &input) {
		return strict.Bad("/"+input.Field, "%s", input.Reason)
	}
	return err
}
