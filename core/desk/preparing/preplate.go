package preparing

import (
	"math"
	"slices"

	"emblo/core/clock"
	"emblo/core/desk"
	"emblo/core/desk/bench"
	"emblo/core/recipe"
	"emblo/core/say"
	"emblo/core/unit"
	"emblo/core/written"
)

// maxQuicker is how many mixes are offered in place of one that cannot be ready.
const maxQuicker = 2

// late returns the plans of a day that cannot be ready in time, with what can still be done.
func (d Preparing) late(s scheduled, plans []desk.Coming, ticks []PrepTick, day string,
	now clock.Wall) []written.PrepLate {
	all := []written.PrepLate{}
	promised := bench.On(d.Desk).Promised(plans, now)
	for i := range plans {
		p := &plans[i]
		by := lateBy(s, p.ID)
		opens, fault := p.Open()
		if by == 0 || fault != nil || opens.Day().String() != day {
			continue
		}
		try := func(of written.Plan) bool { return d.inTime(of, plans, i, ticks, now) }
		all = append(all, written.PrepLate{SetupID: p.ID, Setup: p.Name, Room: d.RoomName(p.RoomID),
			ReadyAt: opens.Plus(by, d.Zone).String(), Instead: d.quicker(p, try), Stored: d.inStore(p, promised, try),
			Smaller: d.Pen.Text(d.smaller(p, try)), OtherDay: otherDay(p, opens, try)})
	}
	return all
}

// inTime reports whether a plan in place of the one at a place among others goes in and is ready in time,
// with all that is prepared.
func (d Preparing) inTime(of written.Plan, plans []desk.Coming, at int, ticks []PrepTick, now clock.Wall) bool {
	r, err := bench.On(d.Desk).Reckon(of)
	if err != nil || !r.Verdict.Ready() {
		return false
	}
	instead := slices.Clone(plans)
	instead[at].Plan = of
	s, err := d.schedule(instead, ticks, r.Opening.At.Day(), now)
	return err == nil && lateBy(s, plans[at].ID) == 0
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

// with returns a plan with another base in one of its places.
func with(p written.Plan, place int, base written.Base) written.Plan {
	p.Places = slices.Clone(p.Places)
	p.Places[place].Base = &base
	return p
}

// quicker returns mixes of the kind of the one that a plan makes, all at hand, that go in for its room
// and are ready in time.
func (d Preparing) quicker(p *desk.Coming, inTime func(written.Plan) bool) []written.PrepInstead {
	found := []written.PrepInstead{}
	place := slices.IndexFunc(p.Places, func(p written.Place) bool { return p.Base != nil && p.Base.RecipeID != "" })
	if place < 0 {
		return found
	}
	made, err := d.Recipe(p.Places[place].Base.RecipeID)
	if err != nil {
		return found
	}
	for _, r := range d.Usable {
		if r.ID == made.ID || r.Kind != made.Kind || len(r.Lacking(d.Here)) > 0 {
			continue
		}
		base := *p.Places[place].Base
		base.RecipeID = r.ID
		if inTime(with(p.Plan, place, base)) {
			hands, waiting := recipe.Minutes(r.Steps)
			found = append(found, written.PrepInstead{RecipeID: r.ID, Name: d.Pen.Name(r.ID, r.Name), Minutes: hands +
				waiting})
		}
	}
	slices.SortStableFunc(found, func(a, b written.PrepInstead) int { return a.Minutes - b.Minutes })
	return found[:min(maxQuicker, len(found))]
}

// inStore returns batches of the kind of the mix that a plan makes, enough of each beside what is promised, that go in
// for its room and are ready in time.
func (d Preparing) inStore(p *desk.Coming, promised map[string][]written.BatchPromise,
	inTime func(written.Plan) bool) []written.PrepStored {
	found := []written.PrepStored{}
	place := slices.IndexFunc(p.Places, func(p written.Place) bool {
		return p.Base != nil && p.Base.RecipeID != "" && p.Base.BatchID == ""
	})
	if place < 0 {
		return found
	}
	made, err := d.Recipe(p.Places[place].Base.RecipeID)
	if err != nil {
		return found
	}
	for i := range d.Batches {
		b := &d.Batches[i]
		r, err := d.Recipe(b.Written.RecipeID)
		if err != nil || r.Kind != made.Kind {
			continue
		}
		base := *p.Places[place].Base
		base.RecipeID, base.BatchID = b.Written.RecipeID, b.ID
		of := with(p.Plan, place, base)
		answer, err := bench.On(d.Desk).Reckon(of)
		if err != nil {
			continue
		}
		mix := answer.Places[place].Mix
		free := desk.Free(mix.Stored.Left.Grams(), promised[b.ID], p.ID)
		if free >= mix.Batch.Need.Grams() && inTime(of) {
			found = append(found, written.PrepStored{BatchID: b.ID, Name: b.Written.Name})
		}
	}
	return found[:min(maxQuicker, len(found))]
}

// smaller says how much less of what a plan takes is ready in time: shallower ice, or portions that ask
// for fewer pots; empty where less is late too.
func (d Preparing) smaller(p *desk.Coming, inTime func(written.Plan) bool) say.Text {
	for place := range p.Places {
		if p.Places[place].Base == nil {
			continue
		}
		for _, share := range []float64{0.75, 0.5} {
			base := *p.Places[place].Base
			var less say.Text
			switch {
			case base.Frozen && base.DepthMM != nil:
				shallower := math.Floor(*base.DepthMM * share)
				base.DepthMM, less = &shallower, say.F("{depth} deep it is frozen in time.",
					unit.Millimetres(shallower))
			case base.RecipeID != "" && base.PortionG != nil:
				portion := math.Floor(*base.PortionG * share)
				base.PortionG, less = &portion, say.F("With {portion} for each child it is ready in time.",
					unit.Grams(portion))
			default:
				continue
			}
			if inTime(with(p.Plan, place, base)) {
				return less
			}
		}
	}
	return ""
}

// otherDays is how many days later a plan is tried.
const otherDays = 3

// otherDay returns the first of the days to come on which a plan can be ready at the same time; empty
// where there is none.
func otherDay(p *desk.Coming, opens clock.Wall, inTime func(written.Plan) bool) string {
	for n := range otherDays {
		of := p.Plan
		of.PlayAt = opens.Day().Plus(n+1).String() + p.PlayAt[len("2006-01-02"):]
		if inTime(of) {
			return of.PlayAt
		}
	}
	return ""
}
