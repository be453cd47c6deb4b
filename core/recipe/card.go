package recipe

import (
	"math"

	"emblo/core/unit"
)

// Card is the same amount in one small measure, for a child to count.
type Card struct {
	Measure unit.Measure
	Count   int
	Off     float64 // share by which it misses, negative when under
}

// Limits on what a child counts (common practice: to twenty) and fills (half a cup).
const (
	maxCounted   = 20
	largestSmall = 130.0 // mL
)

// CountingCard returns the amount in one measure of the set: the largest that small hands
// fill of which 2 to 20 come within the ingredient's tolerance. ok is false when there is
// none, or when the ingredient must be weighed.
func (a Amount) CountingCard(set unit.MeasureSet) (c Card, ok bool) {
	v, known := a.Line.Item.Density.VolumeOf(a.Exact)
	if !known {
		return c, false
	}
	for i := range set.Len() {
		m := set.At(i)
		if m.Volume().Millilitres() > largestSmall {
			continue
		}
		n := math.Round(v.Over(m.Volume()))
		off := m.Volume().Times(n).Over(v) - 1
		if n >= 2 && n <= maxCounted && math.Abs(off) <= a.Line.tolerance()+1e-9 {
			return Card{m, int(n), off}, true
		}
	}
	return c, false
}

// ExtraMeasure returns the one measure, not in the set, with which the same need could be
// scooped within tolerance throughout in the fewest movements. ok is false when the set
// does already, or when no one measure helps.
func ExtraMeasure(r Recipe, need unit.Mass, set unit.MeasureSet) (best unit.Measure, ok bool) {
	b, err := Scale(r, need, set)
	if err != nil || b.Within() {
		return best, false
	}
	owned := make([]unit.Measure, set.Len())
	for i := range owned {
		owned[i] = set.At(i)
	}
	fewest := math.MaxInt
	for _, m := range unit.Sold(set.System()) {
		with, err := Scale(r, need, unit.NewMeasureSet(set.System(), append(owned[:len(owned):len(owned)], m)...))
		if err == nil && with.Within() && with.Enough && with.Movements < fewest {
			best, fewest, ok = m, with.Movements, true
		}
	}
	return best, ok
}
