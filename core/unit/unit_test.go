package unit

import (
	"fmt"
	"strings"
	"testing"

	oracle "github.com/bcicen/go-units"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// The factors are held against an independent units library and against NIST HB 44
// App. C (quoted from memory).
func TestFactorsAgreeWithReferenceLibraryAndNIST(t *testing.T) {
	of := func(n float64, u, in oracle.Unit) float64 {
		return oracle.MustConvertFloat(n, u, in).Float()
	}
	for _, row := range []struct {
		text   string
		system System
		ml, g  float64
	}{
		{"1 cup", US, 236.588, 0},
		{"1 cup", US, of(0.5, oracle.FluidPint, oracle.MilliLiter), 0},
		{"2 tbsp", US, of(1, oracle.CustomaryFluidOunce, oracle.MilliLiter), 0},
		{"6 tsp", US, of(1, oracle.CustomaryFluidOunce, oracle.MilliLiter), 0},
		{"1 fl oz", US, of(1, oracle.CustomaryFluidOunce, oracle.MilliLiter), 0},
		{"1 pint", US, of(1, oracle.FluidPint, oracle.MilliLiter), 0},
		{"1 quart", US, of(1, oracle.FluidQuart, oracle.MilliLiter), 0},
		{"1 pint", Metric, of(1, oracle.Pint, oracle.MilliLiter), 0},
		{"1 quart", Metric, of(1, oracle.Quart, oracle.MilliLiter), 0},
		{"1 fl oz", Metric, of(1, oracle.FluidOunce, oracle.MilliLiter), 0},
		{"1 cup", Metric, 250, 0},
		{"1 tbsp", Australian, 20, 0},
		{"1 lb", US, 0, 453.59237},
		{"1 lb", US, 0, of(1, oracle.Pound, oracle.Gram)},
		{"1 oz", US, 0, of(1, oracle.Ounce, oracle.Gram)},
	} {
		q := MustParse(row.text, row.system)
		v, _ := q.Volume()
		m, _ := q.Mass()
		assert.InDelta(t, row.ml, v.Millilitres(), 0.002, row.text)
		assert.InDelta(t, row.g, m.Grams(), 1e-4, row.text)
	}
	assert.Equal(t, 25.4, Inches(1).Millimetres())
}

// Weights of one measure after the USDA SR household weights (quoted from memory).
func TestHouseholdWeights(t *testing.T) {
	flour, salt := GramsPerUSCup(125), GramsPerUSCup(292)
	for text, want := range map[string]struct {
		d Density
		g float64
	}{
		"2 cups":    {flour, 250},
		"1 tsp":     {salt, 6.08},
		"1/2 cup":   {salt, 146},
		"1 cup":     {GramsPerUSCup(236.6), 236.6},
		"1½ c":      {flour, 187.5},
		"half a c.": {flour, 62.5},
	} {
		m, ok := MustParse(text, US).MassAt(want.d)
		require.True(t, ok)
		assert.InDelta(t, want.g, m.Grams(), 0.01, text)
	}
	_, ok := MustParse("2 cups", US).MassAt(Density{})
	assert.False(t, ok, "a volume of unknown density has no known mass")
}

func TestParseReadsWhatPeopleType(t *testing.T) {
	for text, want := range map[string]Amount{
		"1 1/2 cups":     OfVolume(Millilitres(375)),
		"1½ c":           OfVolume(Millilitres(375)),
		"1 ½ Cups":       OfVolume(Millilitres(375)),
		"1 1⁄2 cups":     OfVolume(Millilitres(375)),
		"2 tbsp + 1 tsp": OfVolume(Millilitres(35)),
		"1 cup and 1 ml": OfVolume(Millilitres(251)),
		"250 g":          OfMass(Grams(250)),
		"250g":           OfMass(Grams(250)),
		"1.5kg":          OfMass(Grams(1500)),
		"0,5 l":          OfVolume(Millilitres(500)),
		"0,500 l":        OfVolume(Millilitres(500)),
		"a pinch":        OfVolume(Millilitres(5. / 16)),
		"2 tsp. of":      OfVolume(Millilitres(10)),
	} {
		got, err := Parse(text, Metric)
		require.NoError(t, err)
		assert.InDelta(t, want.n, got.n, 1e-9, text)
		assert.Equal(t, want.Kind(), got.Kind(), text)
	}
}

func TestParseRefusesNonsenseByName(t *testing.T) {
	for text, reason := range map[string]string{
		"":                       "type an amount",
		"1/0 cups":               "divides by zero",
		"-2 cups":                "negative",
		"0 g":                    "more than zero",
		"2":                      "has no unit",
		"2 handfuls":             `"handfuls" is not a measure`,
		"cups":                   "does not start with a number",
		"1,000 g":                "could be 1000 or 1.000",
		"1 2 cups":               "two numbers",
		"1e9 g":                  "is not a measure",
		"9999999 g":              "more than a kitchen has",
		"1 cup + 20 g":           "weight to a volume",
		"1.2.3 g":                "not a number",
		"1/2/3 g":                "not a fraction",
		strings.Repeat("9", 300): "too long",
	} {
		_, err := Parse(text, US)
		var parseErr *ParseError
		require.ErrorAs(t, err, &parseErr, text)
		assert.Contains(t, err.Error(), reason)
	}
}

// What Fraction prints reads back as the same amount, less exactly what it says it left out.
func TestPrintedFractionsReadBack(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		x := rapid.Float64Range(0.01, 5000).Draw(t, "x")
		text, off := Fraction(x)
		back, err := ParseNumber(text)
		require.NoError(t, err)
		assert.InDelta(t, x-off, back, 1e-9)
		assert.LessOrEqual(t, off, 1./12+1e-9)
	})
}

func FuzzParse(f *testing.F) {
	f.Add("1 1/2 cups")     // mixed number
	f.Add("1½ c")           // vulgar fraction against a digit
	f.Add("2 tbsp + 1 tsp") // sum
	f.Add("1/0 cups")       // zero denominator
	f.Add("٣ cups")         // digits of another script
	f.Add("-,5 l")          // sign and comma
	f.Fuzz(func(t *testing.T, text string) {
		q, err := Parse(text, Metric)
		if err == nil && q.Or(0) <= 0 {
			t.Fatalf("%q was read as nothing", text)
		}
	})
}

func ExampleParse() {
	q, _ := Parse("1½ cups", US)
	v, _ := q.Volume()
	flour := GramsPerUSCup(125) // USDA SR household weight, quoted from memory
	fmt.Println(v, "of flour weighs", flour.MassOf(v))
	// Output: 355 mL of flour weighs 188 g
}
