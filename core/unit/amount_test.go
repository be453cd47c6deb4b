package unit

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func drawAmount(t *rapid.T, name string, by Kind) Amount {
	if rapid.IntRange(0, 4).Draw(t, name+" known") == 0 {
		return Amount{}
	}
	return Of(float64(rapid.IntRange(0, 10_000).Draw(t, name))/10, by)
}

// What is not known is never 0: no sum, rest or multiple of it is known, it is neither less nor more than
// anything; and what is known is never less than nothing.
func TestWhatIsNotKnownIsNeverNothing(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		by := rapid.SampledFrom([]Kind{ByMass, ByVolume, ByCount}).Draw(t, "by")
		a, b := drawAmount(t, "a", by), drawAmount(t, "b", by)
		k := rapid.Float64Range(-2, 2).Draw(t, "times")
		for _, of := range []Amount{a.Plus(b), a.Minus(b), b.Plus(a)} {
			require.Equal(t, a.Known() && b.Known(), of.Known())
			require.GreaterOrEqual(t, of.Or(0), 0.0)
		}
		require.Equal(t, a.Known(), a.Times(k).Known())
		require.GreaterOrEqual(t, a.Times(k).Or(0), 0.0)
		require.Equal(t, a.Known(), a.As(ByCount).Known())
		require.False(t, a.Less(b) && b.Less(a))
		if !a.Known() || !b.Known() {
			require.False(t, a.Less(b) || b.Less(a))
			require.Equal(t, 7.0, a.Plus(b).Or(7))
			return
		}
		require.Equal(t, a.Or(0)+b.Or(0), a.Plus(b).Or(0))
		require.Equal(t, b.Or(0)-a.Or(0) > unseen, a.Less(b))
	})
	assert.Panics(t, func() { OfMass(Grams(1)).Plus(Pieces(1)) }, "grams and pieces never belong to one thing")
	assert.False(t, Of(3, Unknown).Known())
	assert.False(t, OfMass(Grams(math.NaN())).Known(), "what is no number is not 0 g")
	_, weighed := Pieces(3).Mass()
	assert.False(t, weighed, "a count weighs nothing that is known")
	_, weighed = Pieces(3).MassAt(GramsPerMillilitre(1))
	assert.False(t, weighed)
}
