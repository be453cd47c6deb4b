package safety

import (
	"fmt"

	"emblo/core/allergen"
	"emblo/core/material"
	"emblo/core/room"
)

// Shares of the daily sodium limit in one taste, and the salt in a portion per kilogram
// of body mass, at which salt-load objects. All three are conventions.
const (
	tasteGrams       = 10.0
	tasteWithAHand   = 0.25
	tasteKeepOut     = 0.50
	saltGramsPerKilo = 0.5
)

// SodiumShareOfSalt is the mass of sodium in a mass of salt: 22.990 / 58.443 (IUPAC
// atomic masses, quoted from memory).
const SodiumShareOfSalt = 22.990 / 58.443

var nuts = allergen.SetOf(allergen.TreeNuts, allergen.Peanuts)

// contentRules judge what a thing does when swallowed or touched.
var contentRules = []Rule{
	{
		ID: "allergen", Title: "Declared allergy", Family: FamilyContents,
		Ground:    Ground{"US major allergens (FALCPA, FASTER Act); Regulation (EU) 1169/2011 Annex II", QuotedFromMemory},
		Threshold: "Holds what a child in the room is allergic to: kept out in every use; as an adult's tool only an allergy by touch or air keeps it out. Coeliac counts wheat, barley, rye, spelt and oats.",
		asTool:    true,
		decide: func(q *question) ruling {
			declared, atLeast := q.eats, GoesIn
			if q.use == AdultTool {
				declared = q.touches
				if q.eats.Meet(q.facts.Allergens) != 0 {
					atLeast = WithAHand
				}
			}
			switch {
			case declared.Meet(q.facts.Allergens) != 0:
				return say(KeepOut)
			case declared != 0 && !q.facts.ContentsKnown:
				return guess(KeepOut, factContents)
			case declared.Has(allergen.Other) && q.hasContents():
				return guess(KeepOut, factContents)
			}
			return say(atLeast)
		},
		explain: func(q *question, r ruling) explanation {
			met := q.eats.Meet(q.facts.Allergens)
			e := explanation{
				reason:  fmt.Sprintf("It holds %s, and %s.", met, q.allergicTo(met)),
				numbers: []Number{{"holds", q.facts.Allergens.String()}, {"declared in the room", q.eats.String()}},
				change:  "A material without it; read the label each time it is bought.",
				do:      []string{"It stays in the adult's hand; wash hands and surfaces afterwards"},
			}
			if r.missing == factContents {
				e.reason = fmt.Sprintf("What is in it is not fully known, and the room has an allergy (%s).", q.eats)
				e.numbers = e.numbers[1:]
				e.change = "The full list of ingredients from the label."
			}
			return e
		},
	},
	{
		ID: "may-contain", Title: "May contain a declared allergen", Family: FamilyContents,
		Ground:    Ground{"Convention on cross-contact: labels, bulk bins, reused food tubs", CommonPractice},
		Threshold: "Cross-contact with a declared allergy: with a hand; kept out where the room is strict.",
		decide: func(q *question) ruling {
			switch {
			case q.eats.Meet(q.facts.MayContain) == 0:
				return noObjection
			case q.group.policy.MayContainStrict:
				return say(KeepOut)
			}
			return say(WithAHand)
		},
		explain: func(q *question, _ ruling) explanation {
			met := q.eats.Meet(q.facts.MayContain)
			return explanation{
				reason:  fmt.Sprintf("It may hold traces of %s, and %s.", met, q.allergicTo(met)),
				numbers: []Number{{"may contain", q.facts.MayContain.String()}, {"declared in the room", q.eats.String()}},
				change:  "A packet labelled free of it.",
				do:      []string{fmt.Sprintf("Read this packet: use it only if it is labelled free of %s", met)},
			}
		},
	},
	{
		ID: "nut-policy", Title: "Nut-free room", Family: FamilyContents,
		Ground:    Ground{"Policy of the centre", CommonPractice},
		Threshold: "In a nut-free room nuts and peanuts are kept out in every use; traces need a hand, or are kept out where the room is strict.",
		asTool:    true,
		decide: func(q *question) ruling {
			switch {
			case !q.group.policy.NutFree:
				return noObjection
			case q.facts.Allergens&nuts != 0:
				return say(KeepOut)
			case !q.facts.ContentsKnown:
				return guess(KeepOut, factContents)
			case q.facts.MayContain&nuts != 0 && q.group.policy.MayContainStrict:
				return say(KeepOut)
			case q.facts.MayContain&nuts != 0:
				return say(WithAHand)
			}
			return noObjection
		},
		explain: func(q *question, r ruling) explanation {
			e := explanation{
				reason:  "The room is nut-free, and it holds or may hold nuts.",
				numbers: []Number{{"holds", q.facts.Allergens.String()}, {"may contain", q.facts.MayContain.String()}},
				change:  "A material made without nuts.",
				do:      []string{"Read this packet: use it only if it is labelled free of nuts"},
			}
			if r.missing != nothing {
				e.reason, e.change = "The room is nut-free, and what is in it is not known.", "The full list of ingredients from the label."
			}
			return e
		},
	},
	{
		ID: "no-food-play", Title: "No food in play", Family: FamilyContents,
		Ground:    Ground{"Policy of the centre: food is for eating", CommonPractice},
		Threshold: "Where the centre does not play with food, anything edible is kept out.",
		judges:    material.Food,
		decide: func(q *question) ruling {
			edible := material.Food | material.RawFlour | material.RawEgg | material.Honey | material.NutButter
			switch {
			case !q.group.policy.NoFoodPlay:
				return noObjection
			case q.facts.Traits.Any(edible):
				return say(KeepOut)
			case !q.facts.TraitsKnown:
				return guess(KeepOut, factTraits)
			}
			return noObjection
		},
		explain: func(*question, ruling) explanation {
			return explanation{
				reason:  "It is food, and this centre does not play with food.",
				numbers: []Number{{"policy", "no food in play"}},
				change:  "The centre's own setting.",
			}
		},
	},
	{
		ID: "raw-flour", Title: "Raw flour or egg", Family: FamilyContents,
		Ground:    Ground{"US FDA and CDC: raw flour and raw egg are not ready to eat", QuotedFromMemory},
		Threshold: "Raw cereal flour, starch not labelled ready to eat, or raw egg, unless the whole mix is heated to 80 C by probe: kept out under 36 months, else with a hand, no tasting.",
		judges:    material.RawFlour | material.RawEgg,
		decide: func(q *question) ruling {
			if !q.facts.Traits.Any(material.RawFlour | material.RawEgg) {
				return noObjection
			}
			return q.swallowed()
		},
		explain: func(q *question, _ ruling) explanation {
			return explanation{
				reason:  fmt.Sprintf("Raw flour and egg can carry Salmonella and E. coli; %s, and hands go to mouths.", q.under(36)),
				numbers: []Number{q.youngestNumber(), {"cleared by", "heating the whole mix to 80 C by probe"}},
				change:  "A recipe cooked to 80 C throughout, or flour labelled ready to eat. Toasting it at home does not clear it.",
				do:      []string{"No tasting; hands washed straight after"},
			}
		},
	},
	{
		ID: "not-food", Title: "Not food", Family: FamilyContents,
		Ground:    Ground{"Product label; convention that only taste-safe mixes go to children under 3", CommonPractice},
		Threshold: "Conditioner, soap, shaving foam, glue, paint, cosmetic gel: kept out under 36 months when open, with a hand when sealed; from 36 months with a hand.",
		judges:    material.NotFood,
		decide: func(q *question) ruling {
			if !q.facts.Traits.Has(material.NotFood) {
				return noObjection
			}
			return q.swallowed()
		},
		explain: func(q *question, _ ruling) explanation {
			return explanation{
				reason:  fmt.Sprintf("It is not made to be swallowed, and %s. What is swallowed cannot be undone.", q.under(36)),
				numbers: []Number{q.youngestNumber(), {"taste-safe only under", "36 months"}},
				change:  "A taste-safe material, or a group in which every child is 3 and none mouths.",
				do:      []string{"No tasting; wash hands after", "Check a patch of skin first, and read the label"},
			}
		},
	},
	{
		ID: "salt-load", Title: "Salt", Family: FamilyContents,
		Ground:    Ground{"National Academies 2019 sodium reference intakes; taste of 10 g, the shares and 0.5 g/kg are conventions", QuotedFromMemory},
		Threshold: "Sodium in a 10 g taste over 25 % of the youngest child's day: with a hand; over 50 %: kept out under 36 months. A portion with more than 0.5 g salt per kg of body mass: kept out under 36 months, with a hand from then on.",
		decide: func(q *question) ruling {
			salt, known := q.facts.Salt.Get()
			worst := KeepOut
			if q.youngest >= 36 {
				worst = WithAHand
			}
			worst = q.openElse(worst, WithAHand)
			if !known {
				return guess(worst, factContents)
			}
			l := q.saltLoad(salt)
			switch {
			case salt == 0:
				return noObjection
			case l.taste > tasteKeepOut || l.portionKnown && l.portion > l.portionLimit:
				return say(worst)
			case !l.portionKnown:
				return guess(worst, factPortion)
			case l.taste > tasteWithAHand:
				return say(WithAHand)
			}
			return noObjection
		},
		explain: func(q *question, r ruling) explanation {
			salt, _ := q.facts.Salt.Get()
			l := q.saltLoad(salt)
			e := explanation{
				reason: fmt.Sprintf("A 10 g taste holds %.0f mg of sodium, %.0f %% of the youngest child's day.", l.tasteMilligrams, l.taste*100),
				numbers: []Number{
					{"sodium in a 10 g taste", fmt.Sprintf("%.0f mg", l.tasteMilligrams)},
					{"youngest child's day", fmt.Sprintf("%.0f mg", room.SodiumLimit(q.youngest).Grams()*1000)},
					{"salt one child may meet", fmt.Sprintf("%.1f g (0.5 g per kg)", l.portionLimit)},
				},
				change: "Less salt, a smaller portion, or a salt-free dough.",
				do:     []string{"Never leave it with the children; no tasting", "Call for advice if a mouthful is swallowed"},
			}
			switch {
			case r.missing == factContents:
				e.reason, e.change = "How much salt is in it is not known.", "The salt on the label, in g per 100 g."
			case r.missing == factPortion:
				e.reason = fmt.Sprintf("It is salted, and how much one child has is not known; over %.0f g would hold too much salt.", l.portionLimit/salt)
				e.change = "The portion for one child, in grams."
			case l.portion > l.portionLimit:
				e.reason += fmt.Sprintf(" One child's portion holds %.1f g of salt; %.1f g is the limit for the youngest.", l.portion, l.portionLimit)
			}
			if l.portionKnown {
				e.numbers = append(e.numbers, Number{"salt in one portion", fmt.Sprintf("%.1f g", l.portion)})
			}
			return e
		},
	},
}

// swallowed is the ruling shared by things that must not be eaten: kept out under 36
// months when open and with a hand when sealed; later with a hand when open.
func (q *question) swallowed() ruling {
	if q.youngest < 36 {
		return say(q.openElse(KeepOut, WithAHand))
	}
	return say(q.openElse(WithAHand, GoesIn))
}

// hasContents reports whether the thing is something with ingredients rather than a
// plain object.
func (q *question) hasContents() bool {
	return !q.facts.Form.GaugeJudges() || q.facts.Form == material.FormUnknown || q.facts.Traits.Any(material.Food|material.NotFood) || !q.facts.TraitsKnown
}

// allergicTo says how many children declared any of the allergens.
func (q *question) allergicTo(met allergen.Set) string {
	n := q.group.count(func(c room.Child) bool {
		var eats allergen.Set
		for _, a := range c.Allergies {
			eats |= allergen.SetOf(a.To)
		}
		return eats.Meet(met) != 0
	})
	if n == 1 {
		return "1 child is allergic to it"
	}
	return fmt.Sprintf("%d children are allergic to it", n)
}

// saltLoad is the sodium of a taste as a share of the youngest child's day, and the salt
// of a portion in grams with its limit.
type saltLoad struct {
	tasteMilligrams, taste, portion, portionLimit float64
	portionKnown                                  bool
}

func (q *question) saltLoad(salt float64) saltLoad {
	l := saltLoad{tasteMilligrams: tasteGrams * salt * SodiumShareOfSalt * 1000}
	l.taste = l.tasteMilligrams / (room.SodiumLimit(q.youngest).Grams() * 1000)
	l.portionLimit = saltGramsPerKilo * room.BodyMass(q.youngest).Grams() / 1000
	var grams float64
	grams, l.portionKnown = q.facts.Portion.Get()
	l.portion = grams * salt
	return l
}
