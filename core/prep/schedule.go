package prep

import (
	"cmp"
	"fmt"
	"slices"
)

// Reason says why a step begins when it does and not later.
type Reason uint8

// The reasons.
const (
	ByDeadline Reason = iota // it has to be over by then
	ByNext                   // a step that needs it begins then
	ByWindow                 // hands are not free any later
	ByHands                  // the hands are at something else then
	ByUse                    // what it is done at is taken then
	ByPlace                  // what it would stand in is taken then
	ByNow                    // it is late: it begins as soon as it can
	ByTick                   // it has been done
)

// Slot is when a step is done.
type Slot struct {
	Step       Step
	Start, End int // of the hands
	Holds      int // until when it waits, at the latest: what comes after it begins then
	Why        Reason
	With       string // the step that it has to make room for, or that needs it; empty for none
	// Late is by how many minutes it is over too late; 0 for in time. Outside says that hands work
	// outside the windows, as no window is long enough in time.
	Late    int
	Outside bool
	// Crowded says that more hands, or more of what it is done at or stands in, are needed then than
	// there are: not all of it can be in time.
	Crowded bool
}

// Schedule is when every step is done, earliest first.
type Schedule struct {
	Slots []Slot
	// Exact says that everything is in time and inside the windows, and that nothing can be begun later
	// without something else being begun sooner by more; Bound is then 0. Else Bound is by how many
	// minutes all steps together may be begun later in a better schedule, at the most.
	Exact bool
	Bound int
}

// cost is how good a schedule is, each part before the next: minutes late, steps that are crowded,
// minutes by hand outside the windows, and minutes that steps are begun before they are needed.
type cost struct{ late, crowded, outside, early int }

func (c cost) compare(d cost) int {
	return cmp.Or(cmp.Compare(c.late, d.late), cmp.Compare(c.crowded, d.crowded), cmp.Compare(c.outside, d.outside),
		cmp.Compare(c.early, d.early))
}

// exactTo is for how many steps every order is tried.
const exactTo = 8

// Plan schedules steps on a day. Up to eight of them it tries every order, and the schedule is the best
// there is: nothing late if that can be, hands inside the windows, as little as possible begun early,
// ties by the ids. More are taken by when they have to be over, and the schedule says how far from the
// best it may be. It fails, with a clause, as Check does.
func Plan(steps []Step, day Day) (Schedule, error) {
	if err := Check(steps); err != nil {
		return Schedule{}, err
	}
	for i := range steps {
		if day.crewOf(&steps[i]).Hands < 1 {
			return Schedule{}, fmt.Errorf("there is no adult to prepare it")
		}
	}
	p := newPlanner(steps, day)
	taken, left := make([]bool, len(steps)), 0
	for i := range p.steps {
		if taken[i] = p.steps[i].Done; !taken[i] {
			left++
		}
	}
	if left <= exactTo {
		p.tryAll(make([]int, 0, left), left, taken)
		exact := p.best == nil || p.best.cost.late == 0 && p.best.cost.crowded == 0 && p.best.cost.outside == 0
		return p.best.schedule(exact, p.bound(exact)), nil
	}
	p.keep(p.place(p.byNeed()))
	return p.best.schedule(false, p.bound(false)), nil
}

// planner places steps backward, each as late as it can be after those placed before it.
type planner struct {
	steps []Step
	day   Day
	after [][]int // steps that come right after each
	// earliest is when each can begin at all.
	earliest []int
	best     *placed
}

// placed is a schedule in the making.
type placed struct {
	slots []Slot
	done  []bool
	cost  cost
	order []int
}

func newPlanner(steps []Step, day Day) *planner {
	sorted := slices.SortedFunc(slices.Values(steps), func(a, b Step) int { return cmp.Compare(a.ID, b.ID) })
	p := &planner{steps: sorted, day: day, after: following(sorted)}
	p.earliest = p.begins()
	return p
}

func (p *placed) schedule(exact bool, bound int) Schedule {
	s := Schedule{Exact: exact, Bound: bound}
	if p == nil {
		return s
	}
	s.Slots = slices.SortedFunc(slices.Values(p.slots), func(a, b Slot) int {
		return cmp.Or(cmp.Compare(a.Start, b.Start), cmp.Compare(a.Step.ID, b.Step.ID))
	})
	return s
}

// keep keeps a schedule that is better than the best so far.
func (p *planner) keep(one *placed) {
	if p.best == nil || one.cost.compare(p.best.cost) < 0 {
		p.best = one
	}
}

// tryAll tries every order in which each step is placed after those that come after it.
func (p *planner) tryAll(order []int, left int, taken []bool) {
	if left == 0 {
		p.keep(p.place(order))
		return
	}
	for i := range p.steps {
		if taken[i] || slices.ContainsFunc(p.after[i], func(j int) bool { return !taken[j] }) {
			continue
		}
		taken[i] = true
		p.tryAll(append(order, i), left-1, taken)
		taken[i] = false
	}
}

// byNeed orders the steps by when they have to be over, latest first, and those that come after others
// before them.
func (p *planner) byNeed() []int {
	need := p.latest()
	taken := make([]bool, len(p.steps))
	order := make([]int, 0, len(p.steps))
	for i := range p.steps {
		taken[i] = p.steps[i].Done
	}
	for {
		next := -1
		for i := range p.steps {
			if taken[i] || slices.ContainsFunc(p.after[i], func(j int) bool { return !taken[j] }) {
				continue
			}
			if next < 0 || need[i] > need[next] {
				next = i
			}
		}
		if next < 0 {
			return order
		}
		taken[next] = true
		order = append(order, next)
	}
}

// latest returns when the hands have to let go of each step, were there hands and room for all at once.
func (p *planner) latest() []int {
	need := make([]int, len(p.steps))
	known := make([]bool, len(p.steps))
	var visit func(i int) int
	visit = func(i int) int {
		if known[i] {
			return need[i]
		}
		s := &p.steps[i]
		need[i], known[i] = s.Until-s.Waits, true
		for _, j := range p.after[i] {
			need[i] = min(need[i], visit(j)-p.steps[j].Minutes-s.Waits)
		}
		return need[i]
	}
	for i := range p.steps {
		visit(i)
	}
	return need
}

// begins returns when each step can begin at all: now, when all that comes before it can be over, or as
// long before it is needed as it stands.
func (p *planner) begins() []int {
	from := make([]int, len(p.steps))
	known := make([]bool, len(p.steps))
	at := make(map[string]int, len(p.steps))
	for i, s := range p.steps {
		at[s.ID] = i
	}
	var visit func(i int) int
	visit = func(i int) int {
		if known[i] {
			return from[i]
		}
		s := &p.steps[i]
		if from[i], known[i] = p.day.Now, true; s.Fresh > 0 {
			from[i] = max(from[i], s.Until-s.Fresh-s.Waits-s.Minutes)
		}
		for _, id := range s.After {
			before := &p.steps[at[id]]
			over := before.DoneAt + before.Waits
			if !before.Done {
				over = visit(at[id]) + before.Minutes + before.Waits
			}
			from[i] = max(from[i], over)
		}
		return from[i]
	}
	for i := range p.steps {
		visit(i)
	}
	return from
}

// bound returns by how much a schedule may be better than the best that was found.
func (p *planner) bound(exact bool) int {
	if exact {
		return 0
	}
	return max(0, p.best.cost.early-p.leastEarly())
}

// leastEarly returns a number that no schedule begins its steps less early than: each by itself, in
// the last window that it fits.
func (p *planner) leastEarly() (sum int) {
	for i, need := range p.latest() {
		if p.steps[i].Done {
			continue
		}
		free, _, _ := p.inWindow(&p.steps[i], need)
		sum += max(0, need-free)
	}
	return sum
}
