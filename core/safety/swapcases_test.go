package safety

import (
	"encoding/csv"
	"os"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/allergen"
	"emblo/core/material"
	"emblo/core/room"
)

// What a colleague would accept instead of a thing, for its use in a room, judged by hand (common practice). Of
// three swaps one at least has to be among what is accepted, and none among what never is; where nothing is accepted
// there is to be none.
func TestJudgedSwaps(t *testing.T) {
	file, err := os.Open("testdata/swaps.csv")
	require.NoError(t, err)
	defer file.Close()
	rows, err := csv.NewReader(file).ReadAll()
	require.NoError(t, err)
	rooms := judgedRooms(t)
	var wrong []string
	for _, row := range rows[1:] {
		it, known := material.Standard().Get(row[0])
		require.True(t, known, row[0])
		part, err := material.ParsePart(row[1])
		require.NoError(t, err)
		require.True(t, it.Plays(part), "%s as %s", row[0], part)
		var want []material.Part
		if it.Parts[0] != part {
			want = []material.Part{part}
		}
		accepted, never := strings.Fields(row[3]), strings.Fields(row[4])
		var found []string
		for _, s := range rooms[row[2]].For(it, want, Open, 3) {
			found = append(found, s.Item.ID)
		}
		isIn := func(list []string) bool {
			return slices.ContainsFunc(found, func(id string) bool { return slices.Contains(list, id) })
		}
		if isIn(never) || isIn(accepted) != (len(accepted) > 0) || len(accepted) == 0 && len(found) > 0 {
			wrong = append(wrong, strings.Join(append(row[:3:3], found...), " "))
		}
	}
	t.Logf("%d of %d as judged", len(rows)-1-len(wrong), len(rows)-1)
	require.Empty(t, strings.Join(wrong, "\n"))
}

// judgedRooms returns the rooms of the judged swaps: of babies, of two-year-olds, of four-year-olds, and of those with
// an allergy by touch.
func judgedRooms(t *testing.T) map[string]*Swaps {
	subjects := make(map[string]*Subject)
	for _, it := range material.Standard().Items() {
		s := Prepare(it.Name, it.Facts)
		subjects[it.ID] = &s
	}
	of := func(children ...room.Child) *Swaps {
		g := groupOf(t, Policy{}, children...)
		return NewSwaps(&g, material.Standard(), func(it material.Item) *Subject { return subjects[it.ID] }, nil)
	}
	eaten := func(c room.Child) room.Child { // the families have said that the usual foods were eaten
		c.Tried = allergen.SetOf(allergen.Milk, allergen.Egg, allergen.Wheat, allergen.Gluten, allergen.Soya,
			allergen.Sesame, allergen.TreeNuts, allergen.Peanuts)
		return c
	}
	rooms := map[string]*Swaps{"baby": of(eaten(child(10, true)), eaten(child(13, true))),
		"two": of(eaten(child(25, false)), eaten(child(30, true))), "pre": of(child(52, false), child(60, false))}
	for name, to := range map[string][]allergen.Allergen{"wheat": {allergen.Wheat},
		"milk": {allergen.Milk}, "egg": {allergen.Egg}, "soya": {allergen.Soya}, "sesame": {allergen.Sesame},
		"nuts": {allergen.TreeNuts, allergen.Peanuts}} {
		kid := child(60, false)
		for _, a := range to {
			kid.Allergies = append(kid.Allergies, room.Allergy{To: a, By: room.ByTouchOrAir})
		}
		rooms["pre-"+name] = of(child(52, false), kid)
	}
	return rooms
}

// What is never offered are kinds of the shelf.
func TestNeverOfferedAreKinds(t *testing.T) { assert.Subset(t, material.Kinds(), neverOffered) }
