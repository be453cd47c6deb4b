//go:build soak

package e2e

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"math/rand/v2"
	"net/http"
	"net/http/cookiejar"
	"slices"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/written"
	"emblo/e2e/harness"
	"emblo/internal/httpapi/edge"
)

// soaker is one device that writes; what it was answered is what must be there in the end.
type soaker struct {
	n        int // the next of its orders, and what tells its things from those of others
	base     string
	client   *http.Client
	setup    written.StoredSetup
	room     written.StoredRoom
	played   string // a set-up of which it says how it went
	log      int    // in which version
	mix      string
	mixed    int
	thing    written.ItemInput
	thingID  string
	day      written.DayInput
	jar      string // with its books
	grams    float64
	counted  float64 // of another one
	batches  int
	batch    string // that things are worked into, a gram each time
	notes    int
	sheets   int
	known    int    // additions to its recipe
	step     string // one alone: what comes before a step that is done is done as well
	done     bool
	settings int
	unheard  int // requests that were not answered
	full     int // or by that the disk is full
}

// ask sends a request until it is answered, as a device does that lost the line: now and then it does not wait for the
// answer.
func (s *soaker) ask(method, path string, body, out any) error {
	text := []byte{}
	if body != nil {
		var err error
		if text, err = json.Marshal(body); err != nil {
			return err
		}
	}
	id := uuid.NewString()
	for until := time.Now().Add(2 * time.Minute); ; time.Sleep(40 * time.Millisecond) {
		status, said, err := s.send(method, path, id, text)
		switch {
		case err != nil:
		case status < 300 && out == nil:
			return nil
		case status < 300:
			return json.Unmarshal(said, out)
		case status < 500:
			return fmt.Errorf("%s %s: %d %s", method, path, status, said)
		case status == http.StatusInsufficientStorage:
			s.full++
		}
		s.unheard++
		if time.Now().After(until) {
			return fmt.Errorf("%s %s: nobody answered for two minutes: %d %s %w", method, path, status, said, err)
		}
	}
}

func (s *soaker) send(method, path, id string, text []byte) (status int, said []byte, err error) {
	patience := 20 * time.Second
	if rand.IntN(8) == 0 {
		patience = time.Duration(rand.Int64N(int64(60 * time.Millisecond)))
	}
	ctx, cancel := context.WithTimeout(context.Background(), patience)
	defer cancel()
	req, err := http.NewRequestWithContext(ctx, method, s.base+path, bytes.NewReader(text))
	if err != nil {
		return 0, nil, err
	}
	if len(text) > 0 {
		req.Header.Set("Content-Type", "application/json")
	}
	req.Header.Set(edge.LetterHeader, id)
	resp, err := s.client.Do(req)
	if err != nil {
		return 0, nil, err
	}
	defer resp.Body.Close()
	said, err = io.ReadAll(resp.Body)
	return resp.StatusCode, said, err
}

// kinds are the kinds of what is written: how, and what has to be there in the end.
var kinds = map[string]struct {
	write func(s *soaker, n int) error
	holds func(t *testing.T, s *soaker)
}{
	"set-ups": {func(s *soaker, n int) error {
		s.setup.Name = fmt.Sprint("Harbour ", n)
		var saved written.SavedSetup
		err := s.ask(http.MethodPut, "/api/setups/"+s.setup.ID, written.SetupInput{Version: s.setup.Version,
			Setup: s.setup.Setup}, &saved)
		s.setup = saved.Setup
		return err
	}, func(t *testing.T, s *soaker) {
		var stored written.StoredSetup
		require.NoError(t, s.ask(http.MethodGet, "/api/setups/"+s.setup.ID, nil, &stored))
		assert.Equal(t, []any{s.setup.Name, s.setup.Version}, []any{stored.Name, stored.Version})
	}},
	"rooms": {func(s *soaker, n int) error {
		s.room.Adults = 1 + n%4
		return s.ask(http.MethodPut, "/api/rooms/"+s.room.ID, written.RoomInput{Version: s.room.Version,
			Room: s.room.Room}, &s.room)
	}, func(t *testing.T, s *soaker) {
		var stored written.StoredRoom
		require.NoError(t, s.ask(http.MethodGet, "/api/rooms/"+s.room.ID, nil, &stored))
		assert.Equal(t, []any{s.room.Adults, s.room.Version}, []any{stored.Adults, stored.Version})
	}},
	"who is here": {func(s *soaker, n int) error {
		s.day.Adults = 1 + n%4
		var saved written.RoomDay
		err := s.ask(http.MethodPut, "/api/rooms/"+s.room.ID+"/days/"+harness.DemoDay(2), s.day, &saved)
		s.day.Version = saved.Version
		return err
	}, nil},
	"things": {func(s *soaker, n int) error {
		s.thing.Row.Also = fmt.Sprint("meal ", n, " of ", s.n)
		var saved written.OwnItem
		err := s.ask(http.MethodPut, "/api/shelf/items/"+s.thingID, s.thing, &saved)
		s.thing.Version = saved.Version
		return err
	}, func(t *testing.T, s *soaker) {
		var stored written.ItemPage
		require.NoError(t, s.ask(http.MethodGet, "/api/shelf/items/"+s.thingID, nil, &stored))
		assert.Equal(t, []any{s.thing.Row.Also, s.thing.Version}, []any{stored.Row.Also, stored.Version})
	}},
	"recipes": {func(s *soaker, n int) error {
		mix := quay(s)
		mix.Steps = fmt.Sprintf("Stir, %d min", 1+n%9)
		s.mixed++
		return s.ask(http.MethodPut, "/api/recipes/"+s.mix, written.RecipeInput{Version: s.mixed - 1, Recipe: mix}, nil)
	}, func(t *testing.T, s *soaker) {
		var stored written.RecipePage
		require.NoError(t, s.ask(http.MethodGet, "/api/recipes/"+s.mix, nil, &stored))
		assert.Equal(t, s.mixed, stored.Version)
		assert.Len(t, stored.Versions, s.mixed)
	}},
	"what a mix took": {func(s *soaker, _ int) error {
		s.known++
		return s.ask(http.MethodPut, "/api/recipes/"+s.mix+"/additions/"+uuid.NewString(),
			written.AdditionInput{ItemID: "water", Share: 0.02, Symptom: "crumbly"}, nil)
	}, nil},
	"batches": {func(s *soaker, _ int) error {
		s.batches++
		return s.ask(http.MethodPut, "/api/batches/"+uuid.NewString(), dough(s), nil)
	}, func(t *testing.T, s *soaker) {
		found := 0
		var page written.BatchList
		for first := true; first || page.Next != ""; first = false {
			after := page.Next
			page = written.BatchList{}
			require.NoError(t, s.ask(http.MethodGet, "/api/batches?all=true&after="+after, nil, &page))
			for _, b := range page.Batches {
				if b.Name == dough(s).Name {
					found++
				}
			}
		}
		assert.Equal(t, 1+s.batches, found, "with that which things are worked into")
	}},
	"what happens to a batch": {func(s *soaker, _ int) error {
		s.notes++
		return s.ask(http.MethodPut, "/api/batch-events/"+uuid.NewString(), written.BatchEventInput{BatchID: s.batch,
			Kind: "added", ItemID: "water", Grams: 1}, nil)
	}, func(t *testing.T, s *soaker) {
		var batch written.BatchPage
		require.NoError(t, s.ask(http.MethodGet, "/api/batches/"+s.batch, nil, &batch))
		assert.Len(t, batch.Events, s.notes)
	}},
	"jars": {func(s *soaker, n int) error {
		move := written.MoveInput{JarID: s.jar, Kind: "used", Amount: "3 g"}
		s.grams -= 3
		if n%2 == 0 {
			s.grams += 3 + 50
			move = written.MoveInput{JarID: s.jar, Kind: "received", Amount: "50 g"}
		}
		return s.ask(http.MethodPut, "/api/moves/"+uuid.NewString(), move, nil)
	}, func(t *testing.T, s *soaker) {
		amounts := s.cupboard(t)
		assert.InDelta(t, s.grams, amounts[s.thingID], 1e-9, "to the gram")
	}},
	"what is counted": {func(s *soaker, n int) error {
		s.counted = float64(n)
		return s.ask(http.MethodPut, "/api/cupboard/"+counts[s.n]+"/amount",
			written.CupboardAmount{Grams: &s.counted}, nil)
	}, func(t *testing.T, s *soaker) {
		assert.InDelta(t, s.counted, s.cupboard(t)[counts[s.n]], 1e-9)
	}},
	"what is bought": {func(s *soaker, _ int) error {
		tick := uuid.NewString()
		in := written.TickInput{ItemID: s.thingID, Free: []string{}, State: "basket",
			Packs: []written.BuyPack{{Amount: 250, Count: 1}}}
		if err := s.ask(http.MethodPut, "/api/shopping/ticks/"+tick, in, nil); err != nil {
			return err
		}
		s.grams += 250
		return s.ask(http.MethodPost, "/api/shopping/receive",
			written.ReceiveInput{Ticks: []written.ReceiveTick{{TickID: tick, MoveID: uuid.NewString(),
				JarID: uuid.NewString()}}}, nil)
	}, nil},
	"steps": {func(s *soaker, _ int) error {
		s.done = !s.done
		return s.ask(http.MethodPut, "/api/prep/ticks", written.PrepTickInput{StepID: s.step, Done: s.done}, nil)
	}, func(t *testing.T, s *soaker) {
		var prep written.PrepSetup
		require.NoError(t, s.ask(http.MethodGet, "/api/setups/"+s.setup.ID+"/prep", nil, &prep))
		at := slices.IndexFunc(prep.Slots, func(slot written.PrepSlot) bool { return slot.ID == s.step })
		assert.Equal(t, s.done, prep.Slots[at].Done)
	}},
	"how it went": {func(s *soaker, n int) error {
		var said written.StoredLog
		err := s.ask(http.MethodPut, "/api/setups/"+s.played+"/log", written.LogInput{Version: s.log,
			Log: written.Log{Word: fmt.Sprint("word ", n)}, Mouthed: []string{}}, &said)
		s.log = said.Version
		return err
	}, func(t *testing.T, s *soaker) {
		var said written.StoredLog
		require.NoError(t, s.ask(http.MethodGet, "/api/setups/"+s.played+"/log", nil, &said))
		assert.Equal(t, s.log, said.Version)
	}},
	"sheets": {func(s *soaker, _ int) error {
		s.sheets++
		return s.ask(http.MethodPut, "/api/prints/"+uuid.NewString(), written.PrintInput{SetupID: s.played,
			Version: 1}, nil)
	}, nil},
	"settings": {func(s *soaker, n int) error {
		if s.n > 0 { // of one alone: what somebody else saved in between is a conflict, which a person settles
			return nil
		}
		var centre written.CentreInput
		if err := s.ask(http.MethodGet, "/api/centre", nil, &centre); err != nil {
			return err
		}
		centre.Name = fmt.Sprint("Quillmere ", n)
		s.settings++
		return s.ask(http.MethodPut, "/api/centre", centre, nil)
	}, nil},
}

// counts are things of which each device counts one.
var counts = []string{"millet", "chickpeas", "white-rice", "split-peas"}

func quay(s *soaker) written.Recipe {
	return written.Recipe{Name: fmt.Sprint("Quay dough ", s.n), Kind: "dough", Measures: "metric",
		Lines: "250 g ready-to-eat flour\n160 g fine salt", Steps: "Stir", Keeps: "10 days, airtight"}
}

func dough(s *soaker) written.BatchInput {
	return written.BatchInput{Name: fmt.Sprint("Dough ", s.n), RecipeID: "stove-dough", MadeG: 1000,
		MadeOn: harness.DemoDay(0), RoomID: s.room.ID, Store: "airtight",
		Lines: []written.BatchLine{{ItemID: "water", Grams: 500}, {ItemID: "plain-flour", Grams: 500}}}
}

func (s *soaker) cupboard(t *testing.T) map[string]float64 {
	var c written.Cupboard
	require.NoError(t, s.ask(http.MethodGet, "/api/cupboard", nil, &c))
	amounts := map[string]float64{}
	for _, j := range c.Jars {
		amounts[j.ItemID] = j.Amount
	}
	return amounts
}

// settle signs a device in, with a room, a thing, a mix and set-ups of its own.
func settle(t *testing.T, app *harness.App, n int) *soaker {
	jar, err := cookiejar.New(nil)
	require.NoError(t, err)
	s := &soaker{n: n, base: app.Base, client: &http.Client{Jar: jar}, thingID: uuid.NewString(), mix: uuid.NewString(),
		jar: uuid.NewString(), batch: uuid.NewString(), played: uuid.NewString()}
	put := func(path string, body, out any) { require.NoError(t, s.ask(http.MethodPut, path, body, out)) }
	require.NoError(t, s.ask(http.MethodPost, "/api/session/demo", nil, nil))
	put("/api/rooms/"+uuid.NewString(), written.RoomInput{Room: written.Room{Name: fmt.Sprint("Quay ", n), Adults: 1,
		Measures: "us", Drawer: []string{}, Children: []written.Child{
			{ID: uuid.NewString(), Initials: "AB", Born: app.Now().AddDate(-3, -10, 0).Format("2006-01"), Mouths: "no",
				Allergies: []written.Allergy{}, Needs: written.Needs{Eaten: []string{}, Avoids: []string{},
					Seeks: []string{}}}}}}, &s.room)
	s.day.Visitors = []written.Child{}
	s.thing.Row = written.Thing{Name: fmt.Sprint("Harbour meal ", n), Parts: "ingredient", Contains: "none",
		Traits: "food;powder", Keeps: "8 days, dry"}
	put("/api/shelf/items/"+s.thingID, s.thing, nil)
	s.thing.Version = 1
	put("/api/recipes/"+s.mix, written.RecipeInput{Recipe: quay(s)}, nil)
	s.mixed = 1
	put("/api/jars/"+s.jar, written.JarInput{ItemID: s.thingID, Free: []string{}, Packs: []written.TypedPack{}}, nil)
	s.grams = 10_000
	put("/api/moves/"+uuid.NewString(), written.MoveInput{JarID: s.jar, Kind: "counted", Amount: "10 kg"}, nil)
	put("/api/batches/"+s.batch, dough(s), nil)
	// Each of a mix of its own: what is prepared together for several is ticked for all of them.
	own, portion := uuid.NewString(), 100.0
	alone := quay(s)
	alone.Name = fmt.Sprint("Pier dough ", n)
	put("/api/recipes/"+own, written.RecipeInput{Recipe: alone}, nil)
	plan := written.Plan{RoomID: s.room.ID, PlayAt: harness.DemoDay(3+n) + "T10:00", Beside: []written.PlanItem{},
		Places: []written.Place{{ID: uuid.NewString(), Items: []written.PlanItem{}, Base: &written.Base{Kind: "mix",
			RecipeID: own, PortionG: &portion}}}}
	var saved written.SavedSetup
	put("/api/setups/"+uuid.NewString(), written.SetupInput{Setup: written.Setup{Name: "Harbour", Plan: plan}}, &saved)
	s.setup = saved.Setup
	var prep written.PrepSetup
	require.NoError(t, s.ask(http.MethodGet, "/api/setups/"+s.setup.ID+"/prep", nil, &prep))
	require.NotEmpty(t, prep.Slots)
	s.step = prep.Slots[0].ID
	plan.PlayAt = app.Now().Add(-2 * time.Hour).Format("2006-01-02T15:04")
	plan.Places = []written.Place{{ID: uuid.NewString(), Items: []written.PlanItem{}, Base: plan.Places[0].Base}}
	put("/api/setups/"+s.played, written.SetupInput{Setup: written.Setup{Name: "Played", Plan: plan}}, nil)
	return s
}
