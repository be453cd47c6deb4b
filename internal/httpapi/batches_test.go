package httpapi_test

import (
	"encoding/json"
	"net/http"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/written"
	"emblo/internal/contract"
	"emblo/internal/testdb"
)

func newID() string { return uuid.Must(uuid.NewV7()).String() }

// doughFor is a batch of stove dough as it is told, with what went in by weight.
func doughFor(room string) written.BatchInput {
	return written.BatchInput{Name: "Stove dough, red", RecipeID: "stove-dough", MadeG: 1900, MadeOn: dayIn(0),
		RoomID: room, Store: "airtight",
		Lines: []written.BatchLine{{ItemID: "plain-flour", Grams: 520}, {ItemID: "water", Grams: 980},
			{ItemID: "fine-salt", Grams: 300}, {ItemID: "plant-oil", Grams: 55}, {ItemID: "cream-of-tartar",
				Grams: 36}}}
}

func (a *api) made(in written.BatchInput) (page written.BatchPage) {
	a.Helper()
	a.do(http.MethodPut, "/api/batches/"+newID(), in, http.StatusOK, &page)
	return page
}

func (a *api) happens(in written.BatchEventInput) (page written.BatchPage) {
	a.Helper()
	a.do(http.MethodPut, "/api/batch-events/"+newID(), in, http.StatusOK, &page)
	return page
}

func mayUse(page written.BatchPage, room string) written.BatchRoom {
	return page.Rooms[slices.IndexFunc(page.Rooms, func(r written.BatchRoom) bool { return r.Room == room })]
}

// A batch from being made to the bin: until when and why, which rooms may have it and which not, what is
// added counts, a part of it is a batch of its own with all that came before, what was noted last is taken
// back and stays to be seen, and the cupboard has less by what went in.
func TestABatchFromMadeToOver(t *testing.T) {
	url := testdb.URL(t)
	a := demoLeadOn(t, serveOn(t, testdb.OpenAt(t, url)))
	lanterns, pebbles := a.room("Lanterns"), a.room("Pebbles")
	flour := func() float64 {
		var c written.Cupboard
		a.do(http.MethodGet, "/api/cupboard", nil, http.StatusOK, &c)
		return c.Jars[slices.IndexFunc(c.Jars, func(j written.StoredJar) bool {
			return j.ItemID == "plain-flour"
		})].Amount
	}
	before := flour()
	id := newID()
	var page written.BatchPage
	for range 2 { // the same batch twice is one
		a.do(http.MethodPut, "/api/batches/"+id, doughFor(lanterns.ID), http.StatusOK, &page)
	}
	assert.Equal(t, before-520, flour())
	assert.Equal(t, []any{dayIn(14), "fine", "Lanterns", 1900.0, "wheat, gluten"}, []any{page.Until, page.State,
		page.Room, page.LeftG, page.Contains})
	assert.True(t, mayUse(page, "Lanterns").Ready)
	refused := mayUse(page, "Pebbles")
	assert.True(t, !refused.Ready && slices.ContainsFunc(refused.Findings, func(f written.Finding) bool {
		return f.Rule == "allergen"
	}), "wheat, by touch: %+v", refused)
	assert.Contains(t, page.Never, "Never to animals.")
	a.refused(http.MethodPut, "/api/batch-events/"+newID(), written.BatchEventInput{BatchID: id, Kind: "used",
		RoomID: pebbles.ID}, http.StatusUnprocessableEntity, "room_id", "Pebbles may not have it")

	use := written.BatchEventInput{BatchID: id, Kind: "used", RoomID: lanterns.ID}
	event := newID()
	for range 2 {
		a.do(http.MethodPut, "/api/batch-events/"+event, use, http.StatusOK, &page)
	}
	assert.Equal(t, 1, page.Uses)
	part := newID()
	page = a.happens(written.BatchEventInput{BatchID: id, Kind: "set-aside", Grams: 400, RoomID: lanterns.ID,
		ToID: part})
	assert.Equal(t, 1500.0, page.LeftG)
	page = a.happens(written.BatchEventInput{BatchID: id, Kind: "added", ItemID: "sesame-oil", Grams: 20})
	assert.Contains(t, page.Contains, "sesame")
	assert.False(t, mayUse(page, "Lanterns").Ready, "a child there is allergic to it")
	last := page.Events[len(page.Events)-1]
	require.True(t, last.Last)
	a.do(http.MethodDelete, "/api/batch-events/"+last.ID, nil, http.StatusNoContent, nil)
	a.do(http.MethodGet, "/api/batches/"+id, nil, http.StatusOK, &page)
	assert.True(t, mayUse(page, "Lanterns").Ready)
	var aside written.BatchPage
	a.do(http.MethodGet, "/api/batches/"+part, nil, http.StatusOK, &aside)
	assert.Equal(t, []any{400.0, 1, id, page.Until}, []any{aside.LeftG, aside.Uses, aside.FromID, aside.Until},
		"it is as old and as used as what it came from")
	a.refused(http.MethodDelete, "/api/batch-events/"+page.Events[1].ID, nil, http.StatusNotFound, "", "Not found")

	page = a.happens(written.BatchEventInput{BatchID: id, Kind: "inspected", Signs: []string{"spots"}})
	assert.Equal(t, "ended", page.State)
	assert.Contains(t, page.Why, "spots")
	a.refused(http.MethodPut, "/api/batch-events/"+newID(), use, http.StatusUnprocessableEntity, "batch_id",
		"This batch is over")
	var list written.BatchList
	a.do(http.MethodGet, "/api/batches", nil, http.StatusOK, &list)
	assert.False(t, slices.ContainsFunc(list.Batches, func(b written.BatchSummary) bool { return b.ID == id }))
	a.do(http.MethodGet, "/api/batches?all=true&words="+page.Code, nil, http.StatusOK, &list)
	require.Len(t, list.Batches, 1, "found by the code of its label")
	a.do(http.MethodGet, "/api/batches?all=true&words=dough+red", nil, http.StatusOK, &list)
	assert.Len(t, list.Batches, 2)

	in := doughFor(lanterns.ID)
	for field, change := range map[string]func(*written.BatchInput){
		"made_g":        func(b *written.BatchInput) { b.MadeG = 0 },
		"lines":         func(b *written.BatchInput) { b.Lines = []written.BatchLine{} },
		"lines/0/grams": func(b *written.BatchInput) { b.Lines = []written.BatchLine{{ItemID: "plain-flour"}} },
		"made_on":       func(b *written.BatchInput) { b.MadeOn = dayIn(1) },
		"room_id":       func(b *written.BatchInput) { b.RoomID = newID() },
		"recipe_id":     func(b *written.BatchInput) { b.RecipeID = "stove-dogh" },
		"name":          func(b *written.BatchInput) { b.Name = " " },
		"setup_id":      func(b *written.BatchInput) { b.SetupID = newID() },
	} {
		bad := in
		change(&bad)
		a.refused(http.MethodPut, "/api/batches/"+newID(), bad, http.StatusUnprocessableEntity, field, "")
	}
	in.MadeOn = dayIn(-388)
	a.refused(http.MethodPut, "/api/batches/"+newID(), in, http.StatusUnprocessableEntity, "made_on", "over a year ago")
	in.MadeOn = ""
	found := a.made(in)
	assert.Equal(t, []any{"past", "date not known", ""}, []any{found.State, found.Why, found.Until})
	a.refused(http.MethodPut, "/api/batch-events/"+newID(), written.BatchEventInput{BatchID: found.ID,
		Kind: "inspected"}, http.StatusUnprocessableEntity, "signs", "A look does not keep it longer")
	rice := a.made(written.BatchInput{Name: "Rice tub", Lines: []written.BatchLine{{ItemID: "white-rice"}}, MadeG: 3000,
		RoomID: lanterns.ID})
	assert.Equal(t, []any{"look-over"}, []any{rice.State}, "a tub of rice without a date is looked over")
	rice = a.happens(written.BatchEventInput{BatchID: rice.ID, Kind: "inspected"})
	assert.Equal(t, []any{"fine", dayIn(28)}, []any{rice.State, rice.Until})
	testdb.Exec(t, url, `update batches set doc = doc || '{"colour": "red"}' where id = '`+rice.ID+`'`)
	var list2 written.BatchList
	a.do(http.MethodGet, "/api/batches", nil, http.StatusOK, &list2)
	unreadable := list2.Batches[slices.IndexFunc(list2.Batches, func(b written.BatchSummary) bool {
		return b.ID == rice.ID
	})]
	assert.True(t, unreadable.State == "past" && unreadable.Unreadable != "",
		"what does not read is never cleared: %+v", unreadable)
}

// A page of 100,000 batches takes about what a page of a hundred takes.
func TestManyBatchesAreSearched(t *testing.T) {
	t.Parallel()
	url := testdb.URL(t)
	a := demoLeadOn(t, serveOn(t, testdb.OpenAt(t, url)))
	made := a.made(doughFor(a.room("Lanterns").ID))
	took := func(path string) time.Duration {
		best := time.Hour
		for range 5 {
			began := time.Now()
			a.do(http.MethodGet, path, nil, http.StatusOK, nil)
			best = min(best, time.Since(began))
		}
		return best
	}
	few := took("/api/batches?all=true")
	testdb.Exec(t, url, `insert into batches (centre_id, id, doc, form, version, updated_at, ended_at, made_at)
		select centre_id, gen_random_uuid(), jsonb_set(doc, '{name}', to_jsonb('Dough number ' || n)), form, 1, timestamp '`+dayIn(-1)+`', timestamp '`+dayIn(-1)+`', timestamp '`+dayIn(-1)+`' - n * interval '10 minutes' from batches, generate_series(1, 100000) n where id = '`+made.ID+`'`)
	testdb.Exec(t, url, "analyze batches")
	t.Logf("a page of few %v, of 100,000 %v, by words %v, by a code %v", few, took("/api/batches?all=true"),
		took("/api/batches?all=true&words=number+99999"), took("/api/batches?all=true&words="+made.Code))
	var list written.BatchList
	a.do(http.MethodGet, "/api/batches?all=true&words=number+99999", nil, http.StatusOK, &list)
	require.Len(t, list.Batches, 1)
	a.do(http.MethodGet, "/api/batches?all=true", nil, http.StatusOK, &list)
	assert.Len(t, list.Batches, 50)
	seen := map[string]bool{}
	for range 3 {
		for _, b := range list.Batches {
			assert.False(t, seen[b.ID])
			seen[b.ID] = true
		}
		a.do(http.MethodGet, "/api/batches?all=true&after="+list.Next, nil, http.StatusOK, &list)
	}
}

// A set-up that is taken from a batch is judged by what that has become, the list too: what was added, how
// often it was used, how old it is on the day. Nothing is made or bought for it; and where a set-up is late,
// a batch in store is what can still be taken.
func TestASetUpIsTakenFromABatch(t *testing.T) {
	a := demoLeadFrom(t, atNine())
	lanterns := a.room("Lanterns")
	batch := a.made(doughFor(lanterns.ID))
	bakery := a.setupCalled("Bakery counter")
	from := a.plan(bakery, func(s *written.Setup) {
		s.Name, s.Places[0].Base.BatchID = "Dough again", batch.ID
	})
	answer := func() (out written.Answer) {
		a.do(http.MethodPost, "/api/answer", from.Plan, http.StatusOK, &out)
		return out
	}
	first := answer()
	require.True(t, first.Ready, "%+v", first.Places[0].Base)
	assert.Equal(t, []any{batch.ID, 1900.0, 0}, []any{first.Places[0].Mix.Batch.ID, first.Places[0].Mix.Batch.LeftG,
		len(first.Places[0].Mix.Amounts)})
	assert.Empty(t, first.Missing)
	assert.Contains(t, first.Timeline[0].Text, "Take 1.8 kg of Stove dough, red out")
	_, by := a.prepared(dayIn(2))
	assert.Len(t, by["Dough again"], 2, "looked over and laid out: %v", words(by["Dough again"]))
	listed := func() written.SetupSummary {
		all := a.setups()
		return all[slices.IndexFunc(all, func(s written.SetupSummary) bool { return s.ID == from.ID })]
	}
	assert.True(t, listed().Ready)
	var list written.BatchList
	a.do(http.MethodGet, "/api/batches", nil, http.StatusOK, &list)
	at := slices.IndexFunc(list.Batches, func(b written.BatchSummary) bool { return b.ID == batch.ID })
	assert.Equal(t, []written.BatchPromise{{SetupID: from.ID, Setup: "Dough again", PlayAt: from.PlayAt, Grams: 1800}},
		list.Batches[at].Promised, "it is promised")
	assert.InDelta(t, 100, *list.Batches[at].FreeG, 1e-6)
	a.do(http.MethodGet, "/api/batches?setup_id="+from.ID, nil, http.StatusOK, &list)
	assert.InDelta(t, 1900, *list.Batches[at].FreeG, 1e-6, "to the set-up itself all of it")
	other := from.Setup
	other.Places = slices.Clone(from.Places)
	base := *from.Places[0].Base
	base.RecipeID, other.Places[0].Base = "cold-dough", &base
	a.refused(http.MethodPost, "/api/answer", other.Plan, http.StatusUnprocessableEntity, "places/0/base/batch_id",
		"made by another recipe")
	a.happens(written.BatchEventInput{BatchID: batch.ID, Kind: "added", ItemID: "sesame-oil", Grams: 5})
	assert.False(t, answer().Ready)
	assert.False(t, listed().Ready, "the list says so too")
	from.PlayAt = wallIn(15, "10:00") // the day after its last
	assert.True(t, slices.ContainsFunc(answer().Places[0].Base[0].Findings, func(f written.Finding) bool {
		return f.Rule == "kept-too-long"
	}))
	a.happens(written.BatchEventInput{BatchID: batch.ID, Kind: "discarded", Reason: "sesame"})
	a.refused(http.MethodPost, "/api/answer", from.Plan, http.StatusUnprocessableEntity, "places/0/base/batch_id",
		"is finished or gone")
	assert.True(t, !listed().Ready && listed().Mark == "", "it cannot be judged: %+v", listed())

	store := a.made(doughFor(lanterns.ID))
	bakery.PlayAt = wallIn(0, "09:35") // it is 9:00, and it takes an hour
	a.do(http.MethodPut, "/api/setups/"+bakery.ID, written.SetupInput{Version: bakery.Version, Setup: bakery.Setup},
		http.StatusOK, nil)
	day, _ := a.prepared(dayIn(0))
	require.Len(t, day.Late, 1)
	assert.Equal(t, []written.PrepStored{{BatchID: store.ID, Name: "Stove dough, red"}}, day.Late[0].Stored)
	assert.Equal(t, wallIn(1, "09:35"), day.Late[0].OtherDay)
}

// Many hands note at once, some of them twice: each note is there once, in an order that everybody sees, and
// nothing is taken back but the last.
func TestManyHandsNoteABatchAtOnce(t *testing.T) {
	url := testdb.URL(t)
	server := serveOn(t, testdb.OpenAt(t, url))
	a := demoLeadOn(t, server)
	lanterns := a.room("Lanterns")
	batch := a.made(doughFor(lanterns.ID))
	const hands, notes = 4, 6
	var all sync.WaitGroup
	for range hands {
		other := demoLeadOn(t, server)
		all.Go(func() {
			for range notes {
				id := newID()
				for range 2 { // the answer to the first was lost
					other.ask(http.MethodPut, "/api/batch-events/"+id, `{"batch_id":"`+batch.ID+
						`","kind":"added","item_id":"water","grams":3}`)
				}
			}
		})
	}
	all.Wait()
	var page written.BatchPage
	a.do(http.MethodGet, "/api/batches/"+batch.ID, nil, http.StatusOK, &page)
	require.Len(t, page.Events, hands*notes)
	assert.Equal(t, 1900.0+3*hands*notes, page.LeftG)
	ids := map[string]bool{}
	for i, e := range page.Events {
		assert.False(t, ids[e.ID])
		ids[e.ID] = true
		assert.Equal(t, i == len(page.Events)-1, e.Last)
		assert.Equal(t, []string{"Tansy Quill", dayIn(0)}, []string{e.By, e.On})
	}
	a.do(http.MethodDelete, "/api/batch-events/"+page.Events[len(page.Events)-1].ID, nil, http.StatusNoContent, nil)
	a.refused(http.MethodDelete, "/api/batch-events/"+page.Events[0].ID, nil, http.StatusNotFound, "", "Not found")
	var again written.BatchPage
	a.do(http.MethodGet, "/api/batches/"+batch.ID, nil, http.StatusOK, &again)
	assert.Len(t, again.Events, len(page.Events)-1)
	assert.Equal(t, "Tansy Quill", again.By)
}

// What is noted of a batch is refused by its field where it cannot be, and a batch of another centre, or one
// that nobody made, is not there.
func TestNotesThatCannotBe(t *testing.T) {
	url := testdb.URL(t)
	server := serveOn(t, testdb.OpenAt(t, url))
	a := demoLeadOn(t, server)
	lanterns := a.room("Lanterns")
	batch := a.made(doughFor(lanterns.ID))
	for field, in := range map[string]written.BatchEventInput{
		"kind":     {Kind: "eaten"},
		"room_id":  {Kind: "used"},
		"grams":    {Kind: "added", ItemID: "water"},
		"item_id":  {Kind: "added", ItemID: "watr", Grams: 5},
		"signs/1":  {Kind: "inspected", Signs: []string{"smell", "smell"}},
		"reason":   {Kind: "discarded", Reason: "  "},
		"to_id":    {Kind: "set-aside", RoomID: lanterns.ID, Grams: 100},
		"batch_id": {BatchID: "nothing", Kind: "used", RoomID: lanterns.ID},
	} {
		if in.BatchID == "" {
			in.BatchID = batch.ID
		}
		status := http.StatusUnprocessableEntity
		if field == "kind" {
			status = http.StatusBadRequest // the contract names the kinds
		}
		got := a.ask(http.MethodPut, "/api/batch-events/"+newID(), asJSON(t, in))
		var p contract.Problem
		require.NoError(t, json.Unmarshal(got, &p))
		assert.Contains(t, []int{status, http.StatusUnprocessableEntity}, p.Status, field)
		require.NotNil(t, p.Field, "%s: %s", field, p.Detail)
		assert.Equal(t, "/"+field, *p.Field)
	}
	a.refused(http.MethodPut, "/api/batch-events/"+newID(), written.BatchEventInput{BatchID: batch.ID,
		Kind: "set-aside", RoomID: lanterns.ID, Grams: 5000, ToID: newID()}, http.StatusUnprocessableEntity, "grams",
		"There are 1.9 kg")
	a.refused(http.MethodPut, "/api/batch-events/"+newID(), written.BatchEventInput{BatchID: newID(), Kind: "inspected",
		Signs: []string{}}, http.StatusNotFound, "", "Not found")
	stranger := visit(t, server)
	stranger.do(http.MethodPost, "/api/session", written.SignIn{Email: "other@house.example", Password: password},
		http.StatusOK, nil)
	stranger.refused(http.MethodGet, "/api/batches/"+batch.ID, nil, http.StatusNotFound, "", "Not found")
	var page written.BatchPage
	a.do(http.MethodGet, "/api/batches/"+batch.ID, nil, http.StatusOK, &page)
	assert.Empty(t, page.Events)
}

// A standing tub of rice is a batch too: used again and again it is looked over after four weeks, until its
// ceiling; what a child mouths of a dry tub does not end it, while something goes round it does.
func TestATubThatStands(t *testing.T) {
	a := demoLead(t)
	lanterns := a.room("Lanterns")
	in := written.BatchInput{Name: "Rice tub", Lines: []written.BatchLine{{ItemID: "white-rice", Grams: 3000}},
		MadeG: 3000, MadeOn: dayIn(-35), RoomID: lanterns.ID, Store: "lid on"}
	tub := a.made(in)
	assert.Equal(t, []string{"look-over", dayIn(-7)}, []string{tub.State, tub.Until}, "four weeks are over")
	assert.False(t, mayUse(tub, "Lanterns").Ready, "past its day it is kept out until somebody has looked")
	tub = a.happens(written.BatchEventInput{BatchID: tub.ID, Kind: "inspected"})
	assert.Equal(t, []string{"fine", dayIn(28), dayIn(145)}, []string{tub.State, tub.Until, tub.LookOver})
	for range 7 {
		tub = a.happens(written.BatchEventInput{BatchID: tub.ID, Kind: "used", RoomID: lanterns.ID})
	}
	assert.Equal(t, []any{"fine", 7, true}, []any{tub.State, tub.Uses, mayUse(tub, "Lanterns").Ready})
	tub = a.happens(written.BatchEventInput{BatchID: tub.ID, Kind: "added", ItemID: "water", Grams: 200})
	assert.Equal(t, []string{dayIn(0), "Water was added, and it is wet now"}, []string{tub.Until,
		strings.ToUpper(tub.Why[:1]) + tub.Why[1:]})
	a.do(http.MethodDelete, "/api/batch-events/"+tub.Events[len(tub.Events)-1].ID, nil, http.StatusNoContent, nil)
	lanterns.Illness = true
	a.do(http.MethodPut, "/api/rooms/"+lanterns.ID, written.RoomInput{Version: lanterns.Version, Room: lanterns.Room},
		http.StatusOK, nil)
	a.refused(http.MethodPut, "/api/batch-events/"+newID(), written.BatchEventInput{BatchID: tub.ID, Kind: "used",
		RoomID: lanterns.ID}, http.StatusUnprocessableEntity, "room_id", "Lanterns may not have it")
}

func asJSON(t *testing.T, v any) string {
	text, err := json.Marshal(v)
	require.NoError(t, err)
	return string(text)
}

// A batch of a recipe of the centre's own is as dusty and as slippery as the recipe is.
func TestABatchOfOurOwnIsOfItsKind(t *testing.T) {
	a := demoLead(t)
	lanterns := a.room("Lanterns")
	own := newID()
	in := written.RecipeInput{Recipe: written.Recipe{Name: "Our moon sand", Kind: "sand", Measures: "metric",
		Lines: "1000 g flour\n120 g plant oil", Steps: "Rub it in, 8 min"}}
	a.do(http.MethodPut, "/api/recipes/"+own, in, http.StatusOK, nil)
	page := a.made(written.BatchInput{Name: "Our moon sand", RecipeID: own, MadeG: 1120, MadeOn: dayIn(0),
		RoomID: lanterns.ID, Lines: []written.BatchLine{{ItemID: "plain-flour", Grams: 1000}, {ItemID: "plant-oil",
			Grams: 120}}})
	var rules []string
	for _, f := range mayUse(page, "Lanterns").Findings {
		rules = append(rules, f.Rule)
	}
	assert.Contains(t, rules, "dust")
	assert.Contains(t, rules, "slip")
}
