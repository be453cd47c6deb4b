package httpapi_test

import (
	"bytes"
	"encoding/csv"
	"encoding/json"
	"net/http"
	"os"
	"os/exec"
	"strings"
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/written"
	"emblo/internal/contract"
)

func buoys(name string) written.ItemInput {
	return written.ItemInput{Row: written.Thing{Name: name, Parts: "find;float", Solid: "sphere", SizeMM: "60-65",
		Contains: "none", Traits: "soft;rounded"}}
}

// A thing of the centre's own is saved, repeated, versioned, planned with and deleted, and
// a plan that held it is then not cleared.
func TestOwnThings(t *testing.T) {
	a := demoLead(t)
	id := uuid.NewString()
	path := "/api/shelf/items/" + id
	var first, again written.OwnItem
	a.do(http.MethodPut, path, buoys("Red buoys"), http.StatusOK, &first)
	a.do(http.MethodPut, path, buoys("Red buoys"), http.StatusOK, &again)
	assert.Equal(t, first, again, "the same save twice is one save")
	stale := buoys("Blue buoys")
	var conflict contract.ItemConflict
	a.do(http.MethodPut, path, stale, http.StatusConflict, &conflict)
	assert.Equal(t, "Red buoys", conflict.Current.Row.Name)
	a.refused(http.MethodPut, "/api/shelf/items/"+uuid.NewString(), buoys("red BUOYS"), http.StatusUnprocessableEntity,
		"row/name", "already")

	pebbles := a.room("Pebbles")
	var board []written.BoardItem
	a.do(http.MethodGet, "/api/shelf/board?room_id="+pebbles.ID+"&q=red+buoys", nil, http.StatusOK, &board)
	require.NotEmpty(t, board)
	assert.Equal(t, id, board[0].ID)
	assert.True(t, board[0].Own)
	assert.Equal(t, "goes-in", board[0].Verdict)

	plan := planned(pebbles.ID, wallIn(2, "09:45"), nil, written.PlanItem{ID: uuid.NewString(), ItemID: id, Each: 1,
		Use: "open"})
	var answer written.Answer
	a.do(http.MethodPost, "/api/answer", plan, http.StatusOK, &answer)
	assert.Equal(t, "goes-in", answer.Verdict)
	setup := written.SetupInput{Setup: written.Setup{Name: "Buoys", Plan: plan}}
	a.do(http.MethodPut, "/api/setups/"+uuid.NewString(), setup, http.StatusOK, nil)

	a.do(http.MethodDelete, path, nil, http.StatusNoContent, nil)
	a.do(http.MethodGet, path, nil, http.StatusNotFound, nil)
	a.refused(http.MethodPost, "/api/answer", plan, http.StatusUnprocessableEntity, "places/0/items/0/item_id",
		"nothing on the shelf")
	for _, s := range a.setups() {
		if s.Name == "Buoys" {
			assert.Empty(t, s.Verdict, "what is gone is never shown as cleared")
			assert.Contains(t, s.Reason, "nothing on the shelf")
		}
	}
}

func TestOwnThingsAreRefusedByField(t *testing.T) {
	a := demoLead(t)
	change := func(do func(*written.Thing)) written.ItemInput {
		in := buoys("Buoys")
		do(&in.Row)
		return in
	}
	for _, row := range []struct {
		field, words string
		in           written.ItemInput
	}{
		{"row/name", "give it a name", change(func(r *written.Thing) { r.Name = " " })},
		{"row/parts", "not a part", change(func(r *written.Thing) { r.Parts = "juggle" })},
		{"row/solid", "not a shape", change(func(r *written.Thing) { r.Solid = "blob" })},
		{"row/size_mm", "numbers in mm", change(func(r *written.Thing) { r.SizeMM = "6cm" })},
		{"row/traits", "not a trait", change(func(r *written.Thing) { r.Traits = "shiny" })},
		{"row/traits", "both food and not-food", change(func(r *written.Thing) { r.Traits = "food;not-food" })},
		{"row/cup_g", "a density in g/mL", change(func(r *written.Thing) { r.Parts, r.CupG = "filler", "0.53" })},
		{"row/cup_g", "weight of one US cup", change(func(r *written.Thing) { r.Parts = "filler" })},
		{"row/feel", "not a feel", change(func(r *written.Thing) { r.Feel = "crunchy" })},
		{"row/cost", "not a cost", change(func(r *written.Thing) { r.Cost = "seven" })},
		{"row/keeps", "at most 2000 letters", change(func(r *written.Thing) { r.Keeps = strings.Repeat("x", 3000) })},
	} {
		a.refused(http.MethodPut, "/api/shelf/items/"+uuid.NewString(), row.in, http.StatusUnprocessableEntity,
			row.field, row.words)
	}
	// An import is all or nothing, and names the row.
	list := func(text string) map[string]string { return map[string]string{"csv": text} }
	a.refused(http.MethodPost, "/api/shelf/import",
		list("name,solid,size_mm\nCorks of ours,cylinder,24x45\nBlob,sphere,3cm\n"), http.StatusUnprocessableEntity,
		"csv/2", "Row 2")
	a.refused(http.MethodPost, "/api/shelf/import", list("item\nx\n"), http.StatusUnprocessableEntity, "csv",
		"name column")
	a.refused(http.MethodPost, "/api/shelf/import", list("name\n\"broken\n"), http.StatusUnprocessableEntity, "csv/1",
		"quotes are broken")
	a.refused(http.MethodPost, "/api/shelf/import", list("name,solid,size_mm\nFelt harbour buoys,sphere,60\n"),
		http.StatusUnprocessableEntity, "csv", "Nothing was added")
	room := a.room("Lanterns")
	count := func() int {
		var board []written.BoardItem
		a.do(http.MethodGet, "/api/shelf/board?room_id="+room.ID, nil, http.StatusOK, &board)
		return len(board)
	}
	before := count()
	var added struct{ Added int }
	a.do(http.MethodPost, "/api/shelf/import",
		list("name,solid,size_mm,traits\nOur corks,cylinder,24x45,foam\nOur whale,irregular,95x40x25,hard\n"),
		http.StatusOK, &added)
	assert.Equal(t, 2, added.Added)
	assert.Equal(t, before+2, count())
	a.refused(http.MethodGet, "/api/shelf/board?room_id=x", nil, http.StatusUnprocessableEntity, "room_id",
		"Choose a room")
	a.do(http.MethodPut, "/api/cupboard/unicorn", map[string]bool{"here": true}, http.StatusNotFound, nil)
}

// The page of a thing has a verdict and swaps for every room; what is in the cupboard goes
// first; a swap passes when it is planned.
func TestThingPageAndSwaps(t *testing.T) {
	a := demoLead(t)
	var page written.ItemPage
	a.do(http.MethodGet, "/api/shelf/items/split-peas", nil, http.StatusOK, &page)
	require.Len(t, page.Rooms, 3)
	require.NotNil(t, page.Gauge)
	assert.True(t, page.Gauge.Fits)
	assert.NotEmpty(t, page.Gauge.Side)
	assert.Contains(t, page.Basis, "USDA SR household weight, quoted from memory")
	assert.Equal(t, "6x3", page.Row.SizeMM, "its row can be copied")
	for _, r := range page.Rooms {
		assert.Equal(t, "keep-out", r.Verdict, r.Who)
		assert.NotEmpty(t, r.Swaps, r.Who)
	}

	pebbles := a.room("Pebbles")
	peas := written.Base{Kind: "fill", ItemID: "split-peas", VesselID: "deep-tub", DepthMM: ptr(60.0)}
	var swaps []written.Swap
	a.do(http.MethodPost, "/api/swaps", written.SwapsInput{RoomID: pebbles.ID, PlayAt: wallIn(2, "09:45"), Base: &peas},
		http.StatusOK, &swaps)
	require.NotEmpty(t, swaps)
	for _, s := range swaps {
		base := peas
		base.ItemID = s.ItemID
		var answer written.Answer
		a.do(http.MethodPost, "/api/answer", planned(pebbles.ID, wallIn(2, "09:45"), &base), http.StatusOK, &answer)
		assert.Contains(t, []string{"goes-in", "with-a-hand"}, answer.Places[0].Base[0].Verdict,
			"%s: the swap passes the same check", s.Name)
	}
	cold := written.Base{Kind: "mix", RecipeID: "cold-dough", PortionG: ptr(100.0)}
	a.do(http.MethodPost, "/api/swaps", written.SwapsInput{RoomID: pebbles.ID, PlayAt: wallIn(2, "09:45"), Base: &cold},
		http.StatusOK, &swaps)
	require.NotEmpty(t, swaps)
	require.NotNil(t, swaps[0].RecipeID, "a recipe in place of a mix")
	a.do(http.MethodPut, "/api/cupboard/desiccated-coconut", map[string]bool{"here": true}, http.StatusNoContent, nil)
	a.do(http.MethodGet, "/api/shelf/items/desiccated-coconut", nil, http.StatusOK, &page)
	assert.True(t, page.InCupboard)
}

// The same list by browser and by command gives the same file, for every demo room.
func TestListByBrowserAndByCommandIsOneFile(t *testing.T) {
	t.Parallel()
	a := demoLead(t)
	list, err := os.ReadFile("../../core/checklist/testdata/mixed.csv")
	require.NoError(t, err)
	for column, name := range map[int]string{6: "Puddles", 7: "Pebbles", 8: "Lanterns"} {
		room := a.room(name)
		var report written.ListReport
		a.do(http.MethodPost, "/api/checklist", map[string]string{"room_id": room.ID, "csv": string(list)},
			http.StatusOK, &report)
		var file json.RawMessage
		a.do(http.MethodGet, "/api/rooms/"+room.ID+"/file", nil, http.StatusOK, &file)
		// The command line itself, as anybody runs it.
		dir := t.TempDir()
		require.NoError(t, os.WriteFile(dir+"/room.json", file, 0o600))
		byCommand, err := exec.CommandContext(t.Context(), "go", "run", "emblo/cmd/emblo", "check", "--room", dir+
			"/room.json", "../../core/checklist/testdata/mixed.csv").Output()
		require.NoError(t, err)
		assert.Equal(t, string(byCommand), report.CSV, name)
		back, err := csv.NewReader(bytes.NewReader(byCommand)).ReadAll()
		require.NoError(t, err)
		wrong := 0
		for i, row := range report.Rows {
			want := map[string]string{"G": "goes-in", "H": "with-a-hand", "M": "measure-first", "K": "keep-out"}[back[i+
				1][column]]
			if row.Verdict != want {
				wrong++
			}
		}
		assert.Zero(t, wrong, "the demo centre's %s is the room of the test's file", name)
	}
	a.refused(http.MethodPost, "/api/checklist", map[string]string{"room_id": a.room("Puddles").ID, "csv": "item\nx\n"},
		http.StatusUnprocessableEntity, "csv", "name column")
	big := `{"room_id":"x","csv":"` + strings.Repeat("x", 13<<20) + `"}`
	a.refused(http.MethodPost, "/api/checklist", big, http.StatusRequestEntityTooLarge, "", "larger than")
}

// Settings tighten verdicts at once, never loosen a published limit, and are the lead's.
func TestSettingsTighten(t *testing.T) {
	a := demoLead(t)
	verdict := func(item, room string) string {
		var page written.ItemPage
		a.do(http.MethodGet, "/api/shelf/items/"+item, nil, http.StatusOK, &page)
		for _, r := range page.Rooms {
			if r.Who == room {
				return r.Verdict
			}
		}
		return ""
	}
	var c written.CentreInput
	a.do(http.MethodGet, "/api/centre", nil, http.StatusOK, &c)
	assert.Equal(t, "with-a-hand", verdict("soap-foam", "Lanterns"))
	assert.Equal(t, "goes-in", verdict("wooden-boats", "Lanterns"))
	c.Policy.TasteSafeMonths = 48
	c.Policy.NoFoodPlay = true
	c.Policy.MinimumMonths = map[string]int{"small-part-watch": 72}
	c.RatioTable, c.PerAdult = "own", []int{3, 3, 5, 7, 8}
	var saved written.CentreInput
	a.do(http.MethodPut, "/api/centre", c, http.StatusOK, &saved)
	assert.Equal(t, c.Version+1, saved.Version)
	assert.Equal(t, "keep-out", verdict("soap-foam", "Lanterns"), "taste-safe only under 4")
	assert.Equal(t, "keep-out", verdict("infant-rice-cereal", "Lanterns"), "no food in play")
	assert.Equal(t, "keep-out", verdict("buttons", "Lanterns"), "our own minimum age")
	assert.Equal(t, "with-a-hand", verdict("wooden-boats", "Lanterns"), "15 children at 7 for one adult need 3")
	assert.Equal(t, "keep-out", verdict("split-peas", "Pebbles"), "nothing is loosened")

	var stale contract.CentreConflict
	c.Name = "Elsewhere"
	a.do(http.MethodPut, "/api/centre", c, http.StatusConflict, &stale)
	assert.Equal(t, saved.Name, stale.Current.Name)
	for field, change := range map[string]func(*written.CentreInput){
		"policy/taste_safe_months": func(c *written.CentreInput) { c.Policy.TasteSafeMonths = 24 },
		"policy/food_months":       func(c *written.CentreInput) { c.Policy.FoodMonths = 36 },
		"policy":                   func(c *written.CentreInput) { c.Policy.MinimumMonths = map[string]int{"eye": 40} },
		"per_adult":                func(c *written.CentreInput) { c.PerAdult = []int{5, 3, 3, 3, 3} },
		"name":                     func(c *written.CentreInput) { c.Name = "" },
		"emergency":                func(c *written.CentreInput) { c.Emergency = strings.Repeat("1", 300) },
	} {
		bad := saved
		change(&bad)
		a.refused(http.MethodPut, "/api/centre", bad, http.StatusUnprocessableEntity, field, "")
	}
	var rules []written.Rule
	a.do(http.MethodGet, "/api/rules", nil, http.StatusOK, &rules)
	assert.Greater(t, len(rules), 50)

	other := visit(t, serve(t))
	other.do(http.MethodPost, "/api/session", written.SignIn{Email: "helper@house.example", Password: password},
		http.StatusOK, nil)
	other.do(http.MethodGet, "/api/centre", nil, http.StatusOK, &c)
	other.refused(http.MethodPut, "/api/centre", c, http.StatusForbidden, "", "Only the lead")
	other.refused(http.MethodPut, "/api/shelf/items/"+uuid.NewString(), buoys("X"), http.StatusForbidden, "",
		"Your role")
}

// Another centre's own things, cupboard and settings are not there.
func TestShelvesAreEachCentresOwn(t *testing.T) {
	server := serve(t)
	demo, other := visit(t, server), visit(t, server)
	demo.do(http.MethodPost, "/api/session/demo", nil, http.StatusOK, nil)
	other.do(http.MethodPost, "/api/session", written.SignIn{Email: "other@house.example", Password: password},
		http.StatusOK, nil)
	id := uuid.NewString()
	demo.do(http.MethodPut, "/api/shelf/items/"+id, buoys("Ours"), http.StatusOK, nil)
	for _, method := range []string{http.MethodGet, http.MethodDelete} {
		other.do(method, "/api/shelf/items/"+id, nil, http.StatusNotFound, nil)
	}
	other.do(http.MethodPut, "/api/cupboard/"+id, map[string]bool{"here": true}, http.StatusNotFound, nil)
	in := newRoom("Den")
	room := uuid.NewString()
	other.do(http.MethodPut, "/api/rooms/"+room, in, http.StatusOK, nil)
	var board []written.BoardItem
	other.do(http.MethodGet, "/api/shelf/board?room_id="+room, nil, http.StatusOK, &board)
	for _, b := range board {
		assert.False(t, b.Own || b.InCupboard, b.Name)
	}
	other.do(http.MethodGet, "/api/rooms/"+demo.room("Puddles").ID+"/file", nil, http.StatusNotFound, nil)
}

// What a rule asks about a child is kept, refused by field, and counts.
func TestNeedsOfAChild(t *testing.T) {
	a := demoLead(t)
	lanterns := a.room("Lanterns")
	in := input(lanterns)
	in.Children[0].Needs = written.Needs{Asthma: true, Avoids: []string{"sticky"}, Seeks: []string{},
		Eaten: []string{"milk"}}
	in.Illness = true
	var saved written.StoredRoom
	a.do(http.MethodPut, "/api/rooms/"+lanterns.ID, in, http.StatusOK, &saved)
	assert.True(t, saved.Children[0].Needs.Asthma)
	assert.True(t, saved.Illness)
	mix := written.Base{Kind: "mix", RecipeID: "stove-dough", PortionG: ptr(120.0), PotML: ptr(2000.0)}
	var answer written.Answer
	a.do(http.MethodPost, "/api/answer", planned(lanterns.ID, wallIn(2, "09:45"), &mix,
		written.PlanItem{ID: uuid.NewString(), ItemID: "ready-starch", Each: 1, Use: "open"}), http.StatusOK, &answer)
	assert.Equal(t, "keep-out", answer.Places[0].Lines[0].Verdict, "open powder and asthma")
	assert.Contains(t, answer.Places[0].Notes[0], "avoids sticky things")
	assert.Equal(t, 2, answer.Places[0].Mix.Pots)
	shared := false
	for _, f := range answer.Places[0].Base[0].Findings {
		shared = shared || f.Rule == "shared-mix"
	}
	assert.True(t, shared, "own portions while something goes round")
	in = input(saved)
	in.Children[0].Needs = written.Needs{Eaten: []string{"stones"}, Avoids: []string{}, Seeks: []string{}}
	a.refused(http.MethodPut, "/api/rooms/"+lanterns.ID, in, http.StatusUnprocessableEntity, "children/0/needs/eaten/0",
		"list of allergens")
	mix.PotML = ptr(1.0)
	a.refused(http.MethodPost, "/api/answer", planned(lanterns.ID, wallIn(2, "09:45"), &mix),
		http.StatusUnprocessableEntity, "places/0/base/pot_ml", "A pot holds")
}

// The recipe book for a room: marks, minutes, heat and what is not at hand, each in itself
// and as the plan of it answers.
func TestRecipesForARoom(t *testing.T) {
	a := demoLead(t)
	lanterns := a.room("Lanterns")
	var cards []written.RecipeCard
	a.do(http.MethodGet, "/api/recipes?room_id="+lanterns.ID, nil, http.StatusOK, &cards)
	require.GreaterOrEqual(t, len(cards), 40)
	for _, c := range cards {
		base := written.Base{Kind: "mix", RecipeID: c.ID, PortionG: &c.PortionG}
		var answer written.Answer
		a.do(http.MethodPost, "/api/answer", planned(lanterns.ID, wallIn(0, "12:00"), &base), http.StatusOK, &answer)
		assert.Equal(t, answer.Verdict, c.Verdict, c.Name)
		assert.Equal(t, answer.Places[0].Mix.Nature.NotTasteSafe, c.NotTasteSafe, c.Name)
		if c.ID == "stove-dough" {
			assert.Empty(t, c.Lacking)
			assert.True(t, c.Heat && c.ChildrenHelp && c.Stable)
			assert.Equal(t, 120.0, c.PortionG, "3 to 5 years")
		}
	}
	for _, c := range cards {
		if c.ID == "silky-dough" {
			assert.Equal(t, []string{"Hair conditioner"}, c.Lacking)
		}
	}
	a.refused(http.MethodGet, "/api/recipes?room_id=x", nil, http.StatusUnprocessableEntity, "room_id", "Choose a room")
}
