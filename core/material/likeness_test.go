package material

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

// What is said to be for the same stands on the shelf, each once in a row, and kin are kinds of the shelf.
func TestWhatIsForTheSameIsOnTheShelf(t *testing.T) {
	for id, rows := range aims() {
		_, known := Standard().Get(id)
		assert.True(t, known, id)
		for i := range rows[1:] {
			assert.NotEqual(t, rows[i], rows[i+1], "%s stands twice in a row", id)
		}
	}
	for kind, near := range kin {
		assert.Contains(t, Kinds(), kind)
		assert.Subset(t, Kinds(), near)
	}
}

// A thing is like itself, and what is of another form, kind or use is less so.
func TestLikenessGrowsWithWhatIsShared(t *testing.T) {
	of := func(id string) Item {
		it, known := Standard().Get(id)
		assert.True(t, known, id)
		return it
	}
	beans := of("kidney-beans")
	assert.Less(t, beans.Unlike(of("black-beans"), Filler), beans.Unlike(of("white-rice"), Filler))
	assert.Less(t, beans.Unlike(of("white-rice"), Filler), beans.Unlike(of("yoghurt"), Filler))
	assert.True(t, beans.IsForTheSame(of("chickpeas")))
	assert.False(t, beans.IsForTheSame(Item{ID: "own"}))
}
