package desk

import (
	"fmt"
	"hash/fnv"
	"slices"
	"time"

	"emblo/core/age"
	"emblo/core/clock"
	"emblo/core/prep"
	"emblo/core/recipe"
	"emblo/core/say"
	"emblo/core/written"
)

// prepAhead is how many days after a day are prepared for on it: what freezes or soaks begins a day or two
// before.
const prepAhead = 3

// job is a step of one set-up as it is scheduled.
type job struct {
	prep.Step
	of       *Coming
	playAt   clock.Wall
	text     say.Text
	waitText say.Text
	adult    bool
	children bool
	// probe is what has to be measured before it is ticked: at its end, or at the end of the wait that
	// it comes after.
	probe recipe.Probe
}

// PrepTick is a step that is done, as it is kept.
type PrepTick struct {
	Step, By string
	At       time.Time
	Measured *float64
}

// Prep schedules all that the coming plans take, backward from when each opens, and writes what of it is
// done on a day. Nothing is prepared for a plan that does not go in as it stands. What is ticked stays
// when it was done, with all that comes before it, and the rest moves.
func (d *Desk) Prep(plans []Coming, ticks []PrepTick, day age.Date, now clock.Wall) (written.PrepDay, error) {
	windows, minutes, told := d.Settings.Prep()
	out := written.PrepDay{Day: day.String(), Now: now.String(), Windows: windows, Told: told, Hands: d.Settings.PrepHands, Slots: []written.PrepSlot{}, Waiting: []written.PrepSlot{}, NotReady: []string{}}
	origin := clock.At(now.Day(), 0, 0).In(d.Zone)
	since := func(w clock.Wall) int { return int(w.In(d.Zone).Sub(origin) / time.Minute) }
	last := clock.At(day, 24*prepAhead, 0)
	var jobs []job
	for i := range plans {
		p := &plans[i]
		r, err := d.reckon(p.Plan)
		switch {
		case err != nil || !r.Verdict.Ready():
			out.NotReady = append(out.NotReady, p.Name)
		case r.opening.At.Compare(last) < 0:
			jobs = append(jobs, jobsOf(p, r, since(r.opening.At))...)
		}
	}
	done := make(map[string]PrepTick, len(ticks))
	for _, t := range ticks {
		done[t.Step] = t
	}
	for i := len(jobs) - 1; i >= 0; i-- { // a step comes behind those before it
		t, ticked := done[jobs[i].ID]
		if !ticked {
			continue
		}
		jobs[i].Done, jobs[i].DoneAt = true, int(t.At.Sub(origin)/time.Minute)
		for _, id := range jobs[i].After {
			if _, known := done[id]; !known {
				before := jobs[slices.IndexFunc(jobs, func(j job) bool { return j.ID == id })]
				done[id] = PrepTick{Step: id, By: t.By, At: t.At.Add(-time.Duration(jobs[i].Minutes+before.Waits) * time.Minute)}
			}
		}
	}
	on := prep.Day{Now: since(now), Hands: d.Settings.PrepHands}
	for n := 0; ; n++ {
		midnight := clock.At(now.Day(), 24*n, 0)
		if midnight.Compare(last) >= 0 {
			break
		}
		for _, w := range minutes {
			on.Windows = append(on.Windows, prep.Window{From: since(clock.At(midnight.Day(), 0, w[0])), To: since(clock.At(midnight.Day(), 0, w[1]))})
		}
	}
	steps := make([]prep.Step, len(jobs))
	for i := range jobs {
		steps[i] = jobs[i].Step
	}
	s, err := prep.Plan(steps, on)
	if err != nil {
		return out, written.Bad("", "The day cannot be planned: %s.", err)
	}
	out.Exact, out.BoundMinutes = s.Exact, s.Bound
	wall := func(m int) clock.Wall { return clock.WallOf(origin.Add(time.Duration(m) * time.Minute).In(d.Zone)) }
	for _, slot := range s.Slots {
		j := jobs[slices.IndexFunc(jobs, func(j job) bool { return j.ID == slot.Step.ID })]
		w := d.writeSlot(slot, j, jobs, wall)
		if t, ticked := done[j.ID]; ticked {
			w.Done, w.DoneBy, w.Measured = true, t.By, t.Measured
		}
		switch starts := wall(slot.Start).Day(); {
		case starts == day:
			out.Slots = append(out.Slots, w)
		case starts.String() < day.String() && w.WaitUntil != "" && wall(slot.Holds).Day().String() >= day.String():
			out.Waiting = append(out.Waiting, w)
		}
	}
	return out, nil
}

// jobsOf returns the steps of a set-up that opens at a minute: what each place is made by, in its order,
// then the floor, then what is poured where it stands.
func jobsOf(p *Coming, r reckoned, opens int) (all []job) {
	j := r.Jobs()
	chain := func(name string, steps []recipe.Step, after []string) (last string) {
		n := 0
		var cooled recipe.Probe // what has to be read before the next step
		for i := 0; i < len(steps); {
			s := steps[i]
			one := job{of: p, playAt: r.opening.At, text: s.Text, adult: s.AdultOnly, children: s.ChildrenHelp}
			one.Step = prep.Step{ID: fmt.Sprintf("%s/%s/%d-%08x", p.ID, name, n, tagOf(s)), Minutes: max(1, s.Minutes), Uses: s.Resource, After: after, Until: opens}
			one.probe, cooled = cooled, recipe.Probe{}
			if s.Wait { // somebody puts it there
				one.Minutes, one.Uses = 1, ""
			} else {
				i++
				if s.Probe.Asked() {
					one.probe = s.Probe
				}
			}
			for ; i < len(steps) && steps[i].Wait; i++ {
				one.Waits, one.In = one.Waits+max(0, steps[i].Minutes), steps[i].Resource
				one.waitText = steps[i].Text
				if steps[i].Probe.Asked() {
					cooled = steps[i].Probe
				}
			}
			all, after, last, n = append(all, one), []string{one.ID}, one.ID, n+1
		}
		return last
	}
	var made []string
	for i, steps := range j.Made {
		if last := chain(fmt.Sprintf("made-%d", i), steps, nil); last != "" {
			made = append(made, last)
		}
	}
	laid := chain("floor", []recipe.Step{j.LaidOut}, made)
	for i, steps := range j.Poured {
		chain(fmt.Sprintf("poured-%d", i), steps, []string{laid})
	}
	return all
}

// tagOf tells a step from another that comes to stand in its place.
func tagOf(s recipe.Step) uint32 {
	h := fnv.New32a()
	fmt.Fprint(h, s.Text.String(), s.Minutes, s.Wait)
	return h.Sum32()
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

// CheckPrepTick reports why a step of a plan, of which some are ticked, cannot be ticked so. What comes
// before a step is done with it, but for what has to be measured.
func (d *Desk) CheckPrepTick(p Coming, ticks []PrepTick, in written.PrepTickInput) error {
	r, err := d.reckon(p.Plan)
	if err != nil {
		return err
	}
	jobs := jobsOf(&p, r, 0)
	at := slices.IndexFunc(jobs, func(j job) bool { return j.ID == in.StepID })
	switch {
	case at < 0:
		return written.Bad("/step_id", "The set-up was changed: this step is not in it any more.")
	case !in.Done:
		return nil
	}
	if first := unmeasured(jobs, at, ticks); first != nil {
		return written.Bad("/step_id", "First measure for: %s. It has to be %s.", d.Pen.Text(first.text), d.Pen.Text(asks(first.probe)))
	}
	if !jobs[at].probe.Asked() {
		return nil
	}
	words := d.Pen.Text(asks(jobs[at].probe))
	switch c := in.MeasuredC; {
	case c == nil:
		return written.Bad("/measured_c", "This is not ticked but measured: type what the probe reads; it has to be %s.", words)
	case !(*c >= leastC && *c <= mostC):
		return written.Bad("/measured_c", "A kitchen probe reads between %d and %d °C.", leastC, mostC)
	case !jobs[at].probe.Meets(*c):
		return written.Bad("/measured_c", "It reads %g °C and has to be %s: it is not done yet.", *c, words)
	}
	return nil
}

// unmeasured returns the first step before one that has to be measured and is not ticked; nil for none.
func unmeasured(jobs []job, at int, ticks []PrepTick) *job {
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

func (d *Desk) writeSlot(s prep.Slot, j job, jobs []job, wall func(int) clock.Wall) written.PrepSlot {
	w := written.PrepSlot{ID: s.Step.ID, SetupID: j.of.ID, Setup: j.of.Name, Room: d.RoomName(j.of.RoomID), PlayAt: j.playAt.String(), Text: d.Pen.Text(j.text), Starts: wall(s.Start).String(), Ends: wall(s.End).String(),
		Minutes: s.Step.Minutes, Uses: s.Step.Uses, AdultOnly: j.adult, ChildrenHelp: j.children, LateMinutes: s.Late, Outside: s.Outside, Crowded: s.Crowded, Asks: d.Pen.Text(asks(j.probe))}
	if s.Step.Waits > 0 {
		w.WaitMinutes, w.WaitText, w.WaitUntil = s.Step.Waits, d.Pen.Text(j.waitText), wall(s.End+s.Step.Waits).String()
		if w.WaitText == w.Text {
			w.WaitText = ""
		}
	}
	other := say.Text("")
	if at := slices.IndexFunc(jobs, func(o job) bool { return o.ID == s.With }); at >= 0 {
		other = jobs[at].text
	}
	w.Why = d.Pen.Text(whyThen(s, other))
	return w
}

// whyThen says why a step is done when it is and not later.
func whyThen(s prep.Slot, other say.Text) say.Text {
	switch s.Why {
	case prep.ByNext:
		return say.F("Then comes: {step}", other)
	case prep.ByWindow:
		return "Hands are not free any later."
	case prep.ByHands:
		return say.F("Hands are needed then for: {step}", other)
	case prep.ByUse:
		return say.F("The {place} is needed then for: {step}", say.Text(s.Step.Uses), other)
	case prep.ByPlace:
		return say.F("The {place} is full then, with: {step}", say.Text(s.Step.In), other)
	case prep.ByTick:
		return "It is done."
	case prep.ByNow:
		return "It is late: begin now, or make less, or open later."
	}
	return "It has to be over by then."
}
