package files

import (
	"slices"
	"strings"

	"emblo/core/desk"
	"emblo/core/desk/cupboard"
	"emblo/core/money"
	"emblo/core/stock"
	"emblo/core/strict"
	"emblo/core/unit"
	"emblo/core/written"
)

// cupboardColumns are the columns of the cupboard as a file. Of all but the name a cell may be empty.
var cupboardColumns = []string{"name", "free_from", "heat_treated", "amount", "unit", "place", "best_before", "pack",
	"price"}

// CupboardFile writes every jar that reads as a sheet. ReadCupboard reads it back.
func (d Files) CupboardFile() string {
	var rows [][]string
	for i := range d.Jars {
		j := &d.Jars[i]
		it, ok := d.Get(j.Written.ItemID)
		if j.Unreadable != "" || !ok {
			continue
		}
		row := []string{it.Name, strings.Join(j.Label.Words(), "; "), yes(j.Label.HeatTreated), "",
			stock.Reckoned(&it).String(), j.Written.Place, j.Written.BestBefore, "", ""}
		if j.Balance.Amount.Known() {
			row[3] = plain(j.Balance.Amount.Or(0))
		}
		if len(j.Packs) > 0 {
			row[7] = plain(j.Packs[0].Size.Or(0))
			if p := j.Packs[0]; p.Priced {
				row[8] = p.Coins.Text(money.Digits(d.Settings.Currency))
			}
		}
		rows = append(rows, row)
	}
	return sheet(cupboardColumns, rows)
}

// CountedJar is one row of a cupboard file: a jar as it is to be kept, and what was counted in it.
type CountedJar struct {
	ID      string // empty for a jar that is to be made
	Version int
	Name    string
	Jar     written.Jar
	Amount  unit.Amount // not known where the cell is empty
}

// ReadCupboard reads a cupboard file. A row whose thing has a jar with that label counts it, any other
// makes one. The first row that does not read is a fault, and then none does.
func (d Files) ReadCupboard(text string) ([]CountedJar, error) {
	rows := []CountedJar{}
	return rows, readSheet(text, cupboardColumns, "Nothing was counted.", func(c cells) *strict.Fault {
		row, fault := d.countedJar(c)
		if fault != nil {
			return fault
		}
		if slices.ContainsFunc(rows, func(r CountedJar) bool {
			return r.Jar.ItemID == row.Jar.ItemID && slices.Equal(r.Jar.Free, row.Jar.Free) &&
				r.Jar.HeatTreated == row.Jar.HeatTreated
		}) {
			return strict.Bad("", "%s stands twice with the same label.", row.Name)
		}
		rows = append(rows, row)
		return nil
	})
}

func (d Files) countedJar(c cells) (row CountedJar, fault *strict.Fault) {
	it, label, fault := d.labelled(c)
	if fault != nil {
		return row, fault
	}
	in := written.JarInput{ItemID: it.ID, Place: c.at("place"), BestBefore: c.at("best_before"), Free: label.Words(),
		HeatTreated: label.HeatTreated}
	if in.Packs, fault = packIn(c); fault != nil {
		return row, fault
	}
	if row.Jar, fault = in.Jar(&it, d.Settings.Currency); fault != nil {
		return row, fault
	}
	row.Name = d.Pen.Name(it.ID, it.Name)
	if a := c.at("amount"); a != "" {
		if row.Amount, fault = written.ReadQuantity("", a, &it); fault != nil {
			return row, fault
		}
	}
	if row.ID = cupboard.On(d.Desk).JarFor(it.ID, label); row.ID != "" {
		old := &d.Jars[slices.IndexFunc(d.Jars, func(j desk.Jar) bool { return j.ID == row.ID })]
		row.Version, row.Jar.Opened = old.Version, old.Written.Opened
		for _, p := range old.Written.Packs { // the sizes that the file does not speak of stay
			if len(row.Jar.Packs) == 0 || p.Amount != row.Jar.Packs[0].Amount {
				row.Jar.Packs = append(row.Jar.Packs, p)
			}
		}
	}
	return row, nil
}
