package plan

import (
	"encoding/csv"
	"os"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/room"
	"emblo/core/safety"
	"emblo/core/unit"
	"emblo/core/vessel"
)

// mostCares is how many precautions an ordinary set-up may ask for beyond the routine: more are waved through.
const mostCares = 7

// What a careful colleague would say of two dozen set-ups for three-year-olds, written down before Emblo was asked, is
// what it says: no more, each once, and none that has another use.
func TestPrecautionsOfACarefulColleague(t *testing.T) {
	f, err := os.Open("testdata/careful.csv")
	require.NoError(t, err)
	defer f.Close()
	rows, err := csv.NewReader(f).ReadAll()
	require.NoError(t, err)
	g := group(t, 2, 42, 43, 45, 46, 47, 44, 42, 43).Keeping(room.RoutineOf(room.Habits()...))
	for _, row := range rows[1:] {
		var base Base
		if row[1] != "" {
			tray, _ := vessel.Get("dish-tub")
			mm, err := strconv.Atoi(row[2])
			require.NoError(t, err)
			base = Fill{Layers: []Layer{layer(t, row[1], float64(mm))}, Tub: tray, Use: safety.Open, Count: 0}
		}
		var things []Placed
		for _, listed := range strings.Split(row[3], "; ") {
			words, each, counted := strings.Cut(listed, " x")
			n := 1
			if counted {
				n, err = strconv.Atoi(each)
				require.NoError(t, err)
			}
			one := placed(t, words, n)
			one.Manner = shelfItem(t, words).Manner
			things = append(things, one)
		}
		a, err := reckon(at(base, things...), &g, unit.StandardSet(unit.US))
		require.NoError(t, err, row[0])
		require.LessOrEqual(t, a.all.Verdict, safety.WithAHand, row[0])
		var asks [][]safety.Care
		for _, l := range a.all.Lines() {
			asks = append(asks, safety.Cares(l.Assessment.Led(), g.Routine()))
		}
		var ids []string
		for _, c := range safety.Gather(asks) {
			if !c.Covered {
				ids = append(ids, c.ID)
			}
		}
		assert.LessOrEqual(t, len(ids), mostCares, row[0])
		assert.ElementsMatch(t, strings.FieldsFunc(row[5], func(r rune) bool { return r == ';' }), ids, "%s: %s",
			row[0], row[4])
	}
}
