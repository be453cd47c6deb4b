package httpapi_test

import (
	"net/http"
	"net/url"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/written"
)

// Each demo room has fifteen bases or more, fillers and mixes, that go in or ask only for what
// any filler of that kind asks: a floor cover, hands over the tub, sieve and sweep, an adult
// seated at it. What differs from another by its colour alone does not count.
func TestEachRoomHasFifteenBases(t *testing.T) {
	a := demoLead(t)
	usual := []string{"slip", "nose-ear", "fine-grain", "food-choke", "water"}
	for _, name := range []string{"Puddles", "Pebbles", "Lanterns"} {
		room := a.room(name).ID
		var names []string
		var board []written.BoardItem
		a.do(http.MethodGet, "/api/shelf/board?use=open&room_id="+room, nil, http.StatusOK, &board)
		for _, b := range board {
			if b.Ready && slices.Contains(b.Parts, "filler") {
				names = append(names, b.Name)
			}
		}
		var cards []written.RecipeCard
		a.do(http.MethodGet, "/api/recipes?room_id="+room, nil, http.StatusOK, &cards)
		for _, c := range cards {
			if c.Ready {
				names = append(names, c.Name)
			}
		}
		var bases []string
		for _, base := range names {
			var check written.CheckAnswer
			a.do(http.MethodPost, "/api/check", written.CheckInput{Words: base, Use: "open"}, http.StatusOK, &check)
			for _, v := range check.For {
				asksMore := slices.ContainsFunc(v.Findings, func(f written.Finding) bool {
					return !slices.Contains(usual, f.Rule)
				})
				if v.RoomID == room && v.Ready && !asksMore && !strings.Contains(strings.ToLower(base), "colour") {
					bases = append(bases, base)
				}
			}
		}
		assert.GreaterOrEqual(t, len(bases), 15, "%s: %v", name, bases)
	}
}

// Words between commas ask columns of the shelf.
func TestSearchAsksColumns(t *testing.T) {
	a := demoLead(t)
	lanterns := a.room("Lanterns").ID
	search := func(q string) (board []written.BoardItem) {
		a.do(http.MethodGet, "/api/shelf/board?use=open&room_id="+lanterns+"&q="+url.QueryEscape(q), nil, http.StatusOK,
			&board)
		return board
	}
	all := len(search(""))
	for _, b := range search("wet, allowed in Puddles") {
		assert.Contains(t, b.Feel, "wet")
		assert.True(t, b.Ready, b.Name)
	}
	for _, b := range search("toys, loud, find") {
		assert.Equal(t, "toys", b.Kind)
		assert.Contains(t, b.Feel, "loud")
		assert.Contains(t, b.Parts, "find")
	}
	red := search("red, allowed in Lanterns")
	assert.Greater(t, len(red), 20)
	for _, b := range red {
		assert.True(t, b.Ready, b.Name)
	}
	for _, q := range []string{"red", "floats, tidy", "trains pinch", "starts with sh", "not porous", "wet",
		"wet, allowed in Puddles", "toys, loud", "in the cupboard", "our own", "dry, peas"} {
		n := len(search(q))
		assert.True(t, n > 0 && n < all, "%s: %d of %d", q, n, all)
	}
	assert.Empty(t, search("!!, ,"), "what names nothing finds nothing")
}

// Check finds mixes and families, asks one question, and takes the answer.
func TestCheckAsksOneQuestion(t *testing.T) {
	a := demoLead(t)
	ask := func(in written.CheckInput) (out written.CheckAnswer) {
		in.Use = "open"
		a.do(http.MethodPost, "/api/check", in, http.StatusOK, &out)
		return out
	}
	pasta := ask(written.CheckInput{Words: "pasta 30 months"})
	require.NotNil(t, pasta.Question)
	assert.True(t, pasta.Question.Waits)
	require.Len(t, pasta.For, 1)
	assert.Equal(t, "measure-first", pasta.For[0].Verdict)
	assert.Equal(t, "which-one", pasta.For[0].Findings[0].Rule)
	cooked := ask(written.CheckInput{Words: "pasta 30 months", Answer: pasta.Question.Answers[0]})
	assert.Equal(t, pasta.Question.Answers[0], cooked.Question.Given)
	assert.NotEqual(t, "which-one", cooked.For[0].Findings[0].Rule)

	dough := ask(written.CheckInput{Words: "stove dough"})
	assert.Equal(t, "stove-dough", dough.RecipeID)
	slip := ask(written.CheckInput{Words: "conditoner"})
	assert.NotEmpty(t, slip.Meant)
	assert.Equal(t, "hair-conditioner", slip.ItemID)
	nothing := ask(written.CheckInput{Words: "harbour unicorn"})
	assert.False(t, nothing.Found)
	assert.LessOrEqual(t, len(nothing.Nearest), 3)

	// What is described by hand does not hide what its name says.
	described := ask(written.CheckInput{Described: &written.Described{Name: "Balloons", Form: "piece", Solid: "sphere",
		SizesMM: []float64{250}, Contents: "listed", NothingElse: true}})
	for _, v := range described.For {
		assert.Equal(t, "keep-out", v.Verdict)
	}
	var found []written.ShelfItem
	a.do(http.MethodGet, "/api/shelf?q=play+dough", nil, http.StatusOK, &found)
	require.NotEmpty(t, found)
	assert.Equal(t, "family", found[0].Kind)
}

// The cards for when something has happened are judged for every room: who may not have wheat
// is not told to knead flour in.
func TestAidIsJudgedForEveryRoom(t *testing.T) {
	a := demoLead(t)
	var cards []written.AidCard
	a.do(http.MethodGet, "/api/aid", nil, http.StatusOK, &cards)
	require.NotEmpty(t, cards)
	assert.Equal(t, "choking", cards[0].ID, "what cannot wait comes first")
	instead := map[string][]string{}
	for _, c := range cards {
		for _, s := range c.Steps {
			for _, n := range s.Not {
				assert.False(t, n.Ready, n.Room)
				assert.NotEmpty(t, n.Reason)
				assert.NotEmpty(t, n.Else)
				instead[c.ID] = append(instead[c.ID], n.Room)
			}
		}
	}
	assert.Contains(t, instead["too-sticky"], "Pebbles", "wheat by touch")
	assert.NotContains(t, instead["too-sticky"], "Lanterns")
	assert.Empty(t, instead["eye"], "water is never refused")
}

// Customs of families are noted with a plan, and change no verdict.
func TestCustomsAreNotedNeverJudged(t *testing.T) {
	a := demoLead(t)
	stored := a.room("Puddles")
	in := written.RoomInput{Version: stored.Version, Room: stored.Room}
	in.Customs = []string{"gelatine", "playing with food"}
	a.do(http.MethodPut, "/api/rooms/"+stored.ID, in, http.StatusOK, &stored)
	assert.Equal(t, in.Customs, stored.Customs)
	in.Version = stored.Version
	for pointer, bad := range map[string][]string{"customs/0": {"pork pies"}, "customs/1": {"honey", "honey"}} {
		in.Customs = bad
		a.refused(http.MethodPut, "/api/rooms/"+stored.ID, in, http.StatusUnprocessableEntity, pointer, "")
	}
}
