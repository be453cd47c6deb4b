package preparing

import (
	"regexp"
	"slices"
	"time"

	"emblo/core/clock"
	"emblo/core/desk"
	"emblo/core/desk/bench"
	"emblo/core/recipe"
	"emblo/core/strict"
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

// measures reports whether the tick says that a probe has read what it has to; where nothing is asked for, every tick
// does.
func (t PrepTick) measures(p recipe.Probe) bool {
	return !p.Asked() || t.Measured != nil && p.Meets(*t.Measured)
}

// Degrees that a kitchen probe can read.
const leastC, mostC = -50, 300

// CheckPrepTick reports why a step of a plan, one of those to come of which some steps are ticked, cannot
// be ticked so; else it returns the other set-ups that what the step makes is for. What comes before a step
// is done with it, but for what has to be measured.
func (d Preparing) CheckPrepTick(p desk.Coming, plans []desk.Coming, ticks []PrepTick, now clock.Wall,
	in written.PrepTickInput) (with []string, err error) {
	if _, err := bench.On(d.Desk).Reckon(p.Plan); err != nil {
		return nil, err
	}
	dues := d.dues(plans, func(of *desk.Coming, r bench.Reckoned) bool {
		return of.ID == p.ID || r.Verdict.Ready() && of.Opens().Compare(now) >= 0
	})
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
		return nil, strict.Bad("/step_id", "The set-up was changed: this step is not in it any more.")
	case !in.Done:
		return nil, nil
	}
	if first := unmeasured(jobs, at, ticks); first != nil {
		return nil, strict.Bad("/step_id", "First measure for: %s. It has to be %s.", d.Pen.Text(first.step.Text),
			d.Pen.Text(first.step.Probe.Say()))
	}
	if !jobs[at].step.Probe.Asked() {
		return jobs[at].with, nil
	}
	words := d.Pen.Text(jobs[at].step.Probe.Say())
	switch c := in.MeasuredC; {
	case c == nil:
		return nil, strict.Bad("/measured_c",
			"This is not ticked but measured: type what the probe reads; it has to be %s.", words)
	case !(*c >= leastC && *c <= mostC):
		return nil, strict.Bad("/measured_c", "A kitchen probe reads between %d and %d °C.", leastC, mostC)
	case !jobs[at].step.Probe.Meets(*c):
		return nil, strict.Bad("/measured_c", "It reads %g °C and has to be %s: it is not done yet.", *c, words)
	}
	return jobs[at].with, nil
}

// dues are the plans that can be reckoned and that are asked for, in order.
func (d Preparing) dues(plans []desk.Coming, wanted func(*desk.Coming, bench.Reckoned) bool) (all []due) {
	for i := range plans {
		if r, err := bench.On(d.Desk).Reckon(plans[i].Plan); err == nil && wanted(&plans[i], r) {
			at, _ := d.Find(plans[i].RoomID) // it has been reckoned for
			all = append(all, due{of: &plans[i], r: r, room: at, opens: int(r.Opening.At.In(d.Zone).Unix() / 60)})
		}
	}
	inOrder(all)
	return all
}

// byWords are the ids that steps had while these were made of their words.
var byWords = regexp.MustCompile(`/\d+-[0-9a-f]{8}$`)

// Renamed returns the ids of now for ticks whose steps have one made of words, by those; nil for none.
func (d Preparing) Renamed(plans []desk.Coming, ticks []PrepTick) (ids map[string]string) {
	if !slices.ContainsFunc(ticks, func(t PrepTick) bool { return byWords.MatchString(t.Step) }) {
		return nil
	}
	dues := d.dues(plans, func(*desk.Coming, bench.Reckoned) bool { return true })
	all := d.jobsOf(dues, ticks)
	for i := range dues {
		all.after(&dues[i])
	}
	ids = make(map[string]string)
	for _, t := range ticks {
		if at := slices.IndexFunc(all, func(j job) bool { return j.was == t.Step }); at >= 0 {
			ids[t.Step] = all[at].ID
		}
	}
	return ids
}

// unmeasured returns the first step before one that has to be measured and is not ticked; nil for none.
func unmeasured(jobs jobs, at int, ticks []PrepTick) *job {
	for _, id := range jobs[at].After {
		before := slices.IndexFunc(jobs, func(j job) bool { return j.ID == id })
		if first := unmeasured(jobs, before, ticks); first != nil {
			return first
		}
		if p := jobs[before].step.Probe; p.Asked() && !slices.ContainsFunc(ticks, func(t PrepTick) bool {
			return t.Step == id && t.measures(p)
		}) {
			return &jobs[before]
		}
	}
	return nil
}
