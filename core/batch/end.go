package batch

import (
	"emblo/core/material"
	"emblo/core/say"
	"emblo/core/unit"
)

// petSalt is the share of salt above which something is no feed and no compost (convention, after the
// veterinary figures of the rule on pets).
const petSalt = 0.02

// End says where a batch goes when it is over, and where it must not: never to animals what can harm them,
// never on the compost what is salty, oily or no plant, never down a drain what sets or swells in it
// (common practice).
func (s State) End() (goes say.Text, never []say.Text) {
	f := s.altogether()
	salt, known := f.Salt.Get()
	salty := !known && s.Made.IsMix() || salt > petSalt
	plain := f.Traits.Has(material.Food) && f.TraitsKnown && f.ContentsKnown
	kind := s.Made.Recipe.Kind
	if salty || !plain || f.Traits.Any(material.PetToxic, material.Caffeine, material.RawFlour, material.Stains) {
		never = append(never, "Never to animals.")
	}
	if salty || !plain || kind == "sand" {
		never = append(never, "Never on the compost.")
	}
	switch {
	case kind == "foam" || kind == "ice":
		return "The rest melts or falls: down the drain with plenty of water.", never
	case f.Form == material.Liquid:
		never = append(never, "Never into a pond or a stream.")
		return "Down the drain, sieved.", never
	}
	never = append(never, "Never down a drain: it sets, swells or settles there.")
	switch {
	case f.Traits.Any(material.Soil, material.Sand):
		return "Sieved, into the bin; plain sand back outdoors, covered.", never
	case plain && !salty:
		return "Bag it and bin it. Plain plant food can go on the compost.", never
	}
	return "Into a closed bin.", never
}

// altogether returns the facts of what is in a batch with the traits of all of it; it is food where all of it is.
func (s State) altogether() (f material.Facts) {
	for i, one := range s.Subjects(unit.Grams(1), s.Made.On) {
		if i == 0 {
			f = one.Facts
			continue
		}
		food := f.Traits.Has(material.Food) && one.Facts.Traits.Has(material.Food)
		if f.Traits = f.Traits.Union(one.Facts.Traits); !food {
			f.Traits = f.Traits.Without(material.Food)
		}
	}
	return f
}
