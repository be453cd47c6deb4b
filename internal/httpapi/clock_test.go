package httpapi_test

import (
	"bytes"
	"log/slog"
	"net/http"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/written"
	"emblo/internal/demo"
	"emblo/internal/httpapi"
	"emblo/internal/store"
	"emblo/internal/testdb"
)

// lines is a log that several write.
type lines struct {
	mu sync.Mutex
	b  bytes.Buffer
}

func (l *lines) Write(p []byte) (int, error) {
	l.mu.Lock()
	defer l.mu.Unlock()
	return l.b.Write(p)
}

func (l *lines) count(words string) int {
	l.mu.Lock()
	defer l.mu.Unlock()
	return strings.Count(l.b.String(), words)
}

// demoFrom is a demo centre loaded at a moment in a database of its own.
func demoFrom(t *testing.T, at time.Time) (*store.Store, string) {
	url := testdb.Empty(t)
	s := testdb.OpenAt(t, url)
	_, err := s.Migrate(t.Context())
	require.NoError(t, err)
	require.NoError(t, demo.Load(t.Context(), s, at))
	return s, url
}

// here says that one adult and a child with a milk allergy are in Puddles on a day beside its own.
func (a *api) here(day time.Time) {
	a.Helper()
	visitor := newRoom("x").Children[0]
	visitor.Born, visitor.Allergies = day.AddDate(-1, -2, 0).Format("2006-01"),
		[]written.Allergy{{To: "milk", By: "eating"}}
	in := written.DayInput{DayBody: written.DayBody{Adults: 1, Visitors: []written.Child{visitor}}}
	a.do(http.MethodPut, "/api/rooms/"+a.room("Puddles").ID+"/days/"+day.Format(time.DateOnly), in, http.StatusOK, nil)
}

// childrenOn is for how many children a plan of Puddles on a day is judged.
func (a *api) childrenOn(day time.Time) int {
	a.Helper()
	mm := 20.0
	var answer written.Answer
	a.do(http.MethodPost, "/api/answer", planned(a.room("Puddles").ID, day.Format(time.DateOnly)+"T15:00",
		&written.Base{Kind: "fill", ItemID: "water", VesselID: "dish-tub", DepthMM: &mm}), http.StatusOK, &answer)
	return answer.Group.Children
}

// A database whose clock is an hour, a day or a year off decides nothing: the day is the program's, plans are
// judged for who is here, and nobody is signed out. It is said on Today, and once in the log.
func TestADatabaseWhoseClockIsOff(t *testing.T) {
	t.Parallel()
	conn, err := pgx.Connect(t.Context(), testdb.Empty(t))
	require.NoError(t, err)
	defer conn.Close(t.Context())
	for words, off := range map[string]time.Duration{"3 hours behind": -3 * time.Hour, "3 hours ahead": 3 * time.Hour,
		"5 days behind": -5 * 24 * time.Hour, "366 days ahead": 366 * 24 * time.Hour,
		"365 days behind": -365 * 24 * time.Hour, "": 0} {
		var database time.Time
		require.NoError(t, conn.QueryRow(t.Context(), "select clock_timestamp()").Scan(&database))
		at := database.Add(-off).UTC().Truncate(time.Second)
		log := &lines{}
		s, _ := demoFrom(t, at)
		a := demoLeadOn(t, serveWith(t, httpapi.Options{Store: s, Now: func() time.Time {
			return at
		}, Log: slog.New(slog.NewTextHandler(log, nil))}))
		a.here(at)
		assert.Equal(t, 7, a.childrenOn(at), words)
		for range 3 {
			today := a.today()
			assert.Equal(t, at.Format("2006-01-02T15:04"), today.Now)
			if words == "" {
				assert.Empty(t, today.Clocks)
				continue
			}
			require.Len(t, today.Clocks, 1, words)
			assert.Equal(t, "database", today.Clocks[0].Kind)
			assert.InDelta(t, off.Minutes(), today.Clocks[0].Minutes, 3)
			assert.Contains(t, today.Clocks[0].Words, words)
			assert.Contains(t, today.Clocks[0].Words, at.Format(time.DateOnly))
		}
		assert.Equal(t, min(1, len(words)), log.count("the clock is doubtful"), words)
	}
}

// A clock that goes back while the program runs is said, on Today and in the log, until it has caught up; what
// is kept of the day that it had shown is not taken for what it shows now.
func TestAClockThatGoesBack(t *testing.T) {
	first := now.AddDate(0, 0, -5)
	s, url := demoFrom(t, first)
	at, mu := first, sync.Mutex{}
	set := func(to time.Time) { mu.Lock(); defer mu.Unlock(); at = to }
	shows := func() time.Time { mu.Lock(); defer mu.Unlock(); return at }
	demoLeadOn(t, serveWith(t, httpapi.Options{Store: s, Now: shows})).here(first)

	set(now)
	log := &lines{}
	a := demoLeadOn(t, serveWith(t, httpapi.Options{Store: testdb.OpenAt(t, url), Now: shows,
		Log: slog.New(slog.NewTextHandler(log, nil))}))
	back := func() (words string) {
		for _, c := range a.today().Clocks {
			if c.Kind == "back" {
				words = c.Words
			}
		}
		return words
	}
	assert.Equal(t, 6, a.childrenOn(now))
	assert.Empty(t, back())
	doubts := log.count("the clock is doubtful")
	set(first)
	assert.Contains(t, back(), "went back by 5 days: it had shown "+now.Format("2006-01-02T15:04")+" and shows "+
		first.Format("2006-01-02T15:04"))
	assert.Equal(t, 7, a.childrenOn(first), "a plan of that day is judged for who was said to be here")
	assert.Equal(t, first.Format(time.DateOnly), a.today().Now[:10])
	assert.Equal(t, doubts+1, log.count("the clock is doubtful"))
	set(first.Add(2 * time.Hour))
	assert.NotEmpty(t, back(), "it has not caught up")
	set(now.Add(time.Minute))
	assert.Empty(t, back())
}

// A centre in another zone than the program and the database has its own day: that day's plans open, and who is
// here is said and judged for it.
func TestACentreInAnotherZone(t *testing.T) {
	// 14 hours ahead, 7 or 8 behind
	for zone, hour := range map[string]int{"Pacific/Kiritimati": 13, "America/Los_Angeles": 3} {
		there, err := time.LoadLocation(zone)
		require.NoError(t, err)
		at := time.Date(now.Year(), now.Month(), now.Day(), hour, 0, 0, 0, time.UTC)
		require.NotEqual(t, at.Day(), at.In(there).Day())
		s, _ := demoFrom(t, at.In(there))
		log := &lines{}
		a := demoLeadOn(t, serveWith(t, httpapi.Options{Store: s, Now: func() time.Time {
			return at
		}, Log: slog.New(slog.NewTextHandler(log, nil))}))
		a.here(at.In(there))
		today := a.today()
		assert.Equal(t, []string{zone, at.In(there).Format("2006-01-02T15:04")}, []string{today.Zone, today.Now})
		assert.Contains(t, today.Setups[0].PlayAt, at.In(there).Format(time.DateOnly))
		assert.Equal(t, []int{7, 6}, []int{a.childrenOn(at.In(there)), a.childrenOn(at)})
		assert.Equal(t, 1, log.count("goes by a zone"))
	}
}

// The demo centre shows what it promises whenever it is loaded: something opens on the day and on those to come,
// something is kept out of each of the younger rooms, the cupboard is short of cream of tartar and of what opens
// next, one batch is past its day and one is due to be looked over.
func TestTheDemoCentreOnAnyDay(t *testing.T) {
	t.Parallel()
	// of each day of a week
	for days, hour := range []string{"00:00", "04:10", "08:59", "11:59", "12:00", "17:30", "23:59"} {
		at, err := time.ParseInLocation("2006-01-02T15:04", wallIn(days, hour), now.Location())
		require.NoError(t, err)
		a := demoLeadFrom(t, at)
		today := a.today()
		named := func(all []written.SetupSummary) (names []string) {
			for _, s := range all {
				names = append(names, s.Name)
			}
			return names
		}
		assert.Contains(t, named(today.Setups), "Marks in rice", hour)
		assert.Subset(t, append(named(today.Setups), named(today.Next)...), []string{"Harbour scoop tub",
			"Bakery counter", "Night-sky foam", "Apple puree paint"}, hour)
		var short []string
		for _, s := range today.Short {
			short = append(short, s.Name)
		}
		assert.Subset(t, short, []string{"Cream of tartar", "Apple puree"}, hour)
		var batches written.BatchList
		a.do(http.MethodGet, "/api/batches", nil, http.StatusOK, &batches)
		states := map[string]string{}
		for _, b := range batches.Batches {
			states[b.Name] = b.State
		}
		assert.Equal(t, map[string]string{"Cold dough, harbour blue": "look-over", "Flatbread dough": "past"},
			states, hour)
		ready := map[string]bool{}
		for _, s := range a.setups() {
			ready[s.Name] = goesIn(s.Verdict)
		}
		assert.True(t, ready["Bakery counter"] && !ready["Harbour scoop tub"] && !ready["Night-sky foam"], hour)
		for after := range 14 { // nothing to prepare leads to the next day that asks for something
			var day written.PrepDay
			a.do(http.MethodGet, "/api/prep?day="+at.AddDate(0, 0, after).Format(time.DateOnly), nil,
				http.StatusOK, &day)
			if len(day.Slots) == 0 && day.Next != "" {
				var next written.PrepDay
				a.do(http.MethodGet, "/api/prep?day="+day.Next[:10], nil, http.StatusOK, &next)
				assert.NotEmpty(t, next.Slots, "%s: %s leads to %s", hour, day.Day, day.Next)
			}
		}
	}
}

// Where a centre is, is a setting: its days turn by it from then on, and what is planned stays at the hour on the
// wall. A zone that nobody knows is refused by its field, and a centre that has said none is asked.
func TestACentreSaysWhereItIs(t *testing.T) {
	at := time.Date(now.Year(), now.Month(), now.Day(), 3, 0, 0, 0, time.UTC)
	a := demoLeadFrom(t, at)
	var centre written.CentreInput
	a.do(http.MethodGet, "/api/centre", nil, http.StatusOK, &centre)
	assert.Equal(t, "UTC", centre.TimeZone)
	planned := a.today().Setups[0].PlayAt
	asked := func(day written.Today) string {
		for _, c := range day.Clocks {
			if c.Kind == "zone" {
				return c.Words
			}
		}
		return ""
	}
	for _, bad := range []string{"Local", "Europe/Nowhere", "europe/london", "../etc/passwd", "UTC+3 or so"} {
		wrong := centre
		wrong.TimeZone = bad
		a.refused(http.MethodPut, "/api/centre", wrong, http.StatusUnprocessableEntity, "time_zone", "time zone")
	}
	there, err := time.LoadLocation("America/Los_Angeles")
	require.NoError(t, err)
	centre.TimeZone = there.String()
	a.do(http.MethodPut, "/api/centre", centre, http.StatusOK, &centre)
	today := a.today()
	assert.Equal(t, []string{there.String(), at.In(there).Format("2006-01-02T15:04")}, []string{today.Zone, today.Now},
		"the day before")
	assert.Empty(t, asked(today))
	var coming []string
	for _, s := range append(today.Setups, today.Next...) {
		coming = append(coming, s.PlayAt)
	}
	assert.Contains(t, coming, planned, "what is planned stays where it is")

	centre.TimeZone = ""
	a.do(http.MethodPut, "/api/centre", centre, http.StatusOK, &centre)
	today = a.today()
	assert.Equal(t, there.String(), today.Zone, "what was said last goes on")
	assert.Contains(t, asked(today), there.String())
}
