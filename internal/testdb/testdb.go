// Package testdb gives every test a PostgreSQL database of its own: the server is started
// once for a package, a template is migrated and seeded once, and each test has a copy.
package testdb

import (
	"context"
	"crypto/rand"
	"errors"
	"fmt"
	"io"
	"os"
	"os/exec"
	"path/filepath"
	"strconv"
	"strings"
	"sync/atomic"
	"syscall"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/stretchr/testify/require"

	"emblo/internal/localpg"
	"emblo/internal/moment"
	"emblo/internal/store"
)

const template = "emblo_template"

var (
	server  *localpg.Server
	at      moment.Moment
	counter atomic.Int32
	stamped atomic.Int64
)

// fakeTime is the library of Debian's faketime that moves the clock of a program that it is loaded into.
const fakeTime = "/usr/lib/*/faketime/libfaketimeMT.so.1"

// Scratch is a folder for what a run of tests writes and forgets: in memory where that has room for it, for copying a
// database takes ten times as long on a disk; "" for the usual one. EMBLO_SMALL_DISK names one that may be filled.
func Scratch() string {
	if small := os.Getenv("EMBLO_SMALL_DISK"); small != "" {
		return small
	}
	const inMemory, room = "/dev/shm", 4 << 30
	var fs syscall.Statfs_t
	if syscall.Statfs(inMemory, &fs) != nil || fs.Bavail*uint64(fs.Bsize) < room || syscall.Access(inMemory, 2) != nil {
		return ""
	}
	return inMemory
}

// clockOf returns the environment of a server whose clock is so far ahead. What it measures, and waits
// for, goes by the clock that nobody sets; but a statement that waits is not cancelled by its timeout then.
func clockOf(ahead time.Duration) ([]string, error) {
	if ahead.Abs() < time.Second {
		return nil, nil
	}
	found, err := filepath.Glob(fakeTime)
	if err != nil || len(found) == 0 {
		return nil, errors.New("faketime is not installed: run apt-get install faketime")
	}
	return []string{"LD_PRELOAD=" + found[0], fmt.Sprintf("FAKETIME=%+d", int(ahead.Seconds())),
		"FAKETIME_DONT_FAKE_MONOTONIC=1"}, nil
}

// stamps tells stores the time: that of the moment, and a little more each time, so that what comes later is
// later.
func stamps() time.Time { return at.At().Add(time.Duration(stamped.Add(1)) * time.Microsecond) }

// Now is the moment at which the tests of a package stand.
func Now() time.Time { return at.At() }

// Run starts the server with its clock at a moment, or apart from it, makes the template with seed, runs
// the tests of a package and returns the exit code for TestMain.
func Run(m interface{ Run() int }, stands moment.Moment, seed func(context.Context, *store.Store) error) int {
	at = stands
	fmt.Println("The clock stands at", at)
	code, err := run(m, seed)
	if err != nil {
		fmt.Fprintln(os.Stderr, err)
		return 1
	}
	return code
}

func run(m interface{ Run() int }, seed func(context.Context, *store.Store) error) (code int, err error) {
	dir, err := os.MkdirTemp(Scratch(), "emblo-test-")
	if err != nil {
		return 1, err
	}
	defer os.RemoveAll(dir)
	if err := os.Chmod(dir, 0o755); err != nil { // the database runs as its own user
		return 1, err
	}
	ctx := context.Background()
	folder, moved, err := localpg.Folder(filepath.Join(dir, "pg"))
	if err != nil {
		return 1, err
	}
	if moved {
		defer os.RemoveAll(folder)
	}
	env, err := clockOf(at.DatabaseAhead())
	if err != nil {
		return 1, err
	}
	if server, err = localpg.Start(ctx, folder, env...); err != nil {
		return 1, err
	}
	defer server.Stop()
	if err := server.EnsureDatabase(ctx, template); err != nil {
		return 1, err
	}
	s, err := store.Open(ctx, server.URL(template), stamps)
	if err != nil {
		return 1, err
	}
	if _, err = s.Migrate(ctx); err == nil {
		err = seed(ctx, s)
	}
	s.Close()
	if err != nil {
		return 1, err
	}
	return m.Run(), nil
}

// URL copies the template for a test and returns the copy's address; it is dropped when
// the test ends.
func URL(t testing.TB) string { return copied(t, template) }

func copied(t testing.TB, of string) string {
	name := fmt.Sprintf("%s_%d", template, counter.Add(1))
	require.NoError(t, server.CopyDatabase(t.Context(), of, name))
	t.Cleanup(func() { require.NoError(t, server.DropDatabase(context.Background(), name)) })
	return server.URL(name)
}

// Copy copies the database at an address, to which nobody is connected, and returns the copy's address.
func Copy(t testing.TB, of string) string {
	config, err := pgx.ParseConfig(of)
	require.NoError(t, err)
	return copied(t, config.Database)
}

// Crash kills the server under everybody, and starts it again.
func Crash(t testing.TB) {
	server.Kill()
	require.NoError(t, server.Restart(t.Context()))
}

// Freeze stops all of the server for a while, with every connection up, or only what answers one of them.
func Freeze(t testing.TB, lasts time.Duration, all bool) {
	parent := strconv.Itoa(server.PID())
	found, err := exec.Command("pgrep", "-P", parent, "-f", "127.0.0.1").Output() // backends say whom they answer
	if err != nil || all {
		found, err = exec.Command("pgrep", "-P", parent).Output()
		require.NoError(t, err)
	}
	frozen := strings.Fields(string(found))
	if all {
		frozen = append(frozen, parent)
	} else {
		frozen = frozen[:1]
	}
	for _, signal := range []syscall.Signal{syscall.SIGSTOP, syscall.SIGCONT} {
		for _, one := range frozen {
			pid, err := strconv.Atoi(one)
			require.NoError(t, err)
			if err := syscall.Kill(pid, signal); err != nil { // it may have ended by itself
				require.ErrorIs(t, err, syscall.ESRCH)
			}
		}
		if signal == syscall.SIGSTOP {
			time.Sleep(lasts)
		}
	}
}

// Fill fills the disk that the server writes to, does something, makes room again and starts the server where it has
// given up meanwhile.
func Fill(t testing.TB, do func()) {
	small := os.Getenv("EMBLO_SMALL_DISK")
	require.NotEmpty(t, small, "this fills a disk: run it by make")
	ballast, err := os.CreateTemp(small, "ballast-")
	require.NoError(t, err)
	_, err = io.Copy(ballast, rand.Reader)
	require.ErrorIs(t, err, syscall.ENOSPC)
	do()
	require.NoError(t, ballast.Close())
	require.NoError(t, os.Remove(ballast.Name()))
	require.Eventually(t, func() bool {
		if server.Ended() {
			require.NoError(t, server.Restart(t.Context()))
		}
		conn, err := pgx.Connect(t.Context(), server.URL(template))
		if err == nil {
			err = conn.Close(t.Context())
		}
		return err == nil
	}, time.Minute, 50*time.Millisecond)
}

// Empty makes a database with nothing in it for a test and returns its address.
func Empty(t testing.TB) string {
	name := fmt.Sprintf("empty_%d", counter.Add(1))
	require.NoError(t, server.EnsureDatabase(t.Context(), name))
	t.Cleanup(func() { require.NoError(t, server.DropDatabase(context.Background(), name)) })
	return server.URL(name)
}

// Open returns a store on a copy of the template.
func Open(t testing.TB) *store.Store { return OpenAt(t, URL(t)) }

// OpenAt returns a store on the database at an address.
func OpenAt(t testing.TB, url string) *store.Store {
	s, err := store.Open(t.Context(), url, stamps)
	require.NoError(t, err)
	t.Cleanup(func() { s.Close() })
	return s
}

// Exec runs statements on the database at an address, past the application.
func Exec(t testing.TB, url, sql string, args ...any) {
	conn, err := pgx.Connect(t.Context(), url)
	require.NoError(t, err)
	defer conn.Close(context.Background())
	_, err = conn.Exec(t.Context(), sql, args...)
	require.NoError(t, err, sql)
}

// Sums returns a checksum of every table, to hold that nothing was stored. Sessions and
// tries to sign in are left out: asking changes them.
func Sums(t testing.TB, url string) map[string]string {
	conn, err := pgx.Connect(t.Context(), url)
	require.NoError(t, err)
	defer conn.Close(context.Background())
	rows, err := conn.Query(t.Context(),
		"select tablename from pg_tables where schemaname = 'public' and tablename not in ('sessions', 'sign_in_tries', 'devices')")
	require.NoError(t, err)
	tables, err := pgx.CollectRows(rows, pgx.RowTo[string])
	require.NoError(t, err)
	sums := make(map[string]string, len(tables))
	for _, table := range tables {
		var sum string
		query := "select coalesce(md5(string_agg(r::text, '|' order by r::text)), '') from " +
			pgx.Identifier{table}.Sanitize() + " r"
		require.NoError(t, conn.QueryRow(t.Context(), query).Scan(&sum))
		sums[table] = sum
	}
	return sums
}

// Rows returns every row of every table as JSON, in an order that does not hang on when it was written. Sessions and
// tries to sign in are left out.
func Rows(t testing.TB, url string) (all []string) {
	conn, err := pgx.Connect(t.Context(), url)
	require.NoError(t, err)
	defer conn.Close(context.Background())
	rows, err := conn.Query(t.Context(),
		"select tablename from pg_tables where schemaname = 'public' and tablename not in ('sessions', 'sign_in_tries', 'devices') order by 1")
	require.NoError(t, err)
	tables, err := pgx.CollectRows(rows, pgx.RowTo[string])
	require.NoError(t, err)
	for _, table := range tables {
		rows, err := conn.Query(t.Context(), "select to_jsonb(r)::text from "+pgx.Identifier{table}.Sanitize()+" r")
		require.NoError(t, err)
		of, err := pgx.CollectRows(rows, pgx.RowTo[string])
		require.NoError(t, err)
		for _, row := range of {
			all = append(all, table+" "+row)
		}
	}
	return all
}
