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

// A child who avoids or seeks a feel is noted where the thing has it, and nowhere else.
func TestFeelsOfChildrenAreNoted(t *testing.T) {
	feel := func(words string) material.Feel {
		f, err := material.ParseFeel(words)
		require.NoError(t, err)
		return f
	}
	for words, noted := range map[string]room.Senses{
		"dry smooth quiet light clean unscented": 0, "wet smooth quiet light clean unscented": room.WetFeel,
		"dry smooth loud light clean unscented":   room.LoudFeel,
		"dry smooth quiet light sticky unscented": room.StickyFeel,
		"dry smooth quiet light clean strong":     room.ScentedFeel,
		"damp smooth quiet light clean mild":      room.WetFeel | room.ScentedFeel,
	} {
		for _, w := range (room.StickyFeel | room.WetFeel | room.LoudFeel | room.ScentedFeel).Words() {
			sense, err := room.ParseSense(w)
			require.NoError(t, err)
			want := 0
			if noted&sense != 0 {
				want = 1
			}
			assert.Len(t, Notes([]room.Child{{Label: "KD", Avoids: sense}}, feel(words)), want, "avoids %s: %s", w,
				words)
			assert.Len(t, Notes([]room.Child{{Label: "KD", Seeks: sense}}, feel(words)), want, "seeks %s: %s", w, words)
		}
	}
	notes := Notes([]room.Child{{Label: "KD", Avoids: room.ScentedFeel}}, feel("dry smooth quiet light clean strong"))
	assert.Equal(t, "KD avoids scented things. Offer the same without scent in a bowl beside it. Do not push.",
		notes[0].String())
}
