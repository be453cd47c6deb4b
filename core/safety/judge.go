package safety

import (
	"fmt"
	"sort"
	"strings"
	"sync"

	"emblo/core/material"
)

// table is every rule. Its order has no meaning (law d).
var table = func() []Rule {
	var all []Rule
	for _, family := range [][]Rule{factRules, sizeRules, contentRules, elementRules} {
		all = append(all, family...)
	}
	return all
}()

// judgedTraits are the traits that some rule decides on.
var judgedTraits = func() (t material.Traits) {
	for _, r := range table {
		t |= r.judges
	}
	return t
}()

// Rules returns the rule table, for the rule book. The staffing rule, which judges the
// group and not a thing, comes last.
func Rules() []Rule { return append(append([]Rule(nil), table...), ratioRule) }

var ratioRule = Rule{
	ID: "ratio", Title: "Enough adults", Family: FamilyRoom,
	Ground:    Ground{"The centre's chosen staffing table, by the youngest present", QuotedFromMemory},
	Threshold: "Adults short for the youngest present: whatever needs a hand or a measure is kept out, the rest needs a hand.",
}

// questions keeps Judge from allocating: rules are called through pointers, so a
// question on the stack would escape.
var questions = sync.Pool{New: func() any { return new(question) }}

// Assessment is the answer for one thing: the worst verdict of any rule, and the
// findings, worst first and then by rule id. Findings is nil when nothing objects.
type Assessment struct {
	Verdict  Verdict
	Findings []Finding
}

// Judge asks every rule about a subject in a use. It does not allocate when nothing
// objects. An invalid use is judged as Home, the most exposed.
func (g *Group) Judge(s *Subject, use Use) Assessment {
	if !use.Valid() {
		use = Home
	}
	a := Assessment{Verdict: GoesIn}
	q := questions.Get().(*question)
	*q = question{group: g, use: use, judged: judgedTraits, Subject: s}
	for i := range table {
		r := g.ask(&table[i], q)
		if r.verdict == GoesIn {
			continue
		}
		a.Verdict = Worst(a.Verdict, r.verdict)
		a.Findings = append(a.Findings, table[i].finding(q, r))
	}
	*q = question{}
	questions.Put(q)
	if use == Home {
		a.Verdict = Worst(a.Verdict, WithAHand)
		a.Findings = append(a.Findings, homeFinding(s))
	}
	if f, short := g.ratioFinding(a.Verdict); short {
		a.Verdict = f.Verdict
		a.Findings = append(a.Findings, f)
	}
	if len(a.Findings) > 1 {
		sort.SliceStable(a.Findings, func(i, j int) bool {
			x, y := a.Findings[i], a.Findings[j]
			return x.Verdict > y.Verdict || x.Verdict == y.Verdict && x.Rule < y.Rule
		})
	}
	return a
}

// ask puts one rule to the question under both readings of what is not known of the
// children, and turns a Keep out that rests on a missing fact into Measure first. It
// leaves q's view as the reading that the ruling rests on.
func (g *Group) ask(rule *Rule, q *question) ruling {
	q.view = q.reading(g.sure)
	r := q.put(rule)
	if g.asksMouthing && r.verdict < KeepOut {
		q.view = q.reading(g.assumed)
		if worse := q.put(rule); worse.verdict > r.verdict {
			r = worse
			if r.missing == nothing {
				r.missing = factMouthing
			}
		} else {
			q.view = q.reading(g.sure)
		}
	}
	if r.verdict == KeepOut && r.missing != nothing {
		r.verdict = MeasureFirst
	}
	return r
}

// reading is the view for the use: a thing sent home also meets an unknown home.
func (q *question) reading(v view) view {
	if q.use == Home {
		v.youngest = min(v.youngest, homeChild.Effective(true))
		v.mouths = true
	}
	return v
}

// put asks one rule. An adult's tool is never in a child's hand: it is judged as sealed,
// and at most needs a hand, but for the rules that see further.
func (q *question) put(rule *Rule) ruling {
	if q.use != AdultTool || rule.asTool {
		return rule.decide(q)
	}
	q.use = Sealed
	r := rule.decide(q)
	q.use = AdultTool
	if r.verdict > WithAHand {
		r = say(WithAHand)
	}
	return r
}

func (rule *Rule) finding(q *question, r ruling) Finding {
	e := rule.explain(q, r)
	f := Finding{
		Rule: rule.ID, Title: rule.Title, Verdict: r.verdict,
		Reason: e.reason, Numbers: e.numbers, Source: rule.Ground, Change: e.change,
	}
	if r.verdict == WithAHand {
		f.Do = e.do
		if q.use == AdultTool {
			f.Do = append([]string{"An adult's tool: never in a child's hand"}, f.Do...)
		}
	}
	if r.verdict == MeasureFirst {
		f.Missing = factWords[r.missing]
		if r.missing == factMouthing {
			f.Reason += " Whether a child of 3 or over still mouths things is not recorded."
			f.Change = "Record for every child of 3 or over whether they mouth things."
		}
	}
	return f
}

func homeFinding(s *Subject) Finding {
	return Finding{
		Rule: "sent-home", Title: "Sent home", Verdict: WithAHand,
		Reason:  "A home may hold a baby who mouths things, an allergy nobody declared, and a pet.",
		Numbers: []Number{{"holds", s.facts.Allergens.String()}, {"unknown child counts as", "6 months, mouthing"}},
		Source:  Ground{"Convention for home kits", CommonPractice},
		Change:  "Using it in the room instead.",
		Do:      []string{"List every ingredient and allergen on the label", "Say on the label: keep from younger children and pets"},
	}
}

// ratioFinding is the staffing rule applied to the worst of the others. Measure first
// becomes Keep out too: what it might still need is a hand that is not there, and a
// milder answer than for a thing that needs a hand would break law (a). When only the
// missing answer on mouthing makes the adults short, Keep out is Measure first.
func (g *Group) ratioFinding(worst Verdict) (f Finding, short bool) {
	months, missing := g.sure.youngest, ""
	if g.AdultsShort() == 0 {
		months, missing = g.assumed.youngest, factWords[factMouthing]
	}
	children, adults := len(g.room.Children), g.room.Adults
	needed, per := g.ratios.AdultsNeeded(children, months), g.ratios.ChildrenPerAdult(months)
	if needed <= adults {
		return Finding{}, false
	}
	v := KeepOut
	switch {
	case worst == GoesIn:
		v = WithAHand
	case missing != "":
		v = Worst(worst, MeasureFirst)
	}
	more := fmt.Sprintf("%d more adults", needed-adults)
	if needed-adults == 1 {
		more = "1 more adult"
	}
	f = Finding{
		Rule: ratioRule.ID, Title: ratioRule.Title, Verdict: v,
		Reason: fmt.Sprintf("%d children with the youngest counted as %d months need %d adults, one for every %d: %s needed.",
			children, months, needed, per, more),
		Numbers: []Number{{"children", fmt.Sprint(children)}, {"adults", fmt.Sprint(adults)}, {"adults needed", fmt.Sprint(needed)}},
		Source:  Ground{g.ratios.Source(), QuotedFromMemory},
		Change:  capital(more) + ", or a smaller group.",
		Missing: missing,
	}
	if v == WithAHand {
		f.Do = []string{"Find " + more + " before the set-up opens"}
	}
	return f, true
}

// WorstOf returns the worst verdict of several assessments, GoesIn for none.
func WorstOf(as ...Assessment) Verdict {
	v := GoesIn
	for _, a := range as {
		v = Worst(v, a.Verdict)
	}
	return v
}

// Baseline is printed with every plan, whatever its verdict (CFOC-style, quoted from
// memory).
func Baseline() []string {
	return []string{
		"Hands washed before and after; sores covered; unwell children out of shared tubs.",
		"Open water fresh, emptied after each group; tub and toys washed and disinfected that day.",
		"An adult watches at all times, one of them trained in paediatric first aid.",
		"Local licensing rules, the product's own label and a health professional's instructions come first.",
		"A button cell, magnet or gel bead swallowed or suspected means emergency care now, even if the child seems well.",
	}
}

func capital(s string) string {
	if s == "" {
		return s
	}
	return strings.ToUpper(s[:1]) + s[1:]
}
