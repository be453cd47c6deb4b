package harness

import (
	"slices"
	"sync"
	"testing"
	"time"

	"github.com/chromedp/cdproto/fetch"
	"github.com/chromedp/cdproto/network"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/require"
)

// Line is what lies between a screen and Emblo: it may be slow, lose what is sent, or lose the
// answer to what has arrived. Of requests that read it says nothing.
type Line struct {
	mu      sync.Mutex
	slow    time.Duration
	lose    string // "", request or answer
	methods []string
}

// Line takes hold of the saves of a screen.
func (p *Person) Line() *Line {
	p.t.Helper()
	l := &Line{}
	require.NoError(p.t, chromedp.Listen(p.ctx, func(ev any) {
		if paused, ok := ev.(*fetch.EventRequestPaused); ok {
			go p.pass(l, paused)
		}
	}))
	_, err := chromedp.Call(p.ctx, fetch.Enable, fetch.EnableParams{Patterns: []*fetch.RequestPattern{
		{URLPattern: "*/api/*", RequestStage: fetch.RequestStageRequest}, {URLPattern: "*/api/*",
			RequestStage: fetch.RequestStageResponse}}})
	require.NoError(p.t, err)
	return l
}

// Is sets what the line does from now on: how slow it is, and whether it loses the "request" or
// the "answer" of every save.
func (l *Line) Is(slow time.Duration, lose string) {
	l.mu.Lock()
	defer l.mu.Unlock()
	l.slow, l.lose = slow, lose
}

// Saves returns how many saves were sent.
func (l *Line) Saves() int {
	l.mu.Lock()
	defer l.mu.Unlock()
	return len(l.methods)
}

// Sent waits until so many saves were sent: the last of them is on its way.
func (l *Line) Sent(t testing.TB, saves int) {
	t.Helper()
	require.Eventually(t, func() bool { return l.Saves() >= saves }, patience, glance, "%d saves", saves)
}

func (p *Person) pass(l *Line, e *fetch.EventRequestPaused) {
	answered := e.ResponseStatusCode > 0 || e.ResponseErrorReason != ""
	saves := slices.Contains([]string{"PUT", "POST", "DELETE"}, e.Request.Method) &&
		!slices.ContainsFunc([]string{"/api/session", "/api/session/demo", "/api/answer", "/api/check", "/api/swaps",
			"/api/recipes/make", "/api/recipes/read"},
			func(read string) bool {
				return len(e.Request.URL) >= len(read) && e.Request.URL[len(e.Request.URL)-len(read):] == read
			})
	l.mu.Lock()
	slow, lose := l.slow, l.lose
	if saves && !answered {
		l.methods = append(l.methods, e.Request.Method)
	}
	l.mu.Unlock()
	if saves && !answered {
		time.Sleep(slow)
	}
	if saves && (lose == "request" && !answered || lose == "answer" && answered) {
		_, _ = chromedp.Call(p.ctx, fetch.FailRequest, fetch.FailRequestParams{RequestID: e.RequestID,
			ErrorReason: network.ErrorReasonConnectionReset})
		return
	}
	// the page may have left
	_, _ = chromedp.Call(p.ctx, fetch.ContinueRequest, fetch.ContinueRequestParams{RequestID: e.RequestID})
}
