package store

import (
	"context"
	"encoding/json"
	"errors"
	"slices"
	"time"

	"github.com/google/uuid"
	"gorm.io/gorm"
)

// CentreRow is a centre and its settings.
type CentreRow struct {
	ID             uuid.UUID
	Name           string
	RatioTable     string
	Emergency      string
	TimeZone       string
	Demo           bool
	Version        int   `gorm:"default:1"`
	PerAdult       []int `gorm:"serializer:json"`
	FindsStirredIn bool
	Currency       string          `gorm:"default:'USD'"`           // ISO 4217
	Policy         json.RawMessage `gorm:"type:jsonb;default:'{}'"` // as the contract writes it
}

// TableName names the table for GORM.
func (CentreRow) TableName() string { return "centres" }

// Staff is one account.
type Staff struct {
	ID           uuid.UUID
	CentreID     uuid.UUID
	Name         string
	Email        string
	Role         string
	PasswordHash string
}

// TableName names the table for GORM.
func (Staff) TableName() string { return "staff" }

// Session is a signed-in account with what every request needs of it.
type Session struct {
	StaffID        uuid.UUID
	StaffName      string
	Role           string
	CentreID       uuid.UUID
	CentreName     string
	RatioTable     string
	Emergency      string
	TimeZone       string
	PerAdult       []int `gorm:"serializer:json"`
	FindsStirredIn bool
	Currency       string
	Policy         json.RawMessage
	// Revision goes up with every change to the rooms, things, recipes and cupboard of the
	// centre.
	Revision int64
}

type sessionRow struct {
	TokenHash []byte `gorm:"primaryKey"`
	StaffID   uuid.UUID
	ExpiresAt time.Time
}

// TableName names the table for GORM.
func (sessionRow) TableName() string { return "sessions" }

// CreateCentre adds a centre with its first accounts, all or nothing.
func (s *Store) CreateCentre(ctx context.Context, c CentreRow, staff ...Staff) error {
	return s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		if err := tx.Create(&c).Error; err != nil {
			return err
		}
		for i := range staff {
			staff[i].CentreID = c.ID
		}
		if len(staff) == 0 {
			return nil
		}
		return tx.Create(&staff).Error
	})
}

// DemoCentre returns the demo centre and its first lead, or ErrNotFound.
func (s *Store) DemoCentre(ctx context.Context) (CentreRow, Staff, error) {
	var c CentreRow
	if err := s.db.WithContext(ctx).Where("demo").First(&c).Error; err != nil {
		return c, Staff{}, notFound(err)
	}
	var lead Staff
	err := s.db.WithContext(ctx).Where("centre_id = ? and role = 'lead'", c.ID).Order("created_at, id").First(&lead).Error
	return c, lead, notFound(err)
}

// Settings returns the centre's own row.
func (c *Centre) Settings(ctx context.Context) (CentreRow, error) {
	var row CentreRow
	err := c.db.WithContext(ctx).Where("id = ?", c.id).Take(&row).Error
	return row, notFound(err)
}

// SaveSettings replaces the version row.Version of the centre's settings; whether it is a
// demo and its time zone stay. The errors are *Conflict[CentreRow] for a stale version.
func (c *Centre) SaveSettings(ctx context.Context, row CentreRow) (CentreRow, error) {
	row.ID = c.id
	return save[CentreRow]{
		id: c.id, version: row.Version,
		get: func(tx *Centre) (CentreRow, error) { return tx.Settings(ctx) },
		at:  func(stored CentreRow) int { return stored.Version },
		same: func(stored CentreRow) bool {
			return stored.Name == row.Name && stored.RatioTable == row.RatioTable && stored.Emergency == row.Emergency &&
				stored.FindsStirredIn == row.FindsStirredIn && stored.Currency == row.Currency && slices.Equal(stored.PerAdult, row.PerAdult) && sameJSON(stored.Policy, row.Policy)
		},
		write: func(tx *Centre, version int, _ bool) error {
			row.Version = version
			return tx.db.WithContext(ctx).Model(&CentreRow{}).Where("id = ?", c.id).
				Select("name", "ratio_table", "emergency", "per_adult", "finds_stirred_in", "currency", "policy", "version").Updates(&row).Error
		},
	}.run(ctx, c)
}

// Empty reports whether there is no centre at all.
func (s *Store) Empty(ctx context.Context) (bool, error) {
	var n int64
	err := s.db.WithContext(ctx).Model(&CentreRow{}).Limit(1).Count(&n).Error
	return n == 0, err
}

// DeleteDemo deletes demo centres with everything in them.
func (s *Store) DeleteDemo(ctx context.Context) error {
	return s.db.WithContext(ctx).Where("demo").Delete(&CentreRow{}).Error
}

// StaffByEmail finds an account by its address in any case.
func (s *Store) StaffByEmail(ctx context.Context, email string) (Staff, error) {
	var st Staff
	err := s.db.WithContext(ctx).Where("lower(email) = lower(?)", email).First(&st).Error
	return st, notFound(err)
}

// SaveSession keeps the hash of a session token until it expires, and clears out
// sessions that have by now.
func (s *Store) SaveSession(ctx context.Context, tokenHash []byte, staff uuid.UUID, now, expires time.Time) error {
	db := s.db.WithContext(ctx)
	if err := db.Exec("delete from sessions where expires_at < ?", now).Error; err != nil {
		return err
	}
	return db.Create(&sessionRow{TokenHash: tokenHash, StaffID: staff, ExpiresAt: expires}).Error
}

// SessionByToken returns who holds the token with this hash at a moment, or ErrNotFound.
func (s *Store) SessionByToken(ctx context.Context, tokenHash []byte, now time.Time) (Session, error) {
	var found Session
	res := s.db.WithContext(ctx).Raw(`
		select st.id staff_id, st.name staff_name, st.role, c.id centre_id, c.name centre_name,
		       c.ratio_table, c.emergency, c.time_zone, c.per_adult, c.finds_stirred_in, c.currency, c.policy, c.revision
		from sessions s join staff st on st.id = s.staff_id join centres c on c.id = st.centre_id
		where s.token_hash = ? and s.expires_at > ?`, tokenHash, now).Scan(&found)
	if res.Error == nil && res.RowsAffected == 0 {
		return found, ErrNotFound
	}
	return found, res.Error
}

// DeleteSession forgets a token.
func (s *Store) DeleteSession(ctx context.Context, tokenHash []byte) error {
	return s.db.WithContext(ctx).Exec("delete from sessions where token_hash = ?", tokenHash).Error
}

// FailuresSince counts the failed sign-ins of an address or account since a moment.
func (s *Store) FailuresSince(ctx context.Context, who string, since time.Time) (int, error) {
	var n int
	err := s.db.WithContext(ctx).Raw("select count(*) from sign_in_failures where who = ? and at > ?", who, since).Scan(&n).Error
	return n, err
}

// AddFailure records a failed sign-in at a moment and forgets those a day older.
func (s *Store) AddFailure(ctx context.Context, at time.Time, who ...string) error {
	db := s.db.WithContext(ctx)
	err := db.Exec("delete from sign_in_failures where at < ?", at.Add(-24*time.Hour)).Error
	for _, w := range who {
		err = errors.Join(err, db.Exec("insert into sign_in_failures (who, at) values (?, ?)", w, at).Error)
	}
	return err
}
