package plan

import (
	"math"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/allergen"
	"emblo/core/gauge"
	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/room"
	"emblo/core/safety"
	"emblo/core/say"
	"emblo/core/unit"
	"emblo/core/vessel"
)

func group(t testing.TB, adults int, months ...int) *safety.Group {
	table, err := room.ParseRatioTable("eyfs")
	require.NoError(t, err)
	r := room.Room{Adults: adults}
	for _, m := range months {
		r.Children = append(r.Children, room.Child{Label: "AB", Months: m, Mouths: room.No})
	}
	g, err := safety.NewGroup(r, table, safety.Policy{})
	require.NoError(t, err)
	return &g
}

func shelfItem(t testing.TB, words string) material.Item {
	it, ok := material.Standard().Named(words)
	require.True(t, ok, words)
	return it
}

func placed(t testing.TB, words string, each int) Placed {
	it := shelfItem(t, words)
	return Placed{Name: it.Name, Facts: it.Facts, Each: each, Use: safety.Open}
}

// By hand: the deep tub to 60 mm is a prismatoid of floor 500 x 330 and, at 60 of 150 mm,
// 524 x 350; the middle section is 512 x 340, so V = 60/6 (165000 + 4 x 174080 + 183400)
// = 10,447,200 mm3, 10.45 L. Ten children at five a tub need two.
func TestReckonFill(t *testing.T) {
	tub, _ := vessel.Get("deep-tub")
	peas := shelfItem(t, "split peas")
	s := at(Fill{Layers: []Layer{deep(peas, 60)}, Tub: tub, Use: safety.Open, Count: 0},
		placed(t, "shells small", 2), placed(t, "toy boats", 1))
	a, err := reckon(s, group(t, 3, 25, 26, 27, 28, 29, 30, 31, 32, 33, 34), unit.StandardSet(unit.Metric))
	require.NoError(t, err)
	assert.Equal(t, safety.KeepOut, a.Verdict)
	assert.Equal(t, safety.KeepOut, a.Base[0].Assessment.Verdict)
	assert.Equal(t, safety.GoesIn, a.Lines[1].Assessment.Verdict)
	assert.Equal(t, 20, a.Lines[0].Count)
	assert.Equal(t, 2, a.Fill.Tubs)
	assert.InDelta(t, 10447.2, a.Fill.Poured[0].Volume.Millilitres(), 0.01)
	assert.InDelta(t, 10447.2*197/236.588, a.Fill.Poured[0].Mass.Grams(), 0.01)
}

func TestReckonMix(t *testing.T) {
	stove, _ := recipe.Standard().Get("stove-dough")
	a, err := reckon(at(Mix{Recipe: stove, Portion: unit.Grams(120), Colours: 3, Use: safety.Open}), group(t, 2, 41, 50,
		62), unit.StandardSet(unit.US))
	require.NoError(t, err)
	assert.Equal(t, safety.WithAHand, a.Verdict, "salt: for 3 to 5 years, with a hand")
	assert.Contains(t, a.Base[0].Assessment.Rules(), "salt-load")
	assert.InDelta(t, a.Mix.Batch.Made.Grams()/3, a.Mix.Each.Grams(), 1e-9)
	hands, waiting := a.all.Minutes()
	assert.Equal(t, []int{29, 25}, []int{hands, waiting})
}

// A floor path of five bags for ten children: each bag is one child's, and they take turns; what
// there is in all is what five bags hold, and nobody reaches over a wall.
func TestFloorPathOfFiveBags(t *testing.T) {
	bag, ok := vessel.Get("zip-bag")
	require.True(t, ok)
	rice := shelfItem(t, "white rice")
	months := make([]int, 10)
	for i := range months {
		months[i] = 40
	}
	a, err := reckon(at(Fill{Layers: []Layer{deep(rice, 5)}, Tub: bag, Use: safety.Sealed, Count: 5}),
		group(t, 2, months...), unit.StandardSet(unit.US))
	require.NoError(t, err)
	assert.Equal(t, 5, a.Fill.Tubs)
	assert.Equal(t, 2, a.Fill.Turns)
	assert.Contains(t, a.Notes[0].String(),
		"5 containers, 2 adults: keep every one within reach of an adult, or play in 5 turns with 2.")
	assert.InDelta(t, 276, a.Fill.Poured[0].Volume.Millilitres(), 0.5)
	assert.InDelta(t, 5*276*185/236.588, a.Fill.InAll().Grams(), 5,
		"USDA: a cup of rice weighs 185 g, quoted from memory")
	assert.False(t, a.Base[0].Facts.Wall.There())
	assert.Equal(t, safety.WithAHand, a.Verdict, "a bag is film: taped on every edge")
	open, err := reckon(at(Fill{Layers: []Layer{deep(rice, 5)}, Tub: bag, Use: safety.Open, Count: 5}),
		group(t, 2, 30), unit.StandardSet(unit.US))
	require.NoError(t, err)
	assert.Equal(t, safety.KeepOut, open.Verdict, "and a bag that is open is a loose one")
}

// What is hidden in a tub takes the room of filler, by its smallest size; what does not fit is said.
func TestFindsTakeTheRoomOfFiller(t *testing.T) {
	tub, _ := vessel.Get("tray")
	sand := shelfItem(t, "play sand")
	fill := func(each int, use safety.Use) (one, error) {
		balls := Placed{ID: "1", Name: "Balls", Each: each, Use: use,
			Facts: material.Facts{Thing: material.Thing{Form: material.Piece, Smallest: gauge.Must(gauge.Sphere, 50),
				Largest: gauge.Must(gauge.Sphere, 60), TraitsKnown: true, ContentsKnown: true,
				Salt: unit.Known(0.0)}}}
		return reckon(at(Fill{Layers: []Layer{deep(sand, 35)}, Tub: tub, Use: safety.Open, Count: 2},
			balls), group(t, 2, 80, 80, 80, 80), unit.StandardSet(unit.US))
	}
	plain, err := fill(3, safety.Open)
	require.NoError(t, err)
	hiding, err := fill(3, safety.Hidden)
	require.NoError(t, err)
	ball := math.Pi / 6 * 50 * 50 * 50 / 1000
	assert.InDelta(t, 6*ball, hiding.Fill.Finds.Millilitres(), 1e-6, "three for each of four children in two trays")
	assert.InDelta(t, 6*ball, plain.Fill.Poured[0].Volume.Minus(hiding.Fill.Poured[0].Volume).Millilitres(), 1e-6)
	assert.Empty(t, hiding.Notes)
	alone, err := reckon(at(Fill{Layers: []Layer{deep(sand, 35)}, Tub: tub, Use: safety.Open, Count: 2}),
		group(t, 2, 80, 80, 80, 80), unit.StandardSet(unit.US))
	require.NoError(t, err)
	filled := func(a one) float64 {
		g, _ := a.Base[0].Facts.Filled.Get()
		return g
	}
	assert.InDelta(t, filled(alone)+6*ball*2.7, filled(plain), 1e-6, "what sinks weighs as stone does")
	assert.InDelta(t, filled(plain)-sand.Density.MassOf(hiding.Fill.Finds).Grams(), filled(hiding), 1e-6)
	assert.Greater(t, filled(hiding), filled(alone), "finds do not make the tub lighter")
	crowded, err := fill(40, safety.Open)
	require.NoError(t, err)
	assert.Contains(t, crowded.Notes[len(crowded.Notes)-1].String(),
		"Too much for the containers: 15.1 L loose for each, and one takes 8.6 L")
	var bad *InvalidInput
	_, err = fill(40, safety.Hidden)
	require.ErrorAs(t, err, &bad)
	assert.Equal(t, "places/0/base/depth_mm", bad.Field)
	assert.Contains(t, bad.Reason, "fill deeper, or hide fewer")
}

// A tub that stands in a bath is reached over the wall of the bath; a tube is hung where the youngest
// reaches it.
func TestAWallIsThatOfWhatAVesselStandsIn(t *testing.T) {
	wall := func(id string) float64 {
		tub, _ := vessel.Get(id)
		a, err := reckon(at(Fill{Layers: []Layer{layer(t, "play sand", 40)}, Tub: tub, Use: safety.Open}),
			group(t, 2, 35), unit.StandardSet(unit.US))
		require.NoError(t, err)
		mm, _ := a.Base[0].Facts.Wall.Get()
		return mm
	}
	assert.InDelta(t, 130, wall("dish-tub"), 0)
	assert.InDelta(t, 400, wall("dish-tub-in-bath"), 0)
	tube, _ := vessel.Get("wall-tube")
	a, err := reckon(at(Fill{Tub: tube, Use: safety.Open}), group(t, 2, 35), unit.StandardSet(unit.US))
	require.NoError(t, err)
	assert.Contains(t, a.Notes[0].String(), "at most "+strconv.Itoa(int(room.StandingReach(35)))+" mm above the floor")
}

func TestReckonNamesTheFieldAtFault(t *testing.T) {
	stove, _ := recipe.Standard().Get("stove-dough")
	tub, _ := vessel.Get("tray")
	sand := shelfItem(t, "play sand")
	many := at(nil)
	many.Places[0].Items = make([]Placed, MaxPlaced)
	many.Beside = make([]Placed, 1)
	for field, s := range map[string]Setup{
		"beside":         many,
		"places":         {Places: make([]Place, MaxPlaces+1)},
		"beside/0/each":  {Beside: []Placed{{Name: "Boat", Each: 501, Shared: true}}},
		"items/0/each":   at(nil, Placed{Name: "Boat"}),
		"base/colours":   at(Mix{Recipe: stove, Portion: unit.Grams(120), Colours: 9, Use: safety.Open}),
		"base/portion_g": at(Mix{Recipe: stove, Portion: unit.Grams(-1), Colours: 1, Use: safety.Open}),
		"base/depth_mm":  at(Fill{Layers: []Layer{deep(sand, 60)}, Tub: tub, Use: safety.Open, Count: 0}),
		"base/vessels": at(Fill{Layers: []Layer{deep(sand, 30)}, Tub: tub, Use: safety.Open,
			Count: 400}),
	} {
		_, err := reckon(s, group(t, 1, 40), unit.StandardSet(unit.US))
		var bad *InvalidInput
		require.ErrorAs(t, err, &bad)
		assert.Equal(t, field, strings.TrimPrefix(bad.Field, "places/0/"))
		assert.Regexp(t, `^[A-Z].*\.$`, bad.Reason)
	}
	empty, err := reckon(at(nil), group(t, 1, 40), unit.StandardSet(unit.US))
	require.NoError(t, err)
	assert.False(t, empty.Verdict.Valid(), "a set-up with nothing in it has no verdict")
}

// A recipe in place of a mix passes the very check that the mix fails, and those of its own
// kind come first.
func TestSwapMixesPassTheSameCheck(t *testing.T) {
	for _, g := range []*safety.Group{nursery(t, nil, 9, 14), nursery(t, nil, 26, 30), nursery(t, nil, 40, 60)} {
		for _, r := range recipe.Standard().Recipes() {
			m := Mix{Recipe: r, Portion: unit.Grams(100), Colours: 1, Use: safety.Open}
			sameKind := true
			for _, w := range SwapMixes(recipe.Standard().Recipes(), m, g, 5) {
				require.NotEqual(t, r.ID, w.Recipe.ID)
				require.NotEmpty(t, w.Changes)
				require.False(t, !sameKind && w.Recipe.Kind == r.Kind, "%s after another kind for %s",
					w.Recipe.ID, r.ID)
				sameKind = w.Recipe.Kind == r.Kind
				m.Recipe = w.Recipe
				a, err := reckon(at(m), g, unit.StandardSet(unit.Metric))
				require.NoError(t, err)
				require.LessOrEqual(t, a.Base[0].Assessment.Verdict, safety.WithAHand, "%s for %s", w.Recipe.ID, r.ID)
			}
		}
	}
}

// What stands in for a stove dough of wheat is the same of other flours, before a dough of bananas.
func TestAVariantOfTheSameMixComesFirst(t *testing.T) {
	wheat := func(r *room.Room) { r.Children[0].Allergies = []room.Allergy{{To: allergen.Wheat}} }
	m := mixed(t, "stove-dough", safety.Open)
	swaps := SwapMixes(recipe.Standard().Recipes(), m.(Mix), nursery(t, wheat, 50, 60), 3)
	require.NotEmpty(t, swaps)
	assert.Equal(t, "wheat-free-dough", swaps[0].Recipe.ID)
	for id, of := range map[string]string{"cocoa-dough": "stove-dough", "herb-dough": "stove-dough",
		"banana-dough": "stove-dough", "sand-dough": "cold-dough", "kettle-dough": "cold-dough"} {
		one, _ := recipe.Standard().Get(id)
		other, _ := recipe.Standard().Get(of)
		assert.Equal(t, id == "banana-dough" || id == "sand-dough", apart(other, one) == 1, id)
	}
}

// Whether a mix may be tasted depends on its ingredients and on the children: by hand, 661
// mg of sodium in a taste of stove dough is 55 % of 1,200 mg.
func TestWhatTheseChildrenMayTaste(t *testing.T) {
	wheat := func(r *room.Room) {
		r.Children[0].Allergies = []room.Allergy{{To: allergen.Wheat}}
	}
	tasted := func(id string, g *safety.Group) *MixAnswer {
		a, err := reckon(at(mixed(t, id, safety.Open)), g, unit.StandardSet(unit.Metric))
		require.NoError(t, err)
		return a.Mix
	}
	stove := tasted("stove-dough", nursery(t, wheat, 30, 31))
	assert.InDelta(t, 661.0/1200, stove.TasteShare, 0.001)
	assert.Equal(t, []string{"wheat, declared in the room",
		"too salty (10 g has 55 % of the youngest child's daily sodium)"}, say.English.All(stove.NotTasteSafe))
	assert.Empty(t, tasted("baby-cereal-dough", nursery(t, wheat, 30, 31)).NotTasteSafe)
	assert.Equal(t, []say.Text{"raw flour or starch"}, tasted("goop", nursery(t, nil, 50)).NotTasteSafe)
}

// at is a set-up of one place.
func at(base Base, items ...Placed) Setup {
	return Setup{Places: []Place{{Base: base, Items: items}}}
}

// one is the answer for the one place of a set-up.
type one struct {
	PlaceAnswer
	all Answer
}

func reckon(s Setup, g *safety.Group, set unit.MeasureSet) (one, error) {
	a, err := Reckon(s, g, set)
	if err != nil || len(a.Places) == 0 {
		return one{all: a}, err
	}
	return one{a.Places[0], a}, err
}
