// Package live tells every open page of a centre what sort of thing changed, whichever process
// changed it. It hears that from the database, on a connection of its own.
package live

import (
	"context"
	"log/slog"
	"slices"
	"strings"
	"sync"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
)

// Everything is told where it is not known what was missed.
const Everything = "everything"

// channel is where the triggers of the database tell: "centre sort".
const channel = "emblo"

// How long a connection may be silent before it is asked whether it lives, how long it may take to
// answer, and how long a lost one is waited for.
const (
	silence = 20 * time.Second
	patient = 5 * time.Second
	again   = 500 * time.Millisecond
)

// Hub hears what changed and passes it on to those who follow. It is safe for concurrent use.
type Hub struct {
	url  string
	log  *slog.Logger
	stop context.CancelFunc
	over chan struct{} // closed when it hears nothing any more

	mu        sync.Mutex
	followers map[*Follower]bool
}

// Follower is somebody who follows what changes in one centre.
type Follower struct {
	centre uuid.UUID
	mu     sync.Mutex
	sorts  []string // that changed and were not taken yet, each once
	ready  chan struct{}
}

// Listen returns a hub that hears what changes in the database at url until Close. A connection that is
// lost is made anew, and what was missed meanwhile is Everything.
func Listen(url string, log *slog.Logger) *Hub {
	ctx, stop := context.WithCancel(context.Background())
	h := &Hub{url: url, log: log, stop: stop, over: make(chan struct{}), followers: make(map[*Follower]bool)}
	go h.run(ctx)
	return h
}

// Close ends the hub and, by Over, all who follow.
func (h *Hub) Close() {
	h.stop()
	<-h.over
}

// Over is closed when the hub is.
func (h *Hub) Over() <-chan struct{} { return h.over }

// Follow returns a follower of a centre, and what ends it.
func (h *Hub) Follow(centre uuid.UUID) (f *Follower, end func()) {
	f = &Follower{centre: centre, ready: make(chan struct{}, 1)}
	h.mu.Lock()
	defer h.mu.Unlock()
	h.followers[f] = true
	return f, func() {
		h.mu.Lock()
		defer h.mu.Unlock()
		delete(h.followers, f)
	}
}

// Ready is sent to when something is there to be taken.
func (f *Follower) Ready() <-chan struct{} { return f.ready }

// Take returns the sorts of things that changed since the last time, each once.
func (f *Follower) Take() []string {
	f.mu.Lock()
	defer f.mu.Unlock()
	sorts := f.sorts
	f.sorts = nil
	return sorts
}

func (f *Follower) tell(sort string) {
	f.mu.Lock()
	if !slices.Contains(f.sorts, sort) {
		f.sorts = append(f.sorts, sort)
	}
	f.mu.Unlock()
	select {
	case f.ready <- struct{}{}:
	default: // it has not taken what was there before
	}
}

func (h *Hub) run(ctx context.Context) {
	defer close(h.over)
	for ctx.Err() == nil {
		err := h.hear(ctx)
		if ctx.Err() != nil {
			return
		}
		h.log.Warn("live: the connection is lost", "error", err)
		select {
		case <-ctx.Done():
		case <-time.After(again):
		}
	}
}

// hear passes on what is told over one connection, until that fails.
func (h *Hub) hear(ctx context.Context) error {
	conn, err := connect(ctx, h.url)
	if err != nil {
		return err
	}
	defer func() {
		closing, cancel := context.WithTimeout(context.WithoutCancel(ctx), patient)
		defer cancel()
		_ = conn.Close(closing) // it is given up either way
	}()
	h.pass(uuid.Nil, Everything)
	for {
		waiting, cancel := context.WithTimeout(ctx, silence)
		told, err := conn.WaitForNotification(waiting)
		quiet := waiting.Err() != nil
		cancel()
		switch {
		case err == nil:
			of, sort, _ := strings.Cut(told.Payload, " ")
			if centre, err := uuid.Parse(of); err == nil {
				h.pass(centre, sort)
			}
		case ctx.Err() != nil:
			return ctx.Err()
		case !quiet:
			return err
		default:
			asking, cancel := context.WithTimeout(ctx, patient)
			err := conn.Ping(asking)
			cancel()
			if err != nil {
				return err
			}
		}
	}
}

func connect(ctx context.Context, url string) (*pgx.Conn, error) {
	ctx, cancel := context.WithTimeout(ctx, patient)
	defer cancel()
	conn, err := pgx.Connect(ctx, url)
	if err != nil {
		return nil, err
	}
	if _, err := conn.Exec(ctx, "listen "+channel); err != nil {
		_ = conn.Close(ctx)
		return nil, err
	}
	return conn, nil
}

// pass tells who follows a centre, or all for none.
func (h *Hub) pass(centre uuid.UUID, sort string) {
	h.mu.Lock()
	defer h.mu.Unlock()
	for f := range h.followers {
		if centre == uuid.Nil || f.centre == centre {
			f.tell(sort)
		}
	}
}
