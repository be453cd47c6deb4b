package recipe

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
)

// What the book says in words of how a mix keeps, it says in figures too; and what needs cold is nowhere
// said to be out of the fridge for longer than the two hours of the advice to households.
func TestKeepingAgreesWithItsWords(t *testing.T) {
	words := map[string]func(Keeping) bool{
		"same day":     func(k Keeping) bool { return k.Days == 0 },
		"one group":    func(k Keeping) bool { return k.Group },
		"one session":  func(k Keeping) bool { return k.Group },
		"2 h out":      func(k Keeping) bool { return k.Out },
		"2 weeks":      func(k Keeping) bool { return k.Ceiling == 14 },
		"two weeks":    func(k Keeping) bool { return k.Ceiling == 14 },
		"one week":     func(k Keeping) bool { return k.Days == 7 },
		"5 uses":       func(k Keeping) bool { return k.Uses == 5 },
		"chilled":      func(k Keeping) bool { return k.Chilled },
		"3 days chill": func(k Keeping) bool { return k.Sealed == 3 },
		"months":       func(k Keeping) bool { return k.Days > 60 },
		"frozen":       func(k Keeping) bool { return k.Days == 30 },
	}
	for _, r := range Standard().Recipes() {
		k, p := r.Keeping(), r.Play()
		for said, holds := range words {
			plain := strings.ReplaceAll(r.Keeps, "one session where", "")
			assert.True(t, !strings.Contains(plain, said) || holds(k), "%s: %q, %+v", r.ID, r.Keeps, k)
		}
		assert.True(t, !k.Out || p.Stands+p.Plays <= OutMinutes && p.Plays > 0, r.ID)
		if r.Nature().Class.NeedsCold() && k.Days > 0 {
			assert.True(t, k.Chilled || r.Kind == "ice" || r.Kind == "bottle", "germs grow in %s where it is warm, and it keeps for %d days", r.ID, k.Days)
		}
	}
	r, _ := Standard().Get("stove-dough")
	assert.NotEmpty(t, r.Play().Best)
	r.Own = true
	assert.LessOrEqual(t, r.Keeping().Ceiling, MostDays)
}
