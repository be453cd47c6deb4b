package desk

import (
	"slices"
	"time"

	"emblo/core/clock"
	"emblo/core/recipe"
	"emblo/core/say"
	"emblo/core/written"
)

// PrepTick is a step that is done, as it is kept.
type PrepTick struct {
	Step, By string
	At       time.Time
	Measured *float64
	// With are the other set-ups that what it makes is for.
	With []string
}

// asks says what a probe has to read.
func asks(p recipe.Probe) say.Text {
	switch {
	case !p.Asked():
		return ""
	case p.Most:
		return say.F("{degrees} °C or less", say.Fixed(p.C, 0))
	}
	return say.F("{degrees} °C or more", say.Fixed(p.C, 0))
}

// Degrees that a kitchen probe can read.
const leastC, mostC = -50, 300

// CheckPrepTick reports why a step of a plan, one of those to come of which some steps are ticked, cannot
// be ticked so; else it returns the other set-ups that what the step makes is for. What comes before a step
// is done with it, but for what has to be measured.
func (d *Desk) CheckPrepTick(p Coming, plans []Coming, ticks []PrepTick, now clock.Wall, in written.PrepTickInput) (with []string, err error) {
	if _, err := d.reckon(p.Plan); err != nil {
		return nil, err
	}
	var dues []due
	for i := range plans {
		r, err := d.reckon(plans[i].Plan)
		if err == nil && (plans[i].ID == p.ID || r.Verdict.Ready() && plans[i].PlayAt >= now.String()) {
			at, _ := d.room(plans[i].RoomID) // it has been reckoned for
			dues = append(dues, due{of: &plans[i], r: r, room: at, opens: int(r.opening.At.In(d.Zone).Unix() / 60)})
		}
	}
	inOrder(dues)
	look := func(dues []due) (all jobs, at int) {
		all = d.jobsOf(dues, ticks)
		for i := range dues {
			all.after(&dues[i])
		}
		return all, slices.IndexFunc(all, func(j job) bool { return j.ID == in.StepID })
	}
	jobs, at := look(dues)
	if at < 0 { // another one may have asked for a part of it since, or it for a part of another's
		dues = slices.DeleteFunc(dues, func(o due) bool { return o.of.ID != p.ID })
		if jobs, at = look(dues); at < 0 && len(dues) == 1 && dues[0].isAside(in.StepID) {
			return nil, nil
		}
	}
	switch {
	case at < 0:
		return nil, written.Bad("/step_id", "The set-up was changed: this step is not in it any more.")
	case !in.Done:
		return nil, nil
	}
	if first := unmeasured(jobs, at, ticks); first != nil {
		return nil, written.Bad("/step_id", "First measure for: %s. It has to be %s.", d.Pen.Text(first.text), d.Pen.Text(asks(first.probe)))
	}
	if !jobs[at].probe.Asked() {
		return jobs[at].with, nil
	}
	words := d.Pen.Text(asks(jobs[at].probe))
	switch c := in.MeasuredC; {
	case c == nil:
		return nil, written.Bad("/measured_c", "This is not ticked but measured: type what the probe reads; it has to be %s.", words)
	case !(*c >= leastC && *c <= mostC):
		return nil, written.Bad("/measured_c", "A kitchen probe reads between %d and %d °C.", leastC, mostC)
	case !jobs[at].probe.Meets(*c):
		return nil, written.Bad("/measured_c", "It reads %g °C and has to be %s: it is not done yet.", *c, words)
	}
	return jobs[at].with, nil
}

// unmeasured returns the first step before one that has to be measured and is not ticked; nil for none.
func unmeasured(jobs jobs, at int, ticks []PrepTick) *job {
	for _, id := range jobs[at].After {
		before := slices.IndexFunc(jobs, func(j job) bool { return j.ID == id })
		if first := unmeasured(jobs, before, ticks); first != nil {
			return first
		}
		ticked := slices.ContainsFunc(ticks, func(t PrepTick) bool { return t.Step == id })
		if jobs[before].probe.Asked() && !ticked {
			return &jobs[before]
		}
	}
	return nil
}
