package naming_test

import (
	"encoding/csv"
	"os"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/age"
	"emblo/core/naming"
	"emblo/core/safety"
	"emblo/core/written"
)

// rooms are those of the word list, by its columns.
func rooms(t testing.TB) map[string]*written.Sheet {
	on, err := age.ParseDate("2026-11-24")
	require.NoError(t, err)
	all := make(map[string]*written.Sheet)
	for _, name := range []string{"toddler", "preschool", "allergy", "school"} {
		data, err := os.ReadFile("testdata/rooms/" + name + ".json")
		require.NoError(t, err)
		all[name], err = written.ReadRoomFile(data, on)
		require.NoError(t, err)
	}
	return all
}

var verdictOf = map[string]safety.Verdict{"goes-in": safety.GoesIn, "with-a-hand": safety.WithAHand,
	"measure-first": safety.MeasureFirst, "keep-out": safety.KeepOut}

// A list of 234 everyday names, judged by a careful reader for four rooms: nothing that is known is milder than
// that reader accepts, nearly all is as accepted, and nothing at all goes in that must not.
func TestWordsOfACarefulReader(t *testing.T) {
	f, err := os.Open("testdata/everyday-words-2.csv")
	require.NoError(t, err)
	defer f.Close()
	rows, err := csv.NewReader(f).ReadAll()
	require.NoError(t, err)
	known, accepted, unknown := 0, 0, 0
	sheets := rooms(t)
	for _, row := range rows[1:] {
		use, err := safety.ParseUse(row[1])
		require.NoError(t, err)
		for i, room := range []string{"toddler", "preschool", "allergy", "school"} {
			sheet := sheets[room]
			m := naming.New(sheet.Shelf, nil).Resolve(row[0], "")
			j := m.Judge(&sheet.Group, naming.Ask{Use: use}.Somewhere())
			expect := strings.Split(row[2+i], "|")
			mildest := safety.KeepOut
			for _, e := range expect {
				mildest = min(mildest, verdictOf[e])
			}
			rule := ""
			if all := j.Rules(); len(all) > 0 {
				rule = all[0]
			}
			if j.Verdict.Ready() {
				assert.GreaterOrEqual(t, j.Verdict, mildest, "%s (%s), %s: %s, and must not", row[0], m.Name(), room,
					j.Verdict)
			}
			if !m.Known() {
				unknown++
				continue
			}
			known++
			if slices.Contains(expect, j.Verdict.String()) {
				accepted++
				continue
			}
			t.Logf("%s (%s), %s: %s (%s), a careful reader accepts %s", row[0], m.Name(), room, j.Verdict, rule,
				row[2+i])
			assert.GreaterOrEqual(t, j.Verdict, min(mildest, safety.MeasureFirst), "%s (%s), %s: milder (%s) than %s",
				row[0], m.Name(), room, j.Verdict, row[2+i])
		}
	}
	t.Logf("%d answers to names that are known, %d accepted; %d to others", known, accepted, unknown)
	assert.GreaterOrEqual(t, float64(accepted), 0.99*float64(known))
}
