// Package region holds the Englishes that Emblo speaks, and the units that a centre goes by: the sources are British
// and metric, and a table makes of them what is said in the United States.
package region

import (
	"sync"

	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/say"
)

// Languages are the tags of the languages that a person or a centre may ask for, the usual one first.
var Languages = []string{"en-GB", "en-US"}

// Speech is how an answer is put into words.
type Speech struct {
	// Language is one of Languages; of any other, or none, answers are in the first.
	Language string
	Units    say.Units
}

var made sync.Map // *say.Language by Speech

// Words returns the language of a speech, the same for the same speech.
func (s Speech) Words() *say.Language {
	if s.Language != "en-US" {
		s.Language = Languages[0]
	}
	if s == (Speech{Language: Languages[0]}) {
		return say.English
	}
	if l, ok := made.Load(s); ok {
		return l.(*say.Language)
	}
	word := func(source string) string { return source }
	names := map[string]string{}
	if s.Language == "en-US" {
		word = American
		for _, it := range material.Standard().Items() {
			names[it.ID] = American(it.Name)
		}
		for _, r := range recipe.Standard().Recipes() {
			names[r.ID] = American(r.Name)
		}
	}
	l, _ := made.LoadOrStore(s, say.Worded(s.Language, s.Units, word, names))
	return l.(*say.Language)
}
