package safety

import (
	"slices"
	"sync"

	"emblo/core/material"
	"emblo/core/say"
)

// table is every rule. Its order has no meaning (law d).
var table = func() []Rule {
	var all []Rule
	for _, family := range [][]Rule{factRules, sizeRules, vesselRules, thingRules, toolRules, allergyRules,
		contentRules,
		poisonRules, elementRules, roomRules, handlingRules, spoilRules} {
		all = append(all, family...)
	}
	return all
}()

// judgedTraits are the traits that some rule decides on.
var judgedTraits = func() (t material.Traits) {
	for _, r := range table {
		t = t.Union(r.judges)
	}
	return t
}()

// Rules returns the rule table, for the rule book. The staffing rule, which judges the
// group and not a thing, comes last.
func Rules() []Rule { return append(append([]Rule(nil), table...), ratioRule) }

// Tunable reports whether a centre may set a minimum age of its own for the rule.
func Tunable(id string) bool {
	for _, r := range table {
		if r.ID == id {
			return r.Tunable
		}
	}
	return false
}

// questions keeps Judge from allocating: rules are called through pointers, so a
// question on the stack would escape.
var questions = sync.Pool{New: func() any { return new(question) }}

// Assessment is the answer for one thing: the worst verdict of any rule, and what
// objects. The findings are only worded when asked for.
type Assessment struct {
	Verdict    Verdict
	group      *Group
	subject    *Subject
	use        Use
	objections []objection
	which      *Finding // a question that the verdict waits for, before all else
}

// Asked is what was asked: equal ones have equal answers, as long as neither the group nor
// the subject is changed.
type Asked struct {
	group   *Group
	subject *Subject
	use     Use
	which   *Finding
}

// Asked returns what the answer is to.
func (a Assessment) Asked() Asked { return Asked{a.group, a.subject, a.use, a.which} }

// objection is one rule that objects, and the reading of the children it rests on.
type objection struct {
	rule *Rule
	ruling
	assumed bool
	subject *Subject // where it is not that of the assessment
}

// Judge asks every rule about a subject in a use. It does not allocate when nothing
// objects. An invalid use is judged as Home, the most exposed. The subject and the group
// must not be changed while the answer is in use.
//
// What is left open counts as its worst: where it could keep the thing out it is Measure first,
// and where it could ask for a hand, the hand is asked for.
func (g *Group) Judge(s *Subject, use Use) Assessment {
	if !use.Valid() {
		use = Home
	}
	a := g.judge(s, use)
	if s.worst == nil || a.Verdict == KeepOut {
		return a
	}
	worst := g.judge(s.worst, use)
	switch {
	case worst.Verdict >= MeasureFirst:
		facts := &table[slices.IndexFunc(table, func(r Rule) bool { return r.ID == factsID })]
		if !slices.ContainsFunc(a.objections, func(o objection) bool {
			return o.rule == facts && o.verdict == MeasureFirst
		}) {
			a.object(objection{rule: facts, ruling: guess(MeasureFirst, factTraits)})
		}
		return a
	case worst.Verdict > a.Verdict, worst.Verdict == a.Verdict && len(worst.objections) > len(a.objections):
		return worst
	}
	return a
}

func (g *Group) judge(s *Subject, use Use) Assessment {
	a := Assessment{Verdict: GoesIn, group: g, subject: s, use: use}
	q := questions.Get().(*question)
	*q = question{group: g, use: use, Subject: s}
	sure, assume := &g.sure, &g.assumed
	if use == Home {
		sure, assume = &g.sureHome, &g.assumedHome
	}
	has := s.facts.Traits
	for i := range table {
		if table[i].only && has.Meet(table[i].judges).Empty() {
			continue
		}
		r, assumed := g.ask(&table[i], q, sure, assume)
		if r.verdict != GoesIn {
			a.object(objection{rule: &table[i], ruling: r, assumed: assumed})
		}
	}
	*q = question{}
	questions.Put(q)
	if r := g.ratioRuling(a.Verdict); r.verdict != GoesIn {
		a.object(objection{rule: &ratioRule, ruling: r})
	}
	return a
}

// before is the order of objections: worst first, then what only this thing asks for, then
// what can be swallowed or choked on before what stains, then by rule id.
func (o *objection) before(p *objection) bool {
	late := func(o *objection) bool { return o.rule.usual && o.verdict == WithAHand }
	switch a, b := o.rule.rank(), p.rule.rank(); {
	case o.verdict != p.verdict:
		return o.verdict > p.verdict
	case late(o) != late(p):
		return late(p)
	case a != b:
		return a < b
	}
	return o.rule.ID < p.rule.ID
}

var familyRank = map[Family]int{FamilySize: 0, FamilyThings: 1, FamilyContents: 2, FamilyFacts: 3, FamilyElements: 4,
	FamilyRoom: 5}

// rank orders rules that say the same; what strains a back comes last.
func (r *Rule) rank() int {
	if r.strains {
		return familyRank[FamilyRoom]
	}
	return familyRank[r.Family]
}

// object keeps the objections in order.
func (a *Assessment) object(o objection) {
	a.Verdict = Worst(a.Verdict, o.verdict)
	if a.objections == nil {
		a.objections = make([]objection, 0, 8)
	}
	i := len(a.objections)
	a.objections = append(a.objections, o)
	for ; i > 0; i-- {
		p := &a.objections[i-1]
		if !o.before(p) {
			break
		}
		a.objections[i] = *p
	}
	a.objections[i] = o
}

// Rules returns the ids of the rules that object, worst first.
func (a Assessment) Rules() []string {
	ids := make([]string, 0, len(a.objections)+1)
	if a.which != nil {
		ids = append(ids, a.which.Rule)
	}
	for _, o := range a.objections {
		ids = append(ids, o.rule.ID)
	}
	return ids
}

// Findings words every objection, worst first; nil when nothing objects.
func (a Assessment) Findings() []Finding {
	if len(a.objections) == 0 && a.which == nil {
		return nil
	}
	all := make([]Finding, 0, len(a.objections)+1)
	if a.which != nil {
		all = append(all, *a.which)
	}
	for i := range a.objections {
		all = append(all, a.word(&a.objections[i]))
	}
	return all
}

// Lead returns findings with what decides first: of what needs a hand, what the routine of the group does not already
// see to. The order is otherwise kept.
func Lead(findings []Finding) []Finding {
	beyond := func(f Finding) bool { return f.Verdict != WithAHand || !f.Usual }
	out := make([]Finding, 0, len(findings))
	for _, first := range []bool{true, false} {
		for _, f := range findings {
			if beyond(f) == first {
				out = append(out, f)
			}
		}
	}
	return out
}

// Led returns the findings as people read them, what decides first.
func (a Assessment) Led() []Finding { return Lead(a.Findings()) }

// Objection is one rule that objects, to be worded when somebody reads it.
type Objection struct {
	Rule    string
	Verdict Verdict
	of      Assessment
	o       *objection
}

// Finding words the objection.
func (o Objection) Finding() Finding { return o.of.word(o.o) }

// Objections returns what objects, worst first, unworded.
func (a Assessment) Objections() []Objection {
	all := make([]Objection, len(a.objections))
	for i := range a.objections {
		all[i] = Objection{a.objections[i].rule.ID, a.objections[i].verdict, a, &a.objections[i]}
	}
	return all
}

// First words the objection that decides; ok is false when nothing objects.
func (a Assessment) First() (f Finding, ok bool) {
	if a.which != nil {
		return *a.which, true
	}
	for i := range a.objections {
		one := a.word(&a.objections[i])
		if !ok {
			f, ok = one, true
		}
		if one.Verdict < f.Verdict || !f.Usual {
			return f, ok
		}
		if !one.Usual {
			return one, ok
		}
	}
	return f, ok
}

func (a Assessment) word(o *objection) Finding {
	q := question{group: a.group, use: a.use, Subject: a.subject}
	if o.subject != nil {
		q.Subject = o.subject
	}
	switch {
	case o.assumed && a.use == Home:
		q.view = &a.group.assumedHome
	case o.assumed:
		q.view = &a.group.assumed
	case a.use == Home:
		q.view = &a.group.sureHome
	default:
		q.view = &a.group.sure
	}
	return o.rule.finding(&q, o.ruling)
}

// ask puts one rule to the question under both readings of what is not known of the
// children, and turns a Keep out that rests on a missing fact into Measure first.
func (g *Group) ask(rule *Rule, q *question, sure, assume *view) (r ruling, assumed bool) {
	q.view = sure
	r = q.put(rule)
	if g.asksMouthing && r.verdict < KeepOut {
		q.view = assume
		if worse := q.put(rule); worse.verdict > r.verdict {
			r, assumed = worse, true
			if r.missing == nothing {
				r.missing = factMouthing
			}
		}
	}
	if r.verdict == KeepOut && r.missing != nothing {
		r.verdict = MeasureFirst
	}
	return r, assumed
}

// put asks one rule. An adult's tool is never in a child's hand: it is judged as sealed,
// and at most needs a hand, but for the rules that see further. Below a centre's own
// minimum age, what would need a hand in the open is kept out.
func (q *question) put(rule *Rule) ruling {
	if q.use == AdultTool && !rule.asTool {
		q.use = Sealed
		r := rule.decide(q)
		q.use = AdultTool
		if r.verdict > WithAHand {
			r = objects(WithAHand)
		}
		return r
	}
	r := rule.decide(q)
	if r.verdict == WithAHand && q.open() && q.youngest < q.group.policy.minimumFor(rule) {
		r.verdict, r.ours = KeepOut, true
	}
	return r
}

func (rule *Rule) finding(q *question, r ruling) Finding {
	e := rule.explain(q, r)
	if rule.ID == factsID && missingFrom(q.facts) == nothing {
		e = q.explainOpen()
	}
	if sure := q.sure; sure != nil && !e.unknown {
		known := *q
		known.Subject = sure
		if known.put(rule).verdict < r.verdict {
			e.reason = say.F("Counted until you say it is not so. {reason}", say.Sentence(e.reason))
		}
	}
	f := Finding{
		Rule: rule.ID, Title: say.Text(rule.Title), Verdict: r.verdict,
		Reason: say.Sentence(e.reason), Numbers: e.numbers, Source: rule.Ground, Change: e.change, rank: rule.rank(),
	}
	switch {
	case r.ours && r.verdict >= MeasureFirst:
		age := q.group.policy.minimumFor(rule)
		f.Reason = say.F("This centre does not use it under {months} months. {reason}", age, f.Reason)
		f.Numbers = append(f.Numbers, Number{"our own minimum age", say.F("{months} months", age)})
		f.Change = "The centre's own minimum age, or an older group."
	case r.verdict == WithAHand:
		f.Do = e.do
		if watch := sealedWatch(q); q.use == Sealed && rule.Family != FamilyRoom && !slices.Contains(f.Do, watch) {
			f.Do = append(slices.Clone(f.Do), watch)
		}
		if q.use == AdultTool {
			f.Do = append([]Precaution{doAdultsTool}, f.Do...)
		}
		f.Usual = meets(q.group.routine, f.Do)
	}
	if r.verdict == MeasureFirst {
		f.Missing, f.Way = factWords[r.missing], ways[r.missing]
		switch {
		case r.missing == factMouthing:
			f.Reason = say.Run(f.Reason, "Say for each child of 3 or over whether they still mouth things.")
			f.Change = "Record for every child of 3 or over whether they mouth things."
		case f.Missing != "" && !e.unknown:
			f.Reason = say.Run(say.F("Find out {fact}. Until then, do not use.", f.Missing), f.Reason)
			f.Change = say.F("Find out {fact}.", f.Missing)
		}
	}
	return f
}

// Baseline is printed with every plan, whatever its verdict (CFOC-style, quoted from
// memory).
func Baseline() []say.Text {
	return []say.Text{
		"Wash hands before and after. Cover sores. Keep unwell children out of shared tubs.",
		"Open water fresh, emptied after each group; tub and toys washed and disinfected that day.",
		"An adult watches at all times, one of them trained in paediatric first aid.",
		"Local licensing rules, the product's own label and a health professional's instructions come first.",
		"A button cell, magnet or gel bead swallowed or suspected means emergency care now, even if the child seems well.",
	}
}
