package plan

import (
	"errors"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/gauge"
	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/recipe/larder"
	"emblo/core/room"
	"emblo/core/safety"
	"emblo/core/unit"
)

// What stands at a limit is allowed, and one step beyond it is refused by its field.
func TestALimitIsTheLastThatIsAllowed(t *testing.T) {
	stove, _ := recipe.Standard().Get("stove-dough")
	cups := shelfItem(t, "stacking cups")
	things := func(n int) Setup { return at(nil, make([]Placed, n)...) }
	boats := func(each int) Setup { return at(nil, placed(t, "wooden boats", each)) }
	split := func(colours int) Setup {
		return at(Mix{Recipe: stove, Portion: unit.Grams(100), Colours: colours, Use: safety.Open})
	}
	sorted := func(colours int) Setup {
		p := placed(t, "pom-poms 50 mm", 1)
		p.Set = Set{Colours: colours, Cup: &cups}
		return at(nil, p)
	}
	rice := func(change func(*Fill)) Setup {
		f := Fill{Layers: []Layer{layer(t, "white rice", 20), layer(t, "rolled oats", 20)}, Tub: in(t, "deep-tub"),
			Use: safety.Open}
		change(&f)
		return at(f)
	}
	second := func(mm float64) Setup {
		return rice(func(f *Fill) { f.Layers[1].Depth = unit.Millimetres(mm) })
	}
	vessels := func(n int) Setup { return rice(func(f *Fill) { f.Count = n }) }
	layers := func(n int) Setup {
		return rice(func(f *Fill) {
			f.Layers = nil
			for range n {
				f.Layers = append(f.Layers, layer(t, "white rice", 5))
			}
		})
	}
	through := func(mm float64) Setup {
		s := boats(1)
		s.Places[0].Opening = &Opening{Way: gauge.Hole, Width: unit.Millimetres(mm)}
		return s
	}
	portion := func(grams float64) Setup {
		return at(Mix{Recipe: stove, Portion: unit.Grams(grams), Colours: 1, Use: safety.Open})
	}
	for _, row := range []struct {
		setup Setup
		field string // "" for what is allowed
	}{
		{boats(0), "items/0/each"}, {boats(1), ""}, {boats(MaxCount), ""}, {boats(MaxCount + 1), "items/0/each"},
		{Setup{Places: make([]Place, MaxPlaces)}, ""}, {Setup{Places: make([]Place, MaxPlaces+1)}, "places"},
		{things(MaxPlaced), "items/0/each"}, {things(MaxPlaced + 1), "beside"},
		{split(0), "base/colours"}, {split(1), ""}, {split(6), ""}, {split(7), "base/colours"},
		{sorted(-1), "items/0/colours"}, {sorted(0), ""}, {sorted(MaxColours), ""}, {sorted(MaxColours + 1),
			"items/0/colours"},
		{second(0), "base/more/0/depth_mm"}, {second(-1), "base/more/0/depth_mm"}, {second(1), ""},
		{vessels(-1), "base/vessels"}, {vessels(1), ""}, {vessels(MaxTubs), ""}, {vessels(MaxTubs + 1), "base/vessels"},
		{layers(MaxLayers), ""}, {layers(MaxLayers + 1), "base/more"},
		{through(-1), "through/mm"}, {through(0), "through/mm"}, {through(1), ""}, {through(MaxOpening), ""},
		{through(MaxOpening + 1), "through/mm"},
		{portion(0), "base/portion_g"}, {portion(recipe.MinPortion), ""}, {portion(recipe.MaxPortion), ""},
		{portion(recipe.MaxPortion + 1), "base/portion_g"},
	} {
		_, err := Reckon(row.setup, group(t, 1, 40), unit.StandardSet(unit.US))
		if row.field == "" {
			assert.NoError(t, err, "%+v", row.setup)
			continue
		}
		var bad *InvalidInput
		if assert.ErrorAs(t, err, &bad, row.field) {
			assert.Contains(t, []string{row.field, "places/0/" + row.field}, bad.Field)
		}
	}
	_, err := Reckon(portion(0), group(t, 1, 40), unit.StandardSet(unit.US))
	assert.ErrorContains(t, err, "portion must be between")
	for colours, allowed := range map[int]bool{0: false, 1: true, 6: true, 7: false} {
		_, err := Make(Order{Recipe: stove, Need: recipe.Weight{Of: unit.Grams(500)}, Colours: colours,
			Use: safety.Open}, group(t, 1, 40), unit.StandardSet(unit.US))
		assert.Equal(t, allowed, err == nil, "%d colours", colours)
	}
	for words, want := range map[string]string{"": "", "a portion": "A portion.", "zero": "Zero.", "{x}": "{x}.",
		"Rice": "Rice.", "`x`": "`x`."} {
		assert.Equal(t, want, sentence(errors.New(words)))
	}
	_, err = Make(Order{Recipe: stove, Need: recipe.Weight{Of: unit.Grams(500)}, Colours: 1, Use: safety.Open,
		Pot: unit.Millilitres(3), Memo: new(Memo)}, group(t, 1, 40), unit.StandardSet(unit.US))
	assert.Error(t, err, "a pot too small for a spoon of it is refused where answers are kept, too")
}

// Salt makes ice colder than skin bears where it is loose, in a child's hand, and at least half of what it is in;
// ice that no child gets at stays as it is.
func TestSaltReachesTheIceOnlyLooseAndInHand(t *testing.T) {
	ice := Placed{Name: "Ice", Each: 1, Use: safety.Open, Facts: shelfItem(t, "ice cubes").Facts}
	require.True(t, ice.Facts.Traits.Has(material.Ice))
	salt := func(form material.Form, share float64, use safety.Use) Placed {
		f := shelfItem(t, "fine salt").Facts
		f.Form, f.Salt = form, unit.Known(share)
		return Placed{Name: "Salt", Facts: f, Each: 1, Use: use}
	}
	unknown := salt(material.Grain, 0, safety.Open)
	unknown.Facts.Salt = unit.Maybe[float64]{}
	tool, sealed := ice, ice
	tool.Use, sealed.Use = safety.AdultTool, safety.Sealed
	for _, row := range []struct {
		ice, salt Placed
		want      bool
		why       string
	}{
		{ice, salt(material.Grain, 1, safety.Open), true, "coarse"},
		{ice, salt(material.Powder, 1, safety.Open), true, "fine"},
		{ice, salt(material.Piece, 1, safety.Open), true, "a stone of it"},
		{ice, salt(material.Liquid, 1, safety.Open), false, "brine"},
		{ice, salt(material.Dough, 1, safety.Open), false, "dough"},
		{ice, salt(material.Grain, 0.5, safety.Open), true, "half"},
		{ice, salt(material.Grain, 0.49, safety.Open), false, "less than half"},
		{ice, unknown, false, "not known to be salt"},
		{ice, salt(material.Grain, 1, safety.AdultTool), false, "the adult's"},
		{ice, salt(material.Grain, 1, safety.Sealed), false, "sealed"},
		{tool, salt(material.Grain, 1, safety.Open), false, "the adult's ice"},
		{sealed, salt(material.Grain, 1, safety.Open), false, "sealed ice"},
	} {
		a, err := Reckon(Setup{Beside: []Placed{row.ice, row.salt}}, group(t, 2, 40, 50), unit.StandardSet(unit.US))
		require.NoError(t, err)
		assert.Equal(t, row.want, a.Beside[0].Facts.Traits.Has(material.SaltedIce), row.why)
		assert.False(t, a.Beside[1].Facts.Traits.Has(material.SaltedIce), row.why)
		assert.GreaterOrEqual(t, a.Verdict, a.Beside[0].Assessment.Verdict)
	}
}

// Of lines with one verdict, that which asks for more than the routine decides, else the first.
func TestTheLineThatDecides(t *testing.T) {
	keeping := group(t, 2, 40, 50).Keeping(room.RoutineOf(room.Habits()...))
	g := &keeping
	var goes, usual, beyond []Line
	for _, it := range material.Standard().Items() {
		subject := safety.Prepare(it.Name, it.Facts)
		l := Line{Name: it.Name, Assessment: g.Judge(&subject, safety.Open)}
		switch v := l.Assessment.Verdict; {
		case v == safety.GoesIn:
			goes = append(goes, l)
		case v == safety.WithAHand && l.Assessment.Usual():
			usual = append(usual, l)
		case v == safety.WithAHand:
			beyond = append(beyond, l)
		}
	}
	require.True(t, len(goes) > 1 && len(usual) > 1 && len(beyond) > 1)
	for _, row := range []struct {
		lines []Line
		want  string
	}{
		{[]Line{goes[0], goes[1]}, goes[0].Name}, {[]Line{usual[0], usual[1]}, usual[0].Name},
		{[]Line{beyond[0], beyond[1]}, beyond[0].Name},
		{[]Line{goes[0], usual[0], beyond[0], usual[1]}, beyond[0].Name}, {[]Line{beyond[0], usual[0], goes[0]},
			beyond[0].Name},
		{[]Line{usual[0], goes[0]}, usual[0].Name}, {[]Line{goes[0], usual[1]}, usual[1].Name},
	} {
		assert.Equal(t, row.want, WorstLine(row.lines).Name)
	}
	assert.True(t, Usual([]Line{usual[0], goes[0]}))
	assert.False(t, Usual([]Line{goes[0], goes[1]}), "nothing is asked")
	assert.False(t, Usual([]Line{usual[0], beyond[0]}))
}

// Ages of children who are not there are those of the youngest, and none who is there is lost to them.
func TestMonthsOfChildren(t *testing.T) {
	g := group(t, 2, 42, 36, 50)
	for n, want := range map[int][]int{0: {}, 1: {36}, 2: {36, 42}, 3: {36, 42, 50}, 5: {36, 36, 36, 42, 50}} {
		assert.Equal(t, want, Months(g, n))
	}
}

// While the longest wait lasts, others are made in it where they end before it does; of two waits that are as long,
// it is the first.
func TestWorkIsDoneWhileOtherWorkWaits(t *testing.T) {
	steps := []recipe.Step{{ID: "stir", Minutes: 5}, {ID: "rest", Kind: recipe.Rest, Minutes: 30},
		{ID: "cool", Kind: recipe.Rest, Minutes: 30}}
	ids := func(minutes int) (ids []string, left int) {
		for _, s := range during(steps, []recipe.Step{{ID: "other", Minutes: minutes}}) {
			ids = append(ids, s.ID)
			if s.ID == "rest" {
				left = s.Minutes
			}
		}
		return ids, left
	}
	for minutes, want := range map[int]int{10: 20, 29: 1} {
		order, left := ids(minutes)
		assert.Equal(t, []string{"stir", "rest", "other", "cool"}, order)
		assert.Equal(t, want, left)
	}
	for _, minutes := range []int{30, 40} {
		order, left := ids(minutes)
		assert.Equal(t, []string{"stir", "rest", "cool", "other"}, order)
		assert.Equal(t, 30, left)
	}
}

// Pieces and grain are counted in a jar where their sizes are known; what a child takes in one measure is counted
// from three to twenty.
func TestWhatIsCounted(t *testing.T) {
	known := shelfItem(t, "chickpeas").Facts
	one := known.Smallest.Volume()
	for name, change := range map[string]func(*material.Facts){
		"nothing known of the smallest": func(f *material.Facts) { f.Smallest = gauge.Solid{} },
		"nothing known of the largest":  func(f *material.Facts) { f.Largest = gauge.Solid{} },
		"powder":                        func(f *material.Facts) { f.Form = material.Powder },
		"a liquid":                      func(f *material.Facts) { f.Form = material.Liquid },
	} {
		f := known
		change(&f)
		assert.Nil(t, guessOf(f, one.Times(100)), name)
	}
	for _, form := range []material.Form{material.Piece, material.Grain} {
		f := known
		f.Form = form
		require.NotNil(t, guessOf(f, one.Times(100)))
		assert.Equal(t, 64, guessOf(f, one.Times(99)).Most, "0.64 of 99, up")
	}
	assert.Equal(t, 0, holds(&known, &material.Facts{}), "no cup holds what has no size")
	assert.Equal(t, 0, holds(&material.Facts{}, &known), "a cup of no size holds none")

	cup, spoon := unit.StandardSet(unit.Metric).At(0),
		unit.StandardSet(unit.Metric).At(unit.StandardSet(unit.Metric).Len()-1)
	for _, m := range []unit.Measure{cup, spoon} {
		alone := unit.NewMeasureSet(unit.Metric, m)
		for n, want := range map[float64]int{2: 0, 3: 3, 20: 20, 21: 0} {
			assert.Equal(t, want, childShare(m.Volume().Times(n), alone).Count, "%g", n)
		}
	}
}

// A find counts for the room it takes at the limit, too; a scoop and a jug weigh as their walls do, what floats as
// wood, and all else as stone.
func TestWhatLiesInATub(t *testing.T) {
	find := placed(t, "wooden blocks 50 mm", MaxCount)
	find.Use = safety.Hidden
	volume := find.Facts.Smallest.Volume().Millilitres()
	for _, row := range []struct {
		manner  material.Manner
		density float64
	}{
		{material.Manner{}, stone}, {material.Manner{Trains: []string{"scoop"}}, hollow},
		{material.Manner{Trains: []string{"pour"}}, hollow},
		{material.Manner{Trains: []string{"sort"}}, stone}, {material.Manner{Water: "floats"}, wood},
		{material.Manner{Water: "soaks"}, wood},
	} {
		find.Manner = row.manner
		got := lying([]Placed{find}, 1, 1)
		assert.InDelta(t, MaxCount*volume, got.hidden.Millilitres(), 1e-6)
		assert.InDelta(t, row.density*MaxCount*volume, got.mass.Grams(), 1e-6, "%+v", row.manner)
	}
	for each, counts := range map[int]bool{0: false, 1: true, MaxCount + 1: false} {
		find.Each = each
		assert.Equal(t, counts, lying([]Placed{find}, 1, 1).hidden.Millilitres() > 0)
	}
	stored := at(Mix{Recipe: mixed(t, "stove-dough", safety.Open).(Mix).Recipe, Portion: unit.Grams(80), Colours: 1,
		Use: safety.Open})
	for left, enough := range map[float64]bool{159: false, 160: true} {
		m := stored.Places[0].Base.(Mix)
		m.Stored = &Stored{ID: "b", Name: "Red", Recipe: m.Recipe, Left: unit.Grams(left),
			Parts: []StoredPart{{"it", m.Recipe.Facts(m.Portion)}}}
		a, err := reckon(at(m), group(t, 2, 40, 50), unit.StandardSet(unit.US))
		require.NoError(t, err)
		assert.Equal(t, enough, a.Mix.Batch.Enough)
	}
}

// What a thing sheds and what runs out of it is said after what it does in water.
func TestAllThatIsSaidOfTheWet(t *testing.T) {
	for _, row := range []struct {
		water string
		trait []material.Trait
		want  string
	}{
		{"floats", nil, ""},
		{"", []material.Trait{material.Dusty}, "sheds bits into it"},
		{"", []material.Trait{material.Glitter}, "sheds bits into it"},
		{"", []material.Trait{material.Stains}, "its colour runs in the wet"},
		{"", []material.Trait{material.Dusty, material.Stains}, "sheds bits into it; its colour runs in the wet"},
		{"rusts", nil, "sinks, and rusts when it stays wet"},
		{"rusts", []material.Trait{material.Dusty}, "sinks, and rusts.*; sheds bits into it"},
		{"rusts", []material.Trait{material.Stains}, "sinks, and rusts.*; its colour runs in the wet"},
	} {
		p := Placed{Use: safety.Open, Manner: material.Manner{Water: row.water}}
		p.Facts.Traits = p.Facts.Traits.With(row.trait...)
		assert.Regexp(t, "^"+row.want+"$", inTheWet(&p).String(), "%+v", row)
		tub := poured(t, "water")
		assert.Equal(t, inTheWet(&p), meets(&p, tub))
		for _, use := range []safety.Use{safety.AdultTool, safety.Sealed} {
			p.Use = use
			assert.Empty(t, meets(&p, tub))
		}
	}
}

// What families keep from is said of a mix as of a filler, and only where it is in it.
func TestCustomsAreSaidOfWhatHoldsIt(t *testing.T) {
	g := nursery(t, func(r *room.Room) { r.Customs = []room.Custom{room.FoodPlay} }, 50, 55)
	for _, base := range []Base{mixed(t, "stove-dough", safety.Open), poured(t, "white rice")} {
		a, err := reckon(at(base), g, unit.StandardSet(unit.US))
		require.NoError(t, err)
		assert.Contains(t, a.Notes[len(a.Notes)-1].String(), "Some families here avoid playing with food")
		bare, err := reckon(at(base), nursery(t, nil, 50, 55), unit.StandardSet(unit.US))
		require.NoError(t, err)
		assert.Len(t, bare.Notes, len(a.Notes)-1)
	}
}

// A taste at its limit is still one with a hand; the reason names the share only beyond it.
func TestATasteAtItsLimit(t *testing.T) {
	g := group(t, 2, 40, 50)
	limit := room.SodiumLimit(g.Youngest())
	for times, may := range map[float64]bool{1: true, 1.001: false} {
		share, why := Taste(recipe.Nature{TasteSodium: limit.Times(safety.TasteWithAHand * times)}, g)
		assert.InDelta(t, safety.TasteWithAHand*times, share, 1e-9)
		assert.Equal(t, may, len(why) == 0, "%g: %v", share, why)
	}
}

// What the stock makes is offered in whole portions, from one child's to one fewer than all.
func TestHowManyTheStockIsEnoughFor(t *testing.T) {
	stove, _ := recipe.Standard().Get("stove-dough")
	g := group(t, 3, 40, 41, 42, 43, 44, 45, 46, 47, 48, 49, 50, 51, 52, 53)
	o := Order{Recipe: stove, Colours: 1, Use: safety.Open, Stock: larder.Stock{"fine-salt": unit.Grams(60)},
		Spare: 0.2}
	limit, known := o.Stock.Limit(stove)
	require.True(t, known)
	for few, said := range map[float64]string{0.9: "", 1: "for 1 at a time", 6: "for 6 at a time",
		13: "for 13 at a time", 14: ""} {
		o.Need = recipe.Children{Months: Months(g, 14), Portion: unit.OfMass(limit.Made.Times(1 / few))}
		m, err := Make(o, g, unit.StandardSet(unit.Metric))
		require.NoError(t, err, "%g", few)
		for _, w := range m.Ways {
			if w.Kind == "less" && said == "" {
				assert.NotContains(t, w.Sentence.String(), "at a time", "%g", few)
			} else if w.Kind == "less" {
				assert.Contains(t, w.Sentence.String(), said)
			}
		}
	}
}
