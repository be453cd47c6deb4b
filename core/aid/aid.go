// Package aid holds the cards for when something has happened: what to do first, in order,
// and what a step takes from the shelf, so that it is judged for the room like all else.
//
// The steps follow first-aid and poison-centre guidance, quoted from memory, and the practice
// of the trade. They defer to the local emergency and poison numbers, which stand above them.
package aid

import "emblo/core/safety"

// Card says what to do when one thing has happened. Cards are read-only.
type Card struct {
	ID    string // a short name that never changes
	Title string // what has happened, in an educator's words
	// Call says when the emergency or poison number is called; it stands first.
	Call   string
	Steps  []Step
	Ground safety.Ground
}

// Step is one thing an adult does.
type Step struct {
	Do string
	// Takes is the id of what the step takes from the shelf, empty for none. Where that does
	// not go in for a room, Else is done in its place. Kneaded is set when it goes into a dough.
	Takes, Else string
	Kneaded     bool
}

// Cards returns the cards, what cannot wait first.
func Cards() []Card { return append([]Card(nil), cards...) }

var cards = []Card{
	{
		ID: "choking", Title: "Choking",
		Call: "Call now when a child cannot cough, cry, speak or breathe, or goes limp. Have another adult call while you help.",
		Steps: []Step{
			{Do: "A child who coughs loudly: let it cough, lean it forward, stay with it."},
			{Do: "Under 1 year and no sound or a weak cough: face down along your forearm, head low and held. Up to 5 firm blows between the shoulder blades with the heel of your hand."},
			{Do: "Still choking under 1 year: turn it face up, up to 5 sharp pushes with two fingers in the middle of the chest. Never on the belly."},
			{Do: "From 1 year on: lean the child forward, up to 5 firm blows between the shoulder blades. Then from behind, fist between navel and breastbone, up to 5 pulls inwards and upwards."},
			{Do: "Look into the mouth after each round; take out only what you see, never sweep blindly. Go on, 5 and 5, until it comes out or help is there."},
			{Do: "Limp and not breathing as usual: begin resuscitation, by who is trained in paediatric first aid."},
			{Do: "After pulls on the belly, or when a cough stays: a health professional looks at the child the same day."},
		},
		Ground: safety.Ground{Source: "Resuscitation Council UK and European Resuscitation Council on choking children",
			Standing: safety.QuotedFromMemory},
	},
	{
		ID: "reaction", Title: "A rash, swelling or wheeze",
		Call: "Call now when breathing, the lips, the tongue or the throat are affected, or the child turns pale or limp.",
		Steps: []Step{
			{Do: "Stop play for everybody; keep the child with you."},
			{Do: "Trouble breathing, swelling of lips or tongue, or a pale limp child: the child's adrenaline pen first, at once, by the child's plan and by who is trained. Then call."},
			{Do: "Lay the child flat, legs raised; sitting up only where that helps the breath, a limp child on its side. No standing, no walking, also when it is better."},
			{Do: "A milder reaction: follow the child's own plan, and watch for the signs above."},
			{Do: "Wash hands and face with plain water; take off what the mix is on."},
			{Do: "Keep the packets and the recipe, for whoever comes."},
		},
		Ground: safety.Ground{
			Source:   "First-aid guidance on allergic reactions: adrenaline first, lying flat (Resuscitation Council UK, AAP)",
			Standing: safety.QuotedFromMemory},
	},
	{
		ID: "swallowed", Title: "Swallowed, or up a nose",
		Call: "Call now if a child has or may have swallowed a button cell, a magnet, a water bead (gel bead) or a chemical, even if the child seems well. A child who cannot cough, cry or breathe needs first aid for choking now.",
		Steps: []Step{
			{Do: "Look into the mouth and take out only what you can see."},
			{Do: "Do not make the child vomit. Nothing to eat or drink unless poison advice says so."},
			{Do: "A button cell: emergency care now. Nothing by mouth but what the emergency or poison line says. Ask them about honey on the way (never under 12 months)."},
			{Do: "Leave anything in a nose or ear. A health professional takes it out. Do not use tweezers or water."},
			{Do: "More than a taste of salt dough, a plant or soap: ask the poison line."},
			{Do: "Keep the packet, the recipe and what is left; note how much and when."},
			{Do: "Count what came back, and tell the family the same day."},
		},
		Ground: safety.Ground{Source: "Poison-centre guidance; CPSC on button cells, magnets and water beads",
			Standing: safety.QuotedFromMemory},
	},
	{
		ID: "burn", Title: "A burn, a scald or an ice burn",
		Call: "Call for a burn larger than the child's hand, on face, hands, feet or bottom, white, charred or blistered, by a chemical or by current, and for any burn of a child under 1.",
		Steps: []Step{
			{Do: "Heat: cool running water at once, for 20 minutes. No ice, no butter, no cream. Keep the rest of the child warm."},
			{Do: "Take off clothes and rings near it while it is wet; what sticks stays."},
			{Do: "Then cling film laid along it, or a clean plastic bag over a hand. Blisters stay whole."},
			{Do: "Ice or salted ice: take it away. Do not rub. Lukewarm water, about as warm as the body, until colour and feeling are back."},
			{Do: "Show a health professional any skin that stays white, hard or numb after cold."},
			{Do: "Lime, plaster or a cleaner: brush off what is dry, then rinse for 20 minutes, away from the other skin."},
		},
		Ground: safety.Ground{
			Source:   "First-aid guidance on burns (British Burn Association: 20 minutes of cool running water) and on frost injury",
			Standing: safety.QuotedFromMemory},
	},
	{
		ID: "cut", Title: "A cut or a splinter",
		Call: "Call when it spurts, does not stop after 10 minutes of firm pressure, gapes, or something is stuck in it.",
		Steps: []Step{
			{Do: "Gloves on. Press a clean cloth on it and raise it. Keep pressing for 10 minutes without looking."},
			{Do: "Leave anything stuck in deep. Press beside it, not on it."},
			{Do: "A small cut: rinse under the tap, dry, cover. Soil, rust or an animal in it: tell the family to ask about tetanus."},
			{Do: "A splinter that sticks out: clean tweezers, along the way it went in. One that breaks or lies deep is for a health professional."},
			{Do: "Take away what cut; count the pieces of what broke. Blood on dough, sand or a tub: all of it goes into the bin."},
		},
		Ground: safety.Ground{Source: "First-aid guidance on bleeding and wounds", Standing: safety.QuotedFromMemory},
	},
	{
		ID: "eye", Title: "Something in an eye",
		Call: "Call for a chemical, and when it still hurts, is red or blurred after rinsing.",
		Steps: []Step{
			{Do: "Do not rub. Hold the child's hands."},
			{Do: "Rinse with clean lukewarm running water, the eye lowest, from the nose outwards: 10 minutes for soap, salt, sand or flour, 20 for a chemical or a spice.",
				Takes: "water"},
			{Do: "Sand or glitter that does not rinse out, and anything stuck, stays for a health professional."},
			{Do: "A damp cloth each, from now on; the rest of the group rinses hands."},
		},
		Ground: safety.Ground{Source: "First-aid guidance on eyes", Standing: safety.QuotedFromMemory},
	},
	{
		ID: "bag-burst", Title: "A bag or bottle burst",
		Call: "Call when a child has swallowed or breathed in what was inside, or a piece of the film.",
		Steps: []Step{
			{Do: "Hands off; take bag, contents and torn film away, and count the pieces."},
			{Do: "The sealed item is now loose: check it as “loose” before any of it stays."},
			{Do: "Wipe the table and hands; what is slippery on the floor first."},
			{Do: "The next one in two bags, taped all round."},
		},
		Ground: safety.Ground{Source: "Common practice with sealed bags", Standing: safety.CommonPractice},
	},
	{
		ID: "spilled", Title: "Spilled on the floor",
		Call: "Call when a child fell and is drowsy, is vomiting or cannot bear weight.",
		Steps: []Step{
			{Do: "Keep children off that side. No running."},
			{Do: "Beads, grain and small pieces: sweep at once, then look from the height of a crawling child."},
			{Do: "Water: soak it up and dry the floor."},
			{Do: "Oil, foam and gel: soak up, wash with dish soap, rinse and dry, before a child is back on that floor."},
			{Do: "Throw away what lay on the floor, where a child mouths. Do not sieve it back."},
		},
		Ground: safety.Ground{Source: "Common practice on spills", Standing: safety.CommonPractice},
	},
	{
		ID: "stain", Title: "A stain on skin or clothes",
		Call: "Call when the skin under it burns, blisters or swells.",
		Steps: []Step{
			{Do: "Skin: lukewarm water and a soft cloth. It fades in a day or two."},
			{Do: "Dye that stays: a little plant oil on a cloth lifts it from skin. Wash the oil off after.",
				Takes: "plant-oil", Else: "Here: no oil. Leave what stays, it fades."},
			{Do: "Clothes: cold water at once, then the wash. Tell the family what dye it was."},
		},
		Ground: safety.Ground{Source: "Common practice with strong dyes", Standing: safety.CommonPractice},
	},
	{
		ID: "too-sticky", Title: "Too sticky to play with",
		Call: "No call for the mix itself; call for a child who has swallowed much of it.",
		Steps: []Step{
			{Do: "Five minutes on the counter first: warm dough is sticky, and so is one that has not rested."},
			{Do: "Then ready-to-eat flour, a spoon at a time, kneaded in. Never raw flour: it makes a cooked dough raw again.",
				Takes: "ready-flour", Kneaded: true,
				Else: "Here: starch that is ready to eat, a spoon at a time. Never raw flour."},
			{Do: "“Fix the feel” on the recipe’s page says how much for this batch."},
			{Do: "Hands: cool water and a cloth. No hot water on dough."},
		},
		Ground: safety.Ground{Source: "Common practice at the counter; raw flour by the FDA",
			Standing: safety.CommonPractice},
	},
	{
		ID: "no-date", Title: "A tub without a date",
		Call: "No call, unless a child has eaten from it and is unwell.",
		Steps: []Step{
			{Do: "Dough, food, anything damp: throw it away. If we do not know, we do not say OK."},
			{Do: "Dry grain in its closed packet, in date: spread it on a tray, look for webs, clumps and a musty smell. Then 4 days in the freezer."},
			{Do: "Washable things: wash, dry through, check for cracks."},
			{Do: "Write what it is, the day and what is in it on the next one before the lid goes on."},
		},
		Ground: safety.Ground{Source: "Common practice on keeping", Standing: safety.CommonPractice},
	},
}
