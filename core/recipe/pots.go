package recipe

import (
	"fmt"
	"math"

	"emblo/core/unit"
)

// DoughDensity is the mass of dough for its volume (common practice: 1.15 to 1.30 g/mL).
var DoughDensity = unit.GramsPerMillilitre(1.22)

// potShare is how full a pot or bowl may be so that what is in it can be stirred.
const potShare = 2.0 / 3

// MaxPot is the largest pot that a kitchen has.
var MaxPot = unit.Litres(60)

// Pots says in how many equal batches a mix is made in a pot: never one full and one scrap.
type Pots struct {
	Pot   unit.Volume
	Count int
	Each  unit.Mass // of the mix, in one batch
}

// SplitIntoPots divides a mixed mass into the fewest equal batches that fill a pot to two
// thirds at most. It fails when the pot is not above 0 and at most MaxPot.
func SplitIntoPots(mixed unit.Mass, pot unit.Volume) (Pots, error) {
	if ml := pot.Millilitres(); !(ml >= 100 && ml <= MaxPot.Millilitres()) {
		return Pots{}, fmt.Errorf("a pot holds between 0.1 and %g L", MaxPot.Litres())
	}
	v, _ := DoughDensity.VolumeOf(mixed)
	n := max(1, int(math.Ceil(v.Millilitres()/(pot.Millilitres()*potShare)-1e-9)))
	return Pots{pot, n, mixed.Times(1 / float64(n))}, nil
}
