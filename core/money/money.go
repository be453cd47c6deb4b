// Package money counts in whole coins of one currency: the smallest there is, such as
// cents. A price is coins for a mass; what a batch costs is added up exactly and rounded
// once, at the total, half up.
package money

import (
	"math"
	"math/bits"

	"emblo/core/unit"
)

// Coins is an amount in the smallest coin of a centre's currency. Negative amounts do not
// arise: a price is 0 or more.
type Coins int64

// Price is what a mass of something was bought for. The zero value is not a price.
type Price struct {
	Coins Coins
	For   unit.Mass
}

// Known reports whether the price is one: for more than no mass, and not negative.
func (p Price) Known() bool { return p.For.Grams() > 0 && p.Coins >= 0 }

// Total adds up what masses cost at their prices. The zero value is nothing. It counts in whole
// millionths of a coin, each mass to the next: a million masses are off by a coin at the most.
type Total struct{ millionths uint64 }

const million = 1_000_000

// nanograms returns a mass in whole nanograms, finer than any scale shows.
func nanograms(m unit.Mass) uint64 { return uint64(math.Round(m.Grams() * 1000 * million)) }

// Plus returns the total with so much of something at a price in it. It panics on a price
// that is not known, which a caller names as unpriced instead.
func (t Total) Plus(m unit.Mass, p Price) Total {
	if !p.Known() {
		panic("money: a mass without a price")
	}
	pack := max(1, nanograms(p.For))
	high, low := bits.Mul64(uint64(p.Coins)*million, nanograms(m))
	low, carry := bits.Add64(low, pack/2, 0)
	cost, _ := bits.Div64((high+carry)%pack, low, pack) // what would not fit is more than all the money there is
	return Total{t.millionths + cost}
}

// Coins returns the total rounded to whole coins, half up.
func (t Total) Coins() Coins { return t.Share(1) }

// Share returns one of so many equal parts of the total, rounded to whole coins, half up.
func (t Total) Share(of int) Coins {
	parts := uint64(of) * million
	return Coins((t.millionths + parts/2) / parts)
}
