package bench

import (
	"errors"
	"fmt"
	"hash/fnv"
	"slices"

	"emblo/core/desk"
	"emblo/core/pen"
	"emblo/core/plan"
	"emblo/core/safety"
	"emblo/core/say"
	"emblo/core/strict"
	"emblo/core/written"
)

// Judged is what is made of a set-up as things stand.
type Judged struct {
	Digest    pen.Digest
	Judgement written.Judgement
	// Token tells one judgement from another: equal tokens are equal judgements.
	Token string
	// Lines are those of the judgement, in its order.
	Lines []plan.Identified
	// reason says why it cannot be judged at all.
	reason string
	pen    pen.Pen
}

// Judged judges a plan as it stands. One that cannot be reckoned any more has no verdict but says why.
func (d Bench) Judged(p written.Plan) Judged {
	r, err := d.Reckon(p)
	return d.judged(r, err)
}

func (d Bench) judged(r Reckoned, err error) Judged {
	out := Judged{pen: d.Pen, Judgement: written.Judgement{Lines: []written.JudgedLine{}}}
	if errors.Is(err, desk.ErrGone) {
		err = strict.Bad("/room_id", "The room is not there any more.")
	}
	if err != nil {
		out.reason, out.Digest = err.Error(), pen.Digest{Reason: say.Copied(err.Error())}
		out.Judgement.Fault = "/"
		if fault := (*strict.Fault)(nil); errors.As(err, &fault) {
			out.Judgement.Fault = fault.Pointer
		}
		out.Token = TokenOf(out.Judgement)
		return out
	}
	out.Digest = pen.DigestOf(r.Answer, r.Opening)
	out.Judgement.Verdict, out.Judgement.Mark = out.Digest.Verdict, out.Digest.Mark
	out.Lines = r.Identified()
	for _, l := range out.Lines {
		w := written.JudgedLine{Key: l.Key, Verdict: l.Assessment.Verdict.String(), Objections: []written.Objection{}}
		for _, f := range l.Assessment.Findings() {
			if f.Verdict != safety.GoesIn {
				w.Objections = append(w.Objections, objection(f))
			}
		}
		out.Judgement.Lines = append(out.Judgement.Lines, w)
	}
	out.Token = TokenOf(out.Judgement)
	return out
}

// objection tells one objection from another: by its rule, how much it objects, and what it asks to be done. Ages and
// figures in its reason may change without it.
func objection(f safety.Finding) written.Objection {
	o := written.Objection{Rule: f.Rule, Verdict: f.Verdict.String(), Asks: make([]string, len(f.Do))}
	for i, do := range f.Do {
		o.Asks[i] = do.Key()
	}
	return o
}

func same(a, b written.Objection) bool {
	return a.Rule == b.Rule && a.Verdict == b.Verdict && slices.EqualFunc(a.Asks, b.Asks, func(x, y string) bool {
		return safety.KeyNow(x) == safety.KeyNow(y)
	})
}

// milder reports whether an objection asks for nothing that the same one did not ask for before.
func milder(now, was written.Objection) bool {
	return now.Rule == was.Rule && now.Verdict == was.Verdict && !slices.ContainsFunc(now.Asks, func(ask string) bool {
		return !slices.ContainsFunc(was.Asks, func(x string) bool { return safety.KeyNow(x) == safety.KeyNow(ask) })
	})
}

// TokenOf tells one judgement from another. It begins with a letter, which tells it from those of judgements in words.
func TokenOf(j written.Judgement) string {
	h := fnv.New64a()
	_, _ = h.Write(strict.Write(j)) // it never fails
	return fmt.Sprintf("j%016x", h.Sum64())
}

// maxWhy is how many reasons of a change are given.
const maxWhy = 3

// Since says what is new in a judgement since another, in sentences, worst first: what objects now and
// did not, then what did and does not any more.
func (j Judged) Since(was written.Judgement) []string {
	if j.reason != "" {
		return []string{j.reason}
	}
	type news struct {
		verdict safety.Verdict
		reason  say.Text
		things  []say.Text
	}
	var now []news
	var gone []string
	for i, l := range j.Judgement.Lines {
		thing := say.Copied(j.pen.Text(j.Lines[i].Say()))
		before := written.JudgedLine{}
		if at := slices.IndexFunc(was.Lines, func(w written.JudgedLine) bool { return w.Key == l.Key }); at >= 0 {
			before = was.Lines[at]
		}
		less := len(before.Objections) > len(l.Objections)
		for _, f := range j.Lines[i].Assessment.Findings() {
			if slices.ContainsFunc(before.Objections, func(o written.Objection) bool {
				return !same(o, objection(f)) && milder(objection(f), o)
			}) {
				less = true
				continue
			}
			if f.Verdict == safety.GoesIn || slices.ContainsFunc(before.Objections, func(o written.Objection) bool {
				return same(o, objection(f))
			}) {
				continue
			}
			at := slices.IndexFunc(now, func(o news) bool { return o.verdict == f.Verdict && o.reason == f.Reason })
			if at < 0 {
				now, at = append(now, news{verdict: f.Verdict, reason: f.Reason}), len(now)
			}
			now[at].things = append(now[at].things, thing)
		}
		if less {
			gone = append(gone, j.pen.Text(say.F("{thing}: fewer concerns than before.", thing)))
		}
	}
	slices.SortStableFunc(now, func(a, b news) int { return int(b.verdict) - int(a.verdict) })
	why := []string{}
	for _, o := range now {
		thing := o.things[0]
		if more := len(o.things) - 1; more > 0 {
			thing = say.F("{thing} and {count} more", thing, more)
		}
		why = append(why, j.pen.Text(say.F("{thing}: {reason}", thing, o.reason)))
	}
	if why = append(why, gone...); len(why) == 0 {
		why = append(why, j.pen.Text("The room's routine has changed."))
	}
	return why[:min(maxWhy, len(why))]
}
