package bench

import (
	"fmt"
	"maps"
	"slices"

	"emblo/core/pen"
	"emblo/core/plan"
	"emblo/core/recipe"
	"emblo/core/safety"
	"emblo/core/written"
)

// Starts returns what there is to begin a set-up from in a room with what is in the cupboard: an aim
// each, whole and ready for that day.
func (d Bench) Starts(roomID, playAt string) ([]written.Start, error) {
	at, fault := written.Plan{PlayAt: playAt}.Open()
	if fault != nil {
		return nil, fault
	}
	_, g, err := d.Group(roomID, "/room_id", at.Day())
	if err != nil {
		return nil, err
	}
	swaps := safety.NewSwaps(g, d.Shelf.Shelf, d.Subject, d.Here)
	// What there is too little of is the second choice.
	var out []written.Start
	enough := maps.Clone(d.Here)
	for range 2 {
		var next []written.Start
		for _, s := range plan.Starts(d.Shelf.Shelf, d.Usable, enough, swaps.All, g) {
			w := d.start(s, g.Youngest())
			p := written.Plan{RoomID: roomID, PlayAt: playAt, Places: w.Places, Beside: w.Beside}
			r, err := d.Reckon(p)
			if err == nil && s.Filler != nil {
				r, err = d.fromWhatThereIs(p, r, s.Filler.ID)
			}
			if err != nil || !r.Verdict.Ready() {
				continue // what goes in by itself need not go in together
			}
			w.Judged = pen.Usual(r.Verdict, r.Usual())
			for _, l := range r.Lines() {
				w.With = append(w.With, d.Pen.Text(l.Say()))
			}
			w.Missing = d.alone(p, &r, d.Takes(p, &r))
			w.Ready = len(w.Missing) == 0
			next = append(next, w)
			if s.Filler != nil && slices.ContainsFunc(w.Missing, func(m written.Missing) bool {
				return m.Kind == written.TooLittle
			}) {
				delete(enough, s.Filler.ID)
			}
		}
		for i, was := range out {
			if at := slices.IndexFunc(next, func(w written.Start) bool { return w.Aim == was.Aim }); at >= 0 {
				out[i] = next[at]
			}
		}
		if out == nil {
			out = next
		}
	}
	return append([]written.Start{}, out...), nil
}

// fromWhatThereIs pours a filler of a plan from what there is of it, or from one pack, where it takes more as it
// stands.
func (d Bench) fromWhatThereIs(p written.Plan, r Reckoned, filler string) (Reckoned, error) {
	for _, m := range d.alone(p, &r, d.Takes(p, &r)) {
		if less := m.Less; m.ItemID == filler && less != nil && less.VesselID != "" {
			base := p.Places[0].Base
			base.VesselID, base.DepthMM, base.Vessels = less.VesselID, &less.DepthMM, &less.Vessels
			return d.Reckon(p)
		}
	}
	return r, nil
}

// start writes what to begin from; its ids are only there to be told apart, and replaced by who
// takes it.
func (d Bench) start(s plan.Start, youngest int) written.Start {
	n := 1
	id := func() string {
		n++
		return fmt.Sprintf("00000000-0000-7000-8000-%012d", n)
	}
	place := written.Place{ID: id(), Items: []written.PlanItem{}}
	switch mm := s.Depth.Millimetres(); {
	case s.Mix != nil:
		grams := recipe.DefaultPortion(youngest).Grams()
		place.Base = &written.Base{Kind: "mix", RecipeID: s.Mix.ID, PortionG: &grams}
	case s.Filler != nil:
		place.Base = &written.Base{Kind: "fill", ItemID: s.Filler.ID, VesselID: s.Vessel, DepthMM: &mm}
	default:
		place.Base = &written.Base{Kind: "fill", VesselID: s.Vessel}
	}
	use := safety.Open
	if s.Hidden {
		use = safety.Hidden
	}
	for _, it := range s.Finds {
		item := written.PlanItem{ID: id(), ItemID: it.ID, Each: 1, Use: use.String(), Colours: s.Colours}
		if s.Cup != nil {
			item.CupID = s.Cup.ID
		}
		place.Items = append(place.Items, item)
	}
	w := written.Start{Aim: d.Pen.Text(s.Aim), Places: []written.Place{place}, Beside: []written.PlanItem{},
		With: []string{}}
	for _, it := range s.Tools {
		w.Beside = append(w.Beside, written.PlanItem{ID: id(), ItemID: it.ID, Each: 1, Use: safety.Open.String()})
	}
	return w
}
