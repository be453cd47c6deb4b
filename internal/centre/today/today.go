package today

import (
	"context"
	"encoding/json"
	"errors"
	"slices"

	"github.com/google/uuid"

	"emblo/core/age"
	"emblo/core/clock"
	"emblo/core/desk"
	"emblo/core/desk/bench"
	"emblo/core/desk/cupboard"
	"emblo/core/desk/preparing"
	"emblo/core/strict"
	"emblo/core/written"
	"emblo/internal/centre"
	"emblo/internal/centre/logs"
	"emblo/internal/centre/making"
	"emblo/internal/centre/schedule"
	"emblo/internal/centre/setups"
	"emblo/internal/noted"
	"emblo/internal/store"
)

// How many of the days to come, and of what is short, Today shows.
const (
	nextShown  = 6
	shortShown = 8
)

// glance is a day while it is put together, with what is kept so that it need not be reckoned or asked about again.
type glance struct {
	written.Today
	now   clock.Wall
	plans []desk.Coming
	anew  map[uuid.UUID]store.VersionedDigest
	// first is what nobody has taken note of yet; again and printed are what was noted in words, in the form of now.
	first, again map[uuid.UUID]json.RawMessage
	printed      map[uuid.UUID]string
}

func (h Day) newGlance(s *store.Session) *glance {
	now := h.Now(s)
	return &glance{now: now, anew: map[uuid.UUID]store.VersionedDigest{}, first: map[uuid.UUID]json.RawMessage{},
		again: map[uuid.UUID]json.RawMessage{}, printed: map[uuid.UUID]string{},
		Today: written.Today{Now: now.String(), Zone: h.Zone(s.TimeZone).String(), Setups: []written.SetupSummary{},
			Next: []written.SetupSummary{}, Changed: []written.Change{}, Prints: []written.StalePrint{},
			Short: []written.ShortOf{}, GoesOff: []written.GoesOff{}, ToLog: []written.ToLog{},
			Strays: []written.Stray{}, Moved: []written.MovedBatch{}}}
}

// Glance returns the day at a glance. Every coming set-up is held against what somebody last took note
// of about it, so that no change is lost however the program ends in between; what nobody has looked
// at yet is noted as it is now.
func (h Day) Glance(ctx context.Context, s *store.Session) (written.Today, error) {
	g := h.newGlance(s)
	d, at, err := h.DeskAt(ctx, s)
	if err != nil {
		return g.Today, err
	}
	rows, err := h.Of(s).Glances().Seen(ctx, clock.At(g.now.Day(), 0, 0).String(), centre.MaxAhead)
	if err != nil {
		return g.Today, err
	}
	for _, r := range rows {
		said := setups.In(h.House).Read(at, d, r.SetupRow)
		if said.Fresh != nil {
			g.anew[r.ID] = store.VersionedDigest{Version: r.Version,
				Digest: setups.In(h.House).Kept(at, *said.Plan, *said.Fresh)}
		}
		g.see(d, r, said)
	}
	if err := h.keep(ctx, s, g); err != nil {
		return g.Today, err
	}
	ticks, err := schedule.In(h.House).PrepTicks(ctx, s, d, g.plans...)
	if err != nil {
		return g.Today, err
	}
	begins := preparing.On(d).Begins(slices.Concat(g.Setups, g.Next), g.plans, ticks, g.now)
	for _, list := range [][]written.SetupSummary{g.Setups, g.Next} {
		for i := range list {
			if begun, known := begins[list[i].ID]; known {
				list[i].StartsBy, list[i].Late = begun.At, begun.Late
			}
		}
		bench.On(d).Tell(list, g.plans, g.now)
	}
	if g.Moved, err = making.In(h.House).Moved(ctx, s, d); err != nil {
		return g.Today, err
	}
	g.Rooms, g.Clocks = d.RoomDays(g.now.Day()), h.Doubts(s, d)
	cupboard.On(d).Ahead(g.plans, g.now.Day(), shortShown, &g.Today)
	return g.Today, logs.In(h.House).Unsaid(ctx, s, d, &g.Today)
}

// see adds a coming set-up to the day.
func (g *glance) see(d *desk.Desk, r store.SeenRow, said setups.Row) {
	opens, err := clock.ParseWall(said.PlayAt)
	switch {
	case err == nil && opens.Day() == g.now.Day():
		g.Setups = append(g.Setups, said.SetupSummary)
	case len(g.Next) < nextShown:
		g.Next = append(g.Next, said.SetupSummary)
	}
	if said.Plan == nil {
		return
	}
	if opens.Compare(g.now) >= 0 {
		g.plans = append(g.plans, desk.Coming{ID: said.ID, Setup: written.Setup{Name: said.Name, Plan: *said.Plan}})
	}
	change, worded := changeOf(d, said, r.Seen)
	switch {
	case len(r.Seen) == 0:
		g.first[r.ID] = strict.Write(said.Judged(d).Judgement)
	case change != nil:
		g.Changed = append(g.Changed, *change)
	case worded:
		g.again[r.ID] = strict.Write(said.Judged(d).Judgement)
	}
	if r.PrintID != nil && noted.Worded(r.PrintedToken) && noted.Token(said.Judged(d)) == r.PrintedToken {
		r.PrintedToken = said.Judged(d).Token
		g.printed[*r.PrintID] = r.PrintedToken
	}
	if p := stalePrint(r, said, change); p != nil {
		g.Prints = append(g.Prints, *p)
	}
}

// keep keeps what was reckoned and seen.
func (h Day) keep(ctx context.Context, s *store.Session, g *glance) error {
	if err := setups.In(h.House).Keep(ctx, s, g.anew); err != nil {
		return err
	}
	if len(g.first)+len(g.again)+len(g.printed) == 0 {
		return nil
	}
	return h.Behind(ctx, "what was seen is", func(ctx context.Context) error {
		kept := h.Of(s).Glances()
		return errors.Join(kept.KeepSeen(ctx, g.first, true), kept.KeepSeen(ctx, g.again, false),
			kept.RenewPrints(ctx, g.printed))
	})
}

// changeOf returns what changed since somebody last took note; nil for nothing, and where nobody has yet. worded says
// that it was noted in words. What was noted in a form that does not read is said as a change: nothing is cleared
// by it.
func changeOf(d *desk.Desk, said setups.Row, seen json.RawMessage) (c *written.Change, worded bool) {
	if len(seen) == 0 {
		return nil, false
	}
	was, err := strict.Read[written.Judgement](seen)
	if err == nil && bench.TokenOf(was) == said.Token {
		return nil, false
	}
	now := said.Judged(d)
	if err != nil {
		if was, err = noted.Read(seen, now); err == nil && bench.TokenOf(was) == now.Token {
			return nil, true
		}
		worded = true
	}
	c = &written.Change{SetupSummary: said.SetupSummary, WasMark: was.Mark, Why: now.Since(was), Token: now.Token}
	if err != nil {
		c.Why = []string{"The earlier check cannot be read: check it again."}
	}
	return c, worded
}

// stalePrint returns the last sheet of a set-up where it is not true any more.
func stalePrint(r store.SeenRow, said setups.Row, change *written.Change) *written.StalePrint {
	if r.PrintID == nil || r.PrintedVersion == r.Version && r.PrintedToken == said.Token {
		return nil
	}
	p := &written.StalePrint{ID: r.PrintID.String(), SetupID: said.ID, Name: said.Name, RoomName: said.RoomName,
		PlayAt: said.PlayAt, PrintedAt: r.PrintedAt, Why: "The set-up was changed after it was printed."}
	if r.PrintedVersion == r.Version {
		p.Why = "The verdict has changed since you printed it."
		if change != nil {
			p.Why = change.Why[0]
		}
	}
	return p
}

// TakeNote notes that somebody has seen what is said of a set-up: what the token stands for. Where
// more has changed since, that is a fault, and nothing is noted.
func (h Day) TakeNote(ctx context.Context, s *store.Session, id uuid.UUID, in written.SeenInput) error {
	d, err := h.Desk(ctx, s)
	if err != nil {
		return err
	}
	stored, err := setups.In(h.House).Setup(ctx, s, id)
	if err != nil {
		return err
	}
	now := bench.On(d).Judged(stored.Plan)
	if now.Token != in.Token {
		return strict.Bad("/token", "It has changed again since: look once more.")
	}
	return h.Of(s).Glances().KeepSeen(ctx, map[uuid.UUID]json.RawMessage{id: strict.Write(now.Judgement)}, false)
}

// Printed notes that a set-up was printed as it is now.
func (h Day) Printed(ctx context.Context, s *store.Session, id uuid.UUID, in written.PrintInput) error {
	setup, err := centre.ParseID(in.SetupID)
	if err != nil {
		return strict.Bad("/setup_id", "Choose a set-up.")
	}
	d, err := h.Desk(ctx, s)
	if err != nil {
		return err
	}
	stored, err := setups.In(h.House).Setup(ctx, s, setup)
	if err != nil {
		return err
	}
	return centre.Gone(h.Of(s).Glances().AddPrint(ctx, store.Print{ID: id, SetupID: setup, Version: in.Version,
		Token: bench.On(d).Judged(stored.Plan).Token}))
}

// DropPrint notes that a sheet is in the bin.
func (h Day) DropPrint(ctx context.Context, s *store.Session, id uuid.UUID) error {
	return centre.Gone(h.Of(s).Glances().DropPrint(ctx, id))
}

// SaveDay keeps who is in a room on a day, from yesterday on.
func (h Day) SaveDay(ctx context.Context, s *store.Session, room uuid.UUID, day string,
	in written.DayInput) (written.RoomDay, error) {
	var out written.RoomDay
	on, err := age.ParseDate(day)
	if err != nil || h.Today(s).Plus(-1).After(on) {
		return out, strict.Bad("/day", "Say who is here for today or a day to come.")
	}
	d, err := h.Desk(ctx, s)
	if err != nil {
		return out, err
	}
	if err := d.CheckDay(room.String(), on, in.DayBody); err != nil {
		return out, err
	}
	roomDay := func() (written.RoomDay, error) {
		now := *s
		now.People = uuid.Nil
		fresh, err := h.Desk(ctx, &now)
		if err != nil {
			return out, err
		}
		for _, r := range fresh.RoomDays(on) {
			if r.RoomID == room.String() {
				return r, nil
			}
		}
		return out, centre.ErrGone
	}
	err = h.Of(s).Glances().SaveDay(ctx, room, on.String(), in.Version, strict.Write(in.DayBody))
	var stale *store.Conflict
	switch {
	case errors.As(err, &stale):
		current, err := roomDay()
		if err != nil {
			return out, err
		}
		return out, &centre.Conflict{What: "day", Current: current}
	case errors.Is(err, store.ErrNoRoom):
		return out, centre.ErrGone
	case err != nil:
		return out, err
	}
	return roomDay()
}
