package safety

import (
	"fmt"

	"emblo/core/allergen"
	"emblo/core/material"
	"emblo/core/room"
)

var nuts = allergen.SetOf(allergen.TreeNuts, allergen.Peanuts)

// contentRules judge what a thing does when swallowed or touched.
var contentRules = []Rule{
	{
		ID: "allergen", Title: "Declared allergy", Family: FamilyContents,
		Ground:    Ground{"US major allergens (FALCPA, FASTER Act); Regulation (EU) 1169/2011 Annex II", QuotedFromMemory},
		Threshold: "Holds what a child in the room is allergic to: kept out in every use; as an adult's tool only an allergy by touch or air keeps it out. Coeliac counts wheat, barley, rye, spelt and oats.",
		asTool:    true,
		Examples: []Example{
			{Words: "wheat dough, a child allergic to wheat, sealed", Thing: thing("", "", "wheat", "food;dough"), Use: Sealed, Months: 60, Want: KeepOut, change: declares(allergen.Wheat, room.ByEating)},
			{Words: "wheat dough, a coeliac child", Thing: thing("", "", "wheat", "food;dough"), Use: Open, Months: 60, Want: KeepOut, change: declares(allergen.Gluten, room.ByEating)},
			{Words: "barley, a child allergic to wheat", Thing: thing("", "", "barley", "food;dough"), Use: Open, Months: 60, Want: GoesIn, change: declares(allergen.Wheat, room.ByEating)},
			{Words: "milk, a child allergic to wheat", Thing: thing("", "", "milk", "food;dough"), Use: Open, Months: 60, Want: GoesIn, change: declares(allergen.Wheat, room.ByEating)},
			{Words: "wheat flour in the adult's hand, allergic by eating", Thing: thing("", "", "wheat", "food;powder"), Use: AdultTool, Months: 60, Want: WithAHand, change: declares(allergen.Wheat, room.ByEating)},
			{Words: "wheat flour in the adult's hand, allergic by touch or air", Thing: thing("", "", "wheat", "food;powder"), Use: AdultTool, Months: 60, Want: KeepOut, change: declares(allergen.Wheat, room.ByTouchOrAir)},
			{Words: "a mix of unknown contents, any allergy", Thing: thing("", "", "", "food;dough"), Use: Open, Months: 60, Want: MeasureFirst, change: declares(allergen.Milk, room.ByEating)},
		},
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
		Examples: []Example{
			{Words: "oats that may hold wheat, a wheat allergy", Thing: thing("", "", "none", "food;powder;may-contain=wheat"), Use: Open, Months: 60, Want: WithAHand, change: declares(allergen.Wheat, room.ByEating)},
			{Words: "the same in a strict room", Thing: thing("", "", "none", "food;powder;may-contain=wheat"), Use: Open, Months: 60, Want: KeepOut, change: func(s *scenery) { declares(allergen.Wheat, room.ByEating)(s); s.policy.MayContainStrict = true }},
			{Words: "oats that may hold wheat, no wheat allergy", Thing: thing("", "", "none", "food;powder;may-contain=wheat"), Use: Open, Months: 60, Want: GoesIn},
		},
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
		Examples: []Example{
			{Words: "peanuts in a nut-free room", Thing: thing("", "", "peanuts", "food;dough"), Use: Open, Months: 60, Want: KeepOut, change: nutFree},
			{Words: "traces of nuts in a nut-free room", Thing: thing("", "", "none", "food;dough;may-contain=tree nuts"), Use: Open, Months: 60, Want: WithAHand, change: nutFree},
			{Words: "peanuts elsewhere", Thing: thing("", "", "peanuts", "food;dough"), Use: Open, Months: 60, Want: GoesIn},
		},
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
		judges:    material.TraitsOf(material.Food),
		Examples: []Example{
			{Words: "dough where no food is played with", Thing: thing("", "", "wheat", "food;dough"), Use: Open, Months: 60, Want: KeepOut, change: noFoodPlay},
			{Words: "soap where no food is played with", Thing: thing("", "", "none", "not-food;liquid"), Use: Open, Months: 60, Want: GoesIn, change: noFoodPlay},
			{Words: "dough elsewhere", Thing: thing("", "", "wheat", "food;dough"), Use: Open, Months: 60, Want: GoesIn},
		},
		decide: func(q *question) ruling {
			switch {
			case !q.group.policy.NoFoodPlay:
				return noObjection
			case q.has(material.Food, material.RawFlour, material.RawEgg, material.Honey, material.NutButter):
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
		ID: "raw-flour", Title: "Raw flour or egg", Family: FamilyContents, Tunable: true, tasteSafe: true, untilCooked: true,
		Ground:    Ground{"US FDA and CDC: raw flour and raw egg are not ready to eat", QuotedFromMemory},
		Threshold: "Raw cereal flour, starch not labelled ready to eat, untreated oats or raw egg, unless the whole mix is heated to 80 C by probe: kept out under 36 months, else (and sealed) with a hand, no tasting. Oven-toasting at home and a kettle do not clear it.",
		judges:    material.TraitsOf(material.RawFlour, material.RawEgg),
		Examples: []Example{
			{Words: "raw flour at 35 months", Thing: thing("", "", "wheat", "food;powder;raw-flour"), Use: Open, Months: 35, Want: KeepOut},
			{Words: "raw flour at 3", Thing: thing("", "", "wheat", "food;powder;raw-flour"), Use: Open, Months: 36, Want: WithAHand},
			{Words: "dough heated to 80 C", Thing: thing("", "", "wheat", "food;dough"), Use: Open, Months: 20, Want: GoesIn},
		},
		decide: func(q *question) ruling {
			if !q.facts.Traits.Any(material.RawFlour, material.RawEgg) {
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
		ID: "not-food", Title: "Not food", Family: FamilyContents, Tunable: true, tasteSafe: true,
		Ground:    Ground{"Product label; convention that only taste-safe mixes go to children under 3", CommonPractice},
		Threshold: "Conditioner, soap, shaving foam, glue, paint, cosmetic gel: kept out under 36 months when open, with a hand when sealed and from 36 months on.",
		judges:    material.TraitsOf(material.NotFood),
		Examples: []Example{
			{Words: "soap foam at 35 months", Thing: thing("", "", "none", "not-food;dough;soap"), Use: Open, Months: 35, Want: KeepOut},
			{Words: "soap in a glued bottle at 20 months", Thing: thing("", "", "none", "not-food;liquid;soap"), Use: Sealed, Months: 20, Want: WithAHand},
			{Words: "soap foam at 3", Thing: thing("", "", "none", "not-food;dough;soap"), Use: Open, Months: 36, Want: WithAHand},
			{Words: "whipped cream", Thing: thing("", "", "milk", "soft-food"), Use: Open, Months: 35, Want: GoesIn},
		},
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
		ID: "salt-load", Title: "Salt", Family: FamilyContents, Tunable: true, tasteSafe: true,
		Ground:    Ground{"National Academies 2019 sodium reference intakes; taste of 10 g, the shares and 0.5 g/kg are conventions", QuotedFromMemory},
		Threshold: "Sodium in a 10 g taste over 25 % of the youngest child's day: with a hand; over 50 %: kept out under 36 months. A portion with more than 0.5 g salt per kg of body mass: kept out under 36 months, with a hand from then on; food of 0.3 % salt or less is not weighed.",
		Examples: []Example{
			{Words: "a 10 g taste of 600 mg sodium, half a day at 35 months", Thing: thing("", "", "none", "food;dough;salt=15.25;portion=20"), Use: Open, Months: 35, Want: WithAHand},
			{Words: "a taste just over half a day", Thing: thing("", "", "none", "food;dough;salt=15.28;portion=20"), Use: Open, Months: 35, Want: KeepOut},
			{Words: "the same at 3", Thing: thing("", "", "none", "food;dough;salt=15.28;portion=20"), Use: Open, Months: 36, Want: WithAHand},
			{Words: "a taste under a quarter of a day", Thing: thing("", "", "none", "food;dough;salt=7.62;portion=20"), Use: Open, Months: 30, Want: GoesIn},
			{Words: "a portion at 0.5 g salt for each kg, 9.2 kg at 2", Thing: thing("", "", "none", "food;dough;salt=5;portion=91.9"), Use: Open, Months: 24, Want: GoesIn},
			{Words: "a portion just over that", Thing: thing("", "", "none", "food;dough;salt=5;portion=92.1"), Use: Open, Months: 24, Want: KeepOut},
		},
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
			case salt <= lowSalt: // a taste is then at most 11 % of the least day's sodium
				return noObjection
			case l.taste > tasteKeepOut || l.portionKnown && l.portion > l.portionLimit:
				return say(worst)
			case !l.portionKnown:
				return guess(worst, factPortion)
			case l.taste > TasteWithAHand:
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
	{
		ID: "first-taste", Title: "First tastes", Family: FamilyContents,
		Ground:    Ground{"Weaning guidance (WHO; national health services)", QuotedFromMemory},
		Threshold: "Anything edible is kept out open under 6 months; from 6 to 11 months what holds a major allergen that a child has not yet eaten at home is measure first: ask the family.",
		judges:    material.TraitsOf(material.Food),
		Examples: []Example{
			{Words: "apple puree at 5 months", Thing: thing("", "", "none", "soft-food"), Use: Open, Months: 5, Want: KeepOut},
			{Words: "apple puree at 6 months", Thing: thing("", "", "none", "soft-food"), Use: Open, Months: 6, Want: GoesIn},
			{Words: "yoghurt at 9 months, milk not yet eaten at home", Thing: thing("", "", "milk", "soft-food"), Use: Open, Months: 9, Want: MeasureFirst},
			{Words: "yoghurt at 9 months, milk eaten at home", Thing: thing("", "", "milk", "soft-food"), Use: Open, Months: 9, Want: GoesIn, change: func(s *scenery) { s.child.Tried = allergen.SetOf(allergen.Milk) }},
			{Words: "yoghurt at 12 months", Thing: thing("", "", "milk", "soft-food"), Use: Open, Months: 12, Want: GoesIn},
		},
		decide: func(q *question) ruling {
			switch {
			case !q.has(material.Food) || !q.open() || q.youngest >= 12:
				return noObjection
			case q.youngest < 6:
				return say(KeepOut)
			case q.facts.Allergens&q.untried != 0:
				return guess(KeepOut, factTasted)
			}
			return noObjection
		},
		explain: func(q *question, r ruling) explanation {
			e := explanation{
				reason:  "A child under 6 months does not eat yet, and edible play is eaten.",
				numbers: []Number{q.youngestNumber(), {"holds", q.facts.Allergens.String()}},
				change:  "Nothing edible in the open, or every child 6 months or over.",
			}
			if r.missing != nothing {
				e.reason = fmt.Sprintf("It holds %s; whether every child under 1 has eaten that at home is not known.", (q.facts.Allergens & q.untried).String())
				e.change = "Ask the family, and note in the room what the child has eaten at home."
			}
			return e
		},
	},
	{
		ID: "food-choke", Title: "Food that chokes", Family: FamilyContents, Tunable: true,
		Ground:    Ground{"US guidance for children under 4; AAP 2010, prevention of choking", QuotedFromMemory},
		Threshold: "A food piece that fits the gauge and is round, firm, slippery or sticky, and anything on the classic list (whole grape, nut, popcorn, hard sweet, raw carrot or apple, sausage round, cheese cube, dried fruit, whole bean, marshmallow, jelly cube, firm agar, nut butter by the spoon): kept out under 48 months, with a hand to 71. Soft food: with a hand under 48 months. Sealed, with a hand.",
		judges:    material.TraitsOf(material.ChokeFood, material.Slippery, material.Sticky, material.NutButter),
		Examples: []Example{
			{Words: "dry chickpeas at 47 months", Thing: thing("sphere", "7-10", "none", "food;hard;rounded"), Use: Open, Months: 47, Want: KeepOut},
			{Words: "dry chickpeas at 4", Thing: thing("sphere", "7-10", "none", "food;hard;rounded"), Use: Open, Months: 48, Want: WithAHand},
			{Words: "dry chickpeas at 6", Thing: thing("sphere", "7-10", "none", "food;hard;rounded"), Use: Open, Months: 72, Want: GoesIn},
			{Words: "banana slices at 47 months", Thing: thing("cylinder", "30x8", "none", "food;soft"), Use: Open, Months: 47, Want: WithAHand},
			{Words: "banana slices at 4", Thing: thing("cylinder", "30x8", "none", "food;soft"), Use: Open, Months: 48, Want: GoesIn},
			{Words: "a long raw carrot, on the classic list", Thing: thing("cylinder", "30x180", "none", "food;hard;choke-food"), Use: Open, Months: 47, Want: KeepOut},
			{Words: "a whole pumpkin", Thing: thing("sphere", "200", "none", "food;hard;rounded"), Use: Open, Months: 47, Want: GoesIn},
		},
		decide: func(q *question) ruling {
			v := WithAHand
			switch q.chokes() {
			case GoesIn:
				return noObjection
			case KeepOut:
				if q.youngest >= 72 {
					return noObjection
				}
				v = q.keptUnder(48)
			default:
				if q.youngest >= 48 || !q.open() {
					return noObjection
				}
			}
			if q.facts.Form == material.Piece && !q.has(material.ChokeFood, material.NutButter) {
				return q.aboutPiece(v)
			}
			return say(v)
		},
		explain: func(q *question, r ruling) explanation {
			e := explanation{
				reason:  "Food that is round, firm, slippery or sticky lodges in a small throat; back teeth that grind it come at about 4.",
				numbers: []Number{{"size", q.facts.Smallest.String()}, {"kept out under", "48 months"}, q.youngestNumber()},
				change:  "Food that squashes flat between two fingers, or every child 4 or over.",
				do:      []string{"Everybody sits while it is out; no running, no filled mouths"},
			}
			if !q.facts.Form.GaugeJudges() {
				e.numbers = e.numbers[1:]
			}
			if q.chokes() == WithAHand {
				e.reason = "It squashes flat, and a mouthful of it still needs watching under 4."
				e.change = "Every child 4 or over."
			}
			return e
		},
	},
	{
		ID: "lectin", Title: "Raw beans", Family: FamilyContents, Tunable: true, tasteSafe: true,
		Ground:    Ground{"US FDA Bad Bug Book on phytohaemagglutinin: as few as 4 or 5 raw beans", QuotedFromMemory},
		Threshold: "Common beans (kidney, cannellini, navy, black, pinto, borlotti), runner and lima beans, raw or under-boiled: kept out under 36 months, else with a hand, no tasting. Rinsing does nothing and slow cooking can make it worse; 5 h of soaking and 30 min of hard boiling clear it.",
		judges:    material.TraitsOf(material.Lectin),
		Examples: []Example{
			{Words: "raw kidney beans, rinsed, at 35 months", Thing: thing("ellipsoid", "17x8x6", "none", "food;hard;lectin"), Use: Open, Months: 35, Want: KeepOut},
			{Words: "raw kidney beans at 3", Thing: thing("ellipsoid", "17x8x6", "none", "food;hard;lectin"), Use: Open, Months: 36, Want: WithAHand},
			{Words: "canned kidney beans", Thing: thing("ellipsoid", "17x8x6", "none", "food;soft"), Use: Open, Months: 35, Want: GoesIn},
		},
		decide: func(q *question) ruling { return q.swallowedIf(material.Lectin) },
		explain: words{reason: "Four or five raw beans are enough to make a child very ill, and %s. Rinsing does not remove the toxin.", under: 36, limit: Number{"harmful from", "4 or 5 raw beans"},
			change: "Lentils or peas for children who do not mouth, or beans from a can.", do: []string{"No tasting; hands washed straight after", "Call for advice if beans are swallowed"}}.explain,
	},
	{
		ID: "toxic-seed", Title: "Poisonous seed or plant", Family: FamilyContents,
		Ground:    Ground{"Poison-centre lists", QuotedFromMemory},
		Threshold: "Castor, jequirity, apricot kernel, raw lupin, treated planting seed, conker, acorn, yew, laburnum, bulbs, mushrooms: kept out.",
		judges:    material.TraitsOf(material.ToxicSeed),
		Examples: []Example{
			{Words: "conkers", Thing: thing("sphere", "60", "none", "hard;rounded;toxic-seed"), Use: Open, Months: 100, Want: KeepOut},
			{Words: "a pine cone", Thing: thing("ellipsoid", "90x60x60", "none", "hard"), Use: Open, Months: 60, Want: GoesIn},
		},
		decide: func(q *question) ruling { return sayIf(q.has(material.ToxicSeed), KeepOut) },
		explain: words{reason: "It is on the lists of poison centres.", change: "Pine cones, shells or wood in its place.", limit: Number{"harmful", "when chewed or swallowed"},
			do: []string{"Gloves, and hands washed after"}}.explain,
	},
	{
		ID: "honey", Title: "Honey", Family: FamilyContents,
		Ground:    Ground{"CDC and AAP on infant botulism", QuotedFromMemory},
		Threshold: "Kept out under 12 months when open; sealed, with a hand.",
		judges:    material.TraitsOf(material.Honey),
		Examples: []Example{
			{Words: "honey at 11 months", Thing: thing("", "", "none", "food;dough;honey"), Use: Open, Months: 11, Want: KeepOut},
			{Words: "honey at 12 months", Thing: thing("", "", "none", "food;dough;honey"), Use: Open, Months: 12, Want: GoesIn},
		},
		decide: func(q *question) ruling {
			if !q.has(material.Honey) || q.youngest >= 12 {
				return noObjection
			}
			return say(q.keptUnder(12))
		},
		explain: words{reason: "Honey can hold spores that poison an infant's gut.", change: "Syrup in its place, or every child 1 or over.", limit: Number{"kept out under", "12 months"},
			do: []string{"Look the seal over before use"}}.explain,
	},
	{
		ID: "caffeine", Title: "Coffee, tea and cocoa", Family: FamilyContents, Tunable: true, tasteSafe: true,
		Ground:    Ground{"Convention: stimulants are not for small children", CommonPractice},
		Threshold: "Coffee, tea, cocoa and spent grounds: kept out under 36 months, else with a hand.",
		judges:    material.TraitsOf(material.Caffeine),
		Examples: []Example{
			{Words: "used coffee grounds at 35 months", Thing: thing("", "", "none", "food;powder;caffeine"), Use: Open, Months: 35, Want: KeepOut},
			{Words: "used coffee grounds at 3", Thing: thing("", "", "none", "food;powder;caffeine"), Use: Open, Months: 36, Want: WithAHand},
			{Words: "starch", Thing: thing("", "", "none", "food;powder"), Use: Open, Months: 35, Want: GoesIn},
		},
		decide: func(q *question) ruling { return q.swallowedIf(material.Caffeine) },
		explain: words{reason: "It holds a stimulant that a small body keeps for a day, and %s.", under: 36, limit: Number{"kept out under", "36 months"},
			change: "Carob, or a colour without stimulant.", do: []string{"No tasting; hands washed after"}}.explain,
	},
	{
		ID: "aspiration", Title: "Oil that runs into lungs", Family: FamilyContents,
		Ground:    Ground{"16 CFR 1700.14(a)(31)", QuotedFromMemory},
		Threshold: "Mineral or baby oil, lamp oil, thinner: kept out under 60 months where it can be opened, else and sealed with a hand.",
		judges:    material.TraitsOf(material.MineralOil),
		Examples: []Example{
			{Words: "baby oil in a pourable mix at 59 months", Thing: thing("", "", "none", "not-food;liquid;mineral-oil"), Use: Open, Months: 59, Want: KeepOut},
			{Words: "baby oil in a pourable mix at 5", Thing: thing("", "", "none", "not-food;liquid;mineral-oil"), Use: Open, Months: 60, Want: WithAHand},
			{Words: "baby oil in a glued bottle", Thing: thing("", "", "none", "not-food;liquid;mineral-oil"), Use: Sealed, Months: 20, Want: WithAHand},
			{Words: "plant oil", Thing: thing("", "", "none", "food;liquid"), Use: Open, Months: 20, Want: GoesIn},
		},
		decide: func(q *question) ruling {
			if !q.has(material.MineralOil) {
				return noObjection
			}
			return say(q.keptUnder(60))
		},
		explain: words{reason: "Thin oil goes down the wrong way into the lungs and inflames them.", change: "Plant oil in its place.", limit: Number{"kept out under", "60 months"},
			do: []string{"Lid glued or bag doubled and taped; the bottle locked away"}}.explain,
	},
	{
		ID: "essential-oil", Title: "Essential oil", Family: FamilyContents, Tunable: true,
		Ground:    Ground{"Poison-centre advice", QuotedFromMemory},
		Threshold: "Kept out under 36 months, else with a hand; wintergreen, camphor and eucalyptus are kept out at every age.",
		judges:    material.TraitsOf(material.EssentialOil, material.CamphorOil),
		Examples: []Example{
			{Words: "lavender oil as scent at 35 months", Thing: thing("", "", "none", "not-food;liquid;essential-oil"), Use: Open, Months: 35, Want: KeepOut},
			{Words: "lavender oil as scent at 3", Thing: thing("", "", "none", "not-food;liquid;essential-oil"), Use: Open, Months: 36, Want: WithAHand},
			{Words: "eucalyptus oil at 10", Thing: thing("", "", "none", "not-food;liquid;camphor-oil"), Use: Open, Months: 120, Want: KeepOut},
			{Words: "rose water", Thing: thing("", "", "none", "food;liquid"), Use: Open, Months: 20, Want: GoesIn},
		},
		decide: func(q *question) ruling {
			if q.has(material.CamphorOil) {
				return say(KeepOut)
			}
			return q.swallowedIf(material.EssentialOil)
		},
		explain: words{reason: "A few millilitres swallowed can make a small child fit; it also burns skin and eyes.", change: "Food scents: herbs, citrus peel, rose water.", limit: Number{"kept out under", "36 months; camphor, wintergreen, eucalyptus at every age"},
			do: []string{"At most one drop, mixed in by the adult; the bottle locked away"}}.explain,
	},
	{
		ID: "alcohol", Title: "Alcohol", Family: FamilyContents,
		Ground:    Ground{"Convention: over 10 % by volume", CommonPractice},
		Threshold: "Over 10 % alcohol: kept out under 36 months where it can be opened, else for adults only, aired and fully dry before play.",
		Examples: []Example{
			{Words: "hand gel of 70 % at 35 months", Thing: thing("", "", "none", "not-food;gel;alcohol=70"), Use: Open, Months: 35, Want: KeepOut},
			{Words: "hand gel of 70 % at 3", Thing: thing("", "", "none", "not-food;gel;alcohol=70"), Use: Open, Months: 36, Want: WithAHand},
			{Words: "a drink of 10 %", Thing: thing("", "", "none", "food;liquid;alcohol=10"), Use: Open, Months: 35, Want: GoesIn},
		},
		decide: func(q *question) ruling {
			share, known := q.facts.Alcohol.Get()
			switch {
			case known && share > 10:
				return say(q.keptUnder(36))
			case q.facts.Alcohol.There() && !known:
				return guess(q.keptUnder(36), factAlcohol)
			}
			return noObjection
		},
		explain: func(q *question, _ ruling) explanation {
			share, _ := q.facts.Alcohol.Get()
			return explanation{
				reason:  "Alcohol drops a small child's blood sugar; a mouthful is too much.",
				numbers: []Number{{"alcohol", fmt.Sprintf("%g %%", share)}, {"limit", "10 %"}, q.youngestNumber()},
				change:  "A water-based colour or scent.",
				do:      []string{"Only the adult handles it; aired and fully dry before play", "Extracts by the drop, the bottle out of reach"},
			}
		},
	},
	{
		ID: "household-chemical", Title: "Household chemical", Family: FamilyContents,
		Ground:    Ground{"EN 71-3, boron 1,200 and 300 mg/kg; reports of burns from setting plaster and detergents", QuotedFromMemory},
		Threshold: "Concentrated detergent, capsules, bleach, borax, boric acid, borate liquids, lime, cement, and setting plaster round a hand: kept out.",
		judges:    material.TraitsOf(material.HouseholdChemical, material.Borate, material.Plaster),
		Examples: []Example{
			{Words: "slime made with borax", Thing: thing("", "", "none", "not-food;dough;borate"), Use: Open, Months: 100, Want: KeepOut},
			{Words: "psyllium goo", Thing: thing("", "", "none", "food;dough"), Use: Open, Months: 60, Want: GoesIn},
		},
		decide: func(q *question) ruling {
			return sayIf(q.has(material.HouseholdChemical, material.Borate, material.Plaster), KeepOut)
		},
		explain: words{reason: "It burns or poisons: skin, eyes, mouth or by going through the skin.", change: "A mix of food ingredients: starch, psyllium, salt-free dough.", limit: Number{"boron limit in sticky toys", "300 mg/kg"},
			do: []string{"Gloves; locked away before children come"}}.explain,
	},
	{
		ID: "not-food-grade", Title: "Not food grade", Family: FamilyContents, Tunable: true, tasteSafe: true,
		Ground:    Ground{"Product label of feed, bird seed and craft-dyed grain", CommonPractice},
		Threshold: "Feed, bird seed, craft-dyed grain or sand: kept out under 36 months, else with a hand.",
		judges:    material.TraitsOf(material.FeedGrade),
		Examples: []Example{
			{Words: "bird seed at 35 months", Thing: thing("ellipsoid", "3x2x2", "none", "not-food;grain;feed-grade"), Use: Open, Months: 35, Want: KeepOut},
			{Words: "bird seed at 3", Thing: thing("ellipsoid", "3x2x2", "none", "not-food;grain;feed-grade"), Use: Open, Months: 36, Want: WithAHand},
			{Words: "millet from the kitchen", Thing: thing("sphere", "2", "none", "food;grain"), Use: Open, Months: 35, Want: GoesIn},
		},
		decide: func(q *question) ruling { return q.swallowedIf(material.FeedGrade) },
		explain: words{reason: "Feed and craft goods may hold dust, moulds, dyes or dressings that food may not, and %s.", under: 36, limit: Number{"kept out under", "36 months"},
			change: "The same grain from the kitchen shelf.", do: []string{"No tasting; hands washed after"}}.explain,
	},
	{
		ID: "soil", Title: "Soil and sand", Family: FamilyContents, Tunable: true,
		Ground:    Ground{"Reports on Legionella in potting mix, tetanus in soil, silica in dry sand", QuotedFromMemory},
		Threshold: "Potting mix, compost, garden soil, sand: kept out under 12 months or mouthing, else with a hand: fresh plain topsoil, damp; washed play sand; covered from animals.",
		judges:    material.TraitsOf(material.Soil, material.Sand),
		Examples: []Example{
			{Words: "play sand at 11 months", Thing: thing("", "", "none", "not-food;grain;sand"), Use: Open, Months: 11, Want: KeepOut},
			{Words: "play sand at 12 months, not mouthing", Thing: thing("", "", "none", "not-food;grain;sand"), Use: Open, Months: 12, Want: WithAHand},
			{Words: "play sand at 30 months, mouthing", Thing: thing("", "", "none", "not-food;grain;sand"), Use: Open, Months: 30, Mouths: true, Want: KeepOut},
			{Words: "sugar", Thing: thing("", "", "none", "food;grain"), Use: Open, Months: 11, Want: GoesIn},
		},
		decide: func(q *question) ruling {
			switch {
			case !q.has(material.Soil, material.Sand):
				return noObjection
			case q.open() && (q.youngest < 12 || q.mouths):
				return say(KeepOut)
			}
			return say(WithAHand)
		},
		explain: words{reason: "Soil and sand hold germs and dust and get eaten by whoever mouths.", change: "A filler that may be eaten, or a group in which every child is 1 and none mouths.", limit: Number{"kept out under", "12 months or mouthing"},
			do: []string{"Fresh plain topsoil kept damp, or washed play sand", "Covered between uses; hands washed after"}}.explain,
	},
	{
		ID: "spice", Title: "Hot or dusty spice", Family: FamilyContents, Tunable: true,
		Ground:    Ground{"Convention: spice in eyes and airways", CommonPractice},
		Threshold: "Chilli, pepper, mustard, cinnamon and other spice in the open: kept out under 36 months, else with a hand, mixed into dough only.",
		judges:    material.TraitsOf(material.Spice),
		Examples: []Example{
			{Words: "loose cinnamon at 35 months", Thing: thing("", "", "none", "food;powder;spice"), Use: Open, Months: 35, Want: KeepOut},
			{Words: "cinnamon at 3", Thing: thing("", "", "none", "food;powder;spice"), Use: Open, Months: 36, Want: WithAHand},
			{Words: "starch", Thing: thing("", "", "none", "food;powder"), Use: Open, Months: 35, Want: GoesIn},
		},
		decide: func(q *question) ruling { return q.swallowedIf(material.Spice) },
		explain: words{reason: "Spice burns eyes and its dust closes airways, and %s.", under: 36, limit: Number{"kept out under", "36 months"},
			change: "Citrus peel or herbs for scent.", do: []string{"Mixed into dough by the adult, never loose"}}.explain,
	},
}

// swallowed is the ruling shared by things that must not be eaten: kept out under 36
// months when open, and with a hand when sealed and from then on.
func (q *question) swallowed() ruling { return say(q.keptUnder(36)) }

// swallowedIf is the ruling of swallowed for things that have any of the traits.
func (q *question) swallowedIf(ts ...material.Trait) ruling {
	if !q.has(ts...) {
		return noObjection
	}
	return q.swallowed()
}

func nutFree(s *scenery)    { s.policy.NutFree = true }
func noFoodPlay(s *scenery) { s.policy.NoFoodPlay = true }

// hasContents reports whether the thing is something with ingredients rather than a
// plain object.
func (q *question) hasContents() bool {
	return !q.facts.Form.GaugeJudges() || q.facts.Form == material.FormUnknown || q.facts.Traits.Any(material.Food, material.NotFood) || !q.facts.TraitsKnown
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
