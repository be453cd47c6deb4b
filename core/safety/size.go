package safety

import (
	"fmt"

	"emblo/core/gauge"
	"emblo/core/material"
)

// sizeRules judge how big a thing is against airways, noses and ears.
var sizeRules = []Rule{
	{
		ID: "small-part", Title: "Small part", Family: FamilySize,
		Ground:    Ground{"16 CFR 1501.2-1501.4; ISO 8124-1; EN 71-1", QuotedFromMemory},
		Threshold: "Under 36 months: a piece whose smallest size lies wholly in the small-parts cylinder (31.75 mm bore, 25.4 to 57.15 mm deep) in some position is kept out; sealed, it needs a hand. Wads of cotton, paper or yarn: kept out under 18 months or mouthing.",
		judges:    material.Fabric,
		decide: func(q *question) ruling {
			if q.youngest >= 36 || !q.facts.Form.GaugeJudges() || !q.fit.Fits {
				return noObjection
			}
			v := q.openElse(KeepOut, WithAHand)
			if q.facts.Traits.Has(material.Fabric) && q.youngest >= 18 && !q.mouths {
				v = WithAHand
			}
			return q.aboutPiece(v)
		},
		explain: func(q *question, r ruling) explanation {
			e := explanation{
				reason: fmt.Sprintf("%s lies wholly inside the %.2f mm small-parts gauge, and %s.",
					capital(q.pieceWords()), gauge.Bore, q.under(36)),
				numbers: []Number{{"smallest size", q.facts.Smallest.String()}, {"gauge bore", "31.75 mm"}, q.youngestNumber()},
				change:  "A larger piece that does not fit the gauge, or a group in which every child is 3 and none mouths.",
				do:      []string{sealedWatch(q)},
			}
			if r.missing == factSize {
				e.reason = fmt.Sprintf("Without a size it may fit the small-parts gauge, and %s.", q.under(36))
			}
			if q.open() {
				e.do = []string{"An adult keeps each wad in view and takes it in at the end"}
			}
			return e
		},
	},
	{
		ID: "small-part-watch", Title: "Small part from 3 to 6 years", Family: FamilySize,
		Ground:    Ground{"16 CFR 1500.19", QuotedFromMemory},
		Threshold: "36 to 71 months: a piece that fits the small-parts cylinder goes in with a hand.",
		decide: func(q *question) ruling {
			if q.youngest < 36 || q.youngest >= 72 || !q.open() || !q.facts.Form.GaugeJudges() || !q.fit.Fits {
				return noObjection
			}
			return q.aboutPiece(WithAHand)
		},
		explain: func(q *question, _ ruling) explanation {
			return explanation{
				reason:  fmt.Sprintf("%s fits the small-parts gauge; children of this age still choke on such pieces.", capital(q.pieceWords())),
				numbers: []Number{{"smallest size", q.facts.Smallest.String()}, {"gauge bore", "31.75 mm"}, q.youngestNumber()},
				change:  "A larger piece, or every child 6 or over.",
				do:      []string{"An adult sits at the tub", "Count the pieces out and count them in"},
			}
		},
	},
	{
		ID: "small-ball", Title: "Small ball", Family: FamilySize,
		Ground:    Ground{"16 CFR 1500.18(a)(17), 1500.19; EN 71-1 ball template", QuotedFromMemory},
		Threshold: "A rounded piece whose middle axis is 44.5 mm or less: kept out under 36 months, with a hand from 36 to 95 months; sealed, with a hand.",
		judges:    material.Rounded,
		decide: func(q *question) ruling {
			round := q.facts.Traits.Has(material.Rounded) || q.facts.Smallest.Rounded() || !q.facts.Smallest.Known()
			if q.youngest >= 96 || !round || !q.ball {
				return noObjection
			}
			if q.youngest >= 36 {
				return q.aboutPiece(WithAHand)
			}
			return q.aboutPiece(q.openElse(KeepOut, WithAHand))
		},
		explain: func(q *question, r ruling) explanation {
			_, middle, _ := q.facts.Smallest.Extents()
			e := explanation{
				reason: fmt.Sprintf("A rounded piece %.1f mm across its middle drops through the %.1f mm ball hole: it can seal a throat.", middle, gauge.BallHole),
				numbers: []Number{{"middle axis", fmt.Sprintf("%.1f mm", middle)},
					{"ball hole", fmt.Sprintf("%.1f mm", gauge.BallHole)}, q.youngestNumber()},
				change: "A ball over 45 mm, or a shape that is not rounded.",
				do:     []string{"An adult sits at the tub", "Count the balls out and count them in"},
			}
			if r.missing == factSize {
				e.reason = "Without a size it may be a small ball, which can seal a throat."
			}
			return e
		},
	},
	{
		ID: "fine-grain", Title: "Fine grain", Family: FamilySize,
		Ground:    Ground{"Convention: rice-like grain is inhaled and swallowed by the handful", CommonPractice},
		Threshold: "Hard grain under 3 mm across: kept out under 24 months or mouthing; with a hand to 35 months.",
		judges:    material.Hard,
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
			return say(v)
		},
		explain: func(q *question, _ ruling) explanation {
			return explanation{
				reason:  fmt.Sprintf("Hard fine grain is breathed in and swallowed by the handful, and %s.", q.under(36)),
				numbers: []Number{q.youngestNumber(), {"kept out under", "24 months or mouthing"}},
				change:  "A filler that is soft or melts in the mouth, or a group in which every child is 2 and none mouths.",
				do:      []string{"An adult sits at the tub the whole time", sealedWatch(q)},
			}
		},
	},
	{
		ID: "nose-ear", Title: "Fits a nose or an ear", Family: FamilySize,
		Ground:    Ground{"Convention after paediatric reports of seeds, beans and beads in noses and ears", CommonPractice},
		Threshold: "Under 72 months: a hard piece or grain 12 mm or less across its middle goes in with a hand. There is no lower bound, so that a smaller grain is never judged more mildly.",
		judges:    material.Hard,
		decide: func(q *question) ruling {
			f := q.facts
			small := f.Form == material.Grain
			if f.Form.GaugeJudges() {
				_, middle, _ := f.Smallest.Extents()
				small = f.Traits.Has(material.Hard) && f.Smallest.Known() && middle-MeasuringError <= 12
			}
			if q.youngest >= 72 || !small || !q.open() {
				return noObjection
			}
			return say(WithAHand)
		},
		explain: func(q *question, _ ruling) explanation {
			return explanation{
				reason:  "Small and hard: it goes up a nose or into an ear, and pulses swell there.",
				numbers: []Number{{"size", q.facts.Smallest.String()}, {"limit", "12 mm across the middle"}, q.youngestNumber()},
				change:  "Pieces over 12 mm, or every child 6 or over.",
				do:      []string{"Hands work over the tub; nobody lies in it", "Look for grains on faces and in cuffs before leaving"},
			}
		},
	},
}

// aboutPiece turns a verdict on a piece into a guess when its form or size is missing.
func (q *question) aboutPiece(v Verdict) ruling {
	switch {
	case !q.facts.Smallest.Known():
		return guess(v, factSize)
	case q.facts.Form == material.FormUnknown:
		return guess(v, factForm)
	}
	return say(v)
}

func (q *question) pieceWords() string {
	return fmt.Sprintf("a piece of %s", q.facts.Smallest)
}

// sealedWatch is the condition that a sealed thing needs.
func sealedWatch(q *question) string {
	if q.mouths {
		return "Lid glued or bag doubled and taped on every edge; an adult stays within arm's reach"
	}
	return "Lid glued or bag doubled and taped on every edge; look it over before use"
}
