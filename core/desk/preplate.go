package desk

import (
	"slices"

	"emblo/core/age"
	"emblo/core/clock"
	"emblo/core/recipe"
	"emblo/core/written"
)

// maxQuicker is how many mixes are offered in place of one that cannot be ready.
const maxQuicker = 2

// late returns the plans of a day that cannot be ready in time, with what can still be done.
func (d *Desk) late(s scheduled, plans []Coming, ticks []PrepTick, day string, now clock.Wall) []written.PrepLate {
	all := []written.PrepLate{}
	for i := range plans {
		p := &plans[i]
		by := lateBy(s, p.ID)
		opens, fault := p.Open()
		if by == 0 || fault != nil || opens.Day().String() != day {
			continue
		}
		all = append(all, written.PrepLate{SetupID: p.ID, Setup: p.Name, Room: d.RoomName(p.RoomID), ReadyAt: opens.Plus(by, d.Zone).String(), Instead: d.quicker(plans, i, ticks, opens.Day(), now)})
	}
	return all
}

// lateBy returns how many minutes too late a set-up is ready.
func lateBy(s scheduled, id string) (by int) {
	for _, slot := range s.slots {
		if slot.SetupID == id && !slot.Done {
			by = max(by, slot.LateMinutes)
		}
	}
	return by
}

// quicker returns mixes of the kind of the one that a plan makes, all at hand, that go in for its room
// and are ready in time among all that is prepared.
func (d *Desk) quicker(plans []Coming, at int, ticks []PrepTick, day age.Date, now clock.Wall) []written.PrepInstead {
	found := []written.PrepInstead{}
	place := slices.IndexFunc(plans[at].Places, func(p written.Place) bool { return p.Base != nil && p.Base.RecipeID != "" })
	if place < 0 {
		return found
	}
	made, err := d.Recipe(plans[at].Places[place].Base.RecipeID)
	if err != nil {
		return found
	}
	for _, r := range d.usable {
		if r.ID == made.ID || r.Kind != made.Kind || len(r.Lacking(d.here)) > 0 {
			continue
		}
		base := *plans[at].Places[place].Base
		base.RecipeID = r.ID
		instead := slices.Clone(plans)
		instead[at].Places = slices.Clone(instead[at].Places)
		instead[at].Places[place].Base = &base
		if r, err := d.reckon(instead[at].Plan); err != nil || !r.Verdict.Ready() {
			continue
		}
		if s, err := d.schedule(instead, ticks, day, now); err == nil && lateBy(s, plans[at].ID) == 0 {
			hands, waiting := recipe.Minutes(r.Steps)
			found = append(found, written.PrepInstead{RecipeID: r.ID, Name: d.Pen.Name(r.ID, r.Name), Minutes: hands + waiting})
		}
	}
	slices.SortStableFunc(found, func(a, b written.PrepInstead) int { return a.Minutes - b.Minutes })
	return found[:min(maxQuicker, len(found))]
}
