package store

import (
	"context"
	"fmt"
	"slices"
	"strings"
	"time"

	"github.com/google/uuid"
	"gorm.io/gorm"
)

// TryLimit says how many tries to sign in may be made under a name within a window. Beyond that they are refused, or,
// where Spacing is above zero, made so long after each other, as long as that leaves none waiting for more than
// Longest.
type TryLimit struct {
	Who              string
	Most             int
	Window           time.Duration
	Spacing, Longest time.Duration
}

// TooManyTries is returned for a try that may not be made; Wait is after how long one may.
type TooManyTries struct{ Wait time.Duration }

// Error says that there were too many tries.
func (e *TooManyTries) Error() string { return fmt.Sprintf("too many tries: wait %s", e.Wait) }

// aheadCounts is how far ahead of a try others count: those that wait for their turn, and those that came after it and
// were noted before. What is noted further ahead comes of a clock that was wrong.
const aheadCounts = 15 * time.Second

// triesLast is how long tries are kept, beyond every window.
const triesLast = 24 * time.Hour

// TakeTry notes a try under each of its names, before anything is compared, and returns when it may be made: now or,
// where tries are spaced, a little later. The error is *TooManyTries where it may not; nothing is noted then. What is
// noted at a time that is long to come, as a clock was wrong, counts for nothing.
func (s *Store) TakeTry(ctx context.Context, id uuid.UUID, now time.Time, limits ...TryLimit) (slot time.Time,
	err error) {
	slices.SortFunc(limits, func(a, b TryLimit) int { return strings.Compare(a.Who, b.Who) }) // all lock in one order
	err = s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		slot = now
		if err := tx.Exec("delete from sign_in_tries where at < ?", now.Add(-triesLast)).Error; err != nil {
			return err
		}
		for _, l := range limits {
			if err := tx.Exec("select pg_advisory_xact_lock(hashtextextended(?, 1))", l.Who).Error; err != nil {
				return err
			}
			var made []time.Time
			err := tx.Raw("select at from sign_in_tries where who = ? and at > ? and at <= ? order by at desc limit ?",
				l.Who, now.Add(-l.Window), now.Add(aheadCounts), l.Most).Scan(&made).Error
			if err != nil {
				return err
			}
			switch {
			case len(made) < l.Most:
			case l.Spacing == 0:
				return &TooManyTries{min(made[len(made)-1].Add(l.Window).Sub(now), l.Window)}
			case made[0].Add(l.Spacing).After(slot):
				slot = made[0].Add(l.Spacing)
			}
			if wait := slot.Sub(now); l.Spacing > 0 && wait > l.Longest {
				return &TooManyTries{wait}
			}
		}
		for _, l := range limits {
			if err := tx.Exec("insert into sign_in_tries (id, who, at) values (?, ?, ?)", id, l.Who,
				slot).Error; err != nil {
				return err
			}
		}
		return nil
	})
	return slot, err
}

// ForgetTries forgets a try, as it was right or was not made, and all under the names.
func (s *Store) ForgetTries(ctx context.Context, id uuid.UUID, who ...string) error {
	return s.db.WithContext(ctx).Exec("delete from sign_in_tries where id = ? or who in ?", id, append(who, "")).Error
}

// KnowsDevice reports whether an account has signed in before on the device that has the token with this hash.
func (s *Store) KnowsDevice(ctx context.Context, tokenHash []byte, email string) (known bool, err error) {
	err = s.db.WithContext(ctx).Raw(
		"select exists (select from devices d join staff s on s.id = d.staff_id where d.token_hash = ? and lower(s.email) = lower(?))",
		tokenHash, email).Scan(&known).Error
	return known, err
}

// KeepDevice notes that an account signed in on a device, gives the device its new token for everybody who is known on
// it, and forgets devices on which none has signed in since a moment.
func (s *Store) KeepDevice(ctx context.Context, before, after []byte, staff uuid.UUID, now, since time.Time) error {
	return s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		if err := tx.Exec("delete from devices where at < ?", since).Error; err != nil {
			return err
		}
		if err := tx.Exec("update devices set token_hash = ? where token_hash = ?", after, before).Error; err != nil {
			return err
		}
		return tx.Exec("insert into devices (token_hash, staff_id, at) select ?, ?, ? on conflict (token_hash, staff_id) do update set at = excluded.at",
			after, staff, now).Error
	})
}
