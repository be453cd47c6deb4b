package batches

import (
	"fmt"
	"slices"

	"emblo/core/age"
	"emblo/core/allergen"
	"emblo/core/batch"
	"emblo/core/desk"
	"emblo/core/pen"
	"emblo/core/recipe"
	"emblo/core/safety"
	"emblo/core/say"
	"emblo/core/strict"
	"emblo/core/unit"
	"emblo/core/written"
)

// Words for where a batch stands with its days.
const (
	batchFine     = "fine"
	batchLookOver = "look-over"
	batchPast     = "past"
	batchEnded    = "ended"
)

// InUse returns the batches that are not over, those first that have to be looked at, each with what is promised of it,
// by its id, and what is left of that for one set-up.
func (d Batches) InUse(today age.Date, promised map[string][]written.BatchPromise, to string) []written.BatchSummary {
	all := make([]written.BatchSummary, 0, len(d.Batches))
	for i := range d.Batches {
		one := d.Summary(&d.Batches[i], today)
		free := desk.Free(one.LeftG, promised[one.ID], to)
		one.Promised, one.FreeG = promised[one.ID], &free
		all = append(all, one)
	}
	rank := map[string]int{batchPast: 0, batchLookOver: 1, batchFine: 2, batchEnded: 3}
	slices.SortStableFunc(all, func(a, b written.BatchSummary) int { return rank[a.State] - rank[b.State] })
	return all
}

// Summary says where a batch stands on a day.
func (d Batches) Summary(b *desk.Batch, today age.Date) written.BatchSummary {
	s, fault := d.State(b)
	return d.summary(b, s, fault, today)
}

func (d Batches) summary(b *desk.Batch, s batch.State, fault *strict.Fault, today age.Date) written.BatchSummary {
	w := written.BatchSummary{ID: b.ID, Code: b.Code, Name: b.Written.Name, RecipeID: b.Written.RecipeID,
		RoomID: b.Written.RoomID, MadeOn: b.Written.MadeOn, State: batchPast}
	switch {
	case fault != nil:
		w.Unreadable, w.Why = fault.Sentence, d.Pen.Text("what is stored cannot be read")
	default:
		l := s.Keeps()
		w.RoomID, w.Uses, w.LeftG, w.Until, w.Why = s.Room, s.Uses, s.Left.Grams(), l.On.String(), d.Pen.Text(l.Why)
		by, _, helps := s.LookOver()
		switch {
		case helps && (by.IsZero() || !by.After(today)):
			w.State = batchLookOver
		case s.UsableOn(today):
			w.State = batchFine
		}
		if s.Over.Why != "" {
			w.Why = d.Pen.Text(s.Over.Why)
		}
	}
	if b.Ended {
		w.State = batchEnded
	}
	if w.Room = d.RoomName(w.RoomID); w.Room == "" {
		w.Room = d.Pen.Text("no room")
	}
	return w
}

// Page says all that is known of a batch on a day.
func (d Batches) Page(b *desk.Batch, today age.Date) written.BatchPage {
	s, fault := d.State(b)
	out := written.BatchPage{BatchSummary: d.summary(b, s, fault, today), SetupID: b.Written.SetupID,
		Store: b.Written.Store, By: b.By, FromID: b.Written.From,
		Lines: []written.BatchPart{}, Later: []written.BatchPart{}, Limits: []written.BatchLimit{},
		Rooms: []written.BatchRoom{}, Never: []string{}, Events: []written.BatchHistory{}}
	for i, e := range b.Events {
		out.Events = append(out.Events, written.BatchHistory{ID: e.ID, At: e.At, On: e.Written.On, By: e.By,
			Kind: e.Written.Kind, Words: d.Pen.Text(d.happened(e.Written)), Last: i == len(b.Events)-1 &&
				e.Written.ToID == "", ToID: e.Written.ToID})
	}
	if fault != nil {
		return out
	}
	part := func(id, name string, m unit.Mass, on string) written.BatchPart {
		return written.BatchPart{ItemID: id, Name: d.Pen.Name(id, name), Grams: m.Grams(), On: on}
	}
	if s.Made.IsMix() {
		for _, l := range s.Made.Recipe.Lines {
			out.Lines = append(out.Lines, part(l.Item.ID, l.Item.Name, l.Mass(), ""))
		}
	} else {
		for i, it := range s.Made.Fill {
			out.Lines = append(out.Lines, part(it.ID, it.Name, unit.Grams(b.Written.Lines[i].Grams), ""))
		}
	}
	for _, p := range s.Later {
		out.Later = append(out.Later, part(p.Item.ID, p.Item.Name, p.Mass, p.On.String()))
	}
	for _, l := range s.Limits() {
		out.Limits = append(out.Limits, written.BatchLimit{On: l.On.String(), Why: d.Pen.Text(l.Why)})
	}
	if _, until, helps := s.LookOver(); helps {
		out.LookOver = until.String()
		if until.IsZero() {
			out.LookOver = today.String()
		}
	}
	var contains, may allergen.Set
	for _, one := range s.Subjects(unit.Grams(1), today) {
		contains |= one.Facts.Allergens
		may |= one.Facts.MayContain | one.Facts.UsuallyContains
	}
	out.Contains, out.MayContain = d.Holds(contains), d.Holds(may&^contains)
	goes, never := s.End()
	out.Goes, out.Never = d.Pen.Text(goes), d.Pen.All(never)
	for _, r := range d.InOrder {
		out.Rooms = append(out.Rooms, d.mayUse(r, s, today))
	}
	return out
}

// mayUse says whether a batch may go out in a room on a day: in open use, a portion for each child as their
// age asks for.
func (d Batches) mayUse(r *desk.Room, s batch.State, today age.Date) written.BatchRoom {
	w := written.BatchRoom{RoomID: r.ID, Room: r.Name(), Findings: []written.Finding{},
		Judged: pen.Usual(safety.KeepOut, false)}
	if why := d.WhyUnreadable(r); why != "" {
		w.Reason, w.Judged = why, pen.Usual(safety.MeasureFirst, false)
		return w
	}
	g, err := d.GroupOn(r, today)
	if err != nil {
		w.Reason, w.Judged = fmt.Sprintf("%s cannot be checked for today: %s.", r.Name(), err),
			pen.Usual(safety.MeasureFirst, false)
		return w
	}
	portion := recipe.DefaultPortion(g.Youngest())
	usual, verdict := true, safety.GoesIn
	var all []safety.Finding
	for i, one := range s.Subjects(portion, today) {
		subject := safety.Prepare(one.Name, one.Facts)
		a := g.Judge(&subject, safety.Open)
		usual = usual && (a.Verdict == safety.GoesIn || a.Usual())
		verdict = safety.Worst(verdict, a.Verdict)
		all = addFindings(all, a.Led(), one.Name, i > 0)
	}
	w.Judged = pen.Usual(verdict, usual && verdict == safety.WithAHand)
	if len(all) > 0 {
		w.Reason = d.Pen.Text(all[0].Reason)
	}
	w.Findings = d.Pen.Findings(all)
	return w
}

// addFindings adds what is objected to of one part of something to what is of the others, worst first, so that no
// hazard of a part is hidden behind another's. What a rule has said as harshly already is not said again; of a part
// that is not the whole its name is said.
func addFindings(all, more []safety.Finding, name string, named bool) []safety.Finding {
	for _, f := range more {
		if slices.ContainsFunc(all, func(x safety.Finding) bool { return x.Rule == f.Rule && x.Verdict >= f.Verdict }) {
			continue
		}
		if named {
			f.Reason = say.F("{thing}: {reason}", say.Copied(name), f.Reason)
		}
		all = append(all, f)
	}
	slices.SortStableFunc(all, func(a, b safety.Finding) int { return int(b.Verdict) - int(a.Verdict) })
	return all
}

// happened says what happened to a batch.
func (d Batches) happened(e written.BatchEvent) say.Text {
	where := say.Copied(d.RoomName(e.RoomID))
	switch e.Kind {
	case batch.Added.String():
		name := e.ItemID
		if it, ok := d.Get(e.ItemID); ok {
			name = it.Name
		}
		return say.F("{amount} of {thing} worked in", unit.Grams(e.Grams), say.Within(say.Name(e.ItemID, name)))
	case batch.Used.String():
		switch {
		case e.Mouths:
			return say.F("used in {room}, where a child mouths", where)
		case e.Ill:
			return say.F("used in {room}, while illness went round", where)
		}
		return say.F("used in {room}", where)
	case batch.Moved.String():
		return say.F("moved to {room}", where)
	case batch.SetAside.String():
		return say.F("{amount} set aside for {room}", unit.Grams(e.Grams), where)
	case batch.Discarded.String():
		return say.F("thrown away: {reason}", say.Typed(e.Reason))
	}
	if len(e.Signs) == 0 {
		return "checked: no signs"
	}
	seen := make([]say.Text, 0, len(e.Signs))
	for _, word := range e.Signs {
		if s, err := batch.ParseSign(word); err == nil {
			seen = append(seen, s.Say())
		}
	}
	return say.F("checked: {signs}", say.List("{sign}, {next}", seen...))
}
