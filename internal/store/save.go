package store

import (
	"context"
	"encoding/json"
	"errors"
	"reflect"

	"github.com/google/uuid"
)

// save is one versioned save of a thing that a centre owns.
type save[T any] struct {
	id      uuid.UUID
	version int // that was last read; 0 creates
	get     func(*Centre) (T, error)
	at      func(T) int // the version of a stored thing
	// same reports whether the stored thing is what this save would write: it has gone
	// through before and its answer was lost.
	same  func(stored T) bool
	write func(c *Centre, version int, existed bool) error
}

// run writes the thing, or returns what an earlier run of the same save stored. The errors
// are *Conflict[T] for a stale version, ErrNotFound for a thing that is gone, and those of
// write. Two first saves of one id meet at an advisory lock, since there is no row to
// hold yet.
func (s save[T]) run(ctx context.Context, c *Centre) (saved T, err error) {
	err = c.transact(ctx, func(tx *Centre) error {
		if err := tx.holdID(ctx, s.id); err != nil {
			return err
		}
		current, err := s.get(tx)
		existed := err == nil
		switch {
		case errors.Is(err, ErrNotFound) && s.version > 0:
			return ErrNotFound
		case err != nil && !errors.Is(err, ErrNotFound):
			return err
		case existed && s.at(current) != s.version:
			if s.at(current) == s.version+1 && s.same(current) {
				saved = current
				return nil
			}
			return &Conflict[T]{current}
		}
		if err := s.write(tx, s.version+1, existed); err != nil {
			return err
		}
		saved, err = s.get(tx)
		return err
	})
	return saved, err
}

// holdID serialises saves of one id of this centre until the transaction ends.
func (c *Centre) holdID(ctx context.Context, id uuid.UUID) error {
	return c.db.WithContext(ctx).Exec("select pg_advisory_xact_lock(hashtextextended(?, 0))", c.id.String()+id.String()).Error
}

func sameJSON(a, b json.RawMessage) bool {
	var x, y any
	if len(a) == 0 || len(b) == 0 {
		return len(a) == len(b)
	}
	return json.Unmarshal(a, &x) == nil && json.Unmarshal(b, &y) == nil && reflect.DeepEqual(x, y)
}
