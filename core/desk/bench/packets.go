package bench

import (
	"slices"

	"emblo/core/allergen"
	"emblo/core/material"
	"emblo/core/stock"
	"emblo/core/unit"
	"emblo/core/written"
)

// nuts are what a nut-free room keeps out.
var nuts = allergen.SetOf(allergen.TreeNuts, allergen.Peanuts)

// packets writes what the packets of the things of a plan may say that matters for its children: that
// they are free of what is declared and may be in them in traces, or in most packets; and that a flour
// or an egg which would be raw in the mix was heat-treated.
func (d Bench) packets(p written.Plan, r *Reckoned) []written.Packet {
	declared := r.Group.Declared()
	if r.Group.NutFree() {
		declared = declared.Union(nuts)
	}
	labels, fault := d.Labels(p)
	if fault != nil {
		return nil
	}
	var out []written.Packet
	put := func(it *material.Item, l stock.Label) {
		if slices.ContainsFunc(out, func(o written.Packet) bool {
			return o.ItemID == it.ID && o.HeatTreated == l.HeatTreated
		}) {
			return
		}
		w := written.Packet{ItemID: it.ID, Name: d.Pen.Name(it.ID, it.Name), Free: l.Words(),
			HeatTreated: l.HeatTreated, Says: d.Pen.Text(l.Say())}
		said, taken := labels[it.ID]
		w.Taken = taken && said.Meets(l)
		for i := range d.Jars {
			j := &d.Jars[i]
			w.Here = w.Here || j.Unreadable == "" && j.Written.ItemID == it.ID && j.Balance.Here && j.Label.Meets(l)
		}
		out = append(out, w)
	}
	about := func(it *material.Item, raw bool) {
		f := &it.Facts
		if free := declared.Meet(f.MayContain|f.UsuallyContains) &^ f.Allergens; free != 0 {
			put(it, stock.Label{Free: free})
		}
		if raw && f.Traits.Any(material.RawFlour, material.RawEgg) {
			put(it, stock.Label{HeatTreated: true})
		}
	}
	for i := range r.Places {
		place := &r.Places[i]
		raw := place.Mix == nil || !place.Mix.Recipe.Heated
		forBase(place, func(in *material.Item, _ unit.Mass) {
			if it, ok := d.Get(in.ID); ok {
				about(&it, raw)
			}
		})
		d.aboutThings(p.Places[i].Items, about)
	}
	d.aboutThings(p.Beside, about)
	return out
}

func (d Bench) aboutThings(items []written.PlanItem, about func(*material.Item, bool)) {
	for _, item := range items {
		if it, ok := d.Get(item.ItemID); ok {
			about(&it, true)
		}
	}
}
