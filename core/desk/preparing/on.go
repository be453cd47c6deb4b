// Package preparing answers when each step of the coming plans is done, by whose hands, and what
// cannot be in time.
package preparing

import "emblo/core/desk"

// Preparing schedules the coming plans.
type Preparing struct{ *desk.Desk }

// On returns it over what is known of a centre.
func On(d *desk.Desk) Preparing { return Preparing{d} }
