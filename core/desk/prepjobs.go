package desk

import (
	"fmt"
	"hash/fnv"
	"slices"
	"time"

	"emblo/core/clock"
	"emblo/core/prep"
	"emblo/core/recipe"
	"emblo/core/say"
	"emblo/core/written"
)

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
	if last := chain("things", j.Things, nil); last != "" {
		made = append(made, last)
	}
	laid := chain("floor", []recipe.Step{j.LaidOut}, made)
	for i, steps := range j.Poured {
		chain(fmt.Sprintf("poured-%d", i), steps, []string{laid})
	}
	return all
}

// playMinutes is how long a set-up is taken to be played at (common practice).
const playMinutes = 45

// afterOf returns what is done when a set-up has been played at, one step after the other. It is done by
// who is in the room, so that it is not scheduled with what is prepared.
func afterOf(p *Coming, r reckoned, opens int) (all []job) {
	at := opens + playMinutes
	for n, s := range r.After(r.group) {
		at += s.Minutes
		one := job{of: p, playAt: r.opening.At, text: s.Text, adult: s.AdultOnly, children: s.ChildrenHelp}
		one.Step = prep.Step{ID: fmt.Sprintf("%s/after/%d-%08x", p.ID, n, tagOf(s)), Minutes: s.Minutes, Until: at}
		all = append(all, one)
	}
	return all
}

// tagOf tells a step from another that comes to stand in its place.
func tagOf(s recipe.Step) uint32 {
	h := fnv.New32a()
	fmt.Fprint(h, s.Text.String(), s.Minutes, s.Wait)
	return h.Sum32()
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

func (d *Desk) writeSlot(s prep.Slot, j job, jobs []job, wall func(int) clock.Wall) written.PrepSlot {
	w := written.PrepSlot{ID: s.Step.ID, SetupID: j.of.ID, Setup: j.of.Name, Room: d.RoomName(j.of.RoomID), PlayAt: j.playAt.String(), Text: d.Pen.Text(j.text), Starts: wall(s.Start).String(), Ends: wall(s.End).String(),
		Minutes: s.Step.Minutes, Uses: s.Step.Uses, AdultOnly: j.adult, ChildrenHelp: j.children, LateMinutes: s.Late, Outside: s.Outside, Crowded: s.Crowded, Pressed: s.Late > 0 || s.Crowded, Asks: d.Pen.Text(asks(j.probe))}
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
