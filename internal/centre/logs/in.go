// Package logs keeps how set-ups went, what is done otherwise next time, and the records of what was offered.
package logs

import "emblo/internal/centre"

// Logs keeps them.
type Logs struct{ *centre.House }

// In returns it for the centres of a house.
func In(h *centre.House) Logs { return Logs{h} }
