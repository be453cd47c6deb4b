package httpapi_test

import (
	"net/http"
	"net/http/httptest"
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/written"
	"emblo/internal/httpapi"
	"emblo/internal/testdb"
)

// Two processes serve one centre: whatever one of them changes, the other answers from at
// its next request, though each keeps what it has read.
func TestAChangeByAnotherProcessIsSeenAtOnce(t *testing.T) {
	s := testdb.Open(t)
	open := func() *api {
		server := httptest.NewServer(httpapi.New(httpapi.Options{Store: s, Now: clock}))
		t.Cleanup(server.Close)
		a := visit(t, server)
		a.do(http.MethodPost, "/api/session/demo", nil, http.StatusOK, nil)
		return a
	}
	one, two := open(), open()
	lanterns := one.room("Lanterns")
	order := written.RecipeOrder{RoomID: lanterns.ID, RecipeID: "stove-dough", By: "children"}
	ask := func(a *api) (m written.RecipeMaking) {
		a.do(http.MethodPost, "/api/recipes/make", order, http.StatusOK, &m)
		return m
	}
	before := ask(two)
	assert.Equal(t, 15, before.Children)
	assert.Equal(t, "with-a-hand", before.Verdict)

	in := input(lanterns)
	in.Children = in.Children[:3]
	in.Children[0].Allergies = []written.Allergy{{To: "wheat", By: "eating"}}
	var saved written.StoredRoom
	one.do(http.MethodPut, "/api/rooms/"+lanterns.ID, in, http.StatusOK, &saved)
	one.do(http.MethodPut, "/api/cupboard/fine-salt/amount", written.CupboardAmount{Grams: ptr(1.0)},
		http.StatusNoContent, nil)
	one.do(http.MethodPut, "/api/recipes/stove-dough/additions/"+uuid.NewString(),
		written.AdditionInput{ItemID: "water", Share: 0.02, Symptom: "crumbly"}, http.StatusNoContent, nil)
	after := ask(two)
	assert.Equal(t, 3, after.Children)
	assert.Equal(t, "keep-out", after.Verdict, "an allergy told to one is known to the other")
	assert.Equal(t, 1.0, *amountOf(t, after, "fine-salt").HaveG)
	assert.Len(t, after.Learned, 1)

	id := uuid.NewString()
	one.do(http.MethodPut, "/api/recipes/"+id, written.RecipeInput{Recipe: sparkle()}, http.StatusOK, nil)
	order.RecipeID = id
	assert.Equal(t, "Sparkle dough", ask(two).Name)
	one.do(http.MethodDelete, "/api/recipes/"+id, nil, http.StatusNoContent, nil)
	two.refused(http.MethodPost, "/api/recipes/make", order, http.StatusUnprocessableEntity, "recipe_id",
		"not there any more")
	one.do(http.MethodDelete, "/api/rooms/"+lanterns.ID, nil, http.StatusNoContent, nil)
	two.do(http.MethodPost, "/api/recipes/make", order, http.StatusNotFound, nil)
}

// Another centre reaches none of it.
func TestRecipesOfAnotherCentre(t *testing.T) {
	server := serve(t)
	a, other := visit(t, server), visit(t, server)
	a.do(http.MethodPost, "/api/session/demo", nil, http.StatusOK, nil)
	other.do(http.MethodPost, "/api/session", written.SignIn{Email: "other@house.example", Password: password},
		http.StatusOK, nil)
	id, addition := uuid.NewString(), uuid.NewString()
	a.do(http.MethodPut, "/api/recipes/"+id, written.RecipeInput{Recipe: sparkle()}, http.StatusOK, nil)
	a.do(http.MethodPut, "/api/recipes/"+id+"/additions/"+addition, written.AdditionInput{ItemID: "water", Share: 0.02,
		Symptom: "crumbly"}, http.StatusNoContent, nil)
	for _, path := range []string{id, id + "/file", id + "?version=1"} {
		other.do(http.MethodGet, "/api/recipes/"+path, nil, http.StatusNotFound, nil)
	}
	other.do(http.MethodDelete, "/api/recipes/"+id, nil, http.StatusNotFound, nil)
	other.do(http.MethodDelete, "/api/recipes/"+id+"/additions/"+addition, nil, http.StatusNotFound, nil)
	other.do(http.MethodPut, "/api/recipes/"+id, written.RecipeInput{Version: 1, Recipe: sparkle()},
		http.StatusNotFound, nil)
	a.do(http.MethodPost, "/api/recipes/make", written.RecipeOrder{RoomID: a.room("Lanterns").ID, RecipeID: id,
		By: "children"}, http.StatusOK, nil)

	helper := visit(t, server)
	helper.do(http.MethodPost, "/api/session", written.SignIn{Email: "helper@house.example", Password: password},
		http.StatusOK, nil)
	for path, body := range map[string]any{"/api/recipes/" + uuid.NewString(): written.RecipeInput{Recipe: sparkle()},
		"/api/cupboard/fine-salt/amount":                         written.CupboardAmount{},
		"/api/recipes/stove-dough/additions/" + uuid.NewString(): written.AdditionInput{}} {
		helper.do(http.MethodPut, path, body, http.StatusForbidden, nil)
	}
}

// An ingredient of our own that is deleted takes the recipe with it, not its past verdict: the
// card says Measure first and why, nothing can be made of it, and a set-up that starts from it
// has no verdict until the ingredient is there again.
func TestARecipeWhoseIngredientIsGone(t *testing.T) {
	a := demoLead(t)
	lanterns := a.room("Lanterns")
	silt, id := uuid.NewString(), uuid.NewString()
	thing := written.ItemInput{Row: written.Thing{Name: "Sea silt", Parts: "ingredient", Contains: "none",
		Traits: "not-food;powder", CupG: "200"}}
	a.do(http.MethodPut, "/api/shelf/items/"+silt, thing, http.StatusOK, nil)
	text := sparkle()
	text.Lines += "\n3 tbsp sea silt"
	a.do(http.MethodPut, "/api/recipes/"+id, written.RecipeInput{Recipe: text}, http.StatusOK, nil)
	setup := written.SetupInput{Setup: written.Setup{Name: "Silt", Plan: planned(lanterns.ID, wallIn(2, "09:45"),
		&written.Base{Kind: "mix", RecipeID: id, PortionG: ptr(100.0)})}}
	a.do(http.MethodPut, "/api/setups/"+uuid.NewString(), setup, http.StatusOK, nil)
	card := func() (found written.RecipeCard) {
		var cards []written.RecipeCard
		a.do(http.MethodGet, "/api/recipes?room_id="+lanterns.ID, nil, http.StatusOK, &cards)
		for _, c := range cards {
			if c.ID == id {
				found = c
			}
		}
		return found
	}
	summary := func() (found written.SetupSummary) {
		for _, s := range a.setups() {
			if s.Name == "Silt" {
				found = s
			}
		}
		return found
	}
	before := card()
	assert.Equal(t, "with-a-hand", before.Verdict)
	require.NotEmpty(t, summary().Verdict)

	a.do(http.MethodDelete, "/api/shelf/items/"+silt, nil, http.StatusNoContent, nil)
	gone := card()
	assert.Equal(t, "measure-first", gone.Verdict)
	assert.Contains(t, gone.Reason, "Sparkle dough cannot be used as it stands")
	assert.Contains(t, gone.NotTasteSafe, "not every ingredient is known")
	a.refused(http.MethodPost, "/api/recipes/make", written.RecipeOrder{RoomID: lanterns.ID, RecipeID: id,
		By: "children"}, http.StatusUnprocessableEntity, "recipe_id", `We do not know "sea silt"`)
	assert.Empty(t, summary().Verdict)
	assert.Contains(t, summary().Reason, "cannot be used as it stands")
	var page written.RecipePage
	a.do(http.MethodGet, "/api/recipes/"+id, nil, http.StatusOK, &page)
	assert.Equal(t, text.Lines, page.Recipe.Lines, "nothing that was typed is lost")

	a.do(http.MethodPut, "/api/shelf/items/"+uuid.NewString(), thing, http.StatusOK, nil)
	assert.Equal(t, before, card())
	assert.NotEmpty(t, summary().Verdict)
}
