package desk_test

import (
	"fmt"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/age"
	"emblo/core/clock"
	"emblo/core/desk"
	"emblo/core/desk/bench"
	"emblo/core/desk/preparing"
	"emblo/core/recipe"
	"emblo/core/strict"
	"emblo/core/written"
)

const otherRoomID = "0192f3a1-0000-7000-8000-000000000009"

// twoRooms returns a desk of two rooms of children of five who mouth nothing, the second with hands of its
// own where it prepares itself.
func twoRooms(t require.TestingT, itself, ill bool) *desk.Desk {
	d := house(t, "UTC", []written.Child{child(1, "2021-01", "no"), child(2, "2021-03", "no")}, nil)
	other := written.Room{Name: "Pebbles", Adults: 3, Measures: "us", Drawer: []string{}, Illness: ill,
		Children: []written.Child{child(3, "2021-01", "no"), child(4, "2021-02", "no"), child(5, "2020-12", "no")}}
	if itself {
		other.Prep, other.PrepHands = []written.PrepWindow{{From: "06:00", To: "10:00"},
			{From: "15:00", To: "19:00"}}, 2
	}
	first := d.InOrder[0]
	people := desk.NewPeople(d.Settings, "", time.UTC, []*desk.Room{first, desk.ReadRoom(otherRoomID, 1,
		written.Version, other.Name, strict.Write(other))})
	return desk.New(people, d.Shelf, d.Stock)
}

// Whatever doughs and sands are planned in two rooms over a week: each portion is made once, before it opens;
// what is made in one batch is enough for all that have of it, keeps until the last of them opens, and each
// part is set aside before the first plays with it; where something goes round nobody shares.
func TestSharedBatchesAreEnoughAndInTime(t *testing.T) {
	now := clock.At(day(t, "2026-11-02"), 6, 0)
	shared := 0
	rapid.Check(t, func(t *rapid.T) {
		ill := rapid.IntRange(0, 4).Draw(t, "ill") == 0
		d := twoRooms(t, rapid.Bool().Draw(t, "itself"), ill)
		var plans []desk.Coming
		for i := range rapid.IntRange(2, 5).Draw(t, "plans") {
			portion := float64(rapid.IntRange(40, 160).Draw(t, "portion"))
			at := clock.At(day(t, "2026-11-02").Plus(rapid.IntRange(1, 7).Draw(t, "day")), rapid.IntRange(9, 15).Draw(t,
				"hour"), 30)
			plans = append(plans, desk.Coming{fmt.Sprintf("0192f3a1-0000-7000-8000-0000000002%02d", i),
				written.Setup{Name: fmt.Sprintf("Plan %d", i), Plan: written.Plan{
					RoomID: rapid.SampledFrom([]string{roomID, otherRoomID}).Draw(t, "room"), PlayAt: at.String(),
					Beside: []written.PlanItem{},
					Places: []written.Place{{ID: fmt.Sprintf("0192f3a1-0000-7000-8000-0000000003%02d", i),
						Items: []written.PlanItem{}, Base: &written.Base{Kind: "mix", PortionG: &portion,
							RecipeID: rapid.SampledFrom([]string{"stove-dough", "cold-dough", "mouldable-sand",
								"silky-dough",
								"soap-foam", "coloured-noodles"}).Draw(t, "mix")}}}}}})
		}
		until := day(t, "2026-11-12")
		slots, err := preparing.On(d).PrepAhead(plans, nil, until, now)
		require.NoError(t, err)
		made, aside := map[string]int{}, map[string]int{}
		for _, s := range slots {
			if strings.Contains(s.ID, "/made-") && !strings.Contains(s.ID, "/aside-") {
				made[s.SetupID]++
			}
			if strings.Contains(s.ID, "/aside-") {
				aside[s.SetupID]++
			}
			if s.Together == nil {
				continue
			}
			shared++
			assert.False(t, ill && slices.ContainsFunc(s.Together.For, func(f written.PrepShare) bool {
				return f.Room == "Pebbles"
			}), "nobody shares with a room where something goes round")
			need := 0.0
			first := ""
			var madeBy recipe.Recipe
			for n, f := range s.Together.For {
				p := plans[slices.IndexFunc(plans, func(p desk.Coming) bool { return p.ID == f.SetupID })]
				need += f.Grams
				if n == 0 {
					first = p.PlayAt
					madeBy, err = d.Recipe(p.Places[0].Base.RecipeID)
					require.NoError(t, err)
					assert.Equal(t, s.SetupID, p.ID, "the first makes it")
					continue
				}
				assert.Equal(t, madeBy.ID, p.Places[0].Base.RecipeID)
				at := slices.IndexFunc(slots, func(o written.PrepSlot) bool {
					return o.SetupID == p.ID && strings.Contains(o.ID, "/aside-")
				})
				require.GreaterOrEqual(t, at, 0)
				assert.LessOrEqual(t, slots[at].Ends, first, "set aside before the first plays with it")
				on := day(t, p.PlayAt[:10]).Sub(day(t, s.Starts[:10]))
				assert.LessOrEqual(t, on, madeBy.Keeping().Days, "%s is %d days old by then", madeBy.ID, on)
			}
			assert.GreaterOrEqual(t, s.Together.MadeG, need-1e-6)
			assert.LessOrEqual(t, s.Together.MadeG, need*1.2, "and not far more")
			sum := 0.0
			for _, a := range s.Together.Amounts {
				sum += a.ExactG
			}
			assert.InEpsilon(t, s.Together.MadeG, sum*(1-madeBy.Loss), 0.1)
		}
		for _, p := range plans {
			if at, fault := p.Open(); fault == nil && at.Day().Sub(until) < 3 && ready(d, p) {
				assert.Equal(t, 1, min(1, made[p.ID])+aside[p.ID], "%s is made, or set aside, once",
					p.Places[0].Base.RecipeID)
			}
		}
	})
	assert.Positive(t, shared, "some shared")
}

// ready reports whether a plan goes in as it stands.
func ready(d *desk.Desk, p desk.Coming) bool {
	r, err := bench.On(d).Reckon(p.Plan)
	return err == nil && r.Verdict.Ready()
}

func day(t require.TestingT, text string) age.Date {
	on, err := age.ParseDate(text)
	require.NoError(t, err)
	return on
}

// One batch serves set-ups of one week and no more: what opens on the seventh day after the first is made for itself
// (common practice).
func TestABatchIsSharedForAWeek(t *testing.T) {
	for apart, batches := range map[int]int{6: 1, 7: 2} {
		d, portion := twoRooms(t, false, false), 100.0
		var plans []desk.Coming
		for i, on := range []int{2, 2 + apart} {
			plans = append(plans, desk.Coming{fmt.Sprintf("0192f3a1-0000-7000-8000-0000000002%02d", i),
				written.Setup{Name: fmt.Sprintf("Plan %d", i), Plan: written.Plan{RoomID: roomID,
					PlayAt: clock.At(day(t, "2026-11-02").Plus(on), 10, 0).String(), Beside: []written.PlanItem{},
					Places: []written.Place{{ID: fmt.Sprintf("0192f3a1-0000-7000-8000-0000000003%02d", i),
						Items: []written.PlanItem{}, Base: &written.Base{Kind: "mix", PortionG: &portion,
							RecipeID: "stove-dough"}}}}}})
		}
		slots, err := preparing.On(d).PrepAhead(plans, nil, day(t, "2026-11-20"), clock.At(day(t, "2026-11-02"), 6, 0))
		require.NoError(t, err)
		cooked := 0
		for _, s := range slots {
			if strings.Contains(s.Text, "Cook on low heat") {
				cooked++
			}
		}
		assert.Equal(t, batches, cooked, "%d days apart", apart)
	}
}

// The floor of a room is covered once for what opens there within the hour; another room and a later hour have their
// own.
func TestAFloorIsLaidOutOnce(t *testing.T) {
	d := twoRooms(t, false, false)
	at := func(n int, room, when string) desk.Coming {
		p := tub("water", 20, "2026-11-27T"+when)
		p.ID, p.RoomID = fmt.Sprintf("0192f3a1-0000-7000-8000-0000000002%02d", n), room
		return p
	}
	plans := []desk.Coming{at(0, roomID, "10:00"), at(1, otherRoomID, "10:00"), at(2, roomID, "10:30"),
		at(3, roomID, "11:30")}
	prepared, err := preparing.On(d).Prep(plans, nil, morning.Day(), morning)
	require.NoError(t, err)
	minutes := map[string]int{}
	for _, s := range prepared.Slots {
		if strings.Contains(s.ID, "/floor/") {
			minutes[s.SetupID] += s.Minutes
		}
	}
	assert.Equal(t, map[string]int{plans[0].ID: 10, plans[1].ID: 10, plans[2].ID: 5, plans[3].ID: 10}, minutes)
}

// What comes hot from the stove is measured before it is poured, and nothing else is.
func TestWhatIsCookedIsMeasuredBeforePlay(t *testing.T) {
	d := house(t, "UTC", []written.Child{child(1, "2021-01", "no")}, nil)
	p := tub("cooked-rice", 20, "2026-11-27T10:00")
	p.Beside = []written.PlanItem{{ID: placeID[:len(placeID)-2] + "77", ItemID: "paper-strips", Each: 2, Use: "open"}}
	prepared, err := preparing.On(d).Prep([]desk.Coming{p}, nil, morning.Day(), morning)
	require.NoError(t, err)
	asks := map[string]string{}
	for _, s := range prepared.Slots {
		if s.Asks != "" {
			asks[s.Text] = s.Asks
		}
	}
	assert.Equal(t, map[string]string{
		"Measure in the middle before hands touch it: cooked rice": "40 °C or less"}, asks)
}
