package lookup

import (
	"encoding/csv"
	"os"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/age"
	"emblo/core/desk"
	"emblo/core/naming"
	"emblo/core/safety"
	"emblo/core/written"
)

// Every phrase of the tables means the same at every door: where one thing is checked, in a list, typed or pasted on a
// set-up, as an ingredient, in the search that cupboard, shopping and log take their things from.
func TestAPhraseMeansTheSameAtEveryDoor(t *testing.T) {
	d := On(desk.New(desk.NewPeople(written.Settings{}, "", nil, nil), desk.NewShelf(nil, nil), desk.NewStock(nil, nil)))
	on, err := age.ParseDate("2026-11-24")
	require.NoError(t, err)
	data, err := os.ReadFile("../../naming/testdata/rooms/preschool.json")
	require.NoError(t, err)
	sheet, err := written.ReadRoomFile(data, on)
	require.NoError(t, err)
	all := phrases(t)
	var list strings.Builder
	rows := csv.NewWriter(&list)
	require.NoError(t, rows.Write([]string{"name"}))
	for _, p := range all {
		require.NoError(t, rows.Write([]string{p}))
	}
	rows.Flush()
	report, err := CheckFile(sheet, []byte(list.String()))
	require.NoError(t, err)
	require.Len(t, report.Rows, len(all))
	assert.Greater(t, len(all), 500)
	for i, p := range all {
		m := d.Names.Resolve(p, "")
		judged := m.Judge(&sheet.Group, naming.Ask{Use: safety.Open}.Somewhere())
		assert.Equal(t, judged.Verdict, report.Rows[i].Verdict, p)
		assert.Equal(t, m.Taken(), report.Rows[i].Taken, p)
		check, err := d.Check(written.CheckInput{Words: p, Use: "open"}, on)
		require.NoError(t, err, p)
		assert.Equal(t, m.Known(), check.Found, p)
		answer, err := d.Words(written.WordsInput{Text: p})
		require.NoError(t, err, p)
		require.Len(t, answer.Lines, 1, p)
		things := answer.Lines[0].Things
		if it, one := m.One(); one && m.Said.Plain() && things[0].Kind != "vessel" {
			require.Len(t, things, 1, p)
			assert.Equal(t, it.ID, things[0].ID, p)
			assert.Equal(t, it.ID, check.ItemID, p)
			got, _ := d.Names.Thing(p)
			assert.Equal(t, it.ID, got.ID, p)
		}
		found, err := d.Search(p, "", 0)
		require.NoError(t, err, p)
		for _, x := range m.Members[:min(len(m.Members), usualFound-1)] {
			assert.True(t, slices.ContainsFunc(found, func(y written.ShelfItem) bool { return y.ID == x.ID() }),
				"%s: the search does not find %s", p, x.Name())
		}
	}
}

func phrases(t *testing.T) (all []string) {
	for _, file := range []string{"phrases.csv", "phrases-own.csv"} {
		f, err := os.Open("../../naming/testdata/" + file)
		require.NoError(t, err)
		rows, err := csv.NewReader(f).ReadAll()
		require.NoError(t, f.Close())
		require.NoError(t, err)
		for _, row := range rows[1:] {
			all = append(all, row[0])
		}
	}
	return all
}
