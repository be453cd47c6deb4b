package plan

import (
	"slices"

	"emblo/core/allergen"
	"emblo/core/material"
	"emblo/core/safety"
	"emblo/core/say"
)

// touched are the fillers and mixes of a set-up that children meet with their hands, by what they
// are and how they feel, and the names of all of them.
func (a Answer) touched() (facts []*material.Facts, feels []material.Feel, names []say.Text) {
	for i := range a.Places {
		p := &a.Places[i]
		for j := range p.Base {
			l := &p.Base[j]
			feel, name := material.Feel{}, say.Text("")
			if p.Mix != nil {
				feel, name = p.Mix.Recipe.Feel(), p.Mix.Recipe.Within()
			} else {
				it := &p.Fill.Fillers[j]
				feel, name = it.Feel, it.Within()
			}
			if !slices.Contains(names, name) {
				names = append(names, name)
			}
			if l.Use != safety.Sealed {
				facts, feels = append(facts, l.Facts), append(feels, feel)
			}
		}
	}
	return facts, feels, names
}

// Around is what is said of a set-up beside its amounts.
type Around struct {
	// Wear says what the children wear and what lies on the floor (common practice).
	Wear []say.Text
	// Families is a note to the children's families for the day before. It names what the fillers
	// hold, so that a family can say what nobody knows yet.
	Families say.Text
}

// Around returns what to wear and to tell, by what fills the places; nothing for a set-up in which only
// things lie.
func (a Answer) Around() Around {
	facts, feels, names := a.touched()
	if len(names) == 0 {
		return Around{}
	}
	wet := slices.ContainsFunc(feels, func(f material.Feel) bool { return f.On(material.Wetness) == "wet" })
	stains := slices.ContainsFunc(facts, func(f *material.Facts) bool { return f.Traits.Has(material.Stains) })
	out := Around{Families: say.F("Tomorrow we will play with {things}.", say.List("{thing}; {next}", names...))}
	switch {
	case stains:
		out.Wear = append(out.Wear, "Old clothes and aprons: it stains.")
		out.Families = say.Run(out.Families, "Please send old clothes: it stains.")
	case wet:
		out.Wear = append(out.Wear, "Sleeves up, aprons that keep the wet off, a change of clothes at hand.")
		out.Families = say.Run(out.Families, "Please send a change of clothes: it is wet play.")
	case len(facts) > 0:
		out.Wear = append(out.Wear, "Roll sleeves up. Offer aprons.")
	}
	switch {
	case wet:
		out.Wear = append(out.Wear, "A mat that does not slip and towels on the floor; wipe what drips at once.")
	case len(facts) > 0:
		out.Wear = append(out.Wear, "Put a large cloth under it. Tip spills back only if no child mouths things.")
	}
	var holds allergen.Set
	for _, f := range facts {
		holds |= f.Allergens | f.MayContain | f.UsuallyContains
	}
	if !holds.Empty() {
		out.Families = say.Run(out.Families, say.F("Contains or may contain {allergens}.", holds))
	}
	out.Families = say.Run(out.Families, "Please tell us about any new allergy or sore skin.")
	return out
}
