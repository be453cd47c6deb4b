package localpg

import (
	"context"
	"errors"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strconv"
	"sync"
	"syscall"
	"time"

	"github.com/jackc/pgx/v5"
	"gopkg.in/natefinch/lumberjack.v2"
)

// How long the server may take, and how long it is left before it is started again: longer each time that it fails.
const (
	startTimeout = 60 * time.Second
	stopTimeout  = 15 * time.Second
	firstPause   = 50 * time.Millisecond
	longestPause = 5 * time.Second
)

// The server's log is its owner's alone, and begins anew when it is full.
const (
	logName   = "server.log"
	logMB     = 5
	logsKept  = 3
	logsShown = 8 << 10 // bytes of the end that are looked at for why it did not start
)

// running is the process of a server; it changes when it is started again.
type running struct {
	mu       sync.Mutex
	cmd      *exec.Cmd
	exited   chan struct{}
	stopping bool
}

var errStopping = errors.New("the server is being stopped")

// launch starts the server and waits until it answers.
func (s *Server) launch(ctx context.Context) error {
	cmd := s.who.command(s.program, "-D", filepath.Join(s.dir, "data"),
		"-c", "listen_addresses=127.0.0.1", "-c", "port="+strconv.Itoa(s.port),
		"-c", "unix_socket_directories=", "-c", "max_connections=120")
	exited := make(chan struct{})
	s.running.mu.Lock()
	if s.running.stopping {
		s.running.mu.Unlock()
		return errStopping
	}
	log, err := s.newLog()
	if err != nil {
		s.running.mu.Unlock()
		return explain(err, "")
	}
	cmd.Stdout, cmd.Stderr, cmd.Env = log, log, append(os.Environ(), s.env...)
	if err := cmd.Start(); err != nil {
		s.running.mu.Unlock()
		return fmt.Errorf("start PostgreSQL: %w", err)
	}
	s.running.cmd, s.running.exited = cmd, exited
	s.running.mu.Unlock()
	go func() {
		_ = cmd.Wait() // how it ended stands in the log; it has when its last part has, which hold the log
		log.Close()
		close(exited)
	}()
	if err := s.waitReady(ctx, exited); err != nil {
		_ = end(cmd, exited)
		return explain(err, lastOf(log.Filename))
	}
	return nil
}

// newLog returns the log of a start, which holds nothing of those before: what is there already may be anybody's to
// read.
func (s *Server) newLog() (*lumberjack.Logger, error) {
	log := &lumberjack.Logger{Filename: filepath.Join(s.dir, logName), MaxSize: logMB, MaxBackups: logsKept}
	err := os.Chmod(log.Filename, 0o600)
	if errors.Is(err, os.ErrNotExist) {
		return log, nil
	}
	if err == nil {
		err = log.Rotate()
	}
	return log, err
}

func (s *Server) current() (*exec.Cmd, chan struct{}) {
	s.running.mu.Lock()
	defer s.running.mu.Unlock()
	return s.running.cmd, s.running.exited
}

// Watch starts the server again whenever it ends without being stopped, at once and then after ever longer pauses, and
// tells what happens.
func (s *Server) Watch(ctx context.Context, tell func(what string, err error)) {
	go func() {
		for {
			_, exited := s.current()
			<-exited
			for pause := firstPause; ; pause = min(2*pause, longestPause) {
				err := s.launch(ctx)
				if errors.Is(err, errStopping) || ctx.Err() != nil {
					return
				}
				if err == nil {
					tell("the database ended and was started again", nil)
					break
				}
				tell("the database ended and does not start", err)
				time.Sleep(pause)
			}
		}
	}()
}

// Stop shuts the server down, rolling back what is open, and waits until it is gone.
func (s *Server) Stop() error {
	defer func() {
		if s.lock != nil {
			s.lock.Close()
		}
	}()
	s.running.mu.Lock()
	s.running.stopping = true
	s.running.mu.Unlock()
	return end(s.current())
}

// end ends a server: SIGINT is PostgreSQL's fast shutdown, SIGQUIT the immediate one, recovered from at the next start.
func end(cmd *exec.Cmd, exited chan struct{}) error {
	for _, sig := range []syscall.Signal{syscall.SIGINT, syscall.SIGQUIT, syscall.SIGKILL} {
		select {
		case <-exited:
			return nil
		default:
		}
		_ = cmd.Process.Signal(sig)
		select {
		case <-exited:
			return nil
		case <-time.After(stopTimeout):
		}
	}
	return errors.New("PostgreSQL did not stop")
}

// Ended reports whether the server has ended.
func (s *Server) Ended() bool {
	_, exited := s.current()
	select {
	case <-exited:
		return true
	default:
		return false
	}
}

// PID returns the number of its first process, whose children all others are.
func (s *Server) PID() int {
	cmd, _ := s.current()
	return cmd.Process.Pid
}

// Kill ends the server at once, in the middle of whatever it does.
func (s *Server) Kill() {
	cmd, exited := s.current()
	_ = cmd.Process.Kill()
	<-exited
}

// Restart starts a server that has ended again, on its folder and port: what it had answered as kept is kept. Parts of
// the one that ended may take a moment to end as well, which is waited for.
func (s *Server) Restart(ctx context.Context) error {
	patience, cancel := context.WithTimeout(ctx, startTimeout)
	defer cancel()
	for {
		err := s.launch(ctx)
		if err == nil {
			return nil
		}
		select {
		case <-patience.Done():
			return err
		case <-time.After(firstPause):
		}
	}
}

func (s *Server) waitReady(ctx context.Context, exited chan struct{}) error {
	patience, cancel := context.WithTimeout(ctx, startTimeout)
	defer cancel()
	for patience.Err() == nil {
		select {
		case <-exited:
			return errors.New("PostgreSQL ended while starting")
		case <-ctx.Done():
			return ctx.Err()
		case <-time.After(20 * time.Millisecond):
		}
		if s.admin(ctx, func(*pgx.Conn) error { return nil }) == nil {
			return nil
		}
	}
	return fmt.Errorf("PostgreSQL did not answer within %s", startTimeout)
}

func lastOf(path string) string {
	text, err := os.ReadFile(path)
	if err != nil {
		return "" // there is nothing to show
	}
	return string(text[max(0, len(text)-logsShown):])
}
