package store_test

import (
	"database/sql"
	"fmt"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/internal/changes"
	"emblo/internal/testdb"
)

// Every change of a row tells what the one table says, and makes the part of a desk old that it names; no other does.
func TestTheDatabaseTellsWhatTheTableSays(t *testing.T) {
	db, err := sql.Open("pgx", testdb.URL(t))
	require.NoError(t, err)
	defer db.Close()
	rows, err := db.Query(`select event_object_table, lower(event_manipulation), action_statement from information_schema.triggers
		where action_statement ~ '(tell|raise_(own_)?revision)'`)
	require.NoError(t, err)
	defer rows.Close()
	is := map[string]bool{}
	for rows.Next() {
		var table, event, does string
		require.NoError(t, rows.Scan(&table, &event, &does))
		does = strings.NewReplacer("EXECUTE FUNCTION ", "", "tell_own()", "tell('centre')", "raise_own_revision()",
			"raise_revision('people')").Replace(does)
		is[fmt.Sprint(table, " ", event, " ", does)] = true
	}
	require.NoError(t, rows.Err())
	wanted := map[string]bool{}
	for _, c := range changes.All {
		for _, r := range c.Rows {
			on := r.On
			if on == nil {
				on = []string{"insert", "update", "delete"}
			}
			for _, event := range on {
				wanted[fmt.Sprintf("%s %s tell('%s')", r.Table, event, c.Sort)] = true
				if r.Revision != "" {
					wanted[fmt.Sprintf("%s %s raise_revision('%s')", r.Table, event, r.Revision)] = true
				}
			}
		}
		assert.Len(t, slices.Compact(slices.Sorted(slices.Values(c.Outdates))), len(c.Outdates), "%s says a key twice",
			c.Sort)
	}
	assert.Equal(t, wanted, is)
}
