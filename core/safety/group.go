package safety

import (
	"emblo/core/allergen"
	"emblo/core/room"
)

// Policy is what a centre or a room asks beyond the published limits. The zero value
// asks nothing more; every field can only tighten.
type Policy struct {
	NutFree          bool
	NoFoodPlay       bool
	MayContainStrict bool
}

// Tighten returns a policy that asks whatever either asks.
func (p Policy) Tighten(q Policy) Policy {
	return Policy{p.NutFree || q.NutFree, p.NoFoodPlay || q.NoFoodPlay, p.MayContainStrict || q.MayContainStrict}
}

// Group is a room on the day of use, prepared for judging many things: immutable and
// safe for concurrent use.
type Group struct {
	room   room.Room
	ratios room.RatioTable
	policy Policy
	// sure takes an unknown answer on mouthing from 36 months on for a no, assumed for
	// a yes; they differ only when that fact is missing.
	sure, assumed view
	asksMouthing  bool
	adultsNeeded  int
}

// view is the group as one reading of its facts gives it. Every age rule is monotone in
// the effective age and in mouthing, so the youngest and "any child mouths" together
// judge as harshly as judging child by child; law_test.go holds this against doing so.
type view struct {
	assume   bool
	youngest int // least effective age in months
	mouths   bool
	eats     allergen.Set // declared by eating or by touch
	touches  allergen.Set // declared by touch or air
}

// homeChild is who an unknown home is taken to hold: a six-month-old who mouths.
var homeChild = room.Child{Label: "home", Months: 6, Mouths: room.Yes}

// NewGroup prepares a room for judging by a staffing table and a policy. It fails when
// the room cannot be planned for (see room.Room.Validate).
func NewGroup(r room.Room, t room.RatioTable, p Policy) (Group, error) {
	if err := r.Validate(); err != nil {
		return Group{}, err
	}
	g := Group{room: r, ratios: t, policy: p}
	g.sure, g.assumed = viewOf(r.Children, false), viewOf(r.Children, true)
	for _, c := range r.Children {
		g.asksMouthing = g.asksMouthing || c.MouthingMissing()
	}
	g.adultsNeeded = t.AdultsNeeded(len(r.Children), g.sure.youngest)
	return g, nil
}

func viewOf(children []room.Child, assume bool) view {
	v := view{assume: assume, youngest: children[0].Effective(assume)}
	for _, c := range children {
		v.youngest = min(v.youngest, c.Effective(assume))
		v.mouths = v.mouths || c.Mouthing(assume)
		for _, a := range c.Allergies {
			v.eats |= allergen.SetOf(a.To)
			if a.By == room.ByTouchOrAir {
				v.touches |= allergen.SetOf(a.To)
			}
		}
	}
	return v
}

// Room returns the room the group was made from.
func (g Group) Room() room.Room { return g.room }

// Youngest returns the least effective age in months that is sure.
func (g Group) Youngest() int { return g.sure.youngest }

// AdultsNeeded returns the adults that the staffing table asks for.
func (g Group) AdultsNeeded() int { return g.adultsNeeded }

// AdultsShort returns how many more adults are needed, 0 when there are enough.
func (g Group) AdultsShort() int { return max(0, g.adultsNeeded-g.room.Adults) }

// count returns how many children satisfy the test under the view's reading.
func (g Group) count(test func(room.Child) bool) int {
	n := 0
	for _, c := range g.room.Children {
		if test(c) {
			n++
		}
	}
	return n
}
