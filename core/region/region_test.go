package region_test

import (
	"regexp"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/region"
	"emblo/core/say"
)

var (
	american = region.Speech{Language: "en-US"}
	numbers  = regexp.MustCompile(`\d+(?:\.\d+)?`)
)

// What a message says for safety stays: in American words it has the same numbers and parts, and nothing that forbids
// or demands is lost.
func TestAmericanWordsKeepNumbersAndParts(t *testing.T) {
	binding := regexp.MustCompile(`(?i)\b(not|never|must|no|only|under|least|most)\b`)
	for _, s := range say.Sources() {
		own := region.American(s)
		assert.Equal(t, numbers.FindAllString(s, -1), numbers.FindAllString(own, -1), s)
		assert.Equal(t, say.Parts(s), say.Parts(own), s)
		assert.Equal(t, binding.FindAllString(s, -1), binding.FindAllString(own, -1), s)
	}
}

// Two things are never called the same in American words that are not in the words of the sources, and no row of the
// table is of a word that nothing says.
func TestAmericanNamesTellThingsApart(t *testing.T) {
	names := map[string]string{}
	var all []string
	for _, it := range material.Standard().Items() {
		own := region.American(it.Name)
		if was, twice := names[own]; twice {
			assert.Equal(t, was, it.Name, "both are %q", own)
		}
		names[own] = it.Name
		all = append(all, it.Name)
	}
	for _, r := range recipe.Standard().Recipes() {
		all = append(all, r.Name)
	}
	all = append(all, say.Sources()...)
	said := strings.ToLower(strings.Join(all, "\n"))
	for _, w := range region.Words() {
		if whole, ok := strings.CutPrefix(w.UK, "="); ok {
			assert.True(t, slices.ContainsFunc(all, func(s string) bool {
				name, _, _ := strings.Cut(s, ", ")
				return name == whole
			}), whole)
			continue
		}
		if !pages[w.UK] {
			assert.True(t, strings.Contains(said, w.UK), "%q is said nowhere", w.UK)
		}
	}
}

// pages are the words that only the page says.
var pages = map[string]bool{"set-up": true, "set-ups": true, "set-up’s": true, "centre’s": true}

func TestOneLanguageForOneSpeech(t *testing.T) {
	assert.Same(t, say.English, region.Speech{}.Words())
	assert.Same(t, say.English, region.Speech{Language: "en-GB"}.Words())
	assert.Same(t, say.English, region.Speech{Language: "fr-FR"}.Words(), "the English stands")
	assert.Same(t, american.Words(), american.Words())
	ounces := region.Speech{Language: "en-US", Units: say.Customary}
	assert.NotSame(t, american.Words(), ounces.Words())

	flour := say.Name("cornflour", "Cornflour")
	mess := say.F("Take {amount} of {thing}.", "a mould of colour {x}", say.Within(flour))
	assert.Equal(t, "Take a mould of colour {x} of cornstarch.", mess.In(american.Words()), "what people typed stays")
	for _, it := range []string{"cornflour", "icing-sugar", "yoghurt"} {
		found, ok := material.Standard().Get(it)
		require.True(t, ok, it)
		assert.NotEqual(t, found.Name, found.Say().In(american.Words()))
	}
	assert.True(t, slices.Contains(region.Languages, american.Words().Tag))
}
