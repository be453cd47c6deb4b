package desk_test

import (
	"fmt"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/clock"
	"emblo/core/desk"
	"emblo/core/desk/bench"
	"emblo/core/desk/cupboard"
	"emblo/core/desk/preparing"
	"emblo/core/strict"
	"emblo/core/unit"
	"emblo/core/written"
)

// morning is before all that the tests plan.
var morning, _ = clock.ParseWall("2026-11-27T07:00")

func kindsOf(all []written.Missing) (kinds []string) {
	for _, m := range all {
		kinds = append(kinds, m.Kind)
	}
	return kinds
}

// drawPlans draws up to four set-ups of two days, of mixes, fillers and counted things, in the order in which they
// open.
func drawPlans(t *rapid.T) []desk.Coming {
	fillers := []string{"white-rice", "water", "yoghurt", "play-sand", "split-peas", "cornflour"}
	mixes := []string{"stove-dough", "cold-dough"}
	finds := []string{"pompom-50", "jug", "oranges-whole"}
	plans := make([]desk.Coming, rapid.IntRange(1, 4).Draw(t, "plans"))
	for i := range plans {
		at := fmt.Sprintf("2026-11-%dT%02d:00", 27+rapid.IntRange(0, 1).Draw(t, "day"), 9+2*i)
		p := tub(rapid.SampledFrom(fillers).Draw(t, "filler"), float64(rapid.IntRange(10, 60).Draw(t, "mm")), at)
		p.ID = fmt.Sprintf("0192f3a1-0000-7000-8000-0000000002%02d", i)
		if grams := 120.0; rapid.Bool().Draw(t, "mix") {
			p.Places[0].Base = &written.Base{Kind: "mix", RecipeID: rapid.SampledFrom(mixes).Draw(t, "recipe"),
				PortionG: &grams}
		}
		if rapid.IntRange(0, 9).Draw(t, "a bag of it") == 0 {
			p.Places[0].Base = &written.Base{Kind: "fill", ItemID: "white-rice", VesselID: "dish-tub",
				Unsized: &written.Unsized{In: "bag", Count: 1}}
		}
		if rapid.Bool().Draw(t, "find") {
			p.Places[0].Items = []written.PlanItem{{ID: fmt.Sprintf("0192f3a1-0000-7000-8000-0000000003%02d", i),
				ItemID: rapid.SampledFrom(finds).Draw(t, "thing"), Each: 2, Use: "open"}}
		}
		plans[i] = p
	}
	slices.SortFunc(plans, func(a, b desk.Coming) int { return a.Opens().Compare(b.Opens()) })
	return plans
}

// takenOf returns the ids of all that plans may take, in order.
func takenOf(t require.TestingT, d *desk.Desk, plans []desk.Coming) (ids []string) {
	for _, p := range plans {
		r, err := bench.On(d).Reckon(p.Plan)
		require.NoError(t, err)
		for _, u := range bench.On(d).Takes(p.Plan, &r) {
			if !slices.Contains(ids, u.ID) {
				ids = append(ids, u.ID)
			}
		}
	}
	slices.Sort(ids)
	return ids
}

// Nothing is said to be ready of which any part is short, unweighed or not noted, reckoned here by walking through the
// days; what comes in makes nothing that was ready not so; and every page says the same.
func TestReadyMeansThatNothingIsMissing(t *testing.T) {
	children := []written.Child{child(1, "2021-01", "no"), child(2, "2021-03", "no")}
	bare := house(t, "UTC", children, nil)
	ready, not := 0, map[string]int{}
	rapid.Check(t, func(t *rapid.T) {
		plans := drawPlans(t)
		have := map[string]*float64{} // nil: there, and nobody knows how much
		var jars []desk.Jar
		for _, id := range takenOf(t, bare, plans) {
			switch rapid.IntRange(0, 5).Draw(t, id) {
			case 0: // not noted
			case 1:
				have[id], jars = nil, append(jars, jar(id, nil))
			default:
				g := float64(rapid.SampledFrom([]int{0, 3, 400, 4000, 90000}).Draw(t, "grams"))
				have[id], jars = &g, append(jars, jar(id, &g))
			}
		}
		d := house(t, "UTC", children, nil, jars...)
		missing := bench.On(d).Missing(plans, morning)
		gone := map[string]float64{}
		for day, out := "", map[string]float64{}; len(plans) > 0; plans = plans[1:] {
			p := plans[0]
			if on := p.PlayAt[:10]; on != day {
				day, out = on, map[string]float64{} // what goes back is back
			}
			r, err := bench.On(d).Reckon(p.Plan)
			require.NoError(t, err)
			uses := bench.On(d).Takes(p.Plan, &r)
			lacks := !r.Verdict.Ready()
			for _, u := range uses {
				if r.Verdict.Ready() {
					if u.Back {
						out[u.ID] += u.Amount.Or(0)
					} else {
						gone[u.ID] += u.Amount.Or(0)
					}
				}
				g, noted := have[u.ID]
				if u.Back && u.Amount.Kind() == unit.ByCount && (!noted || g == nil) {
					continue // it is here until somebody says that it is not
				}
				lacks = lacks || !noted || g == nil || *g+0.05 < gone[u.ID]+out[u.ID]
			}
			all := missing[p.ID]
			if assert.NotNil(t, all); lacks {
				assert.NotEmpty(t, all, "%s is not ready", p.ID)
			}
			for _, m := range all {
				not[m.Kind]++
			}
			alone, err := bench.On(d).Answer(p.Plan)
			require.NoError(t, err)
			assert.Equal(t, len(alone.Missing) == 0, alone.Ready)
			if len(all) == 0 {
				ready++
				assert.True(t, alone.Ready && !lacks)
			}
		}
	})
	assert.Greater(t, ready, 10)
	for _, kind := range []string{written.TooLittle, written.NotWeighed, written.NotNoted, written.NobodyDoes,
		written.ToFindOut} {
		assert.Positive(t, not[kind], kind)
	}
}

func TestEveryPageSaysWhatIsMissing(t *testing.T) {
	some := 900.0
	d := house(t, "UTC", []written.Child{child(1, "2021-01", "no"), child(2, "2021-03", "no")}, nil,
		jar("white-rice", &some), jar("play-sand", nil))
	rice, sand, never := tub("white-rice", 40, "2026-11-27T10:00"), tub("play-sand", 30, "2026-11-27T11:00"),
		tub("gel-beads", 30, "2026-11-28T11:00")
	sand.ID, never.ID = roomID, placeID
	rice.Doers = []written.Doer{}
	plans := []desk.Coming{rice, sand, never}
	all := bench.On(d).Missing(plans, morning)
	assert.Equal(t, written.TooLittle, all[rice.ID][0].Kind)
	assert.InDelta(t, all[rice.ID][0].Need-some, all[rice.ID][0].Lacks, 1e-6)
	assert.Equal(t, placeID, all[rice.ID][0].Less.PlaceID)
	assert.Contains(t, kindsOf(all[sand.ID]), written.NotWeighed)
	assert.Equal(t, []string{written.ToRemove}, kindsOf(all[never.ID]), "nobody looks for what is not to be used")

	listed := []written.SetupSummary{{ID: rice.ID, Digest: written.Digest{Ready: true}}, {ID: "past", PlayAt: "2026-11-26T10:00",
		Digest: written.Digest{Ready: true}}, {ID: "far", PlayAt: "2027-11-26T10:00", Digest: written.Digest{Ready: true}}}
	bench.On(d).Tell(listed, plans, morning)
	assert.Equal(t, all[rice.ID], listed[0].Missing)
	assert.Equal(t, []bool{false, true, false}, []bool{listed[0].Ready, listed[1].Ready, listed[2].Ready})
	day, err := preparing.On(d).Prep(plans, nil, morning.Day(), morning)
	require.NoError(t, err)
	require.Len(t, day.Missing, 2)
	assert.Equal(t, all[rice.ID], day.Missing[0].Missing)
	for _, p := range cupboard.On(d).Shopping(plans, nil, morning).Plans {
		assert.Equal(t, all[p.SetupID], p.Missing)
		assert.Equal(t, map[string]string{rice.ID: "buying", sand.ID: "look", never.ID: "not-ready"}[p.SetupID], p.State)
	}

	// Each way out takes it off the list, and no other: as much as there is, and a word that it is here after all.
	shallow := rice
	shallow.Places = slices.Clone(rice.Places)
	less := all[rice.ID][0].Less
	assert.Equal(t, "mixing-bowl", less.VesselID, "13 mm are nothing to scoop in")
	shallow.Places[0].Base = &written.Base{Kind: "fill", ItemID: "white-rice", VesselID: less.VesselID,
		DepthMM: &less.DepthMM, Vessels: &less.Vessels}
	seen := rice
	seen.Have = []written.Have{{ItemID: "white-rice", Amount: all[rice.ID][0].Need}}
	for _, way := range []desk.Coming{shallow, seen} {
		a, err := bench.On(d).Answer(way.Plan)
		require.NoError(t, err)
		assert.Empty(t, a.Missing)
	}
	deeper := 50.0
	seen.Places = slices.Clone(rice.Places)
	seen.Places[0].Base = &written.Base{Kind: "fill", ItemID: "white-rice", VesselID: "dish-tub", DepthMM: &deeper}
	a, err := bench.On(d).Answer(seen.Plan)
	require.NoError(t, err)
	assert.Equal(t, []string{written.TooLittle}, kindsOf(a.Missing), "it takes more than was seen")
	for pointer, have := range map[string][]written.Have{"/have/0/item_id": {{ItemID: "nothing", Amount: 1}},
		"/have/0/amount": {{ItemID: "white-rice"}}, "/have/1/item_id": {{ItemID: "white-rice", Amount: 1},
			{ItemID: "white-rice", Amount: 2}}} {
		seen.Have = have
		_, err := bench.On(d).Answer(seen.Plan)
		var fault *strict.Fault
		require.ErrorAs(t, err, &fault)
		assert.Equal(t, pointer, fault.Pointer)
	}
}

// What a packet has to say is asked of the packets that are here, a tool that comes back is here, and one that somebody
// said is not here is short.
func TestWhatIsHereUntilSomebodySaysOtherwise(t *testing.T) {
	none := 0.0
	d := house(t, "UTC", []written.Child{child(1, "2021-01", "no", "wheat")}, nil, jar("rolled-oats", nil),
		jar("scoops", &none))
	p := tub("rolled-oats", 20, "2026-11-28T10:00")
	p.Labels = []written.PacketLabel{{ItemID: "rolled-oats", Free: []string{"wheat"}}}
	p.Beside = []written.PlanItem{{ID: roomID, ItemID: "scoops", Each: 1, Use: "open"},
		{ID: setupID, ItemID: "teaspoons", Each: 1, Use: "open"}}
	all := bench.On(d).Missing([]desk.Coming{p}, morning)[p.ID]
	assert.Equal(t, []string{written.ToRead, written.TooLittle}, kindsOf(all), "%+v", all)
}
