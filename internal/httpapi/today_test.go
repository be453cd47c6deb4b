package httpapi_test

import (
	"net/http"
	"slices"
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/written"
	"emblo/internal/testdb"
)

func (a *api) today() (day written.Today) {
	a.Helper()
	a.do(http.MethodGet, "/api/today", nil, http.StatusOK, &day)
	return day
}

func changedNames(day written.Today) []string {
	names := []string{}
	for _, c := range day.Changed {
		names = append(names, c.Name)
	}
	slices.Sort(names)
	return names
}

// crumbs saves a tub of a filler for a room, tomorrow.
func (a *api) crumbs(room, filler string) string {
	a.Helper()
	id := uuid.NewString()
	mm := 30.0
	plan := planned(a.room(room).ID, wallIn(1, "14:00"), &written.Base{Kind: "fill", ItemID: filler,
		VesselID: "dish-tub", DepthMM: &mm})
	a.do(http.MethodPut, "/api/setups/"+id, written.SetupInput{Setup: written.Setup{Name: filler + " in " + room,
		Plan: plan}}, http.StatusOK, nil)
	return id
}

// A new allergy turns the plans that hold it, and only those, wherever the program ends in between;
// what somebody took note of is not said again, and only what was on the screen is taken note of.
func TestAnAllergyTurnsThePlansThatHoldIt(t *testing.T) {
	url := testdb.URL(t)
	a := demoLeadOn(t, serveOn(t, testdb.OpenAt(t, url)))
	seeds, rice := a.crumbs("Lanterns", "yoghurt"), a.crumbs("Lanterns", "white-rice")
	elsewhere := a.crumbs("Pebbles", "yoghurt")
	require.Empty(t, a.today().Changed, "nothing has changed since they were saved")
	add := func(room, to string) {
		r := input(a.room(room))
		r.Children[1].Allergies = append(r.Children[1].Allergies, written.Allergy{To: to, By: "eating"})
		a.do(http.MethodPut, "/api/rooms/"+a.room(room).ID, r, http.StatusOK, nil)
	}
	add("Pebbles", "milk")
	b := demoLeadOn(t, serveOn(t, testdb.OpenAt(t, url))) // another process: the first may have died by then
	day := b.today()
	require.Equal(t, []string{"yoghurt in Pebbles"}, changedNames(day))
	change := day.Changed[0]
	assert.NotEqual(t, change.Mark, change.WasMark)
	assert.Contains(t, change.Why[0], "Yoghurt, plain: Contains milk")
	assert.Contains(t, change.Why[0], "is allergic")

	b.refused(http.MethodPost, "/api/setups/"+elsewhere+"/seen", written.SeenInput{Token: "0000000000000000"},
		http.StatusUnprocessableEntity, "token", "changed again")
	assert.Len(t, b.today().Changed, 1, "nothing was taken note of")
	b.do(http.MethodPost, "/api/setups/"+elsewhere+"/seen", written.SeenInput{Token: change.Token},
		http.StatusNoContent, nil)
	assert.Empty(t, a.today().Changed)
	add("Lanterns", "peanuts")
	assert.Empty(t, a.today().Changed, "no plan of theirs holds peanuts")

	// The shelf and the settings turn plans too.
	var centre written.CentreInput
	a.do(http.MethodGet, "/api/centre", nil, http.StatusOK, &centre)
	centre.Policy.NoFoodPlay = true
	a.do(http.MethodPut, "/api/centre", centre, http.StatusOK, nil)
	names := changedNames(a.today())
	assert.Contains(t, names, "white-rice in Lanterns")
	assert.NotContains(t, names, "Night-sky foam", "what was no food stays as it was")
	_, _ = seeds, rice
}

// A sheet is true for as long as the set-up is what it was, and judged as it was.
func TestSheetsThatAreNotTrueAnyMore(t *testing.T) {
	a := demoLead(t)
	id := a.crumbs("Pebbles", "yoghurt")
	sheet := uuid.NewString()
	for range 2 {
		a.do(http.MethodPut, "/api/prints/"+sheet, written.PrintInput{SetupID: id, Version: 1},
			http.StatusNoContent, nil)
	}
	assert.Empty(t, a.today().Prints)
	r := input(a.room("Pebbles"))
	r.Children[0].Allergies = append(r.Children[0].Allergies, written.Allergy{To: "milk", By: "eating"})
	a.do(http.MethodPut, "/api/rooms/"+a.room("Pebbles").ID, r, http.StatusOK, nil)
	prints := a.today().Prints
	require.Len(t, prints, 1)
	assert.Contains(t, prints[0].Why, "Contains milk")
	again := uuid.NewString()
	a.do(http.MethodPut, "/api/prints/"+again, written.PrintInput{SetupID: id, Version: 1}, http.StatusNoContent, nil)
	assert.Empty(t, a.today().Prints, "the new sheet says so")
	var stored written.StoredSetup
	a.do(http.MethodGet, "/api/setups/"+id, nil, http.StatusOK, &stored)
	stored.Name = "Seeds"
	a.do(http.MethodPut, "/api/setups/"+id, written.SetupInput{Version: 1, Setup: stored.Setup}, http.StatusOK, nil)
	prints = a.today().Prints
	require.Len(t, prints, 1)
	assert.Equal(t, "The set-up was changed after it was printed.", prints[0].Why)
	a.do(http.MethodDelete, "/api/prints/"+again, nil, http.StatusNoContent, nil)
	assert.Empty(t, a.today().Prints)
	a.refused(http.MethodPut, "/api/prints/"+uuid.NewString(), written.PrintInput{SetupID: uuid.NewString(),
		Version: 1}, http.StatusNotFound, "", "")
}

// Plans of a day are judged for who is there: a child who visits, and fewer adults, turn them; the day
// after is as it was.
func TestPlansAreJudgedForWhoIsHere(t *testing.T) {
	a := demoLead(t)
	id := a.crumbs("Pebbles", "yoghurt") // tomorrow
	require.Empty(t, a.today().Changed)
	room := a.room("Pebbles")
	visitor := written.Child{ID: uuid.NewString(), Initials: "VX", Born: now.AddDate(-2, -9, 0).Format("2006-01"),
		Mouths: "no", Allergies: []written.Allergy{{To: "milk", By: "eating"}}, Needs: written.Needs{Eaten: []string{},
			Avoids: []string{}, Seeks: []string{}}}
	path := "/api/rooms/" + room.ID + "/days/" + dayIn(1)
	in := written.DayInput{DayBody: written.DayBody{Adults: 3, Visitors: []written.Child{visitor}}}
	var day written.RoomDay
	a.do(http.MethodPut, path, in, http.StatusOK, &day)
	assert.Equal(t, []int{1, 11}, []int{day.Version, day.Children})
	a.do(http.MethodPut, path, in, http.StatusOK, nil) // once more
	today := a.today()
	require.Equal(t, []string{"yoghurt in Pebbles"}, changedNames(today))
	assert.Contains(t, today.Changed[0].Why[0], "1 child here is allergic to it")
	assert.Len(t, a.room("Pebbles").Children, 10, "who visits is not of the room")

	fewer := in
	fewer.Adults = 1
	a.refused(http.MethodPut, path, fewer, http.StatusConflict, "", "Someone else saved this day")
	fewer.Version, fewer.Visitors = 1, []written.Child{}
	a.do(http.MethodPut, path, fewer, http.StatusOK, &day)
	assert.Positive(t, day.Short, "ten children and one adult")
	for field, change := range map[string]func(*written.DayInput){"adults": func(in *written.DayInput) {
		in.Adults = -1
	}, "visitors/0/born": func(in *written.DayInput) { in.Visitors[0].Born = now.AddDate(0, 3, 0).Format("2006-01") },
		"visitors/0/mouths": func(in *written.DayInput) { in.Visitors[0].Mouths = "" }} {
		bad := in
		bad.Version, bad.Visitors = 2, []written.Child{visitor}
		change(&bad)
		a.refused(http.MethodPut, path, bad, http.StatusUnprocessableEntity, field, "")
	}
	a.refused(http.MethodPut, "/api/rooms/"+room.ID+"/days/"+dayIn(-4), in, http.StatusUnprocessableEntity, "day",
		"today or a day to come")
	_ = id
}
