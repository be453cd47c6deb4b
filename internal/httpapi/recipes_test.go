package httpapi_test

import (
	"encoding/csv"
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/internal/contract"
	"emblo/internal/httpapi"
	"emblo/internal/testdb"
)

func sparkle() contract.RecipeText {
	return contract.RecipeText{Name: "Sparkle dough", Kind: "dough", Measures: "us", Lines: "2 c flour, 1/2 cup fine salt, 2 tbsp oil\n150 g water", Steps: "Stir\nKnead 5 min", Keeps: "a week"}
}

// Fourteen children, half the salt, a metric room and a 3 L pot: the answer says how much,
// in what, in how many pots, what is short and what to do.
func TestFourteenChildrenAndHalfTheSalt(t *testing.T) {
	a := demoLead(t)
	pebbles := a.room("Pebbles")
	order := contract.RecipeOrder{RoomId: pebbles.Id, RecipeId: "stove-dough", By: "children", Children: ptr(14), PortionG: ptr(120.0), PotMl: ptr(3000.0), Colours: ptr(2)}
	a.do(http.MethodPut, "/api/cupboard/fine-salt/amount", contract.CupboardAmount{Grams: ptr(141.0)}, http.StatusNoContent, nil)
	a.do(http.MethodPut, "/api/cupboard/coarse-salt/amount", contract.CupboardAmount{Grams: ptr(500.0)}, http.StatusNoContent, nil)
	a.do(http.MethodPut, "/api/cupboard/cream-of-tartar/amount", contract.CupboardAmount{Grams: ptr(200.0), PackG: ptr(100.0), PriceCoins: ptr(365)}, http.StatusNoContent, nil)
	var m contract.RecipeMaking
	a.do(http.MethodPost, "/api/recipes/make", order, http.StatusOK, &m)
	var bench contract.Answer
	a.do(http.MethodPost, "/api/answer", contract.Plan{RoomId: pebbles.Id, PlayAt: "2026-11-24T12:00", Items: []contract.PlanItem{},
		Base: &contract.Base{Kind: "mix", RecipeId: ptr("stove-dough"), PortionG: ptr(120.0)}}, http.StatusOK, &bench)
	require.Len(t, *bench.Short, 1)
	assert.Equal(t, "Fine salt", (*bench.Short)[0].Name)
	order.Children = nil
	var ten contract.RecipeMaking
	a.do(http.MethodPost, "/api/recipes/make", order, http.StatusOK, &ten)
	assert.Equal(t, bench.Base.Findings, ten.Lines[0].Findings, "recipe page and bench say the same")
	order.Children = ptr(14)
	assert.GreaterOrEqual(t, m.MadeG, 1680.0)
	assert.True(t, m.Within)
	assert.Equal(t, 14, m.Children)
	salt := amountOf(t, m, "fine-salt")
	assert.Equal(t, 141.0, *salt.HaveG)
	assert.Greater(t, *salt.MissingG, 141.0)
	for _, sc := range salt.Scoops {
		assert.Contains(t, []float64{250, 125, 250.0 / 3, 62.5, 15, 5, 2.5, 1.25}, sc.VolumeMl, "metric scoops")
	}
	require.NotNil(t, m.Pots)
	assert.Equal(t, 1, *m.Pots, "1.77 kg of dough is 1.45 L, under two thirds of 3 L")
	assert.InDelta(t, 838.6, *m.LimitG, 0.5)
	kinds := map[contract.WayKind]string{}
	for _, w := range m.Ways {
		kinds[w.Kind] += w.Sentence
	}
	assert.Contains(t, kinds["instead"], "of coarse salt for the fine salt that is missing")
	assert.Contains(t, kinds["instead"], "makes all of it")
	assert.Contains(t, kinds["less"], "839 g now")
	assert.Contains(t, kinds["less"], "120 g for 6 at a time")
	assert.Contains(t, kinds["bring"], "of fine salt, then make all of it")
	assert.NotEmpty(t, kinds["other"])
	assert.NotNil(t, m.CostCoins)
	assert.Equal(t, []string{"Fine salt"}, m.Unpriced, "its price was left out")

	order.By = "cupboard"
	a.do(http.MethodPost, "/api/recipes/make", order, http.StatusOK, &m)
	assert.LessOrEqual(t, amountOf(t, m, "fine-salt").ScoopedG, 141.0+1e-6)
	rows, err := csv.NewReader(strings.NewReader(m.Csv)).ReadAll()
	require.NoError(t, err)
	require.Len(t, rows, 6)
	assert.Equal(t, "Plain flour", rows[1][0])

	// Nothing left is known; nothing noted is not.
	a.do(http.MethodPut, "/api/cupboard/fine-salt/amount", contract.CupboardAmount{Grams: ptr(0.0)}, http.StatusNoContent, nil)
	a.refused(http.MethodPost, "/api/recipes/make", order, http.StatusUnprocessableEntity, "by", "There is no fine salt left")
	a.do(http.MethodPut, "/api/cupboard/fine-salt/amount", contract.CupboardAmount{}, http.StatusNoContent, nil)
	order.By = "children"
	var after contract.RecipeMaking
	a.do(http.MethodPost, "/api/recipes/make", order, http.StatusOK, &after)
	assert.Contains(t, after.NotWeighed, "Fine salt")
	assert.Nil(t, amountOf(t, after, "fine-salt").HaveG)
}

func amountOf(t *testing.T, m contract.RecipeMaking, id string) contract.MakingAmount {
	for _, a := range m.Amounts {
		if a.ItemId == id {
			return a
		}
	}
	require.Fail(t, "no amount of "+id)
	return contract.MakingAmount{}
}

// A room that owns two measures gets scoops of those only, and hears which one more helps.
func TestTheDrawerOfARoom(t *testing.T) {
	a := demoLead(t)
	lanterns := a.room("Lanterns")
	in := input(lanterns)
	in.Drawer = &[]string{"1 cup", "1/2 cup"}
	var saved contract.Room
	a.do(http.MethodPut, "/api/rooms/"+lanterns.Id, in, http.StatusOK, &saved)
	assert.Equal(t, *in.Drawer, *saved.Drawer)
	var m contract.RecipeMaking
	order := contract.RecipeOrder{RoomId: lanterns.Id, RecipeId: "stove-dough", By: "children", Children: ptr(7)}
	a.do(http.MethodPost, "/api/recipes/make", order, http.StatusOK, &m)
	assert.False(t, m.Within)
	require.NotNil(t, m.ExtraMeasure)
	for _, am := range m.Amounts {
		for _, s := range am.Scoops {
			assert.Contains(t, *in.Drawer, s.Label)
		}
	}
	next := input(saved)
	next.Drawer = &[]string{"a bucket"}
	a.refused(http.MethodPut, "/api/rooms/"+lanterns.Id, next, http.StatusUnprocessableEntity, "drawer", "not a measure that is sold")
}

// A recipe of the centre's own: read, refused by line, saved, repeated, met by another hand,
// planned, varied with its versions kept, exported, imported and deleted.
func TestOwnRecipes(t *testing.T) {
	a := demoLead(t)
	lanterns := a.room("Lanterns")
	draft := sparkle()
	draft.Lines += "\n1 can glitter\n3 tbsp moon dust"
	var read contract.RecipeDraft
	a.do(http.MethodPost, "/api/recipes/read", map[string]any{"room_id": lanterns.Id, "recipe": draft}, http.StatusOK, &read)
	require.Len(t, read.Lines, 6)
	assert.Equal(t, 250.0, *read.Lines[0].Grams)
	assert.Contains(t, read.Lines[4].Fault, "can hold anything")
	assert.Contains(t, read.Lines[5].Fault, "not on the shelf")
	assert.Equal(t, contract.MeasureFirst, *read.Verdict, "what cannot be read is not cleared")
	assert.Len(t, read.Faults, 2)

	id := uuid.NewString()
	path := "/api/recipes/" + id
	a.refused(http.MethodPut, path, contract.RecipeInput{Recipe: draft}, http.StatusUnprocessableEntity, "recipe/lines/3", "can hold anything")
	a.do(http.MethodGet, path, nil, http.StatusNotFound, nil)
	taken := sparkle()
	taken.Name = "stove DOUGH"
	a.refused(http.MethodPut, path, contract.RecipeInput{Recipe: taken}, http.StatusUnprocessableEntity, "recipe/name", "The book has a recipe of this name")
	var first, again contract.OwnRecipe
	a.do(http.MethodPut, path, contract.RecipeInput{Recipe: sparkle()}, http.StatusOK, &first)
	a.do(http.MethodPut, path, contract.RecipeInput{Recipe: sparkle()}, http.StatusOK, &again)
	assert.Equal(t, first, again)
	other := sparkle()
	other.Name = "Other"
	var stale contract.RecipeConflict
	a.do(http.MethodPut, path, contract.RecipeInput{Recipe: other}, http.StatusConflict, &stale)
	assert.Equal(t, "Sparkle dough", stale.Current.Recipe.Name)
	a.refused(http.MethodPut, "/api/recipes/"+uuid.NewString(), contract.RecipeInput{Recipe: sparkle()}, http.StatusUnprocessableEntity, "recipe/name", "already")
	varied := sparkle()
	varied.Lines += "\n100 g red lentils"
	a.do(http.MethodPut, path, contract.RecipeInput{Version: 1, Recipe: varied}, http.StatusOK, nil)
	var page contract.RecipePage
	a.do(http.MethodGet, path+"?version=1", nil, http.StatusOK, &page)
	assert.Len(t, page.Versions, 2)
	a.do(http.MethodGet, path+"?version=9", nil, http.StatusNotFound, nil)
	assert.Equal(t, sparkle().Lines, page.Recipe.Lines, "the first version is kept")

	// Lentils stay whole in it: they are judged too, for the one-year-olds as a choking hazard.
	puddles := a.room("Puddles")
	var m contract.RecipeMaking
	a.do(http.MethodPost, "/api/recipes/make", contract.RecipeOrder{RoomId: puddles.Id, RecipeId: id, By: "children"}, http.StatusOK, &m)
	require.Len(t, m.Lines, 2)
	assert.Equal(t, contract.KeepOut, m.Lines[1].Verdict)
	assert.Equal(t, contract.KeepOut, m.Verdict)
	plan := contract.Plan{RoomId: puddles.Id, PlayAt: "2026-11-26T09:45", Base: &contract.Base{Kind: "mix", RecipeId: &id, PortionG: ptr(80.0)}, Items: []contract.PlanItem{{ItemId: ptr("scoops"), Each: 1, Use: "open"}}}
	var answer contract.Answer
	a.do(http.MethodPost, "/api/answer", plan, http.StatusOK, &answer)
	assert.Equal(t, contract.KeepOut, *answer.Verdict)
	require.Len(t, answer.Lines, 2)
	assert.Equal(t, "Lentils, dry", answer.Lines[1].Name)

	var file struct{ Jsonld string }
	a.do(http.MethodGet, path+"/file", nil, http.StatusOK, &file)
	var imported contract.RecipeText
	a.do(http.MethodPost, "/api/recipes/import", map[string]string{"jsonld": file.Jsonld}, http.StatusOK, &imported)
	assert.Equal(t, "Sparkle dough", imported.Name)
	assert.Contains(t, imported.Lines, "250 g plain flour")
	a.do(http.MethodPost, "/api/recipes/import", map[string]string{"jsonld": file.Jsonld + strings.Repeat(" ", 300_000)}, http.StatusOK, nil)
	a.refused(http.MethodPost, "/api/recipes/import", map[string]string{"jsonld": strings.Repeat(" ", 600_000)}, http.StatusUnprocessableEntity, "jsonld", "larger than 512 kB")
	a.refused(http.MethodPost, "/api/recipes/import", map[string]string{"jsonld": "<script>"}, http.StatusUnprocessableEntity, "jsonld", "Nothing was read")

	a.do(http.MethodDelete, path, nil, http.StatusNoContent, nil)
	a.refused(http.MethodPost, "/api/answer", plan, http.StatusUnprocessableEntity, "base/recipe_id", "not there any more")
}

// Two batches that wanted flour: the third starts with it, until one is taken back.
func TestWhatWasAddedIsRemembered(t *testing.T) {
	a := demoLead(t)
	lanterns := a.room("Lanterns")
	add := contract.AdditionInput{ItemId: "plain-flour", Share: 0.02, Symptom: "sticky"}
	path := "/api/recipes/stove-dough/additions/"
	first := uuid.NewString()
	a.do(http.MethodPut, path+first, add, http.StatusNoContent, nil)
	a.do(http.MethodPut, path+first, add, http.StatusNoContent, nil)
	make := func(learned bool) (m contract.RecipeMaking) {
		a.do(http.MethodPost, "/api/recipes/make", contract.RecipeOrder{RoomId: lanterns.Id, RecipeId: "stove-dough", By: "children", Learned: &learned}, http.StatusOK, &m)
		return m
	}
	plain, learned := make(false), make(true)
	require.Len(t, plain.Learned, 1)
	assert.InDelta(t, 0.02, plain.Learned[0].Share, 1e-9, "the same addition sent twice is one")
	assert.Greater(t, amountOf(t, learned, "plain-flour").Share, amountOf(t, plain, "plain-flour").Share)
	require.NotEmpty(t, plain.Remedies)
	a.do(http.MethodDelete, path+first, nil, http.StatusNoContent, nil)
	assert.Empty(t, make(false).Learned)
	add.Share = 4
	a.refused(http.MethodPut, path+uuid.NewString(), add, http.StatusUnprocessableEntity, "share", "at most half")
	add.Share, add.Symptom = 0.02, "haunted"
	a.refused(http.MethodPut, path+uuid.NewString(), add, http.StatusUnprocessableEntity, "symptom", "how the mix felt")
}

// Ten thousand children, a bath of dough, a ball of no size: each refused by its field.
func TestOrdersAreRefusedByField(t *testing.T) {
	a := demoLead(t)
	room := a.room("Lanterns").Id
	for _, row := range []struct {
		field, words string
		in           contract.RecipeOrder
	}{
		{"children", "1 to 200 children", contract.RecipeOrder{By: "children", Children: ptr(10_000)}},
		{"portion_g", "between 1 and 2000", contract.RecipeOrder{By: "children", PortionG: ptr(-1.0)}},
		{"by", "A batch is above 0 g", contract.RecipeOrder{By: "children", Children: ptr(200), PortionG: ptr(2000.0)}},
		{"by", "A length is between", contract.RecipeOrder{By: "shapes", Shapes: &[]contract.Shape{{Mould: "ball", Count: 1, LengthsMm: []float64{0}}}}},
		{"by", "what is to be formed", contract.RecipeOrder{By: "shapes"}},
		{"by", "10 mL to 200 L", contract.RecipeOrder{By: "vessel"}},
		{"vessel_id", "Choose a tub", contract.RecipeOrder{By: "vessel", VesselId: ptr("bath")}},
		{"depth_mm", "Fill the Scoop tray", contract.RecipeOrder{By: "vessel", VesselId: ptr("tray"), DepthMm: ptr(500.0)}},
		{"by", "Say what the amount goes by", contract.RecipeOrder{By: "moon"}},
		{"by", "Spare is between", contract.RecipeOrder{By: "children", SparePercent: ptr(300.0)}},
		{"colours", "1 to 6 colours", contract.RecipeOrder{By: "children", Colours: ptr(60)}},
		{"pot_ml", "A pot holds", contract.RecipeOrder{By: "children", PotMl: ptr(1e9)}},
		{"recipe_id", "not there any more", contract.RecipeOrder{By: "children", RecipeId: "gold"}},
		{"room_id", "Choose a room", contract.RecipeOrder{By: "children", RoomId: "x"}},
	} {
		in := row.in
		if in.RecipeId == "" {
			in.RecipeId = "stove-dough"
		}
		if in.RoomId == "" {
			in.RoomId = room
		}
		a.refused(http.MethodPost, "/api/recipes/make", in, http.StatusUnprocessableEntity, row.field, row.words)
	}
	for field, in := range map[string]contract.CupboardAmount{"grams": {Grams: ptr(-1.0)}, "pack_g": {PackG: ptr(0.0), PriceCoins: ptr(1)}, "price_coins": {PackG: ptr(5.0)}} {
		a.refused(http.MethodPut, "/api/cupboard/fine-salt/amount", in, http.StatusUnprocessableEntity, field, "")
	}
	a.do(http.MethodPut, "/api/cupboard/gold/amount", contract.CupboardAmount{}, http.StatusNotFound, nil)
	// Every way of saying how much gives a batch of it.
	for by, in := range map[contract.RecipeOrderBy]contract.RecipeOrder{
		"shapes":   {Shapes: &[]contract.Shape{{Mould: "ball", Count: 15, LengthsMm: []float64{40}}, {Mould: "line", Count: 1, LengthsMm: []float64{20, 3000}}}},
		"vessel":   {VesselId: ptr("tray"), DepthMm: ptr(20.0)},
		"children": {SparePercent: ptr(10.0)},
	} {
		in.By, in.RoomId, in.RecipeId = by, room, "stove-dough"
		var m contract.RecipeMaking
		a.do(http.MethodPost, "/api/recipes/make", in, http.StatusOK, &m)
		assert.GreaterOrEqual(t, m.MadeG, m.NeedG, string(by))
	}
}

// Two processes serve one centre: whatever one of them changes, the other answers from at
// its next request, though each keeps what it has read.
func TestAChangeByAnotherProcessIsSeenAtOnce(t *testing.T) {
	s := testdb.Open(t)
	open := func() *api {
		server := httptest.NewServer(httpapi.New(httpapi.Options{Store: s, Now: func() time.Time { return now }}))
		t.Cleanup(server.Close)
		a := visit(t, server)
		a.do(http.MethodPost, "/api/session/demo", nil, http.StatusOK, nil)
		return a
	}
	one, two := open(), open()
	lanterns := one.room("Lanterns")
	order := contract.RecipeOrder{RoomId: lanterns.Id, RecipeId: "stove-dough", By: "children"}
	ask := func(a *api) (m contract.RecipeMaking) {
		a.do(http.MethodPost, "/api/recipes/make", order, http.StatusOK, &m)
		return m
	}
	before := ask(two)
	assert.Equal(t, 15, before.Children)
	assert.Equal(t, contract.WithAHand, before.Verdict)

	in := input(lanterns)
	in.Children = in.Children[:3]
	in.Children[0].Allergies = []contract.Allergy{{To: "wheat", By: "eating"}}
	var saved contract.Room
	one.do(http.MethodPut, "/api/rooms/"+lanterns.Id, in, http.StatusOK, &saved)
	one.do(http.MethodPut, "/api/cupboard/fine-salt/amount", contract.CupboardAmount{Grams: ptr(1.0)}, http.StatusNoContent, nil)
	one.do(http.MethodPut, "/api/recipes/stove-dough/additions/"+uuid.NewString(), contract.AdditionInput{ItemId: "water", Share: 0.02, Symptom: "crumbly"}, http.StatusNoContent, nil)
	after := ask(two)
	assert.Equal(t, 3, after.Children)
	assert.Equal(t, contract.KeepOut, after.Verdict, "an allergy told to one is known to the other")
	assert.Equal(t, 1.0, *amountOf(t, after, "fine-salt").HaveG)
	assert.Len(t, after.Learned, 1)

	id := uuid.NewString()
	one.do(http.MethodPut, "/api/recipes/"+id, contract.RecipeInput{Recipe: sparkle()}, http.StatusOK, nil)
	order.RecipeId = id
	assert.Equal(t, "Sparkle dough", ask(two).Name)
	one.do(http.MethodDelete, "/api/recipes/"+id, nil, http.StatusNoContent, nil)
	two.refused(http.MethodPost, "/api/recipes/make", order, http.StatusUnprocessableEntity, "recipe_id", "not there any more")
	one.do(http.MethodDelete, "/api/rooms/"+lanterns.Id, nil, http.StatusNoContent, nil)
	two.do(http.MethodPost, "/api/recipes/make", order, http.StatusNotFound, nil)
}

// Another centre reaches none of it.
func TestRecipesOfAnotherCentre(t *testing.T) {
	server := serve(t)
	a, other := visit(t, server), visit(t, server)
	a.do(http.MethodPost, "/api/session/demo", nil, http.StatusOK, nil)
	other.do(http.MethodPost, "/api/session", contract.SignIn{Email: "other@house.example", Password: password}, http.StatusOK, nil)
	id, addition := uuid.NewString(), uuid.NewString()
	a.do(http.MethodPut, "/api/recipes/"+id, contract.RecipeInput{Recipe: sparkle()}, http.StatusOK, nil)
	a.do(http.MethodPut, "/api/recipes/"+id+"/additions/"+addition, contract.AdditionInput{ItemId: "water", Share: 0.02, Symptom: "crumbly"}, http.StatusNoContent, nil)
	for _, path := range []string{id, id + "/file", id + "?version=1"} {
		other.do(http.MethodGet, "/api/recipes/"+path, nil, http.StatusNotFound, nil)
	}
	other.do(http.MethodDelete, "/api/recipes/"+id, nil, http.StatusNotFound, nil)
	other.do(http.MethodDelete, "/api/recipes/"+id+"/additions/"+addition, nil, http.StatusNotFound, nil)
	other.do(http.MethodPut, "/api/recipes/"+id, contract.RecipeInput{Version: 1, Recipe: sparkle()}, http.StatusNotFound, nil)
	a.do(http.MethodPost, "/api/recipes/make", contract.RecipeOrder{RoomId: a.room("Lanterns").Id, RecipeId: id, By: "children"}, http.StatusOK, nil)

	helper := visit(t, server)
	helper.do(http.MethodPost, "/api/session", contract.SignIn{Email: "helper@house.example", Password: password}, http.StatusOK, nil)
	for path, body := range map[string]any{"/api/recipes/" + uuid.NewString(): contract.RecipeInput{Recipe: sparkle()}, "/api/cupboard/fine-salt/amount": contract.CupboardAmount{},
		"/api/recipes/stove-dough/additions/" + uuid.NewString(): contract.AdditionInput{}} {
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
	thing := contract.ItemInput{Row: contract.ItemRow{Name: "Sea silt", Parts: "ingredient", Contains: "none", Traits: "not-food;powder", CupG: "200"}}
	a.do(http.MethodPut, "/api/shelf/items/"+silt, thing, http.StatusOK, nil)
	text := sparkle()
	text.Lines += "\n3 tbsp sea silt"
	a.do(http.MethodPut, "/api/recipes/"+id, contract.RecipeInput{Recipe: text}, http.StatusOK, nil)
	setup := contract.SetupInput{Name: "Silt", RoomId: lanterns.Id, PlayAt: "2026-11-26T09:45", Items: []contract.PlanItem{}, Base: &contract.Base{Kind: "mix", RecipeId: &id, PortionG: ptr(100.0)}}
	a.do(http.MethodPut, "/api/setups/"+uuid.NewString(), setup, http.StatusOK, nil)
	card := func() (found contract.RecipeCard) {
		var cards []contract.RecipeCard
		a.do(http.MethodGet, "/api/recipes?room_id="+lanterns.Id, nil, http.StatusOK, &cards)
		for _, c := range cards {
			if c.Id == id {
				found = c
			}
		}
		return found
	}
	summary := func() (found contract.SetupSummary) {
		var list []contract.SetupSummary
		a.do(http.MethodGet, "/api/setups", nil, http.StatusOK, &list)
		for _, s := range list {
			if s.Name == "Silt" {
				found = s
			}
		}
		return found
	}
	before := card()
	assert.Equal(t, contract.WithAHand, before.Verdict)
	require.NotNil(t, summary().Verdict)

	a.do(http.MethodDelete, "/api/shelf/items/"+silt, nil, http.StatusNoContent, nil)
	gone := card()
	assert.Equal(t, contract.MeasureFirst, gone.Verdict)
	assert.Contains(t, gone.Reason, "Sparkle dough cannot be used as it stands")
	assert.Contains(t, gone.NotTasteSafe, "what it holds is not known whole")
	a.refused(http.MethodPost, "/api/recipes/make", contract.RecipeOrder{RoomId: lanterns.Id, RecipeId: id, By: "children"}, http.StatusUnprocessableEntity, "recipe_id", `"sea silt" is not on the shelf`)
	assert.Nil(t, summary().Verdict)
	assert.Contains(t, summary().Reason, "cannot be used as it stands")
	var page contract.RecipePage
	a.do(http.MethodGet, "/api/recipes/"+id, nil, http.StatusOK, &page)
	assert.Equal(t, text.Lines, page.Recipe.Lines, "nothing that was typed is lost")

	a.do(http.MethodPut, "/api/shelf/items/"+uuid.NewString(), thing, http.StatusOK, nil)
	assert.Equal(t, before, card())
	assert.NotNil(t, summary().Verdict)
}
