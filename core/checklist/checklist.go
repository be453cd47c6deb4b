// Package checklist checks a list of things against a room in one go. The list is a CSV
// file that educators keep of what is in the cupboard; the answer is the same file with a
// verdict, the rules, the reason and a swap for every row. The browser and the command
// line call the same function.
package checklist

import (
	"bytes"
	"encoding/csv"
	"fmt"
	"math"
	"slices"
	"strings"
	"unicode/utf8"

	"emblo/core/gauge"
	"emblo/core/material"
	"emblo/core/naming"
	"emblo/core/recipe"
	"emblo/core/safety"
	"emblo/core/say"
	"emblo/core/unit"
)

// Limits of one file.
const (
	MaxBytes = 5 << 20
	MaxRows  = 20000
	maxCell  = 4000 // letters in one cell; a longer one is a slip or an attack
)

// Unreadable is the rule named for a row that could not be read.
const Unreadable = "unreadable"

// Row is the answer for one row of a list.
type Row struct {
	Cells   []string // as read, one for each column of the header
	Name    string
	Verdict safety.Verdict
	Rules   []string // worst first; Unreadable for a row with an error
	Usual   bool     // with a hand, for no more than the routine
	Why     say.Text // one sentence; empty when nothing objects and nothing was taken for granted
	Swap    string   // the first swap that passes, if any
	Taken   string   // what the name was taken for, where that is called otherwise
}

// Report is the answer for a list.
type Report struct {
	Header []string
	Rows   []Row
	// Questions are those of the families in the list, once each, in the order met; those
	// that were answered too.
	Questions []Question
}

// Question is asked once about every row that names a family.
type Question struct {
	Family *naming.Family
	Rows   int
	Waits  bool // some row waits for the answer
}

// FileError says why a list as a whole cannot be checked.
type FileError struct{ Reason string }

// Error returns the reason, a sentence.
func (e *FileError) Error() string { return e.Reason }

// known are the columns that are read; others are kept through.
var known = []string{"name", "use", "solid", "size_mm", "contains", "traits"}

// Check judges every row of a list for the group of swaps, looking names and ingredients
// up: a name is always looked up, and what a row fills in replaces the size and otherwise
// only adds. The answers are to the questions of
// families, by the name of the family. There is one Row for each row of the list, in order; one with an error
// is Measure first. It fails, with a *FileError, only when the list is not text, has no
// name column, or is over MaxBytes or MaxRows.
func Check(list []byte, g *safety.Group, names *naming.Namer, swaps *safety.Swaps, answers map[string]string) (Report,
	error) {
	records, err := read(list)
	if err != nil {
		return Report{}, err
	}
	if lines, plain := plainLines(list, records); plain {
		records = append([]record{{cells: []string{"name"}}}, lines...)
	}
	header := records[0].cells
	at, err := columnsOf(records[0], known)
	if err != nil {
		return Report{}, err
	}
	c := checker{g, names, swaps, answers, make(map[string]*meaning), make(map[asked]answered),
		make(map[swapKey]string), nil}
	r := Report{Header: header, Rows: make([]Row, 0, len(records)-1)}
	for _, rec := range records[1:] {
		r.Rows = append(r.Rows, c.row(rec, header, at))
	}
	r.Questions = c.questions
	return r, nil
}

type checker struct {
	group     *safety.Group
	names     *naming.Namer
	swaps     *safety.Swaps
	answers   map[string]string
	meanings  map[string]*meaning // of names met before
	plain     map[asked]answered  // names with nothing filled in
	swap      map[swapKey]string
	questions []Question
}

// meaning is what a name means, with what it was taken for.
type meaning struct {
	naming.Meaning
	taken string
}

type asked struct {
	name string
	use  safety.Use
}

type answered struct {
	verdict safety.Verdict
	rules   []string
	why     say.Text
	usual   bool
	swap    string
	family  *naming.Family
	asks    bool
	taken   string
}

func (c *checker) row(rec record, header []string, at map[string]int) Row {
	row := Row{Cells: make([]string, len(header))}
	copy(row.Cells, rec.cells)
	fault := rec.fault
	for i := range row.Cells {
		if len(row.Cells[i]) > maxCell && fault == "" {
			fault = fmt.Sprintf("%s is longer than %d letters", header[i], maxCell)
		}
		row.Cells[i] = clip(row.Cells[i])
	}
	value := func(column string) string {
		if i, there := at[column]; there {
			return strings.TrimSpace(row.Cells[i])
		}
		return ""
	}
	row.Name = value("name")
	for i := len(header); i < len(rec.cells) && fault == ""; i++ {
		if strings.TrimSpace(rec.cells[i]) != "" {
			fault = fmt.Sprintf("it has %d cells and the first row names %d columns", len(rec.cells), len(header))
		}
	}
	if fault == "" && row.Name == "" {
		fault = "it has no name"
	}
	if fault != "" {
		return row.unreadable(fault)
	}
	use, err := safety.ParseUse(strings.ToLower(value("use")))
	if err != nil {
		return row.unreadable(err.Error())
	}
	return c.judge(row, use, material.Description{Solid: value("solid"), Size: value("size_mm"),
		Contains: value("contains"), Traits: value("traits")})
}

func (r Row) unreadable(why string) Row {
	r.Verdict, r.Rules = safety.MeasureFirst, []string{Unreadable}
	r.Why = say.F("The row could not be read: {why}.", why)
	return r
}

// judge judges what the name of a row means, with what the row adds.
func (c *checker) judge(row Row, use safety.Use, d material.Description) Row {
	if d.Empty() {
		key := asked{row.Name, use}
		a, ok := c.plain[key]
		if !ok {
			a = c.answer(c.resolve(row.Name), naming.Ask{Use: use}, "")
			c.plain[key] = a
		}
		return c.note(row.with(a), a)
	}
	facts, err := d.Facts(c.names.Ingredient)
	if err != nil {
		return row.unreadable(err.Error())
	}
	m := c.resolve(row.Name)
	ask := naming.Ask{Use: use, More: &facts, Unread: strings.TrimSpace(d.Contains) != "" && !facts.ContentsKnown,
		Pieces: d.Ingredients(c.names.Ingredient, recipe.StaysWhole)}
	a := c.answer(m, ask, across(facts))
	return c.note(row.with(a), a)
}

// resolve says what a name means, with the answer to the question of its family.
func (c *checker) resolve(name string) *meaning {
	known, met := c.meanings[name]
	if met {
		return known
	}
	m := c.names.Resolve(name, "")
	if m.Family != nil && c.answers[m.Family.Name] != "" {
		m = c.names.Resolve(name, c.answers[m.Family.Name])
	}
	known = &meaning{m, m.Taken()}
	c.meanings[name] = known
	return known
}

// note keeps the question of a row.
func (c *checker) note(row Row, a answered) Row {
	if a.family == nil {
		return row
	}
	i := slices.IndexFunc(c.questions, func(q Question) bool { return q.Family.Name == a.family.Name })
	if i < 0 {
		i = len(c.questions)
		c.questions = append(c.questions, Question{Family: a.family})
	}
	c.questions[i].Rows++
	c.questions[i].Waits = c.questions[i].Waits || a.asks
	return row
}

func (r Row) with(a answered) Row {
	r.Verdict, r.Usual, r.Rules, r.Why, r.Swap, r.Taken = a.verdict, a.usual, a.rules, a.why, a.swap, a.taken
	return r
}

// answer judges a meaning. What is hidden or worked in may lie in something to eat: a list
// does not say in what. A question about the sizes keeps what they may clear from clearing.
func (c *checker) answer(m *meaning, ask naming.Ask, sizes say.Text) answered {
	j := m.Judge(c.group, ask.Somewhere())
	a := answered{verdict: j.Verdict, usual: j.Usual(), rules: j.Rules(), family: m.Family, asks: j.Asks,
		taken: m.taken}
	if f, ok := j.First(); ok {
		a.why = f.Reason
	} else if g := j.Portion.Grams(); g > 0 {
		a.why = say.F("OK at {portion} g a child.", say.Figure(g))
	}
	switch {
	case !m.Known() && ask.More == nil && j.Verdict == safety.MeasureFirst:
		a.why = "We do not know this item. Describe it, or do not use it."
	case sizes != "" && j.Verdict.Ready():
		a.verdict, a.why = safety.MeasureFirst, sizes
		a.rules = append([]string{Unreadable}, a.rules...)
	}
	if a.verdict >= safety.MeasureFirst && j.Decides.Item != nil && !a.asks {
		item := *j.Decides.Item
		item.Facts = j.As.Facts()
		if len(item.Parts) == 0 {
			item.Parts = []material.Part{partOf(item.Facts)}
		}
		a.swap = c.firstSwap(item, ask.Use)
	}
	return a
}

// across asks about the two numbers of a cylinder when the gauge's answers differ by which of
// them is across; "" when it does not matter.
func across(f material.Facts) say.Text {
	if f.Smallest.Kind() != gauge.Cylinder || !f.Form.GaugeJudges() {
		return ""
	}
	size := f.Smallest.Sizes()
	turned, err := gauge.New(gauge.Cylinder, size[1], size[0])
	if err != nil || size[0] <= size[1] {
		return "" // across first, as the list says, and a rod is longer than it is wide
	}
	if f.Smallest.CylinderFit().Fits == turned.CylinderFit().Fits {
		return ""
	}
	return say.F("A cylinder of {size}: say which of the two is across. Write across first, then long. Until then, do not use.",
		f.Smallest)
}

// partOf guesses what something described in a list is for: what is poured is a filler,
// what is counted a find.
func partOf(f material.Facts) material.Part {
	if f.Form.GaugeJudges() {
		return material.Find
	}
	return material.Filler
}

// swapKey is what a swap is looked for by: enough of a thing to rank swaps, little enough
// that a list of thousands asks for few.
type swapKey struct {
	id    string
	part  material.Part
	facts material.Facts
	use   safety.Use
}

// firstSwap returns the name of the best swap, "" for none. Sizes are rounded to powers
// of two and the setting up to a few steps: as deeper, taller and more is never judged
// more mildly, what passes there passes for the row.
func (c *checker) firstSwap(item material.Item, use safety.Use) string {
	f := item.Facts
	plain := material.Facts{Thing: material.Thing{Form: f.Form, Traits: f.Traits.Meet(material.TraitsOf(material.Soft,
		material.Rounded, material.Slippery))},
		Setting: f.Setting}
	if depth, known := f.Depth.Get(); known {
		plain.Depth = unit.Known(unit.Millimetres(stepUp(depth.Millimetres(), 20, 50, 100, 150, 250, 5000)))
	}
	if portion, known := f.Portion.Mass(); known {
		plain.Portion = unit.OfMass(unit.Grams(stepUp(portion.Grams(), 10, 50, 100, 200, 500, 1000, 5000)))
	}
	if wall, known := f.Wall.Get(); known {
		plain.Wall = material.Read(stepUp(wall, 50, 100, 150, 250, 5000))
	}
	if f.Largest.Known() {
		_, _, long := f.Largest.Extents()
		round, err := gauge.New(gauge.Sphere, math.Min(gauge.MaxSize, math.Exp2(math.Round(math.Log2(long)))))
		if err == nil {
			plain.Smallest, plain.Largest = round, round
		}
	}
	key := swapKey{id: item.ID, facts: plain, use: use}
	if len(item.Parts) > 0 {
		key.part = item.Parts[0]
	}
	name, ok := c.swap[key]
	if !ok {
		item.Facts = plain
		if found := c.swaps.For(item, nil, use, 1); len(found) > 0 {
			name = found[0].Item.Name
		}
		c.swap[key] = name
	}
	return name
}

// stepUp returns the first of the steps that is at least the figure, and the figure where it is above them.
func stepUp(v float64, steps ...float64) float64 {
	for _, s := range steps {
		if v <= s {
			return s
		}
	}
	return v
}

// usualRow is about how many bytes a row of the answer takes, so that its room is made once.
const usualRow = 256

// CSV writes the report: the columns of the list, then verdict, rules, why, swap and taken_for, in
// RFC 4180 with a line feed after each row. A cell that a spreadsheet would take for a
// formula gets an apostrophe in front.
func (r Report) CSV() []byte {
	var out bytes.Buffer
	out.Grow(len(r.Rows) * usualRow)
	w := csv.NewWriter(&out)
	line := make([]string, 0, len(r.Header)+len(known))
	write := func(cells []string, more ...string) {
		line = line[:0]
		for _, part := range [][]string{cells, more} {
			for _, cell := range part {
				line = append(line, Inert(cell))
			}
		}
		_ = w.Write(line) // a bytes.Buffer cannot fail
	}
	write(r.Header, "verdict", "rules", "why", "swap", "taken_for")
	for _, row := range r.Rows {
		write(row.Cells, row.Verdict.String(), strings.Join(row.Rules, ";"), row.Why.String(), row.Swap, row.Taken)
	}
	w.Flush()
	return out.Bytes()
}

// Inert returns a cell that no spreadsheet takes for a formula: one that begins, after any
// blanks, with =, +, -, @, or with a tab or a return, gets an apostrophe in front.
func Inert(cell string) string {
	first, _ := utf8.DecodeRuneInString(strings.TrimLeft(cell, " \u00a0"))
	switch first {
	case '=', '+', '-', '@', '\t', '\r', '\n', '\uff1d', '\uff0b', '\uff0d', '\uff20':
		return "'" + cell
	}
	return cell
}
