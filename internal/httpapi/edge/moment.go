package edge

import "time"

// ClockHeader says what the clock of a device showed when it sent a letter: RFC 3339.
const ClockHeader = "Emblo-Clock"

// Moment returns when something happened by the clock of the server that a device says happened at a moment of its own,
// which may be wrong: as long before the letter came as before it was sent, and never after that. What is no moment, or
// comes from a device that does not say what its clock shows, is left as it is.
func (e *Edge) Moment(r *Request, said string) string {
	at, err := time.Parse(time.RFC3339, said)
	if err != nil {
		return said
	}
	sent, err := time.Parse(time.RFC3339, r.GetHeader(ClockHeader))
	if err != nil {
		return said
	}
	return e.Now().UTC().Add(-max(0, sent.Sub(at))).Format(time.RFC3339Nano)
}
