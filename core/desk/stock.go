package desk

import (
	"math"
	"slices"

	"emblo/core/material"
	"emblo/core/money"
	"emblo/core/plan"
	"emblo/core/recipe"
	"emblo/core/unit"
	"emblo/core/written"
)

// Note is what is noted of one thing in the cupboard.
type Note struct {
	ItemID string
	Here   bool
	written.CupboardAmount
}

// Stock is the part of a desk that says what is at hand, and what batches needed.
type Stock struct {
	notes  map[string]Note
	here   map[string]bool
	stock  recipe.Stock // what has been weighed, or has run out
	prices recipe.Prices
	logs   map[string][]recipe.Addition // by recipe, latest day first
}

// Addition is something that was worked into a batch of a recipe.
type Addition struct {
	RecipeID string
	recipe.Addition
}

// NewStock returns the part for what is noted and the log of additions.
func NewStock(notes []Note, log []Addition) *Stock {
	k := &Stock{notes: make(map[string]Note, len(notes)), here: make(map[string]bool, len(notes)), stock: recipe.Stock{}, prices: recipe.Prices{},
		logs: make(map[string][]recipe.Addition)}
	for _, n := range notes {
		k.notes[n.ItemID] = n
		switch {
		case !n.Here:
			k.stock[n.ItemID] = unit.Mass{}
		case n.Grams != nil:
			k.stock[n.ItemID] = unit.Grams(*n.Grams)
		}
		if n.Here {
			k.here[n.ItemID] = true
		}
		if n.PackG != nil && n.PriceCoins != nil {
			k.prices[n.ItemID] = money.Price{Coins: money.Coins(*n.PriceCoins), For: unit.Grams(*n.PackG)}
		}
	}
	for _, a := range log {
		k.logs[a.RecipeID] = append(k.logs[a.RecipeID], a.Addition)
	}
	return k
}

// atHand returns the ids of what is in the cupboard, in order.
func (k *Stock) atHand() []string {
	ids := make([]string, 0, len(k.here))
	for id := range k.here {
		ids = append(ids, id)
	}
	slices.Sort(ids)
	return ids
}

// reach says how deep what there is of each filler reaches, where that is known to be less than
// planned, and how many packs more it takes.
func (k *Stock) reach(out *written.FillAnswer, f *plan.FillAnswer) {
	below := unit.Volume{}
	for i := range f.Poured {
		p := &f.Poured[i]
		have, known := k.stock[p.Item.ID]
		if known && !p.Item.Facts.Traits.Has(material.TapWater) && have.Grams() < p.InAll.Grams() {
			if each, ok := p.Item.Density.VolumeOf(have.Times(1 / float64(f.Tubs))); ok && !f.SideBySide {
				mm := math.Floor(f.Tub.DepthOf(below.Plus(each)).Millimetres() - f.Tub.DepthOf(below).Millimetres())
				out.Poured[i].ReachesMM = &mm
			}
			if note, ok := k.notes[p.Item.ID]; ok && note.PackG != nil && *note.PackG > 0 {
				missing := p.InAll.Minus(have).Grams()
				packs := math.Ceil(missing / *note.PackG)
				out.Poured[i].Packs, out.Poured[i].LeftG = int(packs), packs**note.PackG-missing
			}
		}
		below = below.Plus(p.Volume)
	}
}

// short says what the bases of a plan need more of, all places together, than the cupboard is known
// to hold.
func (k *Stock) short(a plan.Answer, pen written.Pen) []written.Shortage {
	type need struct {
		of *material.Item
		g  unit.Mass
	}
	var needs []need
	add := func(it *material.Item, m unit.Mass) {
		at := slices.IndexFunc(needs, func(n need) bool { return n.of.ID == it.ID })
		if at < 0 {
			needs = append(needs, need{it, m})
			return
		}
		needs[at].g = needs[at].g.Plus(m)
	}
	for i := range a.Places {
		switch place := &a.Places[i]; {
		case place.Mix != nil:
			amounts := place.Mix.Batch.Amounts
			for j := range amounts {
				add(&amounts[j].Line.Item, amounts[j].Needed())
			}
		case place.Fill != nil:
			for j := range place.Fill.Poured {
				p := &place.Fill.Poured[j]
				add(&p.Item, p.InAll)
			}
		}
	}
	var short []written.Shortage
	for _, n := range needs {
		have, known := k.stock[n.of.ID]
		if known && !n.of.Facts.Traits.Has(material.TapWater) && have.Grams() < n.g.Grams()-recipe.ShortBy {
			short = append(short, written.Shortage{Name: pen.Name(n.of.ID, n.of.Name), MissingG: n.g.Minus(have).Grams()})
		}
	}
	return short
}

// cost adds up what the bases of a plan cost at the prices that are known; nil while none is.
func (k *Stock) cost(a plan.Answer, children int, pen written.Pen) *written.Cost {
	var total money.Total
	priced := false
	out := &written.Cost{Unpriced: []string{}}
	for i := range a.Places {
		var missing []material.Item
		switch place := &a.Places[i]; {
		case place.Mix != nil:
			var more bool
			total, missing, more = k.prices.Add(total, place.Mix.Batch)
			priced = priced || more
		case place.Fill != nil:
			for j := range place.Fill.Poured {
				p := &place.Fill.Poured[j]
				switch price := k.prices[p.Item.ID]; {
				case p.Item.Facts.Traits.Has(material.TapWater):
				case price.Known():
					total, priced = total.Plus(p.InAll, price), true
				default:
					missing = append(missing, p.Item)
				}
			}
		}
		for _, it := range missing {
			if name := pen.Name(it.ID, it.Name); !slices.Contains(out.Unpriced, name) {
				out.Unpriced = append(out.Unpriced, name)
			}
		}
	}
	if !priced {
		return nil
	}
	out.Coins = int(total.Coins())
	out.EachCoins = int(total.Share(max(1, children)))
	return out
}
