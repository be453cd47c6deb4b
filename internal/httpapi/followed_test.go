package httpapi_test

import (
	"io"
	"log/slog"
	"math/rand/v2"
	"net/http"
	"net/http/httptest"
	"slices"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"emblo/core/written"
	"emblo/internal/httpapi"
	"emblo/internal/live"
	"emblo/internal/testdb"
)

// What a centre of fifty people does, each at a page: everybody asks for something once in every second, and somebody
// saves a set-up twice in it.
const (
	people    = 50
	eachAsks  = time.Second
	savesEach = 500 * time.Millisecond
	watched   = 4 * time.Second
)

// How a page asks anew for what it shows when it hears of a change, as web/src/api/live.ts has it.
const (
	askPause = 150 * time.Millisecond
	askApart = 350 * time.Millisecond
)

// BenchmarkFollowed times what fifty people ask for, with three years of data, while set-ups are saved and fifty open
// pages follow, and the same with none that follows as the floor: the middle of each.
func BenchmarkFollowed(b *testing.B) {
	url := testdb.URL(b)
	hub := live.Listen(url, slog.New(slog.DiscardHandler))
	server := httptest.NewServer(httpapi.New(httpapi.Options{Store: testdb.OpenAt(b, url), Now: clock, Live: hub,
		Log: slog.New(slog.DiscardHandler)}))
	b.Cleanup(func() {
		hub.Close()
		server.Close()
	})
	threeYears(b, url, 1095)
	a := demoLeadOn(b, server)
	bakery := a.setupCalled("Bakery counter")
	asked := []string{"/api/today", "/api/setups?limit=25", "/api/setups/" + bakery.ID, "/api/cupboard",
		"/api/prep?day=" + dayIn(2)}
	for _, path := range asked { // what is reckoned once is
		a.do(http.MethodGet, path, nil, http.StatusOK, nil)
	}
	var ours, floor []time.Duration
	for b.Loop() {
		floor = append(floor, acted(b, a, asked, &bakery, 0)...)
		ours = append(ours, acted(b, a, asked, &bakery, people)...)
	}
	middle := func(all []time.Duration) time.Duration { return slices.Sorted(slices.Values(all))[len(all)/2] }
	b.ReportMetric(0, "ns/op")
	b.ReportMetric(float64(middle(ours).Microseconds()), "us/answer")
	b.ReportMetric(float64(middle(floor).Microseconds()), "us/floor")
	b.ReportMetric(float64(middle(ours))/float64(middle(floor)), "ratio")
}

// acted lets everybody act for a while, with so many open pages that follow, and returns how long each answer took.
func acted(b *testing.B, a *api, asked []string, saved *written.StoredSetup, pages int) []time.Duration {
	stop := make(chan struct{})
	var all sync.WaitGroup
	get := func(path string) bool {
		req, err := http.NewRequestWithContext(b.Context(), http.MethodGet, a.server.URL+path, nil)
		if err != nil {
			return false
		}
		resp, err := a.client.Do(req)
		if err != nil {
			return false
		}
		defer resp.Body.Close()
		_, err = io.Copy(io.Discard, resp.Body)
		return err == nil && resp.StatusCode == http.StatusOK
	}
	for i := range pages {
		f := follow(b, a)
		all.Go(func() {
			defer f.end()
			for {
				select {
				case <-stop:
					return
				case <-f.said:
				}
				time.Sleep(askPause + rand.N(askApart))
				for len(f.said) > 0 { // what else changed meanwhile
					<-f.said
				}
				get(asked[i%2]) // Today or the list of set-ups: what a saved one makes old
			}
		})
	}
	var mu sync.Mutex
	var took []time.Duration
	failed := 0
	for range people {
		all.Go(func() {
			time.Sleep(rand.N(eachAsks))
			for turn := time.NewTicker(eachAsks); ; {
				start := time.Now()
				ok := get(asked[rand.N(len(asked))])
				mu.Lock()
				if took = append(took, time.Since(start)); !ok {
					failed++
				}
				mu.Unlock()
				select {
				case <-stop:
					turn.Stop()
					return
				case <-turn.C:
				}
			}
		})
	}
	for end := time.Now().Add(watched); time.Now().Before(end); time.Sleep(savesEach) {
		saved.Places[0].Base.PortionG = ptr(80 + float64(rand.N(40)))
		var now written.SavedSetup
		a.do(http.MethodPut, "/api/setups/"+saved.ID, written.SetupInput{Version: saved.Version, Setup: saved.Setup},
			http.StatusOK, &now)
		*saved = now.Setup
	}
	close(stop)
	all.Wait()
	require.Zero(b, failed)
	return took
}
