package material

import (
	"bytes"
	_ "embed"
	"encoding/csv"
	"fmt"
	"math/bits"
	"strings"
	"sync"

	"emblo/core/say"
	"emblo/core/words"
)

// Features is a set of what a thing can have: traits, and what carries a figure or is done to it,
// such as a cord. The zero value is empty. Sets compare with ==.
type Features struct {
	Traits Traits
	others uint8
}

// others are the features that are no traits, by their word in a check list.
var others = []struct {
	word  string
	there func(f *Facts) bool
	give  func(f *Facts)
}{
	{"comes-apart", func(f *Facts) bool { return f.Fragment.There() }, func(f *Facts) { f.Fragment = NotRead() }},
	{"cord", func(f *Facts) bool { return f.Cord.There() }, func(f *Facts) { f.Cord = NotRead() }},
	{"loop", func(f *Facts) bool { return f.Loop.There() }, func(f *Facts) { f.Loop = NotRead() }},
	{"opening", func(f *Facts) bool { return f.Opening.There() }, func(f *Facts) { f.Opening = NotRead() }},
	{"alcohol", func(f *Facts) bool { return f.Alcohol.There() }, func(f *Facts) { f.Alcohol = NotRead() }},
	{"cooled", func(f *Facts) bool { return f.Cooled }, func(f *Facts) { f.Cooled = true }},
}

// FeaturesOf returns the set of some traits.
func FeaturesOf(ts ...Trait) Features { return Features{Traits: TraitsOf(ts...)} }

// AllFeatures returns all that a thing can have.
func AllFeatures() Features { return Features{AllTraits, 1<<len(others) - 1} }

// ParseFeatures reads words of the trait column of a check list, joined by ;. A word that is
// neither a trait nor one of the others is refused.
func ParseFeatures(words string) (set Features, err error) {
	for _, word := range split(words) {
		one, err := parseFeature(word)
		if err != nil {
			return Features{}, err
		}
		set = set.Union(one)
	}
	return set, nil
}

func parseFeature(word string) (Features, error) {
	for i, o := range others {
		if o.word == word {
			return Features{others: 1 << i}, nil
		}
	}
	t, err := ParseTrait(word)
	if err != nil {
		return Features{}, fmt.Errorf("%q is nothing that a thing can have", words.Cut(word))
	}
	return FeaturesOf(t), nil
}

// Words returns the words of the set, in the order of the traits.
func (s Features) Words() []string {
	words := s.Traits.Words()
	for i, o := range others {
		if s.others&(1<<i) != 0 {
			words = append(words, o.word)
		}
	}
	return words
}

// String returns the words of the set joined by ;.
func (s Features) String() string { return strings.Join(s.Words(), ";") }

//go:embed features.csv
var featuresCSV []byte

// featureWords are what an everyday sentence calls the features, each as it follows "it has", by
// their words in a check list. A failure is a fault of the build and panics; the tests read it.
var featureWords = sync.OnceValue(func() map[string]say.Text {
	rows, err := csv.NewReader(bytes.NewReader(featuresCSV)).ReadAll()
	if err != nil {
		panic(err)
	}
	words := make(map[string]say.Text, len(rows))
	for _, row := range rows[1:] {
		words[row[0]] = say.Text(row[1])
	}
	return words
})

// FeatureWords returns what people call every feature.
func FeatureWords() []string {
	var words []string
	for _, w := range AllFeatures().Words() {
		words = append(words, string(featureWords()[w]))
	}
	return words
}

// Say returns the features as people call them: "a magnet, glass or china".
func (s Features) Say() say.Text {
	all := s.Words()
	words := make([]say.Text, len(all))
	for i, w := range all {
		words[i] = featureWords()[w]
	}
	return say.List("{feature}, {next}", words...)
}

// Each returns the features of the set one by one.
func (s Features) Each() []Features {
	all := make([]Features, 0, bits.OnesCount64(s.Traits.low)+bits.OnesCount64(s.Traits.high)+bits.OnesCount8(s.others))
	for _, w := range s.Words() {
		one, _ := parseFeature(w) // the words of a set are words of the list
		all = append(all, one)
	}
	return all
}

// Union returns what is in either set.
func (s Features) Union(t Features) Features {
	return Features{s.Traits.Union(t.Traits), s.others | t.others}
}

// Meet returns what is in both sets.
func (s Features) Meet(t Features) Features {
	return Features{s.Traits.Meet(t.Traits), s.others & t.others}
}

// Minus returns what is in the set and not in t.
func (s Features) Minus(t Features) Features {
	return Features{s.Traits.Minus(t.Traits), s.others &^ t.others}
}

// Empty reports whether nothing is in the set.
func (s Features) Empty() bool { return s == Features{} }

// Features returns what the thing is known to have.
func (f Facts) Features() Features {
	set := Features{Traits: f.Traits}
	for i, o := range others {
		if o.there(&f) {
			set.others |= 1 << i
		}
	}
	return set
}

// Known returns the facts as if what is left open were denied.
func (f Facts) Known() Facts {
	f.Open = Features{}
	return f
}

// Having returns the facts with some features added; a figure that was read stays, one that is
// added is not read.
func (f Facts) Having(more Features) Facts {
	f.Traits = f.Traits.Union(more.Traits)
	for i, o := range others {
		if more.others&(1<<i) != 0 && !o.there(&f) {
			o.give(&f)
		}
	}
	return f
}

// Reading returns the facts with the figure of one of their features read, by its word in a check
// list; what carries no figure stays as it is.
func (f Facts) Reading(word string, v float64) Facts {
	if fig, ok := figureTraits[word]; ok {
		fig.set(&f, Read(v))
	}
	return f
}

// Settled returns the facts with the form that size and feel give: a hard piece under 3 mm across
// is a grain. A form that size or feel contradicts is a *Bad, and is then not known.
func (f Facts) Settled() (Facts, error) {
	if f.Form == Piece && f.Smallest.Known() && f.Traits.Has(Hard) {
		f.Form = FormUnknown
	}
	err := f.settleForm()
	if err != nil {
		f.Form = FormUnknown
	}
	return f, err
}

// Mildening are the features that can make a verdict milder, so that to take them for true is
// not the worst case: they are never left open. What is for eating is asked before all else.
var Mildening = Features{Traits: mildening.With(Food, NotFood, Soft, Fabric)}

// LeftOpen returns the facts with all else denied but some features, of which nobody has said
// whether the thing has them. Those that can make a verdict milder count as absent.
func (f Facts) LeftOpen(open Features) Facts {
	f.TraitsKnown = true
	f.Open = open.Minus(f.Features()).Minus(Mildening)
	return f
}
