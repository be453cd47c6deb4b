package httpapi_test

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"log/slog"
	"net/http"
	"os"
	"regexp"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/written"
	"emblo/internal/contract"
	"emblo/internal/httpapi"
	"emblo/internal/httpapi/edge"
	"emblo/internal/testdb"
)

// asked is what is asked of an operation: the ids in its path, and its body.
type asked struct {
	ids  []string
	body any
}

// everyCommand prepares a centre, and returns something to ask of every operation that stores.
func everyCommand(a *api) map[string]asked {
	lanterns, bakery := a.room("Lanterns"), a.setupCalled("Bakery counter")
	rowed := func(name string) (string, written.ItemInput) {
		id, row := newID(), written.Thing{Name: name, Parts: "ingredient", Contains: "none", Traits: "food;powder",
			Keeps: "8 days, dry"}
		a.do(http.MethodPut, "/api/shelf/items/"+id, written.ItemInput{Row: row}, http.StatusOK, nil)
		row.Keeps = "3 days, dry"
		return id, written.ItemInput{Version: 1, Row: row}
	}
	mixed := func(name string) (string, written.RecipeInput) {
		id, mix := newID(), written.Recipe{Name: name, Kind: "dough", Measures: "metric",
			Lines: "250 g ready-to-eat flour\n160 g fine salt", Steps: "Stir", Keeps: "10 days, airtight"}
		a.do(http.MethodPut, "/api/recipes/"+id, written.RecipeInput{Recipe: mix}, http.StatusOK, nil)
		mix.Steps = "Stir well"
		return id, written.RecipeInput{Version: 1, Recipe: mix}
	}
	stored := func(path string, body any) string {
		id := newID()
		a.do(http.MethodPut, path+id, body, http.StatusOK, nil)
		return id
	}
	gone := func(path, id string) asked {
		a.do(http.MethodDelete, path+id, nil, http.StatusNoContent, nil)
		return asked{ids: []string{id}}
	}
	note := written.AdditionInput{ItemID: "water", Share: 0.02, Symptom: "crumbly"}
	thing, thingAgain := rowed("Harbour meal")
	oldThing, _ := rowed("Harbour bran")
	mix, mixAgain := mixed("Quay dough")
	oldMix, _ := mixed("Old quay dough")
	addition := uuid.NewString()
	a.do(http.MethodPut, "/api/recipes/"+mix+"/additions/"+addition, note, http.StatusNoContent, nil)
	jar := written.JarInput{ItemID: thing, Free: []string{}, Packs: []written.TypedPack{}}
	full, old := stored("/api/jars/", jar), stored("/api/jars/", written.JarInput{ItemID: "millet",
		Free: []string{"gluten"}, Packs: []written.TypedPack{}})
	a.do(http.MethodPut, "/api/moves/"+newID(), written.MoveInput{JarID: full, Kind: "counted", Amount: "500 g"},
		http.StatusOK, nil)
	jar.Version, jar.Place = 1, "pantry"
	room := newRoom("Sandbank")
	sheet := uuid.NewString()
	a.do(http.MethodPut, "/api/prints/"+sheet, written.PrintInput{SetupID: bakery.ID, Version: bakery.Version},
		http.StatusNoContent, nil)

	// How a set-up went, with what was learned of it, said otherwise; a lesson of another one.
	playedNow := func(name, next string) (path string, log written.LogInput, follows written.StoredSetup) {
		now := a.plan(bakery, func(s *written.Setup) {
			s.Name, s.Beside = name, []written.PlanItem{{ID: newID(), ItemID: "cutters", Each: 1, Use: "open"}}
		})
		follows = a.plan(bakery, func(s *written.Setup) { s.Name, s.PlayAt = next, wallIn(3, "10:00") })
		now.PlayAt = wallIn(0, "08:00")
		a.do(http.MethodPut, "/api/setups/"+now.ID, written.SetupInput{Version: now.Version, Setup: now.Setup},
			http.StatusOK, nil)
		var said written.StoredLog
		a.do(http.MethodGet, "/api/setups/"+now.ID+"/log", nil, http.StatusOK, &said)
		log = written.LogInput{Log: written.Log{Again: "yes", Mess: 2, Minutes: 35, Left: ptr(0.5), Watched: "TQ",
			CountedIn: ptr(said.Given - 1)}, Mouthed: []string{}}
		a.do(http.MethodPut, "/api/setups/"+now.ID+"/log", log, http.StatusOK, nil)
		log.Version = 1
		return now.ID, log, follows
	}
	played, log, follows := playedNow("Bakery today", "Bakery next")
	a.plan(bakery, func(s *written.Setup) { s.Name, s.PlayAt = "Bakery after that", wallIn(3, "14:00") })
	log.Mouthed, log.Left = []string{lanterns.Children[0].ID}, ptr(0.75)
	var lessons []written.Lesson
	a.do(http.MethodGet, "/api/setups/"+follows.ID+"/lessons", nil, http.StatusOK, &lessons)
	require.NotEmpty(a, lessons)

	// A plan and a batch that are not what they were, and something in the basket.
	milk := a.crumbs("Lanterns", "yoghurt")
	dough := doughFor(lanterns.ID)
	moved := stored("/api/batches/", written.BatchInput{Name: "Quay dough, blue", RecipeID: mix, MadeG: 410,
		MadeOn: dayIn(0), RoomID: lanterns.ID, Store: "airtight",
		Lines: []written.BatchLine{{ItemID: "ready-flour", Grams: 250}, {ItemID: "fine-salt", Grams: 160}}})
	a.happens(written.BatchEventInput{BatchID: moved, Kind: "added", ItemID: thing, Grams: 4})
	used := newID()
	a.do(http.MethodPut, "/api/batch-events/"+used, written.BatchEventInput{BatchID: moved, Kind: "used",
		RoomID: lanterns.ID}, http.StatusOK, nil)
	a.today() // somebody sees until when it keeps
	a.do(http.MethodPut, "/api/shelf/items/"+thing, thingAgain, http.StatusOK, nil)
	thingAgain.Version, thingAgain.Row.Keeps = 2, "4 days, dry"
	allergic := input(lanterns)
	allergic.Children = slices.Clone(lanterns.Children)
	allergic.Children[1].Allergies = append(allergic.Children[1].Allergies, written.Allergy{To: "milk", By: "eating"})
	a.do(http.MethodPut, "/api/rooms/"+lanterns.ID, allergic, http.StatusOK, nil)
	day := a.today()
	change := day.Changed[slices.IndexFunc(day.Changed, func(c written.Change) bool {
		return strings.HasPrefix(c.Name, "yoghurt")
	})]
	require.NotEmpty(a, day.Moved)
	room2 := input(a.room("Lanterns"))
	room2.Children[1].Allergies = append(room2.Children[1].Allergies, written.Allergy{To: "peanuts", By: "eating"})
	tartar, _ := lineOf(a, "cream-of-tartar")
	tick := uuid.NewString()
	basket := written.TickInput{ItemID: "cream-of-tartar", Free: []string{}, State: "basket",
		Packs: tartar.Cheapest.Packs}
	a.do(http.MethodPut, "/api/shopping/ticks/"+tick, basket, http.StatusNoContent, nil)
	basket.State, basket.Packs = "open", []written.BuyPack{}
	var centre written.CentreInput
	a.do(http.MethodGet, "/api/centre", nil, http.StatusOK, &centre)
	centre.Policy.NutFree = !centre.Policy.NutFree
	a.do(http.MethodPut, "/api/prep/feed", nil, http.StatusOK, nil)
	var mine contract.Session
	a.do(http.MethodGet, "/api/session", nil, http.StatusOK, &mine)
	later := a.setupCalled("Bakery counter").Setup
	later.Name, later.PlayAt = "Bakery once more", wallIn(4, "09:30")
	twice := written.SetupChanges{}
	for _, name := range []string{"Bakery counter", "Marks in rice"} {
		s := a.setupCalled(name)
		was := written.SetupInput{Version: s.Version, Setup: s.Setup}
		was.Name += " again"
		twice.Changes = append(twice.Changes, written.SetupChange{SetupID: s.ID, Save: was})
	}
	_, byName := a.prepared(dayIn(2))
	step := byName["Bakery counter"][slices.IndexFunc(byName["Bakery counter"], func(s written.PrepSlot) bool {
		return s.Asks == ""
	})].ID
	csv := func(text string) asked { return asked{body: written.ImportInput{CSV: text}} }
	of := func(body any, ids ...string) asked { return asked{ids, body} }
	return map[string]asked{
		"putRoom": of(room2, lanterns.ID), "deleteRoom": of(nil, stored("/api/rooms/", room)),
		"restoreRoom": gone("/api/rooms/", stored("/api/rooms/", newRoom("Mudbank"))),
		"putDay": of(written.DayInput{DayBody: written.DayBody{Adults: 2, Visitors: []written.Child{}}}, lanterns.ID,
			dayIn(2)),
		"putSetup": of(written.SetupInput{Setup: later}, newID()), "deleteSetup": of(nil,
			a.setupCalled("Harbour scoop tub").ID), "restoreSetup": gone("/api/setups/",
			a.setupCalled("Night-sky foam").ID),
		"changeSetups": of(twice),
		"seeSetup":     of(written.SeenInput{Token: change.Token}, milk), "putLog": of(log, played), "deleteLesson": of(nil,
			lessons[0].ID), "foundStray": of(nil, played),
		"putItem": of(thingAgain, thing), "deleteItem": of(nil, thing), "restoreItem": gone("/api/shelf/items/",
			oldThing), "importItems": csv("name,solid,size_mm\nOar pieces,cylinder,30x60\n"),
		"putRecipe": of(mixAgain, mix), "deleteRecipe": of(nil, mix), "restoreRecipe": gone("/api/recipes/", oldMix),
		"putAddition": of(note, mix, uuid.NewString()), "deleteAddition": of(nil, mix, addition),
		"putCupboard": of(written.CupboardNote{Here: true}, "millet"),
		"putAmount": of(written.CupboardAmount{Grams: ptr(750.0), PackG: ptr(500.0), PriceCoins: ptr(199)},
			"millet"),
		"importCupboard": csv("name,amount,unit\nChickpeas,300,g\n"), "putJar": of(jar, full), "deleteJar": of(nil,
			full), "restoreJar": gone("/api/jars/", old),
		"putMove": of(written.MoveInput{JarID: full, Kind: "used", Amount: "50 g"}, newID()), "putTick": of(basket,
			tick), "importShopping": csv("name,got,pack\nFine salt,yes,500\n"),
		"receiveTicks": of(written.ReceiveInput{Ticks: []written.ReceiveTick{{TickID: tick, MoveID: newID(),
			JarID: newID()}}}),
		"putBatch": of(dough, newID()), "putBatchEvent": of(written.BatchEventInput{BatchID: moved, Kind: "added",
			ItemID: "water", Grams: 20}, newID()), "deleteBatchEvent": of(nil, used),
		"seeBatch": of(written.MovedInput{Until: day.Moved[0].Until}, moved),
		"putPrint": of(written.PrintInput{SetupID: milk, Version: 1}, newID()), "deletePrint": of(nil, sheet),
		"tickPrep": of(written.PrepTickInput{StepID: step, Done: true}), "putPrepFeed": of(nil),
		"deletePrepFeed": of(nil), "endPrepFeed": of(nil, mine.Id), "putCentre": of(centre),
	}
}

// fault is something that goes wrong at a statement of a command: what happens, and who is asked again.
type fault struct {
	name string
	anew bool // by a program that remembers nothing
	at   func(t *testing.T, url string, proxy *testdb.Proxy, statement int64) (over func())
}

var faults = []fault{
	{"the line is cut before it", false, func(_ *testing.T, _ string, p *testdb.Proxy, n int64) func() {
		p.CutAt(n, false)
		return func() {}
	}},
	{"its answer is lost, and the program ends", true, func(_ *testing.T, _ string, p *testdb.Proxy, n int64) func() {
		p.CutAt(n, true)
		return func() {}
	}},
	{"somebody else holds what it needs, and it is not waited for", false, func(t *testing.T, url string,
		p *testdb.Proxy, n int64) func() {
		holder, err := pgx.Connect(t.Context(), url)
		require.NoError(t, err)
		ctx, over := context.WithCancel(t.Context())
		ended := make(chan struct{})
		p.Before(n, func() {
			_, err = holder.Exec(ctx, holdAll)
			go func() {
				defer close(ended)
				for err == nil && ctx.Err() == nil {
					_, err = holder.Exec(t.Context(), endWaiting)
					time.Sleep(5 * time.Millisecond)
				}
			}()
		})
		return func() { over(); <-ended; assert.NoError(t, err); assert.NoError(t, holder.Close(t.Context())) }
	}},
}

// holdAll takes every table that the command has not touched yet.
const holdAll = `begin; do $$ declare t text; begin
	for t in select tablename from pg_tables where schemaname = 'public' loop
		begin execute format('lock table %I in access exclusive mode nowait', t); exception when lock_not_available then null; end;
	end loop; end $$`

// endWaiting ends what waits for a table. It is what a statement's own patience does, which a server whose clock was
// moved does not have.
const endWaiting = `select pg_cancel_backend(l.pid) from pg_locks l join pg_database d on d.oid = l.database where d.datname = current_database() and not l.granted`

// At each of its statements every command meets every fault, is answered by what may be tried again and by nothing
// else, and is sent again as it was: what is answered and what is stored then are those of one clean run.
// EMBLO_CUTS=all takes every statement, else each fault one.
func TestACommandThatFailsAnywhereIsDoneOnce(t *testing.T) {
	world := &world{url: testdb.URL(t)}
	db := testdb.OpenAt(t, world.url)
	a := demoLeadOn(t, serveWith(t, httpapi.Options{Store: db, Now: atNine}))
	world.cookies = a.client.Jar
	commands := everyCommand(a)
	require.NoError(t, db.Close())
	world.before = testdb.Rows(t, world.url)
	for _, op := range contract.Operations {
		if !op.Stores {
			continue
		}
		ask, known := commands[op.ID]
		require.True(t, known, "%s: say what is asked of it", op.ID)
		t.Run(op.ID, func(t *testing.T) {
			t.Parallel()
			var clean []string
			var statements int64
			t.Run("clean", func(t *testing.T) { clean, statements = world.after(t, op, ask, nil, 0) })
			require.Positive(t, statements)
			for n := range statements {
				for i, f := range faults {
					if os.Getenv("EMBLO_CUTS") != "all" && n+1 != []int64{statements / 2, statements,
						statements * 3 / 4}[i] {
						continue
					}
					t.Run(fmt.Sprintf("%d of %d, %s", n+1, statements, f.name), func(t *testing.T) {
						got, _ := world.after(t, op, ask, &f, n+1)
						assert.Equal(t, clean, got)
					})
				}
			}
		})
	}
}

// world is a centre as it was prepared, and somebody who is signed in to it.
type world struct {
	url     string
	cookies http.CookieJar
	before  []string
}

// after returns what is answered and stored after a command that met a fault at a statement, and how many it has.
func (w *world) after(t *testing.T, op contract.Operation, ask asked, f *fault, at int64) (state []string,
	statements int64) {
	url := testdb.Copy(t, w.url)
	proxy := testdb.Through(t, url)
	program := func() *api {
		a := visit(t, serveWith(t, httpapi.Options{Store: testdb.OpenAt(t, proxy.URL), Now: atNine,
			Log: slog.New(slog.NewTextHandler(t.Output(), nil))}))
		a.client.Jar = w.cookies
		return a
	}
	a := program()
	path := op.Path
	for _, id := range ask.ids {
		at := strings.Index(path, ":")
		end := strings.IndexByte(path[at:]+"/", '/')
		path = path[:at] + id + path[at+end:]
	}
	text := []byte{}
	if ask.body != nil {
		var err error
		text, err = json.Marshal(ask.body)
		require.NoError(t, err)
	}
	id := uuid.NewString()
	send := func() (int, string) {
		req, err := http.NewRequestWithContext(t.Context(), op.Method, a.server.URL+path, bytes.NewReader(text))
		require.NoError(t, err)
		if ask.body != nil {
			req.Header.Set("Content-Type", "application/json")
		}
		req.Header.Set(edge.LetterHeader, id)
		resp, err := a.client.Do(req)
		require.NoError(t, err)
		defer resp.Body.Close()
		body, err := io.ReadAll(resp.Body)
		require.NoError(t, err)
		return resp.StatusCode, string(body)
	}
	over := func() {}
	if f != nil {
		over = f.at(t, url, proxy, at)
	}
	from := proxy.Queries()
	status, answer := send()
	statements = proxy.Queries() - from
	over()
	if f != nil {
		require.True(t, proxy.Cut(), "nothing went wrong")
		require.True(t, status < 300 || status == http.StatusServiceUnavailable, "%s at statement %d: %d %s", f.name,
			at, status, answer)
		if f.anew {
			a = program()
		}
		status, answer = send()
	}
	require.Less(t, status, 300, answer)
	var said any
	if answer != "" {
		require.NoError(t, json.Unmarshal([]byte(answer), &said))
	}
	return told(w.before, append(testdb.Rows(t, url), asText(t, said)), string(text)+path), statements
}

var (
	idRE    = regexp.MustCompile(`[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}`)
	stampRE = regexp.MustCompile(`"\d{4}-\d\d-\d\d[T ]\d\d:\d\d:\d\d[^"]*"`)
	// a sequence counts what was taken back, too; the link of a calendar is another each time
	countRE = regexp.MustCompile(`"arrived": \d+|/api/feeds/[\w-]+|"token_hash": "[^"]+"`)
	// revisions and letters are new at every run, and a digest that is not kept is reckoned again.
	asideRE = regexp.MustCompile(`^(revisions|commands|digests) `)
)

// told returns the rows, and what was answered, that are new or otherwise, without what is made anew at every run:
// stamps, and ids that were not there before and that the request does not say.
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
		out = append(out, idRE.ReplaceAllStringFunc(countRE.ReplaceAllString(stampRE.ReplaceAllString(row, `"then"`),
			"new"), func(id string) string {
			if known[id] || strings.Contains(request, id) {
				return id
			}
			return "new"
		}))
	}
	slices.Sort(out)
	return out
}
