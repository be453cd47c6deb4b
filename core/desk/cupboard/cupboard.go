package cupboard

import (
	"cmp"
	"slices"
	"strings"

	"emblo/core/age"
	"emblo/core/clock"
	"emblo/core/desk"
	"emblo/core/money"
	"emblo/core/say"
	"emblo/core/stock"
	"emblo/core/strict"
	"emblo/core/words"
	"emblo/core/written"
)

// soonDays is how many days before its best-before day a jar is said to go off soon (convention).
const soonDays = 3

// Cupboard writes every jar with what coming plans need of it, those that go short first, and what is
// needed and not there at all.
func (d Cupboard) Cupboard(plans []desk.Coming, today age.Date) written.Cupboard {
	needs, _ := d.needs(plans)
	rows := stock.Needed(d.StockedJars(), needs)
	rows = slices.DeleteFunc(rows, func(r stock.Short) bool { return askedAbout(&r) })
	out := written.Cupboard{Jars: []written.StoredJar{}, Needed: len(rows)}
	met := make([]bool, len(rows))
	for i := range d.Jars {
		w := d.writeJar(&d.Jars[i], today)
		for at := range rows {
			if r := &rows[at]; r.ItemID == w.ItemID && r.Label == d.Jars[i].Label && w.Unreadable == "" {
				met[at], w.Need = true, writeNeed(r, plans)
			}
		}
		out.Jars = append(out.Jars, fullTo(w))
	}
	var total money.Coins
	priced := false
	for at := range rows {
		r := &rows[at]
		it, _ := d.Get(r.ItemID)
		if !r.Missing.Known() {
			out.Unweighed++
		}
		if r.Missing.Or(0) > 0 {
			out.Short++
			if b, ok := stock.Cheapest(r.Missing, d.packsOf(&it, r.Label)); ok {
				total, priced = total+b.Coins, true
			}
		}
		if !met[at] && r.Missing.Or(0) > 0 {
			out.Jars = append(out.Jars, fullTo(written.StoredJar{Jar: written.WriteLabel(it.ID, r.Label),
				Name: d.Pen.Name(it.ID, it.Name), Says: d.Pen.Text(r.Label.Say()),
				Aisle: d.Pen.Text(say.Copied(it.Kind)),
				Unit:  stock.Reckoned(&it).String(), Weighed: true, Need: writeNeed(r, plans)}))
		}
	}
	if priced {
		coins := int(total)
		out.BuyCoins = &coins
	}
	slices.SortStableFunc(out.Jars, func(a, b written.StoredJar) int {
		return cmp.Or(cmp.Compare(urgency(a), urgency(b)), strings.Compare(strings.ToLower(a.Name),
			strings.ToLower(b.Name)))
	})
	for _, j := range out.Jars {
		if j.Here && j.BestBefore != "" && (out.GoesOff == nil || j.BestBefore < out.GoesOff.On) {
			out.GoesOff = &written.GoesOff{Name: j.Name, On: j.BestBefore}
		}
	}
	return out
}

// urgency puts what is short first, then what goes off, what is needed, what is here, and what has run
// out last.
func urgency(j written.StoredJar) int {
	switch {
	case j.Need != nil && j.Need.Missing > 0, j.Unreadable != "":
		return 0
	case j.Need != nil && j.Need.Unweighed, j.Date != "":
		return 1
	case j.Need != nil:
		return 2
	case j.Here:
		return 3
	}
	return 4
}

// Jar writes one jar as it is now; ok is false for one that is not there.
func (d Cupboard) Jar(id string, today age.Date) (w written.StoredJar, ok bool) {
	at := slices.IndexFunc(d.Jars, func(j desk.Jar) bool { return j.ID == id })
	if at < 0 {
		return w, false
	}
	return fullTo(d.writeJar(&d.Jars[at], today)), true
}

func (d Cupboard) writeJar(j *desk.Jar, today age.Date) written.StoredJar {
	w := written.StoredJar{ID: j.ID, Version: j.Version, Jar: j.Written, Unreadable: j.Unreadable}
	it, ok := d.Get(j.Written.ItemID)
	switch {
	case j.Unreadable != "":
		w.Name, w.Here = "A jar that does not read", true
		return w
	case !ok:
		w.Name, w.Here, w.Unreadable = "A thing that is not on the shelf any more", true,
			"What it contains is no longer in Materials."
		return w
	}
	w.Name, w.Says, w.Aisle, w.Unit = d.Pen.Name(it.ID, it.Name), d.Pen.Text(j.Label.Say()),
		d.Pen.Text(say.Copied(it.Kind)),
		stock.Reckoned(&it).String()
	b := j.Balance
	w.Here, w.Weighed, w.Amount, w.Overdrawn, w.Last = b.Here, b.Amount.Known(), b.Amount.Or(0), b.Overdrawn, j.Last
	switch soon := clock.At(today, 24*soonDays, 0).Day().String(); {
	case w.BestBefore == "" || !b.Here:
	case w.BestBefore < today.String():
		w.Date = "past"
	case w.BestBefore <= soon:
		w.Date = "soon"
	}
	return w
}

// fullTo sets what the picture of a jar holds to its rim: its largest pack, or more where there is
// more in it or more is needed.
func fullTo(w written.StoredJar) written.StoredJar {
	w.Full = w.Amount
	for _, p := range w.Packs {
		w.Full = max(w.Full, p.Amount)
	}
	if w.Need != nil {
		w.Full = max(w.Full, w.Need.Amount*1.15) // the line stays below the rim
	}
	return w
}

func writeNeed(r *stock.Short, plans []desk.Coming) *written.JarNeed {
	return &written.JarNeed{Amount: r.Need.Or(0), Missing: r.Missing.Or(0), Unweighed: !r.Missing.Known(),
		By: r.By.String(), For: namesOf(plans, r.For)}
}

// ReadJar reads a jar as it is typed.
func (d Cupboard) ReadJar(in written.JarInput) (written.Jar, error) {
	it, ok := d.Get(in.ItemID)
	if !ok {
		return written.Jar{}, strict.Bad("/item_id", "There is nothing on the shelf by the id %q.",
			words.Cut(in.ItemID))
	}
	j, fault := in.Jar(&it, d.Settings.Currency)
	if fault != nil {
		return j, fault
	}
	return j, nil
}

// ReadMove reads what happened to a jar, but for its id and when it was.
func (d Cupboard) ReadMove(in written.MoveInput) (stock.Move, error) {
	at := slices.IndexFunc(d.Jars, func(j desk.Jar) bool { return j.ID == in.JarID })
	if at < 0 {
		return stock.Move{}, desk.ErrGone
	}
	j := &d.Jars[at]
	it, ok := d.Get(j.Written.ItemID)
	if !ok || j.Unreadable != "" {
		return stock.Move{}, strict.Bad("/jar_id", "This jar does not read: set it right first.")
	}
	m, fault := in.Read(&it, j.Packs)
	if fault != nil {
		return m, fault
	}
	return m, nil
}

// JarFor returns the id of the jar of a thing whose packet says just that; "" for none.
func (d Cupboard) JarFor(item string, l stock.Label) string {
	for i := range d.Jars {
		if j := &d.Jars[i]; j.Unreadable == "" && j.Written.ItemID == item && j.Label == l {
			return j.ID
		}
	}
	return ""
}

// Ahead writes what the plans ahead are short of, at most so many things, and what goes off.
func (d Cupboard) Ahead(plans []desk.Coming, today age.Date, most int, out *written.Today) {
	needs, _ := d.needs(plans)
	for _, r := range stock.Needed(d.StockedJars(), needs) {
		if it, ok := d.Get(r.ItemID); ok && !askedAbout(&r) && r.Missing.Or(0) > 0 && len(out.Short) < most {
			out.Short = append(out.Short, written.ShortOf{Name: d.Pen.Name(it.ID, it.Name), Missing: r.Missing.Or(0),
				Unit: r.Missing.Kind().String(), By: r.By.String(), For: namesOf(plans, r.For)})
		}
	}
	for i := range d.Jars {
		if w := d.writeJar(&d.Jars[i], today); w.Date != "" {
			out.GoesOff = append(out.GoesOff, written.GoesOff{Name: w.Name, On: w.BestBefore})
		}
	}
}
