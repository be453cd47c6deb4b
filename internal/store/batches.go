package store

import (
	"context"
	"encoding/json"
	"fmt"
	"strings"
	"time"

	"github.com/google/uuid"
	"gorm.io/gorm/clause"

	"emblo/core/written"
)

// BatchRow is a batch as it is kept, with what happened to it, in order.
type BatchRow struct {
	ID     uuid.UUID       `json:"id"`
	Code   string          `json:"code"`
	Form   int             `json:"form"`
	Doc    json.RawMessage `json:"doc"`
	MadeAt time.Time       `json:"made_at"`
	By     string          `json:"by"` // who made it
	Ended  bool            `json:"ended"`
	Events []BatchEventRow `json:"events" gorm:"serializer:json"`
}

// BatchEventRow is one thing that happened to a batch.
type BatchEventRow struct {
	ID   uuid.UUID       `json:"id"`
	At   time.Time       `json:"at"`
	By   string          `json:"by"`
	Form int             `json:"form"`
	Doc  json.RawMessage `json:"doc"`
}

// eventsOf is the subquery for what happened to a batch, without what was taken back, as JSON.
const eventsOf = `(select coalesce(json_agg(json_build_object('id', e.id, 'at', e.at, 'by', coalesce(s.name, ''), 'form', e.form, 'doc', e.doc) order by e.at, e.id), '[]')
	from batch_events e left join staff s on s.id = e.staff_id where e.centre_id = b.centre_id and e.batch_id = b.id and e.undone_at is null)`

// mostInUse is how many batches are in use at once that answers look at: the latest of them.
const mostInUse = "300"

// batchesOf is the subquery for the batches of a centre that are not over, as JSON, latest first.
const batchesOf = `(select coalesce(json_agg(json_build_object('id', b.id, 'code', b.code, 'form', b.form, 'doc', b.doc, 'made_at', b.made_at, 'by', coalesce((select name from staff where id = b.staff_id), ''), 'ended', false, 'events', ` + eventsOf + `) order by b.made_at desc, b.id), '[]')
	from (select * from batches where centre_id = c.id and ended_at is null and deleted_at is null order by made_at desc, id limit ` + mostInUse + `) b)`

// Batch returns one batch, or ErrNotFound.
func (c Making) Batch(ctx context.Context, id uuid.UUID) (b BatchRow, err error) {
	res := c.on(ctx).Raw(`select b.id, b.code, b.form, b.doc, b.made_at, coalesce((select name from staff where id = b.staff_id), '') by, b.ended_at is not null ended, `+eventsOf+` events
		from batches b where b.centre_id = ? and b.id = ? and b.deleted_at is null`, c.id, id).Scan(&b)
	if res.Error == nil && res.RowsAffected == 0 {
		return b, ErrNotFound
	}
	return b, res.Error
}

// BatchCursor is where in the list of batches a page begins: behind the batch that was made then. The zero
// value is the beginning.
type BatchCursor struct {
	MadeAt time.Time
	ID     uuid.UUID
}

// Batches returns at most limit batches behind the cursor, latest first: those whose name holds every word,
// or whose code is one of them.
func (c Making) Batches(ctx context.Context, words []string, after BatchCursor, limit int) ([]BatchRow, error) {
	if after.MadeAt.IsZero() {
		after.MadeAt = c.clock().AddDate(1, 0, 0)
	}
	which, with := "", map[string]any{"centre": c.id, "at": after.MadeAt, "id": after.ID, "limit": limit}
	if len(words) > 0 {
		like, codes := make([]string, len(words)), make([]string, len(words))
		for i, w := range words {
			like[i], codes[i] = "%"+likely.Replace(strings.ToLower(w))+"%", strings.ToUpper(w)
			with[fmt.Sprintf("w%d", i)] = like[i]
			which += fmt.Sprintf(" and name like @w%d", i)
		}
		which, with["codes"] = " and (true"+which+" or code in @codes)", codes
	}
	var rows []BatchRow
	err := c.on(ctx).Raw(`select b.id, b.code, b.form, b.doc, b.made_at, b.ended_at is not null ended, `+eventsOf+` events
		from (select * from batches where centre_id = @centre and deleted_at is null and (made_at, id) < (@at, @id)`+which+`
			order by made_at desc, id desc limit @limit) b order by b.made_at desc, b.id desc`, with).Scan(&rows).Error
	return rows, err
}

// BatchDate is until when people were told that a batch keeps, and how much had happened to it by then.
type BatchDate struct {
	Until  string `json:"until"`
	Events int    `json:"events"`
}

// BatchDates returns what people were told of the batches in use.
func (c Making) BatchDates(ctx context.Context) (map[uuid.UUID]BatchDate, error) {
	var rows []struct {
		BatchID uuid.UUID
		BatchDate
	}
	err := c.on(ctx).Raw(`select t.batch_id, t.until, t.events from batch_dates t join batches b on b.centre_id = t.centre_id and b.id = t.batch_id
		where t.centre_id = ? and b.ended_at is null and b.deleted_at is null`, c.id).Scan(&rows).Error
	dates := make(map[uuid.UUID]BatchDate, len(rows))
	for _, r := range rows {
		dates[r.BatchID] = r.BatchDate
	}
	return dates, err
}

// KeepBatchDates keeps what people are told of batches, by id.
func (c Making) KeepBatchDates(ctx context.Context, dates map[uuid.UUID]BatchDate) error {
	if len(dates) == 0 {
		return nil
	}
	text, err := json.Marshal(dates)
	if err != nil {
		return err
	}
	return c.on(ctx).Exec(`insert into batch_dates (centre_id, batch_id, until, events)
		select b.centre_id, b.id, n.value->>'until', (n.value->>'events')::integer from jsonb_each(?::jsonb) n(key, value) join batches b on b.centre_id = ? and b.id = n.key::uuid
		on conflict (centre_id, batch_id) do update set until = excluded.until, events = excluded.events`, string(text), c.id).Error
}

// batchEvent is a row of the table.
type batchEvent struct {
	CentreID uuid.UUID `gorm:"primaryKey"`
	ID       uuid.UUID `gorm:"primaryKey"`
	BatchID  uuid.UUID
	At       time.Time
	StaffID  *uuid.UUID
	Doc      json.RawMessage `gorm:"type:jsonb"`
	Form     int
}

// NewBatch is a batch that begins with something that happens to another one.
type NewBatch struct {
	ID  uuid.UUID
	Doc []byte
}

// AddBatchEvent notes what happened to a batch, once read has found nothing against it with all that
// happened to it before; it returns what is kept, a batch that begins by it, and whether this one is over
// with it. The same event twice is one. The errors are ErrNotFound, and that of read.
func (c Making) AddBatchEvent(ctx context.Context, batch, id uuid.UUID, read func(BatchRow) (doc []byte, part *NewBatch,
	over bool, err error)) error {
	return c.transact(ctx, func(tx *Centre) error {
		var held Doc
		if err := tx.kept(ctx, Batches).Clauses(clause.Locking{Strength: "UPDATE"}).Where("id = ?",
			batch).Take(&held).Error; err != nil {
			return notFound(err)
		}
		var known int64
		if err := tx.mine(ctx).Table("batch_events").Where("id = ?", id).Count(&known).Error; err != nil || known > 0 {
			return err
		}
		row, err := tx.Making().Batch(ctx, batch)
		if err != nil {
			return err
		}
		doc, part, over, err := read(row)
		if err != nil {
			return err
		}
		if part != nil {
			if _, err := tx.Save(ctx, Batches, part.ID, 0, part.Doc); err != nil {
				return err
			}
			if err := tx.Making().MadeBy(ctx, part.ID); err != nil {
				return err
			}
		}
		if err := tx.on(ctx).Table("batch_events").Create(&batchEvent{c.id, id, batch, tx.clock(), c.by, doc,
			written.Version}).Error; err != nil {
			return err
		}
		if !over {
			return nil
		}
		return tx.of(ctx, Batches).Where("id = ?", batch).Update("ended_at", tx.clock()).Error
	})
}

// MadeFor reports whether a batch was ever made for a set-up.
func (c Making) MadeFor(ctx context.Context, setup uuid.UUID) (made bool, err error) {
	err = c.on(ctx).Raw("select exists (select 1 from batches where centre_id = ? and doc->>'setup_id' = ?)", c.id,
		setup.String()).Scan(&made).Error
	return made, err
}

// MadeBy notes who made a batch, where nobody is noted.
func (c Making) MadeBy(ctx context.Context, id uuid.UUID) error {
	return c.of(ctx, Batches).Where("id = ? and staff_id is null", id).Update("staff_id", c.by).Error
}

// UndoBatchEvent takes back the last thing that happened to a batch, which is returned; the row stays to be
// seen. ErrNotFound for one that is not there, was taken back, or that something came after.
func (c Making) UndoBatchEvent(ctx context.Context, id uuid.UUID) (batch uuid.UUID, err error) {
	err = c.transact(ctx, func(tx *Centre) error {
		var row batchEvent
		if err := tx.mine(ctx).Table("batch_events").Where("id = ? and undone_at is null",
			id).Take(&row).Error; err != nil {
			return notFound(err)
		}
		batch = row.BatchID
		var held Doc
		if err := tx.kept(ctx, Batches).Clauses(clause.Locking{Strength: "UPDATE"}).Where("id = ?",
			batch).Take(&held).Error; err != nil {
			return notFound(err)
		}
		res := tx.mine(ctx).Table("batch_events").Where(
			"id = ? and undone_at is null and coalesce(doc->>'to_id', '') = ''", id).
			Where("not exists (select 1 from batch_events l where l.centre_id = batch_events.centre_id and l.batch_id = batch_events.batch_id and l.undone_at is null and (l.at, l.id) > (batch_events.at, batch_events.id))").
			Update("undone_at", tx.clock())
		if res.Error == nil && res.RowsAffected == 0 {
			return ErrNotFound
		}
		if res.Error != nil {
			return res.Error
		}
		return tx.of(ctx, Batches).Where("id = ?", batch).Update("ended_at", nil).Error
	})
	return batch, err
}
