package safety

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/allergen"
	"emblo/core/gauge"
	"emblo/core/material"
	"emblo/core/room"
	"emblo/core/unit"
)

func described(t testing.TB, contains, traits string) material.Facts {
	f, err := material.Description{Contains: contains, Traits: traits}.Facts(nil)
	require.NoError(t, err)
	return f
}

// of returns what one rule finds in a thing, in the open.
func of(g Group, name string, f material.Facts, use Use, rule string) (found Finding, times int) {
	subject := Prepare(name, f)
	for _, one := range g.Judge(&subject, use).Findings() {
		if one.Rule == rule {
			found, times = one, times+1
		}
	}
	return found, times
}

func asks(f Finding, key string) bool {
	for _, do := range f.Do {
		if do.Key() == key {
			return true
		}
	}
	return false
}

// From 2 g of salt for each kg of body mass on (a toxic dose, quoted from memory) as much is handed out as stays under
// it: at three years, 11.0 kg (WHO, third percentile of girls, quoted from memory), 22 g, of dough that is half salt 44
// g.
func TestSaltThatHarmsIsHandedOut(t *testing.T) {
	for portion, want := range map[string]bool{"44": false, "45": true} {
		f, _ := of(groupOf(t, Policy{}, child(36, false)), "Dough", described(t, "none", "food;dough;salt=50;portion="+
			portion), Open, "salt-load")
		assert.Equal(t, want, asks(f, "handed-out:44"), portion)
		numbers := ""
		for _, n := range f.Numbers {
			numbers += n.Value.String() + "; "
		}
		assert.Equal(t, want, strings.Contains(numbers, "from 22.0 g (2 g per kg)"), numbers)
	}
}

// What a family wrote is looked for in what a thing is made of and in its name, also by touch, and is told as they
// wrote it.
func TestNotesOfFamilies(t *testing.T) {
	note := func(words string, by room.Way) room.Allergy {
		return room.Allergy{To: allergen.Other, By: by, Note: words}
	}
	puree := described(t, "none", "food;soft-food;portion=20")
	puree.Made = allergen.ReadNote("apple").Origins
	require.False(t, puree.Made.Empty())
	careful := room.Allergy{To: allergen.Milk, By: room.ByEating, Note: "careful"}
	f, _ := of(groupOf(t, Policy{}, child(60, false, careful, note("apple", room.ByEating))), "Puree", puree, Open,
		"allergen")
	assert.Equal(t, KeepOut, f.Verdict)
	assert.Contains(t, f.Reason.String(), "apple")
	assert.NotContains(t, f.Reason.String(), "careful")
	f, times := of(groupOf(t, Policy{}, child(60, false, note("apple", room.ByEating))), "Puree", puree, AdultTool,
		"allergen")
	assert.True(t, times == 0 || f.Verdict < KeepOut)
	f, _ = of(groupOf(t, Policy{}, child(60, false, note("apple", room.ByTouchOrAir))), "Puree", puree, AdultTool,
		"allergen")
	assert.Equal(t, KeepOut, f.Verdict)
	f, _ = of(groupOf(t, Policy{}, child(60, false, note("zapote", room.ByEating))), "Zapote slices",
		described(t, "none", "food;soft-food;portion=20"), Open, "allergen")
	assert.Equal(t, KeepOut, f.Verdict, "called by a word of the note")
	f, _ = of(groupOf(t, Policy{}, child(60, false, room.Allergy{To: allergen.Milk, By: room.ByEating}),
		child(60, false, note("milk", room.ByEating)), child(60, false)), "Curd", described(t, "milk",
		"food;soft-food;portion=20"), Open, "allergen")
	assert.Contains(t, f.Reason.String(), "2 children", "one said it, one wrote it")
}

// Ages, figures and lines of rules that only their words show.
func TestFiguresInWords(t *testing.T) {
	full := known(material.Piece, gauge.Must(gauge.Box, 500, 400, 150), material.Hard)
	for grams, want := range map[float64]string{16000: "too heavy to lift to or from the floor",
		16001: "too heavy for anyone to lift"} {
		full.Filled = material.Read(grams)
		f, _ := of(groupOf(t, Policy{}, child(60, false)), "Tub", full, Open, "heavy")
		assert.Contains(t, f.Reason.String(), want)
	}
	water := described(t, "none", "food;liquid;portion=10")
	for wall, want := range map[float64]string{250: "30 mm of open water", 251: "The container is 251 mm deep"} {
		water.Depth, water.Wall = unit.Known(unit.Millimetres(30)), material.Read(wall)
		f, _ := of(groupOf(t, Policy{}, child(40, false)), "Water", water, Open, "water")
		assert.Contains(t, f.Reason.String(), want)
	}
	unknown := material.Facts{Thing: material.Thing{ContentsKnown: true, TraitsKnown: true}}
	for months, want := range map[int]Verdict{11: MeasureFirst, 12: WithAHand} {
		f, _ := of(groupOf(t, Policy{}, child(months, false)), "Something", unknown, Open, "dust")
		assert.Equal(t, want, f.Verdict, "%d months", months)
	}
	beans, _ := of(groupOf(t, Policy{}, child(30, false)), "Beans", described(t, "none", "food;grain;lectin"), Open,
		"lectin")
	assert.Contains(t, beans.Reason.String(), "The child is under 3 or mouths things.")
	assert.Equal(t, []string{"23 months", "2", "30 months"}, []string{ageWords(23).String(), ageWords(24).String(),
		ageWords(30).String()})
	many := make([]room.Child, 9)
	for i := range many {
		many[i] = child(30, false)
	}
	g, err := NewGroup(room.Room{Children: many, Adults: 1}, room.StrictestTable(), Policy{})
	require.NoError(t, err)
	short, _ := of(g, "Cushion", known(material.Piece, gauge.Must(gauge.Sphere, 200), material.Soft), Open, "ratio")
	assert.Equal(t, 3, g.AdultsNeeded(), "one for four at two years (CFOC 1.1.1.2, quoted from memory)")
	assert.True(t, asks(short, "adults-found:2"), "%v", short)
}

// What is open and could keep a thing out is asked about once, by the rule of facts.
func TestWhatIsOpenIsAskedOnce(t *testing.T) {
	g := groupOf(t, Policy{}, child(60, false))
	open := known(material.Piece, gauge.Must(gauge.Sphere, 200), material.Soft)
	open.Open = material.Features{Traits: material.TraitsOf(material.Magnet)}
	open.Smallest, open.Largest = gauge.Must(gauge.Sphere, 20), gauge.Must(gauge.Sphere, 20)
	_, times := of(g, "Ball", open, Open, factsID)
	assert.Equal(t, 1, times, "added where nothing else asks")
	open.ContentsKnown = false
	_, times = of(g, "Ball", open, Open, factsID)
	assert.Equal(t, 1, times, "and not again where it asks already")
}

// A policy takes only ages that make sense, and two of them ask for what either asks for.
func TestPoliciesInRange(t *testing.T) {
	for months, ok := range map[int]bool{0: true, foodMonths - 1: false, foodMonths: true, firmFoodUntil: true,
		firmFoodUntil + 1: false} {
		assert.Equal(t, ok, Policy{FoodMonths: months}.Validate() == nil, "%d months", months)
	}
	own := Policy{MinimumMonths: map[string]int{"small-ball": 50}}
	require.NoError(t, own.Validate())
	for _, both := range []Policy{own.Tighten(Policy{}), Policy{}.Tighten(own), own.Tighten(own)} {
		assert.Equal(t, 50, both.MinimumMonths["small-ball"])
	}
}

// Usual care is what a routine meets, where there is one and a hand is needed at all.
func TestUsualCareNeedsARoutine(t *testing.T) {
	dusty := Prepare("Starch", described(t, "none", "food;powder;portion=20"))
	g := groupOf(t, Policy{}, child(40, false))
	routine := g.Keeping(room.RoutineOf(room.Habits()...))
	assert.False(t, g.Judge(&dusty, Open).Usual())
	assert.True(t, routine.Judge(&dusty, Open).Usual(), "%v", routine.Judge(&dusty, Open).Findings())
	cushion := Prepare("Cushion", known(material.Piece, gauge.Must(gauge.Sphere, 200), material.Soft))
	assert.False(t, routine.Judge(&cushion, Open).Usual())
	assert.False(t, meets(room.RoutineOf(room.Habits()...), nil), "nobody has said what the hand does")
}

// Limits met exactly: the share from which a meal holds too much salt, the mouth of a cup with what measuring may miss,
// cloth from 18 months up to 3 years; a soft leaf of food is no small part, and what weighs over 16 kg is said to.
func TestLimitsMetExactly(t *testing.T) {
	for share, weighs := range map[float64]bool{saltGramsPerKilo / mealGramsPerKilo: false,
		1.001 * saltGramsPerKilo / mealGramsPerKilo: true} {
		assert.Equal(t, weighs, WeighsSalt(share), "%g", share)
	}
	sized := func(solid gauge.Kind, traits string, mm ...float64) material.Facts {
		f := described(t, "none", traits)
		s, err := gauge.New(solid, mm...)
		require.NoError(t, err)
		f.Smallest, f.Largest = s, s
		return f
	}
	found := func(rule string, f material.Facts, months int) bool {
		_, n := of(groupOf(t, Policy{}, child(months, false)), "Thing", f, Open, rule)
		return n > 0
	}
	for across, seals := range map[float64]bool{102.5: true, 102.6: false} {
		assert.Equal(t, seals, found("hemisphere", sized(gauge.Cylinder, "hard;cup", across, 20), 30), "%g mm", across)
	}
	cloth := sized(gauge.Box, "fabric;sheet;comes-apart=20;holds-together", 580, 380, 0.1)
	for months, handed := range map[int]bool{18: true, 35: true, 36: false} {
		assert.Equal(t, handed, found("comes-apart", cloth, months), "%d months", months)
	}
	leaf := "food;soft;sheet;comes-apart=20"
	assert.False(t, found("comes-apart", sized(gauge.Box, leaf, 120, 80, 1), 14), "a leaf of food")
	assert.True(t, found("comes-apart", sized(gauge.Box, leaf[len("food;"):], 120, 80, 1), 14),
		"a leaf of anything else")
	for grams, said := range map[float64]string{
		16_000: "16.0 kg when full: too heavy to lift to or from the floor.",
		16_100: "16.1 kg when full: too heavy for anyone to lift."} {
		f := described(t, "none", "hard")
		f.Filled = material.Read(grams)
		heavy, _ := of(groupOf(t, Policy{}, child(40, false)), "Tub", f, Open, "heavy")
		assert.Equal(t, said, heavy.Reason.String())
	}
}
