package checklist

import (
	"bytes"
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"slices"
	"strings"
	"unicode/utf8"

	"emblo/core/recipe"
	"emblo/core/words"
)

// Line is one row of a table by its columns, for things that are imported rather than
// checked. Fault says why a row could not be read.
type Line struct {
	Number int // of the row below the header, from 1
	Values map[string]string
	Fault  string
}

// ReadTable cuts CSV into rows by column, under the same limits as Check. It fails, with a
// *FileError, as Check does, where columns are those that are read.
func ReadTable(list []byte, columns []string) ([]Line, error) {
	records, err := read(list)
	if err != nil {
		return nil, err
	}
	if _, err := columnsOf(records[0], columns); err != nil {
		return nil, err
	}
	lines := make([]Line, 0, len(records)-1)
	for i, rec := range records[1:] {
		l := Line{Number: i + 1, Values: make(map[string]string), Fault: rec.fault}
		if len(rec.cells) > len(records[0].cells) && l.Fault == "" {
			l.Fault = fmt.Sprintf("it has %d cells and the first row names %d columns", len(rec.cells),
				len(records[0].cells))
		}
		for j, cell := range rec.cells[:min(len(rec.cells), len(records[0].cells))] {
			l.Values[strings.ToLower(strings.TrimSpace(records[0].cells[j]))] = cell
		}
		lines = append(lines, l)
	}
	return lines, nil
}

// read checks a file as a whole and cuts it into rows; there is at least one.
func read(list []byte) ([]record, error) {
	if len(list) > MaxBytes {
		return nil, &FileError{fmt.Sprintf("The list is larger than %d MB.", MaxBytes>>20)}
	}
	list = bytes.TrimPrefix(list, []byte("\ufeff"))
	if !utf8.Valid(list) || bytes.IndexByte(list, 0) >= 0 {
		return nil, &FileError{"The list is not text in UTF-8: save it as CSV, UTF-8."}
	}
	records, err := split(list)
	if err != nil {
		return nil, err
	}
	if len(records) == 0 {
		return nil, &FileError{"The list has no name column: its first row names the columns."}
	}
	if len(records)-1 > MaxRows {
		return nil, &FileError{fmt.Sprintf("The list has more than %d rows.", MaxRows)}
	}
	return records, nil
}

// plainLines returns the rows of a list that is plain lines of names, without a first row that names the columns: no
// cell of the first row is a word for a column. A line is a name with all its commas, "rice, 2 cups", without what
// stands before it, a dash or a number.
func plainLines(list []byte, records []record) (lines []record, plain bool) {
	if records[0].fault != "" {
		return nil, false
	}
	for _, cell := range records[0].cells {
		first := strings.ToLower(strings.TrimSpace(cell))
		if alsoKnown[first] != "" || strings.ContainsAny(first, ";\t") {
			return nil, false
		}
		for _, word := range append([]string{"item", "thing", "title", "product", "description"}, known...) {
			if words.Near(first, word) {
				return nil, false
			}
		}
	}
	several := slices.ContainsFunc(records, func(r record) bool { return len(r.cells) > 1 })
	if several && slices.ContainsFunc(records, func(r record) bool { return slices.Contains(r.cells[1:], "") }) {
		return nil, false // a table whose first row names columns of its own
	}
	if !several {
		lines = records
	} else {
		for _, line := range strings.Split(string(bytes.TrimPrefix(list, []byte("\ufeff"))), "\n") {
			if line = strings.TrimSpace(line); line != "" {
				lines = append(lines, record{cells: []string{line}})
			}
		}
	}
	for i, r := range lines {
		if r.fault == "" {
			lines[i].cells = []string{recipe.Unbulleted(r.cells[0])}
		}
	}
	return lines, true
}

// alsoKnown are other words for columns that people use; a size under one of them must not
// be lost.
var alsoKnown = map[string]string{"size": "size_mm", "shape": "solid", "ingredients": "contains"}

// columnsOf finds where the columns stand that are read. A column that is likely meant for
// one of them and is not refuses the file, since what stands in it would be lost; so does
// one that stands twice. Any other column is kept through.
func columnsOf(r record, known []string) (map[string]int, error) {
	at := make(map[string]int)
	if r.fault == "" {
		for i, cell := range r.cells {
			name := strings.ToLower(strings.TrimSpace(cell))
			if _, twice := at[name]; twice {
				return nil, &FileError{fmt.Sprintf("The column %q stands twice.", name)}
			}
			if slices.Contains(known, name) {
				at[name] = i
				continue
			}
			for _, k := range known {
				if words.Near(name, k) || alsoKnown[name] == k {
					return nil, &FileError{
						fmt.Sprintf("There is no column %q; did you mean %q? Correct the first row, or give the column another name.",
							words.Cut(name), k)}
				}
			}
		}
	}
	if _, named := at["name"]; !named {
		return nil, &FileError{"The list has no name column: its first row names the columns, joined by commas."}
	}
	return at, nil
}

// record is one row as cut from the file; fault says why it could not be cut.
type record struct {
	cells []string
	fault string
}

// maxFaults bounds how often a reader is started afresh behind a broken quote; rows after
// that are taken line by line and are all unreadable.
const maxFaults = 200

// split cuts a file into rows. A row whose quotes are broken costs that row alone: reading
// goes on at the next line.
func split(list []byte) ([]record, error) {
	var rows []record
	faults := 0
	for len(list) > 0 {
		if len(rows) > MaxRows+1 {
			return nil, &FileError{fmt.Sprintf("The list has more than %d rows.", MaxRows)}
		}
		if faults >= maxFaults {
			line, rest := cutLine(list)
			if list = rest; len(bytes.TrimSpace(line)) > 0 {
				rows = append(rows, record{[]string{clip(string(line))},
					"its quotes are broken, as are those of many rows above it"})
			}
			continue
		}
		reader := csv.NewReader(bytes.NewReader(list))
		reader.FieldsPerRecord = -1
		done := int64(0)
		for {
			cells, err := reader.Read()
			if errors.Is(err, io.EOF) {
				return rows, nil
			}
			if err != nil {
				break
			}
			done = reader.InputOffset()
			rows = append(rows, record{cells: cells})
			if len(rows) > MaxRows+1 {
				return nil, &FileError{fmt.Sprintf("The list has more than %d rows.", MaxRows)}
			}
		}
		faults++
		list = list[done:]
		for len(list) > 0 { // blank lines are no rows
			line, rest := cutLine(list)
			list = rest
			if len(bytes.TrimSpace(line)) > 0 {
				rows = append(rows, record{[]string{clip(string(line))}, "its quotes are broken"})
				break
			}
		}
	}
	return rows, nil
}

func cutLine(list []byte) (line, rest []byte) {
	line, rest, _ = bytes.Cut(list, []byte("\n"))
	return bytes.TrimSuffix(line, []byte("\r")), rest
}

func clip(s string) string {
	if len(s) <= maxCell {
		return s
	}
	r := []rune(s[:maxCell])
	return string(r[:len(r)-1]) + "…"
}
