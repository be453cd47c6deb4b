// Package scale measures a mix out for a need: in exact grams, in the scoops that a room owns, in pots, and on cards
// from which children count.
package scale

import (
	"fmt"
	"math"

	"emblo/core/recipe"
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
	Line  recipe.Line
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
	Recipe  recipe.Recipe
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

// For finds a batch that makes at least the need and has every ingredient within its
// tolerance, at a scale of at most Allowance above the need, that can be measured with the
// set in the fewest movements; of those, one that misses the ratio least among the scales
// looked at. It fails when the need is not above 0 and at most MaxBatch, or when nothing of
// the recipe can be weighed.
//
// That no scale in the range takes fewer movements is proven to a width of 0.001 % of the
// scale; see measurer.
func For(r recipe.Recipe, need unit.Mass, set unit.MeasureSet) (Batch, error) {
	switch {
	case !(need.Grams() > 0 && need.Grams() <= MaxBatch.Grams()):
		return Batch{}, fmt.Errorf("a batch is above 0 g and at most %s", MaxBatch)
	case !(r.Made().Grams() > 0) || len(r.Lines) > recipe.MaxLines:
		return Batch{}, fmt.Errorf("%s has no amounts to scale", r.Name)
	}
	m := newMeasurer(r, set)
	least := need.Over(r.Made())
	factor, t := m.solve(least, least*(1+Allowance), need.Grams()/(1-r.Loss))
	b := m.batch(r, factor)
	b.Need, b.Enough = need, !t.short
	return b, nil
}

// UpTo measures a recipe at a scale of at most so many base batches, and at least that less a share, at which
// no ingredient takes more than there is of it, in the fewest movements; there says how much that is, and
// whether anybody knows.
func UpTo(r recipe.Recipe, factor, share float64, there func(*recipe.Line) (most unit.Mass, known bool),
	set unit.MeasureSet) Batch {
	m := newMeasurer(r, set)
	for i := range r.Lines {
		if most, known := there(&r.Lines[i]); known {
			m.limit(i, most)
		}
	}
	least := factor * (1 - share)
	at, t := m.solve(least, factor, r.Mixed().Grams()*least)
	b := m.batch(r, at)
	b.Need, b.Enough = r.Made().Times(least), !t.short
	return b
}

// batch measures every ingredient at a scale.
func (m *measurer) batch(r recipe.Recipe, factor float64) Batch {
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
			a.Within = !Surely(tolerance(&l), math.Abs(a.Off)) && !Surely(m.lines[i].most, scooped)
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
func tolerance(l *recipe.Line) float64 {
	if l.Strong {
		return StrongTolerance
	}
	return Tolerance
}

// Needed returns how much of an ingredient there must be: what is weighed or what is scooped,
// whichever is more.
func (a *Measured) Needed() unit.Mass {
	if a.Scooped.Grams() > a.Exact.Grams() {
		return a.Scooped
	}
	return a.Exact
}
