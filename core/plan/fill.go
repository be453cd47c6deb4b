package plan

import (
	"fmt"
	"slices"

	"emblo/core/material"
	"emblo/core/phrase"
	"emblo/core/recipe"
	"emblo/core/recipe/scale"
	"emblo/core/room"
	"emblo/core/safety"
	"emblo/core/say"
	"emblo/core/unit"
	"emblo/core/vessel"
)

// Layer is one filler of a vessel, and how thick it lies: where its amount is Unsized nobody knows that, and its depth
// is 0.
type Layer struct {
	Item    material.Item
	Done    []phrase.State // what was done to it beyond what it comes as
	Depth   unit.Length
	Unsized Unsized
}

// Fill is dry fillers or liquids poured into vessels of one kind; without a layer it is the empty
// vessel, for what only lies in it.
type Fill struct {
	// Layers lie over each other, from the floor up; SideBySide they share the vessel in equal
	// parts, each to the depth of the first.
	Layers     []Layer
	SideBySide bool
	Tub        vessel.Vessel
	Use        safety.Use
	// Count is how many vessels there are; 0 for as many as give every child rim.
	Count int
	// Frozen says that it is frozen in its vessel and turned out.
	Frozen bool
}

// MaxLayers is the most fillers in one vessel.
const MaxLayers = 5

// Depth returns how deep all of it lies.
func (f Fill) Depth() unit.Length {
	var mm float64
	for i, l := range f.Layers {
		if i == 0 || !f.SideBySide {
			mm += l.Depth.Millimetres()
		}
	}
	return unit.Millimetres(mm)
}

// unsized reports whether nobody knows how deep all of it lies.
func (f Fill) unsized() bool {
	return slices.ContainsFunc(f.Layers, func(l Layer) bool { return l.Unsized.There() })
}

// filling is how its vessel is filled.
func (f Fill) filling() vessel.Filling {
	switch {
	case f.Frozen:
		return vessel.Frozen
	case f.Use == safety.Sealed:
		return vessel.Closed
	}
	return vessel.Open
}

// FillAnswer is how much of each filler to pour.
type FillAnswer struct {
	Tub   vessel.Vessel
	Tubs  int
	Seats int // children at one tub
	Turns int // that the children take at the tubs
	Depth unit.Length
	Finds unit.Volume // that is hidden in one tub
	// SideBySide says that the fillers share the vessel, and do not lie over each other.
	SideBySide bool
	Fillers    []material.Item
	Poured     []Poured // each filler, from the floor up; empty while it is not known how much there is of one
	Ice        *Ice     // what is turned out of it; nil for what is not frozen
	// Guess is what can be counted in a jar; nil for anything else.
	Guess *Guess
}

// Poured is how much of one filler.
type Poured struct {
	Item   material.Item
	Depth  unit.Length
	Volume unit.Volume // in one tub, less what is hidden in it
	Mass   unit.Mass   // in one tub
	InAll  unit.Mass
	// Share is how the same is measured by a child in one small measure; its Count is 0 where
	// that is too much to count.
	Share scale.Scoop
}

// InAll returns the mass of all fillers in all tubs.
func (a FillAnswer) InAll() (sum unit.Mass) {
	for _, p := range a.Poured {
		sum = sum.Plus(p.InAll)
	}
	return sum
}

// packing is the share of its room that loose things of any shape fill at least, and shaken at most
// (Scott and Kilgour 1969 for random packings of balls, quoted from memory; convention for the
// rest).
const (
	packing = 0.60
	shaken  = 0.64
)

// stone is what a thing that does not float is taken to weigh at least for its size, wood one that does, and hollow
// the outline of a scoop or a jug, in g/mL (common practice: stone and glass, soaked wood, thin walls).
const (
	stone  = 2.7
	wood   = 1.0
	hollow = 0.2
)

// found is what lies in one vessel beside the filler.
type found struct {
	hidden unit.Volume // under the filler, which it displaces
	loose  unit.Volume // the room that all of it takes up
	mass   unit.Mass   // of all of it
}

// lying returns what lies in one of so many tubs. The smallest size of a thing counts for what it
// displaces and weighs, so that there is never too little filler, and its largest for the room it
// needs.
func lying(items []Placed, children, tubs int) (f found) {
	for i := range items {
		p := &items[i]
		if p.Use == safety.AdultTool || p.Use == safety.Sealed || p.Each < 1 || p.Each > MaxCount {
			continue
		}
		n := float64(p.Each) / float64(tubs)
		if !p.Shared {
			n *= float64(children)
		}
		least, density := p.Facts.Smallest.Volume().Times(n), stone
		switch {
		case slices.ContainsFunc(p.Manner.Trains, func(m string) bool { return m == "scoop" || m == "pour" }):
			density = hollow
		case p.Manner.Does("floats"), p.Manner.Does("soaks"):
			density = wood
		}
		f.loose = f.loose.Plus(p.Facts.Largest.Volume().Times(n / packing))
		f.mass = f.mass.Plus(unit.GramsPerMillilitre(density).MassOf(least))
		if p.Use == safety.Hidden || p.Use == safety.Frozen {
			f.hidden = f.hidden.Plus(least)
		}
	}
	return f
}

// check refuses what cannot be poured, by its field.
func (f Fill) check() error {
	if len(f.Layers) > MaxLayers {
		return &InvalidInput{"base/more", fmt.Sprintf("One container takes at most %d fillers, not %d.", MaxLayers,
			len(f.Layers))}
	}
	for i, l := range f.Layers {
		if err := l.Unsized.check(layerField(i, "unsized")); err != nil {
			return err
		}
	}
	if len(f.Layers) > 0 && !f.unsized() {
		if err := f.Tub.CheckDepth(f.Depth(), f.filling()); err != nil {
			return &InvalidInput{"base/depth_mm", sentence(err)}
		}
	}
	for i, l := range f.Layers[min(1, len(f.Layers)):] {
		if !(l.Depth.Millimetres() > 0) && !l.Unsized.There() {
			return &InvalidInput{layerField(i+1, "depth_mm"), l.Item.Name +
				": the layer must be more than 0 mm."}
		}
	}
	if f.Count != 0 && (f.Count < 1 || f.Count > MaxTubs) {
		return &InvalidInput{"base/vessels", fmt.Sprintf("Fill between 1 and %d containers, not %d.", MaxTubs, f.Count)}
	}
	switch {
	case f.Frozen && f.unsized():
		return &InvalidInput{"base/depth_mm", "Say how deep it is frozen, in mm."}
	case f.Frozen:
		return f.checkFrozen()
	}
	return nil
}

// layerField is where a field of a layer stands.
func layerField(i int, field string) string {
	if i == 0 {
		return "base/" + field
	}
	return fmt.Sprintf("base/more/%d/%s", i-1, field)
}

// volumes returns the volume of each layer in one vessel, with what is hidden in it.
func (f Fill) volumes() []unit.Volume {
	out := make([]unit.Volume, len(f.Layers))
	var below float64
	for i, l := range f.Layers {
		if f.SideBySide {
			out[i] = f.Tub.VolumeTo(f.Depth()).Times(1 / float64(len(f.Layers)))
			continue
		}
		upTo := unit.Millimetres(below + l.Depth.Millimetres())
		out[i] = f.Tub.VolumeTo(upTo).Minus(f.Tub.VolumeTo(unit.Millimetres(below)))
		below = upTo.Millimetres()
	}
	return out
}

func (a *PlaceAnswer) addFill(f Fill, items []Placed, g *safety.Group, children int, set unit.MeasureSet,
	memo *Memo) error {
	if err := f.check(); err != nil {
		return err
	}
	tubs := f.Tub.Needed(children)
	if f.Count != 0 {
		tubs = f.Count
	}
	in := lying(items, children, tubs)
	a.Fill = &FillAnswer{Tub: f.Tub, Tubs: tubs, Seats: f.Tub.Seats(), Turns: f.Tub.Turns(children, tubs),
		Depth: f.Depth(), Finds: in.hidden, SideBySide: f.SideBySide}
	a.noteVessels(f, in, g, children)
	if len(f.Layers) == 0 {
		a.Notes = append(a.Notes,
			"We have not checked the container. Make sure no child can put their head in it and nothing comes off.")
		return nil
	}
	for _, l := range f.Layers {
		a.Fill.Fillers = append(a.Fill.Fillers, l.Item)
	}
	if f.unsized() {
		a.addUnsized(f, g, memo)
		return nil
	}
	all := f.Tub.VolumeTo(f.Depth())
	if in.hidden.Millilitres() >= all.Millilitres() {
		return &InvalidInput{"base/depth_mm",
			fmt.Sprintf("The finds hidden in it take up %.1f L of the %.1f L that reach "+
				"%g mm: fill deeper, or hide fewer.", in.hidden.Litres(), all.Litres(), f.Depth().Millimetres())}
	}
	left := 1 - in.hidden.Millilitres()/all.Millilitres()
	full := in.mass
	for i, v := range f.volumes() {
		it := f.Layers[i].Item
		v = v.Times(left)
		mass := it.Density.MassOf(v)
		full = full.Plus(mass)
		a.Fill.Poured = append(a.Fill.Poured, Poured{Item: it, Depth: f.Layers[i].Depth, Volume: v, Mass: mass,
			InAll: mass.Times(float64(tubs)), Share: childShare(v, set)})
	}
	if f.Frozen {
		a.Fill.Turns = 1 // nobody plays at the vessel
		return a.addIce(f, items, full, memo, g, children)
	}
	for _, p := range a.Fill.Poured {
		a.addPoured(f, p, full, g, children, memo)
	}
	a.guess(f, items)
	return nil
}

// noteVessels notes what is to be seen to about the vessels themselves.
func (a *PlaceAnswer) noteVessels(f Fill, in found, g *safety.Group, children int) {
	tubs := a.Fill.Tubs
	if rim := f.Tub.VolumeTo(f.Tub.Height()); f.Tub.Pours() && in.loose.Millilitres() > rim.Millilitres() {
		a.Notes = append(a.Notes,
			say.F("Too much for the containers: {loose} L loose for each, and one takes {room} L to the rim. Give fewer, or take more or larger containers.",
				say.Fixed(in.loose.Litres(), 1), say.Fixed(rim.Litres(), 1)))
	}
	if adults := g.Room().Adults; tubs > adults && adults > 0 && !f.Frozen && !f.Tub.IsJar() {
		a.Notes = append(a.Notes,
			say.F("{vessels} containers, {adults} adults: keep every one within reach of an adult, or play in {turns} turns with {few}.",
				tubs, adults, f.Tub.Turns(children, adults), adults))
	}
	if !f.Tub.Pours() {
		a.Notes = append(a.Notes,
			say.F("Hang it so that its upper edge, or the opening that things go into, is at most {height} mm above the floor: a small child of the youngest's age reaches that standing flat.",
				say.Fixed(room.StandingReach(g.Youngest()), 0)))
	}
}

// addUnsized judges fillers of which nobody knows how deep they lie, nor what the vessel weighs with them.
func (a *PlaceAnswer) addUnsized(f Fill, g *safety.Group, memo *Memo) {
	a.Fill.Depth = unit.Length{}
	for _, l := range f.Layers {
		facts := f.lying(l.Item.Facts)
		facts.Filled = material.NotRead()
		a.note(l.Item, g)
		a.addBase(l.Item.ID, l.Item.Name, facts, f.Use, l.Unsized, memo, g)
	}
}

// lying returns the facts of a filler as its vessel changes them.
func (f Fill) lying(facts material.Facts) material.Facts {
	switch f.Tub.Shape() { // nobody reaches over the wall of either
	case vessel.Bag:
		facts.Traits = facts.Traits.With(material.Film)
	case vessel.Bottle:
	default:
		facts.Wall = material.Read(f.Tub.Wall().Millimetres())
	}
	return facts
}

// note notes what is to be known of a filler for these children.
func (a *PlaceAnswer) note(it material.Item, g *safety.Group) {
	for _, n := range safety.Notes(g.Room().Children, it.Feel) {
		if !slices.Contains(a.Notes, n) {
			a.Notes = append(a.Notes, n)
		}
	}
	a.Notes = append(a.Notes, safety.CustomNotes(g.Room().Customs, it.Facts)...)
}

// addPoured judges a filler as it lies in its vessel, which weighs so much with all that is in it.
func (a *PlaceAnswer) addPoured(f Fill, p Poured, full unit.Mass, g *safety.Group, children int, memo *Memo) {
	facts := f.lying(p.Item.Facts)
	facts.Portion = unit.OfMass(unit.Grams(p.InAll.Grams() / float64(children)))
	facts.Depth = unit.Known(f.Depth())
	facts.Filled = material.Read(full.Grams())
	a.note(p.Item, g)
	a.addBase(p.Item.ID, p.Item.Name, facts, f.Use, Unsized{}, memo, g)
}

// Counts of small measures that a child fills with pleasure (common practice).
const (
	fewestToCount = 3
	mostToCount   = 20
)

// childShare returns the largest small measure that a child fills a few times for a volume; its
// Count is 0 for none.
func childShare(v unit.Volume, set unit.MeasureSet) scale.Scoop {
	var best scale.Scoop
	for i := range set.Len() {
		m := set.At(i)
		n := int(v.Millilitres()/m.Volume().Millilitres() + 0.5)
		if n >= fewestToCount && n <= mostToCount && (best.Count == 0 || n < best.Count) {
			best = scale.Scoop{Measure: m, Count: n}
		}
	}
	return best
}

// setFillSteps sets what is done to fill a place; five minutes to pour are common practice.
func (a *PlaceAnswer) setFillSteps(f Fill, s *Setup, finds bool) {
	switch {
	case a.Fill.Ice != nil:
		a.made, a.poured = a.Fill.Ice.steps(f)
	case len(f.Layers) > 0:
		names := make([]say.Text, len(f.Layers))
		for i, l := range f.Layers {
			names[i] = l.Item.Within()
		}
		filler := say.List("{thing}, then {next}", names...)
		if f.SideBySide {
			filler = say.List("{thing} beside {next}", names...)
		}
		a.poured = []recipe.Step{{ID: "pour", Text: f.pour(filler, s.StirIn, finds), Minutes: 5}}
		if f.Tub.Shape() == vessel.Bottle {
			a.poured = nil
			a.made = []recipe.Step{{ID: "fill-bottles",
				Text: f.bottle(filler), Minutes: 3 * a.Fill.Tubs, By: recipe.Adult},
				{ID: "cure", Kind: recipe.Rest, Text: "Let the glue cure overnight", Minutes: 720}}
		}
		a.made = append(f.ready(s.Here), a.made...)
	}
}

// pour says how fillers are poured, over the finds or with them.
func (f Fill) pour(filler say.Text, stirIn, finds bool) say.Text {
	switch {
	case f.unsized():
		return say.F("Pour {filler} in", filler)
	case finds && stirIn:
		return say.F("Pour {filler} to {depth} and stir the hidden items in", filler, f.Depth())
	case finds:
		return say.F("Put the hidden items in first and pour {filler} over them to {depth}", filler, f.Depth())
	}
	return say.F("Pour {filler} to {depth}", filler, f.Depth())
}

func (f Fill) bottle(filler say.Text) say.Text {
	if f.unsized() {
		return say.F("Fill each bottle with {filler}, dry the thread, glue the lid", filler)
	}
	return say.F("Fill each bottle with {filler} to {depth}, dry the thread, glue the lid", filler, f.Depth())
}
