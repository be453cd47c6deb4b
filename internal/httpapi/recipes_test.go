package httpapi_test

import (
	"encoding/csv"
	"net/http"
	"strings"
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/written"
	"emblo/internal/contract"
)

func sparkle() written.Recipe {
	return written.Recipe{Name: "Sparkle dough", Kind: "dough", Measures: "us",
		Lines: "2 c flour, 1/2 cup fine salt, 2 tbsp oil\n150 g water", Steps: "Stir\nKnead 5 min", Keeps: "a week"}
}

// Fourteen children, half the salt, a metric room and a 3 L pot: the answer says how much,
// in what, in how many pots, what is short and what to do.
func TestFourteenChildrenAndHalfTheSalt(t *testing.T) {
	a := demoLead(t)
	pebbles := a.room("Pebbles")
	order := written.RecipeOrder{RoomID: pebbles.ID, RecipeID: "stove-dough", By: "children", Children: ptr(14),
		PortionG: ptr(120.0), PotML: 3000, Colours: ptr(2)}
	a.do(http.MethodPut, "/api/cupboard/fine-salt/amount", written.CupboardAmount{Grams: ptr(141.0)},
		http.StatusNoContent, nil)
	a.do(http.MethodPut, "/api/cupboard/coarse-salt/amount", written.CupboardAmount{Grams: ptr(500.0)},
		http.StatusNoContent, nil)
	a.do(http.MethodPut, "/api/cupboard/cream-of-tartar/amount", written.CupboardAmount{Grams: ptr(200.0),
		PackG: ptr(100.0), PriceCoins: ptr(365)}, http.StatusNoContent, nil)
	var m written.RecipeMaking
	a.do(http.MethodPost, "/api/recipes/make", order, http.StatusOK, &m)
	var bench written.Answer
	a.do(http.MethodPost, "/api/answer", planned(pebbles.ID, wallIn(0, "12:00"), &written.Base{Kind: "mix",
		RecipeID: "stove-dough", PortionG: ptr(120.0)}), http.StatusOK, &bench)
	require.Len(t, bench.Missing, 1, "a child there is allergic to it: nobody looks for salt")
	assert.Equal(t, written.ToRemove, bench.Missing[0].Kind)
	order.Children = nil
	var ten written.RecipeMaking
	a.do(http.MethodPost, "/api/recipes/make", order, http.StatusOK, &ten)
	assert.Equal(t, bench.Places[0].Base[0].Findings, ten.Lines[0].Findings, "recipe page and bench say the same")
	order.Children = ptr(14)
	assert.GreaterOrEqual(t, m.MadeG, 1680.0)
	assert.True(t, m.Within)
	assert.Equal(t, 14, m.Children)
	salt := amountOf(t, m, "fine-salt")
	assert.Equal(t, 141.0, *salt.HaveG)
	assert.Greater(t, *salt.MissingG, 141.0)
	for _, sc := range salt.Scoops {
		assert.Contains(t, []float64{250, 125, 250.0 / 3, 62.5, 15, 5, 2.5, 1.25}, sc.VolumeML, "metric scoops")
	}
	require.NotZero(t, m.Pots)
	assert.Equal(t, 1, m.Pots, "1.77 kg of dough is 1.45 L, under two thirds of 3 L")
	assert.InDelta(t, 838.6, *m.LimitG, 0.5)
	kinds := map[string]string{}
	for _, w := range m.Ways {
		kinds[w.Kind] += w.Sentence
	}
	assert.Contains(t, kinds["instead"], "of coarse salt for the fine salt that is missing")
	assert.Contains(t, kinds["instead"], "Makes the full amount")
	assert.Contains(t, kinds["less"], "839 g, as much as the fine salt allows")
	assert.Contains(t, kinds["less"], "120 g for 6 at a time")
	assert.Contains(t, kinds["bring"], "of fine salt to make the full amount")
	assert.NotEmpty(t, kinds["other"])
	assert.Positive(t, m.CostCoins)
	assert.Equal(t, []string{"Fine salt"}, m.Unpriced, "its price was left out")

	order.By = "cupboard"
	a.do(http.MethodPost, "/api/recipes/make", order, http.StatusOK, &m)
	assert.LessOrEqual(t, amountOf(t, m, "fine-salt").ScoopedG, 141.0+1e-6)
	var file contract.AmountsFile
	a.do(http.MethodPost, "/api/recipes/amounts", order, http.StatusOK, &file)
	rows, err := csv.NewReader(strings.NewReader(file.Csv)).ReadAll()
	require.NoError(t, err)
	require.Len(t, rows, 6)
	assert.Equal(t, "Plain flour", rows[1][0])

	// Nothing left is known; nothing noted is not.
	a.do(http.MethodPut, "/api/cupboard/fine-salt/amount", written.CupboardAmount{Grams: ptr(0.0)},
		http.StatusNoContent, nil)
	a.refused(http.MethodPost, "/api/recipes/make", order, http.StatusUnprocessableEntity, "by",
		"There is no fine salt left")
	a.do(http.MethodPut, "/api/cupboard/fine-salt/amount", written.CupboardAmount{}, http.StatusNoContent, nil)
	order.By = "children"
	var after written.RecipeMaking
	a.do(http.MethodPost, "/api/recipes/make", order, http.StatusOK, &after)
	assert.Contains(t, after.NotWeighed, "Fine salt")
	assert.Nil(t, amountOf(t, after, "fine-salt").HaveG)
}

func amountOf(t *testing.T, m written.RecipeMaking, id string) written.MakingAmount {
	for _, a := range m.Amounts {
		if a.ItemID == id {
			return a
		}
	}
	require.Fail(t, "no amount of "+id)
	return written.MakingAmount{}
}

// A room that owns two measures gets scoops of those only, and hears which one more helps.
func TestTheDrawerOfARoom(t *testing.T) {
	a := demoLead(t)
	lanterns := a.room("Lanterns")
	in := input(lanterns)
	in.Drawer = []string{"1 cup", "1/2 cup"}
	var saved written.StoredRoom
	a.do(http.MethodPut, "/api/rooms/"+lanterns.ID, in, http.StatusOK, &saved)
	assert.Equal(t, in.Drawer, saved.Drawer)
	var m written.RecipeMaking
	order := written.RecipeOrder{RoomID: lanterns.ID, RecipeID: "stove-dough", By: "children", Children: ptr(7)}
	a.do(http.MethodPost, "/api/recipes/make", order, http.StatusOK, &m)
	assert.False(t, m.Within)
	require.NotEmpty(t, m.ExtraMeasure)
	for _, am := range m.Amounts {
		for _, s := range am.Scoops {
			assert.Contains(t, in.Drawer, s.Label)
		}
	}
	next := input(saved)
	next.Drawer = []string{"a bucket"}
	a.refused(http.MethodPut, "/api/rooms/"+lanterns.ID, next, http.StatusUnprocessableEntity, "drawer",
		"not a measure that is sold")
}

// A recipe of the centre's own: read, refused by line, saved, repeated, met by another hand,
// planned, varied with its versions kept, exported, imported and deleted.
func TestOwnRecipes(t *testing.T) {
	a := demoLead(t)
	lanterns := a.room("Lanterns")
	draft := sparkle()
	draft.Lines += "\n1 can glitter\n3 tbsp moon dust"
	var read written.RecipeDraft
	a.do(http.MethodPost, "/api/recipes/read", map[string]any{"room_id": lanterns.ID, "recipe": draft}, http.StatusOK,
		&read)
	require.Len(t, read.Lines, 6)
	assert.Equal(t, 250.0, *read.Lines[0].Grams)
	assert.Contains(t, read.Lines[4].Fault, "can be any size")
	assert.Contains(t, read.Lines[5].Fault, "We do not know")
	assert.Equal(t, "measure-first", read.Verdict, "what cannot be read is not cleared")
	assert.Len(t, read.Faults, 2)
	named := sparkle()
	named.Steps += "\nStir in the loose magnets"
	a.do(http.MethodPost, "/api/recipes/read", map[string]any{"room_id": lanterns.ID, "recipe": named}, http.StatusOK,
		&read)
	assert.Contains(t, read.Unlisted, "A step names loose magnets, which no line lists")
	assert.Equal(t, "keep-out", read.Verdict)

	id := uuid.NewString()
	path := "/api/recipes/" + id
	a.refused(http.MethodPut, path, written.RecipeInput{Recipe: draft}, http.StatusUnprocessableEntity,
		"recipe/lines/3", "can be any size")
	a.do(http.MethodGet, path, nil, http.StatusNotFound, nil)
	taken := sparkle()
	taken.Name = "stove DOUGH"
	a.refused(http.MethodPut, path, written.RecipeInput{Recipe: taken}, http.StatusUnprocessableEntity, "recipe/name",
		"The book has a recipe of this name")
	var first, again written.OwnRecipe
	a.do(http.MethodPut, path, written.RecipeInput{Recipe: sparkle()}, http.StatusOK, &first)
	a.do(http.MethodPut, path, written.RecipeInput{Recipe: sparkle()}, http.StatusOK, &again)
	assert.Equal(t, first, again)
	other := sparkle()
	other.Name = "Other"
	var stale contract.RecipeConflict
	a.do(http.MethodPut, path, written.RecipeInput{Recipe: other}, http.StatusConflict, &stale)
	assert.Equal(t, "Sparkle dough", stale.Current.Recipe.Name)
	a.refused(http.MethodPut, "/api/recipes/"+uuid.NewString(), written.RecipeInput{Recipe: sparkle()},
		http.StatusUnprocessableEntity, "recipe/name", "already")
	varied := sparkle()
	varied.Lines += "\n100 g red lentils"
	a.do(http.MethodPut, path, written.RecipeInput{Version: 1, Recipe: varied}, http.StatusOK, nil)
	var page written.RecipePage
	a.do(http.MethodGet, path+"?version=1", nil, http.StatusOK, &page)
	assert.Len(t, page.Versions, 2)
	a.do(http.MethodGet, path+"?version=9", nil, http.StatusNotFound, nil)
	assert.Equal(t, sparkle().Lines, page.Recipe.Lines, "the first version is kept")

	// Lentils stay whole in it: they are judged too, for the one-year-olds as a choking hazard.
	puddles := a.room("Puddles")
	var m written.RecipeMaking
	a.do(http.MethodPost, "/api/recipes/make", written.RecipeOrder{RoomID: puddles.ID, RecipeID: id, By: "children"},
		http.StatusOK, &m)
	require.Len(t, m.Lines, 2)
	assert.Equal(t, "keep-out", m.Lines[1].Verdict)
	assert.Equal(t, "keep-out", m.Verdict)
	plan := planned(puddles.ID, wallIn(2, "09:45"), &written.Base{Kind: "mix", RecipeID: id, PortionG: ptr(80.0)},
		written.PlanItem{ID: uuid.NewString(), ItemID: "scoops", Each: 1, Use: "open"})
	var answer written.Answer
	a.do(http.MethodPost, "/api/answer", plan, http.StatusOK, &answer)
	assert.Equal(t, "keep-out", answer.Verdict)
	require.Len(t, answer.Places[0].Lines, 2)
	assert.Equal(t, "Lentils, dry", answer.Places[0].Lines[1].Name)

	var file struct{ Jsonld string }
	a.do(http.MethodGet, path+"/file", nil, http.StatusOK, &file)
	var imported written.Recipe
	a.do(http.MethodPost, "/api/recipes/import", map[string]string{"jsonld": file.Jsonld}, http.StatusOK, &imported)
	assert.Equal(t, "Sparkle dough", imported.Name)
	assert.Contains(t, imported.Lines, "250 g plain flour")
	a.do(http.MethodPost, "/api/recipes/import", map[string]string{"jsonld": file.Jsonld + strings.Repeat(" ",
		300_000)}, http.StatusOK, nil)
	a.refused(http.MethodPost, "/api/recipes/import", map[string]string{"jsonld": strings.Repeat(" ", 600_000)},
		http.StatusUnprocessableEntity, "jsonld", "larger than 512 kB")
	a.refused(http.MethodPost, "/api/recipes/import", map[string]string{"jsonld": "<script>"},
		http.StatusUnprocessableEntity, "jsonld", "Nothing was read")

	a.do(http.MethodDelete, path, nil, http.StatusNoContent, nil)
	a.refused(http.MethodPost, "/api/answer", plan, http.StatusUnprocessableEntity, "places/0/base/recipe_id",
		"not there any more")
}

// Two batches that wanted flour: the third starts with it, until one is taken back.
func TestWhatWasAddedIsRemembered(t *testing.T) {
	a := demoLead(t)
	lanterns := a.room("Lanterns")
	add := written.AdditionInput{ItemID: "plain-flour", Share: 0.02, Symptom: "sticky"}
	path := "/api/recipes/stove-dough/additions/"
	first := uuid.NewString()
	a.do(http.MethodPut, path+first, add, http.StatusNoContent, nil)
	a.do(http.MethodPut, path+first, add, http.StatusNoContent, nil)
	make := func(learned bool) (m written.RecipeMaking) {
		a.do(http.MethodPost, "/api/recipes/make", written.RecipeOrder{RoomID: lanterns.ID, RecipeID: "stove-dough",
			By: "children", Learned: learned}, http.StatusOK, &m)
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
	room := a.room("Lanterns").ID
	for _, row := range []struct {
		field, words string
		in           written.RecipeOrder
	}{
		{"children", "1 to 200 children", written.RecipeOrder{By: "children", Children: ptr(10_000)}},
		{"portion_g", "between 1 and 2000", written.RecipeOrder{By: "children", PortionG: ptr(-1.0)}},
		{"by", "A batch is above 0 g", written.RecipeOrder{By: "children", Children: ptr(200), PortionG: ptr(2000.0)}},
		{"by", "A length is between", written.RecipeOrder{By: "shapes", Shapes: []written.Shape{{Mould: "ball",
			Count: 1, LengthsMM: []float64{0}}}}},
		{"by", "what is to be formed", written.RecipeOrder{By: "shapes"}},
		{"by", "10 mL to 200 L", written.RecipeOrder{By: "vessel"}},
		{"vessel_id", "Choose a container", written.RecipeOrder{By: "vessel", VesselID: "bath"}},
		{"depth_mm", "Fill the Scoop tray", written.RecipeOrder{By: "vessel", VesselID: "tray", DepthMM: 500}},
		{"by", "Say what the amount goes by", written.RecipeOrder{By: "moon"}},
		{"by", "Spare is between", written.RecipeOrder{By: "children", SparePercent: 300}},
		{"colours", "1 to 6 colours", written.RecipeOrder{By: "children", Colours: ptr(60)}},
		{"pot_ml", "A pot holds", written.RecipeOrder{By: "children", PotML: 1e9}},
		{"recipe_id", "not there any more", written.RecipeOrder{By: "children", RecipeID: "gold"}},
		{"room_id", "Choose a room", written.RecipeOrder{By: "children", RoomID: "x"}},
	} {
		in := row.in
		if in.RecipeID == "" {
			in.RecipeID = "stove-dough"
		}
		if in.RoomID == "" {
			in.RoomID = room
		}
		a.refused(http.MethodPost, "/api/recipes/make", in, http.StatusUnprocessableEntity, row.field, row.words)
	}
	for field, in := range map[string]written.CupboardAmount{"grams": {Grams: ptr(-1.0)}, "pack_g": {PackG: ptr(0.0),
		PriceCoins: ptr(1)}, "price_coins": {PackG: ptr(5.0)}} {
		a.refused(http.MethodPut, "/api/cupboard/fine-salt/amount", in, http.StatusUnprocessableEntity, field, "")
	}
	a.do(http.MethodPut, "/api/cupboard/gold/amount", written.CupboardAmount{}, http.StatusNotFound, nil)
	// Every way of saying how much gives a batch of it.
	for by, in := range map[string]written.RecipeOrder{
		"shapes": {Shapes: []written.Shape{{Mould: "ball", Count: 15, LengthsMM: []float64{40}},
			{Mould: "line", Count: 1, LengthsMM: []float64{20, 3000}}}},
		"vessel":   {VesselID: "tray", DepthMM: 20},
		"children": {SparePercent: 10},
	} {
		in.By, in.RoomID, in.RecipeID = by, room, "stove-dough"
		var m written.RecipeMaking
		a.do(http.MethodPost, "/api/recipes/make", in, http.StatusOK, &m)
		assert.GreaterOrEqual(t, m.MadeG, m.NeedG, string(by))
	}
}
