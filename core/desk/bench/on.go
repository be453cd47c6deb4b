// Package bench answers a plan: what is judged of it, how much of everything it takes, what it
// costs, what stands in for what, and what a plan may begin from.
package bench

import "emblo/core/desk"

// Bench reckons plans.
type Bench struct{ *desk.Desk }

// On returns it over what is known of a centre.
func On(d *desk.Desk) Bench { return Bench{d} }
