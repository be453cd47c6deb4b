package written

import (
	"fmt"
	"strings"

	"emblo/core/material"
	"emblo/core/naming"
	"emblo/core/phrase"
	"emblo/core/plan"
	"emblo/core/safety"
	"emblo/core/strict"
	"emblo/core/unit"
	"emblo/core/vessel"
)

func (b Base) read(shelf Shelf) (plan.Base, *strict.Fault) {
	use, f := ReadUse("/use", b.Use)
	if f != nil {
		return nil, f
	}
	if use == safety.AdultTool {
		return nil, strict.Bad("/use", "What fills a place is in reach of the children: it is no adult's tool.")
	}
	switch b.Kind {
	case "mix":
		switch {
		case b.Frozen:
			return nil, strict.Bad("/frozen", "A mix is frozen by its recipe: choose one that is, or freeze a liquid.")
		case len(b.More) > 0 || b.SideBySide:
			return nil, strict.Bad("/more", "A mix stands alone in its place: give the filler a place of its own.")
		}
		r, err := shelf.Recipe(b.RecipeID)
		if err != nil {
			return nil, strict.Bad("/recipe_id", "%s", err)
		}
		if b.PortionG == nil {
			return nil, strict.Bad("/portion_g", "Say how many grams each child has.")
		}
		m := plan.Mix{Recipe: r, Portion: unit.Grams(*b.PortionG), Colours: 1, Use: use}
		if m.Unsized, f = b.Unsized.read(); f != nil {
			return nil, f
		}
		if b.Colours != nil {
			m.Colours = *b.Colours
		}
		if b.PotML != nil {
			m.Pot = unit.Millilitres(*b.PotML)
		}
		if b.BatchID != "" {
			if m.Stored, err = shelf.Stored(b.BatchID, m.Portion); err != nil {
				return nil, strict.Bad("/batch_id", "%s", err)
			}
			if m.Stored.Recipe.ID != r.ID {
				return nil, strict.Bad("/batch_id", "The batch %s was made by another recipe: choose that one.", m.Stored.Name)
			}
		}
		return m, nil
	case "fill":
		return b.fill(shelf, use)
	}
	return nil, strict.Bad("/kind", "Start from a mix or from a filler.")
}

// fill reads a base of fillers.
func (b Base) fill(shelf Shelf, use safety.Use) (plan.Base, *strict.Fault) {
	tub, ok := shelf.Vessel(b.VesselID)
	if !ok {
		return nil, strict.Bad("/vessel_id", "Choose a container from the list.")
	}
	if use == safety.Sealed && !tub.Closes() {
		return nil, strict.Bad("/use", "The %s does not close: take a bag, a bottle or a jar with a lid, or let it be open.",
			strings.ToLower(tub.Name))
	}
	fill := plan.Fill{Tub: tub, Use: use, SideBySide: b.SideBySide, Frozen: b.Frozen}
	if b.Vessels != nil {
		if fill.Count = *b.Vessels; fill.Count == 0 {
			return nil, strict.Bad("/vessels", "Say how many containers there are, or leave it to how many children reach one.")
		}
	}
	layer := func(in Layer, mm *float64, at string) *strict.Fault {
		l, f := in.read(shelf, tub, mm)
		fill.Layers = append(fill.Layers, l)
		if f != nil {
			return f.Under(at)
		}
		return nil
	}
	if b.ItemID == "" {
		if len(b.More) > 0 || b.Frozen {
			return nil, strict.Bad("/item_id", "Choose a filler from the shelf.")
		}
		return fill, nil
	}
	if f := layer(Layer{ItemID: b.ItemID, Done: b.Done, Unsized: b.Unsized}, b.DepthMM, ""); f != nil {
		return nil, f
	}
	for i, l := range b.More {
		if f := layer(l, &l.DepthMM, fmt.Sprintf("/more/%d", i)); f != nil {
			return nil, f
		}
	}
	return fill, nil
}

// read reads one filler of a vessel, and how deep it lies, where that is said.
func (l Layer) read(shelf Shelf, tub vessel.Vessel, mm *float64) (plan.Layer, *strict.Fault) {
	it, ok := shelf.Get(l.ItemID)
	if !ok || !pours(it, tub) {
		return plan.Layer{}, strict.Bad("/item_id", "Choose a filler from the shelf.")
	}
	var done []phrase.State
	if len(l.Done) > 0 {
		done = make([]phrase.State, len(l.Done))
		for i, s := range l.Done {
			done[i] = phrase.State(s)
		}
		if it, ok = naming.Changed(it, done); !ok {
			return plan.Layer{}, strict.Bad("/done",
				"%s cannot be poured so changed: choose what was done to it from what is offered.", it.Name)
		}
	}
	u := l.Unsized
	unsized, f := u.read()
	switch {
	case f != nil:
		return plan.Layer{}, f
	case mm == nil && u == nil:
		return plan.Layer{}, strict.Bad("/depth_mm", "Say how deep to fill, in mm.")
	case mm != nil && *mm != 0 && u != nil:
		return plan.Layer{}, strict.Bad("/unsized",
			"Say how deep to fill, or how many containers of it there are, not both.")
	case mm == nil:
		mm = new(float64)
	}
	return plan.Layer{Item: it, Done: done, Depth: unit.Millimetres(*mm), Unsized: unsized}, nil
}

// read reads an amount of which nobody knows how much it is; the core refuses a count that is none.
func (u *Unsized) read() (plan.Unsized, *strict.Fault) {
	if u == nil {
		return plan.Unsized{}, nil
	}
	out := plan.Unsized{In: strings.TrimSpace(u.In), Count: u.Count}
	if !out.There() {
		return out, strict.Bad("/unsized/count", "Say how many there are, more than 0 and at most %d.", plan.MaxUnsized)
	}
	return out, nil
}

// pours reports whether a thing fills a vessel: what is poured, and in a jar to guess at whatever
// can be counted.
func pours(it material.Item, tub vessel.Vessel) bool {
	return it.Plays(material.Filler) || tub.IsJar() && it.Facts.Smallest.Known()
}
