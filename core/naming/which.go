package naming

import (
	"emblo/core/safety"
	"emblo/core/say"
)

// Which asks which of some members is meant, by their verdicts in order.
func (m Meaning) Which(verdicts []safety.Verdict) safety.Finding {
	all := make([]Judged, len(verdicts))
	for i, v := range verdicts {
		all[i] = Judged{Verdict: v, Decides: m.Members[i]}
	}
	if m.asksWhether() {
		return m.Family.nearOnly(all)
	}
	return m.Family.finding(all)
}

// Asks reports whether it is asked which of the members is meant: where they are only near to the words, whatever
// each of them is judged.
func (m Meaning) Asks() (asks, always bool) {
	return m.Family != nil && len(m.Members) > 0 && (len(m.Members) > 1 || m.asksWhether()), m.asksWhether()
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
	what := say.F("{some} OK and others are not, such as {worst}", numbered(in), say.Within(worst))
	if in == 0 {
		what = "none is OK, for different reasons"
	}
	return safety.Finding{
		Rule: WhichOne, Title: "Which one is it?", Verdict: safety.MeasureFirst,
		Reason: say.F("\"{name}\" can mean {count} kinds of things: {kinds}. Until you answer, do not use. {question}", f.Name,
			len(all), what, say.Text(f.Question)),
		Numbers: []safety.Number{{Label: "kinds", Value: say.Number(len(all))}, {Label: "of them OK",
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
	if f.sentence {
		return safety.Finding{
			Rule: WhichOne, Title: "Which one is it?", Verdict: safety.MeasureFirst,
			Reason: say.F("\"{name}\" is a sentence, and names {kinds}. Until you answer, do not use. {question}", f.Name, kinds,
				say.Text(f.Question)),
			Numbers: []safety.Number{{Label: "kinds", Value: say.Number(len(all))}},
			Source: safety.Ground{Source: "Convention: a sentence is asked about, never guessed",
				Standing: safety.CommonPractice},
			Change:  say.F("The answer: {question}", say.Text(f.Question)),
			Missing: "which one it is",
		}
	}
	return safety.Finding{
		Rule: WhichOne, Title: "Which one is it?", Verdict: safety.MeasureFirst,
		Reason: say.F("\"{name}\" is not known. Did you mean {kinds}? Until you answer, do not use. {question}",
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
		return "one of them is"
	}
	return say.F("{count} of them are", n)
}
