package phrase

import (
	"math"
	"strconv"
	"strings"

	"emblo/core/unit"
)

// numberWords are numbers that are written out, as far as people write them (common practice).
var numberWords = map[string]float64{"one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7,
	"eight": 8, "nine": 9, "ten": 10, "eleven": 11, "twelve": 12, "fifteen": 15, "twenty": 20, "thirty": 30, "fifty": 50,
	"hundred": 100, "half": 0.5, "quarter": 0.25, "third": 1. / 3, "dozen": 12, "couple": 2}

const mostCounted = 12 // of what stands before a name alone

// Number reads a whole number from one to twelve as it stands before what is counted: "2", "2x", "two".
func Number(word string) (n int, ok bool) {
	word = strings.ToLower(strings.TrimRight(word, "x×"))
	v, named := numberWords[word]
	if !named {
		n, err := strconv.Atoi(word)
		return n, err == nil && n >= 1 && n <= mostCounted
	}
	return int(v), v == math.Trunc(v) && v >= 1 && v <= mostCounted
}

// lengths are what a unit of length measures, in mm.
var lengths = map[string]float64{"mm": 1, "millimetre": 1, "millimeter": 1, "cm": 10, "centimetre": 10,
	"centimeter": 10, "m": 1000, "metre": 1000, "meter": 1000, "inch": 25.4, "inche": 25.4, "in": 25.4, "ft": 304.8,
	"foot": 304.8}

// lengthWords are what stands behind a length without adding to it.
var lengthWords = map[string]bool{"long": true, "wide": true, "across": true, "piece": true, "length": true,
	"diameter": true, "high": true, "tall": true, "thick": true, "strip": true, "chunk": true, "lengths": true}

// amount reads how much, or how large, beginning with a number: "500 g", "2 x 400 g tins of", "half a cup",
// "a dozen", "2-3 bags", "60 mm long".
func (s *scanner) amount() bool {
	from := s.i
	n, ok := s.count()
	if !ok {
		s.i = from
		return false
	}
	if s.word("to") || s.word("or") { // a range: the higher counts; "1-1/2" is one and a half
		more, ok := s.count()
		switch {
		case ok && more < 1 && n == math.Trunc(n):
			n += more
		case ok && more > n:
			n = more
		default: // "3-2 cups" runs backwards
			s.i = from
			return false
		}
	}
	if s.sized(n) || s.measured(n) {
		return true
	}
	if s.word("x") {
		at := s.i
		if each, ok := s.count(); ok && s.measured(each) {
			s.said.Amount.Count = unit.Known(n)
			return true
		}
		s.i = at
	}
	if s.percent() {
		s.i = from
		return false
	}
	s.said.Amount.Count = unit.Known(n)
	s.contained()
	return true
}

// count reads a number: in figures, in words, or both ("1 1/2", "two and a half", "half a dozen").
func (s *scanner) count() (n float64, ok bool) {
	if s.i >= len(s.all) {
		return 0, false
	}
	t := s.all[s.i]
	switch {
	case t.number:
		n, ok = s.figures()
	case t.article && unitWord(t.raw):
		return 1, true
	case t.key == "half" && s.side == before && s.i+1 == len(s.all):
		return 0, false // half avocado is one that is halved
	default:
		n, ok = numberWords[t.key]
		s.i++
	}
	if !ok {
		return 0, false
	}
	if (t.number || n != numberWords["dozen"]) && s.word("dozen") {
		n *= numberWords["dozen"]
	}
	if part := s.key(1); s.key(0) == "and" && (part == "half" || part == "quarter") {
		n += numberWords[part]
		s.i += 2
	}
	return n, true
}

// figures reads a number in figures, with a fraction behind it.
func (s *scanner) figures() (n float64, ok bool) {
	n, err := unit.ParseNumber(s.all[s.i].raw)
	if err != nil || !(n > 0) {
		return 0, false
	}
	s.i++
	if s.i < len(s.all) && s.all[s.i].number && strings.ContainsAny(s.all[s.i].raw, "/½⅓⅔¼¾⅛⅜⅝⅞⅙⅚") {
		if part, err := unit.ParseNumber(s.all[s.i].raw); err == nil && part < 1 {
			n += part
			s.i++
		}
	}
	return n, true
}

func unitWord(raw string) bool {
	_, ok := unit.AmountOf(1, raw, unit.Metric)
	return ok
}

// word takes one word if it comes next.
func (s *scanner) word(key string) bool {
	if s.key(0) != key {
		return false
	}
	s.i++
	return true
}

// fills are words for how full a measure is, which its amount leaves out.
var fills = map[string]bool{"level": true, "heaped": true, "heaping": true, "rounded": true, "scant": true,
	"generous": true, "flat": true, "packed": true, "small": true, "large": true, "medium": true}

// measured takes a unit: so many of it are how much there is.
func (s *scanner) measured(n float64) bool {
	at := s.i
	if s.i < len(s.all) && fills[s.all[s.i].key] {
		s.i++
	}
	if s.i < len(s.all) && !s.all[s.i].mark && !s.all[s.i].number {
		word := s.all[s.i].raw
		if word == "fl" || word == "fluid" {
			if two := s.key(1); two == "oz" || two == "ounce" {
				word = "fl oz"
				s.i++
			}
		}
		if a, ok := unit.AmountOf(n, word, s.system); ok {
			s.said.Amount.Each = a
			s.i++
			s.contained()
			return true
		}
	}
	s.i = at
	return false
}

// contained takes a container that an amount is counted in: "2 bags", "400 g tins of", "3 tins (400 g)".
func (s *scanner) contained() {
	at := s.i
	if s.i < len(s.all) && s.all[s.i].raw == ")" { // "1 (400 g) tin"
		s.i++
	}
	if s.i < len(s.all) && fills[s.all[s.i].key] {
		s.i++
	}
	for n := 1; n <= 2 && s.i+n <= len(s.all); n++ {
		key := s.all[s.i].key
		if n == 2 {
			key += " " + s.all[s.i+1].key
		}
		for _, x := range terms()[key] {
			if x.class != container || !s.countsIn(n) {
				continue
			}
			s.said.Amount.In = x.is
			s.i += n
			s.bracketed()
			return
		}
	}
	s.i = at
}

// countsIn reports whether the container that begins here is one: before "of" or at the end it is, else only by a word
// that names nothing else there ("2 bags rice", "a tin soldier").
func (s *scanner) countsIn(words int) bool {
	next := s.i + words
	if next >= len(s.all) {
		return s.side == after || s.plural(words) || s.said.Amount.Each.Known() && s.all[s.i].raw != "glass"
	}
	if s.all[next].key == "of" || s.all[next].mark {
		return true
	}
	return s.plural(words)
}

// plural reports whether the container is written as several, or by a word that is nothing else.
func (s *scanner) plural(words int) bool {
	raw := s.all[s.i+words-1].raw
	return raw != "glass" && strings.HasSuffix(raw, "s") || onlyContains[raw]
}

// onlyContains are words that name no material that a thing could be of.
var onlyContains = map[string]bool{"packet": true, "pkt": true, "pack": true, "sachet": true, "bag": true, "jar": true,
	"tub": true, "carton": true, "punnet": true, "handful": true, "pinch": true, "scoop": true, "spoonful": true,
	"slice": true, "sprig": true, "bottle": true, "bunch": true}

// bracketed takes the size that is written behind a container: "2 tins (400 g each)".
func (s *scanner) bracketed() {
	if s.i+2 >= len(s.all) || s.all[s.i].raw != "(" {
		return
	}
	at := s.i
	s.i++
	n, ok := s.count()
	if !ok || s.i >= len(s.all) {
		s.i = at
		return
	}
	a, ok := unit.AmountOf(n, s.all[s.i].raw, s.system)
	if !ok {
		s.i = at
		return
	}
	s.said.Amount.Each = a
	s.i++
	s.word("each")
	if s.i < len(s.all) && s.all[s.i].raw == ")" {
		s.i++
	}
}

// sized takes a length: "60 mm", "5 cm long", "30 x 20 mm" (the longest counts), "one inch".
func (s *scanner) sized(n float64) bool {
	at := s.i
	for s.i < len(s.all) && s.all[s.i].key == "x" {
		s.i++
		more, ok := s.count()
		if !ok {
			s.i = at
			return false
		}
		n = max(n, more)
	}
	if s.i >= len(s.all) || s.all[s.i].mark || s.all[s.i].number {
		s.i = at
		return false
	}
	mm, ok := lengths[s.all[s.i].key]
	if !ok || s.all[s.i].key == "in" && s.key(1) != "" {
		s.i = at
		return false
	}
	s.i++
	for s.i < len(s.all) && lengthWords[s.all[s.i].key] {
		s.i++
	}
	s.said.Length = unit.Known(unit.Millimetres(n * mm))
	return true
}

// percent reports whether a share comes next, which is no amount.
func (s *scanner) percent() bool { return s.i < len(s.all) && s.all[s.i].raw == "%" }
