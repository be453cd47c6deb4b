package preparing

import (
	"fmt"
	"slices"
	"time"

	"emblo/core/clock"
	"emblo/core/desk"
	"emblo/core/prep"
	"emblo/core/recipe"
	"emblo/core/recipe/scale"
	"emblo/core/say"
	"emblo/core/written"
)

// job is a step of one set-up as it is scheduled.
type job struct {
	prep.Step
	of     *desk.Coming
	playAt clock.Wall
	// step is what hands do, with what has to be measured before it is ticked: at its end, or at the end of the
	// wait that it comes after.
	step     recipe.Step
	waitText say.Text
	was      string // the id that it had while ids were made of words
	// together is the batch that it begins, where that is for several set-ups.
	together *written.PrepTogether
	with     []string // the other set-ups that what it makes is for
	// amounts is what goes in with it, of the whole batch, which is made in so many pots.
	amounts []written.Amount
	pots    int
}

// jobs are steps of set-ups, each behind those that it comes after.
type jobs []job

// madeName names the work at what a place is made by.
func madeName(place int) string { return fmt.Sprintf("made-%d", place) }

func (d *due) job(s recipe.Step) job {
	one := job{of: d.of, playAt: d.r.Opening.At, step: s}
	one.Step = prep.Step{Minutes: max(1, s.Minutes), Uses: string(s.At), Until: d.opens, Crew: d.crew()}
	return one
}

// crew names whose hands prepare for a set-up: those of its room where it has its own.
func (d *due) crew() string {
	if d.room.Roster.Prepares() {
		return d.room.ID
	}
	return ""
}

// named gives a job the id of its step in a chain of a set-up; a step that comes again is numbered.
func (all jobs) named(one *job, chain string, n int) {
	one.ID = fmt.Sprintf("%s/%s/%s", one.of.ID, chain, one.step.ID)
	one.was = fmt.Sprintf("%s/%s/%d-%s", one.of.ID, chain, n, one.step.Tag())
	for again, id := 2, one.ID; slices.ContainsFunc(all, func(o job) bool { return o.ID == one.ID }); again++ {
		one.ID = fmt.Sprintf("%s-%d", id, again)
	}
}

// chain adds steps one after the other, a wait to the step that it begins with, and returns the last.
func (all *jobs) chain(d *due, name string, steps []recipe.Step, after []string) (last string) {
	n := 0
	var cooled recipe.Probe // what has to be read before the next step
	for i := 0; i < len(steps); {
		s := steps[i]
		one := d.job(s)
		all.named(&one, name, n)
		one.After = after
		one.step.Probe, cooled = cooled, recipe.Probe{}
		if s.Wait() { // somebody puts it there
			one.Minutes, one.Uses = 1, ""
		} else {
			i++
			if s.Probe.Asked() {
				one.step.Probe = s.Probe
			}
		}
		for ; i < len(steps) && steps[i].Wait(); i++ {
			one.Waits, one.In = one.Waits+max(0, steps[i].Minutes), string(steps[i].At)
			one.waitText = steps[i].Text
			if steps[i].Probe.Asked() {
				cooled = steps[i].Probe
			}
		}
		*all, after, last, n = append(*all, one), []string{one.ID}, one.ID, n+1
	}
	return last
}

const hour = 60 // minutes

// jobsOf returns the steps of the set-ups that are prepared for, in the order in which they open: what
// each place is made by, in its order, then the floor, then what is poured where it stands. What is made
// in one batch is made once, and each portion of it set aside.
func (d Preparing) jobsOf(dues []due, ticks []PrepTick) (all jobs) {
	shares := d.shares(dues, ticks)
	lastOf := map[*together]string{}
	for i := range dues {
		of := &dues[i]
		j := of.r.Jobs()
		if slices.ContainsFunc(dues[:i], func(d due) bool { return d.room == of.room && of.opens-d.opens < hour }) {
			j = j.Beside()
		}
		var made []string
		for place, steps := range j.Made {
			w := shares[spot{i, place}]
			mix := of.r.Places[place].Mix
			var last string
			switch {
			case w != nil && !w.makes(spot{i, place}):
				all = append(all, of.aside(place, []string{lastOf[w]}, dues[w.spots[0].due].opens))
				last = all[len(all)-1].ID
			case w == nil && mix != nil && mix.Stored == nil && ticked(ticks, of.asideID(place)):
				all = append(all, of.aside(place, nil, of.opens)) // the one that it was made with has opened
				last = all[len(all)-1].ID
			case w != nil:
				first := len(all)
				last = all.chain(of, madeName(place), w.Steps, nil)
				all[first].together, lastOf[w] = d.writeTogether(w, dues), last
				d.measure(all[first:], w.Batch, 0) // the first of the steps says how many pots all of it takes
				for n := range all[first:] {
					all[first+n].with = w.others(dues)
				}
			default:
				first := len(all)
				last = all.chain(of, madeName(place), steps, nil)
				if mix != nil && mix.Stored == nil {
					d.measure(all[first:], mix.Batch, mix.Pots.Count)
				}
			}
			if last == "" {
				continue
			}
			if stands := of.r.Places[place].Play().Stands; stands > 0 {
				all[len(all)-1].Fresh = stands
			}
			made = append(made, last)
		}
		if last := all.chain(of, "things", j.Things, nil); last != "" {
			made = append(made, last)
		}
		laid := all.chain(of, "floor", []recipe.Step{j.LaidOut}, made)
		for n, steps := range j.Poured {
			all.chain(of, fmt.Sprintf("poured-%d", n), steps, []string{laid})
		}
	}
	return all
}

// measure gives steps the amounts of the batch that they put in; the first, where it puts in nothing, all of them,
// to be laid out.
func (d Preparing) measure(steps jobs, b scale.Batch, pots int) {
	for n := range steps {
		for _, a := range b.Amounts {
			if uses := steps[n].step.Uses; slices.Contains(uses, a.Line.Item.ID) || n == 0 && len(uses) == 0 {
				steps[n].amounts, steps[n].pots = append(steps[n].amounts, d.Pen.Amount(a)), pots
			}
		}
	}
}

// PlayMinutes is how long a set-up is taken to be played at where nothing ends it sooner (common
// practice).
const PlayMinutes = 45

// after adds what is done when a set-up has been played at, one step after the other. It is done by
// who is in the room, so that it is not scheduled with what is prepared.
func (all *jobs) after(d *due) {
	at := d.opens + PlayMinutes
	if plays := d.r.Plays(); plays > 0 {
		at = d.opens + plays
	}
	for n, s := range d.r.After(d.r.Group) {
		at += s.Minutes
		one := d.job(s)
		all.named(&one, "after", n)
		one.Until = at
		*all = append(*all, one)
	}
}

// doneBy notes in the jobs which are done and when, in minutes since a moment, and returns by whom: what
// is ticked, and what comes before that.
func doneBy(jobs jobs, ticks []PrepTick, origin time.Time) map[string]PrepTick {
	done := make(map[string]PrepTick, len(ticks))
	for _, t := range ticks {
		done[t.Step] = t
	}
	for i := range jobs { // what has to be measured by now is not done by a tick of before
		if t, ticked := done[jobs[i].ID]; ticked && !t.measures(jobs[i].step.Probe) {
			delete(done, jobs[i].ID)
		}
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
				done[id] = PrepTick{Step: id, By: t.By, At: t.At.Add(-time.Duration(jobs[i].Minutes+
					before.Waits) * time.Minute)}
			}
		}
	}
	return done
}

func (d Preparing) writeSlot(s prep.Slot, j job, jobs jobs, wall func(int) clock.Wall) written.PrepSlot {
	w := written.PrepSlot{Step: d.Pen.Step(j.step), SetupID: j.of.ID, Setup: j.of.Name, Room: d.RoomName(j.of.RoomID),
		PlayAt: j.playAt.String(), Starts: wall(s.Start).String(), Ends: wall(s.End).String(),
		LateMinutes: s.Late, Outside: s.Outside, Crowded: s.Crowded, Pressed: s.Late > 0 || s.Crowded,
		Together: j.together, Amounts: j.amounts, Pots: j.pots}
	w.ID, w.Minutes, w.Resource, w.Wait = s.Step.ID, s.Step.Minutes, s.Step.Uses, false
	if s.Step.Fresh > 0 {
		w.NotBefore = wall(s.Step.Until - s.Step.Fresh).String()
	}
	if s.Step.Waits > 0 {
		w.WaitMinutes, w.WaitText, w.WaitUntil = s.Step.Waits, d.Pen.Text(j.waitText), wall(s.End+s.Step.Waits).String()
		if w.WaitText == w.Text {
			w.WaitText = ""
		}
	}
	other := say.Text("")
	if at := slices.IndexFunc(jobs, func(o job) bool { return o.ID == s.With }); at >= 0 {
		other = jobs[at].step.Text
	}
	w.Why = d.Pen.Text(whyThen(s, other))
	return w
}

// whyThen says why a step is done when it is and not later.
func whyThen(s prep.Slot, other say.Text) say.Text {
	switch s.Why {
	case prep.ByNext: // the line below shows it
		return ""
	case prep.ByWindow:
		return "Last free prep time before play"
	case prep.ByHands:
		return say.F("Adults are needed then for: {step}", other)
	case prep.ByUse:
		return say.F("The {place} is needed then for: {step}", say.Text(s.Step.Uses), other)
	case prep.ByPlace:
		return say.F("The {place} is full then, with: {step}", say.Text(s.Step.In), other)
	case prep.ByTick:
		return "Done."
	case prep.ByNow:
		return "Running late. Start now, make less, or move play later."
	}
	return "Must be done by then"
}
