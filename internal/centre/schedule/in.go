// Package schedule keeps what is done of preparing, and gives calendars to who follows them.
package schedule

import "emblo/internal/centre"

// Schedule keeps it.
type Schedule struct{ *centre.House }

// In returns it for the centres of a house.
func In(h *centre.House) Schedule { return Schedule{h} }
