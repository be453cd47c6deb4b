package batch

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/age"
	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/say"
	"emblo/core/unit"
)

// Where each mix of the book ends, and where it must not: nothing salty, raw or not food is feed or compost,
// nothing that sets goes down a drain, and every batch has an end that is not one of those.
func TestWhereABatchEnds(t *testing.T) {
	for _, r := range recipe.Standard().Recipes() {
		s := Fold(Made{Recipe: r, Mass: unit.Grams(500), On: day("2026-11-02")}, nil)
		goes, never := s.End()
		f := s.Subjects(unit.Grams(1), day("2026-11-02"))[0].Facts
		salt, known := f.Salt.Get()
		require.NotEmpty(t, goes, r.ID)
		if !known || salt > petSalt || f.Traits.Any(material.NotFood, material.RawFlour, material.Caffeine) ||
			!f.Traits.Has(material.Food) {
			assert.Contains(t, never, say.Text("Never to animals."), r.ID)
		}
		if !known || salt > petSalt || f.Traits.Has(material.NotFood) {
			assert.Contains(t, never, say.Text("Never on the compost."), r.ID)
			assert.NotContains(t, goes.String(), "compost", r.ID)
		}
		if r.Kind != "foam" && r.Kind != "ice" && f.Form != material.Liquid {
			assert.Contains(t, never, say.Text("Never down a drain: it sets, swells or settles there."), r.ID)
			assert.NotContains(t, goes.String(), "drain", r.ID)
		}
	}
	// What is plain stays plain until something goes in that is not.
	rice := Made{Fill: []material.Item{thing("white-rice")}, Mass: unit.Kilograms(3), On: day("2026-11-02")}
	goes, never := Fold(rice, nil).End()
	assert.Contains(t, goes.String(), "compost")
	assert.Len(t, never, 1)
	_, never = Fold(rice, []Event{{Kind: Added, On: day("2026-11-03"), Item: thing("marbles"),
		Mass: unit.Grams(100)}}).End()
	assert.Contains(t, never, say.Text("Never on the compost."), "glass is in it now")
}

// Until when a look-over can grant a batch, and which it helps: never past the ceiling, the limits of what
// happened, or the rule on what many hands are in; not one that is over, nor dough of unknown age.
func TestWhatALookOverGrants(t *testing.T) {
	silky, rice := of("silky-dough", 500), Made{Fill: []material.Item{thing("white-rice")}, On: day("2026-11-02"),
		Mass: unit.Kilograms(3)}
	unknown := rice
	unknown.On = age.Date{}
	wet := Made{Fill: []material.Item{thing("water")}, Mass: unit.Kilograms(3)}
	for name, c := range map[string]struct {
		made      Made
		events    []Event
		by, until string
		helps     bool
	}{
		"a dough of a day":           {silky, nil, "2026-11-03", "2026-11-16", true},
		"a tub of rice":              {rice, nil, "2026-11-30", "2027-05-01", true},
		"rice that was found":        {unknown, nil, "", "", true},
		"rice that was found, twice": {unknown, []Event{{Kind: Inspected, On: day("2026-11-03")}}, "", "", false},
		"dough that keeps no longer": {of("stove-dough", 500), nil, "2026-11-16", "2026-11-16", false},
		"what was thrown away":       {silky, []Event{{Kind: Discarded, On: day("2026-11-03")}}, "", "", false},
		"water that was found":       {wet, nil, "", "", false},
		"what a child mouthed": {silky, []Event{{Kind: Used, On: day("2026-11-03"), Mouthed: true}},
			"2026-11-03", "2026-11-03", false},
		"a dried edge, then nothing": {silky, []Event{{Kind: Inspected, On: day("2026-11-03"),
			Signs: []Sign{DriedEdge}}}, "2026-11-04", "2026-11-16", true},
		"found rice with marbles": {unknown, []Event{{Kind: Added, On: day("2026-11-03"), Item: thing("marbles"),
			Mass: unit.Grams(9)}}, "", "", false},
		"spots, and then a fresh look": {silky, []Event{{Kind: Inspected, On: day("2026-11-03"), Signs: []Sign{Spots}},
			{Kind: Inspected, On: day("2026-11-04")}}, "", "", false},
	} {
		by, until, helps := Fold(c.made, c.events).LookOver()
		assert.Equal(t, c.helps, helps, name)
		if c.by != "" {
			assert.Equal(t, []string{c.by, c.until}, []string{by.String(), until.String()}, name)
		}
	}
}

// Words for what happens and for signs read back, and nothing else does.
func TestWordsReadBack(t *testing.T) {
	for k := Added; k <= Discarded; k++ {
		got, err := ParseKind(k.String())
		assert.NoError(t, err)
		assert.Equal(t, k, got)
	}
	for _, s := range Signs() {
		got, err := ParseSign(s.String())
		assert.NoError(t, err)
		assert.Equal(t, s, got)
		assert.NotEmpty(t, s.Say())
	}
	_, err := ParseKind("eaten")
	assert.ErrorContains(t, err, "nothing that happens to a batch")
	_, err = ParseSign("spotz")
	assert.ErrorContains(t, err, "no sign")
}

// Raw flour that is worked into what was heated makes all of it raw, and not to be tasted.
func TestRawFlourMakesItRaw(t *testing.T) {
	s := Fold(of("stove-dough", 500), []Event{{Kind: Added, On: day("2026-11-03"), Item: thing("plain-flour"),
		Mass: unit.Grams(20)}})
	assert.False(t, Fold(of("stove-dough", 500), nil).Now().Facts(unit.Grams(1)).Traits.Has(material.RawFlour))
	assert.True(t, s.Now().Facts(unit.Grams(1)).Traits.Has(material.RawFlour) && s.Now().Facts(unit.Grams(1)).Cooled)
	assert.Contains(t, s.Now().Nature().NotTasteSafe, say.Text("raw flour or starch"))
}

// Whatever lives, grows or rots in a batch ends it; a dried edge alone is cut off and looked over again (common
// practice).
func TestWhichSignsEndABatch(t *testing.T) {
	for sign, ends := range map[Sign]bool{Spots: true, Smell: true, Wet: true, DriedEdge: false, Colour: true,
		Insects: true, Dirt: true} {
		assert.Equal(t, ends, signs[sign].ends, sign.String())
	}
	assert.Len(t, Signs(), len(signs))
}
