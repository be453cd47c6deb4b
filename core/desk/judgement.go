package desk

import (
	"errors"
	"fmt"
	"hash/fnv"
	"slices"
	"strings"

	"emblo/core/plan"
	"emblo/core/safety"
	"emblo/core/say"
	"emblo/core/written"
)

// Judged is what is made of a set-up as things stand.
type Judged struct {
	Digest    written.Digest
	Judgement written.Judgement
	// Token tells one judgement from another: equal tokens are equal judgements.
	Token string
	// objections are the findings of each line of the judgement, worst first.
	objections [][]safety.Finding
	pen        written.Pen
}

// Judged judges a plan as it stands. One that cannot be reckoned any more has no verdict but says why.
func (d *Desk) Judged(p written.Plan) Judged {
	r, err := d.reckon(p)
	return d.judged(r, err)
}

func (d *Desk) judged(r reckoned, err error) Judged {
	out := Judged{pen: d.Pen, Judgement: written.Judgement{Lines: []written.JudgedLine{}}}
	if errors.Is(err, ErrGone) {
		err = errors.New("The room is not there any more.")
	}
	if err != nil {
		out.Digest = written.Digest{Reason: err.Error()}
		out.Judgement.Reason = err.Error()
		out.Token = TokenOf(out.Judgement)
		return out
	}
	out.Digest = d.Pen.Digest(r.Answer, r.opening)
	out.Judgement.Verdict, out.Judgement.Mark = out.Digest.Verdict, out.Digest.Mark
	for _, l := range r.Lines() {
		out.add(l)
	}
	out.Token = TokenOf(out.Judgement)
	return out
}

func (j *Judged) add(l plan.Line) {
	found := l.Assessment.Findings()
	w := written.JudgedLine{Name: j.pen.Text(l.Say()), Verdict: l.Assessment.Verdict.String(), Rules: []string{}}
	for _, f := range found {
		if f.Verdict != safety.GoesIn {
			w.Rules = append(w.Rules, said(f, j.pen))
		}
	}
	j.Judgement.Lines, j.objections = append(j.Judgement.Lines, w), append(j.objections, found)
}

// said tells one objection from another: by its rule, how much it objects, and what it asks to be done.
// Ages and numbers in its reason may change without it.
func said(f safety.Finding, pen written.Pen) string {
	return strings.Join(append([]string{f.Rule, f.Verdict.String()}, pen.All(f.Do)...), "; ")
}

// TokenOf tells one judgement from another.
func TokenOf(j written.Judgement) string {
	h := fnv.New64a()
	_, _ = h.Write(written.Write(j)) // it never fails
	return fmt.Sprintf("%016x", h.Sum64())
}

// maxWhy is how many reasons of a change are given.
const maxWhy = 3

// Since says what is new in a judgement since another, in sentences, worst first: what objects now and
// did not, then what did and does not any more.
func (j Judged) Since(was written.Judgement) []string {
	if j.Judgement.Reason != "" {
		return []string{j.Judgement.Reason}
	}
	type objection struct {
		verdict safety.Verdict
		reason  say.Text
		lines   []string
	}
	var now []objection
	var gone []string
	for i, l := range j.Judgement.Lines {
		before := lineOf(was, j.Judgement.Lines[:i], l.Name)
		for _, f := range j.objections[i] {
			if f.Verdict == safety.GoesIn || slices.Contains(before.Rules, said(f, j.pen)) {
				continue
			}
			at := slices.IndexFunc(now, func(o objection) bool { return o.verdict == f.Verdict && o.reason == f.Reason })
			if at < 0 {
				now, at = append(now, objection{verdict: f.Verdict, reason: f.Reason}), len(now)
			}
			now[at].lines = append(now[at].lines, l.Name)
		}
		if len(before.Rules) > len(l.Rules) {
			gone = append(gone, j.pen.Text(say.F("{thing}: less is said against it than before.", say.Copied(l.Name))))
		}
	}
	slices.SortStableFunc(now, func(a, b objection) int { return int(b.verdict) - int(a.verdict) })
	why := []string{}
	for _, o := range now {
		thing := say.Copied(o.lines[0])
		if more := len(o.lines) - 1; more > 0 {
			thing = say.F("{thing} and {count} more", thing, more)
		}
		why = append(why, j.pen.Text(say.F("{thing}: {reason}", thing, o.reason)))
	}
	if why = append(why, gone...); len(why) == 0 {
		why = append(why, j.pen.Text("What is usual care in the room has changed."))
	}
	return why[:min(maxWhy, len(why))]
}

// lineOf returns the line of a judgement that a line with a name was, where others with the name stand
// before it; an empty one where there was none.
func lineOf(was written.Judgement, before []written.JudgedLine, name string) written.JudgedLine {
	nth := 0
	for _, l := range before {
		if l.Name == name {
			nth++
		}
	}
	for _, l := range was.Lines {
		if l.Name != name {
			continue
		}
		if nth == 0 {
			return l
		}
		nth--
	}
	return written.JudgedLine{}
}
