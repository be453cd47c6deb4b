package safety

import (
	"strconv"

	"emblo/core/allergen"
	"emblo/core/material"
	"emblo/core/room"
	"emblo/core/say"
)

var nuts = allergen.SetOf(allergen.TreeNuts, allergen.Peanuts)

// contentRules judge what a thing does when swallowed or touched.
var contentRules = []Rule{
	{
		ID: "raw-flour", Title: "Raw flour or egg", Family: FamilyContents, only: true, Tunable: true, tasteSafe: true,
		untilCooked: true,
		Ground:      Ground{"US FDA and CDC: raw flour and raw egg are not ready to eat", QuotedFromMemory},
		Threshold:   "Raw cereal flour, starch not labelled ready to eat, untreated oats or raw egg, unless the whole mix is heated to 80 °C by food thermometer: do not use under 36 months, from that age on, and sealed, precautions, no tasting. Oven-toasting at home and a kettle do not make it safe.",
		judges:      material.TraitsOf(material.RawFlour, material.RawEgg),
		Examples: []Example{
			{Words: "raw flour at 35 months", Thing: thing("", "", "wheat", "food;powder;raw-flour"), Use: Open,
				Months: 35, Want: KeepOut},
			{Words: "raw flour at 3", Thing: thing("", "", "wheat", "food;powder;raw-flour"), Use: Open, Months: 36,
				Want: WithAHand},
			{Words: "dough heated to 80 °C", Thing: thing("", "", "wheat", "food;dough"), Use: Open, Months: 20,
				Want: GoesIn},
		},
		decide: func(q *question) ruling {
			if !q.facts.Traits.Any(material.RawFlour, material.RawEgg) {
				return noObjection
			}
			return q.swallowed()
		},
		explain: func(q *question, _ ruling) explanation {
			return explanation{
				reason: say.Run("Raw flour and raw egg can carry Salmonella and E. coli. Children put their hands in their mouths.",
					q.who(36)),
				numbers: []Number{q.youngestNumber(), {"made safe by", "heating the whole mix to 80 °C by thermometer"}},
				change:  "A recipe cooked to 80 °C throughout, or flour labelled ready to eat. Toasting at home does not make it safe.",
				do:      []Precaution{doNoTasting},
			}
		},
	},
	{
		ID: "not-food", Title: "Not food", Family: FamilyContents, only: true, Tunable: true, tasteSafe: true,
		Ground: Ground{"Product label; convention that only taste-safe mixes go to children under 3",
			CommonPractice},
		Threshold: "Conditioner, soap, shaving foam, glue, paint, cosmetic gel: do not use under 36 months when open, precautions when sealed and from 36 months on; a patch of skin is tried first with what is soaped or perfumed.",
		judges:    material.TraitsOf(material.NotFood),
		Examples: []Example{
			{Words: "soap foam at 35 months", Thing: thing("", "", "none", "not-food;dough;soap"), Use: Open,
				Months: 35, Want: KeepOut},
			{Words: "soap in a glued bottle at 20 months", Thing: thing("", "", "none", "not-food;liquid;soap"),
				Use: Sealed, Months: 20, Want: WithAHand},
			{Words: "soap foam at 3", Thing: thing("", "", "none", "not-food;dough;soap"), Use: Open, Months: 36,
				Want: WithAHand},
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
				reason: say.Run("Not made to be eaten: some may be swallowed, and that cannot be undone.",
					q.who(36)),
				numbers: []Number{q.youngestNumber(), {"taste-safe only under", "36 months"}},
				change:  "A taste-safe material, or a group in which every child is 3 and none mouths.",
				do:      q.kneaded(doNoTasting, doSkinPatch),
			}
		},
	},
	{
		ID: "salt-load", Title: "Salt", Family: FamilyContents, Tunable: true, tasteSafe: true,
		Ground: Ground{"National Academies 2019 sodium reference intakes; taste of 10 g, the shares and 0.5 g/kg are conventions",
			QuotedFromMemory},
		Threshold: "Sodium in a 10 g taste over 25 % of the youngest child's day: precautions; over 50 %: do not use under 36 months. A portion with more than 0.5 g salt per kg of body mass: do not use under 36 months, precautions from then on. Up to 1.67 % salt no portion is weighed: as much as a child eats at once, 30 g per kg of body mass, does not hold that.",
		Examples: []Example{
			{Words: "a 10 g taste of 600 mg sodium, half a day at 35 months", Thing: thing("", "", "none",
				"food;dough;salt=15.25;portion=20"), Use: Open, Months: 35, Want: WithAHand},
			{Words: "a taste just over half a day", Thing: thing("", "", "none", "food;dough;salt=15.28;portion=20"),
				Use: Open, Months: 35, Want: KeepOut},
			{Words: "the same at 3", Thing: thing("", "", "none", "food;dough;salt=15.28;portion=20"), Use: Open,
				Months: 36, Want: WithAHand},
			{Words: "a taste under a quarter of a day", Thing: thing("", "", "none", "food;dough;salt=7.62;portion=20"),
				Use: Open, Months: 30, Want: GoesIn},
			{Words: "a portion at 0.5 g salt for each kg, 9.2 kg at 2", Thing: thing("", "", "none",
				"food;dough;salt=5;portion=91.9"), Use: Open, Months: 24, Want: GoesIn},
			{Words: "a portion just over that", Thing: thing("", "", "none", "food;dough;salt=5;portion=92.1"),
				Use: Open, Months: 24, Want: KeepOut},
		},
		decide: func(q *question) ruling {
			salt, known := q.facts.Salt.Get()
			worst := KeepOut
			if q.youngest >= room.ThreeYears {
				worst = WithAHand
			}
			worst = q.openElse(worst, WithAHand)
			if !known {
				return guess(worst, factContents)
			}
			l := q.saltLoad(salt)
			switch {
			case l.taste > tasteKeepOut || WeighsSalt(salt) && l.portionKnown && l.portion > l.portionLimit:
				return objects(worst)
			case WeighsSalt(salt) && !l.portionKnown:
				return guess(worst, factPortion)
			case l.taste > TasteWithAHand:
				return objects(WithAHand)
			}
			return noObjection
		},
		explain: func(q *question, r ruling) explanation {
			salt, _ := q.facts.Salt.Get()
			l := q.saltLoad(salt)
			e := explanation{
				reason: say.F("A 10 g taste has {sodium} mg of sodium, {share} % of the youngest child's day.",
					say.Fixed(l.tasteMilligrams, 0), say.Fixed(l.taste*100, 0)),
				numbers: []Number{
					{"sodium in a 10 g taste", say.F("{amount} mg", say.Fixed(l.tasteMilligrams, 0))},
					{"youngest child's day", say.F("{amount} mg",
						say.Fixed(room.SodiumLimit(q.youngest).Grams()*1000, 0))},
					{"salt one child may meet", say.F("{amount} g (0.5 g per kg)", say.Fixed(l.portionLimit, 1))},
				},
				change: "Less salt, a smaller portion, or a salt-free dough.",
				do:     []Precaution{doNeverLeft, doMouthfulAdvice},
			}
			switch {
			case r.missing == factContents:
				e.reason, e.change, e.unknown = "The amount of salt is not known.",
					"The salt on the label, in g per 100 g.", true
			case r.missing == factPortion:
				e.reason, e.unknown = say.F(
					"Salted: over {portion} g for each child would be too much salt. Say how much each child has.",
					say.Fixed(l.portionLimit/salt, 0)), true
				e.change = "The portion for one child, in grams."
			case l.portion > l.portionLimit:
				e.reason = say.Run(e.reason,
					say.F("One child's portion has {salt} g of salt. The limit for the youngest is {limit} g.",
						say.Fixed(l.portion, 1), say.Fixed(l.portionLimit, 1)))
			}
			if l.portionKnown && l.portion > tooSalty*l.portionLimit && q.youngest >= room.ThreeYears {
				most := int(tooSalty * l.portionLimit / salt)
				e.do = append([]Precaution{doHandedOut.with(strconv.Itoa(most), say.Number(most))}, e.do...)
				e.numbers = append(e.numbers, Number{"salt that harms", say.F("from {amount} g (2 g per kg)",
					say.Fixed(tooSalty*l.portionLimit, 1))})
			}
			if l.portionKnown {
				e.numbers = append(e.numbers, Number{"salt in one portion", say.F("{amount} g",
					say.Fixed(l.portion, 1))})
			}
			return e
		},
	},
	{
		ID: "first-taste", Title: "First tastes", Family: FamilyContents, only: true,
		Ground:    Ground{"Weaning guidance (WHO; national health services)", QuotedFromMemory},
		Threshold: "Anything edible is not used open under 6 months; from 6 to 11 months find out first about what contains or often contains a major allergen that a child has not yet eaten at home: ask the family.",
		judges:    material.TraitsOf(material.Food),
		Examples: []Example{
			{Words: "apple puree at 5 months", Thing: thing("", "", "none", "soft-food"), Use: Open, Months: 5,
				Want: KeepOut},
			{Words: "apple puree at 6 months", Thing: thing("", "", "none", "soft-food"), Use: Open, Months: 6,
				Want: GoesIn},
			{Words: "yoghurt at 9 months, milk not yet eaten at home", Thing: thing("", "", "milk", "soft-food"),
				Use: Open, Months: 9, Want: MeasureFirst},
			{Words: "yoghurt at 9 months, milk eaten at home", Thing: thing("", "", "milk", "soft-food"), Use: Open,
				Months: 9, Want: GoesIn, change: func(s *scenery) { s.child.Tried = allergen.SetOf(allergen.Milk) }},
			{Words: "baby cereal that often contains milk, at 9 months, milk not yet eaten at home", Thing: thing("", "",
				"none", "soft-food;usually=milk"), Use: Open, Months: 9, Want: MeasureFirst},
			{Words: "yoghurt at 12 months", Thing: thing("", "", "milk", "soft-food"), Use: Open, Months: 12,
				Want: GoesIn},
		},
		decide: func(q *question) ruling {
			switch {
			case !q.has(material.Food) || !q.open() || q.youngest >= 12:
				return noObjection
			case q.youngest < 6:
				return objects(KeepOut)
			case (q.facts.Allergens|q.facts.UsuallyContains)&q.untried != 0:
				return guess(KeepOut, factTasted)
			}
			return noObjection
		},
		explain: func(q *question, r ruling) explanation {
			e := explanation{
				reason:  "A child under 6 months does not eat yet, and children eat edible play.",
				numbers: []Number{q.youngestNumber(), {"contains", q.facts.Allergens.Say()}},
				change:  "Nothing edible loose, or every child 6 months or over.",
			}
			if r.missing != nothing {
				e.reason, e.unknown = say.F(
					"Contains {allergens}. Ask each family of a child under 1 whether the child has eaten it at home.",
					q.facts.Allergens&q.untried), true
				if q.facts.Allergens&q.untried == 0 {
					e.reason, e.unknown = say.F(
						"Often contains {allergens}. Ask each family of a child under 1 whether the child has eaten it at home.",
						q.facts.UsuallyContains&q.untried), true
				}
				e.change = "Ask the family, and note in the room what the child has eaten at home."
			}
			return e
		},
	},
	{
		ID: "food-choke", Title: "Food that chokes", Family: FamilyContents, Tunable: true, usual: true,
		Ground: Ground{"US guidance for children under 4 and AAP 2010, prevention of choking; UK guidance for children under 5 (NHS, FSA) where a centre goes by it",
			QuotedFromMemory},
		Threshold: "A food piece that fits the small-parts cylinder and is round, firm, slippery or sticky, and anything on the classic list (whole grape, nut, popcorn, hard sweet, raw carrot or apple, sausage round, cheese cube, dried fruit, whole bean, marshmallow, jelly cube, firm agar, nut butter by the spoon): do not use under 48 months, precautions to 71. Soft food, and from 36 months on soft fruit that is cut first: precautions under 48 months. Sealed, precautions.",
		judges:    material.TraitsOf(material.ChokeFood, material.Slippery, material.Sticky, material.NutButter),
		Examples: []Example{
			{Words: "dry chickpeas at 47 months", Thing: thing("sphere", "7-10", "none", "food;hard;rounded"),
				Use: Open, Months: 47, Want: KeepOut},
			{Words: "dry chickpeas at 4", Thing: thing("sphere", "7-10", "none", "food;hard;rounded"), Use: Open,
				Months: 48, Want: WithAHand},
			{Words: "dry chickpeas at 6", Thing: thing("sphere", "7-10", "none", "food;hard;rounded"), Use: Open,
				Months: 72, Want: GoesIn},
			{Words: "banana slices at 47 months", Thing: thing("cylinder", "30x8", "none", "food;soft"), Use: Open,
				Months: 47, Want: WithAHand},
			{Words: "banana slices at 4", Thing: thing("cylinder", "30x8", "none", "food;soft"), Use: Open, Months: 48,
				Want: GoesIn},
			{Words: "melon pieces at 35 months", Thing: thing("box", "30x25x20", "none", "food;soft;slippery"),
				Use: Open, Months: 35, Want: KeepOut},
			{Words: "melon pieces at 3, cut into strips", Thing: thing("box", "30x25x20", "none", "food;soft;slippery"),
				Use: Open, Months: 36, Want: WithAHand},
			{Words: "a long raw carrot, on the classic list", Thing: thing("cylinder", "30x180", "none",
				"food;hard;choke-food"), Use: Open, Months: 47, Want: KeepOut},
			{Words: "a whole pumpkin", Thing: thing("sphere", "200", "none", "food;hard;rounded"), Use: Open,
				Months: 47, Want: GoesIn},
		},
		decide: func(q *question) ruling {
			v := WithAHand
			switch q.chokes() {
			case GoesIn:
				return noObjection
			case KeepOut:
				if q.youngest >= firmFoodUntil {
					return noObjection
				}
				v = q.keptUnder(q.group.policy.firmFood())
				if q.softFruit() && q.youngest >= room.ThreeYears {
					v = WithAHand
				}
			default:
				if q.youngest >= 48 || !q.open() {
					return noObjection
				}
			}
			if q.facts.Form == material.Piece && !q.has(material.ChokeFood, material.NutButter) {
				return q.aboutPiece(v)
			}
			return objects(v)
		},
		explain: func(q *question, r ruling) explanation {
			e := explanation{
				reason: "Food that is round, firm, slippery or sticky lodges in a small throat; back teeth that grind it come at about 4.",
				numbers: []Number{{"size", say.Measure(q.facts.Smallest)}, {"do not use under",
					say.F("{months} months", q.group.policy.firmFood())}, q.youngestNumber()},
				change: say.F("Food that squashes flat between two fingers, or every child {age} or over.",
					q.group.policy.firmFood()/12),
				do: []Precaution{doEverybodySits},
			}
			if !q.facts.Form.GaugeJudges() {
				e.numbers = e.numbers[1:]
			}
			switch {
			case q.softFruit() && r.verdict == WithAHand && q.open():
				e.do = []Precaution{doCutFirst, doEverybodySits}
			case q.chokes() == WithAHand:
				e.reason = "Soft, but a mouthful still needs watching under 4."
				if q.facts.Form == material.Dough {
					e.reason = "A mouthful of dough still needs watching under 4."
				}
				e.change = "Every child 4 or over."
			}
			return e
		},
	},
}

// swallowed is the ruling shared by things that must not be eaten: kept out under 36
// months when open, and with a hand when sealed and from then on.
func (q *question) swallowed() ruling { return objects(q.keptUnder(36)) }

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
	return !q.facts.Form.GaugeJudges() || q.facts.Form == material.FormUnknown || q.facts.Traits.Any(material.Food,
		material.NotFood) || !q.facts.TraitsKnown
}

// allergicTo says how many children declared any of the allergens, as a sentence.
func (q *question) allergicTo(met allergen.Set) say.Text {
	n := q.group.count(func(c room.Child) bool {
		var eats allergen.Set
		for _, a := range c.Allergies {
			eats |= allergen.SetOf(a.To)
			if a.To == allergen.Other {
				eats |= allergen.ReadNote(a.Note).Listed
			}
		}
		return eats.Meet(met) != 0
	})
	if n == 1 {
		return "1 child here is allergic to it."
	}
	return say.F("{count} children here are allergic to it.", n)
}

// WeighsSalt reports whether the salt of a portion counts at a share of it by mass: of what holds less no child eats
// enough at once.
func WeighsSalt(share float64) bool { return share*mealGramsPerKilo > saltGramsPerKilo }
