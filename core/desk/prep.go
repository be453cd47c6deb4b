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

// scheduled is when each step of the coming plans is done, in order, as it is written.
type scheduled struct {
	windows  []written.PrepWindow
	told     bool
	notReady []string
	slots    []written.PrepSlot
	holds    []clock.Wall // until when what was made may wait
	exact    bool
	bound    int
}

// Prep schedules all that the coming plans take, backward from when each opens, and writes what of it is
// done on a day. Nothing is prepared for a plan that does not go in as it stands. What is ticked stays
// when it was done, with all that comes before it, and the rest moves.
func (d *Desk) Prep(plans []Coming, ticks []PrepTick, day age.Date, now clock.Wall) (written.PrepDay, error) {
	s, err := d.schedule(plans, ticks, day, now)
	out := written.PrepDay{Day: day.String(), Now: now.String(), Windows: s.windows, Told: s.told, Hands: d.Settings.PrepHands, Slots: []written.PrepSlot{}, Waiting: []written.PrepSlot{}, NotReady: s.notReady,
		Exact: s.exact, BoundMinutes: s.bound}
	for i, slot := range s.slots {
		switch starts := slot.Starts[:len(out.Day)]; {
		case starts == out.Day:
			out.Slots = append(out.Slots, slot)
		case starts < out.Day && slot.WaitUntil != "" && s.holds[i].Day().String() >= out.Day:
			out.Waiting = append(out.Waiting, slot)
		}
	}
	return out, err
}

// PrepOf writes when one of the coming plans is prepared among the others, so that its sheet and the day
// say the same.
func (d *Desk) PrepOf(of Coming, plans []Coming, ticks []PrepTick, now clock.Wall) (written.PrepSetup, error) {
	out := written.PrepSetup{Slots: []written.PrepSlot{}}
	at, fault := of.Open()
	if fault != nil {
		return out, fault
	}
	s, err := d.schedule(plans, ticks, at.Day(), now)
	for _, slot := range s.slots {
		if slot.SetupID == of.ID {
			out.Slots = append(out.Slots, slot)
		}
	}
	return out, err
}

// PrepAhead writes all that is prepared for plans that open until a day, in order.
func (d *Desk) PrepAhead(plans []Coming, ticks []PrepTick, until age.Date, now clock.Wall) ([]written.PrepSlot, error) {
	s, err := d.schedule(plans, ticks, until, now)
	return s.slots, err
}

// Notes says of a step what its own words do not, for a calendar.
func Notes(pen written.Pen, s written.PrepSlot) []string {
	at := func(wall string) say.Text { return say.Copied(wall[:10] + " " + wall[11:]) }
	said := []say.Text{say.F("{setup} for {room}, opens {time}", say.Copied(s.Setup), say.Copied(s.Room), at(s.PlayAt))}
	if s.Asks != "" {
		said = append(said, say.F("The probe has to read {degrees}.", say.Copied(s.Asks)))
	}
	if s.AdultOnly {
		said = append(said, "Adult only.")
	}
	if s.WaitUntil != "" {
		what := say.Text("it waits")
		if s.WaitText != "" {
			what = say.Copied(s.WaitText)
		}
		said = append(said, say.F("Then by itself: {what}, until {time}.", what, at(s.WaitUntil)))
	}
	if s.LateMinutes > 0 {
		said = append(said, "This is too late for when it opens.")
	}
	if s.Crowded {
		said = append(said, "More hands, or more room, are needed then than there are.")
	}
	if s.Outside {
		said = append(said, "Hands are not free then.")
	}
	return pen.All(said)
}

// Begins returns when the first hand is laid on for each coming plan, among all that are prepared, by id;
// those that nothing is prepared for are not in it.
func (d *Desk) Begins(plans []Coming, ticks []PrepTick, day age.Date, now clock.Wall) map[string]string {
	begins := make(map[string]string, len(plans))
	s, err := d.schedule(plans, ticks, day, now)
	if err != nil {
		return begins
	}
	for _, slot := range s.slots { // earliest first
		if _, known := begins[slot.SetupID]; !known {
			begins[slot.SetupID] = slot.Starts
		}
	}
	return begins
}

// schedule finds when each step is done of all plans that open until a few days after a day.
func (d *Desk) schedule(plans []Coming, ticks []PrepTick, day age.Date, now clock.Wall) (scheduled, error) {
	windows, minutes, told := d.Settings.Prep()
	out := scheduled{windows: windows, told: told, notReady: []string{}}
	origin := clock.At(now.Day(), 0, 0).In(d.Zone)
	since := func(w clock.Wall) int { return int(w.In(d.Zone).Sub(origin) / time.Minute) }
	last := clock.At(day, 24*prepAhead, 0)
	var jobs []job
	for i := range plans {
		p := &plans[i]
		r, err := d.reckon(p.Plan)
		switch {
		case err != nil || !r.Verdict.Ready():
			out.notReady = append(out.notReady, p.Name)
		case r.opening.At.Compare(last) < 0:
			jobs = append(jobs, jobsOf(p, r, since(r.opening.At))...)
		}
	}
	done := doneBy(jobs, ticks, origin)
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
	out.exact, out.bound = s.Exact, s.Bound
	wall := func(m int) clock.Wall { return clock.WallOf(origin.Add(time.Duration(m) * time.Minute).In(d.Zone)) }
	for _, slot := range s.Slots {
		j := jobs[slices.IndexFunc(jobs, func(j job) bool { return j.ID == slot.Step.ID })]
		w := d.writeSlot(slot, j, jobs, wall)
		if t, ticked := done[j.ID]; ticked {
			w.Done, w.DoneBy, w.Measured = true, t.By, t.Measured
		}
		out.slots, out.holds = append(out.slots, w), append(out.holds, wall(slot.Holds))
	}
	return out, nil
}

// doneBy notes in the jobs which are done and when, in minutes since a moment, and returns by whom: what
// is ticked, and what comes before that.
func doneBy(jobs []job, ticks []PrepTick, origin time.Time) map[string]PrepTick {
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
	return done
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
