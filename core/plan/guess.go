package plan

import (
	"math"

	"emblo/core/material"
	"emblo/core/safety"
	"emblo/core/say"
	"emblo/core/unit"
	"emblo/core/vessel"
	"emblo/core/wait"
)

// Guess is what can be counted in a jar that children look into and estimate.
type Guess struct {
	Least, Most int // pieces in one jar, however it was filled
	// Few is how large a piece is, across, of which ten fill the jar, and More of which twenty do:
	// as many as children of three and of five count (common practice).
	Few, More unit.Length
}

// guessOf returns how many pieces of a thing fill a volume: the largest of it loose, and the
// smallest shaken down. It is nil for what is not counted.
func guessOf(f material.Facts, v unit.Volume) *Guess {
	least, most := f.Smallest.Volume().Millilitres(), f.Largest.Volume().Millilitres()
	if !(least > 0 && most > 0) || f.Form != material.Piece && f.Form != material.Grain {
		return nil
	}
	across := func(n float64) unit.Length {
		mm3 := 1000 * v.Millilitres() * packing / n
		return unit.Millimetres(math.Floor(math.Cbrt(6 * mm3 / math.Pi)))
	}
	return &Guess{Least: int(packing * v.Millilitres() / most), Most: int(math.Ceil(shaken * v.Millilitres() / least)),
		Few: across(10), More: across(20)}
}

// settlesIn is how thick the water of a plain bottle is, over water.
const settlesIn = 1

// flake is how small flakes of craft glitter are (common practice).
var flake = unit.Millimetres(0.4)

// guess says what is to be counted in a jar, or seen to settle in a bottle.
func (a *PlaceAnswer) guess(f Fill, items []Placed) {
	if f.Tub.IsJar() && len(f.Layers) == 1 {
		a.Fill.Guess = guessOf(f.Layers[0].Item.Facts, a.Fill.Poured[0].Volume)
	}
	if f.Tub.Shape() != vessel.Bottle || f.Layers[0].Item.Facts.Form != material.Liquid {
		return
	}
	for _, p := range items {
		if p.Use == safety.AdultTool || !p.Facts.Traits.Has(material.Glitter) {
			continue
		}
		if band, err := wait.Settle(wait.Glitter, flake, f.Depth(), settlesIn); err == nil {
			a.Notes = append(a.Notes,
				say.F("After a shake the {thing} settles in {time} in plain water; with clear glue in it, it takes longer.",
					say.Within(say.Name("", p.Name)), band))
		}
	}
}
