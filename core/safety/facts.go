package safety

import (
	"strings"

	"emblo/core/material"
)

// factRules keep what is not known from being cleared.
var factRules = []Rule{
	{
		ID: "facts", Title: "Something is not known", Family: FamilyFacts,
		Ground:    Ground{"Convention: what is unknown is never cleared", CommonPractice},
		Threshold: "The form, the size of a piece, the contents, or whether anything else about it matters is missing: measure first. As an adult's tool a missing form, size or content needs a hand.",
		judges:    material.Soft,
		asTool:    true,
		decide: func(q *question) ruling {
			f := missingFrom(q.facts)
			switch {
			case f == nothing:
				return noObjection
			case q.use == AdultTool && q.facts.TraitsKnown:
				return say(WithAHand)
			}
			return guess(KeepOut, f)
		},
		explain: func(q *question, r ruling) explanation {
			return explanation{
				reason:  "Emblo does not know " + factWords[missingFrom(q.facts)] + "; worst case: keep out.",
				numbers: []Number{{"not known", factWords[missingFrom(q.facts)]}},
				change:  "The missing fact, measured or read from the label.",
				do:      []string{"It stays in the adult's hand"},
			}
		},
	},
	{
		ID: "no-rule", Title: "No rule for this yet", Family: FamilyFacts,
		Ground:    Ground{"Convention: what no rule decides is never cleared", CommonPractice},
		Threshold: "A thing with a trait that no rule in the book decides on: measure first in every use.",
		asTool:    true,
		decide: func(q *question) ruling {
			if q.facts.Traits&^q.judged != 0 {
				return guess(KeepOut, factRule)
			}
			return noObjection
		},
		explain: func(q *question, _ ruling) explanation {
			words := strings.Join((q.facts.Traits &^ q.judged).Words(), ", ")
			return explanation{
				reason:  "Emblo has no rule for this: " + words + ". Worst case: keep out.",
				numbers: []Number{{"no rule for", words}},
				change:  "Ask your licensing officer or a health professional; choose something else meanwhile.",
			}
		},
	},
}

// missingFrom returns the first fact to ask for, nothing when all are there.
func missingFrom(f material.Facts) fact {
	edible := f.Traits.Any(material.Food | material.NotFood)
	switch {
	case f.Form == material.FormUnknown:
		return factForm
	case f.Form.GaugeJudges() && !f.Smallest.Known():
		return factSize
	case !f.ContentsKnown, !f.Form.GaugeJudges() && !edible:
		return factContents
	case !f.TraitsKnown:
		return factTraits
	}
	return nothing
}
