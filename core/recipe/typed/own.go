package typed

import (
	"fmt"
	"regexp"
	"strings"

	"emblo/core/unit"
	"emblo/core/words"
)

// ownMeasure is a measure of one's own with how a line names it: a number, the name in the
// singular or the plural, and what of.
type ownMeasure struct {
	unit.Measure
	line *regexp.Regexp
}

// readOwn reads the measures that lines may name; why says, in a sentence, what one of them lacks.
func readOwn(all []OwnMeasure) (own []ownMeasure, why string) {
	seen := make(map[string]bool, len(all))
	for _, o := range all {
		m, err := unit.Own(o.Name, o.Volume)
		switch {
		case err != nil:
			return own, fmt.Sprintf("The measure %q cannot be used: %s.", words.Cut(o.Name), err)
		case seen[m.Label()]:
			return own, fmt.Sprintf("Two measures are called %q.", m.Label())
		}
		seen[m.Label()] = true
		name := strings.ReplaceAll(regexp.QuoteMeta(m.Label()), " ", `\s+`)
		own = append(own, ownMeasure{m, regexp.MustCompile(`(^|\+ )(an?|[\d.,/½⅓⅔¼¾ ]*[\d½⅓⅔¼¾])\s+` + name +
			`(?:e?s)?\s+(?:of\s+)?(.*)$`)})
	}
	return own, ""
}

// inOwn writes amounts in measures of one's own as millilitres: "2 glasses flour" as "420 ml flour".
// What is a thing by its whole name stays one: "2 glass beads".
func (rd Reader) inOwn(s *said) {
	for _, o := range rd.own {
		m := o.line.FindStringSubmatch(s.text)
		if m == nil {
			continue
		}
		if _, known, _ := rd.named(o.Label() + " " + m[3]); known {
			continue
		}
		n := 1.0
		if m[2] != "a" && m[2] != "an" {
			var err error
			if n, err = unit.ParseNumber(m[2]); err != nil || !(n > 0) {
				s.fault = fmt.Sprintf("how many, %q, cannot be read.", m[2])
				return
			}
		}
		before := strings.TrimSuffix(s.text, m[0])
		s.text = fmt.Sprintf("%s%s%.1f ml %s", before, m[1], o.Volume().Times(n).Millilitres(), m[3])
		s.note = strings.TrimSpace(s.note + fmt.Sprintf(" Your %s holds %.0f mL.", o.Label(), o.Volume().Millilitres()))
	}
}
