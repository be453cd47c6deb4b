package store

import (
	"context"
	"encoding/json"
	"time"

	"github.com/google/uuid"
	"gorm.io/gorm/clause"

	"emblo/core/written"
)

// Opening is a set-up at the moment at which play with it began.
type Opening struct {
	Doc
	PlayAt string
}

// Opened returns at most limit set-ups that have opened by a moment and of which nothing is put down yet, earliest
// first.
func (c Logs) Opened(ctx context.Context, by string, limit int) ([]Opening, error) {
	var rows []Opening
	err := c.on(ctx).Raw(`select s.centre_id, s.id, s.doc, s.form, s.version, s.updated_at, s.play_at from setups s
		where s.centre_id = @centre and s.deleted_at is null and s.play_at <= @by and coalesce((s.doc->>'template')::boolean, false) = false
			and not exists (select 1 from records r where r.centre_id = s.centre_id and r.play_at = s.play_at and r.setup_id = s.id)
		order by s.play_at, s.id limit @limit`, map[string]any{"centre": c.id, "by": by, "limit": limit}).Scan(&rows).Error
	return rows, err
}

// Kept is what was offered, as it stands.
type Kept struct {
	CentreID, SetupID uuid.UUID
	PlayAt            string
	Doc               json.RawMessage `gorm:"type:jsonb"`
	Form              int
	Given             *int // pieces that were given out
	At                time.Time
}

// PutDown puts down what was offered; what stands already stays as it is.
func (c Logs) PutDown(ctx context.Context, setup uuid.UUID, playAt string, doc []byte, given int) error {
	return c.on(ctx).Table("records").Clauses(clause.OnConflict{DoNothing: true}).
		Create(&Kept{c.id, setup, playAt, doc, written.Version, &given, c.clock()}).Error
}

// Stands returns what was offered when a set-up opened at a moment, or ErrNotFound.
func (c Logs) Stands(ctx context.Context, setup uuid.UUID, playAt string) (k Kept, err error) {
	err = c.mine(ctx).Table("records").Where("play_at = ? and setup_id = ?", playAt, setup).Take(&k).Error
	return k, notFound(err)
}

// RecordRow is what was offered, or a set-up that has opened and of which nothing is put down yet, with how it went, if
// anybody said.
type RecordRow struct {
	ID      uuid.UUID
	PlayAt  string
	Doc     json.RawMessage // of the set-up; empty where it was deleted
	Form    int
	Record  json.RawMessage // empty where nothing is put down yet
	At      *time.Time      // when it was
	LogDoc  json.RawMessage
	LogForm int
	LogVers int
}

// Records returns at most limit openings from one time on and before another, latest first, from behind a time and id;
// only those of which nobody has said how they went, and which are there still, where open is set.
func (c Logs) Records(ctx context.Context, from, until string, before Cursor, open bool, limit int) ([]RecordRow,
	error) {
	var rows []RecordRow
	// The rows of a page are looked up one by one: each is found by its key.
	err := c.on(ctx).Raw(`with opened as materialized (select * from (
			(select r.play_at, r.setup_id id from records r
				where r.centre_id = @centre and not @open and r.play_at >= @from and r.play_at < @until and (r.play_at, r.setup_id) < (@at, @id)
				order by r.play_at desc, r.setup_id desc limit @limit)
			union
			(select s.play_at, s.id from setups s
				where s.centre_id = @centre and s.deleted_at is null and s.play_at >= @from and s.play_at < @until and (s.play_at, s.id) < (@at, @id)
					and coalesce((s.doc->>'template')::boolean, false) = false
					and (not @open or not exists (select 1 from logs l where l.centre_id = s.centre_id and l.setup_id = s.id))
				order by s.play_at desc, s.id desc limit @limit)) u order by play_at desc, id desc limit @limit)
		select o.id, o.play_at, s.doc, coalesce(s.form, 0) form, r.doc record, r.at, l.doc log_doc, coalesce(l.form, 0) log_form, coalesce(l.version, 0) log_vers
		from opened o left join lateral (select doc, form from setups where centre_id = @centre and id = o.id and deleted_at is null limit 1) s on true
			left join lateral (select doc, at from records where centre_id = @centre and play_at = o.play_at and setup_id = o.id limit 1) r on true
			left join lateral (select doc, form, version from logs where centre_id = @centre and setup_id = o.id and play_at = o.play_at limit 1) l on true
		order by o.play_at desc, o.id desc`,
		map[string]any{"centre": c.id, "from": from, "until": until, "at": before.PlayAt, "id": before.ID, "open": open,
			"limit": limit}).Scan(&rows).Error
	return rows, err
}

// LaterRow is something that somebody did about a set-up.
type LaterRow struct {
	SetupID uuid.UUID
	At      time.Time
	By      string          // empty for somebody who is gone
	What    string          // saved, deleted or restored; log for how it went, found for what was missing
	Doc     json.RawMessage // of a log
	Form    int
	Version int // of a log
}

// mostLater is how many changes of a set-up, and of what was said of it, are looked at: the latest.
const mostLater = 100

// Later returns what was done about set-ups, in order.
func (c Logs) Later(ctx context.Context, setups []uuid.UUID) ([]LaterRow, error) {
	ids, err := json.Marshal(setups)
	if err != nil {
		return nil, err
	}
	var rows []LaterRow
	err = c.on(ctx).Raw(`select about.id setup_id, t.*, coalesce(p.name, '') by from (select value::uuid id from jsonb_array_elements_text(cast(@ids as jsonb))) about
		cross join lateral (
			(select e.at, e.staff_id, split_part(e.kind, ' ', 2) what, null::jsonb doc, 0 form, 0 version from events e
				where e.centre_id = @centre and e.doc->>'id' = about.id::text and e.kind like 'setups %' order by e.at desc limit @most)
			union all (select v.at, v.staff_id, 'log', v.doc, v.form, v.version from log_versions v where v.centre_id = @centre and v.setup_id = about.id order by v.version desc limit @most)
			union all (select l.found_at, null, 'found', null, 0, 0 from logs l where l.centre_id = @centre and l.setup_id = about.id and l.found_at is not null limit 1)) t
		left join staff p on p.id = t.staff_id order by t.at, t.version`, map[string]any{"centre": c.id, "ids": string(ids), "most": mostLater}).Scan(&rows).Error
	return rows, err
}

// Centres returns every centre as a session sees it of which nobody is the writer.
func (s *Store) Centres(ctx context.Context) ([]Session, error) {
	var all []Session
	err := s.db.WithContext(ctx).Raw(
		`select id centre_id, time_zone, coalesce(doc->>'language', '') "language", coalesce(doc->>'units', '') units, people_revision people, shelf_revision shelf, stock_revision stock from centres order by id`).Scan(&all).Error
	return all, err
}
