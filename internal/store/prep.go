package store

import (
	"context"
	"encoding/json"
	"time"

	"github.com/google/uuid"
)

// PrepTick is a step of preparing that is done.
type PrepTick struct {
	SetupID uuid.UUID
	Step    string
	At      time.Time
	Value   *float64 // what was measured
	// With are the other set-ups that what it makes is for.
	With []string `gorm:"column:shared_with;serializer:json"`
	By   string
}

// PrepTicks returns the steps of set-ups that are done.
func (c Schedule) PrepTicks(ctx context.Context, setups []uuid.UUID) ([]PrepTick, error) {
	if len(setups) == 0 {
		return nil, nil
	}
	var all []PrepTick
	err := c.on(ctx).Raw(`select t.setup_id, t.step, t.at, t.value, t.shared_with, coalesce(s.name, '') by from prep_ticks t left join staff s on s.id = t.staff_id
		where t.centre_id = ? and t.setup_id in ? and t.undone_at is null order by t.at, t.step`, c.id, setups).Scan(&all).Error
	return all, err
}

// TickPrep notes that a step is done. One that is done already stays as it was first noted, but for one that was not
// measured and is now; one that was taken back since stays so. The error is ErrNotFound for a set-up that is not there.
func (c Schedule) TickPrep(ctx context.Context, t PrepTick) error {
	with, err := json.Marshal(append([]string{}, t.With...))
	if err != nil {
		return err
	}
	err = c.on(ctx).Exec(`insert into prep_ticks (centre_id, step, setup_id, at, value, staff_id, shared_with) values (?, ?, ?, ?, ?, ?, ?)
		on conflict (centre_id, step) do update set at = excluded.at, value = excluded.value, staff_id = excluded.staff_id, shared_with = excluded.shared_with, undone_at = null
			where case when prep_ticks.undone_at is null then prep_ticks.value is null and excluded.value is not null else prep_ticks.undone_at <= excluded.at + cast(? as interval) end`,
		c.id, t.Step, t.SetupID, t.At, t.Value, c.by, string(with), slack).Error
	if violates(err, foreignKeyViolation, "") {
		return ErrNotFound
	}
	return err
}

// RenameTicks keeps steps that are done under other ids, by those that they had; one that is kept under its new id
// already stays as it was first noted.
func (c Schedule) RenameTicks(ctx context.Context, ids map[string]string) error {
	text, err := json.Marshal(ids)
	if err != nil {
		return err
	}
	return c.on(ctx).Exec(`update prep_ticks t set step = n.value from jsonb_each_text(?::jsonb) n(key, value)
		where t.centre_id = ? and t.step = n.key and not exists (select 1 from prep_ticks o where o.centre_id = t.centre_id and o.step = n.value)`, string(text), c.id).Error
}

// UntickPrep takes back, at a moment, that a step of a set-up is done; one that is not is no error, and one that was
// done since stays so.
func (c Schedule) UntickPrep(ctx context.Context, setup uuid.UUID, step string, at time.Time) error {
	err := c.on(ctx).Exec(`insert into prep_ticks (centre_id, step, setup_id, at, undone_at, staff_id) values (?, ?, ?, ?, ?, ?)
		on conflict (centre_id, step) do update set undone_at = excluded.undone_at where prep_ticks.at <= excluded.undone_at + cast(? as interval)`, c.id, step, setup, at, at, c.by, slack).Error
	if violates(err, foreignKeyViolation, "") {
		return ErrNotFound
	}
	return err
}
