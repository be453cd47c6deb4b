package money

import (
	"fmt"
	"math/big"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"emblo/core/unit"
)

func ExampleTotal() {
	flour := Price{115, unit.Grams(1000)}
	salt := Price{85, unit.Grams(750)}
	fmt.Println(Total{}.Plus(unit.Grams(750), flour).Plus(unit.Grams(292), salt).Coins())
	// 86.25 + 33.093... = 119.34...
	// Output: 119
}

// Rounding each line would drift; the total is within half a coin of the exact sum, and
// half a coin goes up.
func TestTotalRoundsOnceHalfUp(t *testing.T) {
	half := Price{1, unit.Grams(2)}
	assert.Equal(t, Coins(1), Total{}.Plus(unit.Grams(1), half).Coins(), "half a coin goes up")
	assert.Equal(t, Coins(1), Total{}.Plus(unit.Grams(1), half).Plus(unit.Grams(1), half).Coins(),
		"and two halves are one")
	assert.Equal(t, Coins(0), Total{}.Coins())
	three := Total{}.Plus(unit.Grams(10), Price{1, unit.Grams(1)})
	assert.Equal(t, []Coins{10, 3, 2}, []Coins{three.Coins(), three.Share(3), three.Share(6)},
		"one of three, one of six: 1.67")
	assert.False(t, Price{5, unit.Mass{}}.Known())
	rapid.Check(t, func(t *rapid.T) {
		var sum Total
		exact := 0.0
		for range rapid.IntRange(1, 12).Draw(t, "lines") {
			m, p := rapid.Float64Range(0, 5000).Draw(t, "g"), Price{Coins(rapid.IntRange(0, 100000).Draw(t, "coins")),
				unit.Grams(rapid.Float64Range(1, 5000).Draw(t, "for"))}
			sum, exact = sum.Plus(unit.Grams(m), p), exact+float64(p.Coins)*m/p.For.Grams()
		}
		assert.InDelta(t, exact, float64(sum.Coins()), 0.5+1e-5+exact*1e-9, "masses count to the nanogram")
	})
}

// A total agrees with whole numbers of any size: what each mass costs, to a millionth of a coin, and
// all of them rounded once, half up.
func TestTotalsAgreeWithWholeNumbers(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		var total Total
		sum := new(big.Rat)
		for range rapid.IntRange(1, 12).Draw(t, "things") {
			coins, pack := rapid.Int64Range(0, mostCoins).Draw(t, "coins"), rapid.Int64Range(1, 100_000).Draw(t,
				"pack, g")
			tenths := rapid.Int64Range(0, 10_000_000).Draw(t, "tenths of a gram")
			total = total.Plus(unit.Grams(float64(tenths)/10), Price{Coins(coins), unit.Grams(float64(pack))})
			sum.Add(sum, big.NewRat(coins*tenths, pack*10))
		}
		of := rapid.Int64Range(1, 60).Draw(t, "children")
		sum.Quo(sum, new(big.Rat).SetInt64(of))
		exact, _ := sum.Float64()
		assert.InDelta(t, exact, float64(total.Share(int(of))), 0.5+1e-4+exact*1e-12)
	})
}
