// Package batch says what a batch of a mix, or a tub of a filler that stands ready, has become by all that
// happened to it: what is in it, until when it may be used and why not longer, and how it ends. Nothing
// that happens makes a batch milder or younger than its parts: an allergen that went in stays in, salt is
// taken at its saltiest, and a day that was a limit stays one.
package batch

import (
	"fmt"
	"slices"

	"emblo/core/age"
	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/safety"
	"emblo/core/unit"
)

// Kind is what happened to a batch.
type Kind uint8

// The kinds.
const (
	Added     Kind = iota // something was worked into it
	Used                  // it was played with
	Moved                 // it stands in another room
	Inspected             // somebody looked it over
	SetAside              // a part of it became a batch of its own
	Discarded             // it is over
)

var kindWords = [...]string{Added: "added", Used: "used", Moved: "moved", Inspected: "inspected", SetAside: "set-aside",
	Discarded: "discarded"}

// String returns the word for the kind.
func (k Kind) String() string { return kindWords[k] }

// ParseKind reads what String writes.
func ParseKind(word string) (Kind, error) {
	at := slices.Index(kindWords[:], word)
	if at < 0 {
		return 0, fmt.Errorf("%q is nothing that happens to a batch", word)
	}
	return Kind(at), nil
}

// Event is one thing that happened. Events are only ever added.
type Event struct {
	Kind Kind
	On   age.Date
	// Item and Mass are what was added; Mass is also what was set aside.
	Item material.Item
	Mass unit.Mass
	// Room is where it was used, or stands from then on.
	Room string
	// Mouthed says that some child of the room that used it mouths, or that somebody saw it; Ill that
	// something catching went round.
	Mouthed, Ill bool
	// Signs are what was seen when it was looked over; none is a pass.
	Signs []Sign
}

// Made is how a batch began.
type Made struct {
	// Recipe is what it was made by, with the ingredients as they really went in. Fill is what stands in
	// the tub instead; its recipe is then empty.
	Recipe recipe.Recipe
	Fill   []material.Item
	Mass   unit.Mass
	// On is the day; the zero date where it was found and nobody knows.
	On   age.Date
	Room string
	// Chilled says that it was closed at once and stands in the fridge.
	Chilled bool
}

// IsMix reports whether it was made by a recipe.
func (m Made) IsMix() bool { return len(m.Fill) == 0 }

// Part is something that was added to a batch.
type Part struct {
	Item material.Item
	Mass unit.Mass
	On   age.Date
}

// State is what a batch is after all that happened to it.
type State struct {
	Made  Made
	Later []Part // what was added, in order
	Room  string // where it stands
	// Left is how much there is, as far as it was noted.
	Left unit.Mass
	Uses int
	// Looked is when it last passed a look-over; the zero date for never.
	Looked age.Date
	// Over is why it is over; its zero value while it is not.
	Over Limit
	salt unit.Maybe[float64] // at its saltiest
	own  []Limit             // that came with what happened
}

// Fold returns what a batch is after events, in the order in which they happened.
func Fold(m Made, events []Event) State {
	s := State{Made: m, Room: m.Room, Left: m.Mass}
	s.salt = s.facts(unit.Grams(1)).Salt
	return s.Then(events)
}

// Then returns what a batch is after more events.
func (s State) Then(events []Event) State {
	for _, e := range events {
		s = s.after(e)
	}
	return s
}

func (s State) after(e Event) State {
	switch e.Kind {
	case Added:
		s.Later = append(slices.Clip(s.Later), Part{e.Item, e.Mass, e.On})
		s.Left = s.Left.Plus(e.Mass)
		s.own = append(slices.Clip(s.own), s.byAddition(e)...)
		s.salt = saltier(s.salt, s.facts(unit.Grams(1)).Salt)
	case Used:
		if s.Uses++; e.Room != "" {
			s.Room = e.Room
		}
		s.own = append(slices.Clip(s.own), s.byUse(e)...)
	case Moved:
		s.Room = e.Room
	case Inspected:
		if l := worstSign(e.Signs); l != "" {
			s = s.over(Limit{e.On, l})
		} else if _, _, helps := s.LookOver(); helps {
			s.Looked = e.On
		}
	case SetAside:
		s.Left = unit.Grams(max(0, s.Left.Minus(e.Mass).Grams()))
	case Discarded:
		s = s.over(Limit{e.On, "it was thrown away"})
	}
	return s
}

// over ends a batch; what ended it first stays the reason.
func (s State) over(l Limit) State {
	if s.Over.Why == "" {
		s.Over = l
	}
	return s
}

// saltier returns the higher share of salt; not known where either is not.
func saltier(a, b unit.Maybe[float64]) unit.Maybe[float64] {
	x, known := a.Get()
	y, also := b.Get()
	if !known || !also {
		return unit.Maybe[float64]{}
	}
	return unit.Known(max(x, y))
}

// Part returns a batch of a part of this one: what it is made of, how old it is and all that limits it go
// along.
func (s State) Part(mass unit.Mass, room string) State {
	s.Left, s.Made.Mass, s.Room = mass, mass, room
	return s
}

// Now returns the recipe with all that is in the batch by now. With raw flour or egg worked in, what was
// heated through is not any more; it has been hot all the same.
func (s State) Now() recipe.Recipe {
	r := s.Made.Recipe
	r.Lines = slices.Clone(r.Lines)
	for _, p := range s.Later {
		if r.Heated && p.Item.Facts.Traits.Any(material.RawFlour, material.RawEgg) {
			r.Heated, r.Hot = false, true
		}
		at := slices.IndexFunc(r.Lines, func(l recipe.Line) bool {
			return l.Item.ID == p.Item.ID && p.Item.ID != "" && !l.AsNeeded()
		})
		if at < 0 {
			r.Lines = append(r.Lines, recipe.Line{Item: p.Item, Amount: unit.OfMass(p.Mass)})
			continue
		}
		r.Lines[at].Amount = r.Lines[at].Amount.Plus(unit.OfMass(p.Mass))
	}
	return r
}

// facts returns what a rule may ask of the mix by what is in it by now; raw flour and egg that were added
// to what had been heated are raw.
func (s State) facts(portion unit.Mass) material.Facts {
	f := s.Now().Facts(portion)
	for _, p := range s.Later {
		f.Traits = f.Traits.Union(p.Item.Facts.Traits.Meet(raw))
	}
	return f
}

var raw = material.TraitsOf(material.RawFlour, material.RawEgg)

// Subject is something of a batch that a rule judges.
type Subject struct {
	Name  string
	Facts material.Facts
}

// Subjects returns what is judged when each child has a portion of the batch on a day: the mix, or each
// filler of the tub, and everything that stays whole in it.
func (s State) Subjects(portion unit.Mass, on age.Date) (all []Subject) {
	add := func(name string, f material.Facts) {
		f.Uses, f.Portion = material.Read(float64(s.Uses)), unit.OfMass(portion)
		f.KeptDays = material.NotRead()
		if !s.Made.On.IsZero() {
			f.KeptDays = material.Read(float64(max(0, on.Sub(s.Made.On))))
		}
		f.Expired = !s.UsableOn(on)
		all = append(all, Subject{name, f})
	}
	for _, it := range s.Made.Fill {
		add(it.Name, it.Facts)
	}
	if s.Made.IsMix() {
		f := s.facts(portion)
		f.Salt = s.salt
		add(s.Made.Recipe.Name, f)
		if was := s.Made.Recipe.Facts(portion); was.Traits.Has(material.Food) && !f.Traits.Has(material.Food) {
			was.Salt = s.salt
			add(s.Made.Recipe.Name, was) // what is asked of food is asked of it still
		}
		for _, it := range s.Made.Recipe.Solids() {
			add(it.Name, it.Facts)
		}
	}
	for _, p := range s.Later {
		if !s.Made.IsMix() || recipe.StaysWhole(p.Item) {
			add(p.Item.Name, p.Item.Facts)
		}
	}
	return all
}

// Verdict judges a portion of the batch for a group on a day: the worst of its parts.
func (s State) Verdict(portion unit.Mass, on age.Date, use safety.Use, g *safety.Group) (v safety.Verdict) {
	for _, one := range s.Subjects(portion, on) {
		subject := safety.Prepare(one.Name, one.Facts)
		v = safety.Worst(v, g.Judge(&subject, use).Verdict)
	}
	return v
}
