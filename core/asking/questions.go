package asking

import (
	"maps"
	"slices"
	"strings"

	"emblo/core/allergen"
	"emblo/core/gauge"
	"emblo/core/material"
	"emblo/core/say"
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
	material.Piece: "pieces that hold their shape", material.Grain: "fine hard grain, under 3 mm", material.Powder: "powder",
	material.SoftFood: "soft: two fingers squash it flat, or it melts in the mouth", material.Dough: "dough, paste, mud or gel",
	material.Liquid: "liquid", material.Sheet: "flat, like a leaf or a slice", material.Strand: "strands, like yarn or noodles",
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

// questions is every question but those for a figure, in the order they are asked where nothing
// speaks for another.
var questions = []row{
	{
		id: "kind", text: "What is it nearest to?", kind: One,
		arises:  func(d Dialogue) bool { return true },
		options: func(Dialogue) []Option { return sortOptions() },
		tell: func(d *Dialogue, t Told) error {
			id := Else
			if !t.Unknown {
				id = t.Picks[0]
			}
			d.sort, _ = sortByID(id)
			if len(d.sort.forms) == 1 {
				d.form = d.sort.forms[0]
			}
			if d.sort.eaten == "yes" {
				d.say(material.Food)
			}
			return nil
		},
	},
	{
		id: "magnet", text: "Does it hold a magnet?", kind: One,
		arises:  func(d Dialogue) bool { return d.has(material.MayHoldMagnet) },
		options: fixed(Option{ID: "loose", Words: "Yes, loose, glued in or in a thin case"}, Option{ID: "screwed", Words: "Yes, in a case that is screwed shut and whole"}, Option{ID: "none", Words: "No"}),
		best:    with(nil, []material.Trait{material.MayHoldMagnet}),
		tell: func(d *Dialogue, t Told) error {
			if t.Unknown {
				return nil
			}
			d.yes = d.yes.Minus(material.FeaturesOf(material.MayHoldMagnet))
			if t.Picks[0] == "none" {
				d.deny(material.MayHoldMagnet, material.Magnet)
				return nil
			}
			d.say(material.Magnet)
			d.encase(t.Picks[0] == "screwed", material.Battery)
			return nil
		},
	},
	{
		id: "battery", text: "Where is its battery?", kind: One,
		arises:  func(d Dialogue) bool { return d.has(material.Battery) },
		options: fixed(Option{ID: "open", Words: "Where fingers can get at it"}, Option{ID: "screwed", Words: "In a case that is screwed shut and whole"}),
		best:    with([]material.Trait{material.Enclosed}, nil),
		tell: func(d *Dialogue, t Told) error {
			d.encase(!t.Unknown && t.Picks[0] == "screwed", material.Magnet)
			return nil
		},
	},
	{
		id: "scissors", text: "Are they scissors with round ends?", kind: One,
		arises:  func(d Dialogue) bool { return d.has(material.Sharp) && d.sort.could.Traits.Has(material.Scissors) },
		options: fixed(Option{ID: "yes", Words: "Yes"}, Option{ID: "no", Words: "No"}),
		best:    with([]material.Trait{material.Scissors}, nil),
		tell: func(d *Dialogue, t Told) error {
			if !t.Unknown && t.Picks[0] == "yes" {
				d.say(material.Scissors)
			}
			return nil
		},
	},
	{
		id: "soaked", text: "Is it soaked until no dry bit is left?", kind: One,
		arises:  func(d Dialogue) bool { return d.has(material.Swells) && d.has(material.Food) },
		options: fixed(Option{ID: "yes", Words: "Yes"}, Option{ID: "no", Words: "No"}),
		best:    with([]material.Trait{material.Hydrated}, nil),
		tell: func(d *Dialogue, t Told) error {
			if !t.Unknown && t.Picks[0] == "yes" {
				d.say(material.Hydrated)
			}
			return nil
		},
	},
	{
		id: "form", text: "What is it like in the hand?", kind: One, defines: true,
		arises: func(d Dialogue) bool { return len(d.sort.forms) > 1 },
		options: func(d Dialogue) []Option {
			all := make([]Option, len(d.sort.forms))
			for i, f := range d.sort.forms {
				all[i] = Option{ID: f.String(), Words: forms[f]}
			}
			return all
		},
		tell: func(d *Dialogue, t Told) error {
			if !t.Unknown {
				d.form, _ = material.ParseForm(t.Picks[0]) // an option of the question is a form
			}
			return nil
		},
	},
	{
		id: "eaten", text: "Is it food?", kind: One, defines: true,
		arises: func(d Dialogue) bool { return d.sort.eaten == "ask" },
		options: func(d Dialogue) []Option {
			all := []Option{{ID: "food", Words: "Food, and nothing but food in it"}, {ID: "not-food", Words: "No: soap, glue, paint, a cosmetic, soil or the like"}}
			if d.form == material.FormUnknown || d.form.GaugeJudges() {
				all = append(all, Option{ID: "neither", Words: "A plain object, nothing to eat or rub in"})
			}
			return all
		},
		best: func(f material.Facts) material.Facts {
			f.TraitsKnown = true
			if !f.Traits.Any(material.Food, material.NotFood) && !f.Form.GaugeJudges() {
				f.Traits = f.Traits.With(material.Food)
			}
			return f
		},
		tell: func(d *Dialogue, t Told) error {
			if t.Unknown {
				return nil
			}
			d.eaten = true
			switch t.Picks[0] {
			case "food":
				d.say(material.Food)
			case "not-food":
				d.say(material.NotFood)
			}
			return nil
		},
	},
	{
		id: Has, text: "Has it any of these?", kind: Several,
		arises: func(Dialogue) bool { return true },
		best: func(f material.Facts) material.Facts {
			f = f.Known()
			f.UsuallyContains = 0
			return f
		},
		tell: func(d *Dialogue, t Told) error {
			of, ofHolds, err := features(t.Of)
			if err != nil || len(t.Of) == 0 || !of.Meet(notAsked).Empty() {
				return wrong("of", "say which of them were offered")
			}
			if t.Unknown {
				d.gone, d.goneOf = d.gone.Union(of), d.goneOf.Union(ofHolds)
				return nil
			}
			yes, holds, err := features(t.Picks)
			if err != nil {
				return err
			}
			d.yes = d.yes.Union(yes)
			d.no = d.no.Union(of).Minus(d.yes)
			if d.no.Traits.Has(material.MayHoldMagnet) {
				d.deny(material.Magnet)
			}
			d.holds, d.denied = d.holds.Union(holds), d.denied.Union(ofHolds&^holds)
			return nil
		},
	},
	{
		id: "size", text: "How large is the smallest piece of it?", kind: Size,
		arises: func(d Dialogue) bool {
			return d.form != material.FormUnknown && d.form.GaugeJudges() && !d.has(material.Ice)
		},
		options: fixed(Option{ID: "rounded", Words: "It is smooth and round all over"}),
		best: func(f material.Facts) material.Facts {
			f.Smallest, f.Largest = large, large
			return f
		},
		tell: func(d *Dialogue, t Told) error {
			if t.Unknown {
				return nil
			}
			kind, err := gauge.ParseKind(t.Solid)
			if err != nil {
				return wrong("solid", "choose a shape: ball, egg, cylinder, capsule, box, cone or irregular")
			}
			if d.size, err = gauge.New(kind, t.Sizes...); err != nil {
				return wrong("sizes_mm", "the sizes do not describe a thing: %s", err)
			}
			if slices.Contains(t.Picks, "rounded") {
				d.say(material.Rounded)
			} else {
				d.deny(material.Rounded)
			}
			return nil
		},
		worst: func(f material.Facts) material.Facts {
			f.Smallest = gauge.Must(gauge.Sphere, 10)
			f.Largest = f.Smallest
			return f
		},
	},
	{
		id: "contents", text: "What is in it, by its label or your own making?", kind: Several,
		arises: func(d Dialogue) bool { return d.sort.contents },
		options: func(Dialogue) []Option {
			all := allergenOptions(allergen.SetOf(allergen.All()...))
			for _, a := range allergen.All() {
				all = append(all, Option{ID: mayContain + a.String(), Words: say.F("may contain {allergen}", say.Text(a.String()))})
			}
			return append(all, Option{ID: "salt", Words: "salt"}, Option{ID: "gelatine", Words: "gelatine"}, Option{ID: "meat-or-fish", Words: "meat or fish"}, Option{ID: "single", Words: "one plain ingredient, nothing else"})
		},
		tell: func(d *Dialogue, t Told) error {
			if t.Unknown {
				return nil
			}
			d.contents = true
			for _, word := range t.Picks {
				if of, ok := strings.CutPrefix(word, mayContain); ok {
					set, _ := allergen.ParseContents(of) // an option of the question
					d.may = d.may.Union(set)
				} else if word == "salt" {
					d.salted = true
				} else if set, err := allergen.ParseContents(word); err == nil {
					d.holds = d.holds.Union(set)
				} else {
					one, _ := material.ParseFeatures(word) // an option of the question
					d.yes = d.yes.Union(one)
				}
			}
			return nil
		},
		best: func(f material.Facts) material.Facts {
			f.ContentsKnown, f.Salt = true, material.Known(0)
			return f
		},
		worst: func(f material.Facts) material.Facts {
			f.ContentsKnown, f.Allergens, f.Salt = true, allergen.SetOf(allergen.All()...), material.Known(1)
			return f
		},
	},
	asksFigure("comes-apart", "How long is the smallest bit that can come off?", "mm", gauge.MaxSize, gauge.MaxSize, func(d Dialogue) bool { return d.hasOther("comes-apart") }),
	asksFigure("cord", "How long is its cord, free of the thing?", "mm", 20000, 0, func(d Dialogue) bool { return d.hasOther("cord") }),
	asksFigure("loop", "How far round is the loop?", "mm", 20000, 0, func(d Dialogue) bool { return d.hasOther("loop") }),
	asksFigure("opening", "How far round is the opening of the bag? 0 when it is none.", "mm", 20000, 0, func(d Dialogue) bool { return d.has(material.Film) }),
	asksFigure("alcohol", "How much alcohol is in it?", "per cent", 100, 0, func(d Dialogue) bool { return d.hasOther("alcohol") }),
	{
		id: "salt", text: "How much salt is in 100 g of it?", kind: Figure, unit: "g", top: 100,
		arises: func(d Dialogue) bool { return d.salted },
		best: func(f material.Facts) material.Facts {
			f.Salt = material.Known(0)
			return f
		},
		tell: func(d *Dialogue, t Told) error {
			if t.Unknown {
				return nil
			}
			v, err := figure(t, 0, 100, "g")
			d.salt = material.Known(v / 100)
			return err
		},
	},
}

const mayContain = "may-contain="

// asksFigure is the question for the figure of a feature, by its word; best is its mildest answer.
func asksFigure(word string, text, unit say.Text, top, best float64, arises func(Dialogue) bool) row {
	return row{id: word, text: text, kind: Figure, unit: unit, top: top, arises: arises,
		best: func(f material.Facts) material.Facts { return f.Reading(word, best) },
		tell: func(d *Dialogue, t Told) error {
			if t.Unknown {
				return nil
			}
			v, err := figure(t, 0, top, string(unit))
			if err != nil {
				return err
			}
			if v == 0 && word == "opening" {
				one, err := material.ParseFeatures(word)
				d.no = d.no.Union(one)
				return err
			}
			d.figures = maps.Clone(d.figures)
			if d.figures == nil {
				d.figures = make(map[string]float64)
			}
			d.figures[word] = v
			return nil
		}}
}

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
	return d.could().Union(called).Minus(d.gone).Minus(by).Minus(notAsked), d.sort.holds &^ d.holds &^ d.denied &^ d.goneOf
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
	if len(t.Of) > 0 && q.ID != Has {
		return wrong("of", "what is offered by %q does not vary", q.ID)
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
			return wrong("picks", "%q is no answer to the question %q", short(p), q.ID)
		}
		if slices.Contains(t.Picks[:i], p) {
			return wrong("picks", "%q is picked twice", short(p))
		}
	}
	return nil
}
