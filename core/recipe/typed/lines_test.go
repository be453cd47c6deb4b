package typed

import (
	"bytes"
	"encoding/csv"
	"fmt"
	"math"
	"os"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Lines as people type them, with the mass or the question that is due: nearly all are read so,
// and none is read as something else without a word. The masses follow from the weight of a cup and of an egg.
func TestSampleOfLines(t *testing.T) {
	data, err := os.ReadFile("testdata/lines.csv")
	require.NoError(t, err)
	rows, err := csv.NewReader(bytes.NewReader(data)).ReadAll()
	require.NoError(t, err)
	right, silent := 0, []string{}
	for _, row := range rows[1:] {
		d := reader().Read(Written{Name: "Ours", Kind: "dough", Lines: row[0], Steps: "Stir"})
		l := ReadLine{Fault: "nothing was read"}
		if len(d.Lines) == 1 {
			l = d.Lines[0]
		}
		asked := l.Fault != "" || strings.Contains(l.Note, "?")
		is := fmt.Sprintf("%s %.2f g", l.Line.Item.ID, l.Line.Mass().Grams())
		ok := row[1] == "ask" && asked
		if row[1] != "ask" && l.Fault == "" && l.Line.Item.ID == row[1] {
			want := 0.0
			if row[3] != "needed" {
				n, err := strconv.ParseFloat(row[2], 64)
				require.NoError(t, err)
				ml := map[string]float64{"cup": 236.5882365, "mL": 1}[row[3]]
				want = n * ml * l.Line.Item.Density.GramsPerMillilitre()
				if row[3] == "g" {
					want = n
				}
			}
			ok = math.Abs(l.Line.Mass().Grams()-want) <= 0.005*want && l.Line.AsNeeded() == (row[3] == "needed")
		}
		switch {
		case ok:
			right++
		case !asked:
			silent = append(silent, row[0]+": "+is)
			fallthrough
		default:
			t.Logf("%q: %s %s", row[0], is, l.Fault)
		}
	}
	assert.Empty(t, silent, "read as something else without a word")
	assert.GreaterOrEqual(t, right*100, 95*(len(rows)-1), "%d of %d", right, len(rows)-1)
}
