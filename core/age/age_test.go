package age

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/say"
)

func date(t require.TestingT, s string) Date {
	d, err := ParseDate(s)
	require.NoError(t, err)
	return d
}

// Month ends and leap years; the reading is the stricter one of the two in use.
func TestCompletedMonths(t *testing.T) {
	for _, row := range []struct {
		name, born, on string
		months         int
	}{
		{"short month, last day", "2025-01-31", "2025-02-28", 0},
		{"short month, next day", "2025-01-31", "2025-03-01", 1},
		{"leap month, last day", "2024-01-31", "2024-02-29", 0},
		{"leap day birth, ordinary year", "2024-02-29", "2025-02-28", 11},
		{"leap day birth, 1 March", "2024-02-29", "2025-03-01", 12},
		{"day before the month is full", "2024-05-20", "2026-11-19", 29},
		{"day the month is full", "2024-05-20", "2026-11-20", 30},
		{"before birth", "2026-12-01", "2026-11-24", -1},
	} {
		assert.Equal(t, row.months, CompletedMonths(date(t, row.born), date(t, row.on)), row.name)
	}
}

func TestMonthsOfNeverOverstatesAge(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		birth := time.Date(2015, 1, 1, 0, 0, 0, 0, time.UTC).AddDate(0, 0, rapid.IntRange(0, 4500).Draw(t, "birth"))
		on := birth.AddDate(0, 0, rapid.IntRange(0, 4000).Draw(t, "age"))
		byMonth := MonthsOf(DateOf(birth).Month(), DateOf(on))
		byDay := CompletedMonths(DateOf(birth), DateOf(on))
		assert.LessOrEqual(t, byMonth, byDay)
		assert.LessOrEqual(t, byDay-byMonth, 1)
		later := MonthsOf(DateOf(birth).Month(), DateOf(on.AddDate(0, 0, 1)))
		assert.GreaterOrEqual(t, later, byMonth, "age never falls as days pass")
	})
}

func TestDatesAndMonthsRefuseNonsense(t *testing.T) {
	for _, s := range []string{"", "2024-13", "24-05", "2024-5", "May 2024"} {
		_, err := ParseMonth(s)
		assert.ErrorContains(t, err, "is not a month", s)
	}
	_, err := ParseDate("2026-02-30")
	assert.ErrorContains(t, err, "is not a date")
	_, ok := NewDate(2025, time.February, 29)
	assert.False(t, ok)
	assert.Equal(t, "2024-02-29", Month{2024, time.February}.Last().String())
	assert.Equal(t, "2023-12", Month{2024, time.May}.Minus(5).String())
}

func TestCutFindsTheAgeAtTheEndOfAQuestion(t *testing.T) {
	for text, want := range map[string]struct {
		words  string
		months int
		ok     bool
	}{
		"dried peas 26 months":   {"dried peas", 26, true},
		"Glitter, 2y":            {"Glitter", 24, true},
		"rice 3 years old":       {"rice", 36, true},
		"18 m":                   {"", 18, true},
		"Pom-poms, 25 mm":        {"Pom-poms, 25 mm", 0, false},
		"table 900 years":        {"table 900 years", 0, false},
		"buttons":                {"buttons", 0, false},
		"İstanbul beads 9 month": {"İstanbul beads", 9, true},
	} {
		words, months, ok := Cut(text)
		assert.Equal(t, want.words, words, text)
		assert.Equal(t, want.months, months, text)
		assert.Equal(t, want.ok, ok, text)
	}
}

// No age is taken for a length where figures are read in other units: "5 m" would be metres.
func TestAgesAreNoLengths(t *testing.T) {
	customary := say.Worded("en", say.Customary, func(s string) string { return s }, nil)
	for months := range 14 * 12 {
		assert.Equal(t, Words(months), Say(months).In(customary))
	}
}
