package say

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/unit"
)

func ExampleF() {
	thing := Within(Name("plain-flour", "Plain flour"))
	fmt.Println(F("Take {amount} of {thing}.", Typed("2.5 kg"), thing))
	fmt.Println(Sentence(F("{thing} is short by {grams} g.", thing, Fixed(12.25, 1))))
	fmt.Println(F("It holds {allergens}.", List("{one} and {next}", "milk", "egg")))
	// Output:
	// Take 2.5 kg of plain flour.
	// Plain flour is short by 12.2 g.
	// It holds milk and egg.
}

// A language puts the parts where it needs them, has its own names for things, counts as it does, and writes
// numbers its own way; what it has no sentence for stays English. A message goes by its id, so that rewording it
// loses nothing.
func TestALanguageOfItsOwn(t *testing.T) {
	few := func(n float64) string {
		if n == 2 {
			return "few"
		}
		return "other"
	}
	l, err := Read("xx", ",", few, []byte(`message,safety.a-size-piece-fits-inside,"{size}!"
`))
	require.ErrorContains(t, err, "no message is called")
	require.Nil(t, l)
	all := map[string]string{}
	for _, m := range Messages() {
		all[m.English] = m.ID
	}
	grams, milk := all["{grams} g"], all["milk"]
	require.NotEmpty(t, grams)
	l, err = Read("xx", ",", few, []byte("message,"+grams+",grammes: {grams}\n"+
		"message,"+grams+"#few,both {grams} grammes\nmessage,"+
		milk+",olk\nname,plain-flour,Olpa\n"))
	require.NoError(t, err)
	flour := Name("plain-flour", "Plain flour")
	assert.Equal(t, "grammes: 2,5", F("{grams} g", Fixed(2.5, 1)).In(l))
	assert.Equal(t, "both 2 grammes", F("{grams} g", 2).In(l))
	assert.Equal(t, "Olpa", flour.In(l))
	assert.Equal(t, "Rice", Name("rice", "Rice").In(l))
	holds := F("It holds {allergens} of {thing}.", List("{one}, {next}", "milk", "egg"), Within(flour))
	assert.Equal(t, "It holds olk, egg of olpa.", holds.In(l))
	assert.Equal(t, "{amount} of it", Text("{amount} of it").In(l), "a brace without parts is a brace")
}

func TestBadLanguagesAreRefused(t *testing.T) {
	id := Messages()[0].ID
	for file, want := range map[string]string{
		"message," + id + ",Nimm {b}.":                 "has other parts",
		"message,milk-of-nothing,a":                    "no message is called",
		"message," + id + "#few,a":                     "nothing tells how",
		"message," + id + ",":                          "one side is empty",
		"message," + id + ",a\nmessage," + id + ",b":   "stands twice",
		"sentence,a,b":                                 "is neither message nor name",
		"message,a":                                    "wrong number of fields",
		"name,plain-flour,A\nname,plain-flour,B":       "stands twice",
		"message," + id + ",a\nname,plain-flour,Farin": "",
	} {
		_, err := Read("xx", ".", nil, []byte(file))
		if want == "" {
			assert.NoError(t, err, file)
		} else {
			assert.ErrorContains(t, err, want, file)
		}
	}
}

// sizes stand for a solid.
type sizes []float64

func (s sizes) Measured() (figures []float64, unit string) { return s, "mm" }
func (s sizes) String() string                             { return "9 × 6 × 25.4 mm" }

// day stands for what writes itself and is no quantity.
type day string

func (d day) String() string { return string(d) }

// Where a centre goes by other units, what was measured is written in them and a limit keeps its own beside;
// what people typed, and how many there are, stays. (Factors: NIST Handbook 44, Appendix C, quoted from memory.)
func TestOtherUnits(t *testing.T) {
	solid := sizes{9, 6, 25.4}
	l := Worded("en", Customary, func(s string) string { return s }, nil)
	for said, want := range map[Text]string{
		F("{size}", solid): "0.35 × 0.24 × 1 in",
		F("{mass} of {thing}", unit.Kilograms(1), "20 mm box"): "2 lb 3 oz of 20 mm box",
		F("{mass}", unit.Grams(100)):                           "3.53 oz",
		F("{mass}", unit.Grams(453.6)):                         "1 lb",
		F("{volume}", unit.Litres(2)):                          "2.11 qt",
		F("{depth} mm of open water.", Number(254)):            "10 in of open water.",
		F("{degrees} °C or less", Number(40)):                  "104 °F or less",
		F("{count} days", Number(2)):                           "2 days",
		F("{day}", day("2026-12-01 20 mm")):                    "2026-12-01 20 mm",
	} {
		assert.Equal(t, want, said.In(l), "%q", said.String())
	}
	for source, want := range map[string]string{
		"At most 20 mm of liquid.":            "At most 20 mm (0.79 in) of liquid.",
		"Between 40 to 80 °C, by probe":       "Between 40 to 80 °C (104 to 176 °F), by probe",
		"guidance: 4 days at 0 °F, -18 °C":    "guidance: 4 days at 0 °F, -18 °C",
		"round mouth of 64 to 102 mm, 30 min": "round mouth of 64 to 102 mm (2.52 to 4.02 in), 30 min",
	} {
		assert.Equal(t, want, Customary.beside(source))
		assert.Equal(t, source, Metric.beside(source))
	}
}

// Whatever people type, a part stands in its sentence whole and as typed, and nothing of it is
// taken for a part, a sentence or a separator.
func TestWhatIsTypedStaysWhatItIs(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		typed := rapid.StringMatching(`[ -~éж{}‹⟦]{0,20}`).Draw(t, "typed")
		said := F("a {x} b {y} c", typed, F("[{x}]", typed))
		if want := "a " + typed + " b [" + typed + "] c"; said.String() != want {
			t.Fatalf("%q, not %q", said.String(), want)
		}
		noisy := rapid.StringMatching("[a-z"+marks+"]{0,20}").Draw(t, "noisy")
		quiet := strings.Map(func(r rune) rune {
			if strings.ContainsRune(marks, r) {
				return -1
			}
			return r
		}, noisy)
		if said := F("{x}|{y}", noisy, Copied(noisy)).String(); said != quiet+"|"+quiet {
			t.Fatalf("%q", said)
		}
		nested := rapid.IntRange(0, 6).Draw(t, "nested")
		deep, want := Typed("x"), "x"
		for range nested {
			deep, want = F("({in} {n})", deep, 7), "("+want+" 7)"
		}
		if deep.String() != want {
			t.Fatalf("%q, not %q", deep.String(), want)
		}
	})
}

// Pseudo shows what was put together of pieces, and lets sentences through.
func TestPseudoShowsWhatWasJoined(t *testing.T) {
	pseudo := Pseudo([]string{"Pour {thing} to {depth}.", "Milk", "milk", "egg", "fish", "{one}, {next}", "Then stir.",
		"{n} x"})
	whole := F("Pour {thing} to {depth}.", Within(Name("rice", "Rice")), Typed("20 mm"))
	assert.Equal(t, "⟦Þóúř ‹rice› ţó ‹20 mm›.⟧", strings.Replace(whole.In(pseudo), "Rice", "rice", 1))
	for _, fine := range []Text{"", "Milk", whole, Run(whole, "Then stir."), Sentence(whole), List("{one}, {next}",
		"milk", "egg", "fish"), Number(3), F("{n} x", Figure(0.5))} {
		assert.Empty(t, Joined(fine.In(pseudo)), fine)
	}
	for _, bad := range []string{"plain", whole.In(pseudo) + ": " + Text("milk").In(pseudo), whole.In(pseudo) +
		" or so", "⟦á b⟧", Text("cream").In(pseudo), F("{n} y", 3).In(pseudo)} {
		assert.NotEmpty(t, Joined(bad), bad)
	}
}
