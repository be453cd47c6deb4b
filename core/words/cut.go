package words

// longest is how much of what somebody typed fits a sentence, in letters.
const longest = 40

// Cut shortens what somebody typed for use in a sentence.
func Cut(typed string) string {
	if letters := []rune(typed); len(letters) > longest {
		return string(letters[:longest]) + "…"
	}
	return typed
}

// Some returns words, an empty list for none.
func Some(all []string) []string {
	if all == nil {
		return []string{}
	}
	return all
}
