package plan

import (
	"math"
	"slices"
	"time"

	"emblo/core/gauge"
	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/safety"
	"emblo/core/say"
	"emblo/core/unit"
	"emblo/core/vessel"
	"emblo/core/wait"
)

// Ice is what comes out of a vessel that stood in the freezer.
type Ice struct {
	Pieces int // in all
	Each   unit.Mass
	// Freezes is how long it takes in a freezer at -18 °C, and Lasts how long it is played with
	// at 21 °C.
	Freezes, Lasts wait.Band
	// Sticks says that something frozen in stands out of it.
	Sticks bool
}

// grip is how high a stick stands out of ice at least so that a hand holds it, in mm (common
// practice: half of a jumbo stick).
const grip = 30

// Temperatures in °C that ice is reckoned for (common practice).
const (
	tapWater = 20
	freezer  = -18
	playroom = 21
)

// checkFrozen refuses what does not freeze, or bursts what it freezes in.
func (f Fill) checkFrozen() error {
	switch {
	case len(f.Layers) != 1 || f.Layers[0].Item.Facts.Form != material.Liquid:
		return &InvalidInput{"base/frozen", "Freeze one liquid: anything else is not known to freeze."}
	case f.Tub.Shape() == vessel.Bottle || f.Use == safety.Sealed:
		return &InvalidInput{"base/frozen", "Ice bursts what is closed: take an open tray, cup or tin."}
	}
	return nil
}

// block returns the largest box round one piece of ice; a bag freezes as the layer that it is.
func block(f Fill) (length, width, height unit.Length) {
	length, width = f.Tub.Top()
	return length, width, f.Depth()
}

// addIce judges what is frozen as the ice that it becomes.
func (a *PlaceAnswer) addIce(f Fill, items []Placed, full unit.Mass, memo *Memo, g *safety.Group, children int) error {
	length, width, height := block(f)
	it := f.Layers[0].Item
	pieces := f.Tub.Cells() * a.Fill.Tubs
	ice := &Ice{Pieces: pieces, Each: full.Times(1 / float64(f.Tub.Cells()))}
	var err error
	if ice.Freezes, err = wait.Freeze(wait.Brick(length, width, height), tapWater, freezer); err != nil {
		return &InvalidInput{"base/depth_mm", sentence(err)}
	}
	l, w, h := length.Millimetres(), width.Millimetres(), height.Millimetres()
	if ice.Lasts, err = wait.Melt(ice.Each, 2*(l*w+l*h+w*h), freezer, playroom, wait.InAir); err != nil {
		return &InvalidInput{"base/depth_mm", sentence(err)}
	}
	solid, err := gauge.New(gauge.Box, l, w, h)
	if err != nil {
		return &InvalidInput{"base/depth_mm", sentence(err)}
	}
	ice.Sticks = slices.ContainsFunc(items, func(p Placed) bool {
		_, _, long := p.Facts.Smallest.Extents()
		return p.Use == safety.Frozen && long >= h+grip
	})
	a.Fill.Ice = ice
	facts := it.Facts
	facts.Form, facts.Smallest, facts.Largest = material.Piece, solid, solid
	facts.Traits = facts.Traits.Without(material.TapWater).With(material.Ice, material.Hard, material.Slippery)
	facts.Portion = unit.OfMass(unit.Grams(full.Grams() * float64(a.Fill.Tubs) / float64(children)))
	a.Notes = append(a.Notes, say.F("The ice is played with for {time}.", ice.Lasts))
	a.addBase(it.ID, it.Name, facts, f.Use, Unsized{}, memo, g)
	a.Base[0].Called = say.F("Ice of {thing}", it.Within())
	return nil
}

// steps returns what is done to freeze it, and after the floor is laid out.
func (i *Ice) steps(f Fill) (made, poured []recipe.Step) {
	fill := say.F("Fill each container with {filler} to {depth}", f.Layers[0].Item.Within(), f.Depth())
	made = []recipe.Step{{ID: "fill", Text: fill, Minutes: 4}}
	if i.Sticks {
		made = append(made, recipe.Step{ID: "sticks",
			Text: "Stretch film over it and push the sticks through, so that they stand upright", Minutes: 5,
			By: recipe.ChildrenHelp})
	}
	made = append(made, recipe.Step{ID: "freeze", Kind: recipe.Freeze, Text: say.F("Freeze through, {time}", i.Freezes),
		Minutes: minutes(i.Freezes.Most), At: recipe.Freezer})
	return made, []recipe.Step{{ID: "turn-out", Kind: recipe.Rest,
		Text: "Turn the ice out and let it stand until its face is wet", Minutes: 10}}
}

// minutes returns whole minutes, up.
func minutes(d time.Duration) int { return int(math.Ceil(d.Minutes())) }
