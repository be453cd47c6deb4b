package unit

import (
	"fmt"
	"math"
	"strconv"
	"strings"
	"unicode"
)

// largest is the biggest number accepted from a keyboard; anything above is a slip.
const largest = 1e6

// ParseError says what in a typed amount could not be read, and why, in a sentence.
type ParseError struct {
	Input  string // the whole text as typed
	Reason string // a plain clause, naming the word at fault
}

// Error returns the reason with the input quoted.
func (e *ParseError) Error() string { return fmt.Sprintf("%q: %s", e.Input, e.Reason) }

// Parse reads an amount as people type it: "1 1/2 cups", "1½ c", "2 tbsp + 1 tsp",
// "250 g", "0,5 l", "a pinch". Cups, spoons and pints are those of the system s.
//
// Every failure is a *ParseError: an empty text, no number or no unit, an unknown word,
// a zero denominator, a negative or zero amount, a number over a million, a comma that
// could be either a decimal or a thousands mark, or masses added to volumes.
func Parse(text string, s System) (Amount, error) {
	fail := func(format string, args ...any) (Amount, error) {
		return Amount{}, &ParseError{Input: text, Reason: fmt.Sprintf(format, args...)}
	}
	if len(text) > 200 {
		return Amount{}, &ParseError{Input: text[:20] + "…", Reason: "is too long for an amount"}
	}
	if strings.TrimSpace(text) == "" {
		return fail("type an amount, such as 2 cups or 250 g")
	}
	var sum Amount
	for _, term := range strings.Split(strings.ReplaceAll(strings.ToLower(text), " and ", " + "), "+") {
		n, word, err := parseTerm(term)
		if err != nil {
			return fail("%s", err)
		}
		q, ok := amountOf(n, word, s)
		switch {
		case word == "":
			return fail("has no unit: add g, mL, cups, tbsp or tsp")
		case !ok:
			return fail("%q is not a measure Emblo knows", word)
		case n <= 0:
			return fail("an amount must be more than zero")
		case sum.Known() && sum.by != q.by:
			return fail("adds a weight to a volume; use one kind")
		}
		sum = Of(sum.n+q.n, q.by)
	}
	return sum, nil
}

// MustParse is Parse that panics, for tests with hard-coded strings.
func MustParse(text string, s System) Amount {
	q, err := Parse(text, s)
	if err != nil {
		panic(err)
	}
	return q
}

// ParseNumber reads a count or a fraction: "3", "1 1/2", "1½", "0,5", "3/4".
// Errors say what was wrong as a clause, without the input.
func ParseNumber(text string) (float64, error) {
	n, rest, err := parseTerm(text)
	if err != nil {
		return 0, err
	}
	if rest != "" {
		return 0, fmt.Errorf("%q is not part of a number", rest)
	}
	return n, nil
}

// parseTerm splits "1 1/2 cups" into 1.5 and "cups".
func parseTerm(term string) (n float64, word string, err error) {
	fields := strings.Fields(spaceOut(term))
	used := 0
	for _, f := range fields {
		v, isNumber, err := numberOf(f, used)
		if err != nil {
			return 0, "", err
		}
		if !isNumber {
			break
		}
		if used > 0 && (v >= 1 || v == 0 || n != math.Trunc(n)) {
			return 0, "", fmt.Errorf("%q is two numbers; write one, such as 1 1/2", strings.TrimSpace(term))
		}
		n += v
		used++
	}
	if used == 0 {
		return 0, "", fmt.Errorf("%q does not start with a number", strings.TrimSpace(term))
	}
	if n > largest {
		return 0, "", fmt.Errorf("%s is more than a kitchen has", strconv.FormatFloat(n, 'f', -1, 64))
	}
	word = strings.TrimPrefix(strings.Join(fields[used:], " "), "a ") // "half a cup"
	return n, word, nil
}

// spaceOut sets spaces around vulgar fractions and between a number and its unit, and
// turns the fraction slash of typesetters into a plain one.
func spaceOut(s string) string {
	var b strings.Builder
	var last rune
	for _, r := range s {
		if r == '⁄' || r == '∕' {
			r = '/'
		}
		isVulgar := vulgarValue(r) > 0
		startsUnit := unicode.IsLetter(r) && (unicode.IsDigit(last) || last == '.')
		if isVulgar || startsUnit {
			b.WriteByte(' ')
		}
		b.WriteRune(r)
		if isVulgar {
			b.WriteByte(' ')
		}
		last = r
	}
	return b.String()
}

func vulgarValue(r rune) float64 {
	for _, v := range vulgar {
		if v.glyph == r {
			return float64(v.n) / float64(v.d)
		}
	}
	return 0
}

// numberOf reads one field as a number. The words "a" and "an" count as one, "half" as a
// half, and only when no number came before them (used is 0).
func numberOf(f string, used int) (v float64, isNumber bool, err error) {
	if r := []rune(f); len(r) == 1 && vulgarValue(r[0]) > 0 {
		return vulgarValue(r[0]), true, nil
	}
	switch f {
	case "a", "an":
		return 1, used == 0, nil
	case "half":
		return 0.5, used == 0, nil
	}
	if !strings.ContainsRune("0123456789.,-", rune(f[0])) {
		return 0, false, nil
	}
	if strings.HasPrefix(f, "-") {
		return 0, false, fmt.Errorf("%q is negative", f)
	}
	if strings.ContainsAny(f, "-–") {
		return 0, false, fmt.Errorf("%q is a range; write one amount", f)
	}
	if top, bottom, isFraction := strings.Cut(f, "/"); isFraction {
		v, err = fractionOf(f, top, bottom)
		return v, err == nil, err
	}
	v, err = decimalOf(f)
	return v, err == nil, err
}

func fractionOf(f, top, bottom string) (float64, error) {
	n, errN := strconv.ParseUint(top, 10, 32)
	d, errD := strconv.ParseUint(bottom, 10, 32)
	switch {
	case errN != nil || errD != nil:
		return 0, fmt.Errorf("%q is not a fraction", f)
	case d == 0:
		return 0, fmt.Errorf("%q divides by zero", f)
	}
	return float64(n) / float64(d), nil
}

// decimalOf reads a number with a point or a comma, unless that may part thousands.
func decimalOf(f string) (float64, error) {
	if whole, frac, hasComma := strings.Cut(f, ","); hasComma {
		if len(frac) == 3 && strings.Trim(whole, "0") != "" {
			return 0, fmt.Errorf("%q could be %s%s or %s.%s; leave out the comma", f, whole, frac, whole, frac)
		}
		f = whole + "." + frac
	}
	if whole, frac, hasPoint := strings.Cut(f, "."); hasPoint && len(frac) == 3 && !strings.Contains(frac, ".") &&
		strings.Trim(whole, "0") != "" && len(whole) <= 3 {
		return 0, fmt.Errorf("%q could be %s%s or %s.%s; leave out the point", f, whole, frac, whole,
			strings.TrimRight(frac, "0"))
	}
	for _, r := range f {
		if r != '.' && !unicode.IsDigit(r) {
			return 0, fmt.Errorf("%q is not a number", f)
		}
	}
	v, err := strconv.ParseFloat(f, 64)
	if err != nil || math.IsInf(v, 0) {
		return 0, fmt.Errorf("%q is not a number", f)
	}
	return v, nil
}

// amountOf returns n of the unit that word names. It stays whole: one case a unit.
func amountOf(n float64, word string, s System) (Amount, bool) {
	word = strings.TrimSuffix(strings.TrimSuffix(word, " of"), ".")
	vol := func(one Volume) (Amount, bool) { return OfVolume(one.Times(n)), true }
	switch word {
	case "g", "gram", "grams", "gramme", "grammes":
		return OfMass(Grams(n)), true
	case "kg", "kilo", "kilos", "kilogram", "kilograms":
		return OfMass(Kilograms(n)), true
	case "mg", "milligram", "milligrams":
		return OfMass(Grams(n / 1000)), true
	case "oz", "ounce", "ounces":
		return OfMass(Ounces(n)), true
	case "lb", "lbs", "pound", "pounds":
		return OfMass(Pounds(n)), true
	case "ml", "millilitre", "millilitres", "milliliter", "milliliters":
		return vol(Millilitres(1))
	case "cl", "centilitre", "centilitres", "centiliter", "centiliters":
		return vol(Millilitres(10))
	case "dl", "decilitre", "decilitres", "deciliter", "deciliters":
		return vol(Millilitres(100))
	case "l", "litre", "litres", "liter", "liters":
		return vol(Litres(1))
	case "c", "cup", "cups":
		return vol(cupOf(s))
	case "tbsp", "tbsps", "tbs", "tablespoon", "tablespoons":
		return vol(tbspOf(s))
	case "tsp", "tsps", "teaspoon", "teaspoons":
		return vol(tspOf(s))
	case "dessertspoon", "dessertspoons", "dsp", "dsps":
		return vol(tspOf(s).Times(tspsPerDessertspoon))
	case "drop", "drops":
		return vol(Millilitres(1 / DropsPerML))
	case "pinch", "pinches":
		return vol(tspOf(s).Times(pinchOfTeaspoon))
	case "fl oz", "fluid ounce", "fluid ounces":
		if s == US {
			return vol(Millilitres(mlPerUSFluidOunce))
		}
		return vol(Millilitres(mlPerImperialFlOz))
	case "pt", "pint", "pints":
		if s == US {
			return vol(Millilitres(mlPerUSPint))
		}
		return vol(Millilitres(mlPerImperialPint))
	case "qt", "quart", "quarts":
		if s == US {
			return vol(Millilitres(mlPerUSQuart))
		}
		return vol(Millilitres(2 * mlPerImperialPint))
	}
	return Amount{}, false
}

// AmountOf returns n of the unit that a word names; ok is false for a word that names none. Cups, spoons and pints are
// those of the system s.
func AmountOf(n float64, word string, s System) (a Amount, ok bool) { return amountOf(n, word, s) }

// Cut reads the amount that a line begins with, as people write ingredients, and returns
// what follows it: "2 tbsp + 1 tsp oil" is 3 1/3 tablespoons and "oil". ok is false when
// the line does not begin with an amount that Parse reads.
func Cut(line string, s System) (q Amount, rest string, ok bool) {
	const most = 8 // words of an amount, such as 1 1/2 fl oz + 2 tsp
	ends := wordEnds(line, most)
	for i := len(ends) - 1; i >= 0; i-- {
		if q, err := Parse(line[:ends[i]], s); err == nil {
			rest = strings.TrimSpace(line[ends[i]:])
			return q, strings.TrimSpace(strings.TrimPrefix(rest, "of ")), true
		}
	}
	return Amount{}, line, false
}

// wordEnds returns where the first words of a line end, at most so many.
func wordEnds(line string, most int) []int {
	var ends []int
	inWord := false
	for i, r := range line {
		if unicode.IsSpace(r) {
			if inWord {
				ends = append(ends, i)
				if len(ends) == most {
					return ends
				}
			}
			inWord = false
		} else {
			inWord = true
		}
	}
	if inWord {
		ends = append(ends, len(line))
	}
	return ends
}
