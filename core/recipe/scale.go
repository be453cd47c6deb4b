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

// DefaultPortion is what one child of the given months has of a mix unless somebody says
// otherwise: 80 g from 1 to 2 years, 120 g from 3 to 5, 150 g older (common practice).
func DefaultPortion(months int) unit.Mass {
	switch {
	case months < 36:
		return unit.Grams(80)
	case months < 72:
		return unit.Grams(120)
	}
	return unit.Grams(150)
}

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
	search := newScaleSearch(r, need, set)
	factor, best := least, search.try(least)
	for k := least * 1.0025; k <= least*(1+Allowance); k += least * 0.0025 {
		if t := search.try(k); t.better(best) {
			factor, best = k, t
		}
	}
	return measured(r, need, factor, set), nil
}

// trial is what decides between two batch scales.
type trial struct {
	short     bool    // less made than needed
	out       int     // ingredients out of tolerance
	movements int     // level fillings
	miss      float64 // the largest share by which an ingredient is off
}

// better prefers a batch that is enough, then one within tolerance throughout, then
// fewer movements, then the smaller worst miss. A clear gain is asked for a larger miss.
func (t trial) better(u trial) bool {
	switch {
	case t.short != u.short:
		return !t.short
	case t.out != u.out:
		return t.out < u.out
	case t.movements != u.movements:
		return t.movements < u.movements
	}
	return t.miss < u.miss-1e-9
}

// scaleSearch tries batch scales without making the batches.
type scaleSearch struct {
	need, keeps float64 // grams needed; share left after the loss
	lines       []scaleLine
	scoops      scoopSearch
}

type scaleLine struct {
	grams, ml, density, tolerance float64 // of one base batch; ml is 0 where it must be weighed
}

func newScaleSearch(r Recipe, need unit.Mass, set unit.MeasureSet) *scaleSearch {
	s := &scaleSearch{need: need.Grams(), keeps: 1 - r.Loss, lines: make([]scaleLine, len(r.Lines)), scoops: newScoopSearch(set)}
	for i := range r.Lines {
		l := &r.Lines[i]
		s.lines[i] = scaleLine{grams: l.Mass.Grams(), density: l.Item.Density.GramsPerMillilitre(), tolerance: l.tolerance()}
		if v, ok := l.Item.Density.VolumeOf(l.Mass); ok {
			s.lines[i].ml = v.Millilitres()
		}
	}
	return s
}

func (s *scaleSearch) try(factor float64) (t trial) {
	mixed := 0.0
	for i := range s.lines {
		l := &s.lines[i]
		if l.ml == 0 || s.scoops.n == 0 {
			mixed += l.grams * factor
			continue
		}
		ml := l.ml * factor
		counts := s.scoops.fewest(ml, l.tolerance)
		scooped := 0.0
		for j, n := range counts[:s.scoops.n] {
			t.movements += n
			scooped += float64(n) * s.scoops.volume[j]
		}
		off := math.Abs(scooped/ml - 1)
		if off > l.tolerance+1e-9 {
			t.out++
		}
		t.miss = math.Max(t.miss, off)
		mixed += scooped * l.density
	}
	t.short = mixed*s.keeps < s.need-1e-9
	return t
}

// tolerance is the share by which scoops of the ingredient may miss its exact amount.
func (l *Line) tolerance() float64 {
	if l.Strong {
		return StrongTolerance
	}
	return Tolerance
}

// measured scales r by factor and measures each ingredient with the set.
func measured(r Recipe, need unit.Mass, factor float64, set unit.MeasureSet) Batch {
	b := Batch{Recipe: r, Need: need, Factor: factor, Amounts: make([]Amount, len(r.Lines))}
	for i, l := range r.Lines {
		a := Amount{Line: l, Exact: l.Mass.Times(factor), Within: true}
		mass := a.Exact
		if v, ok := l.Item.Density.VolumeOf(a.Exact); ok {
			tolerance := l.tolerance()
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
