package prep

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Each line is a day worked out by hand on paper: when every step begins, why, and what it costs.
func TestDaysWorkedOutByHand(t *testing.T) {
	free := []Window{{0, 100}}
	type want struct {
		id    string
		start int
		why   Reason
		with  string
	}
	for name, day := range map[string]struct {
		steps   []Step
		windows []Window
		hands   int
		now     int
		want    []want
		late    map[string]int
		outside []string
		crowded []string
	}{
		"it ends when it has to": {
			steps: []Step{{ID: "a", Minutes: 10, Until: 50}}, windows: free,
			want: []want{{"a", 40, ByDeadline, ""}},
		},
		"what it waits for is over before": {
			steps: []Step{{ID: "a", Minutes: 10, Waits: 5, Until: 50}, {ID: "b", Minutes: 20, Until: 50,
				After: []string{"a"}}}, windows: free,
			want: []want{{"a", 15, ByNext, "b"}, {"b", 30, ByDeadline, ""}},
		},
		"due as the next begins, it is due": {
			steps:   []Step{{ID: "a", Minutes: 10, Until: 30}, {ID: "b", Minutes: 20, Until: 50, After: []string{"a"}}},
			windows: free,
			want:    []want{{"a", 20, ByDeadline, ""}, {"b", 30, ByDeadline, ""}},
		},
		"hands go at the end of a window": {
			steps: []Step{{ID: "a", Minutes: 10, Until: 50}}, windows: []Window{{0, 35}, {45, 60}},
			want: []want{{"a", 25, ByWindow, ""}},
		},
		"a window of just the length": {
			steps: []Step{{ID: "a", Minutes: 10, Until: 50}}, windows: []Window{{0, 30}, {40, 50}},
			want: []want{{"a", 40, ByDeadline, ""}},
		},
		"one pair of hands": {
			steps: []Step{{ID: "a", Minutes: 10, Until: 50}, {ID: "b", Minutes: 10, Until: 50}}, windows: free,
			want: []want{{"b", 30, ByHands, "a"}, {"a", 40, ByDeadline, ""}},
		},
		"two pairs of hands, one stove": {
			steps: []Step{{ID: "a", Minutes: 10, Until: 50, Uses: "stove"}, {ID: "b", Minutes: 10, Until: 50,
				Uses: "stove"}}, windows: free, hands: 2,
			want: []want{{"b", 30, ByUse, "a"}, {"a", 40, ByDeadline, ""}},
		},
		"one shelf to stand on": {
			steps: []Step{{ID: "a", Minutes: 5, Waits: 10, In: "shelf", Until: 50}, {ID: "b", Minutes: 5, Waits: 20,
				In: "shelf", Until: 50}}, windows: free, hands: 2,
			want: []want{{"b", 15, ByPlace, "a"}, {"a", 35, ByDeadline, ""}},
		},
		"what does not wait needs no shelf": {
			steps: []Step{{ID: "a", Minutes: 5, In: "shelf", Until: 50}, {ID: "b", Minutes: 5, Waits: 20, In: "shelf",
				Until: 55}}, windows: free, hands: 2,
			want: []want{{"b", 30, ByDeadline, ""}, {"a", 45, ByDeadline, ""}},
		},
		"no window is long enough": {
			steps: []Step{{ID: "a", Minutes: 10, Waits: 5, Until: 50}}, windows: []Window{{0, 9}},
			want: []want{{"a", 35, ByWindow, ""}}, outside: []string{"a"},
		},
		"outside the windows hands are two all the same": {
			steps: []Step{{ID: "a", Minutes: 10, Until: 50}, {ID: "b", Minutes: 10, Until: 50}, {ID: "c", Minutes: 10,
				Until: 50, After: []string{"b"}}},
			want:    []want{{"b", 20, ByWindow, ""}, {"c", 30, ByWindow, ""}, {"a", 40, ByWindow, ""}},
			outside: []string{"a", "b", "c"},
		},
		"just in time from now": {
			steps: []Step{{ID: "a", Minutes: 10, Until: 50}}, now: 40,
			want: []want{{"a", 40, ByWindow, ""}}, outside: []string{"a"},
		},
		"too late from now": {
			steps: []Step{{ID: "a", Minutes: 10, Waits: 3, Until: 45}}, now: 40, windows: free,
			want: []want{{"a", 40, ByNow, ""}}, late: map[string]int{"a": 8},
		},
		"late, one would need more hands": {
			steps:   []Step{{ID: "a", Minutes: 10, Until: 10}, {ID: "b", Minutes: 10, Until: 10}},
			windows: []Window{{0, 20}},
			want:    []want{{"a", 0, ByDeadline, ""}, {"b", 0, ByNow, ""}}, crowded: []string{"a", "b"},
		},
		"what was done stays, and what comes after waits for it": {
			steps: []Step{{ID: "a", Minutes: 10, Waits: 20, Done: true, DoneAt: 60, Until: 30}, {ID: "b", Minutes: 5,
				Until: 50, After: []string{"a"}}}, windows: free, now: 60,
			want: []want{{"a", 50, ByTick, ""}, {"b", 80, ByNow, ""}}, late: map[string]int{"b": 35},
		},
		"it does not stand for so long": {
			steps: []Step{{ID: "a", Minutes: 10, Fresh: 20, Waits: 5, Until: 50}}, windows: []Window{{0, 34}},
			want: []want{{"a", 24, ByWindow, ""}},
		},
		"two of three at once is one too many": {
			steps: []Step{{ID: "a", Minutes: 30, Until: 90}, {ID: "b", Minutes: 20, Until: 80}, {ID: "c", Minutes: 40,
				Until: 90}}, windows: free, hands: 2,
			want: []want{{"b", 40, ByHands, "a"}, {"c", 50, ByDeadline, ""}, {"a", 60, ByDeadline, ""}},
		},
	} {
		t.Run(name, func(t *testing.T) {
			s, err := Plan(day.steps, Day{Now: day.now, Crew: Crew{Hands: max(1, day.hands), Windows: day.windows}})
			require.NoError(t, err)
			var got []want
			late := map[string]int{}
			var outside, crowded []string
			for _, slot := range s.Slots {
				got = append(got, want{slot.Step.ID, slot.Start, slot.Why, slot.With})
				if slot.Late > 0 {
					late[slot.Step.ID] = slot.Late
				}
				if slot.Outside {
					outside = append(outside, slot.Step.ID)
				}
				if slot.Crowded {
					crowded = append(crowded, slot.Step.ID)
				}
			}
			assert.Equal(t, day.want, got)
			assert.Len(t, late, len(day.late))
			assert.Subset(t, late, day.late)
			assert.ElementsMatch(t, day.outside, outside)
			assert.ElementsMatch(t, day.crowded, crowded)
			assert.Equal(t, len(late)+len(outside)+len(crowded) == 0, s.Exact)
		})
	}
}

// Ten steps are more than every order is tried of: the one due last is placed last, what cannot be known
// to be the best says by how much it may be bettered, and how long each step holds is told.
func TestTenStepsWorkedOutByHand(t *testing.T) {
	steps := []Step{{ID: "x", Minutes: 10, Until: 50}}
	for i := range 9 {
		steps = append(steps, Step{ID: fmt.Sprintf("s%d", i), Minutes: 15, Until: 175})
	}
	for end, want := range map[int]struct{ x, bound int }{
		// nine quarters of an hour from 40 to 175, x ten minutes before it would have to
		175: {30, 9*8/2*15 + 10},
		// each of the nine is five minutes early by itself: no schedule betters that
		170: {25, 9*5 + 9*8/2*15 + 15 - 9*5},
	} {
		s, err := Plan(steps, Day{Crew: Crew{Hands: 1, Windows: []Window{{0, end}}}})
		require.NoError(t, err)
		assert.Equal(t, []any{"x", want.x}, []any{s.Slots[0].Step.ID, s.Slots[0].Start})
		assert.Equal(t, []any{false, want.bound}, []any{s.Exact, s.Bound})
	}
	chain := []Step{
		{ID: "a", Minutes: 10, Waits: 5, Until: 90},
		{ID: "b", Minutes: 20, Waits: 7, Until: 90, After: []string{"a"}},
		{ID: "c", Minutes: 30, Until: 80, After: []string{"b"}},
		{ID: "d", Minutes: 4, Waits: 6, Done: true, DoneAt: 9},
		{ID: "e", Minutes: 10, Waits: 3, Fresh: 12, Until: 90, After: []string{"d"}},
		{ID: "f", Minutes: 10, Until: 99, After: []string{"d"}},
	}
	p := newPlanner(chain, Day{Crew: Crew{Hands: 1, Windows: []Window{{0, 100}}}})
	assert.Equal(t, []int{80 - 30 - 7 - 20 - 5, 80 - 30 - 7, 80, -6, 87, 99}, p.latest(), "when hands let go")
	assert.Equal(t, []int{0, 15, 15 + 27, 0, 90 - 12 - 3 - 10, 9 + 6}, p.earliest)
	s, err := Plan(chain, p.day)
	require.NoError(t, err)
	for _, slot := range s.Slots {
		assert.Equal(t, map[string]int{"a": 20, "b": 47, "c": 80, "d": 15, "e": 90, "f": 99}[slot.Step.ID], slot.Holds,
			slot.Step.ID)
	}
}

// The limits of what is planned at once are met exactly.
func TestLimitsOfSteps(t *testing.T) {
	many := make([]Step, MaxSteps+1)
	for i := range many {
		many[i] = Step{ID: fmt.Sprint(i), Minutes: 1}
	}
	assert.NoError(t, Check(many[:MaxSteps]))
	assert.ErrorContains(t, Check(many), "at most 500 steps")
	assert.NoError(t, Check([]Step{{ID: "a", Minutes: maxMinutes, Waits: maxMinutes}}))
	for _, s := range []Step{{Minutes: maxMinutes + 1}, {Minutes: 1, Waits: maxMinutes + 1}, {Minutes: 1, Waits: -1},
		{Minutes: 1, Fresh: -1}} {
		assert.ErrorContains(t, Check([]Step{s}), "between a minute and two weeks")
	}
}
