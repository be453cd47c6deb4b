package typed

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/recipe/larder"
	"emblo/core/unit"
)

func reader() Reader {
	return Reader{Shelf: material.Standard(), System: unit.US, Mix: func(name string) bool {
		return name == "stove dough"
	}}
}

// USDA SR household weights, quoted from memory: a cup of flour 125 g, of salt 292 g, of oil
// 218 g; 16 tablespoons or 48 teaspoons to the cup.
func TestLinesAsPeopleTypeThem(t *testing.T) {
	for text, want := range map[string]string{
		"2 c flour, 1/2 cup fine salt, 2 tbsp oil, water as needed":         "plain-flour 250; fine-salt 146; plant-oil 27.25; water as needed",
		"- 1½ cups plain flour (sifted)\n* 250g water":                      "plain-flour 187.5; water 250",
		"flour: 2 cups\nwater 0,5 l":                                        "plain-flour 250; water 500",
		"1 cup cornstarch, packed level (sifted)\n1/2 cup Hair conditioner": "cornflour 128; hair-conditioner 118",
		"2 tbsp + 1 tsp vegetable oil":                                      "plant-oil 31.79",
		"2) 1 cup boiling water":                                            "water 236.59",
		"1 lb of rice flour; 3 oz salt":                                     "rice-flour 453.59; fine-salt 85.05",
		"100 g water, as needed":                                            "water 100",
		"1 cup (130 g) all-purpose flour\n500 g (2 cups) water":             "plain-flour 130; water 500",
		"2 T oil\n1 t salt\n10 drops food coloring":                         "plant-oil 27.25; fine-salt 6.08; food-colour-liquid 0.51",
		"2 eggs, beaten\n1 banana, ripe":                                    "egg 100; mashed-banana 118",
		"1 cup warm tap water":                                              "water 236.59",
		"three cups flour\nhalf a dozen eggs":                               "plain-flour 375; egg 300",
		"one and a half cups flour\ntwo thirds of a cup fine salt":          "plain-flour 187.5; fine-salt 194.67",
		"1 cup plus 2 tablespoons flour\na quarter cup oil":                 "plain-flour 140.63; plant-oil 54.5",
		"2-3 tbsp oil\n1 to 2 cups flour\n½ – ¾ cup water":                  "plant-oil 40.88; plain-flour 250; water 177.44",
		"2 heaped tsp fine salt\n3 level tbsp oil\n1 scant cup flour":       "fine-salt 18.25; plant-oil 40.88; plain-flour 125",
		"8 fl. oz. water\n1 tbsp. oil\na dozen drops food coloring":         "water 236.59; plant-oil 13.63; food-colour-liquid 0.61",
		"2 cups flour 240 g":                                                "plain-flour 240",
		"1 can (400 g) chickpeas\n2 packets (7 g each) baking powder":       "canned-chickpeas 400; baking-powder 14",
		"2 x 400 g tins of chickpeas\na 500 g bag of plain flour":           "canned-chickpeas 800; plain-flour 500",
		"2 x 3 eggs\n1 heaped tbsp flour 12 g":                              "egg 300; plain-flour 12",
		"4 parts water, 1 part dish soap":                                   "water 946.36; dish-soap 245",
		"two parts flour\n1 part water\noil as needed":                      "plain-flour 250; water 236.59; plant-oil as needed",
		"3 parts by weight flour\n1 part by weight fine salt":               "plain-flour 3; fine-salt 1",
		"1 cup flour, two eggs":                                             "plain-flour 125; egg 100",
		"2 extra-large eggs":                                                "egg 112",
	} {
		d := reader().Read(Written{Name: "Ours", Kind: "dough", Lines: text, Steps: "Stir", Keeps: "a day"})
		var got []string
		for _, l := range d.Recipe.Lines {
			if l.AsNeeded() {
				got = append(got, l.Item.ID+" as needed")
			} else {
				got = append(got, fmt.Sprintf("%s %g", l.Item.ID, math.Round(l.Mass().Grams()*100)/100))
			}
		}
		assert.Equal(t, want, strings.Join(got, "; "), text)
		assert.True(t, d.OK(), "%s: %v", text, d.Faults)
		assert.Equal(t, strings.Contains(text, "boiling"), d.Recipe.Hot)
	}
}

// An amount in words reads as the same amount in figures; a heaped spoon never holds less than
// a level one, and the higher of a range counts.
func TestAloudIsAsWritten(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(1, 11).Draw(t, "n")
		measure := rapid.SampledFrom([]string{"cups", "tbsp", "tsp", "g"}).Draw(t, "measure")
		thing := rapid.SampledFrom([]string{"plain flour", "fine salt", "vegetable oil", "water"}).Draw(t, "thing")
		mass := func(format string, args ...any) float64 {
			d := reader().Read(Written{Name: "Ours", Kind: "dough", Lines: fmt.Sprintf(format, args...), Steps: "Stir"})
			if len(d.Recipe.Lines) != 1 {
				t.Fatalf(format+": %v", append(args, d.Faults)...)
			}
			return d.Recipe.Lines[0].Mass().Grams()
		}
		figures := mass("%d %s %s", n, measure, thing)
		if said := mass("%s %s of %s", numberWords[n], measure, thing); said != figures {
			t.Fatalf("%s %s: %g, not %g", numberWords[n], measure, said, figures)
		}
		if said := mass("%d to %s %s %s", n, numberWords[n+1], measure, thing); said != mass("%d %s %s", n+1, measure,
			thing) {
			t.Fatalf("a range is not its higher amount: %g", said)
		}
		if measure[0] == 't' && mass("%d heaped %s %s", n, measure, thing) < figures {
			t.Fatal("heaped holds less than level")
		}
	})
}

// A mix whose amounts are ranges is never judged milder than one with any amounts inside them:
// it is at least as salty, and as wet.
func TestRangesAreJudgedByTheWorse(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		var ranged, inside []string
		for _, thing := range []string{"plain flour", "fine salt", "vegetable oil", "water", "sugar", "butter"} {
			low, high := rapid.IntRange(5, 200).Draw(t, "low "+thing), rapid.IntRange(1, 300).Draw(t, "more "+thing)
			high += low
			ranged = append(ranged, fmt.Sprintf("%d-%d g %s", low, high, thing))
			inside = append(inside, fmt.Sprintf("%d g %s", rapid.IntRange(low, high).Draw(t, "some "+thing), thing))
		}
		read := func(lines []string) recipe.Recipe {
			d := reader().Read(Written{Name: "Ours", Kind: "dough", Lines: strings.Join(lines, "\n"), Steps: "Stir",
				Loss: 0.1, Keeps: "a week"})
			if !d.OK() {
				t.Fatalf("%v", d.Faults)
			}
			return d.Recipe
		}
		worst, one := read(ranged), read(inside)
		most, known := worst.Facts(unit.Grams(100)).Salt.Get()
		some, also := one.Facts(unit.Grams(100)).Salt.Get()
		if !known || !also || most < some-1e-12 {
			t.Fatalf("salt %g, judged as %g", some, most)
		}
		sub := larder.Substitutes("plain-flour")[0]
		swapped, _ := larder.Instead(worst, "plain-flour", sub, 1).Facts(unit.Grams(100)).Salt.Get()
		if one, _ := larder.Instead(one, "plain-flour", sub, 1).Facts(unit.Grams(100)).Salt.Get(); swapped < one-1e-12 {
			t.Fatalf("salt %g with a substitute, judged as %g", one, swapped)
		}
		if wet, dry := worst.Nature().Activity, one.Nature().Activity; wet < dry-1e-12 {
			t.Fatalf("water activity %g, judged as %g", dry, wet)
		}
	})
}

// Whatever is typed, nothing is dropped: each line is read or says why it is not.
func TestNothingTypedIsDropped(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		words := rapid.SliceOfN(rapid.SampledFrom([]string{"one", "2", "½", "and a half", "plus", "-", "to", "heaped",
			"cups", "tbsp", "parts", "tin", "(400 g)", "x", "or", "/", "flour", "salt", "ж", "a", "dozen",
			"by weight"}), 1, 9).Draw(t, "words")
		line := strings.Join(words, " ")
		d := reader().Read(Written{Name: "Ours", Kind: "dough", Lines: line, Steps: "Stir"})
		if len(d.Lines) == 0 && strings.Trim(line, "- •*") != "" {
			t.Fatalf("%q left nothing", line)
		}
		for _, l := range d.Lines {
			if l.Fault == "" && !l.Line.AsNeeded() && !(l.Line.Mass().Grams() > 0) {
				t.Fatalf("%q: an amount of nothing", line)
			}
		}
	})
}

// Beside an amount of its own, however it is said, nobody knows what a part is.
func TestPartsBesideAnAmountAreAsked(t *testing.T) {
	for _, own := range []string{"a cup of salt", "salt 20 g", "half a cup of oil"} {
		d := reader().Read(Written{Name: "Ours", Kind: "dough", Lines: "2 parts flour\n1 part water\n" + own,
			Steps: "Stir"})
		require.Len(t, d.Lines, 3, own)
		assert.Contains(t, d.Lines[0].Fault, "says only how much to how much", own)
		assert.Contains(t, d.Lines[1].Fault, "says only how much to how much", own)
	}
}

// Two amounts that lie more than a tenth apart are asked about; the weight counts.
func TestAmountsGivenTwice(t *testing.T) {
	for text, asks := range map[string]bool{"2 cups flour 240 g": false, "2 cups flour 300 g": true,
		"1 cup (100 g) flour": true, "1 cup (130 g) flour": false} {
		d := reader().Read(Written{Name: "Ours", Kind: "dough", Lines: text, Steps: "Stir"})
		require.Len(t, d.Lines, 1)
		assert.Equal(t, asks, strings.Contains(d.Lines[0].Note, "do not agree"), "%s: %s", text, d.Lines[0].Note)
	}
}

// Each bad line gets its sentence; the others are still read.
func TestBadLinesSayWhy(t *testing.T) {
	for text, want := range map[string]string{
		"0/0 tins (400 g) chickpeas":      "cannot be read",
		"3-2 tbsp oil":                    "the range 3 to 2 runs backwards",
		"1 heaped cup flour":              "how much a heaped cup takes is not known",
		"two to one cups flour":           "the range 2 to 1 runs backwards",
		"1 can chickpeas":                 `"can" can be any size`,
		"some flour":                      `"some" is not an amount`,
		"a handful of oats":               `"a handful" is not an amount`,
		"salt to taste":                   "nothing is seasoned to taste",
		"0 g flour":                       "an amount must be more than zero",
		"-2 cups flour":                   "is negative",
		"2 flurbs flour":                  "is not a measure Emblo knows",
		"flour":                           "say how much flour",
		"250 g unobtainium":               `We do not know "unobtainium"`,
		"250 g":                           "say of what",
		"200 g stove dough":               `"stove dough" is a mix itself`,
		"200 g our mix":                   "a mix cannot be an ingredient of itself",
		"100 g water":                     "Water stands on line 1 already",
		"2 parts flour":                   `"2 parts" says only how much to how much`,
		"2 vinegar":                       "what a single one weighs is not known (white vinegar)",
		"1/0 cup flour":                   "divides by zero",
		"1,000 g flour":                   "leave out the comma",
		"1.000 g flour":                   "leave out the point",
		"90 kg flour":                     "more than 50 kg",
		"2 tbsp oil (thistledown)":        `We do not know "oil (thistledown)"`,
		"1 cup flour, moon-ground":        "We do not know",
		"2 c flour, plus 2 for the table": "We do not know",
		"1 cup strange salt":              "We do not know",
		strings.Repeat("9", 80):           "the amount cannot be read",
	} {
		d := reader().Read(Written{Name: "Our mix", Kind: "dough", Lines: "200 g water\n" + text + "\n50 g oil",
			Steps: "Stir", Keeps: "a day"})
		require.Len(t, d.Lines, 3, text)
		assert.Contains(t, d.Lines[1].Fault, want, text)
		assert.Contains(t, d.Lines[1].Fault, "Line 2: ", text)
		assert.Len(t, d.Recipe.Lines, 2, "the rest still stands")
		assert.False(t, d.OK())
	}
	d := reader().Read(Written{Kind: "rocket", Loss: 3, PH: 40, Keeps: strings.Repeat("x", 300), Lines: "", Steps: ""})
	fields := make([]string, len(d.Faults))
	for i, f := range d.Faults {
		fields[i] = f.Field
	}
	assert.ElementsMatch(t, []string{"name", "kind", "loss", "ph", "keeps", "lines", "steps"}, fields)
	long := reader().Read(Written{Name: "x", Kind: "dough", Lines: strings.Repeat("1 g moondust\n", 1500), Steps: "s"})
	assert.Len(t, long.Lines, maxRead)
	assert.Contains(t, long.Faults[0].Sentence, "at most 40")
	unknown := reader().Read(Written{Name: "x", Kind: "dough", Lines: "2 cups smoked sea salt", Steps: "s"})
	assert.NotEmpty(t, unknown.Lines[0].Like, "something like it is offered")
}

func FuzzRead(f *testing.F) {
	f.Add("2 c flour, 1/2 cup fine salt, water as needed", "Stir 5 min")
	f.Add(`1 can, some (½ x`, "(5 min, adult")
	f.Fuzz(func(t *testing.T, lines, steps string) {
		d := reader().Read(Written{Name: "x", Kind: "dough", Lines: lines, Steps: steps})
		if len(d.Recipe.Lines) > recipe.MaxLines || d.OK() && !(d.Recipe.Mixed().Grams() > 0) {
			t.Fatal("a draft that is whole must weigh something")
		}
	})
}

func ExampleReader_Read() {
	d := reader().Read(Written{Name: "Ours", Kind: "dough", Lines: "2 c flour, 1/2 cup salt\n1 can paint",
		Steps: "Stir", Keeps: "a day"})
	for _, l := range d.Lines {
		if l.Fault != "" {
			fmt.Println(l.Fault)
		} else {
			fmt.Println(l.Line)
		}
	}
	// Output:
	// 250 g plain flour
	// 146 g fine salt
	// Line 2: "can" can be any size; write grams, mL or cups.
}
