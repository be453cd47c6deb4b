package allergen

import (
	"strings"
	"unicode"
)

// Note is what a family's own words say that a child reacts to.
type Note struct {
	// Listed are the allergens of the published lists that are named, and Origins what else is.
	Listed  Set
	Origins Origins
	// Words are the words that name neither, as they are looked for in the names of things.
	Words []string
	// Unread is set when not all of it was understood: what is not plainly something else is then asked about.
	Unread bool
}

// saysNothing are words of a note that add nothing to what is named.
var saysNothing = wordSet(
	"and or & + , ; / ( ) . : the a an any all of to has is with in from by allergy allergies allergic intolerance intolerant reaction reacts sensitive sensitivity severe mild slight bad raw cooked fresh " +
		"dried frozen tinned canned ripe whole ground skin peel juice puree pulp flesh especially e.g. eg i.e. also etc food foods product products very both rash hives eczema anaphylaxis pen known diagnosed confirmed suspected")

func wordSet(text string) map[string]bool {
	set := make(map[string]bool)
	for _, w := range strings.Fields(text) {
		set[w] = true
	}
	return set
}

// turnsRound are words after which a note may say the opposite of what it names: such a note is not understood,
// and what it names counts all the same.
var turnsRound = wordSet(
	"not no never none without free except but unless only if maybe perhaps possibly was were used formerly previously outgrown outgrew gone former ex until anymore longer")

// ReadNote reads what a family wrote, such as "kiwi and lentils". Nothing that is written is left out: what is
// not understood leaves the note unread, and so does a sentence that may take back what it names, or letters that
// are not those that they look like.
func ReadNote(text string) Note {
	var n Note
	fields := plainWords(text)
	n.Unread = len(fields) == 0 || !plainLetters(text)
	var left []string
	for i := 0; i < len(fields); {
		length := min(longestWords, len(fields)-i)
		for ; length > 0; length-- {
			phrase := strings.Join(fields[i:i+length], " ")
			set, of := read(phrase), originByWord[singular(phrase)].Union(familyByWord[singular(phrase)])
			if set.Empty() && of.Empty() {
				continue
			}
			n.Listed, n.Origins = n.Listed|set, n.Origins.Union(of)
			break
		}
		if length == 0 {
			left = append(left, fields[i])
			length = 1
		}
		i += length
	}
	for _, w := range left {
		switch {
		case saysNothing[w]:
		case turnsRound[w]:
			n.Unread = true
		default:
			n.Unread = true
			n.Words = append(n.Words, singular(w))
		}
	}
	return n
}

// Names reports whether a word of a note that is on no list stands in the name of a thing: "sea buckthorn" in
// "Buckthorn berries".
func (n Note) Names(name string) bool {
	if len(n.Words) == 0 {
		return false
	}
	for _, w := range plainWords(name) {
		one := singular(w)
		for _, noted := range n.Words {
			if len(noted) > 2 && noted == one {
				return true
			}
		}
	}
	return false
}

// plainWords cuts a text into its words in small letters. Letters that nobody can see are taken out.
func plainWords(text string) []string {
	text = strings.Map(func(r rune) rune {
		switch {
		case unicode.Is(unicode.Cf, r), unicode.Is(unicode.Mn, r):
			return -1
		case unicode.IsLetter(r), unicode.IsDigit(r), r == '\'', r == '’', r == '-':
			return unicode.ToLower(r)
		}
		return ' '
	}, text)
	return strings.Fields(owners.Replace(text))
}

// plainLetters reports whether a text is written in letters that are what they look like: Latin ones, with
// nothing hidden between them. Of others nobody can say by a list of English words what they mean.
func plainLetters(text string) bool {
	for _, r := range text {
		if unicode.Is(unicode.Cf, r) || unicode.Is(unicode.Mn, r) || unicode.IsLetter(r) &&
			(!unicode.Is(unicode.Latin, r) || r >= 0xFB00) || unicode.IsControl(r) && r != '\n' && r != '\t' {
			return false
		}
	}
	return true
}
