package schedule

import (
	"context"
	"slices"
	"strings"

	"github.com/google/uuid"

	"emblo/core/age"
	"emblo/core/clock"
	"emblo/core/desk"
	"emblo/core/desk/bench"
	"emblo/core/desk/preparing"
	"emblo/core/strict"
	"emblo/core/written"
	"emblo/internal/centre"
	"emblo/internal/centre/setups"
	"emblo/internal/store"
)

// Prep returns what is prepared on a day, from today on, for the coming plans.
func (h Schedule) Prep(ctx context.Context, s *store.Session, day string) (written.PrepDay, error) {
	now := h.Now(s)
	on, err := age.ParseDate(day)
	if err != nil || now.Day().After(on) || on.After(now.Day().Plus(centre.AheadDays)) {
		return written.PrepDay{}, strict.Bad("/day", "Choose today or one of the %d days to come.", centre.AheadDays)
	}
	d, plans, ticks, err := h.toPrepare(ctx, s)
	if err != nil {
		return written.PrepDay{}, err
	}
	return preparing.On(d).Prep(plans, ticks, on, now)
}

// weekDays is how many days are looked over at once.
const weekDays = 7

// PrepWeek returns what is prepared in the week from today on.
func (h Schedule) PrepWeek(ctx context.Context, s *store.Session) (written.PrepWeek, error) {
	d, plans, ticks, err := h.toPrepare(ctx, s)
	if err != nil {
		return written.PrepWeek{}, err
	}
	now := h.Now(s)
	return preparing.On(d).PrepWeek(plans, ticks, clock.At(now.Day(), 24*(weekDays-1), 0).Day(), now)
}

// PrepOf returns when a set-up is prepared among the coming plans.
func (h Schedule) PrepOf(ctx context.Context, s *store.Session, id uuid.UUID) (written.PrepSetup, error) {
	now := h.Now(s)
	stored, err := setups.In(h.House).Setup(ctx, s, id)
	if err != nil {
		return written.PrepSetup{}, err
	}
	d, plans, ticks, err := h.toPrepare(ctx, s)
	if err != nil {
		return written.PrepSetup{}, err
	}
	of := desk.Coming{ID: stored.ID, Setup: stored.Setup}
	out, err := preparing.On(d).PrepOf(of, plans, ticks, now)
	if err != nil {
		return out, err
	}
	// One that opens later than what is prepared now is asked about all the same.
	if !slices.ContainsFunc(plans, func(p desk.Coming) bool { return p.ID == of.ID }) {
		plans = append(plans, of)
	}
	if missing, coming := bench.On(d).Missing(plans, now)[of.ID]; coming {
		out.Missing, out.Clashes = &missing, bench.On(d).Clashes(plans, now)[of.ID]
	}
	return out, nil
}

// toPrepare returns what is prepared: the plans of the day and those to come, and what is done of them.
func (h Schedule) toPrepare(ctx context.Context, s *store.Session) (*desk.Desk, []desk.Coming, []preparing.PrepTick,
	error) {
	d, err := h.Desk(ctx, s)
	if err != nil {
		return nil, nil, nil, err
	}
	plans, err := h.Coming(ctx, s, clock.At(h.Now(s).Day(), 0, 0))
	if err != nil {
		return nil, nil, nil, err
	}
	ticks, err := h.PrepTicks(ctx, s, d, plans...)
	return d, plans, ticks, err
}

// Begin says of set-ups when prep for them begins, as it is planned among all that are to come, and what is missing
// before they are ready; of those for which nothing is prepared the time stays as it was reckoned alone.
func (h Schedule) Begin(ctx context.Context, s *store.Session, all []written.SetupSummary) error {
	now := h.Now(s)
	if !slices.ContainsFunc(all, func(w written.SetupSummary) bool { return w.PlayAt >= now.String() }) {
		return nil
	}
	d, plans, ticks, err := h.toPrepare(ctx, s)
	if err != nil {
		return err
	}
	begins := preparing.On(d).Begins(all, plans, ticks, now)
	for i := range all {
		if begun, known := begins[all[i].ID]; known {
			all[i].StartsBy, all[i].Late = begun.At, begun.Late
		}
	}
	bench.On(d).Tell(all, plans, now)
	return nil
}

// PrepTicks returns the steps of plans that are done. Those that were told by their words are kept by their ids from
// here on.
func (h Schedule) PrepTicks(ctx context.Context, s *store.Session, d *desk.Desk,
	plans ...desk.Coming) ([]preparing.PrepTick, error) {
	ids := make([]uuid.UUID, 0, len(plans))
	for _, p := range plans {
		if id, err := uuid.Parse(p.ID); err == nil {
			ids = append(ids, id)
		}
	}
	rows, err := h.Of(s).Schedule().PrepTicks(ctx, ids)
	if err != nil {
		return nil, err
	}
	ticks := make([]preparing.PrepTick, len(rows))
	for i, r := range rows {
		ticks[i] = preparing.PrepTick{Step: r.Step, By: r.By, At: r.At, Measured: r.Value, With: r.With}
	}
	if ids := preparing.On(d).Renamed(plans, ticks); len(ids) > 0 {
		if err := h.Behind(ctx, "steps by their ids are", func(ctx context.Context) error {
			return h.Of(s).Schedule().RenameTicks(ctx, ids)
		}); err != nil {
			return nil, err
		}
		for i := range ticks {
			if id, there := ids[ticks[i].Step]; there {
				ticks[i].Step = id
			}
		}
	}
	return ticks, nil
}

// TickPrep notes that a step is done, or takes that back. The same tick twice is one.
func (h Schedule) TickPrep(ctx context.Context, s *store.Session, in written.PrepTickInput) error {
	of, _, _ := strings.Cut(in.StepID, "/")
	setup, err := centre.ParseID(of)
	if err != nil {
		return strict.Bad("/step_id", "Choose a step.")
	}
	at, err := h.At(in.At, centre.LatestTick, "Tick what was done within the last two days, and not in the future.")
	if err != nil {
		return err
	}
	stored, err := setups.In(h.House).Setup(ctx, s, setup)
	if err != nil {
		return err
	}
	plan := desk.Coming{ID: stored.ID, Setup: stored.Setup}
	d, err := h.Desk(ctx, s)
	if err != nil {
		return err
	}
	// Only what has a mix in common can be made in one batch: no other plan says anything about the step.
	plans, err := h.ComingWith(ctx, s, plan.Recipes(), clock.At(h.Now(s).Day(), 0, 0))
	if err != nil {
		return err
	}
	if !slices.ContainsFunc(plans, func(p desk.Coming) bool { return p.ID == plan.ID }) {
		plans = append(plans, plan)
	}
	ticks, err := h.PrepTicks(ctx, s, d, plans...)
	if err != nil {
		return err
	}
	with, err := preparing.On(d).CheckPrepTick(plan, plans, ticks, h.Now(s), in)
	if err != nil {
		return err
	}
	if !in.Done {
		return centre.Gone(h.Of(s).Schedule().UntickPrep(ctx, setup, in.StepID, at))
	}
	return centre.Gone(h.Of(s).Schedule().TickPrep(ctx, store.PrepTick{SetupID: setup, Step: in.StepID, At: at,
		Value: in.MeasuredC, With: with}))
}
