package centre

import (
	"context"
	"time"

	"emblo/core/clock"
	"emblo/core/desk"
	"emblo/core/strict"
	"emblo/core/written"
	"emblo/internal/store"
)

func BatchOf(r store.BatchRow) desk.Batch {
	b := desk.ReadBatch(r.ID.String(), r.Code, r.Form, r.Doc, r.Ended)
	b.By = r.By
	for _, e := range r.Events {
		b.Note(e.ID.String(), e.By, e.At, e.Form, e.Doc)
	}
	return b
}

func MovesOf(rows []store.MoveRow) []written.Moved {
	out := make([]written.Moved, len(rows))
	for i, m := range rows {
		out[i] = written.Moved{ID: m.ID.String(), At: m.At, By: m.By, Kind: m.Kind, Amount: m.Amount}
	}
	return out
}

// What is looked ahead to: the cupboard and the shop go by the plans of so many days, and by so many
// of them at most.
const (
	AheadDays = 14
	MaxAhead  = 200
)

// coming returns the plans that open from a moment on; what does not read is left out, as nothing can
// be reckoned of it.
func (h *House) Coming(ctx context.Context, s *store.Session, from clock.Wall) ([]desk.Coming, error) {
	rows, err := h.Of(s).Glances().Coming(ctx, from, clock.At(from.Day(), 24*(AheadDays+1), 0), MaxAhead)
	return plansOf(rows), err
}

// ComingWith returns those of them that a mix by one of some recipes goes into; none asks for none.
func (h *House) ComingWith(ctx context.Context, s *store.Session, recipes []string, from clock.Wall) ([]desk.Coming,
	error) {
	if len(recipes) == 0 {
		return nil, nil
	}
	rows, err := h.Of(s).Glances().ComingWith(ctx, recipes, from, clock.At(from.Day(), 24*(AheadDays+1), 0), MaxAhead)
	return plansOf(rows), err
}

func plansOf(rows []store.SetupRow) []desk.Coming {
	plans := make([]desk.Coming, 0, len(rows))
	for _, row := range rows {
		if w, err := written.Stored[written.Setup](row.Form, row.Doc.Doc); err == nil {
			plans = append(plans, desk.Coming{ID: row.ID.String(), Setup: w})
		}
	}
	return plans
}

// at reads when something happened, so long ago at most; now where that is not said.
func (h *House) At(said string, ago time.Duration, otherwise string) (time.Time, error) {
	now := h.Clock().UTC()
	if said == "" {
		return now, nil
	}
	at, err := time.Parse(time.RFC3339, said)
	if err != nil || at.After(now.Add(time.Minute)) || at.Before(now.Add(-ago)) {
		return now, strict.Bad("/at", "%s", otherwise)
	}
	return at.UTC(), nil
}

// latestTick is how long after it was done a step may be ticked: a device may have been without a network.
const LatestTick = 48 * time.Hour
