package recipe

import (
	"emblo/core/material"
	"emblo/core/unit"
)

// Price is what a weight of something was bought for, in the smallest coin of the centre's
// currency.
type Price struct {
	Coins int
	For   unit.Mass
}

// Prices are known by shelf id.
type Prices map[string]Price

// Cost returns what the batch costs, in the smallest coin, and the ingredients whose price
// is not known: they are not in it. Water counts as free.
func (p Prices) Cost(b Batch) (coins float64, unpriced []material.Item) {
	for _, a := range b.Amounts {
		price, known := p[a.Line.Item.ID]
		switch {
		case freely(a.Line) || a.Exact.Grams() == 0:
		case !known || !(price.For.Grams() > 0):
			unpriced = append(unpriced, a.Line.Item)
		default:
			coins += float64(price.Coins) * a.Scooped.Over(price.For)
		}
	}
	return coins, unpriced
}
