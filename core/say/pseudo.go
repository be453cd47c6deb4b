package say

import "strings"

// Pseudo returns what is no language: every message of the sources stands whole between ⟦ and ⟧
// with its letters marked, and what is the same in every language between ‹ and ›. What was put
// together of pieces, is not among the sources, or was never a message, shows at once.
func Pseudo(sources []string) *Language {
	l := &Language{Tag: "en-x-pseudo", decimal: ".", sources: make(map[string]string, len(sources)),
		typed: func(s string) string { return "‹" + s + "›" }}
	for _, s := range sources {
		l.sources[s] = pseudo(s)
	}
	return l
}

var marked = strings.NewReplacer("a", "á", "b", "ƀ", "c", "ç", "d", "đ", "e", "é", "f", "ƒ", "g", "ğ", "h", "ĥ", "i",
	"í", "j", "ĵ", "k", "ķ", "l", "ļ", "m", "ɱ",
	"n", "ñ", "o", "ó", "p", "þ", "q", "ɋ", "r", "ř", "s", "š", "t", "ţ", "u", "ú", "v", "ṽ", "w", "ŵ", "x", "ẋ", "y",
	"ý", "z", "ž",
	"A", "Á", "B", "Ɓ", "C", "Ç", "D", "Đ", "E", "É", "F", "Ƒ", "G", "Ğ", "H", "Ĥ", "I", "Í", "J", "Ĵ", "K", "Ķ", "L",
	"Ļ", "M", "Ṁ",
	"N", "Ñ", "O", "Ó", "P", "Þ", "Q", "Ɋ", "R", "Ř", "S", "Š", "T", "Ţ", "U", "Ú", "V", "Ṽ", "W", "Ŵ", "X", "Ẋ", "Y",
	"Ý", "Z", "Ž")

// pseudo marks the letters of a source, and leaves the names of its parts.
func pseudo(source string) string {
	var b strings.Builder
	b.WriteString("⟦")
	for source != "" {
		from := strings.IndexByte(source, '{')
		to := strings.IndexByte(source, '}')
		if from < 0 || to < from {
			b.WriteString(marked.Replace(source))
			break
		}
		b.WriteString(marked.Replace(source[:from]))
		b.WriteString(source[from : to+1])
		source = source[to+1:]
	}
	b.WriteString("⟧")
	return b.String()
}

// Joined returns what of a text in Pseudo was never a message of its own, or was put together
// of pieces: "" when the text is sentences, one after another.
func Joined(pseudo string) string {
	depth, within := 0, 0
	for i, r := range pseudo {
		switch r {
		case '⟦':
			depth++
		case '⟧':
			depth--
		case '‹':
			within++
		case '›':
			within--
		default:
			plain := r < 128 && (r >= 'a' && r <= 'z' || r >= 'A' && r <= 'Z')
			if within == 0 && (plain || depth == 0 && r != ' ') {
				return pseudo[i:]
			}
		}
	}
	return ""
}
