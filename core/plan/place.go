package plan

import (
	"emblo/core/gauge"
	"emblo/core/material"
	"emblo/core/phrase"
	"emblo/core/recipe"
	"emblo/core/safety"
	"emblo/core/say"
	"emblo/core/unit"
)

// Place is one place of a set-up: a tub, a tray, a row of bags, with what fills it and what lies
// in it.
type Place struct {
	// ID is that of the place in the set-up as it is kept; nothing is decided by it.
	ID string
	// Name is what the centre calls it; empty for what its vessel is called.
	Name  string
	Base  Base // nil when none is chosen yet
	Items []Placed
	// Opening is what its things are to go through; nil for nothing.
	Opening *Opening
}

// Opening is a hole, a tube, a funnel or a lane that things are to go through.
type Opening struct {
	Way   gauge.Way
	Width unit.Length
}

// MaxOpening is the widest opening, in mm.
const MaxOpening = 500

// Base is what fills a place: a mix, a dry filler or a liquid in a vessel, or nothing yet.
type Base interface{ base() }

// Mix is a recipe made for every child.
type Mix struct {
	Recipe  recipe.Recipe
	Portion unit.Mass
	// Colours is the number of equal parts the mix is split into, 1 to 6.
	Colours int
	Use     safety.Use
	// Pot is what it is made in; zero when nobody has said.
	Pot unit.Volume
	// Stored is the batch that it is taken from; nil where it is made anew.
	Stored *Stored
	// Unsized is how much of it there was said to be; the portion stands until that is known.
	Unsized Unsized
}

func (Mix) base()  {}
func (Fill) base() {}

// Placed is a thing in a place or beside all of them, by pieces.
type Placed struct {
	// ID is that of the line in the set-up as it is kept; nothing is decided by it.
	ID string
	// Of is the id of the thing on the shelf; empty for one that was described.
	Of string
	// Name and Facts describe the thing; Prepared may hold the same thing prepared, so
	// that a shelf item's gauge need not be asked again.
	Name     string
	Facts    material.Facts
	Manner   material.Manner // what it shows in play, where that is known
	Prepared *safety.Subject
	// Done is what was done to one that was described, by what it is called, and Cut that it was cut to a length.
	Done []phrase.State
	Cut  bool
	// Each is how many pieces each child has, or how many there are for all when it is Shared.
	Each   int
	Shared bool
	// Unsized is how many there were said to be, where nobody knows that yet: Each is then 0.
	Unsized Unsized
	Use     safety.Use
	// Set is how it comes in colours to sort; the zero value is in any colour.
	Set Set
	// Kinds are what its name may mean, where that is several things: the worst counts, and where they are not judged
	// alike, the question that tells them apart. Facts and Prepared are then not looked at.
	Kinds *Kinds
}

// Kinds are what a name may mean.
type Kinds struct {
	All []Kind
	// Which asks which of them it is, by their verdicts; Always where it is asked whatever they are.
	Which  func([]safety.Verdict) safety.Finding
	Always bool
}

// Kind is a thing, or a mix, that a name may mean.
type Kind struct {
	Name  string
	Facts material.Facts
	Mix   *recipe.Recipe // nil for a thing
}

// Line is the answer for one thing.
type Line struct {
	ID         string // of the line that was placed; empty for the base
	Of         string // id of the thing or the recipe that a base is, or stays whole in one; empty elsewhere
	Name       string
	Called     say.Text        // what it became; empty for its name
	Facts      *material.Facts // which must not be changed
	Use        safety.Use
	Assessment safety.Assessment
	Count      int // pieces in all; 0 for the base, and where Unsized
	// Unsized is how much of it there is, as far as anybody has said; zero where that is known.
	Unsized Unsized
	// Kept says that the assessment is kept with what was judged, so that the same one comes again.
	Kept   bool
	Sorted Sorted
	// Meets is what it does in what fills its place; empty when nothing is known of that.
	Meets say.Text
	// Passes is how it goes through the opening of its place; zero where there is none.
	Passes gauge.Passing
}

// Say returns what the line is called.
func (l Line) Say() say.Text {
	if l.Called != "" {
		return l.Called
	}
	return say.Name(l.ID, l.Name)
}

// PlaceAnswer is what the bench shows of one place. Its verdict is the worst of its lines; a place
// with nothing in it has none.
type PlaceAnswer struct {
	ID, Name string
	Verdict  safety.Verdict
	// Base is the mix, or each filler of the vessel from the floor up; empty for none.
	Base []Line
	Mix  *MixAnswer
	Fill *FillAnswer
	// Lines are the things in the place, in their order, then what stays whole in a mix.
	Lines []Line
	// Notes are how to shape it for children who avoid or seek how the base feels, and what is
	// to be known of how it is set up.
	Notes []say.Text
	// made is done before the floor is laid out, poured where it stands afterwards.
	made, poured []recipe.Step
	whole        []Line
}

// MixAnswer is how much of a mix to make.
type MixAnswer struct {
	Mixed
	Portion unit.Mass   // as planned; Each of the mix is what there will be
	Pot     unit.Volume // what it is made in; zero when nobody has said
	Stored  *Stored     // the batch that it is taken from; nil where it is made
}

func (a *PlaceAnswer) addBase(of, name string, f material.Facts, use safety.Use, u Unsized, memo *Memo,
	g *safety.Group) {
	l := memo.judge(name, &f, nil, use, g)
	l.Of, l.Unsized = of, u
	a.Verdict = safety.Worst(a.Verdict, l.Verdict())
	a.Base = append(a.Base, l)
}
