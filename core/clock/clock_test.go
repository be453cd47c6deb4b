package clock

import (
	"fmt"
	"testing"
	"time"
	_ "time/tzdata" // the test must not hang on the zone files of a machine

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/age"
)

func wall(t testing.TB, text string) Wall {
	w, err := ParseWall(text)
	require.NoError(t, err)
	return w
}

// A block that freezes for ten hours opens at 9:45. On the last Sunday of March 2026 clocks
// in London skip from 1:00 to 2:00, on the last of October they go from 2:00 back to 1:00
// (Summer Time Order 2002, quoted from memory).
func ExampleWall_Minus() {
	london, _ := time.LoadLocation("Europe/London")
	for _, opens := range []string{"2026-03-28T09:45", "2026-03-29T09:45", "2026-10-25T09:45"} {
		w, _ := ParseWall(opens)
		fmt.Println(w.Minus(600, london))
	}
	// Output:
	// 2026-03-27T23:45
	// 2026-03-28T22:45
	// 2026-10-25T00:45
}

func TestClocksThatAreChanged(t *testing.T) {
	for zone, row := range map[string]struct {
		skipped, twice string
		by             int
	}{
		"Europe/London":       {"2026-03-29T01:30", "2026-10-25T01:30", 60},
		"America/New_York":    {"2026-03-08T02:30", "2026-11-01T01:30", 60},
		"Australia/Lord_Howe": {"2026-10-04T02:15", "2026-04-05T01:45", 30},
	} {
		loc, err := time.LoadLocation(zone)
		require.NoError(t, err)
		skipped := wall(t, row.skipped)
		assert.NotEqual(t, skipped, WallOf(skipped.In(loc)), "%s: no clock shows it", zone)
		assert.Positive(t, WallOf(skipped.In(loc)).Compare(skipped), "%s: it lies after the gap", zone)
		twice := wall(t, row.twice)
		assert.Equal(t, twice, twice.Plus(row.by, loc), "%s: later clocks show the same again", zone)
		assert.Equal(t, twice, WallOf(twice.In(loc)))
	}
}

// Away from changed clocks and over them, going forward and back the same true minutes ends
// where it began, and later moments never come before earlier ones.
func TestMinutesGoBothWays(t *testing.T) {
	london, err := time.LoadLocation("Europe/London")
	require.NoError(t, err)
	rapid.Check(t, func(t *rapid.T) {
		start := time.Date(2026, 1, 1, 0, rapid.IntRange(0, 525_600).Draw(t, "minute"), 0, 0, london)
		w, n := WallOf(start), rapid.IntRange(0, 5000).Draw(t, "minutes")
		there := w.Plus(n, london)
		moment := w.In(london).Add(time.Duration(n) * time.Minute)
		off := moment.Sub(there.In(london))
		assert.True(t, off == 0 || off == time.Hour,
			"read back it is the same moment, or the first of two that look alike: %s", off)
		assert.Equal(t, w.Plus(n, time.UTC), Wall{w.shown.Add(time.Duration(n) * time.Minute)},
			"where no clock is changed, minutes are minutes")
	})
}

func TestParseWallRefusesSlips(t *testing.T) {
	for _, bad := range []string{"", "tomorrow", "2026-11-24", "2026-11-24T25:00", "2026-02-30T09:00",
		"1926-11-24T09:45", "2026-11-24T09:45:10"} {
		_, err := ParseWall(bad)
		assert.Error(t, err, bad)
	}
	d, _ := age.ParseDate("2026-11-24")
	assert.Equal(t, wall(t, "2026-11-25T00:30"), At(d, 24, 30))
	assert.Equal(t, d, At(d, 9, 45).Day())
}
