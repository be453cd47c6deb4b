package room

import (
	"fmt"
	"regexp"
	"strconv"
	"strings"

	"emblo/core/age"
	"emblo/core/allergen"
)

// ClassLine is one line of a class as it is typed or pasted, and the child it was read as. With a
// Fault, a sentence, there is no child.
type ClassLine struct {
	Number int
	Text   string
	Child  Person
	Fault  string
}

// MaxClass is how many lines of a class are read.
const MaxClass = 60

var (
	initialsFirst = regexp.MustCompile(`^([A-Za-z])[.]?\s?([A-Za-z])[.]?(?:\s*[,;:\t]\s*|\s+|$)`)
	bornNext      = regexp.MustCompile(
		`^(?:born\s+)?((\d{4})[-/.](\d{1,2})|(\d{1,2}|[A-Za-z]{3,9})\.?[-/. ]\s?(\d{4}|\d{2}))(?:\s*[,;:\t]\s*|\s+|$)`)
	classWords = regexp.MustCompile(`[^\s,;:/]+|[,;:/]`)
	months     = []string{"january", "february", "march", "april", "may", "june", "july", "august", "september",
		"october", "november", "december"}
)

// phrases are what may be said of a child besides an allergy, longest first.
var phrases = []struct {
	words string
	note  func(*Person) bool // false when the line has said the opposite
}{
	{"does not mouth things", mouthing(No)}, {"does not mouth", mouthing(No)}, {"not mouthing", mouthing(No)},
	{"no mouthing", mouthing(No)}, {"no longer mouths", mouthing(No)},
	{"mouths things", mouthing(Yes)}, {"mouthing", mouthing(Yes)}, {"mouths", mouthing(Yes)},
	{"asthma", need(func(p *Person) { p.Asthma = true })}, {"eczema", need(func(p *Person) { p.Eczema = true })},
	{"sore skin", need(func(p *Person) { p.Eczema = true })},
	{"pica", need(func(p *Person) { p.Swallowing = true })}, {"seizures", need(func(p *Person) {
		p.Swallowing = true
	})}, {"swallowing", need(func(p *Person) { p.Swallowing = true })},
	{"no allergies", need(func(*Person) {})}, {"no known allergies", need(func(*Person) {})},
}

func mouthing(is Tri) func(*Person) bool {
	return func(p *Person) bool {
		said := p.Mouths
		p.Mouths = is
		return said == Unknown || said == is
	}
}

func need(set func(*Person)) func(*Person) bool {
	return func(p *Person) bool {
		set(p)
		return true
	}
}

// filler are words that say nothing by themselves.
var filler = map[string]bool{",": true, ";": true, ":": true, "/": true, "and": true, "allergy": true, "allergic": true,
	"to": true, "has": true, "&": true}

// ways are the words for how an allergen reaches a child. Unsaid it is by touch, the wider of the
// two.
var ways = map[string]Way{"touch": ByTouchOrAir, "contact": ByTouchOrAir, "skin": ByTouchOrAir, "air": ByTouchOrAir,
	"airborne": ByTouchOrAir, "eating": ByEating, "eaten": ByEating, "food": ByEating}

// ReadClass reads a class, a child a line: two letters, the birth month, and what matters of the
// child, such as "DW Sep 2024, wheat touch, mouths". A line is read whole or not at all, and a
// word that is not known, a name above all, is refused and never kept. A child of a line has no
// id yet.
func ReadClass(text string, today age.Date) []ClassLine {
	var lines []ClassLine
	for i, line := range strings.Split(strings.ReplaceAll(text, "\r\n", "\n"), "\n") {
		line = strings.TrimSpace(strings.TrimLeft(strings.TrimSpace(line), "-•*"))
		if line == "" {
			continue
		}
		l := ClassLine{Number: i + 1, Text: line}
		if len(lines) == MaxClass {
			l.Fault = fmt.Sprintf("A class has at most %d children; this line and those after it were not read.",
				MaxClass)
			return append(lines, l)
		}
		if l.Child, l.Fault = readChild(line, today); l.Fault != "" {
			l.Child = Person{}
		}
		lines = append(lines, l)
	}
	return lines
}

func readChild(line string, today age.Date) (p Person, fault string) {
	if len(line) > 200 {
		return p, "It is longer than 200 letters."
	}
	m := initialsFirst.FindStringSubmatch(line)
	if m == nil {
		return p, "Begin with two letters for the child, A to Z; a name is never kept."
	}
	p.Initials = strings.ToUpper(m[1] + m[2])
	rest := line[len(m[0]):]
	if m = bornNext.FindStringSubmatch(rest); m == nil {
		return p, fmt.Sprintf("Give %s a birth month after the letters, such as Sep 2024 or 9/24.", p.Initials)
	}
	born, err := bornIn(m)
	if err == nil {
		err = CheckBorn(born, today)
	}
	if err != nil {
		return p, fmt.Sprintf("%s: %s.", p.Initials, err)
	}
	p.Born = born
	words := classWords.FindAllString(rest[len(m[0]):], -1)
	for len(words) > 0 {
		if filler[strings.ToLower(words[0])] {
			words = words[1:]
			continue
		}
		n, fault := p.take(words)
		if fault != "" {
			return p, fault
		}
		words = words[n:]
	}
	return p, ""
}

// bornIn reads the month that bornNext found.
func bornIn(m []string) (age.Month, error) {
	year, month := m[2], m[3]
	if year == "" {
		month, year = m[4], m[5]
	}
	if len(year) == 2 {
		year = "20" + year
	}
	n, err := strconv.Atoi(month)
	if err != nil {
		for i, name := range months {
			if strings.HasPrefix(name, strings.ToLower(month)) {
				n = i + 1
			}
		}
	}
	born, err := age.ParseMonth(fmt.Sprintf("%s-%02d", year, n))
	if err != nil {
		return born, fmt.Errorf("%q is not a month", strings.TrimSpace(m[1]))
	}
	return born, nil
}

// take reads what comes next, and returns how many words it took.
func (p *Person) take(words []string) (n int, fault string) {
	said := func(n int) string { return strings.ToLower(strings.Join(words[:min(n, len(words))], " ")) }
	for _, ph := range phrases {
		if n := strings.Count(ph.words, " ") + 1; said(n) == ph.words {
			if !ph.note(p) {
				return 0, fmt.Sprintf("%s is said to mouth things and not to. Which is right?", p.Initials)
			}
			return n, ""
		}
	}
	if verb := said(1); (verb == "avoids" || verb == "seeks") && len(words) > 1 {
		sense, err := ParseSense(strings.ToLower(words[1]))
		if err != nil {
			return 0, fmt.Sprintf("%s %s %q: note sticky, wet or loud.", p.Initials, verb, words[1])
		}
		if verb == "avoids" {
			p.Avoids |= sense
		} else {
			p.Seeks |= sense
		}
		return 2, ""
	}
	for n := min(3, len(words)); n > 0; n-- {
		all, err := allergen.ParseAll(said(n))
		if err != nil || all[0] == allergen.Other {
			continue
		}
		by := ByTouchOrAir
		if n < len(words) && strings.EqualFold(words[n], "by") {
			n++
		}
		if n < len(words) {
			if way, ok := ways[strings.ToLower(words[n])]; ok {
				by = way
				n++
			}
		}
		for _, to := range all {
			p.Allergies = append(p.Allergies, Allergy{To: to, By: by})
		}
		return n, ""
	}
	return 0, fmt.Sprintf(
		"%q is not known here. Write an allergen with touch or eating, mouths, asthma, eczema, avoids or seeks; a name is never kept.",
		words[0])
}
