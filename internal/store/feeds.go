package store

import (
	"context"
	"database/sql"
	"errors"
	"time"
)

// SetFeed makes a token the one by which a calendar follows for this account; what was one before is none
// any more.
func (c *Centre) SetFeed(ctx context.Context, tokenHash []byte, now time.Time) error {
	return c.on(ctx).Exec(`insert into feeds (centre_id, staff_id, token_hash, made) values (?, ?, ?, ?)
		on conflict (centre_id, staff_id) do update set token_hash = excluded.token_hash, made = excluded.made`, c.id, c.by, tokenHash, now).Error
}

// FeedSince returns when the link of this account was made, or ErrNotFound.
func (c *Centre) FeedSince(ctx context.Context) (made time.Time, err error) {
	err = c.on(ctx).Raw("select made from feeds where centre_id = ? and staff_id = ?", c.id, c.by).Row().Scan(&made)
	if errors.Is(err, sql.ErrNoRows) {
		err = ErrNotFound
	}
	return made, err
}

// DropFeed ends the link of this account; none is no error.
func (c *Centre) DropFeed(ctx context.Context) error {
	return c.on(ctx).Exec("delete from feeds where centre_id = ? and staff_id = ?", c.id, c.by).Error
}

// SessionByFeed returns whose link has the token with this hash, as if they had asked just now, or
// ErrNotFound.
func (s *Store) SessionByFeed(ctx context.Context, tokenHash []byte) (found Session, err error) {
	err = s.db.WithContext(ctx).Raw(`
		select f.staff_id, s.name, s.role, f.centre_id, c.time_zone, c.people_revision, c.shelf_revision, c.stock_revision
		from feeds f join staff s on s.id = f.staff_id join centres c on c.id = f.centre_id where f.token_hash = ?`, tokenHash).Row().
		Scan(&found.StaffID, &found.StaffName, &found.Role, &found.CentreID, &found.TimeZone, &found.People, &found.Shelf, &found.Stock)
	if errors.Is(err, sql.ErrNoRows) {
		err = ErrNotFound
	}
	return found, err
}
