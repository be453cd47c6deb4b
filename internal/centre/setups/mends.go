package setups

import (
	"context"
	"errors"
	"fmt"

	"emblo/core/clock"
	"emblo/core/desk"
	"emblo/core/desk/mending"
	"emblo/core/strict"
	"emblo/core/written"
	"emblo/internal/centre"
	"emblo/internal/store"
)

const mendedHours = 24 * 366 // how far ahead is mended: as far as anybody plans

// Mends returns what would mend the coming set-ups of a room, or of all rooms for "".
func (h Setups) Mends(ctx context.Context, s *store.Session, roomID string) (written.Mends, error) {
	now := h.Now(s)
	out := written.Mends{Now: now.String()}
	d, at, err := h.DeskAt(ctx, s)
	if err != nil {
		return out, err
	}
	if _, known := d.Find(roomID); roomID != "" && !known {
		return out, centre.ErrGone
	}
	rows, err := h.Of(s).Glances().Coming(ctx, now, clock.At(now.Day(), mendedHours, 0), centre.MaxAhead)
	if err != nil {
		return out, err
	}
	var kept []mending.Kept
	for _, r := range rows {
		said := h.Read(at, d, r)
		if said.Plan == nil || !mending.Asked(said.Digest) || roomID != "" && said.RoomID != roomID {
			continue
		}
		setup, err := setupOf(r.Doc)
		if err != nil {
			return out, err
		}
		kept = append(kept, mending.Kept{Coming: desk.Coming{ID: said.ID, Setup: setup.Setup}, Version: r.Version})
	}
	out.Mends = mending.On(d).Mends(kept)
	return out, nil
}

// Change saves several set-ups together. One that somebody changed or deleted meanwhile, or that cannot be planned so,
// is left as it is and named with why; where none of them is there, and for anything else that fails, nothing is saved.
func (h Setups) Change(ctx context.Context, s *store.Session, in written.SetupChanges) (written.SetupsChanged, error) {
	out := written.SetupsChanged{Saved: []written.SetupAt{}, Left: []written.NotMended{}, Back: []written.SetupChange{}}
	d, _, err := h.DeskAt(ctx, s)
	if err != nil {
		return out, err
	}
	seen, gone := map[string]bool{}, 0
	for i, c := range in.Changes {
		at := fmt.Sprintf("/changes/%d", i)
		id, err := centre.ParseID(c.SetupID)
		if err != nil || seen[c.SetupID] {
			return out, strict.Bad(at+"/setup_id", "Name each set-up once, by its id.")
		}
		seen[c.SetupID] = true
		if c.Save.Version < 1 {
			return out, strict.Bad(at+"/save/version", "A change goes over the version that was seen.")
		}
		was, err := h.Setup(ctx, s, id)
		var saved written.SavedSetup
		if err == nil {
			saved, err = h.SaveSetup(ctx, s, id, c.Save)
		}
		is := written.SetupAt{ID: c.SetupID, Name: c.Save.Name, RoomName: d.RoomName(c.Save.RoomID),
			PlayAt: c.Save.PlayAt}
		why := ""
		var (
			stale *centre.Conflict
			fault *strict.Fault
		)
		switch {
		case err == nil:
			out.Saved = append(out.Saved, is)
			out.Back = append(out.Back, written.SetupChange{SetupID: c.SetupID,
				Save: written.SetupInput{Version: saved.Setup.Version, Setup: was.Setup}})
			continue
		case errors.As(err, &stale):
			why = "Somebody has changed it meanwhile."
		case errors.Is(err, centre.ErrGone):
			gone++
			why = "Somebody has deleted it meanwhile."
		case errors.As(err, &fault):
			why = fault.Sentence
		default:
			return out, err
		}
		out.Left = append(out.Left, written.NotMended{SetupAt: is, Why: why})
	}
	if gone > 0 && gone == len(in.Changes) {
		return out, centre.ErrGone
	}
	return out, nil
}
