package naming

import (
	"slices"

	"emblo/core/material"
	"emblo/core/phrase"
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
	besides  safety.Use // another way in which children meet it, by its words
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
		f.Reason = say.F("The name says \"{word}\". Find out what that means for it. Until then, do not use.",
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
	if len(m.Each) > 0 {
		return m.judgeEach(g, ask)
	}
	ask = ask.saidTo(m.Said)
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

// judge judges one member: a thing as it is known and with what is added, a mix with every
// piece in it, and in each way that children may meet it. The worst counts, so that adding never clears.
func (x Member) judge(g *safety.Group, ask Ask) Judged {
	j := x.judgeIn(g, ask)
	if ask.besides == 0 {
		return j
	}
	ask.Use = ask.besides
	other := x.judgeIn(g, ask)
	if other.Verdict > j.Verdict {
		j, other = other, j
	}
	j.add(other.objections)
	j.hands = append(j.hands, other.hands...)
	return j
}

// judgeIn judges a member in the one way that is asked about.
func (x Member) judgeIn(g *safety.Group, ask Ask) Judged {
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
	switch {
	case x.Mix != nil:
		j.assume(ask, portion)
		for _, f := range with(x.Mix.Facts(portion), ask.More) {
			put(x.Name(), f, ask.Use)
		}
		for _, it := range x.Mix.Solids() {
			put(it.Name, it.Facts, inside(ask.Use))
		}
	case ask.More == nil && !eaten(x.Item.Facts) && ask.Subject != nil && !ask.inEdible:
		j.take(g, ask.Subject(*x.Item), ask.Use)
	case ask.More == nil:
		put(x.Name(), x.Item.Facts, ask.Use)
	default:
		for _, f := range added(x.Item.Facts.Placed(*ask.More), *ask.More) {
			put(x.Name(), f, ask.Use)
		}
	}
	for _, f := range x.also {
		put(x.Name(), f, ask.Use)
	}
	for _, it := range ask.Pieces {
		put(it.Name, it.Facts, inside(ask.Use))
	}
	return j
}

// with are the facts of a mix, and of it with what is added.
func with(f material.Facts, more *material.Facts) []material.Facts {
	if more == nil {
		return []material.Facts{f}
	}
	f = f.Placed(*more)
	return []material.Facts{f, f.Joined(*more)}
}

// added are the facts of a thing with what is added: in the size that was added, with all of it, and in either form
// where that is another one.
func added(known, more material.Facts) []material.Facts {
	sized, joined := known.Sized(more), known.Joined(more)
	all := []material.Facts{sized, joined}
	if more.Form != material.FormUnknown && more.Form != sized.Form {
		joined.Form = sized.Form
		all = append(all, joined)
	}
	return all
}

// judgeEach judges a line that names several things: the worst counts, and what each asks for is said.
func (m Meaning) judgeEach(g *safety.Group, ask Ask) Judged {
	worst := m.Each[0].Judge(g, ask)
	for _, one := range m.Each[1:] {
		j := one.Judge(g, ask)
		if j.Verdict > worst.Verdict {
			worst, j = j, worst
		}
		worst.add(j.objections)
		worst.hands = append(worst.hands, j.hands...)
		worst.Asks = worst.Asks || j.Asks
		if worst.which == nil && worst.Verdict == safety.MeasureFirst {
			worst.which = j.which
		}
	}
	return worst
}

// saidTo returns the ask with the use that the words say, where another way of meeting it than the one asked about may
// be judged more harshly: both count.
func (a Ask) saidTo(said phrase.Said) Ask {
	if said.Use == "" || said.Use == "open" || a.Use != safety.Open {
		return a
	}
	if use, err := safety.ParseUse(said.Use); err == nil && (use == safety.Hidden || use == safety.InDough ||
		use == safety.Frozen) {
		a.besides = use
	}
	return a
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
