package written

import (
	"emblo/core/age"
	"emblo/core/room"
	"emblo/core/safety"
	"emblo/core/say"
)

// Habits writes every line that a routine may have.
func (p Pen) Habits() []HabitLine {
	var out []HabitLine
	for _, h := range room.Habits() {
		out = append(out, HabitLine{h.String(), p.Text(h.Say())})
	}
	return out
}

// Rules writes the rule book.
func (p Pen) Rules(rules []safety.Rule) []Rule {
	out := make([]Rule, len(rules))
	for i, r := range rules {
		out[i] = Rule{ID: r.ID, Title: p.text(r.Title), Family: p.text(string(r.Family)),
			Threshold: p.text(r.Threshold), Source: p.text(r.Ground.Source),
			Standing: p.text(string(r.Ground.Standing)),
			Tunable:  r.Tunable, Examples: make([]RuleExample, len(r.Examples))}
		for j, e := range r.Examples {
			who := age.Say(e.Months)
			if e.Mouths {
				who = say.F("{age}, mouthing", who)
			}
			out[i].Examples[j] = RuleExample{Words: p.text(e.Words), Who: p.Text(who), Use: e.Use.String(),
				Judged: WriteVerdict(e.Want)}
		}
	}
	return out
}

// Unreadable is the finding on anything for a room that does not read: nothing is known of
// its children.
func Unreadable(what, why string) Finding {
	return Finding{Rule: "facts", Title: what + " does not read", Judged: WriteVerdict(safety.MeasureFirst),
		Numbers: []Number{}, Do: []string{}, Standing: string(safety.CommonPractice),
		Source: "Convention: what is unknown is never cleared", Reason: what +
			" does not read, so nothing can be cleared: " + why, Change: "Open it and enter it anew.",
		Missing: "what is stored"}
}
