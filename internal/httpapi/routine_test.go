package httpapi_test

import (
	"net/http"
	"testing"

	"github.com/stretchr/testify/assert"

	"emblo/core/written"
)

// What a centre names as its routine, and a room strikes, changes how marks are shown and no
// verdict; a line that is not one is refused by name.
func TestRoutineTellsUsualCareApart(t *testing.T) {
	a := demoLead(t)
	lanterns := a.room("Lanterns")
	board := func() (verdicts map[string]string, usual int) {
		var items []written.BoardItem
		a.do(http.MethodGet, "/api/shelf/board?use=open&room_id="+lanterns.ID, nil, http.StatusOK, &items)
		verdicts = make(map[string]string, len(items))
		for _, it := range items {
			verdicts[it.ID] = it.Verdict
			if it.Mark == "outlined-bowl" {
				assert.Equal(t, "with-a-hand", it.Verdict)
				usual++
			}
		}
		return verdicts, usual
	}
	before, usual := board()
	assert.Greater(t, usual, 50)
	in := written.RoomInput{Version: lanterns.Version, Room: lanterns.Room}
	for _, bad := range [][]string{{"flor"}, {"floor", "floor"}} {
		in.Strikes = bad
		a.do(http.MethodPut, "/api/rooms/"+lanterns.ID, in, http.StatusUnprocessableEntity, nil)
	}
	in.Strikes = []string{"floor"}
	a.do(http.MethodPut, "/api/rooms/"+lanterns.ID, in, http.StatusOK, nil)
	struck, fewer := board()
	assert.Equal(t, before, struck)
	assert.Less(t, fewer, usual)

	var centre written.CentreInput
	a.do(http.MethodGet, "/api/centre", nil, http.StatusOK, &centre)
	centre.Routine = nil
	a.do(http.MethodPut, "/api/centre", centre, http.StatusOK, nil)
	none, left := board()
	assert.Equal(t, before, none)
	assert.Zero(t, left)
}
