package safety

// Together is what a thing is judged by that may be any of several: the worst, with what each asks for. The
// assessments are for one group and one use, and there is at least one.
func Together(all ...Assessment) Assessment {
	worst := all[0]
	for _, a := range all[1:] {
		if a.Verdict > worst.Verdict {
			worst = a
		}
	}
	subject := *worst.subject // another one than that of any of them, as the answer is
	out := Assessment{Verdict: worst.Verdict, group: worst.group, subject: &subject, use: worst.use}
	for _, a := range all {
		for _, o := range a.objections {
			if o.subject == nil {
				o.subject = a.subject
			}
			out.objectOnce(o)
		}
	}
	return out
}

// objectOnce keeps an objection where no harsher one of its rule is kept.
func (a *Assessment) objectOnce(o objection) {
	for i, has := range a.objections {
		if has.rule != o.rule {
			continue
		}
		if has.verdict >= o.verdict {
			return
		}
		a.objections = append(a.objections[:i], a.objections[i+1:]...)
		break
	}
	a.object(o)
}

// Asking is an assessment that waits for the answer to a question: Measure first, whatever it is until then.
func (a Assessment) Asking(f Finding) Assessment {
	a.Verdict, a.which = MeasureFirst, &f
	return a
}
