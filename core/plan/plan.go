// Package plan puts one set-up together: a base, things to find and tools, for a group,
// judged and scaled at once. It is the answer that the bench shows live.
package plan

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/room"
	"emblo/core/safety"
	"emblo/core/unit"
	"emblo/core/vessel"
)

// Limits of one set-up.
const (
	MaxPlaced = 10  // loose parts and tools beside the base
	MaxCount  = 500 // pieces of one thing for one child
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

// Fill is a dry filler or a liquid poured to a depth.
type Fill struct {
	Item  material.Item
	Tub   vessel.Tub
	Depth unit.Length
	Use   safety.Use
}

func (Mix) base()  {}
func (Fill) base() {}

// Placed is a thing beside the base, by pieces for each child.
type Placed struct {
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
	// StirIn says that finds are stirred into a filler; otherwise they go in first and the
	// filler is poured over, which buries them better.
	StirIn bool
}

// Line is the answer for one thing.
type Line struct {
	Name       string
	Facts      material.Facts
	Use        safety.Use
	Assessment safety.Assessment
	Count      int // pieces in all; 0 for the base
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
	Notes []string
	// Timeline is what is done before play, in order, without gaps, ending when play
	// begins.
	Timeline []recipe.Step
	whole    []Line
}

// Minutes returns the hands-on and the waiting minutes of the timeline.
func (a Answer) Minutes() (hands, waiting int) { return recipe.Minutes(a.Timeline) }

// MixAnswer is how much of a mix to make.
type MixAnswer struct {
	Batch   recipe.Batch
	Portion unit.Mass
	Colours int
	Each    unit.Mass // one colour's part
	Keeps   string
	Pots    recipe.Pots // Count is 0 when no pot is named
	Nature  recipe.Nature
	// TasteShare is the sodium of a 10 g taste as a share of the youngest child's day.
	TasteShare float64
	// NotTasteSafe says why these children may not taste it; empty when they may.
	NotTasteSafe []string
}

// FillAnswer is how much of a filler to pour.
type FillAnswer struct {
	Item    material.Item
	Tub     vessel.Tub
	Tubs    int
	Seats   int // children at one tub
	Depth   unit.Length
	Volume  unit.Volume // in one tub
	Mass    unit.Mass   // in one tub
	InAll   unit.Mass
	Density unit.Density
}

// layOut comes before what is poured or brought to the table; ten minutes are common
// practice.
var layOut = recipe.Step{Text: "Cover the floor, lay out, count out what is to be found", Minutes: 10}

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
		if err := a.addMix(b, g, children, set); err != nil {
			return Answer{}, err
		}
	case Fill:
		if err := a.addFill(b, g, children); err != nil {
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
		line := Line{Name: p.Name, Facts: p.Facts, Use: p.Use, Assessment: g.Judge(subject, p.Use), Count: p.Each * children}
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

// pour is the step that fills the tubs; five minutes are common practice.
func pour(f Fill, stirIn, finds bool) recipe.Step {
	text := fmt.Sprintf("Pour %s to %s", lower(f.Item.Name), f.Depth)
	switch {
	case finds && stirIn:
		text += " and stir the finds in"
	case finds:
		text = fmt.Sprintf("Put the finds in first and pour %s over them to %s", lower(f.Item.Name), f.Depth)
	}
	return recipe.Step{Text: text, Minutes: 5}
}

func lower(s string) string {
	if s == "" {
		return s
	}
	return strings.ToLower(s[:1]) + s[1:]
}

// addContext puts what the rest of the set-up does to a thing into its facts: hidden in
// something children may taste, or blown with near what is loose and small. Its gauge is
// then asked anew.
func (s Setup) addContext(p *Placed) {
	hidden := p.Use == safety.Hidden || p.Use == safety.InDough || p.Use == safety.Frozen
	if hidden && s.baseIsEdible() && !p.Facts.Traits.Has(material.InEdible) {
		p.Facts.Traits |= material.InEdible
		p.Prepared = nil
	}
	if p.Facts.Traits.Any(material.Blow|material.Mouthpiece) && s.looseBeside(p) {
		p.Facts.Traits |= material.Blow
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

func (a *Answer) addMix(m Mix, g *safety.Group, children int, set unit.MeasureSet) error {
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
	batch, err := recipe.Scale(m.Recipe, need, set)
	if err != nil {
		return &InvalidInput{"base/portion_g", sentence(err)}
	}
	a.Mix = &MixAnswer{Batch: batch, Portion: m.Portion, Colours: m.Colours, Each: batch.Made.Times(1 / float64(m.Colours)),
		Nature: m.Recipe.Nature()}
	a.Mix.Keeps = a.Mix.Nature.Keeps
	a.Mix.TasteShare, a.Mix.NotTasteSafe = Taste(a.Mix.Nature, g)
	if m.Pot.Millilitres() != 0 {
		if a.Mix.Pots, err = m.Recipe.SplitIntoPots(batch.Mixed, m.Pot); err != nil {
			return &InvalidInput{"base/pot_ml", sentence(err)}
		}
	}
	if n := a.Mix.Pots.Count; n > 1 {
		a.Timeline = append(a.Timeline, recipe.Step{Text: fmt.Sprintf("Weigh out %d equal batches of %s: the pot of %s is too small for all of it at once", n, a.Mix.Pots.Each, m.Pot), Minutes: 2 * n})
	}
	a.Timeline = append(a.Timeline, m.Recipe.Steps...)
	a.Notes = safety.Notes(g.Room().Children, m.Recipe.Feel())
	lines := JudgeMix(m.Recipe, m.Portion, m.Use, g)
	a.Base, a.whole = &lines[0], lines[1:]
	for _, l := range lines {
		a.Verdict = safety.Worst(a.Verdict, l.Assessment.Verdict)
	}
	return nil
}

// Taste says how much of the youngest child's day of sodium a 10 g taste of a mix holds,
// and why these children may not taste it: its ingredients, what they are allergic to, and
// how much salt they bear. There is no reason when they may.
func Taste(n recipe.Nature, g *safety.Group) (share float64, why []string) {
	share = n.TasteSodium.Over(room.SodiumLimit(g.Youngest()))
	why = append(why, n.NotTasteSafe...)
	if met := g.Declared().Meet(n.Allergens); !met.Empty() {
		why = append(why, met.String()+", declared in the room")
	}
	if share > safety.TasteWithAHand {
		why = append(why, fmt.Sprintf("a 10 g taste holds %.0f %% of the youngest child's day of sodium", share*100))
	}
	return share, why
}

// MixSwap is a recipe to make in place of another, for the same group, portion and use.
type MixSwap struct {
	Recipe     recipe.Recipe
	Assessment safety.Assessment
	Changes    []string
}

// SwapMixes returns those of the recipes that pass where a mix does not, best first, at most
// limit: those of its kind first, then what needs no hand, then the quicker, then by name.
func SwapMixes(recipes []recipe.Recipe, m Mix, g *safety.Group, limit int) []MixSwap {
	var found []MixSwap
	for _, r := range recipes {
		if r.ID == m.Recipe.ID {
			continue
		}
		if a := WorstLine(JudgeMix(r, m.Portion, m.Use, g)).Assessment; a.Verdict <= safety.WithAHand {
			found = append(found, MixSwap{r, a, mixChanges(m.Recipe, r, a)})
		}
	}
	minutes := func(r recipe.Recipe) int {
		hands, waiting := recipe.Minutes(r.Steps)
		return hands + waiting
	}
	other := func(r recipe.Recipe) int {
		if r.Kind == m.Recipe.Kind {
			return 0
		}
		return 1
	}
	slices.SortStableFunc(found, func(a, b MixSwap) int {
		return cmp.Or(cmp.Compare(other(a.Recipe), other(b.Recipe)), cmp.Compare(a.Assessment.Verdict, b.Assessment.Verdict),
			cmp.Compare(minutes(a.Recipe), minutes(b.Recipe)), strings.Compare(a.Recipe.Name, b.Recipe.Name))
	})
	return found[:min(limit, len(found))]
}

// mixChanges says in words what is different with the recipe b in place of a.
func mixChanges(a, b recipe.Recipe, judged safety.Assessment) []string {
	var what []string
	if a.Kind != b.Kind {
		what = append(what, a.Kind+" → "+b.Kind)
	}
	hands, waiting := recipe.Minutes(b.Steps)
	what = append(what, fmt.Sprintf("%d min", hands+waiting), "keeps "+b.Nature().Keeps)
	if added := b.Facts(unit.Grams(1)).Allergens &^ a.Facts(unit.Grams(1)).Allergens; !added.Empty() {
		what = append(what, "holds "+added.String())
	}
	if f, ok := judged.First(); ok && len(f.Do) > 0 {
		what = append(what, "needs a hand: "+lower(f.Do[0]))
	}
	return what
}

func (a *Answer) addFill(f Fill, g *safety.Group, children int) error {
	if err := f.Tub.CheckDepth(f.Depth); err != nil {
		return &InvalidInput{"base/depth_mm", sentence(err)}
	}
	tubs := f.Tub.Needed(children)
	volume := f.Tub.VolumeTo(f.Depth)
	mass := f.Item.Density.MassOf(volume)
	a.Fill = &FillAnswer{Item: f.Item, Tub: f.Tub, Tubs: tubs, Seats: f.Tub.Seats(), Depth: f.Depth, Volume: volume,
		Mass: mass, InAll: mass.Times(float64(tubs)), Density: f.Item.Density}
	facts := f.Item.Facts
	facts.Portion = material.Known(a.Fill.InAll.Grams() / float64(children))
	facts.Depth = material.Known(f.Depth.Millimetres())
	facts.Wall = material.Read(f.Tub.Height().Millimetres())
	facts.Filled = material.Read(mass.Grams())
	a.Notes = safety.Notes(g.Room().Children, f.Item.Feel)
	a.setBase(f.Item.Name, facts, f.Use, g)
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
