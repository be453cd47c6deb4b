// Package plan puts one set-up together: places with a base, things to find and tools, for a
// group, judged and scaled at once. It is the answer that the bench shows live.
package plan

import (
	"fmt"
	"slices"

	"emblo/core/gauge"
	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/safety"
	"emblo/core/say"
	"emblo/core/unit"
)

// Limits of one set-up.
const (
	MaxPlaces = 8   // tubs, trays, rows of bags
	MaxPlaced = 40  // things in all of them and beside
	MaxCount  = 500 // pieces of one thing for one child
	MaxTubs   = 40  // vessels of one place
)

// InvalidInput says which part of a set-up cannot be reckoned, and why. Field is a path
// such as "places/0/base/depth_mm" or "beside/2/each"; of a thing in a place it is
// "places/0/items/2/each".
type InvalidInput struct {
	Field  string
	Reason string
}

// Error returns the reason.
func (e *InvalidInput) Error() string { return e.Reason }

// under returns the same input further in.
func under(path string, err error) error {
	if input, ok := err.(*InvalidInput); ok {
		return &InvalidInput{path + input.Field, input.Reason}
	}
	return err
}

// Setup is one set-up as planned.
type Setup struct {
	Places []Place
	Beside []Placed // what all places share
	// Memo may keep between answers what was reckoned; nil reckons anew.
	Memo *Memo
	// StirIn says that finds are stirred into a filler; otherwise they go in first and the
	// filler is poured over, which buries them better.
	StirIn bool
	// Players are who plays.
	Players Players
	// Here are the ids of the things that are here as they are used: nothing is done to them first.
	Here map[string]bool
}

// PlayersOf returns who plays of a group, each number said.
func (s *Setup) PlayersOf(g *safety.Group) Players { return s.Players.of(len(g.Room().Children)) }

// Answer is what the bench shows. The verdict is the worst of the places and of what is beside
// them; a set-up with nothing in it has none.
type Answer struct {
	Verdict safety.Verdict // zero when the set-up is empty
	Places  []PlaceAnswer
	Beside  []Line
	// Timeline is what is done before play, in order, without gaps, ending when play
	// begins.
	Timeline []recipe.Step
	things   []recipe.Step // what is done to things before they are laid out
}

// Minutes returns the hands-on and the waiting minutes of the timeline.
func (a Answer) Minutes() (hands, waiting int) { return recipe.Minutes(a.Timeline) }

// Each calls do with every line, which must not be changed, until it wants no more: place by place the base and what
// lies in it, then what is beside.
func (a Answer) Each(do func(*Line) (more bool)) {
	all := func(lines []Line) bool {
		for i := range lines {
			if !do(&lines[i]) {
				return false
			}
		}
		return true
	}
	for i := range a.Places {
		if !all(a.Places[i].Base) || !all(a.Places[i].Lines) {
			return
		}
	}
	all(a.Beside)
}

// Lines returns every line: place by place the base and what lies in it, then what is beside.
func (a Answer) Lines() (all []Line) {
	a.Each(func(l *Line) bool {
		all = append(all, *l)
		return true
	})
	return all
}

// Identified is a line with what tells it from the others of its set-up: by the ids of its place and of what lies
// there, whatever these are called and in whatever order they come.
type Identified struct {
	Key string
	Line
}

// Identified returns every line, in the order of Lines, with its key.
func (a Answer) Identified() (all []Identified) {
	seen := map[string]int{}
	add := func(place string, lines []Line) {
		for _, l := range lines {
			key := place + "/" + l.ID + l.Of
			if seen[key]++; seen[key] > 1 {
				key = fmt.Sprintf("%s/%d", key, seen[key])
			}
			all = append(all, Identified{key, l})
		}
	}
	for _, p := range a.Places {
		add(p.ID, p.Base)
		add(p.ID, p.Lines)
	}
	add("", a.Beside)
	return all
}

// Worst returns the line that decides and its finding: of those with the verdict of the whole, one that asks for more
// than the routine, else the first. ok is false when nothing objects.
func (a Answer) Worst() (worst Line, f safety.Finding, ok bool) {
	a.Each(func(l *Line) bool {
		if l.Assessment.Verdict == a.Verdict && (!ok || f.Usual) {
			if one, objects := l.Assessment.First(); objects && (!ok || !one.Usual) {
				worst, f, ok = *l, one, true
			}
		}
		return !ok || f.Usual
	})
	return worst, f, ok
}

// Usual reports whether the whole set-up asks for nothing but the routine: every line that needs a
// hand does.
func (a Answer) Usual() bool {
	usual := a.Verdict == safety.WithAHand
	a.Each(func(l *Line) bool {
		usual = usual && usualLine(l)
		return usual
	})
	return usual
}

func usualLine(l *Line) bool { return l.Assessment.Verdict == safety.GoesIn || l.Assessment.Usual() }

func usualLines(lines []Line) bool {
	for i := range lines {
		if !usualLine(&lines[i]) {
			return false
		}
	}
	return true
}

// Usual reports whether a mix goes in with a hand and asks for nothing but the routine, whole
// pieces in it too.
func Usual(lines []Line) bool {
	return WorstLine(lines).Assessment.Verdict == safety.WithAHand && usualLines(lines)
}

// Reckon judges and scales a set-up for a group with the measures the room owns. Every
// failure is an *InvalidInput; nothing is half-answered.
func Reckon(s Setup, g *safety.Group, set unit.MeasureSet) (Answer, error) {
	things := len(s.Beside)
	for _, p := range s.Places {
		things += len(p.Items)
	}
	if things > MaxPlaced {
		return Answer{}, &InvalidInput{"beside",
			fmt.Sprintf("A set-up takes at most %d things beside what fills its places, not %d.", MaxPlaced, things)}
	}
	if len(s.Places) > MaxPlaces {
		return Answer{}, &InvalidInput{"places", fmt.Sprintf("A set-up has at most %d places, not %d.", MaxPlaces,
			len(s.Places))}
	}
	a := Answer{Places: make([]PlaceAnswer, len(s.Places))}
	made := make([][]recipe.Step, len(s.Places))
	var poured []recipe.Step
	for i := range s.Places {
		if err := a.Places[i].reckon(&s, i, g, set); err != nil {
			return Answer{}, under(fmt.Sprintf("places/%d/", i), err)
		}
		a.Verdict = safety.Worst(a.Verdict, a.Places[i].Verdict)
		made[i], poured = a.Places[i].made, append(poured, a.Places[i].poured...)
	}
	a.addUpSalt(s.Memo, g)
	a.Beside = make([]Line, 0, len(s.Beside))
	for i := range s.Beside {
		var err error
		if a.Beside, err = s.judge(a.Beside, &s.Beside[i], nil, 1, g); err != nil {
			return Answer{}, under(fmt.Sprintf("beside/%d/", i), err)
		}
	}
	for i := range a.Beside {
		a.Verdict = safety.Worst(a.Verdict, a.Beside[i].Verdict())
	}
	a.addSaltedIce(s.Memo, g)
	a.things = append(a.readied(&s), a.onThings(s.PlayersOf(g).AtOnce)...)
	a.Timeline = slices.Concat(inTime(append(made, a.things)), []recipe.Step{layOut}, poured)
	return a, nil
}

// reckon answers the place at i of a set-up.
func (a *PlaceAnswer) reckon(s *Setup, i int, g *safety.Group, set unit.MeasureSet) error {
	p := &s.Places[i]
	a.ID, a.Name = p.ID, p.Name
	if o := p.Opening; o != nil && !(o.Width.Millimetres() > 0 && o.Width.Millimetres() <= MaxOpening) {
		return &InvalidInput{"through/mm", fmt.Sprintf("What they go through is more than 0 and at most %d mm wide.",
			MaxOpening)}
	}
	children, vessels := s.PlayersOf(g).AtOnce, 1
	switch b := p.Base.(type) {
	case Mix:
		mixed, all := children, s.PlayersOf(g).InAll
		if mixed < all && b.Recipe.Keeping().OneGroup() { // no second turn has what another had in its hands
			mixed = all
		}
		if err := a.addMix(b, g, mixed, set, s.Memo); err != nil {
			return err
		}
		if err := b.Unsized.check("base/unsized"); err != nil {
			return err
		}
		if b.Unsized.There() {
			a.Base = slices.Clone(a.Base) // which is kept for others
			a.Base[0].Unsized = b.Unsized
			a.Verdict = safety.Worst(a.Verdict, a.Base[0].Verdict())
		}
	case Fill:
		if err := a.addFill(b, p.Items, g, children, set, s.Memo); err != nil {
			return err
		}
		vessels = a.Fill.Tubs
		a.setFillSteps(b, s, len(p.Items) > 0)
	}
	if n := len(p.Items) + len(a.whole); n > 0 {
		a.Lines = make([]Line, 0, n)
	}
	for j := range p.Items {
		item, at := &p.Items[j], len(a.Lines)
		var err error
		if a.Lines, err = s.judge(a.Lines, item, p.Base, vessels, g); err != nil {
			return under(fmt.Sprintf("items/%d/", j), err)
		}
		if o := p.Opening; o != nil {
			f := &item.Facts
			a.Lines[at].Passes = gauge.Through(f.Smallest, f.Largest, f.Traits.Has(material.Soft), o.Way, o.Width)
		}
	}
	for i := range a.Lines {
		a.Verdict = safety.Worst(a.Verdict, a.Lines[i].Verdict())
		if a.Lines[i].Sorted.Colours > 1 && !slices.Contains(a.Notes, bothColours) {
			a.Notes = append(a.Notes, bothColours)
		}
	}
	a.Lines = append(a.Lines, a.whole...)
	return nil
}

// bothColours goes with what is sorted by colour (common practice).
const bothColours = say.Text("What has two colours goes where the child chooses.")

// judge adds the answer for one thing that lies in a base, or beside all: itself, and the cups that
// it is sorted into, as many at each of so many vessels.
func (s *Setup) judge(to []Line, p *Placed, in Base, vessels int, g *safety.Group) ([]Line, error) {
	children := s.PlayersOf(g).Having(&p.Facts)
	if p.Shared {
		children = 1
	}
	if err := p.Unsized.check("unsized"); err != nil {
		return nil, err
	}
	if (p.Each < 1 || p.Each > MaxCount) && !p.Unsized.There() {
		who := "give each child"
		if p.Shared {
			who = "set out"
		}
		return nil, &InvalidInput{"each", fmt.Sprintf("%s: %s between 1 and %d.", p.Name, who, MaxCount)}
	}
	l := s.lineOf(p, in, g)
	l.ID, l.Count, l.Meets, l.Unsized = p.ID, p.Each*children, meets(p, in), p.Unsized
	return p.Set.sort(append(to, l), vessels, s.Memo, g)
}

func (a *PlaceAnswer) addMix(m Mix, g *safety.Group, children int, set unit.MeasureSet, memo *Memo) error {
	if m.Colours < 1 || m.Colours > 6 {
		return &InvalidInput{"base/colours", "Split the dough into 1 to 6 colours."}
	}
	need, err := recipe.Children{Months: make([]int, children), Portion: unit.OfMass(m.Portion)}.Mass(m.Recipe)
	if err != nil {
		return &InvalidInput{"base/portion_g", sentence(err)}
	}
	if m.Stored != nil {
		a.addStored(m, g, children, memo)
		return nil
	}
	batch, err := memo.scale(m.Recipe, need, set)
	if err != nil {
		return &InvalidInput{"base/portion_g", sentence(err)}
	}
	mixed, err := memo.mix(batch, set, children, m.Colours, m.Pot, m.Use, g)
	if err != nil {
		return &InvalidInput{"base/pot_ml", sentence(err)}
	}
	a.Mix = &MixAnswer{Mixed: mixed, Portion: m.Portion, Pot: m.Pot}
	a.made = mixed.stepsOf(mixed.Pots, m.Pot)
	a.Notes = append(safety.Notes(g.Room().Children, m.Recipe.Feel()), a.playNotes()...)
	if customs := g.Room().Customs; len(customs) > 0 {
		a.Notes = append(a.Notes, safety.CustomNotes(customs, m.Recipe.Facts(m.Portion))...)
	}
	a.Base, a.whole = mixed.Lines[:1:1], mixed.Lines[1:]
	a.Verdict = mixed.Verdict
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
