// Package remedy says what to do about a mix that does not feel right, in doses of that batch, and what its batches
// have taught.
package remedy

import (
	"fmt"
	"slices"

	"emblo/core/allergen"
	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/recipe/scale"
	"emblo/core/say"
	"emblo/core/unit"
	"emblo/core/words"
)

// Symptom is how a mix feels when it is not right.
type Symptom string

// The symptoms.
const (
	Sticky  Symptom = "sticky"
	Crumbly Symptom = "crumbly"
	Grainy  Symptom = "grainy"
	Rubbery Symptom = "rubbery"
	Slack   Symptom = "slack"
	Drying  Symptom = "drying"
)

// Dose is something to work in, for the batch at hand.
type Dose struct {
	Item   material.Item
	Share  float64 // of the mass of the batch
	Mass   unit.Mass
	Scoops []scale.Scoop // the same in what the room owns, within a tenth
}

// Remedy is what to do about a symptom: the likely cause, a measured dose if one helps, and
// what to do with the hands.
type Remedy struct {
	Symptom Symptom
	Feels   say.Text // how the hand tells it
	Cause   say.Text
	Do      say.Text
	Doses   []Dose // in the order in which they are tried
}

// remedies are common practice. A share is of the whole batch; doses are small on purpose,
// to be worked in before the next is added.
var remedies = []struct {
	symptom          Symptom
	feels, cause, do say.Text
	doses            []dose
	doughOnly        bool
}{
	{Sticky, "A flat palm comes away with mix on it.", "too wet, or warm still",
		"Let it cool first. Dust on, knead for a minute, try the palm again.", []dose{{"dry", 0.02}}, false},
	{Crumbly, "A snake bent round a finger cracks.", "too dry",
		"Sprinkle on, knead for two minutes, try the snake again; oil only after water has not helped.",
		[]dose{{"wet", 0.02}, {"oil", 0.01}}, false},
	{Grainy, "Rubbed between the fingers it feels of sand.", "salt or sugar that has not dissolved",
		"Knead on: it dissolves within the day. Next time dissolve it in the warm water before the flour.", nil,
		true},
	{Rubbery, "A ball springs back when it is pressed.", "cooked too long",
		"Knead the oil in a little at a time; cook it a minute less next time.", []dose{{"oil", 0.01}}, true},
	{Slack, "A ball sinks flat within a minute.", "not cooked through, or too wet",
		"An adult puts a cooked dough back on low heat for a minute, stirring; work starch or flour into any other.",
		[]dose{{"dry", 0.02}}, false},
	{Drying, "The skin cracks after it has stood.", "water has gone into the air",
		"Knead it in by the teaspoon, 1 tsp for 250 g; close the tub between uses. Do not bring back a batch that smells or shows spots: bin it.",
		[]dose{{"wet", 0.02}}, false},
}

type dose struct {
	of    string // dry, wet or oil
	share float64
}

// For returns what may be wrong with a batch of a recipe that weighs so much, and what
// to do about each, in the scoops of a set. It is empty for what is not worked by hand.
func For(r recipe.Recipe, batch unit.Mass, set unit.MeasureSet) []Remedy {
	if r.Kind != "dough" && r.Kind != "sand" && r.Kind != "goop" {
		return nil
	}
	all := make([]Remedy, 0, len(remedies))
	for _, row := range remedies {
		if row.doughOnly && r.Kind != "dough" {
			continue
		}
		rem := Remedy{Symptom: row.symptom, Feels: row.feels, Cause: row.cause, Do: row.do}
		for _, d := range row.doses {
			l, ok := doseOf(r, d.of)
			if !ok {
				continue
			}
			if r.Heated && l.Item.Facts.Traits.Has(material.RawFlour) {
				l.Item = readyToEat(l.Item)
				rem.Do = say.Run(rem.Do, "Only what is labelled ready to eat: raw flour would make it raw again.")
			}
			share := d.share
			if d.of == "wet" && l.Item.Facts.Traits.Has(material.NotFood) {
				share = 0.05 // conditioner holds half fat; five in a hundred is a step (common practice)
			}
			rem.Doses = append(rem.Doses, newDose(l.Item, share, batch, set))
		}
		if len(row.doses) > 0 && len(rem.Doses) == 0 {
			continue
		}
		all = append(all, rem)
	}
	return all
}

// readyToEat returns what is worked into a mix that has been cooked in place of raw flour:
// wheat flour that is heat-treated for wheat, starch of that kind for all else.
func readyToEat(raw material.Item) material.Item {
	id := "ready-starch"
	if raw.Facts.Allergens.Has(allergen.Wheat) {
		id = "ready-flour"
	}
	it, _ := material.Standard().Get(id)
	return it
}

// doseWithin is the share by which the scoops of a dose may miss it (common practice).
const doseWithin = 0.1

func newDose(it material.Item, share float64, batch unit.Mass, set unit.MeasureSet) Dose {
	d := Dose{Item: it, Share: share, Mass: batch.Times(share)}
	if v, known := it.Density.VolumeOf(d.Mass); known {
		d.Scoops = scale.Near(v, doseWithin, set)
	}
	return d
}

// doseOf returns the ingredient of the recipe that makes it drier, wetter or oilier: the
// one there is most of, and water or oil of the kitchen where the recipe has none.
func doseOf(r recipe.Recipe, of string) (best recipe.Line, ok bool) {
	fits := func(it material.Item) bool {
		f := it.Facts
		oil := f.Traits.Has(material.Oil)
		switch of {
		case "dry":
			return f.Form == material.Powder && !f.Traits.Has(material.Acid) && recipe.SaltOf(it) < 0.5
		case "oil":
			return oil
		}
		return !oil && !f.Traits.Has(material.Acid) && (f.Form == material.Liquid || f.Form == material.SoftFood ||
			f.Form == material.Dough) &&
			!f.Traits.Any(material.Colouring, material.Honey)
	}
	for _, l := range r.Lines {
		if fits(l.Item) && (!ok || l.Mass().Grams() > best.Mass().Grams()) {
			best, ok = l, true
		}
	}
	return best, ok
}

// Addition is something that was worked into a batch to make it right.
type Addition struct {
	Batch   string // a name for the batch: additions to one are added up
	Item    string // shelf id
	Share   float64
	Symptom Symptom
}

// Learned is what a recipe has needed before: the middle of what its batches took.
type Learned struct {
	Line    recipe.Line
	Share   float64 // of the mass of a batch, beyond the recipe
	Batches int     // in which something of it was added
}

// Learn works out from the log what to add from the start: for every ingredient of the
// recipe the median, over the batches in the log, of what was added in all. An ingredient
// that most batches did without is left alone.
func Learn(r recipe.Recipe, log []Addition) []Learned {
	sums := make(map[string]map[string]float64) // batch, item
	for _, a := range log {
		if a.Share > 0 && a.Share <= 0.5 {
			if sums[a.Batch] == nil {
				sums[a.Batch] = make(map[string]float64)
			}
			sums[a.Batch][a.Item] += a.Share
		}
	}
	var learned []Learned
	for _, l := range r.Lines {
		var shares []float64
		batches := 0
		for _, of := range sums {
			share := of[l.Item.ID]
			if r.Heated && l.Item.Facts.Traits.Has(material.RawFlour) {
				share += of[readyToEat(l.Item).ID] // before it is cooked, plain flour does
			}
			shares = append(shares, share)
			if share > 0 {
				batches++
			}
		}
		if batches == 0 {
			continue
		}
		slices.Sort(shares)
		if median := shares[(len(shares)-1)/2]; median > 0 {
			learned = append(learned, Learned{l, median, batches})
		}
	}
	return learned
}

// With returns the recipe that starts from what was learned.
func With(r recipe.Recipe, learned []Learned) recipe.Recipe {
	made := r.Made()
	lines := slices.Clone(r.Lines)
	for _, a := range learned {
		for i := range lines {
			if lines[i].Item.ID == a.Line.Item.ID {
				// of what goes in until it feels right, nobody knows still
				lines[i].Amount = lines[i].Amount.Plus(unit.OfMass(made.Times(a.Share)))
			}
		}
	}
	r.Lines = lines
	return r
}

// ParseSymptom reads the word for a symptom.
func ParseSymptom(word string) (Symptom, error) {
	for _, row := range remedies {
		if string(row.symptom) == word {
			return row.symptom, nil
		}
	}
	return "", fmt.Errorf("%q is not a way that a mix goes wrong", words.Cut(word))
}
