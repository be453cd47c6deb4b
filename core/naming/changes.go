package naming

import (
	"slices"
	"strconv"
	"strings"

	"emblo/core/material"
	"emblo/core/phrase"
	"emblo/core/say"
	"emblo/core/unit"
	"emblo/core/words"
)

// Change is something that can be done to a thing, or has been, and that its verdict follows.
type Change struct {
	// Said tells it in words.
	Said say.Text
	// Done reports whether the words of the thing say it already.
	Done bool
	// Words name the thing once it is done, or once it is not done any more.
	Words string
	// Plain is the id of the thing, where by then nothing is said of it beside its name: another of the
	// shelf, where that is what it becomes, as rice that is cooked.
	Plain string
	// State is what is done, or taken back; empty for a length.
	State phrase.State
	// Poured says that it is still one thing as it can be poured: what is cut is of any size up to its own.
	Poured bool
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
// read back as that thing so changed, or is another thing of the shelf by then. Nothing is offered beside what a packet
// claims, which no tap may take away. Of what changes no verdict, as rinsing, nothing is offered: it is read where it
// is typed.
func (n *Namer) Changes(m Meaning) (all []Change) {
	it, one := m.thing()
	if !one || len(m.Said.Claims) > 0 {
		return nil
	}
	shelf, known := n.Thing(it.Name)
	if !known || shelf.ID != it.ID {
		return nil
	}
	offered := offeredFor(m.Said.Length)
	for i, d := range offered {
		done := d.saidIn(m.Said)
		if !done && (!d.of(shelf.Facts) || strings.HasPrefix(strings.ToLower(it.Name), d.before+" ")) {
			continue
		}
		if c, is := n.becomes(it, d); is && m.Said.Plain() {
			all = append(all, c)
			continue
		}
		words := naming(it.Name, offered, func(j int, x doable) bool {
			return (j == i) != done && (j == i || x.saidIn(m.Said) && (x.mm == 0 || d.mm == 0))
		})
		read := n.Resolve(words, "")
		back, same := read.thing()
		if !same || back.ID != it.ID || d.saidIn(read.Said) == done {
			continue
		}
		plain := ""
		if read.Said.Plain() {
			plain = it.ID
		}
		_, poured := read.One()
		all = append(all, Change{Said: d.say(), Done: done, Words: words, Plain: plain, State: d.state, Poured: poured})
	}
	return all
}

// becomes returns what makes a thing another one of the shelf: "white rice, dry" that is cooked is cooked rice.
func (n *Namer) becomes(it material.Item, d doable) (Change, bool) {
	name, _, _ := strings.Cut(it.Name, ",")
	if d.before == "" {
		return Change{}, false
	}
	read := n.Resolve(d.before+" "+name, "")
	other, one := read.One()
	if !one || other.ID == it.ID || !read.Said.Plain() || read.Meant != "" {
		return Change{}, false
	}
	return Change{Said: d.say(), Words: other.Name, Plain: other.ID, State: d.state,
		Poured: other.Plays(material.Filler)}, true
}

// offeredFor are the changes that are offered for a thing, with the length that it was cut to.
func offeredFor(length unit.Maybe[unit.Length]) []doable {
	mm, sized := length.Get()
	if !sized || slices.ContainsFunc(doables, func(d doable) bool { return d.mm == mm.Millimetres() }) {
		return doables
	}
	own := doable{mm: mm.Millimetres(), behind: "cut to " + strconv.FormatFloat(mm.Millimetres(), 'f', -1, 64) + " mm",
		of: func(material.Facts) bool { return true }}
	return append(slices.Clone(doables), own)
}

// Done returns what words say was done to the one thing that they mean, where that is all that they say of it; nil
// where it is as it is on the shelf, or more is said.
func (n *Namer) Done(m Meaning) (done []phrase.State) {
	it, one := m.One()
	_, sized := m.Said.Length.Get()
	if !one || sized || len(m.Said.Claims) > 0 || m.Said.Use != "" && m.Said.Use != "open" {
		return nil
	}
	for _, s := range m.Said.States {
		if !s.Neutral() {
			done = append(done, s)
		}
	}
	shelf, known := n.Thing(it.Name)
	if _, ok := Changed(shelf, done); !known || shelf.ID != it.ID || !ok {
		return nil
	}
	return done
}

// Changed returns a thing with what was done to it, called so; ok is false for what is none of the changes that are
// offered, and where it leaves open how much of the thing is so, as cutting does.
func Changed(it material.Item, done []phrase.State) (changed material.Item, ok bool) {
	for i, s := range done {
		if slices.Contains(done[:i], s) || !slices.ContainsFunc(doables, func(d doable) bool { return d.state == s }) {
			return it, false
		}
	}
	x := Member{Item: &it}.inState(phrase.Said{States: done})
	changed = *x.Item
	changed.Name = naming(it.Name, doables, func(_ int, d doable) bool {
		return d.mm == 0 && slices.Contains(done, d.state)
	})
	return changed, len(x.also) == 0
}

// thing returns the one thing that words mean, in whatever state.
func (m Meaning) thing() (material.Item, bool) {
	if len(m.Members) != 1 || m.Members[0].Item == nil || len(m.Each) > 0 {
		return material.Item{}, false
	}
	return *m.Members[0].Item, true
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

// naming names a thing with the changes that are wanted, as somebody would say it.
func naming(name string, all []doable, wanted func(int, doable) bool) string {
	said := name
	for i, d := range all {
		switch {
		case !wanted(i, d):
		case d.before != "":
			said = strings.ToUpper(d.before[:1]) + d.before[1:] + " " + words.Lower(said)
		case strings.Contains(said, ","):
			said += ", " + d.behind
		default:
			said += " " + d.behind
		}
	}
	return said
}
