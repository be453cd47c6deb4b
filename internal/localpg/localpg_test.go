package localpg

import (
	"os"
	"path/filepath"
	"strconv"
	"testing"

	"github.com/jackc/pgx/v5"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func folder(t *testing.T) string {
	dir, err := os.MkdirTemp("", "emblo-localpg-")
	require.NoError(t, err)
	require.NoError(t, os.Chmod(dir, 0o755))
	t.Cleanup(func() { os.RemoveAll(dir) })
	return dir
}

// A second start keeps the data; a stale lock, a live orphan, a second Emblo and an old
// folder each end as they should.
func TestStartSurvivesWhatHappensToFolders(t *testing.T) {
	ctx, dir := t.Context(), folder(t)
	first, err := Start(ctx, dir)
	require.NoError(t, err)
	// A database of before there was a role is taken over with all that is in it.
	require.NoError(t, first.admin(ctx, func(conn *pgx.Conn) error {
		_, err := conn.Exec(ctx, "create database kept")
		return err
	}))
	require.NoError(t, first.adminOf(ctx, "kept", func(conn *pgx.Conn) error {
		_, err := conn.Exec(ctx, `create extension pg_trgm; create table told (id bigint generated always as identity, by serial); insert into told values (default);
			create function mark() returns trigger language plpgsql as $f$ begin return new; end $f$; create trigger mark before insert on told for each row execute function mark()`)
		return err
	}))
	for range 2 { // asking twice is harmless
		require.NoError(t, first.EnsureDatabase(ctx, "kept"))
	}

	_, err = Start(ctx, dir)
	assert.ErrorIs(t, err, ErrAlreadyRunning)

	// Its Emblo is killed: the lock goes with the process, the server stays behind.
	require.NoError(t, first.lock.Close())
	second, err := Start(ctx, dir)
	require.NoError(t, err, "an orphaned server is stopped first")
	_, exited := first.current()
	<-exited
	conn, err := pgx.Connect(ctx, second.URL("kept"))
	require.NoError(t, err, "the data is kept")
	var who, super string
	require.NoError(t, conn.QueryRow(ctx, "select current_user, current_setting('is_superuser')").Scan(&who, &super))
	assert.Equal(t, []string{role, "off"}, []string{who, super})
	_, err = conn.Exec(ctx,
		"insert into told values (default); alter table told add column more int; drop function mark cascade; create index on told using gin ((by::text) gin_trgm_ops)")
	require.NoError(t, err, "the tables and functions are its own")
	second.Kill()
	require.NoError(t, second.Restart(ctx), "it was killed")
	told := make(chan string, 1)
	second.Watch(ctx, func(what string, err error) { told <- what })
	cmd, _ := second.current()
	require.NoError(t, cmd.Process.Kill())
	assert.Equal(t, "the database ended and was started again", <-told)
	info, err := os.Stat(filepath.Join(dir, logName))
	require.NoError(t, err)
	assert.Equal(t, os.FileMode(0o600), info.Mode().Perm(), "who may read the log")
	conn, err = pgx.Connect(ctx, second.URL("kept"))
	require.NoError(t, err, "it is where it was")
	var kept int
	require.NoError(t, conn.QueryRow(ctx, "select count(*) from told").Scan(&kept))
	assert.Equal(t, 2, kept)
	require.NoError(t, conn.Close(ctx))
	require.NoError(t, second.Stop())

	// A lock file that names a process which is no database server.
	stale := strconv.Itoa(os.Getpid()) + "\n"
	require.NoError(t, os.WriteFile(filepath.Join(dir, "data", "postmaster.pid"), []byte(stale), 0o644))
	third, err := Start(ctx, dir)
	require.NoError(t, err, "a stale lock is cleared")
	require.NoError(t, third.Stop())

	require.NoError(t, os.WriteFile(filepath.Join(dir, "data", "PG_VERSION"), []byte("9\n"), 0o644))
	_, err = Start(ctx, dir)
	assert.ErrorContains(t, err, "was made by PostgreSQL 9")
	assert.ErrorContains(t, err, "move the folder away")
}

func TestExplainTellsAFullDisk(t *testing.T) {
	err := explain(os.ErrInvalid, "FATAL:  could not write lock file: No space left on device")
	assert.ErrorIs(t, err, ErrDiskFull)
	assert.ErrorContains(t, explain(os.ErrInvalid, "one\nlast line"), "last line")
}
