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

// Measured is one ingredient of a scaled batch, measured out.
type Measured struct {
	Line  Line
	Exact unit.Mass // for the batch scale chosen
	// Scoops measures the ingredient with what the room owns, largest first. It is nil
	// when the weight of a cup of it is not known: weigh it then.
	Scoops []Scoop
	// Scooped is the mass that the scoops hold; Exact where it is to be weighed.
	Scooped unit.Mass
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
	Made    unit.Mass // after the loss; not under Need when Enough
	Enough  bool
	Amounts []Measured
	// Movements is the number of level fillings of the whole batch.
	Movements int
}

// MaxBatch is the largest batch that is scaled for: more is a slip of the keyboard.
var MaxBatch = unit.Kilograms(100)

// Scale finds a batch that makes at least the need and has every ingredient within its
// tolerance, at a scale of at most Allowance above the need, that can be measured with the
// set in the fewest movements; of those, one that misses the ratio least among the scales
// looked at. It fails when the need is not above 0 and at most MaxBatch, or when nothing of
// the recipe can be weighed.
//
// That no scale in the range takes fewer movements is proven to a width of 0.001 % of the
// scale; see measurer.
func Scale(r Recipe, need unit.Mass, set unit.MeasureSet) (Batch, error) {
	switch {
	case !(need.Grams() > 0 && need.Grams() <= MaxBatch.Grams()):
		return Batch{}, fmt.Errorf("a batch is above 0 g and at most %s", MaxBatch)
	case !(r.Made().Grams() > 0) || len(r.Lines) > maxLines:
		return Batch{}, fmt.Errorf("%s has no amounts to scale", r.Name)
	}
	m := newMeasurer(r, set)
	least := need.Over(r.Made())
	factor, t := m.solve(least, least*(1+Allowance), need.Grams()/(1-r.Loss))
	b := m.batch(r, factor)
	b.Need, b.Enough = need, !t.short
	return b, nil
}

// batch measures every ingredient at a scale.
func (m *measurer) batch(r Recipe, factor float64) Batch {
	b := Batch{Recipe: r, Factor: factor, Amounts: make([]Measured, len(r.Lines))}
	counts := make([]scoops, len(r.Lines))
	m.try(factor, factor, counts)
	for i, l := range r.Lines {
		a := Measured{Line: l, Exact: l.Mass().Times(factor), Within: true}
		mass := a.Exact
		if ml := m.lines[i].ml * factor; ml > 0 {
			scooped := m.search.volumeOf(&counts[i])
			for j, n := range counts[i][:m.search.n] {
				if n > 0 {
					a.Scoops = append(a.Scoops, Scoop{m.set.At(j), int(n)})
					b.Movements += int(n)
				}
			}
			a.Off = scooped/ml - 1
			a.Within = !surely(l.tolerance(), math.Abs(a.Off)) && !surely(m.lines[i].most, scooped)
			if a.Within { // otherwise it is to be weighed
				mass = l.Item.Density.MassOf(unit.Millilitres(scooped))
			}
		}
		a.Scooped = mass
		b.Mixed = b.Mixed.Plus(mass)
		b.Amounts[i] = a
	}
	b.Made = b.Mixed.Times(1 - r.Loss)
	return b
}

// Within reports whether the scoops hold every ingredient within its tolerance.
func (b Batch) Within() bool {
	for _, a := range b.Amounts {
		if !a.Within {
			return false
		}
	}
	return true
}

// tolerance is the share by which scoops of the ingredient may miss its exact amount.
func (l *Line) tolerance() float64 {
	if l.Strong {
		return StrongTolerance
	}
	return Tolerance
}
