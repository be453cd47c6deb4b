package store_test

import (
	"context"
	"database/sql"
	"os"
	"strings"
	"testing"

	_ "github.com/jackc/pgx/v5/stdlib"
	"github.com/pressly/goose/v3"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/written"
	"emblo/internal/moment"
	"emblo/internal/now"
	"emblo/internal/store"
	"emblo/internal/testdb"
)

func TestMain(m *testing.M) {
	os.Exit(testdb.Run(m, moment.Chosen("today"), func(context.Context, *store.Store) error { return nil }))
}

// A centre that was stored before there was a written form comes through unchanged: every
// child, thing, recipe and set-up is read strictly, and says what it said.
func TestAnOldCentreComesThroughUnchanged(t *testing.T) {
	url := testdb.Empty(t)
	db, err := sql.Open("pgx", url)
	require.NoError(t, err)
	defer db.Close()
	provider, err := goose.NewProvider(goose.DialectPostgres, db, os.DirFS("migrations"))
	require.NoError(t, err)
	_, err = provider.UpTo(t.Context(), 4)
	require.NoError(t, err)
	old, err := os.ReadFile("testdata/version4.sql")
	require.NoError(t, err)
	_, err = db.ExecContext(t.Context(), string(old))
	require.NoError(t, err)
	// What was written looser then: needs and policy without every field, a base of null.
	_, err = db.ExecContext(t.Context(), `update children set needs = '{"asthma": true, "eaten": ["milk"]}' where initials = 'PB';
		update children set allergies = '[{"to": "other", "by": "eating", "note": "kiwi"}]', mouths = 'unknown', developmental_months = 20 where initials = 'BS';
		update setups set base = 'null' where name = 'Night-sky foam'`)
	require.NoError(t, err)

	s, err := store.Open(t.Context(), url, now.Machine)
	require.NoError(t, err)
	defer s.Close()
	n, err := s.Migrate(t.Context())
	require.NoError(t, err)
	require.Positive(t, n)
	row, lead, err := s.DemoCentre(t.Context())
	require.NoError(t, err)
	assert.Equal(t, "lead", lead.Role)
	centre := s.For(row.ID)

	people, err := centre.Parts().People(t.Context(), "2026-11-24")
	require.NoError(t, err)
	w, err := written.Stored[written.Centre](people.Form, people.Doc)
	require.NoError(t, err)
	settings, fault := w.Settings()
	require.Nil(t, fault)
	assert.Equal(t, []int{3, 4, 5, 8, 8}, settings.Staffing.PerAdult())
	assert.True(t, settings.StirIn && settings.Policy.MayContainStrict)
	assert.Equal(t, map[string]int{"small-part-watch": 40}, settings.Policy.MinimumMonths)
	rooms := map[string]written.Room{}
	for _, r := range people.Rooms {
		room, err := written.Stored[written.Room](r.Form, r.Doc)
		require.NoError(t, err, r.Name)
		_, fault := room.Roster()
		require.Nil(t, fault, r.Name)
		rooms[r.Name] = room
	}
	require.Len(t, rooms, 3)
	assert.Len(t, rooms["Lanterns"].Children, 15)
	assert.True(t, rooms["Lanterns"].NutFree)
	assert.Equal(t, "metric", rooms["Pebbles"].Measures)
	first, last := rooms["Puddles"].Children[0], rooms["Pebbles"].Children[8]
	assert.Equal(t, "PB", first.Initials, "in the order they were in")
	assert.Equal(t, written.Needs{Asthma: true, Eaten: []string{"milk"}, Avoids: []string{}, Seeks: []string{}},
		first.Needs)
	assert.Equal(t, "BS", last.Initials)
	assert.Equal(t, "unknown", last.Mouths)
	assert.Equal(t, 20, *last.DevelopmentalMonths)
	assert.Equal(t, []written.Allergy{{To: "other", By: "eating", Note: "kiwi"}}, last.Allergies)

	shelf, err := centre.Parts().Shelf(t.Context())
	require.NoError(t, err)
	require.Len(t, shelf.Things, 1)
	thing, err := written.Stored[written.Thing](shelf.Things[0].Form, shelf.Things[0].Doc)
	require.NoError(t, err)
	assert.Equal(t, "60-65", thing.SizeMM)
	require.Len(t, shelf.Recipes, 1)
	mix, err := written.Stored[written.Recipe](shelf.Recipes[0].Form, shelf.Recipes[0].Doc)
	require.NoError(t, err)
	assert.Equal(t, 5, len(strings.Split(mix.Lines, "\n")))
	stock, err := centre.Parts().Stock(t.Context())
	require.NoError(t, err)
	assert.NotEmpty(t, stock.Jars)

	rows, err := centre.Glances().SetupsFrom(t.Context(), store.Asked{}, wall(t, "2026-11-24T00:00"),
		store.Cursor{}, 10)
	require.NoError(t, err)
	require.Len(t, rows, 4)
	lines := map[string]bool{}
	for _, row := range rows {
		setup, err := written.Stored[written.Setup](row.Form, row.Doc.Doc)
		require.NoError(t, err)
		if setup.Name == "Night-sky foam" {
			assert.Empty(t, setup.Places)
			continue
		}
		for _, item := range setup.Places[0].Items {
			assert.False(t, lines[item.ID], "each line has an id of its own")
			lines[item.ID] = true
		}
		switch setup.Name {
		case "Harbour scoop tub":
			assert.Equal(t, "2026-11-25T09:45", setup.PlayAt)
			assert.Equal(t, "split-peas", setup.Places[0].Base.ItemID)
			assert.Equal(t, "Beach glass, tumbled", setup.Places[0].Items[2].Described.Name)
			assert.Equal(t, 2, setup.Places[0].Items[0].Each)
		}
	}
	assert.Len(t, lines, 9)
}

// No column of what is kept, no trigger and no view takes a time from the database: what is not said by the
// program is not kept. The migrations' own table alone stamps when each ran, which nobody goes by.
func TestTheDatabaseStampsNothing(t *testing.T) {
	db, err := sql.Open("pgx", testdb.URL(t))
	require.NoError(t, err)
	defer db.Close()
	rows, err := db.QueryContext(t.Context(), `
		with told as (
			select c.table_name || '.' || c.column_name what, c.column_default body from information_schema.columns c where c.table_schema = 'public'
			union all select c.table_name || '.' || c.column_name, c.generation_expression from information_schema.columns c where c.table_schema = 'public'
			union all select p.proname, p.prosrc from pg_proc p join pg_namespace n on n.oid = p.pronamespace where n.nspname = 'public' and p.prolang <> (select oid from pg_language where lanname = 'c')
			union all select viewname, definition from pg_views where schemaname = 'public')
		select what from told where body ~* '\mnow\s*\(|current_(date|time)|localtime|(clock|statement|transaction)_timestamp|timeofday|''(now|today|tomorrow|yesterday)''' order by 1`)
	require.NoError(t, err)
	defer rows.Close()
	var stamped []string
	for rows.Next() {
		var what string
		require.NoError(t, rows.Scan(&what))
		stamped = append(stamped, what)
	}
	require.NoError(t, rows.Err())
	assert.Equal(t, []string{"goose_db_version.tstamp"}, stamped)
}
