package plan

import (
	"slices"

	"emblo/core/material"
	"emblo/core/safety"
	"emblo/core/say"
)

// inContext returns a thing with what the rest of the set-up does to it in its facts: hidden in
// something children may taste, or blown with near what is loose and small. Its gauge is then asked
// anew.
func (s *Setup) inContext(p *Placed, in Base) *Placed {
	hidden := p.Use == safety.Hidden || p.Use == safety.InDough || p.Use == safety.Frozen
	inEdible := hidden && !p.Facts.InEdible && s.liesInEdible(p, in)
	blown := p.Facts.Traits.Any(material.Blow, material.Mouthpiece) && s.looseBeside(p)
	if !inEdible && !blown {
		return p
	}
	here := *p
	here.Prepared = nil
	if inEdible {
		here.Facts.InEdible = true
	}
	if blown {
		here.Facts.Traits = here.Facts.Traits.With(material.Blow)
		here.Facts.LooseInReach = true
	}
	return &here
}

// liesInEdible reports whether what something is hidden in may be tasted. Where nobody has said what
// that is, beside the places or in a dough that is not there, it may be any of the bases.
func (s *Setup) liesInEdible(p *Placed, in Base) bool {
	_, mix := in.(Mix)
	fill, filled := in.(Fill)
	known := mix || filled && (p.Use == safety.Hidden || p.Use == safety.Frozen && fill.Frozen)
	return isEdible(in) || !known && slices.ContainsFunc(s.Places, func(at Place) bool { return isEdible(at.Base) })
}

// isEdible reports whether children may bite into a base: food, but for dry grain.
func isEdible(in Base) bool {
	switch b := in.(type) {
	case Mix:
		return bitten(b.Recipe.Facts(b.Portion))
	case Fill:
		return slices.ContainsFunc(b.Layers, func(l Layer) bool { return bitten(l.Item.Facts) })
	}
	return false
}

// bitten reports whether a child who tastes a food bites into it, and so into what is hidden there: not where it is dry
// grain or lies in hard pieces beside the thing.
func bitten(f material.Facts) bool {
	dry := f.Form == material.Grain || f.Form.GaugeJudges() && f.Traits.Has(material.Hard)
	return f.Traits.Has(material.Food) && !dry
}

// looseBeside reports whether grain, powder or a piece that fits the gauge is anywhere in the
// set-up with p.
func (s *Setup) looseBeside(p *Placed) bool {
	other := func(o Placed) bool {
		return o.Name != p.Name && o.Use != safety.AdultTool && o.Use != safety.Sealed && loose(o.Facts)
	}
	return slices.ContainsFunc(s.Beside, other) || slices.ContainsFunc(s.Places, func(at Place) bool {
		return looseBase(at.Base) || slices.ContainsFunc(at.Items, other)
	})
}

func looseBase(in Base) bool {
	switch b := in.(type) {
	case Fill:
		return slices.ContainsFunc(b.Layers, func(l Layer) bool { return loose(l.Item.Facts) })
	case Mix: // coloured rice is as loose as plain
		return loose(b.Recipe.Facts(b.Portion)) || slices.ContainsFunc(b.Recipe.Solids(), func(it material.Item) bool {
			return loose(it.Facts)
		})
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

// meets says what a thing does in what fills its place, where that is wet: before it goes in, as
// afterwards it is too late. What floats or sinks is play, and not said.
func meets(p *Placed, in Base) say.Text {
	if p.Use == safety.AdultTool || p.Use == safety.Sealed {
		return ""
	}
	does := inTheWet(p)
	if does == "" || !wet(in) {
		return ""
	}
	return does
}

func inTheWet(p *Placed) say.Text {
	var does say.Text
	switch p.Manner.Water {
	case "soaks", "softens", "swells", "dissolves", "clouds", "rusts":
		does = p.Manner.InWater()
	}
	if p.Facts.Traits.Any(material.Dusty, material.Glitter) {
		const sheds = say.Text("sheds bits into it")
		if does == "" {
			does = sheds
		} else {
			does = say.F("{what}; {more}", does, sheds)
		}
	}
	const runs = say.Text("its colour runs in the wet")
	switch stains := p.Facts.Traits.Has(material.Stains); {
	case stains && does != "":
		return say.F("{what}; {more}", does, runs)
	case stains:
		return runs
	}
	return does
}

func wet(in Base) bool {
	feels := func(f material.Feel) bool { return f.On(material.Wetness) == "wet" }
	switch b := in.(type) {
	case Mix:
		return feels(b.Recipe.Feel())
	case Fill:
		return slices.ContainsFunc(b.Layers, func(l Layer) bool { return feels(l.Item.Feel) })
	}
	return false
}
