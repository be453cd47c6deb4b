package httpapi_test

import (
	"database/sql"
	"net/http"
	"os"
	"strings"
	"testing"
	"time"

	_ "github.com/jackc/pgx/v5/stdlib"
	"github.com/pressly/goose/v3"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/written"
	"emblo/internal/httpapi"
	"emblo/internal/testdb"
)

// A database in which judgements, prints and ticks were kept by their words opens with no plan, sheet or tick shown as
// changed, and what is really otherwise is said still.
func TestWhatWasKeptInWordsHolds(t *testing.T) {
	at := time.Date(2026, 11, 26, 6, 30, 0, 0, time.UTC)
	url := testdb.Empty(t)
	db, err := sql.Open("pgx", url)
	require.NoError(t, err)
	defer db.Close()
	provider, err := goose.NewProvider(goose.DialectPostgres, db, os.DirFS("../store/migrations"))
	require.NoError(t, err)
	_, err = provider.UpTo(t.Context(), 15)
	require.NoError(t, err)
	old, err := os.ReadFile("testdata/words.sql")
	require.NoError(t, err)
	_, err = db.ExecContext(t.Context(), string(old))
	require.NoError(t, err)
	var ticked int
	require.NoError(t, db.QueryRow("select count(*) from prep_ticks").Scan(&ticked))
	_, err = db.ExecContext(t.Context(),
		`update setups set seen = replace(seen::text, 'An adult within arm''s reach of the water, facing it', 'An adult within reach')::jsonb`)
	require.NoError(t, err)

	s := testdb.OpenAt(t, url)
	_, err = s.Migrate(t.Context())
	require.NoError(t, err)
	a := demoLeadOn(t, serveWith(t, httpapi.Options{Store: s, Now: func() time.Time { return at }}))
	for range 2 { // once in words, then as it was brought over
		var today written.Today
		a.do(http.MethodGet, "/api/today", nil, http.StatusOK, &today)
		require.Len(t, today.Prints, 2,
			"no sheet is said to be old but the one that asks to count peas, and the one that asks for salt beside plain ice")
		assert.Equal(t, []string{"Harbour scoop tub", "Frozen harbour blocks"}, []string{today.Prints[0].Name,
			today.Prints[1].Name})
		changed := []string{}
		for _, c := range today.Changed {
			changed = append(changed, c.Name+": "+strings.Join(c.Why, " "))
		}
		const water = "Water: 40 mm of open water. A child can drown silently in a few centimetres."
		// sieved, not counted
		const peas = "Harbour scoop tub: Split peas: Small enough to get lost on the floor, where a younger child finds it."
		assert.Equal(t, []string{peas, "Harbour water tub: " + water, "Frozen harbour blocks: " + water +
			" Ice of water: fewer concerns than before."}, changed,
			"what was asked for otherwise, and nothing else")
	}
	var worded int
	require.NoError(t, db.QueryRow(`select count(*) from seen where seen::text like '%"rules"%'`).Scan(&worded))
	assert.Equal(t, 3, worded, "those that nobody has taken note of since")
	require.NoError(t, db.QueryRow(`select count(*) from prep_ticks where step ~ '/\d+-[0-9a-f]{8}$'`).Scan(&worded))
	assert.Zero(t, worded, "of %d steps that were ticked", ticked)
	done, measured := 0, 0
	var ids string
	require.NoError(t, db.QueryRow("select string_agg(distinct setup_id::text, ' ') from prep_ticks").Scan(&ids))
	for _, id := range strings.Fields(ids) {
		var prep written.PrepSetup
		a.do(http.MethodGet, "/api/setups/"+id+"/prep", nil, http.StatusOK, &prep)
		for _, s := range prep.Slots {
			if s.Done {
				done++
			}
			if s.Measured != nil {
				measured++
			}
		}
	}
	assert.Equal(t, []int{ticked, 4}, []int{done, measured}, "what was ticked and measured is so still")

	// A step that has to be measured by now is not done by a tick of before that was not.
	var bakery, cook, knead string
	require.NoError(t, db.QueryRow(`select setup_id, step from prep_ticks where step like '%/made-0/cook'`).Scan(
		&bakery, &cook))
	knead = strings.Replace(cook, "/cook", "/knead", 1)
	_, err = db.Exec(`update prep_ticks set value = null where step = $1`, cook)
	require.NoError(t, err)
	_, err = db.Exec(`delete from prep_ticks where step = $1`, knead)
	require.NoError(t, err)
	isDone := func() (is bool) {
		var prep written.PrepSetup
		a.do(http.MethodGet, "/api/setups/"+bakery+"/prep", nil, http.StatusOK, &prep)
		for _, s := range prep.Slots {
			is = is || s.ID == cook && s.Done
		}
		return is
	}
	assert.False(t, isDone())
	hot, cool := 84.0, 38.0
	a.refused(http.MethodPut, "/api/prep/ticks", written.PrepTickInput{StepID: knead, Done: true, MeasuredC: &cool},
		http.StatusUnprocessableEntity, "step_id", "First measure")
	a.do(http.MethodPut, "/api/prep/ticks", written.PrepTickInput{StepID: cook, Done: true, MeasuredC: &hot},
		http.StatusNoContent, nil)
	assert.True(t, isDone())
}
