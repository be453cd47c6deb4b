package safety

import (
	"fmt"
	"os"
	"path/filepath"
	"regexp"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/gauge"
	"emblo/core/material"
	"emblo/core/room"
	"emblo/core/unit"
)

func child(months int, mouths bool, allergies ...room.Allergy) room.Child {
	return room.Child{Label: "AB", Months: months, Mouths: room.TriOf(mouths), Allergies: allergies}
}

func groupOf(t testing.TB, p Policy, children ...room.Child) Group {
	table, err := room.ParseRatioTable("eyfs")
	require.NoError(t, err)
	g, err := NewGroup(room.Room{Name: "Test", Children: children, Adults: len(children)}, table, p)
	require.NoError(t, err)
	return g
}

// known returns the facts of a fully described thing.
func known(form material.Form, solid gauge.Solid, traits ...material.Trait) material.Facts {
	return material.Facts{Thing: material.Thing{Form: form, Smallest: solid, Largest: solid,
		Traits: material.TraitsOf(traits...), TraitsKnown: true,
		ContentsKnown: true, Salt: unit.Known(0.0)}, Setting: material.Setting{Portion: unit.OfMass(unit.Grams(100))}}
}

func ball(mm float64) material.Facts {
	return known(material.Piece, gauge.Must(gauge.Sphere, mm), material.Rounded)
}

// Every rule says of its own examples what they claim, and has one on either side.
func TestRulesHoldTheirExamples(t *testing.T) {
	rules := Rules()
	require.Greater(t, len(rules), 50)
	seen := map[string]bool{}
	for _, rule := range rules {
		assert.False(t, seen[rule.ID], "%s is there twice", rule.ID)
		seen[rule.ID] = true
		for _, words := range []string{rule.Title, rule.Threshold, rule.Ground.Source, string(rule.Ground.Standing),
			string(rule.Family)} {
			assert.NotEmpty(t, words, rule.ID)
		}
		objects, clears := false, rule.ID == "no-rule" // held by TestTraitWithoutARuleIsNeverCleared
		for _, e := range rule.Examples {
			got, err := e.Says(rule.ID)
			require.NoError(t, err, "%s: %s", rule.ID, e.Words)
			assert.Equal(t, e.Want, got, "%s: %s", rule.ID, e.Words)
			objects = objects || e.Want > GoesIn
			clears = clears || e.Want == GoesIn || e.Want == WithAHand && objects
		}
		assert.True(t, clears && (objects || rule.ID == "no-rule"), "%s needs an example on either side", rule.ID)
	}
	assert.Equal(t, material.AllTraits, judgedTraits, "every trait is some rule's")
}

func TestTraitWithoutARuleIsNeverCleared(t *testing.T) {
	g := groupOf(t, Policy{}, child(100, false))
	block := Prepare("block", known(material.Piece, gauge.Must(gauge.Box, 50, 50, 50), material.Hard))
	assert.Equal(t, GoesIn, g.Judge(&block, Open).Verdict)
	g.judged = g.judged.Without(material.Hard)
	for _, use := range []Use{AdultTool, Sealed, Open, Home} {
		assert.GreaterOrEqual(t, g.Judge(&block, use).Verdict, MeasureFirst)
	}
}

func TestRatioByTheYoungestPresent(t *testing.T) {
	wood := Prepare("boat", known(material.Piece, gauge.Must(gauge.Box, 90, 50, 40), material.Hard))
	pea := Prepare("bead", known(material.Piece, gauge.Must(gauge.Box, 10, 10, 10), material.Hard))
	for _, row := range []struct {
		table            string
		children, months int
		adults           int
		plain, handed    Verdict
	}{
		{"eyfs", 10, 40, 2, GoesIn, WithAHand},
		{"eyfs", 17, 40, 2, WithAHand, KeepOut},
		{"eyfs", 10, 25, 2, GoesIn, KeepOut},
		{"cfoc", 10, 25, 2, WithAHand, KeepOut},
		{"cfoc", 6, 12, 2, GoesIn, KeepOut},
		{"cfoc", 7, 12, 2, WithAHand, KeepOut},
	} {
		table, err := room.ParseRatioTable(row.table)
		require.NoError(t, err)
		r := room.Room{Adults: row.adults}
		for range row.children {
			r.Children = append(r.Children, child(row.months, false))
		}
		g, err := NewGroup(r, table, Policy{})
		require.NoError(t, err)
		assert.Equal(t, row.plain, g.Judge(&wood, Open).Verdict, "%+v", row)
		assert.Equal(t, row.handed, g.Judge(&pea, Open).Verdict, "%+v", row)
	}
}

// Whether a child of 3 still mouths is a fact: without it a small part is not cleared.
func TestMouthingNotKnownFromThree(t *testing.T) {
	c := child(40, false)
	c.Mouths = room.Unknown
	g := groupOf(t, Policy{}, c)
	subject := Prepare("bead", ball(10))
	a := g.Judge(&subject, Open)
	assert.Equal(t, MeasureFirst, a.Verdict)
	assert.Contains(t, a.Findings()[0].Missing, "stopped mouthing")
}

func TestNewGroupRefusesImpossibleRooms(t *testing.T) {
	tooMany := make([]room.Child, 400)
	for says, r := range map[string]room.Room{
		"at least one child": {Adults: 1},
		"at most 60":         {Adults: 1, Children: tooMany},
		"adults must be":     {Adults: -1, Children: tooMany[:1]},
		"in the future":      {Adults: 1, Children: []room.Child{{Label: "QX", Months: -2}}},
	} {
		_, err := NewGroup(r, room.RatioTables()[0], Policy{})
		assert.ErrorContains(t, err, says)
	}
}

func BenchmarkJudge(b *testing.B) {
	children := make([]room.Child, 16)
	for i := range children {
		children[i] = child(41+i, false)
	}
	g := groupOf(b, Policy{NutFree: true}, children...)
	boat := Prepare("boat", known(material.Piece, gauge.Must(gauge.Box, 90, 50, 40), material.Hard))
	bead := Prepare("bead", ball(10))
	for _, s := range []*Subject{&boat, &bead} {
		b.Run(s.Name(), func(b *testing.B) {
			b.ReportAllocs()
			for b.Loop() {
				g.Judge(s, Open)
			}
		})
	}
}

func ExampleGroup_Judge() {
	table, _ := room.ParseRatioTable("eyfs")
	pebbles := room.Room{Children: []room.Child{{Label: "MK", Months: 30, Mouths: room.Yes}}, Adults: 1}
	g, _ := NewGroup(pebbles, table, Policy{})
	peas, _ := material.Standard().Named("split peas")
	subject := Prepare(peas.Name, peas.Facts)
	a := g.Judge(&subject, Open)
	fmt.Println(a.Verdict)
	fmt.Println(a.Findings()[0].Reason)
	// Output:
	// keep-out
	// Choking risk: a 6 × 3 mm piece fits inside the small-parts cylinder. The child is under 3 or mouths things.
}

// Pica, a feeding difficulty or seizures are read as mouthing, whatever is said of that.
func TestSwallowingIsReadAsMouthing(t *testing.T) {
	for _, mouths := range []room.Tri{room.Unknown, room.Yes, room.No} {
		c := room.Child{Label: "AB", Months: 60, Mouths: mouths, Swallowing: true}
		told, mouthing := groupOf(t, Policy{}, c), groupOf(t, Policy{}, child(60, true))
		for _, it := range material.Standard().Items() {
			s := Prepare(it.Name, it.Facts)
			require.Equal(t, mouthing.Judge(&s, Open).Verdict, told.Judge(&s, Open).Verdict, it.ID)
		}
		assert.False(t, c.MouthingMissing())
	}
}

// Every precaution has an id of its own in kebab case, and none is declared without being asked for somewhere.
func TestPrecautionsHaveIDs(t *testing.T) {
	declared, err := os.ReadFile("precaution.go")
	require.NoError(t, err)
	var rules strings.Builder
	files, err := filepath.Glob("*.go")
	require.NoError(t, err)
	for _, name := range files {
		if !strings.HasSuffix(name, "_test.go") {
			text, err := os.ReadFile(name)
			require.NoError(t, err)
			rules.Write(text)
		}
	}
	seen := map[string]bool{}
	for _, m := range regexp.MustCompile(`(?m)^\s+(do\w+)\s+= must\("([^"]*)"`).FindAllStringSubmatch(string(declared),
		-1) {
		assert.Regexp(t, "^[a-z0-9]+(-[a-z0-9]+)*$", m[2])
		assert.False(t, seen[m[2]], "%s stands twice", m[2])
		seen[m[2]] = true
		assert.Greater(t, len(regexp.MustCompile(`\b`+m[1]+`\b`).FindAllString(rules.String(), -1)), 1,
			"%s is never asked for", m[2])
	}
	assert.Greater(t, len(seen), 90)
}
