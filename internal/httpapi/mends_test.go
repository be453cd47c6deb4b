package httpapi_test

import (
	"net/http"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/written"
)

// A wheat allergy: the stove doughs that are planned are mended in one command, but for the one that somebody changed
// meanwhile, which is named; what takes it back leaves each as it was.
func TestOneSwapMendsEveryComingSetUp(t *testing.T) {
	a := demoLead(t)
	first := a.setupCalled("Bakery counter")
	second := a.plan(first, func(s *written.Setup) { s.Name, s.PlayAt = "Second bakery", wallIn(3, "09:30") })
	third := a.plan(first, func(s *written.Setup) { s.Name, s.PlayAt = "Third bakery", wallIn(20, "09:30") })
	room := a.room("Lanterns")
	allergic := input(room)
	allergic.Children[0].Allergies = append(allergic.Children[0].Allergies, written.Allergy{To: "wheat", By: "touch"})
	a.do(http.MethodPut, "/api/rooms/"+room.ID, allergic, http.StatusOK, nil)

	mends := func() (m written.Mend) {
		var all written.Mends
		a.do(http.MethodGet, "/api/mends?room_id="+room.ID, nil, http.StatusOK, &all)
		for _, one := range all.Mends {
			if one.Of.RecipeID == "stove-dough" {
				return one
			}
		}
		return m
	}
	m := mends()
	require.NotEmpty(t, m.Instead)
	best := m.Instead[0]
	assert.Equal(t, "wheat-free-dough", best.By.RecipeID)
	assert.Empty(t, best.Not)
	changes := written.SetupChanges{}
	for _, s := range best.Setups {
		changes.Changes = append(changes.Changes, s.SetupChange)
	}
	require.GreaterOrEqual(t, len(changes.Changes), 3)

	second.Setup.Name = "Second bakery, moved"
	a.do(http.MethodPut, "/api/setups/"+second.ID, written.SetupInput{Version: second.Version, Setup: second.Setup},
		http.StatusOK, nil)
	var done written.SetupsChanged
	a.do(http.MethodPost, "/api/setups/changes", changes, http.StatusOK, &done)
	require.Len(t, done.Left, 1)
	assert.Equal(t, second.ID, done.Left[0].ID)
	assert.Contains(t, done.Left[0].Why, "changed it meanwhile")
	assert.Len(t, done.Saved, len(changes.Changes)-1)
	left := mends()
	require.Len(t, left.Setups, 1, "only what was left is to be mended still")
	assert.Equal(t, second.ID, left.Setups[0].ID)
	assert.Equal(t, "wheat-free-dough", a.setupCalled("Third bakery").Places[0].Base.RecipeID)

	a.do(http.MethodPost, "/api/setups/changes", written.SetupChanges{Changes: done.Back}, http.StatusOK, &done)
	assert.Empty(t, done.Left)
	assert.Equal(t, third.Setup, a.setupCalled("Third bakery").Setup)
	assert.Equal(t, first.Setup, a.setupCalled("Bakery counter").Setup)

	of := func(id string, version int) written.SetupChange {
		return written.SetupChange{SetupID: id, Save: written.SetupInput{Version: version, Setup: third.Setup}}
	}
	for pointer, bad := range map[string][]written.SetupChange{
		"changes/0/setup_id": {of("x", 1)}, "changes/1/setup_id": {of(third.ID, 99), of(third.ID, 99)},
		"changes/0/save/version": {of(third.ID, 0)},
	} {
		a.refused(http.MethodPost, "/api/setups/changes", written.SetupChanges{Changes: bad},
			http.StatusUnprocessableEntity, pointer, "")
	}
}
