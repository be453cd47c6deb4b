// Package phrase parts what somebody types for a thing into what it says: how much of it, in what it comes, what has
// been done to it, what its packet claims, how large it is, what it is played with in, and which words name it. The
// words beside the name belong to closed classes (terms.csv); where one word belongs to none, nothing is read.
//
// What words name is asked of a lexicon, the longest name first, so that a balloon whisk is no balloon and an egg box
// no egg. No word that names a hazard is passed over: what it says is a state, a claim or a container, or the phrase
// is not read.
package phrase

import (
	"strings"

	"emblo/core/material"
	"emblo/core/unit"
)

// Lexicon knows names.
type Lexicon interface {
	// Knows reports whether words, joined as they are looked up and in the order typed, name something.
	Knows(joined string) bool
}

// Reading is a phrase that was read.
type Reading struct {
	Text string
	// Noun are the words that name the thing, as they are looked up; "" where nothing was read.
	Noun string
	Said
}

// mostNoun is how many words a name has at most.
const mostNoun = 7

// Reader reads phrases over a lexicon; cups and spoons are those of a system.
type Reader struct {
	Names  Lexicon
	System unit.System
}

// Read reads a phrase that names one thing; ok is false where its words do not all belong to something.
func (rd Reader) Read(text string) (r Reading, ok bool) {
	all := tokens(text)
	if len(all) > MaxWords {
		return Reading{Text: text}, false
	}
	return rd.read(text, all)
}

func (rd Reader) read(text string, all []token) (Reading, bool) {
	all = unquoted(all)
	for most := min(mostNoun, len(all)); most > 0; most-- {
		for from := len(all) - most; from >= 0; from-- {
			if from > 0 && all[from-1].number && unitWord(all[from].raw) {
				continue // 5 g rapeseed oil is no grapeseed oil
			}
			name, ok := joined(all[from : from+most])
			if !ok || !rd.Names.Knows(name) {
				continue
			}
			r := Reading{Text: text, Noun: spaced(all[from : from+most])}
			if inCompound(all, from, from+most) {
				continue
			}
			if scan(all[:from], before, rd.System, &r.Said) && scan(all[from+most:], after, rd.System, &r.Said) {
				rd.named(&r, all[from:from+most])
				return r, true
			}
		}
	}
	return Reading{Text: text}, false
}

// named takes the name that a thing has by its state, where it has one: what comes in a tin is the tinned thing, and
// rice that is cooked is cooked rice.
func (rd Reader) named(r *Reading, noun []token) {
	name, _ := joined(noun)
	if r.Amount.In == "tin" {
		for _, word := range []string{"tinned", "canned"} {
			if rd.Names.Knows(word + name) {
				r.Noun = word + " " + r.Noun
				return
			}
		}
	}
	if in := r.Amount.In; (in == "slice" || in == "piece") && rd.Names.Knows(name+in) {
		r.Noun += " " + in + "s" // slices of lemon are lemon slices
		return
	}
	for i, st := range r.States {
		for _, full := range byState[st] {
			before, after, _ := strings.Cut(full, "*")
			if rd.Names.Knows(material.JoinedKey(before) + name + material.JoinedKey(after)) {
				r.Noun = strings.TrimSpace(before + r.Noun + after)
				r.States = append(r.States[:i:i], r.States[i+1:]...)
				return
			}
		}
	}
}

// byState are the names that a thing in a state may have of its own.
var byState = map[State][]string{Cooked: {"cooked *", "boiled *"}, Frozen: {"frozen *"}, Dried: {"dried *", "dry *"},
	Dry: {"dry *"}, Raw: {"raw *", "dry *"}, Dyed: {"coloured *", "dyed *"}, Ground: {"ground *"}, Damaged: {"broken *"}, Used: {"old *"},
	Rusty: {"rusty *"}, HomeMade: {"home-made *"}, Mashed: {"mashed *", "* puree"}}

// joined returns words as names are looked up, without blanks; a name may hold a comma or a bracket, and neither begins
// nor ends with one.
func joined(words []token) (string, bool) {
	if words[0].mark || words[len(words)-1].mark && words[len(words)-1].raw != ")" {
		return "", false
	}
	if len(words) == 1 {
		return words[0].look(), true
	}
	var b strings.Builder
	for _, t := range words {
		if !t.mark {
			b.WriteString(t.look())
		} else if !strings.Contains(",()", t.raw) {
			return "", false
		}
	}
	return b.String(), true
}

func spaced(words []token) string {
	all := make([]string, len(words))
	for i, t := range words {
		all[i] = t.raw
	}
	return strings.Join(all, " ")
}

func (t token) look() string {
	if t.number {
		return t.raw
	}
	return t.key
}

// inCompound reports whether words are part of a name that they may not be parted from, such as the ice of an ice tray.
func inCompound(all []token, from, to int) bool {
	for i := max(0, from-2); i < to; i++ {
		key := ""
		for n := 0; n < 4 && i+n < len(all) && !all[i+n].mark; n++ {
			if n > 0 {
				key += " "
			}
			key += all[i+n].look()
			if i+n+1 <= from || i >= to {
				continue
			}
			for _, x := range terms()[key] {
				if x.class == compound && (i < from || i+n+1 > to) {
					return true
				}
			}
		}
	}
	return false
}

// unquoted leaves out marks at the ends.
func unquoted(all []token) []token {
	for len(all) > 0 && all[len(all)-1].mark && !strings.Contains("?)]", all[len(all)-1].raw) {
		all = all[:len(all)-1]
	}
	for len(all) > 0 && all[0].mark && !strings.Contains("([", all[0].raw) {
		all = all[1:]
	}
	return all
}
