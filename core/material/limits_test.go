package material

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"

	"emblo/core/unit"
	"emblo/core/words"
)

// What a column of a description takes and refuses, each at its limit: the last that reads and the first that does not.
func TestLimitsOfADescription(t *testing.T) {
	list := func(word string, n int) string { return strings.TrimSuffix(strings.Repeat(word+";", n), ";") }
	for _, row := range []struct {
		d      Description
		column string // "" reads
	}{
		{Description{Traits: strings.Repeat(" ", 2000)}, ""}, {Description{Traits: strings.Repeat(" ", 2001)},
			"traits"},
		{Description{Traits: list("soft", 60)}, ""}, {Description{Traits: list("soft", 61)}, "traits"},
		{Description{Contains: list("milk", 60)}, ""}, {Description{Contains: list("milk", 61)}, "contains"},
		{Description{Traits: "dough;salt=0"}, ""}, {Description{Traits: "dough;salt=0.2"}, "traits"},
		{Description{Traits: "dough;salt=0.3"}, ""}, {Description{Traits: "powder;salt=0.2"}, ""},
		{Description{Traits: "comes-apart=0"}, ""}, {Description{Traits: "alcohol=100"}, ""},
		{Description{Traits: "alcohol=100.1"}, "traits"}, {Description{Traits: "comes-apart=-1"}, "traits"},
		{Description{Traits: "alcohol=0,5"}, "traits"}, {Description{Traits: "alcohol=0,0"}, ""},
		{Description{Traits: "alcohol=1,0"}, ""}, {Description{Traits: "comes-apart=0,5"}, ""},
		{Description{Traits: "alcohol=0.5"}, ""},
		{Description{Traits: "salt=0"}, ""}, {Description{Traits: "salt=100"}, ""}, {Description{Traits: "salt=101"},
			"traits"}, {Description{Traits: "salt=-1"}, "traits"},
		{Description{Traits: "salt=0,5"}, "traits"}, {Description{Traits: "salt=0,0"}, ""},
		{Description{Traits: "salt=1,0"}, ""}, {Description{Traits: "salt=0.5"}, ""},
		{Description{Traits: "hot=-5"}, ""}, {Description{Traits: "hot=5-"}, "traits"}, {Description{Traits: "hot=90"},
			""}, {Description{Traits: "hot=9:"}, "traits"}, {Description{Traits: "hot=/9"}, "traits"},
		{Description{Traits: "hot=1,2,3"}, "traits"}, {Description{Traits: "hot=1,2.3"}, "traits"},
		{Description{Traits: "hot=00000000000000000012"}, ""}, {Description{Traits: "hot=000000000000000000012"},
			"traits"},
		{Description{Traits: "portion=1,000"}, "traits"}, {Description{Traits: "portion=1.000"}, "traits"},
		{Description{Traits: "comes-apart=.500"}, ""}, {Description{Traits: "comes-apart=0.500"}, ""},
		{Description{Traits: "portion=1.0000"}, ""},
		{Description{Solid: "cylinder", Size: "2.9x10", Traits: "grain"}, ""},
		{Description{Solid: "cylinder", Size: "3x3", Traits: "grain"}, "traits"},
		{Description{Solid: "cylinder", Size: "2x10.1", Traits: "grain"}, "traits"},
		{Description{Solid: "sphere", Size: "1.9", Traits: "powder"}, ""}, {Description{Solid: "sphere", Size: "2",
			Traits: "powder"}, "traits"},
		{Description{Traits: "soft-food;hard"}, "traits"}, {Description{Traits: "grain;soft"}, "traits"},
		{Description{Solid: "sphere", Size: "3-3"}, ""}, {Description{Solid: "sphere", Size: "3.1-3"}, "size_mm"},
		{Description{Solid: "sphere"}, ""},
	} {
		_, err := row.d.Facts(nil)
		if row.column == "" {
			assert.NoError(t, err, "%.60v", row.d)
			continue
		}
		var b *Bad
		if assert.ErrorAs(t, err, &b, "%.60v", row.d) {
			assert.Equal(t, row.column, b.Column, "%.60v", row.d)
		}
	}
	assert.Equal(t, strings.Repeat("é", 40), words.Cut(strings.Repeat("é", 40)))
	assert.Equal(t, strings.Repeat("é", 40)+"…", words.Cut(strings.Repeat("é", 41)))
}

// The form that no word says is found by size and feel.
func TestFormsAreFound(t *testing.T) {
	for _, row := range []struct {
		d    Description
		form Form
	}{
		{Description{Solid: "cylinder", Size: "2.9x10", Traits: "hard"}, Grain},
		{Description{Solid: "cylinder", Size: "3x10", Traits: "hard"}, Piece},
		{Description{Solid: "cylinder", Size: "2x10-10.1", Traits: "hard"}, Piece},
		{Description{Solid: "cylinder", Size: "2x6"}, Piece},
		{Description{Traits: "film"}, Sheet}, {Description{Traits: "ice"}, Piece}, {Description{Traits: "salted-ice"},
			Piece}, {Description{Traits: "soft"}, FormUnknown}, {Description{Traits: "film;strand"}, Strand},
		{Description{Solid: "box", Size: "20x20x20", Traits: "soft-food"}, SoftFood},
		{Description{Solid: "sphere", Size: "20", Traits: "soft-food"}, Piece},
		{Description{Solid: "box", Size: "20x20x20", Traits: "soft-food;sticky"}, Piece},
		{Description{Traits: "soft-food;sticky"}, SoftFood},
	} {
		f, err := row.d.Facts(nil)
		assert.NoError(t, err)
		assert.Equal(t, row.form, f.Form, "%v", row.d)
	}
}

// What an ingredient brings into what is made of it.
func TestIngredientsBringWhatTheyAre(t *testing.T) {
	of := func(contains string) Facts {
		f, err := Description{Contains: contains, Traits: "food;dough"}.Facts(Standard().Named)
		assert.NoError(t, err)
		return f
	}
	assert.Equal(t, unit.Known(0.0), of("cornflour").Salt, "what holds no salt brings none")
	assert.Equal(t, unit.Maybe[float64]{}, of("fine salt").Salt)
	assert.True(t, of("vanilla extract").Alcohol.There())
	assert.False(t, of("vanilla extract;zqxv").ContentsKnown)
	assert.False(t, of("finger paint, bought").Traits.Has(Food), "what holds what is no food is none")
	salted, _ := Description{Traits: "food;dough;salt=25"}.Facts(nil)
	assert.Equal(t, unit.Known(0.25), salted.Salt)
}

// A row of the shelf is read to its limits, too.
func TestLimitsOfARow(t *testing.T) {
	row := func(name, cup string) error {
		_, err := Row{Name: name, Parts: "find", CupGrams: cup, SizeBy: "OWN", WeightBy: "OWN",
			Description: Description{Traits: "soft"}}.Item(nil)
		return err
	}
	assert.NoError(t, row(strings.Repeat("é", 60), ""))
	assert.ErrorContains(t, row(strings.Repeat("é", 61), ""), "60 letters")
	for grams, ok := range map[float64]bool{lightestCup: true, heaviestCup: true, lightestCup / 2: false, heaviestCup +
		1: false} {
		assert.Equal(t, ok, row("Buoys", fmt.Sprint(grams)) == nil, "%g g", grams)
	}
}

// Words on both sides of a look-up lose their plural alike.
func TestPluralsAreTakenOff(t *testing.T) {
	for many, one := range map[string]string{"boxes": "box", "dishes": "dish", "glasses": "glass", "berries": "berry",
		"bus": "bus", "gas": "gas", "cats": "cat", "glass": "glass", "iris": "iris", "potatoes": "potato",
		"benches": "bench",
		"axes":    "axe", "toes": "toe", "does": "doe", "ties": "tie", "skies": "sky", "pie": "pie", "ovie": "ovie",
		"cookie": "cooky", "cookies": "cooky"} {
		assert.Equal(t, one, singular(many), many)
	}
}

// Feels are steps apart, on axes of different weight.
func TestFeelsAreStepsApart(t *testing.T) {
	feel := func(words string) Feel {
		f, err := ParseFeel(words)
		assert.NoError(t, err)
		return f
	}
	axis := feelWords[0]
	first, second, third := feel(axis[1]), feel(axis[2]), feel(axis[len(axis)-1])
	assert.Equal(t, axisWeight[0], first.Distance(second))
	assert.Equal(t, axisWeight[0], first.Distance(Feel{}))
	assert.Equal(t, axisWeight[0]*(len(axis)-2), first.Distance(third))
	assert.Equal(t, first.Distance(third), third.Distance(first))
}
