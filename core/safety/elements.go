package safety

import (
	"fmt"

	"emblo/core/material"
)

// Depths of open liquid in mm at which the water rule objects (conventions after drowning
// guidance: a young child can drown in a few centimetres).
const (
	waterWithAHand = 20.0
	waterKeepOut   = 250.0
)

// elementRules judge air, skin, heat and water.
var elementRules = []Rule{
	{
		ID: "water", Title: "Open water", Family: FamilyElements,
		Ground:    Ground{"Convention after drowning guidance", CommonPractice},
		Threshold: "Open liquid more than 20 mm deep goes in with a hand; more than 250 mm deep it is kept out under 36 months.",
		decide: func(q *question) ruling {
			if q.facts.Form != material.Liquid && q.facts.Form != material.FormUnknown || !q.open() {
				return noObjection
			}
			deep := WithAHand
			if q.youngest < 36 {
				deep = KeepOut
			}
			depth, known := q.facts.Depth.Get()
			switch {
			case q.facts.Form == material.FormUnknown:
				return guess(deep, factForm)
			case !known:
				return guess(deep, factDepth)
			case depth > waterKeepOut:
				return say(deep)
			case depth > waterWithAHand:
				return say(WithAHand)
			}
			return noObjection
		},
		explain: func(q *question, r ruling) explanation {
			depth, known := q.facts.Depth.Get()
			e := explanation{
				reason:  fmt.Sprintf("Open liquid %.0f mm deep: a child can drown in a few centimetres, silently.", depth),
				numbers: []Number{{"depth", fmt.Sprintf("%.0f mm", depth)}, {"limit", "20 mm"}, q.youngestNumber()},
				change:  "At most 20 mm of liquid, or a sealed bottle.",
				do:      []string{"An adult within arm's reach of the water, facing it", "Empty it the moment play ends"},
			}
			if !known || r.missing != nothing {
				e.reason = "How deep the liquid lies is not known; a child can drown in a few centimetres, silently."
				e.numbers = e.numbers[1:]
				e.change = "The depth, in mm."
			}
			return e
		},
	},
}
