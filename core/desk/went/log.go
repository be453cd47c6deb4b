package went

import (
	"math"
	"slices"

	"emblo/core/age"
	"emblo/core/allergen"
	"emblo/core/batch"
	"emblo/core/desk"
	"emblo/core/desk/bench"
	"emblo/core/pen"
	"emblo/core/review"
	"emblo/core/room"
	"emblo/core/safety"
	"emblo/core/say"
	"emblo/core/strict"
	"emblo/core/unit"
	"emblo/core/written"
)

// Offered says what a set-up was for its room on its day: the record of it.
func (d Went) Offered(s written.Setup) (out written.Offered, given int) {
	out = written.Offered{Name: s.Name, Room: d.RoomName(s.RoomID), RoomID: s.RoomID, PlayAt: s.PlayAt,
		Conditions: []string{}}
	r, err := bench.On(d.Desk).Reckon(s.Plan)
	if err != nil {
		out.Reason = err.Error()
		return out, 0
	}
	digest := d.Pen.Told(pen.DigestOf(r.Answer, r.Opening))
	out.What, out.Verdict, out.Mark = digest.What, digest.Verdict, digest.Mark
	out.Children, out.Adults = len(r.Group.Room().Children), r.Group.Room().Adults
	var contains, perhaps allergen.Set
	for _, l := range r.Lines() {
		contains |= l.Facts.Allergens
		perhaps |= l.Facts.MayContain | l.Facts.UsuallyContains
		if l.Use != safety.AdultTool {
			given += l.Count
		}
		for _, f := range l.Assessment.Findings() {
			if f.Verdict != safety.WithAHand {
				continue
			}
			for _, do := range f.Do {
				if !slices.Contains(out.Precautions, do.Key()) && len(out.Precautions) < maxConditions {
					out.Conditions, out.Precautions = append(out.Conditions, d.Pen.Text(do.Say())),
						append(out.Precautions, do.Key())
				}
			}
		}
	}
	out.Contains, out.Perhaps = d.Holds(contains), d.Holds(perhaps&^contains)
	return out, given
}

const maxConditions = 60

// Learn returns what is done otherwise next time by how a set-up went, in the order of its places: how much
// fills each, then how many things each child has.
func (d Went) Learn(s written.Setup, l written.Log) (all []written.Lesson) {
	w := review.Went{Short: l.Short}
	if l.Left != nil {
		w.Left, w.Known = *l.Left, true
	}
	switch l.Level {
	case "simpler":
		w.Level = -1
	case "harder":
		w.Level = 1
	}
	if l.Again == "no" {
		return nil
	}
	pieces := false
	for _, p := range s.Places {
		if c, of, ok := d.otherBase(p.Base, w); ok {
			all = append(all, d.lesson(s, c, of))
		}
		for _, i := range p.Items {
			it, known := d.Get(i.ItemID)
			if c, ok := review.Pieces(i.Each, w); known && !i.Shared && ok {
				all, pieces = append(all, d.lesson(s, c, called{it.ID, it.Name})), true
			}
		}
	}
	if about := baseOf(s); about != "" {
		for _, c := range review.Notes(w, pieces, l.OwnThing) {
			all = append(all, written.Lesson{From: s.Name, On: s.Opens().Day().String(), What: c.What,
				About: about, Words: d.Pen.Text(c.Why), Carried: []string{}})
		}
	}
	return all
}

// called is something by its id and its name.
type called struct{ id, name string }

// otherBase returns how much else fills a place next time.
func (d Went) otherBase(b *written.Base, w review.Went) (c review.Change, of called, ok bool) {
	switch {
	case b == nil:
	case b.RecipeID != "" && b.PortionG != nil:
		if r, err := d.Recipe(b.RecipeID); err == nil {
			c, ok = review.Amount(review.Portion, *b.PortionG, w)
			of = called{r.ID, r.Name}
		}
	case b.ItemID != "" && b.DepthMM != nil && !b.Frozen:
		if it, known := d.Get(b.ItemID); known {
			c, ok = review.Amount(review.Depth, *b.DepthMM, w)
			of = called{it.ID, it.Name}
		}
	}
	return c, of, ok
}

// lesson writes a change of something.
func (d Went) lesson(s written.Setup, c review.Change, of called) written.Lesson {
	var was, to any = say.Fixed(c.From, 0), say.Fixed(c.To, 0)
	switch c.What {
	case review.Portion:
		was, to = unit.Grams(c.From), unit.Grams(c.To)
	case review.Depth:
		was, to = unit.Millimetres(c.From), unit.Millimetres(c.To)
	}
	words := say.F("{thing}: {to} for each child in place of {was}.", say.Name(of.id, of.name), to, was)
	if c.What == review.Depth {
		words = say.F("{thing}: {to} deep in place of {was}.", say.Name(of.id, of.name), to, was)
	}
	return written.Lesson{From: s.Name, On: s.Opens().Day().String(), What: c.What, About: of.id, Was: c.From,
		To: c.To, Words: d.Pen.Text(words), Why: d.Pen.Text(c.Why), Carried: []string{}}
}

// baseOf names what fills the first place of a set-up; empty for none.
func baseOf(s written.Setup) string {
	for _, p := range s.Places {
		if b := p.Base; b != nil && b.RecipeID+b.ItemID != "" {
			return b.RecipeID + b.ItemID
		}
	}
	return ""
}

// Told reports whether a lesson without a figure is about what fills a set-up.
func Told(s written.Setup, l written.Lesson) bool {
	return l.What == review.Note && l.About == baseOf(s)
}

// Apply carries a lesson out on a plan: where it has what the lesson is about as it was. Back takes it back,
// where it is as the lesson made it. ok is false where nothing is changed.
func Apply(p written.Plan, l written.Lesson, back bool) (out written.Plan, ok bool) {
	from, to := l.Was, l.To
	if back {
		from, to = to, from
	}
	is := func(v *float64) bool { return v != nil && math.Abs(*v-from) < 0.01 }
	out = p
	out.Places = slices.Clone(p.Places)
	for n := range out.Places {
		p := &out.Places[n]
		if p.Base != nil {
			base := *p.Base
			switch {
			case l.What == review.Portion && base.RecipeID == l.About && is(base.PortionG):
				base.PortionG, ok = &to, true
			case l.What == review.Depth && base.ItemID == l.About && is(base.DepthMM):
				base.DepthMM, ok = &to, true
			}
			p.Base = &base
		}
		p.Items = slices.Clone(p.Items)
		for i := range p.Items {
			if it := &p.Items[i]; l.What == review.Each && it.ItemID == l.About && float64(it.Each) == from &&
				!it.Shared {
				it.Each, ok = int(to), true
			}
		}
	}
	return out, ok
}

// mostShown is how many lessons a set-up shows.
const mostShown = 4

// Shown returns which lessons of other set-ups of its room a set-up shows, of those that stand latest first: what it
// was changed by, what could be done otherwise with it, each once, and what is told of what fills it.
func Shown(s written.StoredSetup, others []written.Lesson) []written.Lesson {
	out := []written.Lesson{}
	known := map[string]bool{}
	for _, l := range others {
		if l.Undone || known[l.What+l.About] || len(out) == mostShown {
			continue
		}
		_, can := Apply(s.Plan, l, false)
		_, is := Apply(s.Plan, l, true)
		l.Here = is && slices.Contains(l.Carried, s.ID)
		if told := Told(s.Setup, l); l.Here || can || told {
			known[l.What+l.About] = !told // of what is told there may be more than one
			out = append(out, l)
		}
	}
	return out
}

// Missing returns how many pieces did not come back of those that were given out; none where nobody counted.
func Missing(l written.Log, given int) int {
	if l.CountedIn == nil {
		return 0
	}
	return given - *l.CountedIn
}

// Unreckoned reports whether a plan cannot be reckoned.
func (d Went) Unreckoned(p written.Plan) bool {
	_, err := bench.On(d.Desk).Reckon(p)
	return err != nil
}

// Mouthing returns the children of those that were seen to mouth who are not noted as mouthing, by id.
func (d Went) Mouthing(roomID string, seen []string) []string {
	not := []string{}
	r, known := d.Find(roomID)
	if !known {
		return not
	}
	for _, p := range r.Roster.Children {
		if slices.Contains(seen, p.ID) && p.Mouths != room.Yes {
			not = append(not, p.ID)
		}
	}
	return not
}

// CheckLog reports why a log of a room cannot be: what it says of the pieces that were given out, of what was added,
// and of children, who are of the room or were known before.
func (d Went) CheckLog(roomID string, in written.LogInput, given int, before []string) *strict.Fault {
	if fault := in.Check(given); fault != nil {
		return fault
	}
	if fault := d.checkChildren(roomID, in.Mouthed, before); fault != nil {
		return fault
	}
	for i, a := range in.Added {
		if _, known := d.Get(a.ItemID); !known {
			return strict.Bad("/added", "Line %d: choose what was added from the shelf.", i+1)
		}
	}
	return nil
}

// checkChildren reports an id that is none of the children of a room, nor one of those that were known before.
func (d Went) checkChildren(roomID string, ids, before []string) *strict.Fault {
	r, known := d.Find(roomID)
	for i, id := range ids {
		here := slices.Contains(before, id) || known && slices.ContainsFunc(r.Roster.Children,
			func(p room.Person) bool { return p.ID == id })
		if !here || slices.Contains(ids[:i], id) {
			return strict.Bad("/mouthed", "Choose children of the room, each once.")
		}
	}
	return nil
}

// UsedUp returns what a set-up takes that does not go back into the cupboard, in g.
func (d Went) UsedUp(s written.Setup) (lines []written.BatchLine) {
	r, err := bench.On(d.Desk).Reckon(s.Plan)
	if err != nil {
		return nil
	}
	for _, u := range bench.On(d.Desk).Takes(s.Plan, &r) {
		if !u.Back && u.Amount.Kind() == unit.ByMass {
			lines = append(lines, written.BatchLine{ItemID: u.ID, Grams: u.Amount.Or(0)})
		}
	}
	return lines
}

// PlayedWith returns the batches that a set-up was played with: those that it is taken from, and those that
// were made for it.
func (d Went) PlayedWith(id string, s written.Setup) (ids []string) {
	for i := range d.Batches {
		b := &d.Batches[i]
		taken := slices.ContainsFunc(s.Places, func(p written.Place) bool {
			return p.Base != nil && p.Base.BatchID == b.ID
		})
		if taken || b.Written.SetupID == id && b.Written.From == "" {
			ids = append(ids, b.ID)
		}
	}
	return ids
}

// UsedBy returns the use of a batch that a log tells of, whatever its room may have by now: it happened. ok
// is false where the batch is over, or does not read.
func (d Went) UsedBy(b *desk.Batch, roomID string, mouthed bool, today age.Date) (e written.BatchEvent, ok bool) {
	s, fault := d.State(b)
	r, known := d.Find(roomID)
	if fault != nil || b.Ended || s.Over.Why != "" || !known {
		return e, false
	}
	return written.BatchEvent{Kind: batch.Used.String(), On: today.String(), RoomID: roomID, Mouths: mouthed ||
		d.Mouths(r, today), Ill: r.Roster.Illness}, true
}
