package bench

import (
	"math"

	"emblo/core/material"
	"emblo/core/plan"
	"emblo/core/stock"
	"emblo/core/unit"
	"emblo/core/vessel"
	"emblo/core/written"
)

// The least that is offered where there is less: shallower is no tub to scoop or to draw in, and less no dough to hold
// (common practice).
const (
	scoopMM       = 20
	leastDepthMM  = 10
	leastPortionG = 20
)

// ordinaryPack is what one pack is taken to hold of which nobody noted a size, in g (common practice).
const ordinaryPack = 1000

// pack returns what one pack of a thing holds.
func (d Bench) pack(item string) unit.Mass {
	if p, noted := d.Packs[item]; noted && p.Size.Or(0) > 0 {
		return unit.Grams(p.Size.Or(0))
	}
	return unit.Grams(ordinaryPack)
}

// taker returns the one place whose base takes a thing; nil where none does, or several do.
func taker(r *Reckoned, item string) *plan.PlaceAnswer {
	var place *plan.PlaceAnswer
	takes := 0
	for i := range r.Places {
		forBase(&r.Places[i], func(it *material.Item, _ unit.Mass) {
			if it.ID == item {
				place, takes = &r.Places[i], takes+1
			}
		})
	}
	if takes != 1 {
		return nil
	}
	return place
}

// less returns the place that takes a thing with as much as there is of it: less of a mix, a filler less deep, or in
// fewer and smaller vessels, with one pack more where that is needed to play. It is nil where several places take it,
// and where none of these does.
func (d Bench) less(r *Reckoned, s *stock.Standing, all []stock.Standing) *written.Less {
	at := taker(r, s.ItemID)
	switch {
	case at == nil:
		return nil
	case at.Mix != nil:
		return smallerMix(at, all)
	}
	left := unit.Grams(s.Left.Or(0))
	same, mm := shallower(at, left)
	if same != nil && mm >= scoopMM {
		return same
	}
	for _, there := range []unit.Mass{left, left.Plus(d.pack(s.ItemID))} {
		if fewer := d.smaller(r, s, there); fewer != nil {
			return fewer
		}
	}
	if mm < leastDepthMM {
		return nil
	}
	return same
}

func smallerMix(at *plan.PlaceAnswer, all []stock.Standing) *written.Less {
	share := 1.0
	forBase(at, func(it *material.Item, _ unit.Mass) {
		for i := range all {
			if o := &all[i]; o.ItemID == it.ID && o.Stand == stock.TooLittle {
				share = min(share, o.Left.Or(0)/o.Need.Or(1))
			}
		}
	})
	portion := math.Floor(at.Mix.Portion.Grams() * share)
	if portion < leastPortionG {
		return nil
	}
	return &written.Less{PlaceID: at.ID, PortionG: portion}
}

// shallower returns a place with so much of its one filler in the vessels that it has; nil where several are poured.
func shallower(at *plan.PlaceAnswer, there unit.Mass) (less *written.Less, mm float64) {
	if len(at.Fill.Poured) != 1 {
		return nil, 0
	}
	each, ok := at.Fill.Poured[0].Item.Density.VolumeOf(there.Times(1 / float64(at.Fill.Tubs)))
	mm = math.Floor(at.Fill.Tub.DepthOf(each).Millimetres())
	if !ok || !(mm > 0) || mm >= at.Fill.Depth.Millimetres() {
		return nil, 0
	}
	return &written.Less{PlaceID: at.ID, DepthMM: mm}, mm
}

// smaller returns the place that takes a filler with so much of it in fewer or smaller vessels; nil where that is no
// less than it takes now, or not enough to play with.
func (d Bench) smaller(r *Reckoned, s *stock.Standing, there unit.Mass) *written.Less {
	at := taker(r, s.ItemID)
	if at == nil || at.Fill == nil || len(at.Fill.Poured) != 1 || at.Fill.Ice != nil || !at.Fill.Tub.Pours() {
		return nil
	}
	volume, ok := at.Fill.Poured[0].Item.Density.VolumeOf(there)
	if !ok || there.Grams() >= s.Need.Or(0) {
		return nil
	}
	o, ok := vessel.From(volume, r.Setup.PlayersOf(r.Group).AtOnce)
	if !ok {
		return nil
	}
	out := &written.Less{PlaceID: at.ID, DepthMM: o.Depth.Millimetres(), VesselID: o.ID,
		Vessel: d.Pen.Vessel(o.Vessel).Name, Vessels: o.Tubs}
	if o.Turns > 1 {
		out.Turns = o.Turns
	}
	return out
}
