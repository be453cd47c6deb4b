package httpapi_test

import (
	"context"
	"encoding/json"
	"net/http"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/written"
	"emblo/internal/httpapi"
	"emblo/internal/store"
	"emblo/internal/testdb"
)

// What was offered stands as of the start of play, told of or not: a child who comes, a room, a recipe and a set-up
// that are called or made otherwise afterwards, and the set-up's end, change nothing of it; what was done later stands
// below it, with who did it. Reading writes nothing: the program puts it down by itself, and every command before it
// changes anything.
func TestRecordsStand(t *testing.T) {
	shows := atNine()
	var putDown func(context.Context) error
	tells := func() time.Time { shows = shows.Add(time.Millisecond); return shows }
	db, err := store.Open(t.Context(), testdb.URL(t), tells)
	require.NoError(t, err)
	defer db.Close()
	server := serveWith(t, httpapi.Options{Store: db, Now: tells,
		Minutely: func(_ string, do func(context.Context) error) { putDown = do }})
	a := demoLeadOn(t, server)
	mix := written.Recipe{Name: "Our mix", Kind: "sand", Measures: "metric", Lines: "1000 g flour\n120 g plant oil",
		Steps: "Rub it in, 8 min"}
	recipe := uuid.NewString()
	a.do(http.MethodPut, "/api/recipes/"+recipe, written.RecipeInput{Recipe: mix}, http.StatusOK, nil)
	lanterns := a.room("Lanterns")
	today := a.plan(a.setupCalled("Bakery counter"), func(s *written.Setup) {
		s.Name, s.RoomID, s.PlayAt, s.Places[0].Base.RecipeID = "At half past", lanterns.ID, wallIn(0, "09:30"), recipe
		s.Beside = []written.PlanItem{{ID: uuid.NewString(), ItemID: "cutters", Each: 1, Use: "open"}}
	})
	later := a.plan(today, func(s *written.Setup) { s.Name, s.PlayAt = "An hour later", wallIn(0, "10:30") })
	records := func() map[string]written.Record {
		all := map[string]written.Record{}
		var page written.RecordPage
		a.do(http.MethodGet, "/api/records?from="+dayIn(0)+"&until="+dayIn(0), nil, http.StatusOK, &page)
		for _, r := range page.Records {
			if r.SetupID == today.ID || r.SetupID == later.ID {
				all[r.Name] = r
			}
		}
		return all
	}
	assert.Empty(t, records(), "neither has opened")

	shows = shows.Add(45 * time.Minute) // the program puts down what opened at half past
	require.NoError(t, putDown(t.Context()))
	shows = shows.Add(time.Hour) // what opened at half past ten, a command does
	text := func(r written.Record) string {
		r.Later = nil
		b, err := json.Marshal(r)
		require.NoError(t, err)
		return string(b)
	}
	before := records()
	require.Len(t, before, 2)
	first := before["At half past"]
	assert.Equal(t, len(lanterns.Children), first.Children)
	assert.Contains(t, first.What, "Our mix")
	assert.Contains(t, first.Contains, "wheat")

	room := input(lanterns)
	child := room.Children[0]
	child.ID, child.Initials = uuid.NewString(), "ZZ"
	room.Name, room.Children = "Lanterns by another name", append(room.Children, child)
	a.do(http.MethodPut, "/api/rooms/"+lanterns.ID, room, http.StatusOK, nil)
	mix.Name, mix.Lines = "Another mix", "1000 g rice flour\n120 g plant oil"
	a.do(http.MethodPut, "/api/recipes/"+recipe, written.RecipeInput{Version: 1, Recipe: mix}, http.StatusOK, nil)
	changed := today.Setup
	changed.Name = "Called otherwise"
	a.do(http.MethodPut, "/api/setups/"+today.ID, written.SetupInput{Version: today.Version, Setup: changed},
		http.StatusOK, nil)
	counted := 1
	a.do(http.MethodPut, "/api/setups/"+today.ID+"/log", written.LogInput{Log: written.Log{Watched: "TQ",
		CountedIn: &counted}, Mouthed: []string{}}, http.StatusOK, nil)
	a.do(http.MethodDelete, "/api/setups/"+later.ID, nil, http.StatusNoContent, nil)

	after := records()
	require.Len(t, after, 2, "what was deleted later was offered all the same")
	first.Logged, first.Watched = true, "TQ"
	assert.Equal(t, text(first), text(after["At half past"]))
	assert.Equal(t, text(before["An hour later"]), text(after["An hour later"]))
	lines := func(r written.Record) (all []string) {
		for _, l := range r.Later {
			all = append(all, l.What+" by "+l.By)
		}
		return all
	}
	assert.Equal(t, []string{"changed by Tansy Quill", "logged by Tansy Quill"}, lines(after["At half past"]))
	assert.Equal(t, []string{"deleted by Tansy Quill"}, lines(after["An hour later"]))
	assert.Equal(t, []any{"TQ", 1}, []any{after["At half past"].Later[1].Watched,
		*after["At half past"].Later[1].CountedIn})
	assert.Equal(t, wallIn(0, "10:45"), after["At half past"].Later[1].At, "by the clock on the wall")
}
