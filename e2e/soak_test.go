//go:build soak

package e2e

import (
	"fmt"
	"maps"
	"math/rand/v2"
	"net/http"
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

// How much is done by how many, and how long nothing happens to the program.
const (
	soakOrders  = 2400
	soakWorkers = 4
	soakLives   = 250 * time.Millisecond
)

// Writes of every kind from four devices, while the program and the database are killed again and again, the connections
// between them are cut, answers are not waited for and the disk is full: whatever was answered is there in the end, once.
func TestSoak(t *testing.T) {
	app := harness.Start(t)
	address := strings.TrimPrefix(app.Base, "http://")
	workers := make([]*soaker, soakWorkers)
	for i := range workers {
		workers[i] = settle(t, app, i)
	}
	names := slices.Sorted(maps.Keys(kinds))
	before, additions, prints := centreVersion(t, workers[0]), app.Rows(t, "additions"), app.Rows(t, "prints")
	var orders atomic.Int64
	var all sync.WaitGroup
	failed := make(chan error, soakWorkers)
	for _, s := range workers {
		all.Go(func() {
			for n := int(orders.Add(1)); n <= soakOrders; n = int(orders.Add(1)) {
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
	faults := []struct {
		name string
		do   func()
	}{
		{"kills of the program", func() { app.Kill(); app.Run(t, address) }},
		{"cuts", func() { app.CutOff(t) }},
		{"kills of the program", func() { app.Kill(); app.Run(t, address) }},
		{"kills of PostgreSQL", func() { testdb.Crash(t) }},
		{"full disks", func() { testdb.Fill(t, func() { time.Sleep(time.Second) }) }},
	}
	met := map[string]int{}
	for n, going := 0, true; going; n++ {
		select {
		case <-over:
			going = false
		case <-time.After(time.Duration(rand.Int64N(int64(soakLives)))):
			f := faults[n%len(faults)]
			f.do()
			met[f.name]++
		}
	}
	close(failed)
	for err := range failed {
		require.NoError(t, err)
	}
	for _, f := range faults {
		require.Positive(t, met[f.name], "nothing of it: %s", f.name)
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
	assert.Equal(t, before+int(settingsSaved.Load()), centreVersion(t, workers[0]), "each change of the settings once")
	require.Positive(t, full, "nobody was told that the disk was full")
	t.Logf("%d writes of %d kinds, %v, %d requests that nobody answered or waited for, %d that were told of the full disk: none lost, none twice", soakOrders, len(kinds), met, unheard, full)
}

func centreVersion(t *testing.T, s *soaker) int {
	var centre contract.Centre
	require.NoError(t, s.ask(http.MethodGet, "/api/centre", nil, &centre))
	return centre.Version
}
