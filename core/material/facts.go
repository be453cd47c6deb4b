// Package material describes what goes into a set-up: ingredients, fillers, loose parts
// and tools, with every fact that a safety rule may ask about, and the shelf of them
// that ships with Emblo.
package material

import (
	"fmt"
	"strings"

	"emblo/core/allergen"
	"emblo/core/gauge"
	"emblo/core/keep"
	"emblo/core/say"
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

// Reading is a figure that only some things have: how long a cord is, how hot a dough.
// The zero value says that the thing has none of it.
type Reading struct {
	value       float64
	there, read bool
}

// Read returns a reading of v.
func Read(v float64) Reading { return Reading{v, true, true} }

// NotRead returns the reading of something that is there and has not been measured.
func NotRead() Reading { return Reading{there: true} }

// There reports whether the thing has what would be read, measured or not.
func (r Reading) There() bool { return r.there }

// Get returns the figure; ok is false when there is none or it was not measured.
func (r Reading) Get() (v float64, ok bool) { return r.value, r.read }

// Thing is what a thing is, wherever it lies and whatever it has been through.
type Thing struct {
	Form Form
	// Smallest and Largest bound the size of a piece. The smallest counts for the gauge
	// and the ball hole, the largest for swelling. Unknown when not measured.
	Smallest, Largest gauge.Solid
	// Traits holds what is true of the thing. A trait or a Reading that is absent is a
	// "no" only when TraitsKnown is set.
	Traits      Traits
	TraitsKnown bool
	// Open holds, where TraitsKnown is set, what it may have all the same: nobody has said. The
	// worst that it can mean counts.
	Open Features
	// Denied holds what somebody looked for and did not find.
	Denied Features
	// ContentsKnown says that Allergens, MayContain, UsuallyContains and Salt are complete.
	ContentsKnown bool
	Allergens     allergen.Set
	MayContain    allergen.Set
	// UsuallyContains is what most packets of it hold and some do not: only the packet in the
	// hand tells.
	UsuallyContains allergen.Set
	// Made is what it is made of beyond the allergens, as far as names and ingredients say: the whole of it
	// where it is one plain ingredient.
	Made allergen.Origins
	// ByLabel says that some of this is so because the packet in the hand says so.
	ByLabel bool
	// Salt is the share of salt by mass, 0 to 1.
	Salt unit.Maybe[float64]

	Fragment Reading // longest dimension in mm of the smallest piece it comes apart into
	Cord     Reading // free length in mm of a cord or string on it
	Loop     Reading // how far round a loop on it is, in mm
	Opening  Reading // how far round the opening of a bag is, in mm
	// Thickness is how thick a film is, in mm.
	Thickness Reading
	Alcohol   Reading // per cent by volume
}

// FilmUnder is how thick in mm a sheet of plastic is that is no film any more (EN 71-1, quoted from memory).
const FilmUnder = 0.038

// Setting is where a thing lies: what the set-up around it says of it.
type Setting struct {
	// Depth is how deep it lies in its vessel, in mm; not known counts as deep.
	Depth unit.Maybe[unit.Length]
	// Portion is what one child has of a mix, in grams.
	Portion unit.Amount
	Wall    Reading // height in mm of the vessel's wall above the floor of the set-up
	Filled  Reading // mass in grams of the vessel when filled
	// InEdible is set when it is hidden inside something children may taste.
	InEdible bool
	// LooseInReach is set when grain, powder or pieces that fit the gauge lie in reach of
	// it.
	LooseInReach bool
}

// History is what a thing has been through before it comes to the children.
type History struct {
	Hot      Reading // temperature in deg C
	Uses     Reading // sessions that it has been out for before this one
	KeptDays Reading // days since it was made
	Expired  bool    // past its date, or failed its inspection
	Cooled   bool    // cooked, and let cool before play
}

// Facts is everything a rule may ask about one thing as it is used: the thing, where it
// lies and what it has been through. The zero value knows nothing, and is never cleared.
type Facts struct {
	Thing
	Setting
	History
}

// Words returns the traits with what has been done to the thing, in the words of a check
// list.
func (f Facts) Words() []string {
	words := f.Traits.Words()
	for _, flag := range flags {
		if *flag.of(&f) {
			words = append(words, flag.word)
		}
	}
	return words
}

// Size prints the size as people read it: "6 x 3 mm", or "15 mm to 30 mm" for a range,
// "not measured" for a piece without one, and "" for things the gauge does not judge.
func (f Facts) Size() say.Text {
	switch {
	case !f.Form.GaugeJudges():
		return ""
	case f.Smallest == f.Largest:
		return say.Measure(f.Smallest)
	}
	return say.F("{smallest} to {largest}", f.Smallest, f.Largest)
}

// Item is one thing on a shelf. Items are read-only once made.
type Item struct {
	ID      string
	Name    string
	Also    []string // other kitchen words, US and UK
	Parts   []Part   // what it can be in a set-up
	Facts   Facts
	Feel    Feel
	Manner  Manner
	Density unit.Density // bulk density, unknown for things that are counted
	Keeps   keep.Keeping // how long and how it keeps, common practice
	Cost    Cost
	Kind    string // where it stands on the shelf: one of Kinds; empty for a centre's own
	Basis   string // where the figures come from
	Own     bool   // a thing of a centre's own, not of the shelf that ships with Emblo
}

// Say returns the name of the thing as a message: "Plain flour".
func (i Item) Say() say.Text { return say.Name(i.ID, i.Name) }

// Within returns the name of the thing as it stands inside a sentence: "plain flour".
func (i Item) Within() say.Text { return say.Within(i.Say()) }

// Plays reports whether the item can be the given part of a set-up.
func (i Item) Plays(p Part) bool {
	for _, q := range i.Parts {
		if q == p {
			return true
		}
	}
	return false
}

// Cost is what a thing costs to have, in steps: it only ranks, it is never shown as money.
type Cost uint8

// The steps of cost. CostUnknown ranks last.
const (
	CostUnknown Cost = iota
	Found            // free or found
	Cheap
	Moderate
	Dear
)

var costWords = [...]string{"", "found", "cheap", "moderate", "dear"}

// String returns the word for the step, "" for CostUnknown.
func (c Cost) String() string { return costWords[c] }

func parseCost(word string) (Cost, error) {
	for i, w := range costWords {
		if w == word {
			return Cost(i), nil
		}
	}
	return 0, fmt.Errorf("%q is not a cost: use %s", word, strings.Join(costWords[1:], ", "))
}
