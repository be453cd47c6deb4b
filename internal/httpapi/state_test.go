package httpapi_test

import (
	"context"
	"fmt"
	"net/http"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/written"
	"emblo/internal/testdb"
)

// The database is put back to an earlier state while two processes run, again and again, to
// a revision that is lower and to one that was reached before: no answer is ever about
// children that are not there. Run with -race.
func TestRestoreWhileRunning(t *testing.T) {
	url := testdb.URL(t)
	server, second := serveOn(t, testdb.OpenAt(t, url)), serveOn(t, testdb.OpenAt(t, url))
	one, two := visit(t, server), visit(t, second)
	for _, a := range []*api{one, two} {
		a.do(http.MethodPost, "/api/session/demo", nil, http.StatusOK, nil)
	}
	room := one.room("Pebbles")
	plan := planned(room.ID, wallIn(2, "09:45"), nil, written.PlanItem{ID: uuid.NewString(), ItemID: "wooden-boats",
		Each: 1, Use: "open"})
	children := func(a *api) int {
		var answer written.Answer
		a.do(http.MethodPost, "/api/answer", plan, http.StatusOK, &answer)
		return answer.Group.Children
	}
	conn, err := pgx.Connect(t.Context(), url)
	require.NoError(t, err)
	defer conn.Close(context.Background())
	type state struct{ doc, token string }
	kept := func() (s state) {
		require.NoError(t, conn.QueryRow(t.Context(),
			"select r.doc::text, c.people_revision::text from rooms r join centres c on c.id = r.centre_id where r.id = $1",
			room.ID).Scan(&s.doc, &s.token))
		return s
	}
	// restore puts a state back as a restored backup does: the rows and the token of then.
	restore := func(s state) {
		tx, err := conn.Begin(t.Context())
		require.NoError(t, err)
		for _, sql := range []string{"alter table rooms disable trigger user",
			"alter table centres disable trigger user", "update rooms set doc = '" + strings.ReplaceAll(s.doc, "'",
				"''") + "' where id = '" + room.ID + "'",
			"update centres set people_revision = '" + s.token + "' where demo",
			"alter table rooms enable trigger user", "alter table centres enable trigger user"} {
			_, err := tx.Exec(t.Context(), sql)
			require.NoError(t, err)
		}
		require.NoError(t, tx.Commit(t.Context()))
	}

	full := kept()
	assert.Equal(t, 10, children(one))
	assert.Equal(t, 10, children(two))
	in := input(room)
	in.Children = in.Children[:4]
	one.do(http.MethodPut, "/api/rooms/"+room.ID, in, http.StatusOK, nil)
	four := kept()
	assert.NotEqual(t, full.token, four.token)
	assert.Equal(t, 4, children(one))
	assert.Equal(t, 4, children(two), "what one process saves the other answers from")

	restore(full)
	assert.Equal(t, 10, children(one), "a lower revision is another state")
	assert.Equal(t, 10, children(two))
	in = input(one.room("Pebbles"))
	in.Version, in.Children = 2, in.Children[:7] // the version column was not put back
	two.do(http.MethodPut, "/api/rooms/"+room.ID, in, http.StatusOK, nil)
	assert.NotContains(t, []string{full.token, four.token}, kept().token,
		"a revision that is reached again is not the one of then")
	assert.Equal(t, 7, children(one))
	restore(four)
	assert.Equal(t, 4, children(one), "and one that was reached before is that state")

	// Meanwhile everybody asks: each answer is about one of the states, and the last about
	// the last.
	var asking sync.WaitGroup
	for _, a := range []*api{one, two, one, two} {
		asking.Go(func() {
			for range 30 {
				assert.Contains(t, []int{4, 10}, children(a))
			}
		})
	}
	for i := range 20 {
		restore([]state{full, four}[i%2])
	}
	asking.Wait()
	restore(full)
	assert.Equal(t, 10, children(one))
	assert.Equal(t, 10, children(two))
}

// What is stored and does not read takes nothing else down: it is listed as that, and judged
// Measure first.
func TestWhatIsStoredAndDoesNotRead(t *testing.T) {
	url := testdb.URL(t)
	a := visit(t, serveOn(t, testdb.OpenAt(t, url)))
	a.do(http.MethodPost, "/api/session/demo", nil, http.StatusOK, nil)
	pebbles := a.room("Pebbles")
	thing, mix := uuid.NewString(), uuid.NewString()
	a.do(http.MethodPut, "/api/shelf/items/"+thing, buoys("Ours"), http.StatusOK, nil)
	a.do(http.MethodPut, "/api/recipes/"+mix, written.RecipeInput{Recipe: sparkle()}, http.StatusOK, nil)
	spoil := func(sql string, args ...any) { testdb.Exec(t, url, sql, args...) }

	spoil(`update items set doc = doc || '{"traitz": ["magnet"]}' where id = $1`, thing)
	var page written.ItemPage
	a.do(http.MethodGet, "/api/shelf/items/"+thing, nil, http.StatusOK, &page)
	assert.Contains(t, page.Basis, `does not read: There is no field "traitz"`)
	for _, r := range page.Rooms {
		assert.Equal(t, "measure-first", r.Verdict, r.Who)
	}
	var board []written.BoardItem
	a.do(http.MethodGet, "/api/shelf/board?room_id="+pebbles.ID, nil, http.StatusOK, &board)
	assert.Greater(t, len(board), 300)

	spoil(`update recipes set form = 99 where id = $1`, mix)
	var cards []written.RecipeCard
	a.do(http.MethodGet, "/api/recipes?room_id="+pebbles.ID, nil, http.StatusOK, &cards)
	assert.Equal(t, "Sparkle dough", cards[0].Name)
	assert.Equal(t, "measure-first", cards[0].Verdict)
	assert.Contains(t, cards[0].Reason, "does not read")
	a.refused(http.MethodGet, "/api/recipes/"+mix, nil, http.StatusUnprocessableEntity, "", "does not read")

	setups := a.setups()
	spoil(`update setups set doc = doc - 'beside' where id = $1`, setups[0].ID)
	list := a.setups()
	require.Len(t, list, len(setups))
	assert.Equal(t, "measure-first", list[0].Verdict)
	assert.False(t, list[0].Ready)
	assert.Contains(t, list[0].Reason, `does not read, so nothing can be checked: The field "beside" is missing`)
	a.refused(http.MethodGet, "/api/setups/"+setups[0].ID, nil, http.StatusUnprocessableEntity, "", "does not read")

	spoil(`update rooms set doc = jsonb_set(doc, '{children,0,alergies}', '[]') where id = $1`, pebbles.ID)
	spoiled := a.room("Pebbles")
	assert.Contains(t, spoiled.Unreadable, "alergies")
	assert.Empty(t, spoiled.Children)
	a.refused(http.MethodPost, "/api/answer", planned(pebbles.ID, wallIn(2, "09:45"), nil),
		http.StatusUnprocessableEntity, "room_id", "nothing can be checked")
	var check written.CheckAnswer
	a.do(http.MethodPost, "/api/check", written.CheckInput{ItemID: "wooden-boats", Use: "open"}, http.StatusOK, &check)
	for _, f := range check.For {
		if f.Who == "Pebbles" {
			assert.Equal(t, "measure-first", f.Verdict)
			assert.Contains(t, f.Findings[0].Reason, "does not read")
		} else {
			assert.Equal(t, "goes-in", f.Verdict, "%s is not taken down", f.Who)
		}
	}
	a.refused(http.MethodGet, "/api/rooms/"+pebbles.ID+"/file", nil, http.StatusUnprocessableEntity, "",
		"does not read")

	spoil(`update centres set doc = doc || '{"policyy": 1}' where demo`)
	for _, r := range []string{"Puddles", "Lanterns"} {
		assert.Contains(t, a.room(r).Unreadable, "settings of the centre do not read")
	}
	a.refused(http.MethodPost, "/api/check", written.CheckInput{Words: "peas 3 years", Use: "open"},
		http.StatusUnprocessableEntity, "", "settings of the centre do not read")
	for _, s := range a.setups() {
		assert.NotEqual(t, "goes-in", s.Verdict)
		assert.False(t, s.Ready, s.Name)
	}
}

// A database that is lost in the middle of a save: it is not known whether it was saved, and
// trying again is safe. A full disk says so. Neither is ever the person's bad request.
func TestErrorsAreTrue(t *testing.T) {
	url := testdb.URL(t)
	a := visit(t, serveOn(t, testdb.OpenAt(t, url)))
	a.do(http.MethodPost, "/api/session/demo", nil, http.StatusOK, nil)
	in := newRoom("Sandbank")
	id := uuid.NewString()

	holder, err := pgx.Connect(t.Context(), url)
	require.NoError(t, err)
	defer holder.Close(context.Background())
	_, err = holder.Exec(t.Context(), "begin; lock table rooms in access exclusive mode")
	require.NoError(t, err)
	lost := make(chan struct{})
	go func() {
		defer close(lost)
		a.refused(http.MethodPut, "/api/rooms/"+id, in, http.StatusServiceUnavailable, "",
			"Your save may not have worked. It is safe to try again")
	}()
	require.Eventually(t, func() bool {
		var n int
		require.NoError(t, holder.QueryRow(t.Context(), `select count(pg_terminate_backend(pid)) from pg_stat_activity
			where datname = current_database() and wait_event_type = 'Lock' and pid <> pg_backend_pid()`).Scan(&n))
		return n > 0
	}, 10*time.Second, 20*time.Millisecond)
	<-lost
	_, err = holder.Exec(t.Context(), "rollback")
	require.NoError(t, err)
	var saved, again written.StoredRoom
	a.do(http.MethodPut, "/api/rooms/"+id, in, http.StatusOK, &saved)
	a.do(http.MethodPut, "/api/rooms/"+id, in, http.StatusOK, &again)
	assert.Equal(t, saved, again)

	testdb.Exec(t, url, `create function full_disk() returns trigger language plpgsql as $$ begin raise exception 'could not extend file' using errcode = 'disk_full'; end $$`)
	testdb.Exec(t, url, `create trigger full_disk before insert or update on rooms for each row execute function full_disk()`)
	a.refused(http.MethodPut, "/api/rooms/"+uuid.NewString(), newRoom("Another"), http.StatusInsufficientStorage, "",
		"disk is full and nothing was saved")
	testdb.Exec(t, url, `drop trigger full_disk on rooms`)

	// A statement that takes too long is ended, and is not the person's fault either.
	testdb.Exec(t, url, `create function slow() returns trigger language plpgsql as $$ begin raise exception 'canceling statement due to statement timeout' using errcode = 'query_canceled'; end $$`)
	testdb.Exec(t, url, `create trigger slow before insert on rooms for each row execute function slow()`)
	a.refused(http.MethodPut, "/api/rooms/"+uuid.NewString(), newRoom("Another"), http.StatusServiceUnavailable, "",
		"Your save may not have worked. It is safe to try again")

	// What somebody else holds for too long is not waited for, and it is known that nothing was saved.
	testdb.Exec(t, url, `create or replace function slow() returns trigger language plpgsql as $$ begin raise exception 'canceling statement due to lock timeout' using errcode = 'lock_not_available'; end $$`)
	a.refused(http.MethodPut, "/api/rooms/"+uuid.NewString(), newRoom("Another"), http.StatusServiceUnavailable, "",
		"nothing of this was saved. Trying again is safe")
}

// Three years of set-ups: a page of the list costs what it costs with one page, in queries
// and (see BenchmarkSetups) in time; the pages together are the whole, once each, in order.
func TestListsArePaged(t *testing.T) {
	t.Parallel()
	url := testdb.URL(t)
	a := visit(t, serveOn(t, testdb.OpenAt(t, url)))
	a.do(http.MethodPost, "/api/session/demo", nil, http.StatusOK, nil)
	threeYears(t, url, 120)
	seen := map[string]bool{}
	var order []string
	pages, after := 0, ""
	for {
		var page written.SetupPage
		a.do(http.MethodGet, "/api/setups?limit=25&after="+after, nil, http.StatusOK, &page)
		pages++
		for _, s := range page.Setups {
			require.False(t, seen[s.ID], "each once")
			seen[s.ID] = true
			order = append(order, s.PlayAt)
			require.NotEmpty(t, s.Reason+s.Verdict)
		}
		if page.Next == "" {
			break
		}
		require.Len(t, page.Setups, 25)
		after = page.Next
	}
	assert.Len(t, seen, 128)
	assert.Equal(t, 6, pages)
	today, turned := wallIn(0, "00:00"), 0
	for i := 1; i < len(order); i++ {
		switch before, now := order[i-1], order[i]; {
		case before >= today && now < today:
			turned++
		case now >= today:
			require.LessOrEqual(t, before, now, "what comes, next first")
		default:
			require.GreaterOrEqual(t, before, now, "what was, latest first")
		}
	}
	assert.Equal(t, 1, turned)
	a.refused(http.MethodGet, "/api/setups?after=x", nil, http.StatusUnprocessableEntity, "after",
		"begin with the first")
	a.refused(http.MethodGet, "/api/setups?limit=1000", nil, http.StatusUnprocessableEntity, "limit", "1 to 100")

	// What was reckoned is kept, and only while all that it rests on is as it was.
	kept := func() (n int) {
		conn, err := pgx.Connect(t.Context(), url)
		require.NoError(t, err)
		defer conn.Close(context.Background())
		require.NoError(t, conn.QueryRow(t.Context(), "select count(*) from digests").Scan(&n))
		return n
	}
	assert.Equal(t, 128, kept())
	testdb.Exec(t, url, `update digests set digest = jsonb_set(digest, '{digest,reason}', '"as it was kept"')`)
	assert.Equal(t, "as it was kept", a.setups()[0].Reason)
	room := a.room("Pebbles")
	in := input(room)
	in.Adults = 0
	a.do(http.MethodPut, "/api/rooms/"+room.ID, in, http.StatusOK, nil)
	for _, s := range a.setups() {
		assert.NotEqual(t, "as it was kept", s.Reason, "a changed room is reckoned anew")
	}
}

// What a request asks of the database does not grow with what is stored: a live answer asks
// one question, whose session it is and what changed; a list a few, with one page of records
// or with three years of them.
func TestQueriesPerRequest(t *testing.T) {
	t.Parallel()
	url := testdb.URL(t)
	proxy := testdb.Through(t, url)
	a := visit(t, serveOn(t, testdb.OpenAt(t, proxy.URL)))
	a.do(http.MethodPost, "/api/session/demo", nil, http.StatusOK, nil)
	plan := a.setups()[0].ID
	var setup written.StoredSetup
	a.do(http.MethodGet, "/api/setups/"+plan, nil, http.StatusOK, &setup)
	order := written.RecipeOrder{RoomID: setup.RoomID, RecipeID: "stove-dough", By: "children"}
	requests := []struct {
		method, path string
		body         any
		most         int64
	}{
		{http.MethodPost, "/api/answer", setup.Plan, 1},
		{http.MethodPost, "/api/recipes/make", order, 1},
		{http.MethodGet, "/api/rooms", nil, 2},
		{http.MethodGet, "/api/shelf", nil, 2},
		{http.MethodGet, "/api/recipes?room_id=" + setup.RoomID, nil, 2},
		{http.MethodGet, "/api/setups/" + plan, nil, 2},
		{http.MethodGet, "/api/setups?limit=25", nil, 4}, // when prep begins hangs on all that are to come
		{http.MethodGet, "/api/today", nil, 6},
		{http.MethodGet, "/api/prep?day=" + dayIn(2), nil, 3},
		{http.MethodGet, "/api/setups/" + plan + "/prep", nil, 4},
		{http.MethodGet, "/api/cupboard", nil, 2},
		{http.MethodGet, "/api/batches", nil, 2}, // what coming set-ups take of them
		{http.MethodGet, "/api/batches?all=true", nil, 2},
		{http.MethodGet, "/api/records?from=" + dayIn(-54) + "&until=" + dayIn(0), nil, 3},
		{http.MethodGet, "/api/shopping", nil, 3},
		{http.MethodGet, "/api/makes?play_at=" + wallIn(0, "10:00") + "&room_id=" + setup.RoomID, nil, 1},
	}
	asked := func() (counts []int64) {
		for _, r := range requests {
			a.do(r.method, r.path, r.body, http.StatusOK, nil) // the first time fills what is kept
			before := proxy.Queries()
			a.do(r.method, r.path, r.body, http.StatusOK, nil)
			n := proxy.Queries() - before
			assert.LessOrEqual(t, n, r.most, r.path)
			assert.Positive(t, n, r.path)
			counts = append(counts, n)
		}
		return counts
	}
	few := asked()
	threeYears(t, url, 1095)
	assert.Equal(t, few, asked(), "as many with three years of records")
}

// threeYears adds so many set-ups to the demo centre, one a day back from yesterday.
func threeYears(t testing.TB, url string, days int) {
	testdb.Exec(t, url, fmt.Sprintf(`insert into setups (centre_id, id, doc, form, version, updated_at)
		select s.centre_id, gen_random_uuid(), s.doc || jsonb_build_object('play_at', to_char(timestamp '`+dayIn(-1)+` 09:30' - n * interval '1 day', 'YYYY-MM-DD"T"HH24:MI')), s.form, 1, timestamp '`+dayIn(-1)+`'
		from (select * from setups where doc->>'name' = 'Harbour scoop tub') s, generate_series(1, %d) n`, days))
	// Of every jar something is used each day, and it is counted once a week.
	testdb.Exec(t, url, fmt.Sprintf(`insert into moves (centre_id, id, jar_id, at, kind, amount)
		select j.centre_id, gen_random_uuid(), j.id, timestamp '`+dayIn(-1)+` 17:00' - n * interval '1 day', case when n %% 7 = 0 then 'counted' else 'used' end, case when n %% 7 = 0 then 2000 else 5 end
		from jars j, generate_series(2, %d) n`, days))
	// Somebody said how each of the set-ups went but for those of the last week, and ninety batches were made
	// a day, a page of them at the least.
	offered := `jsonb_build_object('name', doc->>'name', 'room', 'Pebbles', 'room_id', doc->>'room_id', 'play_at', play_at, 'what', 'Split peas', 'contains', '', 'conditions', '[]'::jsonb, 'children', 10, 'adults', 2)`
	testdb.Exec(t, url, `insert into records (centre_id, setup_id, play_at, doc, form, given, at)
		select centre_id, id, play_at, `+offered+`, form, 0, timestamp '`+dayIn(-1)+`' from setups where play_at < '`+dayIn(0)+`'`)
	testdb.Exec(t, url, `insert into logs (centre_id, setup_id, doc, form, version, offered, play_at, at)
		select centre_id, id, '{"minutes": 30}', form, 1, `+offered+`, play_at, timestamp '`+dayIn(-1)+`'
		from setups where play_at < '`+dayIn(-8)+`'`)
	testdb.Exec(t, url, fmt.Sprintf(`insert into batches (centre_id, id, doc, form, version, updated_at, ended_at, made_at)
		select b.centre_id, gen_random_uuid(), jsonb_set(b.doc, '{name}', to_jsonb('Dough ' || n)), b.form, 1, timestamp '`+dayIn(-1)+`', timestamp '`+dayIn(-1)+`' - n * interval '16 minutes', timestamp '`+dayIn(-2)+`' - n * interval '16 minutes'
		from (select * from batches where doc->>'recipe_id' = 'cold-dough') b, generate_series(1, greatest(60, %d)) n`, 90*days))
	testdb.Exec(t, url, "analyze")
}
