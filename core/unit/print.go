package unit

import (
	"math"
	"strconv"
	"strings"
)

// vulgar maps the fractions found on kitchen measures to their one-character form.
var vulgar = []struct {
	n, d  int
	glyph rune
}{
	{1, 2, '½'}, {1, 3, '⅓'}, {2, 3, '⅔'}, {1, 4, '¼'}, {3, 4, '¾'},
	{1, 8, '⅛'}, {3, 8, '⅜'}, {5, 8, '⅝'}, {7, 8, '⅞'}, {1, 6, '⅙'}, {5, 6, '⅚'},
}

// Fraction prints x as a cook reads it: a whole number, a kitchen fraction with
// denominator 2, 3, 4, 6 or 8, or both, as in "1½". The nearest such number is printed
// (the smaller at a tie) and off is what was left out: x minus what is printed. NaN, an
// infinity or a negative x prints as a plain decimal with off 0.
func Fraction(x float64) (text string, off float64) {
	if math.IsNaN(x) || math.IsInf(x, 0) || x < 0 || x > 1e9 {
		return strconv.FormatFloat(x, 'g', -1, 64), 0
	}
	whole := math.Floor(x)
	rest := x - whole
	best, glyph := rest, ""
	if 1-rest < best {
		best = rest - 1
	}
	for _, v := range vulgar {
		if d := rest - float64(v.n)/float64(v.d); math.Abs(d) < math.Abs(best) {
			best, glyph = d, string(v.glyph)
		}
	}
	if best < 0 && glyph == "" {
		whole++
	}
	switch {
	case glyph == "":
		return strconv.FormatFloat(whole, 'f', 0, 64), best
	case whole == 0:
		return glyph, best
	default:
		return strconv.FormatFloat(whole, 'f', 0, 64) + glyph, best
	}
}

// decimal prints x with at most prec decimals and no trailing zeros.
func decimal(x float64, prec int) string {
	s := strconv.FormatFloat(x, 'f', prec, 64)
	if strings.Contains(s, ".") {
		s = strings.TrimRight(strings.TrimRight(s, "0"), ".")
	}
	if s == "-0" {
		return "0"
	}
	return s
}
