package review

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"
)

// The more was left, the less is made; what ran short is more; nothing changes where nobody said anything,
// and what is changed stays something to play with.
func TestMoreLeftIsLessNextTime(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		what := rapid.SampledFrom([]string{Portion, Depth}).Draw(t, "what")
		was := float64(rapid.IntRange(30, 200).Draw(t, "was"))
		a, b := rapid.Float64Range(0, 1).Draw(t, "left"), rapid.Float64Range(0, 1).Draw(t, "left too")
		to := func(w Went) float64 {
			if c, ok := Amount(what, was, w); ok {
				assert.NotEmpty(t, c.Why)
				return c.To
			}
			return was
		}
		few, many := to(Went{Left: min(a, b), Known: true}), to(Went{Left: max(a, b), Known: true})
		assert.LessOrEqual(t, many, few)
		assert.LessOrEqual(t, few, was)
		assert.Positive(t, many)
		assert.Greater(t, to(Went{Short: true}), was)
		assert.Equal(t, was, to(Went{}))
		n := rapid.IntRange(1, 8).Draw(t, "each")
		if c, ok := Pieces(n, Went{Level: rapid.IntRange(-1, 1).Draw(t, "level")}); ok {
			assert.True(t, c.To >= 1 && c.To <= float64(max(n, mostEach)))
		}
	})
}

func ExampleAmount() {
	c, _ := Amount(Portion, 120, Went{Left: 0.5, Known: true})
	fmt.Println(c.To, c.Why)
	// Output: 70 50 % was left: so much less, with a little to spare.
}
