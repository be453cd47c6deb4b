package material

import (
	"fmt"
	"strings"
)

// Part is what a thing is in a set-up: where it stands in the plan, and what children do
// with it. A swap keeps the part.
type Part string

// The parts. The first five say where a thing stands in a plan, the others what it is
// for in the hands.
const (
	Filler     Part = "filler"     // scooped and poured, by volume
	Find       Part = "find"       // loose part to find, by count
	Tool       Part = "tool"       // scoop, cutter, dropper
	Ingredient Part = "ingredient" // goes into a mix, by mass
	Vessel     Part = "vessel"     // holds the set-up

	Squeeze Part = "squeeze"
	Thread  Part = "thread"
	Pour    Part = "pour"
	Float   Part = "float"
	Scent   Part = "scent"
	Colour  Part = "colour"
	Sound   Part = "sound"
	Sparkle Part = "sparkle"
	// SortInto is a cup or a bowl, of which there are several, that things are sorted into.
	SortInto Part = "sort-into"
)

var parts = []Part{Filler, Find, Tool, Ingredient, Vessel, Squeeze, Thread, Pour, Float, Scent, Colour, Sound, Sparkle,
	SortInto}

// Parts returns every part in display order.
func Parts() []Part { return append([]Part(nil), parts...) }

// ParsePart reads the word for a part.
func ParsePart(word string) (Part, error) {
	for _, p := range parts {
		if string(p) == strings.ToLower(strings.TrimSpace(word)) {
			return p, nil
		}
	}
	return "", fmt.Errorf("%q is not a part a thing can play", word)
}
