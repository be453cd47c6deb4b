package bench

import (
	"slices"

	"emblo/core/material"
	"emblo/core/plan"
	"emblo/core/room"
	"emblo/core/safety"
	"emblo/core/stock"
	"emblo/core/strict"
	"emblo/core/unit"
	"emblo/core/written"
)

// use is what a plan takes of one thing.
type Use struct {
	ID, name string
	Amount   unit.Amount
	Back     bool
}

// takes returns what a plan takes, each thing once for what is used up and once for what goes back.
func (d Bench) Takes(p written.Plan, r *Reckoned) []Use {
	all := make([]Use, 0, 16)
	add := func(u Use) {
		if !(u.Amount.Or(0) > 0) {
			return
		}
		at := slices.IndexFunc(all, func(other Use) bool { return other.ID == u.ID && other.Back == u.Back })
		if at < 0 {
			all = append(all, u)
			return
		}
		all[at].Amount = all[at].Amount.Plus(u.Amount)
	}
	children := r.Group.Room()
	for i := range r.Places {
		forBase(&r.Places[i], func(it *material.Item, m unit.Mass) {
			if !it.Facts.Traits.Has(material.TapWater) {
				add(Use{it.ID, it.Name, unit.Of(m.Grams(), stock.Reckoned(it)), r.Places[i].Fill != nil &&
					goesBack(it, children)})
			}
		})
		d.laidOut(p.Places[i].Items, r, add)
	}
	d.laidOut(p.Beside, r, add)
	return all
}

// forBase tells what a place is filled with, and how much of it.
func forBase(place *plan.PlaceAnswer, tell func(it *material.Item, m unit.Mass)) {
	switch {
	case place.Mix != nil:
		amounts := place.Mix.Batch.Amounts
		for j := range amounts {
			tell(&amounts[j].Line.Item, amounts[j].Needed())
		}
	case place.Fill != nil:
		for j := range place.Fill.Poured {
			tell(&place.Fill.Poured[j].Item, place.Fill.Poured[j].InAll)
		}
	}
}

// laidOut tells the things of the shelf that are counted, and how many for those who play.
func (d Bench) laidOut(items []written.PlanItem, r *Reckoned, tell func(Use)) {
	players := r.Setup.PlayersOf(r.Group)
	for i := range items {
		item := &items[i]
		it, ok := d.Get(item.ItemID)
		// what is described, and what is weighed and laid out, is not reckoned
		if !ok || stock.Reckoned(&it) != unit.ByCount || it.Facts.Traits.Has(material.TapWater) {
			continue
		}
		n := item.Each
		if !item.Shared && item.Use != safety.AdultTool.String() {
			n *= players.Having(&it.Facts)
		}
		tell(Use{it.ID, it.Name, unit.Of(float64(n), unit.ByCount), !it.Facts.Traits.Any(material.Food)})
	}
}

// goesBack reports whether a filler goes back into its jar after play: dry grain that no child mouths
// and nothing catching goes round with (common practice).
func goesBack(it *material.Item, in room.Room) bool {
	mouthed := slices.ContainsFunc(in.Children, func(c room.Child) bool { return c.Mouths != room.No })
	return it.Facts.Form == material.Grain && it.Feel.On(material.Wetness) == "dry" && !mouthed && !in.Illness
}

// labels returns what the packets of the things of a plan are said to say.
func (d Bench) Labels(p written.Plan) (map[string]stock.Label, *strict.Fault) {
	return p.ReadLabels(counter{Shelf: d.Shelf, Settings: d.Settings, desk: d.Desk})
}
