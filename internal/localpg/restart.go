package localpg

import (
	"context"
	"time"
)

// Ended reports whether the server has ended.
func (s *Server) Ended() bool {
	select {
	case <-s.exited:
		return true
	default:
		return false
	}
}

// Kill ends the server at once, in the middle of whatever it does.
func (s *Server) Kill() {
	_ = s.cmd.Process.Kill()
	<-s.exited
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
		case <-time.After(50 * time.Millisecond):
		}
	}
}
