package store

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"time"

	"github.com/google/uuid"
	"gorm.io/gorm"
)

// ErrIDUsed is returned for the id of a letter under which something else was sent before, or by somebody else.
var ErrIDUsed = errors.New("the id was used for something else")

// Letter is what tells one thing that somebody sends from another: the id that was made when its form was opened, what
// it asks for, and a digest of all it says.
type Letter struct {
	ID        uuid.UUID
	Operation string
	Digest    []byte
}

// commandRow is a letter that was carried out.
type commandRow struct {
	CentreID, ID, StaffID uuid.UUID
	Operation             string
	Digest                []byte
	Answer                json.RawMessage `gorm:"type:jsonb"`
	At                    time.Time
}

// inCommand is the key under which a context carries the transaction of a command.
type inCommand struct{}

// InCommand reports whether a context is that of a command.
func InCommand(ctx context.Context) bool { return ctx.Value(inCommand{}) != nil }

// Command carries out do in one transaction: everything that is asked of the store with the context that do is given
// is in it, and all of it is kept or nothing. What transact does inside is a part that can fail by itself.
func (c *Centre) Command(ctx context.Context, do func(context.Context) error) error {
	return c.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		return do(context.WithValue(ctx, inCommand{}, tx))
	})
}

// Once does what a letter asks for and keeps what is answered, or returns what was answered when the letter came
// before. It belongs inside a Command. An id that was used for anything else is ErrIDUsed.
func (c *Centre) Once(ctx context.Context, l Letter, do func() (answer []byte, err error)) (before []byte,
	repeated bool, err error) {
	if err := c.holdID(ctx, l.ID); err != nil {
		return nil, false, err
	}
	var rows []commandRow
	if err := c.mine(ctx).Table("commands").Where("id = ?", l.ID).Find(&rows).Error; err != nil {
		return nil, false, err
	}
	if len(rows) > 0 {
		was := rows[0]
		if c.by == nil || was.StaffID != *c.by || was.Operation != l.Operation || !bytes.Equal(was.Digest, l.Digest) {
			return nil, false, ErrIDUsed
		}
		return was.Answer, true, nil
	}
	answer, err := do()
	if err != nil {
		return nil, false, err
	}
	row := commandRow{CentreID: c.id, ID: l.ID, Operation: l.Operation, Digest: l.Digest, Answer: answer, At: c.clock()}
	if c.by != nil {
		row.StaffID = *c.by
	}
	return nil, false, c.on(ctx).Table("commands").Create(&row).Error
}

// ForgetCommands deletes at most so many letters from before a moment, of every centre, and returns how many there
// were.
func (s *Store) ForgetCommands(ctx context.Context, before time.Time, most int) (int64, error) {
	res := s.db.WithContext(ctx).Exec(
		"delete from commands where (centre_id, id) in (select centre_id, id from commands where at < ? order by at limit ?)",
		before, most)
	return res.RowsAffected, res.Error
}
