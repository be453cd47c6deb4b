package safety

import (
	"emblo/core/material"
	"emblo/core/room"
	"emblo/core/say"
)

// Sizes in mm, volumes in mL and masses in g at which rules of vessels object.
const (
	cupMouth    = 102.0 // ASTM F963, quoted from memory: mouths of 64 to 102 mm
	cupCapacity = 177.0 // ASTM F963, quoted from memory
	liftFloor   = 7000.0
	liftWaist   = 16000.0
)

// vesselRules judge the vessels themselves: what can seal over a face, how far hands reach in, and what backs lift.
var vesselRules = []Rule{
	{
		ID: "hemisphere", Title: "Cup that can seal over a face", Family: FamilySize, only: true, Tunable: true,
		Ground:    Ground{"ASTM F963 on hemispheric toys: round mouth of 64 to 102 mm, under 177 mL", QuotedFromMemory},
		Threshold: "Under 36 months: a cup, bowl or half-egg with a round mouth of 102 mm or less, under 177 mL, needs precautions. The published rule starts at 64 mm and 13 mm of depth; there is no lower bound here, so that a smaller cup is never treated more mildly.",
		judges:    material.TraitsOf(material.Cup),
		Examples: []Example{
			{Words: "a half egg 70 mm across, 35 mm deep", Thing: thing("cylinder", "70x35", "none", "hard;cup"),
				Use: Open, Months: 35, Want: WithAHand},
			{Words: "a bowl 103 mm across", Thing: thing("cylinder", "103x25", "none", "hard;cup"), Use: Open,
				Months: 35, Want: GoesIn},
			{Words: "a deep beaker of over 177 mL", Thing: thing("cylinder", "80x60", "none", "hard;cup"), Use: Open,
				Months: 35, Want: GoesIn},
			{Words: "a half egg at 3", Thing: thing("cylinder", "70x35", "none", "hard;cup"), Use: Open, Months: 36,
				Want: GoesIn},
		},
		decide: func(q *question) ruling {
			if !q.has(material.Cup) || q.youngest >= 36 || !q.open() {
				return noObjection
			}
			mouth, ml := cupOf(q.facts.Smallest)
			return objectsIf(!q.facts.Smallest.Known() || mouth-MeasuringError <= cupMouth && ml < cupCapacity,
				WithAHand)
		},
		explain: func(q *question, _ ruling) explanation {
			mouth, ml := cupOf(q.facts.Smallest)
			return explanation{
				reason: "A round-mouthed cup of this size can seal over a small child's nose and mouth.",
				numbers: []Number{{"mouth", say.F("{length} mm", say.Fixed(mouth, 0))},
					{"volume about", say.F("{volume} mL", say.Fixed(ml, 0))}, {"limit", "102 mm, 177 mL"},
					q.youngestNumber()},
				change: "Two holes in it, a larger or deeper cup, or another shape.",
				do:     []Precaution{doTwoHoles, doFacesSeen},
			}
		},
	},
	{
		ID: "reach", Title: "Wall higher than the reach", Family: FamilySize, strains: true,
		Ground:    Ground{"Convention: a wall of at most 55 % of the youngest child's reach", CommonPractice},
		Threshold: "A container's wall higher than 55 % of the youngest child's reach (159 mm at 12 months, 214 mm at 36) needs precautions.",
		Examples: []Example{
			{Words: "a wall of 160 mm at 12 months", Thing: thing("box", "500x400x160", "none", "hard;wall=160"),
				Use: Open, Months: 12, Want: WithAHand},
			{Words: "a wall of 159 mm at 12 months", Thing: thing("box", "500x400x159", "none", "hard;wall=159"),
				Use: Open, Months: 12, Want: GoesIn},
		},
		decide: func(q *question) ruling {
			wall, known := q.facts.Wall.Get()
			return objectsIf(q.open() && q.facts.Wall.There() && (!known || wall > room.ComfortableWall(q.youngest)),
				WithAHand)
		},
		explain: func(q *question, _ ruling) explanation {
			wall, _ := q.facts.Wall.Get()
			return explanation{
				reason: "The youngest cannot reach the floor of it over the wall, and may climb or fall in.",
				numbers: []Number{{"wall", mm(wall)}, {"comfortable wall", say.F("{length} mm",
					say.Fixed(room.ComfortableWall(q.youngest), 0))}, q.youngestNumber()},
				change: "A lower container.",
				do:     []Precaution{doStepBeside},
			}
		},
	},
	{
		ID: "heavy", Title: "Heavy to lift", Family: FamilySize, strains: true,
		Ground: Ground{"Convention after manual-handling guidance: 16 kg at waist height, 7 kg to or from the floor",
			CommonPractice},
		Threshold: "A filled container over 7 kg needs precautions: fill it in place or split it; over 16 kg do not lift it at all.",
		Examples: []Example{
			{Words: "a tub of 7.1 kg", Thing: thing("box", "500x400x150", "none", "hard"), Use: Open, Months: 40,
				Want: WithAHand, change: func(s *scenery) { s.facts.Filled = material.Read(7100) }},
			{Words: "a tub of 7 kg", Thing: thing("box", "500x400x150", "none", "hard"), Use: Open, Months: 40,
				Want: GoesIn, change: func(s *scenery) { s.facts.Filled = material.Read(7000) }},
		},
		decide: func(q *question) ruling {
			g, known := q.facts.Filled.Get()
			return objectsIf(q.facts.Filled.There() && (!known || g > liftFloor), WithAHand)
		},
		explain: func(q *question, _ ruling) explanation {
			g, known := q.facts.Filled.Get()
			if !known {
				return explanation{reason: "Full, the container may be too heavy to lift to or from the floor.",
					numbers: []Number{{"to or from the floor", "7 kg"}, {"at waist height", "16 kg"}},
					change:  "At most 7 kg with all that is in it.", do: []Precaution{doFillWhereItStands}}
			}
			e := explanation{
				reason: say.F("{mass} kg when full: too heavy to lift to or from the floor.",
					say.Fixed(g/1000, 1)),
				numbers: []Number{{"filled", say.F("{mass} kg", say.Fixed(g/1000, 1))}, {"to or from the floor",
					"7 kg"}, {"at waist height", "16 kg"}},
				change: "A smaller container, or less in it.",
				do:     []Precaution{doFillWhereItStands},
			}
			if g > liftWaist {
				e.reason = say.F("{mass} kg when full: too heavy for anyone to lift.", say.Fixed(g/1000, 1))
			}
			return e
		},
	},
}
