// Package asking describes a thing that nobody knows by asking. A dialogue holds what has been
// answered; what is not answered, or not known, stays open and is never cleared. It knows which
// question can still change a verdict, and asks that one next.
//
// The first question finds what the thing is nearest to, its Sort. That alone denies most of
// what a thing can have: a sheet of paper has no mouthpiece. What the sort could have is then
// asked about, the most harmful first.
package asking

import (
	"errors"
	"fmt"
	"math"
	"slices"

	"emblo/core/allergen"
	"emblo/core/gauge"
	"emblo/core/material"
	"emblo/core/unit"
	"emblo/core/words"
)

// Told is one answer. Unknown says that nobody knows; then nothing else is given.
type Told struct {
	Question string
	Unknown  bool
	// Picks are the options that hold; none of them is an answer too.
	Picks []string
	// Of are the options that were offered, where that depends on the room, and Unsure those of
	// them that nobody knows.
	Of, Unsure []string
	// Solid and Sizes, in mm, answer the question of the size.
	Solid string
	Sizes []float64
	// Figure answers a question for a number.
	Figure *float64
}

// Wrong says which part of an answer does not read, and why.
type Wrong struct {
	Field  string // as in Told, in small letters: question, picks, of, unsure, solid, sizes_mm, figure
	Reason string // a clause
}

// Error returns the reason.
func (w *Wrong) Error() string { return w.Reason }

func wrong(field, format string, args ...any) error {
	return &Wrong{field, fmt.Sprintf(format, args...)}
}

// Dialogue is what has been answered of a thing so far. The zero value is its beginning.
// Dialogues are immutable.
type Dialogue struct {
	told []Told
	sort *Sort
	form material.Form

	yes, no  material.Features // said of it, and denied
	gone     material.Features // offered and not answered: not offered again
	holds    allergen.Set
	may      allergen.Set
	denied   allergen.Set
	goneOf   allergen.Set
	eaten    bool // it has been said whether it is food
	contents bool // what is in it has been listed
	salted   bool
	salt     unit.Maybe[float64]
	size     gauge.Solid
	figures  map[string]float64
}

// Told returns the answers in the order they were given.
func (d Dialogue) Told() []Told { return slices.Clone(d.told) }

// Read returns the dialogue of some answers. The error is a *Wrong, with the number of the answer
// that it is about.
func Read(told []Told) (d Dialogue, at int, err error) {
	for i, t := range told {
		if d, err = d.Tell(t); err != nil {
			return Dialogue{}, i, err
		}
	}
	return d, 0, nil
}

// Tell returns the dialogue with one more answer. An answer to a question that does not arise, or
// that contradicts what has been said, is a *Wrong.
func (d Dialogue) Tell(t Told) (Dialogue, error) {
	q, ok := d.question(t.Question)
	if !ok {
		if slices.ContainsFunc(d.told, func(x Told) bool { return x.Question == t.Question }) && t.Question != Has {
			return d, wrong("question", "the question %q is answered twice", words.Cut(t.Question))
		}
		return d, wrong("question", "the question %q does not arise", words.Cut(t.Question))
	}
	if t.Unknown && (len(t.Picks) > 0 || len(t.Unsure) > 0 || t.Solid != "" || len(t.Sizes) > 0 || t.Figure != nil) {
		return d, wrong("unknown", "it is answered, and not known")
	}
	if err := q.admits(t); err != nil {
		return d, err
	}
	n := d
	n.told = append(slices.Clone(d.told), t)
	if err := q.tell(&n, t); err != nil {
		return d, err
	}
	if why := n.said().Traits.Contradiction(); why != "" {
		return d, wrong("picks", "%s", why)
	}
	var bad *material.Bad
	if _, err := n.facts().Settled(); errors.As(err, &bad) {
		return d, wrong("picks", "%s", bad.Reason)
	}
	return n, nil
}

// Without returns the numbers of the answers that fall when one is taken back: that one, and what
// was asked only because of it.
func (d Dialogue) Without(at int) (fall []int) {
	var n Dialogue
	for i, t := range d.told {
		next, err := n.Tell(t)
		if i == at || err != nil {
			fall = append(fall, i)
			continue
		}
		n = next
	}
	return fall
}

// said returns what the thing is said to have.
func (d Dialogue) said() material.Features {
	if d.sort == nil {
		return d.yes
	}
	return d.sort.has.Union(d.yes)
}

// could returns what it may have besides, as far as that has not been denied and does not
// contradict what has been said.
func (d Dialogue) could() (open material.Features) {
	if d.sort == nil {
		return open
	}
	said := d.said()
	for _, one := range d.sort.could.Minus(said).Minus(d.no).Each() {
		if said.Union(one).Traits.Contradiction() == "" {
			open = open.Union(one)
		}
	}
	return open
}

// Facts returns what is known by the answers. What could be true and was not denied is left open.
func (d Dialogue) Facts() material.Facts {
	f, _ := d.facts().Settled() // Tell refuses what contradicts the form
	if f.Form == material.Piece && f.Open.Traits.Has(material.Hard) {
		// So small that it is a grain where it is hard: neither as long as nobody has said.
		hard := f
		hard.Traits = f.Traits.With(material.Hard)
		if hard, _ = hard.Settled(); hard.Form != f.Form {
			f.Form = material.FormUnknown
		}
	}
	if d.sort != nil && d.plain() && f.Form != material.FormUnknown && !f.Form.GaugeJudges() {
		f.Traits = f.Traits.With(material.NotFood) // what runs through the fingers and is no food
	}
	return f
}

// plain reports whether it is said to be neither food nor a substance.
func (d Dialogue) plain() bool {
	return (d.sort.eaten == "no" || d.eaten) && !d.has(material.Food, material.NotFood)
}

func (d Dialogue) facts() material.Facts {
	var f material.Facts
	f.Form = d.form
	if f.Form.GaugeJudges() {
		f.Smallest, f.Largest = d.size, d.size
	}
	f = f.Having(d.said())
	for word, v := range d.figures {
		f = f.Reading(word, v)
	}
	if long := longest(d.size); f.Form == material.Strand && !f.Cord.There() && !f.Traits.Has(material.Food) {
		// What is long and thin is a cord itself.
		f.Cord = material.NotRead()
		if d.size.Known() {
			f.Cord = material.Read(long)
		}
	}
	f.Allergens, f.MayContain = d.holds, d.may
	if d.sort != nil {
		f = f.LeftOpen(d.could())
		f.TraitsKnown = d.sort.eaten != "ask" || d.eaten
		f.UsuallyContains = d.sort.holds &^ d.holds &^ d.denied
		f.ContentsKnown = d.contents || !d.sort.contents
	}
	f.Denied = d.no
	if f.Salt = d.salt; f.ContentsKnown && !d.salted {
		f.Salt = unit.Known(0.0)
	}
	return f
}

func longest(s gauge.Solid) float64 {
	_, _, long := s.Extents()
	return long
}

// features reads words of features and allergens.
func features(picked []string) (set material.Features, holds allergen.Set, err error) {
	for _, w := range picked {
		if one, err := material.ParseFeatures(w); err == nil {
			set = set.Union(one)
			continue
		}
		one, err := allergen.ParseContents(w)
		if err != nil {
			return set, holds, wrong("picks", "%q is nothing that can be picked", words.Cut(w))
		}
		holds = holds.Union(one)
	}
	return set, holds, nil
}

// figure reads a number that a question asks for.
func figure(t Told, low, top float64, unit string) (float64, error) {
	if t.Figure == nil {
		return 0, wrong("figure", "a number of %s is missing", unit)
	}
	if v := *t.Figure; !(v >= low && v <= top) || math.IsNaN(v) {
		return 0, wrong("figure", "it needs a number of %s from %g to %g", unit, low, top)
	}
	return *t.Figure, nil
}
