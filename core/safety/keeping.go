package safety

import (
	"strconv"

	"emblo/core/material"
	"emblo/core/say"
)

// Limits on what a mix has been through (conventions): how often it was used, and for how many days it
// was kept.
const (
	MostUses     = 5
	MostKeptDays = 14
)

const (
	petSaltyShare = 0.02 // dough that can harm a pet; signs at about 2 g salt per kg of animal
)

// roomRules judge the group, and what a thing has been through.
var roomRules = []Rule{
	{
		ID: "shared-mix", Title: "Shared and used again", Family: FamilyRoom,
		Ground:    Ground{"Convention on shared dough and tubs", CommonPractice},
		Threshold: "While something catching goes round: an own portion each, thrown away after, and nothing that has been used before. If not, a mix is for one session where a child mouths, else for 5 uses or 14 days; soft food and open liquid are for one session.",
		Examples: []Example{
			{Words: "dough in a stomach-bug week", Thing: thing("", "", "none", "food;dough;uses=0"), Use: Open,
				Months: 60, Want: WithAHand, change: func(s *scenery) { s.room.Illness = true }},
			{Words: "yesterday's dough in a stomach-bug week", Thing: thing("", "", "none", "food;dough;uses=1"),
				Use: Open, Months: 60, Want: KeepOut, change: func(s *scenery) { s.room.Illness = true }},
			{Words: "dough used once where a child mouths", Thing: thing("", "", "none", "food;dough;uses=1"),
				Use: Open, Months: 30, Mouths: true, Want: KeepOut},
			{Words: "dough used four times", Thing: thing("", "", "none", "food;dough;uses=4"), Use: Open, Months: 60,
				Want: GoesIn},
			{Words: "dough used five times", Thing: thing("", "", "none", "food;dough;uses=5"), Use: Open, Months: 60,
				Want: KeepOut},
			{Words: "dough 15 days old", Thing: thing("", "", "none", "food;dough;kept-days=15"), Use: Open, Months: 60,
				Want: KeepOut},
			{Words: "dough 14 days old", Thing: thing("", "", "none", "food;dough;kept-days=14"), Use: Open, Months: 60,
				Want: GoesIn},
			{Words: "yesterday's noodles", Thing: thing("", "", "none", "soft-food;kept-days=1"), Use: Open, Months: 60,
				Want: KeepOut},
		},
		decide: func(q *question) ruling {
			f := q.facts
			if !q.open() || f.Form.GaugeJudges() {
				return noObjection
			}
			uses, usesKnown := f.Uses.Get()
			days, daysKnown := f.KeptDays.Get()
			ill := q.group.room.Illness
			dry := f.Form == material.Grain || f.Form == material.Powder
			once := q.mouths || ill || f.Form == material.SoftFood || f.Form == material.Liquid
			sameDay := f.Form == material.SoftFood || f.Form == material.Liquid || q.group.policy.SameDayMixes &&
				q.has(material.NotFood)
			switch {
			case !dry && (uses >= MostUses || once && uses >= 1), !dry && (days > MostKeptDays || sameDay && days >= 1),
				dry && ill && uses >= 1:
				return objects(KeepOut)
			case f.Uses.There() && !usesKnown && (!dry || ill), f.KeptDays.There() && !daysKnown && !dry:
				return guess(KeepOut, factKept)
			case ill || q.group.policy.OwnPortions:
				return objects(WithAHand)
			}
			return noObjection
		},
		explain: func(q *question, r ruling) explanation {
			uses, _ := q.facts.Uses.Get()
			days, _ := q.facts.KeptDays.Get()
			e := explanation{
				reason: "Anything shared passes germs on, from hands and from mouths.",
				numbers: []Number{{"used before", say.F("{count} times", say.Fixed(uses, 0))},
					{"days old", say.Fixed(days, 0)}, {"limit", "5 uses or 14 days; one session where a child mouths"}},
				change: "A fresh batch.",
				do:     []Precaution{doOwnPortion, doThrownAwaySession},
			}
			switch {
			case q.group.room.Illness:
				e.reason = "An illness is going round. Share nothing, and use nothing that was used before."
			case r.verdict == WithAHand:
				e.reason = "This centre gives each child their own portion."
			}
			return e
		},
	},
	{
		ID: "kept-too-long", Title: "Past its date or failed inspection", Family: FamilyRoom,
		Ground:    Ground{"Common practice: smell, spots, wet, dried edge", CommonPractice},
		Threshold: "Past its date, or failed when checked: do not use.",
		Examples: []Example{
			{Words: "dough past its date", Thing: thing("", "", "none", "food;dough;expired"), Use: Open, Months: 60,
				Want: KeepOut},
			{Words: "dough in date", Thing: thing("", "", "none", "food;dough"), Use: Open, Months: 60, Want: GoesIn},
		},
		decide: func(q *question) ruling { return objectsIf(q.facts.Expired, KeepOut) },
		explain: words{reason: "Past its use-by date, or failed a check. Mould and germs may not show.",
			change: "A fresh batch.",
			do:     []Precaution{doThrownAway}}.explain,
	},
	{
		ID: "hidden-in-edible", Title: "Hidden in something to eat", Family: FamilyRoom, Tunable: true,
		Ground:    Ground{"Principle of 21 USC 342(d)(1)", QuotedFromMemory},
		Threshold: "A thing that is not food, hidden inside a mix that children may taste: do not use under 36 months, else precautions.",
		Examples: []Example{
			{Words: "a wooden fish inside soft gelatine at 35 months", Thing: thing("box", "85x50x12", "none",
				"hard;in-edible"), Use: Hidden, Months: 35, Want: KeepOut},
			{Words: "a wooden fish inside soft gelatine at 3", Thing: thing("box", "85x50x12", "none",
				"hard;in-edible"), Use: Hidden, Months: 36, Want: WithAHand},
			{Words: "cooked peas inside soft gelatine", Thing: thing("", "", "none", "soft-food;in-edible"),
				Use: Hidden, Months: 35, Want: GoesIn},
		},
		decide: func(q *question) ruling {
			if !q.facts.InEdible || q.has(material.Food) {
				return noObjection
			}
			return q.swallowed()
		},
		explain: words{reason: "A child who eats the mix could bite the hidden item.", under: 36,
			limit:  Number{"do not use under", "36 months"},
			change: "The thing on top where it can be seen, or a mix that no child eats.",
			do:     []Precaution{doHiddenShown}}.explain,
	},
	{
		ID: "count-back", Title: "Count out, count in", Family: FamilyRoom,
		Ground:    Ground{"Convention: a stray is noticed when things are counted", CommonPractice},
		Threshold: "Any item that fits the small-parts cylinder, but for wads and bits of cotton, paper and yarn, leaves, and food that is not hard, needs precautions at every age: counted out and counted in, or sieved where it is poured.",
		Examples: []Example{
			{Words: "a bead at 9 years", Thing: thing("sphere", "20", "none", "hard;rounded"), Use: Open, Months: 110,
				Want: WithAHand},
			{Words: "a block of 50 mm", Thing: thing("box", "50x50x50", "none", "hard"), Use: Open, Months: 110,
				Want: GoesIn},
		},
		decide: func(q *question) ruling {
			return objectsIf(q.open() && q.facts.Form.GaugeJudges() && q.fit.Fits && !q.yields(), WithAHand)
		},
		explain: func(q *question, _ ruling) explanation {
			return explanation{
				reason:  "Small enough to get lost on the floor, where a younger child finds it.",
				numbers: []Number{{"smallest size", say.Measure(q.facts.Smallest)}, boreNumber},
				change:  "A piece that does not fit the gauge.",
				do:      []Precaution{q.counted(doPiecesCounted)},
			}
		},
	},
	{
		ID: "pet", Title: "Pet in reach", Family: FamilyRoom,
		Ground:    Ground{"Veterinary texts: signs from about 2 g salt per kg, 4 g per kg can kill", QuotedFromMemory},
		Threshold: "With a pet in the room or at home, salty dough (over 2 % salt), chocolate, coffee, grapes and xylitol need precautions: out of its reach.",
		judges:    material.TraitsOf(material.PetToxic),
		Examples: []Example{
			{Words: "stove dough with a class rabbit", Thing: thing("", "", "none", "food;dough;salt=16"), Use: Open,
				Months: 60, Want: WithAHand, change: func(s *scenery) { s.room.Pet = true }},
			{Words: "unsalted dough with a class rabbit", Thing: thing("", "", "none", "food;dough;salt=2"), Use: Open,
				Months: 60, Want: GoesIn, change: func(s *scenery) { s.room.Pet = true }},
			{Words: "stove dough without a pet", Thing: thing("", "", "none", "food;dough;salt=16"), Use: Open,
				Months: 60, Want: GoesIn},
		},
		decide: func(q *question) ruling {
			salt, known := q.facts.Salt.Get()
			harms := q.has(material.PetToxic, material.Caffeine) || known && salt > petSaltyShare
			return objectsIf(q.pet && harms, WithAHand)
		},
		explain: words{reason: "A pet that eats it can die: salt, chocolate, coffee, grapes and xylitol are poison to animals.",
			limit:  Number{"salt over", "2 %"},
			change: "An unsalted mix without them.", do: []Precaution{doPetOut}}.explain,
	},
}

var ratioRule = Rule{
	ID: "ratio", Title: "Enough adults", Family: FamilyRoom,
	Ground: Ground{"The centre's chosen ratio table, by the youngest present: CFOC 1.1.1.2, EYFS, or its own local rule",
		QuotedFromMemory},
	Threshold: "Too few adults for the youngest present, by birthday as ratio tables count: do not use anything that needs precautions or is not known, the rest needs precautions.",
	Examples: []Example{
		{Words: "a wooden block, one child of 2 and no adult", Thing: thing("box", "50x50x50", "none", "hard"),
			Use: Open, Months: 30, Want: WithAHand, change: func(s *scenery) { s.room.Adults = 0 }},
		{Words: "dry rice, one child of 3 and no adult", Thing: thing("cylinder", "2x6", "none", "food;grain"),
			Use: Open, Months: 40, Want: KeepOut, change: func(s *scenery) { s.room.Adults = 0 }},
		{Words: "a wooden block, one child and one adult", Thing: thing("box", "50x50x50", "none", "hard"), Use: Open,
			Months: 30, Want: GoesIn},
	},
}

func init() { ratioRule.explain = explainRatio }

// ratioRuling is the staffing rule applied to the worst of the others. Measure first
// becomes Keep out too: what it might still need is a hand that is not there, and a
// milder answer than for a thing that needs a hand would break law (a).
func (g *Group) ratioRuling(worst Verdict) ruling {
	switch {
	case g.AdultsShort() == 0:
		return noObjection
	case worst == GoesIn:
		return objects(WithAHand)
	}
	return objects(KeepOut)
}

func explainRatio(q *question, r ruling) explanation {
	g := q.group
	months := g.calendar
	children, adults := len(g.room.Children), g.room.Adults
	needed, per := g.ratios.AdultsNeeded(children, months), g.ratios.ChildrenPerAdult(months)
	more := counted(needed-adults, "1 more adult", "{count} more adults")
	return explanation{
		reason: say.F("{children} with the youngest {months} months old need {adults}, one for every {each} ({source}): {more} needed.",
			counted(children, "1 child", "{count} children"), months, counted(needed, "1 adult", "{count} adults"), per,
			g.ratios.Source(), more),
		numbers: []Number{{"children", say.Number(children)}, {"adults", say.Number(adults)},
			{"adults needed", say.Number(needed)}},
		change: say.Sentence(say.F("{more}, or a smaller group.", more)),
		do:     []Precaution{doAdultsFound.with(strconv.Itoa(needed-adults), more)},
	}
}

// counted is a number with its word, in the singular or the plural.
func counted(n int, one, many say.Text) say.Text {
	if n == 1 {
		return one
	}
	return say.F(many, n)
}
