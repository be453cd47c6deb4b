package httpapi_test

import (
	"net/http"
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/written"
)

// Firm and round food is for five-year-olds where a centre goes by the staffing table of England, or asks for it
// itself, and for four-year-olds elsewhere; the file of a room says so to the command line.
func TestTheAgeForFirmFood(t *testing.T) {
	a := demoLead(t)
	room := a.room("Lanterns")
	for i := range room.Children { // all of them four years old
		room.Children[i].Born = now.AddDate(-4, -4, 0).Format("2006-01")
	}
	a.do(http.MethodPut, "/api/rooms/"+room.ID, input(room), http.StatusOK, nil)
	var c written.CentreInput
	a.do(http.MethodGet, "/api/centre", nil, http.StatusOK, &c)
	for _, row := range []struct {
		table   string
		months  int
		verdict string
		file    int
	}{{"eyfs", 0, "keep-out", 60}, {"cfoc", 0, "with-a-hand", 0}, {"cfoc", 60, "keep-out", 60}, {"eyfs", 48, "keep-out",
		60}} {
		c.RatioTable, c.Policy.FoodMonths = row.table, row.months
		a.do(http.MethodPut, "/api/centre", c, http.StatusOK, &c)
		var out written.CheckAnswer
		a.do(http.MethodPost, "/api/check", written.CheckInput{Use: "open", Words: "popcorn kernels"},
			http.StatusOK, &out)
		got := ""
		for _, r := range out.For {
			if r.RoomID == room.ID {
				got = r.Verdict
			}
		}
		assert.Equal(t, row.verdict, got, "%+v", row)
		var file written.RoomFile
		a.do(http.MethodGet, "/api/rooms/"+room.ID+"/file", nil, http.StatusOK, &file)
		assert.Equal(t, row.file, file.Centre.Policy.FoodMonths, "%+v", row)
	}
}

// What fills a place is sealed only in what closes, and is never an adult's tool; ice and salt in one set-up are
// salted ice.
func TestUsesThatAVesselCannotCarry(t *testing.T) {
	a := demoLead(t)
	room := a.room("Pebbles")
	mm := 8.0
	base := func(item, vessel, use string) *written.Base {
		return &written.Base{Kind: "fill", ItemID: item, VesselID: vessel, DepthMM: &mm, Use: use}
	}
	for _, vessel := range []string{"dish-tub", "tray", "water-table", "bucket", "paper-cup", "paddling-pool"} {
		a.refused(http.MethodPost, "/api/answer", planned(room.ID, wallIn(2, "09:45"), base("white-rice", vessel,
			"sealed")), http.StatusUnprocessableEntity, "places/0/base/use", "does not close")
	}
	a.refused(http.MethodPost, "/api/answer", planned(room.ID, wallIn(2, "09:45"), base("white-rice", "tray",
		"adult-tool")), http.StatusUnprocessableEntity, "places/0/base/use", "no adult's tool")
	var answer written.Answer
	a.do(http.MethodPost, "/api/answer", planned(room.ID, wallIn(2, "09:45"), base("white-rice", "zip-bag", "sealed")),
		http.StatusOK, &answer)

	cold := func(filler string) string {
		plan := planned(room.ID, wallIn(2, "09:45"), base(filler, "tray", ""), written.PlanItem{ID: uuid.NewString(),
			ItemID: "ice-cubes", Each: 2, Use: "open"})
		a.do(http.MethodPost, "/api/answer", plan, http.StatusOK, &answer)
		require.Len(t, answer.Places[0].Lines, 1)
		for _, f := range answer.Places[0].Lines[0].Findings {
			if f.Rule == "cold" {
				return f.Verdict
			}
		}
		return ""
	}
	assert.Equal(t, []string{"with-a-hand", "keep-out"}, []string{cold("white-rice"), cold("fine-salt")},
		"salt beside it makes another thing of the ice")
}

// Of a batch that magnets were worked into each room hears of the magnets, whatever else is wrong with it.
func TestEveryPartsWorstIsSaid(t *testing.T) {
	a := demoLead(t)
	batch := a.made(written.BatchInput{Name: "Wheat-free dough", RecipeID: "wheat-free-dough", MadeG: 900,
		MadeOn: dayIn(0), RoomID: a.room("Lanterns").ID, Store: "airtight",
		Lines: []written.BatchLine{{ItemID: "rice-flour", Grams: 300}, {ItemID: "fine-salt", Grams: 150},
			{ItemID: "water", Grams: 450}}})
	a.happens(written.BatchEventInput{BatchID: batch.ID, Kind: "added", ItemID: "loose-magnets", Grams: 2})
	var page written.BatchPage
	a.do(http.MethodGet, "/api/batches/"+batch.ID, nil, http.StatusOK, &page)
	require.Len(t, page.Rooms, 3)
	for _, r := range page.Rooms {
		said := map[string]bool{}
		for _, f := range r.Findings {
			said[f.Rule] = true
		}
		assert.True(t, said["magnet"], "%s hears of %v", r.Room, said)
		assert.Equal(t, "keep-out", r.Verdict)
	}
}
