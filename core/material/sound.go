package material

import "strings"

// spelledOtherwise are words on shelves whose first sound their letters do not show.
var spelledOtherwise = map[string]string{
	"sugar": "sh", "chamomile": "k", "christmas": "k", "quinoa": "k", "xylitol": "z", "psyllium": "s", "thyme": "t",
	"eucalyptus": "y",
	"whole":      "h", "whole-wheat": "h", "wholemeal": "h", "gear": "g", "gears": "g", "gift": "g", "one": "w",
	"used":    "y",
	"unicorn": "y", "hour": "o",
	"chia": "ch", "euro": "y", "ewe": "y",
}

// letterPairs are pairs of letters at the head of a word that stand for one sound.
var letterPairs = map[string]string{
	"sh": "sh", "ch": "ch", "th": "th", "ph": "f", "kn": "n", "gn": "n", "wr": "r", "wh": "w", "ps": "s", "gh": "g",
	"qu": "kw", "rh": "r",
}

// FirstSound returns the sound a name begins with, as early phonics teaches it: one sound may
// take two letters (shells: sh), and one letter may be two sounds (cereal: s, carrot: k). A
// vowel is given by its letter. It is "" for a name that begins with no letter of the English
// alphabet.
func FirstSound(name string) string {
	word, _, _ := strings.Cut(strings.ToLower(strings.TrimSpace(name)), " ")
	word = strings.Trim(word, ",.()\"'")
	if sound, ok := spelledOtherwise[word]; ok {
		return sound
	}
	if len(word) > 1 {
		if sound, ok := letterPairs[word[:2]]; ok {
			return sound
		}
		if strings.ContainsRune("eiy", rune(word[1])) {
			switch word[0] {
			case 'c':
				return "s"
			case 'g':
				return "j"
			}
		}
	}
	switch {
	case word == "" || word[0] < 'a' || word[0] > 'z':
		return ""
	case word[0] == 'c':
		return "k"
	case word[0] == 'x':
		return "z"
	}
	return word[:1]
}
