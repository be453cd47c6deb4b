package stock

import (
	"errors"
	"slices"
	"strings"

	"emblo/core/allergen"
	"emblo/core/material"
	"emblo/core/say"
)

// Label is what the packet of a thing says of it, beyond what is so of every packet. The zero value
// says nothing. Labels compare with ==.
type Label struct {
	Free        allergen.Set // it says that it is free of these
	HeatTreated bool         // or pasteurised
}

// NewLabel reads the words for what a packet is free of. It refuses what no label speaks for, with a
// clause.
func NewLabel(free []string, heatTreated bool) (Label, error) {
	l := Label{HeatTreated: heatTreated}
	for _, word := range free {
		all, err := allergen.ParseAll(word)
		if err != nil {
			return Label{}, err
		}
		if slices.Contains(all, allergen.Other) {
			return Label{}, errors.New("a label speaks only for what is on the allergen list")
		}
		l.Free = l.Free.Union(allergen.SetOf(all...))
	}
	return l, nil
}

// Words returns the words for what it is free of, in the order of the list.
func (l Label) Words() []string {
	words := []string{}
	for _, a := range l.Free.List() {
		words = append(words, a.String())
	}
	return words
}

// Meets reports whether a packet that says so says all that another asks for.
func (l Label) Meets(asked Label) bool {
	return l.Free&asked.Free == asked.Free && (l.HeatTreated || !asked.HeatTreated)
}

// traces are what a packet that is free of something may not hold a trace of either: what is free of
// gluten is free of wheat, which holds it.
func (l Label) traces() allergen.Set {
	if l.Free.Has(allergen.Gluten) {
		return l.Free.Union(allergen.SetOf(allergen.Wheat))
	}
	return l.Free
}

// On returns the facts of what is in a packet that says so: without the traces, and what most packets
// hold, that it says it is free of, and not raw where it says that it was heat-treated. What a thing is
// made of stays. Facts that it changes are so by the label.
func (l Label) On(f material.Facts) material.Facts {
	was := f
	f.MayContain &^= l.traces()
	f.UsuallyContains &^= l.traces()
	if l.HeatTreated {
		f.Traits = f.Traits.Without(material.RawFlour, material.RawEgg)
	}
	f.ByLabel = f.ByLabel || f != was
	return f
}

// IsZero reports whether it says nothing.
func (l Label) IsZero() bool { return l == Label{} }

// Say says it: "wheat-free, heat-treated"; "" for nothing.
func (l Label) Say() say.Text {
	var words []say.Text
	for _, a := range l.Free.List() {
		words = append(words, say.F("{allergen}-free", say.Text(strings.ReplaceAll(a.String(), " ", "-"))))
	}
	if l.HeatTreated {
		words = append(words, "heat-treated")
	}
	if len(words) == 0 {
		return ""
	}
	return say.List("{label}, {next}", words...)
}
