// Package age counts completed months of a child's life.
//
// Only a birth month is kept of a child, never a day, so every count takes the last day
// of that month: the child may be up to 30 days older than counted, never younger. A
// month that has no day of the birth's number is completed on the 1st of the next one
// (born on the 31st, a month is completed on 1 March, not on 28 February). Both choices
// make a child younger, which is the stricter reading for every rule.
package age

import (
	"fmt"
	"regexp"
	"strconv"
	"strings"
	"time"

	"emblo/core/say"
)

// Date is a calendar day without a time zone. The zero value means "not set".
type Date struct {
	year  int
	month time.Month
	day   int
}

// NewDate returns a calendar day; ok is false when there is no such day.
func NewDate(year int, month time.Month, day int) (d Date, ok bool) {
	t := time.Date(year, month, day, 0, 0, 0, 0, time.UTC)
	if year < 1 || t.Year() != year || t.Month() != month || t.Day() != day {
		return Date{}, false
	}
	return Date{year, month, day}, true
}

// DateOf returns the calendar day of t in t's own location.
func DateOf(t time.Time) Date {
	y, m, d := t.Date()
	return Date{y, m, d}
}

// ParseDate reads "2026-11-24".
func ParseDate(s string) (Date, error) {
	t, err := time.Parse(time.DateOnly, s)
	if err != nil {
		return Date{}, fmt.Errorf("%q is not a date: write it as 2026-11-24", s)
	}
	return DateOf(t), nil
}

// IsZero reports whether the date is not set.
func (d Date) IsZero() bool { return d == Date{} }

// Month returns the month that d is in.
func (d Date) Month() Month { return Month{d.year, d.month} }

// String returns the date as "2026-11-24", or "" when it is not set.
func (d Date) String() string {
	if d.IsZero() {
		return ""
	}
	return fmt.Sprintf("%04d-%02d-%02d", d.year, d.month, d.day)
}

func (d Date) midnight() time.Time { return time.Date(d.year, d.month, d.day, 0, 0, 0, 0, time.UTC) }

// Plus returns the day so many days after d; before it where the number is negative.
func (d Date) Plus(days int) Date { return DateOf(d.midnight().AddDate(0, 0, days)) }

// Sub returns how many days d comes after e; below 0 where it comes before.
func (d Date) Sub(e Date) int { return int(d.midnight().Sub(e.midnight()) / (24 * time.Hour)) }

// After reports whether d is a later day than e.
func (d Date) After(e Date) bool { return d.Sub(e) > 0 }

// Month is a calendar month, all that is kept of a birth date. The zero value means
// "not known".
type Month struct {
	year  int
	month time.Month
}

// ParseMonth reads "2024-05".
func ParseMonth(s string) (Month, error) {
	t, err := time.Parse("2006-01", s)
	if err != nil || t.Year() < 1900 {
		return Month{}, fmt.Errorf("%q is not a month: write it as 2024-05", s)
	}
	return Month{t.Year(), t.Month()}, nil
}

// Known reports whether the month is set.
func (m Month) Known() bool { return m != Month{} }

// After reports whether m is a later month than n.
func (m Month) After(n Month) bool {
	return m.year > n.year || m.year == n.year && m.month > n.month
}

// Minus returns the month n months before m.
func (m Month) Minus(n int) Month {
	t := time.Date(m.year, m.month-time.Month(n), 1, 0, 0, 0, 0, time.UTC)
	return Month{t.Year(), t.Month()}
}

// Last returns the last day of the month.
func (m Month) Last() Date {
	return DateOf(time.Date(m.year, m.month+1, 0, 0, 0, 0, 0, time.UTC))
}

// String returns the month as "2024-05", or "" when it is not known.
func (m Month) String() string {
	if !m.Known() {
		return ""
	}
	return fmt.Sprintf("%04d-%02d", m.year, m.month)
}

// CompletedMonths returns how many months a child born on the given day has completed
// on the day on. It is negative when on comes before the birth.
func CompletedMonths(born, on Date) int {
	months := (on.year-born.year)*12 + int(on.month) - int(born.month)
	if on.day < born.day {
		months--
	}
	return months
}

// MonthsOf returns the completed months of a child of whom only the birth month is
// known, taking the last day of it. A child born this month is at least 0 months old.
func MonthsOf(born Month, on Date) int {
	return max(0, CompletedMonths(born.Last(), on))
}

// Words prints an age in months as people say it: "9 months", "2 y", "3 y 5 mo".
func Words(months int) string { return Say(months).String() }

// Say says an age in months as people say it.
func Say(months int) say.Text {
	switch {
	case months == 1:
		return "1 month"
	case months < 24:
		return say.F("{months} months", months)
	case months%12 == 0:
		return say.F("{years} y", months/12)
	default:
		return say.F("{years} y {months} mo", months/12, months%12)
	}
}

// Cut splits a question such as "dried peas 26 months" or "glitter 2y" into its words
// and the age at its end in months; ok is false when it does not end in an age of 0 to 14
// years, and words is then the whole text.
func Cut(text string) (words string, months int, ok bool) {
	m := ageAtEnd.FindStringSubmatch(text)
	if m == nil {
		return strings.TrimSpace(text), 0, false
	}
	n, err := strconv.Atoi(m[2])
	if err != nil {
		return strings.TrimSpace(text), 0, false
	}
	if m[3][0]|0x20 == 'y' {
		n *= 12
	}
	if n > 14*12 {
		return strings.TrimSpace(text), 0, false
	}
	return strings.Trim(m[1], " ,"), n, true
}

var ageAtEnd = regexp.MustCompile(
	`(?i)^(.*?)(?:^|[\s,])(\d{1,3})\s*(m|mo|month|months|y|yr|yrs|year|years)(?:\s+olds?)?\s*$`)
