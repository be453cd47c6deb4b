package files

import (
	"bytes"
	"encoding/csv"
	"errors"
	"fmt"
	"strconv"
	"strings"

	"emblo/core/checklist"
	"emblo/core/material"
	"emblo/core/stock"
	"emblo/core/strict"
	"emblo/core/words"
	"emblo/core/written"
)

// sheet writes rows below a first one with the columns as RFC 4180 CSV, with no cell that a spreadsheet
// would take for a formula.
func sheet(columns []string, rows [][]string) string {
	var out bytes.Buffer
	w := csv.NewWriter(&out)
	w.UseCRLF = true
	_ = w.Write(columns) // a buffer takes everything
	for _, row := range rows {
		for i := range row {
			row[i] = checklist.Inert(row[i])
		}
		_ = w.Write(row)
	}
	w.Flush()
	return out.String()
}

func plain(n float64) string { return strconv.FormatFloat(n, 'f', -1, 64) }

func yes(v bool) string {
	if v {
		return "yes"
	}
	return ""
}

// cells are those of one row by their columns.
type cells map[string]string

// at returns what stands in a column, without the mark that keeps a spreadsheet from reckoning.
func (c cells) at(column string) string {
	return strings.TrimSpace(strings.TrimPrefix(c[column], "'"))
}

// readSheet reads rows by their columns, from whatever spreadsheet they come: cells may be parted by
// commas, semicolons or tabs. The first row that does not read, or that read refuses, is a fault that
// ends by saying that nothing was done.
func readSheet(text string, columns []string, nothingDone string, read func(cells) *strict.Fault) error {
	lines, err := checklist.ReadTable([]byte(commas(text)), columns)
	var file *checklist.FileError
	if errors.As(err, &file) {
		return strict.Bad("/csv", "%s", file.Reason)
	}
	if err != nil {
		return err
	}
	for _, l := range lines {
		at := fmt.Sprintf("/csv/%d", l.Number)
		if l.Fault != "" {
			return strict.Bad(at, "Row %d: %s. %s", l.Number, l.Fault, nothingDone)
		}
		if fault := read(l.Values); fault != nil {
			return strict.Bad(at, "Row %d: %s %s", l.Number, fault.Sentence, nothingDone)
		}
	}
	return nil
}

// labelled reads what a row is about: a thing of the shelf, and what its packet says.
func (d Files) labelled(c cells) (it material.Item, l stock.Label, fault *strict.Fault) {
	it, ok := d.Names.Thing(c.at("name"))
	if !ok {
		return it, l, strict.Bad("", "nothing on the shelf is called %q.", words.Cut(c.at("name")))
	}
	in := written.TickInput{}
	for _, word := range strings.FieldsFunc(c.at("free_from"), func(r rune) bool { return r == ';' || r == ',' }) {
		in.Free = append(in.Free, strings.TrimSpace(word))
	}
	switch said := strings.ToLower(c.at("heat_treated")); said {
	case "", "no":
	case "yes":
		in.HeatTreated = true
	default:
		return it, l, strict.Bad("", "heat_treated is yes or no, not %q.", words.Cut(said))
	}
	if u := c.at("unit"); u != "" && u != stock.Reckoned(&it).String() {
		return it, l, strict.Bad("", "%s is reckoned in %s, not in %q.", it.Name, stock.Reckoned(&it), words.Cut(u))
	}
	l, fault = in.ReadLabel()
	return it, l, fault
}

// packIn reads a pack with its price, where a row names one.
func packIn(c cells) ([]written.TypedPack, *strict.Fault) {
	switch p := c.at("pack"); {
	case p != "":
		return []written.TypedPack{{Amount: p, Price: c.at("price")}}, nil
	case c.at("price") != "":
		return nil, strict.Bad("", "a price needs its pack.")
	}
	return nil, nil
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
