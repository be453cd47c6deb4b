package preparing

import (
	"slices"
	"time"

	"emblo/core/age"
	"emblo/core/clock"
	"emblo/core/desk"
	"emblo/core/desk/bench"
	"emblo/core/pen"
	"emblo/core/prep"
	"emblo/core/room"
	"emblo/core/say"
	"emblo/core/strict"
	"emblo/core/written"
)

// prepAhead is how many days after a day are prepared for on it: what freezes or soaks begins a day or two
// before.
const prepAhead = 3

// slot is a step as it is written, with when that is.
type slot struct {
	written.PrepSlot
	starts, ends clock.Wall
}

// scheduled is when each step of the coming plans is done, in order, as it is written.
type scheduled struct {
	windows  []room.Free
	told     bool
	rooms    []written.PrepRoom // that prepare for themselves
	notReady []string           // by name
	unready  []string           // the same by id
	slots    []slot
	holds    []clock.Wall // until when what was made may wait
	after    []slot       // what is done when play is over
	exact    bool
	bound    int
}

// Prep schedules all that the coming plans take, backward from when each opens, and writes what of it is
// done on a day. Nothing is prepared for a plan that does not go in as it stands. What is ticked stays
// when it was done, with all that comes before it, and the rest moves.
func (d Preparing) Prep(plans []desk.Coming, ticks []PrepTick, day age.Date, now clock.Wall) (written.PrepDay, error) {
	s, err := d.schedule(plans, ticks, day, now)
	out := written.PrepDay{Day: day.String(), Now: now.String(), Windows: written.WriteFree(s.windows), Told: s.told,
		Hands: d.Settings.PrepHands, Rooms: s.rooms, Slots: []written.PrepSlot{}, Waiting: []written.PrepSlot{},
		NotReady: s.notReady,
		Exact:    s.exact, BoundMinutes: s.bound, SpareMinutes: d.spare(s, day, now), Late: []written.PrepLate{},
		After: []written.PrepSlot{}, Missing: d.missing(plans, day, now)}
	for i, slot := range s.slots {
		switch on := slot.starts.Day(); {
		case on == day:
			out.Slots = append(out.Slots, slot.PrepSlot)
		case day.After(on) && slot.WaitUntil != "" && !day.After(s.holds[i].Day()):
			out.Waiting = append(out.Waiting, slot.PrepSlot)
		}
	}
	for _, slot := range s.after {
		if slot.starts.Day() == day {
			out.After = append(out.After, slot.PrepSlot)
		}
	}
	if err != nil {
		return out, err
	}
	out.Late = d.late(s, plans, ticks, out.Day, now)
	if !slices.ContainsFunc(out.Slots, func(s written.PrepSlot) bool { return !s.Done }) {
		out.Next, err = d.beginsAfter(plans, ticks, day, now)
	}
	return out, err
}

// missing returns what is missing before the set-ups of a day are ready, and with what they clash, those with neither
// left out.
func (d Preparing) missing(plans []desk.Coming, day age.Date, now clock.Wall) []written.PrepMissing {
	all, clashes := bench.On(d.Desk).Missing(plans, now), bench.On(d.Desk).Clashes(plans, now)
	out := []written.PrepMissing{}
	for i := range plans {
		if p := &plans[i]; p.Opens().Day() == day && len(all[p.ID])+len(clashes[p.ID]) > 0 {
			out = append(out, written.PrepMissing{SetupID: p.ID, Setup: p.Name, Room: d.RoomName(p.RoomID),
				PlayAt: p.PlayAt, Missing: all[p.ID], Clashes: clashes[p.ID]})
		}
	}
	return out
}

// lookAhead is how many days after a day are looked over for the next that asks for something.
const lookAhead = 14

// beginsAfter returns when hands begin on the first day after one that asks for something; empty where none does.
func (d Preparing) beginsAfter(plans []desk.Coming, ticks []PrepTick, day age.Date, now clock.Wall) (string, error) {
	s, err := d.schedule(plans, ticks, day.Plus(lookAhead), now)
	var first clock.Wall
	for _, slot := range s.slots {
		if !slot.Done && slot.starts.Day().After(day) && (first.IsZero() || slot.starts.Compare(first) < 0) {
			first = slot.starts
		}
	}
	if first.IsZero() {
		return "", err
	}
	return first.String(), err
}

// spare returns how many minutes hands are free on a day from now on, when all that it asks for is done.
func (d Preparing) spare(s scheduled, day age.Date, now clock.Wall) int {
	from := 0
	if now.Day() == day {
		from = now.Fields().Hour()*60 + now.Fields().Minute()
	}
	of := func(all []room.Free, hands int) (free int) {
		for _, w := range all {
			free += max(0, w.To-max(w.From, from))
		}
		return free * hands
	}
	free := of(s.windows, d.Settings.PrepHands)
	for _, r := range d.InOrder {
		if r.Unreadable == "" && r.Roster.Prepares() {
			free += of(d.freeFor(r))
		}
	}
	for _, slot := range s.slots {
		if !slot.Done && !slot.Outside && slot.starts.Day() == day {
			free -= slot.Minutes
		}
	}
	return max(0, free)
}

// freeFor returns when hands of a room's own prepare for it, and how many.
func (d Preparing) freeFor(r *desk.Room) (free []room.Free, hands int) {
	if free = r.Roster.Free; len(free) == 0 {
		free, _ = d.Settings.Prep()
	}
	return free, max(1, r.Roster.Hands)
}

// PrepWeek writes what is prepared on each of the days from now until one, in a line a day.
func (d Preparing) PrepWeek(plans []desk.Coming, ticks []PrepTick, until age.Date, now clock.Wall) (written.PrepWeek,
	error) {
	out := written.PrepWeek{Days: []written.PrepWeekDay{}}
	s, err := d.schedule(plans, ticks, until, now)
	if err != nil {
		return out, err
	}
	for n := 0; ; n++ {
		day := clock.At(now.Day(), 24*n, 0).Day()
		if day.After(until) {
			return out, nil
		}
		w := written.PrepWeekDay{Day: day.String(), SpareMinutes: d.spare(s, day, now), Opens: []written.PrepOpening{}}
		var last clock.Wall
		for _, slot := range s.slots {
			if slot.Done || slot.starts.Day() != day {
				continue
			}
			if w.Steps++; w.From == "" {
				w.From = slot.Starts
			}
			if w.HandsMinutes += slot.Minutes; slot.ends.Compare(last) > 0 {
				last, w.To = slot.ends, slot.Ends
			}
			if slot.Pressed {
				w.Late++
			}
		}
		for i := range plans {
			if p := &plans[i]; p.Opens().Day() == day {
				w.Opens = append(w.Opens, written.PrepOpening{SetupID: p.ID, Setup: p.Name, Room: d.RoomName(p.RoomID),
					At: p.PlayAt, Ready: !slices.Contains(s.unready, p.ID)})
			}
		}
		out.Days = append(out.Days, w)
	}
}

// PrepOf writes when one of the coming plans is prepared among the others, so that its sheet and the day
// say the same.
func (d Preparing) PrepOf(of desk.Coming, plans []desk.Coming, ticks []PrepTick, now clock.Wall) (written.PrepSetup,
	error) {
	out := written.PrepSetup{Slots: []written.PrepSlot{}}
	at, fault := of.Open()
	if fault != nil {
		return out, fault
	}
	s, err := d.schedule(plans, ticks, at.Day(), now)
	for _, slot := range s.slots {
		if slot.SetupID == of.ID {
			out.Slots = append(out.Slots, slot.PrepSlot)
		}
	}
	return out, err
}

// PrepAhead writes all that is prepared for plans that open until a day, in order.
func (d Preparing) PrepAhead(plans []desk.Coming, ticks []PrepTick, until age.Date, now clock.Wall) ([]written.PrepSlot,
	error) {
	s, err := d.schedule(plans, ticks, until, now)
	all := make([]written.PrepSlot, len(s.slots))
	for i := range s.slots {
		all[i] = s.slots[i].PrepSlot
	}
	return all, err
}

// Notes says of a step what its own words do not, for a calendar.
func Notes(pen pen.Pen, s written.PrepSlot) []string {
	at := func(wall string) say.Text { return say.Copied(wall[:10] + " " + wall[11:]) }
	said := []say.Text{say.F("{setup} for {room}, opens {time}", say.Copied(s.Setup), say.Copied(s.Room), at(s.PlayAt))}
	if s.Asks != "" {
		said = append(said, say.F("The food thermometer has to read {degrees}.", say.Copied(s.Asks)))
	}
	if s.AdultOnly {
		said = append(said, "Adult only.")
	}
	if s.WaitUntil != "" {
		what := say.Text("it waits")
		if s.WaitText != "" {
			what = say.Copied(s.WaitText)
		}
		said = append(said, say.F("Then leave it: {what}, until {time}.", what, at(s.WaitUntil)))
	}
	if s.LateMinutes > 0 {
		said = append(said, "Too late for play time")
	}
	if s.Crowded {
		said = append(said, "Not enough adults or space at this time.")
	}
	if s.Outside {
		said = append(said, "Outside prep time")
	}
	return pen.All(said)
}

// Begun is when prep for a plan begins, on the wall clock, and whether what is left of it cannot be over in time.
type Begun struct {
	At   string
	Late bool
}

// Begins returns when the first hand is laid on for set-ups of the list that are still to open, among all plans
// that are prepared, by id; those that nothing is prepared for are not in it. Each is planned as the page of its own
// day plans it, so that all say the same.
func (d Preparing) Begins(listed []written.SetupSummary, plans []desk.Coming, ticks []PrepTick,
	now clock.Wall) map[string]Begun {
	begins := map[string]Begun{}
	opens := map[string]age.Date{} // of those that are listed, by id
	var days []age.Date
	for i := range plans {
		at := plans[i].Opens()
		if at.Compare(now) < 0 || !slices.ContainsFunc(listed, func(s written.SetupSummary) bool {
			return s.ID == plans[i].ID
		}) {
			continue
		}
		if opens[plans[i].ID] = at.Day(); !slices.Contains(days, at.Day()) {
			days = append(days, at.Day())
		}
	}
	for _, day := range days {
		s, err := d.schedule(plans, ticks, day, now)
		if err != nil {
			continue
		}
		for _, slot := range s.slots { // earliest first
			if opens[slot.SetupID] != day {
				continue
			}
			of, known := begins[slot.SetupID]
			if !known {
				of.At = slot.Starts
			}
			of.Late = of.Late || !slot.Done && slot.LateMinutes > 0
			begins[slot.SetupID] = of
		}
	}
	return begins
}

// span counts minutes from the midnight before a moment, in the zone of a centre.
type span struct {
	zone   *time.Location
	origin time.Time
	// last is the first moment that is not looked at any more.
	last clock.Wall
}

func (s span) minute(w clock.Wall) int { return int(w.In(s.zone).Sub(s.origin) / time.Minute) }

func (s span) wall(minute int) clock.Wall {
	return clock.WallOf(s.origin.Add(time.Duration(minute) * time.Minute).In(s.zone))
}

func (s span) timed(w written.PrepSlot, at prep.Slot) slot {
	return slot{w, s.wall(at.Start), s.wall(at.End)}
}

// windows returns when hands are free on each day.
func (s span) windows(free []room.Free) (all []prep.Window) {
	for midnight := s.wall(0).Day(); clock.At(midnight, 0, 0).Compare(s.last) < 0; midnight = midnight.Plus(1) {
		for _, w := range free {
			all = append(all, prep.Window{From: s.minute(clock.At(midnight, 0, w.From)),
				To: s.minute(clock.At(midnight, 0, w.To))})
		}
	}
	return all
}

// schedule finds when each step is done of all plans that open until a few days after a day.
func (d Preparing) schedule(plans []desk.Coming, ticks []PrepTick, day age.Date, now clock.Wall) (scheduled, error) {
	free, told := d.Settings.Prep()
	out := scheduled{windows: free, told: told, notReady: []string{}, rooms: []written.PrepRoom{}}
	in := span{zone: d.Zone, origin: clock.At(now.Day(), 0, 0).In(d.Zone), last: clock.At(day, 24*prepAhead, 0)}
	dues, played := d.open(&out, plans, in, day, now)
	// What opens later may have its part in a batch that is made by then.
	all := slices.DeleteFunc(d.jobsOf(dues, ticks), func(j job) bool { return j.Until >= in.minute(in.last) })
	var after jobs
	for i := range played {
		after.after(&played[i])
	}
	done := doneBy(all, ticks, in.origin) // and when, of the jobs
	steps := make([]prep.Step, len(all))
	for i := range all {
		steps[i] = all[i].Step
	}
	s, err := prep.Plan(steps, d.hands(&out, free, in, now))
	if err != nil {
		return out, strict.Bad("", "The day cannot be planned: %s.", err)
	}
	out.exact, out.bound = s.Exact, s.Bound
	for _, slot := range s.Slots {
		j := all[slices.IndexFunc(all, func(j job) bool { return j.ID == slot.Step.ID })]
		w := d.writeSlot(slot, j, all, in.wall)
		if t, ticked := done[j.ID]; ticked {
			w.Done, w.DoneBy, w.Measured = true, t.By, t.Measured
		}
		out.slots, out.holds = append(out.slots, in.timed(w, slot)), append(out.holds, in.wall(slot.Holds))
	}
	for _, j := range after {
		t, ticked := done[j.ID]
		if ticked {
			j.Until = int(t.At.Sub(in.origin) / time.Minute)
		}
		at := prep.Slot{Step: j.Step, Start: j.Until - j.Minutes, End: j.Until}
		w := d.writeSlot(at, j, nil, in.wall)
		w.Why, w.Done, w.DoneBy = "", ticked, t.By
		out.after = append(out.after, in.timed(w, at))
	}
	return out, nil
}

// open returns the plans that are still to open, in the order in which they do, and those that are cleared away after;
// of those that are not ready it says so.
func (d Preparing) open(out *scheduled, plans []desk.Coming, in span, day age.Date, now clock.Wall) (dues,
	played []due) {
	for i := range plans {
		p := &plans[i]
		opened := p.Opens().Compare(now) < 0 // only what comes after play is left of it
		r, err := bench.On(d.Desk).Reckon(p.Plan)
		switch {
		case opened && (err != nil || !r.Verdict.Ready()):
		case err != nil || !r.Verdict.Ready():
			out.notReady, out.unready = append(out.notReady, p.Name), append(out.unready, p.ID)
		case r.Opening.At.Day().Sub(day) < prepAhead+shareDays:
			at, _ := d.Find(p.RoomID) // it has been reckoned for
			one := due{of: p, r: r, room: at, opens: in.minute(r.Opening.At)}
			if !opened {
				dues = append(dues, one)
			}
			if r.Opening.At.Compare(in.last) < 0 {
				played = append(played, one)
			}
		}
	}
	inOrder(dues)
	return dues, played
}

// hands returns who prepares and when, those of everybody and those of rooms that prepare for themselves.
func (d Preparing) hands(out *scheduled, free []room.Free, in span, now clock.Wall) prep.Day {
	on := prep.Day{Now: in.minute(now), Crew: prep.Crew{Hands: d.Settings.PrepHands, Windows: in.windows(free)},
		Crews: map[string]prep.Crew{}}
	for _, r := range d.InOrder {
		if r.Unreadable == "" && r.Roster.Prepares() {
			free, hands := d.freeFor(r)
			on.Crews[r.ID] = prep.Crew{Hands: hands, Windows: in.windows(free)}
			out.rooms = append(out.rooms, written.PrepRoom{Room: r.Name(), Windows: written.WriteFree(free),
				Hands: hands})
		}
	}
	return on
}
