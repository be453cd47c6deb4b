package desk_test

import (
	"fmt"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/age"
	"emblo/core/clock"
	"emblo/core/desk"
	"emblo/core/desk/bench"
	"emblo/core/desk/cupboard"
	"emblo/core/desk/preparing"
	"emblo/core/material"
	"emblo/core/safety"
	"emblo/core/stock"
	"emblo/core/strict"
	"emblo/core/written"
)

const roomID, setupID, placeID = "0192f3a1-0000-7000-8000-000000000001", "0192f3a1-0000-7000-8000-000000000002",
	"0192f3a1-0000-7000-8000-000000000003"

func child(n int, born, mouths string, allergies ...string) written.Child {
	c := written.Child{ID: fmt.Sprintf("0192f3a1-0000-7000-8000-0000000001%02d", n),
		Initials: string([]rune{'A' + rune(n%26), 'X'}), Born: born, Mouths: mouths, Allergies: []written.Allergy{},
		Needs: written.Needs{Eaten: []string{}, Avoids: []string{}, Seeks: []string{}}}
	for _, to := range allergies {
		c.Allergies = append(c.Allergies, written.Allergy{To: to, By: "eating"})
	}
	return c
}

// house returns a desk of one room in a zone, with days and jars.
func house(t require.TestingT, zone string, children []written.Child, days []desk.Day, jars ...desk.Jar) *desk.Desk {
	at, err := time.LoadLocation(zone)
	require.NoError(t, err)
	settings, fault := written.Centre{Name: "Ours", RatioTable: "cfoc", PerAdult: []int{}, Currency: "EUR",
		Policy: written.Policy{MinimumMonths: map[string]int{}}}.Settings()
	require.Nil(t, fault)
	room := written.Room{Name: "Lanterns", Adults: 3, Measures: "metric", Drawer: []string{}, Children: children}
	people := desk.NewPeople(settings, "", at, []*desk.Room{desk.ReadRoom(roomID, 1, written.Version, room.Name,
		strict.Write(room))}).With(days)
	return desk.New(people, desk.NewShelf(nil, nil), desk.NewStock(jars, nil))
}

func tub(item string, mm float64, at string) desk.Coming {
	return desk.Coming{setupID, written.Setup{Name: "Tub", Plan: written.Plan{RoomID: roomID, PlayAt: at,
		Places: []written.Place{{ID: placeID, Base: &written.Base{Kind: "fill", ItemID: item, VesselID: "dish-tub",
			DepthMM: &mm}}}}}}
}

// Over both nights on which clocks are changed, what waits so many minutes waits just so many, and the
// clock on the wall shows the rest.
func TestPrepOverTheNightsThatAreLongerAndShorter(t *testing.T) {
	for opens, hour := range map[string]string{"2027-03-28T10:00": "an hour short", "2027-10-31T10:00": "an hour long",
		"2027-06-20T10:00": "as long as others"} {
		d := house(t, "Europe/London", []written.Child{child(1, "2022-01", "no"), child(2, "2022-03", "no")}, nil)
		blocks := tub("water", 60, opens)
		blocks.Places[0].Base.VesselID, blocks.Places[0].Base.Frozen = "loaf-tin", true
		at, err := clock.ParseWall(opens)
		require.NoError(t, err)
		before := clock.At(at.Day(), -24, 0)
		day, err := preparing.On(d).Prep([]desk.Coming{blocks}, nil, before.Day(), before)
		require.NoError(t, err)
		found := slices.IndexFunc(day.Slots, func(s written.PrepSlot) bool { return s.WaitMinutes > 0 })
		require.GreaterOrEqual(t, found, 0, hour)
		s := day.Slots[found]
		wall := func(text string) time.Time {
			w, err := clock.ParseWall(text)
			require.NoError(t, err)
			return w.In(d.Zone)
		}
		assert.Equal(t, s.WaitMinutes, int(wall(s.WaitUntil).Sub(wall(s.Ends)).Minutes()), hour)
		assert.LessOrEqual(t, s.WaitUntil, opens)
		assert.False(t, s.Outside || s.Crowded || s.LateMinutes > 0, hour)
	}
}

// Who visits never makes a verdict milder, and a day that nobody spoke of is as the room is.
func TestVisitorsNeverClearAnything(t *testing.T) {
	var fillers []string
	for _, it := range material.Standard().Items() {
		if it.Plays(material.Filler) {
			fillers = append(fillers, it.ID)
		}
	}
	own := []written.Child{child(1, "2022-01", "no"), child(2, "2023-03", "no", "wheat")}
	rapid.Check(t, func(t *rapid.T) {
		visitor := child(3, rapid.SampledFrom([]string{"2021-05", "2024-02", "2025-06"}).Draw(t, "born"),
			rapid.SampledFrom([]string{"yes", "no", "unknown"}).Draw(t, "mouths"),
			rapid.SampledFrom([]string{"milk", "sesame", "peanuts"}).Draw(t, "allergic to"))
		day := desk.Day{RoomID: roomID, On: "2026-11-27", Version: 1, DayBody: written.DayBody{Adults: 3,
			Visitors: []written.Child{visitor}}}
		alone, with := house(t, "UTC", own, nil), house(t, "UTC", own, []desk.Day{day})
		plan := tub(rapid.SampledFrom(fillers).Draw(t, "filler"), 20, "2026-11-27T10:00").Plan
		verdict := func(d *desk.Desk, p written.Plan) safety.Verdict {
			r, err := bench.On(d).Reckon(p)
			require.NoError(t, err)
			return r.Verdict
		}
		assert.GreaterOrEqual(t, verdict(with, plan), verdict(alone, plan))
		plan.PlayAt = "2026-11-28T10:00"
		assert.Equal(t, verdict(alone, plan), verdict(with, plan), "the day after")
	})
	bad := desk.Day{RoomID: roomID, On: "2026-11-27", Version: 1, Unreadable: "it is written in form 9"}
	d := house(t, "UTC", own, []desk.Day{bad})
	_, err := bench.On(d).Reckon(tub("water", 20, "2026-11-27T10:00").Plan)
	assert.ErrorContains(t, err, "who is here that day does not read", "and nothing is judged for it")
	judged := bench.On(d).Judged(tub("water", 20, "2026-11-27T10:00").Plan)
	assert.True(t, judged.Digest.Verdict == "" && !judged.Digest.Ready)
}

// A judgement is its own and no other's: judged again it is the same, and whenever a rule objects that
// did not, or asks for more, it is another that says what is new.
func TestJudgementsTellAChange(t *testing.T) {
	before, after := []written.Child{child(1, "2022-01", "no")}, []written.Child{child(1, "2022-01", "no"),
		child(2, "2024-11", "yes", "milk")}
	changed := 0
	for _, it := range material.Standard().Items() {
		if !it.Plays(material.Filler) {
			continue
		}
		plan := tub(it.ID, 20, "2026-11-27T10:00").Plan
		was, again, now := bench.On(house(t, "UTC", before, nil)).Judged(plan),
			bench.On(house(t, "UTC", before, nil)).Judged(plan), bench.On(house(t, "UTC", after, nil)).Judged(plan)
		assert.Equal(t, was.Token, again.Token, it.ID)
		assert.Equal(t, was.Token, bench.TokenOf(was.Judgement), it.ID)
		same := strict.Write(was.Judgement)
		assert.Equal(t, string(same) == string(strict.Write(now.Judgement)), was.Token == now.Token, it.ID)
		if was.Token == now.Token {
			continue
		}
		changed++
		why := now.Since(was.Judgement)
		assert.NotEmpty(t, why, it.ID)
		assert.LessOrEqual(t, len(why), 3)
		if now.Digest.Verdict != was.Digest.Verdict {
			assert.Contains(t, why[0], it.Name, "%s: the worst comes first", it.ID)
		}
	}
	assert.Greater(t, changed, 20)
}

func jar(item string, grams *float64) desk.Jar {
	moves := []written.Moved{{ID: "m", At: time.Unix(0, 0), Kind: "counted", Amount: grams}}
	return desk.ReadJar(item, 1, written.Version, strict.Write(written.WriteLabel(item, stock.Label{})), moves)
}

// What goes back is bought once for two days, what is used up is bought for both; what nobody has
// weighed is not known to be short, and what does not go in takes nothing.
func TestWhatPlansTakeOfTheCupboard(t *testing.T) {
	have := 100.0
	d := house(t, "UTC", []written.Child{child(1, "2022-01", "no"), child(2, "2022-03", "no")}, nil,
		jar("white-rice", &have), jar("yoghurt", &have), jar("play-sand", nil))
	plans := func(item string) []desk.Coming {
		one, two := tub(item, 20, "2026-11-27T10:00"), tub(item, 20, "2026-11-28T10:00")
		two.ID = "0192f3a1-0000-7000-8000-000000000003"
		return []desk.Coming{one, two}
	}
	missing := func(item string) float64 {
		l := cupboard.On(d).Shopping(plans(item), nil, morning).Lines
		require.Len(t, l, 1, item)
		return l[0].Missing
	}
	of := func(item string, mm float64) float64 {
		r, err := bench.On(d).Reckon(tub(item, mm, "2026-11-27T10:00").Plan)
		require.NoError(t, err)
		return r.Places[0].Fill.InAll().Grams()
	}
	assert.InDelta(t, of("white-rice", 20)-have, missing("white-rice"), 1e-6, "rice goes back into its jar")
	assert.InDelta(t, 2*of("yoghurt", 20)-have, missing("yoghurt"), 1e-6, "yoghurt does not")
	sand := cupboard.On(d).Shopping(plans("play-sand"), nil, morning)
	assert.True(t, len(sand.Lines) == 0 && len(sand.Unweighed) == 1)
	peas := cupboard.On(house(t, "UTC", []written.Child{child(1, "2025-06", "yes")},
		nil)).Shopping(plans("split-peas"), nil, morning)
	assert.Empty(t, peas.Lines)
	assert.Equal(t, []string{"not-ready", "not-ready"}, []string{peas.Plans[0].State, peas.Plans[1].State})
	cupboard := cupboard.On(d).Cupboard(plans("white-rice"), age.DateOf(time.Date(2026, 11, 27, 0, 0, 0, 0, time.UTC)))
	assert.Equal(t, "white-rice", cupboard.Jars[0].ItemID, "what is short comes first")
	assert.Equal(t, 1, cupboard.Short)
}
