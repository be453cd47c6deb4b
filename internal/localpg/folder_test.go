package localpg

import (
	"os"
	"path/filepath"
	"syscall"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A folder that the database user may not enter is no reason to refuse: the data goes where
// it may, always to the same place, and under a closed umask too.
func TestDataGoesWhereTheDatabaseMayEnter(t *testing.T) {
	defer syscall.Umask(syscall.Umask(0o077))
	closed := filepath.Join(folder(t), "home of one")
	require.NoError(t, os.Mkdir(closed, 0o700))
	got, moved, err := Folder(filepath.Join(closed, "pg"))
	require.NoError(t, err)
	assert.Equal(t, os.Geteuid() == 0, moved, "a user's own database may enter that user's folder")
	if moved {
		t.Cleanup(func() { os.RemoveAll(got) })
	}
	again, _, err := Folder(filepath.Join(closed, "pg"))
	require.NoError(t, err)
	assert.Equal(t, got, again, "the data is found again")

	server, err := Start(t.Context(), got)
	require.NoError(t, err)
	assert.Empty(t, Announced(got))
	require.NoError(t, server.Announce("http://127.0.0.1:1"))
	assert.Equal(t, "http://127.0.0.1:1", Announced(got))
	require.NoError(t, server.Stop())

	open, moved, err := Folder(filepath.Join(folder(t), "pg"))
	require.NoError(t, err)
	assert.False(t, moved)
	assert.DirExists(t, open)
}
