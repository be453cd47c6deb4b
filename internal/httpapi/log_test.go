package httpapi_test

import (
	"net/http"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/written"
	"emblo/internal/contract"
	"emblo/internal/httpapi"
	"emblo/internal/testdb"
)

// How the bakery counter went changes the next one at once, and can be taken back; what was not counted in
// is looked for until it is found; the cupboard and the batches follow, once; the record says what was
// offered, keeps every version, and has no child in its file. What was seen of a child goes with time.
func TestHowItWentChangesTheNextOne(t *testing.T) {
	url := testdb.URL(t)
	db := testdb.OpenAt(t, url)
	a := demoLeadOn(t, serveWith(t, httpapi.Options{Store: db, Now: atNine}))
	lanterns := a.room("Lanterns")
	bakery := a.setupCalled("Bakery counter")
	next := a.plan(bakery, func(s *written.Setup) { s.Name, s.PlayAt = "Bakery next", wallIn(3, "10:00") })
	own := a.plan(bakery, func(s *written.Setup) {
		g := 150.0
		s.Name, s.PlayAt, s.Places[0].Base.PortionG = "Bakery as I like it", wallIn(4, "10:00"), &g
	})
	path := "/api/setups/" + bakery.ID + "/log"
	child := lanterns.Children[0].ID
	left, in := 0.5, 29
	log := written.LogInput{Log: written.Log{Again: "yes", Level: "simpler", Mess: 2, Minutes: 35, Left: &left,
		Word: "they sold it as bread", Watched: "TQ, BO"}, Mouthed: []string{child}}
	a.refused(http.MethodPut, path, log, http.StatusUnprocessableEntity, "version", "Play has not started yet")
	bakery.PlayAt = wallIn(0, "08:00") // it is 9:00
	a.do(http.MethodPut, "/api/setups/"+bakery.ID, written.SetupInput{Version: bakery.Version, Setup: bakery.Setup},
		http.StatusOK, nil)
	var said written.StoredLog
	a.do(http.MethodGet, path, nil, http.StatusOK, &said)
	assert.Equal(t, []any{0, 30, "Lanterns"}, []any{said.Version, said.Given, said.Offered.Room},
		"two cutters and a rolling pin, shared")
	assert.True(t, slices.ContainsFunc(a.today().ToLog, func(l written.ToLog) bool { return l.SetupID == bakery.ID }))

	batch := a.made(func() written.BatchInput { b := doughFor(lanterns.ID); b.SetupID = bakery.ID; return b }())
	log.CountedIn = &in
	unweighed := log
	unweighed.Added = []written.BatchLine{{ItemID: "sesame-oil"}}
	a.refused(http.MethodPut, path, unweighed, http.StatusUnprocessableEntity, "added", "and about how many grams")
	for range 2 { // the same log twice is one
		a.do(http.MethodPut, path, log, http.StatusOK, &said)
	}
	require.Len(t, said.Changes, 2, "%+v", said.Changes)
	assert.Equal(t, []string{"note", "Too hard: start one step simpler."}, []string{said.Changes[1].What,
		said.Changes[1].Words}, "each child had one cutter: no figure changes")
	assert.Equal(t, []any{"portion", "stove-dough", 120.0, 70.0}, []any{said.Changes[0].What, said.Changes[0].About,
		said.Changes[0].Was, said.Changes[0].To})
	assert.Equal(t, []string{next.ID}, said.Changes[0].Carried, "as it was, and only there")
	var taught written.Plan
	take := "/api/lessons/" + said.Changes[0].ID
	a.do(http.MethodPost, take, bakery.Plan, http.StatusOK, &taught)
	assert.InDelta(t, 70, *taught.Places[0].Base.PortionG, 0)
	a.refused(http.MethodPost, take, taught, http.StatusUnprocessableEntity, "places", "change it yourself")
	assert.Equal(t, []string{child}, said.Mouthing, "it can be noted in the room")
	portion := func(id string) float64 {
		var s written.StoredSetup
		a.do(http.MethodGet, "/api/setups/"+id, nil, http.StatusOK, &s)
		return *s.Places[0].Base.PortionG
	}
	assert.Equal(t, []float64{70, 150}, []float64{portion(next.ID), portion(own.ID)})
	var page written.BatchPage
	a.do(http.MethodGet, "/api/batches/"+batch.ID, nil, http.StatusOK, &page)
	assert.Equal(t, []any{1, dayIn(0)}, []any{page.Uses, page.Until}, "it was used, once, and mouthed")

	var lessons []written.Lesson
	a.do(http.MethodGet, "/api/setups/"+next.ID+"/lessons", nil, http.StatusOK, &lessons)
	at := slices.IndexFunc(lessons, func(l written.Lesson) bool { return l.What == "portion" })
	require.GreaterOrEqual(t, at, 0)
	assert.True(t, lessons[at].Here && strings.Contains(lessons[at].Words, "70 g for each child in place of 120 g") &&
		lessons[at].From == "Bakery counter")
	a.do(http.MethodDelete, "/api/lessons/"+lessons[at].ID, nil, http.StatusNoContent, nil)
	assert.Equal(t, 120.0, portion(next.ID))

	// Said otherwise, what came of it is taken back, and what comes of it now is done.
	half, most := written.LogInput{Version: 1, Log: log.Log, Mouthed: []string{}}, 0.75
	half.Left = &most
	other := a.plan(next, func(s *written.Setup) { s.Name, s.PlayAt = "Bakery after that", wallIn(3, "14:00") })
	a.do(http.MethodPut, path, half, http.StatusOK, &said)
	assert.Equal(t, []float64{40, 40, 150}, []float64{portion(next.ID), portion(other.ID), portion(own.ID)})
	enough := written.LogInput{Version: 2, Log: log.Log, Mouthed: []string{child}}
	enough.Left = nil
	a.do(http.MethodPut, path, enough, http.StatusOK, &said)
	assert.Equal(t, []float64{120, 120}, []float64{portion(next.ID), portion(other.ID)})

	strays := a.today().Strays
	require.Len(t, strays, 1)
	assert.Equal(t, []any{"Bakery counter", 1}, []any{strays[0].Name, strays[0].Missing})
	a.do(http.MethodPost, "/api/setups/"+bakery.ID+"/found", nil, http.StatusNoContent, nil)
	assert.Empty(t, a.today().Strays)
	assert.False(t, slices.ContainsFunc(a.today().ToLog, func(l written.ToLog) bool { return l.SetupID == bakery.ID }))

	log.Minutes = 40
	a.refused(http.MethodPut, path, log, http.StatusConflict, "", "")
	log.Version = 3
	kept := revisions(t, url)
	a.do(http.MethodPut, path, log, http.StatusOK, &said)
	assert.Equal(t, kept, revisions(t, url), "a line of the log reloads no desk")
	assert.Equal(t, 3, said.Corrected)
	var records written.RecordPage
	days := "?from=" + dayIn(-23) + "&until=" + dayIn(6)
	a.do(http.MethodGet, "/api/records"+days, nil, http.StatusOK, &records)
	require.NotEmpty(t, records.Records)
	r := records.Records[slices.IndexFunc(records.Records, func(r written.Record) bool {
		return r.SetupID == bakery.ID
	})]
	assert.Equal(t, []any{true, 3, "TQ, BO", "with-a-hand", "wheat, gluten"}, []any{r.Logged, r.Corrected, r.Watched,
		r.Verdict, r.Contains})
	assert.NotEmpty(t, r.Conditions)
	var file contract.AmountsFile
	a.do(http.MethodGet, "/api/records/file"+days, nil, http.StatusOK, &file)
	assert.Contains(t, file.Csv, wallIn(0, "08:00")+",Lanterns,Bakery counter")
	for _, no := range []string{child, lanterns.Children[0].Initials + ",", "sold it as bread"} {
		assert.NotContains(t, file.Csv, no)
	}
	a.refused(http.MethodGet, "/api/records?from="+dayIn(6)+"&until="+dayIn(-23), nil, http.StatusUnprocessableEntity,
		"until", "")

	n, err := db.ForgetChildren(t.Context(), now.AddDate(1, 0, 0))
	require.NoError(t, err)
	assert.Equal(t, int64(1), n)
	a.do(http.MethodGet, path, nil, http.StatusOK, &said)
	assert.Empty(t, said.Mouthed)

	for field, change := range map[string]func(*written.LogInput){
		"again":      func(l *written.LogInput) { l.Again = "maybe" },
		"mess":       func(l *written.LogInput) { l.Mess = 4 },
		"minutes":    func(l *written.LogInput) { l.Minutes = 400 },
		"left":       func(l *written.LogInput) { n := 1.5; l.Left = &n },
		"short":      func(l *written.LogInput) { l.Short = true },
		"counted_in": func(l *written.LogInput) { n := 31; l.CountedIn = &n },
		"mouthed":    func(l *written.LogInput) { l.Mouthed = []string{newID()} },
		"added":      func(l *written.LogInput) { l.Added = []written.BatchLine{{ItemID: "nothing", Grams: 5}} },
	} {
		bad := log
		bad.Version = 4
		change(&bad)
		a.refused(http.MethodPut, path, bad, http.StatusUnprocessableEntity, field, "")
	}
}

// The same log twice from a line that was lost is one: nothing is carried out again, and the cupboard has
// less by what was used up, once.
func TestALogIsCarriedOutOnce(t *testing.T) {
	url := testdb.URL(t)
	a := demoLeadOn(t, serveWith(t, httpapi.Options{Store: testdb.OpenAt(t, url), Now: atNine}))
	bakery := a.setupCalled("Bakery counter")
	bakery.PlayAt = wallIn(0, "08:30")
	a.do(http.MethodPut, "/api/setups/"+bakery.ID, written.SetupInput{Version: bakery.Version, Setup: bakery.Setup},
		http.StatusOK, nil)
	flour := func() float64 {
		var c written.Cupboard
		a.do(http.MethodGet, "/api/cupboard", nil, http.StatusOK, &c)
		return c.Jars[slices.IndexFunc(c.Jars, func(j written.StoredJar) bool {
			return j.ItemID == "plain-flour"
		})].Amount
	}
	before := flour()
	short := written.LogInput{Log: written.Log{Short: true}, Mouthed: []string{}}
	for range 3 {
		a.do(http.MethodPut, "/api/setups/"+bakery.ID+"/log", short, http.StatusOK, nil)
	}
	used := before - flour()
	assert.InDelta(t, 520, used, 30)
	tables := testdb.Sums(t, url)
	a.do(http.MethodPut, "/api/setups/"+bakery.ID+"/log", short, http.StatusOK, nil)
	assert.Equal(t, tables, testdb.Sums(t, url))
}
