package httpapi_test

import (
	"encoding/json"
	"net/http"
	"slices"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/written"
)

func jarOf(t *testing.T, a *api, item string) written.StoredJar {
	var c written.Cupboard
	a.do(http.MethodGet, "/api/cupboard", nil, http.StatusOK, &c)
	at := slices.IndexFunc(c.Jars, func(j written.StoredJar) bool { return j.ItemID == item })
	require.GreaterOrEqual(t, at, 0, item)
	return c.Jars[at]
}

func lineOf(a *api, item string) (l written.BuyLine, s written.Shopping) {
	a.do(http.MethodGet, "/api/shopping", nil, http.StatusOK, &s)
	if at := slices.IndexFunc(s.Lines, func(l written.BuyLine) bool { return l.ItemID == item }); at >= 0 {
		l = s.Lines[at]
	}
	return l, s
}

// A jar holds what its moves say, in whatever measure they were typed; the same move twice is one, and
// what cannot have happened is refused by its field and changes nothing.
func TestJarsHoldWhatTheirMovesSay(t *testing.T) {
	a := demoLead(t)
	flour := jarOf(t, a, "plain-flour")
	assert.True(t, flour.Weighed && flour.Here)
	assert.InDelta(t, 2600, flour.Amount, 1e-9)
	require.NotNil(t, flour.Need)
	assert.Contains(t, flour.Need.For, "Bakery counter")
	note := func(id string, in written.MoveInput) (j written.StoredJar) {
		in.JarID = flour.ID
		a.do(http.MethodPut, "/api/moves/"+id, in, http.StatusOK, &j)
		return j
	}
	id := uuid.NewString() // says nothing of when; the clock stands still, so that all of it is one moment
	used := written.MoveInput{Kind: "used", Amount: "2 cups"}
	assert.InDelta(t, 2335.8, note(id, used).Amount, 0.05, "two metric cups of 132.1 g")
	assert.InDelta(t, 2335.8, note(id, used).Amount, 0.05, "the same once more")
	assert.InDelta(t, 4335.8, note(uuid.NewString(), written.MoveInput{Kind: "received", Packs: ptr(2.0)}).Amount, 0.05)
	before := jarOf(t, a, "plain-flour")
	for field, in := range map[string]written.MoveInput{
		"kind": {Kind: "eaten", Amount: "1 g"}, "packs": {Kind: "counted", Packs: ptr(-1.0)}, "at": {Kind: "counted",
			Amount: "1 g", At: "2099-01-01T00:00:00Z"},
		"amount": {Kind: "counted", Amount: "a lot"}} {
		in.JarID = flour.ID
		a.refused(http.MethodPut, "/api/moves/"+uuid.NewString(), in, http.StatusUnprocessableEntity, field, "")
	}
	a.refused(http.MethodPut, "/api/moves/"+uuid.NewString(), written.MoveInput{JarID: flour.ID, Kind: "counted",
		Amount: "100 g", At: now.Add(-3 * 60e9 * 60).Format(time.RFC3339)},
		http.StatusUnprocessableEntity, "amount", "were used or thrown away since then")
	assert.Equal(t, before.Amount, jarOf(t, a, "plain-flour").Amount)
	over := note(uuid.NewString(), written.MoveInput{Kind: "thrown-away", Amount: "9 kg"})
	assert.True(t, over.Overdrawn && !over.Weighed && over.Here,
		"more went out than was there: nobody knows what is left")
	var moves []written.Moved
	a.do(http.MethodGet, "/api/jars/"+flour.ID+"/moves", nil, http.StatusOK, &moves)
	require.Len(t, moves, 4)
	assert.Equal(t, []string{"thrown-away", "Tansy Quill"}, []string{moves[0].Kind, moves[0].By})

	boats := jarOf(t, a, "wooden-boats")
	assert.Equal(t, "pieces", boats.Unit)
	a.refused(http.MethodPut, "/api/moves/"+uuid.NewString(), written.MoveInput{JarID: boats.ID, Kind: "counted",
		Amount: "2 1/2"}, http.StatusUnprocessableEntity, "amount", "whole pieces")

	// Of one thing there is a jar for each label; prices are read as people type them.
	oats := written.JarInput{ItemID: "rolled-oats", Free: []string{"wheat"}, Packs: []written.TypedPack{{Amount: "1 lb",
		Price: "3,65"}}}
	var free written.StoredJar
	free.ID = uuid.NewString()
	a.do(http.MethodPut, "/api/jars/"+free.ID, oats, http.StatusOK, &free)
	assert.Equal(t, "wheat-free", free.Says)
	assert.Equal(t, []written.Pack{{Amount: 454, Coins: ptr(365)}}, free.Packs)
	a.refused(http.MethodPut, "/api/jars/"+uuid.NewString(), oats, http.StatusUnprocessableEntity, "item_id",
		"with the same label already")
	a.do(http.MethodPut, "/api/jars/"+free.ID, oats, http.StatusOK, nil)
	other := oats
	other.Place = "pantry"
	a.refused(http.MethodPut, "/api/jars/"+free.ID, other, http.StatusConflict, "", "Someone else saved this jar")
	for field, change := range map[string]func(*written.JarInput){
		"packs/0/price": func(in *written.JarInput) {
			in.Packs[0].Price = "1,2,3.4"
		}, "packs/0/amount": func(in *written.JarInput) { in.Packs[0].Amount = "0" },
		"free": func(in *written.JarInput) { in.Free = []string{"whaet"} }, "best_before": func(in *written.JarInput) {
			in.BestBefore = "soon"
		}, "item_id": func(in *written.JarInput) { in.ItemID = "gold" }} {
		in := oats
		in.Packs = slices.Clone(oats.Packs)
		change(&in)
		a.refused(http.MethodPut, "/api/jars/"+uuid.NewString(), in, http.StatusUnprocessableEntity, field, "")
	}
}

// What is short is bought in the cheapest packs, ticked off, and received once, however often that is
// sent; the jars and the plans follow. What the shop has none of says what stands in.
func TestFromWhatIsShortToTheJar(t *testing.T) {
	a := demoLead(t)
	line, list := lineOf(a, "cream-of-tartar")
	require.NotNil(t, line.Cheapest)
	short := line.Missing
	assert.InDelta(t, 22.3, short, 0.1, "15 children at 120 g take 37.3 g, of 15 g that are there")
	assert.Equal(t, []written.BuyPack{{Amount: 40, Count: 1, Coins: ptr(180)}}, line.Cheapest.Packs)
	state := func(name string) string {
		_, list = lineOf(a, "")
		for _, p := range list.Plans {
			if p.Name == name {
				return p.State
			}
		}
		return ""
	}
	assert.Equal(t, "buying", state("Bakery counter"))

	tick := written.TickInput{ItemID: "cream-of-tartar", Free: []string{}, State: "none", Packs: []written.BuyPack{}}
	a.do(http.MethodPut, "/api/shopping/ticks/"+uuid.NewString(), tick, http.StatusNoContent, nil)
	line, list = lineOf(a, "cream-of-tartar")
	assert.Equal(t, "none", line.State)
	assert.Contains(t, line.Instead, "Lemon juice")
	assert.Equal(t, "cannot", state("Bakery counter"))
	assert.Equal(t, "Bakery counter", list.Plans[0].Name, "what cannot be made comes first")

	tick.State, tick.Packs = "basket", line.Cheapest.Packs
	id := uuid.NewString()
	for range 2 {
		a.do(http.MethodPut, "/api/shopping/ticks/"+id, tick, http.StatusNoContent, nil)
	}
	in := written.ReceiveInput{Ticks: []written.ReceiveTick{{TickID: id, MoveID: uuid.NewString(),
		JarID: uuid.NewString()}}}
	var got written.Received
	a.do(http.MethodPost, "/api/shopping/receive", in, http.StatusOK, &got)
	assert.Equal(t, 1, got.Lines)
	in.Ticks[0].MoveID = uuid.NewString() // another phone in the same shop
	a.do(http.MethodPost, "/api/shopping/receive", in, http.StatusOK, &got)
	assert.Zero(t, got.Lines)
	assert.InDelta(t, 55, jarOf(t, a, "cream-of-tartar").Amount, 1e-9)
	line, _ = lineOf(a, "cream-of-tartar")
	assert.Empty(t, line.ItemID)
	assert.Equal(t, "all-here", state("Bakery counter"))
	for field, change := range map[string]func(*written.TickInput){"state": func(in *written.TickInput) {
		in.State = "sold"
	}, "packs/0": func(in *written.TickInput) { in.Packs = []written.BuyPack{{Amount: 100}} },
		"item_id": func(in *written.TickInput) { in.ItemID = "gold" }} {
		bad := tick
		change(&bad)
		a.refused(http.MethodPut, "/api/shopping/ticks/"+uuid.NewString(), bad, http.StatusUnprocessableEntity,
			field, "")
	}
}

// What can be made goes in for the room, whole of it is here, and it says when it is not enough.
func TestWhatCanBeMade(t *testing.T) {
	a := demoLead(t)
	makes := func(room string) (m written.Makeables) {
		a.do(http.MethodGet, "/api/makes?play_at="+wallIn(0, "10:00")+"&room_id="+a.room(room).ID, nil,
			http.StatusOK, &m)
		return m
	}
	for _, room := range []string{"Puddles", "Lanterns"} {
		m := makes(room)
		require.NotEmpty(t, m.Here, room)
		for _, x := range m.Here {
			assert.True(t, x.Ready && len(x.Lacking) == 0, x.Name)
			plan := written.Plan{RoomID: a.room(room).ID, PlayAt: wallIn(0, "10:00"),
				Places: []written.Place{{ID: uuid.NewString(), Base: &x.Base, Items: []written.PlanItem{}}},
				Beside: []written.PlanItem{}}
			var answer written.Answer
			a.do(http.MethodPost, "/api/answer", plan, http.StatusOK, &answer)
			assert.Equal(t, x.Mark, answer.Mark, "%s is judged as the bench does", x.Name)
			assert.Equal(t, !x.Enough, slices.ContainsFunc(answer.Missing, func(m written.Missing) bool {
				return m.Kind == written.TooLittle
			}), x.Name)
			assert.Equal(t, x.Enough && len(x.Unweighed) == 0, answer.Ready, x.Name)
		}
		for _, x := range m.Nearly {
			assert.True(t, x.Ready && len(x.Lacking) == 1, x.Name)
		}
	}
	assert.Positive(t, makes("Puddles").KeptOut)
	dough := slices.IndexFunc(makes("Lanterns").Here, func(m written.Makeable) bool { return m.Name == "Stove dough" })
	require.GreaterOrEqual(t, dough, 0)
	assert.Equal(t, 6, makes("Lanterns").Here[dough].For, "15 g of cream of tartar make 723 g: six portions of 120 g")
}

func asText(t *testing.T, v any) string {
	text, err := json.Marshal(v)
	require.NoError(t, err)
	return string(text)
}

// What a packet says clears only what it speaks for, with a hand, and only from a jar that says so: the
// plan, the list and the cupboard match on it.
func TestPlansGoByThePacketThatIsUsed(t *testing.T) {
	a := demoLead(t)
	id, mm := uuid.NewString(), 3.0
	plan := planned(a.room("Lanterns").ID, wallIn(1, "14:00"), &written.Base{Kind: "fill", ItemID: "rice-cracker-crumb",
		VesselID: "tray", DepthMM: &mm})
	answer := func() (out written.Answer) {
		a.do(http.MethodPost, "/api/answer", plan, http.StatusOK, &out)
		return out
	}
	unread := answer()
	assert.Equal(t, "measure-first", unread.Verdict, "most packets of it hold sesame")
	require.Len(t, unread.Packets, 1)
	assert.Equal(t, written.Packet{ItemID: "rice-cracker-crumb", Name: "Rice-cracker crumb", Free: []string{"sesame"},
		Says: "sesame-free"}, unread.Packets[0])
	plan.Labels = []written.PacketLabel{{ItemID: "rice-cracker-crumb", Free: []string{"milk"}}}
	assert.Equal(t, "measure-first", answer().Verdict, "what it does not speak of stays unread")
	plan.Labels[0].Free = []string{"sesame"}
	read := answer()
	assert.Equal(t, "with-a-hand", read.Verdict)
	assert.True(t, read.Packets[0].Taken && !read.Packets[0].Here)
	rules := []string{}
	for _, f := range read.Places[0].Base[0].Findings {
		rules = append(rules, f.Rule)
	}
	assert.Contains(t, rules, "by-label", "it stays with a hand: that packet, and no other")
	a.do(http.MethodPut, "/api/setups/"+id, written.SetupInput{Setup: written.Setup{Name: "Crumb beach", Plan: plan}},
		http.StatusOK, nil)

	jar := func(free ...string) {
		in := written.JarInput{ItemID: "rice-cracker-crumb", Free: append([]string{}, free...),
			Packs: []written.TypedPack{{Amount: "1 kg", Price: "4"}}}
		jar := uuid.NewString()
		a.do(http.MethodPut, "/api/jars/"+jar, in, http.StatusOK, nil)
		a.do(http.MethodPut, "/api/moves/"+uuid.NewString(), written.MoveInput{JarID: jar, Kind: "received",
			Amount: "5 kg"}, http.StatusOK, nil)
	}
	jar()
	line, _ := lineOf(a, "rice-cracker-crumb")
	assert.Equal(t, "sesame-free", line.Says, "five kilograms that do not say so are none")
	assert.Nil(t, line.Cheapest, "and a pack of theirs is not the one to buy")
	jar("sesame", "milk")
	line, _ = lineOf(a, "rice-cracker-crumb")
	assert.Empty(t, line.ItemID)
	assert.True(t, answer().Packets[0].Here)

	// Flour that was heat-treated is not raw; what a thing is made of no label takes away.
	flour := planned(a.room("Pebbles").ID, wallIn(1, "14:00"), &written.Base{Kind: "fill", ItemID: "oat-flour",
		VesselID: "tray", DepthMM: &mm})
	var raw, treated written.Answer
	a.do(http.MethodPost, "/api/answer", flour, http.StatusOK, &raw)
	flour.Labels = []written.PacketLabel{{ItemID: "oat-flour", Free: []string{"wheat", "gluten"}, HeatTreated: true}}
	a.do(http.MethodPost, "/api/answer", flour, http.StatusOK, &treated)
	found := func(w written.Answer) (rules []string) {
		for _, f := range w.Places[0].Base[0].Findings {
			rules = append(rules, f.Rule)
		}
		return rules
	}
	assert.Subset(t, found(raw), []string{"raw-flour", "may-contain"})
	assert.NotContains(t, found(treated), "raw-flour")
	assert.NotContains(t, found(treated), "may-contain")
	wheat := planned(a.room("Pebbles").ID, wallIn(1, "14:00"), &written.Base{Kind: "fill", ItemID: "plain-flour",
		VesselID: "tray", DepthMM: &mm})
	wheat.Labels = []written.PacketLabel{{ItemID: "plain-flour", Free: []string{"wheat"}}}
	a.do(http.MethodPost, "/api/answer", wheat, http.StatusOK, &treated)
	assert.Equal(t, "keep-out", treated.Verdict)
	assert.Contains(t, found(treated), "allergen")

	for field, labels := range map[string][]written.PacketLabel{"labels/0/item_id": {{ItemID: "gold",
		Free: []string{"milk"}}}, "labels/0/free": {{ItemID: "oat-flour", Free: []string{"whaet"}}},
		"labels/0": {{ItemID: "oat-flour"}}, "labels/1/item_id": {{ItemID: "oat-flour", HeatTreated: true},
			{ItemID: "oat-flour", HeatTreated: true}}} {
		flour.Labels = labels
		a.refused(http.MethodPost, "/api/answer", flour, http.StatusUnprocessableEntity, field, "")
	}
}

// What the shop has none of changes what is bought at once: what only plans take that cannot be made is
// not bought, and of what others take too only as much as those need.
func TestWhatTheShopHasNoneOfReranksTheList(t *testing.T) {
	a := demoLeadFrom(t, atNine())
	lanterns := a.room("Lanterns")
	fill := func(item string) written.Place {
		return written.Place{ID: uuid.NewString(), Base: &written.Base{Kind: "fill", ItemID: item, VesselID: "tray",
			DepthMM: ptr(20.0), Vessels: ptr(1)}, Items: []written.PlanItem{}}
	}
	p := planned(lanterns.ID, wallIn(1, "09:45"), nil)
	p.Places = []written.Place{fill("white-rice"), fill("apple-puree"), fill("play-sand")}
	a.do(http.MethodPut, "/api/setups/"+uuid.NewString(), written.SetupInput{Setup: written.Setup{Name: "Three trays",
		Plan: p}}, http.StatusOK, nil)
	a.do(http.MethodPut, "/api/cupboard/play-sand/amount", written.CupboardAmount{Grams: ptr(0.0), PackG: ptr(500.0),
		PriceCoins: ptr(200)}, http.StatusNoContent, nil)
	puree, list := lineOf(a, "apple-puree")
	sand, _ := lineOf(a, "play-sand")
	require.NotEmpty(t, sand.ItemID)
	require.False(t, puree.Idle || sand.Idle)
	require.Equal(t, []string{"Apple puree paint", "Three trays"}, puree.For)

	none := written.TickInput{ItemID: "white-rice", Free: []string{}, State: "none", Packs: []written.BuyPack{}}
	a.do(http.MethodPut, "/api/shopping/ticks/"+uuid.NewString(), none, http.StatusNoContent, nil)
	left, now := lineOf(a, "apple-puree")
	assert.Less(t, left.Missing, puree.Missing)
	assert.Equal(t, []string{"Apple puree paint"}, left.For)
	rice, _ := lineOf(a, "white-rice")
	sand, _ = lineOf(a, "play-sand")
	assert.True(t, sand.Idle && !rice.Idle, "only the trays take sand")
	assert.Equal(t, sand.ItemID, now.Lines[len(now.Lines)-1].ItemID, "what is not to be bought comes last")
	assert.Equal(t, *list.Coins-*rice.Cheapest.Coins-*sand.Cheapest.Coins, *now.Coins, "it is not paid for")
	cannot := []string{}
	for _, plan := range now.Plans {
		if plan.State == "cannot" {
			cannot = append(cannot, plan.Name)
		}
	}
	assert.ElementsMatch(t, []string{"Marks in rice", "Three trays"}, cannot)

	none.State = "open"
	a.do(http.MethodPut, "/api/shopping/ticks/"+uuid.NewString(), none, http.StatusNoContent, nil)
	_, again := lineOf(a, "")
	assert.Equal(t, list, again)
}
