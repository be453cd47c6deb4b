package asking

import (
	"maps"
	"slices"
	"strings"

	"emblo/core/allergen"
	"emblo/core/gauge"
	"emblo/core/material"
	"emblo/core/say"
	"emblo/core/unit"
)

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
		id: "magnet", text: "Does it contain a magnet?", kind: One,
		arises: func(d Dialogue) bool { return d.has(material.MayHoldMagnet) },
		options: fixed(Option{ID: "loose", Words: "Yes, loose, glued in or in a thin case"}, Option{ID: "screwed",
			Words: "Yes, in a case that is screwed shut and whole"}, Option{ID: "none", Words: "No"}),
		best: with(nil, []material.Trait{material.MayHoldMagnet}),
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
		arises: func(d Dialogue) bool { return d.has(material.Battery) },
		options: fixed(Option{ID: "open", Words: "Where fingers can get at it"}, Option{ID: "screwed",
			Words: "In a case that is screwed shut and whole"}),
		best: with([]material.Trait{material.Enclosed}, nil),
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
			all := []Option{{ID: "food", Words: "Food, and nothing but food in it"},
				{ID: "not-food", Words: "No: soap, glue, paint, a cosmetic, soil or the like"}}
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
			unsure, unsureHolds, err := features(t.Unsure)
			if err != nil {
				return err
			}
			d.gone, d.goneOf = d.gone.Union(unsure), d.goneOf.Union(unsureHolds)
			of, ofHolds = of.Minus(unsure), ofHolds&^unsureHolds
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
				all = append(all, Option{ID: mayContain + a.String(), Words: say.F("may contain {allergen}",
					say.Text(a.String()))})
			}
			return append(all, Option{ID: "salt", Words: "salt"}, Option{ID: "gelatine", Words: "gelatine"},
				Option{ID: "meat-or-fish", Words: "meat or fish"}, Option{ID: "single",
					Words: "one plain ingredient, nothing else"})
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
			f.ContentsKnown, f.Salt = true, unit.Known(0.0)
			return f
		},
		worst: func(f material.Facts) material.Facts {
			f.ContentsKnown, f.Allergens, f.Salt = true, allergen.SetOf(allergen.All()...), unit.Known(1.0)
			return f
		},
	},
	asksFigure("comes-apart", "How long is the smallest bit that can come off?", "mm", gauge.MaxSize, gauge.MaxSize,
		func(d Dialogue) bool { return d.hasOther("comes-apart") }),
	asksFigure("cord", "How long is its cord, free of the thing?", "mm", 20000, 0, func(d Dialogue) bool {
		return d.hasOther("cord")
	}),
	asksFigure("loop", "How far round is the loop?", "mm", 20000, 0, func(d Dialogue) bool {
		return d.hasOther("loop")
	}),
	asksFigure("opening", "How far round is the opening of the bag? 0 when it is none.", "mm", 20000, 0,
		func(d Dialogue) bool { return d.has(material.Film) }),
	asksFigure("thickness", "How thick is the film? The roll or the packet says it: 38 micrometres are 0.038 mm.", "mm",
		50, 50, func(d Dialogue) bool { return d.has(material.Film) }),
	asksFigure("alcohol", "How much alcohol is in it?", "per cent", 100, 0, func(d Dialogue) bool {
		return d.hasOther("alcohol")
	}),
	{
		id: "salt", text: "How much salt is in 100 g of it?", kind: Figure, unit: "g", top: 100,
		arises: func(d Dialogue) bool { return d.salted },
		best: func(f material.Facts) material.Facts {
			f.Salt = unit.Known(0.0)
			return f
		},
		tell: func(d *Dialogue, t Told) error {
			if t.Unknown {
				return nil
			}
			v, err := figure(t, 0, 100, "g")
			d.salt = unit.Known(v / 100)
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
