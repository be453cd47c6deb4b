// Package store keeps a centre's data in PostgreSQL: GORM models, versioned migrations
// and queries. Everything but signing in goes through a Centre, which puts its own id
// into every query, so that no call can reach another centre's rows.
package store

import (
	"context"
	"database/sql"
	"database/sql/driver"
	"errors"
	"fmt"
	"io"
	"net"
	"strconv"
	"strings"
	"sync"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgconn"
	"github.com/jackc/pgx/v5/stdlib"
	"gorm.io/driver/postgres"
	"gorm.io/gorm"
	"gorm.io/gorm/logger"

	"emblo/internal/now"
)

// ErrNotFound is returned for a row that is not there, or not this centre's.
var ErrNotFound = errors.New("not found")

// ErrNameTaken is returned when another document of the kind has the name.
var ErrNameTaken = errors.New("name taken")

// ErrStale is returned for a save over a version that is not the stored one.
var ErrStale = errors.New("somebody else saved first")

// ErrNoRoom is returned when a set-up names a room that the centre does not have.
var ErrNoRoom = errors.New("no such room")

// Conflict is returned by a save whose version is not the stored one; Current is what is
// stored.
type Conflict struct{ Current Doc }

// Error says that somebody else saved first.
func (c *Conflict) Error() string { return "somebody else saved in between" }

// Store is a connection pool to one database. It is safe for concurrent use.
type Store struct{ db *gorm.DB }

// How long the database may take: a statement, and a wait for what somebody else holds, are ended by the
// server, unless the address says otherwise of the wait; a connection that is not made or says nothing is
// given up here, also when the server hangs.
const (
	lockLasts      = "5s"
	statementLasts = 12 * time.Second
	silenceLasts   = 15 * time.Second
	connectLasts   = 5 * time.Second
)

// speaking is a connection that is given up when nothing comes for too long, or by when whoever asks has had enough.
// Nobody reads from one that is idle.
type speaking struct {
	net.Conn
	silence time.Duration
	mu      sync.Mutex
	until   time.Time // zero for no end of its own
}

// Read waits for what comes.
func (s *speaking) Read(b []byte) (int, error) {
	if err := s.listen(); err != nil {
		return 0, err
	}
	return s.Conn.Read(b)
}

func (s *speaking) listen() error {
	s.mu.Lock()
	defer s.mu.Unlock()
	until := now.After(s.silence)
	if !s.until.IsZero() && s.until.Before(until) {
		until = s.until
	}
	return s.Conn.SetReadDeadline(until)
}

// SetDeadline says by when reading and writing are given up.
func (s *speaking) SetDeadline(t time.Time) error {
	s.mu.Lock()
	defer s.mu.Unlock()
	s.until = t
	return s.Conn.SetDeadline(t)
}

// SetReadDeadline says by when reading is given up.
func (s *speaking) SetReadDeadline(t time.Time) error {
	s.mu.Lock()
	defer s.mu.Unlock()
	s.until = t
	return s.Conn.SetReadDeadline(t)
}

// Open connects to the database at url and waits until it answers, at most 10 seconds. What is
// stamped with a time is stamped by the clock: the database's own decides nothing.
func Open(ctx context.Context, url string, clock now.Clock) (*Store, error) {
	return open(ctx, url, clock, silenceLasts)
}

func open(ctx context.Context, url string, clock now.Clock, silence time.Duration) (*Store, error) {
	config, err := pgx.ParseConfig(url)
	if err != nil {
		return nil, fmt.Errorf("database address: %w", err)
	}
	config.RuntimeParams["statement_timeout"] = strconv.Itoa(int(statementLasts.Milliseconds()))
	config.RuntimeParams["jit"] = "off" // no question is so large that compiling it, a second, would pay
	if config.RuntimeParams["lock_timeout"] == "" {
		config.RuntimeParams["lock_timeout"] = lockLasts
	}
	config.ConnectTimeout = connectLasts
	dial := config.DialFunc
	config.DialFunc = func(ctx context.Context, network, addr string) (net.Conn, error) {
		conn, err := dial(ctx, network, addr)
		if err != nil {
			return nil, err
		}
		return &speaking{Conn: conn, silence: silence}, nil
	}
	db, err := gorm.Open(postgres.New(postgres.Config{Conn: stdlib.OpenDB(*config)}), &gorm.Config{
		Logger:                 logger.Discard,
		SkipDefaultTransaction: true,
		DisableAutomaticPing:   true,
		TranslateError:         false,
		NowFunc:                func() time.Time { return clock().UTC() },
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

// Centre is the store as one centre sees it.
type Centre struct {
	db *gorm.DB
	id uuid.UUID
	by *uuid.UUID // who does it; nil for the program itself
}

// For returns the store scoped to a centre.
func (s *Store) For(centre uuid.UUID) *Centre { return &Centre{db: s.db, id: centre} }

// By returns the store as an account of the centre uses it: what it changes is noted.
func (c *Centre) By(staff uuid.UUID) *Centre { return &Centre{c.db, c.id, &staff} }

// mine returns a fresh query on this centre's rows of the model's table.
func (c *Centre) mine(ctx context.Context) *gorm.DB {
	return c.on(ctx).Where("centre_id = ?", c.id)
}

// transact runs do in a transaction on a scoped store.
func (c *Centre) transact(ctx context.Context, do func(*Centre) error) error {
	return c.on(ctx).Transaction(func(tx *gorm.DB) error { return do(&Centre{tx, c.id, c.by}) })
}

// on returns the connection for a query: that of the transaction which the store or the context is in.
func (c *Centre) on(ctx context.Context) *gorm.DB {
	if _, in := c.db.Statement.ConnPool.(gorm.TxCommitter); !in {
		if tx, ok := ctx.Value(inCommand{}).(*gorm.DB); ok {
			return tx.WithContext(ctx)
		}
	}
	return c.db.WithContext(ctx)
}

// clock is what the store stamps with.
func (c *Centre) clock() time.Time { return c.db.NowFunc() }

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

// Lost reports whether the database could not be reached, or it or whoever asked was lost on the way: whether
// what was asked has been done is then not known. SQLSTATE class 08, 57P01 to 57P05, 57014
// and 53300 of the PostgreSQL manual, appendix A.
func Lost(err error) bool {
	var pg *pgconn.PgError
	if errors.As(err, &pg) {
		return strings.HasPrefix(pg.Code, "08") || strings.HasPrefix(pg.Code, "57P") || pg.Code == "57014" ||
			pg.Code == "53300"
	}
	var connect *pgconn.ConnectError
	var network net.Error
	return errors.As(err, &connect) || errors.As(err, &network) || errors.Is(err, driver.ErrBadConn) ||
		errors.Is(err, sql.ErrConnDone) ||
		errors.Is(err, io.EOF) || errors.Is(err, io.ErrUnexpectedEOF) || errors.Is(err, context.DeadlineExceeded) ||
		errors.Is(err, context.Canceled) || errors.Is(err, pgconn.ErrConnClosed) ||
		err != nil && err.Error() == "sql: database is closed" // database/sql has no name for it
}

// Busy reports whether somebody else held what was asked for, for too long or the other way round, so that nothing
// of it was done. SQLSTATE 55P03, 40P01 and 40001 of the PostgreSQL manual, appendix A.
func Busy(err error) bool {
	var pg *pgconn.PgError
	return errors.As(err, &pg) && (pg.Code == "55P03" || pg.Code == "40P01" || pg.Code == "40001")
}

// Full reports whether the database's disk is full.
func Full(err error) bool {
	var pg *pgconn.PgError
	return errors.As(err, &pg) && pg.Code == "53100"
}

func notFound(err error) error {
	if errors.Is(err, gorm.ErrRecordNotFound) {
		return ErrNotFound
	}
	return err
}
