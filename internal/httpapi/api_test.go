package httpapi_test

import (
	"bytes"
	"context"
	"encoding/json"
	"net/http"
	"os"
	"strings"
	"testing"
	"time"

	"github.com/gin-gonic/gin"
	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/strict"
	"emblo/core/written"
	"emblo/internal/account"
	"emblo/internal/contract"
	"emblo/internal/demo"
	"emblo/internal/moment"
	"emblo/internal/store"
	"emblo/internal/testdb"
)

// stands is the moment at which the tests here run, and now what the clock shows in all of them but those that
// say another hour.
var (
	stands = moment.Chosen("drawn")
	now    = stands.At()
)

// clock tells it.
func clock() time.Time { return now }

// recordDay is the moment of what is held against a record.
var recordDay = time.Date(2026, 11, 24, 9, 0, 0, 0, time.UTC)

const password = "a long enough password"

func TestMain(m *testing.M) {
	gin.SetMode(gin.ReleaseMode)
	os.Exit(testdb.Run(m, stands, func(ctx context.Context, s *store.Store) error {
		if err := demo.Load(ctx, s, now); err != nil {
			return err
		}
		hash, err := account.Hash(password)
		if err != nil {
			return err
		}
		return s.CreateCentre(ctx, store.CentreRow{ID: uuid.New(), TimeZone: now.Location().String(),
			Doc: strict.Write(written.Centre{Name: "Other House", RatioTable: "cfoc", PerAdult: []int{},
				Currency: "USD", Policy: written.Policy{MinimumMonths: map[string]int{}}})},
			store.Staff{ID: uuid.New(), Name: "Lena", Email: "other@house.example", Role: "lead", PasswordHash: hash},
			store.Staff{ID: uuid.New(), Name: "Hale", Email: "helper@house.example", Role: "helper",
				PasswordHash: hash})
	}))
}

// The demo centre's answers, as the issue of the day asks: peas and shells kept out of
// Pebbles with the gauge's numbers, an unmeasured thing to be measured, stove dough for
// fifteen in scoops and grams with the miss.
func TestAnswersOfTheDemoCentre(t *testing.T) {
	a := demoLead(t)
	byName := map[string]written.SetupSummary{}
	for _, s := range a.setups() {
		byName[s.Name] = s
	}
	answer := func(name string) (out written.Answer) {
		var s written.StoredSetup
		a.do(http.MethodGet, "/api/setups/"+byName[name].ID, nil, http.StatusOK, &s)
		a.do(http.MethodPost, "/api/answer", s.Plan, http.StatusOK, &out)
		require.Equal(t, byName[name].Verdict, out.Verdict, "list and bench agree")
		return out
	}

	tub := answer("Harbour scoop tub")
	assert.Equal(t, "keep-out", tub.Verdict)
	assert.Equal(t, "keep-out", tub.Places[0].Base[0].Verdict)
	assert.Contains(t, tub.Places[0].Base[0].Findings[0].Reason, "small-parts cylinder")
	assert.Contains(t, tub.Places[0].Base[0].Findings[0].Reason, "8 of 10 children")
	assert.Equal(t, "keep-out", tub.Places[0].Lines[0].Verdict, "small shells")
	assert.Equal(t, "measure-first", tub.Places[0].Lines[2].Verdict, "beach glass without a size")

	dough := answer("Bakery counter")
	assert.Equal(t, "with-a-hand", dough.Verdict)
	require.Len(t, dough.Places[0].Mix.Amounts, 5)
	assert.GreaterOrEqual(t, dough.Places[0].Mix.MadeG, 1800.0)
	assert.Equal(t, written.Scoop{Label: "1 cup", Count: 4, VolumeML: 236.588},
		dough.Places[0].Mix.Amounts[0].Scoops[0])
	assert.InDelta(t, 0, dough.Places[0].Mix.Amounts[0].Off, 0.04)
	assert.Equal(t, wallIn(2, "09:17"), dough.StartBy)
	assert.Equal(t, dough.StartBy, dough.Timeline[0].Starts)
	assert.NotEmpty(t, dough.Baseline)
}

// Every refusal names the field and says what to do; nothing is stored.
func TestBadInputIsRefusedByName(t *testing.T) {
	a := demoLead(t)
	pebbles := a.room("Pebbles")
	put := func(change func(*written.RoomInput)) written.RoomInput {
		in := newRoom("Sandbank")
		change(&in)
		return in
	}
	for _, row := range []struct {
		field, words string
		in           written.RoomInput
	}{
		{"name", "a name", put(func(r *written.RoomInput) { r.Name = "  " })},
		{"name", "at most 60", put(func(r *written.RoomInput) { r.Name = strings.Repeat("x", 61) })},
		{"name", "already", put(func(r *written.RoomInput) { r.Name = "pebbles" })},
		{"name", "already", put(func(r *written.RoomInput) { r.Name = "Ｐebbles" })}, // it looks the same
		{"name", "cannot be seen", put(func(r *written.RoomInput) { r.Name = "Peb\u200bbles" })},
		{"adults", "between 0 and 30", put(func(r *written.RoomInput) { r.Adults = -1 })},
		{"measures", "Choose US cups", put(func(r *written.RoomInput) { r.Measures = "handfuls" })},
		{"children", "at least one child", put(func(r *written.RoomInput) { r.Children = []written.Child{} })},
		{"children", "at most 60 entries", put(func(r *written.RoomInput) { r.Children = repeat(r.Children[0], 400) })},
		{"children/0/born", "in the future", put(func(r *written.RoomInput) {
			r.Children[0].Born = now.AddDate(0, 2, 0).Format("2006-01")
		})},
		{"children/0/born", "such as 2024-05", put(func(r *written.RoomInput) { r.Children[0].Born = "May" })},
		{"children/0/born", "over 14 years", put(func(r *written.RoomInput) { r.Children[0].Born = "1990-01" })},
		{"children/0/initials", "never a name", put(func(r *written.RoomInput) { r.Children[0].Initials = "Anna" })},
		{"children/0/mouths", "yes, no or not known", put(func(r *written.RoomInput) { r.Children[0].Mouths = "" })},
		{"children/0/developmental_months", "between 0", put(func(r *written.RoomInput) {
			r.Children[0].DevelopmentalMonths = ptr(-3)
		})},
		{"children/0/allergies/0", "allergic to", put(func(r *written.RoomInput) {
			r.Children[0].Allergies = []written.Allergy{{To: "kiwi", By: "eating"}}
		})},
		{"children/0/allergies/0/note", "Note what", put(func(r *written.RoomInput) {
			r.Children[0].Allergies = []written.Allergy{{To: "other", By: "eating"}}
		})},
		{"children/1/id", "twice", put(func(r *written.RoomInput) { r.Children = append(r.Children, r.Children[0]) })},
	} {
		a.refused(http.MethodPut, "/api/rooms/"+uuid.NewString(), row.in, http.StatusUnprocessableEntity, row.field,
			row.words)
	}

	plan := func(change func(*written.Plan)) written.Plan {
		p := planned(pebbles.ID, wallIn(2, "09:45"), nil, written.PlanItem{ID: uuid.NewString(), ItemID: "wooden-boats",
			Each: 1, Use: "open"})
		change(&p)
		return p
	}
	mix := func(portion float64) *written.Base {
		return &written.Base{Kind: "mix", RecipeID: "stove-dough", PortionG: &portion}
	}
	sized := func(sizes ...float64) *written.Described {
		return &written.Described{Name: "Thing", Form: "piece", Solid: "sphere", SizesMM: sizes}
	}
	for _, row := range []struct {
		field, words string
		in           written.Plan
	}{
		{"room_id", "Choose a room", plan(func(p *written.Plan) { p.RoomID = "x" })},
		{"play_at", "2026-11-24T09:45", plan(func(p *written.Plan) { p.PlayAt = "tomorrow" })},
		{"places/0/items/0/item_id", "nothing on the shelf", plan(func(p *written.Plan) {
			p.Places[0].Items[0].ItemID = "unicorn"
		})},
		{"places/0/items/0/item_id", "describe it", plan(func(p *written.Plan) { p.Places[0].Items[0].ItemID = "" })},
		{"places/0/items/0/each", "between 1 and 500", plan(func(p *written.Plan) { p.Places[0].Items[0].Each = 0 })},
		{"places/0/items/0/use", "how the children meet it", plan(func(p *written.Plan) {
			p.Places[0].Items[0].Use = "thrown"
		})},
		{"beside", "at most 40", plan(func(p *written.Plan) {
			p.Places[0].Items = repeat(p.Places[0].Items[0], 41)
			for i := range p.Places[0].Items {
				p.Places[0].Items[i].ID = uuid.NewString()
			}
		})},
		{"places/0/items/0/described/sizes_mm", "more than 0", plan(func(p *written.Plan) {
			p.Places[0].Items[0] = written.PlanItem{ID: uuid.NewString(), Described: sized(-4), Each: 1, Use: "open"}
		})},
		{"places/0/items/0/described/sizes_mm", "needs 1 size", plan(func(p *written.Plan) {
			p.Places[0].Items[0] = written.PlanItem{ID: uuid.NewString(), Described: sized(4, 5), Each: 1, Use: "open"}
		})},
		{"places/0/base/portion_g", "between 1 and 2000 g", plan(func(p *written.Plan) { p.Places[0].Base = mix(0) })},
		{"places/0/base/recipe_id", "Choose a recipe", plan(func(p *written.Plan) {
			p.Places[0].Base = &written.Base{Kind: "mix"}
		})},
		{"places/0/base/depth_mm", "75 mm at most", plan(func(p *written.Plan) {
			p.Places[0].Base = &written.Base{Kind: "fill", ItemID: "play-sand", VesselID: "deep-tub",
				DepthMM: ptr(500.0)}
		})},
		{"places/0/base/more/0/item_id", "a filler from the shelf", plan(func(p *written.Plan) {
			p.Places[0].Base = &written.Base{Kind: "fill", ItemID: "play-sand", VesselID: "deep-tub",
				DepthMM: ptr(20.0), More: []written.Layer{{ItemID: "marbles", DepthMM: 10}}}
		})},
		{"places/0/base/frozen", "bursts what is closed", plan(func(p *written.Plan) {
			p.Places[0].Base = &written.Base{Kind: "fill", ItemID: "water", VesselID: "clear-bottle",
				DepthMM: ptr(100.0), Frozen: true}
		})},
		{"places/0/base/unsized", "not both", plan(func(p *written.Plan) {
			p.Places[0].Base = &written.Base{Kind: "fill", ItemID: "play-sand", VesselID: "deep-tub",
				DepthMM: ptr(20.0), Unsized: &written.Unsized{In: "bag", Count: 2}}
		})},
		{"places/0/base/done", "cannot be poured so changed", plan(func(p *written.Plan) {
			p.Places[0].Base = &written.Base{Kind: "fill", ItemID: "play-sand", VesselID: "deep-tub",
				Done: []string{"enchanted"}, DepthMM: ptr(20.0)}
		})},
		{"places/0/base/unsized/count", "more than 0", plan(func(p *written.Plan) {
			p.Places[0].Base = &written.Base{Kind: "fill", ItemID: "play-sand", VesselID: "deep-tub",
				Unsized: &written.Unsized{In: "bag", Count: -1}}
		})},
		{"places/0/items/0/unsized", "not both", plan(func(p *written.Plan) {
			p.Places[0].Items[0].Unsized = &written.Unsized{Count: 1}
		})},
		{"places/1/id", "an id of its own", plan(func(p *written.Plan) { p.Places = append(p.Places, p.Places[0]) })},
		{"beside/0/id", "the same id", plan(func(p *written.Plan) { p.Beside = p.Places[0].Items })},
	} {
		a.refused(http.MethodPost, "/api/answer", row.in, http.StatusUnprocessableEntity, row.field, row.words)
		in := written.SetupInput{Setup: written.Setup{Name: "Bad", Plan: row.in}}
		a.do(http.MethodPut, "/api/setups/"+uuid.NewString(), in, http.StatusUnprocessableEntity, nil)
	}

	a.refused(http.MethodPut, "/api/rooms/"+uuid.NewString(), `{"version": "one"}`, http.StatusBadRequest, "version",
		"must be a whole number, not text")
	a.refused(http.MethodPut, "/api/rooms/"+uuid.NewString(), `{"version": 0, "na`, http.StatusBadRequest, "",
		"not one whole JSON document")
	a.refused(http.MethodPost, "/api/answer", `{"room_id":"`+strings.Repeat("x", 10<<20)+`"}`,
		http.StatusRequestEntityTooLarge, "", "larger than 256 kB")
	a.refused(http.MethodGet, "/api/rooms/"+uuid.NewString(), nil, http.StatusNotFound, "", "deleted")
	a.refused(http.MethodGet, "/api/rooms/not-an-id", nil, http.StatusNotFound, "", "deleted")
	a.refused(http.MethodGet, "/api/nowhere", nil, http.StatusNotFound, "", "deleted")
	a.refused(http.MethodPatch, "/api/rooms", nil, http.StatusMethodNotAllowed, "", "that kind of request")

	var rooms []written.StoredRoom
	a.do(http.MethodGet, "/api/rooms", nil, http.StatusOK, &rooms)
	assert.Len(t, rooms, 3, "nothing was half-saved")
	assert.Len(t, a.setups(), 8, "nothing was half-saved")
}

func repeat[T any](v T, n int) []T {
	all := make([]T, n)
	for i := range all {
		all[i] = v
	}
	return all
}

// A repeated save is harmless, a stale one gets 409 with what is stored, a deleted room
// is gone with its set-ups.
func TestSavesAreRepeatableAndVersioned(t *testing.T) {
	a := demoLead(t)
	path := "/api/rooms/" + uuid.NewString()
	in := newRoom("Sandbank")
	var first, again written.StoredRoom
	a.do(http.MethodPut, path, in, http.StatusOK, &first)
	assert.Equal(t, 1, first.Version)
	assert.Equal(t, "AB", first.Children[0].Initials)
	a.do(http.MethodPut, path, in, http.StatusOK, &again)
	assert.Equal(t, first, again, "the same save twice is one save")

	mine, theirs := input(first), input(first)
	mine.Adults, theirs.Adults = 3, 4
	a.do(http.MethodPut, path, mine, http.StatusOK, &first)
	var stale contract.RoomConflict
	a.do(http.MethodPut, path, theirs, http.StatusConflict, &stale)
	assert.Equal(t, 3, stale.Current.Adults)
	assert.Contains(t, stale.Detail, "Someone else saved")

	setup := written.SetupInput{Setup: written.Setup{Name: "Tub", Plan: planned(first.ID, wallIn(2, "09:45"), nil)}}
	setupPath := "/api/setups/" + uuid.NewString()
	var saved written.SavedSetup
	a.do(http.MethodPut, setupPath, setup, http.StatusOK, &saved)
	a.do(http.MethodPut, setupPath, setup, http.StatusOK, &saved)
	assert.Equal(t, 1, saved.Setup.Version)
	setup.Name = "Another"
	var conflict contract.SetupConflict
	a.do(http.MethodPut, setupPath, setup, http.StatusConflict, &conflict)
	assert.Equal(t, "Tub", conflict.Current.Name)

	a.do(http.MethodDelete, path, nil, http.StatusNoContent, nil)
	a.do(http.MethodGet, setupPath, nil, http.StatusNotFound, nil)
	setup.Version = 1
	a.do(http.MethodPut, setupPath, setup, http.StatusUnprocessableEntity, nil)
	in = input(first)
	a.do(http.MethodPut, path, in, http.StatusNotFound, nil)

	// It comes back with what went with it, once or twice; not under a name that is taken.
	other := newRoom(first.Name)
	otherPath := "/api/rooms/" + uuid.NewString()
	a.do(http.MethodPut, otherPath, other, http.StatusOK, nil)
	a.refused(http.MethodPost, path+"/restore", nil, http.StatusUnprocessableEntity, "name", "already")
	a.do(http.MethodGet, setupPath, nil, http.StatusNotFound, nil)
	a.do(http.MethodDelete, otherPath, nil, http.StatusNoContent, nil)
	a.do(http.MethodPost, path+"/restore", nil, http.StatusNoContent, nil)
	a.do(http.MethodPost, path+"/restore", nil, http.StatusNoContent, nil)
	var back written.StoredRoom
	a.do(http.MethodGet, path, nil, http.StatusOK, &back)
	assert.Equal(t, first, back)
	a.do(http.MethodGet, setupPath, nil, http.StatusOK, nil)
}

func TestTwoSavesAtOnceNeverOverwrite(t *testing.T) {
	a := demoLead(t)
	room := a.room("Puddles")
	codes := make(chan int, 8)
	for i := range 8 {
		go func() {
			in := input(room)
			in.Adults = i
			text, _ := json.Marshal(in)
			req, _ := http.NewRequest(http.MethodPut, a.server.URL+"/api/rooms/"+room.ID, bytes.NewReader(text))
			req.Header.Set("Content-Type", "application/json")
			resp, err := a.client.Do(req)
			if err != nil {
				codes <- 0
				return
			}
			resp.Body.Close()
			codes <- resp.StatusCode
		}()
	}
	count := map[int]int{}
	for range 8 {
		count[<-codes]++
	}
	assert.Equal(t, map[int]int{http.StatusOK: 1, http.StatusConflict: 7}, count)
}

// Another centre's things are not there: not to be read, changed, planned with or deleted.
func TestCentresCannotReachEachOther(t *testing.T) {
	server := serve(t)
	demo, other := visit(t, server), visit(t, server)
	demo.do(http.MethodPost, "/api/session/demo", nil, http.StatusOK, nil)
	other.do(http.MethodPost, "/api/session", written.SignIn{Email: "OTHER@house.example", Password: password},
		http.StatusOK, nil)
	room := demo.room("Lanterns")
	setups := demo.setups()

	var none []written.StoredRoom
	other.do(http.MethodGet, "/api/rooms", nil, http.StatusOK, &none)
	assert.Empty(t, none)
	for _, path := range []string{"/api/rooms/" + room.ID, "/api/setups/" + setups[0].ID} {
		other.do(http.MethodGet, path, nil, http.StatusNotFound, nil)
		other.do(http.MethodDelete, path, nil, http.StatusNotFound, nil)
	}
	other.do(http.MethodPut, "/api/rooms/"+room.ID, input(room), http.StatusNotFound, nil)
	p := planned(room.ID, wallIn(2, "09:45"), nil)
	other.do(http.MethodPost, "/api/answer", p, http.StatusNotFound, nil)
	other.refused(http.MethodPut, "/api/setups/"+uuid.NewString(), written.SetupInput{Setup: written.Setup{Name: "x",
		Plan: planned(room.ID, p.PlayAt, nil, p.Places[0].Items...)}},
		http.StatusUnprocessableEntity, "room_id", "not there any more")
	// The same id in another centre is another room.
	in := newRoom("Lanterns")
	other.do(http.MethodPut, "/api/rooms/"+room.ID, in, http.StatusOK, nil)
	assert.Len(t, demo.room("Lanterns").Children, 15)
}

func TestCheckByWordsByAgeAndByMeasure(t *testing.T) {
	a := demoLead(t)
	check := func(in written.CheckInput) (out written.CheckAnswer) {
		in.Use = "open"
		a.do(http.MethodPost, "/api/check", in, http.StatusOK, &out)
		return out
	}
	peas := check(written.CheckInput{Words: "dried peas 26 months"})
	assert.Equal(t, "Split peas", peas.Name)
	require.Len(t, peas.For, 1)
	assert.Equal(t, "keep-out", peas.For[0].Verdict)

	unknown := check(written.CheckInput{Words: "glow worms"})
	assert.False(t, unknown.Found)
	require.Len(t, unknown.For, 3)
	for _, f := range unknown.For {
		assert.Equal(t, "measure-first", f.Verdict, f.Who)
	}

	boat := check(written.CheckInput{Described: &written.Described{Name: "Boat", Form: "piece", Solid: "box",
		SizesMM: []float64{90, 50, 40}, Contents: "listed", NothingElse: true}})
	for _, f := range boat.For {
		assert.Equal(t, "goes-in", f.Verdict, f.Who)
	}
	// Of a described food the salt is not known, and a cork can be bitten into.
	crumb := check(written.CheckInput{Described: &written.Described{Name: "Crumb", Form: "soft-food",
		Traits:   []string{"food"},
		Contents: "listed", NothingElse: true}})
	for _, answer := range []written.CheckAnswer{crumb, check(written.CheckInput{ItemID: "corks"}),
		check(written.CheckInput{ItemID: "pine-cones"})} {
		for _, f := range answer.For {
			assert.NotEqual(t, "goes-in", f.Verdict, "%s for %s", answer.Name, f.Who)
		}
	}
	a.refused(http.MethodPost, "/api/check", written.CheckInput{Use: "open", Words: "26 months"},
		http.StatusUnprocessableEntity, "words", "Type what to check")

	var shelf []written.ShelfItem
	a.do(http.MethodGet, "/api/shelf?q=chikpeas%2018m&part=filler", nil, http.StatusOK, &shelf)
	assert.Equal(t, "chickpeas", shelf[0].ID)
	var book written.Book
	a.do(http.MethodGet, "/api/book", nil, http.StatusOK, &book)
	assert.NotEmpty(t, book.Recipes)
}
