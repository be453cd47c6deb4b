package material

import (
	"slices"
	"strings"
	"unicode"
)

// Key is a name as it is looked up: its words in small letters and the singular, in any
// order, without punctuation, articles or the spelling of one side of the Atlantic. Two names
// with one key mean the same.
func Key(name string) string {
	words := keyWords(name)
	slices.Sort(words)
	return strings.Join(words, " ")
}

// JoinedKey is Key without blanks and in the order typed: "pop corn" and "popcorn" have one.
func JoinedKey(name string) string { return strings.Join(keyWords(name), "") }

var noApostrophes = strings.NewReplacer("'s ", " ", "’s ", " ", "'", "", "’", "")

func keyWords(name string) []string {
	text := noApostrophes.Replace(strings.ToLower(name) + " ")
	fields := strings.FieldsFunc(text, func(r rune) bool {
		return r != '%' && !unicode.IsLetter(r) && !unicode.IsDigit(r)
	})
	words := fields[:0]
	for _, w := range fields {
		if !articles[w] {
			words = append(words, singular(w))
		}
	}
	return words
}

var articles = map[string]bool{"a": true, "an": true, "the": true, "some": true}

// spellings are words that one side of the Atlantic writes otherwise, and plurals that no
// rule makes.
var spellings = map[string]string{
	"color": "colour", "colored": "coloured", "coloring": "colouring", "yogurt": "yoghurt", "yoghourt": "yoghurt",
	"grey":     "gray",
	"aluminum": "aluminium", "donut": "doughnut", "mold": "mould", "molding": "moulding", "fiber": "fibre",
	"flavor":   "flavour",
	"flavored": "flavoured", "sulfite": "sulphite", "soy": "soya", "chili": "chilli", "chile": "chilli",
	"licorice": "liquorice",
	"jewelry":  "jewellery", "sanitizer": "sanitiser", "fertilizer": "fertiliser", "gelatin": "gelatine",
	"omelet": "omelette", "tire": "tyre",
	"leave": "leaf", "loave": "loaf", "knive": "knife", "halve": "half", "shelve": "shelf", "scarve": "scarf",
	"teeth": "tooth",
	"feet":  "foot", "mice": "mouse", "geese": "goose", "hoove": "hoof", "wolve": "wolf", "berri": "berry",
	"fungi": "fungus",
}

// singular takes the plural off a word; names and what is typed both go through it, so that
// it need not be right, only the same for both.
func singular(w string) string {
	if len(w) > 3 && strings.HasSuffix(w, "s") && !strings.HasSuffix(w, "ss") && !strings.HasSuffix(w, "us") &&
		!strings.HasSuffix(w, "is") {
		w = w[:len(w)-1]
		for _, end := range []string{"sse", "che", "she", "xe", "oe"} {
			if stem, ok := strings.CutSuffix(w, end); ok && len(stem) > 1 {
				w = stem + end[:len(end)-1]
			}
		}
		if stem, ok := strings.CutSuffix(w, "ie"); ok && len(stem) > 1 {
			w = stem + "y"
		}
	} else if stem, ok := strings.CutSuffix(w, "ie"); ok && len(stem) > 2 {
		w = stem + "y"
	}
	if same, ok := spellings[w]; ok {
		return same
	}
	return w
}

// Words returns the words of a name as they are looked up.
func Words(name string) []string { return keyWords(name) }

// Word returns one word, without blanks or marks, as it is looked up in names.
func Word(w string) string {
	w = strings.ToLower(w)
	if strings.ContainsAny(w, "'’") {
		if w = strings.TrimSpace(noApostrophes.Replace(w + " ")); strings.Contains(w, " ") {
			w = strings.ReplaceAll(w, " ", "")
		}
	}
	return singular(w)
}
