package bench

import (
	"cmp"
	"slices"

	"emblo/core/material"
	"emblo/core/pen"
	"emblo/core/plan"
	"emblo/core/recipe"
	"emblo/core/safety"
	"emblo/core/unit"
	"emblo/core/vessel"
	"emblo/core/written"
)

// maxLacking is how many things may be missing of what is nearly there.
const maxLacking = 1

// fillIn is what a filler is poured into when nobody has said: the way to play that comes first in it.
const fillIn = "dish-tub"

// Makes returns what can be made for a room on a day from the cupboard: mixes and fillers that go in,
// those first that need least care, then by the minutes of hands and of clearing away; then mixes that
// lack one thing. What is here and does not go in is only counted.
func (d Bench) Makes(roomID, playAt string) (written.Makeables, error) {
	out := written.Makeables{Here: []written.Makeable{}, Nearly: []written.Makeable{}}
	at, fault := written.Plan{PlayAt: playAt}.Open()
	if fault != nil {
		return out, fault
	}
	_, g, err := d.Group(roomID, "/room_id", at.Day())
	if err != nil {
		return out, err
	}
	children := len(g.Room().Children)
	for i := range d.Usable {
		r := &d.Usable[i]
		lacking := r.Lacking(d.Here)
		if len(lacking) > maxLacking {
			continue
		}
		m, ready := d.makeMix(r, g, children)
		switch {
		case !ready && len(lacking) == 0:
			out.KeptOut++
		case !ready:
		case len(lacking) == 0:
			out.Here = append(out.Here, m)
		default:
			m.Lacking = append(m.Lacking, d.Pen.Name(lacking[0].ID, lacking[0].Name))
			out.Nearly = append(out.Nearly, m)
		}
	}
	for _, it := range d.Items() {
		if !it.Plays(material.Filler) || !d.Here[it.ID] && !it.Facts.Traits.Has(material.TapWater) {
			continue
		}
		m, ready, err := d.makeFill(&it, roomID, playAt)
		switch {
		case err != nil: // it cannot be poured: nothing is known of its weight
		case ready:
			out.Here = append(out.Here, m)
		default:
			out.KeptOut++
		}
	}
	for _, list := range [][]written.Makeable{out.Here, out.Nearly} {
		slices.SortStableFunc(list, func(a, b written.Makeable) int {
			return cmp.Or(cmp.Compare(care(a), care(b)), cmp.Compare(scarce(a), scarce(b)), cmp.Compare(a.Hands,
				b.Hands), cmp.Compare(a.Name, b.Name))
		})
	}
	return out, nil
}

// care is how much a thing asks of the adult: nothing, usual care, more.
func care(m written.Makeable) int {
	switch {
	case m.Verdict == safety.GoesIn.String():
		return 0
	case m.Mark == safety.UsualMark:
		return 1
	}
	return 2
}

func scarce(m written.Makeable) int {
	if m.Enough {
		return 0
	}
	return 1
}

func (d Bench) makeMix(r *recipe.Recipe, g *safety.Group, children int) (m written.Makeable, ready bool) {
	portion := recipe.DefaultPortion(g.Youngest())
	lines := plan.JudgeMix(*r, portion, safety.Open, g)
	worst := plan.WorstLine(lines)
	if !worst.Assessment.Verdict.Ready() {
		return m, false
	}
	grams, one := portion.Grams(), 1
	m = written.Makeable{Name: d.Pen.Name(r.ID, r.Name), Judged: pen.Usual(worst.Assessment.Verdict,
		plan.Usual(lines)), Base: written.Base{Kind: "mix", RecipeID: r.ID, PortionG: &grams, Colours: &one},
		Lacking: []string{}, Enough: true, For: children}
	if f, ok := worst.Assessment.First(); ok {
		m.Reason = d.Pen.Text(f.InShort())
	}
	m.Hands, m.Waiting = recipe.Minutes(r.Steps)
	if r.Like.ID != "" {
		m.CleanUp = d.Pen.Text(r.Like.CleanUp().Say())
	}
	for i := range r.Lines {
		m.Unweighed = d.unweighed(m.Unweighed, &r.Lines[i].Item)
	}
	if limit, known := d.Weighs.Limit(*r); known {
		if n := int(limit.Made.Over(portion) + 1e-9); n < children {
			m.Enough, m.For = false, n
		}
	}
	return m, true
}

// unweighed adds the name of a thing that is here, and of which nobody knows how much there is.
func (d Bench) unweighed(names []string, it *material.Item) []string {
	name := d.Pen.Name(it.ID, it.Name)
	if _, known := d.Weighs[it.ID]; known || !d.Here[it.ID] || it.Facts.Traits.Has(material.TapWater) ||
		slices.Contains(names, name) {
		return names
	}
	return append(names, name)
}

func (d Bench) makeFill(it *material.Item, roomID, playAt string) (m written.Makeable, ready bool, err error) {
	tub, _ := vessel.Get(fillIn)
	mm := 0.0
	for _, s := range tub.Styles() {
		if mm = s.Depth.Millimetres(); s.Depth.Millimetres() <= 40 {
			break // scooping: digging takes bags
		}
	}
	base := written.Base{Kind: "fill", ItemID: it.ID, VesselID: fillIn, DepthMM: &mm}
	r, err := d.Reckon(written.Plan{RoomID: roomID, PlayAt: playAt, Places: []written.Place{{ID: onlyPlace,
		Base: &base}}})
	if err != nil {
		return m, false, err
	}
	if !r.Verdict.Ready() {
		return m, false, nil
	}
	hands, waiting := recipe.Minutes(r.Timeline)
	m = written.Makeable{Name: d.Pen.Name(it.ID, it.Name), Judged: pen.Usual(r.Verdict, r.Usual()), Base: base,
		Hands: hands, Waiting: waiting,
		CleanUp: d.Pen.Text(it.CleanUp().Say()), Lacking: []string{}, Enough: true, For: len(r.Group.Room().Children)}
	m.Unweighed = d.unweighed(nil, it)
	if f, ok := r.Places[0].Base[0].Assessment.First(); ok {
		m.Reason = d.Pen.Text(f.InShort())
	}
	if have, known := d.Weighs[it.ID]; known && !it.Facts.Traits.Has(material.TapWater) {
		if fill := r.Places[0].Fill; have.Grams() < fill.InAll().Grams() {
			m.Enough, m.For = false, int(have.Over(unit.Grams(fill.InAll().Grams()/float64(fill.Tubs))))*fill.Seats
		}
	}
	return m, true, nil
}
