package e2e

import (
	"context"
	"fmt"
	"io"
	"net/http"
	"net/http/cookiejar"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"emblo/e2e/harness"
)

// How sign-ins are tried: so many at once to begin with, then 3,000 a minute, over so many accounts.
const (
	atOnce    = 200
	eachTries = 20 * time.Millisecond
	attacked  = 3 * time.Second
	accounts  = 120
)

// Somebody guesses passwords as fast as they can while somebody else looks at Today, over the same with nobody who
// guesses: how long Today takes, the longest of it, and the most memory that the program has.
func BenchmarkAttack(b *testing.B) {
	app := harness.Start(b)
	jar, err := cookiejar.New(nil)
	require.NoError(b, err)
	person := &http.Client{Jar: jar}
	resp, err := person.Post(app.Base+"/api/session/demo", "", nil)
	require.NoError(b, err)
	require.NoError(b, resp.Body.Close())
	looks := func(ctx context.Context) (took []time.Duration) {
		for ctx.Err() == nil {
			start := time.Now()
			resp, err := person.Get(app.Base + "/api/today")
			require.NoError(b, err)
			_, err = io.Copy(io.Discard, resp.Body)
			require.NoError(b, err)
			require.NoError(b, resp.Body.Close())
			require.Equal(b, http.StatusOK, resp.StatusCode)
			took = append(took, time.Since(start))
			time.Sleep(50 * time.Millisecond)
		}
		slices.Sort(took)
		return took
	}
	guess := func(n int) {
		body := fmt.Sprintf(`{"email": "somebody%d@quillmere.example", "password": "guess"}`, n%accounts)
		if n < atOnce {
			body = `{"email": "lead@quillmere.example", "password": "guess"}`
		}
		resp, err := http.Post(app.Base+"/api/session", "application/json", strings.NewReader(body))
		if err == nil {
			resp.Body.Close()
		}
	}
	var quiet, loud []time.Duration
	for b.Loop() {
		ctx, end := context.WithTimeout(b.Context(), attacked)
		quiet = append(quiet, looks(ctx)...)
		end()
		ctx, end = context.WithTimeout(b.Context(), attacked)
		var all sync.WaitGroup
		for n := range atOnce {
			all.Go(func() { guess(n) })
		}
		all.Go(func() {
			for n := atOnce; ctx.Err() == nil; n++ {
				all.Go(func() { guess(n) })
				time.Sleep(eachTries)
			}
		})
		loud = append(loud, looks(ctx)...)
		end()
		all.Wait()
	}
	slices.Sort(quiet)
	slices.Sort(loud)
	b.ReportMetric(0, "ns/op")
	b.ReportMetric(float64(loud[len(loud)/2])/float64(quiet[len(quiet)/2]), "ratio")
	b.ReportMetric(float64(loud[len(loud)-1].Milliseconds()), "longest-ms")
	b.ReportMetric(app.Peak(b), "peak-MiB")
}
