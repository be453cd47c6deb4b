package material

import (
	"fmt"
	"slices"
	"strings"

	"emblo/core/say"
)

// Feel is what a material is like to the senses, on six axes. It is for choosing and
// swapping and never decides a verdict. The zero value is "not described".
type Feel struct{ axes [6]uint8 }

// Axis is one side of a feel.
type Axis uint8

// The axes.
const (
	Wetness Axis = iota
	GrainSize
	Noise
	Weight
	Stickiness
	Scentedness
)

// feelWords are the steps of each axis from least to most. No word stands on two axes, so
// a feel reads in any order. Step 0 of the array is "not described".
var feelWords = [6][]string{
	{"", "dry", "damp", "wet"},
	{"", "smooth", "fine", "coarse", "chunky"},
	{"", "quiet", "rustling", "loud"},
	{"", "light", "medium", "heavy"},
	{"", "clean", "tacky", "sticky"},
	{"", "unscented", "mild", "strong"},
}

// FeelWords returns the steps of every axis, one axis after another, from least to most.
func FeelWords() []string { return slices.Concat(feelWords[:]...) }

// axisWeight says how much one step on an axis changes the play (convention: wet for dry
// is another activity, a stronger scent hardly is).
var axisWeight = [6]int{4, 2, 1, 1, 3, 1}

// ParseFeel reads words such as "dry fine rustling heavy clean unscented", in any order
// and not necessarily all six. It fails on a word of no axis and on two of one.
func ParseFeel(text string) (f Feel, err error) {
words:
	for _, w := range strings.Fields(strings.ToLower(text)) {
		for axis, steps := range feelWords {
			for i, step := range steps {
				if step != w || i == 0 {
					continue
				}
				if f.axes[axis] != 0 {
					return Feel{}, fmt.Errorf("%q and %q are the same side of a feel", steps[f.axes[axis]], w)
				}
				f.axes[axis] = uint8(i)
				continue words
			}
		}
		return Feel{}, fmt.Errorf("%q is not a feel Emblo knows", w)
	}
	return f, nil
}

// Known reports whether anything of the feel is described.
func (f Feel) Known() bool { return f != Feel{} }

// On returns the word on one axis, "" when it is not described.
func (f Feel) On(a Axis) string { return feelWords[a][f.axes[a]] }

// Words returns the described words in the order of the axes.
func (f Feel) Words() []string {
	var words []string
	for a := range feelWords {
		if w := f.On(Axis(a)); w != "" {
			words = append(words, w)
		}
	}
	return words
}

// String joins the words with spaces: what ParseFeel reads.
func (f Feel) String() string { return strings.Join(f.Words(), " ") }

// Distance says how differently two things feel: 0 for alike. An axis that one of them
// does not describe counts as one step.
func (f Feel) Distance(g Feel) int {
	d := 0
	for a := range f.axes {
		x, y := int(f.axes[a]), int(g.axes[a])
		switch {
		case x == y:
		case x == 0 || y == 0:
			d += axisWeight[a]
		default:
			d += axisWeight[a] * max(x-y, y-x)
		}
	}
	return d
}

// Changes says what feels different with g in place of f: "wet, not dry".
func (f Feel) Changes(g Feel) []say.Text {
	var changes []say.Text
	for a := range f.axes {
		was, is := f.On(Axis(a)), g.On(Axis(a))
		if was != is && was != "" && is != "" {
			changes = append(changes, say.F("{is}, not {was}", say.Text(is), say.Text(was)))
		}
	}
	return changes
}
