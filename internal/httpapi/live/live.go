// Package live is the stream that tells open pages what changed.
package live

import (
	"context"
	"errors"
	"sync"
	"time"

	"github.com/google/uuid"

	"emblo/internal/httpapi/edge"
	hub "emblo/internal/live"
)

// Usual is how often the session of an open stream is asked about.
const Usual = 20 * time.Second

// mostStreams is how many streams one person may have open: each browser shares one where it can.
const mostStreams = 60

type area struct {
	*edge.Edge
	hub     *hub.Hub
	recheck time.Duration
	open    *opened
}

// opened counts the streams of each person.
type opened struct {
	mu   sync.Mutex
	each map[uuid.UUID]int
}

// begin counts one more, unless there are too many; end must then be called once.
func (o *opened) begin(who uuid.UUID) (end func(), ok bool) {
	o.mu.Lock()
	defer o.mu.Unlock()
	if o.each[who] >= mostStreams {
		return nil, false
	}
	o.each[who]++
	return func() {
		o.mu.Lock()
		defer o.mu.Unlock()
		if o.each[who]--; o.each[who] == 0 {
			delete(o.each, who)
		}
	}, true
}

// Handlers returns the handlers of the area. The session of an open stream is rechecked every so often.
func Handlers(e *edge.Edge, h *hub.Hub, recheck time.Duration) edge.Handlers {
	a := area{e, h, recheck, &opened{each: map[uuid.UUID]int{}}}
	return edge.Handlers{"followChanges": a.follow}
}

// What a stream says: that it began, so that what was missed before is asked for anew; what sort of
// thing changed; and that nobody is signed in any more, after which it ends.
const (
	began     = "began"
	changed   = "changed"
	signedOut = "signed-out"
)

func (a area) follow(r *edge.Request) (any, error) {
	if a.hub == nil {
		return nil, errors.New("live: nobody listens to the database")
	}
	over, ok := a.open.begin(r.Session.StaffID)
	if !ok {
		return nil, edge.TooMany("Emblo is open in too many windows at once: close some of them.")
	}
	centre := r.Session.CentreID
	return edge.Stream(func(ctx context.Context, say func(event, data string) error) error {
		defer over()
		f, end := a.hub.Follow(centre)
		defer end()
		if err := say(began, ""); err != nil {
			return err
		}
		check := time.NewTicker(a.recheck)
		defer check.Stop()
		for {
			select {
			case <-ctx.Done():
				return nil
			case <-a.hub.Over():
				return nil
			case <-f.Ready():
				for _, sort := range f.Take() {
					if err := say(changed, sort); err != nil {
						return err
					}
				}
			case <-check.C:
				in, err := a.StillIn(ctx, r)
				switch {
				case err != nil:
					return err // the page comes back and is asked who it is
				case !in:
					return say(signedOut, "")
				}
				if err := say("", ""); err != nil {
					return err
				}
			}
		}
	}), nil
}
