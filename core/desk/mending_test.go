package desk_test

import (
	"fmt"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/desk"
	"emblo/core/desk/bench"
	"emblo/core/desk/mending"
	"emblo/core/written"
)

// doughs returns set-ups of a mix, each with finds.
func doughs(recipe string, n int, finds ...string) (all []mending.Kept) {
	for i := range n {
		grams := 100.0
		p := tub("water", 20, fmt.Sprintf("2026-11-2%dT10:00", 7+i))
		p.ID = fmt.Sprintf("0192f3a1-0000-7000-8000-0000000002%02d", i)
		p.Places[0].Base = &written.Base{Kind: "mix", RecipeID: recipe, PortionG: &grams, BatchID: ""}
		for j, find := range finds {
			p.Places[0].Items = append(p.Places[0].Items, written.PlanItem{
				ID: fmt.Sprintf("0192f3a1-0000-7000-8000-0000000004%d%d", i, j), ItemID: find, Each: 1, Use: "open"})
		}
		all = append(all, mending.Kept{Coming: p, Version: i + 1})
	}
	return all
}

// A wheat allergy: every stove dough that is planned is mended by one swap, of the same kind and without wheat.
func TestOneSwapForAllStoveDoughs(t *testing.T) {
	plain := []written.Child{child(1, "2022-01", "no"), child(2, "2022-03", "no")}
	assert.Empty(t, mending.On(house(t, "UTC", plain, nil)).Mends(doughs("stove-dough", 3)), "nothing has fallen")
	plain[1].Allergies = []written.Allergy{{To: "wheat", By: "touch"}}
	mends := mending.On(house(t, "UTC", plain, nil)).Mends(doughs("stove-dough", 3))
	require.Len(t, mends, 1)
	m := mends[0]
	assert.Equal(t, "Stove dough", m.Name)
	assert.Len(t, m.Setups, 3)
	require.NotEmpty(t, m.Instead)
	assert.Equal(t, "wheat-free-dough", m.Instead[0].By.RecipeID)
	assert.Empty(t, m.Instead[0].Not)
	for i, s := range m.Instead[0].Setups {
		assert.Equal(t, i+1, s.Save.Version)
		assert.Equal(t, "wheat-free-dough", s.Save.Places[0].Base.RecipeID)
		assert.InDelta(t, 100, *s.Save.Places[0].Base.PortionG, 1e-9)
	}
}

// Of set-ups that use two things that they may not, each is mended by itself, and what holds up most stands first.
func TestEachThingIsMendedByItself(t *testing.T) {
	d := house(t, "UTC", []written.Child{child(1, "2025-06", "yes"), child(2, "2025-08", "yes")}, nil)
	all := doughs("banana-dough", 2, "chickpeas")
	all[1].Places[0].Items = append(all[1].Places[0].Items, written.PlanItem{
		ID: "0192f3a1-0000-7000-8000-000000000499", ItemID: "marbles", Each: 1, Use: "open"})
	mends := mending.On(d).Mends(all)
	require.Len(t, mends, 2)
	assert.Equal(t, "chickpeas", mends[0].Of.ItemID)
	assert.Len(t, mends[0].Setups, 2)
	assert.Equal(t, "marbles", mends[1].Of.ItemID)
	assert.Len(t, mends[1].Setups, 1)
}

// Whatever is offered does what it says: what is forbidden is out of every set-up that it mends, is not laid beside
// its swap, and nothing there is forbidden that was not; all else stays as it was planned.
func TestMendsMend(t *testing.T) {
	finds := []string{"pompom-50", "chickpeas", "marbles", "oranges-whole", "conkers", "glass-gems", "jug"}
	rapid.Check(t, func(t *rapid.T) {
		born := rapid.SampledFrom([]string{"2020-02", "2023-05", "2025-06"}).Draw(t, "born")
		kid := child(1, born, rapid.SampledFrom([]string{"no", "yes"}).Draw(t, "mouths"),
			rapid.SliceOfNDistinct(rapid.SampledFrom([]string{"wheat", "milk", "soya", "egg"}), 0, 2, rapid.ID).
				Draw(t, "allergies")...)
		d := house(t, "UTC", []written.Child{kid, child(2, "2021-01", "no")}, nil)
		var all []mending.Kept
		for i, p := range drawPlans(t) {
			for j := range rapid.IntRange(0, 2).Draw(t, "more") {
				p.Places[0].Items = append(p.Places[0].Items, written.PlanItem{
					ID:     fmt.Sprintf("0192f3a1-0000-7000-8000-0000000005%d%d", i, j),
					ItemID: rapid.SampledFrom(finds).Draw(t, "thing"), Each: 1, Use: "open"})
			}
			all = append(all, mending.Kept{Coming: p, Version: 1})
		}
		for _, m := range mending.On(d).Mends(all) {
			for _, one := range m.Instead {
				assert.Len(t, m.Setups, len(one.Setups)+len(one.Not))
				for _, s := range one.Setups {
					at := slices.IndexFunc(all, func(k mending.Kept) bool { return k.ID == s.SetupID })
					checkMended(t, d, all[at], s.Save.Setup, m.Of, one.By)
				}
			}
		}
	})
}

// checkMended holds a mended set-up to what was planned.
func checkMended(t require.TestingT, d *desk.Desk, was mending.Kept, now written.Setup, of, by written.Stuff) {
	ids := func(s written.Setup) (all []string) {
		for _, p := range s.Places {
			all = append(all, p.Base.ItemID+p.Base.RecipeID)
			for _, i := range p.Items {
				all = append(all, i.ItemID)
			}
		}
		return all
	}
	before, after := ids(was.Setup), ids(now)
	old, fresh := of.ItemID+of.RecipeID, by.ItemID+by.RecipeID
	assert.NotContains(t, after, old)
	assert.Contains(t, after, fresh)
	for _, id := range before {
		if id != old {
			assert.Contains(t, after, id)
		}
	}
	assert.LessOrEqual(t, len(after), len(before))
	count := func(s written.Setup) map[string]int {
		r, err := bench.On(d).Reckon(s.Plan)
		require.NoError(t, err)
		worst := map[string]int{}
		for _, l := range r.Identified() {
			worst[l.Name] = max(worst[l.Name], int(l.Assessment.Verdict))
		}
		return worst
	}
	then := count(was.Setup)
	for name, v := range count(now) {
		if earlier, known := then[name]; known {
			assert.LessOrEqual(t, v, max(earlier, 2), name)
		} else {
			assert.LessOrEqual(t, v, 2, "%s is new and may be used", name)
		}
	}
}

// What is cooked is planned to be cooked, until somebody has found it ready.
func TestWhatWasFoundIsNotMadeReady(t *testing.T) {
	d := house(t, "UTC", []written.Child{child(1, "2021-01", "no")}, nil)
	p := tub("cooked-rice", 20, "2026-11-27T10:00").Plan
	first := func() string {
		a, err := bench.On(d).Answer(p)
		require.NoError(t, err)
		return a.Timeline[0].Text
	}
	assert.Equal(t, "Boil until soft: cooked rice", first())
	p.Have = []written.Have{{ItemID: "cooked-rice", Amount: 99999}}
	assert.NotContains(t, first(), "Boil")
}
