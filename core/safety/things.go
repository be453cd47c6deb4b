package safety

import (
	"emblo/core/material"
	"emblo/core/say"
)

// Lengths in mm at which rules of this family object.
const (
	cordFree   = 220.0 // EN 71-1, quoted from memory
	loopRound  = 356.0 // ASTM F963, 14 in, quoted from memory
	bagOpening = 360.0 // EN 71-1 380 mm less a margin; convention
)

// thingRules judge kinds of things whatever their size.
var thingRules = []Rule{
	{
		ID: "balloon", Title: "Balloon or glove", Family: FamilyThings, only: true, asTool: true,
		Ground:    Ground{"16 CFR 1500.19(b)(2); gloves by CFOC and convention", QuotedFromMemory},
		Threshold: "A latex balloon, a piece of one, or a glove filled or cut: never used under 96 months in any way, by adults too; precautions from then on. Gloves that the adult wears need precautions.",
		judges:    material.TraitsOf(material.LatexBalloon, material.Glove),
		Examples: []Example{
			{Words: "a balloon at 7 years", Thing: thing("cylinder", "40x120", "latex", "latex-balloon;soft"),
				Use: Sealed, Months: 95, Want: KeepOut},
			{Words: "a balloon at 8 years", Thing: thing("cylinder", "40x120", "latex", "latex-balloon;soft"),
				Use: Open, Months: 96, Want: WithAHand},
			{Words: "gloves that the adult wears", Thing: thing("box", "180x90x10", "latex", "glove;soft"),
				Use: AdultTool, Months: 30, Want: WithAHand},
			{Words: "a filled glove", Thing: thing("box", "180x90x60", "latex", "glove;soft"), Use: Open, Months: 95,
				Want: KeepOut},
			{Words: "a cloth ball", Thing: thing("sphere", "70", "none", "soft;rounded"), Use: Open, Months: 20,
				Want: GoesIn},
		},
		decide: func(q *question) ruling {
			switch {
			case !q.has(material.LatexBalloon, material.Glove):
				return noObjection
			case q.use == AdultTool && !q.has(material.LatexBalloon): // worn by the adult
				return objects(WithAHand)
			case q.youngest < 96:
				return objects(KeepOut)
			}
			return objects(WithAHand)
		},
		explain: words{reason: "A balloon, a scrap of one or a glove moulds itself to a throat and cannot be coughed up.",
			limit:  Number{"do not use under", "96 months"},
			change: "A cloth ball, or a bag of strong film taped shut.", do: []Precaution{doCountedScraps}}.explain,
	},
	{
		ID: "swelling", Title: "Swells in water", Family: FamilyThings, only: true, Tunable: true,
		Ground: Ground{"CPSC warnings on water beads, and its work under 16 CFR 1250 to limit their size and acrylamide; ASTM F963 on expanding materials",
			QuotedFromMemory},
		Threshold: "What grows by more than half in any direction in water: do not use under 72 months when open, and sealed too with a child who mouths; else precautions, counted. Edible seed that is fully soaked, with no dry seed left, is exempt.",
		judges:    material.TraitsOf(material.Swells, material.Hydrated),
		Examples: []Example{
			{Words: "gel beads before 6", Thing: thing("sphere", "2-15", "none", "not-food;swells;rounded"), Use: Open,
				Months: 71, Want: KeepOut},
			{Words: "gel beads at 6", Thing: thing("sphere", "2-15", "none", "not-food;swells;rounded"), Use: Open,
				Months: 72, Want: WithAHand},
			{Words: "gel beads sealed, a child who mouths", Thing: thing("sphere", "2-15", "none",
				"not-food;swells;rounded"), Use: Sealed, Months: 40, Mouths: true, Want: KeepOut},
			{Words: "dry chia", Thing: thing("ellipsoid", "2x1.5x1", "none", "food;grain;swells"), Use: Open,
				Months: 60, Want: KeepOut},
			{Words: "fully soaked basil seed", Thing: thing("", "", "none", "soft-food;swells;hydrated"), Use: Open,
				Months: 20, Want: GoesIn},
		},
		decide: func(q *question) ruling {
			switch {
			case !q.has(material.Swells), q.facts.Traits.Has(material.Hydrated, material.Food):
				return noObjection
			case q.open() && q.youngest < 72, q.mouths:
				return objects(KeepOut)
			}
			return objects(WithAHand)
		},
		explain: func(q *question, _ ruling) explanation {
			return explanation{
				reason: "Keeps swelling inside a child who swallows it or pushes it into a nose or ear.",
				numbers: []Number{{"size to", say.Measure(q.facts.Largest)}, {"do not use under", "72 months"},
					q.youngestNumber()},
				change: "Basil seed soaked until none is dry; for children who mouth, cooled soft porridge or fork-broken soft gelatine.",
				do:     []Precaution{q.counted(doPiecesCounted)},
			}
		},
	},
	{
		ID: "magnet", Title: "Magnet", Family: FamilyThings, only: true, asTool: true,
		Ground:    Ground{"16 CFR 1262; ASTM F963, flux index 50", QuotedFromMemory},
		Threshold: "A loose magnet, or one that fits the small-parts cylinder, is never used, in any way; whole and screwed shut in a tile or wand too large for the small-parts cylinder, precautions; cracked, do not use. What may contain one: find out first.",
		judges:    material.TraitsOf(material.Magnet, material.MayHoldMagnet, material.Enclosed),
		Examples: []Example{
			{Words: "a loose disc magnet", Thing: thing("cylinder", "20x5", "none", "hard;magnet"), Use: AdultTool,
				Months: 100, Want: KeepOut},
			{Words: "a screwed tile of 75 mm", Thing: thing("box", "75x75x6", "none", "hard;magnet;enclosed"),
				Use: Open, Months: 30, Want: WithAHand},
			{Words: "a screwed tile that is cracked", Thing: thing("box", "75x75x6", "none",
				"hard;magnet;enclosed;damaged"), Use: Open, Months: 30, Want: KeepOut},
			{Words: "a screwed cube of 20 mm, which fits the gauge", Thing: thing("box", "20x20x20", "none",
				"hard;magnet;enclosed"), Use: Sealed, Months: 100, Want: KeepOut},
			{Words: "a letter that may contain one", Thing: thing("box", "75x60x6", "none", "hard;may-hold-magnet"),
				Use: Open, Months: 60, Want: MeasureFirst},
			{Words: "a plain wooden tile", Thing: thing("box", "75x75x6", "none", "hard"), Use: Open, Months: 30,
				Want: GoesIn},
		},
		decide: func(q *question) ruling {
			switch {
			case q.has(material.Magnet):
				cased := q.has(material.Enclosed) && !q.has(material.Damaged)
				switch {
				case cased && !q.facts.Smallest.Known():
					return guess(KeepOut, factSize)
				case cased && !q.fit.Fits:
					return objects(WithAHand)
				}
				return objects(KeepOut)
			case q.has(material.MayHoldMagnet):
				return guess(KeepOut, factMagnet)
			}
			return noObjection
		},
		explain: words{reason: "Two magnets, or one and a bit of metal, pull together through the walls of the gut.",
			limit:  Number{"flux index limit", "50"},
			change: "The same thing without a magnet, or whole and screwed shut in a case too large for the gauge.",
			do:     []Precaution{doCasesOver}}.explain,
	},
	{
		ID: "battery", Title: "Button or coin cell", Family: FamilyThings, only: true, asTool: true,
		Ground:    Ground{"16 CFR 1263, and for toys, which it exempts, ASTM F963 4.25", QuotedFromMemory},
		Threshold: "A battery that can be reached is never used, in any way; behind a compartment closed with a screw, precautions.",
		judges:    material.TraitsOf(material.Battery),
		Examples: []Example{
			{Words: "a tea light with a push-in cell", Thing: thing("cylinder", "38x40", "none", "hard;battery"),
				Use: Open, Months: 100, Want: KeepOut},
			{Words: "a torch with a screwed case", Thing: thing("cylinder", "45x150", "none", "hard;battery;enclosed"),
				Use: Open, Months: 30, Want: WithAHand},
			{Words: "a torch whose screwed case is cracked", Thing: thing("cylinder", "45x150", "none",
				"hard;battery;enclosed;damaged"), Use: Open, Months: 100, Want: KeepOut},
			{Words: "a plain cup", Thing: thing("cylinder", "110x90", "none", "hard"), Use: Open, Months: 30,
				Want: GoesIn},
		},
		decide: func(q *question) ruling {
			switch {
			case !q.has(material.Battery):
				return noObjection
			case q.has(material.Enclosed) && !q.has(material.Damaged):
				return objects(WithAHand)
			}
			return objects(KeepOut)
		},
		explain: words{reason: "A swallowed button or coin cell burns through the gullet within hours.",
			limit:  Number{"closed with", "a screw"},
			change: "A light without cells, or a case closed with a screw.", do: []Precaution{doScrewTried}}.explain,
	},
	{
		ID: "sharp", Title: "Sharp or breakable", Family: FamilyThings, only: true,
		Ground:    Ground{"16 CFR 1500.48-49", QuotedFromMemory},
		Threshold: "Breakable glass as item, tool or container is never used, at any age; a point, an edge or splintering wood (a taped skewer too) under 96 months, precautions from then on; round-ended scissors have a rule of their own.",
		judges:    material.TraitsOf(material.Breakable, material.Sharp),
		Examples: []Example{
			{Words: "a glass jar", Thing: thing("cylinder", "75x120", "none", "hard;breakable"), Use: Open, Months: 120,
				Want: KeepOut},
			{Words: "a skewer with taped ends at 7", Thing: thing("cylinder", "3x250", "none", "hard;sharp"), Use: Open,
				Months: 95, Want: KeepOut},
			{Words: "a skewer at 8", Thing: thing("cylinder", "3x250", "none", "hard;sharp"), Use: Open, Months: 96,
				Want: WithAHand},
			{Words: "a kitchen knife used by the adult", Thing: thing("box", "250x35x15", "none", "hard;sharp"),
				Use: AdultTool, Months: 30, Want: WithAHand},
			{Words: "a wooden spoon", Thing: thing("box", "200x40x12", "none", "hard"), Use: Open, Months: 30,
				Want: GoesIn},
		},
		decide: func(q *question) ruling {
			switch {
			case q.has(material.Breakable):
				return objects(KeepOut)
			case q.has(material.Sharp) && !q.has(material.Scissors):
				if q.youngest < 96 {
					return objects(KeepOut)
				}
				return objects(WithAHand)
			}
			return noObjection
		},
		explain: words{reason: "Cuts, pierces or splinters, or breaks into pieces that do.",
			limit:  Number{"do not use under", "96 months; glass at every age"},
			change: "The same thing of smooth wood, metal or plastic that does not break.",
			do:     []Precaution{doAdultBetweenUses, doCountedBack}}.explain,
	},
	{
		ID: "damaged", Title: "Damaged", Family: FamilyThings, only: true,
		Ground:    Ground{"Common practice on tools handed down from the kitchen", CommonPractice},
		Threshold: "Cracked, loose-handled, snapped, crumbling, or a wire end not bent in: do not use until mended.",
		judges:    material.TraitsOf(material.Damaged),
		Examples: []Example{
			{Words: "a cracked scoop", Thing: thing("box", "110x60x45", "none", "hard;damaged"), Use: Open, Months: 60,
				Want: KeepOut},
			{Words: "a whole scoop", Thing: thing("box", "110x60x45", "none", "hard"), Use: Open, Months: 60,
				Want: GoesIn},
		},
		decide: func(q *question) ruling { return objectsIf(q.has(material.Damaged), KeepOut) },
		explain: words{reason: "A crack, a loose handle or an open wire end pinches, cuts and sheds pieces.",
			change: "Mended, with wire ends bent in, or replaced.",
			do:     []Precaution{doMendOrThrow}}.explain,
	},
	{
		ID: "cord", Title: "Cord or loop", Family: FamilyThings, Tunable: true,
		Ground:    Ground{"EN 71-1 (220 mm); ASTM F963 (loop of 14 in)", QuotedFromMemory},
		Threshold: "A free end over 220 mm: do not use under 18 months, precautions from then on. A loop 356 mm round or more is not used.",
		Examples: []Example{
			{Words: "a lace of 600 mm at 17 months", Thing: thing("", "", "none", "strand;cord=600"), Use: Open,
				Months: 17, Want: KeepOut},
			{Words: "a lace of 600 mm at 18 months", Thing: thing("", "", "none", "strand;cord=600"), Use: Open,
				Months: 18, Want: WithAHand},
			{Words: "a ribbon of 220 mm", Thing: thing("", "", "none", "strand;cord=220"), Use: Open, Months: 17,
				Want: GoesIn},
			{Words: "a loop 360 mm round", Thing: thing("cylinder", "100x5", "none", "loop=360"), Use: Open, Months: 60,
				Want: KeepOut},
			{Words: "a loop 350 mm round", Thing: thing("cylinder", "100x5", "none", "loop=350"), Use: Open, Months: 60,
				Want: GoesIn},
		},
		decide: func(q *question) ruling {
			worst := WithAHand
			if q.youngest < 18 {
				worst = KeepOut
			}
			free, known := q.freeEnd()
			loop, loopKnown := q.facts.Loop.Get()
			switch {
			case loopKnown && loop >= loopRound:
				return objects(KeepOut)
			case q.facts.Loop.There() && !loopKnown:
				return guess(KeepOut, factCord)
			case known && free > cordFree:
				return objects(worst)
			case q.facts.Cord.There() && !known:
				return guess(worst, factCord)
			}
			return noObjection
		},
		explain: func(q *question, r ruling) explanation {
			free, _ := q.freeEnd()
			loop, _ := q.facts.Loop.Get()
			e := explanation{
				reason:  "A long cord or a large loop can go round a neck.",
				numbers: []Number{{"free end", mm(free)}, {"limit", mm(cordFree)}, q.youngestNumber()},
				change:  "A free end of 220 mm at most, and no loop of 356 mm round.",
				do:      []Precaution{doTakenIn},
			}
			if q.facts.Loop.There() {
				e.numbers = append(e.numbers, Number{"loop", say.F("{length} mm round", say.Figure(loop))},
					Number{"limit of a loop", mm(loopRound)})
			}
			return e
		},
	},
	{
		ID: "film", Title: "Loose film or bag", Family: FamilyThings, Tunable: true,
		Ground:    Ground{"EN 71-1 on film (0.038 mm) and bag openings", QuotedFromMemory},
		Threshold: "Loose film, bag or bubble wrap: do not use under 36 months, precautions from then on; a bag with an opening 360 mm round or more is not used under 72 months; taped flat or sealed, precautions. A sheet of 0.038 mm or more, by its packet, with no opening is no film.",
		judges:    material.TraitsOf(material.Film),
		Examples: []Example{
			{Words: "loose bubble wrap at 35 months", Thing: thing("box", "300x300x4", "none", "film;soft"), Use: Open,
				Months: 35, Want: KeepOut},
			{Words: "loose bubble wrap at 3", Thing: thing("box", "300x300x4", "none", "film;soft"), Use: Open,
				Months: 36, Want: WithAHand},
			{Words: "a carrier bag at 5", Thing: thing("box", "400x300x0.03", "none", "film;soft;opening=800"),
				Use: Open, Months: 71, Want: KeepOut},
			{Words: "a carrier bag at 6", Thing: thing("box", "400x300x0.03", "none", "film;soft;opening=800"),
				Use: Open, Months: 72, Want: WithAHand},
			{Words: "a double bag taped on every edge", Thing: thing("box", "400x300x0.03", "none",
				"film;soft;opening=800"), Use: Sealed, Months: 20, Want: WithAHand},
			{Words: "a sheet 0.038 mm thick by its packet", Thing: thing("box", "400x300x0.04", "none",
				"film;soft;thickness=0.038"), Use: Open, Months: 20, Want: GoesIn},
			{Words: "a sheet 0.037 mm thick by its packet", Thing: thing("box", "400x300x0.04", "none",
				"film;soft;thickness=0.037"), Use: Open, Months: 20, Want: KeepOut},
			{Words: "a thick bag", Thing: thing("box", "400x300x0.1", "none", "film;soft;thickness=0.1;opening=800"),
				Use: Open, Months: 71, Want: KeepOut},
			{Words: "a sheet of card", Thing: thing("box", "300x200x1", "none", "sheet"), Use: Open, Months: 20,
				Want: GoesIn},
		},
		decide: func(q *question) ruling {
			opening, known := q.facts.Opening.Get()
			thick, measured := q.facts.Thickness.Get()
			switch {
			case !q.facts.Opening.There() && (!q.has(material.Film) || measured && thick >= material.FilmUnder):
				return noObjection
			case q.open() && (q.youngest < 36 || q.youngest < 72 && known && opening >= bagOpening):
				return objects(KeepOut)
			case q.open() && q.youngest < 72 && q.facts.Opening.There() && !known:
				return guess(KeepOut, factOpening)
			}
			return objects(WithAHand)
		},
		explain: words{reason: "Thin film clings over a nose and mouth.", limit: Number{"do not use under",
			"36 months; a wide bag 72"},
			change: "Taped flat on every edge, or a sheet of 0.038 mm (38 micrometres) or more without an opening.",
			do:     []Precaution{doEdgesTaped, doOverTears}}.explain,
	},
	{
		ID: "sticker", Title: "Sticker or sequin", Family: FamilyThings, only: true, Tunable: true,
		Ground:    Ground{"Convention: a peeled sticker or a sequin is a small part of any size", CommonPractice},
		Threshold: "Counts as a small part whatever its size: do not use under 36 months when open, precautions when sealed. From 36 months on its own size decides.",
		judges:    material.TraitsOf(material.Sticker),
		Examples: []Example{
			{Words: "a sticker at 35 months", Thing: thing("cylinder", "80x0.1", "none", "sticker;soft"), Use: Open,
				Months: 35, Want: KeepOut},
			{Words: "a sticker at 3", Thing: thing("cylinder", "80x0.1", "none", "sticker;soft"), Use: Open, Months: 36,
				Want: GoesIn},
		},
		decide: func(q *question) ruling {
			if !q.has(material.Sticker) || q.youngest >= 36 {
				return noObjection
			}
			return objects(q.keptUnder(36))
		},
		explain: words{reason: "Peeled off, it sticks to a palate or slides into a throat.", under: 36,
			limit:  Number{"treated as", "a small part"},
			change: "A printed or stamped mark.", do: []Precaution{doAdultHandsOut}}.explain,
	},
	{
		ID: "glitter", Title: "Glitter", Family: FamilyThings, only: true, Tunable: true,
		Ground:    Ground{"Convention: loose glitter goes from hands to eyes", CommonPractice},
		Threshold: "Do not use under 36 months when open, precautions when sealed and from 36 months on.",
		judges:    material.TraitsOf(material.Glitter),
		Examples: []Example{
			{Words: "loose glitter at 35 months", Thing: thing("", "", "none", "not-food;powder;glitter"), Use: Open,
				Months: 35, Want: KeepOut},
			{Words: "glitter in a glued bottle", Thing: thing("", "", "none", "not-food;powder;glitter"), Use: Sealed,
				Months: 12, Want: WithAHand},
			{Words: "loose glitter at 3", Thing: thing("", "", "none", "not-food;powder;glitter"), Use: Open,
				Months: 36, Want: WithAHand},
			{Words: "plain starch", Thing: thing("", "", "none", "food;powder"), Use: Open, Months: 36, Want: GoesIn},
		},
		decide: func(q *question) ruling {
			if !q.has(material.Glitter) {
				return noObjection
			}
			return objects(q.keptUnder(36))
		},
		explain: words{reason: "Glitter scratches eyes and does not wash off fingers.", limit: Number{"do not use under",
			"36 months"},
			change: "Glitter sealed in a glued bottle.", do: []Precaution{doHandsFromFaces, doSealOver}}.explain,
	},
}

// neverHome is what no home kit holds.
var neverHome = material.TraitsOf(material.Swells, material.Magnet, material.MayHoldMagnet, material.Battery,
	material.LatexBalloon, material.Borate)

// freeEnd returns the free length of a cord in mm: as stated, or the length of a strand of
// yarn, string or paper where that is more.
func (q *question) freeEnd() (length float64, known bool) {
	length, known = q.facts.Cord.Get()
	if q.facts.Cord.There() && !known {
		return 0, false
	}
	if q.facts.Form == material.Strand && q.has(material.Fabric) && q.facts.Smallest.Known() {
		_, _, long := q.facts.Largest.Extents()
		return max(length, long), true
	}
	return length, known
}
