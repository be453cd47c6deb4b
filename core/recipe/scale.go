package recipe

import (
	"fmt"
	"math"

	"emblo/core/unit"
)

// Tolerances on an ingredient's share of the mix when it is measured in scoops, and the
// most that a batch may be larger than needed to make the scoops come out even.
const (
	Tolerance       = 0.04 // common practice
	StrongTolerance = 0.08 // salt, acid, colour; common practice
	Allowance       = 0.10
)

// Limits on what is scaled for: a slip of the keyboard is refused by name.
const (
	MinPortion = 1.0    // g
	MaxPortion = 2000.0 // g
)

// Amount is one ingredient of a scaled batch.
type Amount struct {
	Line  Line
	Exact unit.Mass // for the batch scale chosen
	// Scoops measures the ingredient with what the room owns, largest first. It is nil
	// when the weight of a cup of it is not known: weigh it then.
	Scoops []Scoop
	// Off is the share by which the scoops miss Exact, negative when under.
	Off float64
	// Within is false when no scoops of the set come within the tolerance; the closest
	// are given, and the grams should be weighed.
	Within bool
}

// Scoop is a number of level fillings of one measure.
type Scoop struct {
	Measure unit.Measure
	Count   int
}

// Batch is a recipe scaled for a need.
type Batch struct {
	Recipe  Recipe
	Need    unit.Mass // what the children are to have in all
	Factor  float64   // base batches
	Mixed   unit.Mass // as measured in scoops, or exactly where there are none
	Made    unit.Mass // after the loss; never under Need
	Amounts []Amount
	// Movements is the number of level fillings of the whole batch.
	Movements int
}

// Scale finds a batch of at least the need, at most Allowance above it, that can be
// measured with the set in the fewest movements within tolerance; at a tie the one that
// misses the ratio least, then the smaller one. It fails when portion or children are
// outside what a kitchen makes.
//
// Batch scales are tried in steps of a quarter of a percent. For each, every ingredient's
// fewest scoops are found by branch and bound (fewestScoops), so the answer is optimal
// for the scale; the joint optimum over all scales is only as fine as the steps.
func Scale(r Recipe, children int, portion unit.Mass, set unit.MeasureSet) (Batch, error) {
	switch {
	case children < 1:
		return Batch{}, fmt.Errorf("there must be at least 1 child to scale for")
	case !(portion.Grams() >= MinPortion && portion.Grams() <= MaxPortion):
		return Batch{}, fmt.Errorf("a portion must be between %g and %g g", MinPortion, MaxPortion)
	}
	need := portion.Times(float64(children))
	least := need.Over(r.Made())
	best := measured(r, need, least, set)
	for k := least * 1.0025; k <= least*(1+Allowance); k += least * 0.0025 {
		if b := measured(r, need, k, set); b.better(best) {
			best = b
		}
	}
	return best, nil
}

// better prefers a batch that is enough, then one within tolerance throughout, then
// fewer movements, then the smaller worst miss. A clear gain is asked for a larger miss.
func (b Batch) better(c Batch) bool {
	short := func(x Batch) bool { return x.Made.Grams() < x.Need.Grams()-1e-9 }
	if short(b) != short(c) {
		return !short(b)
	}
	bo, bm := b.worstMiss()
	co, cm := c.worstMiss()
	if bo != co {
		return bo < co
	}
	if b.Movements != c.Movements {
		return b.Movements < c.Movements
	}
	return bm < cm-1e-9
}

// worstMiss counts the ingredients out of tolerance and returns the largest miss.
func (b Batch) worstMiss() (out int, miss float64) {
	for _, a := range b.Amounts {
		if !a.Within {
			out++
		}
		miss = math.Max(miss, math.Abs(a.Off))
	}
	return out, miss
}

// measured scales r by factor and measures each ingredient with the set.
func measured(r Recipe, need unit.Mass, factor float64, set unit.MeasureSet) Batch {
	b := Batch{Recipe: r, Need: need, Factor: factor, Amounts: make([]Amount, len(r.Lines))}
	for i, l := range r.Lines {
		a := Amount{Line: l, Exact: l.Mass.Times(factor), Within: true}
		mass := a.Exact
		if v, ok := l.Item.Density.VolumeOf(a.Exact); ok {
			tolerance := Tolerance
			if l.Strong {
				tolerance = StrongTolerance
			}
			counts := fewestScoops(v.Millilitres(), tolerance, set)
			var scooped unit.Volume
			for j, n := range counts {
				if n > 0 {
					a.Scoops = append(a.Scoops, Scoop{set.At(j), n})
					scooped = scooped.Plus(set.At(j).Volume().Times(float64(n)))
					b.Movements += n
				}
			}
			a.Off = scooped.Over(v) - 1
			a.Within = math.Abs(a.Off) <= tolerance+1e-9
			mass = l.Item.Density.MassOf(scooped)
		}
		b.Mixed = b.Mixed.Plus(mass)
		b.Amounts[i] = a
	}
	b.Made = b.Mixed.Times(1 - r.Loss)
	return b
}
