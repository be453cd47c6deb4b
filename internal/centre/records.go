package centre

import (
	"context"
	"errors"
	"strings"

	"github.com/google/uuid"

	"emblo/core/age"
	"emblo/core/clock"
	"emblo/core/desk"
	"emblo/core/desk/preparing"
	"emblo/core/desk/went"
	"emblo/core/written"
	"emblo/internal/files"
	"emblo/internal/store"
)

// Records returns what was offered from one day to another, latest first, a page at a time.
func (h *House) Records(ctx context.Context, s *store.Session, from, until, after string) (written.RecordPage, error) {
	out := written.RecordPage{Records: []written.Record{}}
	first, last, err := h.days(s, from, until)
	if err != nil {
		return out, err
	}
	cursor := store.Cursor{PlayAt: last, ID: uuid.Max}
	if after != "" {
		if cursor, err = readCursor(after); err != nil {
			return out, err
		}
	}
	d, err := h.Desk(ctx, s)
	if err != nil {
		return out, err
	}
	rows, err := h.of(s).Records(ctx, first, last, cursor, false, usualPage+1)
	if err != nil {
		return out, err
	}
	if len(rows) > usualPage {
		rows = rows[:usualPage]
		out.Next = writeCursor(true, rows[usualPage-1].PlayAt, rows[usualPage-1].ID)
	}
	for _, r := range rows {
		out.Records = append(out.Records, record(d, r))
	}
	return out, h.addLater(ctx, s, rows, out.Records)
}

// addLater adds to records what was done and said after they were put down.
func (h *House) addLater(ctx context.Context, s *store.Session, rows []store.RecordRow, out []written.Record) error {
	ids := make([]uuid.UUID, len(rows))
	for i, r := range rows {
		ids[i] = r.ID
	}
	all, err := h.of(s).Later(ctx, ids)
	if err != nil {
		return err
	}
	for i, r := range rows {
		for _, l := range all {
			if l.SetupID != r.ID || r.At == nil || !l.At.After(*r.At) {
				continue
			}
			line := written.RecordLine{At: clock.WallOf(l.At.In(h.zone(s.TimeZone))).String(), By: l.By, What: doings[l.What]}
			if l.What == "log" {
				told, err := written.Stored[written.Log](l.Form, l.Doc)
				if err != nil {
					continue // the record itself says so
				}
				line.Watched, line.CountedIn = told.Watched, told.CountedIn
				if line.What = "logged"; l.Version > 1 {
					line.What = "corrected"
				}
			}
			out[i].Later = append(out[i].Later, line)
		}
	}
	return nil
}

// doings are what somebody did about a set-up, by how it is kept.
var doings = map[string]string{"saved": "changed", "deleted": "deleted", "restored": "restored", "found": "found"}

// maxRecordDays is how many days a record is asked for at once.
const maxRecordDays = 1100

// days reads from which day to which what opened is asked for; until now at the latest.
func (h *House) days(s *store.Session, from, until string) (first, last string, err error) {
	a, err := age.ParseDate(from)
	if err != nil {
		return "", "", written.Bad("/from", "Say from which day on, such as 2026-11-01.")
	}
	b, err := age.ParseDate(until)
	if err != nil || a.After(b) || b.Sub(a) > maxRecordDays {
		return "", "", written.Bad("/until", "Say until which day, at most three years after the first.")
	}
	return clock.At(a, 0, 0).String(), min(clock.At(b, 24, 0).String(), h.Now(s).String()), nil
}

// record writes what was offered: as it was put down when play began, or as it is for one that has only just opened.
func record(d *desk.Desk, r store.RecordRow) written.Record {
	out := written.Record{SetupID: r.ID.String()}
	if r.LogVers > 0 {
		out.Logged, out.Corrected = true, r.LogVers-1
		l, err := written.Stored[written.Log](r.LogForm, r.LogDoc)
		if err != nil {
			out.Reason = "What is kept of it does not read."
			return out
		}
		out.Watched, out.Again, out.Minutes, out.Mess, out.Word = l.Watched, l.Again, l.Minutes, l.Mess, l.Word
	}
	if len(r.Record) == 0 {
		out.Offered, _ = offered(d, r.Form, r.Doc, r.PlayAt)
		return out
	}
	var err error
	if out.Offered, err = written.Read[written.Offered](r.Record); err != nil {
		out.Reason = "What is kept of it does not read."
	}
	return out
}

// offered reckons what a set-up as it is kept was for its room, and how many pieces were given out.
func offered(d *desk.Desk, form int, doc []byte, playAt string) (written.Offered, int) {
	w, err := written.Stored[written.Setup](form, doc)
	if err != nil {
		return written.Offered{PlayAt: playAt, Reason: "The set-up does not read.", Conditions: []string{}}, 0
	}
	return went.On(d).Offered(w)
}

// openedAtOnce is how many set-ups that have opened are put down in one go.
const openedAtOnce = 200

// putDown puts down what has opened by now and is not put down yet, as it stands: after this it stays so.
func (h *House) putDown(ctx context.Context, s *store.Session) error {
	for {
		rows, err := h.of(s).Opened(ctx, h.Now(s).String(), openedAtOnce)
		if err != nil || len(rows) == 0 {
			return err
		}
		day, _, _ := strings.Cut(rows[0].PlayAt, "T")
		d, _, err := h.deskFrom(ctx, s, min(day, h.daysFrom(s)))
		if err != nil {
			return err
		}
		for _, r := range rows {
			doc, given := offered(d, r.Form, r.Doc.Doc, r.PlayAt)
			if err := h.of(s).PutDown(ctx, r.ID, r.PlayAt, written.Write(doc), given); err != nil {
				return err
			}
		}
		if len(rows) < openedAtOnce {
			return nil
		}
	}
}

// PutDown puts down what has opened in every centre, each by itself: what is left undone by a stop is done at the next start.
func (h *House) PutDown(ctx context.Context) error {
	all, err := h.store.Centres(ctx)
	if err != nil {
		return err
	}
	var failed error
	for i := range all {
		failed = errors.Join(failed, h.Command(ctx, &all[i], func(context.Context) error { return nil }))
	}
	return failed
}

// stands returns what was offered when a set-up opened and how many pieces were given out, as they were put down; as they
// are for one that is not put down yet.
func (h *House) stands(ctx context.Context, s *store.Session, d *desk.Desk, id uuid.UUID, setup written.Setup) (written.Offered, int, error) {
	kept, err := h.of(s).Stands(ctx, id, setup.PlayAt)
	if errors.Is(err, store.ErrNotFound) {
		out, given := went.On(d).Offered(setup)
		return out, given, nil
	}
	if err != nil {
		return written.Offered{}, 0, err
	}
	out, err := written.Read[written.Offered](kept.Doc)
	if err != nil {
		return out, 0, unreadable("record", err)
	}
	if kept.Given != nil {
		return out, *kept.Given, nil
	}
	_, given := went.On(d).Offered(setup)
	return out, given, nil
}

// maxRecordRows is how many lines a file of records has.
const maxRecordRows = 5000

// RecordFile returns what was offered as a file for a spreadsheet, without anything about a child.
func (h *House) RecordFile(ctx context.Context, s *store.Session, from, until string) (string, error) {
	first, last, err := h.days(s, from, until)
	if err != nil {
		return "", err
	}
	d, err := h.Desk(ctx, s)
	if err != nil {
		return "", err
	}
	rows, err := h.of(s).Records(ctx, first, last, store.Cursor{PlayAt: last, ID: uuid.Max}, false, maxRecordRows)
	if err != nil {
		return "", err
	}
	records := make([]written.Record, len(rows))
	for i, row := range rows {
		records[i] = record(d, row)
	}
	return files.RecordsFile(records), nil
}

// How far back Today asks how it went, and how many set-ups and strays it shows.
const (
	toLogDays  = 7
	toLogShown = 6
)

// unsaid adds to the day what has opened and nobody has said anything of, and what was not counted in.
func (h *House) unsaid(ctx context.Context, s *store.Session, d *desk.Desk, out *written.Today) error {
	over := h.Now(s).Minus(preparing.PlayMinutes, d.Zone) // what opened later is still played with
	rows, err := h.of(s).Records(ctx, clock.At(over.Day(), -24*toLogDays, 0).String(), over.String(), store.Cursor{PlayAt: over.String(), ID: uuid.Max}, true, toLogShown)
	if err != nil {
		return err
	}
	for _, r := range rows {
		if w, err := written.Stored[written.Setup](r.Form, r.Doc); err == nil {
			out.ToLog = append(out.ToLog, written.ToLog{SetupID: r.ID.String(), Name: w.Name, Room: d.RoomName(w.RoomID), PlayAt: w.PlayAt})
		}
	}
	strays, err := h.of(s).Strays(ctx, toLogShown)
	for _, l := range strays {
		if o, err := written.Read[written.Offered](l.Offered); err == nil {
			out.Strays = append(out.Strays, written.Stray{SetupID: l.SetupID.String(), Name: o.Name, Room: o.Room, On: o.PlayAt, Missing: l.Missing})
		}
	}
	return err
}
