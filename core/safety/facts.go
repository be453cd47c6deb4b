package safety

import (
	"slices"

	"emblo/core/material"
	"emblo/core/say"
)

// factsID is the rule that waits for facts.
const factsID = "facts"

// factRules keep what is not known from being cleared.
var factRules = []Rule{
	{
		ID: factsID, Title: "Something is not known", Family: FamilyFacts,
		Ground:    Ground{"Convention: if we do not know, we do not say OK", CommonPractice},
		Threshold: "The form, the size of a piece, the contents, or whether anything else about it matters is missing: find out first. As an adult's tool a missing form, size or content needs precautions.",
		judges:    material.TraitsOf(material.Soft, material.Single, material.Gelatine, material.MeatOrFish),
		asTool:    true,
		Examples: []Example{
			{Words: "a wooden piece not yet measured", Thing: thing("box", "", "none", "hard"), Use: Open,
				Months: 60, Want: MeasureFirst},
			{Words: "a wooden block of 50 mm", Thing: thing("box", "50x50x50", "none", "hard"), Use: Open, Months: 60,
				Want: GoesIn},
		},
		decide: func(q *question) ruling {
			f := missingFrom(q.facts)
			switch {
			case f == nothing:
				return noObjection
			case q.use == AdultTool && q.facts.TraitsKnown:
				return objects(WithAHand)
			}
			return guess(KeepOut, f)
		},
		explain: func(q *question, r ruling) explanation {
			return explanation{
				unknown: true,
				reason:  say.F("Find out {fact}. Until then, do not use.", factWords[missingFrom(q.facts)]),
				numbers: []Number{{"not known", factWords[missingFrom(q.facts)]}},
				change:  say.F("Find out {fact}.", factWords[missingFrom(q.facts)]),
				do:      []Precaution{doAdultsHand},
			}
		},
	},
	{
		ID: "unknown-plant", Title: "An unknown plant", Family: FamilyFacts, only: true,
		Ground: Ground{"Poison-centre lists name plants one by one; an unknown one may be on any of them",
			CommonPractice},
		Threshold: "A leaf, seed or berry whose name is not known: find out first, whatever the use.",
		judges:    material.TraitsOf(material.UnknownPlant),
		Examples: []Example{
			{Words: "berries whose name is not known", Thing: thing("sphere", "80", "none", "unknown-plant"), Use: Open,
				Months: 60, Want: MeasureFirst},
			{Words: "leaves of a known tree", Thing: thing("box", "100x80x1", "none", "sheet"), Use: Open, Months: 60,
				Want: GoesIn},
		},
		decide: func(q *question) ruling {
			if q.has(material.UnknownPlant) {
				return guess(KeepOut, factPlant)
			}
			return noObjection
		},
		explain: words{reason: "Some plants are poisonous in a mouthful. Have this one named by someone who knows plants.",
			change: "The name, from someone who knows plants.",
			limit:  Number{"not known", "which plant it is"}, do: []Precaution{doAdultsHandWashed}}.explain,
	},
	{
		ID: "unknown-finish", Title: "Unknown paint or metal", Family: FamilyFacts, only: true,
		Ground:    Ground{"16 CFR 1303 (lead in paint); EN 71-3 (migration of elements)", QuotedFromMemory},
		Threshold: "Old toys, coins, keys and metal or paint of unknown history: find out first, whatever the use.",
		judges:    material.TraitsOf(material.UnknownFinish),
		Examples: []Example{
			{Words: "a bunch of old keys", Thing: thing("box", "90x60x20", "none", "hard;unknown-finish"), Use: Open,
				Months: 60, Want: MeasureFirst},
			{Words: "a new wooden boat", Thing: thing("box", "90x60x20", "none", "hard"), Use: Open, Months: 60,
				Want: GoesIn},
		},
		decide: func(q *question) ruling {
			if q.has(material.UnknownFinish) {
				return guess(KeepOut, factFinish)
			}
			return noObjection
		},
		explain: words{reason: "Old paint and unknown metal can contain lead or other metals that harm a child who mouths them.",
			change: "A maker's word on paint and metal, or something new in its place.",
			limit:  Number{"not known", "paint or metal"}, do: []Precaution{doAdultsHand}}.explain,
	},
	{
		ID: "no-rule", Title: "No rule for this", Family: FamilyFacts,
		Ground:    Ground{"Convention: where no rule decides, we do not say OK", CommonPractice},
		Threshold: "A thing with a trait that no rule decides on: find out first, whatever the use.",
		asTool:    true,
		decide: func(q *question) ruling {
			if !q.facts.Traits.Minus(q.group.judged).Empty() {
				return guess(KeepOut, factRule)
			}
			return noObjection
		},
		explain: func(q *question, _ ruling) explanation {
			unjudged := say.List("{trait}, {next}", say.Texts(q.facts.Traits.Minus(q.group.judged).Words()...)...)
			return explanation{
				unknown: true,
				reason: say.F("We have no rule for this yet ({traits}). Until someone has decided, do not use.",
					unjudged),
				numbers: []Number{{"no rule for", unjudged}},
				change:  "Ask your licensing officer or a health professional; choose something else meanwhile.",
			}
		},
	},
}

// explainOpen names what may still keep a thing out because nobody has said whether it has it: each
// that does so by itself, or all where only together they do.
func (q *question) explainOpen() explanation {
	open := q.facts.Open.Each()
	harmful := slices.DeleteFunc(slices.Clone(open), func(one material.Features) bool {
		with := Prepare(q.name, q.facts.Known().Having(one))
		return q.group.judge(&with, q.use).Verdict < MeasureFirst
	})
	if len(harmful) == 0 {
		harmful = open
	}
	words := make([]say.Text, len(harmful))
	for i, one := range harmful {
		words[i] = one.Say()
	}
	listed := say.List("{feature}, {next}", words...)
	return explanation{
		unknown: true,
		reason:  say.F("Find out whether any of these is true: {features}. Until then, do not use.", listed),
		numbers: []Number{{"not known", listed}},
		change:  "An answer for each of them.",
	}
}

// missingFrom returns the first fact to ask for, nothing when all are there.
func missingFrom(f material.Facts) fact {
	edible := f.Traits.Any(material.Food, material.NotFood)
	melts := f.Traits.Any(material.Ice, material.SaltedIce, material.DryIce) // every size is reached
	switch {
	case f.Form == material.FormUnknown:
		return factForm
	case f.Form.GaugeJudges() && !f.Smallest.Known() && !melts:
		return factSize
	case !f.ContentsKnown, !f.Form.GaugeJudges() && !edible && !melts:
		return factContents
	case !f.TraitsKnown:
		return factTraits
	}
	return nothing
}
