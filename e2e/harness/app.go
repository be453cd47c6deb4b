// Package harness runs the real binary on a real database and drives Debian's Chromium
// at it as a person would: by what a control is and what it is called.
package harness

import (
	"bufio"
	"context"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strings"
	"sync"
	"syscall"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"emblo/internal/demo"
	"emblo/internal/localpg"
	"emblo/internal/moment"
	"emblo/internal/store"
	"emblo/internal/testdb"
)

var binary string

// stands is the moment at which the apps and the pages of the tests begin.
var stands = moment.Chosen("today")

// clockSetting is how a test tells a program where its clock stands; no other build knows it.
const clockSetting = "EMBLO_CLOCK_AHEAD"

// markedSetting has a program speak no language, so that what is not to be translated shows.
const markedSetting = "EMBLO_MARKED"

// Main starts PostgreSQL once, loads the demo centre into a template database, builds
// the binary, and runs the tests of a package.
func Main(m *testing.M) int {
	dir, err := os.MkdirTemp(testdb.Scratch(), "emblo-e2e-")
	if err != nil {
		fmt.Fprintln(os.Stderr, err)
		return 1
	}
	defer os.RemoveAll(dir)
	binary, browser.dir = filepath.Join(dir, "emblo"), filepath.Join(dir, "browser")
	if out, err := exec.Command("go", "build", "-ldflags", "-X emblo/internal/now.setting="+clockSetting+
		" -X main.markedSetting="+markedSetting, "-o", binary,
		"emblo/cmd/emblo").CombinedOutput(); err != nil {
		fmt.Fprintf(os.Stderr, "%v\n%s", err, out)
		return 1
	}
	defer closeBrowser()
	return testdb.Run(m, stands, func(ctx context.Context, s *store.Store) error {
		return demo.Load(ctx, s, stands.At())
	})
}

// App is one running binary on a database of its own. Its clock stands at the moment of the tests when it
// first starts, and goes on from there, however often it is started again.
type App struct {
	Base   string
	ahead  time.Duration
	url    string
	cmd    *exec.Cmd
	stop   sync.Once
	output *lockedBuilder
	marked string // not empty where it speaks no language
}

// Start copies the template and runs the binary on the copy until the test ends.
func Start(t testing.TB) *App {
	if test, ok := t.(*testing.T); ok { // a benchmark wants the machine to itself
		test.Parallel()
	}
	return start(t, &App{url: testdb.URL(t), ahead: stands.Ahead()})
}

// StartMarked is Start for an app that speaks no language: what it says stands in marks.
func StartMarked(t *testing.T) *App {
	t.Parallel()
	return start(t, &App{url: testdb.URL(t), ahead: stands.Ahead(), marked: "1"})
}

func start(t testing.TB, a *App) *App {
	a.Run(t, "127.0.0.1:0")
	t.Cleanup(a.Stop)
	return a
}

// Now is what the clock of the app and of the demo centre shows.
func (a *App) Now() time.Time { return time.Now().Add(a.ahead).In(stands.At().Location()) }

// Day is the day so many days from now there, as it is written.
func (a *App) Day(days int) string { return a.Now().AddDate(0, 0, days).Format(time.DateOnly) }

// DemoDay is the day so many days after that on which the demo centre was loaded, wherever midnight lies.
func DemoDay(days int) string { return stands.At().AddDate(0, 0, days).Format(time.DateOnly) }

// Origin is the address that labels lead to.
const Origin = "https://emblo.example"

// environ is what a program is started in: that of the tests, without what only they are told.
func environ() []string {
	return slices.DeleteFunc(os.Environ(), func(one string) bool { return strings.HasPrefix(one, "EMBLO_") })
}

// Run starts the binary on an address; Start has done so once already.
func (a *App) Run(t testing.TB, addr string) {
	a.stop = sync.Once{}
	a.output = new(lockedBuilder)
	a.cmd = exec.Command(binary, "serve")
	a.cmd.Env = append(environ(), "EMBLO_ADDR="+addr, "EMBLO_DATABASE_URL="+a.url, "EMBLO_ORIGIN="+Origin, clockSetting+
		"="+a.ahead.String(), markedSetting+"="+a.marked)
	a.cmd.Stderr = a.output
	out, err := a.cmd.StdoutPipe()
	require.NoError(t, err)
	require.NoError(t, a.cmd.Start())
	found := make(chan string, 1)
	go func() {
		for lines := bufio.NewScanner(out); lines.Scan(); {
			a.output.Write([]byte(lines.Text() + "\n"))
			if _, base, ok := strings.Cut(lines.Text(), "Emblo is at "); ok {
				found <- base
			}
		}
	}()
	select {
	case a.Base = <-found:
	case <-time.After(20 * time.Second):
		t.Fatalf("the binary did not start:\n%s", a.output)
	}
}

// Stop ends the binary as Ctrl-C would.
func (a *App) Stop() {
	a.stop.Do(func() {
		_ = a.cmd.Process.Signal(syscall.SIGINT)
		_ = a.cmd.Wait() // stopped by a signal on purpose
	})
}

// Kill ends the binary at once, in the middle of whatever it does; Run starts it again.
func (a *App) Kill() {
	a.stop.Do(func() {
		_ = a.cmd.Process.Kill()
		_ = a.cmd.Wait() // killed on purpose
	})
}

// Freeze stops the binary for a while, with every connection up.
func (a *App) Freeze(t testing.TB, lasts time.Duration) {
	require.NoError(t, a.cmd.Process.Signal(syscall.SIGSTOP))
	time.Sleep(lasts)
	require.NoError(t, a.cmd.Process.Signal(syscall.SIGCONT))
}

// Jump lets the clock of the app be ahead by so much more when it is started again.
func (a *App) Jump(by time.Duration) { a.ahead += by }

// Outdate has the binary started as if it were older than its database: it must say so and end, with nothing changed.
func (a *App) Outdate(t testing.TB) {
	testdb.Exec(t, a.url, "insert into goose_db_version (version_id, is_applied) values (20990101, true)")
	cmd := exec.Command(binary, "serve")
	cmd.Env = append(environ(), "EMBLO_ADDR=127.0.0.1:0", "EMBLO_DATABASE_URL="+a.url)
	said, err := cmd.CombinedOutput()
	require.Error(t, err)
	require.Contains(t, string(said), "by a newer Emblo")
	testdb.Exec(t, a.url, "delete from goose_db_version where version_id = 20990101")
}

// Forget ends every session, as time does.
func (a *App) Forget(t testing.TB) { testdb.Exec(t, a.url, "delete from sessions") }

// Demote leaves nobody a lead.
func (a *App) Demote(t testing.TB) {
	testdb.Exec(t, a.url, "update staff set role = 'helper' where role = 'lead'")
}

// CutOff ends every connection of the app to its database, in the middle of whatever they do.
func (a *App) CutOff(t testing.TB) {
	testdb.Exec(t, a.url,
		"select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid()")
}

// Peak returns the most memory that the program has had, in MiB (proc(5), VmHWM).
func (a *App) Peak(t testing.TB) (mib float64) {
	text, err := os.ReadFile(fmt.Sprintf("/proc/%d/status", a.cmd.Process.Pid))
	require.NoError(t, err)
	_, rest, _ := strings.Cut(string(text), "VmHWM:")
	var kb float64
	_, err = fmt.Sscanf(rest, "%f kB", &kb)
	require.NoError(t, err)
	return kb / 1024
}

// Rows returns how many rows a table has.
func (a *App) Rows(t testing.TB, table string) (n int) {
	for _, row := range testdb.Rows(t, a.url) {
		if strings.HasPrefix(row, table+" ") {
			n++
		}
	}
	return n
}

// Stored waits until a row of a table says so, such as portion_g:110; quotes and spaces do not count.
func (a *App) Stored(t testing.TB, table, words string) {
	t.Helper()
	bare := strings.NewReplacer(`"`, "", " ", "", `\`, "")
	require.Eventually(t, func() bool {
		return slices.ContainsFunc(testdb.Rows(t, a.url), func(row string) bool {
			return strings.HasPrefix(row, table+" ") && strings.Contains(bare.Replace(row), words)
		})
	}, patience, glance, "%s in %s", words, table)
}

// SQL opens the app's database, to look at what was stored.
func (a *App) SQL(t testing.TB) *store.Store {
	s, err := store.Open(t.Context(), a.url, a.Now)
	require.NoError(t, err)
	t.Cleanup(func() { s.Close() })
	return s
}

type lockedBuilder struct {
	mu sync.Mutex
	b  strings.Builder
}

func (l *lockedBuilder) Write(p []byte) (int, error) {
	l.mu.Lock()
	defer l.mu.Unlock()
	return l.b.Write(p)
}

func (l *lockedBuilder) String() string {
	l.mu.Lock()
	defer l.mu.Unlock()
	return l.b.String()
}

// Started is the start command as a person runs it, with a database server of its own.
type Started struct {
	*testing.T
	Cmd    *exec.Cmd
	dir    string
	lines  chan string
	output *lockedBuilder
}

// StartIn runs the start command in a folder until the test ends.
func StartIn(t *testing.T, dir string, env ...string) *Started {
	s := &Started{T: t, dir: dir, lines: make(chan string, 100), output: new(lockedBuilder)}
	s.Cmd = exec.Command(binary, "serve")
	s.Cmd.Dir, s.Cmd.Env, s.Cmd.Stderr = dir, append(environ(), env...), s.output
	out, err := s.Cmd.StdoutPipe()
	require.NoError(t, err)
	require.NoError(t, s.Cmd.Start())
	go func() {
		for lines := bufio.NewScanner(out); lines.Scan(); {
			s.lines <- lines.Text()
		}
		close(s.lines)
	}()
	t.Cleanup(func() {
		_ = s.Cmd.Process.Signal(syscall.SIGINT)
		_ = s.Cmd.Wait() // ended in the test, or by the signal
		if folder := s.Folder(t); !strings.HasPrefix(folder, dir) {
			os.RemoveAll(folder)
		}
	})
	return s
}

// Says waits for a line with the words and returns what follows them.
func (s *Started) Says(words string) string {
	s.Helper()
	for {
		select {
		case line, ok := <-s.lines:
			if !ok {
				s.Fatalf("it ended without saying %q: %s", words, s.output)
			}
			if _, rest, found := strings.Cut(line, words); found {
				return rest
			}
		case <-time.After(60 * time.Second):
			s.Fatalf("it does not say %q: %s", words, s.output)
		}
	}
}

// Output returns what it said to whoever looks after it.
func (s *Started) Output() string { return s.output.String() }

// Folder returns where its data is.
func (s *Started) Folder(t *testing.T) string {
	folder, _, err := localpg.Folder(filepath.Join(s.dir, ".local/pg"))
	require.NoError(t, err)
	return folder
}
