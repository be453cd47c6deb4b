// Package setups keeps set-ups, and what is made of each, so that a list of them need not be judged anew.
package setups

import "emblo/internal/centre"

// Setups keeps them.
type Setups struct{ *centre.House }

// In returns it for the centres of a house.
func In(h *centre.House) Setups { return Setups{h} }
