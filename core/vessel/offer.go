package vessel

import (
	"math"

	"emblo/core/unit"
)

// Offer is vessels of one kind, filled to a depth, with the turns that so many children play in at them.
type Offer struct {
	Vessel
	Tubs  int
	Depth unit.Length
	Turns int
}

// mostOffered is how many vessels are offered at most, so many as are kept in sight, and of bowls one, for a child or
// two (common practice).
func mostOffered(v Vessel) int {
	if v.shape == Bowl {
		return 1
	}
	return 3
}

// offerings are the kinds of play that are offered, the better first: in which of the vessels that stand in most rooms,
// how deep it lies at least and at most, in mm, and in how many turns at most (common practice).
var offerings = []struct {
	in          []string
	least, most float64
	turns       int
}{
	{[]string{"mixing-bowl", "dish-tub", "tray", "deep-tub"}, 20, 40, 2}, // to scoop
	{[]string{"baking-tray", "tray", "box-lid"}, 5, 6, 3},                // to draw in
}

// From returns the vessels in which so many children play with a volume of a filler in as few turns as it gives: deep
// enough to scoop before deep enough to draw in, and of those that do the smallest. ok is false where it is enough for
// neither.
func From(of unit.Volume, children int) (best Offer, ok bool) {
	for _, play := range offerings {
		for _, id := range play.in {
			v, _ := Get(id)
			o, fits := v.offer(of, children, play.least, play.most)
			if fits && o.Turns <= play.turns && (!ok || o.Turns < best.Turns || o.Turns == best.Turns && o.takes() <
				best.takes()) {
				best, ok = o, true
			}
		}
		if ok {
			return best, true
		}
	}
	return best, false
}

// offer returns as many of a vessel as a volume fills to a depth, at most one round of them for all.
func (v Vessel) offer(of unit.Volume, children int, least, most float64) (o Offer, fits bool) {
	most = min(most, v.Deepest(Open).Millimetres())
	for tubs := min(mostOffered(v), v.Needed(children)); tubs > 0 && most >= least; tubs-- {
		mm := min(most, math.Floor(v.DepthOf(of.Times(1/float64(tubs))).Millimetres()))
		if mm >= least {
			return Offer{v, tubs, unit.Millimetres(mm), v.Turns(children, tubs)}, true
		}
	}
	return o, false
}

// takes is how much is poured in all, in mL.
func (o Offer) takes() float64 { return o.VolumeTo(o.Depth).Millilitres() * float64(o.Tubs) }
