package logs

import (
	"context"
	"errors"

	"github.com/google/uuid"

	"emblo/core/clock"
	"emblo/core/desk"
	"emblo/core/desk/batches"
	"emblo/core/desk/went"
	"emblo/core/strict"
	"emblo/core/written"
	"emblo/internal/centre"
	"emblo/internal/centre/making"
	"emblo/internal/centre/setups"
	"emblo/internal/store"
)

// Log returns how a set-up went; version 0 where nobody has said.
func (h Logs) Log(ctx context.Context, s *store.Session, id uuid.UUID) (written.StoredLog, error) {
	out := written.StoredLog{Mouthed: []string{}, Changes: []written.Lesson{}, Mouthing: []string{}}
	setup, err := setups.In(h.House).Setup(ctx, s, id)
	if err != nil {
		return out, err
	}
	d, err := h.Desk(ctx, s)
	if err != nil {
		return out, err
	}
	if out.Offered, out.Given, err = h.Stands(ctx, s, d, id, setup.Setup); err != nil {
		return out, err
	}
	row, err := h.Of(s).Logs().Log(ctx, id)
	if errors.Is(err, store.ErrNotFound) {
		return out, nil
	}
	if err != nil {
		return out, err
	}
	if out.Log, err = written.Stored[written.Log](row.Form, row.Doc); err != nil {
		return out, centre.Unreadable("log", err)
	}
	if out.Offered, err = strict.Read[written.Offered](row.Offered); err != nil {
		return out, centre.Unreadable("log", err)
	}
	out.Version, out.Mouthed, out.At, out.By, out.Corrected = row.Version, row.Mouthed, &row.At, row.By, row.Version-1
	out.Mouthing = went.On(d).Mouthing(setup.RoomID, out.Mouthed)
	room, err := uuid.Parse(setup.RoomID)
	if err != nil {
		return out, err
	}
	lessons, err := h.Of(s).Logs().Lessons(ctx, room, &id)
	for _, l := range lessons {
		if w, err := lessonOf(l); err == nil && !w.Undone {
			out.Changes = append(out.Changes, w)
		}
	}
	return out, err
}

func lessonOf(r store.LessonRow) (written.Lesson, error) {
	l, err := written.Stored[written.Lesson](r.Form, r.Doc)
	l.ID, l.Undone = r.ID.String(), r.Undone
	return l, err
}

// Next returns what a log would change next time, and keeps nothing.
func (h Logs) Next(ctx context.Context, s *store.Session, id uuid.UUID,
	in written.LogInput) (out written.LogNext, err error) {
	setup, err := setups.In(h.House).Setup(ctx, s, id)
	if err != nil {
		return out, err
	}
	d, err := h.Desk(ctx, s)
	if err != nil {
		return out, err
	}
	_, given, err := h.Stands(ctx, s, d, id, setup.Setup)
	if err != nil {
		return out, err
	}
	if fault := in.Log.Check(given); fault != nil {
		return out, fault
	}
	out.Changes = append([]written.Lesson{}, went.On(d).Learn(setup.Setup, in.Log)...)
	out.Mouthing = went.On(d).Mouthing(setup.RoomID, in.Mouthed)
	return out, nil
}

// SaveLog keeps how a set-up went, and carries out what is done otherwise next time: on the plans to come
// of the same room that have it as it was. The cupboard and the batches follow. The same log twice is one.
func (h Logs) SaveLog(ctx context.Context, s *store.Session, id uuid.UUID,
	in written.LogInput) (out written.StoredLog, err error) {
	setup, err := setups.In(h.House).Setup(ctx, s, id)
	if err != nil {
		return out, err
	}
	if setup.Opens().Compare(h.Now(s)) > 0 {
		return out, strict.Bad("/version", "Play has not started yet: add the log once it has.")
	}
	d, err := h.Desk(ctx, s)
	if err != nil {
		return out, err
	}
	in.Log = in.Trimmed()
	told, err := h.told(ctx, s, d, id, setup.Setup, in)
	if err != nil {
		return out, err
	}
	old, err := h.Of(s).Logs().Lessons(ctx, told.RoomID, &id)
	if err != nil {
		return out, err
	}
	repeated, err := h.Of(s).Logs().SaveLog(ctx, told)
	if errors.Is(err, store.ErrStale) {
		current, err := h.Log(ctx, s, id)
		if err != nil {
			return out, err
		}
		return out, &centre.Conflict{What: "log", Current: current}
	}
	if err != nil {
		return out, centre.Gone(err)
	}
	if !repeated { // what was said otherwise before is taken back with what came of it
		for _, row := range old {
			if l, err := lessonOf(row); err == nil && !l.Undone {
				if err := h.takeBack(ctx, s, l); err != nil {
					return out, err
				}
			}
		}
	}
	if err := h.carryOut(ctx, s, d, id, told.RoomID); err != nil {
		return out, err
	}
	if err := h.follow(ctx, s, d, setup, in); err != nil {
		return out, err
	}
	return h.Log(ctx, s, id)
}

// told returns a log as it is kept, with the lessons that begin by it, or why it cannot be said so.
func (h Logs) told(ctx context.Context, s *store.Session, d *desk.Desk, id uuid.UUID, setup written.Setup,
	in written.LogInput) (told store.Told, err error) {
	offered, given, err := h.Stands(ctx, s, d, id, setup)
	if err != nil {
		return told, err
	}
	before, err := h.Of(s).Logs().Log(ctx, id)
	if err != nil && !errors.Is(err, store.ErrNotFound) {
		return told, err
	}
	if fault := went.On(d).CheckLog(setup.RoomID, in, given, before.Mouthed); fault != nil {
		return told, fault
	}
	told = store.Told{SetupID: id, Version: in.Version, Doc: strict.Write(in.Log), Offered: strict.Write(offered),
		PlayAt: setup.PlayAt, Lessons: map[uuid.UUID][]byte{}}
	if told.RoomID, err = uuid.Parse(setup.RoomID); err != nil {
		return told, err
	}
	told.Missing = went.Missing(in.Log, given)
	for _, child := range in.Mouthed {
		c, err := uuid.Parse(child)
		if err != nil {
			return told, err
		}
		told.Mouthed = append(told.Mouthed, c)
	}
	for _, l := range went.On(d).Learn(setup, in.Log) {
		lesson, err := uuid.NewV7()
		if err != nil {
			return told, err
		}
		l.ID = lesson.String()
		told.Lessons[lesson] = strict.Write(l)
	}
	return told, nil
}

// carryOut changes the plans to come by the lessons of a set-up. A plan that somebody saves meanwhile, or
// that could not be reckoned with it, stays as it is: the lesson is then offered on it.
func (h Logs) carryOut(ctx context.Context, s *store.Session, d *desk.Desk, id, room uuid.UUID) error {
	lessons, err := h.Of(s).Logs().Lessons(ctx, room, &id)
	if err != nil {
		return err
	}
	now := h.Now(s)
	plans, err := h.Of(s).Glances().Coming(ctx, now, clock.At(now.Day(), 24*(centre.AheadDays+1), 0), centre.MaxAhead)
	if err != nil {
		return err
	}
	for _, row := range lessons {
		l, err := lessonOf(row)
		if err != nil || l.Undone {
			continue
		}
		for i := range plans {
			w, err := written.Stored[written.Setup](plans[i].Form, plans[i].Doc.Doc)
			if err != nil || w.RoomID != room.String() || plans[i].ID == id {
				continue
			}
			next := w
			var ok bool
			if next.Plan, ok = went.Apply(w.Plan, l, false); !ok || went.On(d).Unreckoned(next.Plan) {
				continue
			}
			saved, err := h.Of(s).Save(ctx, store.Setups, plans[i].ID, plans[i].Version, strict.Write(next))
			if changed(err) {
				continue
			}
			if err != nil {
				return err
			}
			plans[i].Doc, l.Carried = saved, append(l.Carried, plans[i].ID.String())
		}
		if err := h.Of(s).Logs().KeepLesson(ctx, row.ID, strict.Write(l), false); err != nil {
			return err
		}
	}
	return nil
}

// follow lets the cupboard and the batches follow what a log says, each once.
func (h Logs) follow(ctx context.Context, s *store.Session, d *desk.Desk, setup written.StoredSetup,
	in written.LogInput) error {
	id, err := uuid.Parse(setup.ID)
	if err != nil {
		return err
	}
	played := went.On(d).PlayedWith(setup.ID, setup.Setup)
	if len(played) == 0 {
		// What a batch was made of is out of the cupboard since then, also when the batch is over.
		made, err := h.Of(s).Making().MadeFor(ctx, id)
		if err != nil || made {
			return err
		}
		return making.In(h.House).TakeOut(ctx, s, d, id, went.On(d).UsedUp(setup.Setup))
	}
	for _, b := range played {
		batch, err := uuid.Parse(b)
		if err != nil {
			return err
		}
		note := func(event uuid.UUID, of func(*desk.Batch) (written.BatchEvent, bool)) error {
			err := h.Of(s).Making().AddBatchEvent(ctx, batch, event, func(row store.BatchRow) ([]byte, *store.NewBatch,
				bool, error) {
				b := centre.BatchOf(row)
				w, ok := of(&b)
				if !ok {
					return nil, nil, false, errSkip
				}
				doc := strict.Write(w)
				b.Note(event.String(), "", h.Clock(), written.Version, doc)
				return doc, nil, batches.On(d).Over(&b), nil
			})
			if errors.Is(err, errSkip) || errors.Is(err, store.ErrNotFound) {
				return nil
			}
			return err
		}
		if err := note(uuid.NewSHA1(id, []byte("used "+b)), func(b *desk.Batch) (written.BatchEvent, bool) {
			return went.On(d).UsedBy(b, setup.RoomID, len(in.Mouthed) > 0, h.Today(s))
		}); err != nil {
			return err
		}
		for _, a := range in.Added {
			if !(a.Grams > 0) {
				continue // as an earlier form took it
			}
			if err := note(uuid.NewSHA1(id, []byte("added "+b+a.ItemID)), func(*desk.Batch) (written.BatchEvent, bool) {
				return written.BatchEvent{Kind: "added", On: h.Today(s).String(), ItemID: a.ItemID,
					Grams: a.Grams}, true
			}); err != nil {
				return err
			}
		}
	}
	return nil
}

// errSkip says that there is nothing to note.
var errSkip = errors.New("nothing to note")

// Lessons returns what is done otherwise with a set-up, or could be, by how others of its room went.
func (h Logs) Lessons(ctx context.Context, s *store.Session, id uuid.UUID) ([]written.Lesson, error) {
	setup, err := setups.In(h.House).Setup(ctx, s, id)
	if err != nil {
		return nil, err
	}
	room, err := uuid.Parse(setup.RoomID)
	if err != nil {
		return nil, err
	}
	rows, err := h.Of(s).Logs().Lessons(ctx, room, nil)
	if err != nil {
		return nil, err
	}
	var others []written.Lesson
	for _, r := range rows {
		if l, err := lessonOf(r); err == nil && r.SetupID != id {
			others = append(others, l)
		}
	}
	return went.Shown(setup, others), nil
}

// Taught returns a plan, saved or not, with what a lesson teaches. It is a fault where nothing of the plan is
// as the lesson found it.
func (h Logs) Taught(ctx context.Context, s *store.Session, lesson uuid.UUID, p written.Plan) (written.Plan, error) {
	row, err := h.Of(s).Logs().Lesson(ctx, lesson)
	if err != nil {
		return p, centre.Gone(err)
	}
	l, err := lessonOf(row)
	if err != nil {
		return p, centre.Unreadable("lesson", err)
	}
	taught, ok := went.Apply(p, l, false)
	if !ok {
		return p, strict.Bad("/places", "Nothing here is as it was then: change it yourself.")
	}
	return taught, nil
}

// UndoLesson takes back what was done otherwise, on every plan that is as the lesson made it.
func (h Logs) UndoLesson(ctx context.Context, s *store.Session, id uuid.UUID) error {
	row, err := h.Of(s).Logs().Lesson(ctx, id)
	if err != nil {
		return centre.Gone(err)
	}
	l, err := lessonOf(row)
	if err != nil {
		return centre.Unreadable("lesson", err)
	}
	if err := h.takeBack(ctx, s, l); err != nil {
		return err
	}
	return h.Of(s).Logs().KeepLesson(ctx, id, row.Doc, true)
}

// takeBack makes the plans that a lesson changed what they were, where they are as it made them.
func (h Logs) takeBack(ctx context.Context, s *store.Session, l written.Lesson) error {
	for _, c := range l.Carried {
		plan, err := uuid.Parse(c)
		if err != nil {
			continue
		}
		doc, err := h.Of(s).Doc(ctx, store.Setups, plan)
		if changed(err) {
			continue
		}
		if err != nil {
			return err
		}
		w, err := written.Stored[written.Setup](doc.Form, doc.Doc)
		if err != nil {
			continue
		}
		if was, ok := went.Apply(w.Plan, l, true); ok {
			back := w
			back.Plan = was
			if _, err := h.Of(s).Save(ctx, store.Setups, plan, doc.Version, strict.Write(back)); err != nil &&
				!changed(err) {
				return err
			}
		}
	}
	return nil
}

// changed reports whether a plan is not as it was any more: somebody saved or deleted it meanwhile, and it is left so.
func changed(err error) bool {
	var stale *store.Conflict
	return errors.As(err, &stale) || errors.Is(err, store.ErrNotFound) || errors.Is(err, store.ErrNoRoom)
}

// FoundStray notes that what was not counted in has been found.
func (h Logs) FoundStray(ctx context.Context, s *store.Session, id uuid.UUID) error {
	return centre.Gone(h.Of(s).Logs().FoundStray(ctx, id))
}
