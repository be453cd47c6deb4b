package store

import (
	"context"
	"encoding/json"
	"time"

	"github.com/google/uuid"
	"gorm.io/gorm/clause"
)

// Setup is a planned set-up. Base and Items are JSON as the contract writes them.
type Setup struct {
	CentreID uuid.UUID `gorm:"primaryKey"`
	ID       uuid.UUID `gorm:"primaryKey"`
	RoomID   uuid.UUID
	Name     string
	PlayAt   time.Time       // the centre's wall clock, kept as UTC
	Base     json.RawMessage `gorm:"type:jsonb"`
	Items    json.RawMessage `gorm:"type:jsonb"`
	Version  int
	SavedAt  time.Time
}

// replaceByID turns an insert of what is there already into a replacement.
var replaceByID = clause.OnConflict{Columns: []clause.Column{{Name: "centre_id"}, {Name: "id"}}, UpdateAll: true}

// Setups returns every set-up of the centre, those from the moment on first and in
// order, then the earlier ones, latest first.
func (c *Centre) Setups(ctx context.Context, from time.Time) ([]Setup, error) {
	var all []Setup
	err := c.mine(ctx).Order(clause.Expr{SQL: "play_at < ?, abs(extract(epoch from play_at - ?)), id", Vars: []any{from, from}}).Find(&all).Error
	return all, err
}

// Setup returns one set-up, or ErrNotFound.
func (c *Centre) Setup(ctx context.Context, id uuid.UUID) (Setup, error) {
	var s Setup
	err := c.mine(ctx).Where("id = ?", id).Take(&s).Error
	return s, notFound(err)
}

// SaveSetup creates the set-up when s.Version is 0, or replaces the version s.Version.
// Repeating a save that has gone through returns what it stored. The errors are
// *Conflict[Setup] for a stale version, ErrNotFound for a set-up that is gone, ErrNoRoom.
func (c *Centre) SaveSetup(ctx context.Context, s Setup) (Setup, error) {
	s.CentreID = c.id
	saved, err := save[Setup]{
		id: s.ID, version: s.Version,
		get:  func(tx *Centre) (Setup, error) { return tx.Setup(ctx, s.ID) },
		at:   func(stored Setup) int { return stored.Version },
		same: func(stored Setup) bool { return sameSetup(stored, s) },
		write: func(tx *Centre, version int, _ bool) error {
			s.Version, s.SavedAt = version, tx.db.NowFunc()
			return tx.db.WithContext(ctx).Clauses(replaceByID).Create(&s).Error
		},
	}.run(ctx, c)
	if violates(err, foreignKeyViolation, "") {
		return Setup{}, ErrNoRoom
	}
	return saved, err
}

func sameSetup(got, want Setup) bool {
	return got.RoomID == want.RoomID && got.Name == want.Name &&
		got.PlayAt.Equal(want.PlayAt) && sameJSON(got.Base, want.Base) && sameJSON(got.Items, want.Items)
}

// DeleteSetup deletes a set-up, or returns ErrNotFound.
func (c *Centre) DeleteSetup(ctx context.Context, id uuid.UUID) error {
	res := c.mine(ctx).Where("id = ?", id).Delete(&Setup{})
	if res.Error == nil && res.RowsAffected == 0 {
		return ErrNotFound
	}
	return res.Error
}
