package desk

import (
	"bytes"
	"encoding/csv"
	"errors"
	"fmt"
	"slices"
	"strconv"
	"strings"

	"emblo/core/checklist"
	"emblo/core/money"
	"emblo/core/stock"
	"emblo/core/written"
)

// cupboardColumns are the columns of the cupboard as a file. Of all but the name a cell may be empty.
var cupboardColumns = []string{"name", "free_from", "heat_treated", "amount", "unit", "place", "best_before", "pack", "price"}

// CupboardFile writes every jar that reads as RFC 4180 CSV, with no cell that a spreadsheet would take
// for a formula. ReadCupboard reads it back.
func (d *Desk) CupboardFile() string {
	var out bytes.Buffer
	w := csv.NewWriter(&out)
	w.UseCRLF = true
	_ = w.Write(cupboardColumns) // a buffer takes everything
	for i := range d.jars {
		j := &d.jars[i]
		it, ok := d.Get(j.Written.ItemID)
		if j.Unreadable != "" || !ok {
			continue
		}
		row := []string{it.Name, strings.Join(j.label.Words(), "; "), "", "", stock.UnitOf(&it).String(), j.Written.Place, j.Written.BestBefore, "", ""}
		if j.label.HeatTreated {
			row[2] = "yes"
		}
		if j.balance.Weighed {
			row[3] = plain(j.balance.Amount.Number())
		}
		if len(j.packs) > 0 {
			row[7] = plain(j.packs[0].Size.Number())
			if p := j.packs[0]; p.Priced {
				row[8] = p.Coins.Text(money.Digits(d.Settings.Currency))
			}
		}
		for i := range row {
			row[i] = checklist.Inert(row[i])
		}
		_ = w.Write(row)
	}
	w.Flush()
	return out.String()
}

func plain(n float64) string { return strconv.FormatFloat(n, 'f', -1, 64) }

// CountedJar is one row of a cupboard file: a jar as it is to be kept, and what was counted in it.
type CountedJar struct {
	ID      string // empty for a jar that is to be made
	Version int
	Name    string
	Jar     written.Jar
	Amount  stock.Quantity
	Weighed bool
}

// ReadCupboard reads a cupboard file, from whatever spreadsheet it comes: cells may be parted by commas,
// semicolons or tabs. A row whose thing has a jar with that label counts it, any other makes one. The
// first row that does not read is a fault, and then none does.
func (d *Desk) ReadCupboard(text string) ([]CountedJar, error) {
	lines, err := checklist.ReadTable([]byte(commas(text)), cupboardColumns)
	var file *checklist.FileError
	if errors.As(err, &file) {
		return nil, written.Bad("/csv", "%s", file.Reason)
	}
	if err != nil {
		return nil, err
	}
	rows := make([]CountedJar, 0, len(lines))
	for _, l := range lines {
		at := fmt.Sprintf("/csv/%d", l.Number)
		if l.Fault != "" {
			return nil, written.Bad(at, "Row %d: %s. Nothing was counted.", l.Number, l.Fault)
		}
		row, fault := d.countedJar(l.Values)
		if fault != nil {
			return nil, written.Bad(at, "Row %d: %s Nothing was counted.", l.Number, fault.Sentence)
		}
		if slices.ContainsFunc(rows, func(r CountedJar) bool {
			return r.Jar.ItemID == row.Jar.ItemID && slices.Equal(r.Jar.Free, row.Jar.Free) && r.Jar.HeatTreated == row.Jar.HeatTreated
		}) {
			return nil, written.Bad(at, "Row %d: %s stands twice with the same label. Nothing was counted.", l.Number, row.Name)
		}
		rows = append(rows, row)
	}
	return rows, nil
}

func (d *Desk) countedJar(cells map[string]string) (row CountedJar, fault *written.Fault) {
	cell := func(name string) string { return strings.TrimSpace(strings.TrimPrefix(cells[name], "'")) }
	it, ok := d.Named(cell("name"))
	if !ok {
		return row, written.Bad("", "nothing on the shelf is called %q.", cut(cell("name")))
	}
	in := written.JarInput{ItemID: it.ID, Place: cell("place"), BestBefore: cell("best_before")}
	for _, word := range strings.FieldsFunc(cell("free_from"), func(r rune) bool { return r == ';' || r == ',' }) {
		in.Free = append(in.Free, strings.TrimSpace(word))
	}
	switch yes := strings.ToLower(cell("heat_treated")); yes {
	case "", "no":
	case "yes":
		in.HeatTreated = true
	default:
		return row, written.Bad("", "heat_treated is yes or no, not %q.", cut(yes))
	}
	if u := cell("unit"); u != "" && u != stock.UnitOf(&it).String() {
		return row, written.Bad("", "%s is reckoned in %s, not in %q.", it.Name, stock.UnitOf(&it), cut(u))
	}
	if p := cell("pack"); p != "" {
		in.Packs = []written.TypedPack{{Amount: p, Price: cell("price")}}
	} else if cell("price") != "" {
		return row, written.Bad("", "a price needs its pack.")
	}
	if row.Jar, fault = in.Jar(&it, d.Settings.Currency); fault != nil {
		return row, fault
	}
	row.Name = d.Pen.Name(it.ID, it.Name)
	if a := cell("amount"); a != "" {
		if row.Amount, fault = written.ReadQuantity("", a, &it); fault != nil {
			return row, fault
		}
		row.Weighed = true
	}
	label, fault := written.TickInput{Free: in.Free, HeatTreated: in.HeatTreated}.ReadLabel()
	if fault != nil {
		return row, fault
	}
	if row.ID = d.JarFor(it.ID, label); row.ID != "" {
		old := &d.jars[slices.IndexFunc(d.jars, func(j Jar) bool { return j.ID == row.ID })]
		row.Version, row.Jar.Opened = old.Version, old.Written.Opened
		for _, p := range old.Written.Packs { // the sizes that the file does not speak of stay
			if len(row.Jar.Packs) == 0 || p.Amount != row.Jar.Packs[0].Amount {
				row.Jar.Packs = append(row.Jar.Packs, p)
			}
		}
	}
	return row, nil
}

// commas parts the cells of a table by commas, where its first row is parted by semicolons or tabs.
func commas(text string) string {
	first, _, _ := strings.Cut(text, "\n")
	for _, other := range []rune{';', '\t'} {
		if strings.ContainsRune(first, ',') || !strings.ContainsRune(first, other) {
			continue
		}
		r := csv.NewReader(strings.NewReader(strings.TrimPrefix(text, "\ufeff")))
		r.Comma, r.FieldsPerRecord = other, -1
		rows, err := r.ReadAll()
		if err != nil {
			return text // the reader of the table says what is wrong
		}
		var out bytes.Buffer
		w := csv.NewWriter(&out)
		_ = w.WriteAll(rows)
		return out.String()
	}
	return text
}
