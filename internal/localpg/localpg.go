// Package localpg runs a PostgreSQL server of the project's own: Debian's programs on a
// data folder beside the checkout, on loopback and a free port. The start command and the
// tests use it; nothing is installed here.
package localpg

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"net"
	"os"
	"path/filepath"
	"sort"
	"strconv"
	"strings"
	"syscall"
	"time"

	"github.com/jackc/pgx/v5"
)

// Failures that a person can act on. Error texts are whole sentences.
var (
	// ErrNotInstalled is returned when no PostgreSQL server programs are found.
	ErrNotInstalled = errors.New("PostgreSQL is not installed: run apt-get install postgresql")
	// ErrAlreadyRunning is returned when another Emblo uses the same data folder.
	ErrAlreadyRunning = errors.New(
		"Emblo is already running from this folder; stop it first, or use the address it printed")
	// ErrDiskFull is returned when the data folder's disk has no room.
	ErrDiskFull = errors.New("the disk is full: free some space and start again; nothing was lost")
)

// Server is a PostgreSQL server on a folder of its own.
type Server struct {
	running  running
	lock     *os.File
	who      *account
	program  string
	dir      string
	env      []string
	port     int
	password string // of the superuser
	// rolePassword is that of the role, a new one at every start.
	rolePassword string
}

const (
	superuser = "emblo" // makes databases, and nothing else
	role      = "emblo_app"
	lockName  = "emblo.lock"
)

// Start makes the data folder when there is none, starts a server on it and waits until
// it answers. A lock left by a server that died is cleared, a server orphaned by a killed
// Emblo is stopped first. When run as root the server runs as Debian's postgres user. It has
// the environment of the program, and what is named here as NAME=value.
func Start(ctx context.Context, dir string, env ...string) (*Server, error) {
	dir, err := filepath.Abs(dir)
	if err != nil {
		return nil, err
	}
	who, err := runAs()
	if err != nil {
		return nil, err
	}
	if err := makeFolder(dir); err != nil {
		return nil, err
	}
	lock, err := takeLock(filepath.Join(dir, lockName))
	if err != nil {
		return nil, err
	}
	s, err := start(ctx, dir, who, env)
	if err != nil {
		lock.Close()
		return nil, err
	}
	s.lock = lock
	return s, nil
}

func start(ctx context.Context, dir string, who *account, env []string) (*Server, error) {
	data := filepath.Join(dir, "data")
	if !who.canEnter(dir) {
		return nil, fmt.Errorf(
			"the database cannot run as root, and its user postgres may not enter %s: set EMBLO_DATA to a folder that it may", dir)
	}
	bin, err := programsFor(data)
	if err != nil {
		return nil, err
	}
	if err := clearOrphan(data); err != nil {
		return nil, err
	}
	password, err := initialise(ctx, bin, dir, data, who)
	if err != nil {
		return nil, err
	}
	port, err := freePort()
	if err != nil {
		return nil, err
	}
	s := &Server{who: who, program: filepath.Join(bin, "postgres"), dir: dir, env: env, port: port, password: password,
		rolePassword: secretText()}
	if err := s.launch(ctx); err != nil {
		return s, err
	}
	return s, s.makeRole(ctx)
}

// CopyDatabase creates a database as a copy of a template that nobody is connected to.
func (s *Server) CopyDatabase(ctx context.Context, template, name string) error {
	return s.admin(ctx, func(conn *pgx.Conn) error {
		_, err := conn.Exec(ctx, "create database "+pgx.Identifier{name}.Sanitize()+
			" owner "+role+" template "+pgx.Identifier{template}.Sanitize())
		return err
	})
}

// DropDatabase drops the named database, cutting off whoever is connected.
func (s *Server) DropDatabase(ctx context.Context, name string) error {
	return s.admin(ctx, func(conn *pgx.Conn) error {
		_, err := conn.Exec(ctx, "drop database if exists "+pgx.Identifier{name}.Sanitize()+" with (force)")
		return err
	})
}

// initialise runs initdb when there is no data folder yet, and returns the superuser's
// password, which is made once and kept beside the data.
func initialise(ctx context.Context, bin, dir, data string, who *account) (string, error) {
	secret := filepath.Join(dir, "password")
	if _, err := os.Stat(filepath.Join(data, "PG_VERSION")); err == nil {
		text, err := os.ReadFile(secret)
		return strings.TrimSpace(string(text)), err
	}
	password := secretText()
	if err := os.WriteFile(secret, []byte(password), 0o600); err != nil {
		return "", explain(err, "")
	}
	if err := who.own(secret); err != nil {
		return "", err
	}
	// A folder without PG_VERSION is what an interrupted initdb leaves.
	if err := os.RemoveAll(data); err != nil {
		return "", err
	}
	if err := os.Mkdir(data, 0o700); err != nil {
		return "", explain(err, "")
	}
	if err := who.own(data); err != nil {
		return "", err
	}
	cmd := who.command(filepath.Join(bin, "initdb"), "-D", data, "-U", superuser, "--pwfile", secret,
		"-A", "scram-sha-256", "-E", "UTF8", "--locale=C.UTF-8", "--no-instructions")
	var out bytes.Buffer
	cmd.Stdout, cmd.Stderr = &out, &out
	if err := cmd.Run(); err != nil {
		return "", explain(fmt.Errorf("initdb: %w: %s", err, lastLine(out.String())), out.String())
	}
	return password, ctx.Err()
}

// programsFor finds the server programs that fit the data folder: those of its own major
// version, or the newest when there is no folder yet.
func programsFor(data string) (string, error) {
	found, _ := filepath.Glob("/usr/lib/postgresql/*/bin/postgres")
	byMajor := make(map[int]string)
	var majors []int
	for _, p := range found {
		if n, err := strconv.Atoi(filepath.Base(filepath.Dir(filepath.Dir(p)))); err == nil {
			byMajor[n] = filepath.Dir(p)
			majors = append(majors, n)
		}
	}
	if len(majors) == 0 {
		return "", ErrNotInstalled
	}
	sort.Ints(majors)
	text, err := os.ReadFile(filepath.Join(data, "PG_VERSION"))
	if err != nil {
		return byMajor[majors[len(majors)-1]], nil
	}
	made, _ := strconv.Atoi(strings.TrimSpace(string(text)))
	if bin, ok := byMajor[made]; ok {
		return bin, nil
	}
	return "", fmt.Errorf(
		"the database folder %s was made by PostgreSQL %d and this machine has %d: install postgresql-%d, or move the folder away to start over",
		data, made, majors[len(majors)-1], made)
}

// clearOrphan stops a server that a killed Emblo left on the data folder, and removes a
// lock file whose process is some other program by now. One whose process is gone is left to the server, which
// reads in it whether anything of the former one still works on the folder (PostgreSQL manual, 18.3).
func clearOrphan(data string) error {
	path := filepath.Join(data, "postmaster.pid")
	text, err := os.ReadFile(path)
	if err != nil {
		return nil // no lock
	}
	first, _, _ := strings.Cut(string(text), "\n")
	pid, err := strconv.Atoi(strings.TrimSpace(first))
	switch {
	case err != nil:
		return os.Remove(path)
	case syscall.Kill(pid, 0) == syscall.ESRCH:
		return nil
	case !serves(pid, data):
		return os.Remove(path)
	}
	_ = syscall.Kill(pid, syscall.SIGINT)
	for range 500 {
		if !serves(pid, data) {
			return nil
		}
		time.Sleep(20 * time.Millisecond)
	}
	return fmt.Errorf("a database server (process %d) still holds %s: stop it and start again", pid, data)
}

// serves reports whether a process is a PostgreSQL server on the data folder.
func serves(pid int, data string) bool {
	line, err := os.ReadFile(fmt.Sprintf("/proc/%d/cmdline", pid))
	return err == nil && bytes.Contains(line, []byte("postgres")) && bytes.Contains(line, []byte(data))
}

func takeLock(path string) (*os.File, error) {
	f, err := os.OpenFile(path, os.O_CREATE|os.O_RDWR, 0o600)
	if err != nil {
		return nil, explain(err, "")
	}
	if err := syscall.Flock(int(f.Fd()), syscall.LOCK_EX|syscall.LOCK_NB); err != nil {
		f.Close()
		return nil, ErrAlreadyRunning
	}
	if err := f.Truncate(0); err != nil {
		f.Close()
		return nil, explain(err, "")
	}
	return f, nil
}

// Announce tells a second start from the same folder where this one serves.
func (s *Server) Announce(address string) error {
	_, err := s.lock.WriteAt([]byte(address), 0)
	return err
}

// Announced returns where the Emblo that holds the folder says it serves; "" while it has
// not said so yet.
func Announced(dir string) string {
	text, _ := os.ReadFile(filepath.Join(dir, lockName))
	return strings.TrimSpace(string(text))
}

func freePort() (int, error) {
	l, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		return 0, err
	}
	defer l.Close()
	return l.Addr().(*net.TCPAddr).Port, nil
}

// explain turns what went wrong into one of the failures above when the log or the error
// shows it.
func explain(err error, log string) error {
	if errors.Is(err, syscall.ENOSPC) || errors.Is(err, syscall.EDQUOT) || strings.Contains(log,
		"No space left on device") {
		return ErrDiskFull
	}
	if log != "" {
		return fmt.Errorf("%w: %s", err, lastLine(log))
	}
	return err
}

func lastLine(s string) string {
	lines := strings.Split(strings.TrimSpace(s), "\n")
	return lines[len(lines)-1]
}
