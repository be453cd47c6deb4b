package bench

import (
	"slices"

	"emblo/core/batch"
	"emblo/core/keep"
	"emblo/core/material"
	"emblo/core/pen"
	"emblo/core/room"
	"emblo/core/say"
	"emblo/core/strict"
	"emblo/core/unit"
	"emblo/core/vessel"
	"emblo/core/written"
)

// maxCompared is how many are compared with what is planned: more than four beside each other are not read at a glance.
const maxCompared = 3

// Compare returns a place by itself as it is planned, then with other vessels, bases or things in it that pass the same
// check, each judged and reckoned for those who play. What cannot be reckoned in its place is left out.
func (d Bench) Compare(in written.CompareInput) ([]written.Compared, error) {
	planned := written.Plan{RoomID: in.RoomID, PlayAt: in.PlayAt, Play: in.Play, Labels: in.Labels,
		Places: []written.Place{in.Place}}
	item := slices.IndexFunc(in.Place.Items, func(i written.PlanItem) bool { return i.ID == in.ItemID })
	switch {
	case in.By != written.ByVessel && in.By != written.ByBase && in.By != written.ByThing:
		return nil, strict.Bad("/by", "Compare by vessel, base or thing.")
	case in.By == written.ByThing && item < 0:
		return nil, strict.Bad("/item_id", "What is compared does not lie there any more.")
	case in.By == written.ByThing:
		planned.Places[0].Items = in.Place.Items[item : item+1]
	}
	r, err := d.Reckon(planned)
	if err != nil {
		return nil, below(err, map[string]string{"/places/0": "/place"})
	}
	if at := r.Places[0]; in.By != written.ByThing && len(at.Base) == 0 || in.By == written.ByVessel && at.Fill == nil {
		return nil, strict.Bad("/place/base", "There is nothing in that place to compare yet.")
	}
	others, err := d.instead(in, planned.Places[0])
	if err != nil {
		return nil, err
	}
	first, err := d.compared(in.By, planned, r)
	if err != nil {
		return nil, err
	}
	out := []written.Compared{first}
	for _, place := range others {
		of := planned
		of.Places = []written.Place{place}
		if r, err := d.Reckon(of); err == nil {
			if one, err := d.compared(in.By, of, r); err == nil {
				out = append(out, one)
			}
		}
	}
	return out, nil
}

// instead returns a place with what it is compared with.
func (d Bench) instead(in written.CompareInput, place written.Place) (all []written.Place, err error) {
	with := func(change func(*written.Base)) {
		other, base := place, *place.Base
		change(&base)
		other.Base = &base
		all = append(all, other)
	}
	if in.By == written.ByVessel {
		v, known := d.Settings.Vessel(place.Base.VesselID)
		if !known {
			return nil, strict.Bad("/place/base/vessel_id", "The centre has that container no more: choose another.")
		}
		for _, o := range v.Others(append(slices.Clone(d.Settings.Vessels), vessel.Standard()...), maxCompared) {
			with(func(b *written.Base) {
				b.VesselID, b.Vessels = o.ID, nil
				filling := vessel.Open
				if b.Frozen {
					filling = vessel.Frozen
				}
				if deepest := o.Deepest(filling).Millimetres(); b.DepthMM != nil && *b.DepthMM > deepest {
					b.DepthMM = &deepest
				}
			})
		}
		return all, nil
	}
	asked := written.SwapsInput{RoomID: in.RoomID, PlayAt: in.PlayAt, Base: place.Base}
	if in.By == written.ByThing {
		asked.Item = &place.Items[0]
	}
	swaps, err := d.SwapsUpTo(asked, maxCompared)
	for _, s := range swaps {
		if in.By == written.ByThing {
			other, thing := place, place.Items[0]
			thing.ItemID, thing.Described = s.ItemID, nil
			other.Items = []written.PlanItem{thing}
			all = append(all, other)
			continue
		}
		with(func(b *written.Base) {
			b.RecipeID, b.BatchID, b.Done, b.Frozen = s.RecipeID, "", nil, false
			b.ItemID = s.ItemID
		})
	}
	return all, err
}

// compared writes what a plan of one place comes to, by what is compared of it.
func (d Bench) compared(by string, p written.Plan, r Reckoned) (written.Compared, error) {
	if by == written.ByThing {
		return d.comparedThing(p, r)
	}
	out := d.figures(p, r)
	place, base := r.Places[0], p.Places[0].Base
	said := d.write(p, r).Places[0]
	out.Judged = written.Judged{Verdict: said.Verdict, Mark: said.Mark, Ready: said.Ready}
	out.Reason = reasonOf(slices.Concat(said.Base, said.Lines))
	if fill := place.Fill; fill != nil {
		out.Vessels, out.AtOnce = fill.Tubs, min(fill.Tubs*fill.Seats, r.Setup.PlayersOf(r.Group).AtOnce)
		out.MassG, out.DepthMM = fill.InAll().Grams(), fill.Depth.Millimetres()
	}
	switch {
	case by == written.ByVessel:
		out.VesselID, out.Name = base.VesselID, place.Fill.Tub.Name
	case place.Mix != nil:
		out.RecipeID, out.Name, out.MassG = base.RecipeID, said.Mix.Recipe, said.Mix.MadeG
		goes, _ := batch.Fold(batch.Made{Recipe: place.Mix.Recipe, Mass: unit.Grams(out.MassG)}, nil).End()
		out.Keeps, out.Ends = said.Mix.Keeps, d.Pen.Text(goes)
	default:
		out.ItemID, out.Name = base.ItemID, said.Base[0].Name
		d.lasts(&out, d.itemOf(base.ItemID, place.Base[0]), r.Group.Room())
	}
	return out, nil
}

// comparedThing is compared for a thing: it is judged in what fills its place, and its figures are its own.
func (d Bench) comparedThing(p written.Plan, r Reckoned) (written.Compared, error) {
	thing, line, said := p.Places[0].Items[0], r.Places[0].Lines[0], d.write(p, r).Places[0].Lines
	alone := p
	alone.Places = []written.Place{{ID: p.Places[0].ID, Items: p.Places[0].Items}}
	by, err := d.Reckon(alone)
	if err != nil {
		return written.Compared{}, err
	}
	out := d.figures(alone, by)
	out.Judged = pen.Usual(line.Assessment.Verdict, line.Assessment.Usual())
	out.Reason = reasonOf(said)
	out.ItemID, out.Name, out.Pieces = thing.ItemID, said[0].Name, line.Count
	d.lasts(&out, d.itemOf(thing.ItemID, line), r.Group.Room())
	return out, nil
}

// figures are the minutes and the cost of a plan.
func (d Bench) figures(p written.Plan, r Reckoned) (out written.Compared) {
	answer := d.write(p, r)
	out.Cost, out.MinutesHands, out.MinutesWaiting = answer.Cost, answer.MinutesHands, answer.MinutesWaiting
	for _, step := range r.After(r.Group) {
		out.MinutesClear += step.Minutes
	}
	return out
}

func reasonOf(lines []written.Line) string {
	for _, l := range lines {
		if len(l.Findings) > 0 {
			return l.Findings[0].Title
		}
	}
	return ""
}

// lasts says of a thing how loud it is, whether it is used again after these children and where it ends.
func (d Bench) lasts(out *written.Compared, it material.Item, in room.Room) {
	out.Noise = d.Pen.Text(say.Text(it.Feel.On(material.Noise)))
	ends, _ := batch.Fold(batch.Made{Fill: []material.Item{it}}, nil).End()
	keeps := say.Text("once, then throw it away")
	days, spoils := it.Keeps.Stands()
	switch f := it.Facts; {
	case goesBack(&it, in):
		keeps = "again: dry and clean, back into its jar"
	case f.Traits.Has(material.TapWater):
		keeps = "once, fresh each time"
	case f.Form != material.FormUnknown && !f.Traits.Has(material.Food) && f.Form != material.Grain && !wet(f.Form) &&
		(!spoils || days >= keep.Months):
		keeps, ends = "again and again: clean and dry it first", "Back on its shelf."
	}
	out.Keeps, out.Ends = d.Pen.Text(keeps), d.Pen.Text(ends)
}

func wet(f material.Form) bool {
	return f == material.Liquid || f == material.SoftFood || f == material.Dough
}
