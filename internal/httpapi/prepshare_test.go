package httpapi_test

import (
	"net/http"
	"slices"
	"strings"
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/written"
)

// prepared returns the steps of a day for each set-up, by its name.
func (a *api) prepared(day string) (d written.PrepDay, by map[string][]written.PrepSlot) {
	a.Helper()
	a.do(http.MethodGet, "/api/prep?day="+day, nil, http.StatusOK, &d)
	by = map[string][]written.PrepSlot{}
	for _, s := range d.Slots {
		by[s.Setup] = append(by[s.Setup], s)
	}
	return d, by
}

// setupCalled returns a set-up by its name.
func (a *api) setupCalled(name string) (s written.StoredSetup) {
	a.Helper()
	for _, one := range a.setups() {
		if one.Name == name {
			a.do(http.MethodGet, "/api/setups/"+one.ID, nil, http.StatusOK, &s)
		}
	}
	require.NotEmpty(a, s.ID, name)
	return s
}

// plan plans a set-up like another one, with what is changed of it.
func (a *api) plan(like written.StoredSetup, change func(*written.Setup)) written.StoredSetup {
	a.Helper()
	next := like.Setup
	next.Places = slices.Clone(like.Places)
	for i := range next.Places {
		next.Places[i].ID = uuid.Must(uuid.NewV7()).String()
		next.Places[i].Items = []written.PlanItem{}
		if next.Places[i].Base != nil {
			base := *next.Places[i].Base
			next.Places[i].Base = &base
		}
	}
	next.Beside = []written.PlanItem{}
	change(&next)
	var saved written.SavedSetup
	a.do(http.MethodPut, "/api/setups/"+uuid.Must(uuid.NewV7()).String(), written.SetupInput{Setup: next},
		http.StatusOK, &saved)
	return saved.Setup
}

func words(slots []written.PrepSlot) (all []string) {
	for _, s := range slots {
		all = append(all, s.Text)
	}
	return all
}

// Two set-ups of one dough within a week have it from one batch: it is made once, for both, and the second
// portion is set aside before the first is played with. What was begun for one stays for one; what the
// other room may not have, or would be too old by then, is made for each.
func TestOneBatchForTwoSetUps(t *testing.T) {
	a := demoLead(t)
	bakery := a.setupCalled("Bakery counter") // Lanterns, the 26th at 10:00
	again := a.plan(bakery, func(s *written.Setup) { s.Name, s.PlayAt = "Bakery again", wallIn(4, "10:00") })

	_, by := a.prepared(dayIn(2))
	at := slices.IndexFunc(by["Bakery counter"], func(s written.PrepSlot) bool { return s.Together != nil })
	require.GreaterOrEqual(t, at, 0)
	one := by["Bakery counter"][at].Together
	require.Len(t, one.For, 2)
	assert.Equal(t, []string{"Bakery counter", "Bakery again"}, []string{one.For[0].Setup, one.For[1].Setup})
	assert.GreaterOrEqual(t, one.MadeG, one.For[0].Grams+one.For[1].Grams, "enough for both")
	sum := 0.0
	for _, amount := range one.Amounts {
		sum += amount.ExactG
	}
	assert.InEpsilon(t, one.MadeG/0.95, sum, 0.03, "what goes in, with the steam, within what scoops are off")
	require.Len(t, by["Bakery again"], 1, "%v", words(by["Bakery again"]))
	aside := by["Bakery again"][0]
	assert.Contains(t, aside.Text, "Set aside 1.8 kg of stove dough for Lanterns")
	assert.LessOrEqual(t, aside.Ends, wallIn(2, "10:00"), "before the others play with it")
	last := by["Bakery counter"][slices.IndexFunc(by["Bakery counter"], func(s written.PrepSlot) bool {
		return strings.HasPrefix(s.Text, "Knead")
	})]
	assert.GreaterOrEqual(t, aside.Starts, last.Ends)
	_, later := a.prepared(dayIn(4))
	assert.False(t, slices.ContainsFunc(later["Bakery again"], func(s written.PrepSlot) bool {
		return strings.HasPrefix(s.Text, "Cook")
	}), "it is made by then")
	require.NotEmpty(t, later["Bakery again"])

	// Set aside, it stays set aside: also when the first has opened and is gone.
	for _, s := range by["Bakery counter"] {
		if s.Asks != "" {
			c := 80.0
			if strings.Contains(s.Asks, "less") {
				c = 35
			}
			a.do(http.MethodPut, "/api/prep/ticks", written.PrepTickInput{StepID: s.ID, Done: true, MeasuredC: &c},
				http.StatusNoContent, nil)
		}
	}
	a.do(http.MethodPut, "/api/prep/ticks", written.PrepTickInput{StepID: aside.ID, Done: true},
		http.StatusNoContent, nil)
	a.do(http.MethodDelete, "/api/setups/"+bakery.ID, nil, http.StatusNoContent, nil)
	_, later = a.prepared(dayIn(4))
	assert.False(t, slices.ContainsFunc(later["Bakery again"], func(s written.PrepSlot) bool {
		return strings.HasPrefix(s.Text, "Cook")
	}))
	a.do(http.MethodPut, "/api/prep/ticks", written.PrepTickInput{StepID: aside.ID, Done: false},
		http.StatusNoContent, nil)
	_, later = a.prepared(dayIn(4))
	assert.True(t, slices.ContainsFunc(later["Bakery again"], func(s written.PrepSlot) bool {
		return strings.HasPrefix(s.Text, "Cook")
	}), "nobody set it aside")

	for why, change := range map[string]func(*written.Setup){
		"other colours are another dough": func(s *written.Setup) { n := 2; s.Places[0].Base.Colours = &n },
		"it is another week":              func(s *written.Setup) { s.PlayAt = wallIn(12, "10:00") },
		"another dough":                   func(s *written.Setup) { s.Places[0].Base.RecipeID = "kettle-dough" },
	} {
		other := a.plan(again, func(s *written.Setup) { s.Name = "Another"; change(s) })
		_, by := a.prepared(dayIn(4))
		assert.False(t, slices.ContainsFunc(by["Bakery again"], func(s written.PrepSlot) bool {
			return s.Together != nil
		}), why)
		a.do(http.MethodDelete, "/api/setups/"+other.ID, nil, http.StatusNoContent, nil)
	}
	lanterns := a.room("Lanterns")
	third := a.plan(again, func(s *written.Setup) { s.Name, s.PlayAt = "Third", wallIn(5, "10:00") })
	together := func() bool {
		_, by := a.prepared(dayIn(4))
		return slices.ContainsFunc(by["Bakery again"], func(s written.PrepSlot) bool { return s.Together != nil })
	}
	assert.True(t, together())
	for _, s := range later["Bakery again"][:1] { // begun for one, before the third was planned
		a.do(http.MethodPut, "/api/prep/ticks", written.PrepTickInput{StepID: s.ID, Done: true},
			http.StatusNoContent, nil)
		assert.False(t, together(), "what was begun for one stays for one")
		a.do(http.MethodPut, "/api/prep/ticks", written.PrepTickInput{StepID: s.ID, Done: false},
			http.StatusNoContent, nil)
	}
	// Begun for two, it stays for two, whoever asks for a part of it since, and whoever does not any more.
	_, later = a.prepared(dayIn(4))
	whisk := later["Bakery again"][slices.IndexFunc(later["Bakery again"], func(s written.PrepSlot) bool {
		return strings.HasPrefix(s.Text, "Whisk")
	})]
	a.do(http.MethodPut, "/api/prep/ticks", written.PrepTickInput{StepID: whisk.ID, Done: true},
		http.StatusNoContent, nil)
	fourth := a.plan(again, func(s *written.Setup) { s.Name, s.PlayAt = "Fourth", wallIn(4, "14:00") })
	begun := func() (done bool, parts int) {
		var of written.PrepSetup
		a.do(http.MethodGet, "/api/setups/"+again.ID+"/prep", nil, http.StatusOK, &of)
		for _, s := range of.Slots {
			done = done || s.ID == whisk.ID && s.Done
			if s.Together != nil {
				parts = len(s.Together.For)
			}
		}
		return done, parts
	}
	done, parts := begun()
	assert.True(t, done && parts == 2, "%v, for %d", done, parts)
	_, by = a.prepared(dayIn(4))
	assert.True(t, slices.ContainsFunc(by["Fourth"], func(s written.PrepSlot) bool {
		return strings.HasPrefix(s.Text, "Cook")
	}), "it came too late: it makes its own")
	a.do(http.MethodDelete, "/api/setups/"+third.ID, nil, http.StatusNoContent, nil)
	done, _ = begun()
	assert.True(t, done, "what was done is done")
	a.do(http.MethodPut, "/api/prep/ticks", written.PrepTickInput{StepID: whisk.ID, Done: false},
		http.StatusNoContent, nil)
	a.do(http.MethodDelete, "/api/setups/"+fourth.ID, nil, http.StatusNoContent, nil)
	a.plan(again, func(s *written.Setup) { s.Name, s.PlayAt = "Fifth", wallIn(5, "10:00") })
	assert.True(t, together())
	lanterns.Illness = true
	a.do(http.MethodPut, "/api/rooms/"+lanterns.ID, written.RoomInput{Version: lanterns.Version, Room: lanterns.Room},
		http.StatusOK, nil)
	assert.False(t, together(), "each has its own while something goes round")
}

// A room with hands of its own is prepared for in its own times, beside what everybody else does; foam is
// whisked when it is needed, and not before.
func TestHandsOfARoomAndWhatDoesNotStand(t *testing.T) {
	a := demoLead(t)
	lanterns := a.room("Lanterns")
	for field, change := range map[string]func(*written.Room){
		"prep/0":     func(r *written.Room) { r.Prep = []written.PrepWindow{{From: "09:00", To: "8:00"}} },
		"prep_hands": func(r *written.Room) { r.PrepHands = 11 },
	} {
		bad := lanterns.Room
		change(&bad)
		a.refused(http.MethodPut, "/api/rooms/"+lanterns.ID, written.RoomInput{Version: lanterns.Version, Room: bad},
			http.StatusUnprocessableEntity, field, "")
	}
	lanterns.Prep, lanterns.PrepHands = []written.PrepWindow{{From: "08:00", To: "09:50"}}, 2
	a.do(http.MethodPut, "/api/rooms/"+lanterns.ID, written.RoomInput{Version: lanterns.Version, Room: lanterns.Room},
		http.StatusOK, nil)
	bakery := a.setupCalled("Bakery counter")
	d, by := a.prepared(dayIn(2))
	require.Len(t, d.Rooms, 1)
	assert.Equal(t, written.PrepRoom{Room: "Lanterns", Windows: lanterns.Prep, Hands: 2}, d.Rooms[0])
	require.NotEmpty(t, by["Bakery counter"])
	for _, s := range by["Bakery counter"] {
		assert.True(t, s.Starts >= wallIn(2, "08:00") && s.Ends <= wallIn(2, "09:50"), "%s at %s", s.Text, s.Starts)
	}

	a.plan(bakery, func(s *written.Setup) {
		s.Name, s.PlayAt = "Foam", wallIn(2, "11:00")
		s.Places[0].Base.RecipeID = "soap-foam"
	})
	_, by = a.prepared(dayIn(2))
	at := slices.IndexFunc(by["Foam"], func(s written.PrepSlot) bool { return s.NotBefore != "" })
	require.GreaterOrEqual(t, at, 0, "%v", words(by["Foam"]))
	foam := by["Foam"][at]
	assert.Equal(t, wallIn(2, "10:30"), foam.NotBefore, "it stands for half an hour")
	assert.True(t, foam.Ends >= foam.NotBefore && foam.Outside,
		"later than the room's hands are free, rather than fallen: %s", foam.Ends)
}
