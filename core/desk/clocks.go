package desk

import (
	"time"

	"emblo/core/clock"
	"emblo/core/say"
	"emblo/core/written"
)

// ClocksApart says that the database's clock is ahead of Emblo's by so much, or behind it where that is
// below zero, though nothing is decided by it: one of the two is not right.
func (p *People) ClocksApart(by time.Duration, now clock.Wall) written.ClockDoubt {
	words := say.F("The database’s clock is {span} ahead of the clock that Emblo goes by, which shows {day}. One of the two is wrong: if it is this one, set the computer’s clock right before you go by what is said here.",
		span(by), now.Day())
	if by < 0 {
		words = say.F("The database’s clock is {span} behind the clock that Emblo goes by, which shows {day}. One of the two is wrong: if it is this one, set the computer’s clock right before you go by what is said here.",
			span(-by), now.Day())
	}
	return written.ClockDoubt{Kind: "database", Minutes: minutes(by), Words: p.Pen.Text(words)}
}

// ClockWentBack says that Emblo's own clock went back by so much: what it had shown, and what it shows.
func (p *People) ClockWentBack(by time.Duration, was, now clock.Wall) written.ClockDoubt {
	words := say.F("The clock that Emblo goes by went back by {span}: it had shown {was} and shows {now}. If that is wrong, set the computer’s clock right before you go by what is said here.",
		span(by), was, now)
	return written.ClockDoubt{Kind: "back", Minutes: minutes(-by), Words: p.Pen.Text(words)}
}

// ZoneUnsaid says by what zone's clock the days of a centre turn of which nobody has said where it is.
func (p *People) ZoneUnsaid(zone string, now clock.Wall) written.ClockDoubt {
	return written.ClockDoubt{Kind: "zone",
		Words: p.Pen.Text(say.F(
			"The time zone of this centre is not set. Days turn by {zone}, where it is {now} now. A lead sets it under Settings.",
			zone, now))}
}

func minutes(d time.Duration) int { return int(d / time.Minute) }

// span is a time in whole minutes, hours or days, whichever says it in a small number.
func span(d time.Duration) say.Text {
	const day = 24 * time.Hour
	switch {
	case d >= 2*day:
		return say.F("{n} days", int(d.Round(day)/day))
	case d >= 2*time.Hour:
		return say.F("{n} hours", int(d.Round(time.Hour)/time.Hour))
	}
	return say.F("{n} minutes", minutes(d))
}
