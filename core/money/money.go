// Package money counts in whole coins of one currency: the smallest there is, such as
// cents. A price is coins for a mass; what a batch costs is added up exactly and rounded
// once, at the total, half up.
package money

import (
	"math"

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

// Total adds up what masses cost at their prices. The zero value is nothing.
type Total struct{ exact float64 }

// Plus returns the total with so much of something at a price in it. It panics on a price
// that is not known, which a caller names as unpriced instead.
func (t Total) Plus(m unit.Mass, p Price) Total {
	if !p.Known() {
		panic("money: a mass without a price")
	}
	return Total{t.exact + float64(p.Coins)*m.Over(p.For)}
}

// Coins returns the total rounded to whole coins, half up.
func (t Total) Coins() Coins { return Coins(math.Floor(t.exact + 0.5)) }

// Share returns one of so many equal parts of the total, rounded to whole coins, half up.
func (t Total) Share(of int) Coins { return Coins(math.Floor(t.exact/float64(of) + 0.5)) }
