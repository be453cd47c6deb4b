//go:build soak

package e2e

import (
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"math/rand/v2"
	"net/http"
	"net/http/cookiejar"
	"strings"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/written"
	"emblo/e2e/harness"
	"emblo/internal/store"
)

// How much is done by how many, and how long the program lives between two kills.
const (
	soakOrders  = 2000 // half of them saves; ticks, notes of batches and words of logs
	soakWorkers = 4
	soakLives   = 250 * time.Millisecond
)

// soaker is one device that saves and ticks; what it was answered is what must be there in the end.
type soaker struct {
	base    string
	client  *http.Client
	setup   written.StoredSetup
	steps   []string
	done    map[string]bool
	batch   string // that things are worked into, a gram each time
	notes   int
	log     int // the version of how another set-up went
	logged  string
	tries   int // requests, those that were not answered among them
	unheard int
}

// ask sends a request until it is answered: as a device does that lost the line.
func (s *soaker) ask(method, path string, body, out any) error {
	text, err := json.Marshal(body)
	if err != nil {
		return err
	}
	for until := time.Now().Add(time.Minute); ; time.Sleep(40 * time.Millisecond) {
		s.tries++
		req, err := http.NewRequest(method, s.base+path, bytes.NewReader(text))
		if err != nil {
			return err
		}
		if body == nil {
			req, err = http.NewRequest(method, s.base+path, nil)
			if err != nil {
				return err
			}
		} else {
			req.Header.Set("Content-Type", "application/json")
		}
		resp, err := s.client.Do(req)
		if err == nil {
			said, readErr := io.ReadAll(resp.Body)
			resp.Body.Close()
			switch {
			case readErr != nil: // it was cut off: nothing is known
			case resp.StatusCode < 300:
				if out == nil {
					return nil
				}
				return json.Unmarshal(said, out)
			case resp.StatusCode < 500:
				return fmt.Errorf("%s %s: %d %s", method, path, resp.StatusCode, said)
			}
		}
		s.unheard++
		if time.Now().After(until) {
			return fmt.Errorf("%s %s: nobody answered for a minute", method, path)
		}
	}
}

// save saves the set-up over the version that was last answered.
func (s *soaker) save() error {
	var saved written.SavedSetup
	err := s.ask(http.MethodPut, "/api/setups/"+s.setup.ID, written.SetupInput{Version: s.setup.Version, Setup: s.setup.Setup}, &saved)
	if err == nil {
		s.setup = saved.Setup
	}
	return err
}

// order saves the set-up under a new name, ticks a step or takes that back, works a gram into a batch, or
// says anew how a set-up went.
func (s *soaker) order(n int) error {
	switch n % 8 {
	case 0, 2, 4, 6:
		s.setup.Name = fmt.Sprintf("Harbour %d", n)
		return s.save()
	case 1:
		s.notes++
		return s.ask(http.MethodPut, "/api/batch-events/"+uuid.NewString(), written.BatchEventInput{BatchID: s.batch, Kind: "added", ItemID: "water", Grams: 1}, nil)
	}
	if n%8 == 3 {
		var said written.StoredLog
		err := s.ask(http.MethodPut, "/api/setups/"+s.logged+"/log", written.LogInput{Version: s.log, Log: written.Log{Word: fmt.Sprintf("word %d", n)}, Mouthed: []string{}}, &said)
		s.log = said.Version
		return err
	}
	step := s.steps[rand.IntN(len(s.steps))]
	if err := s.ask(http.MethodPut, "/api/prep/ticks", written.PrepTickInput{StepID: step, Done: !s.done[step]}, nil); err != nil {
		return err
	}
	s.done[step] = !s.done[step]
	return nil
}

// A thousand saves, and as many ticks, notes of batches and words of logs, from four devices while the program is killed again and again, or
// its connections to the database are cut: whatever was answered is there in the end, once.
func TestSoak(t *testing.T) {
	app := harness.Start(t)
	address := strings.TrimPrefix(app.Base, "http://")
	workers := make([]*soaker, soakWorkers)
	for i := range workers {
		jar, err := cookiejar.New(nil)
		require.NoError(t, err)
		s := &soaker{base: app.Base, client: &http.Client{Jar: jar, Timeout: 10 * time.Second}, done: map[string]bool{}}
		require.NoError(t, s.ask(http.MethodPost, "/api/session/demo", nil, nil))
		var rooms []written.StoredRoom
		require.NoError(t, s.ask(http.MethodGet, "/api/rooms", nil, &rooms))
		at := app.Day(3) + fmt.Sprintf("T1%d:00", i)
		portion, colours := 100.0, 2
		s.setup = written.StoredSetup{ID: uuid.NewString(), Setup: written.Setup{Name: "Harbour", Plan: written.Plan{RoomID: room(rooms, "Lanterns"), PlayAt: at, Beside: []written.PlanItem{},
			Places: []written.Place{{ID: uuid.NewString(), Items: []written.PlanItem{}, Base: &written.Base{Kind: "mix", RecipeID: "coloured-rice", PortionG: &portion, Colours: &colours}}}}}}
		require.NoError(t, s.save())
		var prep written.PrepSetup
		require.NoError(t, s.ask(http.MethodGet, "/api/setups/"+s.setup.ID+"/prep", nil, &prep))
		require.NotEmpty(t, prep.Slots)
		for _, slot := range prep.Slots {
			s.steps = append(s.steps, slot.ID)
		}
		s.batch, s.logged = uuid.NewString(), uuid.NewString()
		require.NoError(t, s.ask(http.MethodPut, "/api/batches/"+s.batch, written.BatchInput{Name: "Dough", RecipeID: "stove-dough", MadeG: 1000, MadeOn: app.Day(0), RoomID: room(rooms, "Lanterns"), Store: "airtight",
			Lines: []written.BatchLine{{ItemID: "plain-flour", Grams: 300}, {ItemID: "water", Grams: 550}, {ItemID: "fine-salt", Grams: 160}}}, nil))
		played := s.setup.Setup
		played.PlayAt, played.Places = app.Now().Add(-2*time.Hour).Format("2006-01-02T15:04"), []written.Place{{ID: uuid.NewString(), Items: []written.PlanItem{}, Base: played.Places[0].Base}}
		require.NoError(t, s.ask(http.MethodPut, "/api/setups/"+s.logged, written.SetupInput{Setup: played}, nil))
		workers[i] = s
	}
	var orders atomic.Int64
	var all sync.WaitGroup
	failed := make(chan error, soakWorkers)
	for _, s := range workers {
		all.Go(func() {
			for n := orders.Add(1); n <= soakOrders; n = orders.Add(1) {
				if err := s.order(int(n)); err != nil {
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
	kills := 0
	for going := true; going; {
		select {
		case <-over:
			going = false
		case <-time.After(time.Duration(rand.Int64N(int64(soakLives)))):
			if kills++; kills%3 == 0 {
				app.CutOff(t)
				continue
			}
			app.Kill()
			app.Run(t, address)
		}
	}
	close(failed)
	for err := range failed {
		require.NoError(t, err)
	}
	require.GreaterOrEqual(t, kills, 10, "it was cut off while it worked")

	db := app.SQL(t)
	demo, _, err := db.DemoCentre(t.Context())
	require.NoError(t, err)
	unheard := 0
	for _, s := range workers {
		var stored written.StoredSetup
		require.NoError(t, s.ask(http.MethodGet, "/api/setups/"+s.setup.ID, nil, &stored))
		assert.Equal(t, s.setup.Name, stored.Name)
		assert.Equal(t, s.setup.Version, stored.Version, "each save once")
		rows, err := db.For(demo.ID).PrepTicks(t.Context(), []uuid.UUID{uuid.MustParse(s.setup.ID)})
		require.NoError(t, err)
		assert.ElementsMatch(t, ticked(s.done), stepsOf(rows))
		var batch written.BatchPage
		require.NoError(t, s.ask(http.MethodGet, "/api/batches/"+s.batch, nil, &batch))
		assert.Len(t, batch.Events, s.notes, "each note once")
		var said written.StoredLog
		require.NoError(t, s.ask(http.MethodGet, "/api/setups/"+s.logged+"/log", nil, &said))
		assert.Equal(t, s.log, said.Version, "each word once")
		unheard += s.unheard
	}
	t.Logf("%d saves, ticks, notes and words, %d kills and cuts, %d requests that nobody answered, none lost", soakOrders, kills, unheard)
}

func room(rooms []written.StoredRoom, name string) string {
	for _, r := range rooms {
		if r.Name == name {
			return r.ID
		}
	}
	return ""
}

func ticked(done map[string]bool) (steps []string) {
	for step, is := range done {
		if is {
			steps = append(steps, step)
		}
	}
	return steps
}

func stepsOf(rows []store.PrepTick) (steps []string) {
	for _, r := range rows {
		steps = append(steps, r.Step)
	}
	return steps
}
