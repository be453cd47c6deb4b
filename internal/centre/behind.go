package centre

import (
	"context"
	"log/slog"
	"time"

	"emblo/internal/store"
)

// keepingLasts is how long keeping what was reckoned may take.
const keepingLasts = 10 * time.Second

// behind does what only saves reckoning or wording again: after the answer, so that nobody who reads waits for it, and
// no reading fails by it. Inside a command it is part of that, and fails with it, as what failed leaves nothing of a
// transaction. Everything it keeps is in its hands when it is called.
func (h *House) Behind(ctx context.Context, what string, do func(context.Context) error) error {
	if store.InCommand(ctx) {
		return do(ctx)
	}
	h.later(func() {
		ctx, end := context.WithTimeout(context.Background(), keepingLasts)
		defer end()
		if err := do(ctx); err != nil {
			h.log.Warn(what+" not kept", slog.Any("error", err))
		}
	})
	return nil
}

// fewAtATime is how many things are done beside the requests at once.
const fewAtATime = 4

// beside returns what does things beside the requests, at most so many at once. What comes while all are busy is let
// go: it is reckoned again by whoever reads next.
func beside(most int) func(func()) {
	busy := make(chan struct{}, most)
	return func(do func()) {
		select {
		case busy <- struct{}{}:
			go func() {
				defer func() { <-busy }()
				do()
			}()
		default:
		}
	}
}
