package batches

import (
	"slices"
	"strings"

	"emblo/core/age"
	"emblo/core/batch"
	"emblo/core/desk"
	"emblo/core/strict"
	"emblo/core/written"
)

// oldestBatch is how many days ago a batch may have been made (a tub of a dry filler stands half a year).
const oldestBatch = 366

// NewBatch reads a batch as it is told, into what is kept of it.
func (d Batches) NewBatch(in written.BatchInput, today age.Date) (w written.Batch, err error) {
	w = written.Batch{Name: strings.TrimSpace(in.Name), RecipeID: in.RecipeID, Fill: in.RecipeID == "", Lines: in.Lines,
		MadeG: in.MadeG, MadeOn: in.MadeOn, RoomID: in.RoomID, SetupID: in.SetupID, Chilled: in.Chilled,
		Store: strings.TrimSpace(in.Store)}
	if w.Name == "" {
		return w, strict.Bad("/name", "Give the batch a name.")
	}
	if _, known := d.Find(in.RoomID); !known {
		return w, strict.Bad("/room_id", "Choose a room.")
	}
	if in.SetupID != "" && !written.IsID(in.SetupID) {
		return w, strict.Bad("/setup_id", "Choose a set-up, or none.")
	}
	if !w.Fill {
		r, err := d.Recipe(in.RecipeID)
		if err != nil {
			return w, strict.Bad("/recipe_id", "Choose what it was made by.")
		}
		if r.Own {
			w.Mix = &written.BatchMix{Kind: r.Kind, LossPercent: r.Loss * 100, Heated: r.Heated, Hot: r.Hot,
				Keeps: &r.Keeps}
			for _, it := range r.Unlisted {
				w.Mix.Unlisted = append(w.Mix.Unlisted, it.ID)
			}
		}
	}
	for _, l := range in.Lines {
		if _, known := d.Get(l.ItemID); !known {
			return w, strict.Bad("/lines", "Choose what went in from the shelf.")
		}
	}
	m, fault := w.Read(d.Desk)
	if fault != nil {
		return w, fault
	}
	switch {
	case m.On.IsZero():
	case m.On.After(today):
		return w, strict.Bad("/made_on", "It cannot have been made in the future.")
	case today.Sub(m.On) > oldestBatch:
		return w, strict.Bad("/made_on", "That is over a year ago: throw it away.")
	}
	return w, nil
}

// NoteOf reads what happened to a batch today, as it is told, into what is kept of it. What is set aside
// becomes a batch of its own, part, which carries along all that happened before.
func (d Batches) NoteOf(b *desk.Batch, in written.BatchEventInput, today age.Date) (w written.BatchEvent,
	part *written.Batch, err error) {
	w = written.BatchEvent{Kind: in.Kind, On: today.String(), ItemID: in.ItemID, Grams: in.Grams, RoomID: in.RoomID,
		Mouths: in.Mouths, Signs: in.Signs, Reason: strings.TrimSpace(in.Reason), ToID: in.ToID}
	e, fault := w.Read(d.Desk)
	if fault != nil {
		return w, nil, fault
	}
	s, fault := d.State(b)
	if fault != nil && e.Kind != batch.Discarded {
		return w, nil, strict.Bad("/batch_id",
			"This batch cannot be read, so do not use it: throw it away.")
	}
	if b.Ended || fault == nil && s.Over.Why != "" {
		if e.Kind != batch.Discarded || b.Ended {
			return w, nil, strict.Bad("/batch_id", "This batch is over: %s.", d.Pen.Text(s.Over.Why))
		}
	}
	if fault := d.mayHappen(e.Kind, s, &w, today); fault != nil {
		return w, nil, fault
	}
	if e.Kind != batch.SetAside {
		w.ToID = ""
		return w, nil, nil
	}
	part, fault = partOf(b, in, s)
	if fault != nil {
		return w, nil, fault
	}
	return w, part, nil
}

// mayHappen reports why something cannot happen to a batch as it is. Of a use it adds what the room is like.
func (d Batches) mayHappen(kind batch.Kind, s batch.State, w *written.BatchEvent, today age.Date) *strict.Fault {
	switch kind {
	case batch.Added:
		if _, known := d.Get(w.ItemID); !known {
			return strict.Bad("/item_id", "Choose what was worked in from the shelf.")
		}
	case batch.Used, batch.Moved, batch.SetAside:
		r, known := d.Find(w.RoomID)
		if !known {
			return strict.Bad("/room_id", "Choose a room.")
		}
		if may := d.mayUse(r, s, today); !may.Ready {
			return strict.Bad("/room_id", "%s may not have it: %s", r.Name(), may.Reason)
		}
		if kind == batch.Used {
			w.Ill = r.Roster.Illness
			w.Mouths = w.Mouths || d.Mouths(r, today)
		}
	case batch.Inspected:
		if _, _, helps := s.LookOver(); !helps && len(w.Signs) == 0 {
			return strict.Bad("/signs", "A look does not keep it longer: %s.", d.Pen.Text(s.Keeps().Why))
		}
	}
	return nil
}

// partOf returns what is set aside of a batch, with all that happened before.
func partOf(b *desk.Batch, in written.BatchEventInput, s batch.State) (*written.Batch, *strict.Fault) {
	if !written.IsID(in.ToID) || in.ToID == b.ID {
		return nil, strict.Bad("/to_id", "What is set aside needs an id of its own.")
	}
	if in.Grams >= s.Left.Grams() {
		return nil, strict.Bad("/grams", "There are %s: set aside less, or move all of it.", s.Left)
	}
	child := b.Written
	child.From, child.RoomID, child.MadeG = b.ID, in.RoomID, in.Grams
	child.Before = slices.Clone(b.Written.Before)
	for _, before := range b.Events {
		child.Before = append(child.Before, before.Written)
	}
	return &child, nil
}

// Over reports whether a batch is over with what happened to it.
func (d Batches) Over(b *desk.Batch) bool {
	s, fault := d.State(b)
	if fault != nil {
		return slices.ContainsFunc(b.Events, func(e desk.BatchEvent) bool {
			return e.Written.Kind == batch.Discarded.String()
		})
	}
	return s.Over.Why != ""
}
