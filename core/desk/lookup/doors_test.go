package lookup

import (
	"encoding/csv"
	"os"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/age"
	"emblo/core/desk"
	"emblo/core/naming"
	"emblo/core/safety"
	"emblo/core/stock"
	"emblo/core/strict"
	"emblo/core/unit"
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

// A glass is as large as the room says its own is, a bag as the cupboard's pack; how much is in one of any other nobody
// has said.
func TestHowMuchAContainerHolds(t *testing.T) {
	settings, fault := written.Centre{Name: "Ours", RatioTable: "cfoc", PerAdult: []int{}, Currency: "EUR",
		Policy: written.Policy{MinimumMonths: map[string]int{}}}.Settings()
	require.Nil(t, fault)
	const id = "9d754584-36c2-44ae-8c2f-fa6221683e17"
	room := written.Room{Name: "Lanterns", Adults: 2, Measures: "metric", Drawer: []string{},
		Children:    []written.Child{{ID: id, Initials: "AB", Born: "2022-05", Mouths: "no"}},
		OwnMeasures: []written.OwnMeasure{{Name: "Glass", With: "water", Grams: 210}}}
	d := On(desk.New(desk.NewPeople(settings, "", time.UTC, []*desk.Room{desk.ReadRoom(id, 1, written.Version,
		room.Name, strict.Write(room))}), desk.NewShelf(nil, nil), desk.NewStock(nil, nil)))
	one := 1
	found, _ := d.Find(id)
	require.Empty(t, found.Unreadable)

	read := func(text string) *written.WordsAmount {
		answer, err := d.Words(written.WordsInput{Text: text, RoomID: id, VesselID: "dish-tub", Vessels: &one})
		require.NoError(t, err)
		return answer.Lines[0].Things[0].Amount
	}
	d.Packs = map[string]stock.Pack{"white-rice": {Size: unit.Of(1000, unit.ByMass)}}
	for text, asked := range map[string]bool{"6 kg of sand": true, "5 kg of sand": false, "3.1 kg of white rice": true,
		"3 kg of white rice": false, "4 bags of white rice": false, "6 bags of white rice": true} {
		assert.Equal(t, asked, read(text).Much, text)
	}
	d.Packs = nil
	want := read("630 ml water").DepthMM
	require.NotNil(t, want)
	glasses := read("3 glasses of water").DepthMM
	require.NotNil(t, glasses)
	assert.InDelta(t, *want, *glasses, 1)
	for _, of := range []string{"3 bags of white rice", "2 boxes of oats"} {
		if a := read(of); assert.NotNil(t, a, of) {
			assert.Nil(t, a.DepthMM, of)
			assert.NotEmpty(t, a.Open, of)
		}
	}
}
