package desk

import (
	"fmt"
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
}

// Prep schedules all that the coming plans take, backward from when each opens, and writes what of it is
// done on a day. Nothing is prepared for a plan that does not go in as it stands.
func (d *Desk) Prep(plans []Coming, day age.Date, now clock.Wall) (written.PrepDay, error) {
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
		for i := 0; i < len(steps); {
			s := steps[i]
			one := job{of: p, playAt: r.opening.At, text: s.Text, adult: s.AdultOnly, children: s.ChildrenHelp}
			one.Step = prep.Step{ID: fmt.Sprintf("%s/%s/%d", p.ID, name, n), Minutes: max(1, s.Minutes), Uses: s.Resource, After: after, Until: opens}
			if s.Wait { // somebody puts it there
				one.Minutes, one.Uses = 1, ""
			} else {
				i++
			}
			for ; i < len(steps) && steps[i].Wait; i++ {
				one.Waits, one.In = one.Waits+max(0, steps[i].Minutes), steps[i].Resource
				one.waitText = steps[i].Text
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

func (d *Desk) writeSlot(s prep.Slot, j job, jobs []job, wall func(int) clock.Wall) written.PrepSlot {
	w := written.PrepSlot{ID: s.Step.ID, SetupID: j.of.ID, Setup: j.of.Name, Room: d.RoomName(j.of.RoomID), PlayAt: j.playAt.String(), Text: d.Pen.Text(j.text), Starts: wall(s.Start).String(), Ends: wall(s.End).String(),
		Minutes: s.Step.Minutes, Uses: s.Step.Uses, AdultOnly: j.adult, ChildrenHelp: j.children, LateMinutes: s.Late, Outside: s.Outside, Crowded: s.Crowded}
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
	case prep.ByNow:
		return "It is late: begin now, or make less, or open later."
	}
	return "It has to be over by then."
}
