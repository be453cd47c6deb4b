package safety

import (
	"emblo/core/material"
	"emblo/core/room"
	"emblo/core/unit"
)

// Says returns what the rule with the given id says of the example by itself: one child,
// one adult, nothing else in the room unless the example says so.
func (e Example) Says(rule string) (Verdict, error) {
	f, err := e.Thing.Facts(material.Standard().Named)
	if err != nil {
		return 0, err
	}
	if !f.Portion.Known() {
		f.Portion = unit.OfMass(unit.Grams(1))
	}
	child := room.Child{Label: "EX", Months: e.Months, Mouths: room.TriOf(e.Mouths)}
	r, p := room.Room{Adults: 1}, Policy{}
	if e.change != nil {
		e.change(&scenery{&f, &child, &r, &p})
	}
	r.Children = []room.Child{child}
	g, err := NewGroup(r, room.StrictestTable(), p)
	if err != nil {
		return 0, err
	}
	subject := Prepare(e.Words, f)
	a := g.Judge(&subject, e.Use)
	for _, o := range a.objections {
		if o.rule.ID == rule {
			return o.verdict, nil
		}
	}
	return GoesIn, nil
}
