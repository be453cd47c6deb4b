package material

import (
	"math"

	"emblo/core/unit"
)

// Sized returns the facts with the size that somebody measured in place of their own.
func (f Facts) Sized(by Facts) Facts {
	if by.Smallest.Known() && (f.Form.GaugeJudges() || f.Form == Grain || f.Form == by.Form) {
		f.Smallest, f.Largest = by.Smallest, by.Largest
	}
	return f
}

// Joined returns what is known of a thing together with what somebody adds to it: every trait
// and allergen of either, the worse of two readings, the size that was added. Where it lies
// and what it has been through is as it was added.
func (f Facts) Joined(more Facts) Facts {
	thickness := Reading{} // of a film: what both say, where both are film
	if (f.Thickness.There() || !f.Traits.Has(Film)) && (more.Thickness.There() || !more.Traits.Has(Film)) {
		thickness = worse(f.Thickness, more.Thickness, false)
	}
	f = f.Sized(more)
	f.Thickness = thickness
	if more.Form != FormUnknown {
		f.Form = more.Form
	}
	if more.Smallest.Known() {
		f.Smallest, f.Largest = more.Smallest, more.Largest
	}
	f.Traits = f.Traits.Union(more.Traits)
	f.Allergens |= more.Allergens
	f.MayContain |= more.MayContain
	f.UsuallyContains |= more.UsuallyContains
	f.Made = f.Made.Union(more.Made)
	f.ByLabel = f.ByLabel || more.ByLabel
	f.TraitsKnown = f.TraitsKnown && more.TraitsKnown
	f.Open, f.Denied = f.Open.Union(more.Open), f.Denied.Meet(more.Denied)
	if share, known := more.Salt.Get(); known && share > 0 {
		if own, has := f.Salt.Get(); has {
			share = math.Max(share, own)
		}
		f.Salt = unit.Known(share)
	}
	for _, r := range []struct {
		of     *Reading
		more   Reading
		larger bool // is worse
	}{{&f.Fragment, more.Fragment, false}, {&f.Cord, more.Cord, true}, {&f.Loop, more.Loop, true},
		{&f.Opening, more.Opening, true}, {&f.Alcohol, more.Alcohol, true}} {
		*r.of = worse(*r.of, r.more, r.larger)
	}
	f = f.Placed(more)
	f.Open = f.Open.Minus(f.Features())
	return f
}

// mildening are the traits that make a verdict milder: of two accounts of a thing they count
// only when both give them. Soft food is watched where firm food is not, and a strand of
// fabric is a cord, so what is known of those stands.
var mildening = TraitsOf(Hydrated, Enclosed, Single, Scissors, HoldsTogether)

// Beside returns what is described of a thing together with what is known of its name, so that
// a description never hides a hazard: every trait and allergen of either counts, but what
// makes it milder only when both say so. Its own size counts.
func (f Facts) Beside(known Facts) Facts {
	both := f.Traits.Meet(known.Traits).Meet(mildening)
	out := known.Joined(f)
	out.Traits = out.Traits.Minus(mildening).Union(both)
	if !known.Traits.Has(Fabric) {
		out.Traits = out.Traits.Without(Fabric)
	}
	if !known.Traits.Has(Soft) || f.Traits.Has(Food) && !known.Traits.Has(Food) {
		out.Traits = out.Traits.Without(Soft)
	}
	if f.Form == FormUnknown {
		out.Form = known.Form
	}
	out.ContentsKnown = f.ContentsKnown && known.ContentsKnown // an ingredient nobody knows stays unknown
	return out
}

// Placed returns the facts in the setting and with the history of others, as far as those
// say something.
func (f Facts) Placed(at Facts) Facts {
	if _, known := at.Depth.Get(); known {
		f.Depth = at.Depth
	}
	if at.Portion.Known() {
		f.Portion = at.Portion
	}
	for _, r := range []struct{ of, at *Reading }{{&f.Wall, &at.Wall}, {&f.Filled, &at.Filled}, {&f.Hot, &at.Hot},
		{&f.Uses, &at.Uses}, {&f.KeptDays, &at.KeptDays}} {
		if r.at.There() {
			*r.of = *r.at
		}
	}
	f.InEdible, f.LooseInReach = f.InEdible || at.InEdible, f.LooseInReach || at.LooseInReach
	f.Expired, f.Cooled = f.Expired || at.Expired, f.Cooled || at.Cooled
	return f
}

// worse returns the reading that is judged more harshly: one that was not taken, else the
// larger, or the smaller where that is the worse.
func worse(a, b Reading, largerIsWorse bool) Reading {
	x, aRead := a.Get()
	y, bRead := b.Get()
	switch {
	case !a.There():
		return b
	case !b.There(), !aRead:
		return a
	case !bRead:
		return b
	case (x > y) == largerIsWorse:
		return a
	}
	return b
}
