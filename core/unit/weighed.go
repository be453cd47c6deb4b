package unit

import (
	"fmt"
	"regexp"
	"strings"
)

// Limits of a measure of one's own: a thimble and a bucket (convention).
const (
	leastOwn = 2.0
	mostOwn  = 10_000.0
)

// ownName is a word or a few, so that it can stand in a line of a recipe.
var ownName = regexp.MustCompile(`^\p{L}[\p{L} '-]*\p{L}$`)

// Own returns a measure of one's own, such as the blue glass. It fails, with a clause, for a name
// that cannot stand in a recipe or is a measure already, and for a volume that is none.
func Own(name string, v Volume) (Measure, error) {
	name = strings.Join(strings.Fields(name), " ")
	if len([]rune(name)) > 20 || !ownName.MatchString(name) {
		return Measure{}, fmt.Errorf("a measure of your own is called by a word or two of letters, such as blue glass")
	}
	if _, err := Parse("1 "+name, US); err == nil {
		return Measure{}, fmt.Errorf("%q is a measure already", name)
	}
	if !(v.ml >= leastOwn && v.ml <= mostOwn) {
		return Measure{}, fmt.Errorf("it holds between %g mL and %g L, not %.1f mL", leastOwn, mostOwn/1000, v.ml)
	}
	return Measure{strings.ToLower(name), v}, nil
}

// Weighed returns the measure that was filled once, level, with something of a density, and
// weighed: what is in it gives what it holds. It fails, with a clause, as Own does, for what
// weighs nothing, and for what nobody knows the weight of a cup of.
func Weighed(name string, content Mass, d Density) (Measure, error) {
	if !(content.Grams() > 0) {
		return Measure{}, fmt.Errorf("what is in it weighs nothing: weigh it full and take off what it weighs empty")
	}
	v, known := d.VolumeOf(content)
	if !known {
		return Measure{}, fmt.Errorf("what a cup of that weighs is not known; fill it with water")
	}
	return Own(name, v)
}

// With returns the set with more measures in it.
func (s MeasureSet) With(more ...Measure) MeasureSet {
	return NewMeasureSet(s.system, append(append([]Measure(nil), s.measures...), more...)...)
}
