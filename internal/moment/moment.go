// Package moment has the moments at which tests run: what holds today has to hold on any day, at
// any hour, in any zone, wherever the database's clock stands. It is for tests alone.
package moment

import (
	"fmt"
	"os"
	"slices"
	"time"
	_ "time/tzdata" // a test must not hang on the zone files of a machine
)

// Moment is a time at which the tests run, in the zone of the centre that they look at.
type Moment struct {
	Name string
	// Apart is set where the database's clock does not go with the program's.
	Apart bool
	at    func(today time.Time) time.Time
}

// all are the moments, besides the present one: the days after, the end of a week, of February and of
// a year, the nights on which clocks change in Europe (Directive 2000/84/EC) and in America (15 USC
// 260a; both quoted from memory), and years from now.
var all = []Moment{
	{Name: "today", at: func(t time.Time) time.Time { return t }},
	{Name: "in-3-days", at: func(t time.Time) time.Time { return t.AddDate(0, 0, 3) }},
	{Name: "in-40-days", at: func(t time.Time) time.Time { return t.AddDate(0, 0, 40) }},
	{Name: "sunday-night", at: func(t time.Time) time.Time {
		return next(t, "UTC", t.Month(), func(d time.Time) bool { return d.Weekday() == time.Sunday }, 23, 50)
	}},
	{Name: "february-28", at: func(t time.Time) time.Time {
		return on(t, "Australia/Sydney", time.February, 28, 14, 45)
	}},
	{Name: "february-29", at: func(t time.Time) time.Time { return on(t, "UTC", time.February, 29, 6, 30) }},
	{Name: "europe-spring", at: func(t time.Time) time.Time {
		return sunday(t, "Europe/London", time.March, -1, 0, 40)
	}},
	{Name: "europe-autumn", at: func(t time.Time) time.Time {
		return sunday(t, "Europe/Madrid", time.October, -1, 1, 50)
	}},
	{Name: "america-spring", at: func(t time.Time) time.Time {
		return sunday(t, "America/New_York", time.March, 2, 1, 50)
	}},
	{Name: "america-autumn", at: func(t time.Time) time.Time {
		return sunday(t, "America/Los_Angeles", time.November, 1, 1, 30)
	}},
	{Name: "new-year", at: func(t time.Time) time.Time { return on(t, "UTC", time.December, 31, 23, 58) }},
	{Name: "2031", at: func(time.Time) time.Time { return time.Date(2031, time.July, 9, 16, 20, 0, 0, time.UTC) }},
}

// next returns the time of day on the first day from the month on for which is holds.
func next(t time.Time, zone string, month time.Month, is func(day time.Time) bool, hour, minute int) time.Time {
	where, err := time.LoadLocation(zone)
	if err != nil {
		panic(err)
	}
	for day := time.Date(t.Year(), month, 1, hour, minute, 0, 0, where); ; day = day.AddDate(0, 0, 1) {
		if day.After(t) && is(day) {
			return day
		}
	}
}

func on(t time.Time, zone string, month time.Month, day, hour, minute int) time.Time {
	return next(t, zone, month, func(d time.Time) bool { return d.Month() == month && d.Day() == day }, hour, minute)
}

// sunday is the nth Sunday of a month, or its last where n is below 0.
func sunday(t time.Time, zone string, month time.Month, n, hour, minute int) time.Time {
	return next(t, zone, month, func(d time.Time) bool {
		if d.Month() != month || d.Weekday() != time.Sunday {
			return false
		}
		if n < 0 {
			return d.AddDate(0, 0, 7).Month() != month
		}
		return (d.Day()-1)/7 == n-1
	}, hour, minute)
}

// started is when the tests of this program began: the present is one moment for all of them.
var started = time.Now().UTC()

// At returns the time that it is.
func (m Moment) At() time.Time { return m.at(started) }

// Ahead returns how far the moment is from the machine's time just now.
func (m Moment) Ahead() time.Duration { return time.Until(m.At()) }

// DatabaseAhead returns how far the database's clock is to stand from the machine's: with the moment, or
// apart from it.
func (m Moment) DatabaseAhead() time.Duration {
	switch {
	case !m.Apart:
		return m.Ahead()
	case m.Name == "today":
		return -400 * 24 * time.Hour
	}
	return 0
}

// The settings of a run: a moment's name, or drawn; and with or apart.
const (
	nameSetting     = "EMBLO_MOMENT"
	databaseSetting = "EMBLO_MOMENT_DATABASE"
	drawn           = "drawn"
)

// Chosen returns the moment that this run stands at: the one that the environment names, otherwise the
// usual one, by name. Drawn is another on every day, with the database's clock and apart from it by turns.
func Chosen(usual string) Moment {
	name := usual
	if set := os.Getenv(nameSetting); set != "" {
		name = set
	}
	days := int(started.Unix() / 86_400)
	m := all[days%len(all)]
	if name != drawn {
		i := slices.IndexFunc(all, func(m Moment) bool { return m.Name == name })
		if i < 0 {
			panic(fmt.Sprintf("moment: %s names no moment: %s", nameSetting, name))
		}
		m = all[i]
	}
	switch set := os.Getenv(databaseSetting); set {
	case "":
		m.Apart = name == drawn && days/len(all)%2 == 1
	case "with", "apart":
		m.Apart = set == "apart"
	default:
		panic(fmt.Sprintf("moment: %s is with or apart, not %s", databaseSetting, set))
	}
	return m
}

// Names returns the names of all moments.
func Names() []string {
	names := make([]string, len(all))
	for i, m := range all {
		names[i] = m.Name
	}
	return names
}

// String says where the clocks stand.
func (m Moment) String() string {
	database := "with it"
	if m.Apart {
		database = "apart"
	}
	return fmt.Sprintf("%s: %s, the database's clock %s", m.Name, m.At().Format("Mon 2006-01-02 15:04 MST"), database)
}
