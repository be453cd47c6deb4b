// Package plan puts one set-up together: a base, things to find and tools, for a group,
// judged and scaled at once. It is the answer that the bench shows live.
package plan

import (
	"fmt"
	"slices"

	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/safety"
	"emblo/core/say"
	"emblo/core/unit"
)

// Limits of one set-up.
const (
	MaxPlaced = 10  // loose parts and tools beside the base
	MaxCount  = 500 // pieces of one thing for one child
	MaxTubs   = 40  // vessels of one set-up
)

// InvalidInput says which part of a set-up cannot be reckoned, and why. Field is a path
// such as "base/depth_mm" or "items/2/each".
type InvalidInput struct {
	Field  string
	Reason string
}

// Error returns the reason.
func (e *InvalidInput) Error() string { return e.Reason }

// Base is what fills the set-up: a mix, a dry filler in a vessel, or nothing yet.
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
}

func (Mix) base()  {}
func (Fill) base() {}

// Placed is a thing beside the base, by pieces for each child.
type Placed struct {
	// ID is that of the line in the set-up as it is kept; nothing is decided by it.
	ID string
	// Name and Facts describe the thing; Prepared may hold the same thing prepared, so
	// that a shelf item's gauge need not be asked again.
	Name     string
	Facts    material.Facts
	Prepared *safety.Subject
	Each     int
	Use      safety.Use
}

// Setup is one set-up as planned.
type Setup struct {
	Base  Base // nil when none is chosen yet
	Items []Placed
	// Memo may keep batches between answers; nil scales anew.
	Memo *recipe.Memo
	// StirIn says that finds are stirred into a filler; otherwise they go in first and the
	// filler is poured over, which buries them better.
	StirIn bool
}

// Line is the answer for one thing.
type Line struct {
	ID         string // of the line that was placed; empty for the base
	Name       string
	Facts      material.Facts
	Use        safety.Use
	Assessment safety.Assessment
	Count      int // pieces in all; 0 for the base
	// Shared is the prepared thing that was judged as it is on the shelf; nil for one with
	// facts of its own.
	Shared *safety.Subject
}

// Answer is what the bench shows. The verdict is the worst of the lines; a set-up with
// nothing in it has none.
type Answer struct {
	Verdict safety.Verdict // zero when the set-up is empty
	Base    *Line
	Mix     *MixAnswer
	Fill    *FillAnswer
	// Lines are the things beside the base, in their order, then what stays whole in a mix.
	Lines []Line
	// Notes are how to shape it for children who avoid or seek how the base feels.
	Notes []say.Text
	// Timeline is what is done before play, in order, without gaps, ending when play
	// begins.
	Timeline []recipe.Step
	whole    []Line
}

// Minutes returns the hands-on and the waiting minutes of the timeline.
func (a Answer) Minutes() (hands, waiting int) { return recipe.Minutes(a.Timeline) }

// Worst returns the first line with the verdict of the whole, the base first, and its worst
// finding; ok is false when nothing objects.
func (a Answer) Worst() (l Line, f safety.Finding, ok bool) {
	if a.Base != nil && a.Base.Assessment.Verdict == a.Verdict {
		if f, ok = a.Base.Assessment.First(); ok {
			return *a.Base, f, true
		}
	}
	for _, l := range a.Lines {
		if l.Assessment.Verdict == a.Verdict {
			if f, ok = l.Assessment.First(); ok {
				return l, f, true
			}
		}
	}
	return Line{}, safety.Finding{}, false
}

// MixAnswer is how much of a mix to make.
type MixAnswer struct {
	Mixed
	Portion unit.Mass // as planned; Each of the mix is what there will be
}

// layOut comes before what is poured or brought to the table; ten minutes are common
// practice.
var layOut = recipe.Step{Text: "Cover the floor, lay out, count out what is to be found", Minutes: 10}

// Usual reports whether the whole set-up asks for nothing but the routine: every line that needs a
// hand does.
func (a Answer) Usual() bool {
	return a.Verdict == safety.WithAHand && (a.Base == nil || usualLine(*a.Base)) && a.UsualInside() && usualLines(a.Lines)
}

// UsualInside reports whether what stays whole in a mix asks for nothing but the routine.
func (a Answer) UsualInside() bool { return usualLines(a.whole) }

func usualLine(l Line) bool { return l.Assessment.Verdict == safety.GoesIn || l.Assessment.Usual() }

func usualLines(lines []Line) bool {
	return !slices.ContainsFunc(lines, func(l Line) bool { return !usualLine(l) })
}

// Usual reports whether a mix goes in with a hand and asks for nothing but the routine, whole
// pieces in it too.
func Usual(lines []Line) bool {
	return WorstLine(lines).Assessment.Verdict == safety.WithAHand && usualLines(lines)
}

// Reckon judges and scales a set-up for a group with the measures the room owns. Every
// failure is an *InvalidInput; nothing is half-answered.
func Reckon(s Setup, g *safety.Group, set unit.MeasureSet) (Answer, error) {
	if len(s.Items) > MaxPlaced {
		return Answer{}, &InvalidInput{"items", fmt.Sprintf("A set-up takes at most %d things beside the base, not %d.", MaxPlaced, len(s.Items))}
	}
	children := len(g.Room().Children)
	var a Answer
	switch b := s.Base.(type) {
	case Mix:
		if err := a.addMix(b, g, children, set, s.Memo); err != nil {
			return Answer{}, err
		}
	case Fill:
		if err := a.addFill(b, s.Items, g, children); err != nil {
			return Answer{}, err
		}
	}
	if n := len(s.Items) + len(a.whole); n > 0 {
		a.Lines = make([]Line, 0, n)
	}
	for i, p := range s.Items {
		s.addContext(&p)
		if p.Each < 1 || p.Each > MaxCount {
			return Answer{}, &InvalidInput{fmt.Sprintf("items/%d/each", i), fmt.Sprintf("%s: give each child between 1 and %d.", p.Name, MaxCount)}
		}
		subject := p.Prepared
		if subject == nil {
			fresh := safety.Prepare(p.Name, p.Facts)
			subject = &fresh
		}
		line := Line{ID: p.ID, Name: p.Name, Facts: p.Facts, Use: p.Use, Assessment: g.Judge(subject, p.Use), Count: p.Each * children, Shared: p.Prepared}
		a.Verdict = safety.Worst(a.Verdict, line.Assessment.Verdict)
		a.Lines = append(a.Lines, line)
	}
	a.Lines = append(a.Lines, a.whole...)
	a.Timeline = append(a.Timeline, layOut)
	if f, ok := s.Base.(Fill); ok {
		a.Timeline = append(a.Timeline, pour(f, s.StirIn, len(s.Items) > 0))
	}
	return a, nil
}

// addContext puts what the rest of the set-up does to a thing into its facts: hidden in
// something children may taste, or blown with near what is loose and small. Its gauge is
// then asked anew.
func (s Setup) addContext(p *Placed) {
	hidden := p.Use == safety.Hidden || p.Use == safety.InDough || p.Use == safety.Frozen
	if hidden && s.baseIsEdible() && !p.Facts.InEdible {
		p.Facts.InEdible = true
		p.Prepared = nil
	}
	if p.Facts.Traits.Any(material.Blow, material.Mouthpiece) && s.looseBeside(p) {
		p.Facts.Traits = p.Facts.Traits.With(material.Blow)
		p.Facts.LooseInReach = true
		p.Prepared = nil
	}
}

// baseIsEdible reports whether children may taste the base: food that no rule about
// swallowing objects to by its nature.
func (s Setup) baseIsEdible() bool {
	var f material.Facts
	switch b := s.Base.(type) {
	case Mix:
		f = b.Recipe.Facts(b.Portion)
	case Fill:
		f = b.Item.Facts
	}
	return f.Traits.Has(material.Food)
}

// looseBeside reports whether grain, powder or a piece that fits the gauge is in the set-up
// with p.
func (s Setup) looseBeside(p *Placed) bool {
	switch b := s.Base.(type) {
	case Fill:
		if loose(b.Item.Facts) {
			return true
		}
	case Mix: // coloured rice is as loose as plain
		if loose(b.Recipe.Facts(b.Portion)) || slices.ContainsFunc(b.Recipe.Solids(), func(it material.Item) bool { return loose(it.Facts) }) {
			return true
		}
	}
	for i := range s.Items {
		other := &s.Items[i]
		if other.Name != p.Name && other.Use != safety.AdultTool && other.Use != safety.Sealed && loose(other.Facts) {
			return true
		}
	}
	return false
}

func loose(f material.Facts) bool {
	switch f.Form {
	case material.Grain, material.Powder, material.FormUnknown:
		return true
	}
	return f.Form.GaugeJudges() && f.Smallest.Shrunk(safety.MeasuringError).CylinderFit().Fits
}

func (a *Answer) setBase(name string, f material.Facts, use safety.Use, g *safety.Group) {
	subject := safety.Prepare(name, f)
	a.Base = &Line{Name: name, Facts: f, Use: use, Assessment: g.Judge(&subject, use)}
	a.Verdict = safety.Worst(a.Verdict, a.Base.Assessment.Verdict)
}

func (a *Answer) addMix(m Mix, g *safety.Group, children int, set unit.MeasureSet, memo *recipe.Memo) error {
	if m.Colours < 1 || m.Colours > 6 {
		return &InvalidInput{"base/colours", "Split the dough into 1 to 6 colours."}
	}
	need, err := recipe.Children{Months: make([]int, children), Portion: m.Portion}.Mass(m.Recipe)
	if err == nil && m.Portion.Grams() == 0 {
		err = fmt.Errorf("a portion must be between %g and %g g", recipe.MinPortion, recipe.MaxPortion)
	}
	if err != nil {
		return &InvalidInput{"base/portion_g", sentence(err)}
	}
	batch, err := memo.Scale(m.Recipe, need, set)
	if err != nil {
		return &InvalidInput{"base/portion_g", sentence(err)}
	}
	mixed, err := makeMix(batch, children, m.Colours, m.Pot, m.Use, g)
	if err != nil {
		return &InvalidInput{"base/pot_ml", sentence(err)}
	}
	a.Mix = &MixAnswer{mixed, m.Portion}
	if n := mixed.Pots.Count; n > 1 {
		a.Timeline = append(a.Timeline, recipe.Step{Text: say.F("Weigh out {count} equal batches of {each}: the pot of {pot} is too small for all of it at once", n, mixed.Pots.Each, m.Pot), Minutes: 2 * n})
	}
	a.Timeline = append(a.Timeline, m.Recipe.Steps...)
	a.Notes = safety.Notes(g.Room().Children, m.Recipe.Feel())
	if customs := g.Room().Customs; len(customs) > 0 {
		a.Notes = append(a.Notes, safety.CustomNotes(customs, m.Recipe.Facts(m.Portion))...)
	}
	a.Base, a.whole = &mixed.Lines[0], mixed.Lines[1:]
	a.Verdict = safety.Worst(a.Verdict, mixed.Verdict)
	return nil
}

// sentence turns an error's clause into a sentence.
func sentence(err error) string {
	s := err.Error()
	if s == "" {
		return s
	}
	if c := s[0]; c >= 'a' && c <= 'z' {
		s = string(c-32) + s[1:]
	}
	return s + "."
}
