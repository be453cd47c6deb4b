package making

import (
	"context"
	"encoding/base64"
	"encoding/json"
	"errors"
	"math"
	"strings"

	"github.com/google/uuid"

	"emblo/core/desk"
	"emblo/core/desk/batches"
	"emblo/core/desk/bench"
	"emblo/core/stock"
	"emblo/core/strict"
	"emblo/core/unit"
	"emblo/core/written"
	"emblo/internal/centre"
	"emblo/internal/centre/jars"
	"emblo/internal/store"
)

// moved returns the batches whose date has moved by itself, and notes the dates of the others.
func (h Making) Moved(ctx context.Context, s *store.Session, d *desk.Desk) ([]written.MovedBatch, error) {
	dates, err := h.Of(s).Making().BatchDates(ctx)
	if err != nil {
		return nil, err
	}
	told := make(map[string]batches.ToldDate, len(dates))
	for id, date := range dates {
		told[id.String()] = batches.ToldDate(date)
	}
	moved, keep := batches.On(d).Moved(told, h.Today(s))
	if len(keep) > 0 {
		err = h.Behind(ctx, "until when batches keep is", func(ctx context.Context) error {
			return h.tell(ctx, s, keep)
		})
	}
	return moved, err
}

func (h Making) tell(ctx context.Context, s *store.Session, all map[string]batches.ToldDate) error {
	dates := make(map[uuid.UUID]store.BatchDate, len(all))
	for id, date := range all {
		batch, err := centre.ParseID(id)
		if err != nil {
			return err
		}
		dates[batch] = store.BatchDate(date)
	}
	return h.Of(s).Making().KeepBatchDates(ctx, dates)
}

// TakeNoteOfDate notes that somebody has seen until when a batch keeps now. Where that is another day again, that is a
// fault, and nothing is noted.
func (h Making) TakeNoteOfDate(ctx context.Context, s *store.Session, id uuid.UUID, in written.MovedInput) error {
	d, err := h.Desk(ctx, s)
	if err != nil {
		return err
	}
	now, ok := batches.On(d).Told(id.String())
	switch {
	case !ok:
		return centre.ErrGone
	case now.Until != in.Until:
		return strict.Bad("/until", "Its date has moved again since: look once more.")
	}
	return h.tell(ctx, s, map[string]batches.ToldDate{id.String(): now})
}

// Batches returns the batches that are not over, those first that have to be looked at, with what of each is free for a
// set-up; "" for one that takes nothing yet.
func (h Making) Batches(ctx context.Context, s *store.Session, setup string) (written.BatchList, error) {
	d, err := h.Desk(ctx, s)
	if err != nil {
		return written.BatchList{}, err
	}
	plans, err := h.Coming(ctx, s, h.Now(s))
	if err != nil {
		return written.BatchList{}, err
	}
	promised := bench.On(d).Promised(plans, h.Now(s))
	return written.BatchList{Batches: batches.On(d).InUse(h.Today(s), promised, setup)}, nil
}

// maxBatchWords is how many words a search for batches takes.
const maxBatchWords = 8

// AllBatches returns a page of all batches, latest first, those that are over too: whose name holds the
// words, or whose code is one of them.
func (h Making) AllBatches(ctx context.Context, s *store.Session, words, after string) (written.BatchList, error) {
	out := written.BatchList{Batches: []written.BatchSummary{}}
	var cursor store.BatchCursor
	if after != "" {
		text, err := base64.RawURLEncoding.DecodeString(after)
		if err == nil {
			err = json.Unmarshal(text, &cursor)
		}
		if err != nil {
			return out, strict.Bad("/after", "Start the list again.")
		}
	}
	asked := strings.Fields(words)
	if len(asked) > maxBatchWords {
		return out, strict.Bad("/words", "Search by at most %d words.", maxBatchWords)
	}
	d, err := h.Desk(ctx, s)
	if err != nil {
		return out, err
	}
	rows, err := h.Of(s).Making().Batches(ctx, asked, cursor, centre.UsualPage+1)
	if err != nil {
		return out, err
	}
	for i, r := range rows {
		if i == centre.UsualPage {
			last := rows[i-1]
			text, err := json.Marshal(store.BatchCursor{MadeAt: last.MadeAt, ID: last.ID})
			if err != nil {
				return out, err
			}
			out.Next = base64.RawURLEncoding.EncodeToString(text)
			break
		}
		b := centre.BatchOf(r)
		out.Batches = append(out.Batches, batches.On(d).Summary(&b, h.Today(s)))
	}
	return out, nil
}

// Batch returns all that is known of a batch.
func (h Making) Batch(ctx context.Context, s *store.Session, id uuid.UUID) (written.BatchPage, error) {
	d, err := h.Desk(ctx, s)
	if err != nil {
		return written.BatchPage{}, err
	}
	row, err := h.Of(s).Making().Batch(ctx, id)
	if err != nil {
		return written.BatchPage{}, centre.Gone(err)
	}
	b := centre.BatchOf(row)
	return batches.On(d).Page(&b, h.Today(s)), nil
}

// MakeBatch keeps a new batch, and takes what went in out of the cupboard. The same batch twice is one.
func (h Making) MakeBatch(ctx context.Context, s *store.Session, id uuid.UUID,
	in written.BatchInput) (written.BatchPage, error) {
	d, err := h.Desk(ctx, s)
	if err != nil {
		return written.BatchPage{}, err
	}
	w, err := batches.On(d).NewBatch(in, h.Today(s))
	if err != nil {
		return written.BatchPage{}, err
	}
	if w.SetupID != "" {
		setup, err := centre.ParseID(w.SetupID)
		if err == nil {
			_, err = h.Of(s).Doc(ctx, store.Setups, setup)
		}
		if errors.Is(centre.Gone(err), centre.ErrGone) {
			return written.BatchPage{}, strict.Bad("/setup_id",
				"The set-up that it was made for is not there any more: make it without.")
		}
		if err != nil {
			return written.BatchPage{}, err
		}
	}
	if _, err = h.Save(ctx, s, store.Batches, id, 0, w, centre.ABatch, func(doc store.Doc) (any, error) {
		return h.Batch(ctx, s, doc.ID)
	}); err != nil {
		return written.BatchPage{}, err
	}
	if err := h.Of(s).Making().MadeBy(ctx, id); err != nil {
		return written.BatchPage{}, err
	}
	if !w.Fill && w.MadeOn == h.Today(s).String() {
		if err := h.TakeOut(ctx, s, d, id, w.Lines); err != nil {
			return written.BatchPage{}, err
		}
	}
	return h.toldOf(ctx, s, id)
}

// toldOf returns a batch that has just begun, and notes that its date has been told.
func (h Making) toldOf(ctx context.Context, s *store.Session, id uuid.UUID) (written.BatchPage, error) {
	page, err := h.Batch(ctx, s, id)
	if err == nil && page.Unreadable == "" {
		err = h.tell(ctx, s, map[string]batches.ToldDate{id.String(): {Until: page.Until}})
	}
	return page, err
}

// takeOut notes what a batch took from the jars that were weighed: at most what is in them, each once.
func (h Making) TakeOut(ctx context.Context, s *store.Session, d *desk.Desk, batch uuid.UUID,
	lines []written.BatchLine) error {
	for _, l := range lines {
		jar, has, ok := d.Weighed(l.ItemID)
		if !ok {
			continue
		}
		id, err := uuid.Parse(jar)
		if err != nil {
			return err
		}
		m := stock.Move{ID: uuid.NewSHA1(batch, []byte(l.ItemID)).String(), At: h.Clock().UTC(), Kind: stock.Used,
			Amount: unit.Of(math.Round(min(l.Grams, has)), unit.ByMass)}
		if m.Amount.Or(0) < 1 {
			continue
		}
		if err := jars.In(h.House).Add(ctx, s, id, m); err != nil && !errors.Is(err, centre.ErrGone) {
			return err
		}
	}
	return nil
}

// NoteBatch notes what happened to a batch today. The same event twice is one.
func (h Making) NoteBatch(ctx context.Context, s *store.Session, id uuid.UUID,
	in written.BatchEventInput) (written.BatchPage, error) {
	batch, err := centre.ParseID(in.BatchID)
	if err != nil {
		return written.BatchPage{}, strict.Bad("/batch_id", "Choose a batch.")
	}
	d, err := h.Desk(ctx, s)
	if err != nil {
		return written.BatchPage{}, err
	}
	var part uuid.UUID
	err = h.Of(s).Making().AddBatchEvent(ctx, batch, id, func(row store.BatchRow) ([]byte, *store.NewBatch, bool,
		error) {
		b := centre.BatchOf(row)
		w, begun, err := batches.On(d).NoteOf(&b, in, h.Today(s))
		if err != nil {
			return nil, nil, false, err
		}
		doc := strict.Write(w)
		b.Note(id.String(), "", h.Clock(), written.Version, doc)
		var begins *store.NewBatch
		if begun != nil {
			if part, err = centre.ParseID(w.ToID); err != nil {
				return nil, nil, false, err
			}
			begins = &store.NewBatch{ID: part, Doc: strict.Write(begun)}
		}
		return doc, begins, batches.On(d).Over(&b), nil
	})
	if err != nil {
		return written.BatchPage{}, centre.Gone(err)
	}
	if part != uuid.Nil {
		if _, err := h.toldOf(ctx, s, part); err != nil {
			return written.BatchPage{}, err
		}
	}
	return h.Batch(ctx, s, batch)
}

// UndoBatch takes back the last thing that happened to a batch.
func (h Making) UndoBatch(ctx context.Context, s *store.Session, id uuid.UUID) error {
	_, err := h.Of(s).Making().UndoBatchEvent(ctx, id)
	return centre.Gone(err)
}
