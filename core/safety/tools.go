package safety

import (
	"emblo/core/material"
	"emblo/core/say"
)

// toolRules judge what is worked or blown with, closed in, plugged in or sent home.
var toolRules = []Rule{
	{
		ID: "tool-age", Title: "Tool for older hands", Family: FamilyThings, only: true, Tunable: true,
		Ground:    Ground{"Convention by stages of grip", CommonPractice},
		Threshold: "Used by a child: tweezers from 24 months, droppers with bulbs from 36, round-ended scissors from 36 with precautions. Younger: do not use; as an adult's tool, precautions.",
		judges:    material.TraitsOf(material.Tweezers, material.Dropper, material.Scissors),
		Examples: []Example{
			{Words: "tweezers at 23 months", Thing: thing("box", "110x12x10", "none", "hard;tweezers"), Use: Open,
				Months: 23, Want: KeepOut},
			{Words: "tweezers at 2", Thing: thing("box", "110x12x10", "none", "hard;tweezers"), Use: Open, Months: 24,
				Want: GoesIn},
			{Words: "a dropper at 35 months", Thing: thing("cylinder", "18x150", "none", "soft;dropper"), Use: Open,
				Months: 35, Want: KeepOut},
			{Words: "a dropper at 3", Thing: thing("cylinder", "18x150", "none", "soft;dropper"), Use: Open, Months: 36,
				Want: GoesIn},
			{Words: "round-ended scissors at 3", Thing: thing("box", "130x65x8", "none", "hard;scissors;sharp"),
				Use: Open, Months: 36, Want: WithAHand},
			{Words: "round-ended scissors at 35 months", Thing: thing("box", "130x65x8", "none", "hard;scissors;sharp"),
				Use: Open, Months: 35, Want: KeepOut},
		},
		decide: func(q *question) ruling {
			from := 0
			switch {
			case q.has(material.Dropper, material.Scissors):
				from = 36
			case q.has(material.Tweezers):
				from = 24
			}
			switch {
			case q.youngest < from:
				return objects(q.openElse(KeepOut, WithAHand))
			case q.has(material.Scissors):
				return objects(WithAHand)
			}
			return noObjection
		},
		explain: words{reason: "Children this young cannot steer it, and it goes to the mouth or the eyes.",
			limit:  Number{"from", "24 months tweezers, 36 droppers and scissors"},
			change: "Wider tongs, a scoop, or fingers.", do: []Precaution{doSeatedOneByOne}}.explain,
	},
	{
		ID: "shared-mouthpiece", Title: "Shared mouthpiece", Family: FamilyThings, only: true,
		Ground:    Ground{"Convention on hygiene of straws and pipes", CommonPractice},
		Threshold: "Straws and pipes need precautions, one for each child and thrown away or boiled after; one for several mouths is not used.",
		judges:    material.TraitsOf(material.Mouthpiece, material.Shared),
		Examples: []Example{
			{Words: "one pipe for the whole group", Thing: thing("cylinder", "12x200", "none", "mouthpiece;shared"),
				Use: Open, Months: 60, Want: KeepOut},
			{Words: "a straw for each child", Thing: thing("cylinder", "12x200", "none", "mouthpiece"), Use: Open,
				Months: 60, Want: WithAHand},
			{Words: "a spoon for stirring", Thing: thing("box", "200x40x12", "none", "hard"), Use: Open, Months: 60,
				Want: GoesIn},
		},
		decide: func(q *question) ruling {
			switch {
			case q.facts.Traits.Has(material.Mouthpiece, material.Shared):
				return objects(KeepOut)
			case q.has(material.Mouthpiece):
				return objects(WithAHand)
			}
			return noObjection
		},
		explain: words{reason: "Goes from one child's mouth to the next.", limit: Number{"each child",
			"one of their own"},
			change: "One each.", do: []Precaution{doOneEach}}.explain,
	},
	{
		ID: "blow", Title: "Blowing near loose small things", Family: FamilyThings, only: true, Tunable: true,
		Ground:    Ground{"Convention after reports of inhaled pieces", CommonPractice},
		Threshold: "Blowing with grain, powder or any piece that fits the small-parts cylinder in reach: do not use under 48 months, precautions from then on, with the one tried piece only.",
		judges:    material.TraitsOf(material.Blow),
		Examples: []Example{
			{Words: "blowing pom-poms of 25 mm at 47 months", Thing: thing("sphere", "25", "none", "soft;rounded;blow"),
				Use: Open, Months: 47, Want: KeepOut},
			{Words: "blowing pom-poms of 25 mm at 4", Thing: thing("sphere", "25", "none", "soft;rounded;blow"),
				Use: Open, Months: 48, Want: WithAHand},
			{Words: "a straw beside a tub of rice", Thing: thing("cylinder", "12x200", "none", "mouthpiece;blow"),
				Use: Open, Months: 47, Want: KeepOut, change: func(s *scenery) { s.facts.LooseInReach = true }},
			{Words: "a straw with nothing small in reach", Thing: thing("cylinder", "12x200", "none",
				"mouthpiece;blow"), Use: Open, Months: 47, Want: GoesIn},
		},
		decide: func(q *question) ruling {
			f := q.facts.Form
			loose := q.facts.LooseInReach || f == material.Grain || f == material.Powder || f.GaugeJudges() &&
				q.fit.Fits
			if !q.has(material.Blow) || !loose {
				return noObjection
			}
			return objects(q.keptUnder(48))
		},
		explain: words{reason: "A child who blows breathes in first, and loose small things go with it.",
			limit:  Number{"do not use under", "48 months"},
			change: "Nothing loose and small in reach, or blowing without a straw.", do: []Precaution{doOnePieceTried,
				doBreaths}}.explain,
	},
	{
		ID: "pressure", Title: "Pressure in a closed container", Family: FamilyThings, only: true,
		Ground:    Ground{"Convention: closed gas and freezing water burst their container", CommonPractice},
		Threshold: "A gas-making mix or dry ice closed in a bottle or bag, or water frozen in glass or a full rigid bottle: do not use. A mix that fizzes in an open tub is not meant.",
		judges:    material.TraitsOf(material.Gas),
		Examples: []Example{
			{Words: "vinegar and soda in a closed bottle", Thing: thing("cylinder", "70x200", "none", "hard;gas"),
				Use: Sealed, Months: 60, Want: KeepOut},
			{Words: "a bottle of coloured water", Thing: thing("cylinder", "70x200", "none", "hard"), Use: Sealed,
				Months: 60, Want: GoesIn},
		},
		decide: func(q *question) ruling { return objectsIf(q.has(material.Gas), KeepOut) },
		explain: words{reason: "Gas, or water as it freezes, bursts what it is closed in.",
			change: "Left open, with nothing closed on it.",
			limit:  Number{"closed in", "nothing"}, do: []Precaution{doAdultOpens}}.explain,
	},
	{
		ID: "electric", Title: "Electric tool", Family: FamilyThings, only: true,
		Ground:    Ground{"Common practice: electric tools are for adults", CommonPractice},
		Threshold: "An electric tool is an adult's tool; by a child it is not used.",
		judges:    material.TraitsOf(material.Electric),
		Examples: []Example{
			{Words: "an electric whisk in a child's hand", Thing: thing("box", "200x150x90", "none", "hard;electric"),
				Use: Open, Months: 100, Want: KeepOut},
			{Words: "an electric whisk used by the adult", Thing: thing("box", "200x150x90", "none", "hard;electric"),
				Use: AdultTool, Months: 30, Want: WithAHand},
			{Words: "a hand whisk", Thing: thing("box", "200x50x50", "none", "hard"), Use: Open, Months: 30,
				Want: GoesIn},
		},
		decide: func(q *question) ruling { return objectsIf(q.has(material.Electric), KeepOut) },
		explain: words{reason: "Mains, heat and moving parts are not for small hands.",
			change: "A hand tool.",
			do:     []Precaution{doUnplugged}}.explain,
	},
	{
		ID: "sent-home", Title: "Sent home", Family: FamilyThings,
		Ground:    Ground{"Convention for home kits: the worse of the room and an unknown home", CommonPractice},
		Threshold: "An unknown home has a six-month-old who mouths, an allergy we do not know of, and a pet: always precautions, contents on the label. Gel beads, magnets, button cells, balloons and borates are never sent home.",
		Examples: []Example{
			{Words: "a wooden block", Thing: thing("box", "50x50x50", "none", "hard"), Use: Home, Months: 60,
				Want: WithAHand},
			{Words: "a screwed magnetic tile", Thing: thing("box", "75x75x6", "none", "hard;magnet;enclosed"),
				Use: Home, Months: 60, Want: KeepOut},
			{Words: "a wooden block in the room", Thing: thing("box", "50x50x50", "none", "hard"), Use: Open,
				Months: 60, Want: GoesIn},
		},
		decide: func(q *question) ruling {
			switch {
			case q.use != Home:
				return noObjection
			case !q.facts.Traits.Meet(neverHome).Empty() && !q.facts.Traits.Has(material.Swells, material.Hydrated,
				material.Food):
				return objects(KeepOut)
			}
			return objects(WithAHand)
		},
		explain: func(q *question, r ruling) explanation {
			e := explanation{
				reason: "At home there may be a baby who mouths things, an allergy we do not know of, or a pet.",
				numbers: []Number{{"contains", q.facts.Allergens.Say()}, {"unknown child treated as",
					"6 months, mouthing"}},
				change: "Using it in the room instead.",
				do:     []Precaution{doLabelLists, doLabelKeepFrom},
			}
			if r.verdict == KeepOut {
				e.reason = say.F("Never send home magnets, cells, balloons, borax or anything that swells: {reason}",
					say.Within(e.reason))
			}
			return e
		},
	},
}
