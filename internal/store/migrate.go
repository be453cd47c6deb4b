package store

import (
	"context"
	"database/sql"
	"embed"
	"fmt"
	"io/fs"

	"github.com/pressly/goose/v3"
	"github.com/pressly/goose/v3/lock"
)

//go:embed migrations/*.sql
var migrations embed.FS

// Newer is returned for a database that a newer program has migrated: what it says there is not understood by this one.
type Newer struct{ Stored, Known int64 }

// Error says what to do.
func (e *Newer) Error() string {
	return fmt.Sprintf("the database was brought to step %d by a newer Emblo, and this one knows %d: start the newer one. Nothing was changed",
		e.Stored, e.Known)
}

// Migrate brings the schema up to date and returns how many migrations it ran. Several programs that start at once do
// so one after the other. The error is *Newer for a database of a newer program.
func (s *Store) Migrate(ctx context.Context) (int, error) {
	pool, err := s.db.DB()
	if err != nil {
		return 0, err
	}
	files, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return 0, err
	}
	one, err := lock.NewPostgresSessionLocker()
	if err != nil {
		return 0, fmt.Errorf("lock the database: %w", err)
	}
	provider, err := goose.NewProvider(goose.DialectPostgres, pool, files, goose.WithSessionLocker(one))
	if err != nil {
		return 0, fmt.Errorf("read migrations: %w", err)
	}
	stored, err := provider.GetDBVersion(ctx)
	if err != nil {
		return 0, fmt.Errorf("migrate the database: %w", err)
	}
	all := provider.ListSources()
	if known := all[len(all)-1].Version; stored > known {
		return 0, &Newer{stored, known}
	}
	done, err := provider.Up(ctx)
	if err != nil {
		return 0, fmt.Errorf("migrate the database: %w", err)
	}
	return len(done), nil
}

// aloneLock is the advisory lock of Alone.
const aloneLock = 0x656d626c6f // "emblo"

// Alone does what only one program at a time may do to a database; others wait until it is done.
func (s *Store) Alone(ctx context.Context, do func() error) (err error) {
	pool, err := s.db.DB()
	if err != nil {
		return err
	}
	conn, err := pool.Conn(ctx)
	if err != nil {
		return err
	}
	defer conn.Close()
	for { // the wait for a lock ends before its time as any wait for one does
		_, err := conn.ExecContext(ctx, "select pg_advisory_lock($1)", aloneLock)
		if err == nil {
			break
		}
		if !Busy(err) {
			return err
		}
	}
	defer func() {
		var was bool
		if again := conn.QueryRowContext(context.WithoutCancel(ctx), "select pg_advisory_unlock($1)",
			aloneLock).Scan(&was); err == nil && again != nil && again != sql.ErrConnDone {
			err = again
		}
	}()
	return do()
}
