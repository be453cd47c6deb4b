// Package wait reckons how long materials take while nobody works on them: freezing,
// melting, cooling, setting, settling and drying. Rooms, freezers and air differ, so every
// answer is a band from the shortest to the longest time; a hand or a thermometer decides.
//
// Temperatures are degrees Celsius. Sources stand beside each formula, quoted from memory.
package wait

import (
	"math"
	"time"

	"emblo/core/say"
)

// Band is a time from the shortest to the longest that it may take.
type Band struct{ Least, Most time.Duration }

// Say says a band in minutes up to two hours and in hours from there: "40 to 70 min".
func (b Band) Say() say.Text {
	unit, alone, between := time.Minute, say.Text("{time} min"), say.Text("{least} to {most} min")
	if b.Most > 2*time.Hour {
		unit, alone, between = time.Hour, "{time} h", "{least} to {most} h"
	}
	least, most := int(math.Floor(float64(b.Least)/float64(unit))), int(math.Ceil(float64(b.Most)/float64(unit)))
	if least == most {
		return say.F(alone, most)
	}
	return say.F(between, least, most)
}

// String is what Say says in English.
func (b Band) String() string { return b.Say().String() }

// longest bounds every time: what would take longer never happens while anybody waits.
const longest = 30 * 24 * time.Hour

// seconds returns a time of so many seconds, at most longest.
func seconds(s float64) time.Duration {
	if !(s < longest.Seconds()) {
		return longest
	}
	return time.Duration(s * float64(time.Second))
}

// band returns the band between two times in seconds, whichever is shorter.
func band(a, b float64) Band { return Band{seconds(min(a, b)), seconds(max(a, b))} }
