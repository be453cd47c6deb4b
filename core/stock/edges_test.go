package stock

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/clock"
	"emblo/core/unit"
)

// What a scale does not show, a twentieth of a gram, is nothing: neither short nor left over.
func TestWhatAScaleDoesNotShow(t *testing.T) {
	for have, less := range map[float64]bool{100: false, 99.96: false, 99.94: true, 99: true, 100.04: false} {
		assert.Equal(t, less, grams(have).Less(grams(100)), "%g of 100 g", have)
	}
	out := func(n float64) Balance {
		return Fold(unit.ByMass, []Move{{ID: "a", At: start, Kind: Received, Amount: grams(100)},
			{ID: "b", At: start.Add(time.Hour), Kind: Used, Amount: grams(n)}})
	}
	assert.True(t, out(99.9).Here)
	assert.False(t, out(99.95).Here)
	assert.False(t, out(100).Here)
	assert.False(t, Fold(unit.ByMass, []Move{{ID: "a", At: start, Kind: Counted, Amount: grams(0)}}).Here,
		"counted to nothing, it is gone")
}

// A count is held against what went out after it, used or thrown away, and of one moment by the order of their ids.
func TestACountIsHeldAgainstWhatWentOut(t *testing.T) {
	later := func(k Kind, g float64) Move {
		return Move{ID: "m", At: start.Add(time.Hour), Kind: k, Amount: grams(g)}
	}
	count := Move{ID: "a", At: start, Kind: Counted, Amount: grams(100)}
	for _, k := range []Kind{Used, ThrownAway} {
		assert.ErrorContains(t, Check([]Move{later(k, 120)}, count), "120 g were used or thrown away since then", k)
		assert.NoError(t, Check([]Move{later(k, 80)}, count), k)
	}
	came := []Move{{ID: "c", At: start.Add(time.Minute), Kind: Received, Amount: grams(50)},
		later(Used, 160)}
	assert.ErrorContains(t, Check(came, count), "160 g were used", "what came in is not among them")
}

// Packs are of whole grams from 1 to MaxPack, and no more than MaxNeed is bought at once; of two baskets alike the
// first size stays.
func TestPacksInRange(t *testing.T) {
	pack := func(size float64, coins int) Pack { return Pack{Size: grams(size), Coins: 0, Priced: coins >= 0} }
	for size, sold := range map[float64]bool{0.9: false, 1: true, MaxPack: true, MaxPack + 1: false} {
		_, ok := LeastLeft(grams(10), []Pack{pack(size, 0)})
		assert.Equal(t, sold, ok, "%g g", size)
	}
	for need, bought := range map[float64]bool{MaxNeed: true, MaxNeed + 1: false} {
		_, ok := LeastLeft(grams(need), []Pack{pack(MaxPack, 0)})
		assert.Equal(t, bought, ok, "%g g", need)
	}
	b, ok := LeastLeft(grams(1000), []Pack{pack(500, 0), pack(250, 0)})
	require.True(t, ok)
	assert.Equal(t, []Buy{{pack(500, 0), 2}}, b.Buys,
		"two of 500 g, not four of 250, and no pack of which none is bought")
}

// A jar of something else says nothing of whether a thing was ever noted.
func TestJarsOfOtherThings(t *testing.T) {
	play, err := clock.ParseWall("2026-11-04T09:00")
	require.NoError(t, err)
	need := []Need{{ItemID: "rice", Amount: grams(100), At: play, For: "Rice tub"}}
	jar := func(item string) Jar {
		return Jar{ItemID: item, Balance: Balance{Here: true, Amount: grams(500)}}
	}
	assert.True(t, Needed([]Jar{jar("flour")}, need)[0].Unnoted)
	assert.False(t, Needed([]Jar{jar("flour"), jar("rice")}, need)[0].Unnoted)
	assert.False(t, Needed([]Jar{jar("rice"), jar("flour")}, need)[0].Unnoted)
}
