package say

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
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

// A language puts the parts where it needs them, has its own names for things, and writes
// numbers its own way; what it has no sentence for stays English.
func TestALanguageOfItsOwn(t *testing.T) {
	l, err := Read("xx", ",", []byte(`message,Take {amount} g of {thing}.,"{thing}: {amount} g, {thing}!"
message,milk,olk
name,plain-flour,Olpa
`))
	require.NoError(t, err)
	flour := Name("plain-flour", "Plain flour")
	assert.Equal(t, "olpa: 2,5 g, olpa!", F("Take {amount} g of {thing}.", Fixed(2.5, 1), Within(flour)).In(l))
	assert.Equal(t, "Olpa", flour.In(l))
	assert.Equal(t, "Rice", Name("rice", "Rice").In(l))
	assert.Equal(t, "It holds olk, egg.", F("It holds {allergens}.", List("{one}, {next}", "milk", "egg")).In(l))
	assert.Equal(t, "{amount} of it", Text("{amount} of it").In(l), "a brace without parts is a brace")
	assert.Equal(t, []string{"egg"}, l.Lacking([]string{"milk", "egg"}))
}

func TestBadLanguagesAreRefused(t *testing.T) {
	for file, want := range map[string]string{
		"message,Take {a}.,Nimm.":                     "has other parts",
		"message,Take {a}.,Nimm {b}.":                 "has other parts",
		"message,a,b\nmessage,a,c":                    "stands twice",
		"message,a,":                                  "one side is empty",
		"sentence,a,b":                                "is neither message nor name",
		"message,a":                                   "wrong number of fields",
		"name,plain-flour,A\nname,plain-flour,B":      "stands twice",
		"message,\"Take {a} and {b}.\",\"{b}{a}{a}\"": "",
	} {
		_, err := Read("xx", ".", []byte(file))
		if want == "" {
			assert.NoError(t, err, file)
		} else {
			assert.ErrorContains(t, err, want, file)
		}
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
