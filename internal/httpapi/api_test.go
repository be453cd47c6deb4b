package httpapi_test

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"iter"
	"maps"
	"net/http"
	"net/http/cookiejar"
	"net/http/httptest"
	"os"
	"strings"
	"testing"
	"time"

	"github.com/gin-gonic/gin"
	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/internal/auth"
	"emblo/internal/contract"
	"emblo/internal/demo"
	"emblo/internal/httpapi"
	"emblo/internal/store"
	"emblo/internal/testdb"
)

// now is the day of every test here.
var now = time.Date(2026, 11, 24, 9, 0, 0, 0, time.UTC)

const password = "a long enough password"

func TestMain(m *testing.M) {
	gin.SetMode(gin.ReleaseMode)
	os.Exit(testdb.Run(m, func(ctx context.Context, s *store.Store) error {
		if err := demo.Load(ctx, s, now); err != nil {
			return err
		}
		hash, err := auth.Hash(password)
		if err != nil {
			return err
		}
		return s.CreateCentre(ctx, store.CentreRow{ID: uuid.New(), Name: "Other House", RatioTable: "cfoc", TimeZone: "UTC"},
			store.Staff{ID: uuid.New(), Name: "Lena", Email: "other@house.example", Role: "lead", PasswordHash: hash},
			store.Staff{ID: uuid.New(), Name: "Hale", Email: "helper@house.example", Role: "helper", PasswordHash: hash})
	}))
}

type api struct {
	testing.TB
	server *httptest.Server
	client *http.Client
}

func serve(t testing.TB) *httptest.Server {
	server := httptest.NewServer(httpapi.New(httpapi.Options{Store: testdb.Open(t), Now: func() time.Time { return now }}))
	t.Cleanup(server.Close)
	return server
}

func visit(t testing.TB, server *httptest.Server) *api {
	jar, err := cookiejar.New(nil)
	require.NoError(t, err)
	return &api{t, server, &http.Client{Jar: jar}}
}

// demoLead signs in to the demo centre on a database of its own.
func demoLead(t testing.TB) *api {
	a := visit(t, serve(t))
	a.do(http.MethodPost, "/api/session/demo", nil, http.StatusOK, nil)
	return a
}

// do sends a request, holds its status, and decodes its body into out.
func (a *api) do(method, path string, body any, status int, out any) *http.Response {
	a.Helper()
	var r io.Reader
	switch b := body.(type) {
	case nil:
	case string:
		r = strings.NewReader(b)
	default:
		text, err := json.Marshal(b)
		require.NoError(a, err)
		r = bytes.NewReader(text)
	}
	req, err := http.NewRequestWithContext(a.Context(), method, a.server.URL+path, r)
	require.NoError(a, err)
	if r != nil {
		req.Header.Set("Content-Type", "application/json")
	}
	resp, err := a.client.Do(req)
	require.NoError(a, err)
	defer resp.Body.Close()
	text, err := io.ReadAll(resp.Body)
	require.NoError(a, err)
	require.Equal(a, status, resp.StatusCode, "%s %s: %s", method, path, text)
	if status >= 400 {
		require.Equal(a, "application/problem+json", resp.Header.Get("Content-Type"))
	}
	if out != nil {
		require.NoError(a, json.Unmarshal(text, out))
	}
	return resp
}

// ask sends a request and returns the body of whatever is answered.
func (a *api) ask(method, path string, body any) []byte {
	a.Helper()
	var r io.Reader
	if b, ok := body.(string); ok {
		r = strings.NewReader(b)
	}
	req, err := http.NewRequestWithContext(a.Context(), method, a.server.URL+path, r)
	require.NoError(a, err)
	req.Header.Set("Content-Type", "application/json")
	resp, err := a.client.Do(req)
	require.NoError(a, err)
	defer resp.Body.Close()
	text, err := io.ReadAll(resp.Body)
	require.NoError(a, err)
	return text
}

// refused sends a request that must fail, and holds the field and the words.
func (a *api) refused(method, path string, body any, status int, field, words string) {
	a.Helper()
	var p contract.Problem
	a.do(method, path, body, status, &p)
	assert.Contains(a, p.Detail, words)
	if field != "" && assert.NotNil(a, p.Field, p.Detail) {
		assert.Equal(a, field, *p.Field)
	}
}

func (a *api) room(name string) contract.Room {
	a.Helper()
	var rooms []contract.Room
	a.do(http.MethodGet, "/api/rooms", nil, http.StatusOK, &rooms)
	for _, r := range rooms {
		if r.Name == name {
			return r
		}
	}
	a.Fatalf("there is no room %s", name)
	return contract.Room{}
}

func mapKeys[V any](m map[string]V) iter.Seq[string] { return maps.Keys(m) }

func ptr[T any](v T) *T { return &v }

func input(r contract.Room) contract.RoomInput {
	return contract.RoomInput{Version: r.Version, Name: r.Name, Adults: r.Adults, Measures: r.Measures, NutFree: r.NutFree, Illness: r.Illness, Pet: r.Pet, Children: r.Children}
}

func newRoom(name string) contract.RoomInput {
	return contract.RoomInput{Name: name, Adults: 1, Measures: "us", Children: []contract.ChildInput{
		{Id: uuid.NewString(), Initials: "ab", Born: "2023-01", Mouths: contract.MouthsNo, Allergies: []contract.Allergy{}}}}
}

// The demo centre's answers, as the issue of the day asks: peas and shells kept out of
// Pebbles with the gauge's numbers, an unmeasured thing to be measured, stove dough for
// fifteen in scoops and grams with the miss.
func TestAnswersOfTheDemoCentre(t *testing.T) {
	a := demoLead(t)
	var list []contract.SetupSummary
	a.do(http.MethodGet, "/api/setups", nil, http.StatusOK, &list)
	byName := map[string]contract.SetupSummary{}
	for _, s := range list {
		byName[s.Name] = s
	}
	answer := func(name string) (out contract.Answer) {
		var s contract.Setup
		a.do(http.MethodGet, "/api/setups/"+byName[name].Id, nil, http.StatusOK, &s)
		a.do(http.MethodPost, "/api/answer", contract.Plan{RoomId: s.RoomId, PlayAt: s.PlayAt, Base: s.Base, Items: s.Items}, http.StatusOK, &out)
		require.Equal(t, *byName[name].Verdict, *out.Verdict, "list and bench agree")
		return out
	}

	tub := answer("Harbour scoop tub")
	assert.Equal(t, contract.KeepOut, *tub.Verdict)
	assert.Equal(t, contract.KeepOut, tub.Base.Verdict)
	assert.Contains(t, tub.Base.Findings[0].Reason, "31.75 mm")
	assert.Contains(t, tub.Base.Findings[0].Reason, "8 of 10 children")
	assert.Equal(t, contract.KeepOut, tub.Lines[0].Verdict, "small shells")
	assert.Equal(t, contract.MeasureFirst, tub.Lines[2].Verdict, "beach glass without a size")

	dough := answer("Bakery counter")
	assert.Equal(t, contract.WithAHand, *dough.Verdict)
	require.Len(t, dough.Mix.Amounts, 5)
	assert.GreaterOrEqual(t, dough.Mix.MadeG, 1800.0)
	assert.Equal(t, contract.Scoop{Label: "1 cup", Count: 4, VolumeMl: 236.588}, dough.Mix.Amounts[0].Scoops[0])
	assert.InDelta(t, 0, dough.Mix.Amounts[0].Off, 0.04)
	assert.Equal(t, "2026-11-26T09:17", dough.StartBy)
	assert.Equal(t, dough.StartBy, dough.Timeline[0].Starts)
	assert.NotEmpty(t, dough.Baseline)
}

// Every refusal names the field and says what to do; nothing is stored.
func TestBadInputIsRefusedByName(t *testing.T) {
	a := demoLead(t)
	pebbles := a.room("Pebbles")
	put := func(change func(*contract.RoomInput)) contract.RoomInput {
		in := newRoom("Sandbank")
		change(&in)
		return in
	}
	for _, row := range []struct {
		field, words string
		in           contract.RoomInput
	}{
		{"name", "a name", put(func(r *contract.RoomInput) { r.Name = "  " })},
		{"name", "at most 60", put(func(r *contract.RoomInput) { r.Name = strings.Repeat("x", 61) })},
		{"name", "already", put(func(r *contract.RoomInput) { r.Name = "pebbles" })},
		{"adults", "between 0 and 30", put(func(r *contract.RoomInput) { r.Adults = -1 })},
		{"measures", "Choose US cups", put(func(r *contract.RoomInput) { r.Measures = "handfuls" })},
		{"children", "at least one child", put(func(r *contract.RoomInput) { r.Children = nil })},
		{"children", "at most 60 children, not 400", put(func(r *contract.RoomInput) { r.Children = make([]contract.ChildInput, 400) })},
		{"children/0/born", "in the future", put(func(r *contract.RoomInput) { r.Children[0].Born = "2026-12" })},
		{"children/0/born", "such as 2024-05", put(func(r *contract.RoomInput) { r.Children[0].Born = "May" })},
		{"children/0/born", "over 14 years", put(func(r *contract.RoomInput) { r.Children[0].Born = "1990-01" })},
		{"children/0/initials", "never a name", put(func(r *contract.RoomInput) { r.Children[0].Initials = "Anna" })},
		{"children/0/mouths", "yes, no or not known", put(func(r *contract.RoomInput) { r.Children[0].Mouths = "" })},
		{"children/0/developmental_months", "between 0", put(func(r *contract.RoomInput) { r.Children[0].DevelopmentalMonths = ptr(-3) })},
		{"children/0/allergies/0", "allergic to", put(func(r *contract.RoomInput) { r.Children[0].Allergies = []contract.Allergy{{To: "kiwi", By: "eating"}} })},
		{"children/0/allergies/0/note", "Note what", put(func(r *contract.RoomInput) { r.Children[0].Allergies = []contract.Allergy{{To: "other", By: "eating"}} })},
		{"children/1/id", "twice", put(func(r *contract.RoomInput) { r.Children = append(r.Children, r.Children[0]) })},
	} {
		a.refused(http.MethodPut, "/api/rooms/"+uuid.NewString(), row.in, http.StatusUnprocessableEntity, row.field, row.words)
	}

	plan := func(change func(*contract.Plan)) contract.Plan {
		p := contract.Plan{RoomId: pebbles.Id, PlayAt: "2026-11-26T09:45", Items: []contract.PlanItem{{ItemId: ptr("wooden-boats"), Each: 1, Use: "open"}}}
		change(&p)
		return p
	}
	mix := func(portion float64) *contract.Base {
		return &contract.Base{Kind: "mix", RecipeId: ptr("stove-dough"), PortionG: &portion}
	}
	sized := func(sizes ...float64) *contract.Described {
		return &contract.Described{Name: "Thing", Form: ptr(contract.Piece), Solid: ptr(contract.Sphere), SizesMm: &sizes}
	}
	for _, row := range []struct {
		field, words string
		in           contract.Plan
	}{
		{"room_id", "Choose a room", plan(func(p *contract.Plan) { p.RoomId = "x" })},
		{"play_at", "2026-11-24T09:45", plan(func(p *contract.Plan) { p.PlayAt = "tomorrow" })},
		{"items/0/item_id", "nothing on the shelf", plan(func(p *contract.Plan) { p.Items[0].ItemId = ptr("unicorn") })},
		{"items/0/item_id", "describe it", plan(func(p *contract.Plan) { p.Items[0].ItemId = nil })},
		{"items/0/each", "between 1 and 500", plan(func(p *contract.Plan) { p.Items[0].Each = 0 })},
		{"items/0/use", "how the children meet it", plan(func(p *contract.Plan) { p.Items[0].Use = "thrown" })},
		{"items", "at most 10", plan(func(p *contract.Plan) { p.Items = repeat(p.Items[0], 11) })},
		{"items/0/described/sizes_mm", "more than 0", plan(func(p *contract.Plan) { p.Items[0] = contract.PlanItem{Described: sized(-4), Each: 1, Use: "open"} })},
		{"items/0/described/sizes_mm", "needs 1 size", plan(func(p *contract.Plan) { p.Items[0] = contract.PlanItem{Described: sized(4, 5), Each: 1, Use: "open"} })},
		{"base/portion_g", "between 1 and 2000 g", plan(func(p *contract.Plan) { p.Base = mix(0) })},
		{"base/recipe_id", "Choose a recipe", plan(func(p *contract.Plan) { p.Base = &contract.Base{Kind: "mix"} })},
		{"base/depth_mm", "75 mm at most", plan(func(p *contract.Plan) {
			p.Base = &contract.Base{Kind: "fill", ItemId: ptr("play-sand"), VesselId: ptr("deep-tub"), DepthMm: ptr(500.0)}
		})},
	} {
		a.refused(http.MethodPost, "/api/answer", row.in, http.StatusUnprocessableEntity, row.field, row.words)
		in := contract.SetupInput{Name: "Bad", RoomId: row.in.RoomId, PlayAt: row.in.PlayAt, Base: row.in.Base, Items: row.in.Items}
		a.do(http.MethodPut, "/api/setups/"+uuid.NewString(), in, http.StatusUnprocessableEntity, nil)
	}

	a.refused(http.MethodPut, "/api/rooms/"+uuid.NewString(), `{"version": "one"}`, http.StatusBadRequest, "version", "must be a number")
	a.refused(http.MethodPut, "/api/rooms/"+uuid.NewString(), `{"version": 0, "na`, http.StatusBadRequest, "", "not complete JSON")
	a.refused(http.MethodPost, "/api/answer", `{"room_id":"`+strings.Repeat("x", 10<<20)+`"}`, http.StatusRequestEntityTooLarge, "", "larger than 256 kB")
	a.refused(http.MethodGet, "/api/rooms/"+uuid.NewString(), nil, http.StatusNotFound, "", "deleted")
	a.refused(http.MethodGet, "/api/rooms/not-an-id", nil, http.StatusNotFound, "", "deleted")
	a.refused(http.MethodGet, "/api/nowhere", nil, http.StatusNotFound, "", "deleted")
	a.refused(http.MethodPatch, "/api/rooms", nil, http.StatusMethodNotAllowed, "", "that kind of request")

	var rooms []contract.Room
	var setups []contract.SetupSummary
	a.do(http.MethodGet, "/api/rooms", nil, http.StatusOK, &rooms)
	a.do(http.MethodGet, "/api/setups", nil, http.StatusOK, &setups)
	assert.Len(t, rooms, 3, "nothing was half-saved")
	assert.Len(t, setups, 4, "nothing was half-saved")
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
	var first, again contract.Room
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
	assert.Contains(t, stale.Detail, "Somebody else saved")

	setup := contract.SetupInput{Name: "Tub", RoomId: first.Id, PlayAt: "2026-11-26T09:45", Items: []contract.PlanItem{}}
	setupPath := "/api/setups/" + uuid.NewString()
	var saved contract.Setup
	a.do(http.MethodPut, setupPath, setup, http.StatusOK, &saved)
	a.do(http.MethodPut, setupPath, setup, http.StatusOK, &saved)
	assert.Equal(t, 1, saved.Version)
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
			req, _ := http.NewRequest(http.MethodPut, a.server.URL+"/api/rooms/"+room.Id, bytes.NewReader(text))
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
	other.do(http.MethodPost, "/api/session", contract.SignIn{Email: "OTHER@house.example", Password: password}, http.StatusOK, nil)
	room := demo.room("Lanterns")
	var setups []contract.SetupSummary
	demo.do(http.MethodGet, "/api/setups", nil, http.StatusOK, &setups)

	var none []contract.Room
	other.do(http.MethodGet, "/api/rooms", nil, http.StatusOK, &none)
	assert.Empty(t, none)
	for _, path := range []string{"/api/rooms/" + room.Id, "/api/setups/" + setups[0].Id} {
		other.do(http.MethodGet, path, nil, http.StatusNotFound, nil)
		other.do(http.MethodDelete, path, nil, http.StatusNotFound, nil)
	}
	other.do(http.MethodPut, "/api/rooms/"+room.Id, input(room), http.StatusNotFound, nil)
	p := contract.Plan{RoomId: room.Id, PlayAt: "2026-11-26T09:45", Items: []contract.PlanItem{}}
	other.do(http.MethodPost, "/api/answer", p, http.StatusNotFound, nil)
	other.refused(http.MethodPut, "/api/setups/"+uuid.NewString(), contract.SetupInput{Name: "x", RoomId: room.Id, PlayAt: p.PlayAt, Items: p.Items},
		http.StatusUnprocessableEntity, "room_id", "not there any more")
	// The same id in another centre is another room.
	in := newRoom("Lanterns")
	other.do(http.MethodPut, "/api/rooms/"+room.Id, in, http.StatusOK, nil)
	assert.Len(t, demo.room("Lanterns").Children, 15)
}

func TestSigningIn(t *testing.T) {
	server := serve(t)
	a := visit(t, server)
	a.do(http.MethodGet, "/api/rooms", nil, http.StatusUnauthorized, nil)
	resp := a.do(http.MethodPost, "/api/session", contract.SignIn{Email: "helper@house.example", Password: password}, http.StatusOK, nil)
	cookie := resp.Header.Get("Set-Cookie")
	for _, want := range []string{"HttpOnly", "SameSite=Strict", "Path=/"} {
		assert.Contains(t, cookie, want)
	}
	a.refused(http.MethodPut, "/api/rooms/"+uuid.NewString(), newRoom("Sandbank"), http.StatusForbidden, "", "Your role can look")
	a.do(http.MethodDelete, "/api/session", nil, http.StatusNoContent, nil)
	a.do(http.MethodGet, "/api/session", nil, http.StatusUnauthorized, nil)

	for range 8 {
		a.refused(http.MethodPost, "/api/session", contract.SignIn{Email: "other@house.example", Password: "guess"}, http.StatusUnauthorized, "password", "do not go together")
	}
	resp = a.do(http.MethodPost, "/api/session", contract.SignIn{Email: "Other@House.example", Password: password}, http.StatusTooManyRequests, nil)
	assert.Equal(t, "900", resp.Header.Get("Retry-After"), "even the right password waits")
	a.do(http.MethodPost, "/api/session", contract.SignIn{Email: "nobody@house.example", Password: "x"}, http.StatusUnauthorized, nil)
}

func TestForeignSitesAndFramesAreRefused(t *testing.T) {
	a := demoLead(t)
	for header, value := range map[string]string{"Sec-Fetch-Site": "cross-site", "Origin": "https://elsewhere.example"} {
		req, err := http.NewRequest(http.MethodPost, a.server.URL+"/api/session/demo", nil)
		require.NoError(t, err)
		req.Header.Set(header, value)
		resp, err := a.client.Do(req)
		require.NoError(t, err)
		resp.Body.Close()
		assert.Equal(t, http.StatusForbidden, resp.StatusCode, header)
	}
	resp := a.do(http.MethodGet, "/api/welcome", nil, http.StatusOK, nil)
	assert.Contains(t, resp.Header.Get("Content-Security-Policy"), "default-src 'none'")
	assert.Equal(t, "nosniff", resp.Header.Get("X-Content-Type-Options"))
	page, err := a.client.Get(a.server.URL + "/rooms")
	require.NoError(t, err)
	defer page.Body.Close()
	text, _ := io.ReadAll(page.Body)
	assert.Contains(t, string(text), "make start", "a binary without pages says how to build them")
}

func TestCheckByWordsByAgeAndByMeasure(t *testing.T) {
	a := demoLead(t)
	check := func(in contract.CheckInput) (out contract.CheckAnswer) {
		in.Use = "open"
		a.do(http.MethodPost, "/api/check", in, http.StatusOK, &out)
		return out
	}
	peas := check(contract.CheckInput{Words: ptr("dried peas 26 months")})
	assert.Equal(t, "Split peas", peas.Name)
	require.Len(t, peas.For, 1)
	assert.Equal(t, contract.KeepOut, peas.For[0].Verdict)

	unknown := check(contract.CheckInput{Words: ptr("glow worms")})
	assert.False(t, unknown.Found)
	require.Len(t, unknown.For, 3)
	for _, f := range unknown.For {
		assert.Equal(t, contract.MeasureFirst, f.Verdict, f.Who)
	}

	boat := check(contract.CheckInput{Described: &contract.Described{Name: "Boat", Form: ptr(contract.Piece), Solid: ptr(contract.Box),
		SizesMm: &[]float64{90, 50, 40}, Contents: ptr(contract.DescribedContentsListed), NothingElse: ptr(true)}})
	for _, f := range boat.For {
		assert.Equal(t, contract.GoesIn, f.Verdict, f.Who)
	}
	// Of a described food the salt is not known, and a cork can be bitten into.
	crumb := check(contract.CheckInput{Described: &contract.Described{Name: "Crumb", Form: ptr(contract.SoftFood), Traits: &[]string{"food"},
		Contents: ptr(contract.DescribedContentsListed), NothingElse: ptr(true)}})
	for _, answer := range []contract.CheckAnswer{crumb, check(contract.CheckInput{ItemId: ptr("corks")}), check(contract.CheckInput{ItemId: ptr("pine-cones")})} {
		for _, f := range answer.For {
			assert.NotEqual(t, contract.GoesIn, f.Verdict, "%s for %s", answer.Name, f.Who)
		}
	}
	a.refused(http.MethodPost, "/api/check", contract.CheckInput{Use: "open", Words: ptr("26 months")}, http.StatusUnprocessableEntity, "words", "Type what to check")

	var shelf []contract.ShelfItem
	a.do(http.MethodGet, "/api/shelf?q=chikpeas%2018m&part=filler", nil, http.StatusOK, &shelf)
	assert.Equal(t, "chickpeas", shelf[0].Id)
	var book contract.Book
	a.do(http.MethodGet, "/api/book", nil, http.StatusOK, &book)
	assert.NotEmpty(t, book.Recipes)
}

// A stopped database is one clear sentence, and never a verdict.
func TestLostDatabaseIsNotAnAnswer(t *testing.T) {
	s := testdb.Open(t)
	server := httptest.NewServer(httpapi.New(httpapi.Options{Store: s, Now: func() time.Time { return now }}))
	t.Cleanup(server.Close)
	a := visit(t, server)
	a.do(http.MethodPost, "/api/session/demo", nil, http.StatusOK, nil)
	require.NoError(t, s.Close())
	a.refused(http.MethodPost, "/api/check", fmt.Sprintf(`{"use":"open","words":%q}`, "rice"), http.StatusInternalServerError, "", "nothing was changed")
}
