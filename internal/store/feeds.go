package store

import (
	"context"
	"database/sql"
	"errors"
	"time"

	"github.com/google/uuid"
)

// FeedLasts is how long a link is good for by which a calendar follows: a school year.
const FeedLasts = 365 * 24 * time.Hour

// Follower is somebody of a centre whose calendar follows by a link.
type Follower struct {
	StaffID uuid.UUID
	Name    string
	Made    time.Time
}

// Followers returns whose links are good at a moment, by name.
func (c Feeds) Followers(ctx context.Context, now time.Time) (all []Follower, err error) {
	err = c.on(ctx).Raw(
		"select f.staff_id, s.name, f.made from feeds f join staff s on s.id = f.staff_id where f.centre_id = ? and f.made > ? order by s.name, s.id",
		c.id, now.Add(-FeedLasts)).Scan(&all).Error
	return all, err
}

// SetFeed makes a token the one by which a calendar follows for this account; what was one before is none
// any more.
func (c Feeds) SetFeed(ctx context.Context, tokenHash []byte, now time.Time) error {
	return c.on(ctx).Exec(`insert into feeds (centre_id, staff_id, token_hash, made) values (?, ?, ?, ?)
		on conflict (centre_id, staff_id) do update set token_hash = excluded.token_hash, made = excluded.made`, c.id, c.by, tokenHash, now).Error
}

// FeedSince returns when the link of this account was made, or ErrNotFound where none is good at a moment.
func (c Feeds) FeedSince(ctx context.Context, now time.Time) (made time.Time, err error) {
	err = c.on(ctx).Raw("select made from feeds where centre_id = ? and staff_id = ? and made > ?", c.id, c.by,
		now.Add(-FeedLasts)).Row().Scan(&made)
	if errors.Is(err, sql.ErrNoRows) {
		err = ErrNotFound
	}
	return made, err
}

// DropFeed ends the link of an account of the centre; none is no error.
func (c Feeds) DropFeed(ctx context.Context, staff uuid.UUID) error {
	return c.on(ctx).Exec("delete from feeds where centre_id = ? and staff_id = ?", c.id, staff).Error
}

// SessionByFeed returns whose link has the token with this hash, as if they had asked just now, or
// ErrNotFound where none is good at a moment.
func (s *Store) SessionByFeed(ctx context.Context, tokenHash []byte, now time.Time) (found Session, err error) {
	err = s.db.WithContext(ctx).Raw(`
		select f.staff_id, p.name, p.role, f.centre_id, c.time_zone, `+speech+`, c.people_revision, c.shelf_revision, c.stock_revision
		from feeds f join staff p on p.id = f.staff_id join centres c on c.id = f.centre_id where f.token_hash = ? and f.made > ?`, tokenHash, now.Add(-FeedLasts)).Row().
		Scan(&found.StaffID, &found.StaffName, &found.Role, &found.CentreID, &found.TimeZone, &found.Language,
			&found.Units, &found.People, &found.Shelf, &found.Stock)
	if errors.Is(err, sql.ErrNoRows) {
		err = ErrNotFound
	}
	return found, err
}
