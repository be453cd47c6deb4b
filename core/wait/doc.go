// Package wait reckons how long materials take while nobody works on them: freezing,
// melting, cooling, setting, settling and drying. Rooms, freezers and air differ, so every
// answer is a band from the shortest to the longest time; a hand or a thermometer decides.
//
// Temperatures are degrees Celsius. Sources stand beside each formula, quoted from memory.
package wait

import (
	"fmt"
	"math"
	"time"
)

// Band is a time from the shortest to the longest that it may take.
type Band struct{ Least, Most time.Duration }

// String says a band in minutes up to two hours and in hours from there: "40 to 70 min".
func (b Band) String() string {
	unit, name := time.Minute, "min"
	if b.Most > 2*time.Hour {
		unit, name = time.Hour, "h"
	}
	least, most := math.Floor(float64(b.Least)/float64(unit)), math.Ceil(float64(b.Most)/float64(unit))
	if least == most {
		return fmt.Sprintf("%.0f %s", most, name)
	}
	return fmt.Sprintf("%.0f to %.0f %s", least, most, name)
}

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
