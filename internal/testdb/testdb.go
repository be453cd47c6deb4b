// Package testdb gives every test a PostgreSQL database of its own: the server is started
// once for a package, a template is migrated and seeded once, and each test has a copy.
package testdb

import (
	"context"
	"fmt"
	"os"
	"path/filepath"
	"sync/atomic"
	"testing"

	"github.com/stretchr/testify/require"

	"emblo/internal/localpg"
	"emblo/internal/store"
)

const template = "emblo_template"

var (
	server  *localpg.Server
	counter atomic.Int32
)

// Run starts the server, makes the template with seed, runs the tests of a package and
// returns the exit code for TestMain.
func Run(m interface{ Run() int }, seed func(context.Context, *store.Store) error) int {
	code, err := run(m, seed)
	if err != nil {
		fmt.Fprintln(os.Stderr, err)
		return 1
	}
	return code
}

func run(m interface{ Run() int }, seed func(context.Context, *store.Store) error) (code int, err error) {
	dir, err := os.MkdirTemp("", "emblo-test-")
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
	if server, err = localpg.Start(ctx, folder); err != nil {
		return 1, err
	}
	defer server.Stop()
	if err := server.EnsureDatabase(ctx, template); err != nil {
		return 1, err
	}
	s, err := store.Open(ctx, server.URL(template))
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
func URL(t testing.TB) string {
	name := fmt.Sprintf("%s_%d", template, counter.Add(1))
	require.NoError(t, server.CopyDatabase(t.Context(), template, name))
	t.Cleanup(func() { require.NoError(t, server.DropDatabase(context.Background(), name)) })
	return server.URL(name)
}

// Open returns a store on a copy of the template.
func Open(t testing.TB) *store.Store {
	s, err := store.Open(t.Context(), URL(t))
	require.NoError(t, err)
	t.Cleanup(func() { s.Close() })
	return s
}
