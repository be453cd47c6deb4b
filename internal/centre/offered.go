package centre

import (
	"context"
	"errors"
	"strings"

	"github.com/google/uuid"

	"emblo/core/desk"
	"emblo/core/desk/went"
	"emblo/core/strict"
	"emblo/core/written"
	"emblo/internal/store"
)

// openedAtOnce is how many set-ups that have opened are put down in one go.
const openedAtOnce = 200

// putDown puts down what has opened by now and is not put down yet, as it stands: after this it stays so.
func (h *House) putDown(ctx context.Context, s *store.Session) error {
	for {
		rows, err := h.Of(s).Logs().Opened(ctx, h.Now(s).String(), openedAtOnce)
		if err != nil || len(rows) == 0 {
			return err
		}
		day, _, _ := strings.Cut(rows[0].PlayAt, "T")
		d, _, err := h.deskFrom(ctx, s, min(day, h.daysFrom(s)))
		if err != nil {
			return err
		}
		for _, r := range rows {
			doc, given := Offered(d, r.Form, r.Doc.Doc, r.PlayAt)
			if err := h.Of(s).Logs().PutDown(ctx, r.ID, r.PlayAt, strict.Write(doc), given); err != nil {
				return err
			}
		}
		if len(rows) < openedAtOnce {
			return nil
		}
	}
}

// PutDown puts down what has opened in every centre, each by itself: what is left undone by a stop is done at the next
// start.
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

// stands returns what was offered when a set-up opened and how many pieces were given out, as they were put down; as
// they are for one that is not put down yet.
func (h *House) Stands(ctx context.Context, s *store.Session, d *desk.Desk, id uuid.UUID,
	setup written.Setup) (written.Offered, int, error) {
	kept, err := h.Of(s).Logs().Stands(ctx, id, setup.PlayAt)
	if errors.Is(err, store.ErrNotFound) {
		out, given := went.On(d).Offered(setup)
		return out, given, nil
	}
	if err != nil {
		return written.Offered{}, 0, err
	}
	out, err := strict.Read[written.Offered](kept.Doc)
	if err != nil {
		return out, 0, Unreadable("record", err)
	}
	if kept.Given != nil {
		return out, *kept.Given, nil
	}
	_, given := went.On(d).Offered(setup)
	return out, given, nil
}

// offered reckons what a set-up as it is kept was for its room, and how many pieces were given out.
func Offered(d *desk.Desk, form int, doc []byte, playAt string) (written.Offered, int) {
	w, err := written.Stored[written.Setup](form, doc)
	if err != nil {
		return written.Offered{PlayAt: playAt, Reason: "The set-up does not read.", Conditions: []string{}}, 0
	}
	return went.On(d).Offered(w)
}
