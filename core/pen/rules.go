package pen

import (
	"emblo/core/age"
	"emblo/core/room"
	"emblo/core/safety"
	"emblo/core/say"
	"emblo/core/written"
)

// Habits writes every line that a routine may have.
func (p Pen) Habits() []written.HabitLine {
	var out []written.HabitLine
	for _, h := range room.Habits() {
		out = append(out, written.HabitLine{ID: h.String(), Words: p.Text(h.Say())})
	}
	return out
}

// Rules writes the rule book.
func (p Pen) Rules(rules []safety.Rule) []written.Rule {
	out := make([]written.Rule, len(rules))
	for i, r := range rules {
		out[i] = written.Rule{ID: r.ID, Title: p.text(r.Title), Family: p.text(string(r.Family)),
			Threshold: p.text(r.Threshold), Source: p.text(r.Ground.Source),
			Standing: p.text(string(r.Ground.Standing)),
			Tunable:  r.Tunable, Examples: make([]written.RuleExample, len(r.Examples))}
		for j, e := range r.Examples {
			who := age.Say(e.Months)
			if e.Mouths {
				who = say.F("{age}, mouthing", who)
			}
			out[i].Examples[j] = written.RuleExample{Words: p.text(e.Words), Who: p.Text(who), Months: e.Months,
				Use: e.Use.String(), Judged: Verdict(e.Want)}
		}
	}
	return out
}

// Unreadable is the finding on anything for a room that does not read: nothing is known of
// its children.
func Unreadable(what, why string) written.Finding {
	return written.Finding{Rule: "facts", Title: what + " does not read", Judged: Verdict(safety.MeasureFirst),
		Numbers: []written.Number{}, Do: []string{}, Standing: string(safety.CommonPractice),
		Source: "Convention: if we do not know, we do not say OK", Reason: what +
			" does not read, so nothing can be checked: " + why, Change: "Open it and enter it again.",
		Missing: "what is stored"}
}
