package phrase

import (
	"strings"
	"unicode"
	"unicode/utf8"

	"emblo/core/material"
)

// MaxWords is how many words a phrase has at most; what is longer is a sentence, and is asked about.
const MaxWords = 24

// token is one word, number or mark of a phrase.
type token struct {
	raw     string // in small letters, as typed
	key     string // of a word: as names are looked up
	article bool   // "a" or "an" stands before it
	number  bool
	mark    bool
}

// marks are the signs that part a phrase or hold a remark; all others are blanks.
const marks = ",;:()[]/+&?!="

// tokens parts a text into words, numbers and marks, without articles.
func tokens(text string) []token {
	text = strings.ToLower(text)
	all := make([]token, 0, 8)
	article := false
	put := func(t token) {
		t.article, article = article, false
		all = append(all, t)
	}
	for i := 0; i < len(text); {
		r, n := utf8.DecodeRuneInString(text[i:])
		switch {
		case isDigit(r) || vulgar(r):
			end := numberEnd(text, i)
			put(token{raw: text[i:end], number: true})
			i = end
		case unicode.IsLetter(r) || r == '%':
			end := wordEnd(text, i)
			switch word := text[i:end]; word {
			case "a", "an":
				article = true
			case "the":
			default:
				if n := strings.TrimPrefix(word, "x"); n != word && n != "" && strings.Trim(n, "0123456789") == "" { // "x10"
					put(token{raw: "x", key: "x"})
					put(token{raw: n, number: true})
					break
				}
				put(token{raw: word, key: material.Word(word)})
			}
			i = end
		case strings.ContainsRune(marks, r):
			put(token{raw: text[i : i+n], mark: true})
			i += n
		case r == '×':
			put(token{raw: "x", key: "x"})
			i += n
		case r == '-' || r == '–' || r == '—':
			// Between two figures it is a range.
			if len(all) > 0 && all[len(all)-1].number && i+n < len(text) && isDigit(rune(text[i+n])) {
				put(token{raw: "to", key: "to"})
			}
			i += n
		default:
			i += n
		}
	}
	return all
}

func isDigit(r rune) bool { return r >= '0' && r <= '9' }

func vulgar(r rune) bool { return strings.ContainsRune("½⅓⅔¼¾⅛⅜⅝⅞⅙⅚", r) }

// numberEnd returns where a number ends: digits with points, commas and strokes between them.
func numberEnd(text string, from int) int {
	i := from
	for i < len(text) {
		r, n := utf8.DecodeRuneInString(text[i:])
		inside := strings.ContainsRune(".,/⁄", r) && i+n < len(text) && isDigit(rune(text[i+n]))
		if !isDigit(r) && !vulgar(r) && !inside {
			break
		}
		i += n
	}
	return i
}

// wordEnd returns where a word ends: at what is no letter, apostrophe or digit behind a letter.
func wordEnd(text string, from int) int {
	i := from
	for i < len(text) {
		r, n := utf8.DecodeRuneInString(text[i:])
		if !unicode.IsLetter(r) && r != '\'' && r != '’' && r != '%' && !isDigit(r) {
			break
		}
		i += n
	}
	return i
}
