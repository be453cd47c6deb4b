package httpapi_test

import (
	"net/http"
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/written"
)

// So many bags of which nobody knows how much is in one are kept as that: what is answered is no amount, nothing is
// ready, and nothing is bought for it until it is said.
func TestAnUnknownAmountStaysOne(t *testing.T) {
	a := demoLead(t)
	bags := &written.Unsized{In: "bag", Count: 2}
	in := written.SetupInput{Setup: written.Setup{Name: "Bags", Plan: planned(a.room("Lanterns").ID, wallIn(2, "09:45"),
		&written.Base{Kind: "fill", ItemID: "play-sand", VesselID: "deep-tub", Unsized: bags},
		written.PlanItem{ID: uuid.NewString(), ItemID: "wooden-boats", Use: "open", Unsized: &written.Unsized{Count: 1}})}}
	path := "/api/setups/" + uuid.NewString()
	var saved written.SavedSetup
	a.do(http.MethodPut, path, in, http.StatusOK, &saved)
	assert.Equal(t, bags, saved.Setup.Places[0].Base.Unsized)
	assert.False(t, saved.Answer.Ready)
	require.Len(t, saved.Answer.Places, 1)
	place := saved.Answer.Places[0]
	assert.Equal(t, "Find out how much is in one bag.", place.Base[0].Ask)
	assert.Equal(t, "Find out how many there are.", place.Lines[0].Ask)
	assert.Empty(t, place.Fill.Poured)
	assert.Equal(t, written.ToFindOut, saved.Answer.Missing[0].Kind)
}
