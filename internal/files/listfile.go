package files

import (
	"math"
	"slices"
	"strconv"
	"strings"

	"emblo/core/desk/cupboard"
	"emblo/core/money"
	"emblo/core/strict"
	"emblo/core/words"
	"emblo/core/written"
)

// listColumns are the columns of what is to be bought as a file. Reading it goes by the name, the label,
// the packs and what was got.
var listColumns = []string{"name", "free_from", "heat_treated", "missing", "unit", "count", "pack", "price", "by",
	"aisle", "for", "got"}

// What the last column says: it is in the basket, or the shop has none.
const (
	gotIt   = "yes"
	gotNone = "none"
)

// ListFile writes what is to be bought as a sheet, each size of pack in a row of its own. ReadList reads
// it back.
func (d Files) ListFile(list written.Shopping) string {
	var rows [][]string
	for _, l := range list.Lines {
		packs := l.Ticked
		if l.State != cupboard.InBasket && l.Cheapest != nil {
			packs = l.Cheapest.Packs
		}
		row := []string{l.Name, strings.Join(l.Free, "; "), yes(l.HeatTreated), plain(math.Ceil(l.Missing)), l.Unit, "",
			"", "", l.By, l.Aisle, strings.Join(l.For, "; "), map[string]string{cupboard.InBasket: gotIt,
				cupboard.NoneToHave: gotNone}[l.State]}
		if len(packs) == 0 {
			rows = append(rows, row)
		}
		for _, p := range packs {
			of := slices.Clone(row)
			of[5], of[6] = strconv.Itoa(p.Count), plain(p.Amount)
			if p.Coins != nil {
				of[7] = money.Coins(*p.Coins).Text(money.Digits(d.Settings.Currency))
			}
			rows = append(rows, of)
		}
	}
	return sheet(listColumns, rows)
}

// ReadList reads which lines of a list are in the basket, with their packs, and of which the shop has
// none; a row that does not say stays as it is. The first row that does not read, or that is not on the
// list, is a fault, and then none is ticked.
func (d Files) ReadList(text string, list written.Shopping) ([]written.TickInput, error) {
	ticks := []written.TickInput{}
	return ticks, readSheet(text, listColumns, "Nothing was ticked.", func(c cells) *strict.Fault {
		in, fault := d.tickedRow(c, list)
		if fault != nil || in.State == cupboard.LineOpen {
			return fault
		}
		at := slices.IndexFunc(ticks, func(t written.TickInput) bool {
			return t.ItemID == in.ItemID && slices.Equal(t.Free, in.Free) && t.HeatTreated == in.HeatTreated
		})
		switch {
		case at < 0:
			ticks = append(ticks, in)
		case ticks[at].State != in.State:
			return strict.Bad("", "%s is in the basket in one row, and the shop has none in another.",
				words.Cut(c.at("name")))
		case len(in.Packs) == 0 || slices.ContainsFunc(ticks[at].Packs, func(p written.BuyPack) bool {
			return p.Amount == in.Packs[0].Amount
		}):
			return strict.Bad("", "%s stands twice with the same pack.", words.Cut(c.at("name")))
		default:
			ticks[at].Packs = append(ticks[at].Packs, in.Packs...)
		}
		return nil
	})
}

func (d Files) tickedRow(c cells, list written.Shopping) (in written.TickInput, fault *strict.Fault) {
	it, label, fault := d.labelled(c)
	if fault != nil {
		return in, fault
	}
	in = written.TickInput{ItemID: it.ID, Free: label.Words(), HeatTreated: label.HeatTreated, State: cupboard.LineOpen,
		Packs: []written.BuyPack{}}
	switch got := strings.ToLower(c.at("got")); got {
	case "", "no":
		return in, nil
	case gotNone:
		in.State = cupboard.NoneToHave
	case gotIt:
		in.State = cupboard.InBasket
	default:
		return in, strict.Bad("", "got is yes, none, or empty while not known, not %q.", words.Cut(got))
	}
	on := func(l written.BuyLine) bool {
		return l.ItemID == in.ItemID && slices.Equal(l.Free, in.Free) && l.HeatTreated == in.HeatTreated
	}
	if !slices.ContainsFunc(list.Lines, on) {
		return in, strict.Bad("", "%s is not on the list as it stands: it may be in the cupboard already.", it.Name)
	}
	if in.State == cupboard.NoneToHave {
		return in, nil
	}
	typed, fault := packIn(c)
	if fault != nil || typed == nil {
		return in, fault
	}
	jar, fault := (written.JarInput{ItemID: it.ID, Packs: typed}).Jar(&it, d.Settings.Currency)
	if fault != nil {
		return in, fault
	}
	n := 1
	if count := c.at("count"); count != "" {
		var err error
		if n, err = strconv.Atoi(count); err != nil || n < 1 || n > cupboard.MaxPacksOf {
			return in, strict.Bad("", "count is a whole number of packs from 1 to %d, not %q.", cupboard.MaxPacksOf,
				words.Cut(count))
		}
	}
	in.Packs = append(in.Packs, written.BuyPack{Amount: jar.Packs[0].Amount, Count: n, Coins: jar.Packs[0].Coins})
	return in, nil
}
