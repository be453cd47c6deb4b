package logs

import (
	"context"

	"github.com/google/uuid"

	"emblo/core/age"
	"emblo/core/clock"
	"emblo/core/desk"
	"emblo/core/desk/preparing"
	"emblo/core/strict"
	"emblo/core/written"
	"emblo/internal/centre"
	"emblo/internal/files"
	"emblo/internal/store"
)

// Records returns what was offered from one day to another, latest first, a page at a time.
func (h Logs) Records(ctx context.Context, s *store.Session, from, until, after string) (written.RecordPage, error) {
	out := written.RecordPage{Records: []written.Record{}}
	first, last, err := h.days(s, from, until)
	if err != nil {
		return out, err
	}
	cursor := store.Cursor{PlayAt: last, ID: uuid.Max}
	if after != "" {
		if cursor, err = centre.ReadCursor(after); err != nil {
			return out, err
		}
	}
	d, err := h.Desk(ctx, s)
	if err != nil {
		return out, err
	}
	rows, err := h.Of(s).Logs().Records(ctx, first, last, cursor, false, centre.UsualPage+1)
	if err != nil {
		return out, err
	}
	if len(rows) > centre.UsualPage {
		rows = rows[:centre.UsualPage]
		out.Next = centre.WriteCursor(true, rows[centre.UsualPage-1].PlayAt, rows[centre.UsualPage-1].ID)
	}
	for _, r := range rows {
		out.Records = append(out.Records, record(d, r))
	}
	return out, h.addLater(ctx, s, rows, out.Records)
}

// addLater adds to records what was done and said after they were put down.
func (h Logs) addLater(ctx context.Context, s *store.Session, rows []store.RecordRow, out []written.Record) error {
	ids := make([]uuid.UUID, len(rows))
	for i, r := range rows {
		ids[i] = r.ID
	}
	all, err := h.Of(s).Logs().Later(ctx, ids)
	if err != nil {
		return err
	}
	for i, r := range rows {
		for _, l := range all {
			if l.SetupID != r.ID || r.At == nil || !l.At.After(*r.At) {
				continue
			}
			line := written.RecordLine{At: clock.WallOf(l.At.In(h.Zone(s.TimeZone))).String(), By: l.By,
				What: doings[l.What]}
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
func (h Logs) days(s *store.Session, from, until string) (first, last string, err error) {
	a, err := age.ParseDate(from)
	if err != nil {
		return "", "", strict.Bad("/from", "Say from which day on, such as 2026-11-01.")
	}
	b, err := age.ParseDate(until)
	if err != nil || a.After(b) || b.Sub(a) > maxRecordDays {
		return "", "", strict.Bad("/until", "Say until which day, at most three years after the first.")
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
		out.Offered, _ = centre.Offered(d, r.Form, r.Doc, r.PlayAt)
		return out
	}
	var err error
	if out.Offered, err = strict.Read[written.Offered](r.Record); err != nil {
		out.Reason = "What is kept of it does not read."
	}
	return out
}

// maxRecordRows is how many lines a file of records has.
const maxRecordRows = 5000

// RecordFile returns what was offered as a file for a spreadsheet, without anything about a child.
func (h Logs) RecordFile(ctx context.Context, s *store.Session, from, until string) (string, error) {
	first, last, err := h.days(s, from, until)
	if err != nil {
		return "", err
	}
	d, err := h.Desk(ctx, s)
	if err != nil {
		return "", err
	}
	rows, err := h.Of(s).Logs().Records(ctx, first, last, store.Cursor{PlayAt: last, ID: uuid.Max}, false,
		maxRecordRows)
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
func (h Logs) Unsaid(ctx context.Context, s *store.Session, d *desk.Desk, out *written.Today) error {
	over := h.Now(s).Minus(preparing.PlayMinutes, d.Zone) // what opened later is still played with
	rows, err := h.Of(s).Logs().Records(ctx, clock.At(over.Day(), -24*toLogDays, 0).String(), over.String(),
		store.Cursor{PlayAt: over.String(), ID: uuid.Max}, true, toLogShown)
	if err != nil {
		return err
	}
	for _, r := range rows {
		if w, err := written.Stored[written.Setup](r.Form, r.Doc); err == nil {
			out.ToLog = append(out.ToLog, written.ToLog{SetupID: r.ID.String(), Name: w.Name,
				Room: d.RoomName(w.RoomID), PlayAt: w.PlayAt})
		}
	}
	strays, err := h.Of(s).Logs().Strays(ctx, toLogShown)
	for _, l := range strays {
		if o, err := strict.Read[written.Offered](l.Offered); err == nil {
			out.Strays = append(out.Strays, written.Stray{SetupID: l.SetupID.String(), Name: o.Name, Room: o.Room,
				On: o.PlayAt, Missing: l.Missing})
		}
	}
	return err
}
