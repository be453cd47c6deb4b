package safety

import (
	"fmt"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/gauge"
	"emblo/core/material"
	"emblo/core/room"
	"emblo/core/unit"
)

// harsher returns the scene changed in one way that must never be judged more mildly.
func harsher(t *rapid.T, s scene) (scene, string) {
	s.room.Children = append([]room.Child(nil), s.room.Children...)
	i := rapid.IntRange(0, len(s.room.Children)-1).Draw(t, "child")
	c := &s.room.Children[i]
	switch rapid.IntRange(0, 9).Draw(t, "change") {
	case 8:
		c.Asthma, c.Eczema = true, true
		return s, "asthma and eczema"
	case 9:
		s.room.Illness, s.room.Pet = true, true
		return s, "illness and a pet"
	case 0:
		c.Months = max(0, c.Months-rapid.IntRange(1, 40).Draw(t, "younger by"))
		return s, "a younger child"
	case 1:
		c.Mouths = room.Yes
		return s, "a mouthing child"
	case 2:
		c.Developmental = room.SetMonths(rapid.IntRange(0, min(30, c.Effective(true))).Draw(t, "developmental age"))
		return s, "a lower developmental age"
	case 3:
		c.Allergies = append(append([]room.Allergy(nil), c.Allergies...), room.Allergy{To: drawAllergen(t),
			By: room.ByTouchOrAir})
		return s, "one more allergy"
	case 4:
		s.room.Adults = max(0, s.room.Adults-1)
		return s, "one adult fewer"
	case 5:
		if s.facts.Smallest.Known() {
			s.facts.Smallest = s.facts.Smallest.Shrunk(rapid.Float64Range(0, 60).Draw(t, "smaller by"))
		}
		return s, "a smaller piece of the same form"
	case 6:
		s.room.Children = append(s.room.Children, drawChild(t))
		return s, "one more child"
	default:
		for u := AdultTool; u <= Home; u++ {
			if u.exposure() >= s.use.exposure() && rapid.Bool().Draw(t, "take") {
				s.use = u
				break
			}
		}
		return s, "a more exposed use"
	}
}

func TestLawAHarsherSceneIsNeverJudgedMilder(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		before := drawScene(t)
		after, change := harsher(t, before)
		b, a := before.judge(t), after.judge(t)
		require.GreaterOrEqual(t, a.Verdict, b.Verdict, "%s\nbefore %+v\nafter %+v", change, b, a)
	})
}

func TestLawBRemovingAFactNeverClears(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		before := drawScene(t)
		after := before
		after.room.Children = append([]room.Child(nil), before.room.Children...)
		f := &after.facts
		mildest := MeasureFirst
		switch rapid.IntRange(0, 8).Draw(t, "removed") {
		case 7:
			if r := rapid.SampledFrom(readings(f)).Draw(t, "reading"); r.There() {
				*r = material.NotRead()
			}
		case 8:
			after.room.Children[0].Tried = 0
		case 0:
			f.Smallest, f.Largest = gauge.Solid{}, gauge.Solid{}
		case 1:
			f.Form = material.FormUnknown
		case 2:
			f.ContentsKnown, f.Allergens, f.MayContain, f.UsuallyContains, f.Salt = false, 0, 0, 0,
				unit.Maybe[float64]{}
		case 3:
			f.TraitsKnown, f.Traits = false, material.Traits{}
			f.InEdible, f.Expired, f.Cooled = false, false, false
			for _, r := range readings(f) {
				*r = material.Reading{}
			}
		case 4:
			f.Portion = unit.Amount{}
		case 5:
			f.Depth, mildest = unit.Maybe[unit.Length]{}, WithAHand // how deep is the adult's to keep
		default:
			after.room.Children[0].Mouths = room.Unknown
		}
		least := min(before.judge(t).Verdict, mildest)
		require.GreaterOrEqual(t, after.judge(t).Verdict, least)
	})
}

func TestLawCPolicyOnlyTightens(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		s := drawScene(t)
		tighter := s
		tighter.policy = s.policy.Tighten(drawPolicy(t))
		require.GreaterOrEqual(t, tighter.judge(t).Verdict, s.judge(t).Verdict)
		require.Equal(t, s.policy, s.policy.Tighten(Policy{}))
	})
}

// The routine changes no verdict, and calls a hand usual only where it is asked for nothing else:
// fewer habits never make more of it usual, and no condition of it has a number.
func TestTheRoutineChangesNoVerdict(t *testing.T) {
	all := room.RoutineOf(room.Habits()...)
	rapid.Check(t, func(t *rapid.T) {
		s := drawScene(t)
		g, err := NewGroup(s.room, s.ratios, s.policy)
		require.NoError(t, err)
		kept := room.RoutineOf(rapid.SliceOfDistinct(rapid.SampledFrom(room.Habits()), rapid.ID).Draw(t, "routine")...)
		fewer := kept.Without(room.RoutineOf(rapid.SampledFrom(room.Habits()).Draw(t, "struck")))
		plain, keeping, less, most := g, g.Keeping(kept), g.Keeping(fewer), g.Keeping(all)
		subject := Prepare("it", s.facts)
		a, b, c, d := plain.Judge(&subject, s.use), keeping.Judge(&subject, s.use), less.Judge(&subject, s.use),
			most.Judge(&subject, s.use)
		require.Equal(t, a.Verdict, b.Verdict)
		require.Equal(t, a.Rules(), b.Rules())
		require.False(t, a.Usual())
		require.False(t, c.Usual() && !b.Usual())
		require.False(t, b.Usual() && !d.Usual())
		if !d.Usual() {
			return
		}
		require.Equal(t, WithAHand, d.Verdict)
		for _, f := range d.Findings() {
			require.NotEmpty(t, f.Do)
			for _, do := range f.Do {
				require.NotRegexp(t, `\d|[Cc]ount|children? who|label|advice`, do.Say().String())
			}
		}
	})
}

func TestLawDOrderChangesNothing(t *testing.T) {
	defer func(saved []Rule) { table = saved }(table)
	rapid.Check(t, func(t *rapid.T) {
		s := drawScene(t)
		want := s.judge(t).Findings()
		rng := rand.New(rand.NewPCG(rapid.Uint64().Draw(t, "seed"), 0))
		shuffled := append([]Rule(nil), table...)
		rng.Shuffle(len(shuffled), func(i, j int) { shuffled[i], shuffled[j] = shuffled[j], shuffled[i] })
		table = shuffled
		children := append([]room.Child(nil), s.room.Children...)
		rng.Shuffle(len(children), func(i, j int) { children[i], children[j] = children[j], children[i] })
		s.room.Children = children
		require.Equal(t, want, s.judge(t).Findings())
	})
}

func TestLawEEveryObjectionIsExplained(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		a := drawScene(t).judge(t)
		worst := GoesIn
		for _, f := range a.Findings() {
			worst = Worst(worst, f.Verdict)
			require.NotEmpty(t, f.Reason)
			require.NotContains(t, f.Reason, "%!")
			require.NotEmpty(t, f.Numbers, f.Rule)
			require.NotEmpty(t, f.Source.Source, f.Rule)
			require.NotEmpty(t, f.Source.Standing, f.Rule)
			require.NotEmpty(t, f.Change, f.Rule)
			if f.Verdict == WithAHand {
				require.NotEmpty(t, f.Do, "%s needs a hand and does not say whose", f.Rule)
			}
			if f.Verdict == MeasureFirst {
				require.NotEmpty(t, f.Missing, f.Rule)
			}
		}
		require.Equal(t, worst, a.Verdict)
	})
}

// A room is judged by each child, worst wins: the compiled view of the whole group must
// say what asking about each child alone says.
func TestGroupJudgesAsHarshlyAsChildByChild(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		s := drawScene(t)
		s.room.Adults = room.MaxAdults
		worst := GoesIn
		for _, c := range s.room.Children {
			alone := s
			alone.room.Children = []room.Child{c}
			worst = Worst(worst, alone.judge(t).Verdict)
		}
		require.Equal(t, worst, s.judge(t).Verdict)
	})
}

func TestVerdictsAndUsesReadBack(t *testing.T) {
	for u := AdultTool; u <= Home; u++ {
		got, err := ParseUse(u.String())
		require.NoError(t, err)
		assert.Equal(t, u, got)
	}
	_, err := ParseUse("thrown")
	assert.ErrorContains(t, err, "is not a use")
	assert.False(t, Verdict(0).Valid(), "a verdict nobody reached is not a mild one")
	assert.Equal(t, "goes-in with-a-hand measure-first keep-out", fmt.Sprint(GoesIn, WithAHand, MeasureFirst, KeepOut))
}

// What a rule that is asked only about its traits would say without them is nothing, so that
// not asking it clears nothing.
func TestRulesOfTraitsSayNothingWithoutThem(t *testing.T) {
	asked := 0
	rapid.Check(t, func(t *rapid.T) {
		scene := drawScene(t)
		g, err := NewGroup(scene.room, scene.ratios, scene.policy)
		require.NoError(t, err)
		for i := range table {
			if !table[i].only {
				continue
			}
			asked++
			facts := scene.facts
			facts.Traits = facts.Traits.Minus(table[i].judges)
			s := Prepare("it", facts)
			for _, v := range []*view{&g.sure, &g.assumed, &g.sureHome, &g.assumedHome} {
				q := question{view: v, group: &g, use: scene.use, Subject: &s}
				require.Equal(t, noObjection, q.put(&table[i]), table[i].ID)
			}
		}
	})
	require.Positive(t, asked)
}
