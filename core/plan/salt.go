package plan

import (
	"emblo/core/safety"
	"emblo/core/unit"
)

// addUpSalt judges what fills the places by the salt of all of it: every child plays at every place,
// so that a mix in two places, or two salty ones, are one large portion and not two small ones.
func (a *Answer) addUpSalt(memo *Memo, g *safety.Group) {
	var total float64
	n := 0
	a.salty(func(_ *PlaceAnswer, _ *Line, salt, portion float64) {
		total += salt * portion
		n++
	})
	if n < 2 {
		return
	}
	a.salty(func(p *PlaceAnswer, l *Line, salt, portion float64) {
		facts := *l.Facts
		facts.Portion = unit.OfMass(unit.Grams(max(portion, total/salt)))
		again := memo.judge(l.Name, &facts, nil, l.Use, g)
		l.Facts, l.Assessment, l.Kept = again.Facts, again.Assessment, again.Kept
		p.Verdict = safety.Worst(p.Verdict, l.Assessment.Verdict)
		a.Verdict = safety.Worst(a.Verdict, p.Verdict)
	})
}

// salty calls do with every base whose salt is weighed: that of what children have in their hands and
// of which it is known how much.
func (a *Answer) salty(do func(p *PlaceAnswer, l *Line, salt, portion float64)) {
	for i := range a.Places {
		p := &a.Places[i]
		for j := range p.Base {
			l := &p.Base[j]
			salt, known := l.Facts.Salt.Get()
			portion, measured := l.Facts.Portion.Mass()
			if known && measured && safety.WeighsSalt(salt) && l.Use != safety.AdultTool && l.Use != safety.Sealed {
				do(p, l, salt, portion.Grams())
			}
		}
	}
}
