package e2e

import (
	"os"
	"os/exec"
	"strings"
	"syscall"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/e2e/harness"
)

// The start command in a folder that only its owner may enter and whose name has a space:
// it serves, a second start from the same folder says where, one from elsewhere takes
// another port, and closing the terminal ends program and database.
func TestStartAnywhere(t *testing.T) {
	closed, err := os.MkdirTemp("", "emblo home ")
	require.NoError(t, err)
	t.Cleanup(func() { os.RemoveAll(closed) })
	first := harness.StartIn(t, closed, "LANG=C", "HOME=")
	base := first.Says("Emblo is at ")
	second := harness.StartIn(t, closed)
	assert.Equal(t, base, second.Says("already running from this folder, at "))
	require.NoError(t, second.Cmd.Wait(), "the second start is no failure")

	other, err := os.MkdirTemp("", "emblo-other-")
	require.NoError(t, err)
	t.Cleanup(func() { os.RemoveAll(other) })
	third := harness.StartIn(t, other)
	assert.NotEqual(t, base, third.Says("Emblo is at "))

	for _, run := range []*harness.Started{first, third} {
		require.NoError(t, run.Cmd.Process.Signal(syscall.SIGHUP))
		run.Says("The database is stopped.")
		require.NoError(t, run.Cmd.Wait())
	}
	left, _ := exec.Command("pgrep", "-f", "postgres -D "+first.Folder(t)).Output() // exits with 1 when there is none
	assert.Empty(t, strings.TrimSpace(string(left)))
}
