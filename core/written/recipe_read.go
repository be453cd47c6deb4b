package written

import (
	"strings"

	"emblo/core/recipe/typed"
	"emblo/core/strict"
	"emblo/core/unit"
)

// System reads whose cups and spoons the recipe is written in.
func (r Recipe) System() (unit.System, *strict.Fault) {
	s, err := unit.ParseSystem(r.Measures)
	if err != nil {
		return unit.US, strict.Bad("/measures", "Choose whose cups and spoons the recipe is written in.")
	}
	return s, nil
}

// Typed returns the recipe as the core reads what people type.
func (r Recipe) Typed() typed.Written {
	w := typed.Written{Name: strings.TrimSpace(r.Name), Kind: r.Kind, Lines: r.Lines, Steps: r.Steps, Keeps: r.Keeps,
		Loss: r.LossPercent / 100, Heated: r.Heated, Hot: r.Hot}
	if r.PH != nil {
		w.PH = *r.PH
	}
	for _, m := range r.OwnMeasures {
		w.Own = append(w.Own, typed.OwnMeasure{Name: m.Name, Volume: unit.Millilitres(m.ML)})
	}
	return w
}

// WriteTyped writes a recipe as it would be typed, in the cups of a system.
func WriteTyped(w typed.Written, s unit.System) Recipe {
	r := Recipe{Name: w.Name, Kind: w.Kind, Measures: s.String(), Lines: w.Lines, Steps: w.Steps, Keeps: w.Keeps,
		LossPercent: w.Loss * 100, Heated: w.Heated, Hot: w.Hot}
	if w.PH != 0 {
		r.PH = &w.PH
	}
	for _, m := range w.Own {
		r.OwnMeasures = append(r.OwnMeasures, NamedVolume{m.Name, m.Volume.Millilitres()})
	}
	return r
}
