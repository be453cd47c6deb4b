package moment

import (
	"os"
	"regexp"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// The moments are what their names say, seen from whatever day: nights on which clocks change do change
// them, within the hours after.
func TestMomentsAreWhatTheyAreCalled(t *testing.T) {
	for _, today := range []time.Time{time.Date(2026, 11, 29, 20, 50, 0, 0, time.UTC), time.Date(2028, 2, 29, 0, 0, 0,
		0, time.UTC), time.Date(2027, 3, 31, 12, 0, 0, 0, time.UTC)} {
		for _, m := range all {
			at := m.at(today)
			if m.Name != "2031" {
				assert.False(t, at.Before(today), m.Name)
			}
			_, before := at.Zone()
			_, after := at.Add(2 * time.Hour).Zone()
			switch m.Name {
			case "sunday-night":
				assert.Equal(t, time.Sunday, at.Weekday())
			case "february-28", "february-29":
				assert.Equal(t, time.February, at.Month())
			case "europe-spring", "america-spring":
				assert.Equal(t, 3600, after-before, m.Name)
			case "europe-autumn", "america-autumn":
				assert.Equal(t, -3600, after-before, m.Name)
			default:
				assert.Equal(t, before, after, m.Name)
			}
		}
	}
}

// What is tried on any day is every moment.
func TestTheMakefileNamesThemAll(t *testing.T) {
	text, err := os.ReadFile("../../Makefile")
	require.NoError(t, err)
	found := regexp.MustCompile(`(?m)^MOMENTS \?= (.*)$`).FindStringSubmatch(string(text))
	require.NotNil(t, found)
	assert.Equal(t, Names(), strings.Fields(found[1]))
}
