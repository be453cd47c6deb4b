package words

import "unicode"

// longest is how much of what somebody typed fits a sentence, in letters.
const longest = 40

// Cut shortens what somebody typed for use in a sentence.
func Cut(typed string) string {
	if letters := []rune(typed); len(letters) > longest {
		return string(letters[:longest]) + "…"
	}
	return typed
}

// Lower returns a name as it stands within a sentence: with a small first letter, unless it begins with a word of
// capitals.
func Lower(name string) string {
	letters := []rune(name)
	if len(letters) == 0 || len(letters) > 1 && unicode.IsUpper(letters[1]) {
		return name
	}
	letters[0] = unicode.ToLower(letters[0])
	return string(letters)
}

// Some returns words, an empty list for none.
func Some(all []string) []string {
	if all == nil {
		return []string{}
	}
	return all
}
