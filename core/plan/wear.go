package plan

import (
	"slices"

	"emblo/core/allergen"
	"emblo/core/material"
	"emblo/core/safety"
	"emblo/core/say"
)

// touched are the bases and things of a set-up that children meet with their hands.
func (s Setup) touched() (facts []material.Facts, feels []material.Feel, names []say.Text) {
	for _, p := range s.Places {
		switch b := p.Base.(type) {
		case Mix:
			names = append(names, b.Recipe.Within())
			if b.Use != safety.Sealed {
				facts, feels = append(facts, b.Recipe.Facts(b.Portion)), append(feels, b.Recipe.Feel())
			}
		case Fill:
			for _, l := range b.Layers {
				names = append(names, l.Item.Within())
				if b.Use != safety.Sealed {
					facts, feels = append(facts, l.Item.Facts), append(feels, l.Item.Feel)
				}
			}
		}
	}
	return facts, feels, names
}

// Wear says what the children wear and what lies on the floor, by what fills the places (common
// practice); nothing for a set-up in which only things lie.
func (s Setup) Wear() (lines []say.Text) {
	facts, feels, _ := s.touched()
	isWet := slices.ContainsFunc(feels, func(f material.Feel) bool { return f.On(material.Wetness) == "wet" })
	stains := slices.ContainsFunc(facts, func(f material.Facts) bool { return f.Traits.Has(material.Stains) })
	switch {
	case stains:
		lines = append(lines, "Old clothes and aprons: it stains.")
	case isWet:
		lines = append(lines, "Sleeves up, aprons that keep the wet off, a change of clothes at hand.")
	case len(facts) > 0:
		lines = append(lines, "Sleeves up; aprons for who wants one.")
	}
	switch {
	case isWet:
		lines = append(lines, "A mat that does not slip and towels on the floor; wipe what drips at once.")
	case len(facts) > 0:
		lines = append(lines, "A large cloth under it: what falls is tipped back.")
	}
	return lines
}

// Families is a note to the children's families for the day before; nothing for a set-up that
// nothing fills. It names what the fillers hold, so that a family can say what nobody knows yet.
func (s Setup) Families() say.Text {
	facts, feels, names := s.touched()
	if len(names) == 0 {
		return ""
	}
	note := say.F("Tomorrow we play with: {things}.", say.List("{thing}; {next}", names...))
	switch {
	case slices.ContainsFunc(facts, func(f material.Facts) bool { return f.Traits.Has(material.Stains) }):
		note = say.Run(note, "Please send old clothes: it stains.")
	case slices.ContainsFunc(feels, func(f material.Feel) bool { return f.On(material.Wetness) == "wet" }):
		note = say.Run(note, "Please send a change of clothes: it is wet play.")
	}
	var holds allergen.Set
	for _, f := range facts {
		holds |= f.Allergens | f.MayContain | f.UsuallyContains
	}
	if !holds.Empty() {
		note = say.Run(note, say.F("It holds or may hold {allergens}.", holds))
	}
	return say.Run(note, "Tell us if your child has a new allergy or a sore hand.")
}
