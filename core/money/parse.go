package money

import (
	"errors"
	"fmt"
	"slices"
	"strings"
)

// mostCoins is the largest price that is read: anything above is a slip.
const mostCoins = 1_000_000

// Digits returns how many digits a currency has after the point: two but for those that have none or
// three (ISO 4217, quoted from memory).
func Digits(currency string) int {
	switch {
	case slices.Contains(strings.Fields("BIF CLP DJF GNF ISK JPY KMF KRW PYG RWF UGX UYI VND VUV XAF XOF XPF"),
		currency):
		return 0
	case slices.Contains(strings.Fields("BHD IQD JOD KWD LYD OMR TND"), currency):
		return 3
	}
	return 2
}

// Parse reads a price as people type it, with a point or a comma before so many digits: 3.65, 3,65,
// 4, 1,234.50. What may be read in two ways is refused: an error is a clause.
func Parse(text string, digits int) (Coins, error) {
	typed := strings.TrimSpace(text)
	whole, rest := typed, ""
	if at := strings.LastIndexAny(typed, ".,"); at >= 0 {
		if after := typed[at+1:]; len(after) <= max(digits, 1) || strings.ContainsRune(typed[:at], rune(typed[at])) &&
			len(after) != 3 {
			whole, rest = typed[:at], after
		}
	}
	bad := fmt.Errorf("%q is not a price such as 3.65", typed)
	if whole == "" || len(rest) > digits || strings.HasSuffix(typed, ".") || strings.HasSuffix(typed, ",") {
		return 0, bad
	}
	number, err := grouped(whole, rest != "")
	if err != nil {
		return 0, fmt.Errorf("%q: %w", typed, err)
	}
	for len(rest) < digits {
		rest += "0"
	}
	coins := Coins(0)
	for _, r := range number + rest {
		if r < '0' || r > '9' {
			return 0, bad
		}
		if coins = coins*10 + Coins(r-'0'); coins > mostCoins {
			return 0, fmt.Errorf("%q is more than a price here can be", typed)
		}
	}
	return coins, nil
}

// grouped reads the digits before the point: plain, or in groups of three by one separator.
func grouped(whole string, pointed bool) (string, error) {
	if !strings.ContainsAny(whole, ".,") {
		return whole, nil
	}
	if strings.Contains(whole, ".") && strings.Contains(whole, ",") {
		return "", errors.New("its points and commas do not go together")
	}
	groups := strings.FieldsFunc(whole, func(r rune) bool { return r == '.' || r == ',' })
	for i, g := range groups {
		if len(g) != 3 && (i > 0 || len(g) > 3) {
			return "", errors.New("its points and commas do not go together")
		}
	}
	if !pointed && len(groups) == 2 {
		return "", errors.New("it may be thousands or a part: write it with two digits after the point")
	}
	return strings.Join(groups, ""), nil
}

// Text writes coins as a number with so many digits after a point.
func (c Coins) Text(digits int) string {
	text := fmt.Sprintf("%0*d", digits+1, int64(c))
	if digits == 0 {
		return text
	}
	return text[:len(text)-digits] + "." + text[len(text)-digits:]
}
