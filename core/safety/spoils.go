package safety

import (
	"emblo/core/material"
	"emblo/core/say"
)

// Limits at which rules of this file object.
const (
	grainDays = 30.0 // convention: a packet once open, before it is looked over for insects
	cutDays   = 1.0  // convention: cut pumpkin and the like at room temperature
	oilDays   = 4.0  // food-safety guidance on garlic and herbs in oil, chilled
)

// kept returns for how many days a thing has been kept; known is false when it has been kept
// and nobody said for how long, there is false when it is fresh.
func (q *question) kept() (days float64, there, known bool) {
	days, known = q.facts.KeptDays.Get()
	return days, q.facts.KeptDays.There(), known
}

// spoilRules judge what burns, rusts, and what spoils while it stands.
var spoilRules = []Rule{
	{
		ID: "burn", Title: "Burns", Family: FamilyElements, only: true, asTool: true,
		Ground: Ground{"Burn-prevention guidance for children: flames, glue guns, irons and steam stay with the adult",
			QuotedFromMemory},
		Threshold: "A flame, a glue gun, an iron, a kettle: never used by the children; by the adult with precautions, away from flour in the air, cotton, gel and paper.",
		judges:    material.TraitsOf(material.Burns),
		Examples: []Example{
			{Words: "a glue gun on the table", Thing: thing("box", "200x150x30", "none", "hard;burns"), Use: Open,
				Months: 100, Want: KeepOut},
			{Words: "a glue gun used by the adult", Thing: thing("box", "200x150x30", "none", "hard;burns"),
				Use: AdultTool, Months: 40, Want: WithAHand},
			{Words: "a wooden spoon used by the adult", Thing: thing("box", "200x40x12", "none", "hard"),
				Use: AdultTool, Months: 40, Want: GoesIn},
		},
		decide: func(q *question) ruling {
			switch {
			case !q.has(material.Burns):
				return noObjection
			case q.use == AdultTool:
				return objects(WithAHand)
			}
			return objects(KeepOut)
		},
		explain: words{reason: "Burns skin in a second. Flour in the air, cotton wool, hand gel and paper catch fire from it.",
			limit:  Number{"used by", "the adult, out of reach"},
			change: "Done by the adult before the children come, and cooled.",
			do:     []Precaution{doOutOfReachHot, doNoFire}}.explain,
	},
	{
		ID: "sun-hot", Title: "Gets hot in the sun", Family: FamilyElements, only: true,
		Ground:    Ground{"ISO 13732-1 on bare metal; common practice outdoors", CommonPractice},
		Threshold: "A metal bucket, pan or tin of the kind kept outdoors needs precautions when loose: in the shade, felt by an adult first.",
		judges:    material.TraitsOf(material.SunHot),
		Examples: []Example{
			{Words: "a metal bucket", Thing: thing("cylinder", "240x230", "none", "hard;sun-hot"), Use: Open,
				Months: 60, Want: WithAHand},
			{Words: "a plastic bucket", Thing: thing("cylinder", "240x230", "none", "hard"), Use: Open, Months: 60,
				Want: GoesIn},
		},
		decide: func(q *question) ruling { return objectsIf(q.has(material.SunHot) && q.open(), WithAHand) },
		explain: words{reason: "Bare metal in the sun burns hands long before it looks hot.",
			limit: Number{"in the sun", "not at all"}, change: "Plastic or wood, or play indoors.",
			do: []Precaution{doShadeFelt}}.explain,
	},
	{
		ID: "rust", Title: "Rusty", Family: FamilyThings, only: true,
		Ground: Ground{"Common practice on rusty edges: flakes, cuts, and tetanus from soil in the cut",
			CommonPractice},
		Threshold: "What is rusty is not used when loose; sealed, precautions.",
		judges:    material.TraitsOf(material.Rusty),
		Examples: []Example{
			{Words: "a rusty tin", Thing: thing("cylinder", "75x110", "none", "hard;rusty"), Use: Open, Months: 100,
				Want: KeepOut},
			{Words: "a rusty bolt in a glued bottle", Thing: thing("cylinder", "10x60", "none", "hard;rusty"),
				Use: Sealed, Months: 60, Want: WithAHand},
			{Words: "a clean tin", Thing: thing("cylinder", "75x110", "none", "hard"), Use: Open, Months: 100,
				Want: GoesIn},
		},
		decide: func(q *question) ruling { return objectsIf(q.has(material.Rusty), q.openElse(KeepOut, WithAHand)) },
		explain: words{reason: "Rust flakes off and cuts, and what gets into the cut is hard to wash out.",
			limit: Number{"made safe by", "nothing but a new one"}, change: "The same thing without rust.",
			do: []Precaution{doOverEachUse}}.explain,
	},
	{
		ID: "stored-grain", Title: "Grain that has been kept", Family: FamilyRoom, only: true,
		Ground:    Ground{"Extension-service guidance on pantry insects: 4 days at 0 °F, -18 °C", QuotedFromMemory},
		Threshold: "Dry grain, seeds and pulses kept over 30 days, or for an unknown time, need precautions when loose: checked, and 4 days in the freezer. Mould or insects: thrown away.",
		judges:    material.TraitsOf(material.StoredGrain),
		Examples: []Example{
			{Words: "rice kept for 31 days", Thing: thing("", "", "none", "food;soft-food;stored-grain;kept-days=31"),
				Use: Open, Months: 60, Want: WithAHand},
			{Words: "rice kept for 30 days", Thing: thing("", "", "none", "food;soft-food;stored-grain;kept-days=30"),
				Use: Open, Months: 60, Want: GoesIn},
			{Words: "rice kept for an unknown time", Thing: thing("", "", "none",
				"food;soft-food;stored-grain;kept-days"), Use: Open, Months: 60, Want: WithAHand},
			{Words: "rice from a new packet", Thing: thing("", "", "none", "food;soft-food;stored-grain"), Use: Open,
				Months: 60, Want: GoesIn},
		},
		decide: func(q *question) ruling {
			days, there, known := q.kept()
			return objectsIf(q.open() && q.has(material.StoredGrain) && there && (!known || days > grainDays),
				WithAHand)
		},
		explain: func(q *question, _ ruling) explanation {
			return explanation{
				reason: "Insects and mould get into grain that is left open.",
				numbers: []Number{q.keptNumber(), {"checked after", say.F("{days} days", say.Figure(grainDays))},
					{"freezer", "4 days at -18 °C"}},
				change: "A new packet, or 4 days in the freezer before play.",
				do:     []Precaution{doInsectsLookedFor, doInsectsFrozen},
			}
		},
	},
	{
		ID: "cut-stands", Title: "Cut, and stands", Family: FamilyRoom, only: true,
		Ground: Ground{"Common practice with carved pumpkins and cut fruit: mould from the second day",
			CommonPractice},
		Threshold: "A cut pumpkin, gourd or fruit left over a day, or for an unknown time, is not used when loose; sealed, precautions.",
		judges:    material.TraitsOf(material.CutStands),
		Examples: []Example{
			{Words: "a carved pumpkin on its second day", Thing: thing("sphere", "160", "none",
				"food;hard;cut-stands;kept-days=2"), Use: Open, Months: 60, Want: KeepOut},
			{Words: "a carved pumpkin after one day", Thing: thing("sphere", "160", "none",
				"food;hard;cut-stands;kept-days=1"), Use: Open, Months: 60, Want: GoesIn},
			{Words: "a pumpkin cut this morning", Thing: thing("sphere", "160", "none", "food;hard;cut-stands"),
				Use: Open, Months: 60, Want: GoesIn},
			{Words: "a carved pumpkin kept for an unknown time, sealed", Thing: thing("sphere", "160", "none",
				"food;hard;cut-stands;kept-days"), Use: Sealed, Months: 60, Want: WithAHand},
		},
		decide: func(q *question) ruling {
			days, there, known := q.kept()
			return objectsIf(q.has(material.CutStands) && there && (!known || days > cutDays), q.openElse(KeepOut,
				WithAHand))
		},
		explain: func(q *question, _ ruling) explanation {
			return explanation{
				reason:  "Cut flesh grows mould from the second day, even where none shows.",
				numbers: []Number{q.keptNumber(), {"limit", "1 day"}},
				change:  "One cut today.",
				do:      []Precaution{doThrownAway},
			}
		},
	},
	{
		ID: "steeped-oil", Title: "Oil with garlic, herbs or chilli in it", Family: FamilyContents, only: true,
		asTool: true,
		Ground: Ground{"Food-safety guidance on garlic and herbs in oil: chilled, four days, for fear of botulism",
			QuotedFromMemory},
		Threshold: "Oil with fresh garlic, herbs or chilli steeped in it: kept over 4 days, or for an unknown time, it is never used, in any way; fresh, precautions: chilled, not kept warm.",
		judges:    material.TraitsOf(material.SteepedOil),
		Examples: []Example{
			{Words: "herb oil made today", Thing: thing("", "", "none", "food;dough;steeped-oil"), Use: Open,
				Months: 60, Want: WithAHand},
			{Words: "herb oil after 4 days in the fridge", Thing: thing("", "", "none",
				"food;dough;steeped-oil;kept-days=4"), Use: Open, Months: 60, Want: WithAHand},
			{Words: "herb oil after 5 days", Thing: thing("", "", "none", "food;dough;steeped-oil;kept-days=5"),
				Use: AdultTool, Months: 60, Want: KeepOut},
			{Words: "herb oil kept for an unknown time", Thing: thing("", "", "none",
				"food;dough;steeped-oil;kept-days"), Use: Open, Months: 60, Want: KeepOut},
			{Words: "plain oil after 5 days", Thing: thing("", "", "none", "food;dough;kept-days=5;uses=0"),
				Use: AdultTool, Months: 60, Want: GoesIn},
		},
		decide: func(q *question) ruling {
			days, there, known := q.kept()
			switch {
			case !q.has(material.SteepedOil):
				return noObjection
			case there && (!known || days > oilDays):
				return objects(KeepOut)
			}
			return objects(WithAHand)
		},
		explain: func(q *question, _ ruling) explanation {
			return explanation{
				reason:  "In oil without air a poison can grow on garlic, herbs and chilli that cannot be seen, smelled or tasted.",
				numbers: []Number{q.keptNumber(), {"limit", say.F("{days} days, chilled", say.Figure(oilDays))}},
				change:  "Plain oil, or dried herbs rubbed in on the day.",
				do:      []Precaution{doMadeToday},
			}
		},
	},
}

// keptNumber is for how long a thing has been kept, as a figure.
func (q *question) keptNumber() Number {
	days, there, known := q.kept()
	switch {
	case known:
		return Number{"kept", counted(int(days), "1 day", "{count} days")}
	case there:
		return Number{"kept", "for an unknown time"}
	}
	return Number{"kept", "not at all"}
}
