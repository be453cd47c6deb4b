package desk_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/desk"
	"emblo/core/desk/bench"
	"emblo/core/strict"
	"emblo/core/written"
)

// The verdict is that of every child of the room, also where only some play; those who play with no other child in
// reach are judged alone, and the answer says so.
func TestAFewWhoPlay(t *testing.T) {
	big, baby := child(1, "2020-01", "no"), child(2, "2026-01", "yes")
	d := house(t, "UTC", []written.Child{big, baby}, nil)
	of := func(play *written.Play) (written.Answer, error) {
		p := tub("split-peas", 20, "2026-11-27T10:00").Plan
		p.Places[0].Base.Vessels, p.Play = nil, play
		return bench.On(d).Answer(p)
	}
	verdict := func(play *written.Play) (string, *written.Players) {
		a, err := of(play)
		require.NoError(t, err)
		return a.Verdict, a.Players
	}
	all, players := verdict(nil)
	assert.True(t, all == "keep-out" && players == nil)
	some, players := verdict(&written.Play{Only: []string{big.ID}})
	assert.Equal(t, "keep-out", some, "the baby is still in reach")
	assert.Equal(t, &written.Players{Children: 1, AtOnce: 1, Turns: 1, Says: "1 of 2 children plays"}, players)
	alone, players := verdict(&written.Play{Only: []string{big.ID}, Apart: true})
	assert.Equal(t, "with-a-hand", alone)
	assert.True(t, players.Apart)
	a, err := of(&written.Play{Adults: 5})
	require.NoError(t, err)
	assert.Equal(t, 5, a.Group.Adults)
	for pointer, play := range map[string]written.Play{"/play/children": {Children: 3}, "/play/at_once": {AtOnce: 3},
		"/play/turn_minutes": {AtOnce: 1, TurnMinutes: 999}, "/play/only/0": {Only: []string{roomID}},
		"/play/only/1": {Only: []string{big.ID, big.ID}}, "/play/apart": {Apart: true},
		"/play/home": {Only: []string{big.ID}, Home: true}, "/play/adults": {Adults: 21}} {
		_, err := of(&play)
		var fault *strict.Fault
		require.ErrorAs(t, err, &fault, pointer)
		assert.Equal(t, pointer, fault.Pointer)
	}
}

// What is there once is not in two places at the same time: the same children, an adult, a batch.
func TestSetUpsThatClash(t *testing.T) {
	one, two := child(1, "2020-01", "no"), child(2, "2020-02", "no")
	d := house(t, "UTC", []written.Child{one, two}, nil)
	at := func(id, when string, play *written.Play, by string) desk.Coming {
		p := tub("water", 20, when)
		p.ID, p.Name, p.Play = id, "Tub "+when, play
		if by != "" {
			p.Doers = []written.Doer{{ID: "watch", By: by}}
		}
		return p
	}
	of := func(plans ...desk.Coming) (whats []string) {
		for _, c := range bench.On(d).Clashes(plans, morning)[setupID] {
			assert.NotEqual(t, setupID, c.SetupID)
			whats = append(whats, c.What)
		}
		return whats
	}
	const ten = "2026-11-27T10:00"
	mine := at(setupID, ten, nil, "AM")
	assert.Equal(t, []string{"children"}, of(mine, at(placeID, "2026-11-27T10:20", nil, "")))
	assert.Empty(t, of(mine, at(placeID, "2026-11-27T10:30", nil, "am")), "the one is over")
	long := at(setupID, ten, &written.Play{AtOnce: 1, TurnMinutes: 20}, "AM")
	assert.Equal(t, []string{"children", "adult"}, of(long, at(placeID, "2026-11-27T10:30", nil, " am ")))
	first, other := &written.Play{Only: []string{one.ID}}, &written.Play{Only: []string{two.ID}}
	assert.Empty(t, of(at(setupID, ten, first, ""), at(placeID, ten, other, "")), "each has children of its own")
	assert.Equal(t, []string{"children"}, of(at(setupID, ten, first, ""), at(placeID, ten, first, "")))
	assert.Empty(t, of(at(setupID, ten, &written.Play{Children: 1}, ""), at(placeID, ten, &written.Play{Children: 1}, "")))
	home := &written.Play{Only: []string{one.ID}, Apart: true, Home: true}
	assert.Empty(t, of(mine, at(placeID, ten, home, "AM")), "at home nobody of the room is missed")
	in := func(id, vessel string, play *written.Play) desk.Coming {
		p := at(id, ten, play, "")
		p.Places[0].Base.VesselID = vessel
		return p
	}
	assert.Equal(t, []string{"vessel"}, of(in(setupID, "water-table", first), in(placeID, "water-table", other)))
	assert.Empty(t, of(in(setupID, "dish-tub", first), in(placeID, "dish-tub", other)), "of tubs there are several")
}
