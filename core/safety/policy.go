package safety

import (
	"fmt"
	"maps"
)

// Policy is what a centre or a room asks beyond the published limits. The zero value
// asks nothing more; every field can only tighten.
type Policy struct {
	NutFree          bool
	NoFoodPlay       bool
	MayContainStrict bool
	// TasteSafeMonths is the age below which only what may be eaten goes in open; 0 leaves
	// it at the rules' own 36 months.
	TasteSafeMonths int
	// FoodMonths is the age below which firm and round food is kept out in the open; 0 leaves it at the 48 months of
	// US guidance. UK guidance says 60 (both quoted from memory).
	FoodMonths int
	// CookedOnly keeps raw flour out at every age.
	CookedOnly bool
	// OwnPortions asks for an own portion or tray each, illness or not.
	OwnPortions bool
	// SameDayMixes throws a mix that is not food away after its day.
	SameDayMixes bool
	// MinimumMonths are the centre's own minimum ages by rule id: below one, what the rule
	// would let in with a hand is kept out.
	MinimumMonths map[string]int
}

// MaxMinimum is the highest minimum age in months that a policy takes: past every child.
const MaxMinimum = 180

// Validate reports the first entry that is out of range or no tunable rule.
func (p Policy) Validate() error {
	if p.TasteSafeMonths < 0 || p.TasteSafeMonths > MaxMinimum {
		return fmt.Errorf("the taste-safe age is between 0 and %d months", MaxMinimum)
	}
	if p.FoodMonths != 0 && (p.FoodMonths < foodMonths || p.FoodMonths > firmFoodUntil) {
		return fmt.Errorf("the age for firm and round food is between %d and %d months", foodMonths, firmFoodUntil)
	}
	for id, months := range p.MinimumMonths {
		if !Tunable(id) {
			return fmt.Errorf("%q is not a rule with a minimum age of the centre's own", id)
		}
		if months < 0 || months > MaxMinimum {
			return fmt.Errorf("a minimum age is between 0 and %d months", MaxMinimum)
		}
	}
	return nil
}

// Tighten returns a policy that asks whatever either asks.
func (p Policy) Tighten(q Policy) Policy {
	t := Policy{
		NutFree: p.NutFree || q.NutFree, NoFoodPlay: p.NoFoodPlay || q.NoFoodPlay,
		MayContainStrict: p.MayContainStrict || q.MayContainStrict,
		TasteSafeMonths:  max(p.TasteSafeMonths, q.TasteSafeMonths),
		FoodMonths:       max(p.FoodMonths, q.FoodMonths),
		CookedOnly:       p.CookedOnly || q.CookedOnly, OwnPortions: p.OwnPortions || q.OwnPortions,
		SameDayMixes: p.SameDayMixes || q.SameDayMixes,
	}
	if len(p.MinimumMonths)+len(q.MinimumMonths) > 0 {
		t.MinimumMonths = maps.Clone(p.MinimumMonths)
		if t.MinimumMonths == nil {
			t.MinimumMonths = make(map[string]int, len(q.MinimumMonths))
		}
		for id, months := range q.MinimumMonths {
			t.MinimumMonths[id] = max(t.MinimumMonths[id], months)
		}
	}
	return t
}

// The ages in months below which firm and round food is kept out in the open, as far as nobody asks for more, and
// until which it is watched.
const (
	foodMonths    = 48
	firmFoodUntil = 72
)

// BritishFoodMonths is the age below which guidance in the United Kingdom keeps firm and round food from children
// (NHS and Food Standards Agency on choking in early years, quoted from memory).
const BritishFoodMonths = 60

// firmFood returns the age in months below which firm and round food is kept out in the open.
func (p *Policy) firmFood() int { return max(foodMonths, p.FoodMonths) }

// minimumFor returns the age in months below which the rule keeps out what it would let
// in with a hand, 0 for none.
func (p *Policy) minimumFor(r *Rule) int {
	months := 0
	if r.tasteSafe {
		months = p.TasteSafeMonths
	}
	if p.CookedOnly && r.untilCooked {
		months = MaxMinimum
	}
	if r.Tunable && p.MinimumMonths != nil {
		months = max(months, p.MinimumMonths[r.ID])
	}
	return months
}
