// Package today puts a day together, and keeps who is here on it and what somebody has taken note of.
package today

import "emblo/internal/centre"

// Day is a day at a centre.
type Day struct{ *centre.House }

// In returns it for the centres of a house.
func In(h *centre.House) Day { return Day{h} }
