package store

import (
	"context"
	"encoding/json"
	"time"

	"github.com/google/uuid"
	"gorm.io/gorm/clause"

	"emblo/core/written"
)

// LogRow is how a set-up went, as it is kept.
type LogRow struct {
	SetupID uuid.UUID
	Doc     json.RawMessage
	Form    int
	Version int
	Offered json.RawMessage
	At      time.Time
	By      string
	Missing int
	Found   bool
	Mouthed []string `gorm:"serializer:json"`
}

// Log returns how a set-up went, or ErrNotFound where nobody has said.
func (c Logs) Log(ctx context.Context, setup uuid.UUID) (l LogRow, err error) {
	res := c.on(ctx).Raw(`select l.setup_id, l.doc, l.form, l.version, l.offered, l.at, coalesce(s.name, '') by, l.missing, l.found_at is not null found,
		(select coalesce(json_agg(k.child_id order by k.child_id), '[]') from log_children k where k.centre_id = l.centre_id and k.setup_id = l.setup_id) mouthed
		from logs l left join staff s on s.id = l.staff_id where l.centre_id = ? and l.setup_id = ?`, c.id, setup).Scan(&l)
	if res.Error == nil && res.RowsAffected == 0 {
		return l, ErrNotFound
	}
	return l, res.Error
}

// logEntry is a row of the table.
type logEntry struct {
	CentreID uuid.UUID `gorm:"primaryKey"`
	SetupID  uuid.UUID `gorm:"primaryKey"`
	Doc      json.RawMessage
	Form     int
	Version  int
	Offered  json.RawMessage
	PlayAt   string
	At       time.Time
	StaffID  *uuid.UUID
	Missing  int
}

// Told is a log with what comes of it.
type Told struct {
	SetupID, RoomID uuid.UUID
	Version         int // that was read; 0 begins it
	Doc, Offered    []byte
	PlayAt          string
	Missing         int
	Mouthed         []uuid.UUID
	Lessons         map[uuid.UUID][]byte
}

// SaveLog keeps how a set-up went over the version last read, with the children it was seen of and the
// lessons that begin by it; those of the version before end. A repeated save is harmless. The errors are
// ErrStale for a version that is not the stored one, and ErrNotFound for a set-up that is gone.
func (c Logs) SaveLog(ctx context.Context, l Told) (repeated bool, err error) {
	err = c.transact(ctx, func(tx *Centre) error {
		if err := tx.holdID(ctx, l.SetupID); err != nil {
			return err
		}
		var current []logEntry
		if err := tx.mine(ctx).Table("logs").Where("setup_id = ?", l.SetupID).Find(&current).Error; err != nil {
			return err
		}
		version := 0
		if len(current) > 0 {
			version = current[0].Version
		}
		if version == l.Version+1 && sameJSON(current[0].Doc, l.Doc) {
			repeated = true
			return nil
		}
		if version != l.Version {
			return ErrStale
		}
		now := tx.clock()
		row := logEntry{c.id, l.SetupID, l.Doc, written.Version, l.Version + 1, l.Offered, l.PlayAt, now, c.by,
			l.Missing}
		if err := tx.on(ctx).Table("logs").Clauses(clause.OnConflict{Columns: []clause.Column{{Name: "centre_id"},
			{Name: "setup_id"}}, DoUpdates: clause.AssignmentColumns([]string{"doc", "form", "version", "at",
			"staff_id", "missing"})}).Create(&row).Error; err != nil {
			return err
		}
		if err := tx.on(ctx).Exec(
			`insert into log_versions (centre_id, setup_id, version, doc, form, at, staff_id) values (?, ?, ?, ?, ?, ?, ?)`,
			c.id, l.SetupID, row.Version, string(l.Doc), row.Form, now, c.by).Error; err != nil {
			return err
		}
		return tx.Logs().saveWhatComes(ctx, l, now)
	})
	if violates(err, foreignKeyViolation, "") {
		return false, ErrNotFound
	}
	return repeated, err
}

// saveWhatComes keeps of whom a log tells, and the lessons that begin by it; those that began by what was said before
// end.
func (c Logs) saveWhatComes(ctx context.Context, l Told, now time.Time) error {
	if err := c.on(ctx).Exec("delete from log_children where centre_id = ? and setup_id = ?", c.id,
		l.SetupID).Error; err != nil {
		return err
	}
	for _, child := range l.Mouthed {
		if err := c.on(ctx).Exec(
			"insert into log_children (centre_id, setup_id, child_id, at) values (?, ?, ?, ?)", c.id, l.SetupID,
			child, now).Error; err != nil {
			return err
		}
	}
	if err := c.on(ctx).Exec(
		"update lessons set undone_at = ? where centre_id = ? and setup_id = ? and undone_at is null", now, c.id,
		l.SetupID).Error; err != nil {
		return err
	}
	for id, doc := range l.Lessons {
		if err := c.on(ctx).Exec(
			"insert into lessons (centre_id, id, setup_id, room_id, doc, form, made) values (?, ?, ?, ?, ?, ?, ?)",
			c.id, id, l.SetupID, l.RoomID, string(doc), written.Version, now).Error; err != nil {
			return err
		}
	}
	return nil
}

// LessonRow is something that is done otherwise.
type LessonRow struct {
	ID      uuid.UUID
	SetupID uuid.UUID
	RoomID  uuid.UUID
	Doc     json.RawMessage
	Form    int
	Made    time.Time
	Undone  bool
}

// lessonsShown is how many lessons of a room are looked at.
const lessonsShown = 50

// Lessons returns the lessons of a room, latest first; of one set-up where one is named.
func (c Logs) Lessons(ctx context.Context, room uuid.UUID, of *uuid.UUID) ([]LessonRow, error) {
	q := c.mine(ctx).Table("lessons").Select(
		"id, setup_id, room_id, doc, form, made, undone_at is not null undone").Where("room_id = ?", room)
	if of != nil {
		q = q.Where("setup_id = ?", *of)
	}
	var rows []LessonRow
	err := q.Order("made desc, id").Limit(lessonsShown).Find(&rows).Error
	return rows, err
}

// Lesson returns one lesson, or ErrNotFound.
func (c Logs) Lesson(ctx context.Context, id uuid.UUID) (l LessonRow, err error) {
	err = c.mine(ctx).Table("lessons").Select(
		"id, setup_id, room_id, doc, form, made, undone_at is not null undone").Where("id = ?", id).Take(&l).Error
	return l, notFound(err)
}

// KeepLesson keeps what a lesson says by now, and whether it was taken back.
func (c Logs) KeepLesson(ctx context.Context, id uuid.UUID, doc []byte, undone bool) error {
	row := map[string]any{"doc": json.RawMessage(doc), "form": written.Version}
	if undone {
		row["undone_at"] = c.clock()
	}
	return c.mine(ctx).Table("lessons").Where("id = ?", id).Updates(row).Error
}

// FoundStray notes that what was not counted in has been found; once more is harmless.
func (c Logs) FoundStray(ctx context.Context, setup uuid.UUID) error {
	res := c.mine(ctx).Table("logs").Where("setup_id = ?", setup).Update("found_at", c.clock())
	if res.Error == nil && res.RowsAffected == 0 {
		return ErrNotFound
	}
	return res.Error
}

// Strays returns the logs of which pieces are missing, latest first.
func (c Logs) Strays(ctx context.Context, limit int) ([]LogRow, error) {
	var rows []LogRow
	err := c.mine(ctx).Table("logs").Select("setup_id, offered, missing, at, version, form, doc").Where(
		"missing > 0 and found_at is null").Order("at desc").Limit(limit).Find(&rows).Error
	return rows, err
}

// ForgetChildren ends what was noted of children before a moment, in every centre.
func (s *Store) ForgetChildren(ctx context.Context, before time.Time) (int64, error) {
	res := s.db.WithContext(ctx).Exec("delete from log_children where at < ?", before)
	return res.RowsAffected, res.Error
}
