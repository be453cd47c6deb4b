package e2e

import (
	"encoding/json"
	"io"
	"net"
	"net/http"
	"net/http/cookiejar"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"sync/atomic"
	"syscall"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/written"
	"emblo/e2e/harness"
	"emblo/internal/testdb"
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

// A PostgreSQL that Emblo started and that is killed twenty times while somebody writes is started again each time, and
// what was answered is there, once; what is on its way and has stalled does not keep the program from ending.
func TestItGetsUpByItself(t *testing.T) {
	t.Parallel()
	dir, err := os.MkdirTemp("", "emblo-up-")
	require.NoError(t, err)
	t.Cleanup(func() { os.RemoveAll(dir) })
	run := harness.StartIn(t, dir)
	base := run.Says("Emblo is at ")
	jar, err := cookiejar.New(nil)
	require.NoError(t, err)
	client := &http.Client{Jar: jar, Timeout: time.Minute}
	ask := func(method, path, body string, out any) bool {
		req, err := http.NewRequest(method, base+path, strings.NewReader(body))
		if !assert.NoError(t, err) {
			return false
		}
		if body != "" {
			req.Header.Set("Content-Type", "application/json")
		}
		resp, err := client.Do(req)
		if err != nil {
			return false
		}
		defer resp.Body.Close()
		if out != nil && resp.StatusCode == http.StatusOK {
			assert.NoError(t, json.NewDecoder(resp.Body).Decode(out))
		}
		return resp.StatusCode < 300
	}
	require.True(t, ask(http.MethodPost, "/api/session/demo", "", nil))
	flour := func() written.StoredJar {
		var c written.Cupboard
		require.Eventually(t, func() bool { return ask(http.MethodGet, "/api/cupboard", "", &c) }, 10*time.Second,
			50*time.Millisecond) // right after a kill a line that is not there any more may be found so
		return c.Jars[slices.IndexFunc(c.Jars, func(j written.StoredJar) bool { return j.ItemID == "plain-flour" })]
	}
	before := flour()
	var kept atomic.Int64
	stop, stopped := make(chan struct{}), make(chan struct{})
	go func() {
		defer close(stopped)
		for ; ; kept.Add(1) {
			select {
			case <-stop:
				return
			default:
			}
			id := uuid.NewString()
			for !ask(http.MethodPut, "/api/moves/"+id, `{"jar_id": "`+before.ID+
				`", "kind": "received", "amount": "1 g"}`, nil) {
				time.Sleep(20 * time.Millisecond)
			}
		}
	}()
	ready := func() bool { return ask(http.MethodGet, "/readyz", "", nil) }
	var longest time.Duration
	for n := range int64(20) {
		require.Eventually(t, func() bool { return kept.Load() > 10*n }, 30*time.Second, time.Millisecond)
		var killed time.Time
		require.Eventually(t, func() bool { // what the one before left running may answer before the next is up
			text, err := os.ReadFile(filepath.Join(run.Folder(t), "data", "postmaster.pid"))
			if err != nil {
				return false
			}
			pid, err := strconv.Atoi(strings.SplitN(string(text), "\n", 2)[0])
			killed = time.Now()
			return err == nil && syscall.Kill(pid, syscall.SIGKILL) == nil
		}, 30*time.Second, 10*time.Millisecond)
		require.Eventually(t, func() bool { return !ready() }, 10*time.Second, time.Millisecond)
		require.Eventually(t, ready, 30*time.Second, 10*time.Millisecond)
		longest = max(longest, time.Since(killed))
	}
	close(stop)
	<-stopped
	assert.InDelta(t, before.Amount+float64(kept.Load()), flour().Amount, 1e-9, "each gram once")
	t.Logf("%d writes through 20 kills of PostgreSQL, at the longest %v until it answered again", kept.Load(), longest)

	line, err := net.Dial("tcp", strings.TrimPrefix(base, "http://"))
	require.NoError(t, err)
	defer line.Close()
	_, err = io.WriteString(line,
		"POST /api/session HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/json\r\nContent-Length: 100\r\n\r\n{")
	require.NoError(t, err)
	require.NoError(t, run.Cmd.Process.Signal(syscall.SIGTERM))
	run.Says("The database is stopped.")
	require.NoError(t, run.Cmd.Wait())
}

// Programs that start at once on an empty database are both up, with one demo centre; one that is older than the
// database, or is told what it does not know, says so and changes nothing; a database that is not there yet is waited
// for.
func TestStartsOnWhatIsThere(t *testing.T) {
	t.Parallel()
	url := testdb.Empty(t)
	start := func(env ...string) *harness.Started {
		return harness.StartIn(t, t.TempDir(), append([]string{"EMBLO_ADDR=127.0.0.1:0", "EMBLO_DATABASE_URL=" + url},
			env...)...)
	}
	one, other := start(), start()
	one.Says("Emblo is at ")
	other.Says("Emblo is at ")
	for _, run := range []*harness.Started{one, other} {
		require.NoError(t, run.Cmd.Process.Signal(syscall.SIGTERM))
		require.NoError(t, run.Cmd.Wait())
	}
	rows := testdb.Rows(t, url)
	centres := slices.DeleteFunc(rows, func(row string) bool { return !strings.HasPrefix(row, "centres ") })
	assert.Len(t, centres, 1)

	fails := func(run *harness.Started, words string) {
		require.Error(t, run.Cmd.Wait())
		assert.Contains(t, run.Output(), words)
	}
	fails(start("EMBLO_SECURE=yes"), `EMBLO_SECURE is "yes"`)
	testdb.Exec(t, url, "insert into goose_db_version (version_id, is_applied) values (20990101, true)")
	before := testdb.Sums(t, url)
	fails(start(), "by a newer Emblo")
	assert.Equal(t, before, testdb.Sums(t, url))
	testdb.Exec(t, url, "delete from goose_db_version where version_id = 20990101")

	listener, err := net.Listen("tcp", "127.0.0.1:0")
	require.NoError(t, err)
	later := listener.Addr().String()
	require.NoError(t, listener.Close())
	whole, place, _ := strings.Cut(url, "@")
	at, path, _ := strings.Cut(place, "/")
	waits := start("EMBLO_DATABASE_URL=" + whole + "@" + later + "/" + path)
	waits.Says("waiting for it")
	listener, err = net.Listen("tcp", later)
	require.NoError(t, err)
	t.Cleanup(func() { listener.Close() })
	go func() {
		for {
			from, err := listener.Accept()
			if err != nil {
				return
			}
			to, err := net.Dial("tcp", at)
			if err != nil {
				return
			}
			go func() { _, _ = io.Copy(to, from); to.Close() }() // until either ends
			go func() { _, _ = io.Copy(from, to); from.Close() }()
		}
	}()
	waits.Says("Emblo is at ")
}
