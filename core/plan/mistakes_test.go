package plan

import (
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/room"
	"emblo/core/safety"
	"emblo/core/unit"
	"emblo/core/vessel"
)

// nursery is a group with adults enough and one child of each age.
func nursery(t testing.TB, change func(*room.Room), months ...int) *safety.Group {
	r := room.Room{Adults: len(months)}
	for _, m := range months {
		r.Children = append(r.Children, room.Child{Label: "AB", Months: m, Mouths: room.TriOf(m < 24)})
	}
	if change != nil {
		change(&r)
	}
	g, err := safety.NewGroup(r, room.StrictestTable(), safety.Policy{})
	require.NoError(t, err)
	return &g
}

func poured(t testing.TB, words string) Base {
	tub, _ := vessel.Get("deep-tub")
	full := layer(t, words, tub.Deepest(vessel.Open).Millimetres())
	return Fill{Layers: []Layer{full}, Tub: tub, Use: safety.Open}
}

func mixed(t testing.TB, id string, use safety.Use) Base {
	r, ok := recipe.Standard().Get(id)
	require.True(t, ok, id)
	return Mix{Recipe: r, Portion: unit.Grams(120), Colours: 1, Use: use}
}

func used(t testing.TB, words string, use safety.Use) Placed {
	p := placed(t, words, 1)
	p.Use = use
	return p
}

func described(t testing.TB, name, contains, traits string, use safety.Use) Placed {
	f, err := material.Description{Contains: contains, Traits: traits}.Facts(material.Standard().Named)
	require.NoError(t, err)
	return Placed{Name: name, Facts: f, Each: 1, Use: use}
}

// The mistakes seen in everyday practice, each planned the way people plan it: what must
// come of it, by which rule, for which thing ("" is the base).
func TestEverydayMistakesAreCaught(t *testing.T) {
	sick := func(r *room.Room) { r.Illness = true }
	toddlers, twos, threes := nursery(t, nil, 13, 20), nursery(t, nil, 26, 30), nursery(t, nil, 36, 40)
	for _, row := range []struct {
		mistake string
		group   *safety.Group
		setup   Setup
		thing   string
		rule    string
		want    safety.Verdict
	}{
		{"hard beans with one-year-olds", toddlers, at(poured(t, "black beans")), "", "small-part", safety.KeepOut},
		{"small pom-poms with one-year-olds", toddlers, at(nil, used(t, "small pom-poms", safety.Open)),
			"Pom-poms, 10 mm", "small-part", safety.KeepOut},
		{"glass pieces as finds", threes, at(nil, used(t, "glass gems", safety.Hidden)), "Glass gems", "sharp",
			safety.KeepOut},
		{"balloons as finds", threes, at(nil, used(t, "balloons", safety.Open)), "Balloons", "balloon", safety.KeepOut},
		{"stickers as finds", toddlers, at(nil, used(t, "stickers", safety.Open)), "Stickers, paper", "sticker",
			safety.KeepOut},
		{"raw kidney beans, rinsed in case they are eaten", toddlers, at(poured(t, "raw kidney beans")), "", "lectin",
			safety.KeepOut},
		{"raw kidney beans at three", threes, at(poured(t, "raw kidney beans")), "", "lectin", safety.WithAHand},
		{"mineral oil in a pourable mix", threes, at(nil, described(t, "Swirl", "water;baby oil", "liquid",
			safety.Open)), "Swirl", "aspiration", safety.KeepOut},
		{"essential oil as scent", toddlers, at(nil, described(t, "Calm dough", "ready starch;lavender oil", "dough",
			safety.Open)), "Calm dough", "essential-oil", safety.KeepOut},
		{"salt on ice within reach", toddlers, at(nil, used(t, "salted ice", safety.Open)), "Ice with salt on it",
			"cold", safety.KeepOut},
		{"cut foam that can be bitten off", toddlers, at(nil, used(t, "cut foam", safety.Open)), "Sponge pieces, cut",
			"bite-off", safety.KeepOut},
		{"straws for blowing near loose small things", threes, at(poured(t, "rice"), used(t, "straws", safety.Open)),
			"Paper straws, whole", "blow", safety.KeepOut},
		{"raw flour for children who lick their fingers", toddlers, at(mixed(t, "cold-dough", safety.Open)), "",
			"raw-flour", safety.KeepOut},
		{"a bag with nothing under the tape, so not sealed", toddlers, at(nil, used(t, "hair gel", safety.Open)),
			"Hair gel", "not-food", safety.KeepOut},
		{"a bag doubled and taped", toddlers, at(nil, used(t, "hair gel", safety.Sealed)), "Hair gel", "not-food",
			safety.WithAHand},
		{"a toy inside what may be eaten", toddlers, at(mixed(t, "baby-cereal-dough", safety.Open), used(t, "toy boats",
			safety.Hidden)), "Wooden boats", "hidden-in-edible", safety.KeepOut},
		{"a toy in dry rice, which nobody bites into", twos, at(poured(t, "white rice"), used(t, "toy boats",
			safety.Hidden)), "Wooden boats", "hidden-in-edible", safety.GoesIn},
		{"a toy in coloured rice", twos, at(mixed(t, "coloured-rice", safety.Open), used(t, "toy boats",
			safety.Hidden)), "Wooden boats", "hidden-in-edible", safety.GoesIn},
		{"a toy in porridge flakes soaked soft", twos, at(mixed(t, "banana-dough", safety.Open), used(t, "toy boats",
			safety.Hidden)), "Wooden boats", "hidden-in-edible", safety.KeepOut},
		{"marbles in a home kit, a baby at home", threes, at(nil, used(t, "marbles", safety.Home)), "Marbles",
			"small-part", safety.KeepOut},
		{"stove dough in a home kit", threes, at(mixed(t, "stove-dough", safety.Home)), "", "salt-load",
			safety.KeepOut},
		{"fresh dough in a stomach-bug week", nursery(t, sick, 36, 40), at(mixed(t, "stove-dough", safety.Open)), "",
			"shared-mix", safety.WithAHand},
		{"yesterday's dough in a stomach-bug week", nursery(t, sick, 36, 40), at(nil, described(t, "Dough", "wheat",
			"food;dough;uses=1", safety.Open)), "Dough", "shared-mix", safety.KeepOut},
		{"a tub of beans too heavy to lift", threes, at(poured(t, "white beans")), "", "heavy", safety.WithAHand},
		{"a tub of beans, which nobody counts", threes, at(poured(t, "white beans")), "", "count-back",
			safety.WithAHand},
	} {
		a, err := reckon(row.setup, row.group, unit.StandardSet(unit.Metric))
		require.NoError(t, err, row.mistake)
		line := new(Line)
		if len(a.Base) > 0 {
			line = &a.Base[0]
		}
		for i := range a.Lines {
			if a.Lines[i].Name == row.thing {
				line = &a.Lines[i]
			}
		}
		got := safety.GoesIn
		for _, f := range line.Assessment.Findings() {
			if f.Rule == row.rule {
				got = f.Verdict
			}
			assert.False(t, line.Count == 0 && slices.ContainsFunc(f.Do, func(p safety.Precaution) bool {
				return strings.Contains(p.ID, "counted")
			}), "%s: %v", row.mistake, f.Do)
			if f.Verdict == safety.WithAHand && line.Use == safety.Sealed {
				assert.True(t, slices.ContainsFunc(f.Do, func(p safety.Precaution) bool {
					return p.ID == "watch-sealed-reach"
				}))
			}
		}
		assert.Equal(t, row.want, got, "%s: %v", row.mistake, line.Assessment.Rules())
		assert.GreaterOrEqual(t, a.Verdict, row.want)
	}

	// A pot too small for the scaled batch: a 2-litre pot takes two thirds of it at
	// 1.22 g/mL, 1.63 kg.
	stove := mixed(t, "stove-dough", safety.Open).(Mix)
	stove.Pot = unit.Litres(2)
	a, err := reckon(at(stove), group(t, 3, 40, 41, 42, 43, 44, 45, 46, 47, 48, 49, 50, 51, 52, 53, 54),
		unit.StandardSet(unit.US))
	require.NoError(t, err)
	assert.Equal(t, 2, a.Mix.Pots.Count, "1.9 kg is over the 1.63 kg that a 2-litre pot takes")
	assert.InDelta(t, a.Mix.Batch.Mixed.Grams()/2, a.Mix.Pots.Each.Grams(), 1e-9)
	assert.Contains(t, a.all.Timeline[0].Text, "too small")
}

func blowStraw(t testing.TB) Placed {
	f, err := material.Description{Solid: "cylinder", Size: "12x200", Contains: "none",
		Traits: "mouthpiece;blow"}.Facts(nil)
	require.NoError(t, err)
	return Placed{Name: "Paper straw", Facts: f, Each: 1, Use: safety.Open}
}

// A straw to blow through is kept from under-fours wherever something loose and small is in
// reach: poured, beside it, coloured by a recipe, or whole in a dough of the centre's own.
func TestBlowingNearWhatIsLoose(t *testing.T) {
	g := nursery(t, nil, 38, 46)
	straw := blowStraw(t)
	lentils := shelfItem(t, "red lentils")
	own := recipe.Recipe{Name: "Ours", Kind: "dough", Own: true, Lines: []recipe.Line{{Item: shelfItem(t, "water"),
		Amount: unit.OfMass(unit.Grams(100))}, {Item: lentils, Amount: unit.OfMass(unit.Grams(50))}}}
	for words, row := range map[string]struct {
		setup Setup
		loose bool
	}{
		"nothing":              {at(nil), false},
		"water":                {at(poured(t, "water")), false},
		"stove dough":          {at(mixed(t, "stove-dough", safety.Open)), false},
		"rice poured":          {at(poured(t, "white rice")), true},
		"rice by a recipe":     {at(mixed(t, "coloured-rice", safety.Open)), true},
		"starch sand":          {at(mixed(t, "starch-sand", safety.Open)), true},
		"lentils in our dough": {at(Mix{Recipe: own, Portion: unit.Grams(100), Colours: 1, Use: safety.Open}), true},
		"small pom-poms":       {at(nil, placed(t, "pom-poms 10 mm", 3)), true},
		"pom-poms, sealed": {at(nil, Placed{Name: "Pom-poms", Facts: shelfItem(t, "pom-poms 10 mm").Facts, Each: 3,
			Use: safety.Sealed}), false},
	} {
		place := &row.setup.Places[0]
		place.Items = append([]Placed{straw}, place.Items...)
		a, err := reckon(row.setup, g, unit.StandardSet(unit.Metric))
		require.NoError(t, err)
		blown := false
		for _, f := range a.Lines[0].Assessment.Findings() {
			blown = blown || f.Rule == "blow" && f.Verdict == safety.KeepOut
		}
		assert.Equal(t, row.loose, blown, words)
	}
}

// Notes for a child who avoids what is sticky go with what the mix is like in the hand.
func TestNotesGoWithTheFeelOfTheMix(t *testing.T) {
	g := nursery(t, func(r *room.Room) { r.Children[0].Avoids = room.StickyFeel }, 40, 41)
	for id, sticky := range map[string]bool{"stove-dough": true, "coloured-rice": false, "soap-foam": true,
		"flour-tray": false} {
		a, err := reckon(at(mixed(t, id, safety.Open)), g, unit.StandardSet(unit.Metric))
		require.NoError(t, err)
		assert.Equal(t, sticky, len(a.Notes) > 0, id)
	}
}
