package httpapi_test

import (
	"encoding/json"
	"net/http"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/written"
	"emblo/internal/httpapi"
	"emblo/internal/httpapi/edge"
	"emblo/internal/store"
	"emblo/internal/testdb"
)

// by sends what a device wrote at a moment of its own clock, which shows something else when it is sent.
func (a *api) by(sent time.Time, method, path string, body any, status int) {
	a.Helper()
	text, err := json.Marshal(body)
	require.NoError(a, err)
	req, err := http.NewRequestWithContext(a.Context(), method, a.server.URL+path, strings.NewReader(string(text)))
	require.NoError(a, err)
	req.Header.Set("Content-Type", "application/json")
	req.Header.Set(edge.ClockHeader, sent.Format(time.RFC3339))
	resp, err := a.client.Do(req)
	require.NoError(a, err)
	require.NoError(a, resp.Body.Close())
	assert.Equal(a, status, resp.StatusCode)
}

// What comes late counts when its person did it, by the server's clock whatever the device's shows: a count of nine
// that comes at twelve does not undo what was used at ten; what was ticked before it was received or taken back does
// not come back. A move from the future, noted while a clock was ahead, is said, and freezes no jar.
func TestWhatComesLate(t *testing.T) {
	url := testdb.URL(t)
	shows := atNine()
	tells := func() time.Time { shows = shows.Add(time.Millisecond); return shows }
	db, err := store.Open(t.Context(), url, tells)
	require.NoError(t, err)
	defer db.Close()
	a := demoLeadOn(t, serveWith(t, httpapi.Options{Store: db, Now: tells}))
	jar := func() written.StoredJar {
		var c written.Cupboard
		a.do(http.MethodGet, "/api/cupboard", nil, http.StatusOK, &c)
		for _, j := range c.Jars {
			if j.ItemID == "fine-salt" {
				return j
			}
		}
		t.Fatal("no salt")
		return written.StoredJar{}
	}
	salt := jar()
	move := func(kind, amount string) written.MoveInput {
		return written.MoveInput{JarID: salt.ID, Kind: kind, Amount: amount}
	}
	a.do(http.MethodPut, "/api/moves/"+uuid.NewString(), move("counted", "900 g"), http.StatusOK, nil)
	device := shows.AddDate(1, 0, 0) // the tablet is a year ahead
	shows = shows.Add(time.Hour)
	late := move("counted", "800 g")
	late.At = device.Add(10 * time.Minute).Format(time.RFC3339) // at ten past nine, while there was no line
	a.do(http.MethodPut, "/api/moves/"+uuid.NewString(), move("used", "50 g"), http.StatusOK, nil)
	shows = shows.Add(2 * time.Hour)
	a.by(device.Add(3*time.Hour), http.MethodPut, "/api/moves/"+uuid.NewString(), late, http.StatusOK)
	assert.InDelta(t, 750, jar().Amount, 1e-9)
	late.At = device.Add(5 * time.Hour).Format(time.RFC3339) // its clock went back after that was written
	late.Amount = "700 g"
	a.by(device.Add(3*time.Hour), http.MethodPut, "/api/moves/"+uuid.NewString(), late, http.StatusOK)
	assert.InDelta(t, 700, jar().Amount, 1e-9, "never later than it came")

	ahead := shows
	shows = shows.Add(6 * time.Hour) // the server's clock ran ahead, and was set right
	a.do(http.MethodPut, "/api/moves/"+uuid.NewString(), move("counted", "650 g"), http.StatusOK, nil)
	shows = ahead
	a.do(http.MethodPut, "/api/moves/"+uuid.NewString(), move("used", "150 g"), http.StatusOK, nil)
	assert.InDelta(t, 500, jar().Amount, 1e-9)
	var moves []written.Moved
	a.do(http.MethodGet, "/api/jars/"+salt.ID+"/moves", nil, http.StatusOK, &moves)
	assert.Equal(t, []bool{true, false}, []bool{moves[0].Ahead, moves[1].Ahead})

	line, _ := lineOf(a, "cream-of-tartar")
	tick := written.TickInput{ItemID: "cream-of-tartar", Free: []string{}, State: "basket", Packs: line.Cheapest.Packs,
		At: shows.UTC().Format(time.RFC3339)}
	early := tick
	early.At = shows.Add(-time.Hour).UTC().Format(time.RFC3339)
	state := func() string { l, _ := lineOf(a, "cream-of-tartar"); return l.State }
	shows = shows.Add(time.Minute)
	id := uuid.NewString()
	a.do(http.MethodPut, "/api/shopping/ticks/"+id, tick, http.StatusNoContent, nil)
	open := tick
	open.State, open.At, open.Packs = "open", early.At, []written.BuyPack{}
	a.do(http.MethodPut, "/api/shopping/ticks/"+uuid.NewString(), open, http.StatusNoContent, nil)
	assert.Equal(t, "basket", state(), "it was taken back before it was ticked")
	open.At = ""
	a.do(http.MethodPut, "/api/shopping/ticks/"+uuid.NewString(), open, http.StatusNoContent, nil)
	a.do(http.MethodPut, "/api/shopping/ticks/"+uuid.NewString(), early, http.StatusNoContent, nil)
	assert.Equal(t, "open", state(), "an old tick does not come back")
	tick.At = ""
	a.do(http.MethodPut, "/api/shopping/ticks/"+id, tick, http.StatusNoContent, nil)
	var got written.Received
	a.do(http.MethodPost, "/api/shopping/receive", written.ReceiveInput{Ticks: []written.ReceiveTick{{TickID: id,
		MoveID: uuid.NewString(), JarID: uuid.NewString()}}}, http.StatusOK, &got)
	require.Equal(t, 1, got.Lines)
	a.do(http.MethodPut, "/api/shopping/ticks/"+uuid.NewString(), early, http.StatusNoContent, nil)
	_, list := lineOf(a, "")
	for _, l := range list.Lines {
		assert.NotEqual(t, "basket", l.State, l.Name)
	}

	step := firstStep(t, a)
	done := func() bool { // what was done before its day is not among what is still to do
		var d written.PrepDay
		a.do(http.MethodGet, "/api/prep?day="+dayIn(2), nil, http.StatusOK, &d)
		return !slices.ContainsFunc(d.Slots, func(s written.PrepSlot) bool { return s.ID == step })
	}
	at := func(ago time.Duration) string { return shows.Add(-ago).UTC().Format(time.RFC3339) }
	put := func(is bool, ago time.Duration) {
		a.do(http.MethodPut, "/api/prep/ticks", written.PrepTickInput{StepID: step, Done: is, At: at(ago)},
			http.StatusNoContent, nil)
	}
	put(true, 3*time.Hour)
	put(false, 4*time.Hour)
	assert.True(t, done(), "taken back before it was done")
	put(false, 2*time.Hour)
	assert.False(t, done())
	put(true, 3*time.Hour)
	assert.False(t, done(), "an old tick does not come back")
	put(true, time.Hour)
	assert.True(t, done())
}
