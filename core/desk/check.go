package desk

import (
	"errors"
	"fmt"
	"strings"

	"emblo/core/age"
	"emblo/core/checklist"
	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/room"
	"emblo/core/safety"
	"emblo/core/written"
)

// Check judges one thing for every room, or for a child of the age that its words end in.
func (d *Desk) Check(in written.CheckInput, today age.Date) (written.CheckAnswer, error) {
	out := written.CheckAnswer{For: []written.CheckVerdict{}}
	if in.Use == "" {
		return out, written.Bad("/use", "Choose how the children meet it: open, sealed, or in an adult's hand.")
	}
	use, fault := written.ReadUse("/use", in.Use)
	if fault != nil {
		return out, fault
	}
	facts, months, hasAge, fault := d.named(in, &out)
	if fault != nil {
		return out, fault
	}
	if p := in.PortionG; p != nil {
		if !(*p > 0 && *p <= recipe.MaxPortion) {
			return out, written.Bad("/portion_g", "A portion must be between 1 and %g g.", recipe.MaxPortion)
		}
		facts.Portion = material.Known(*p)
	}
	subject := safety.Prepare(out.Name, facts)
	out.Detail, out.Gauge = facts.Size(), written.WriteGauge(facts)
	if hasAge {
		err := d.checkForAge(&out, &subject, use, months)
		return out, err
	}
	for _, r := range d.rooms {
		v := written.CheckVerdict{Who: r.Name(), RoomID: r.ID}
		v.Judged, v.Findings = d.judge(r, &subject, use, today)
		out.For = append(out.For, v)
	}
	return out, nil
}

// judge judges a thing for a room on a day; for one that does not read it is Measure first.
func (d *Desk) judge(r *Room, s *safety.Subject, use safety.Use, day age.Date) (written.Judged, []written.Finding) {
	why := d.whyUnreadable(r)
	if why == "" {
		g, err := d.groupOn(r, day)
		if err == nil {
			a := g.Judge(s, use)
			return written.WriteVerdict(a.Verdict), written.WriteFindings(a.Findings())
		}
		why = err.Error() + "."
	}
	f := written.Unreadable("The room "+r.Name(), why)
	return f.Judged, []written.Finding{f}
}

// named finds what a check is about and puts its name into the answer.
func (d *Desk) named(in written.CheckInput, out *written.CheckAnswer) (f material.Facts, months int, hasAge bool, fault *written.Fault) {
	out.Found = true
	switch {
	case in.ItemID != "":
		it, ok := d.Get(in.ItemID)
		if !ok {
			return f, 0, false, written.Bad("/item_id", "There is nothing on the shelf by the id %q.", cut(in.ItemID))
		}
		out.Name, out.ItemID = it.Name, it.ID
		_, months, hasAge = age.Cut(in.Words)
		return it.Facts, months, hasAge, nil
	case in.Described != nil:
		out.Name = in.Described.Name
		if f, fault = in.Described.Facts(); fault != nil {
			fault = fault.Under("/described")
		}
		return f, 0, false, fault
	case in.Words != "":
		var words string
		if words, months, hasAge = age.Cut(in.Words); words == "" {
			return f, 0, false, written.Bad("/words", "Type what to check, such as dried peas 26 months.")
		}
		out.Name, out.Found = cut(words), false
		if it, ok := d.Named(words); ok {
			out.Name, out.ItemID, out.Found, f = it.Name, it.ID, true, it.Facts
		}
		return f, months, hasAge, nil
	}
	return f, 0, false, written.Bad("/words", "Type what to check, or measure it.")
}

func (d *Desk) checkForAge(out *written.CheckAnswer, s *safety.Subject, use safety.Use, months int) error {
	if d.Unreadable != "" {
		return written.Bad("", "The settings of the centre do not read, so nothing can be cleared: %s", d.Unreadable)
	}
	one := room.Room{Children: []room.Child{{Label: "one", Months: months}}, Adults: 1}
	g, err := safety.NewGroup(one, d.Settings.Staffing, d.Settings.Policy)
	if err != nil {
		return written.Bad("/words", "A child of that age cannot be planned for: %s.", err)
	}
	a := g.Judge(s, use)
	out.For = append(out.For, written.CheckVerdict{Who: fmt.Sprintf("A child of %s, mouthing not known", age.Words(months)), Judged: written.WriteVerdict(a.Verdict), Findings: written.WriteFindings(a.Findings())})
	return nil
}

// Limits of a search.
const (
	usualFound = 12
	maxFound   = 100
)

// Search returns what matches the typed words, without the age they may end in, and plays
// a part; an empty part is any.
func (d *Desk) Search(query, part string, limit int) ([]written.ShelfItem, error) {
	words, _, _ := age.Cut(query)
	if len(words) > maxFound {
		return nil, written.Bad("/q", "Type fewer words: at most %d letters are looked up.", maxFound)
	}
	if limit == 0 {
		limit = usualFound
	}
	found := make([]written.ShelfItem, 0, limit)
	for _, it := range d.Shelf.Search(words, len(d.Items())) {
		if len(found) == min(max(limit, 1), maxFound) {
			break
		}
		if part == "" || it.Plays(material.Part(part)) {
			found = append(found, written.ShelfItem{ID: it.ID, Name: it.Name, Also: some(it.Also), Parts: parts(it), Detail: it.Facts.Size()})
		}
	}
	return found, nil
}

// Board returns the shelf with the mark of every thing for one room and use: what matches
// the words best first, all of it in its order when there are none.
func (d *Desk) Board(roomID, useWord, query string, today age.Date) ([]written.BoardItem, error) {
	use, fault := written.ReadUse("/use", useWord)
	if fault != nil {
		return nil, fault
	}
	_, g, err := d.group(roomID, "/room_id", today)
	if err != nil {
		return nil, err
	}
	items := d.Items()
	if strings.TrimSpace(query) != "" {
		words, _, _ := age.Cut(query)
		items = d.Shelf.Search(cut(words), len(items))
	}
	board := make([]written.BoardItem, 0, len(items))
	for _, it := range items {
		a := g.Judge(d.Subject(it), use)
		b := written.BoardItem{ID: it.ID, Name: it.Name, Detail: it.Facts.Size(), Parts: parts(it), Feel: some(it.Feel.Words()), Judged: written.WriteVerdict(a.Verdict),
			Own: it.Own, InCupboard: d.here[it.ID]}
		if f, ok := a.First(); ok {
			b.Reason = f.Title
		}
		board = append(board, b)
	}
	return board, nil
}

// Item returns one thing with its verdict and swaps for every room.
func (d *Desk) Item(id, useWord string, today age.Date) (written.ItemPage, error) {
	use, fault := written.ReadUse("/use", useWord)
	if fault != nil {
		return written.ItemPage{}, fault
	}
	it, ok := d.Get(id)
	if !ok {
		return written.ItemPage{}, ErrGone
	}
	page := written.ItemPage{ID: it.ID, Name: it.Name, Also: some(it.Also), Parts: parts(it), Detail: it.Facts.Size(), Contains: it.Facts.Allergens.String(),
		MayContain: it.Facts.MayContain.String(), Traits: it.Facts.Words(), Feel: some(it.Feel.Words()), Keeps: it.Keeps, Cost: it.Cost.String(),
		Basis: it.Basis, Own: it.Own, InCupboard: d.here[it.ID], Rooms: []written.RoomVerdict{}, Gauge: written.WriteGauge(it.Facts)}
	if !it.Facts.ContentsKnown {
		page.Contains = "not known"
	}
	if it.Density.Known() {
		page.CupG = it.Density.GramsPerUSCup()
	}
	page.Row, page.Version = d.rowOf(it)
	subject := d.Subject(it)
	for _, r := range d.rooms {
		v := written.RoomVerdict{RoomID: r.ID, Who: r.Name(), Swaps: []written.Swap{}}
		v.Judged, v.Findings = d.judge(r, subject, use, today)
		if g, err := d.groupOn(r, today); !v.Ready && err == nil && d.whyUnreadable(r) == "" {
			v.Swaps = written.WriteSwaps(safety.NewSwaps(g, d.Shelf.Shelf, d.Subject, d.here).For(it, nil, use, maxSwaps))
		}
		page.Rooms = append(page.Rooms, v)
	}
	return page, nil
}

// rowOf returns the columns of a thing: as the centre wrote it, or as the shelf that ships
// with Emblo does, to copy from.
func (d *Desk) rowOf(it material.Item) (row written.Thing, version int) {
	for _, t := range d.things {
		if t.ID == it.ID {
			return t.Written, t.Version
		}
	}
	r, _ := material.StandardRow(it.ID) // every other thing is of that shelf
	return written.WriteRow(r), 0
}

// List checks a list of things, as CSV, against a room.
func (d *Desk) List(in written.ListInput, today age.Date) (written.ListReport, error) {
	_, g, err := d.group(in.RoomID, "/room_id", today)
	if err != nil {
		return written.ListReport{}, err
	}
	report, err := checklist.Check([]byte(in.CSV), g, d.Shelf.Shelf, safety.NewSwaps(g, d.Shelf.Shelf, d.Subject, d.here))
	var file *checklist.FileError
	if errors.As(err, &file) {
		return written.ListReport{}, written.Bad("/csv", "%s", file.Reason)
	}
	if err != nil {
		return written.ListReport{}, err
	}
	out := written.ListReport{CSV: string(report.CSV()), Rows: make([]written.ListRow, len(report.Rows))}
	for i, row := range report.Rows {
		out.Rows[i] = written.ListRow{Name: row.Name, Judged: written.WriteVerdict(row.Verdict), Rules: row.Rules, Why: row.Why, Swap: row.Swap}
	}
	return out, nil
}

// CheckFile checks a list against a room file: the same call as List, without a centre.
func CheckFile(s *written.Sheet, list []byte) (checklist.Report, error) {
	return checklist.Check(list, &s.Group, s.Shelf, safety.NewSwaps(&s.Group, s.Shelf, nil, s.Cupboard))
}

func parts(it material.Item) []string {
	words := make([]string, len(it.Parts))
	for i, p := range it.Parts {
		words[i] = string(p)
	}
	return words
}

// some returns the words, an empty list for none.
func some(words []string) []string {
	if words == nil {
		return []string{}
	}
	return words
}

// cut shortens what somebody typed for use in a sentence.
func cut(s string) string {
	if r := []rune(s); len(r) > 40 {
		return string(r[:40]) + "…"
	}
	return s
}
