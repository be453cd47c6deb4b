package centre

import (
	"context"

	"github.com/google/uuid"

	"emblo/core/age"
	"emblo/core/clock"
	"emblo/core/desk"
	"emblo/core/written"
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
	for i, r := range rows {
		if i == usualPage {
			out.Next = writeCursor(true, rows[i-1].PlayAt, rows[i-1].ID)
			break
		}
		out.Records = append(out.Records, record(d, r))
	}
	return out, nil
}

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

// record writes what was offered; what is said of it is what was noted then, where anybody did.
func record(d *desk.Desk, r store.RecordRow) written.Record {
	out := written.Record{SetupID: r.ID.String()}
	if r.LogVers > 0 {
		out.Logged, out.Corrected = true, r.LogVers-1
		l, err := written.Stored[written.Log](r.LogForm, r.LogDoc)
		if err == nil {
			out.Offered, err = written.Read[written.Offered](r.Offered)
		}
		if err != nil {
			out.Reason = "What is kept of it does not read."
			return out
		}
		out.Watched, out.Again, out.Minutes, out.Mess, out.Word = l.Watched, l.Again, l.Minutes, l.Mess, l.Word
		return out
	}
	w, err := written.Stored[written.Setup](r.Form, r.Doc.Doc)
	if err != nil {
		out.PlayAt, out.Reason, out.Conditions = r.PlayAt, "The set-up does not read.", []string{}
		return out
	}
	out.Offered, _ = d.Offered(w)
	return out
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
	return desk.RecordsFile(records), nil
}

// How far back Today asks how it went, and how many set-ups and strays it shows.
const (
	toLogDays  = 7
	toLogShown = 6
)

// unsaid adds to the day what has opened and nobody has said anything of, and what was not counted in.
func (h *House) unsaid(ctx context.Context, s *store.Session, d *desk.Desk, out *written.Today) error {
	over := h.Now(s).Minus(desk.PlayMinutes, d.Zone) // what opened later is still played with
	rows, err := h.of(s).Records(ctx, clock.At(over.Day(), -24*toLogDays, 0).String(), over.String(), store.Cursor{PlayAt: over.String(), ID: uuid.Max}, true, toLogShown)
	if err != nil {
		return err
	}
	for _, r := range rows {
		if w, err := written.Stored[written.Setup](r.Form, r.Doc.Doc); err == nil {
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
