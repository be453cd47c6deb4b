package naming

import (
	"slices"
	"strings"

	"emblo/core/material"
	"emblo/core/phrase"
	"emblo/core/say"
	"emblo/core/unit"
)

// Change is something that can be done to a thing, or has been, and that its verdict follows.
type Change struct {
	// Said tells it in words.
	Said say.Text
	// Done reports whether the words of the thing say it already.
	Done bool
	// Words name the thing once it is done, or once it is not done any more.
	Words string
	// Plain is the id of the thing, where by then nothing is said of it beside its name.
	Plain string
}

// doable is one change: how it is said before the name of a thing or behind it, and of what it makes sense.
type doable struct {
	state  phrase.State
	mm     float64 // a length that it is cut to, in place of a state
	before string
	behind string
	of     func(material.Facts) bool
}

func isFood(f material.Facts) bool { return f.Traits.Has(material.Food) }

func inPieces(f material.Facts) bool { return f.Form.GaugeJudges() }

func isCord(f material.Facts) bool { return f.Cord.There() || f.Form == material.Strand }

// by returns whether a thing is another one in a state.
func by(st phrase.State) func(material.Facts) bool {
	return func(f material.Facts) bool { return changed(f, st) != f }
}

func fromOutdoors(f material.Facts) bool { return f.Traits.Has(material.Outdoors) }

// doables are the changes that are offered, the usual ones first. Of a thing that they make no other, none is.
var doables = []doable{
	{state: phrase.Cooked, before: "cooked", of: by(phrase.Cooked)},
	{state: phrase.Frozen, before: "frozen", of: func(f material.Facts) bool {
		return isFood(f) && f.Form != material.Powder && f.Form != material.Grain && !f.Traits.Has(material.Ice)
	}},
	{state: phrase.Dyed, before: "coloured", of: func(f material.Facts) bool {
		solid := f.Form == material.Grain || f.Form == material.Piece
		return isFood(f) && solid && (f.Traits.Has(material.Single) || f.Traits.Has(material.Hard))
	}},
	{state: phrase.Dried, before: "dried", of: by(phrase.Dried)},
	{state: phrase.Smaller, behind: "cut up", of: inPieces},
	{state: phrase.Halved, behind: "cut in half", of: func(f material.Facts) bool { return isFood(f) && inPieces(f) }},
	{mm: 50, behind: "cut to 50 mm", of: isCord},
	{mm: 200, behind: "cut to 200 mm", of: isCord},
	{state: phrase.Blunted, behind: "with points off", of: by(phrase.Blunted)},
	{state: phrase.Painted, before: "painted", of: fromOutdoors},
	{state: phrase.Damaged, before: "broken", of: func(f material.Facts) bool {
		return !isFood(f) && inPieces(f) && !fromOutdoors(f)
	}},
}

// Changes returns what can be done to the one thing that words mean, and what they say has been done: only what is
// read back as that thing so changed. Nothing is offered beside what a packet claims or a length of its own, which no
// tap may take away.
func (n *Namer) Changes(m Meaning) (all []Change) {
	it, one := m.thing()
	if !one || len(m.Said.Claims) > 0 || !told(m.Said.Length) {
		return nil
	}
	shelf, known := n.Thing(it.Name)
	if !known || shelf.ID != it.ID {
		return nil
	}
	for i, d := range doables {
		done := d.saidIn(m.Said)
		if !d.of(shelf.Facts) && !done {
			continue
		}
		words := naming(it.Name, func(j int, x doable) bool {
			return (j == i) != done && (j == i || x.saidIn(m.Said) && (x.mm == 0 || d.mm == 0))
		})
		read := n.Resolve(words, "")
		if back, same := read.thing(); !same || back.ID != it.ID || d.saidIn(read.Said) == done {
			continue
		}
		plain := ""
		if read.Said.Plain() {
			plain = it.ID
		}
		all = append(all, Change{Said: d.say(), Done: done, Words: words, Plain: plain})
	}
	return all
}

// thing returns the one thing that words mean, in whatever state.
func (m Meaning) thing() (material.Item, bool) {
	if len(m.Members) != 1 || m.Members[0].Item == nil || len(m.Each) > 0 {
		return material.Item{}, false
	}
	return *m.Members[0].Item, true
}

// told reports whether a length is none, or one that is offered.
func told(length unit.Maybe[unit.Length]) bool {
	mm, sized := length.Get()
	return !sized || slices.ContainsFunc(doables, func(d doable) bool { return d.mm == mm.Millimetres() })
}

func (d doable) saidIn(said phrase.Said) bool {
	if d.mm > 0 {
		mm, sized := said.Length.Get()
		return sized && mm.Millimetres() == d.mm
	}
	return said.Has(d.state)
}

func (d doable) say() say.Text {
	if d.mm > 0 {
		return say.F("cut to {length} mm", say.Figure(d.mm))
	}
	return stateWords[d.state]
}

// naming names a thing with the changes that are wanted.
func naming(name string, wanted func(int, doable) bool) string {
	words := []string{name}
	for i, d := range doables {
		if !wanted(i, d) {
			continue
		}
		if d.before != "" {
			words = append([]string{d.before}, words...)
		} else {
			words = append(words, d.behind)
		}
	}
	return strings.Join(words, " ")
}
