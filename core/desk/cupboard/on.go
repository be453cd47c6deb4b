// Package cupboard answers what is at hand, what coming plans take of it, and what is to be
// bought for them.
package cupboard

import "emblo/core/desk"

// Cupboard holds what is at hand against what plans need.
type Cupboard struct{ *desk.Desk }

// On returns it over what is known of a centre.
func On(d *desk.Desk) Cupboard { return Cupboard{d} }
