// Package clock keeps the days and the times of day of a centre. A time here is what the
// clock on the centre's wall shows; adding minutes goes over the true moments, so that the
// two nights on which clocks are changed are an hour shorter and longer. Nothing here asks
// what time it is: a zone and a moment are given in.
package clock

import (
	"fmt"
	"time"

	"emblo/core/age"
)

// layout is how a time is written.
const layout = "2006-01-02T15:04"

// Wall is what the clock on a centre's wall shows, to the minute. The zero value is no time.
type Wall struct{ shown time.Time } // its fields, kept as if in UTC

// The years that a plan may lie in: a slip of the keyboard is refused.
const firstYear, lastYear = 2000, 2200

// ParseWall reads a time such as 2026-11-24T09:45.
func ParseWall(text string) (Wall, error) {
	t, err := time.Parse(layout, text)
	if err != nil || t.Year() < firstYear || t.Year() > lastYear {
		return Wall{}, fmt.Errorf("%q is not a time such as 2026-11-24T09:45", text)
	}
	return Wall{t}, nil
}

// WallOf returns what the clock shows at a moment, by the zone that the moment is in.
func WallOf(t time.Time) Wall {
	return Wall{time.Date(t.Year(), t.Month(), t.Day(), t.Hour(), t.Minute(), 0, 0, time.UTC)}
}

// At returns the time of day on a date; hours and minutes beyond a day go over to the next.
func At(d age.Date, hour, minute int) Wall {
	day, err := time.Parse("2006-01-02", d.String())
	if err != nil {
		return Wall{}
	}
	return Wall{day.Add(time.Duration(hour)*time.Hour + time.Duration(minute)*time.Minute)}
}

// IsZero reports whether it is no time.
func (w Wall) IsZero() bool { return w.shown.IsZero() }

// String writes the time as it is parsed.
func (w Wall) String() string { return w.shown.Format(layout) }

// Day returns the date that the clock shows.
func (w Wall) Day() age.Date { return age.DateOf(w.shown) }

// Fields returns the time as the fields of a UTC time, for a column without a zone.
func (w Wall) Fields() time.Time { return w.shown }

// Compare orders times as clocks show them.
func (w Wall) Compare(v Wall) int { return w.shown.Compare(v.shown) }

// aDay is a day and a bit: offsets from UTC are under 15 hours, so the offset that far away is
// that of before, or after, a change of clocks on the day.
const aDay = 26 * time.Hour

// In returns the moment at which a clock in the zone shows the time. An hour that clocks
// skip in spring is read as if it had not been skipped, so it lies after the gap; of an
// hour that they show twice in autumn it is the first, so that nothing starts late.
func (w Wall) In(zone *time.Location) time.Time {
	before := w.by(w.shown.Add(-aDay).In(zone))
	if WallOf(before) == w {
		return before
	}
	if after := w.by(w.shown.Add(aDay).In(zone)); WallOf(after) == w {
		return after
	}
	return before
}

// by returns the moment of the time at the offset that holds at another moment.
func (w Wall) by(other time.Time) time.Time {
	_, seconds := other.Zone()
	return w.shown.Add(-time.Duration(seconds) * time.Second).In(other.Location())
}

// Minus returns what the clock in the zone showed so many true minutes before. It is how
// starts are reckoned backward from an opening.
func (w Wall) Minus(minutes int, zone *time.Location) Wall { return w.Plus(-minutes, zone) }

// Plus returns what the clock in the zone shows so many true minutes later.
func (w Wall) Plus(minutes int, zone *time.Location) Wall {
	return WallOf(w.In(zone).Add(time.Duration(minutes) * time.Minute).In(zone))
}
