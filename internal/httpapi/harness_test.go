package httpapi_test

import (
	"bytes"
	"encoding/json"
	"io"
	"iter"
	"log/slog"
	"maps"
	"net/http"
	"net/http/cookiejar"
	"net/http/httptest"
	"strings"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/say"
	"emblo/core/written"
	"emblo/internal/contract"
	"emblo/internal/demo"
	"emblo/internal/httpapi"
	"emblo/internal/httpapi/edge"
	"emblo/internal/store"
	"emblo/internal/testdb"
)

type api struct {
	testing.TB
	server *httptest.Server
	client *http.Client
}

func serve(t testing.TB) *httptest.Server { return serveOn(t, testdb.Open(t)) }

func serveOn(t testing.TB, s *store.Store) *httptest.Server {
	return serveWith(t, httpapi.Options{Store: s, Now: clock})
}

func serveWith(t testing.TB, o httpapi.Options) *httptest.Server {
	if o.Log == nil {
		o.Log = slog.New(slog.NewTextHandler(t.Output(), &slog.HandlerOptions{Level: slog.LevelError}))
	}
	if o.Later == nil {
		o.Later = func(do func()) { do() } // so that it is done when the answer is there
	}
	server := httptest.NewServer(httpapi.New(o))
	t.Cleanup(server.Close)
	return server
}

// atNine is nine in the morning of the day of the tests.
func atNine() time.Time {
	return time.Date(now.Year(), now.Month(), now.Day(), 9, 0, 0, 0, now.Location())
}

// demoLeadFrom signs in to a demo centre that was loaded at a moment, on a server whose clock stands there:
// for what hangs on the hour.
func demoLeadFrom(t testing.TB, at time.Time) *api { return demoLeadIn(t, at, say.English) }

func demoLeadIn(t testing.TB, at time.Time, l *say.Language) *api {
	s := testdb.OpenAt(t, testdb.Empty(t))
	_, err := s.Migrate(t.Context())
	require.NoError(t, err)
	require.NoError(t, demo.Load(t.Context(), s, at))
	return demoLeadOn(t, serveWith(t, httpapi.Options{Store: s, Now: func() time.Time { return at }, Language: l}))
}

func visit(t testing.TB, server *httptest.Server) *api {
	jar, err := cookiejar.New(nil)
	require.NoError(t, err)
	return &api{t, server, &http.Client{Jar: jar, Transport: letters{}}}
}

// demoLead signs in to the demo centre on a database of its own.
func demoLead(t testing.TB) *api {
	return demoLeadOn(t, serve(t))
}

func demoLeadOn(t testing.TB, server *httptest.Server) *api {
	a := visit(t, server)
	a.do(http.MethodPost, "/api/session/demo", nil, http.StatusOK, nil)
	return a
}

// do sends a request, holds its status, and decodes its body into out.
func (a *api) do(method, path string, body any, status int, out any) *http.Response {
	a.Helper()
	var r io.Reader
	switch b := body.(type) {
	case nil:
	case string:
		r = strings.NewReader(b)
	default:
		text, err := json.Marshal(known(a, method, path, b))
		require.NoError(a, err)
		r = bytes.NewReader(text)
	}
	req, err := http.NewRequestWithContext(a.Context(), method, a.server.URL+path, r)
	require.NoError(a, err)
	if r != nil {
		req.Header.Set("Content-Type", "application/json")
	}
	resp, err := a.client.Do(req)
	require.NoError(a, err)
	defer resp.Body.Close()
	text, err := io.ReadAll(resp.Body)
	require.NoError(a, err)
	require.Equal(a, status, resp.StatusCode, "%s %s: %s", method, path, text)
	if status >= 400 {
		require.Equal(a, "application/problem+json", resp.Header.Get("Content-Type"))
	}
	holdToContract(a, method, path, status, text)
	if out != nil {
		require.NoError(a, json.Unmarshal(text, out))
	}
	return resp
}

// ask sends a request and returns the body of whatever is answered.
func (a *api) ask(method, path string, body any) []byte {
	a.Helper()
	var r io.Reader
	if b, ok := body.(string); ok {
		r = strings.NewReader(b)
	}
	req, err := http.NewRequestWithContext(a.Context(), method, a.server.URL+path, r)
	require.NoError(a, err)
	req.Header.Set("Content-Type", "application/json")
	resp, err := a.client.Do(req)
	require.NoError(a, err)
	defer resp.Body.Close()
	text, err := io.ReadAll(resp.Body)
	require.NoError(a, err)
	return text
}

// refused sends a request that must fail, and holds the field and the words.
func (a *api) refused(method, path string, body any, status int, field, words string) {
	a.Helper()
	var p contract.Problem
	a.do(method, path, body, status, &p)
	assert.Contains(a, p.Detail, words)
	if field != "" && assert.NotNil(a, p.Field, p.Detail) {
		assert.Equal(a, "/"+field, *p.Field)
		assert.NotEmpty(a, p.Code)
	}
}

func (a *api) room(name string) written.StoredRoom {
	a.Helper()
	var rooms []written.StoredRoom
	a.do(http.MethodGet, "/api/rooms", nil, http.StatusOK, &rooms)
	for _, r := range rooms {
		if r.Name == name {
			return r
		}
	}
	a.Fatalf("there is no room %s", name)
	return written.StoredRoom{}
}

// setups returns the first page of the list.
func (a *api) setups() []written.SetupSummary {
	a.Helper()
	var page written.SetupPage
	a.do(http.MethodGet, "/api/setups", nil, http.StatusOK, &page)
	return page.Setups
}

// dayIn is the day so many days after that of the tests, as it is written.
func dayIn(days int) string { return now.AddDate(0, 0, days).Format(time.DateOnly) }

// wallIn is a time on it.
func wallIn(days int, clock string) string { return dayIn(days) + "T" + clock }

func mapKeys[V any](m map[string]V) iter.Seq[string] { return maps.Keys(m) }

func ptr[T any](v T) *T { return &v }

func input(r written.StoredRoom) written.RoomInput {
	return written.RoomInput{Version: r.Version, Room: r.Room}
}

func newRoom(name string) written.RoomInput {
	return written.RoomInput{Room: written.Room{Name: name, Adults: 1, Measures: "us", Drawer: []string{},
		Children: []written.Child{
			{ID: uuid.NewString(), Initials: "ab", Born: now.AddDate(-3, -10, 0).Format("2006-01"), Mouths: "no",
				Allergies: []written.Allergy{},
				Needs:     written.Needs{Eaten: []string{}, Avoids: []string{}, Seeks: []string{}}}}}}
}

// planned is a plan of one place.
func planned(room, playAt string, base *written.Base, items ...written.PlanItem) written.Plan {
	return written.Plan{RoomID: room, PlayAt: playAt, Places: []written.Place{{ID: uuid.NewString(), Base: base,
		Items: append([]written.PlanItem{}, items...)}}, Beside: []written.PlanItem{}}
}

// letters sends every letter under an id of its own, as a page does.
type letters struct{}

func (letters) RoundTrip(r *http.Request) (*http.Response, error) {
	if r.Method != http.MethodGet && r.Header.Get(edge.LetterHeader) == "" {
		r = r.Clone(r.Context())
		r.Header.Set(edge.LetterHeader, uuid.NewString())
	}
	return http.DefaultTransport.RoundTrip(r)
}
