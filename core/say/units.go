package say

import (
	"math"
	"regexp"
	"strconv"
	"strings"

	"emblo/core/unit"
)

// Units are the units in which figures are read. The core reckons in metric ones alone.
type Units uint8

// The units.
const (
	Metric Units = iota
	// Customary are those of US kitchens: inches, ounces and pounds, fluid ounces and quarts, and degrees Fahrenheit.
	Customary
)

// UnitNames are what units are called in settings, by Units.
var UnitNames = []string{Metric: "metric", Customary: "us"}

// How pounds and quarts part, by definition.
const (
	ouncesPerLb = 16
	ouncesPerQt = 32
)

// units that are read otherwise where a centre asks, with what one of them is in the smallest.
var unitScale = map[string]struct {
	of   func(n float64) string
	each float64
}{
	"mm": {inches, 1}, "cm": {inches, 10}, "m": {inches, 1000}, "g": {ounces, 1}, "kg": {ounces, 1000},
	"mL": {fluid, 1}, "L": {fluid, 1000}, "°C": {fahrenheit, 1},
}

// rough writes a number to about three figures, without zeros at its end.
func rough(n float64) string {
	places := 2
	switch {
	case math.Abs(n) >= 100:
		places = 0
	case math.Abs(n) >= 10:
		places = 1
	}
	s := strconv.FormatFloat(n, 'f', places, 64)
	if strings.Contains(s, ".") {
		s = strings.TrimRight(strings.TrimRight(s, "0"), ".")
	}
	return s
}

func inches(mm float64) string { return rough(unit.Millimetres(mm).Inches()) + " in" }

// ounces writes a mass as scales there show it: ounces below a pound, then pounds and ounces.
func ounces(g float64) string {
	oz := unit.Grams(g).Ounces()
	if oz < ouncesPerLb-0.05 {
		return rough(oz) + " oz"
	}
	whole := math.Round(oz)
	lb, rest := math.Floor(whole/ouncesPerLb), math.Mod(whole, ouncesPerLb)
	if rest == 0 {
		return rough(lb) + " lb"
	}
	return rough(lb) + " lb " + rough(rest) + " oz"
}

func fluid(ml float64) string {
	oz := unit.Millilitres(ml).USFluidOunces()
	if oz < ouncesPerQt {
		return rough(oz) + " fl oz"
	}
	return rough(oz/ouncesPerQt) + " qt"
}

func fahrenheit(c float64) string { return strconv.Itoa(int(math.Round(c*9/5+32))) + " °F" }

// figures are numbers with a unit after the last of them: "9 × 6 × 4 mm", "40 to 80 °C".
var figures = regexp.MustCompile(`(-?\d+(?:\.\d+)?(?:(?: × | x | to | or )-?\d+(?:\.\d+)?)*) (mm|cm|m|g|kg|mL|L|°C)\b`)

var figure = regexp.MustCompile(`-?\d+(?:\.\d+)?`)

// convert writes figures in the units.
func convert(numbers, in string) string {
	scale := unitScale[in]
	all := figure.FindAllString(numbers, -1)
	last, i := "", 0
	own := figure.ReplaceAllStringFunc(numbers, func(s string) string {
		n, _ := strconv.ParseFloat(s, 64) // as it was matched
		number, of, _ := strings.Cut(scale.of(n*scale.each), " ")
		if i++; i == len(all) {
			last = of
			return number
		}
		if strings.Contains(of, " ") || of != unitOf(scale.of, all, scale.each) {
			return number + " " + of
		}
		return number
	})
	return own + " " + last
}

// unitOf is the unit that the last of the figures is written in.
func unitOf(of func(float64) string, all []string, each float64) string {
	n, _ := strconv.ParseFloat(all[len(all)-1], 64)
	_, in, _ := strings.Cut(of(n*each), " ")
	return in
}

// measured writes a quantity that the core measured: as it writes it, or its figures in the units.
func (u Units) measured(q []string) string {
	if u == Metric || len(q) < 3 {
		return q[0]
	}
	return convert(strings.Join(q[2:], " × "), q[1])
}

// beside writes a sentence in which figures stand, as limits are published: each keeps its unit, with the other beside
// it. What has both already stays.
func (u Units) beside(s string) string {
	if u == Metric || strings.Contains(s, "°F") || strings.Contains(s, " lb") || strings.Contains(s, " in)") {
		return s
	}
	return figures.ReplaceAllStringFunc(s, func(all string) string {
		m := figures.FindStringSubmatch(all)
		return all + " (" + convert(m[1], m[2]) + ")"
	})
}

// follows writes a number that has its unit after it in the sentence, and tells how much of the sentence it took.
func (u Units) follows(part, rest string) (own string, took int, ok bool) {
	if u == Metric || rest == "" || rest[0] != ' ' {
		return "", 0, false
	}
	n, ok := numberOf(part)
	if !ok {
		return "", 0, false
	}
	in, _, _ := strings.Cut(rest[1:], " ")
	in = strings.TrimRight(in, ".,;:)")
	if _, known := unitScale[in]; !known {
		return "", 0, false
	}
	return convert(strconv.FormatFloat(n, 'f', -1, 64), in), 1 + len(in), true
}
