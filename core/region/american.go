package region

import (
	"bytes"
	_ "embed"
	"encoding/csv"
	"maps"
	"regexp"
	"slices"
	"strings"
	"sync"
	"unicode"
	"unicode/utf8"
)

//go:embed us.csv
var table []byte

// Word is a word or phrase of the English of the sources, in small letters, and what it is in the United States.
type Word struct{ UK, US string }

// whole opens a row that is of a whole text, or of a name up to its first comma, with its capital, and of no part of
// either.
const whole = "="

// Words returns the rows of the table: phrases, and whole texts after "=". (Usage of the trade in both
// countries, quoted from memory.)
func Words() []Word {
	rows, err := csv.NewReader(bytes.NewReader(table)).ReadAll()
	if err != nil {
		panic(err) // a file of ours
	}
	all := make([]Word, len(rows)-1)
	for i, r := range rows[1:] {
		all[i] = Word{r[0], r[1]}
	}
	return all
}

// american finds what is said otherwise, the longest first.
var american = sync.OnceValue(func() (found struct {
	texts, words map[string]string
	any          *regexp.Regexp
}) {
	found.texts, found.words = map[string]string{}, map[string]string{}
	for _, w := range Words() {
		if text, ok := strings.CutPrefix(w.UK, whole); ok {
			found.texts[text] = w.US
		} else {
			found.words[w.UK] = w.US
		}
	}
	all := slices.SortedFunc(maps.Keys(found.words), func(a, b string) int { return len(b) - len(a) })
	for i, w := range all {
		all[i] = regexp.QuoteMeta(w)
	}
	// The names of parts and elements stay.
	found.any = regexp.MustCompile(`\{[^}]*\}|<[^>]*>|(?i:\b(?:` + strings.Join(all, "|") + `)\b)`)
	return found
})

// American returns an English text as it is said in the United States: its words and their spelling, never its numbers
// or its parts.
func American(text string) string {
	a := american()
	name, more, parted := strings.Cut(text, ", ")
	if own, ok := a.texts[name]; ok {
		if parted {
			own += ", " + American(more)
		}
		return own
	}
	return a.any.ReplaceAllStringFunc(strings.ReplaceAll(text, " %", "%"), func(word string) string {
		own, ok := a.words[strings.ToLower(word)]
		if !ok {
			return word
		}
		if r, _ := utf8.DecodeRuneInString(word); unicode.IsUpper(r) {
			first, n := utf8.DecodeRuneInString(own)
			return string(unicode.ToUpper(first)) + own[n:]
		}
		return own
	})
}
