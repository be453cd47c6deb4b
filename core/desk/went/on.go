// Package went answers how a set-up went: what was offered, what is learnt of it for the next, and
// what it used up.
package went

import "emblo/core/desk"

// Went looks back at what was played with.
type Went struct{ *desk.Desk }

// On returns it over what is known of a centre.
func On(d *desk.Desk) Went { return Went{d} }
