// Package material describes what goes into a set-up: ingredients, fillers, loose parts
// and tools, with every fact that a safety rule may ask about, and the shelf of them
// that ships with Emblo.
package material

import (
	"fmt"
	"strings"

	"emblo/core/allergen"
	"emblo/core/gauge"
	"emblo/core/unit"
)

// Form is how a thing behaves in the hand and the mouth. The zero value is "not known",
// which every rule takes for the worst form.
type Form uint8

// The forms.
const (
	FormUnknown Form = iota
	Piece            // holds its shape, largest dimension 2 mm or more: judged by the gauge
	Grain            // hard, middle dimension under 3 mm: rice, millet, sugar
	Powder           // flour, starch, ground crumb
	SoftFood         // squashes flat between two fingers or melts in the mouth
	Dough            // dough, paste or gel
	Liquid
	Sheet  // paper, film, leaf: judged by the gauge, as it can be crumpled
	Strand // yarn, ribbon, cooked noodle: judged by the gauge
)

var formNames = [...]string{"", "piece", "grain", "powder", "soft-food", "dough", "liquid", "sheet", "strand"}

// String returns the word for the form, "" for FormUnknown.
func (f Form) String() string { return formNames[f] }

// ParseForm reads the word for a form; the empty word is FormUnknown.
func ParseForm(s string) (Form, error) {
	for f, name := range formNames {
		if name == s {
			return Form(f), nil
		}
	}
	return FormUnknown, fmt.Errorf("%q is not a form: use %s", s, strings.Join(formNames[1:], ", "))
}

// GaugeJudges reports whether the small-parts cylinder judges things of this form; an
// unknown form is judged, as it may be a piece.
func (f Form) GaugeJudges() bool {
	return f == FormUnknown || f == Piece || f == Sheet || f == Strand
}

// Amount is an optional number. The zero value is "not known".
type Amount struct {
	value float64
	known bool
}

// Known returns a known amount.
func Known(v float64) Amount { return Amount{v, true} }

// Get returns the number; ok is false when it is not known.
func (a Amount) Get() (v float64, ok bool) { return a.value, a.known }

// Facts is everything a rule may ask about one thing as it is used. The zero value knows
// nothing, and is never cleared.
type Facts struct {
	Form Form
	// Smallest and Largest bound the size of a piece. The smallest counts for the gauge
	// and the ball hole, the largest for swelling. Unknown when not measured.
	Smallest, Largest gauge.Solid
	// Traits holds what is true of the thing. A trait that is absent is a "no" only
	// when TraitsKnown is set.
	Traits      Traits
	TraitsKnown bool
	// ContentsKnown says that Allergens, MayContain and Salt are complete.
	ContentsKnown bool
	Allergens     allergen.Set
	MayContain    allergen.Set
	// Salt is the share of salt by mass, 0 to 1.
	Salt Amount
	// Portion is what one child has of a mix, in grams.
	Portion Amount
	// Depth is how deep it lies in its vessel, in mm; not known counts as deep.
	Depth Amount
}

// Size prints the size as people read it: "6 x 3 mm", or "15 mm to 30 mm" for a range,
// "not measured" for a piece without one, and "" for things the gauge does not judge.
func (f Facts) Size() string {
	switch {
	case !f.Form.GaugeJudges():
		return ""
	case f.Smallest == f.Largest:
		return f.Smallest.String()
	}
	return f.Smallest.String() + " to " + f.Largest.String()
}

// Item is one thing on a shelf. Items are read-only once made.
type Item struct {
	ID      string
	Name    string
	Also    []string // other kitchen words, US and UK
	Parts   []Part   // what it can be in a set-up
	Facts   Facts
	Density unit.Density // bulk density, unknown for things that are counted
	Basis   string       // where the figures come from
}

// Plays reports whether the item can be the given part of a set-up.
func (i Item) Plays(p Part) bool {
	for _, q := range i.Parts {
		if q == p {
			return true
		}
	}
	return false
}

// Part is what a thing is in a set-up.
type Part string

// The parts.
const (
	Filler     Part = "filler"     // scooped and poured, by volume
	Find       Part = "find"       // loose part to find, by count
	Tool       Part = "tool"       // scoop, cutter, tray
	Ingredient Part = "ingredient" // goes into a mix, by mass
)

func (p Part) valid() bool { return p == Filler || p == Find || p == Tool || p == Ingredient }
