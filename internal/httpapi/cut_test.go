package httpapi_test

import (
	"bytes"
	"encoding/json"
	"net/http"
	"os"
	"regexp"
	"slices"
	"strings"
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/written"
	"emblo/internal/httpapi"
	"emblo/internal/httpapi/edge"
	"emblo/internal/testdb"
)

// command is something that somebody sends, and what has to be so before.
type command struct {
	method, path string
	body         any
}

// commands are those that change more than one thing.
var commands = map[string]func(a *api) command{
	"how it went": func(a *api) command {
		bakery := a.setupCalled("Bakery counter")
		a.plan(bakery, func(s *written.Setup) { s.Name, s.PlayAt = "Bakery next", wallIn(3, "10:00") })
		bakery.PlayAt = wallIn(0, "08:00")
		a.do(http.MethodPut, "/api/setups/"+bakery.ID, written.SetupInput{Version: bakery.Version, Setup: bakery.Setup}, http.StatusOK, nil)
		left, in := 0.5, 29
		first := written.LogInput{Log: written.Log{Again: "yes", Mess: 2, Minutes: 35, Left: &left, Watched: "TQ", CountedIn: &in}, Mouthed: []string{}}
		a.do(http.MethodPut, "/api/setups/"+bakery.ID+"/log", first, http.StatusOK, nil)
		a.plan(bakery, func(s *written.Setup) { s.Name, s.PlayAt = "Bakery after that", wallIn(3, "14:00") })
		most := 0.75
		again := written.LogInput{Version: 1, Log: first.Log, Mouthed: []string{a.room("Lanterns").Children[0].ID}}
		again.Left = &most
		return command{http.MethodPut, "/api/setups/" + bakery.ID + "/log", again}
	},
	"a batch, out of the jars": func(a *api) command {
		return command{http.MethodPut, "/api/batches/7d3a1c52-0b1e-4f6a-9c55-2f1f0a6be111", doughFor(a.room("Lanterns").ID)}
	},
	"what was bought": func(a *api) command {
		line, _ := lineOf(a, "cream-of-tartar")
		id := uuid.NewString()
		a.do(http.MethodPut, "/api/shopping/ticks/"+id, written.TickInput{ItemID: "cream-of-tartar", Free: []string{}, State: "basket", Packs: line.Cheapest.Packs}, http.StatusNoContent, nil)
		return command{http.MethodPost, "/api/shopping/receive", written.ReceiveInput{Ticks: []written.ReceiveTick{{TickID: id, MoveID: uuid.NewString(), JarID: uuid.NewString()}}}}
	},
	"a set-up": func(a *api) command {
		s := a.setupCalled("Bakery counter")
		s.Name, s.PlayAt = "Bakery once more", wallIn(4, "09:30")
		return command{http.MethodPut, "/api/setups/" + uuid.NewString(), written.SetupInput{Setup: s.Setup}}
	},
	"how much there is, and its pack": func(a *api) command {
		return command{http.MethodPut, "/api/cupboard/millet/amount", written.CupboardAmount{Grams: ptr(750.0), PackG: ptr(500.0), PriceCoins: ptr(199)}}
	},
	"settings": func(a *api) command {
		var centre written.CentreInput
		a.do(http.MethodGet, "/api/centre", nil, http.StatusOK, &centre)
		centre.Policy.NutFree = !centre.Policy.NutFree
		return command{http.MethodPut, "/api/centre", centre}
	},
}

// Every command is cut off at each of its statements, before it arrives and before its answer does, and sent again as it
// was: what is stored then is what one clean run stores. EMBLO_CUTS=all takes every statement, else one in 25.
func TestACommandCutOffAnywhereIsDoneOnce(t *testing.T) {
	step := int64(25)
	if os.Getenv("EMBLO_CUTS") == "all" {
		step = 1
	}
	for name, prepare := range commands {
		t.Run(name, func(t *testing.T) {
			t.Parallel()
			clean, statements := stateAfter(t, prepare, 0, false)
			require.Positive(t, statements)
			for n := int64(1); n <= statements; n += step {
				for _, arrives := range []bool{false, true} {
					got, _ := stateAfter(t, prepare, n, arrives)
					assert.Equal(t, clean, got, "cut at statement %d of %d, arrives %v", n, statements, arrives)
				}
			}
		})
	}
}

// stateAfter returns what is stored after a command that was cut off at a statement, and how many it has.
func stateAfter(t *testing.T, prepare func(*api) command, cut int64, arrives bool) (state []string, statements int64) {
	url := testdb.URL(t)
	proxy := testdb.Through(t, url)
	a := demoLeadOn(t, serveWith(t, httpapi.Options{Store: testdb.OpenAt(t, proxy.URL), Now: atNine}))
	c := prepare(a)
	before := testdb.Rows(t, url)
	text, err := json.Marshal(c.body)
	require.NoError(t, err)
	id := uuid.NewString()
	send := func() int {
		req, err := http.NewRequestWithContext(t.Context(), c.method, a.server.URL+c.path, bytes.NewReader(text))
		require.NoError(t, err)
		req.Header.Set("Content-Type", "application/json")
		req.Header.Set(edge.LetterHeader, id)
		resp, err := a.client.Do(req)
		require.NoError(t, err)
		defer resp.Body.Close()
		return resp.StatusCode
	}
	from := proxy.Queries()
	proxy.CutAt(cut, arrives)
	status := send()
	statements = proxy.Queries() - from
	for range 5 {
		if status < 500 {
			break
		}
		require.True(t, proxy.Cut(), "it fails by itself: %d", status)
		status = send()
	}
	require.Less(t, status, 300, "cut at %d, arrives %v", cut, arrives)
	return told(before, testdb.Rows(t, url), string(text)+c.path), statements
}

var (
	idRE    = regexp.MustCompile(`[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}`)
	stampRE = regexp.MustCompile(`"\d{4}-\d\d-\d\d[T ]\d\d:\d\d:\d\d[^"]*"`)
	// a sequence counts what was taken back, too
	arrivedRE = regexp.MustCompile(`"arrived": \d+`)
	// revisions and letters are new at every run, and a digest that is not kept is reckoned again.
	asideRE = regexp.MustCompile(`^(revisions|commands|digests) `)
)

// told returns the rows that are new or otherwise, without what is made anew at every run: stamps, and ids that were not
// there before and that the request does not say.
func told(before, after []string, request string) (out []string) {
	was := map[string]bool{}
	known := map[string]bool{}
	for _, row := range before {
		was[row] = true
		for _, id := range idRE.FindAllString(row, -1) {
			known[id] = true
		}
	}
	for _, row := range after {
		if was[row] || asideRE.MatchString(row) {
			continue
		}
		row = arrivedRE.ReplaceAllString(stampRE.ReplaceAllString(row, `"then"`), `"arrived": 0`)
		out = append(out, idRE.ReplaceAllStringFunc(row, func(id string) string {
			if known[id] && !strings.Contains(request, id) {
				return "known"
			}
			return "new"
		}))
	}
	slices.Sort(out)
	return out
}
