package safety

import (
	"sync"

	"emblo/core/allergen"
	"emblo/core/gauge"
	"emblo/core/material"
	"emblo/core/say"
)

// Sizes in mm and masses in g at which rules of this family object.
const (
	handLong = 100.0 // convention: what is longer than a hand goes no way into a nose
	noseEar  = 12.0  // convention: what goes up a nose or into an ear
)

// pulses are what swells in a nose or an ear.
var pulses = sync.OnceValue(func() allergen.Origins { return allergen.OriginsNamed("pulses") })

// sizeRules judge how big a thing is against airways, noses and ears.
var sizeRules = []Rule{
	{
		ID: "small-part", Title: "Small part", Family: FamilySize,
		Ground:    Ground{"16 CFR 1501.2-1501.4; ISO 8124-1; EN 71-1", QuotedFromMemory},
		Threshold: "Under 36 months: a piece whose smallest size, less 0.5 mm of measuring error, lies wholly in the small-parts cylinder (31.75 mm bore, 25.4 to 57.15 mm deep) in some position, uncompressed, is not used; sealed, it needs precautions. Wads of cotton, paper or yarn: do not use under 18 months or mouthing, precautions to 35 months. Food that squashes flat has its own rule. An irregular thing that may fit: find out first.",
		judges:    material.TraitsOf(material.Fabric),
		Examples: []Example{
			{Words: "a ball of 32.2 mm, bore and measuring error", Thing: thing("sphere", "32.2", "none", "rounded"),
				Use: Open, Months: 35, Want: KeepOut},
			{Words: "a ball of 32.3 mm, over both", Thing: thing("sphere", "32.3", "none", "rounded"), Use: Open,
				Months: 35, Want: GoesIn},
			{Words: "a bead on the third birthday", Thing: thing("sphere", "20", "none", "rounded"), Use: Open,
				Months: 36, Want: GoesIn},
			{Words: "a bead at 4 years with a child who mouths", Thing: thing("sphere", "20", "none", "rounded"),
				Use: Open, Months: 50, Mouths: true, Want: KeepOut},
			{Words: "a bead in a glued bottle", Thing: thing("sphere", "20", "none", "rounded"), Use: Sealed,
				Months: 20, Want: WithAHand},
			{Words: "a cotton ball at 18 months", Thing: thing("cylinder", "20x20", "none", "fabric;soft"), Use: Open,
				Months: 18, Want: WithAHand},
			{Words: "a cotton ball at 17 months", Thing: thing("cylinder", "20x20", "none", "fabric;soft"), Use: Open,
				Months: 17, Want: KeepOut},
			{Words: "a small toy animal, irregular", Thing: thing("irregular", "50x25x20", "none", "hard"), Use: Open,
				Months: 30, Want: MeasureFirst},
			{Words: "a long toy animal, irregular", Thing: thing("irregular", "66x25x20", "none", "hard"), Use: Open,
				Months: 30, Want: GoesIn},
		},
		decide: func(q *question) ruling {
			if q.youngest >= 36 || !q.facts.Form.GaugeJudges() || !q.fit.Fits || q.softEdible() {
				return noObjection
			}
			v := q.openElse(KeepOut, WithAHand)
			if q.has(material.Fabric) && q.youngest >= 18 && !q.mouths {
				v = WithAHand
			}
			return q.aboutPiece(v)
		},
		explain: func(q *question, r ruling) explanation {
			e := explanation{
				reason: say.Run(say.F("Choking risk: a {size} piece fits inside the small-parts cylinder.",
					q.facts.Smallest), q.who(36)),
				numbers: []Number{{"smallest size", say.Measure(q.facts.Smallest)}, boreNumber,
					q.youngestNumber()},
				change: "A larger piece that does not fit the gauge, or a group in which every child is 3 and none mouths.",
			}
			switch r.missing {
			case factSize:
				e.reason, e.unknown = say.Run("Size not measured. It may fit inside the small-parts cylinder.",
					q.who(36)), true
				e.change = "Its smallest size, measured."
			case factGauge:
				e.reason, e.unknown = say.Run(say.F(
					"Irregular, {size}: try it in a small-parts cylinder. It may fit inside.",
					q.facts.Smallest), q.who(36)), true
				e.change = "Try it in a real gauge or the printed one."
			}
			if q.open() {
				e.do = []Precaution{doWadsInView}
			}
			return e
		},
	},
	{
		ID: "small-part-watch", Title: "Small part from 3 to 6 years", Family: FamilySize, Tunable: true,
		Ground:    Ground{"16 CFR 1500.19", QuotedFromMemory},
		Threshold: "36 to 71 months: a piece that fits the small-parts cylinder needs precautions. Wads and bits of cotton, paper and yarn, leaves, and food that is not hard are none.",
		Examples: []Example{
			{Words: "a bead on the third birthday", Thing: thing("sphere", "20", "none", "rounded"), Use: Open,
				Months: 36, Want: WithAHand},
			{Words: "a bead on the sixth birthday", Thing: thing("sphere", "20", "none", "rounded"), Use: Open,
				Months: 72, Want: GoesIn},
		},
		decide: func(q *question) ruling {
			if q.youngest < 36 || q.youngest >= 72 || !q.open() || !q.facts.Form.GaugeJudges() || !q.fit.Fits ||
				q.yields() {
				return noObjection
			}
			return q.aboutPiece(WithAHand)
		},
		explain: func(q *question, _ ruling) explanation {
			return explanation{
				reason: say.F("Choking risk: a {size} piece fits inside the small-parts cylinder. Children of this age still choke on such pieces.",
					q.facts.Smallest),
				numbers: []Number{{"smallest size", say.Measure(q.facts.Smallest)}, boreNumber,
					q.youngestNumber()},
				change: "A larger piece, or every child 6 or over.",
				do:     []Precaution{doAdultAtTub, q.counted(doPiecesCounted)},
			}
		},
	},
	{
		ID: "small-ball", Title: "Small ball", Family: FamilySize, Tunable: true,
		Ground:    Ground{"16 CFR 1500.18(a)(17), 1500.19; EN 71-1 ball template", QuotedFromMemory},
		Threshold: "A rounded piece (ball, egg, ellipsoid, capsule) whose middle axis is 44.5 mm or less, 0.5 mm of measuring error counted: do not use under 36 months, precautions from 36 to 95 months; sealed, precautions. From 36 months on food has a rule of its own, for what lodges in a throat.",
		judges:    material.TraitsOf(material.Rounded),
		Examples: []Example{
			{Words: "a table-tennis ball under 3", Thing: thing("sphere", "40", "none", "rounded"), Use: Open,
				Months: 35, Want: KeepOut},
			{Words: "a table-tennis ball at 3", Thing: thing("sphere", "40", "none", "rounded"), Use: Open, Months: 36,
				Want: WithAHand},
			{Words: "a ball at the hole and the measuring error", Thing: thing("sphere", "45", "none", "rounded"),
				Use: Open, Months: 20, Want: KeepOut},
			{Words: "a ball over both", Thing: thing("sphere", "45.1", "none", "rounded"), Use: Open, Months: 20,
				Want: GoesIn},
			{Words: "a long rounded thing that may or may not fit the small-parts cylinder", Thing: thing("irregular",
				"62x5x5", "none", "rounded"), Use: Open, Months: 20, Want: KeepOut},
			{Words: "an onion at 3", Thing: thing("sphere", "40", "none", "food;hard;rounded"), Use: Open, Months: 36,
				Want: GoesIn},
			{Words: "a ball at 8", Thing: thing("sphere", "40", "none", "rounded"), Use: Open, Months: 96,
				Want: GoesIn},
		},
		decide: func(q *question) ruling {
			round := q.has(material.Rounded) || q.facts.Smallest.Rounded() || !q.facts.Smallest.Known()
			if q.youngest >= 96 || !round || !q.ball {
				return noObjection
			}
			switch {
			case q.youngest < 36:
				return q.aboutSize(q.openElse(KeepOut, WithAHand), false)
			case q.facts.Traits.Has(material.Food) && q.facts.TraitsKnown, q.yields():
				return noObjection
			}
			return q.aboutSize(WithAHand, false)
		},
		explain: func(q *question, r ruling) explanation {
			_, middle, _ := q.facts.Smallest.Extents()
			e := explanation{
				reason: say.F("Choking risk: a round {middle} mm piece falls through the {hole} mm small-ball hole. It can block a throat.",
					say.Fixed(middle, 1), say.Fixed(gauge.BallHole, 1)),
				numbers: []Number{{"middle axis", say.F("{length} mm", say.Fixed(middle, 1))},
					{"ball hole", say.F("{length} mm", say.Fixed(gauge.BallHole, 1))}, q.youngestNumber()},
				change: "A ball over 45 mm, or a shape that is not rounded.",
				do:     []Precaution{doAdultAtTub, q.counted(doPiecesCounted)},
			}
			if r.missing == factSize {
				e.reason, e.unknown = "Size not measured. It could be a small ball that blocks a throat.", true
			}
			return e
		},
	},
	{
		ID: "fine-grain", Title: "Fine grain", Family: FamilySize, Tunable: true,
		Ground:    Ground{"Convention: rice-like grain is inhaled and swallowed by the handful", CommonPractice},
		Threshold: "Hard grain under 3 mm across: do not use under 24 months or mouthing; precautions to 35 months; sealed, precautions where it would not be used loose.",
		judges:    material.TraitsOf(material.Hard),
		Examples: []Example{
			{Words: "dry rice before 2", Thing: thing("cylinder", "2x6", "none", "food;grain"), Use: Open, Months: 23,
				Want: KeepOut},
			{Words: "dry rice at 2", Thing: thing("cylinder", "2x6", "none", "food;grain"), Use: Open, Months: 24,
				Want: WithAHand},
			{Words: "dry rice at 2, mouthing", Thing: thing("cylinder", "2x6", "none", "food;grain"), Use: Open,
				Months: 24, Mouths: true, Want: KeepOut},
			{Words: "dry rice at 3", Thing: thing("cylinder", "2x6", "none", "food;grain"), Use: Open, Months: 36,
				Want: GoesIn},
		},
		decide: func(q *question) ruling {
			f := q.facts.Form
			if f != material.Grain && f != material.FormUnknown || q.youngest >= 36 {
				return noObjection
			}
			v := q.openElse(WithAHand, GoesIn)
			if q.youngest < 24 || q.mouths {
				v = q.openElse(KeepOut, WithAHand)
			}
			if f == material.FormUnknown {
				return guess(v, factForm)
			}
			return objects(v)
		},
		explain: func(q *question, _ ruling) explanation {
			return explanation{
				reason:  say.Run("Young children can breathe in or swallow hard grains by the handful.", q.who(36)),
				numbers: []Number{q.youngestNumber(), {"do not use under", "24 months or mouthing"}},
				change:  "A filler that is soft or melts in the mouth, or a group in which every child is 2 and none mouths.",
				do:      []Precaution{doAdultAtTubThroughout},
			}
		},
	},
	{
		ID: "comes-apart", Title: "Comes apart", Family: FamilySize, Tunable: true,
		Ground:    Ground{"16 CFR 1500.51-53, use-and-abuse tests, as an idea", QuotedFromMemory},
		Threshold: "The smallest piece it can become in the session (a shed scale, a glued eye, a snapped stick, melting ice) counts as the piece: do not use under 36 months when it may fit the small-parts cylinder (sealed, precautions), precautions to 71 months, but for what comes apart only when it is torn, cut, bitten or taken to pieces. Tufts and shreds of cotton, paper or yarn: do not use under 18 months or mouthing. Ice melts through every size. An unknown smallest piece: find out first.",
		judges:    material.TraitsOf(material.Ice, material.SaltedIce, material.HoldsTogether),
		Examples: []Example{
			{Words: "a pine cone that sheds scales of 10 mm, at 35 months", Thing: thing("ellipsoid", "90x60x60",
				"none", "hard;comes-apart=10"), Use: Open, Months: 35, Want: KeepOut},
			{Words: "a toy that breaks only into pieces of 66 mm", Thing: thing("box", "150x90x90", "none",
				"hard;comes-apart=66"), Use: Open, Months: 35, Want: GoesIn},
			{Words: "a toy that breaks into pieces of 40 mm of any shape", Thing: thing("box", "150x90x90", "none",
				"hard;comes-apart=40"), Use: Open, Months: 35, Want: MeasureFirst},
			{Words: "a toy that comes apart in unknown ways", Thing: thing("box", "150x90x90", "none",
				"hard;comes-apart"), Use: Open, Months: 35, Want: MeasureFirst},
			{Words: "a pine cone at 3", Thing: thing("ellipsoid", "90x60x60", "none", "hard;comes-apart=10"), Use: Open,
				Months: 36, Want: WithAHand},
			{Words: "a book, at 3", Thing: thing("box", "200x200x15", "none", "hard;comes-apart=20;holds-together"),
				Use: Open, Months: 36, Want: GoesIn},
			{Words: "a book, at 4 with a child who mouths", Thing: thing("box", "200x200x15", "none",
				"hard;comes-apart=20;holds-together"), Use: Open, Months: 50, Mouths: true, Want: KeepOut},
			{Words: "newspaper that tears into shreds, at 18 months", Thing: thing("box", "580x380x0.1", "none",
				"fabric;sheet;comes-apart=20"), Use: Open, Months: 18, Want: WithAHand},
			{Words: "newspaper that tears into shreds, at 17 months", Thing: thing("box", "580x380x0.1", "none",
				"fabric;sheet;comes-apart=20"), Use: Open, Months: 17, Want: KeepOut},
			{Words: "a loaf-tin block of ice at 35 months", Thing: thing("box", "210x100x72", "none", "food;ice"),
				Use: Open, Months: 35, Want: KeepOut},
		},
		decide: func(q *question) ruling {
			if !q.fragment.Fits || q.youngest >= 72 || q.softEdible() {
				return noObjection
			}
			v := q.openElse(WithAHand, GoesIn)
			if q.has(material.HoldsTogether) {
				v = GoesIn
			}
			if q.youngest < 36 {
				v = q.openElse(KeepOut, WithAHand)
			}
			if q.has(material.Fabric) && q.youngest >= 18 && q.youngest < 36 && !q.mouths {
				v = q.openElse(WithAHand, GoesIn)
			}
			if q.fragment.Unsure {
				return guess(v, factFragment)
			}
			return objects(v)
		},
		explain: func(q *question, r ruling) explanation {
			size, known := q.facts.Fragment.Get()
			e := explanation{
				reason:  say.F("Choking risk: can come apart into {size} pieces, which fit inside the small-parts cylinder.", mm(size)),
				numbers: []Number{{"smallest piece", mm(size)}, boreNumber, q.youngestNumber()},
				change:  "Something in one piece that stays in one piece.",
				do:      []Precaution{doOverComeOff},
			}
			switch {
			case q.has(material.Ice, material.SaltedIce, material.DryIce):
				e.reason = "Choking risk: as ice melts, pieces become small enough to choke on."
				e.numbers[0] = Number{"smallest piece", "any, as it melts"}
				e.change = "Ice in a sealed, taped bag, chilled water, or an older group."
				e.do = []Precaution{doIceTakenOut}
			case !known:
				e.reason, e.unknown = "Can come apart. Measure the smallest piece that can come off.", true
				e.numbers[0].Value = "not known"
				e.change = "The smallest piece it can come apart into, in mm."
			case r.missing != nothing:
				e.reason, e.unknown = say.F(
					"Can come apart into pieces {size} long. Measure one: it may fit inside the small-parts cylinder.",
					mm(size)), true
			}
			return e
		},
	},
	{
		ID: "bite-off", Title: "Can be bitten off", Family: FamilySize, only: true, Tunable: true,
		Ground:    Ground{"EN 71-1 on soft-filled and foam toys; common practice", QuotedFromMemory},
		Threshold: "Foam, sponge, cork, loofah, soft eraser: do not use under 36 months when open, precautions when sealed. From 36 months on, what crumbles by itself counts as coming apart.",
		judges:    material.TraitsOf(material.Foam),
		Examples: []Example{
			{Words: "a foam-noodle slice at 35 months", Thing: thing("cylinder", "60x60", "none", "soft;foam"),
				Use: Open, Months: 35, Want: KeepOut},
			{Words: "a foam-noodle slice at 3", Thing: thing("cylinder", "60x60", "none", "soft;foam"), Use: Open,
				Months: 36, Want: GoesIn},
			{Words: "packing foam that crumbles, at 3", Thing: thing("box", "300x200x40", "none",
				"soft;foam;comes-apart=5"), Use: Open, Months: 36, Want: GoesIn},
			{Words: "a soft ball of felt", Thing: thing("sphere", "60", "none", "soft;rounded"), Use: Open, Months: 35,
				Want: GoesIn},
		},
		decide: func(q *question) ruling {
			if !q.has(material.Foam) || q.youngest >= 36 {
				return noObjection
			}
			return objects(q.keptUnder(36))
		},
		explain: words{reason: "A child could bite off a mouthful.", under: 36, limit: Number{"do not use under",
			"36 months"},
			change: "Something solid or of cloth.", do: []Precaution{doBiteMarks}}.explain,
	},
	{
		ID: "nose-ear", Title: "Fits a nose or an ear", Family: FamilySize, Tunable: true, usual: true,
		Ground: Ground{"Convention after paediatric reports of seeds, beans and beads in noses and ears",
			CommonPractice},
		Threshold: "Under 72 months: a hard piece or grain 12 mm or less across its middle and up to 100 mm long needs precautions. There is no lower bound, so that a smaller grain is never treated more mildly.",
		judges:    material.TraitsOf(material.Hard),
		Examples: []Example{
			{Words: "a hard rod 12 mm across, before 6", Thing: thing("cylinder", "12x60", "none", "hard"), Use: Open,
				Months: 71, Want: WithAHand},
			{Words: "a hard rod 13 mm across", Thing: thing("cylinder", "13x60", "none", "hard"), Use: Open, Months: 40,
				Want: GoesIn},
			{Words: "a craft stick longer than a hand", Thing: thing("box", "114x10x2", "none", "hard"), Use: Open,
				Months: 40, Want: GoesIn},
			{Words: "a hard rod 12 mm across, at 6", Thing: thing("cylinder", "12x60", "none", "hard"), Use: Open,
				Months: 72, Want: GoesIn},
			{Words: "dry rice at 4", Thing: thing("cylinder", "2x6", "none", "food;grain"), Use: Open, Months: 48,
				Want: WithAHand},
		},
		decide: func(q *question) ruling {
			f := q.facts
			small := f.Form == material.Grain
			if f.Form.GaugeJudges() {
				_, middle, long := f.Smallest.Extents()
				small = f.Traits.Has(material.Hard) && f.Smallest.Known() && middle-MeasuringError <= noseEar &&
					long-MeasuringError <= handLong
			}
			return objectsIf(q.youngest < 72 && small && q.open(), WithAHand)
		},
		explain: func(q *question, _ ruling) explanation {
			size := say.Measure(q.facts.Smallest)
			if !q.facts.Smallest.Known() {
				size = "a grain, under 3 mm"
			}
			reason := say.Text("Small and hard: a child can push it into a nose or ear.")
			if !q.facts.Made.Meet(pulses()).Empty() {
				reason = "Small and hard: a child can push it into a nose or ear, where it swells."
			}
			return explanation{
				reason:  reason,
				numbers: []Number{{"size", size}, {"limit", "12 mm across the middle"}, q.youngestNumber()},
				change:  "Pieces over 12 mm, or every child 6 or over.",
				do:      []Precaution{doHandsOverTub, doGrainsLookedFor},
			}
		},
	},
}
