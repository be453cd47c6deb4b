package safety

import (
	"emblo/core/allergen"
	"emblo/core/material"
	"emblo/core/room"
	"emblo/core/say"
)

// inert is what nobody's note can mean: water, salt and sand.
var inert = allergen.OriginsNamed("water, salt, sand")

// inWords rules on what families noted in their own words: what is made of it or called by it is kept out, and what
// is not plainly something else is asked about. One plain ingredient of another kind is something else, as long as
// the whole note was understood and the two are no close kin; so is what has no ingredients, and water.
func (q *question) inWords(n *noted) ruling {
	plain := q.has(material.Single) && (!q.facts.Made.Empty() || q.facts.Allergens != 0)
	switch {
	case n.meets(q.facts.Made, q.name):
		return objects(KeepOut)
	case !n.kin.Meet(q.facts.Made).Empty():
		return guess(KeepOut, factContents)
	case !q.hasContents(), plain && q.facts.Made.Minus(inert).Empty() && q.facts.Allergens == 0:
		return noObjection
	case n.unread || !plain:
		return guess(KeepOut, factContents)
	}
	return noObjection
}

// notedWords are what families of the room noted in their own words.
func (q *question) notedWords() say.Text {
	var all []say.Text
	for _, c := range q.group.room.Children {
		for _, a := range c.Allergies {
			if a.To == allergen.Other && a.Note != "" {
				all = append(all, say.Typed(a.Note))
			}
		}
	}
	if len(all) == 0 {
		return say.Text(allergen.Other.String())
	}
	return say.List("{allergen}, {next}", all...)
}

// allergyRules judge what a child may not meet, and what a room or a centre does not want.
var allergyRules = []Rule{
	{
		ID: "allergen", Title: "Declared allergy", Family: FamilyContents,
		Ground: Ground{"US major allergens (FALCPA, FASTER Act); Regulation (EU) 1169/2011 Annex II",
			QuotedFromMemory},
		Threshold: "Contains what a child in the room is allergic to: never used, in any way; as an adult's tool only an allergy by touch or air rules it out. Coeliac counts wheat, barley, rye, spelt and oats.",
		asTool:    true,
		Examples: []Example{
			{Words: "wheat dough, a child allergic to wheat, sealed", Thing: thing("", "", "wheat", "food;dough"),
				Use: Sealed, Months: 60, Want: KeepOut, change: declares(allergen.Wheat, room.ByEating)},
			{Words: "wheat dough, a coeliac child", Thing: thing("", "", "wheat", "food;dough"), Use: Open, Months: 60,
				Want: KeepOut, change: declares(allergen.Gluten, room.ByEating)},
			{Words: "barley, a child allergic to wheat", Thing: thing("", "", "barley", "food;dough"), Use: Open,
				Months: 60, Want: GoesIn, change: declares(allergen.Wheat, room.ByEating)},
			{Words: "milk, a child allergic to wheat", Thing: thing("", "", "milk", "food;dough"), Use: Open,
				Months: 60, Want: GoesIn, change: declares(allergen.Wheat, room.ByEating)},
			{Words: "wheat flour used by the adult, allergic by eating", Thing: thing("", "", "wheat", "food;powder"),
				Use: AdultTool, Months: 60, Want: WithAHand, change: declares(allergen.Wheat, room.ByEating)},
			{Words: "wheat flour used by the adult, allergic by touch or air", Thing: thing("", "", "wheat",
				"food;powder"), Use: AdultTool, Months: 60, Want: KeepOut, change: declares(allergen.Wheat,
				room.ByTouchOrAir)},
			{Words: "a mix of unknown contents, any allergy", Thing: thing("", "", "", "food;dough"), Use: Open,
				Months: 60, Want: MeasureFirst, change: declares(allergen.Milk, room.ByEating)},
		},
		decide: func(q *question) ruling {
			declared, notes, atLeast := q.eats, &q.noted, GoesIn
			if q.use == AdultTool {
				declared, notes = q.touches, &q.notedTouch
				if q.eats.Meet(q.facts.Allergens) != 0 || q.eats.Has(allergen.Other) && q.noted.meets(q.facts.Made,
					q.name) {
					atLeast = WithAHand
				}
			}
			switch {
			case declared.Meet(q.facts.Allergens) != 0:
				return objects(KeepOut)
			case declared != 0 && !q.facts.ContentsKnown:
				return guess(KeepOut, factContents)
			case declared.Has(allergen.Other):
				if r := q.inWords(notes); r.verdict != GoesIn {
					return r
				}
			}
			return objects(atLeast)
		},
		explain: func(q *question, r ruling) explanation {
			met := q.eats.Meet(q.facts.Allergens)
			e := explanation{
				reason:  say.Run(say.F("Contains {allergens}.", met), q.allergicTo(met)),
				numbers: []Number{{"contains", q.facts.Allergens.Say()}, {"declared in the room", q.eats.Say()}},
				change:  "A material without it; read the label each time it is bought.",
				do:      []Precaution{doAdultsHandSurfaces},
			}
			switch {
			case r.missing == factContents && q.facts.ContentsKnown:
				e.reason, e.unknown = say.F(
					"A family told us of an allergy in its own words ({allergens}). Find out whether this has anything to do with it.",
					q.notedWords()), true
				e.numbers = []Number{{"told by a family", q.notedWords()}}
				e.change = "Ask the family what the child must not meet, and read the full list of ingredients from the label."
			case met.Empty() && q.noted.meets(q.facts.Made, q.name):
				e.reason = say.Run(say.F("Made of, or named after, an allergy that a family told us of ({allergens}).",
					q.notedWords()), q.allergicTo(allergen.SetOf(allergen.Other)))
				e.numbers = []Number{{"told by a family", q.notedWords()}, {"made of", q.facts.Made.Say()}}
				e.change = "A material without it; ask the family where it is not sure."
			case r.missing == factContents:
				e.reason, e.unknown = say.F(
					"The ingredients are not all known, and this room has an allergy ({allergens}).", q.eats), true
				e.numbers = e.numbers[1:]
				e.change = "The full list of ingredients from the label."
			}
			return e
		},
	},
	{
		ID: "may-contain", Title: "May contain a declared allergen", Family: FamilyContents,
		Ground:    Ground{"Convention on cross-contact: labels, bulk bins, reused food tubs", CommonPractice},
		Threshold: "Cross-contact with a declared allergy: precautions; do not use where the room is strict.",
		Examples: []Example{
			{Words: "oats that may contain wheat, a wheat allergy", Thing: thing("", "", "none",
				"food;powder;may-contain=wheat"), Use: Open, Months: 60, Want: WithAHand,
				change: declares(allergen.Wheat, room.ByEating)},
			{Words: "the same in a strict room", Thing: thing("", "", "none", "food;powder;may-contain=wheat"),
				Use: Open, Months: 60, Want: KeepOut, change: func(s *scenery) {
					declares(allergen.Wheat, room.ByEating)(s)
					s.policy.MayContainStrict = true
				}},
			{Words: "oats that may contain wheat, no wheat allergy", Thing: thing("", "", "none",
				"food;powder;may-contain=wheat"), Use: Open, Months: 60, Want: GoesIn},
		},
		decide: func(q *question) ruling {
			switch {
			case q.eats.Meet(q.facts.MayContain) == 0:
				return noObjection
			case q.group.policy.MayContainStrict:
				return objects(KeepOut)
			}
			return objects(WithAHand)
		},
		explain: func(q *question, _ ruling) explanation {
			met := q.eats.Meet(q.facts.MayContain)
			return explanation{
				reason:  say.Run(say.F("May contain {allergens}.", met), q.allergicTo(met)),
				numbers: []Number{{"may contain", q.facts.MayContain.Say()}, {"declared in the room", q.eats.Say()}},
				change:  "A packet labelled free of it.",
				do:      []Precaution{doPacketFree.with(met.IDs(), met.Say())},
			}
		},
	},
	{
		ID: "nut-policy", Title: "Nut-free room", Family: FamilyContents,
		Ground:    Ground{"Policy of the centre", CommonPractice},
		Threshold: "In a nut-free room nuts and peanuts are never used, in any way; traces need precautions, or are not used where the room is strict.",
		asTool:    true,
		Examples: []Example{
			{Words: "peanuts in a nut-free room", Thing: thing("", "", "peanuts", "food;dough"), Use: Open, Months: 60,
				Want: KeepOut, change: nutFree},
			{Words: "traces of nuts in a nut-free room", Thing: thing("", "", "none",
				"food;dough;may-contain=tree nuts"), Use: Open, Months: 60, Want: WithAHand, change: nutFree},
			{Words: "peanuts elsewhere", Thing: thing("", "", "peanuts", "food;dough"), Use: Open, Months: 60,
				Want: GoesIn},
		},
		decide: func(q *question) ruling {
			switch {
			case !q.group.policy.NutFree:
				return noObjection
			case q.facts.Allergens&nuts != 0:
				return objects(KeepOut)
			case !q.facts.ContentsKnown:
				return guess(KeepOut, factContents)
			case q.facts.MayContain&nuts != 0 && q.group.policy.MayContainStrict:
				return objects(KeepOut)
			case q.facts.MayContain&nuts != 0:
				return objects(WithAHand)
			}
			return noObjection
		},
		explain: func(q *question, r ruling) explanation {
			e := explanation{
				reason:  "This room is nut-free. Contains or may contain nuts.",
				numbers: []Number{{"contains", q.facts.Allergens.Say()}, {"may contain", q.facts.MayContain.Say()}},
				change:  "A material made without nuts.",
				do:      []Precaution{doPacketFree.with(nuts.IDs(), nuts.Say())},
			}
			if r.missing != nothing {
				e.reason, e.change, e.unknown = "This room is nut-free. The ingredients are not known.",
					"The full list of ingredients from the label.", true
			}
			return e
		},
	},
	{
		ID: "no-food-play", Title: "No food in play", Family: FamilyContents,
		Ground:    Ground{"Policy of the centre: food is for eating", CommonPractice},
		Threshold: "Where the centre does not play with food, anything edible is not used.",
		judges:    material.TraitsOf(material.Food),
		Examples: []Example{
			{Words: "dough where no food is played with", Thing: thing("", "", "wheat", "food;dough"), Use: Open,
				Months: 60, Want: KeepOut, change: noFoodPlay},
			{Words: "soap where no food is played with", Thing: thing("", "", "none", "not-food;liquid"), Use: Open,
				Months: 60, Want: GoesIn, change: noFoodPlay},
			{Words: "dough elsewhere", Thing: thing("", "", "wheat", "food;dough"), Use: Open, Months: 60,
				Want: GoesIn},
		},
		decide: func(q *question) ruling {
			switch {
			case !q.group.policy.NoFoodPlay:
				return noObjection
			case q.has(material.Food, material.RawFlour, material.RawEgg, material.Honey, material.NutButter):
				return objects(KeepOut)
			case !q.facts.TraitsKnown:
				return guess(KeepOut, factTraits)
			}
			return noObjection
		},
		explain: func(*question, ruling) explanation {
			return explanation{
				reason:  "This is food, and this centre does not play with food.",
				numbers: []Number{{"policy", "no food in play"}},
				change:  "The centre's own setting.",
			}
		},
	},
}
