package store

import (
	"context"
	"encoding/json"
	"time"

	"github.com/google/uuid"
	"gorm.io/gorm/clause"

	"emblo/core/written"
)

// JarRow is a jar as it is kept, with its moves since somebody last counted it, in order.
type JarRow struct {
	ID      uuid.UUID       `json:"id"`
	Version int             `json:"version"`
	Form    int             `json:"form"`
	Doc     json.RawMessage `json:"doc"`
	Moves   []MoveRow       `json:"moves"`
}

// MoveRow is one thing that happened to a jar.
type MoveRow struct {
	ID     uuid.UUID `json:"id"`
	At     time.Time `json:"at"`
	By     string    `json:"by"` // who noted it; empty for nobody who is there any more
	Kind   string    `json:"kind"`
	Amount *float64  `json:"amount"` // nil when nobody weighed it
}

// happened is when a move m happened. One from the future was noted while a clock was ahead: it counts as just before
// the next that came, so that it does not freeze its jar. Now is the one row of clock.
const happened = `(case when m.at <= clock.now then m.at else least(clock.now, (select x.at from moves x
	where x.centre_id = m.centre_id and x.jar_id = m.jar_id and x.arrived > m.arrived and x.at <= clock.now order by x.arrived limit 1)) end)`

// jarsOf is the subquery for the jars of a centre, as JSON.
const jarsOf = `(select coalesce(json_agg(json_build_object('id', j.id, 'version', j.version, 'form', j.form, 'doc', j.doc, 'moves', (
		select coalesce(json_agg(json_build_object('id', m.id, 'at', ` + happened + `, 'by', coalesce(s.name, ''), 'kind', m.kind, 'amount', m.amount) order by ` + happened + `, m.arrived), '[]')
		from moves m left join staff s on s.id = m.staff_id
		where m.centre_id = j.centre_id and m.jar_id = j.id and m.at >= coalesce(l.at, '-infinity') and (` + happened + `, m.arrived) >= (coalesce(l.at, '-infinity'), coalesce(l.arrived, 0)))) order by j.item_id, j.label), '[]')
	from jars j left join lateral (
		select at, arrived from (
			(select m.at, m.arrived from moves m where m.centre_id = j.centre_id and m.jar_id = j.id and m.kind = 'counted' and m.at <= clock.now order by m.at desc, m.arrived desc limit 1)
			union all select ` + happened + `, m.arrived from moves m where m.centre_id = j.centre_id and m.jar_id = j.id and m.kind = 'counted' and m.at > clock.now) counted
		order by at desc, arrived desc limit 1) l on true
	where j.centre_id = c.id and j.deleted_at is null)`

// move is a row of the table.
type move struct {
	CentreID uuid.UUID `gorm:"primaryKey"`
	ID       uuid.UUID `gorm:"primaryKey"`
	JarID    uuid.UUID
	At       time.Time
	StaffID  *uuid.UUID
	Kind     string
	Amount   *float64
}

// JarOf returns the id of the jar of a thing with a label as it is written, or ErrNotFound.
func (c Cupboard) JarOf(ctx context.Context, item, label string) (uuid.UUID, error) {
	var found Doc
	err := c.kept(ctx, Jars).Where("item_id = ? and label = ?", item, label).Take(&found).Error
	return found.ID, notFound(err)
}

// AddMove notes what happened to a jar, once check, which is told the moves from that moment until now and
// any with the same id, finds nothing against it. The errors are ErrNotFound for a jar that is not
// there, and that of check.
func (c Cupboard) AddMove(ctx context.Context, jar uuid.UUID, m MoveRow, check func(since []MoveRow) error) error {
	return c.transact(ctx, func(tx *Centre) error {
		var held Doc
		if err := tx.kept(ctx, Jars).Clauses(clause.Locking{Strength: "UPDATE"}).Where("id = ?",
			jar).Take(&held).Error; err != nil {
			return notFound(err)
		}
		var since []MoveRow
		err := tx.mine(ctx).Table("moves").Select("id, at, kind, amount").Where(
			"jar_id = ? and at between ? and ? or id = ?", jar, m.At, c.clock(),
			m.ID).Order("at, arrived").Find(&since).Error
		if err != nil {
			return err
		}
		if err := check(since); err != nil {
			return err
		}
		return tx.on(ctx).Table("moves").Create(&move{c.id, m.ID, jar, m.At, c.by, m.Kind, m.Amount}).Error
	})
}

// Moves returns at most limit moves of a jar before a moment, latest first.
func (c Cupboard) Moves(ctx context.Context, jar uuid.UUID, before time.Time, limit int) ([]MoveRow, error) {
	var rows []MoveRow
	err := c.on(ctx).Raw(`select m.id, m.at, coalesce(s.name, '') by, m.kind, m.amount from moves m left join staff s on s.id = m.staff_id
		where m.centre_id = ? and m.jar_id = ? and m.at < ? order by m.at desc, m.arrived desc limit ?`, c.id, jar, before, limit).Scan(&rows).Error
	return rows, err
}

// Tick is one line of the shopping list that somebody ticked off.
type Tick struct {
	CentreID uuid.UUID `gorm:"primaryKey"`
	ID       uuid.UUID
	ItemID   string          `gorm:"primaryKey"`
	Label    string          `gorm:"primaryKey"`
	Doc      json.RawMessage `gorm:"type:jsonb"`
	Form     int
	At       time.Time
	StaffID  *uuid.UUID
	GoneAt   *time.Time // when it was taken back or received; nil while it stands
	By       string     `gorm:"->;-:migration"`
}

// Ticks returns what is ticked off, in order of the things.
func (c Cupboard) Ticks(ctx context.Context) ([]Tick, error) {
	var all []Tick
	err := c.on(ctx).Raw(
		`select t.*, coalesce(s.name, '') by from ticks t left join staff s on s.id = t.staff_id where t.centre_id = ? and t.gone_at is null order by t.item_id, t.label`,
		c.id).Scan(&all).Error
	return all, err
}

// slack is how much earlier something may seem to have been said than what stands, and still be the later of the two:
// how long a letter was on its way is not known, and one that is answered late is followed by the next at once. Longer
// than a request lasts.
const slack = "30 seconds"

// SetTicks ticks lines off, or takes that back where GoneAt is set, all of them or none. Each is in place of what was
// said of it before; what was said earlier than what stands, and comes late, changes nothing.
func (c Cupboard) SetTicks(ctx context.Context, ticks ...Tick) error {
	if len(ticks) == 0 {
		return nil
	}
	for i := range ticks {
		t := &ticks[i]
		t.CentreID, t.StaffID, t.Form = c.id, c.by, written.Version
	}
	return c.on(ctx).Omit("By").Clauses(clause.OnConflict{Columns: []clause.Column{{Name: "centre_id"},
		{Name: "item_id"}, {Name: "label"}},
		Where: clause.Where{Exprs: []clause.Expression{
			clause.Expr{SQL: "ticks.at <= excluded.at + cast(? as interval)", Vars: []any{slack}}}},
		DoUpdates: clause.AssignmentColumns([]string{"id", "doc", "form", "at", "staff_id", "gone_at"})}).Create(
		&ticks).Error
}

// Delivery is what came in or was counted of one thing, and the jar it is of.
type Delivery struct {
	// Tick is the line of the shopping list that it goes by; nil for none.
	Tick *uuid.UUID
	// Jar is made where its Version is 0, and written anew where it has a Doc.
	Jar  Doc
	Move MoveRow
}

// Receive notes deliveries, makes their jars and takes the ticks away that they go by, all of it or
// none. A tick that is not there any more was received before: what goes by it is left out. It returns
// how many went in; the error is ErrNotFound for a jar that is gone, and ErrNameTaken for one that
// somebody else made just now.
func (c Cupboard) Receive(ctx context.Context, all []Delivery) (n int, err error) {
	err = c.transact(ctx, func(tx *Centre) error {
		n = 0
		for _, d := range all {
			if d.Tick != nil {
				gone := tx.mine(ctx).Table("ticks").Where("id = ? and gone_at is null",
					*d.Tick).Updates(map[string]any{"gone_at": tx.clock(), "at": tx.clock()})
				if gone.Error != nil {
					return gone.Error
				}
				if gone.RowsAffected == 0 {
					continue
				}
			}
			if len(d.Jar.Doc) > 0 {
				existed := d.Jar.Version > 0
				d.Jar.CentreID, d.Jar.Version, d.Jar.Form, d.Jar.UpdatedAt = c.id, d.Jar.Version+1, written.Version,
					tx.clock()
				if err := tx.write(ctx, Jars, d.Jar, existed); err != nil {
					return err
				}
			}
			m := d.Move
			if err := tx.on(ctx).Table("moves").Create(&move{c.id, m.ID, d.Jar.ID, m.At, c.by, m.Kind,
				m.Amount}).Error; err != nil {
				return err
			}
			n++
		}
		return nil
	})
	switch {
	case violates(err, foreignKeyViolation, ""):
		return 0, ErrNotFound
	case violates(err, uniqueViolation, nameIndex[Jars]):
		return 0, ErrNameTaken
	}
	return n, err
}

// Addition is something that was worked into a batch of a recipe on a day.
type Addition struct {
	CentreID uuid.UUID `gorm:"primaryKey"`
	ID       uuid.UUID `gorm:"primaryKey"`
	RecipeID string
	Day      string
	ItemID   string
	Share    float64
	Symptom  string
}

// AddAddition logs an addition; one with the id of an earlier one changes nothing.
func (c Cupboard) AddAddition(ctx context.Context, a Addition) error {
	a.CentreID = c.id
	return c.on(ctx).Clauses(clause.OnConflict{DoNothing: true}).Create(&a).Error
}

// DeleteAddition takes an addition back, or returns ErrNotFound.
func (c Cupboard) DeleteAddition(ctx context.Context, id uuid.UUID) error {
	res := c.mine(ctx).Where("id = ?", id).Delete(&Addition{})
	if res.Error == nil && res.RowsAffected == 0 {
		return ErrNotFound
	}
	return res.Error
}
