package bench

import (
	"math"
	"slices"

	"emblo/core/material"
	"emblo/core/money"
	"emblo/core/plan"
	"emblo/core/unit"
	"emblo/core/written"
)

// reach says how deep what there is of each filler reaches, where that is known to be less than
// planned, and how many packs more it takes.
func (d Bench) reach(out *written.FillAnswer, f *plan.FillAnswer) {
	below := unit.Volume{}
	for i := range f.Poured {
		p := &f.Poured[i]
		have, known := d.Weighs[p.Item.ID]
		if known && !p.Item.Facts.Traits.Has(material.TapWater) && have.Grams() < p.InAll.Grams() {
			if each, ok := p.Item.Density.VolumeOf(have.Times(1 / float64(f.Tubs))); ok && !f.SideBySide {
				mm := math.Floor(f.Tub.DepthOf(below.Plus(each)).Millimetres() - f.Tub.DepthOf(below).Millimetres())
				out.Poured[i].ReachesMM = &mm
			}
			if pack, ok := d.Packs[p.Item.ID]; ok {
				missing, size := p.InAll.Minus(have).Grams(), pack.Size.Or(0)
				packs := math.Ceil(missing / size)
				out.Poured[i].Packs, out.Poured[i].LeftG = int(packs), packs*size-missing
			}
		}
		below = below.Plus(p.Volume)
	}
}

// cost adds up what a plan takes at the prices that are known; nil while none is.
func (d Bench) cost(uses []Use, r *Reckoned) *written.Cost {
	out := &written.Cost{Unpriced: []string{}}
	var all, back money.Total
	priced := false
	for _, u := range uses {
		price := d.Prices[u.ID] // of what is counted, for as many grams as the pack has pieces
		if !price.Known() {
			if name := d.Pen.Name(u.ID, u.name); !slices.Contains(out.Unpriced, name) {
				out.Unpriced = append(out.Unpriced, name)
			}
			continue
		}
		of := unit.Grams(u.Amount.Or(0))
		all, priced = all.Plus(of, price), true
		if u.Back {
			back = back.Plus(of, price)
		}
	}
	if !priced {
		return nil
	}
	children := max(1, r.Setup.PlayersOf(r.Group).InAll)
	out.Coins, out.EachCoins, out.BackCoins = int(all.Coins()), int(all.Share(children)), int(back.Coins())
	return out
}
