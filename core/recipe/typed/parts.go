package typed

import (
	"fmt"
	"math"
	"regexp"
	"strings"

	"emblo/core/recipe"
	"emblo/core/unit"
)

// inParts finds the lines that say only how much to how much.
var inParts = regexp.MustCompile(`(?im)(?:^|,|;)\s*(?:[-•*]\s*)?[\d./½⅓⅔¼¾ ]+parts?\b`)

// ownAmount finds the lines that say an amount of their own, wherever it stands.
var ownAmount = regexp.MustCompile(`[\d½⅓⅔¼¾⅛⅜⅝⅞⅙⅚]|^(?:[-•*]\s*)?(?:an?|some)\s`)

// partWords are the measures that a part is read as, in words.
var partWords = map[string]string{"cup": "cup", "g": "gram"}

// onePart is what a part stands for in a recipe that is written in parts alone: a cup, or a
// gram where it says by weight. It is nothing where a line has an amount of its own, because
// the part is then that of the line.
func onePart(lines string) string {
	count := 0
	for _, line := range spokenLines(lines) {
		switch {
		case inParts.MatchString(line):
			count++
		case ownAmount.MatchString(line):
			return ""
		}
	}
	switch {
	case count < 2:
		return ""
	case strings.Contains(strings.ToLower(lines), "by weight"):
		return "g"
	}
	return "cup"
}

// spokenLines are the ingredients of a text with their amounts in figures.
func spokenLines(text string) (spoken []string) {
	for _, line := range strings.Split(strings.ToLower(text), "\n") {
		for _, one := range strings.FieldsFunc(recipe.Unbulleted(line), func(r rune) bool {
			return r == ',' || r == ';'
		}) {
			spoken = append(spoken, aloud(strings.TrimSpace(one)).text)
		}
	}
	return spoken
}

// beside finds a line that says its parts and its amount: "4 parts water (400 ml)".
var beside = regexp.MustCompile(
	`^([\d./½⅓⅔¼¾ ]*[\d½⅓⅔¼¾])\s*parts?\s+(?:of\s+)?([^(=:,]+?)\s*(?:\(\s*=?|[=:])\s*([^()]+?)\s*\)?$`)

var byWhat = regexp.MustCompile(`\s*,?\s+by\s+(?:weight|volume)\s*$`)

// measuredPart is what one part is, where a line says both how many parts and how much they are;
// ok is false where none does. It is a volume, or a mass where the recipe says by weight. A line
// that does not agree with one before it is named.
func (rd Reader) measuredPart(text string) (part unit.Amount, disagree string, ok bool) {
	byWeight := strings.Contains(strings.ToLower(text), "by weight")
	for _, line := range spokenLines(text) {
		n, name, q, found := partsBeside(line, rd.System)
		item, known, _ := rd.named(name)
		if !found || !known {
			continue
		}
		one := q.Times(1 / n)
		if m, mass := one.Mass(); mass != byWeight {
			v, haveVolume := one.Volume()
			if mass {
				v, haveVolume = item.Density.VolumeOf(m)
				one = unit.OfVolume(v)
			} else {
				one = unit.OfMass(item.Density.MassOf(v))
			}
			if !haveVolume || !item.Density.Known() {
				continue // nobody knows what a cup of it weighs
			}
		}
		switch {
		case !ok:
			part, ok = one, true
		case !agree(one, part):
			return part, line, true
		}
	}
	return part, "", ok
}

func agree(a, b unit.Amount) bool {
	if m, ok := a.Mass(); ok {
		n, _ := b.Mass()
		return math.Abs(m.Over(n)-1) <= twiceApart
	}
	v, _ := a.Volume()
	w, _ := b.Volume()
	return math.Abs(v.Over(w)-1) <= twiceApart
}

// partsBeside reads a line that says its parts and its amount.
func partsBeside(line string, s unit.System) (n float64, name string, q unit.Amount, ok bool) {
	m := beside.FindStringSubmatch(line)
	if m == nil {
		return 0, "", q, false
	}
	n, err := unit.ParseNumber(m[1])
	if err != nil || !(n > 0) {
		return 0, "", q, false
	}
	q, err = unit.Parse(m[3], s)
	return n, m[2], q, err == nil
}

// inMeasuredParts writes a line in parts as the amount that they are: "1 part soap" as "100 ml soap".
func (rd Reader) inMeasuredParts(s *said) {
	s.text = byWhat.ReplaceAllString(s.text, "")
	if n, name, q, ok := partsBeside(s.text, rd.System); ok {
		s.text = typed(q) + " " + name
		s.note = strings.TrimSpace(s.note + fmt.Sprintf(" %g parts; the others follow from it.", n))
		return
	}
	m := parts.FindString(s.text)
	if m == "" {
		return
	}
	n, err := unit.ParseNumber(strings.TrimSpace(strings.TrimRight(m, "parts ")))
	if err != nil || !(n > 0) {
		s.fault = fmt.Sprintf("how many parts, %q, cannot be read.", m)
		return
	}
	s.text = typed(rd.measured.Times(n)) + " " +
		strings.TrimSpace(strings.TrimPrefix(strings.TrimSpace(s.text[len(m):]), "of "))
	s.note = strings.TrimSpace(s.note + fmt.Sprintf(" One part is %s, by the line that says both.",
		typed(*rd.measured)))
}

// typed writes a quantity as it would be typed.
func typed(q unit.Amount) string {
	if m, ok := q.Mass(); ok {
		return fmt.Sprintf("%.1f g", m.Grams())
	}
	v, _ := q.Volume()
	return fmt.Sprintf("%.1f ml", v.Millilitres())
}
