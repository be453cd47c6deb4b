package safety

import (
	"fmt"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/allergen"
	"emblo/core/gauge"
	"emblo/core/material"
	"emblo/core/room"
)

// scene is one random question: a room under a table and a policy, a thing, and a use.
type scene struct {
	room   room.Room
	ratios room.RatioTable
	policy Policy
	facts  material.Facts
	use    Use
}

func (s scene) judge(t require.TestingT) Assessment {
	g, err := NewGroup(s.room, s.ratios, s.policy)
	require.NoError(t, err)
	subject := Prepare("thing", s.facts)
	return g.Judge(&subject, s.use)
}

func drawAllergen(t *rapid.T) allergen.Allergen {
	return rapid.SampledFrom([]allergen.Allergen{allergen.Milk, allergen.Wheat, allergen.Gluten, allergen.Peanuts,
		allergen.Other}).Draw(t, "allergen")
}

func drawChild(t *rapid.T) room.Child {
	c := room.Child{
		Label: "AB",
		Months: rapid.SampledFrom([]int{0, 5, 6, 11, 12, 17, 18, 23, 24, 30, 35, 36, 47, 48, 59, 60, 71, 72, 95, 96,
			120}).Draw(t, "months"),
		Mouths: room.Tri(rapid.IntRange(0, 2).Draw(t, "mouths")),
	}
	c.Asthma, c.Eczema = rapid.IntRange(0, 9).Draw(t, "asthma") == 0, rapid.IntRange(0, 9).Draw(t, "eczema") == 0
	if rapid.Bool().Draw(t, "has tried") {
		c.Tried = allergen.SetOf(drawAllergen(t), drawAllergen(t))
	}
	if rapid.IntRange(0, 5).Draw(t, "developmental") == 0 {
		c.Developmental = room.SetMonths(rapid.IntRange(0, 80).Draw(t, "by"))
	}
	for range rapid.IntRange(0, 1).Draw(t, "allergies") {
		c.Allergies = append(c.Allergies, room.Allergy{To: drawAllergen(t), By: room.Way(rapid.IntRange(0, 1).Draw(t,
			"way"))})
	}
	return c
}

func drawSolid(t *rapid.T) gauge.Solid {
	size := func(name string) float64 {
		return rapid.SampledFrom([]float64{1, 2, 5, 11.9, 12.6, 20, 22, 31.7, 32.3, 44.6, 45.1, 60, 70}).Draw(t, name)
	}
	switch rapid.IntRange(0, 7).Draw(t, "solid") {
	case 6:
		return gauge.Must(gauge.Cone, size("d"), size("h"))
	case 7:
		a, b := size("a"), size("b")
		return gauge.Must(gauge.Irregular, max(a, b), min(a, b), min(a, b))
	case 0:
		return gauge.Solid{}
	case 1:
		return gauge.Must(gauge.Ellipsoid, size("a"), size("b"), size("c"))
	case 2:
		return gauge.Must(gauge.Cylinder, size("d"), size("l"))
	case 3:
		return gauge.Must(gauge.Box, size("a"), size("b"), size("c"))
	default:
		return gauge.Must(gauge.Sphere, size("d"))
	}
}

// readings are the figures that only some things have.
func readings(f *material.Facts) []*material.Reading {
	return []*material.Reading{&f.Fragment, &f.Cord, &f.Loop, &f.Opening, &f.Thickness, &f.Alcohol, &f.Hot, &f.Wall,
		&f.Filled, &f.Uses, &f.KeptDays}
}

func drawReading(t *rapid.T) material.Reading {
	if rapid.IntRange(0, 3).Draw(t, "not read") == 0 {
		return material.NotRead()
	}
	return material.Read(rapid.SampledFrom([]float64{0, 0.037, 0.038, 1, 4, 5, 10, 14, 15, 22, 40, 41, 66.5, 170, 220,
		221, 300, 360, 8000}).Draw(t, "reading"))
}

func drawPolicy(t *rapid.T) Policy {
	flag := rapid.Bool()
	p := Policy{NutFree: flag.Draw(t, "nut-free"), NoFoodPlay: rapid.IntRange(0, 3).Draw(t, "no food") == 0,
		MayContainStrict: flag.Draw(t, "strict"),
		CookedOnly:       flag.Draw(t, "cooked only"), OwnPortions: rapid.IntRange(0, 3).Draw(t, "own portions") == 0,
		SameDayMixes: flag.Draw(t, "same day")}
	p.TasteSafeMonths = rapid.SampledFrom([]int{0, 0, 36, 48, 72}).Draw(t, "taste-safe")
	if flag.Draw(t, "own minimum") {
		var tunable []string
		for _, r := range Rules() {
			if r.Tunable {
				tunable = append(tunable, r.ID)
			}
		}
		p.MinimumMonths = map[string]int{rapid.SampledFrom(tunable).Draw(t, "rule"): rapid.IntRange(0, 100).Draw(t,
			"months")}
	}
	return p
}

func drawTrait(t *rapid.T) material.Trait {
	name := rapid.SampledFrom(material.AllTraits.Words()).Draw(t, "trait")
	trait, err := material.ParseTrait(name)
	require.NoError(t, err)
	return trait
}

func drawScene(t *rapid.T) scene {
	var s scene
	for range rapid.IntRange(1, 4).Draw(t, "children") {
		s.room.Children = append(s.room.Children, drawChild(t))
	}
	s.room.Adults = rapid.IntRange(0, 5).Draw(t, "adults")
	s.ratios = rapid.SampledFrom(room.RatioTables()).Draw(t, "ratios")
	flag := rapid.Bool()
	s.room.Illness, s.room.Pet = rapid.IntRange(0, 5).Draw(t, "illness") == 0, flag.Draw(t, "pet")
	s.policy = drawPolicy(t)
	s.use = Use(rapid.IntRange(int(AdultTool), int(Home)).Draw(t, "use"))
	often := func(name string) bool { return rapid.IntRange(0, 9).Draw(t, name) > 0 }

	var f material.Facts
	f.TraitsKnown, f.ContentsKnown = often("traits known"), often("contents known")
	f.Form = material.Form(rapid.IntRange(0, int(material.Strand)).Draw(t, "form"))
	f.Smallest = drawSolid(t)
	f.Largest = f.Smallest
	for range rapid.IntRange(0, 3).Draw(t, "traits") {
		f.Traits = f.Traits.With(drawTrait(t))
	}
	for range rapid.IntRange(0, 2).Draw(t, "readings") {
		*rapid.SampledFrom(readings(&f)).Draw(t, "of") = drawReading(t)
	}
	seldom := func(name string) bool { return rapid.IntRange(0, 9).Draw(t, name) == 0 }
	f.LooseInReach, f.InEdible = seldom("loose in reach"), seldom("in something edible")
	f.Expired, f.Cooled, f.ByLabel = seldom("expired"), seldom("cooled"), seldom("by its label")
	if f.ContentsKnown {
		f.Salt = material.Known(rapid.SampledFrom([]float64{0, 0, 0.001, 0.012, 0.05, 0.168, 1}).Draw(t, "salt"))
		if flag.Draw(t, "holds an allergen") {
			f.Allergens = allergen.SetOf(drawAllergen(t))
			f.MayContain = allergen.SetOf(drawAllergen(t))
			if seldom("usually holds one") {
				f.UsuallyContains = allergen.SetOf(drawAllergen(t))
			}
		}
	}
	if often("portion known") {
		f.Portion = material.Known(rapid.Float64Range(0, 500).Draw(t, "portion"))
	}
	if often("depth known") {
		f.Depth = material.Known(rapid.SampledFrom([]float64{0, 20, 21, 250, 251}).Draw(t, "depth"))
	}
	if seldom("left open") {
		f = f.LeftOpen(drawFeatures(t))
	}
	s.facts = f
	return s
}

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
			f.ContentsKnown, f.Allergens, f.MayContain, f.UsuallyContains, f.Salt = false, 0, 0, 0, material.Amount{}
		case 3:
			f.TraitsKnown, f.Traits = false, material.Traits{}
			f.InEdible, f.Expired, f.Cooled = false, false, false
			for _, r := range readings(f) {
				*r = material.Reading{}
			}
		case 4:
			f.Portion = material.Amount{}
		case 5:
			f.Depth, mildest = material.Amount{}, WithAHand // how deep is the adult's to keep
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
