// Package words compares words as people type them: how many slips of the finger lie
// between two, and whether one is likely meant for the other.
package words

import "strings"

// Slips is the optimal string alignment distance of two words: letters changed, missed,
// added, or two neighbours swapped. It is counted in bytes, which is right for the field
// and shelf words it is used on.
func Slips(a, b string) int {
	before, last, now := make([]int, len(b)+1), make([]int, len(b)+1), make([]int, len(b)+1)
	for j := range last {
		last[j] = j
	}
	for i := 1; i <= len(a); i++ {
		now[0] = i
		for j := 1; j <= len(b); j++ {
			cost := 1
			if a[i-1] == b[j-1] {
				cost = 0
			}
			now[j] = min(last[j]+1, now[j-1]+1, last[j-1]+cost)
			if i > 1 && j > 1 && a[i-1] == b[j-2] && a[i-2] == b[j-1] {
				now[j] = min(now[j], before[j-2]+1)
			}
		}
		before, last, now = last, now, before
	}
	return last[len(b)]
}

// Near reports whether a word that is not known is likely meant for one that is: the same
// but for capitals, blanks, hyphens or underscores, one slip away, or its plural or
// singular. Equal words are near.
func Near(typed, known string) bool {
	a, b := plain(typed), plain(known)
	if len(a) > 2*len(b)+2 || len(b) > 2*len(a)+2 {
		return false
	}
	return a == b || Slips(a, b) <= 1 || plural(a, b) || plural(b, a)
}

var joiners = strings.NewReplacer(" ", "", "-", "", "_", "")

func plain(s string) string { return joiners.Replace(strings.ToLower(strings.TrimSpace(s))) }

// plural reports whether many is a plural of one.
func plural(many, one string) bool {
	stem, ok := strings.CutSuffix(one, "y")
	return many == one+"s" || many == one+"es" || ok && many == stem+"ies"
}
