package naming

import (
	"slices"

	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/safety"
	"emblo/core/say"
	"emblo/core/unit"
)

// Ask is how a thing is asked about.
type Ask struct {
	Use safety.Use
	// Portion is what one child has; where it is not known, the usual portion of the youngest is taken.
	Portion unit.Amount
	// More is what somebody adds to what is known by the name: it may replace the size, and
	// otherwise only adds. Nil adds nothing.
	More *material.Facts
	// Unread is set when what is added names an ingredient that nobody knows.
	Unread bool
	// Pieces are things that what is added says are in it.
	Pieces []material.Item
	// Subject returns a thing of the shelf with the gauges asked; nil asks them.
	Subject  func(material.Item) *safety.Subject
	inEdible bool
}

// Somewhere returns the ask with what is not said of the place taken for the worst: what is
// hidden, worked in or frozen may lie in something that children may taste.
func (a Ask) Somewhere() Ask {
	if a.Use != safety.Hidden && a.Use != safety.InDough && a.Use != safety.Frozen {
		return a
	}
	a.inEdible = true
	return a
}

// Judged is the answer for what words mean.
type Judged struct {
	Verdict safety.Verdict
	// Decides is the member that the verdict rests on, and As what was judged of it.
	Decides Member
	As      safety.Subject
	// Asks is set when the verdict waits for the answer to the question of the family.
	Asks bool
	// Portion is what one child was taken to have, where nobody named it and it matters.
	Portion unit.Mass

	objections []safety.Objection  // worst first, one for each rule
	hands      []safety.Assessment // those that let it in with a hand, where a routine is kept
	which      *safety.Finding     // the question, before all else
	unsaid     string              // the word of a name that nobody knows
}

// WhichOne is the rule named when a family has to be told apart.
const WhichOne = "which-one"

// Rules returns the ids of the rules that object, worst first.
func (j Judged) Rules() []string {
	ids := make([]string, 0, len(j.objections)+1)
	if j.which != nil {
		ids = append(ids, j.which.Rule)
	}
	for _, o := range j.objections {
		ids = append(ids, o.Rule)
	}
	return ids
}

// Findings words every objection, worst first.
func (j Judged) Findings() []safety.Finding {
	all := make([]safety.Finding, 0, len(j.objections)+1)
	if j.which != nil {
		all = append(all, *j.which)
	}
	for _, o := range j.objections {
		all = append(all, j.word(o))
	}
	return safety.Lead(all)
}

// First words the objection that decides; ok is false when nothing objects.
func (j Judged) First() (f safety.Finding, ok bool) {
	switch {
	case j.which != nil:
		return *j.which, true
	case len(j.objections) == 0:
		return f, false
	case j.Verdict != safety.WithAHand || len(j.hands) == 0:
		return j.word(j.objections[0]), true
	}
	for i, o := range j.objections { // as safety.Lead has it, without wording all of them
		one := j.word(o)
		if i == 0 {
			f = one
		}
		if one.Verdict != safety.WithAHand || !one.Usual {
			return one, true
		}
	}
	return f, true
}

// Usual reports whether everything that the words can mean goes in with a hand at most, and asks
// for nothing but the routine of the group. Each answer is asked: of two that a rule lets in with a
// hand, only the conditions of one are listed.
func (j Judged) Usual() bool {
	return j.Verdict == safety.WithAHand && j.which == nil && len(j.hands) > 0 &&
		!slices.ContainsFunc(j.hands, func(a safety.Assessment) bool { return !a.Usual() })
}

func (j Judged) word(o safety.Objection) safety.Finding {
	f := o.Finding()
	if j.unsaid != "" && o.Rule == "facts" && o.Verdict == safety.MeasureFirst {
		f.Reason = say.F("Its name says \"{word}\", and nobody has said what that means for it; worst case: keep out.",
			j.unsaid)
	}
	return f
}

// Judge judges what words mean for a group. The worst of everything that they can mean
// counts; of a family that is not judged alike, the question comes first, unless the worst
// only needs a hand: then the conditions of all are listed.
func (m Meaning) Judge(g *safety.Group, ask Ask) Judged {
	if !m.Known() {
		return m.judgeUnknown(g, ask)
	}
	all := make([]Judged, 0, len(m.Members))
	for _, x := range m.Members {
		all = append(all, x.judge(g, ask))
	}
	worst := all[0]
	alike := true
	for _, j := range all[1:] {
		alike = alike && j.Verdict == worst.Verdict
		if j.Verdict > worst.Verdict {
			worst = j
		}
	}
	if len(all) == 1 && !m.asksWhether() {
		return worst
	}
	worst.hands = nil
	for _, j := range all {
		worst.add(j.objections)
		worst.hands = append(worst.hands, j.hands...)
	}
	if m.asksWhether() {
		which := m.Family.nearOnly(all)
		worst.objections = nil
		worst.Asks, worst.Verdict, worst.which = true, safety.MeasureFirst, &which
		return worst
	}
	if m.Family == nil || alike || worst.Verdict == safety.WithAHand || !worst.Verdict.Valid() {
		return worst
	}
	which := m.Family.finding(all)
	worst.Asks, worst.Verdict, worst.which = true, safety.MeasureFirst, &which
	return worst
}

// add adds the objections of rules that have not objected as harshly yet, worst first.
func (j *Judged) add(more []safety.Objection) {
	for _, o := range more {
		at := slices.IndexFunc(j.objections, func(x safety.Objection) bool { return x.Rule == o.Rule })
		switch {
		case at < 0:
			j.objections = append(j.objections, o)
		case j.objections[at].Verdict < o.Verdict:
			j.objections[at] = o
		}
	}
	slices.SortStableFunc(j.objections, func(a, b safety.Objection) int { return int(b.Verdict) - int(a.Verdict) })
}

// finding says why a family waits: what of it is judged how, and what tells it apart.
func (f *Family) finding(all []Judged) safety.Finding {
	in, out := 0, 0
	var worst say.Text
	for _, j := range all {
		if j.Verdict.Ready() {
			in++
		} else {
			out++
			worst = j.Decides.Say()
		}
	}
	what := say.F("{some} go in and others do not, such as {worst}", numbered(in), say.Within(worst))
	if in == 0 {
		what = "none is cleared, and they are kept out for different reasons"
	}
	return safety.Finding{
		Rule: WhichOne, Title: "Which one is it?", Verdict: safety.MeasureFirst,
		Reason: say.F("\"{name}\" names {count} kinds of things: {kinds}. Worst case: keep out. {question}", f.Name,
			len(all), what, say.Text(f.Question)),
		Numbers: []safety.Number{{Label: "kinds", Value: say.Number(len(all))}, {Label: "of them cleared",
			Value: say.Number(in)}},
		Source: safety.Ground{Source: "Convention: a plain word never means its safest kind",
			Standing: safety.CommonPractice},
		Change:  say.F("The answer: {question}", say.Text(f.Question)),
		Missing: "which one it is",
	}
}

// nearOnly says why words wait that are only near to what they may mean.
func (f *Family) nearOnly(all []Judged) safety.Finding {
	names := make([]say.Text, len(all))
	for i, j := range all {
		names[i] = say.Within(j.Decides.Say())
	}
	kinds := say.List("{thing}, {next}", names...)
	return safety.Finding{
		Rule: WhichOne, Title: "Which one is it?", Verdict: safety.MeasureFirst,
		Reason: say.F("\"{name}\" is not known. It is one letter away from {kinds}, which may be another thing altogether. Worst case: keep out. {question}",
			f.Name, kinds, say.Text(f.Question)),
		Numbers: []safety.Number{{Label: "kinds", Value: say.Number(len(all))}},
		Source: safety.Ground{Source: "Convention: a slip of the finger is asked about, never guessed",
			Standing: safety.CommonPractice},
		Change:  say.F("The answer: {question}", say.Text(f.Question)),
		Missing: "which one it is",
	}
}

func numbered(n int) say.Text {
	if n == 1 {
		return "one of them may"
	}
	return say.F("{count} of them may", n)
}

// judge judges one member: a thing as it is known and with what is added, a mix with every
// piece in it. The worst counts, so that adding never clears.
func (x Member) judge(g *safety.Group, ask Ask) Judged {
	j := Judged{Decides: x}
	portion, named := ask.Portion.Mass()
	if !named {
		portion = recipe.DefaultPortion(g.Youngest())
	}
	put := func(name string, f material.Facts, use safety.Use) {
		f.InEdible = f.InEdible || ask.inEdible
		f.ContentsKnown = f.ContentsKnown && !ask.Unread
		if !f.Portion.Known() && eaten(f) {
			f.Portion = unit.OfMass(portion)
			if f.Form != material.Liquid { // water is poured, not portioned
				j.assume(ask, portion)
			}
		}
		subject := safety.Prepare(name, f)
		j.take(g, &subject, use)
	}
	if x.Mix != nil {
		facts := []material.Facts{x.Mix.Facts(portion)}
		j.assume(ask, portion)
		if ask.More != nil {
			facts[0] = facts[0].Placed(*ask.More)
			facts = append(facts, facts[0].Joined(*ask.More))
		}
		for _, f := range facts {
			put(x.Name(), f, ask.Use)
		}
		for _, it := range x.Mix.Solids() {
			put(it.Name, it.Facts, inside(ask.Use))
		}
	} else if ask.More == nil {
		f := x.Item.Facts
		if !eaten(f) && ask.Subject != nil && !ask.inEdible {
			j.take(g, ask.Subject(*x.Item), ask.Use)
		} else {
			put(x.Name(), f, ask.Use)
		}
	} else {
		known := x.Item.Facts.Placed(*ask.More)
		put(x.Name(), known.Sized(*ask.More), ask.Use)
		put(x.Name(), known.Joined(*ask.More), ask.Use)
		if sized := known.Sized(*ask.More); ask.More.Form != material.FormUnknown && ask.More.Form != sized.Form {
			joined := known.Joined(*ask.More)
			joined.Form = sized.Form
			put(x.Name(), joined, ask.Use)
		}
	}
	for _, it := range ask.Pieces {
		put(it.Name, it.Facts, inside(ask.Use))
	}
	return j
}

// assume notes a portion that nobody named.
func (j *Judged) assume(ask Ask, portion unit.Mass) {
	if !ask.Portion.Known() {
		j.Portion = portion
	}
}

// eaten reports whether a thing has a portion: what is no piece, and pieces of food.
func eaten(f material.Facts) bool {
	return !f.Form.GaugeJudges() || f.Traits.Has(material.Food)
}

// inside is how children meet what is in a mix: dough is dug, and what is closed in stays so.
func inside(use safety.Use) safety.Use {
	if use == safety.Open {
		return safety.InDough
	}
	return use
}

// take judges a subject and keeps the worst.
func (j *Judged) take(g *safety.Group, s *safety.Subject, use safety.Use) {
	a := g.Judge(s, use)
	if a.Verdict == safety.WithAHand && g.Routine() != 0 {
		j.hands = append(j.hands, a)
	}
	older := j.objections
	if a.Verdict > j.Verdict {
		j.Verdict, j.As = a.Verdict, *s
		j.objections = a.Objections()
		j.add(older)
		return
	}
	if a.Verdict > safety.GoesIn {
		j.add(a.Objections())
	}
}

// judgeUnknown judges a thing by what is said of it alone. A word of its name that calls for a
// fact which nobody stated leaves something not known.
func (m Meaning) judgeUnknown(g *safety.Group, ask Ask) Judged {
	var f material.Facts
	if ask.More != nil {
		f = *ask.More
	}
	word, unsaid := unsaidOf(m.hazards, f)
	x := Member{Item: &material.Item{Name: m.Words, Facts: asCalled(m.Words, m.hazards, f)}}
	ask.More = nil
	ask.Subject = nil
	j := x.judge(g, ask)
	if unsaid {
		j.unsaid = word
	}
	return j
}
