package prep

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// draw draws a day and steps on it: some after others, some at a stove or in a freezer, some that do not
// stand for long, some by a room's own hands.
func draw(t *rapid.T, most, horizon int) ([]Step, Day) {
	crew := func() (c Crew) {
		c.Hands = rapid.IntRange(1, 2).Draw(t, "hands")
		for from := 0; from < horizon; {
			w := Window{From: from + rapid.IntRange(0, 4).Draw(t, "gap")}
			w.To = w.From + rapid.IntRange(4, 12).Draw(t, "free")
			c.Windows, from = append(c.Windows, w), w.To+1
		}
		return c
	}
	day := Day{Crew: crew(), Crews: map[string]Crew{"lanterns": crew()},
		Room: map[string]int{"freezer": rapid.IntRange(1, 2).Draw(t, "shelves")}}
	steps := make([]Step, rapid.IntRange(1, most).Draw(t, "steps"))
	for i := range steps {
		s := Step{ID: fmt.Sprintf("s%02d", i), Minutes: rapid.IntRange(1, 4).Draw(t, "minutes"),
			Until: rapid.IntRange(horizon/2, horizon).Draw(t, "until")}
		s.Uses = rapid.SampledFrom([]string{"", "stove"}).Draw(t, "uses")
		s.Crew = rapid.SampledFrom([]string{"", "", "lanterns", "nobody knows"}).Draw(t, "crew")
		s.Fresh = rapid.SampledFrom([]int{0, 0, 6, 15}).Draw(t, "fresh")
		if rapid.Bool().Draw(t, "waits") {
			s.Waits, s.In = rapid.IntRange(1, 5).Draw(t, "so long"),
				rapid.SampledFrom([]string{"", "freezer"}).Draw(t, "in")
		}
		for j := range i {
			if rapid.IntRange(0, 3).Draw(t, "after") == 0 {
				s.After = append(s.After, steps[j].ID)
			}
		}
		steps[i] = s
	}
	return steps, day
}

// What was scheduled is done: every step once, after what it needs, never more hands or stoves or
// shelves than there are unless that is said; what is late or outside the windows says so.
func TestSchedulesHoldWhatTheySay(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		steps, day := draw(t, 14, 120)
		s, err := Plan(steps, day)
		require.NoError(t, err)
		require.Len(t, s.Slots, len(steps))
		at := map[string]Slot{}
		crowded := false
		for i, slot := range s.Slots {
			at[slot.Step.ID] = slot
			crowded = crowded || slot.Crowded
			assert.Equal(t, slot.Start+slot.Step.Minutes, slot.End)
			assert.Equal(t, max(0, slot.End+slot.Step.Waits-slot.Step.Until), slot.Late)
			assert.GreaterOrEqual(t, slot.Start, day.Now)
			inside := false
			for _, w := range day.crewOf(&slot.Step).Windows {
				inside = inside || slot.Start >= w.From && slot.End <= w.To
			}
			if s := slot.Step; s.Fresh > 0 {
				assert.GreaterOrEqual(t, slot.End+s.Waits, s.Until-s.Fresh, "it does not stand for so long")
			}
			assert.Equal(t, !inside, slot.Outside, slot.Step.ID)
			if i > 0 {
				assert.LessOrEqual(t, s.Slots[i-1].Start, slot.Start)
			}
		}
		for _, slot := range s.Slots {
			for _, id := range slot.Step.After {
				assert.GreaterOrEqual(t, slot.Start, at[id].End+at[id].Step.Waits, "%s after %s", slot.Step.ID, id)
			}
		}
		if crowded {
			return
		}
		for m := range 140 {
			hands, stove, shelf := map[string]int{}, 0, 0
			for _, slot := range s.Slots {
				if slot.Start <= m && m < slot.End {
					if hands[whose(slot.Step)]++; slot.Step.Uses == "stove" {
						stove++
					}
				}
				if slot.Step.In == "freezer" && slot.End <= m && m < slot.End+slot.Step.Waits {
					shelf++
				}
			}
			require.LessOrEqual(t, hands[""], day.Hands, "at %d", m)
			require.LessOrEqual(t, hands["lanterns"], day.Crews["lanterns"].Hands, "at %d", m)
			require.LessOrEqual(t, stove, 1, "at %d", m)
			require.LessOrEqual(t, shelf, day.Room["freezer"], "at %d", m)
		}
	})
}

// whose names the crew of a step; one that nobody knows is the day's.
func whose(s Step) string {
	if s.Crew == "lanterns" {
		return s.Crew
	}
	return ""
}

// What has been done stays as it was, however late or early it was ticked; the rest moves, and nothing
// begins before what it needs is over, nor before now.
func TestTicksMoveTheRestAlone(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		steps, day := draw(t, 10, 100)
		first, err := Plan(steps, day)
		require.NoError(t, err)
		n := rapid.IntRange(0, len(steps)).Draw(t, "ticked")
		done := map[string]int{}
		for _, slot := range first.Slots[:n] {
			ready := 0
			for _, id := range slot.Step.After {
				if _, ticked := done[id]; !ticked {
					ready = -1
				}
			}
			if ready < 0 {
				continue // nobody does what cannot be begun
			}
			done[slot.Step.ID] = max(0, slot.End+rapid.IntRange(-5, 9).Draw(t, "late by"))
			day.Now = max(day.Now, done[slot.Step.ID])
		}
		after := append([]Step{}, steps...)
		for i := range after {
			if at, ticked := done[after[i].ID]; ticked {
				after[i].Done, after[i].DoneAt = true, at
			}
		}
		second, err := Plan(after, day)
		require.NoError(t, err)
		require.Len(t, second.Slots, len(steps))
		at := map[string]Slot{}
		for _, slot := range second.Slots {
			at[slot.Step.ID] = slot
		}
		for id, slot := range at {
			if end, ticked := done[id]; ticked {
				assert.Equal(t, []any{end, ByTick}, []any{slot.End, slot.Why})
				continue
			}
			assert.GreaterOrEqual(t, slot.Start, day.Now)
			for _, before := range slot.Step.After {
				assert.GreaterOrEqual(t, slot.Start, at[before].End+at[before].Step.Waits, "%s after %s", id, before)
			}
		}
	})
}

// Where everything can be in time and inside the windows, trying every minute for every step finds
// nothing that is begun later in all.
func TestSmallDaysAgreeWithTryingEveryMinute(t *testing.T) {
	found := 0
	rapid.Check(t, func(t *rapid.T) {
		steps, day := draw(t, 3, 22)
		best := -1
		starts := make([]int, len(steps))
		need := newPlanner(steps, day).latest()
		var try func(i, early int)
		try = func(i, early int) {
			if best >= 0 && early >= best {
				return
			}
			if i == len(steps) {
				best = early
				return
			}
			from := day.Now
			if s := steps[i]; s.Fresh > 0 {
				from = max(from, s.Until-s.Fresh-s.Waits-s.Minutes)
			}
			for start := from; start+steps[i].Minutes+steps[i].Waits <= steps[i].Until; start++ {
				starts[i] = start
				if fits(steps[:i+1], starts, day) {
					try(i+1, early+need[i]-start-steps[i].Minutes)
				}
			}
		}
		try(0, 0)
		s, err := Plan(steps, day)
		require.NoError(t, err)
		if best < 0 {
			assert.False(t, s.Exact, "it cannot be in time")
			return
		}
		found++
		early := 0
		for _, slot := range s.Slots {
			require.Zero(t, slot.Late)
			require.False(t, slot.Outside)
			for i := range steps {
				if steps[i].ID == slot.Step.ID {
					early += need[i] - slot.End
				}
			}
		}
		assert.True(t, s.Exact && s.Bound == 0)
		assert.Equal(t, best, early)
	})
	assert.Positive(t, found)
}

// fits reports whether the first of some steps can be done at their times together.
func fits(steps []Step, starts []int, day Day) bool {
	for i, s := range steps {
		inside := false
		for _, w := range day.crewOf(&s).Windows {
			inside = inside || starts[i] >= w.From && starts[i]+s.Minutes <= w.To
		}
		if !inside {
			return false
		}
		for j, before := range steps {
			for _, id := range s.After {
				if id == before.ID && starts[i] < starts[j]+before.Minutes+before.Waits {
					return false
				}
			}
		}
	}
	for m := range 40 {
		hands, stove, shelf := map[string]int{}, 0, 0
		for i, s := range steps {
			end := starts[i] + s.Minutes
			if starts[i] <= m && m < end {
				if hands[whose(s)]++; s.Uses == "stove" {
					stove++
				}
			}
			if s.In == "freezer" && end <= m && m < end+s.Waits {
				shelf++
			}
		}
		if hands[""] > day.Hands || hands["lanterns"] > day.Crews["lanterns"].Hands || stove > 1 ||
			shelf > day.Room["freezer"] {
			return false
		}
	}
	return true
}

func TestStepsThatCannotBe(t *testing.T) {
	day := Day{Crew: Crew{Hands: 1}}
	for says, steps := range map[string][]Step{
		"waits for itself": {{ID: "a", Minutes: 1, After: []string{"b"}}, {ID: "b", Minutes: 1,
			After: []string{"a"}}},
		"which is not there":             {{ID: "a", Minutes: 1, After: []string{"z"}}},
		"stands twice":                   {{ID: "a", Minutes: 1}, {ID: "a", Minutes: 1}},
		"between a minute and two weeks": {{ID: "a"}},
	} {
		_, err := Plan(steps, day)
		assert.ErrorContains(t, err, says)
	}
	_, err := Plan([]Step{{ID: "a", Minutes: 1}}, Day{})
	assert.ErrorContains(t, err, "there is no adult")
	s, err := Plan(nil, day)
	assert.True(t, err == nil && s.Exact && len(s.Slots) == 0)
}

// Frozen blocks for play at ten: water is poured the evening before, while hands are there, and freezes
// through the night; the dough is cooked when the stove and the hands are free.
func ExamplePlan() {
	const hour = 60
	steps := []Step{
		{ID: "pour the water", Minutes: 10, Waits: 14 * hour, In: "freezer", Until: 34 * hour},
		{ID: "turn the blocks out", Minutes: 10, After: []string{"pour the water"}, Until: 34 * hour},
		{ID: "cook the dough", Minutes: 15, Uses: "stove", Waits: 30, Until: 33*hour + 50},
	}
	s, _ := Plan(steps, Day{Crew: Crew{Hands: 1, Windows: []Window{{16 * hour, 18 * hour}, {31 * hour, 34 * hour}}}})
	for _, slot := range s.Slots {
		fmt.Printf("%02d:%02d %s\n", slot.Start/60%24, slot.Start%60, slot.Step.ID)
	}
	// Output:
	// 17:50 pour the water
	// 09:05 cook the dough
	// 09:50 turn the blocks out
}

// BenchmarkWeek schedules 120 steps of 15 set-ups over a week.
func BenchmarkWeek(b *testing.B) {
	const day = 24 * 60
	var steps []Step
	var windows []Window
	for d := range 7 {
		windows = append(windows, Window{d*day + 7*60, d*day + 9*60}, Window{d*day + 12*60, d*day + 14*60},
			Window{d*day + 16*60, d*day + 18*60})
	}
	for setup := range 15 {
		for i := range 8 {
			s := Step{ID: fmt.Sprintf("%02d-%d", setup, i), Minutes: 5, Until: (2+setup%5)*day + 600 + 15*(setup%4)}
			if i > 0 {
				s.After = []string{fmt.Sprintf("%02d-%d", setup, i-1)}
			}
			if i == 3 {
				s.Uses, s.Waits, s.In = "stove", 60, "drying space"
			}
			steps = append(steps, s)
		}
	}
	for b.Loop() {
		if _, err := Plan(steps, Day{Crew: Crew{Hands: 2, Windows: windows},
			Room: map[string]int{"drying space": 3}}); err != nil {
			b.Fatal(err)
		}
	}
}
