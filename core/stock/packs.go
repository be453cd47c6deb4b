package stock

import (
	"cmp"
	"slices"

	"emblo/core/money"
	"emblo/core/unit"
)

// Pack is a size that a thing is sold in. Sizes are known, whole grams or pieces, 1 to MaxPack.
type Pack struct {
	Size  unit.Amount
	Coins money.Coins
	// Priced says that Coins is what it costs.
	Priced bool
}

// whole returns its size in whole grams or pieces; 0 where it is not known.
func (p Pack) whole() int64 { return int64(p.Size.Or(0)) }

// MaxPack is the largest pack, and MaxNeed the most that is bought at once, in grams or pieces.
const (
	MaxPack = 100_000
	MaxNeed = 1_000_000
)

// Buy is so many packs of one size.
type Buy struct {
	Pack  Pack
	Count int
}

// Basket is what to buy to cover a need. Its packs stand largest first.
type Basket struct {
	Buys []Buy
	// Coins is what it costs in all, where Priced says that every pack has a price.
	Coins  money.Coins
	Priced bool
	Left   unit.Amount // when the need has been met
}

// purse is what some packs cost and hold together.
type purse struct {
	coins money.Coins
	size  int64
	count int
}

func (p purse) with(of Pack) purse {
	return purse{p.coins + of.Coins, p.size + of.whole(), p.count + 1}
}

// Cheapest returns the packs that cover a need for the least money, of those with the least left
// over; ok is false where no pack has a price. It is exact: every sum of packs up to the need is
// reckoned with, none twice.
func Cheapest(need unit.Amount, packs []Pack) (b Basket, ok bool) {
	return best(need, slices.DeleteFunc(slices.Clone(packs), func(p Pack) bool { return !p.Priced }),
		func(p, q purse) int {
			return cmp.Or(cmp.Compare(p.coins, q.coins), cmp.Compare(p.size, q.size), cmp.Compare(p.count, q.count))
		})
}

// LeastLeft returns the packs that cover a need with the least left over, of those the cheapest; ok is
// false where no pack is known.
func LeastLeft(need unit.Amount, packs []Pack) (b Basket, ok bool) {
	return best(need, packs, func(p, q purse) int {
		return cmp.Or(cmp.Compare(p.size, q.size), cmp.Compare(p.coins, q.coins), cmp.Compare(p.count, q.count))
	})
}

// best returns the packs that cover a need and come first in an order that adding a pack to both
// sides never turns round. Amounts are reckoned in the largest step that every pack is a multiple of.
func best(need unit.Amount, packs []Pack, first func(p, q purse) int) (Basket, bool) {
	var step int64
	packs = slices.DeleteFunc(slices.Clone(packs), func(p Pack) bool { return p.whole() < 1 || p.whole() > MaxPack })
	for i, p := range packs {
		packs[i].Size = unit.Of(float64(p.whole()), p.Size.Kind())
		step = divisor(step, p.whole())
	}
	if len(packs) == 0 || !need.Known() || need.WholeUp() > MaxNeed {
		return Basket{}, false
	}
	slices.SortFunc(packs, func(p, q Pack) int {
		return cmp.Or(cmp.Compare(q.whole(), p.whole()), cmp.Compare(p.Coins, q.Coins))
	})
	steps := int((max(0, need.WholeUp()) + step - 1) / step)
	// at[x] is the best purse that covers x steps, and took[x] the pack that was put in last.
	at, took := make([]purse, steps+1), make([]int, steps+1)
	for x := 1; x <= steps; x++ {
		for i, p := range packs {
			with := at[max(0, x-int(p.whole()/step))].with(p)
			if i == 0 || first(with, at[x]) < 0 {
				at[x], took[x] = with, i
			}
		}
	}
	counts := make([]int, len(packs))
	for x := steps; x > 0; {
		counts[took[x]]++
		x = max(0, x-int(packs[took[x]].whole()/step))
	}
	b := Basket{Coins: at[steps].coins, Priced: true, Left: unit.Of(float64(at[steps].size), need.Kind()).Minus(need)}
	for i, n := range counts {
		if n > 0 {
			b.Buys = append(b.Buys, Buy{packs[i], n})
			b.Priced = b.Priced && packs[i].Priced
		}
	}
	return b, true
}

// divisor returns the greatest common divisor; of 0 and a number it is the number.
func divisor(a, b int64) int64 {
	for b != 0 {
		a, b = b, a%b
	}
	return a
}
