package safety

import (
	"emblo/core/material"
	"emblo/core/say"
)

// mostAlcohol is the per cent by volume up to which alcohol in what is no drink is not counted: a few drops of an
// extract in a dough.
const mostAlcohol = 1.2

// poisonRules judge what harms in the mouth or the lungs.
var poisonRules = []Rule{
	{
		ID: "lectin", Title: "Raw beans", Family: FamilyContents, only: true, Tunable: true, tasteSafe: true,
		Ground: Ground{"US FDA Bad Bug Book on phytohaemagglutinin in common and runner beans: as few as 4 or 5 raw beans. EFSA on cyanogenic glycosides in lima beans",
			QuotedFromMemory},
		Threshold: "Common beans (kidney, cannellini, navy, black, pinto, borlotti), runner and lima beans, raw or under-boiled: do not use under 36 months, else precautions, no tasting. Rinsing does nothing and slow cooking can make it worse; 5 h of soaking and 30 min of hard boiling make it safe.",
		judges:    material.TraitsOf(material.Lectin),
		Examples: []Example{
			{Words: "raw kidney beans, rinsed, at 35 months", Thing: thing("ellipsoid", "17x8x6", "none",
				"food;hard;lectin"), Use: Open, Months: 35, Want: KeepOut},
			{Words: "raw kidney beans at 3", Thing: thing("ellipsoid", "17x8x6", "none", "food;hard;lectin"), Use: Open,
				Months: 36, Want: WithAHand},
			{Words: "canned kidney beans", Thing: thing("ellipsoid", "17x8x6", "none", "food;soft"), Use: Open,
				Months: 35, Want: GoesIn},
		},
		decide: func(q *question) ruling { return q.swallowedIf(material.Lectin) },
		explain: words{reason: "A few raw beans make a child very ill, by a lectin in common and runner beans and by cyanide in lima beans. Rinsing does not remove either.",
			under: 36, limit: Number{"harmful from", "4 or 5 raw beans"},
			change: "Lentils or peas for children who do not mouth, or beans from a can.", do: []Precaution{doNoTasting,
				doBeansAdvice}}.explain,
	},
	{
		ID: "toxic-seed", Title: "Poisonous seed or plant", Family: FamilyContents, only: true,
		Ground:    Ground{"Poison-centre lists", QuotedFromMemory},
		Threshold: "Castor, jequirity, apricot kernel, raw lupin, treated planting seed, yew, laburnum, foxglove, bulbs, mushrooms: do not use.",
		judges:    material.TraitsOf(material.ToxicSeed),
		Examples: []Example{
			{Words: "yew twigs", Thing: thing("box", "200x60x12", "none", "soft;toxic-seed"), Use: Open, Months: 100,
				Want: KeepOut},
			{Words: "a pine cone", Thing: thing("ellipsoid", "90x60x60", "none", "hard"), Use: Open, Months: 60,
				Want: GoesIn},
		},
		decide: func(q *question) ruling { return objectsIf(q.has(material.ToxicSeed), KeepOut) },
		explain: words{reason: "On the lists of poison centres.",
			change: "Pine cones, shells or wood in its place.", limit: Number{"harmful", "when chewed or swallowed"},
			do: []Precaution{doGloves}}.explain,
	},
	{
		ID: "upset-plant", Title: "Plant that upsets", Family: FamilyContents, only: true, Tunable: true,
		Ground: Ground{"Poison-centre lists on plants of low toxicity: conkers, holly and ivy leaves, spring flowers, poinsettia, hydrangea, fruit stones",
			QuotedFromMemory},
		Threshold: "Plants that upset a stomach or redden skin, and do no more: do not use under 36 months when open, precautions when sealed and from then on.",
		judges:    material.TraitsOf(material.UpsetPlant),
		Examples: []Example{
			{Words: "conkers at 35 months", Thing: thing("sphere", "60", "none", "hard;rounded;upset-plant"), Use: Open,
				Months: 35, Want: KeepOut},
			{Words: "conkers at 3", Thing: thing("sphere", "60", "none", "hard;rounded;upset-plant"), Use: Open,
				Months: 36, Want: WithAHand},
			{Words: "a pine cone", Thing: thing("ellipsoid", "90x60x60", "none", "hard"), Use: Open, Months: 60,
				Want: GoesIn},
		},
		decide: func(q *question) ruling { return q.swallowedIf(material.UpsetPlant) },
		explain: words{reason: "Chewed it upsets a stomach, and its sap can redden skin.", under: 36,
			limit:  Number{"do not use under", "36 months"},
			change: "Leaves, cones or wood that are known to do neither.", do: []Precaution{doPlantHands}}.explain,
	},
	{
		ID: "honey", Title: "Honey", Family: FamilyContents, only: true,
		Ground:    Ground{"CDC and AAP on infant botulism", QuotedFromMemory},
		Threshold: "Do not use under 12 months when open; sealed, precautions.",
		judges:    material.TraitsOf(material.Honey),
		Examples: []Example{
			{Words: "honey at 11 months", Thing: thing("", "", "none", "food;dough;honey"), Use: Open, Months: 11,
				Want: KeepOut},
			{Words: "honey at 12 months", Thing: thing("", "", "none", "food;dough;honey"), Use: Open, Months: 12,
				Want: GoesIn},
		},
		decide: func(q *question) ruling {
			if !q.has(material.Honey) || q.youngest >= 12 {
				return noObjection
			}
			return objects(q.keptUnder(12))
		},
		explain: words{reason: "Honey can contain spores that poison a baby's gut.",
			change: "Syrup in its place, or every child 1 or over.", limit: Number{"do not use under", "12 months"},
			do: []Precaution{doSealOver}}.explain,
	},
	{
		ID: "caffeine", Title: "Coffee, tea and cocoa", Family: FamilyContents, only: true, Tunable: true,
		tasteSafe: true,
		Ground:    Ground{"Convention: stimulants are not for small children", CommonPractice},
		Threshold: "Coffee, tea, cocoa and spent grounds: do not use under 36 months, else precautions.",
		judges:    material.TraitsOf(material.Caffeine),
		Examples: []Example{
			{Words: "used coffee grounds at 35 months", Thing: thing("", "", "none", "food;powder;caffeine"), Use: Open,
				Months: 35, Want: KeepOut},
			{Words: "used coffee grounds at 3", Thing: thing("", "", "none", "food;powder;caffeine"), Use: Open,
				Months: 36, Want: WithAHand},
			{Words: "starch", Thing: thing("", "", "none", "food;powder"), Use: Open, Months: 35, Want: GoesIn},
		},
		decide: func(q *question) ruling { return q.swallowedIf(material.Caffeine) },
		explain: words{reason: "Contains a stimulant that stays in a small body for a day.", under: 36,
			limit:  Number{"do not use under", "36 months"},
			change: "Carob, or a colour without stimulant.", do: []Precaution{doNoTasting}}.explain,
	},
	{
		ID: "aspiration", Title: "Oil that runs into lungs", Family: FamilyContents, only: true,
		Ground:    Ground{"16 CFR 1700.14(a)(31)", QuotedFromMemory},
		Threshold: "Mineral or baby oil, lamp oil, thinner: do not use under 60 months where it can be opened, from that age on, and sealed, precautions.",
		judges:    material.TraitsOf(material.MineralOil),
		Examples: []Example{
			{Words: "baby oil in a pourable mix at 59 months", Thing: thing("", "", "none",
				"not-food;liquid;mineral-oil"), Use: Open, Months: 59, Want: KeepOut},
			{Words: "baby oil in a pourable mix at 5", Thing: thing("", "", "none", "not-food;liquid;mineral-oil"),
				Use: Open, Months: 60, Want: WithAHand},
			{Words: "baby oil in a glued bottle", Thing: thing("", "", "none", "not-food;liquid;mineral-oil"),
				Use: Sealed, Months: 20, Want: WithAHand},
			{Words: "plant oil", Thing: thing("", "", "none", "food;liquid"), Use: Open, Months: 20, Want: GoesIn},
		},
		decide: func(q *question) ruling {
			if !q.has(material.MineralOil) {
				return noObjection
			}
			return objects(q.keptUnder(60))
		},
		explain: words{reason: "Thin oil goes down the wrong way into the lungs and inflames them.",
			change: "Plant oil in its place.", limit: Number{"do not use under", "60 months"},
			do: []Precaution{doBottleLocked}}.explain,
	},
	{
		ID: "essential-oil", Title: "Essential oil", Family: FamilyContents, only: true, Tunable: true,
		Ground:    Ground{"Poison-centre advice", QuotedFromMemory},
		Threshold: "Do not use under 36 months, else precautions; wintergreen, camphor and eucalyptus are never used, at any age.",
		judges:    material.TraitsOf(material.EssentialOil, material.CamphorOil),
		Examples: []Example{
			{Words: "lavender oil as scent at 35 months", Thing: thing("", "", "none", "not-food;liquid;essential-oil"),
				Use: Open, Months: 35, Want: KeepOut},
			{Words: "lavender oil as scent at 3", Thing: thing("", "", "none", "not-food;liquid;essential-oil"),
				Use: Open, Months: 36, Want: WithAHand},
			{Words: "eucalyptus oil at 10", Thing: thing("", "", "none", "not-food;liquid;camphor-oil"), Use: Open,
				Months: 120, Want: KeepOut},
			{Words: "rose water", Thing: thing("", "", "none", "food;liquid"), Use: Open, Months: 20, Want: GoesIn},
		},
		decide: func(q *question) ruling {
			if q.has(material.CamphorOil) {
				return objects(KeepOut)
			}
			return q.swallowedIf(material.EssentialOil)
		},
		explain: words{reason: "A few millilitres swallowed can make a small child fit; it also burns skin and eyes.",
			change: "Food scents: herbs, citrus peel, rose water.", limit: Number{"do not use under",
				"36 months; camphor, wintergreen, eucalyptus at every age"},
			do: []Precaution{doOneDrop}}.explain,
	},
	{
		ID: "alcohol", Title: "Alcohol", Family: FamilyContents,
		Ground: Ground{"Regulation (EU) 1169/2011: drinks over 1.2 % by volume say so. 16 CFR 1700.14 asks for child-resistant packing of alcohol",
			QuotedFromMemory},
		Threshold: "An alcoholic drink of any strength, and anything over 1.2 % alcohol: do not use under 36 months where it can be opened, else for adults only, aired and fully dry before play.",
		Examples: []Example{
			{Words: "hand gel of 70 % at 35 months", Thing: thing("", "", "none", "not-food;gel;alcohol=70"), Use: Open,
				Months: 35, Want: KeepOut},
			{Words: "hand gel of 70 % at 3", Thing: thing("", "", "none", "not-food;gel;alcohol=70"), Use: Open,
				Months: 36, Want: WithAHand},
			{Words: "a drink of 0.5 % at 35 months", Thing: thing("", "", "none", "food;liquid;alcohol=0.5"), Use: Open,
				Months: 35, Want: KeepOut},
			{Words: "a dough with a few drops of an extract", Thing: thing("", "", "none", "food;dough;alcohol=1.2"),
				Use: Open, Months: 35, Want: GoesIn},
			{Words: "a dough with 2 %", Thing: thing("", "", "none", "food;dough;alcohol=2"), Use: Open, Months: 35,
				Want: KeepOut},
		},
		decide: func(q *question) ruling {
			share, known := q.facts.Alcohol.Get()
			switch {
			case known && (share > mostAlcohol || share > 0 && q.facts.Form == material.Liquid):
				return objects(q.keptUnder(36))
			case q.facts.Alcohol.There() && !known:
				return guess(q.keptUnder(36), factAlcohol)
			}
			return noObjection
		},
		explain: func(q *question, _ ruling) explanation {
			share, _ := q.facts.Alcohol.Get()
			return explanation{
				reason: "Alcohol drops a small child's blood sugar; a mouthful is too much.",
				numbers: []Number{{"alcohol", say.F("{share} %", say.Figure(share))}, {"limit in what is no drink",
					say.F("{share} %", say.Figure(mostAlcohol))}, q.youngestNumber()},
				change: "A water-based colour or scent.",
				do:     []Precaution{doAdultAloneDry, doExtractsByDrop},
			}
		},
	},
	{
		ID: "household-chemical", Title: "Household chemical", Family: FamilyContents, only: true,
		Ground: Ground{"EN 71-3, boron 1,200 and 300 mg/kg; reports of burns from setting plaster and detergents",
			QuotedFromMemory},
		Threshold: "Concentrated detergent, capsules, bleach, borax, boric acid, borate liquids, lime, cement, and setting plaster round a hand: do not use.",
		judges:    material.TraitsOf(material.HouseholdChemical, material.Borate, material.Plaster),
		Examples: []Example{
			{Words: "slime made with borax", Thing: thing("", "", "none", "not-food;dough;borate"), Use: Open,
				Months: 100, Want: KeepOut},
			{Words: "psyllium goo", Thing: thing("", "", "none", "food;dough"), Use: Open, Months: 60, Want: GoesIn},
		},
		decide: func(q *question) ruling {
			return objectsIf(q.has(material.HouseholdChemical, material.Borate, material.Plaster), KeepOut)
		},
		explain: words{reason: "Burns or poisons: skin, eyes, mouth, or by going through the skin.",
			change: "A mix of food ingredients: starch, psyllium, salt-free dough.",
			limit:  Number{"boron limit in sticky toys", "300 mg/kg"},
			do:     []Precaution{doGlovesLocked}}.explain,
	},
	{
		ID: "not-food-grade", Title: "Not food grade", Family: FamilyContents, only: true, Tunable: true,
		tasteSafe: true,
		Ground:    Ground{"Product label of feed, bird seed and craft-dyed grain", CommonPractice},
		Threshold: "Feed, bird seed, craft-dyed grain or sand: do not use under 36 months, else precautions.",
		judges:    material.TraitsOf(material.FeedGrade),
		Examples: []Example{
			{Words: "bird seed at 35 months", Thing: thing("ellipsoid", "3x2x2", "none", "not-food;grain;feed-grade"),
				Use: Open, Months: 35, Want: KeepOut},
			{Words: "bird seed at 3", Thing: thing("ellipsoid", "3x2x2", "none", "not-food;grain;feed-grade"),
				Use: Open, Months: 36, Want: WithAHand},
			{Words: "millet from the kitchen", Thing: thing("sphere", "2", "none", "food;grain"), Use: Open, Months: 35,
				Want: GoesIn},
		},
		decide: func(q *question) ruling { return q.swallowedIf(material.FeedGrade) },
		explain: words{reason: "Feed and craft goods may contain dust, mould, dye or seed dressing that food may not.",
			under: 36, limit: Number{"do not use under", "36 months"},
			change: "The same grain from the kitchen shelf.", do: []Precaution{doNoTasting}}.explain,
	},
	{
		ID: "soil", Title: "Soil and sand", Family: FamilyContents, only: true, Tunable: true,
		Ground: Ground{"Reports on Legionella in potting mix, tetanus in soil, silica in dry sand",
			QuotedFromMemory},
		Threshold: "Potting mix, compost, garden soil, sand: do not use under 12 months or mouthing, else precautions: fresh plain topsoil, damp; washed play sand; covered from animals.",
		judges:    material.TraitsOf(material.Soil, material.Sand),
		Examples: []Example{
			{Words: "play sand at 11 months", Thing: thing("", "", "none", "not-food;grain;sand"), Use: Open,
				Months: 11, Want: KeepOut},
			{Words: "play sand at 12 months, not mouthing", Thing: thing("", "", "none", "not-food;grain;sand"),
				Use: Open, Months: 12, Want: WithAHand},
			{Words: "play sand at 30 months, mouthing", Thing: thing("", "", "none", "not-food;grain;sand"), Use: Open,
				Months: 30, Mouths: true, Want: KeepOut},
			{Words: "sugar", Thing: thing("", "", "none", "food;grain"), Use: Open, Months: 11, Want: GoesIn},
		},
		decide: func(q *question) ruling {
			switch {
			case !q.has(material.Soil, material.Sand):
				return noObjection
			case q.open() && (q.youngest < 12 || q.mouths):
				return objects(KeepOut)
			}
			return objects(WithAHand)
		},
		explain: func(q *question, r ruling) explanation {
			e := words{reason: "Soil and sand carry germs and dust, and children who mouth things eat them.",
				change: "A filler that may be eaten, or a group in which every child is 1 and none mouths.",
				limit:  Number{"do not use under", "12 months or mouthing"},
				do:     []Precaution{doTopsoil, doSoilCovered}}.explain(q, r)
			if !q.has(material.Soil) { // washed sand out of a bag: no animal has been at it
				e.do = []Precaution{doSoresCovered}
			}
			return e
		},
	},
	{
		ID: "spice", Title: "Hot or dusty spice", Family: FamilyContents, only: true, Tunable: true,
		Ground:    Ground{"Convention: spice in eyes and airways", CommonPractice},
		Threshold: "Chilli, pepper, mustard, cinnamon and other spice when loose: do not use under 36 months, else precautions, mixed into dough only.",
		judges:    material.TraitsOf(material.Spice),
		Examples: []Example{
			{Words: "loose cinnamon at 35 months", Thing: thing("", "", "none", "food;powder;spice"), Use: Open,
				Months: 35, Want: KeepOut},
			{Words: "cinnamon at 3", Thing: thing("", "", "none", "food;powder;spice"), Use: Open, Months: 36,
				Want: WithAHand},
			{Words: "starch", Thing: thing("", "", "none", "food;powder"), Use: Open, Months: 35, Want: GoesIn},
		},
		decide: func(q *question) ruling { return q.swallowedIf(material.Spice) },
		explain: words{reason: "Spice burns eyes, and its dust closes airways.", under: 36,
			limit:  Number{"do not use under", "36 months"},
			change: "Citrus peel or herbs for scent.", do: []Precaution{doAdultMixesIn}}.explain,
	},
}
