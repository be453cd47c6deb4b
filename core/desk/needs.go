package desk

import (
	"slices"

	"emblo/core/material"
	"emblo/core/plan"
	"emblo/core/room"
	"emblo/core/safety"
	"emblo/core/stock"
	"emblo/core/unit"
	"emblo/core/written"
)

// Coming is a plan of the days to come, as it is kept.
type Coming struct {
	ID string
	written.Setup
}

// use is what a plan takes of one thing.
type use struct {
	id, name string
	amount   stock.Quantity
	back     bool
}

// takes returns what a plan takes, each thing once for what is used up and once for what goes back.
func (d *Desk) takes(p written.Plan, r *reckoned) []use {
	all := make([]use, 0, 16)
	add := func(u use) {
		if !(u.amount.Number() > 0) {
			return
		}
		at := slices.IndexFunc(all, func(other use) bool { return other.id == u.id && other.back == u.back })
		if at < 0 {
			all = append(all, u)
			return
		}
		all[at].amount = all[at].amount.Plus(u.amount)
	}
	children := r.group.Room()
	for i := range r.Places {
		forBase(&r.Places[i], func(it *material.Item, m unit.Mass) {
			if !it.Facts.Traits.Has(material.TapWater) {
				add(use{it.ID, it.Name, stock.Of(m.Grams(), stock.UnitOf(it)), r.Places[i].Fill != nil && goesBack(it, children)})
			}
		})
		d.laidOut(p.Places[i].Items, len(children.Children), add)
	}
	d.laidOut(p.Beside, len(children.Children), add)
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

// laidOut tells the things of the shelf that are counted, and how many for so many children.
func (d *Desk) laidOut(items []written.PlanItem, children int, tell func(use)) {
	for i := range items {
		item := &items[i]
		it, ok := d.Get(item.ItemID)
		if !ok || stock.UnitOf(&it) != stock.Pieces || it.Facts.Traits.Has(material.TapWater) { // what is described, and what is weighed and laid out, is not reckoned
			continue
		}
		n := item.Each
		if !item.Shared && item.Use != safety.AdultTool.String() {
			n *= children
		}
		tell(use{it.ID, it.Name, stock.Of(float64(n), stock.Pieces), !it.Facts.Traits.Any(material.Food)})
	}
}

// goesBack reports whether a filler goes back into its jar after play: dry grain that no child mouths
// and nothing catching goes round with (common practice).
func goesBack(it *material.Item, in room.Room) bool {
	mouthed := slices.ContainsFunc(in.Children, func(c room.Child) bool { return c.Mouths != room.No })
	return it.Facts.Form == material.Grain && it.Feel.On(material.Wetness) == "dry" && !mouthed && !in.Illness
}

// needs returns what plans take of the cupboard, and the ids of those that take nothing, as they do not
// go in for their room as they stand, or cannot be reckoned: nothing is bought for them.
func (d *Desk) needs(plans []Coming) (all []stock.Need, notReady []string) {
	for _, p := range plans {
		r, err := d.reckon(p.Plan)
		if err != nil || !r.Verdict.Ready() {
			notReady = append(notReady, p.ID)
			continue
		}
		labels, _ := p.Plan.ReadLabels(counter{Shelf: d.Shelf, Settings: d.Settings, desk: d}) // they have been read to reckon it
		for _, u := range d.takes(p.Plan, &r) {
			all = append(all, stock.Need{ItemID: u.id, Label: labels[u.id], Amount: u.amount, At: r.opening.At, For: p.ID, Back: u.back})
		}
	}
	return all, notReady
}

// askedAbout reports whether a thing is asked about rather than bought: it is laid out, goes back after
// play, and nobody has ever said whether it is there.
func askedAbout(r *stock.Short) bool { return r.Unnoted && r.Need.Unit() == stock.Pieces }

// namesOf returns the names of plans by their ids, in order.
func namesOf(plans []Coming, ids []string) []string {
	names := make([]string, 0, len(ids))
	for _, id := range ids {
		if at := slices.IndexFunc(plans, func(p Coming) bool { return p.ID == id }); at >= 0 && !slices.Contains(names, plans[at].Name) {
			names = append(names, plans[at].Name)
		}
	}
	return names
}

// jarsNow returns the jars that read, each in the unit of its thing.
func (d *Desk) jarsNow() []stock.Jar {
	all := make([]stock.Jar, 0, len(d.jars))
	for i := range d.jars {
		j := &d.jars[i]
		it, ok := d.Get(j.Written.ItemID)
		if j.Unreadable != "" || !ok {
			continue
		}
		b := j.balance
		b.Amount = stock.Of(b.Amount.Number(), stock.UnitOf(&it))
		all = append(all, stock.Jar{ID: j.ID, ItemID: it.ID, Label: j.label, Balance: b})
	}
	return all
}

// packsOf returns the packs of a thing whose label says what is asked for, each size once at its
// lowest price.
func (d *Desk) packsOf(it *material.Item, asked stock.Label) []stock.Pack {
	var all []stock.Pack
	for i := range d.jars {
		j := &d.jars[i]
		if j.Unreadable != "" || j.Written.ItemID != it.ID || !j.label.Meets(asked) {
			continue
		}
		for _, p := range j.packs {
			p.Size = stock.Of(p.Size.Number(), stock.UnitOf(it))
			at := slices.IndexFunc(all, func(q stock.Pack) bool { return q.Size == p.Size })
			switch {
			case at < 0:
				all = append(all, p)
			case p.Priced && (!all[at].Priced || p.Coins < all[at].Coins):
				all[at] = p
			}
		}
	}
	return all
}
