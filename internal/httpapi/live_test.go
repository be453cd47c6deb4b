package httpapi_test

import (
	"bufio"
	"context"
	"log/slog"
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/written"
	"emblo/internal/httpapi"
	"emblo/internal/live"
	"emblo/internal/testdb"
)

// follows is an open stream, with what it said.
type follows struct {
	said chan string
	end  context.CancelFunc
}

// process is one process of the application, with its own pool and its own ear.
func process(t *testing.T, url string) (*httptest.Server, *live.Hub) {
	hub := live.Listen(url, slog.New(slog.DiscardHandler))
	server := httptest.NewServer(httpapi.New(httpapi.Options{Store: testdb.OpenAt(t, url), Now: clock, Live: hub,
		Recheck: 100 * time.Millisecond}))
	t.Cleanup(func() {
		hub.Close()
		server.Close()
	})
	return server, hub
}

// follow opens a stream and waits until it began.
func follow(t testing.TB, a *api) *follows {
	ctx, end := context.WithCancel(t.Context())
	req, err := http.NewRequestWithContext(ctx, http.MethodGet, a.server.URL+"/api/live", nil)
	require.NoError(t, err)
	req.Header.Set("Accept-Encoding", "gzip")
	resp, err := a.client.Do(req)
	require.NoError(t, err)
	require.Equal(t, http.StatusOK, resp.StatusCode)
	require.Equal(t, "text/event-stream", resp.Header.Get("Content-Type"))
	f := &follows{make(chan string, 100), end}
	go func() {
		defer close(f.said)
		defer resp.Body.Close()
		event := ""
		for lines := bufio.NewScanner(resp.Body); lines.Scan(); {
			switch kind, words, _ := strings.Cut(lines.Text(), ": "); kind {
			case "event":
				event = words
			case "data":
				f.said <- strings.TrimSpace(event + " " + words)
			}
		}
	}()
	t.Cleanup(end)
	f.hear(t, "began")
	return f
}

// patience is how long a stream is waited for: machines that test are busy.
const patience = 15 * time.Second

// hear waits until a stream says something, whatever it says before.
func (f *follows) hear(t testing.TB, words string) {
	t.Helper()
	for soon := time.After(patience); ; {
		select {
		case said, open := <-f.said:
			require.True(t, open, "the stream ended before %q", words)
			if said == words {
				return
			}
		case <-soon:
			t.Fatalf("%q was not said", words)
		}
	}
}

// ended waits until a stream is over.
func (f *follows) ended(t *testing.T) {
	t.Helper()
	for soon := time.After(patience); ; {
		select {
		case _, open := <-f.said:
			if !open {
				return
			}
		case <-soon:
			t.Fatal("the stream goes on")
		}
	}
}

// Fifty open pages on two processes hear what is ticked on one of them, those of another
// centre hear nothing, and a tick makes no desk old.
func TestFiftyPagesHearATick(t *testing.T) {
	url := testdb.URL(t)
	one, hub := process(t, url)
	other, _ := process(t, url)
	a := demoLeadOn(t, one)
	var all []*follows
	for i := range 50 {
		b := a
		if i%2 == 1 {
			b = demoLeadOn(t, other)
		}
		all = append(all, follow(t, b))
	}
	b := visit(t, one)
	b.do(http.MethodPost, "/api/session", written.SignIn{Email: "other@house.example", Password: password},
		http.StatusOK, nil)
	stranger := follow(t, b)
	step := firstStep(t, a)
	before := revisions(t, url)
	a.do(http.MethodPut, "/api/prep/ticks", written.PrepTickInput{StepID: step, Done: true}, http.StatusNoContent, nil)
	for _, f := range all {
		f.hear(t, "changed prep")
	}
	assert.Equal(t, before, revisions(t, url))
	room := input(a.room("Pebbles"))
	room.Adults++
	a.do(http.MethodPut, "/api/rooms/"+a.room("Pebbles").ID, room, http.StatusOK, nil)
	for _, f := range all {
		f.hear(t, "changed room")
	}
	select {
	case said := <-stranger.said:
		assert.Equal(t, "changed everything", said, "nothing of another centre")
	default:
	}
	hub.Close() // as a process that is told to stop
	for i, f := range all {
		if i%2 == 0 {
			f.ended(t)
		}
	}
}

// A stream whose session ends is ended; one whose ear is lost hears that anything may have changed.
func TestStreamsOutliveTheEarButNotTheSession(t *testing.T) {
	url := testdb.URL(t)
	server, _ := process(t, url)
	a := demoLeadOn(t, server)
	f := follow(t, a)
	watch, err := pgx.Connect(t.Context(), url)
	require.NoError(t, err)
	ear := func() (pid int) {
		require.NoError(t, watch.QueryRow(t.Context(), "select coalesce(max(pid), 0) from pg_stat_activity "+
			"where query = 'listen emblo' and datname = current_database()").Scan(&pid))
		return pid
	}
	lost := ear()
	testdb.Exec(t, url, "select pg_terminate_backend($1)", lost)
	require.Eventually(t, func() bool { return ear() != 0 && ear() != lost }, 10*time.Second, 50*time.Millisecond,
		"it listens again")
	require.NoError(t, watch.Close(t.Context()))
	f.hear(t, "changed everything") // what is said before that is heard goes with it
	a.do(http.MethodPut, "/api/prep/ticks", written.PrepTickInput{StepID: firstStep(t, a), Done: true},
		http.StatusNoContent, nil)
	f.hear(t, "changed prep")

	testdb.Exec(t, url, "delete from sessions")
	f.hear(t, "signed-out")
	f.ended(t)
	a.refused(http.MethodGet, "/api/live", nil, http.StatusUnauthorized, "", "Sign in")
}

// firstStep returns the id of a step that can be ticked.
// Four hundred streams of one person: those that are too many are refused in a sentence, the others and everybody else
// go on, and whoever closes some may open others.
func TestTooManyStreams(t *testing.T) {
	url := testdb.URL(t)
	server, _ := process(t, url)
	a := demoLeadOn(t, server)
	var open []*http.Response
	for range 400 {
		req, err := http.NewRequestWithContext(t.Context(), http.MethodGet, server.URL+"/api/live", nil)
		require.NoError(t, err)
		resp, err := a.client.Do(req)
		require.NoError(t, err)
		if resp.StatusCode == http.StatusOK {
			open = append(open, resp)
			continue
		}
		require.Equal(t, http.StatusTooManyRequests, resp.StatusCode)
		require.NoError(t, resp.Body.Close())
	}
	assert.Equal(t, 60, len(open))
	a.refused(http.MethodGet, "/api/live", nil, http.StatusTooManyRequests, "", "too many windows")
	colleague := visit(t, server)
	colleague.do(http.MethodPost, "/api/session", written.SignIn{Email: "educator@quillmere.example",
		Password: "harbour-week"}, http.StatusOK, nil)
	follow(t, colleague)
	for _, resp := range open {
		require.NoError(t, resp.Body.Close())
	}
	require.Eventually(t, func() bool {
		req, err := http.NewRequestWithContext(t.Context(), http.MethodGet, server.URL+"/api/live", nil)
		require.NoError(t, err)
		resp, err := a.client.Do(req)
		require.NoError(t, err)
		defer resp.Body.Close()
		return resp.StatusCode == http.StatusOK
	}, patience, 50*time.Millisecond)
}

func firstStep(t *testing.T, a *api) string {
	var d written.PrepDay
	a.do(http.MethodGet, "/api/prep?day="+dayIn(2), nil, http.StatusOK, &d)
	for _, s := range d.Slots {
		if s.Asks == "" {
			return s.ID
		}
	}
	require.Fail(t, "no step")
	return ""
}

// revisions are what the desks of all centres hang on.
func revisions(t *testing.T, url string) string {
	return testdb.Sums(t, url)["centres"]
}
