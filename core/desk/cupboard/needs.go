package cupboard

import (
	"slices"

	"emblo/core/desk"
	"emblo/core/desk/bench"
	"emblo/core/material"
	"emblo/core/stock"
	"emblo/core/unit"
)

// needs returns what plans take of the cupboard, and the ids of those that take nothing, as they do not
// go in for their room as they stand, or cannot be reckoned: nothing is bought for them.
func (d Cupboard) needs(plans []desk.Coming) (all []stock.Need, notReady []string) {
	for _, p := range plans {
		r, err := bench.On(d.Desk).Reckon(p.Plan)
		if err != nil || !r.Verdict.Ready() {
			notReady = append(notReady, p.ID)
			continue
		}
		all = append(all, bench.On(d.Desk).Needs(p, &r)...)
	}
	return all, notReady
}

// askedAbout reports whether a thing is asked about rather than bought: it is laid out, goes back after
// play, and nobody has ever said whether it is there.
func askedAbout(r *stock.Short) bool { return r.Unnoted && r.Need.Kind() == unit.ByCount }

// namesOf returns the names of plans by their ids, in order.
func namesOf(plans []desk.Coming, ids []string) []string {
	names := make([]string, 0, len(ids))
	for _, id := range ids {
		if at := slices.IndexFunc(plans, func(p desk.Coming) bool { return p.ID == id }); at >= 0 &&
			!slices.Contains(names, plans[at].Name) {
			names = append(names, plans[at].Name)
		}
	}
	return names
}

// packsOf returns the packs of a thing whose label says what is asked for, each size once at its
// lowest price.
func (d Cupboard) packsOf(it *material.Item, asked stock.Label) []stock.Pack {
	var all []stock.Pack
	for i := range d.Jars {
		j := &d.Jars[i]
		if j.Unreadable != "" || j.Written.ItemID != it.ID || !j.Label.Meets(asked) {
			continue
		}
		for _, p := range j.Packs {
			p.Size = p.Size.As(stock.Reckoned(it))
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
