package larder

import (
	"emblo/core/material"
	"emblo/core/money"
	"emblo/core/recipe/scale"
)

// Prices are known by shelf id.
type Prices map[string]money.Price

// Cost returns what the batch costs, of each ingredient what is weighed or scooped, whichever is
// more, and the ingredients whose price is not known: they are not in it. Water counts as free.
func (p Prices) Cost(b scale.Batch) (coins money.Coins, unpriced []material.Item) {
	var total money.Total
	for _, a := range b.Amounts {
		price := p[a.Line.Item.ID]
		switch {
		case a.Line.FromTap() || a.Exact.Grams() == 0:
		case !price.Known():
			unpriced = append(unpriced, a.Line.Item)
		default:
			total = total.Plus(a.Needed(), price)
		}
	}
	return total.Coins(), unpriced
}
