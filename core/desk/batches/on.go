// Package batches answers what a batch or a tub has become: where it stands with its days, where
// it may go out, and what may be noted of it.
package batches

import "emblo/core/desk"

// Batches answers questions about what was made.
type Batches struct{ *desk.Desk }

// On returns it over what is known of a centre.
func On(d *desk.Desk) Batches { return Batches{d} }
