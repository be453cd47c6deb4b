// Package documents keeps what a centre writes down about itself: rooms, things, recipes with what was worked into
// them, and settings.
package documents

import "emblo/internal/centre"

// Documents keeps them.
type Documents struct{ *centre.House }

// In returns it for the centres of a house.
func In(h *centre.House) Documents { return Documents{h} }
