package room

import (
	"fmt"
	"slices"
	"strings"
)

// Custom is something that a family keeps from, for faith or habit. It is noted with what is
// planned and never decides a verdict: the family does.
type Custom string

// The customs that can be noted.
const (
	Gelatine Custom = "gelatine"
	Alcohol  Custom = "alcohol"
	HoneyToo Custom = "honey"
	Meat     Custom = "meat"
	FoodPlay Custom = "playing with food"
)

var customs = []Custom{Gelatine, Alcohol, HoneyToo, Meat, FoodPlay}

// Customs returns every custom that can be noted.
func Customs() []Custom { return slices.Clone(customs) }

// ParseCustom reads the word for a custom.
func ParseCustom(word string) (Custom, error) {
	if c := Custom(word); slices.Contains(customs, c) {
		return c, nil
	}
	words := make([]string, len(customs))
	for i, c := range customs {
		words[i] = string(c)
	}
	return "", fmt.Errorf("%q is not among %s", word, strings.Join(words, ", "))
}
