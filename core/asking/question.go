package asking

import (
	"slices"

	"emblo/core/allergen"
	"emblo/core/gauge"
	"emblo/core/material"
	"emblo/core/say"
	"emblo/core/words"
)

// Kind is how a question is answered.
type Kind string

// The kinds.
const (
	One     Kind = "one"     // one of the options
	Several Kind = "several" // any of the options, or none
	Size    Kind = "size"    // a shape with its sizes in mm
	Figure  Kind = "figure"  // a number
)

// Option is one answer of a question.
type Option struct {
	ID     string
	Words  say.Text
	Detail say.Text // examples; empty for most
}

// Question is something that can be asked of a thing.
type Question struct {
	ID      string
	Text    say.Text
	Kind    Kind
	Unit    say.Text // of a figure
	Options []Option
	*row
}

// row is a question of the table: when it arises, what can be answered and what an answer says.
// best and worst are what its mildest and its most harmful answer make of facts; without a worst
// that is to leave it open.
type row struct {
	id      string
	text    say.Text
	kind    Kind
	unit    say.Text
	top     float64
	defines bool // other questions rest on it: it comes before them
	arises  func(d Dialogue) bool
	options func(d Dialogue) []Option
	tell    func(d *Dialogue, t Told) error
	best    func(f material.Facts) material.Facts
	worst   func(f material.Facts) material.Facts
}

// large is a size that no rule minds.
var large = gauge.Must(gauge.Box, 120, 120, 120)

// with returns the facts with some traits more, and without some.
func with(more, less []material.Trait) func(material.Facts) material.Facts {
	return func(f material.Facts) material.Facts {
		f.Traits = f.Traits.With(more...).Without(less...)
		return f
	}
}

// The questions that others name.
const (
	First = "kind" // what it is nearest to
	Has   = "has"  // any of a list that fits the rooms
)

// forms are what a thing is like in the hand, as people say it.
var forms = map[material.Form]say.Text{
	material.Piece: "pieces that keep their shape", material.Grain: "fine hard grain, under 3 mm",
	material.Powder:   "powder",
	material.SoftFood: "soft: two fingers squash it flat, or it melts in the mouth",
	material.Dough:    "dough, paste, mud or gel",
	material.Liquid:   "liquid", material.Sheet: "flat, like a leaf or a slice",
	material.Strand: "strands, like yarn or noodles",
}

func sortOptions() []Option {
	var all []Option
	for _, s := range sorts() {
		all = append(all, Option{s.ID, s.Name, s.Examples})
	}
	return all
}

func fixed(options ...Option) func(Dialogue) []Option {
	return func(Dialogue) []Option { return options }
}

func told(d Dialogue, id string) bool {
	return slices.ContainsFunc(d.told, func(t Told) bool { return t.Question == id })
}

func (d Dialogue) has(ts ...material.Trait) bool { return d.said().Traits.Any(ts...) }

func (d *Dialogue) say(ts ...material.Trait)  { d.yes = d.yes.Union(material.FeaturesOf(ts...)) }
func (d *Dialogue) deny(ts ...material.Trait) { d.no = d.no.Union(material.FeaturesOf(ts...)) }

// encase says whether a case keeps fingers from magnet or battery: of two, both must be kept.
func (d *Dialogue) encase(kept bool, other material.Trait) {
	enclosed := material.FeaturesOf(material.Enclosed)
	switch {
	case !kept:
		d.no, d.yes = d.no.Union(enclosed), d.yes.Minus(enclosed)
	case d.no.Meet(enclosed).Empty():
		d.yes = d.yes.Union(enclosed)
	}
}

func (d Dialogue) hasOther(word string) bool {
	one, err := material.ParseFeatures(word)
	return err == nil && !d.said().Meet(one).Empty()
}

// offered are the features that a list can still ask about, with those that the name of the thing
// calls for, and the allergens that it could hold.
func (d Dialogue) offered(called material.Features) (material.Features, allergen.Set) {
	by := material.FeaturesOf(material.Rounded, material.Scissors) // asked with the size, and after what is sharp
	called = called.Minus(d.said()).Minus(d.no).Minus(material.Mildening)
	return d.could().Union(called).Minus(d.gone).Minus(by).Minus(notAsked),
		d.sort.holds &^ d.holds &^ d.denied &^ d.goneOf
}

func optionsOf(set material.Features) []Option {
	var all []Option
	for _, one := range set.Each() {
		all = append(all, Option{ID: one.String(), Words: one.Say()})
	}
	return all
}

func allergenOptions(set allergen.Set) []Option {
	var all []Option
	for _, a := range set.List() {
		all = append(all, Option{ID: a.String(), Words: say.Text(a.String())})
	}
	return all
}

// question returns the question by its id, where it arises and is not answered.
func (d Dialogue) question(id string) (Question, bool) {
	at := slices.IndexFunc(d.Questions(), func(q Question) bool { return q.ID == id })
	if at < 0 {
		return Question{}, false
	}
	return d.Questions()[at], true
}

// Questions returns what can be asked now: at first what the thing is nearest to, then all that
// arises and is not answered.
func (d Dialogue) Questions() []Question {
	var all []Question
	for i := range questions {
		r := &questions[i]
		if told(d, r.id) && r.id != Has || d.sort == nil && r.id != First || !r.arises(d) {
			continue
		}
		q := Question{ID: r.id, Text: r.text, Kind: r.kind, Unit: r.unit, row: r}
		if r.options != nil {
			q.Options = r.options(d)
		}
		all = append(all, q)
	}
	return all
}

// admits reports whether an answer picks what was offered, and as much of it as the question
// allows.
func (q Question) admits(t Told) error {
	if (t.Solid != "" || len(t.Sizes) > 0) && q.Kind != Size {
		return wrong("solid", "the question %q is not about a size", q.ID)
	}
	if t.Figure != nil && q.Kind != Figure {
		return wrong("figure", "the question %q does not ask for a number", q.ID)
	}
	if (len(t.Of) > 0 || len(t.Unsure) > 0) && q.ID != Has {
		return wrong("of", "what is offered by %q does not vary", q.ID)
	}
	for _, u := range t.Unsure {
		if !slices.Contains(t.Of, u) || slices.Contains(t.Picks, u) {
			return wrong("unsure", "%q was not offered, or is said to be true", words.Cut(u))
		}
	}
	if q.Kind == One && !t.Unknown && len(t.Picks) != 1 {
		return wrong("picks", "the question %q needs one answer", q.ID)
	}
	for i, p := range t.Picks {
		offered := slices.ContainsFunc(q.Options, func(o Option) bool { return o.ID == p })
		if q.ID == Has {
			offered = slices.Contains(t.Of, p)
		}
		if !offered {
			return wrong("picks", "%q is no answer to the question %q", words.Cut(p), q.ID)
		}
		if slices.Contains(t.Picks[:i], p) {
			return wrong("picks", "%q is picked twice", words.Cut(p))
		}
	}
	return nil
}
