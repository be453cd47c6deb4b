package desk_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/desk/bench"
	"emblo/core/strict"
	"emblo/core/written"
)

// What is planned stands first and says what the set-up says; what is beside it may go in, and is another one.
func TestPlacesAreCompared(t *testing.T) {
	d := house(t, "UTC", []written.Child{child(1, "2021-01", "no"), child(2, "2021-02", "no")}, nil)
	p := tub("white-rice", 60, "2026-11-27T10:00")
	p.Places[0].Items = []written.PlanItem{{ID: placeID[:len(placeID)-2] + "77", ItemID: "scoops", Each: 1, Use: "open"}}
	ask := func(by string) []written.Compared {
		all, err := bench.On(d).Compare(written.CompareInput{RoomID: p.RoomID, PlayAt: p.PlayAt, Place: p.Places[0],
			By: by, ItemID: p.Places[0].Items[0].ID})
		require.NoError(t, err, by)
		require.Greater(t, len(all), 1, by)
		seen := map[string]bool{}
		for i, c := range all {
			assert.NotEmpty(t, c.Verdict, "%s: %s", by, c.Name)
			assert.True(t, i == 0 || by == written.ByVessel || c.Ready, "%s: %s", by, c.Name)
			assert.False(t, seen[c.Name], "%s: %s twice", by, c.Name)
			seen[c.Name] = true
		}
		return all
	}
	answer, err := bench.On(d).Answer(p.Plan)
	require.NoError(t, err)
	vessels := ask(written.ByVessel)
	assert.Equal(t, []any{"dish-tub", answer.Places[0].Fill.InAllG, 2, answer.MinutesHands},
		[]any{vessels[0].VesselID, vessels[0].MassG, vessels[0].AtOnce, vessels[0].MinutesHands})
	for _, c := range vessels[1:] {
		assert.NotEqual(t, "dish-tub", c.VesselID)
		assert.Positive(t, c.MassG)
	}
	rice := ask(written.ByBase)[0]
	assert.Equal(t, []string{"white-rice", "rustling", "again: dry and clean, back into its jar"}, []string{rice.ItemID,
		rice.Noise, rice.Keeps})
	assert.Positive(t, rice.MinutesClear)
	things := ask(written.ByThing)
	p.Places[0].Base.ItemID = "split-peas"
	mouths := house(t, "UTC", []written.Child{child(1, "2026-01", "yes")}, nil)
	among, err := bench.On(mouths).Compare(written.CompareInput{RoomID: p.RoomID, PlayAt: p.PlayAt, Place: p.Places[0],
		By: written.ByThing, ItemID: p.Places[0].Items[0].ID})
	require.NoError(t, err)
	assert.NotEqual(t, "keep-out", among[0].Verdict, "a scoop is judged, and not the peas that it lies in")
	scoops := things[0]
	assert.Equal(t, []any{"scoops", 2, "again and again: clean and dry it first"}, []any{scoops.ItemID, scoops.Pieces, scoops.Keeps})

	var fault *strict.Fault
	empty := written.CompareInput{RoomID: p.RoomID, PlayAt: p.PlayAt, By: written.ByVessel,
		Place: written.Place{ID: placeID, Base: &written.Base{Kind: "fill", VesselID: "dish-tub"}}}
	_, err = bench.On(d).Compare(empty)
	require.ErrorAs(t, err, &fault, "a tub with nothing in it")
	for pointer, in := range map[string]written.CompareInput{"/by": {Place: p.Places[0]},
		"/item_id": {Place: p.Places[0], By: written.ByThing}, "/place/base": {By: written.ByBase, Place: written.Place{ID: placeID}},
		"/place/base/vessel_id": {By: written.ByVessel, Place: written.Place{ID: placeID, Base: &written.Base{Kind: "fill",
			ItemID: "white-rice", VesselID: "none"}}}} {
		in.RoomID, in.PlayAt = p.RoomID, p.PlayAt
		_, err := bench.On(d).Compare(in)
		var fault *strict.Fault
		require.ErrorAs(t, err, &fault, pointer)
		assert.Equal(t, pointer, fault.Pointer)
	}
}
