package store

import (
	"context"
	"encoding/json"
	"errors"
	"time"

	"github.com/google/uuid"

	"emblo/core/written"
)

// SeenRow is a coming set-up with what somebody last took note of about it, and the sheet of it that
// was printed last, if any.
type SeenRow struct {
	SetupRow
	Seen           json.RawMessage
	PrintID        *uuid.UUID
	PrintedVersion int
	PrintedToken   string
	PrintedAt      time.Time
}

// Seen returns at most limit set-ups from a moment on, in order, with what was noted of them; templates
// are none.
func (c Glances) Seen(ctx context.Context, from string, limit int) ([]SeenRow, error) {
	var rows []SeenRow
	err := c.on(ctx).Raw(`
		select s.centre_id, s.id, s.doc, s.form, s.version, s.updated_at, d.digest, n.seen, p.id print_id, coalesce(p.version, 0) printed_version, coalesce(p.token, '') printed_token, coalesce(p.at, 'epoch') printed_at
		from setups s left join digests d on d.centre_id = s.centre_id and d.setup_id = s.id and d.version = s.version
			left join seen n on n.centre_id = s.centre_id and n.setup_id = s.id
			left join lateral (select id, version, token, at from prints where centre_id = s.centre_id and setup_id = s.id order by at desc, id desc limit 1) p on true
		where s.centre_id = ? and s.deleted_at is null and s.play_at >= ? and coalesce((s.doc->>'template')::boolean, false) = false
		order by s.play_at, s.id limit ?`, c.id, from, limit).Scan(&rows).Error
	return rows, err
}

// Print is a sheet that was printed.
type Print struct {
	CentreID uuid.UUID `gorm:"primaryKey"`
	ID       uuid.UUID `gorm:"primaryKey"`
	SetupID  uuid.UUID
	Version  int
	Token    string
	At       time.Time
	StaffID  *uuid.UUID
}

// AddPrint notes a print; one with the id of an earlier one changes nothing. It fails with ErrNotFound
// for a set-up that is not there.
func (c Glances) AddPrint(ctx context.Context, p Print) error {
	p.CentreID, p.StaffID, p.At = c.id, c.by, c.clock()
	err := c.on(ctx).Exec(
		"insert into prints (centre_id, id, setup_id, version, token, at, staff_id) values (?, ?, ?, ?, ?, ?, ?) on conflict do nothing",
		p.CentreID, p.ID, p.SetupID, p.Version, p.Token, p.At, p.StaffID).Error
	if violates(err, foreignKeyViolation, "") {
		return ErrNotFound
	}
	return err
}

// RenewPrints keeps what was said on prints under the token that it has now, by id.
func (c Glances) RenewPrints(ctx context.Context, tokens map[uuid.UUID]string) error {
	if len(tokens) == 0 {
		return nil
	}
	text, err := json.Marshal(tokens)
	if err != nil {
		return err
	}
	return c.on(ctx).Exec(
		`update prints p set token = n.value from jsonb_each_text(?::jsonb) n(key, value) where p.centre_id = ? and p.id = n.key::uuid`,
		string(text), c.id).Error
}

// DropPrint forgets a print, and those of the same set-up before it: they are in the bin.
func (c Glances) DropPrint(ctx context.Context, id uuid.UUID) error {
	res := c.on(ctx).Exec(
		`delete from prints where centre_id = ? and setup_id = (select setup_id from prints where centre_id = ? and id = ?)`,
		c.id, c.id, id)
	if res.Error == nil && res.RowsAffected == 0 {
		return ErrNotFound
	}
	return res.Error
}

// DayRow is who is in a room on one day, as it is kept.
type DayRow struct {
	CentreID  uuid.UUID       `json:"-" gorm:"primaryKey"`
	RoomID    uuid.UUID       `json:"room_id" gorm:"primaryKey"`
	Day       string          `json:"day" gorm:"primaryKey"`
	Doc       json.RawMessage `json:"doc" gorm:"type:jsonb"`
	Form      int             `json:"form"`
	Version   int             `json:"version"`
	UpdatedAt time.Time       `json:"-"`
}

// TableName names the table for GORM.
func (DayRow) TableName() string { return "days" }

// Day returns who is in a room on a day, or ErrNotFound where nobody has said.
func (c Glances) Day(ctx context.Context, room uuid.UUID, day string) (row DayRow, err error) {
	err = c.mine(ctx).Where("room_id = ? and day = ?", room, day).Take(&row).Error
	return row, notFound(err)
}

// SaveDay keeps who is in a room on a day: version 0 when nobody has said so yet. A repeated save that
// has gone through is harmless; the errors are *Conflict with what is stored, and ErrNoRoom.
func (c Glances) SaveDay(ctx context.Context, room uuid.UUID, day string, version int, doc []byte) error {
	err := c.transact(ctx, func(tx *Centre) error {
		if err := tx.holdID(ctx, room); err != nil {
			return err
		}
		var held Doc
		switch err := notFound(tx.kept(ctx, Rooms).Where("id = ?", room).Take(&held).Error); {
		case errors.Is(err, ErrNotFound):
			return ErrNoRoom
		case err != nil:
			return err
		}
		var rows []DayRow
		if err := tx.mine(ctx).Where("room_id = ? and day = ?", room, day).Find(&rows).Error; err != nil {
			return err
		}
		row := DayRow{CentreID: c.id, RoomID: room, Day: day, Doc: doc, Form: written.Version, Version: version + 1,
			UpdatedAt: tx.clock()}
		if len(rows) == 0 {
			if version != 0 {
				return &Conflict{Doc{ID: room, Version: 0}}
			}
			return tx.on(ctx).Create(&row).Error
		}
		current := Doc{ID: room, Doc: rows[0].Doc, Form: rows[0].Form, Version: rows[0].Version}
		if repeated, err := stale(current, version, doc); repeated || err != nil {
			return err
		}
		return tx.mine(ctx).Where("room_id = ? and day = ?", room, day).Select("doc", "form", "version",
			"updated_at").Updates(&row).Error
	})
	return err
}
