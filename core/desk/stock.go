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

// reach says how deep what there is of a filler reaches, where that is known to be less than planned,
// and how many packs more it takes.
func (k *Stock) reach(out *written.FillAnswer, f plan.FillAnswer) {
	have, known := k.stock[f.Item.ID]
	if !known || f.Item.Facts.Traits.Has(material.TapWater) || have.Grams() >= f.InAll.Grams() {
		return
	}
	if each, ok := f.Density.VolumeOf(have.Times(1 / float64(f.Tubs))); ok {
		mm := math.Floor(f.Tub.DepthOf(each).Millimetres())
		out.ReachesMM = &mm
	}
	if note, ok := k.notes[f.Item.ID]; ok && note.PackG != nil && *note.PackG > 0 {
		out.Packs = int(math.Ceil(f.InAll.Minus(have).Grams() / *note.PackG))
	}
}

// short says what the base of a plan needs more of than the cupboard is known to hold.
func (k *Stock) short(a plan.Answer, pen written.Pen) []written.Shortage {
	var short []written.Shortage
	switch {
	case a.Mix != nil:
		for _, s := range k.stock.Short(a.Mix.Batch) {
			short = append(short, written.Shortage{Name: pen.Name(s.Line.Item.ID, s.Line.Item.Name), MissingG: s.Missing.Grams()})
		}
	case a.Fill != nil && !a.Fill.Item.Facts.Traits.Has(material.TapWater):
		if have, known := k.stock[a.Fill.Item.ID]; known && have.Grams() < a.Fill.InAll.Grams() {
			short = append(short, written.Shortage{Name: pen.Name(a.Fill.Item.ID, a.Fill.Item.Name), MissingG: a.Fill.InAll.Minus(have).Grams()})
		}
	}
	return short
}
