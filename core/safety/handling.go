package safety

import (
	"emblo/core/allergen"
	"emblo/core/gauge"
	"emblo/core/material"
	"emblo/core/room"
	"emblo/core/say"
)

// thinStick is how thick in mm a blunt stick is that pierces as a skewer does (convention).
const thinStick = 5.0

// handlingRules judge how a thing is held, thrown, squirted, found and told apart from food.
var handlingRules = []Rule{
	{
		ID: "poke", Title: "End that pokes", Family: FamilyThings, only: true,
		Ground:    Ground{"16 CFR 1500.48 as an idea; common practice with sticks and pencils", CommonPractice},
		Threshold: "Under 72 months a stick, twig, pencil or other blunt end when loose needs precautions: seated, not walking. Under 36 months one at most 5 mm thick is not used, as a skewer is.",
		judges:    material.TraitsOf(material.Pokes),
		Examples: []Example{
			{Words: "a pencil before 6", Thing: thing("cylinder", "14x170", "none", "hard;pokes"), Use: Open,
				Months: 71, Want: WithAHand},
			{Words: "a blunt needle 3 mm thick before 3", Thing: thing("cylinder", "3x80", "none", "hard;pokes"),
				Use: Open, Months: 35, Want: KeepOut},
			{Words: "a blunt needle 3 mm thick at 3", Thing: thing("cylinder", "3x80", "none", "hard;pokes"), Use: Open,
				Months: 36, Want: WithAHand},
			{Words: "a pencil at 6", Thing: thing("cylinder", "14x170", "none", "hard;pokes"), Use: Open, Months: 72,
				Want: GoesIn},
			{Words: "a twig in a glued bottle", Thing: thing("cylinder", "14x170", "none", "hard;pokes"), Use: Sealed,
				Months: 40, Want: GoesIn},
		},
		decide: func(q *question) ruling {
			_, middle, _ := q.facts.Smallest.Extents()
			switch {
			case !q.has(material.Pokes) || !q.open() || q.youngest >= 72:
				return noObjection
			case q.youngest < 36 && q.facts.Form.GaugeJudges() && !q.facts.Smallest.Known():
				return guess(KeepOut, factSize)
			case q.youngest < 36 && q.facts.Smallest.Known() && middle-MeasuringError <= thinStick:
				return objects(KeepOut)
			}
			return objects(WithAHand)
		},
		explain: words{reason: "A stick in a moving hand finds an eye or the roof of a mouth.",
			change: "A shorter or thicker piece with a round end, or every child 6 or over.",
			limit:  Number{"precautions under", "72 months"},
			do:     []Precaution{doSeatedNeverWalking}}.explain,
	},
	{
		ID: "squirt", Title: "Squirts", Family: FamilyThings, only: true,
		Ground:    Ground{"Common practice with bulbs, sprays and squeeze bottles", CommonPractice},
		Threshold: "What squirts needs precautions when loose: plain water, aimed at the tub, one for each child who mouths.",
		judges:    material.TraitsOf(material.Squirts),
		Examples: []Example{
			{Words: "a spray bottle", Thing: thing("box", "180x80x60", "none", "hard;squirts"), Use: Open, Months: 60,
				Want: WithAHand},
			{Words: "a scoop", Thing: thing("box", "180x80x60", "none", "hard"), Use: Open, Months: 60, Want: GoesIn},
		},
		decide: func(q *question) ruling { return objectsIf(q.has(material.Squirts) && q.open(), WithAHand) },
		explain: func(q *question, r ruling) explanation {
			e := words{reason: "Squirted water reaches eyes, and a mouthpiece goes from mouth to mouth.",
				change: "A cup or a scoop.", limit: Number{"filled with", "plain water"},
				do: []Precaution{doWaterAimed}}.explain(q, r)
			if q.mouths {
				e.do = append(e.do, doOneEachMouthing)
			}
			return e
		},
	},
	{
		ID: "springy", Title: "Squeezes small", Family: FamilySize, only: true,
		Ground: Ground{"16 CFR 1501.4(b)(2) takes sizes uncompressed. Convention: half its width for what is soft and springy",
			CommonPractice},
		Threshold: "With a child who mouths, a soft springy piece whose size at half its width fits the small-parts cylinder is not used when loose, and needs precautions when sealed.",
		judges:    material.TraitsOf(material.Springy),
		Examples: []Example{
			{Words: "a pom-pom of 50 mm, a child who mouths", Thing: thing("sphere", "50", "none",
				"soft;rounded;springy"), Use: Open, Months: 30, Mouths: true, Want: KeepOut},
			{Words: "a pom-pom of 50 mm, none mouths", Thing: thing("sphere", "50", "none", "soft;rounded;springy"),
				Use: Open, Months: 40, Want: GoesIn},
			{Words: "a springy ball of 70 mm, a child who mouths", Thing: thing("sphere", "70", "none",
				"soft;rounded;springy"), Use: Open, Months: 30, Mouths: true, Want: GoesIn},
		},
		decide: func(q *question) ruling {
			if !q.has(material.Springy) || !q.mouths || !q.squeezed.Fits {
				return noObjection
			}
			return q.aboutSize(q.openElse(KeepOut, WithAHand), q.squeezed.Unsure)
		},
		explain: func(q *question, _ ruling) explanation {
			return explanation{
				reason: say.F("Choking risk: squeezed to half its width, a {size} piece fits inside the small-parts cylinder. A child here mouths things.",
					q.facts.Smallest),
				numbers: []Number{{"size", say.Measure(q.facts.Smallest)}, {"measured at", "half its width"},
					boreNumber},
				change: "Something firm, or larger than twice the gauge; or a group in which none mouths.",
			}
		},
	},
	{
		ID: "lens", Title: "Gathers light", Family: FamilyThings, only: true,
		Ground:    Ground{"Common practice with magnifiers: eyes, and fire", CommonPractice},
		Threshold: "A lens when loose needs precautions: out of the sun, and put away in the dark.",
		judges:    material.TraitsOf(material.Lens),
		Examples: []Example{
			{Words: "a plastic magnifier", Thing: thing("box", "190x90x12", "none", "hard;lens"), Use: Open, Months: 60,
				Want: WithAHand},
			{Words: "a wooden frame", Thing: thing("box", "190x90x12", "none", "hard"), Use: Open, Months: 60,
				Want: GoesIn},
		},
		decide: func(q *question) ruling { return objectsIf(q.has(material.Lens) && q.open(), WithAHand) },
		explain: words{reason: "A lens in the sun burns eyes and sets things alight.",
			change: "Looking closely without a lens.", limit: Number{"kept from", "direct sun"},
			do: []Precaution{doNeverToSun, doOverLens}}.explain,
	},
	{
		ID: "weighty", Title: "Heavy when it falls", Family: FamilySize, only: true,
		Ground:    Ground{"Convention: stones and the like over 100 g", CommonPractice},
		Threshold: "Under 60 months a piece over 100 g when loose needs precautions: on the mat, two hands, no throwing. Of food this counts under 36 months.",
		judges:    material.TraitsOf(material.Weighty),
		Examples: []Example{
			{Words: "a stone of 200 g before 5", Thing: thing("ellipsoid", "90x70x50", "none", "hard;weighty"),
				Use: Open, Months: 59, Want: WithAHand},
			{Words: "a potato of 200 g at 3", Thing: thing("ellipsoid", "90x70x50", "none", "food;hard;weighty"),
				Use: Open, Months: 36, Want: GoesIn},
			{Words: "a stone of 200 g at 5", Thing: thing("ellipsoid", "90x70x50", "none", "hard;weighty"), Use: Open,
				Months: 60, Want: GoesIn},
		},
		decide: func(q *question) ruling {
			until := 60
			if q.facts.Traits.Has(material.Food) && q.facts.TraitsKnown {
				until = room.ThreeYears
			}
			return objectsIf(q.has(material.Weighty) && q.open() && q.youngest < until, WithAHand)
		},
		explain: words{reason: "Heavy enough to hurt a head or a foot when thrown or dropped.",
			change: "A lighter piece, or every child 5 or over.", limit: Number{"heavy from", "100 g"},
			do: []Precaution{doLowTwoHands}}.explain,
	},
	{
		ID: "outdoors", Title: "Found or used before", Family: FamilyContents, only: true,
		Ground:    Ground{"Common practice on found things and junk: droppings, dust, rust and residue", CommonPractice},
		Threshold: "What was found outside or held something else needs precautions when loose: washed or wiped and dried, sores covered.",
		judges:    material.TraitsOf(material.Outdoors),
		Examples: []Example{
			{Words: "shells from a beach", Thing: thing("ellipsoid", "80x75x25", "none", "hard;outdoors"), Use: Open,
				Months: 60, Want: WithAHand},
			{Words: "shells from a shop", Thing: thing("ellipsoid", "80x75x25", "none", "hard"), Use: Open, Months: 60,
				Want: GoesIn},
		},
		decide: func(q *question) ruling { return objectsIf(q.has(material.Outdoors) && q.open(), WithAHand) },
		explain: words{reason: "Found things carry droppings and soil. A used container carries what was in it.",
			change: "The same thing bought clean.", limit: Number{"before use", "washed or wiped, and dry"},
			do: []Precaution{doWashedFirst, doSoresCovered}}.explain,
	},
	{
		ID: "water-hole", Title: "Keeps old water inside", Family: FamilyThings, only: true,
		Ground:    Ground{"Common practice with squirting bath toys: mould inside", CommonPractice},
		Threshold: "A hollow toy with a hole needs precautions when loose: dry inside, or its hole sealed.",
		judges:    material.TraitsOf(material.WaterHole),
		Examples: []Example{
			{Words: "a bath duck with a hole", Thing: thing("ellipsoid", "90x70x60", "none", "soft;water-hole"),
				Use: Open, Months: 60, Want: WithAHand},
			{Words: "a bath duck in one piece", Thing: thing("ellipsoid", "90x70x60", "none", "soft"), Use: Open,
				Months: 60, Want: GoesIn},
		},
		decide: func(q *question) ruling { return objectsIf(q.has(material.WaterHole) && q.open(), WithAHand) },
		explain: words{reason: "Water left inside goes mouldy, and children squirt it into mouths.",
			change: "One in one piece without a hole.", limit: Number{"thrown away when", "anything dark comes out"},
			do: []Precaution{doHoleSealed}}.explain,
	},
	{
		ID: "neck", Title: "Round a neck or over a face", Family: FamilyThings, only: true,
		Ground:    Ground{"EN 71-1 on cords and cloth, as an idea; common practice with scarves", CommonPractice},
		Threshold: "Under 60 months a scarf, boa or large cloth when loose needs precautions: never round a neck or over a face.",
		judges:    material.TraitsOf(material.Neck),
		Examples: []Example{
			{Words: "a play scarf before 5", Thing: thing("box", "450x450x70", "none", "soft;neck"), Use: Open,
				Months: 59, Want: WithAHand},
			{Words: "a play scarf at 5", Thing: thing("box", "450x450x70", "none", "soft;neck"), Use: Open, Months: 60,
				Want: GoesIn},
		},
		decide: func(q *question) ruling {
			return objectsIf(q.has(material.Neck) && q.open() && q.youngest < 60, WithAHand)
		},
		explain: words{reason: "Cloth goes round necks and over faces in play.",
			change: "Squares no longer than a forearm.", limit: Number{"precautions under", "60 months"},
			do: []Precaution{doNeverRoundNeck}}.explain,
	},
	{
		ID: "finger-hole", Title: "Traps a finger", Family: FamilySize, only: true,
		Ground:    Ground{"EN 71-1 and ASTM F963 on holes in rigid parts, 5 to 12 mm", QuotedFromMemory},
		Threshold: "Under 60 months a rigid thing with a hole of 5 to 12 mm when loose needs precautions.",
		judges:    material.TraitsOf(material.FingerHole),
		Examples: []Example{
			{Words: "a board with holes of 8 mm before 5", Thing: thing("box", "150x100x80", "none",
				"hard;finger-hole"), Use: Open, Months: 59, Want: WithAHand},
			{Words: "the same at 5", Thing: thing("box", "150x100x80", "none", "hard;finger-hole"), Use: Open,
				Months: 60, Want: GoesIn},
		},
		decide: func(q *question) ruling {
			return objectsIf(q.has(material.FingerHole) && q.open() && q.youngest < 60, WithAHand)
		},
		explain: words{reason: "A finger pushed into a hole of this size swells and stays.",
			change: "Holes under 5 mm or over 12 mm.", limit: Number{"holes of", "5 to 12 mm"},
			do: []Precaution{doFingersOut}}.explain,
	},
	{
		ID: "rim", Title: "Rim that may cut", Family: FamilyThings, only: true,
		Ground:    Ground{"16 CFR 1500.49 as an idea; common practice with lids and tins", CommonPractice},
		Threshold: "Under 72 months a metal rim when loose needs precautions: rolled smooth or taped, felt with a finger first.",
		judges:    material.TraitsOf(material.Rim),
		Examples: []Example{
			{Words: "a jar lid before 6", Thing: thing("cylinder", "80x15", "none", "hard;rim"), Use: Open, Months: 71,
				Want: WithAHand},
			{Words: "a jar lid at 6", Thing: thing("cylinder", "80x15", "none", "hard;rim"), Use: Open, Months: 72,
				Want: GoesIn},
		},
		decide: func(q *question) ruling {
			return objectsIf(q.has(material.Rim) && q.open() && q.youngest < 72, WithAHand)
		},
		explain: words{reason: "A rim that is not rolled cuts lips and fingers.", change: "Plastic or wood.",
			limit: Number{"precautions under", "72 months"},
			do:    []Precaution{doRimsFelt}}.explain,
	},
	{
		ID: "sun-skin", Title: "Juice and sun", Family: FamilyElements, only: true,
		Ground: Ground{"Reports on plant juices that burn skin in the sun (citrus, celery, parsnip)",
			QuotedFromMemory},
		Threshold: "Citrus and other plants whose juice burns skin in the sun need precautions when loose: indoors, hands washed before going out.",
		judges:    material.TraitsOf(material.SunSkin),
		Examples: []Example{
			{Words: "lime halves", Thing: thing("cylinder", "60x35", "none", "food;soft;sun-skin"), Use: Open,
				Months: 60, Want: WithAHand},
			{Words: "apple halves", Thing: thing("cylinder", "80x40", "none", "food;soft"), Use: Open, Months: 60,
				Want: GoesIn},
		},
		decide: func(q *question) ruling { return objectsIf(q.has(material.SunSkin) && q.open(), WithAHand) },
		explain: words{reason: "The juice on skin burns in the sun, hours later.",
			change: "The same play indoors, or another fruit.", limit: Number{"before going out",
				"hands and arms washed"},
			do: []Precaution{doWashBeforeSun}}.explain,
	},
	{
		ID: "mineral", Title: "Mineral by the spoon", Family: FamilyContents, only: true, Tunable: true,
		tasteSafe: true,
		Ground: Ground{"Convention after poison-centre advice on cream of tartar, Epsom salt, alum and nutmeg",
			CommonPractice},
		Threshold: "Minerals and spices that harm by the spoon, loose as they are: do not use under 36 months, from that age on, and sealed, precautions, no tasting. A little in a mix does not count.",
		judges:    material.TraitsOf(material.Mineral),
		Examples: []Example{
			{Words: "cream of tartar as a filler at 35 months", Thing: thing("", "", "none", "food;powder;mineral"),
				Use: Open, Months: 35, Want: KeepOut},
			{Words: "cream of tartar at 3", Thing: thing("", "", "none", "food;powder;mineral"), Use: Open, Months: 36,
				Want: WithAHand},
			{Words: "starch", Thing: thing("", "", "none", "food;powder"), Use: Open, Months: 35, Want: GoesIn},
		},
		decide: func(q *question) ruling { return q.swallowedIf(material.Mineral) },
		explain: words{reason: "A spoonful harms the heart or the gut of a small child.", under: 36,
			limit:  Number{"harmful from", "a spoonful"},
			change: "Starch or ready-to-eat flour in its place.", do: []Precaution{doPacketWithAdult}}.explain,
	},
	{
		ID: "raw-food", Title: "Raw meat or fish", Family: FamilyContents, only: true,
		Ground: Ground{"Food hygiene guidance: raw meat, fish and sprouting potatoes are not handled by children in play",
			QuotedFromMemory},
		Threshold: "Raw meat, raw fish and green or sprouting potatoes are not used when loose; sealed, precautions.",
		judges:    material.TraitsOf(material.RawFood),
		Examples: []Example{
			{Words: "a raw fish", Thing: thing("ellipsoid", "200x80x40", "none", "food;soft;raw-food"), Use: Open,
				Months: 120, Want: KeepOut},
			{Words: "a cooked fish", Thing: thing("ellipsoid", "200x80x40", "none", "food;soft"), Use: Open, Months: 60,
				Want: GoesIn},
		},
		decide: func(q *question) ruling { return objectsIf(q.has(material.RawFood), q.openElse(KeepOut, WithAHand)) },
		explain: words{reason: "Carries germs or poison. Children put their hands in their mouths.",
			change: "The same thing cooked, or a model of it.", limit: Number{"made safe by", "cooking through"},
			do: []Precaution{doSurfacesHot}}.explain,
	},
	{
		ID: "look-alike", Title: "Looks like food", Family: FamilyContents, only: true,
		Ground: Ground{"Regulation (EU) 2023/988 on product safety, Article 6 on products that look like food, in place of 87/357/EEC since 13 December 2024",
			QuotedFromMemory},
		Threshold: "What looks or smells like food and is none needs precautions under 72 months when loose; counted, and apart from snacks.",
		judges:    material.TraitsOf(material.LookAlike),
		Examples: []Example{
			{Words: "soap in the shape of fruit before 6", Thing: thing("box", "90x60x40", "none", "hard;look-alike"),
				Use: Open, Months: 71, Want: WithAHand},
			{Words: "the same at 6", Thing: thing("box", "90x60x40", "none", "hard;look-alike"), Use: Open, Months: 72,
				Want: GoesIn},
		},
		decide: func(q *question) ruling {
			return objectsIf(q.has(material.LookAlike) && q.open() && q.youngest < 72, WithAHand)
		},
		explain: words{reason: "Looks or smells like food, and is not food.",
			change: "A shape and scent that no child takes for food.", limit: Number{"precautions under", "72 months"},
			do: []Precaution{doSaidBeforePlay}}.explain,
	},
	{
		ID: "asthma", Title: "Asthma", Family: FamilyElements,
		Ground:    Ground{"Common practice with asthma: dust, fibres, sprays and strong scent", CommonPractice},
		Threshold: "With a child who has asthma, what sheds dust or fibres, and strong scent, need precautions when loose. Open dry powder has a rule of its own.",
		judges:    material.TraitsOf(material.Dusty),
		Examples: []Example{
			{Words: "hay, a child with asthma", Thing: thing("box", "250x30x20", "none", "soft;dusty"), Use: Open,
				Months: 60, Want: WithAHand, change: func(s *scenery) { s.child.Asthma = true }},
			{Words: "hay, no child with asthma", Thing: thing("box", "250x30x20", "none", "soft;dusty"), Use: Open,
				Months: 60, Want: GoesIn},
			{Words: "a wooden block, a child with asthma", Thing: thing("box", "50x50x50", "none", "hard"), Use: Open,
				Months: 60, Want: GoesIn, change: func(s *scenery) { s.child.Asthma = true }},
		},
		decide: func(q *question) ruling {
			return objectsIf(q.open() && q.asthma && q.has(material.Dusty, material.Perfume, material.EssentialOil,
				material.Spice), WithAHand)
		},
		explain: words{reason: "A child in the group has asthma, and this sheds dust or fibres or smells strongly.",
			change: "The same play with something damp and unscented.", limit: Number{"with asthma", "precautions"},
			do: []Precaution{doInhaler}}.explain,
	},
	{
		ID: "read-packet", Title: "Read this packet", Family: FamilyContents, asTool: true,
		Ground: Ground{"Convention: recipes of shops differ, so that only the packet in the hand tells",
			CommonPractice},
		Threshold: "What often contains a declared allergen, or nuts for a nut-free room: find out first, whatever the use, until this packet has been read; as an adult's tool only for an allergy by touch or air, or nuts for a nut-free room.",
		Examples: []Example{
			{Words: "chocolate, a soya allergy", Thing: thing("box", "150x80x70", "milk", "food;hard;usually=soya"),
				Use: Open, Months: 60, Want: MeasureFirst, change: declares(allergen.Soya, room.ByEating)},
			{Words: "chocolate used by the adult, a soya allergy by eating", Thing: thing("box", "150x80x70", "milk",
				"food;hard;usually=soya"), Use: AdultTool, Months: 60, Want: WithAHand, change: declares(allergen.Soya,
				room.ByEating)},
			{Words: "chocolate, no allergy", Thing: thing("box", "150x80x70", "milk", "food;hard;usually=soya"),
				Use: Open, Months: 60, Want: GoesIn},
			{Words: "cereal that often contains nuts, a nut-free room", Thing: thing("", "", "none",
				"soft-food;usually=tree nuts"), Use: Open, Months: 60, Want: MeasureFirst, change: nutFree},
			{Words: "the same used by the adult", Thing: thing("", "", "none", "soft-food;usually=tree nuts"),
				Use: AdultTool, Months: 60, Want: MeasureFirst, change: nutFree},
		},
		decide: func(q *question) ruling {
			met := q.usuallyMet()
			switch {
			case met == 0:
				return noObjection
			case q.use == AdultTool && q.touches.Meet(q.facts.UsuallyContains) == 0 && !(q.group.policy.NutFree &&
				met&nuts != 0):
				return objects(WithAHand)
			}
			return guess(KeepOut, factPacket)
		},
		explain: func(q *question, _ ruling) explanation {
			met := q.usuallyMet()
			return explanation{
				unknown: true,
				reason:  say.F("Often contains {allergens}. Read this packet's label first.", met),
				numbers: []Number{{"often contains", q.facts.UsuallyContains.Say()}, {"declared in the room",
					q.eats.Say()}},
				change: "This packet's list of ingredients, read; it counts for this packet alone.",
				do:     []Precaution{doPacketRead.with(met.IDs(), met.Say())},
			}
		},
	},
	{
		ID: "by-label", Title: "By its label", Family: FamilyContents,
		Ground: Ground{"Convention: recipes of shops differ, and a packet is swapped for another in a moment",
			CommonPractice},
		Threshold: "What is free of a trace, or heat-treated, because the packet in use says so: precautions.",
		Examples: []Example{
			{Words: "oat crumb, wheat-free by its label", Thing: thing("", "", "none", "soft-food"), Use: Open,
				Months: 60, Want: WithAHand, change: func(s *scenery) { s.facts.ByLabel = true }},
			{Words: "the same whatever its label says", Thing: thing("", "", "none", "soft-food"), Use: Open,
				Months: 60, Want: GoesIn},
		},
		decide: func(q *question) ruling { return objectsIf(q.facts.ByLabel, WithAHand) },
		explain: words{reason: "OK only because of what this packet says.",
			change: "A thing of which every packet may go in.", limit: Number{"checked", "by its label"},
			do: []Precaution{doPacketSays}}.explain,
	},
}

// usuallyMet are the allergens that matter here and that most packets hold.
func (q *question) usuallyMet() allergen.Set {
	met := q.eats.Meet(q.facts.UsuallyContains)
	if q.group.policy.NutFree {
		met |= q.facts.UsuallyContains & nuts
	}
	return met &^ q.facts.Allergens
}

// squeezed is a solid at half its width: what is soft and springy is pressed flat.
func squeezed(s gauge.Solid) gauge.Solid { return s.Scaled(0.5) }
