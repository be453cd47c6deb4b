// Package store keeps a centre's data in PostgreSQL: GORM models, versioned migrations
// and queries. Everything but signing in goes through a Centre, which puts its own id
// into every query, so that no call can reach another centre's rows.
package store

import (
	"context"
	"embed"
	"errors"
	"fmt"
	"io/fs"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5/pgconn"
	"github.com/pressly/goose/v3"
	"gorm.io/driver/postgres"
	"gorm.io/gorm"
	"gorm.io/gorm/logger"
)

// ErrNotFound is returned for a row that is not there, or not this centre's.
var ErrNotFound = errors.New("not found")

// ErrNameTaken is returned when another room of the centre has the name.
var ErrNameTaken = errors.New("name taken")

// ErrItemNameTaken is returned when another thing of the centre's own has the name.
var ErrItemNameTaken = errors.New("item name taken")

// ErrRecipeNameTaken is returned when another recipe of the centre's own has the name.
var ErrRecipeNameTaken = errors.New("recipe name taken")

// ErrNoRoom is returned when a set-up names a room that the centre does not have.
var ErrNoRoom = errors.New("no such room")

// Conflict is returned by a save whose version is not the stored one; Current is what is
// stored.
type Conflict[T any] struct{ Current T }

// Error says that somebody else saved first.
func (c *Conflict[T]) Error() string { return "somebody else saved in between" }

//go:embed migrations/*.sql
var migrations embed.FS

// Store is a connection pool to one database. It is safe for concurrent use.
type Store struct{ db *gorm.DB }

// Open connects to the database at url and waits until it answers, at most 10 seconds.
func Open(ctx context.Context, url string) (*Store, error) {
	db, err := gorm.Open(postgres.New(postgres.Config{DSN: url}), &gorm.Config{
		Logger:                 logger.Discard,
		SkipDefaultTransaction: true,
		DisableAutomaticPing:   true,
		TranslateError:         false,
		NowFunc:                func() time.Time { return time.Now().UTC() },
	})
	if err != nil {
		return nil, fmt.Errorf("database address: %w", err)
	}
	pool, err := db.DB()
	if err != nil {
		return nil, err
	}
	pool.SetMaxOpenConns(16)
	pool.SetMaxIdleConns(16)
	ctx, cancel := context.WithTimeout(ctx, 10*time.Second)
	defer cancel()
	if err := pool.PingContext(ctx); err != nil {
		pool.Close()
		return nil, fmt.Errorf("the database does not answer: %w", err)
	}
	return &Store{db}, nil
}

// Close closes every connection.
func (s *Store) Close() error {
	pool, err := s.db.DB()
	if err != nil {
		return err
	}
	return pool.Close()
}

// Ping reports whether the database answers.
func (s *Store) Ping(ctx context.Context) error {
	return s.db.WithContext(ctx).Exec("select 1").Error
}

// Migrate brings the schema up to date and returns how many migrations it ran.
func (s *Store) Migrate(ctx context.Context) (int, error) {
	pool, err := s.db.DB()
	if err != nil {
		return 0, err
	}
	files, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return 0, err
	}
	provider, err := goose.NewProvider(goose.DialectPostgres, pool, files)
	if err != nil {
		return 0, fmt.Errorf("read migrations: %w", err)
	}
	done, err := provider.Up(ctx)
	if err != nil {
		return 0, fmt.Errorf("migrate the database: %w", err)
	}
	return len(done), nil
}

// Centre is the store as one centre sees it.
type Centre struct {
	db *gorm.DB
	id uuid.UUID
}

// For returns the store scoped to a centre.
func (s *Store) For(centre uuid.UUID) *Centre { return &Centre{s.db, centre} }

// mine returns a fresh query on this centre's rows of the model's table.
func (c *Centre) mine(ctx context.Context) *gorm.DB {
	return c.db.WithContext(ctx).Where("centre_id = ?", c.id)
}

// transact runs do in a transaction on a scoped store.
func (c *Centre) transact(ctx context.Context, do func(*Centre) error) error {
	return c.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error { return do(&Centre{tx, c.id}) })
}

// SQLSTATE codes of the PostgreSQL manual, appendix A.
const (
	uniqueViolation     = "23505"
	foreignKeyViolation = "23503"
)

// violates reports whether err is a violation of the named constraint or index, or of
// any when name is empty.
func violates(err error, code, name string) bool {
	var pg *pgconn.PgError
	return errors.As(err, &pg) && pg.Code == code && (name == "" || pg.ConstraintName == name)
}

func notFound(err error) error {
	if errors.Is(err, gorm.ErrRecordNotFound) {
		return ErrNotFound
	}
	return err
}
