package scale

import (
	"fmt"
	"math"

	"emblo/core/recipe"
	"emblo/core/say"
	"emblo/core/unit"
)

// potShare is how full a pot or bowl may be so that what is in it can be stirred.
const potShare = 2.0 / 3

// MaxPot is the largest pot that a kitchen has.
var MaxPot = unit.Litres(60)

// Pots says in how many equal batches a mix is made in a pot: never one full and one scrap.
type Pots struct {
	Pot   unit.Volume
	Count int
	Each  unit.Mass // of the mix, in one batch
	Full  float64   // share of the pot that one batch takes up at its highest
}

// SplitIntoPots divides a mixed mass into the fewest equal batches that fill a pot to two
// thirds at most, whisked up where it is whisked. It fails when the pot is not above 0 and at most
// MaxPot.
func SplitIntoPots(r recipe.Recipe, mixed unit.Mass, pot unit.Volume) (Pots, error) {
	if ml := pot.Millilitres(); !(ml >= 100 && ml <= MaxPot.Millilitres()) {
		return Pots{}, fmt.Errorf("a pot holds between 0.1 and %g L", MaxPot.Litres())
	}
	v, _ := r.Density().VolumeOf(mixed)
	high := v.Millilitres()
	n := max(1, int(math.Ceil(high/(pot.Millilitres()*potShare)-1e-9)))
	return Pots{pot, n, mixed.Times(1 / float64(n)), high / float64(n) / pot.Millilitres()}, nil
}

// Drops is how much colour one part of a mix takes: so many drops, at least and at most.
type Drops struct{ Least, Most int }

// countedDrops is the most drops that anybody counts (common practice); beyond it they are
// measured.
const countedDrops = 40

// Say says how much in drops, or in mL where there are too many to count.
func (d Drops) Say() say.Text {
	switch {
	case d.Most > countedDrops:
		return say.F("{least} to {most} mL", say.Fixed(math.Max(1, math.Round(float64(d.Least)/unit.DropsPerML)), 0),
			say.Fixed(math.Ceil(float64(d.Most)/unit.DropsPerML), 0))
	case d.Most == 1:
		return "1 drop"
	case d.Least == d.Most:
		return say.F("{count} drops", d.Most)
	}
	return say.F("{least} to {most} drops", d.Least, d.Most)
}

// ColourStrength is a sort of colour by how much of it 100 g of a mix takes.
type ColourStrength struct {
	Words       say.Text
	least, most float64 // drops for 100 g
}

// Colours are the sorts of colour (common practice): liquid 4 to 6 drops for 100 g, gel 1 to
// 2, paste less.
var Colours = []ColourStrength{{"liquid", 4, 6}, {"gel", 1, 2}, {"paste", 0.5, 1}}

// For returns the drops for a mass of mix, never none.
func (c ColourStrength) For(m unit.Mass) Drops {
	per := m.Grams() / 100
	return Drops{max(1, int(math.Round(c.least*per))), max(1, int(math.Round(c.most*per)))}
}
