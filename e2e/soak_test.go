//go:build soak

package e2e

import (
	"cmp"
	"fmt"
	"maps"
	"math/rand/v2"
	"net/http"
	"os"
	"slices"
	"strings"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/e2e/harness"
	"emblo/internal/contract"
	"emblo/internal/testdb"
)

// How much is done by how many at least, and how long nothing happens to the program. EMBLO_SOAK says how long it goes
// on, such as 1h.
const (
	soakOrders  = 2400
	soakWorkers = 4
	soakLives   = 250 * time.Millisecond
	soakFrozen  = 2 * time.Second
)

// Writes of every kind from four devices, while the program and the database are killed and frozen at random, the
// connections between them are cut, answers are not waited for, the disk is full, an older program is started and the
// clock jumps: whatever was answered is there in the end, once.
func TestSoak(t *testing.T) {
	app := harness.Start(t)
	address := strings.TrimPrefix(app.Base, "http://")
	workers := make([]*soaker, soakWorkers)
	for i := range workers {
		workers[i] = settle(t, app, i)
	}
	names := slices.Sorted(maps.Keys(kinds))
	before, additions, prints := centreVersion(t, workers[0]), app.Rows(t, "additions"), app.Rows(t, "prints")
	lasts, err := time.ParseDuration(cmp.Or(os.Getenv("EMBLO_SOAK"), "0s"))
	require.NoError(t, err)
	until := time.Now().Add(lasts)
	var orders atomic.Int64
	var all sync.WaitGroup
	failed := make(chan error, soakWorkers)
	for _, s := range workers {
		all.Go(func() {
			for n := int(orders.Add(1)); n <= soakOrders || time.Now().Before(until); n = int(orders.Add(1)) {
				if err := kinds[names[rand.IntN(len(names))]].write(s, n); err != nil {
					failed <- err
					return
				}
			}
		})
	}
	over := make(chan struct{})
	go func() {
		all.Wait()
		close(over)
	}()
	restart := func() { app.Kill(); app.Run(t, address) }
	faults := []struct {
		name string
		do   func()
	}{
		{"the program is killed", restart},
		{"its lines to PostgreSQL are cut", func() { app.CutOff(t) }},
		{"PostgreSQL is killed", func() { testdb.Crash(t) }},
		{"the disk is full", func() { testdb.Fill(t, func() { time.Sleep(time.Second) }) }},
		{"the program freezes", func() { app.Freeze(t, soakFrozen) }},
		{"PostgreSQL freezes", func() { testdb.Freeze(t, soakFrozen, true) }},
		{"a backend freezes", func() { testdb.Freeze(t, soakFrozen, false) }},
		{"an older program is started", func() { app.Kill(); app.Outdate(t); app.Run(t, address) }},
		{"the clock jumps ahead", func() { app.Jump(time.Duration(rand.Int64N(int64(time.Minute)))); restart() }},
	}
	out := map[string][]time.Duration{}
	for going := true; going; {
		select {
		case <-over:
			going = false
		case <-time.After(time.Duration(rand.Int64N(int64(soakLives)))):
			f := faults[rand.IntN(len(faults))]
			began := time.Now()
			f.do()
			require.Eventually(t, func() bool {
				resp, err := http.Get(app.Base + "/readyz")
				return err == nil && resp.Body.Close() == nil && resp.StatusCode == http.StatusOK
			}, time.Minute, 10*time.Millisecond, f.name)
			out[f.name] = append(out[f.name], time.Since(began))
		}
	}
	close(failed)
	for err := range failed {
		require.NoError(t, err)
	}
	for _, f := range faults {
		require.NotEmpty(t, out[f.name], "nothing of it: %s", f.name)
		slices.Sort(out[f.name])
		t.Logf("%s: %d times, answered again after %v, at the longest %v", f.name, len(out[f.name]),
			out[f.name][len(out[f.name])/2].Round(time.Millisecond),
			out[f.name][len(out[f.name])-1].Round(time.Millisecond))
	}
	unheard, full := 0, 0
	for _, s := range workers {
		for _, name := range names {
			if holds := kinds[name].holds; holds != nil {
				t.Run(fmt.Sprint(name, " of ", s.n), func(t *testing.T) { holds(t, s) })
			}
		}
		unheard, full, additions, prints = unheard+s.unheard, full+s.full, additions+s.known, prints+s.sheets
	}
	assert.Equal(t, additions, app.Rows(t, "additions"))
	assert.Equal(t, prints, app.Rows(t, "prints"))
	assert.Equal(t, before+workers[0].settings, centreVersion(t, workers[0]), "each change of the settings once")
	require.Positive(t, full, "nobody was told that the disk was full")
	t.Logf("%d writes of %d kinds, %d requests that nobody answered or waited for, %d that were told of the full disk: none lost, none twice",
		orders.Load(), len(kinds), unheard, full)
}

func centreVersion(t *testing.T, s *soaker) int {
	var centre contract.Centre
	require.NoError(t, s.ask(http.MethodGet, "/api/centre", nil, &centre))
	return centre.Version
}
