package safety

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/material"
	"emblo/core/room"
)

// What the things hold is common practice; that a custom is a note and no verdict is the
// centre's word for its families.
func TestCustomsAreNotesAndNoVerdict(t *testing.T) {
	for id, want := range map[string]map[room.Custom]bool{
		"gelatine":        {room.Gelatine: true, room.Meat: true, room.FoodPlay: true},
		"honey":           {room.HoneyToo: true, room.FoodPlay: true},
		"vanilla-extract": {room.Alcohol: true, room.FoodPlay: true},
		"ham":             {room.Meat: true, room.FoodPlay: true},
		"wooden-blocks":   {},
	} {
		it, ok := material.Standard().Get(id)
		require.True(t, ok, id)
		subject := Prepare(it.Name, it.Facts)
		plain := groupOf(t, Policy{}, child(40, false))
		keeping := plain
		keeping.room.Customs = room.Customs()
		assert.Equal(t, plain.Judge(&subject, Open).Verdict, keeping.Judge(&subject, Open).Verdict, id)
		for _, c := range room.Customs() {
			assert.Equal(t, want[c], len(CustomNotes([]room.Custom{c}, it.Facts)) == 1, "%s: %s", id, c)
		}
		assert.Empty(t, CustomNotes(nil, it.Facts))
	}
}
