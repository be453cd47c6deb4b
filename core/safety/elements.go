package safety

import (
	"emblo/core/material"
	"emblo/core/say"
)

// Limits at which rules of this family object.
const (
	waterWithAHand = 20.0  // mm; convention after drowning guidance
	waterKeepOut   = 250.0 // mm
	hotLimit       = 40.0  // deg C; burn literature, ISO 13732-1
	saltyShare     = 0.05  // convention: from here on salt stings eyes and cuts
)

// salty reports whether the thing holds enough salt to sting.
func (q *question) salty() bool {
	salt, known := q.facts.Salt.Get()
	return known && salt > saltyShare
}

// elementRules judge air, skin, heat and water.
var elementRules = []Rule{
	{
		ID: "dust", Title: "Dust", Family: FamilyElements, Tunable: true, asTool: true,
		Ground:    Ground{"Convention after reports of inhaled powder; talc by the AAP", CommonPractice},
		Threshold: "Talc is never used, in any way. Open dry powder: do not use under 12 months or with a child who has asthma, else precautions: pour low, no blowing.",
		judges:    material.TraitsOf(material.Talc),
		Examples: []Example{
			{Words: "talc used by the adult", Thing: thing("", "", "none", "not-food;powder;talc"), Use: AdultTool,
				Months: 100, Want: KeepOut},
			{Words: "open starch at 11 months", Thing: thing("", "", "none", "food;powder"), Use: Open, Months: 11,
				Want: KeepOut},
			{Words: "open starch at 12 months", Thing: thing("", "", "none", "food;powder"), Use: Open, Months: 12,
				Want: WithAHand},
			{Words: "open starch, a child with asthma", Thing: thing("", "", "none", "food;powder"), Use: Open,
				Months: 60, Want: KeepOut, change: func(s *scenery) { s.child.Asthma = true }},
			{Words: "starch stirred into dough", Thing: thing("", "", "none", "food;dough"), Use: Open, Months: 12,
				Want: GoesIn},
		},
		decide: func(q *question) ruling {
			switch {
			case q.has(material.Talc):
				return objects(KeepOut)
			case !q.open() || q.facts.Form != material.Powder && q.facts.Form != material.FormUnknown:
				return noObjection
			case q.facts.Form == material.FormUnknown:
				if q.youngest < 12 || q.asthma {
					return guess(KeepOut, factForm)
				}
				return guess(WithAHand, factForm)
			case q.youngest < 12 || q.asthma:
				return objects(KeepOut)
			}
			return objects(WithAHand)
		},
		explain: words{reason: "Fine powder hangs in the air and gets breathed in.", limit: Number{"do not use under",
			"12 months, or with asthma"},
			change: "The same powder damp or in a dough.", do: []Precaution{doPourLow, doDampTheCloud}}.explain,
	},
	{
		ID: "eye", Title: "Eyes", Family: FamilyElements,
		Ground:    Ground{"Convention: what stings or scratches eyes", CommonPractice},
		Threshold: "Soap, sand, salt over 5 %, glitter, vinegar, citrus and spice when loose: precautions.",
		judges:    material.TraitsOf(material.Soap, material.Acid),
		Examples: []Example{
			{Words: "soap foam", Thing: thing("", "", "none", "not-food;dough;soap"), Use: Open, Months: 60,
				Want: WithAHand},
			{Words: "dough with 5.1 % salt", Thing: thing("", "", "none", "food;dough;salt=5.1"), Use: Open, Months: 60,
				Want: WithAHand},
			{Words: "dough with 5 % salt", Thing: thing("", "", "none", "food;dough;salt=5"), Use: Open, Months: 60,
				Want: GoesIn},
		},
		decide: func(q *question) ruling {
			stings := q.has(material.Soap, material.Acid, material.Sand, material.Glitter, material.Spice) || q.salty()
			return objectsIf(q.open() && stings, WithAHand)
		},
		explain: words{reason: "Stings or scratches when a finger takes it to an eye.",
			change: "A filler that does not sting.", limit: Number{"salt over", "5 %"},
			do: []Precaution{doDampCloths}}.explain,
	},
	{
		ID: "skin", Title: "Sore skin", Family: FamilyElements,
		Ground:    Ground{"Convention on eczema, cuts and irritants", CommonPractice},
		Threshold: "Salt over 5 %, citrus, vinegar, perfume or preservatives, soap, hand gel, sand, soil, clay and paint when loose with a child who has eczema or cuts: precautions, gloves or a bag.",
		judges:    material.TraitsOf(material.Perfume),
		Examples: []Example{
			{Words: "salty dough, a child with eczema", Thing: thing("", "", "none", "food;dough;salt=16"), Use: Open,
				Months: 60, Want: WithAHand, change: func(s *scenery) { s.child.Eczema = true }},
			{Words: "salty dough, healthy skin", Thing: thing("", "", "none", "food;dough;salt=16"), Use: Open,
				Months: 60, Want: GoesIn},
		},
		decide: func(q *question) ruling {
			return objectsIf(q.open() && q.eczema && (q.has(material.Acid, material.Perfume, material.Soap,
				material.Sand, material.Soil, material.NotFood) || q.salty() || q.facts.Alcohol.There()), WithAHand)
		},
		explain: words{reason: "A child in the group has sore skin, and this stings or dries it.",
			change: "An unsalted, unscented mix.", limit: Number{"salt over", "5 %"},
			do: []Precaution{doSoreSkinCovered, doCutsCreamed}}.explain,
	},
	{
		ID: "stain", Title: "Stains", Family: FamilyElements, only: true,
		Ground:    Ground{"Common practice with strong dyes", CommonPractice},
		Threshold: "What colours hands needs precautions when loose: aprons, hands washed. A dye given by the drop: dry first, dab test on white paper.",
		judges:    material.TraitsOf(material.Stains, material.Colouring),
		Examples: []Example{
			{Words: "rice dyed red", Thing: thing("", "", "none", "food;grain;stains"), Use: Open, Months: 60,
				Want: WithAHand},
			{Words: "plain rice", Thing: thing("", "", "none", "food;grain"), Use: Open, Months: 60, Want: GoesIn},
		},
		decide: func(q *question) ruling {
			return objectsIf(q.open() && q.has(material.Stains, material.Colouring), WithAHand)
		},
		explain: func(q *question, r ruling) explanation {
			if q.has(material.Colouring) {
				return words{reason: "Strong dye colours hands and clothes.",
					change: "Less dye, or dyed things dried first.", do: []Precaution{doDyedDry,
						doStainOil}}.explain(q, r)
			}
			return words{reason: "Colours hands and clothes.", change: "Something paler.",
				do: []Precaution{doApronsOn}}.explain(q, r)
		},
	},
	{
		ID: "slip", Title: "Slippery floor", Family: FamilyElements, usual: true,
		Ground:    Ground{"Common practice on spills", CommonPractice},
		Threshold: "Oil, foam, gel, dry grain or powder when loose: precautions.",
		judges:    material.TraitsOf(material.Oil),
		Examples: []Example{
			{Words: "dry rice", Thing: thing("cylinder", "2x6", "none", "food;grain"), Use: Open, Months: 60,
				Want: WithAHand},
			{Words: "gel", Thing: thing("", "", "none", "food;gel"), Use: Open, Months: 60, Want: WithAHand},
			{Words: "dough", Thing: thing("", "", "none", "food;dough"), Use: Open, Months: 60, Want: GoesIn},
		},
		decide: func(q *question) ruling {
			f := q.facts.Form
			slides := f == material.Grain || f == material.Powder || q.has(material.Slippery, material.MineralOil,
				material.Oil)
			return objectsIf(q.open() && slides, WithAHand)
		},
		explain: words{reason: "Spills roll or slide underfoot.",
			change: "A dough, or a tray on a table with a raised edge.",
			do:     []Precaution{doMatUnder, doSweepAsItFalls}}.explain,
	},
	{
		ID: "water", Title: "Open water", Family: FamilyElements,
		Ground:    Ground{"Convention after drowning guidance", CommonPractice},
		Threshold: "Open liquid more than 20 mm deep, or of a depth that is not said, needs precautions: no deeper than 20 mm, or emptied at once. Under 36 months it is not used more than 250 mm deep, or in a container deeper than that.",
		judges:    material.TraitsOf(material.TapWater, material.HoldsWater),
		Examples: []Example{
			{Words: "water 20 mm deep", Thing: thing("", "", "none", "food;liquid;depth=20"), Use: Open, Months: 20,
				Mouths: true, Want: GoesIn},
			{Words: "water 21 mm deep", Thing: thing("", "", "none", "food;liquid;depth=21"), Use: Open, Months: 20,
				Mouths: true, Want: WithAHand},
			{Words: "water 250 mm deep at 35 months", Thing: thing("", "", "none", "food;liquid;depth=250"), Use: Open,
				Months: 35, Want: WithAHand},
			{Words: "water 251 mm deep at 35 months", Thing: thing("", "", "none", "food;liquid;depth=251"), Use: Open,
				Months: 35, Want: KeepOut},
			{Words: "water 40 mm deep in a container of 300 mm", Thing: thing("", "", "none",
				"food;liquid;depth=40;wall=300"), Use: Open, Months: 35, Want: KeepOut},
			{Words: "water 251 mm deep at 3", Thing: thing("", "", "none", "food;liquid;depth=251"), Use: Open,
				Months: 36, Want: WithAHand},
			{Words: "a water table", Thing: thing("box", "800x500x120", "none", "hard;holds-water;wall=120"), Use: Open,
				Months: 24, Want: WithAHand},
			{Words: "water to be poured, at 2", Thing: thing("", "", "none", "food;liquid"), Use: Open, Months: 24,
				Want: WithAHand},
		},
		decide: func(q *question) ruling {
			if q.facts.Form != material.Liquid && q.facts.Form != material.FormUnknown && !q.has(material.HoldsWater) ||
				!q.open() {
				return noObjection
			}
			deep := WithAHand
			if q.youngest < 36 {
				deep = KeepOut
			}
			lies, known := q.facts.Depth.Get()
			depth := lies.Millimetres()
			wall, _ := q.facts.Wall.Get()
			switch {
			case q.facts.Form == material.FormUnknown:
				return guess(deep, factForm)
			case known && depth > waterKeepOut, wall > waterKeepOut:
				return objects(deep)
			case !known, depth > waterWithAHand: // how deep is the adult's to keep
				return objects(WithAHand)
			}
			return noObjection
		},
		explain: func(q *question, r ruling) explanation {
			lies, known := q.facts.Depth.Get()
			depth := lies.Millimetres()
			e := explanation{
				reason: say.F("{depth} mm of open water. A child can drown silently in a few centimetres.",
					say.Fixed(depth, 0)),
				numbers: []Number{{"limit", "20 mm; 250 mm under 36 months"}, q.youngestNumber()},
				change:  "At most 20 mm of liquid, or a sealed bottle.",
				do:      []Precaution{doReachOfWater, doEmptyAtEnd},
			}
			if known {
				e.numbers = append([]Number{{"depth", say.F("{length} mm", say.Fixed(depth, 0))}}, e.numbers...)
			}
			if wall, ok := q.facts.Wall.Get(); ok && wall > waterKeepOut {
				e.reason = say.F("The container is {depth} mm deep. A child who falls in may not get out.",
					say.Fixed(wall, 0))
				e.change = "A container at most 250 mm deep."
			} else if !known || r.missing != nothing {
				e.reason = "A child can drown silently in a few centimetres of liquid."
				e.do = append([]Precaution{doWaterDepth}, e.do...)
			}
			return e
		},
	},
	{
		ID: "hot", Title: "Hot", Family: FamilyElements,
		Ground:    Ground{"Burn literature; ISO 13732-1", QuotedFromMemory},
		Threshold: "Above 40 °C: do not use until it has cooled, by food thermometer. A cooked base whose heat is not known: find out first. One that its recipe cools: precautions, by probe. Hotter steps are for adults only.",
		Examples: []Example{
			{Words: "dough at 41 °C", Thing: thing("", "", "none", "food;dough;hot=41"), Use: Open, Months: 60,
				Want: KeepOut},
			{Words: "dough at 40 °C", Thing: thing("", "", "none", "food;dough;hot=40"), Use: Open, Months: 60,
				Want: GoesIn},
			{Words: "dough just off the stove, no thermometer", Thing: thing("", "", "none", "food;dough;hot"), Use: Open,
				Months: 60, Want: MeasureFirst},
			{Words: "cooked dough that the recipe lets cool", Thing: thing("", "", "none", "food;dough;cooled"),
				Use: Open, Months: 60, Want: WithAHand},
		},
		decide: func(q *question) ruling {
			heat, known := q.facts.Hot.Get()
			switch {
			case known && heat > hotLimit:
				return objects(KeepOut)
			case q.facts.Hot.There() && !known:
				return guess(KeepOut, factHeat)
			case q.facts.Cooled && !known:
				return objects(WithAHand)
			}
			return noObjection
		},
		explain: func(q *question, _ ruling) explanation {
			heat, known := q.facts.Hot.Get()
			e := explanation{
				reason:  "A small child's skin burns at lower heat and faster than an adult's; the middle of a dough stays hot longest.",
				numbers: []Number{{"limit", "40 °C"}},
				change:  "Spread it thin, wait, and measure the middle with a food thermometer.",
				do:      []Precaution{doProbe40},
			}
			if known {
				e.numbers = append(e.numbers, Number{"by food thermometer", say.F("{heat} °C", say.Figure(heat))})
			}
			return e
		},
	},
	{
		ID: "cold", Title: "Cold", Family: FamilyElements, only: true, Tunable: true,
		Ground:    Ground{"Burn literature on ice and salt, down to -21 °C", QuotedFromMemory},
		Threshold: "Ice from the freezer needs precautions, after 10 minutes, wet. Ice with salt on it is not used under 36 months, else only the adult handles the salt. Dry ice is not used.",
		judges:    material.TraitsOf(material.DryIce, material.SaltedIce, material.Ice),
		Examples: []Example{
			{Words: "ice with salt in reach at 35 months", Thing: thing("box", "210x100x72", "none", "ice;salted-ice"),
				Use: Open, Months: 35, Want: KeepOut},
			{Words: "ice with salt at 3", Thing: thing("box", "210x100x72", "none", "ice;salted-ice"), Use: Open,
				Months: 36, Want: WithAHand},
			{Words: "a wet block of ice", Thing: thing("box", "210x100x72", "none", "ice"), Use: Open, Months: 60,
				Want: WithAHand},
			{Words: "dry ice", Thing: thing("box", "50x50x50", "none", "dry-ice"), Use: Open, Months: 120,
				Want: KeepOut},
			{Words: "chilled water", Thing: thing("", "", "none", "food;liquid;depth=10"), Use: Open, Months: 20,
				Want: GoesIn},
		},
		decide: func(q *question) ruling {
			switch {
			case q.has(material.DryIce):
				return objects(KeepOut)
			case q.has(material.SaltedIce) && q.youngest < 36:
				return objects(KeepOut)
			case q.has(material.SaltedIce, material.Ice):
				return objects(WithAHand)
			}
			return noObjection
		},
		explain: func(q *question, r ruling) explanation {
			e := words{reason: "Ice straight from the freezer sticks to skin and burns it. With salt it goes down to -21 °C.",
				limit:  Number{"salt and ice", "-21 °C"},
				change: "Ice that has stood until it is wet, without salt.", do: []Precaution{doIceWet}}.explain(q, r)
			if q.has(material.SaltedIce) {
				e.do = append(e.do, doSaltWithAdult)
			}
			return e
		},
	},
}
