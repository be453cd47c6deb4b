package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"time"

	"github.com/google/uuid"
	"gorm.io/gorm"

	"emblo/core/written"
)

// CentreRow is a centre with its settings as a document.
type CentreRow struct {
	ID       uuid.UUID
	TimeZone string
	Demo     bool
	Doc      json.RawMessage `gorm:"type:jsonb"`
	Form     int
	Version  int `gorm:"default:1"`
	// CreatedAt is stamped by the store's clock.
	CreatedAt time.Time
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
	Language     string // empty where they read what the centre reads
	// CreatedAt is stamped by the store's clock.
	CreatedAt time.Time
}

// TableName names the table for GORM.
func (Staff) TableName() string { return "staff" }

// Session is a signed-in account with what every request needs of it.
type Session struct {
	StaffID   uuid.UUID
	StaffName string
	Role      string
	CentreID  uuid.UUID
	TimeZone  string
	// Language is what this person reads, else what the centre says, else empty; Units is what the centre says.
	Language, Units string
	// DatabaseAt is what the database's clock showed when it was asked, to be held against the program's;
	// nothing else goes by it.
	DatabaseAt time.Time
	// Revisions are those of the moment at which the request came.
	Revisions
}

// CreateCentre adds a centre with its first accounts, all or nothing.
func (s *Store) CreateCentre(ctx context.Context, c CentreRow, staff ...Staff) error {
	return s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		c.Form = written.Version
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

// Name returns what the centre is called, as far as its settings say.
func (c CentreRow) Name() string {
	var named struct{ Name string }
	_ = json.Unmarshal(c.Doc, &named) // settings that do not read have no name
	return named.Name
}

// DemoCentre returns the demo centre and its first lead, or ErrNotFound.
func (s *Store) DemoCentre(ctx context.Context) (CentreRow, Staff, error) {
	var c CentreRow
	if err := s.db.WithContext(ctx).Where("demo").First(&c).Error; err != nil {
		return c, Staff{}, notFound(err)
	}
	var lead Staff
	err := s.db.WithContext(ctx).Where("centre_id = ? and role = 'lead'", c.ID).Order("name, id").First(&lead).Error
	return c, lead, notFound(err)
}

// Settings returns the centre's own row.
func (c *Centre) Settings(ctx context.Context) (CentreRow, error) {
	var row CentreRow
	err := c.on(ctx).Where("id = ?", c.id).Take(&row).Error
	return row, notFound(err)
}

// SaveSettings replaces a version of the centre's settings. The errors are *Conflict for a
// stale version.
// A zone takes the place of the one that the centre's days turned by; none leaves it.
func (c *Centre) SaveSettings(ctx context.Context, version int, doc []byte, zone string) (saved CentreRow, err error) {
	err = c.transact(ctx, func(tx *Centre) error {
		if err := tx.holdID(ctx, c.id); err != nil {
			return err
		}
		current, err := tx.Settings(ctx)
		if err != nil {
			return err
		}
		if repeated, err := stale(Doc{Doc: current.Doc, Form: current.Form, Version: current.Version}, version,
			doc); repeated || err != nil {
			saved = current
			return err
		}
		saved = current
		saved.Doc, saved.Form, saved.Version = doc, written.Version, version+1
		if zone != "" {
			saved.TimeZone = zone
		}
		if err := tx.on(ctx).Model(&CentreRow{}).Where("id = ?", c.id).Select("doc", "form", "version",
			"time_zone").Updates(&saved).Error; err != nil {
			return err
		}
		return tx.note(ctx, "saved", "centres", c.id, saved.Version)
	})
	return saved, err
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
	return db.Exec(`
		insert into sessions (token_hash, created_at, expires_at, staff_id, centre_id, name, role)
		select ?, ?, ?, id, centre_id, name, role from staff where id = ?`, tokenHash, now, expires, staff).Error
}

// SessionByToken returns who holds the token with this hash at a moment, or ErrNotFound. It
// is asked with every request, so it is read without reflection, and not given up halfway:
// that would cost more than to end it. A server that hangs is given up by the connection.
func (s *Store) SessionByToken(ctx context.Context, tokenHash []byte, now time.Time) (found Session, err error) {
	err = s.db.WithContext(context.WithoutCancel(ctx)).Raw(`
		select s.staff_id, s.name, s.role, s.centre_id, c.time_zone, `+speech+`, clock_timestamp(), c.people_revision, c.shelf_revision, c.stock_revision
		from sessions s join centres c on c.id = s.centre_id join staff p on p.id = s.staff_id
		where s.token_hash = ? and s.expires_at > ?`, tokenHash, now).Row().
		Scan(&found.StaffID, &found.StaffName, &found.Role, &found.CentreID, &found.TimeZone, &found.Language,
			&found.Units, &found.DatabaseAt, &found.People, &found.Shelf, &found.Stock)
	if errors.Is(err, sql.ErrNoRows) {
		return found, ErrNotFound
	}
	return found, err
}

// speech is what an answer is put into words for: the language of a person p, else of their centre c, and its units.
const speech = `coalesce(nullif(p.language, ''), c.doc->>'language', ''), coalesce(c.doc->>'units', '')`

// SetLanguage notes what language a member of staff reads; an empty one is that of their centre.
func (s *Store) SetLanguage(ctx context.Context, staff uuid.UUID, language string) error {
	return s.db.WithContext(ctx).Exec("update staff set language = ? where id = ?", language, staff).Error
}

// Seal returns the key of a member of staff, 32 bytes, with which what they typed lies sealed on a device.
func (s *Store) Seal(ctx context.Context, staff uuid.UUID) (key []byte, err error) {
	err = s.db.WithContext(ctx).Raw("select seal from staff where id = ?", staff).Row().Scan(&key)
	if errors.Is(err, sql.ErrNoRows) {
		return nil, ErrNotFound
	}
	return key, err
}

// DeleteSession forgets a token.
func (s *Store) DeleteSession(ctx context.Context, tokenHash []byte) error {
	return s.db.WithContext(ctx).Exec("delete from sessions where token_hash = ?", tokenHash).Error
}
