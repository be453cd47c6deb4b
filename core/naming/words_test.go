package naming

import (
	"encoding/csv"
	"fmt"
	"os"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/allergen"
	"emblo/core/material"
	"emblo/core/room"
	"emblo/core/safety"
)

// toddlers mouth, and one is allergic to milk; preschool has left mouthing behind, and one is
// allergic to sesame. Both are nut-free, and have adults enough.
func toddlers(t testing.TB) *safety.Group {
	return group(t, room.Child{Label: "AB", Months: 26, Mouths: room.Yes,
		Allergies: []room.Allergy{{To: allergen.Milk}}})
}

func preschool(t testing.TB) *safety.Group {
	return group(t, room.Child{Label: "CD", Months: 52, Mouths: room.No,
		Allergies: []room.Allergy{{To: allergen.Sesame}}})
}

func group(t testing.TB, c room.Child) *safety.Group {
	g, err := safety.NewGroup(room.Room{Children: []room.Child{c}, Adults: 2}, room.StrictestTable(),
		safety.Policy{NutFree: true})
	require.NoError(t, err)
	return &g
}

func readWords(t testing.TB, file string) []map[string]string {
	f, err := os.Open(file)
	require.NoError(t, err)
	defer f.Close()
	rows, err := csv.NewReader(f).ReadAll()
	require.NoError(t, err)
	var all []map[string]string
	for _, row := range rows[1:] {
		m := make(map[string]string)
		for i, column := range rows[0] {
			m[column] = row[i]
		}
		all = append(all, m)
	}
	return all
}

var mildness = map[string]safety.Verdict{"goes-in": safety.GoesIn, "with-a-hand": safety.WithAHand,
	"measure-first": safety.MeasureFirst, "keep-out": safety.KeepOut}

// checkWord compares what a word is answered with what a careful reader accepts.
func checkWord(n *Namer, g *safety.Group, word, accepted string) (milder, other bool, got string) {
	j := n.Resolve(word, "").Judge(g, Ask{Use: safety.Open})
	got = j.Verdict.String()
	if len(j.Findings()) > 0 {
		got += " (" + j.Findings()[0].Rule + ")"
	}
	mildest := safety.KeepOut
	for _, w := range strings.Split(accepted, "|") {
		mildest = min(mildest, mildness[w])
		if w == j.Verdict.String() {
			return false, false, got
		}
	}
	return j.Verdict < mildest, true, got
}

func TestFurtherWords(t *testing.T) {
	n := New(material.Standard(), nil)
	rows := readWords(t, "testdata/further-words.csv")
	known := 0
	for _, row := range rows {
		m := n.Resolve(row["word"], "")
		if m.Known() {
			known++
		} else {
			t.Logf("%s is not known", row["word"])
		}
		for who, g := range map[string]*safety.Group{"toddler": toddlers(t), "preschool": preschool(t)} {
			milder, other, got := checkWord(n, g, row["word"], row[who])
			assert.Equal(t, grounds[row["word"]] != "" && who == "preschool", milder,
				"%s (%s), %s: %s, a careful reader accepts %s", row["word"], m.Name(), who, got, row[who])
			if other && !milder {
				t.Logf("%s (%s), %s: %s, a careful reader accepts %s", row["word"], m.Name(), who, got, row[who])
			}
		}
	}
	assert.GreaterOrEqual(t, float64(known), 0.95*float64(len(rows)))
}

// asked are words of which the list accepts an answer, and which are asked about all the same.
var asked = map[string]string{
	"trains":      "their couplings may hold magnets, which the list leaves out",
	"cloud dough": "it is made with baby oil as often as with plant oil, and that is kept out to 5 years",
}

// grounds say why a word is judged more mildly in the preschool room than the lists of words accept.
var grounds = map[string]string{
	"ivy":        "its leaves redden skin and upset a stomach, and no more; its berries are a thing of their own",
	"poinsettia": "poison centres: mild",
	"bluebells":  "all of it upsets a stomach; bulbs are kept out", "buttercups": "their sap reddens skin",
	"onion":  "from 3 years on food has no ball rule, and a whole onion fits no gauge",
	"sponge": "from 3 years on what does not crumble is not bitten off (EN 71-1 tests it under 36 months)",
}

func TestEverydayWords(t *testing.T) {
	n := New(material.Standard(), nil)
	who := map[string]*safety.Group{"toddler": toddlers(t), "preschool": preschool(t)}
	for _, row := range readWords(t, "testdata/everyday-words.csv") {
		word := row["word"]
		m := n.Resolve(word, "")
		ids := strings.Split(row["ids"], ";")
		switch row["kind"] {
		case "allergen":
			_, err := allergen.ParseContents(word)
			assert.NoError(t, err, word)
			continue
		case "not":
			for _, x := range m.Members {
				assert.NotContains(t, ids, x.ID(), word)
			}
		case "family", "ask":
			assert.True(t, m.Family != nil || len(m.Members) == 1, word)
		}
		assert.True(t, m.Known(), "%s is not known", word)
		for name, g := range who {
			if row[name] == "" {
				continue
			}
			milder, other, got := checkWord(n, g, word, row[name])
			if name == "preschool" && grounds[word] != "" {
				assert.True(t, milder, "%s is judged as the list says", word)
				continue
			}
			assert.False(t, milder || other && asked[word] == "", "%s (%s), %s: %s, a careful reader accepts %s", word,
				m.Name(), name, got, row[name])
		}
	}
}

// Every thing of the shelf as it is judged for two rooms, and by which rules. EMBLO_RECORD=1
// writes the file anew; a difference is read line by line before it is committed.
func TestShelfVerdictsAreThoseOnRecord(t *testing.T) {
	const file = "testdata/shelf-verdicts.txt"
	var out strings.Builder
	out.WriteString("thing: toddlers who mouth, one allergic to milk | preschool, one allergic to sesame; both nut-free, in the open\n")
	for _, it := range material.Standard().Items() {
		fmt.Fprintf(&out, "%s:", it.ID)
		for i, g := range []*safety.Group{toddlers(t), preschool(t)} {
			j := Meaning{Members: []Member{{Item: &it}}}.Judge(g, Ask{Use: safety.Open})
			if i > 0 {
				out.WriteString(" |")
			}
			fmt.Fprintf(&out, " %s", j.Verdict)
			for _, f := range j.Findings() {
				out.WriteString(" " + f.Rule)
			}
		}
		out.WriteString("\n")
	}
	if os.Getenv("EMBLO_RECORD") == "1" {
		require.NoError(t, os.WriteFile(file, []byte(out.String()), 0o644))
	}
	want, err := os.ReadFile(file)
	require.NoError(t, err)
	assert.Equal(t, strings.Split(string(want), "\n"), strings.Split(out.String(), "\n"))
}

// A nut in a name that nobody knows is not cleared for a child who may not have it by calling the
// thing a hard piece; a wing nut is none.
func TestNutsInANameNobodyKnows(t *testing.T) {
	f, err := material.Description{Solid: "box", Size: "80x60x40", Contains: "none", Traits: "hard"}.Facts(nil)
	require.NoError(t, err)
	for name, want := range map[string]safety.Verdict{"carved walnut halves": safety.MeasureFirst,
		"lacquered peanut shapes": safety.MeasureFirst, "giant wing nuts": safety.GoesIn} {
		c := room.Child{Label: "AB", Months: 80, Mouths: room.No, Allergies: []room.Allergy{{To: allergen.TreeNuts,
			By: room.ByTouchOrAir}, {To: allergen.Peanuts, By: room.ByEating}}}
		g, err := safety.NewGroup(room.Room{Children: []room.Child{c}, Adults: 1}, room.RatioTables()[0],
			safety.Policy{})
		require.NoError(t, err)
		m := New(material.Standard(), nil).Resolve(name, "")
		require.False(t, m.Known(), name)
		assert.Equal(t, want, m.Judge(&g, Ask{Use: safety.Open, More: &f}).Verdict, name)
	}
}
