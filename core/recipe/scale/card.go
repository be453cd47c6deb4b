package scale

import (
	"cmp"
	"math"
	"slices"

	"emblo/core/recipe"
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

// CountingCards returns each amount of the batch in one measure of the set: the largest that
// small hands fill of which 2 to 20 come within the ingredient's tolerance. The count of a
// card is 0 when there is none, or when the ingredient must be weighed. Where the nearest
// counts would leave the batch short, those of the heaviest ingredients are rounded up.
func (b Batch) CountingCards(set unit.MeasureSet) []Card {
	cards := make([]Card, len(b.Amounts))
	var mixed unit.Mass
	mass := func(i int) unit.Mass {
		if cards[i].Count == 0 {
			return b.Amounts[i].Scooped
		}
		return b.Amounts[i].Exact.Times(1 + cards[i].Off)
	}
	order := make([]int, len(cards))
	for i, a := range b.Amounts {
		order[i], cards[i] = i, a.card(set, math.Round)
		mixed = mixed.Plus(mass(i))
	}
	slices.SortFunc(order, func(i, j int) int {
		return cmp.Compare(b.Amounts[j].Exact.Grams(), b.Amounts[i].Exact.Grams())
	})
	for _, i := range order {
		if !lacks(mixed.Grams()*(1-b.Recipe.Loss), b.Need.Grams()) {
			break
		}
		if up := b.Amounts[i].card(set, math.Ceil); up.Count > 0 {
			mixed = mixed.Minus(mass(i))
			cards[i] = up
			mixed = mixed.Plus(mass(i))
		}
	}
	return cards
}

func (a Measured) card(set unit.MeasureSet, round func(float64) float64) (c Card) {
	v, known := a.Line.Item.Density.VolumeOf(a.Exact)
	if !known || v.Millilitres() == 0 {
		return c
	}
	for i := range set.Len() {
		m := set.At(i)
		if m.Volume().Millilitres() > largestSmall {
			continue
		}
		n := round(v.Over(m.Volume()))
		off := m.Volume().Times(n).Over(v) - 1
		if n >= 2 && n <= maxCounted && !Surely(tolerance(&a.Line), math.Abs(off)) {
			return Card{m, int(n), off}
		}
	}
	return c
}

// ExtraMeasure returns the one measure, not in the set, with which the same need could be
// scooped within tolerance throughout in the fewest movements. ok is false when the set
// does already, or when no one measure helps.
func ExtraMeasure(r recipe.Recipe, need unit.Mass, set unit.MeasureSet) (best unit.Measure, ok bool) {
	b, err := For(r, need, set)
	if err != nil || b.Within() {
		return best, false
	}
	owned := make([]unit.Measure, set.Len())
	for i := range owned {
		owned[i] = set.At(i)
	}
	fewest := math.MaxInt
	for _, m := range unit.Sold(set.System()) {
		with, err := For(r, need, unit.NewMeasureSet(set.System(), append(owned[:len(owned):len(owned)], m)...))
		if err == nil && with.Within() && with.Enough && with.Movements < fewest {
			best, fewest, ok = m, with.Movements, true
		}
	}
	return best, ok
}
