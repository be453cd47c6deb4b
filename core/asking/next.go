package asking

import (
	"slices"

	"emblo/core/allergen"
	"emblo/core/material"
	"emblo/core/safety"
	"emblo/core/unit"
)

// Usual is how many questions a usual thing needs at most: beyond them only what can change a
// verdict is asked.
const Usual = 6

// onePage is how many features a list asks about at once.
const onePage = 9

// Audience is who a thing is asked for: the groups that it is judged for, how they meet it, and
// the features that its name calls for.
type Audience struct {
	Groups []*safety.Group
	Use    safety.Use
	Called material.Features
}

// Next returns the question to ask next; ok is false when nothing is left to ask. Decides says
// that its answer can change a verdict of some group; else it only shortens the conditions.
//
// A question can change a verdict when its answers lead to different ones with every other
// question answered for the best. What can keep the thing out of most rooms is asked first.
func (d Dialogue) Next(who Audience) (q Question, decides, ok bool) {
	open := d.Questions()
	if d.sort == nil {
		return open[0], true, true
	}
	a := asker{Audience: who, d: d, open: open}
	a.drop(d.Facts())
	if len(a.Groups) == 0 {
		return Question{}, false, false
	}
	best, bestScore := -1, score{}
	var page []Option
	for i, q := range open {
		s := score{}
		if q.ID == Has {
			page, s = a.page()
		} else {
			s = a.harm(i)
		}
		if bestScore.less(s) {
			best, bestScore = i, s
		}
	}
	if best < 0 || !bestScore.decides() && len(d.told) >= Usual {
		return Question{}, false, false
	}
	q = open[best]
	if q.ID == Has {
		q.Options = page
	}
	return q, bestScore.decides(), true
}

// Further returns the question that is left when none can change a verdict any more.
func (d Dialogue) Further(who Audience) (q Question, ok bool) {
	if d.sort == nil {
		return q, false
	}
	a := asker{Audience: who, d: d, open: d.Questions()}
	a.drop(d.Facts())
	at := slices.IndexFunc(a.open, func(q Question) bool { return q.ID == Has })
	page, s := a.page()
	if at < 0 || len(a.Groups) == 0 || s == (score{}) {
		return q, false
	}
	q = a.open[at]
	q.Options = page
	return q, true
}

// score says what the answer to a question can do: in how many groups it can keep the thing out,
// change the verdict otherwise, or add a condition.
type score struct{ out, other, conditions int }

func (s score) decides() bool { return s.out+s.other > 0 }

func (s score) less(t score) bool {
	switch {
	case s.out != t.out:
		return s.out < t.out
	case s.other != t.other:
		return s.other < t.other
	}
	return s.conditions < t.conditions
}

func (s score) plus(t score) score {
	return score{max(s.out, t.out), max(s.other, t.other), max(s.conditions, t.conditions)}
}

// asker weighs the open questions of a dialogue for an audience.
type asker struct {
	Audience
	d    Dialogue
	open []Question
}

// drop leaves out the groups for which the thing is kept out whatever else is answered.
func (a *asker) drop(f material.Facts) {
	all := a.judge(f)
	var left []*safety.Group
	for i, g := range a.Groups {
		if all[i].Verdict < safety.KeepOut {
			left = append(left, g)
		}
	}
	a.Groups = left
}

func (a *asker) judge(f material.Facts) []safety.Assessment {
	f.Portion = unit.OfMass(unit.Grams(100)) // a usual one: how much there is, is asked elsewhere
	f.InEdible = a.Use == safety.Hidden || a.Use == safety.InDough || a.Use == safety.Frozen
	f, _ = f.Settled() // what contradicts its form has none
	s := safety.Prepare("it", f)
	all := make([]safety.Assessment, len(a.Groups))
	for i, g := range a.Groups {
		all[i] = g.Judge(&s, a.Use)
	}
	return all
}

// best returns the facts with every open question answered for the best but one; -1 leaves out
// none.
func (a *asker) best(but int) material.Facts {
	f := a.d.Facts()
	if f.Form == material.FormUnknown && !told(a.d, "form") {
		f.Form = a.d.sort.forms[0]
		if f.Form.GaugeJudges() {
			f.Smallest = large
			f.Largest = large
		}
	}
	for i, q := range a.open {
		if i != but && q.best != nil {
			f = q.best(f)
		}
	}
	return f
}

// compare says what it does to go from one answer to a worse one.
func (a *asker) compare(from []safety.Assessment, to material.Facts) (s score) {
	for i, v := range a.judge(to) {
		switch was := from[i]; {
		case v.Verdict >= safety.MeasureFirst && was.Verdict < safety.MeasureFirst:
			s.out++
		case v.Verdict != was.Verdict:
			s.other++
		case len(v.Rules()) > len(was.Rules()):
			s.conditions++
		}
	}
	return s
}

// harm is the score of a question: of its worst answer, and of leaving it open.
func (a *asker) harm(at int) score {
	from, open := a.judge(a.best(-1)), a.best(at)
	s := a.compare(from, open)
	if s.out > 0 {
		s.out, s.other = 0, s.other+s.out // only an answer keeps out, to leave open only waits
	}
	if w := a.open[at].worst; w != nil {
		s = s.plus(a.compare(from, w(open)))
	} else if a.open[at].defines {
		s.out = len(a.Groups) + 1
	} else {
		s.out = s.other
	}
	return s
}

// page returns the features to ask about in one list, the most harmful, and the score of the
// worst of them. What changes nothing for these groups is not asked.
func (a *asker) page() ([]Option, score) {
	set, holds := a.d.offered(a.Called)
	type rated struct {
		one   material.Features
		holds allergen.Set
		score score
	}
	bases := []material.Facts{a.best(-1)}
	if at := slices.IndexFunc(a.open, func(q Question) bool { return q.ID == "size" }); at >= 0 {
		bases = append(bases, a.open[at].worst(a.best(at)))
	}
	from := make([][]safety.Assessment, len(bases))
	for i, f := range bases {
		from[i] = a.judge(f)
	}
	var all []rated
	rate := func(r rated) {
		for i, f := range bases {
			f.Allergens = f.Allergens.Union(r.holds)
			r.score = r.score.plus(a.compare(from[i], f.Having(r.one)))
		}
		called := !r.one.Meet(a.Called).Empty()
		if called {
			r.score.out = max(r.score.out, len(a.Groups))
		}
		if r.score != (score{}) {
			all = append(all, r)
		}
	}
	for _, one := range set.Each() {
		rate(rated{one: one})
	}
	for _, one := range holds.List() {
		rate(rated{holds: allergen.SetOf(one)})
	}
	slices.SortStableFunc(all, func(x, y rated) int {
		switch {
		case y.score.less(x.score):
			return -1
		case x.score.less(y.score):
			return 1
		}
		return 0
	})
	var of material.Features
	var ofHolds allergen.Set
	var worst score
	for _, r := range all[:min(onePage, len(all))] {
		of, ofHolds = of.Union(r.one), ofHolds.Union(r.holds)
		worst = worst.plus(r.score)
	}
	return append(optionsOf(of), allergenOptions(ofHolds)...), worst
}
