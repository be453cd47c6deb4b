// Package live is the stream that tells open pages what changed.
package live

import (
	"context"
	"errors"
	"time"

	"emblo/internal/httpapi/edge"
	hub "emblo/internal/live"
)

// Usual is how often the session of an open stream is asked about.
const Usual = 20 * time.Second

type area struct {
	*edge.Edge
	hub     *hub.Hub
	recheck time.Duration
}

// Handlers returns the handlers of the area. The session of an open stream is rechecked every so often.
func Handlers(e *edge.Edge, h *hub.Hub, recheck time.Duration) edge.Handlers {
	a := area{e, h, recheck}
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
	centre := r.Session.CentreID
	return edge.Stream(func(ctx context.Context, say func(event, data string) error) error {
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
