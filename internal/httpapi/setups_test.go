package httpapi_test

import (
	"encoding/json"
	"fmt"
	"math"
	"net/http"
	"net/url"
	"slices"
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/written"
	"emblo/internal/testdb"
)

// found returns the names of the set-ups that a list holds, in order.
func (a *api) found(query url.Values) (names []string) {
	var page written.SetupPage
	a.do(http.MethodGet, "/api/setups?"+query.Encode(), nil, http.StatusOK, &page)
	for _, s := range page.Setups {
		names = append(names, s.Name)
	}
	return names
}

// The list is searched by words of the name and the room; a wildcard is a letter like any other. A
// template stands on a list of its own.
func TestSetupsAreSearchedAndKeptAsTemplates(t *testing.T) {
	a := demoLead(t)
	of := func(words string) []string { return a.found(url.Values{"q": {words}}) }
	assert.Equal(t, []string{"Harbour scoop tub", "Harbour water tub", "Frozen harbour blocks"}, of("harbour"))
	assert.Equal(t, []string{"Harbour water tub"}, of("tub water"))
	assert.Equal(t, []string{"Marks in rice", "Bakery counter", "Frozen harbour blocks", "Dough for small bakers"},
		of("lanterns"))
	assert.Empty(t, of("%"))
	assert.Empty(t, of(`_\`))
	var s written.StoredSetup
	a.do(http.MethodGet, "/api/setups/"+a.setups()[0].ID, nil, http.StatusOK, &s)
	s.Template = true
	a.do(http.MethodPut, "/api/setups/"+s.ID, written.SetupInput{Version: s.Version, Setup: s.Setup},
		http.StatusOK, nil)
	assert.Equal(t, []string{s.Name}, a.found(url.Values{"templates": {"true"}}))
	assert.NotContains(t, of(""), s.Name)
	a.refused(http.MethodGet, "/api/setups?templates=maybe", nil, http.StatusUnprocessableEntity, "templates",
		"true or false")
}

// A set-up as form 2 kept it is judged as it was, and saved over in the form of now.
func TestSetupsOfFormTwoAreRead(t *testing.T) {
	url := testdb.URL(t)
	a := demoLeadOn(t, serveOn(t, testdb.OpenAt(t, url)))
	was := a.setups()[0]
	testdb.Exec(t, url, fmt.Sprintf(
		`update setups set form = 2, doc = (doc - 'places' - 'beside') || jsonb_build_object('base', doc->'places'->0->'base', 'items', doc->'places'->0->'items') where id = '%s'; delete from digests`, was.ID))
	assert.Equal(t, was, a.setups()[0])
	var s written.StoredSetup
	a.do(http.MethodGet, "/api/setups/"+was.ID, nil, http.StatusOK, &s)
	require.Len(t, s.Places, 1)
	a.do(http.MethodPut, "/api/setups/"+was.ID, written.SetupInput{Version: s.Version, Setup: s.Setup},
		http.StatusOK, nil)
	assert.Equal(t, was, a.setups()[0])
}

// What is not here is stood in for from the cupboard by what trains the same movement and passes the
// same check, and by nothing else.
func TestStandInsComeFromTheCupboard(t *testing.T) {
	a := demoLead(t)
	lanterns := a.room("Lanterns")
	standIns := func(id string) (names []string) {
		var swaps []written.Swap
		item := written.PlanItem{ID: uuid.NewString(), ItemID: id, Each: 1, Use: "open"}
		a.do(http.MethodPost, "/api/swaps", written.SwapsInput{RoomID: lanterns.ID, PlayAt: wallIn(2, "09:45"),
			Item: &item, NotHere: true}, http.StatusOK, &swaps)
		for _, s := range swaps {
			assert.True(t, s.InCupboard && s.Ready, s.Name)
			names = append(names, s.ItemID)
		}
		return names
	}
	assert.NotContains(t, standIns("play-tongs"), "ice-tongs", "not in the cupboard yet")
	a.do(http.MethodPut, "/api/cupboard/ice-tongs", written.CupboardNote{Here: true}, http.StatusNoContent, nil)
	assert.Contains(t, standIns("play-tongs"), "ice-tongs", "they pinch too")
	assert.NotContains(t, standIns("play-tongs"), "scoops", "in the cupboard, but they train another movement")
	a.do(http.MethodPut, "/api/cupboard/tennis-balls", written.CupboardNote{Here: true}, http.StatusNoContent, nil)
	assert.Contains(t, standIns("pompom-50"), "tennis-balls")
}

// A set-up of places is answered place by place, with what all of it costs, is short of and asks of
// clothes and families.
func TestAnswerOfPlaces(t *testing.T) {
	a := demoLead(t)
	lanterns := a.room("Lanterns")
	price := written.CupboardAmount{Grams: ptr(1000.0), PackG: ptr(500.0), PriceCoins: ptr(120)}
	for _, id := range []string{"white-rice", "play-sand"} {
		a.do(http.MethodPut, "/api/cupboard/"+id+"/amount", price, http.StatusNoContent, nil)
	}
	// six in a pack
	a.do(http.MethodPut, "/api/cupboard/wooden-boats/amount", written.CupboardAmount{PackG: ptr(6.0),
		PriceCoins: ptr(300)}, http.StatusNoContent, nil)
	fill := func(vessel string, mm float64, ids ...string) *written.Base {
		b := &written.Base{Kind: "fill", ItemID: ids[0], VesselID: vessel, DepthMM: &mm, Vessels: ptr(1)}
		for _, id := range ids[1:] {
			b.More = append(b.More, written.Layer{ItemID: id, DepthMM: mm})
		}
		return b
	}
	p := planned(lanterns.ID, wallIn(2, "09:45"), fill("deep-tub", 30, "white-rice", "play-sand"))
	p.Places = append(p.Places, written.Place{ID: uuid.NewString(), Name: "Rice again", Base: fill("tray", 20,
		"white-rice"), Items: []written.PlanItem{}},
		written.Place{ID: uuid.NewString(), Base: &written.Base{Kind: "fill", VesselID: "feel-bag"},
			Items: []written.PlanItem{{ID: uuid.NewString(), ItemID: "wooden-boats", Each: 1, Use: "hidden"}}})
	p.Beside = []written.PlanItem{{ID: uuid.NewString(), ItemID: "scoops", Each: 3, Shared: true, Use: "open"}}
	var out written.Answer
	a.do(http.MethodPost, "/api/answer", p, http.StatusOK, &out)
	require.Len(t, out.Places, 3)
	assert.Equal(t, []string{"Deep tub", "Rice again", "Cloth bag to feel in"}, []string{out.Places[0].Name,
		out.Places[1].Name, out.Places[2].Name})
	require.Len(t, out.Places[0].Base, 2)
	layers := out.Places[0].Fill.Poured
	assert.Equal(t, 3, out.Beside[0].Count, "shared, not for each of fifteen")
	rice, sand := layers[0].InAllG+out.Places[1].Fill.Poured[0].InAllG, layers[1].InAllG
	assert.InDelta(t, (rice+sand)*120/500+15*300/6, out.Cost.Coins, 0.5)
	assert.InDelta(t, ((rice+sand)*120/500+15*300/6)/15, out.Cost.EachCoins, 0.5)
	assert.Equal(t, out.Cost.Coins, out.Cost.BackCoins, "dry grain that nobody mouths goes back, and so do boats")
	assert.Equal(t, []string{"Scoops, wide"}, out.Cost.Unpriced)
	require.GreaterOrEqual(t, len(out.Missing), 2, "what both places take together is more than there is")
	assert.InDelta(t, rice-1000, out.Missing[0].Lacks, 1e-6)
	assert.Less(t, *layers[0].ReachesMM, 30.0)
	assert.Equal(t, int(math.Ceil((layers[0].InAllG-1000)/500)), layers[0].Packs)
	assert.InDelta(t, 1000+500*float64(layers[0].Packs)-layers[0].InAllG, layers[0].LeftG, 1e-6,
		"what is left of the packs")
	assert.Contains(t, out.Families, "Tomorrow we will play with white rice, dry")
	assert.NotEmpty(t, out.Wear)
	doc, err := json.Marshal(out)
	require.NoError(t, err)
	assert.NotContains(t, string(doc), `"base":null`)

	p.Places[1].Base = &written.Base{Kind: "mix", RecipeID: "stove-dough", PortionG: ptr(100.0), Frozen: true}
	a.refused(http.MethodPost, "/api/answer", p, http.StatusUnprocessableEntity, "places/1/base/frozen",
		"frozen by its recipe")
	p.Places[1].Base.Frozen, p.Places[1].Base.More = false, []written.Layer{{ItemID: "white-rice", DepthMM: 20}}
	a.refused(http.MethodPost, "/api/answer", p, http.StatusUnprocessableEntity, "places/1/base/more",
		"a place of its own")
	p.Places[1].Base.More = nil
	p.Beside[0].Colours = 20
	a.refused(http.MethodPost, "/api/answer", p, http.StatusUnprocessableEntity, "beside/0/colours", "2 to 8 colours")
	p.Beside[0].Colours, p.Beside[0].CupID = 2, "unicorn"
	a.refused(http.MethodPost, "/api/answer", p, http.StatusUnprocessableEntity, "beside/0/cup_id",
		"nothing on the shelf")
}

// What can be begun with is whole and ready for its room, of the cupboard alone, and never what the
// answer to it would not clear.
func TestStartsAreReadyAndOfTheCupboard(t *testing.T) {
	a := demoLead(t)
	starts := func(room string) (all []written.Start) {
		a.do(http.MethodGet, "/api/starts?play_at="+wallIn(2, "09:45")+"&room_id="+room, nil, http.StatusOK, &all)
		return all
	}
	aims := map[string]int{}
	for _, room := range []string{"Puddles", "Pebbles", "Lanterns"} {
		id := a.room(room).ID
		for _, s := range starts(id) {
			aims[room]++
			var out written.Answer
			a.do(http.MethodPost, "/api/answer", written.Plan{RoomID: id, PlayAt: wallIn(2, "09:45"), Places: s.Places,
				Beside: s.Beside}, http.StatusOK, &out)
			assert.Equal(t, out.Mark, s.Mark, "%s, %s", room, s.Aim)
			assert.Contains(t, []string{"bowl", "outlined-bowl", "held-bowl"}, s.Mark)
			assert.Equal(t, []any{out.Ready, out.Missing}, []any{s.Ready, s.Missing}, "%s, %s", room, s.Aim)
			assert.NotEmpty(t, s.With)
			for _, l := range append(s.Places[0].Items, s.Beside...) {
				var it written.ItemPage
				a.do(http.MethodGet, "/api/shelf/items/"+l.ItemID+"?use=open", nil, http.StatusOK, &it)
				assert.True(t, it.InCupboard, l.ItemID)
			}
		}
	}
	assert.GreaterOrEqual(t, aims["Lanterns"], 4)
	assert.GreaterOrEqual(t, aims["Pebbles"], 2)
	a.refused(http.MethodGet, "/api/starts?play_at=soon&room_id="+a.room("Pebbles").ID, nil,
		http.StatusUnprocessableEntity, "play_at", "2026-11-24T09:45")
}

// The sums on the side come in words, and what is missing or nonsense is named.
func TestSumsOnTheSide(t *testing.T) {
	a := demoLead(t)
	for says, in := range map[string]written.Sum{
		"16 slices, and 4 mm are left.":        {Kind: "slices", LengthMM: 500, PieceMM: 30, CutMM: 1},
		"7 strips side by side.":               {Kind: "strips", WidthMM: 420, PieceMM: 60},
		"16 pieces strewn, 20 laid close.":     {Kind: "cover", LengthMM: 300, WidthMM: 200, PieceMM: 60},
		"55 pieces for pots numbered 1 to 10.": {Kind: "pots", Pots: 10},
		"Hang its opening at most 915 mm above the floor: a small child of that age reaches it standing flat.": {
			Kind: "wall", Months: 30},
		"0.91 m of rope.": {Kind: "rope", Grams: 56, PieceMM: 8},
	} {
		var out written.SumAnswer
		a.do(http.MethodPost, "/api/sums", in, http.StatusOK, &out)
		assert.Equal(t, says, out.Says)
	}
	var worth written.SumAnswer
	a.do(http.MethodPost, "/api/sums", written.Sum{Kind: "worth", MadeCoins: 312, MadeUses: 5, BoughtCoins: 900,
		BoughtUses: 8, Children: 15}, http.StatusOK, &worth)
	assert.Equal(t, written.SumAnswer{Says: "Making it costs less for a child and a use.", MadeCoins: 4,
		BoughtCoins: 8}, worth)
	a.refused(http.MethodPost, "/api/sums", written.Sum{Kind: "worth", MadeCoins: 3, MadeUses: 1, Children: 4},
		http.StatusUnprocessableEntity, "bought_uses", "1 to 1,000")
	a.refused(http.MethodPost, "/api/sums", written.Sum{Kind: "wall", Months: -2}, http.StatusUnprocessableEntity,
		"months", "between 1 and")
	a.refused(http.MethodPost, "/api/sums", written.Sum{Kind: "slices", LengthMM: -4}, http.StatusUnprocessableEntity,
		"length_mm", "more than 0")
	a.refused(http.MethodPost, "/api/sums", written.Sum{Kind: "sieves"}, http.StatusUnprocessableEntity, "kind",
		"slices, strips")
}

// A room is never emptied under its set-ups; deleted, it takes them with it, whoever still has one open
// reads that the room is gone, and all of them come back with it.
func TestARoomGoneClearsNothing(t *testing.T) {
	a := demoLead(t)
	pebbles := a.room("Pebbles")
	was := a.setups()
	empty := input(pebbles)
	empty.Children = []written.Child{}
	a.refused(http.MethodPut, "/api/rooms/"+pebbles.ID, empty, http.StatusUnprocessableEntity, "children",
		"without ages nothing can be checked")
	var open written.StoredSetup
	first := slices.IndexFunc(was, func(s written.SetupSummary) bool { return s.RoomID == pebbles.ID })
	a.do(http.MethodGet, "/api/setups/"+was[first].ID, nil, http.StatusOK, &open)
	require.Equal(t, pebbles.ID, open.RoomID)
	a.do(http.MethodDelete, "/api/rooms/"+pebbles.ID, nil, http.StatusNoContent, nil)
	for _, s := range a.setups() {
		assert.NotEqual(t, pebbles.ID, s.RoomID)
	}
	a.do(http.MethodPost, "/api/answer", open.Plan, http.StatusNotFound, nil)
	a.do(http.MethodPut, "/api/setups/"+open.ID, written.SetupInput{Version: open.Version, Setup: open.Setup},
		http.StatusUnprocessableEntity, nil)
	a.do(http.MethodPost, "/api/rooms/"+pebbles.ID+"/restore", nil, http.StatusNoContent, nil)
	assert.Equal(t, was, a.setups())
}
