package naming

import (
	"slices"

	"emblo/core/material"
	"emblo/core/words"
)

// shortestSlip is how many letters a name has at least for one of them to be a slip: among
// shorter ones nearly all are words of their own.
const shortestSlip = 5

// without returns a word, and what is left of it when any one of its letters is taken out.
func without(word string) []string {
	all := []string{word}
	for i := range word {
		all = append(all, word[:i]+word[i+1:])
	}
	return all
}

// near returns what is known by a name one slip away from the words. Two words one slip apart
// share what is left of them when a letter is taken out of one or both.
func (ix *index) near(typed string) []meant {
	joined := material.JoinedKey(typed)
	if len(joined) < shortestSlip || len(joined) > MaxLetters {
		return nil
	}
	var found []meant
	var seen []string
	for _, short := range without(joined) {
		for _, name := range ix.bySlip[short] {
			if len(name) < shortestSlip || slices.Contains(seen, name) || words.Slips(joined, name) > 1 {
				continue
			}
			seen = append(seen, name)
			found = append(found, ix.byJoined[name]...)
		}
	}
	return found
}
