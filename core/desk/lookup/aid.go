package lookup

import (
	"emblo/core/age"
	"emblo/core/aid"
	"emblo/core/material"
	"emblo/core/naming"
	"emblo/core/safety"
	"emblo/core/say"
	"emblo/core/written"
)

// Aid returns the cards for when something has happened. What a step takes from the shelf is
// judged for every room as it lies in an adult's hand and on a child's skin: where it does not
// go in, the room is told what to do instead.
func (d LookUp) Aid(today age.Date) []written.AidCard {
	out := make([]written.AidCard, 0, len(aid.Cards()))
	for _, c := range aid.Cards() {
		w := written.AidCard{ID: c.ID, Title: d.Pen.Text(say.Text(c.Title)), Call: d.Pen.Text(say.Text(c.Call)),
			Source: d.Pen.Text(say.Text(c.Ground.Source)), Standing: d.Pen.Text(say.Text(c.Ground.Standing)),
			Steps: make([]written.AidStep, 0, len(c.Steps))}
		for _, s := range c.Steps {
			w.Steps = append(w.Steps, written.AidStep{Do: d.Pen.Text(say.Text(s.Do)), Not: d.notFor(s, today)})
		}
		out = append(out, w)
	}
	return out
}

func (d LookUp) notFor(s aid.Step, today age.Date) []written.AidNot {
	if s.Else == "" {
		return nil
	}
	it, ok := d.Get(s.Takes)
	if !ok {
		return nil
	}
	if s.Kneaded {
		it.Facts.Form = material.Dough
	}
	var not []written.AidNot
	m := naming.Only(it)
	for _, r := range d.InOrder {
		v, _ := d.judge(r, m, naming.Ask{Use: safety.Open, Subject: d.Subject}, today)
		if v.Ready {
			continue
		}
		n := written.AidNot{Room: r.Name(), Thing: d.Pen.Name(it.ID, it.Name), Judged: v.Judged,
			Else: d.Pen.Text(say.Text(s.Else))}
		if len(v.Findings) > 0 {
			n.Reason = v.Findings[0].Reason
		}
		not = append(not, n)
	}
	return not
}
