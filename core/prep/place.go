package prep

import "slices"

// place places the steps in an order, each as late as those placed before it let it.
func (p *planner) place(order []int) *placed {
	out := &placed{slots: make([]Slot, len(p.steps)), done: make([]bool, len(p.steps)), order: slices.Clone(order)}
	need := p.latest()
	for i := range p.steps {
		if s := &p.steps[i]; s.Done {
			out.slots[i] = Slot{Step: *s, Start: s.DoneAt - s.Minutes, End: s.DoneAt, Holds: s.DoneAt + s.Waits,
				Why: ByTick}
			out.done[i] = true
		}
	}
	for _, i := range order {
		slot := p.slot(out, i)
		out.slots[i], out.done[i] = slot, true
		out.cost.early += max(0, need[i]-slot.End)
	}
	p.weigh(out)
	return out
}

// slot finds the latest time for a step.
func (p *planner) slot(out *placed, i int) Slot {
	s := &p.steps[i]
	slot := Slot{Step: *s, Why: ByDeadline, Holds: s.Until}
	end, from := s.Until-s.Waits, p.earliest[i]
	for _, j := range p.after[i] {
		if next := out.slots[j]; next.Start-s.Waits < end {
			end, slot.Why, slot.With = next.Start-s.Waits, ByNext, next.Step.ID
		}
		slot.Holds = min(slot.Holds, out.slots[j].Start)
	}
	for {
		free, ok, moved := p.inWindow(s, end)
		if !ok || free-s.Minutes < from {
			return p.late(out, i, slot)
		}
		if moved {
			slot.Why, slot.With = ByWindow, ""
		}
		clash, why := p.clash(out, s, free-s.Minutes, free)
		if clash < 0 {
			slot.Start, slot.End = free-s.Minutes, free
			return slot
		}
		other := &out.slots[clash]
		slot.Why, slot.With = why, other.Step.ID
		if end = other.Start; why == ByPlace {
			end = other.End - s.Waits
		}
	}
}

// late begins a step as soon as it can be, where it cannot be in time: hands outside the windows rather
// than too late, and too late rather than not at all.
func (p *planner) late(out *placed, i int, slot Slot) Slot {
	s := &p.steps[i]
	end, from := s.Until-s.Waits, p.earliest[i]
	for _, j := range p.after[i] {
		end = min(end, out.slots[j].Start-s.Waits)
	}
	for start := end - s.Minutes; start >= from; start-- {
		if clash, _ := p.clash(out, s, start, start+s.Minutes); clash < 0 {
			slot.Start, slot.End, slot.Why, slot.With = start, start+s.Minutes, ByWindow, ""
			return slot
		}
	}
	slot.Why, slot.With = ByNow, ""
	slot.Start = max(from, end-s.Minutes)
	slot.End = slot.Start + s.Minutes
	return slot
}

// inWindow returns the latest end of a step by hand that is over by then inside one window of who does
// it; ok is false where there is none, and moved says that it is earlier than asked for.
func (p *planner) inWindow(s *Step, end int) (free int, ok, moved bool) {
	best := 0
	for _, w := range p.day.crewOf(s).Windows {
		if last := min(end, w.To); last-s.Minutes >= w.From && (!ok || last > best) {
			best, ok = last, true
		}
	}
	if !ok {
		return end, false, false
	}
	return best, true, best < end
}

func (p *planner) within(s *Step, start, end int) bool {
	return slices.ContainsFunc(p.day.crewOf(s).Windows, func(w Window) bool { return start >= w.From && end <= w.To })
}

// crewName tells crews apart: a name that nobody knows is the day's own.
func (p *planner) crewName(s *Step) string {
	if _, known := p.day.Crews[s.Crew]; known {
		return s.Crew
	}
	return ""
}

// room returns how much there is of a resource.
func (p *planner) room(of string) int {
	if n, named := p.day.Room[of]; named {
		return n
	}
	return 1
}

// clash returns a step that is in the way of one at a time, and why; -1 for none.
func (p *planner) clash(out *placed, s *Step, start, end int) (int, Reason) {
	if i := p.crowded(out, start, end, p.day.crewOf(s).Hands, func(o *Slot) bool {
		return p.crewName(&o.Step) == p.crewName(s)
	}, handsOf); i >= 0 {
		return i, ByHands
	}
	if s.Uses != "" {
		if i := p.crowded(out, start, end, p.room(s.Uses), func(o *Slot) bool {
			return o.Step.Uses == s.Uses
		}, handsOf); i >= 0 {
			return i, ByUse
		}
	}
	if s.In != "" && s.Waits > 0 {
		if i := p.crowded(out, end, end+s.Waits, p.room(s.In), func(o *Slot) bool {
			return o.Step.In == s.In
		}, waitOf); i >= 0 {
			return i, ByPlace
		}
	}
	return -1, 0
}

func handsOf(s *Slot) (from, to int) { return s.Start, s.End }
func waitOf(s *Slot) (from, to int)  { return s.End, s.End + s.Step.Waits }

// crowded returns the step to go before so that there is room between two times; -1 where there is. Of
// those that leave none at one moment it is the one that begins last: as long as it runs with the
// others, there is none.
func (p *planner) crowded(out *placed, from, to, room int, of func(*Slot) bool, when func(*Slot) (int, int)) int {
	var at []int
	for i, done := range out.done {
		if slot := &out.slots[i]; done && of(slot) {
			if f, t := when(slot); f < to && t > from {
				at = append(at, i)
			}
		}
	}
	if len(at) < room {
		return -1
	}
	worst, begins := -1, 0
	for _, i := range at { // the most run at once when one of them begins, or at the beginning
		m, _ := when(&out.slots[i])
		m = max(m, from)
		n, last, began := 0, -1, 0
		for _, j := range at {
			f, t := when(&out.slots[j])
			if f > m || t <= m {
				continue
			}
			if n++; last < 0 || f > began {
				last, began = j, f
			}
		}
		if n >= room && (worst < 0 || began > begins) {
			worst, begins = last, began
		}
	}
	return worst
}

// weigh says of every step whether it is late, outside the windows or crowded, and what that costs.
func (p *planner) weigh(out *placed) {
	for i := range out.slots {
		slot := &out.slots[i]
		if slot.Step.Done {
			continue
		}
		slot.Late = max(0, slot.End+slot.Step.Waits-slot.Step.Until)
		slot.Outside = !p.within(&slot.Step, slot.Start, slot.End)
		out.cost.late += slot.Late
		if slot.Outside {
			out.cost.outside += slot.Step.Minutes
		}
		out.done[i] = false
		if clash, _ := p.clash(out, &slot.Step, slot.Start, slot.End); clash >= 0 {
			slot.Crowded = true
			out.cost.crowded++
		}
		out.done[i] = true
	}
}
