package plan

import (
	"emblo/core/material"
	"emblo/core/safety"
)

// leastDrySalt is the share of salt by mass from which something loose is salt to put on ice (common practice:
// dough and sea water are not, table salt and bath salt are).
const leastDrySalt = 0.5

// addSaltedIce judges ice that has loose salt in reach as salted ice: children carry from place to place, and a
// handful of salt takes the face of the ice to -21 C.
func (a *Answer) addSaltedIce(memo *Memo, g *safety.Group) {
	salt := false
	a.lines(func(_ *PlaceAnswer, l *Line) {
		share, known := l.Facts.Salt.Get()
		loose := l.Facts.Form == material.Grain || l.Facts.Form == material.Powder || l.Facts.Form == material.Piece
		salt = salt || inHand(l) && loose && known && share >= leastDrySalt
	})
	if !salt {
		return
	}
	a.lines(func(p *PlaceAnswer, l *Line) {
		if !inHand(l) || !l.Facts.Traits.Has(material.Ice) {
			return
		}
		facts := *l.Facts
		facts.Traits = facts.Traits.With(material.SaltedIce)
		again := memo.judge(l.Name, &facts, nil, l.Use, g)
		l.Facts, l.Assessment, l.Kept = again.Facts, again.Assessment, again.Kept
		if p != nil {
			p.Verdict = safety.Worst(p.Verdict, l.Assessment.Verdict)
		}
		a.Verdict = safety.Worst(a.Verdict, l.Assessment.Verdict)
	})
}

// inHand reports whether children can get at a line.
func inHand(l *Line) bool { return l.Use != safety.AdultTool && l.Use != safety.Sealed }

// lines calls do with every line of a set-up, and the place that it lies in; nil for what lies beside them.
func (a *Answer) lines(do func(p *PlaceAnswer, l *Line)) {
	for i := range a.Places {
		p := &a.Places[i]
		for j := range p.Base {
			do(p, &p.Base[j])
		}
		for j := range p.Lines {
			do(p, &p.Lines[j])
		}
	}
	for i := range a.Beside {
		do(nil, &a.Beside[i])
	}
}
