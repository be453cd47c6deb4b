package stock

import (
	"cmp"
	"slices"

	"emblo/core/clock"
	"emblo/core/unit"
)

// Jar is a thing with what its packet says, and what there is of it.
type Jar struct {
	ID, ItemID string
	Label      Label
	Balance
}

// Need is what one plan takes of a thing.
type Need struct {
	ItemID string
	Label  Label // what the packet has to say
	Amount unit.Amount
	At     clock.Wall
	For    string // the plan
	// Back says that it goes back into its jar after play, to be used again on another day.
	Back bool
}

// Short is what coming plans need of a thing, and what is missing of that.
type Short struct {
	ItemID string
	Label  Label
	Need   unit.Amount // the most that is asked for at once, with what has been used up until then
	Have   unit.Amount // in jars that say so, and in packets that say more and are to be bought anyway
	// Missing is what has to be bought; it is not known where a jar that would do has not been weighed.
	Missing unit.Amount
	// Unnoted says that there is no jar of it, full or empty: nobody has ever said whether it is there.
	Unnoted bool
	By      clock.Wall // the first plan that goes short; the first that needs it where none does
	For     []string   // the plans that need it, earliest first
}

// Needed returns what needs take of the jars, a row for each thing and label, by the first plan that
// goes short and then by id.
//
// A need for a label is met only by jars that say so; one for none by any. What is used up adds up
// over the plans; what goes back adds up within a day alone.
func Needed(jars []Jar, needs []Need) []Short {
	type key struct {
		item  string
		label Label
	}
	var keys []key
	for _, n := range needs {
		if k := (key{n.ItemID, n.Label}); !slices.Contains(keys, k) {
			keys = append(keys, k)
		}
	}
	// The packet that says most first: what is bought of it also meets those that ask for less.
	slices.SortStableFunc(keys, func(a, b key) int {
		return cmp.Or(cmp.Compare(a.item, b.item), cmp.Compare(said(b.label), said(a.label)), cmp.Compare(a.label.Free,
			b.label.Free))
	})
	type purchase struct {
		key
		missing unit.Amount
	}
	var bought []purchase
	rows := make([]Short, 0, len(keys))
	for _, k := range keys {
		row := demand(needs, k.item, k.label)
		none := unit.Of(0, row.Need.Kind())
		row.Have, row.Unnoted = none, true
		weighed := true
		for _, j := range jars {
			row.Unnoted = row.Unnoted && j.ItemID != k.item
			switch {
			case j.ItemID != k.item || !j.Here || !j.Label.Meets(k.label):
			case !j.Amount.Known():
				weighed = false
			default:
				row.Have = row.Have.Plus(j.Amount)
			}
		}
		for _, b := range bought {
			if b.item == k.item && b.label.Meets(k.label) {
				row.Have = row.Have.Plus(b.missing)
			}
		}
		row.By = firstOf(needs, k.item, k.label)
		switch {
		case !weighed:
		case row.Have.Less(row.Need):
			row.Missing = row.Need.Minus(row.Have)
			row.By = shortFrom(needs, k.item, k.label, row.Have)
			bought = append(bought, purchase{k, row.Missing})
		default:
			row.Missing = none
		}
		rows = append(rows, row)
	}
	slices.SortStableFunc(rows, func(a, b Short) int {
		return cmp.Or(a.By.Compare(b.By), cmp.Compare(a.ItemID, b.ItemID))
	})
	return rows
}

// said is how much a label says.
func said(l Label) int {
	n := len(l.Free.List())
	if l.HeatTreated {
		n++
	}
	return n
}

// asking returns the needs that only jars with a label meet, in time.
func asking(needs []Need, item string, l Label) []Need {
	var all []Need
	for _, n := range needs {
		if n.ItemID == item && n.Label.Meets(l) {
			all = append(all, n)
		}
	}
	slices.SortStableFunc(all, func(a, b Need) int { return cmp.Or(a.At.Compare(b.At), cmp.Compare(a.For, b.For)) })
	return all
}

// levels returns how much has to be there for each need of a thing to be met: what was used up until
// then, and what is out on its day.
func levels(all []Need) []unit.Amount {
	out := make([]unit.Amount, len(all))
	var used, today unit.Amount
	for i, n := range all {
		if i == 0 {
			used, today = unit.Of(0, n.Amount.Kind()), unit.Of(0, n.Amount.Kind())
		} else if all[i-1].At.Day() != n.At.Day() {
			today = unit.Of(0, n.Amount.Kind())
		}
		if n.Back {
			today = today.Plus(n.Amount)
		} else {
			used = used.Plus(n.Amount)
		}
		out[i] = used.Plus(today)
	}
	return out
}

func demand(needs []Need, item string, l Label) Short {
	all := asking(needs, item, l)
	row := Short{ItemID: item, Label: l, Need: unit.Of(0, all[0].Amount.Kind())}
	for i, q := range levels(all) {
		if row.Need.Less(q) {
			row.Need = q
		}
		if all[i].Label == l && !slices.Contains(row.For, all[i].For) {
			row.For = append(row.For, all[i].For)
		}
	}
	return row
}

func firstOf(needs []Need, item string, l Label) clock.Wall { return asking(needs, item, l)[0].At }

// shortFrom returns when the first plan goes short of so much.
func shortFrom(needs []Need, item string, l Label, have unit.Amount) clock.Wall {
	all := asking(needs, item, l)
	for i, q := range levels(all) {
		if have.Less(q) {
			return all[i].At
		}
	}
	return all[len(all)-1].At
}
