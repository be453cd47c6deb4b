package plan

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/gauge"
	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/safety"
	"emblo/core/say"
	"emblo/core/unit"
	"emblo/core/vessel"
)

func in(t testing.TB, id string) vessel.Vessel {
	v, ok := vessel.Get(id)
	require.True(t, ok, id)
	return v
}

func layer(t testing.TB, words string, mm float64) Layer {
	return deep(shelfItem(t, words), mm)
}

func deep(it material.Item, mm float64) Layer { return Layer{Item: it, Depth: unit.Millimetres(mm)} }

// anySetup draws places with a mix or a filler each, and things beside them.
func anySetup(t *rapid.T, recipes []recipe.Recipe, things []material.Item) (s Setup) {
	for range rapid.IntRange(0, 4).Draw(t, "places") {
		p := Place{}
		if rapid.Bool().Draw(t, "mix") {
			p.Base = Mix{Recipe: rapid.SampledFrom(recipes).Draw(t, "recipe"), Portion: unit.Grams(100), Colours: 1,
				Use: safety.Open}
		} else {
			p.Base = Fill{Layers: []Layer{deep(rapid.SampledFrom(things).Draw(t, "filler"), 20)},
				Tub: vessel.Standard()[0], Use: safety.Open}
		}
		s.Places = append(s.Places, p)
	}
	for range rapid.IntRange(0, 3).Draw(t, "beside") {
		it := rapid.SampledFrom(things).Draw(t, "thing")
		s.Beside = append(s.Beside, Placed{Name: it.Name, Facts: it.Facts, Each: 1, Shared: rapid.Bool().Draw(t,
			"shared"), Use: safety.Open})
	}
	return s
}

// A set-up is as the worst of what is in it, wherever it lies, and what lies in one place is judged
// with what is loose in another.
func TestASetUpIsAsItsWorstPlace(t *testing.T) {
	g := nursery(t, nil, 38, 46)
	straw := blowStraw(t)
	water := Fill{Layers: []Layer{layer(t, "water", 30)}, Tub: in(t, "tray"), Use: safety.Open}
	rice := Fill{Layers: []Layer{layer(t, "white rice", 40)}, Tub: in(t, "deep-tub"), Use: safety.Open}
	blows := func(s Setup) bool {
		a, err := Reckon(s, g, unit.StandardSet(unit.Metric))
		require.NoError(t, err)
		for _, l := range a.Beside {
			for _, f := range l.Assessment.Findings() {
				if f.Rule == "blow" && f.Verdict == safety.KeepOut {
					return a.Verdict == safety.KeepOut
				}
			}
		}
		return false
	}
	assert.False(t, blows(Setup{Places: []Place{{Base: water}}, Beside: []Placed{straw}}))
	assert.True(t, blows(Setup{Places: []Place{{Base: water}, {Base: rice}}, Beside: []Placed{straw}}),
		"a straw beside a tub of rice")

	rapid.Check(t, func(t *rapid.T) {
		g, s := anyGroup(t), anySetup(t, recipe.Standard().Recipes(), material.Standard().Items())
		worst := safety.Verdict(0)
		a, err := Reckon(s, g, unit.StandardSet(unit.US))
		require.NoError(t, err)
		hands, usual := false, true
		a.Each(func(l *Line) bool {
			worst = safety.Worst(worst, l.Assessment.Verdict)
			hands, usual = hands || l.Assessment.Verdict == safety.WithAHand, usual && usualLine(l)
			return true
		})
		assert.Equal(t, worst, a.Verdict)
		assert.Equal(t, worst == safety.WithAHand && usual, a.Usual())
		if l, f, ok := a.Worst(); ok {
			assert.True(t, l.Assessment.Verdict == worst && f.Verdict == worst)
		} else {
			assert.LessOrEqual(t, worst, safety.GoesIn)
		}
		alone, err := Reckon(Setup{Places: s.Places}, g, unit.StandardSet(unit.US))
		require.NoError(t, err)
		assert.LessOrEqual(t, alone.Verdict, a.Verdict, "what is added never clears")
	})
}

// What is hidden nobody says in what, beside the places or in a dough that is not in its own, may lie in
// any base that children may taste.
func TestWhatIsHiddenInNothingMayLieInAnything(t *testing.T) {
	g := nursery(t, nil, 26, 30)
	dough := Place{Base: mixed(t, "baby-cereal-dough", safety.Open)}
	water := Place{Base: Fill{Layers: []Layer{layer(t, "pea gravel", 30)}, Tub: in(t, "tray"), Use: safety.Open}}
	for use, want := range map[safety.Use]bool{safety.Open: false, safety.Hidden: true, safety.InDough: true,
		safety.Frozen: true} {
		boats := used(t, "wooden boats", use)
		a, err := Reckon(Setup{Places: []Place{dough}, Beside: []Placed{boats}}, g, unit.StandardSet(unit.Metric))
		require.NoError(t, err)
		assert.Equal(t, want, a.Beside[0].Facts.InEdible, "%s, beside", use)
		elsewhere := water
		elsewhere.Items = []Placed{boats}
		a, err = Reckon(Setup{Places: []Place{dough, elsewhere}}, g, unit.StandardSet(unit.Metric))
		require.NoError(t, err)
		assert.Equal(t, want && use != safety.Hidden, a.Places[1].Lines[0].Facts.InEdible,
			"%s, in what is no dough and no food", use)
	}
}

// A portion that is split over two places is judged as the one that it is.
func TestSplittingAMixClearsNothing(t *testing.T) {
	starch, water, fine := shelfItem(t, "starch, ready to eat"), shelfItem(t, "water"), shelfItem(t, "fine salt")
	rapid.Check(t, func(t *rapid.T) {
		g := anyGroup(t)
		salt := rapid.Float64Range(1, 5).Draw(t, "salt") // so little that a taste of it is no matter
		r := recipe.Recipe{Name: "Ours", Kind: "dough", Own: true,
			Lines: []recipe.Line{{Item: starch, Amount: unit.OfMass(unit.Grams(50))},
				{Item: water, Amount: unit.OfMass(unit.Grams(50 - salt))},
				{Item: fine, Amount: unit.OfMass(unit.Grams(salt))}}}
		portion := rapid.Float64Range(10, 300).Draw(t, "portion")
		mix := func(grams float64) Place {
			return Place{Base: Mix{Recipe: r, Portion: unit.Grams(grams), Colours: 1, Use: safety.Open}}
		}
		whole, err := Reckon(Setup{Places: []Place{mix(portion)}}, g, unit.StandardSet(unit.US))
		require.NoError(t, err)
		made := whole.Places[0].Mix.Each.Grams()
		half, err := Reckon(Setup{Places: []Place{mix(made / 2), mix(made / 2)}}, g, unit.StandardSet(unit.US))
		require.NoError(t, err)
		assert.GreaterOrEqual(t, half.Verdict, whole.Verdict)
		for _, p := range half.Places {
			assert.Equal(t, half.Verdict, p.Verdict)
		}
	})
}

// Layers lie over each other and fill what one filler fills to the same depth; side by side they
// share it equally.
func TestLayersFillWhatOneFillerFills(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		tub := rapid.SampledFrom(vessel.Standard()).Filter(vessel.Vessel.Pours).Draw(t, "vessel")
		fillers := []material.Item{}
		for _, it := range material.Standard().Items() {
			if it.Plays(material.Filler) {
				fillers = append(fillers, it)
			}
		}
		f := Fill{Tub: tub, Use: safety.Open, Count: rapid.IntRange(1, 5).Draw(t, "count"),
			SideBySide: rapid.Bool().Draw(t, "side by side")}
		n := rapid.IntRange(1, MaxLayers).Draw(t, "layers")
		for range n {
			f.Layers = append(f.Layers, Layer{Item: rapid.SampledFrom(fillers).Draw(t, "filler"),
				Depth: unit.Millimetres(tub.Deepest(vessel.Open).Millimetres() / float64(n) * rapid.Float64Range(0.1,
					1).Draw(t, "share"))})
		}
		a, err := reckon(at(f), anyGroup(t), unit.StandardSet(unit.US))
		require.NoError(t, err)
		require.Len(t, a.Fill.Poured, n)
		require.Len(t, a.Base, n, "each filler is judged")
		var sum, mass float64
		for i, p := range a.Fill.Poured {
			sum += p.Volume.Millilitres()
			mass += p.InAll.Grams()
			assert.InDelta(t, p.Item.Density.MassOf(p.Volume).Grams()*float64(f.Count), p.InAll.Grams(), 1e-6)
			if f.SideBySide {
				assert.InDelta(t, tub.VolumeTo(f.Depth()).Millilitres()/float64(n), p.Volume.Millilitres(), 1e-6)
			}
			if s := p.Share; s.Count > 0 {
				assert.InDelta(t, p.Volume.Millilitres(), float64(s.Count)*s.Measure.Volume().Millilitres(),
					s.Measure.Volume().Millilitres()/2+1e-9, "a child's count is the nearest")
				assert.True(t, s.Count >= fewestToCount && s.Count <= mostToCount)
			}
			assert.Equal(t, a.Base[0].Facts.Filled, a.Base[i].Facts.Filled, "one container weighs one thing")
		}
		assert.InDelta(t, tub.VolumeTo(f.Depth()).Millilitres(), sum, 1e-6)
		assert.InDelta(t, mass, a.Fill.InAll().Grams(), 1e-6)
	})
}

// Ice with sticks: kept from babies, a hand for the oldest; it takes hours, stands in the freezer
// before the floor is laid out, and bursts what is closed.
func TestIce(t *testing.T) {
	stick := used(t, "craft stick", safety.Frozen)
	ice := func(g *safety.Group, change func(*Fill)) (one, error) {
		f := Fill{Layers: []Layer{layer(t, "water", 22)}, Tub: in(t, "ice-tray"), Use: safety.Open, Frozen: true}
		if change != nil {
			change(&f)
		}
		return reckon(at(f, stick), g, unit.StandardSet(unit.Metric))
	}
	babies, err := ice(nursery(t, nil, 9, 14), nil)
	require.NoError(t, err)
	assert.Equal(t, safety.KeepOut, babies.Base[0].Assessment.Verdict)
	assert.Equal(t, "Ice of water", babies.Base[0].Say().String())
	big, err := ice(nursery(t, nil, 41, 50, 62), nil)
	require.NoError(t, err)
	assert.Equal(t, safety.WithAHand, big.Base[0].Assessment.Verdict)
	assert.Contains(t, big.Base[0].Assessment.Rules(), "cold")
	assert.Equal(t, 14, big.Fill.Ice.Pieces, "a tray has a cell for each child")
	assert.InDelta(t, 35*30*22/1000.0+3*2.28*1.7/14, big.Fill.Ice.Each.Grams(), 0.01,
		"its water, and sticks that are taken to sink")
	steps := big.all.Timeline
	require.Len(t, steps, 5)
	assert.Contains(t, steps[1].Text.String(), "through, so that they stand upright")
	assert.True(t, steps[2].Wait() && steps[2].Minutes > 2*60 && steps[2].Minutes < 8*60,
		"a shallow cube takes hours: %d", steps[2].Minutes)
	assert.Equal(t, layOut, steps[3])
	loaf, err := ice(nursery(t, nil, 41), func(f *Fill) {
		f.Tub, f.Layers[0].Depth = in(t, "loaf-tin"), unit.Millimetres(64)
	})
	require.NoError(t, err)
	assert.Greater(t, loaf.Fill.Ice.Freezes.Most.Hours(), 10.0, "common practice: a loaf-tin block 10 to 20 h")
	assert.Less(t, loaf.Fill.Ice.Freezes.Least.Hours(), 20.0)
	for says, change := range map[string]func(*Fill){
		"bursts what is closed":  func(f *Fill) { f.Tub = in(t, "clear-bottle") },
		"not known to freeze":    func(f *Fill) { f.Layers[0] = layer(t, "white rice", 20) },
		"a tenth more room":      func(f *Fill) { f.Layers[0].Depth = unit.Millimetres(24) },
		"Freeze one liquid":      func(f *Fill) { f.Layers = []Layer{layer(t, "water", 9), layer(t, "water", 9)} },
		"must be more than 0 mm": func(f *Fill) { f.Layers[0].Depth = unit.Length{} },
	} {
		_, err := ice(nursery(t, nil, 41), change)
		assert.ErrorContains(t, err, says)
	}
}

// A jar to guess at, both ways: the count lies between loose and shaken packing of balls, and the
// size for ten pieces fills it with ten.
func TestEstimatingJar(t *testing.T) {
	jar := in(t, "clear-jar")
	f := Fill{Layers: []Layer{layer(t, "chickpeas", 120)}, Tub: jar, Use: safety.Sealed, Count: 1}
	a, err := reckon(at(f), nursery(t, nil, 50, 60), unit.StandardSet(unit.Metric))
	require.NoError(t, err)
	// By hand: a jar of 90 mm to 120 mm is 763.4 mL; a chickpea of 7 to 10 mm is 0.180 to 0.524 mL.
	assert.Equal(t, Guess{Least: 874, Most: 2721, Few: unit.Millimetres(44), More: unit.Millimetres(35)}, *a.Fill.Guess)
	for n, d := range map[float64]unit.Length{10: a.Fill.Guess.Few, 20: a.Fill.Guess.More} {
		one := math.Pi / 6 * math.Pow(d.Millimetres()/10, 3)
		assert.InDelta(t, n, packing*763.4/one, 1)
	}
	tub, err := reckon(at(Fill{Layers: []Layer{layer(t, "chickpeas", 40)}, Tub: in(t, "deep-tub"), Use: safety.Open}),
		nursery(t, nil, 50), unit.StandardSet(unit.Metric))
	require.NoError(t, err)
	assert.Nil(t, tub.Fill.Guess, "nobody counts a tub")
}

// A set is counted out in equal colours, never too few, with a cup for each colour at each tub.
func TestSetsAndTheirCups(t *testing.T) {
	cup := shelfItem(t, "stacking cups")
	balls := placed(t, "pom-poms 50 mm", 3)
	balls.Set = Set{Colours: 4, Cup: &cup}
	rice := Fill{Layers: []Layer{layer(t, "white rice", 40)}, Tub: in(t, "deep-tub"), Use: safety.Open, Count: 2}
	a, err := reckon(at(rice, balls), nursery(t, nil, 41, 42, 43, 44, 45, 46, 47, 48, 49, 50),
		unit.StandardSet(unit.Metric))
	require.NoError(t, err)
	require.Len(t, a.Lines, 2)
	assert.Equal(t, 32, a.Lines[0].Count, "3 for each of ten in four equal colours")
	assert.Equal(t, 8, a.Lines[0].Sorted.PerColour)
	assert.Equal(t, 8, a.Lines[1].Count, "four cups at each of two tubs")
	assert.True(t, a.Lines[1].Sorted.Into && a.Lines[1].Assessment.Verdict.Valid())
	small := placed(t, "pom-poms 10 mm", 3)
	small.Set = Set{Colours: 2, Cup: &cup}
	b, err := reckon(at(rice, small), nursery(t, nil, 41), unit.StandardSet(unit.Metric))
	require.NoError(t, err)
	assert.Equal(t, 78, b.Lines[0].Sorted.Holds, "0.60 of 46 x 46 x 41 mm over 10 x 10 x 10 x 2/3, by hand")
	small.Set.Colours = 9
	_, err = reckon(at(rice, small), nursery(t, nil, 41), unit.StandardSet(unit.Metric))
	assert.ErrorContains(t, err, "2 to 8 colours")
}

// What is made in several places is one line of work for one pair of hands: nothing overlaps, no
// step is lost, and what fits into a wait is done meanwhile.
func TestPlacesAreMadeInOneLine(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		var made [][]recipe.Step
		hands, waits, longestChain := 0, 0, 0
		for range rapid.IntRange(0, 4).Draw(t, "places") {
			var steps []recipe.Step
			for range rapid.IntRange(0, 4).Draw(t, "steps") {
				steps = append(steps, recipe.Step{Text: "Do", Minutes: rapid.IntRange(1, 500).Draw(t, "minutes"),
					Kind: rapid.SampledFrom([]recipe.StepKind{recipe.Make, recipe.Rest}).Draw(t, "kind")})
			}
			h, w := recipe.Minutes(steps)
			hands, waits, longestChain = hands+h, waits+w, max(longestChain, h+w)
			made = append(made, steps)
		}
		h, w := recipe.Minutes(inTime(made))
		assert.Equal(t, hands, h, "every hand's minute is there")
		assert.GreaterOrEqual(t, h+w, longestChain, "no place is made in less than it takes")
		assert.LessOrEqual(t, w, waits)
	})
	ice := []recipe.Step{{Text: "Fill", Minutes: 4}, {Text: "Freeze", Minutes: 300, Kind: recipe.Freeze}}
	dough := []recipe.Step{{Text: "Cook", Minutes: 20}, {Text: "Cool", Minutes: 30, Kind: recipe.Cool}}
	got := inTime([][]recipe.Step{dough, ice})
	assert.Equal(t, []recipe.Step{ice[0], {Text: say.F("{step}; meanwhile, do the next step", say.Text("Freeze")),
		Minutes: 250, Kind: recipe.Freeze}, dough[0], dough[1]}, got)
}

// What a thing does in the wet is said before it goes in; in the dry, nothing is.
func TestWhatAThingDoesInItsBase(t *testing.T) {
	wet := Fill{Layers: []Layer{layer(t, "water", 30)}, Tub: in(t, "tray"), Use: safety.Open}
	dry := Fill{Layers: []Layer{layer(t, "white rice", 30)}, Tub: in(t, "tray"), Use: safety.Open}
	foam := mixed(t, "soap-foam", safety.Open)
	for words, want := range map[string]string{"lentils": "swells", "nails": "rusts", "wooden boats": "",
		"dyed rice": "colour runs"} {
		p := placed(t, words, 1)
		p.Manner = shelfItem(t, words).Manner
		assert.Empty(t, meets(&p, nil), words)
		assert.Empty(t, meets(&p, dry), words)
		if want == "" {
			assert.Empty(t, meets(&p, wet), words)
			continue
		}
		assert.Contains(t, meets(&p, wet).String(), want, words)
		assert.Contains(t, meets(&p, foam).String(), want, words)
	}
	around := func(base Base) Around {
		a, err := Reckon(at(base), nursery(t, nil, 50), unit.StandardSet(unit.Metric))
		require.NoError(t, err)
		return a.Around()
	}
	assert.Contains(t, around(wet).Wear[0], "change of clothes")
	assert.Contains(t, around(dry).Wear[1], "Tip spills back only")
	assert.Contains(t, around(mixed(t, "coloured-rice", safety.Open)).Families.String(), "old clothes: it stains")
	assert.Equal(t, Around{}, around(nil))
	assert.Equal(t, "Tomorrow we will play with cooked noodles. Please send a change of clothes: it is wet play. Contains or may contain egg, wheat, gluten. Please tell us about any new allergy or sore skin.",
		around(Fill{Layers: []Layer{layer(t, "cooked noodles", 30)}, Tub: in(t, "tray"),
			Use: safety.Open}).Families.String())
}

// The find of 45 mm goes through a tube of 60, not through one of 40, and nothing is said without one.
func TestWhatGoesThrough(t *testing.T) {
	s := at(nil, placed(t, "pom-poms 50 mm", 1), placed(t, "wooden boats", 1))
	passes := func(o *Opening) (all []gauge.Passing) {
		s.Places[0].Opening = o
		a, err := reckon(s, nursery(t, nil, 50), unit.StandardSet(unit.Metric))
		require.NoError(t, err)
		for _, l := range a.Lines {
			all = append(all, l.Passes)
		}
		return all
	}
	assert.Equal(t, []gauge.Passing{gauge.Goes, gauge.Wedges}, passes(&Opening{gauge.Hole, unit.Millimetres(60)}))
	assert.Equal(t, []gauge.Passing{gauge.Push, gauge.Goes}, passes(&Opening{gauge.Lane, unit.Millimetres(48)}))
	assert.Equal(t, []gauge.Passing{0, 0}, passes(nil))
	s.Places[0].Opening = &Opening{gauge.Hole, unit.Millimetres(-3)}
	_, err := reckon(s, nursery(t, nil, 50), unit.StandardSet(unit.Metric))
	assert.ErrorContains(t, err, "more than 0 and at most 500 mm wide")
}

// A bottle is filled up to the air under its lid, is glued before play, and says how long a shake
// takes to settle; who lies in it is closed in.
func TestCalmBottle(t *testing.T) {
	g := nursery(t, nil, 50, 60)
	glitter := used(t, "glitter", safety.Sealed)
	f := Fill{Layers: []Layer{layer(t, "water", 135)}, Tub: in(t, "clear-bottle"), Use: safety.Sealed}
	a, err := reckon(at(f, glitter), g, unit.StandardSet(unit.Metric))
	require.NoError(t, err)
	assert.Equal(t, 2, a.Fill.Tubs, "a bottle is one child's")
	// By hand: flakes of 0.4 mm sink at 0.022 m/s in water (Ferguson and Church 2004, quoted from memory), 135 mm
	// in 6 s, and up to half as long again.
	assert.Contains(t, a.Notes[len(a.Notes)-1].String(), "the glitter, craft settles in 0 to 1 min in plain water")
	assert.Equal(t, "Let the glue cure overnight", a.all.Timeline[1].Text.String())
	assert.True(t, a.all.Timeline[0].By == recipe.Adult)
	f.Layers[0].Depth = unit.Millimetres(140)
	_, err = reckon(at(f), g, unit.StandardSet(unit.Metric))
	assert.ErrorContains(t, err, "some air stays under the lid")
}
