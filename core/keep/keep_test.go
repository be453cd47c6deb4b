package keep

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"
)

// What people type of how long something keeps, and what is understood of it: "" for not.
func TestReadAsPeopleWriteIt(t *testing.T) {
	for text, want := range map[string]string{
		"up to a week, airtight": "7 days, airtight", "Up to 1 week, airtight.": "7 days, airtight",
		"2 days in the fridge": "2 days, chilled", "1 to 2 weeks airtight at room temperature": "7 days, airtight",
		"2-3 days chilled":  "2 days, chilled",
		"14 days, airtight": "2 weeks, airtight", "a fortnight": "2 weeks", "one session": "for one group, then throw away",
		"one group, then bin": "for one group, then throw away", "same day": "the same day",
		"the same day, in a closed box":                             "the same day, closed",
		"years, jarred and dry":                                     "years, jarred, dry",
		"days, chilled; one group once out":                         "2 days, chilled, one group once out",
		"same day, 2 h out of the fridge":                           "the same day, 2 h out in all",
		"one group, 2 h out in all; sealed portions 3 days chilled": "for one group, then throw away, 2 h out in all, sealed portions 3 days",
		"half an hour":                                              "30 min", "minutes": "15 min", "hours": "2 h",
		"one group, half an hour": "for one group, then throw away, 30 min", "one hour": "1 h",
		"months, dark": "3 months, dark", "frozen; about an hour once out": "frozen, 1 h out in all",
		"same day, chilled until used": "the same day, chilled",
		"frozen; minutes once out":     "frozen, 15 min out in all", "until worn": "does not turn",
		"one child, one use": "one child, one use", "weeks, dried after use": "4 weeks, dried after use",
		"one day damp, or dried": "1 day, damp, dried after use",
		"until it smells":        "", "not a week, airtight": "", "not 2 weeks": "",
		"no more than a week, dry": "7 days, dry",
		"not over 2 weeks":         "2 weeks", "2 days unless it is hot": "", "ask Tansy": "", "": "", "keeps well": "",
		"99999 days": "", "a few": "", "3 fridge": "", "two moons": "", strings.Repeat("years, ", 40): "",
	} {
		k, _, ok := Read(text)
		if want == "" {
			assert.False(t, ok, "%q: %s", text, k.Say())
			continue
		}
		assert.True(t, ok, text)
		assert.Equal(t, want, k.Say().String(), text)
	}
	for text, placed := range map[string]bool{"2 days": false, "2 days, chilled": true, "a week": false,
		"a week, airtight": true, "two weeks": true, "one group": true, "same day": true} {
		_, got, ok := Read(text)
		assert.True(t, ok, text)
		assert.Equal(t, placed, got, text)
	}
}

func drawKeeping(t *rapid.T) Keeping {
	if rapid.IntRange(0, 4).Draw(t, "lasts") == 0 {
		return Keeping{known: true, Lasting: true}
	}
	return Keeping{known: rapid.IntRange(0, 5).Draw(t, "known") > 0, Where: Where(rapid.IntRange(0, 2).Draw(t,
		"where")), Days: rapid.IntRange(0, 800).Draw(t, "days"),
		Minutes: rapid.SampledFrom([]int{0, 0, 30}).Draw(t, "minutes"), Out: rapid.SampledFrom([]int{0, 120}).Draw(t,
			"out"), Touch: Touch(rapid.IntRange(0, 2).Draw(t, "touch"))}
}

// The less of two stands no longer than either, and it does not matter which is named first.
func TestLessIsLess(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		a, b := drawKeeping(t), drawKeeping(t)
		least := Less(a, b)
		assert.Equal(t, least, Less(b, a))
		days, ends := least.Stands()
		for _, one := range []Keeping{a, b} {
			if most, limited := one.Stands(); limited {
				assert.True(t, ends && days <= most, "%+v of %+v and %+v", least, a, b)
			}
		}
		assert.NotEmpty(t, least.Say())
	})
}
