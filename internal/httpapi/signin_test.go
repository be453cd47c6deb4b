package httpapi_test

import (
	"fmt"
	"io"
	"net/http"
	"net/http/httptest"
	"net/url"
	"strconv"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/written"
	"emblo/internal/httpapi"
	"emblo/internal/testdb"
)

// from signs in from an address on the network, and returns what was answered.
func from(t *testing.T, server *httptest.Server, client *http.Client, address, email, password string) *http.Response {
	body := fmt.Sprintf(`{"email": %q, "password": %q}`, email, password)
	req, err := http.NewRequestWithContext(t.Context(), http.MethodPost, server.URL+"/api/session",
		strings.NewReader(body))
	if !assert.NoError(t, err) {
		return nil
	}
	req.Header.Set("Content-Type", "application/json")
	req.Header.Set("X-Forwarded-For", address)
	resp, err := client.Do(req)
	if !assert.NoError(t, err) {
		return nil
	}
	assert.NoError(t, resp.Body.Close())
	return resp
}

// statuses tells how often each was answered, and that nobody is sent away without a word of when to come again.
func statuses(t *testing.T, answers []*http.Response) map[int]int {
	found := map[int]int{}
	for _, a := range answers {
		require.NotNil(t, a)
		found[a.StatusCode]++
		if a.StatusCode != http.StatusOK && a.StatusCode != http.StatusUnauthorized {
			n, err := strconv.Atoi(a.Header.Get("Retry-After"))
			require.NoError(t, err, "%d", a.StatusCode)
			assert.True(t, n > 0 && n <= 900, n)
		}
	}
	return found
}

func proxied(t *testing.T) *httptest.Server {
	return serveWith(t, httpapi.Options{Store: testdb.OpenAt(t, testdb.URL(t)), Now: time.Now,
		Proxies: []string{"127.0.0.1"}})
}

// However many try at once, few are compared: eight of one account from one place, forty from one place. Its owner
// comes in all the same, from elsewhere or on a device that the house has signed in on before.
func TestManyWrongPasswords(t *testing.T) {
	t.Parallel()
	server := proxied(t)
	owner, stranger := visit(t, server).client, visit(t, server).client
	require.Equal(t, http.StatusOK, from(t, server, owner, "192.0.2.7", "other@house.example", password).StatusCode)

	answers := make([]*http.Response, 200)
	var all sync.WaitGroup
	for i := range answers {
		all.Go(func() {
			answers[i] = from(t, server, stranger, "192.0.2.7", "other@house.example", "guess "+strconv.Itoa(i))
		})
	}
	elsewhere := visit(t, server).client
	require.Eventually(t, func() bool {
		return from(t, server, elsewhere, "198.51.100.4", "Other@House.example ", password).StatusCode == http.StatusOK
	}, 10*time.Second, 100*time.Millisecond, "its owner comes in from another place")
	all.Wait()
	found := statuses(t, answers)
	assert.LessOrEqual(t, found[http.StatusUnauthorized], 8, "%v", found)
	assert.Zero(t, found[http.StatusOK])
	assert.Equal(t, http.StatusOK, from(t, server, owner, "192.0.2.7", "other@house.example", password).StatusCode,
		"on a device of the house")
	assert.Equal(t, http.StatusTooManyRequests, from(t, server, stranger, "192.0.2.7", "other@house.example",
		password).StatusCode, "from the place that guessed")

	answers = make([]*http.Response, 120)
	for i := range answers {
		all.Go(func() {
			answers[i] = from(t, server, stranger, "2001:db8:1:2::"+strconv.Itoa(i),
				fmt.Sprintf("nobody%d@house.example", i), "guess")
		})
	}
	all.Wait()
	found = statuses(t, answers)
	assert.LessOrEqual(t, found[http.StatusUnauthorized], 40, "one house has many addresses: %v", found)

	answers = make([]*http.Response, 80)
	for i := range answers {
		req, err := http.NewRequestWithContext(t.Context(), http.MethodPost, server.URL+"/api/session/demo", nil)
		require.NoError(t, err)
		answers[i], err = stranger.Do(req)
		require.NoError(t, err)
		require.NoError(t, answers[i].Body.Close())
	}
	assert.Equal(t, 60, statuses(t, answers)[http.StatusOK])
}

// What guesses from everywhere together is slowed and locks nobody out; a clock that was wrong does not either.
func TestGuessesFromEverywhere(t *testing.T) {
	t.Parallel()
	database := testdb.URL(t)
	shows := atNine()
	server := serveWith(t, httpapi.Options{Store: testdb.OpenAt(t, database), Now: func() time.Time {
		return shows
	}, Proxies: []string{"127.0.0.1"}})
	client := visit(t, server).client
	guess := func(n int) *http.Response {
		return from(t, server, client, fmt.Sprintf("192.0.2.%d", n), "other@house.example", "guess")
	}
	for n := range 8 {
		require.Equal(t, http.StatusUnauthorized, guess(n).StatusCode)
	}
	testdb.Exec(t, database,
		"insert into sign_in_tries select gen_random_uuid(), who, at + interval '4 seconds' from (select who, max(at) at from sign_in_tries where who = 'account other@house.example' group by who) t")
	assert.Equal(t, http.StatusUnauthorized, guess(100).StatusCode, "it waits six seconds for its turn")
	resp := guess(101)
	assert.Equal(t, []any{http.StatusTooManyRequests, "8"}, []any{resp.StatusCode, resp.Header.Get("Retry-After")})
	shows = shows.Add(8 * time.Second)
	assert.Equal(t, http.StatusOK, from(t, server, client, "198.51.100.4", "other@house.example", password).StatusCode)

	shows = shows.Add(-48 * time.Hour)
	assert.Equal(t, http.StatusOK, from(t, server, client, "192.0.2.1", "other@house.example", password).StatusCode,
		"what is noted of times to come counts for nothing")
}

// Who shares a tablet is known on it, whoever signed in last; a token that it had before is worth nothing to who took
// it.
func TestADeviceIsKnownByItsNewestToken(t *testing.T) {
	t.Parallel()
	server := proxied(t)
	tablet, stranger := visit(t, server).client, visit(t, server).client
	for _, email := range []string{"other@house.example", "helper@house.example"} {
		require.Equal(t, http.StatusOK, from(t, server, tablet, "192.0.2.7", email, password).StatusCode)
		if at, err := url.Parse(server.URL); assert.NoError(t, err) && email == "other@house.example" {
			stranger.Jar.SetCookies(at, tablet.Jar.Cookies(at))
		}
	}
	for range 8 {
		require.Equal(t, http.StatusUnauthorized, from(t, server, stranger, "192.0.2.7", "other@house.example",
			"guess").StatusCode)
	}
	assert.Equal(t, http.StatusTooManyRequests, from(t, server, stranger, "192.0.2.7", "other@house.example",
		password).StatusCode)
	assert.Equal(t, http.StatusOK, from(t, server, tablet, "192.0.2.7", "other@house.example", password).StatusCode)
}

// Behind TLS cookies are of this host alone, and browsers told to come no other way; a name that is not one of its own
// is not answered to.
func TestWhatItAnswersTo(t *testing.T) {
	server := serveWith(t, httpapi.Options{Store: testdb.Open(t), Now: clock, Secure: true,
		Origins: []string{"https://Bench.example", "https://other.example"}})
	ask := func(host string) *http.Response {
		req, err := http.NewRequestWithContext(t.Context(), http.MethodPost, server.URL+"/api/session/demo", nil)
		require.NoError(t, err)
		req.Host = host
		resp, err := http.DefaultClient.Do(req)
		require.NoError(t, err)
		require.NoError(t, resp.Body.Close())
		return resp
	}
	for _, host := range []string{"bench.example", "OTHER.example:443", "localhost:8090", "192.0.2.1",
		"[2001:db8::1]:8090"} {
		resp := ask(host)
		assert.Equal(t, http.StatusOK, resp.StatusCode, host)
		assert.Equal(t, "max-age=31536000", resp.Header.Get("Strict-Transport-Security"))
		assert.Regexp(t, `^__Host-emblo_session=\S+; Path=/; Max-Age=43200; HttpOnly; Secure; SameSite=Strict$`,
			resp.Header.Get("Set-Cookie"))
	}
	for _, host := range []string{"elsewhere.example", "bench.example.elsewhere.example",
		"127.0.0.1.elsewhere.example"} {
		assert.Equal(t, http.StatusMisdirectedRequest, ask(host).StatusCode, host)
	}
}

// What asks whether it runs is told; what looks for files that are not there finds none, and no page in their place.
func TestWhetherItRuns(t *testing.T) {
	t.Parallel()
	url := testdb.URL(t)
	proxy := testdb.Through(t, url)
	server := serveOn(t, testdb.OpenAt(t, proxy.URL))
	status := func(path string) int {
		resp, err := http.Get(server.URL + path)
		require.NoError(t, err)
		require.NoError(t, resp.Body.Close())
		return resp.StatusCode
	}
	for _, path := range []string{"/.env", "/login.php", "/.git/config.lock", "/assets/none.js", "/bench/x.map"} {
		assert.Equal(t, http.StatusNotFound, status(path), path)
	}
	assert.Equal(t, []int{200, 200, 200, 200}, []int{status("/bench"), status("/index.html"), status("/healthz"),
		status("/readyz")})
	proxy.Hang()
	assert.Equal(t, []int{200, 503}, []int{status("/healthz"), status("/readyz")})
}

func TestForeignSitesAndFramesAreRefused(t *testing.T) {
	a := demoLead(t)
	for header, value := range map[string]string{"Sec-Fetch-Site": "cross-site",
		"Origin": "https://elsewhere.example"} {
		req, err := http.NewRequest(http.MethodPost, a.server.URL+"/api/session/demo", nil)
		require.NoError(t, err)
		req.Header.Set(header, value)
		resp, err := a.client.Do(req)
		require.NoError(t, err)
		resp.Body.Close()
		assert.Equal(t, http.StatusForbidden, resp.StatusCode, header)
	}
	resp := a.do(http.MethodGet, "/api/welcome", nil, http.StatusOK, nil)
	assert.Contains(t, resp.Header.Get("Content-Security-Policy"), "default-src 'none'")
	assert.Equal(t, "nosniff", resp.Header.Get("X-Content-Type-Options"))
	page, err := a.client.Get(a.server.URL + "/rooms")
	require.NoError(t, err)
	defer page.Body.Close()
	text, _ := io.ReadAll(page.Body)
	assert.Contains(t, string(text), "make start", "a binary without pages says how to build them")
}

func TestSigningIn(t *testing.T) {
	server := serve(t)
	a := visit(t, server)
	a.do(http.MethodGet, "/api/rooms", nil, http.StatusUnauthorized, nil)
	resp := a.do(http.MethodPost, "/api/session", written.SignIn{Email: "helper@house.example", Password: password},
		http.StatusOK, nil)
	cookie := resp.Header.Get("Set-Cookie")
	for _, want := range []string{"HttpOnly", "SameSite=Strict", "Path=/"} {
		assert.Contains(t, cookie, want)
	}
	a.refused(http.MethodPut, "/api/rooms/"+uuid.NewString(), newRoom("Sandbank"), http.StatusForbidden, "",
		"Your role can look")
	a.do(http.MethodDelete, "/api/session", nil, http.StatusNoContent, nil)
	a.do(http.MethodGet, "/api/session", nil, http.StatusNoContent, nil)

	stranger := visit(t, server)
	for range 8 {
		stranger.refused(http.MethodPost, "/api/session", written.SignIn{Email: "other@house.example",
			Password: "guess"}, http.StatusUnauthorized, "password", "Email or password is wrong")
	}
	resp = stranger.do(http.MethodPost, "/api/session", written.SignIn{Email: "Other@House.example",
		Password: password}, http.StatusTooManyRequests, nil)
	assert.Equal(t, "900", resp.Header.Get("Retry-After"), "even the right password waits")
	stranger.do(http.MethodPost, "/api/session", written.SignIn{Email: "nobody@house.example", Password: "x"},
		http.StatusUnauthorized, nil)
}
