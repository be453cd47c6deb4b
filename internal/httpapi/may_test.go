package httpapi_test

import (
	"encoding/json"
	"fmt"
	"net/http"
	"slices"
	"strings"
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/written"
	"emblo/internal/contract"
	"emblo/internal/testdb"
)

// Every operation of the contract by every principal, on things of the own and of another
// centre: 401 without a session, 403 where the contract does not say that the role may, 404
// for what is another centre's. All tables stay as they were.
func TestWhoMayDoWhat(t *testing.T) {
	url := testdb.URL(t)
	server := serveOn(t, testdb.OpenAt(t, url))
	signedIn := func(email, password string) *api {
		a := visit(t, server)
		a.do(http.MethodPost, "/api/session", written.SignIn{Email: email, Password: password}, http.StatusOK, nil)
		return a
	}
	principals := map[string]*api{
		"nobody": visit(t, server), "lead": signedIn("lead@quillmere.example", "harbour-week"),
		"educator": signedIn("educator@quillmere.example", "harbour-week"),
		"helper":   signedIn("helper@quillmere.example", "harbour-week"),
		"foreign":  signedIn("other@house.example", password),
	}
	lead := principals["lead"]
	room := lead.room("Pebbles")
	setup := lead.setups()[0]
	thing, mix, addition := uuid.NewString(), uuid.NewString(), uuid.NewString()
	lead.do(http.MethodPut, "/api/shelf/items/"+thing, buoys("Ours"), http.StatusOK, nil)
	lead.do(http.MethodPut, "/api/recipes/"+mix, written.RecipeInput{Recipe: sparkle()}, http.StatusOK, nil)
	note := written.AdditionInput{ItemID: "water", Share: 0.02, Symptom: "crumbly"}
	lead.do(http.MethodPut, "/api/recipes/"+mix+"/additions/"+addition, note, http.StatusNoContent, nil)
	jar, sheet := uuid.NewString(), uuid.NewString()
	jarInput := written.JarInput{ItemID: thing, Free: []string{}, Packs: []written.TypedPack{}}
	lead.do(http.MethodPut, "/api/jars/"+jar, jarInput, http.StatusOK, nil)
	lead.do(http.MethodPut, "/api/prints/"+sheet, written.PrintInput{SetupID: setup.ID, Version: 1},
		http.StatusNoContent, nil)
	batch, used := newID(), newID()
	lead.do(http.MethodPut, "/api/batches/"+batch, doughFor(lead.room("Lanterns").ID), http.StatusOK, nil)
	lead.do(http.MethodPut, "/api/batch-events/"+used, written.BatchEventInput{BatchID: batch, Kind: "used",
		RoomID: lead.room("Lanterns").ID}, http.StatusOK, nil)
	var stored written.StoredSetup
	lead.do(http.MethodGet, "/api/setups/"+setup.ID, nil, http.StatusOK, &stored)
	var centre written.CentreInput
	lead.do(http.MethodGet, "/api/centre", nil, http.StatusOK, &centre)

	// What each operation is asked about, of the demo centre; a new operation that is not
	// here fails.
	thingRow := buoys("Ours again")
	thingRow.Version = 1
	mixText := written.RecipeInput{Version: 1, Recipe: sparkle()}
	asked := map[string]struct {
		path string
		body any
	}{
		"getWelcome": {"", nil}, "getSession": {"", nil}, "signIn": {"", nil}, "signInDemo": {"", nil},
		"signOut": {"", nil}, "setLanguage": {"", written.LanguageInput{Language: "en-GB"}},
		"listRooms": {"", nil}, "getRoom": {room.ID, nil}, "putRoom": {room.ID, input(room)}, "deleteRoom": {room.ID,
			nil}, "restoreRoom": {room.ID, nil}, "getRoomFile": {room.ID, nil},
		"listSetups": {"", nil}, "getSetup": {setup.ID, nil}, "putSetup": {setup.ID,
			written.SetupInput{Version: stored.Version, Setup: stored.Setup}}, "deleteSetup": {setup.ID, nil},
		"restoreSetup": {setup.ID, nil},
		"answerPlan":   {"", stored.Plan}, "reckonSum": {"", written.Sum{Kind: "pots", Pots: 5}},
		"listStarts": {"?play_at=" + wallIn(2, "09:45") + "&room_id=" + room.ID, nil},
		"findSwaps": {"", written.SwapsInput{RoomID: stored.RoomID, PlayAt: stored.PlayAt,
			Base: stored.Places[0].Base}},
		"comparePlaces": {"", written.CompareInput{RoomID: stored.RoomID, PlayAt: stored.PlayAt,
			Place: stored.Places[0], By: written.ByBase}},
		"listMends": {"?room_id=" + room.ID, nil}, "changeSetups": {"", written.SetupChanges{Changes: []written.SetupChange{
			{SetupID: setup.ID, Save: written.SetupInput{Version: stored.Version, Setup: stored.Setup}}}}},
		"searchShelf": {"", nil}, "getBoard": {"?room_id=" + room.ID, nil}, "getItem": {thing, nil}, "putItem": {thing,
			thingRow}, "deleteItem": {thing, nil}, "restoreItem": {thing, nil},
		"importItems": {"", written.ImportInput{CSV: "name\n"}}, "putCupboard": {thing,
			written.CupboardNote{Here: true}}, "putAmount": {thing, written.CupboardAmount{}},
		"getCupboard": {"", nil}, "getCupboardFile": {"", nil}, "importCupboard": {"",
			written.ImportInput{CSV: "name\n"}}, "followChanges": {"", nil}, "followPrep": {"", nil},
		"getPrepFeed": {"", nil}, "putPrepFeed": {"", nil}, "deletePrepFeed": {"", nil}, "listPrepFeeds": {"", nil},
		"endPrepFeed": {newID(), nil}, "getSetupPrep": {setup.ID, nil}, "getPrepWeek": {"", nil},
		"getShoppingFile": {"", nil}, "importShopping": {"", written.ImportInput{CSV: "name\n"}},
		"putJar": {jar, jarInput}, "deleteJar": {jar, nil}, "restoreJar": {jar, nil}, "listMoves": {jar, nil},
		"putMove": {uuid.NewString(), written.MoveInput{JarID: jar, Kind: "counted", Amount: "5"}}, "getShopping": {"",
			nil}, "putTick": {uuid.NewString(), written.TickInput{ItemID: thing, State: "open", Free: []string{},
			Packs: []written.BuyPack{}}},
		"receiveTicks": {"", written.ReceiveInput{Ticks: []written.ReceiveTick{}}}, "listMakes": {"?play_at=" +
			wallIn(2, "09:45") + "&room_id=" + room.ID, nil},
		"listBatches": {"", nil}, "getBatch": {batch, nil}, "putBatch": {batch, doughFor(room.ID)},
		"putBatchEvent":    {newID(), written.BatchEventInput{BatchID: batch, Kind: "inspected", Signs: []string{}}},
		"deleteBatchEvent": {used, nil},
		"getLog":           {setup.ID, nil}, "putLog": {setup.ID, written.LogInput{Mouthed: []string{}}},
		"nextByLog":   {setup.ID, written.LogInput{Mouthed: []string{}}},
		"listLessons": {setup.ID, nil}, "takeLesson": {newID(), stored.Plan}, "deleteLesson": {newID(), nil}, "foundStray": {setup.ID, nil},
		"listRecords": {"?from=" + dayIn(-23) + "&until=" + dayIn(6), nil}, "getRecordFile": {"?from=" + dayIn(-23) +
			"&until=" + dayIn(6), nil},
		"getToday": {"", nil}, "getPrep": {"?day=" + dayIn(2), nil}, "getPrepCalendar": {"?day=" + dayIn(2), nil},
		"tickPrep": {"", written.PrepTickInput{StepID: setup.ID + "/floor/0", Done: true}}, "seeBatch": {batch,
			written.MovedInput{Until: "2026-01-01"}}, "seeSetup": {setup.ID, written.SeenInput{Token: "x"}},
		"putPrint": {uuid.NewString(), written.PrintInput{SetupID: setup.ID, Version: 1}}, "deletePrint": {sheet, nil},
		"putDay":      {room.ID, written.DayInput{DayBody: written.DayBody{Adults: 2, Visitors: []written.Child{}}}},
		"readWords":   {"", written.WordsInput{Text: "2 bags of rice"}},
		"checkThing":  {"", written.CheckInput{ItemID: thing, Use: "open"}},
		"checkList":   {"", written.ListInput{RoomID: room.ID, CSV: "name\n"}},
		"listRecipes": {"?room_id=" + room.ID, nil}, "getRecipe": {mix, nil}, "putRecipe": {mix, mixText},
		"deleteRecipe": {mix, nil}, "restoreRecipe": {mix, nil}, "getRecipeFile": {mix, nil},
		"readRecipe": {"", written.DraftInput{RoomID: room.ID, Recipe: sparkle()}}, "makeRecipe": {"",
			written.RecipeOrder{RoomID: room.ID, RecipeID: mix, By: "children"}},
		"writeAmounts": {"", written.RecipeOrder{RoomID: room.ID, RecipeID: mix, By: "children"}}, "importRecipe": {"",
			written.RecipeImport{JSONLD: "{}"}}, "putAddition": {mix, note}, "deleteAddition": {mix, nil},
		"getSeal": {"", nil}, "getBook": {"", nil}, "getCentre": {"", nil}, "putCentre": {"", centre},
		"getRules": {"", nil}, "getRoutine": {"", nil}, "readClass": {"", written.ClassInput{Lines: "DW Sep 2024"}},
		"getAid": {"", nil},
	}
	before := testdb.Sums(t, url)
	// about nothing of another centre
	harmless := []string{"followChanges", "getPrepFeed", "putPrepFeed", "deletePrepFeed", "listPrepFeeds",
		"endPrepFeed", "signOut", "setLanguage", "putCentre", "importItems", "importRecipe", "importCupboard", "importShopping",
		"receiveTicks"}
	for _, op := range contract.Operations {
		ask, known := asked[op.ID]
		require.True(t, known, "%s: say what it is asked about", op.ID)
		path := strings.NewReplacer(":id", strings.TrimPrefix(ask.path, "?"), ":addition", addition, ":day",
			dayIn(2)).Replace(op.Path)
		if strings.HasPrefix(ask.path, "?") {
			path = op.Path + ask.path
		}
		body := any(nil)
		if ask.body != nil {
			text, err := json.Marshal(ask.body)
			require.NoError(t, err)
			body = string(text)
		}
		if op.Open {
			continue
		}
		for who, a := range principals {
			role := who
			if who == "foreign" {
				role = "lead"
			}
			if who != "nobody" && who != "foreign" && slices.Contains(op.May, role) || who == "foreign" &&
				slices.Contains(harmless, op.ID) {
				continue // what they may, other tests do: here only refusals are tried
			}
			resp := a.ask(op.Method, path, body)
			var p contract.Problem
			_ = json.Unmarshal(resp, &p) // lists are no problem
			switch {
			case who == "nobody":
				assert.Equal(t, "401 signed-out", said(p), "%s by %s", op.ID, who)
			case !slices.Contains(op.May, role):
				assert.Equal(t, "403 role", said(p), "%s by %s", op.ID, who)
			// the room or thing it names is not there either
			case who == "foreign" && slices.Contains([]string{"putSetup", "putJar", "putTick", "putBatch"}, op.ID):
				assert.Equal(t, "422 bad-value", said(p), "%s of another centre", op.ID)
			case who == "foreign" && strings.Contains(op.Path, ":id"), who == "foreign" && strings.Contains(path,
				room.ID):
				assert.Equal(t, "404 gone", said(p), "%s of another centre", op.ID)
			case who == "foreign" && ask.body != nil:
				assert.Contains(t, []string{"404 gone", "422 bad-value", "0 "}, said(p), "%s about another centre: %s",
					op.ID, resp)
				assert.NotContains(t, string(resp), "Pebbles", "%s about another centre", op.ID)
				assert.NotContains(t, string(resp), "Ours", "%s about another centre", op.ID)
			}
		}
	}
	assert.Equal(t, before, testdb.Sums(t, url), "nothing that was refused is stored")
}

func said(p contract.Problem) string { return fmt.Sprint(p.Status, " ", p.Code) }
