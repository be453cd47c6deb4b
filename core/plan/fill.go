package plan

import (
	"fmt"

	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/safety"
	"emblo/core/say"
	"emblo/core/unit"
	"emblo/core/vessel"
)

// Fill is a dry filler or a liquid poured to a depth.
type Fill struct {
	Item  material.Item
	Tub   vessel.Vessel
	Depth unit.Length
	Use   safety.Use
	// Count is how many vessels there are; 0 for as many as give every child rim.
	Count int
}

// FillAnswer is how much of a filler to pour.
type FillAnswer struct {
	Item    material.Item
	Tub     vessel.Vessel
	Tubs    int
	Seats   int // children at one tub
	Turns   int // that the children take at the tubs
	Depth   unit.Length
	Volume  unit.Volume // of filler in one tub, less what is hidden in it
	Finds   unit.Volume // that is hidden in one tub
	Mass    unit.Mass   // in one tub
	InAll   unit.Mass
	Density unit.Density
}

// pour is the step that fills the tubs; five minutes are common practice.
func pour(f Fill, stirIn, finds bool) recipe.Step {
	source := say.Text("Pour {filler} to {depth}")
	switch {
	case finds && stirIn:
		source = "Pour {filler} to {depth} and stir the finds in"
	case finds:
		source = "Put the finds in first and pour {filler} over them to {depth}"
	}
	return recipe.Step{Text: say.F(source, f.Item.Within(), f.Depth), Minutes: 5}
}

// packing is the share of its room that loose things of any shape fill at least (Scott and Kilgour
// 1969 for random loose packing of balls, quoted from memory; convention for the rest).
const packing = 0.60

// hidden is what lies in one of so many tubs under the filler, and what all that is given out takes
// up there, loose. The smallest size of a thing counts for what it displaces, so that there is
// never too little filler, and its largest for the room it needs.
func hidden(items []Placed, children, tubs int) (finds, loose unit.Volume) {
	for _, p := range items {
		if p.Use == safety.AdultTool || p.Use == safety.Sealed || p.Each < 1 || p.Each > MaxCount {
			continue
		}
		n := float64(p.Each*children) / float64(tubs)
		loose = loose.Plus(p.Facts.Largest.Volume().Times(n / packing))
		if p.Use == safety.Hidden {
			finds = finds.Plus(p.Facts.Smallest.Volume().Times(n))
		}
	}
	return finds, loose
}

func (a *Answer) addFill(f Fill, items []Placed, g *safety.Group, children int) error {
	if err := f.Tub.CheckDepth(f.Depth); err != nil {
		return &InvalidInput{"base/depth_mm", sentence(err)}
	}
	tubs := f.Tub.Needed(children)
	if f.Count != 0 {
		if tubs = f.Count; tubs < 1 || tubs > MaxTubs {
			return &InvalidInput{"base/vessels", fmt.Sprintf("Fill between 1 and %d vessels, not %d.", MaxTubs, tubs)}
		}
	}
	finds, loose := hidden(items, children, tubs)
	volume := f.Tub.VolumeTo(f.Depth)
	if finds.Millilitres() >= volume.Millilitres() {
		return &InvalidInput{"base/depth_mm", fmt.Sprintf("The finds hidden in it take up %.1f L of the %.1f L that reach %g mm: fill deeper, or hide fewer.", finds.Litres(), volume.Litres(), f.Depth.Millimetres())}
	}
	full := f.Item.Density.MassOf(volume) // what lies in it weighs too, as far as nobody knows better
	volume = volume.Minus(finds)
	mass := f.Item.Density.MassOf(volume)
	a.Fill = &FillAnswer{Item: f.Item, Tub: f.Tub, Tubs: tubs, Seats: f.Tub.Seats(), Turns: f.Tub.Turns(children, tubs), Depth: f.Depth, Volume: volume, Finds: finds,
		Mass: mass, InAll: mass.Times(float64(tubs)), Density: f.Item.Density}
	facts := f.Item.Facts
	facts.Portion = material.Known(a.Fill.InAll.Grams() / float64(children))
	facts.Depth = material.Known(f.Depth.Millimetres())
	if f.Tub.Shape() == vessel.Bag { // it is film itself, and nobody reaches over its wall
		facts.Traits = facts.Traits.With(material.Film)
	} else {
		facts.Wall = material.Read(f.Tub.Height().Millimetres())
	}
	facts.Filled = material.Read(full.Grams())
	a.Notes = append(safety.Notes(g.Room().Children, f.Item.Feel), safety.CustomNotes(g.Room().Customs, f.Item.Facts)...)
	if rim := f.Tub.VolumeTo(f.Tub.Height()); loose.Millilitres() > rim.Millilitres() {
		a.Notes = append(a.Notes, say.F("What is given out does not fit in: loose it takes up {loose} L for each vessel, which holds {room} L to the rim. Give fewer, or take more or larger vessels.", say.Fixed(loose.Litres(), 1), say.Fixed(rim.Litres(), 1)))
	}
	a.setBase(f.Item.Name, facts, f.Use, g)
	return nil
}
