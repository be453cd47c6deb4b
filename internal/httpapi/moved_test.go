package httpapi_test

import (
	"database/sql"
	"net/http"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/written"
	"emblo/internal/demo"
	"emblo/internal/httpapi"
	"emblo/internal/testdb"
)

// A batch of a recipe of one's own keeps as that was understood, whatever the recipe says later. A date that moves by
// itself is said until somebody has taken note of it; what one does to a batch is no such move. A keeping that was
// typed before it was shown back is to be confirmed.
func TestADateThatMovesIsSaid(t *testing.T) {
	url := testdb.Empty(t)
	s := testdb.OpenAt(t, url)
	_, err := s.Migrate(t.Context())
	require.NoError(t, err)
	require.NoError(t, demo.Load(t.Context(), s, atNine()))
	a := demoLeadOn(t, serveWith(t, httpapi.Options{Store: s, Now: atNine}))
	db, err := sql.Open("pgx", url)
	require.NoError(t, err)
	defer db.Close()
	moved := func() (all []string) {
		var today written.Today
		a.do(http.MethodGet, "/api/today", nil, http.StatusOK, &today)
		for _, m := range today.Moved {
			all = append(all, m.Name+", "+m.Was+" to "+m.Until+": "+m.Why)
		}
		return all
	}
	lanterns := a.room("Lanterns")
	assert.Empty(t, moved())

	mix, thing := newID(), newID()
	own := written.Recipe{Name: "Quay dough", Kind: "dough", Measures: "metric",
		Lines: "250 g ready-to-eat flour\n160 g fine salt\n60 g plant oil", Steps: "Stir", Keeps: "10 days, airtight"}
	a.do(http.MethodPut, "/api/recipes/"+mix, written.RecipeInput{Recipe: own}, http.StatusOK, nil)
	in := written.BatchInput{Name: "Quay dough, blue", RecipeID: mix, MadeG: 470, MadeOn: dayIn(0), RoomID: lanterns.ID,
		Store: "airtight",
		Lines: []written.BatchLine{{ItemID: "ready-flour", Grams: 250}, {ItemID: "fine-salt", Grams: 160},
			{ItemID: "plant-oil", Grams: 60}}}
	page := a.made(in)
	assert.Equal(t, dayIn(10), page.Until, page.Why)
	own.Keeps = "2 days"
	a.do(http.MethodPut, "/api/recipes/"+mix, written.RecipeInput{Version: 1, Recipe: own}, http.StatusOK, nil)
	a.do(http.MethodGet, "/api/batches/"+page.ID, nil, http.StatusOK, &page)
	assert.Equal(t, dayIn(10), page.Until, "it was made by what was said then")
	assert.Empty(t, moved())

	row := written.Thing{Name: "Harbour meal", Parts: "ingredient", Contains: "none", Traits: "food;powder",
		Keeps: "8 days, dry"}
	a.do(http.MethodPut, "/api/shelf/items/"+thing, written.ItemInput{Row: row}, http.StatusOK, nil)
	page = a.happens(written.BatchEventInput{BatchID: page.ID, Kind: "added", ItemID: thing, Grams: 4})
	assert.Equal(t, dayIn(8), page.Until, page.Why)
	assert.Empty(t, moved(), "whoever added it saw that")
	row.Keeps = "3 days, dry"
	a.do(http.MethodPut, "/api/shelf/items/"+thing, written.ItemInput{Version: 1, Row: row}, http.StatusOK, nil)
	said := "Quay dough, blue, " + dayIn(8) + " to " + dayIn(3) + ": Harbour meal was added, which keeps no longer"
	for range 2 {
		assert.Equal(t, []string{said}, moved())
	}
	a.refused(http.MethodPost, "/api/batches/"+page.ID+"/seen", written.MovedInput{Until: dayIn(8)},
		http.StatusUnprocessableEntity, "until", "moved again")
	a.do(http.MethodPost, "/api/batches/"+page.ID+"/seen", written.MovedInput{Until: dayIn(3)},
		http.StatusNoContent, nil)
	assert.Empty(t, moved())

	var item written.ItemPage
	var made written.RecipeMaking
	look := func() {
		a.do(http.MethodGet, "/api/shelf/items/"+thing, nil, http.StatusOK, &item)
		a.do(http.MethodPost, "/api/recipes/make", written.RecipeOrder{RoomID: lanterns.ID, RecipeID: mix,
			By: "children"}, http.StatusOK, &made)
	}
	look()
	assert.Empty(t, item.ToConfirm+made.ToConfirm)
	for _, table := range []string{"items", "recipes"} { // as it was kept before it was shown back
		_, err = db.Exec("update " + table + " set doc = doc - 'keeps_confirmed'")
		require.NoError(t, err)
	}
	look()
	assert.Contains(t, item.ToConfirm, "“3 days, dry” is read as 3 days, dry")
	assert.Contains(t, made.ToConfirm, "“2 days” is read as")
	a.do(http.MethodPut, "/api/shelf/items/"+thing, written.ItemInput{Version: 2, Row: row}, http.StatusOK, nil)
	item = written.ItemPage{}
	look()
	assert.Empty(t, item.ToConfirm)
}
