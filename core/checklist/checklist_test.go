package checklist

import (
	"bytes"
	"encoding/csv"
	"fmt"
	"os"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/age"
	"emblo/core/naming"
	"emblo/core/safety"
	"emblo/core/written"
)

var today, _ = age.ParseDate("2026-11-24")

func roomOf(t testing.TB, name string) *written.Sheet {
	data, err := os.ReadFile("testdata/" + name + ".json")
	require.NoError(t, err)
	return sheet(t, string(data))
}

func sheet(t testing.TB, text string) *written.Sheet {
	s, err := written.ReadRoomFile([]byte(text), today)
	require.NoError(t, err)
	return s
}

func checkList(list []byte, s *written.Sheet) (Report, error) {
	return Check(list, &s.Group, naming.New(s.Shelf, nil), safety.NewSwaps(&s.Group, s.Shelf, nil, s.Cupboard), nil)
}

func check(t testing.TB, list string, s *written.Sheet) Report {
	r, err := checkList([]byte(list), s)
	require.NoError(t, err)
	return r
}

var letters = map[safety.Verdict]string{safety.GoesIn: "G", safety.WithAHand: "H", safety.MeasureFirst: "M",
	safety.KeepOut: "K"}

// The expected letters were written by reading the rules for each demo room; the list
// itself does not know them, as unknown columns are only kept through.
func TestMixedListForEachDemoRoom(t *testing.T) {
	list, err := os.ReadFile("testdata/mixed.csv")
	require.NoError(t, err)
	for column, room := range map[int]string{6: "puddles", 7: "pebbles", 8: "lanterns"} {
		g := roomOf(t, room)
		r := check(t, string(list), g)
		require.GreaterOrEqual(t, len(r.Rows), 60)
		swaps := 0
		for _, row := range r.Rows {
			assert.Equal(t, row.Cells[column], letters[row.Verdict], "%s for %s (%s): %s %s", row.Name, room,
				row.Cells[1], row.Rules, row.Why)
			assert.Equal(t, row.Verdict == safety.GoesIn, row.Why == "", row.Name)
			if row.Swap != "" {
				swaps++
				assert.GreaterOrEqual(t, row.Verdict, safety.MeasureFirst)
			}
		}
		assert.Greater(t, swaps, 10, room)

		// The written file reads back as the list and four columns more.
		back, err := csv.NewReader(bytes.NewReader(r.CSV())).ReadAll()
		require.NoError(t, err)
		require.Len(t, back, len(r.Rows)+1)
		assert.Equal(t, []string{"verdict", "rules", "why", "swap", "taken_for"}, back[0][len(r.Header):])
		assert.Equal(t, r.Rows[0].Cells, back[1][:len(r.Header)])
	}
}

// Where no portion is named the usual one is taken, and the row says so.
func TestUsualPortionIsSaid(t *testing.T) {
	older := sheet(t, `{"on":"2026-11-24","name":"Gulls","adults":2,"children":[{"born":"2019-03","mouths":false,"allergies":[]}]}`)
	r := check(t, "name,traits,contains\nOur paste,food;dough;salt=0.4,none\nWooden boats,,\nOur brine paste,food;dough;salt=30,none\n", older)
	assert.Equal(t, safety.GoesIn, r.Rows[0].Verdict)
	assert.Regexp(t, "^OK at [0-9]+ g a child.$", r.Rows[0].Why)
	assert.Empty(t, r.Rows[1].Why, "a boat has no portion")
	assert.NotContains(t, r.Rows[2].Why, "No rule objects")
}

func TestRowsWithErrorsAreMeasureFirst(t *testing.T) {
	g := roomOf(t, "lanterns")
	huge := strings.Repeat("x", maxCell+10)
	r := check(t, "name,use,traits,size_mm,solid,note\n"+
		"Peas,thrown,,,,\n"+
		"Peas,,shiny,,,\n"+
		"Peas,,food;not-food,,,\n"+
		"Peas,,,2 in,sphere,\n"+
		"Peas,,,-4,sphere,\n"+
		"Peas,,,3x4,sphere,\n"+
		"Peas,,,4,,\n"+
		",,,,,\n"+
		"\"Peas,,,,,\n"+
		"Pe\"as\",,,,,\n"+
		"Peas,,,,,,,extra\n"+
		huge+",,,,,\n"+
		"Wooden boats,,,,,a \"note\n"+
		"Wooden boats,,,,,kept\n", g)
	require.Len(t, r.Rows, 14)
	for i, says := range []string{"is not a use", "not a trait", "both food and not-food", "sizes are numbers in mm",
		"sizes are numbers in mm|more than 0", "needs 1 size", "say which shape",
		"it has no name", "quotes are broken", "quotes are broken", "8 cells", "longer than", "quotes are broken"} {
		assert.Equal(t, safety.MeasureFirst, r.Rows[i].Verdict, "row %d", i)
		assert.Equal(t, []string{Unreadable}, r.Rows[i].Rules, "row %d", i)
		assert.Regexp(t, says, r.Rows[i].Why, "row %d", i)
	}
	last := r.Rows[13]
	assert.Equal(t, safety.GoesIn, last.Verdict, "a broken row costs itself alone")
	assert.Equal(t, "kept", last.Cells[5])
}

func TestFilesThatCannotBeChecked(t *testing.T) {
	g := roomOf(t, "lanterns")
	for says, list := range map[string]string{
		"no name column":                           "item;use\nPeas;open\n",
		"names the columns":                        "",
		"not text in UTF-8":                        "name\nM\xe9lange\n",
		"save it as CSV":                           "\xff\xfen\x00a\x00m\x00e\x00",
		`The column "traits" stands twice`:         "name,traits,TRAITS\nBlock,hard,magnet\n",
		`no column "trait"; did you mean "traits"`: "name,trait\nTile,magnet\n",
		`no column "sizes_mm"`:                     "name,solid,sizes_mm\nBead,sphere,12\n",
		`no column "Size"`:                         "name,solid,Size\nBead,sphere,12\n",
		`no column "size mm"`:                      "name,solid,size mm\nBead,sphere,12\n",
		`no column "contians"`:                     "name,contians\nDough,wheat\n",
		`no column "nmae"`:                         "name,nmae\nDough,wheat\n",
		"larger than 5 MB":                         strings.Repeat("x", MaxBytes+1),
		"more than 20000 rows":                     "name\n" + strings.Repeat("Peas\n", MaxRows+1),
		"The list has no name co":                  "\"name\nPeas\n",
	} {
		_, err := checkList([]byte(list), g)
		var file *FileError
		require.ErrorAs(t, err, &file, says)
		assert.Contains(t, strings.ToLower(file.Reason), strings.ToLower(says))
	}
	ok := check(t, "\ufeffNAME , Note\r\nWooden boats,\"two\r\nlines\"\r\n", g)
	assert.Equal(t, safety.GoesIn, ok.Rows[0].Verdict)
	assert.Equal(t, "two\nlines", ok.Rows[0].Cells[1])
	assert.Empty(t, check(t, "name\n", g).Rows)
}

// A letter left out, doubled or taken for another, or a plural, in any column that a list or
// an import knows, refuses the file: what stands under it is never lost.
func TestASlipInAnyColumnIsRefused(t *testing.T) {
	for _, columns := range [][]string{known, written.ThingColumns} {
		for _, column := range columns {
			slips := []string{column + "s"}
			for i := range column {
				slips = append(slips, column[:i]+column[i+1:], column[:i+1]+column[i:], column[:i]+"q"+column[i+1:])
			}
			for _, slip := range slips {
				if slices.Contains(columns, slip) {
					continue
				}
				_, err := columnsOf(record{cells: []string{"name", slip}}, columns)
				assert.Error(t, err, "%s for %s", slip, column)
			}
		}
	}
}

func TestWrittenCellsAreNoFormulas(t *testing.T) {
	g := roomOf(t, "lanterns")
	r := check(t, "name,=SUM(A1)\n\"=HYPERLINK(\"\"x\"\")\",@a\n+1, -2\n\"\tTab\",plain\n", g)
	back, err := csv.NewReader(bytes.NewReader(r.CSV())).ReadAll()
	require.NoError(t, err)
	for _, row := range back {
		for _, cell := range row {
			assert.NotRegexp(t, `^\s*[=+\-@\t]`, cell)
		}
	}
	assert.Equal(t, `'=HYPERLINK("x")`, back[1][0])
	assert.Equal(t, "plain", back[3][1])
}

// A thing of the centre's own is known by name, and an allergy that is on no list is kept:
// nothing with contents is cleared against it.
func TestWhatARoomFileBringsAlong(t *testing.T) {
	child := `{"born":"2021-05","mouths":false,"allergies":[]}`
	own := sheet(t, `{"adults":2,"children":[`+child+
		`],"things":[{"id":"x","name":"Our buoy","parts":"find","solid":"sphere","size_mm":"60","traits":"soft;rounded"}]}`)
	assert.Equal(t, safety.GoesIn, check(t, "name\nour buoys\n", own).Rows[0].Verdict)
	kiwi := sheet(t, `{"adults":2,"children":[{"born":"2021-05","mouths":false,"allergies":[{"to":"kiwi"}]}]}`)
	assert.Equal(t, safety.MeasureFirst, check(t, "name,contains,traits\nDough,none,food;dough\n",
		kiwi).Rows[0].Verdict)
}

// Whatever the bytes, every row is answered or the file is refused by name, and what is
// written reads back with as many rows and no formula.
func FuzzCheck(f *testing.F) {
	for _, seed := range []string{"name,traits\nPeas,food\n", "name\n\"", "name,\"\n\"\"\"\n=1",
		"name,use\r\nMarbles,sealed\r\n\r\n", "\ufeffname\n\t=x", "name,name\na,b\n"} {
		f.Add([]byte(seed))
	}
	g := roomOf(f, "lanterns")
	f.Fuzz(func(t *testing.T, list []byte) {
		r, err := checkList(list, g)
		if err != nil {
			var file *FileError
			require.ErrorAs(t, err, &file)
			return
		}
		back, err := csv.NewReader(bytes.NewReader(r.CSV())).ReadAll()
		require.NoError(t, err)
		require.Len(t, back, len(r.Rows)+1)
		for _, row := range r.Rows {
			require.True(t, row.Verdict.Valid())
		}
		for _, row := range back {
			for _, cell := range row {
				require.NotRegexp(t, `^[ \x{a0}]*[=+\-@\t\r]`, cell)
			}
		}
	})
}

// BenchmarkCheck checks a list of 20,000 rows, a third of them from the shelf and the others
// things measured by hand, none twice, and holds it against only reading and writing the same list, in the same run.
func BenchmarkCheck(b *testing.B) {
	room := roomOf(b, "pebbles")
	var list strings.Builder
	list.WriteString("name,use,solid,size_mm,contains,traits\n")
	for i := range MaxRows {
		switch i % 3 {
		case 0:
			list.WriteString("split peas,,,,,\n")
		case 1:
			fmt.Fprintf(&list, "Harbour post,open,box,50x50x%d.%d,none,hard\n", 50+i/100, i%100)
		default:
			fmt.Fprintf(&list, "Harbour pea,in-dough,sphere,10-%d.%d,none,hard;rounded\n", 14+i/100, i%100)
		}
	}
	text := []byte(list.String())
	var ours, floor time.Duration
	for b.Loop() {
		start := time.Now()
		r, err := checkList(text, room)
		require.NoError(b, err)
		out := r.CSV()
		ours += time.Since(start)

		start = time.Now()
		rows, err := csv.NewReader(bytes.NewReader(text)).ReadAll()
		require.NoError(b, err)
		var copied bytes.Buffer
		require.NoError(b, csv.NewWriter(&copied).WriteAll(rows))
		rows, err = csv.NewReader(bytes.NewReader(out)).ReadAll() // what it wrote is longer
		require.NoError(b, err)
		require.NoError(b, csv.NewWriter(&copied).WriteAll(rows))
		floor += time.Since(start)
	}
	b.ReportMetric(0, "ns/op")
	b.ReportMetric(float64(ours.Milliseconds())/float64(b.N), "ms/list")
	b.ReportMetric(float64(ours)/float64(floor), "ratio")
}

// Plain lines of names are a list; each family is asked about once, and its answer counts for
// every row that names it.
func TestPlainLinesAreAskedAboutOncePerFamily(t *testing.T) {
	s := roomOf(t, "lanterns")
	list := strings.Repeat("Pasta\nMarbles\nblocks\nWooden boats\npasta\nBuilding bricks\n", 50)
	swaps := safety.NewSwaps(&s.Group, s.Shelf, nil, s.Cupboard)
	r, err := Check([]byte(list), &s.Group, naming.New(s.Shelf, nil), swaps, nil)
	require.NoError(t, err)
	require.Len(t, r.Rows, 300)
	require.Len(t, r.Questions, 2)
	assert.Equal(t, []int{100, 100}, []int{r.Questions[0].Rows, r.Questions[1].Rows})
	assert.True(t, r.Questions[0].Waits)
	assert.Equal(t, safety.MeasureFirst, r.Rows[0].Verdict)
	answers := map[string]string{r.Questions[0].Family.Name: r.Questions[0].Family.Answers[0].Words}
	again, err := Check([]byte(list), &s.Group, naming.New(s.Shelf, nil), swaps, answers)
	require.NoError(t, err)
	assert.NotEqual(t, naming.WhichOne, again.Rows[0].Rules[0])
	assert.False(t, again.Questions[0].Waits)
	assert.Equal(t, answers[r.Questions[0].Family.Name], again.Questions[0].Family.Given())
}
