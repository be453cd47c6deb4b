package room

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/age"
	"emblo/core/allergen"
)

var classDay = func() age.Date {
	d, err := age.ParseDate("2026-11-26")
	if err != nil {
		panic(err)
	}
	return d
}()

func TestClassLinesAsPeopleTypeThem(t *testing.T) {
	born := func(s string) age.Month {
		m, err := age.ParseMonth(s)
		require.NoError(t, err)
		return m
	}
	touch := func(as ...allergen.Allergen) (all []Allergy) {
		for _, a := range as {
			all = append(all, Allergy{To: a, By: ByTouchOrAir})
		}
		return all
	}
	for line, want := range map[string]Person{
		"DW Sep 2024 wheat touch, mouths": {Initials: "DW", Born: born("2024-09"),
			Allergies: touch(allergen.Wheat), Mouths: Yes},
		"- d.w. 9/24":                      {Initials: "DW", Born: born("2024-09")},
		"iv, 2024-05, no mouthing; asthma": {Initials: "IV", Born: born("2024-05"), Mouths: No, Asthma: true},
		"OK: September 2023 allergic to cow milk": {Initials: "OK", Born: born("2023-09"),
			Allergies: touch(allergen.Milk)},
		"ZA 02.2023 sesame by eating, eczema": {Initials: "ZA", Born: born("2023-02"),
			Allergies: []Allergy{{To: allergen.Sesame, By: ByEating}}, Eczema: true},
		"KD feb. 2023 avoids sticky, seeks wet": {Initials: "KD", Born: born("2023-02"), Avoids: StickyFeel,
			Seeks: WetFeel},
		"LF\tSep 2024\tegg and milk\tpica": {Initials: "LF", Born: born("2024-09"),
			Allergies: touch(allergen.Egg, allergen.Milk), Swallowing: true},
		"MK Sep 2024 no allergies does not mouth": {Initials: "MK", Born: born("2024-09"), Mouths: No},
	} {
		got := ReadClass(line, classDay)
		require.Len(t, got, 1, line)
		assert.Empty(t, got[0].Fault, line)
		assert.Equal(t, want, got[0].Child, line)
	}
	nuts := ReadClass("AB Sep 2023 nuts", classDay)[0]
	assert.Greater(t, len(nuts.Child.Allergies), 1, "nuts means both kinds")
}

// A line that is not understood whole is refused by its word, and nothing of it is kept.
func TestClassLinesThatAreRefused(t *testing.T) {
	for line, want := range map[string]string{
		"Maria Sep 2024":                  "Begin with two letters",
		"DW Sep 2024 Whistledown":         `"Whistledown" is not known here`,
		"Al Smith Sep 2024":               "Give AL a birth month",
		"ДВ Sep 2024":                     "Begin with two letters",
		"DW":                              "Give DW a birth month",
		"DW 13/24":                        `"13/24" is not a month`,
		"DW Septober 2024":                "is not a month",
		"DW Sep 2027":                     "in the future",
		"DW Sep 1990":                     "over 14 years",
		"DW Sep 2024 mouths, no mouthing": "to mouth things and not to",
		"DW Sep 2024 no milk":             `"no" is not known here`,
		"DW Sep 2024 avoids purple":       "note sticky, wet or loud",
		"DW Sep 2024 wheat by chance":     `"chance" is not known here`,
		"DW Sep 2024 " + strings.Repeat("milk ", 60): "longer than 200 letters",
	} {
		got := ReadClass("IV May 2024\n"+line+"\nOK Jun 2024", classDay)
		require.Len(t, got, 3, line)
		assert.Contains(t, got[1].Fault, want, line)
		assert.Equal(t, Person{}, got[1].Child)
		assert.Equal(t, 2, got[1].Number)
		assert.Empty(t, got[0].Fault+got[2].Fault, "the others are read")
	}
	assert.Empty(t, ReadClass(" \n\n- \n", classDay))
	long := ReadClass(strings.Repeat("DW Sep 2024\n", 70), classDay)
	assert.Len(t, long, MaxClass+1)
	assert.NotEmpty(t, long[MaxClass].Fault)
}

// Whatever is pasted, a line is read whole or refused: what a child is allergic to is never lost.
func TestNoAllergyOfAClassIsLost(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		words := rapid.SliceOfN(rapid.SampledFrom([]string{"milk", "egg", "wheat touch", "sesame eating", "mouths",
			"asthma", ",", "and", "Whistledown", "ж", "no", "by"}), 0, 7).Draw(t, "words")
		l := ReadClass("DW Sep 2024 "+strings.Join(words, " "), classDay)[0]
		if l.Fault != "" {
			return
		}
		has := map[allergen.Allergen]bool{}
		for _, a := range l.Child.Allergies {
			has[a.To] = true
		}
		for word, a := range map[string]allergen.Allergen{"milk": allergen.Milk, "egg": allergen.Egg,
			"wheat": allergen.Wheat, "sesame": allergen.Sesame} {
			if strings.Contains(l.Text, word) != has[a] {
				t.Fatalf("%q: %v", l.Text, l.Child.Allergies)
			}
		}
		if strings.Contains(l.Text, "Whistledown") || strings.Contains(l.Text, "ж") || strings.Contains(l.Text, "no") {
			t.Fatalf("%q was read", l.Text)
		}
	})
}
