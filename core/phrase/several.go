package phrase

import "strings"

// most is how many things one line names at most; a list goes in line by line.
const most = 12

// Several parts a line that names several things, each of which reads by itself. or says that one of them is meant,
// and nobody said which. It returns nothing where a part does not read, or where there is only one.
func (rd Reader) Several(text string) (all []Reading, or bool) {
	words := unquoted(tokens(text))
	if len(words) > 4*MaxWords {
		return nil, false
	}
	var cuts []int
	for i, t := range words {
		if parts(t) {
			cuts = append(cuts, i)
		}
	}
	if len(cuts) == 0 || len(cuts) >= most {
		return nil, false
	}
	cuts = append(cuts, len(words))
	from := 0
	for k := 0; k < len(cuts); {
		took := false
		// What holds a comma or an "and" itself stays whole: the longest that reads.
		for end := len(cuts) - 1; end >= k; end-- {
			if from == 0 && end == len(cuts)-1 {
				continue // the whole, which did not read
			}
			r, ok := rd.read(spaced(words[from:cuts[end]]), words[from:cuts[end]])
			if !ok {
				continue
			}
			all = append(all, r)
			for _, at := range cuts[k:min(end+1, len(cuts)-1)] {
				or = or || words[at].key == "or" || words[at].raw == "/"
			}
			from, k, took = min(cuts[end]+1, len(words)), end+1, true
			break
		}
		if !took {
			if k < len(cuts) && cuts[k] == from { // two marks in a row: ", and"
				from, k = from+1, k+1
				continue
			}
			return nil, false
		}
	}
	if len(all) < 2 {
		return nil, false
	}
	return all, or
}

// parts reports whether a word or mark may stand between two things.
func parts(t token) bool {
	if t.mark {
		return strings.Contains(",;/+&", t.raw)
	}
	switch t.key {
	case "and", "or", "with", "plus", "in", "on":
		return !t.number
	}
	return false
}

// asks are words that begin a question or a sentence.
var asks = map[string]bool{"can": true, "is": true, "are": true, "what": true, "how": true, "do": true, "doe": true,
	"should": true, "may": true, "which": true, "why": true, "when": true, "where": true, "will": true, "would": true,
	"could": true, "i": true, "we": true, "they": true, "he": true, "she": true, "it": true, "there": true,
	"does": true, "has": true, "have": true, "am": true, "please": true, "let": true, "dont": true, "if": true}

// Sentence reports whether a text is a question or a sentence rather than the name of a thing.
func Sentence(text string) bool {
	if strings.HasSuffix(strings.TrimSpace(text), "?") {
		return true
	}
	all := tokens(text)
	if len(all) > MaxWords {
		return true
	}
	return len(all) > 3 && asks[all[0].raw]
}

// NamesIn returns the names in a text, the longest first from the left, but for its first word.
func (rd Reader) NamesIn(text string) (all []string) {
	words := tokens(text)
	for i := 1; i < len(words); {
		n := min(mostNoun, len(words)-i)
		for ; n > 0; n-- {
			if name, ok := joined(words[i : i+n]); ok && rd.Names.Knows(name) {
				all = append(all, spaced(words[i:i+n]))
				break
			}
		}
		i += max(n, 1)
	}
	return all
}

// Core returns the words of a phrase that are left when what stands beside a name is taken off both ends: those that
// may be a name with a slip in it.
func (rd Reader) Core(text string) string {
	all := unquoted(tokens(text))
	if len(all) > MaxWords {
		return ""
	}
	var said Said
	from, to := 0, len(all)
	for n := to; n > 0; n-- {
		if scan(all[:n], before, rd.System, &said) {
			from = n
			break
		}
	}
	for n := from + 1; n < len(all); n++ {
		if scan(all[n:], after, rd.System, &said) {
			to = n
			break
		}
	}
	for from < to && (all[from].mark || links[all[from].key]) {
		from++
	}
	if from >= to {
		return ""
	}
	return spaced(all[from:to])
}
