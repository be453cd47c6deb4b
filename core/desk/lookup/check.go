package lookup

import (
	"errors"
	"slices"
	"strings"

	"emblo/core/age"
	"emblo/core/checklist"
	"emblo/core/desk"
	"emblo/core/material"
	"emblo/core/naming"
	"emblo/core/pen"
	"emblo/core/recipe"
	"emblo/core/safety"
	"emblo/core/say"
	"emblo/core/strict"
	"emblo/core/unit"
	"emblo/core/words"
	"emblo/core/written"
)

// Check judges one thing for every room, or for a child of the age that its words end in.
func (d LookUp) Check(in written.CheckInput, today age.Date) (written.CheckAnswer, error) {
	out := written.CheckAnswer{For: []written.CheckVerdict{}}
	if in.Use == "" {
		return out, strict.Bad("/use", "Choose how the children meet it: open, sealed, or in an adult's hand.")
	}
	use, fault := written.ReadUse("/use", in.Use)
	if fault != nil {
		return out, fault
	}
	m, ask, months, hasAge, fault := d.asked(in)
	if fault != nil {
		return out, fault
	}
	ask.Use = use
	if p := in.PortionG; p != nil {
		if !(*p > 0 && *p <= recipe.MaxPortion) {
			return out, strict.Bad("/portion_g", "A portion must be between 1 and %g g.", recipe.MaxPortion)
		}
		ask.Portion = unit.OfMass(unit.Grams(*p))
	}
	d.writeMeaning(&out, m, ask)
	if hasAge {
		g, fault := d.groupOfAge(months)
		if fault == nil {
			out.Asking, fault = d.asking(in, m, use, []*safety.Group{g})
		}
		if fault != nil {
			return out, fault
		}
		d.checkForAge(&out, m, ask, g, months)
		return out, nil
	}
	rooms := d.InOrder
	if in.RoomID != "" {
		r, ok := d.Find(in.RoomID)
		if !ok {
			return out, desk.ErrGone
		}
		rooms = []*desk.Room{r}
	}
	if out.Asking, fault = d.asking(in, m, use, d.groupsOn(rooms, today)); fault != nil {
		return out, fault
	}
	for _, r := range rooms {
		v, waits := d.judge(r, m, ask, today)
		if out.Question != nil {
			out.Question.Waits = out.Question.Waits || waits
		}
		out.For = append(out.For, v)
	}
	return out, nil
}

// judge judges a meaning for a room on a day; for one that does not read it is Measure first.
func (d LookUp) judge(r *desk.Room, m naming.Meaning, ask naming.Ask, day age.Date) (v written.CheckVerdict,
	waits bool) {
	v = written.CheckVerdict{Who: d.Pen.Text(say.Typed(r.Name())), RoomID: r.ID}
	why := d.WhyUnreadable(r)
	if why == "" {
		g, err := d.GroupOn(r, day)
		if err == nil {
			j := m.Judge(g, ask.Somewhere())
			v.Judged, v.Findings, v.PortionG = pen.Usual(j.Verdict, j.Usual()), d.Pen.Findings(j.Findings()),
				j.Portion.Grams()
			return v, j.Asks
		}
		why = err.Error() + "."
	}
	f := pen.Unreadable("The room "+r.Name(), why)
	v.Judged, v.Findings = f.Judged, []written.Finding{f}
	return v, false
}

// picked is a thing that was taken from the shelf, as far as the words say by which it was found.
func (d LookUp) picked(id, typed, answer string) (naming.Meaning, *strict.Fault) {
	it, ok := d.Get(id)
	if !ok {
		return naming.Meaning{}, strict.Bad("/item_id", "There is nothing on the shelf by the id %q.", words.Cut(id))
	}
	if said := d.Names.Resolve(typed, answer); said.SaysMoreThan(it.ID) {
		return said, nil
	}
	return naming.Only(it), nil
}

// asked finds what a check is about.
func (d LookUp) asked(in written.CheckInput) (m naming.Meaning, ask naming.Ask, months int, hasAge bool,
	fault *strict.Fault) {
	ask.Subject = d.Subject
	switch {
	case in.ItemID != "":
		typed, months, hasAge := age.Cut(in.Words)
		m, fault = d.picked(in.ItemID, typed, in.Answer)
		return m, ask, months, hasAge, fault
	case in.Described != nil:
		facts, fault := in.Described.Facts()
		if fault != nil {
			return m, ask, 0, false, fault.Under("/described")
		}
		if len(in.Described.Told) > 0 || in.Described.Columns() { // a name alone adds nothing
			ask.More = &facts
		}
		_, months, hasAge = age.Cut(in.Words)
		return d.Names.Resolve(in.Described.Name, in.Answer), ask, months, hasAge, nil
	case in.Words != "":
		var words string
		if words, months, hasAge = age.Cut(in.Words); words == "" {
			return m, ask, 0, false, strict.Bad("/words", "Type what to check, such as dried peas 26 months.")
		}
		return d.Names.Resolve(words, in.Answer), ask, months, hasAge, nil
	}
	return m, ask, 0, false, strict.Bad("/words", "Type what to check, or measure it.")
}

// nearest is how many things are offered in place of words that mean nothing.
const nearest = 3

// writeMeaning puts what the words mean into an answer.
func (d LookUp) writeMeaning(out *written.CheckAnswer, m naming.Meaning, ask naming.Ask) {
	out.Name, out.Found, out.Meant = words.Cut(m.Name()), m.Known() || ask.More != nil, m.Meant
	out.Said = d.Pen.All(m.SaidOf())
	var facts material.Facts
	if len(m.Members) == 1 {
		if x := m.Members[0]; x.Mix != nil {
			out.RecipeID = x.Mix.ID
		} else if facts = x.Item.Facts; m.Said.Plain() { // in another state it is not the thing of the shelf
			out.ItemID = x.Item.ID
		}
	}
	if ask.More != nil {
		facts = facts.Joined(*ask.More)
	}
	if len(m.Members) == 1 || ask.More != nil {
		out.Detail, out.Gauge = d.Pen.Text(facts.Size()), pen.Gauge(facts)
	}
	if m.Family != nil {
		q := d.questionOf(m.Family)
		out.Question = &q
		if m.Family.Given() != "" && len(m.Members) > 1 {
			for _, x := range m.Members {
				out.Nearest = append(out.Nearest, d.shelfItem(x))
			}
		}
	}
	if !m.Known() {
		for _, x := range d.Names.Nearest(m.Words, nearest) {
			out.Nearest = append(out.Nearest, d.shelfItem(x))
		}
	}
}

func (d LookUp) questionOf(f *naming.Family) written.Question {
	q := written.Question{Text: d.Pen.Text(say.Text(f.Question)), Given: f.Given()}
	for _, a := range f.Answers {
		q.Answers = append(q.Answers, a.Words)
	}
	return q
}

func (d LookUp) shelfItem(x naming.Member) written.ShelfItem {
	if x.Mix != nil {
		return written.ShelfItem{ID: x.Mix.ID, Kind: "mix", Name: d.Pen.Text(x.Say()), Also: words.Some(x.Mix.Also),
			Parts: []string{}, Detail: d.Pen.Text("a mix of the book")}
	}
	it := *x.Item
	return written.ShelfItem{ID: it.ID, Kind: "thing", Name: d.Pen.Name(it.ID, it.Name), Also: words.Some(it.Also),
		Parts: parts(it), Detail: d.Pen.Text(it.Facts.Size())}
}

func (d LookUp) checkForAge(out *written.CheckAnswer, m naming.Meaning, ask naming.Ask, g *safety.Group, months int) {
	j := m.Judge(g, ask.Somewhere())
	if out.Question != nil {
		out.Question.Waits = j.Asks
	}
	out.For = append(out.For, written.CheckVerdict{Who: d.Pen.Text(say.F("A child of {age}, mouthing not known",
		age.Say(months))), Judged: pen.Usual(j.Verdict, j.Usual()), Findings: d.Pen.Findings(j.Findings()),
		PortionG: j.Portion.Grams()})
}

// Limits of a search.
const (
	usualFound = 12
	maxFound   = 100
)

// Search returns what matches the typed words, without the age they may end in, and plays
// a part; an empty part is any. Where they name columns, as "red, find" does, what fits those comes
// before what only has such a word in its name, and else behind it.
func (d LookUp) Search(query, part string, limit int) ([]written.ShelfItem, error) {
	words, _, _ := age.Cut(query)
	if len(words) > maxFound {
		return nil, strict.Bad("/q", "Type fewer words: at most %d letters are looked up.", maxFound)
	}
	if limit == 0 {
		limit = usualFound
	}
	f := &finding{d: d, part: part, most: min(max(limit, 1), maxFound), all: make([]written.ShelfItem, 0, limit)}
	if m := d.Names.Resolve(words, ""); strings.TrimSpace(words) != "" {
		if m.Family != nil && part == "" {
			f.all = append(f.all, written.ShelfItem{Kind: "family", Name: m.Family.Name, Also: []string{},
				Parts: []string{}, Detail: d.Pen.Text(say.Text(m.Family.Question))})
		}
		for _, x := range m.Members {
			f.add(x)
		}
	}
	if strings.Contains(words, ",") { // it names columns, or is no search at all
		d.addFitting(words, f.add)
	}
	for _, it := range d.Shelf.Search(words, len(d.Items())) {
		if f.full() {
			break
		}
		f.add(naming.Member{Item: &it})
	}
	if part == "" && strings.TrimSpace(words) != "" {
		for _, r := range d.Usable {
			if nameHas(r.Name, words) {
				f.add(naming.Member{Mix: &r})
			}
		}
	}
	d.addFitting(words, f.add)
	return f.all, nil
}

// finding is what a search has found so far: so many at most, each once, of what plays a part.
type finding struct {
	d    LookUp
	part string
	most int
	all  []written.ShelfItem
}

func (f *finding) full() bool { return len(f.all) >= f.most }

func (f *finding) add(x naming.Member) {
	plays := f.part == "" || x.Item != nil && x.Item.Plays(material.Part(f.part))
	has := slices.ContainsFunc(f.all, func(y written.ShelfItem) bool { return y.Kind != "family" && y.ID == x.ID() })
	if !f.full() && plays && !has {
		f.all = append(f.all, f.d.shelfItem(x))
	}
}

// addFitting adds what fits the columns that the words name, if they name any.
func (d LookUp) addFitting(words string, add func(naming.Member)) {
	asks := d.columns(words)
	if len(asks.fits) == 0 && !asks.here && !asks.ownOnly {
		return
	}
	items := d.Items()
	if asks.words != "" {
		items = d.Shelf.Search(asks.words, len(items))
	}
	for _, it := range asks.order(items) {
		if asks.fit(it, d.Here[it.ID]) {
			add(naming.Member{Item: &it})
		}
	}
}

// nameHas reports whether every typed word begins a word of the name.
func nameHas(name, words string) bool {
	in := material.Words(name)
	for _, w := range material.Words(words) {
		if !slices.ContainsFunc(in, func(n string) bool { return strings.HasPrefix(n, w) }) {
			return false
		}
	}
	return true
}

// Item returns one thing with its verdict and swaps for every room.
func (d LookUp) Item(id, useWord string, today age.Date) (written.ItemPage, error) {
	use, fault := written.ReadUse("/use", useWord)
	if fault != nil {
		return written.ItemPage{}, fault
	}
	it, ok := d.Get(id)
	if !ok {
		return written.ItemPage{}, desk.ErrGone
	}
	page := written.ItemPage{ID: it.ID, Name: d.Pen.Name(it.ID, it.Name), Also: words.Some(it.Also), Parts: parts(it),
		Detail: d.Pen.Text(it.Facts.Size()), Contains: d.Pen.Text(it.Facts.Allergens.Say()),
		MayContain: d.Pen.Text(it.Facts.MayContain.Say()), Usually: d.Pen.Text(it.Facts.UsuallyContains.Say()),
		Traits: it.Facts.Words(), Feel: words.Some(it.Feel.Words()), Manner: d.manner(it),
		Keeps: d.Pen.Text(it.Keeps.Say()), Cost: it.Cost.String(),
		Basis: it.Basis, Own: it.Own, InCupboard: d.Here[it.ID], Rooms: []written.RoomVerdict{},
		Gauge: pen.Gauge(it.Facts)}
	if !it.Facts.ContentsKnown {
		page.Contains = "not known"
	}
	if it.Density.Known() {
		page.CupG = it.Density.GramsPerUSCup()
	}
	page.Row, page.Version = d.rowOf(it)
	if it.Own {
		page.ToConfirm = d.Pen.Text(desk.ToConfirm(page.Row.Confirmed, page.Row.Keeps, it.Keeps.Say()))
	}
	m, ask := naming.Only(it), naming.Ask{Use: use, Subject: d.Subject}
	for _, r := range d.InOrder {
		v := written.RoomVerdict{RoomID: r.ID, Who: d.Pen.Text(say.Typed(r.Name())), Swaps: []written.Swap{}}
		said, _ := d.judge(r, m, ask, today)
		v.Judged, v.Findings = said.Judged, said.Findings
		if g, err := d.GroupOn(r, today); !v.Ready && err == nil && d.WhyUnreadable(r) == "" {
			v.Swaps = d.Pen.Swaps(safety.NewSwaps(g, d.Shelf.Shelf, d.Subject, d.Here).For(it, nil, use, desk.MaxSwaps))
		}
		page.Rooms = append(page.Rooms, v)
	}
	return page, nil
}

// rowOf returns the columns of a thing: as the centre wrote it, or as the shelf that ships
// with Emblo does, to copy from.
func (d LookUp) rowOf(it material.Item) (row written.Thing, version int) {
	for _, t := range d.OwnThings {
		if t.ID == it.ID {
			return t.Written, t.Version
		}
	}
	r, _ := material.StandardRow(it.ID) // every other thing is of that shelf
	return written.WriteRow(r), 0
}

// List checks a list of things, as CSV, against a room.
func (d LookUp) List(in written.ListInput, today age.Date) (written.ListReport, error) {
	_, g, err := d.Group(in.RoomID, "/room_id", today)
	if err != nil {
		return written.ListReport{}, err
	}
	answers := make(map[string]string, len(in.Answers))
	for _, a := range in.Answers {
		answers[a.Name] = a.Answer
	}
	report, err := checklist.Check([]byte(in.CSV), g, d.Names, safety.NewSwaps(g, d.Shelf.Shelf, d.Subject, d.Here),
		answers)
	var file *checklist.FileError
	if errors.As(err, &file) {
		return written.ListReport{}, strict.Bad("/csv", "%s", file.Reason)
	}
	if err != nil {
		return written.ListReport{}, err
	}
	out := written.ListReport{CSV: string(report.CSV()), Rows: make([]written.ListRow, len(report.Rows)),
		Questions: []written.ListQuestion{}}
	for _, q := range report.Questions {
		question := d.questionOf(q.Family)
		question.Waits = q.Waits
		out.Questions = append(out.Questions, written.ListQuestion{Name: q.Family.Name, Rows: q.Rows,
			Question: question})
	}
	for i, row := range report.Rows {
		out.Rows[i] = written.ListRow{Name: row.Name, Judged: pen.Usual(row.Verdict, row.Usual),
			Rules: row.Rules, Why: d.Pen.Text(row.Why), Swap: row.Swap, Taken: row.Taken}
	}
	return out, nil
}

// CheckFile checks a list against a room file: the same call as List, without a centre.
func CheckFile(s *written.Sheet, list []byte) (checklist.Report, error) {
	return checklist.Check(list, &s.Group, naming.New(s.Shelf, nil), safety.NewSwaps(&s.Group, s.Shelf, nil,
		s.Cupboard), nil)
}

func parts(it material.Item) []string {
	words := make([]string, len(it.Parts))
	for i, p := range it.Parts {
		words[i] = string(p)
	}
	return words
}
