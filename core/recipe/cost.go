package recipe

import (
	"emblo/core/material"
	"emblo/core/money"
)

// Prices are known by shelf id.
type Prices map[string]money.Price

// Cost returns what the batch costs and the ingredients whose price is not known: they are
// not in it. Water counts as free.
func (p Prices) Cost(b Batch) (coins money.Coins, unpriced []material.Item) {
	total, unpriced, _ := p.Add(money.Total{}, b)
	return total.Coins(), unpriced
}

// Add returns a total with what a batch costs in it, the ingredients whose price is not known, and
// whether any has one.
func (p Prices) Add(total money.Total, b Batch) (sum money.Total, unpriced []material.Item, priced bool) {
	for _, a := range b.Amounts {
		price, known := p[a.Line.Item.ID]
		switch {
		case freely(a.Line) || a.Exact.Grams() == 0:
		case !known || !price.Known():
			unpriced = append(unpriced, a.Line.Item)
		default:
			total, priced = total.Plus(a.Scooped, price), true
		}
	}
	return total, unpriced, priced
}
