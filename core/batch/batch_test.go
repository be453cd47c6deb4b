package batch

import (
	"fmt"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/age"
	"emblo/core/allergen"
	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/recipe/typed"
	"emblo/core/room"
	"emblo/core/safety"
	"emblo/core/unit"
)

func day(text string) age.Date {
	d, err := age.ParseDate(text)
	if err != nil {
		panic(err)
	}
	return d
}

func of(id string, mass float64) Made {
	r, ok := recipe.Standard().Get(id)
	if !ok {
		panic(id)
	}
	return Made{Recipe: r, Mass: unit.Grams(mass), On: day("2026-11-02"), Room: "lanterns"}
}

func thing(id string) material.Item {
	it, ok := material.Standard().Get(id)
	if !ok {
		panic(id)
	}
	return it
}

// ours is a thing of a centre's own that somebody said so of how it keeps.
func ours(name, traits, keeps string) material.Item {
	it, err := material.Row{ID: name, Name: name, Parts: "ingredient", SizeBy: "OWN", WeightBy: "OWN", Keeps: keeps,
		Description: material.Description{Traits: traits, Contains: "none"}}.Item(nil)
	if err != nil {
		panic(err)
	}
	return it
}

// things are what may be in a batch: those of the shelf, and some of a centre's own.
var things = append(slices.Clone(material.Standard().Items()), ours("Quince", "food;soft-food", "2 days in the fridge"),
	ours("Medlar", "food;soft-food", ""), ours("Ochre", "food;powder", "2 days"), ours("Dye", "food;powder",
		"years, dry"),
	ours("Syrup", "food;liquid", "until it smells"), ours("Rusk crumb", "food;powder", "a week, airtight"),
	ours("Meal", "food;powder", "one session"))

func anyMade(t *rapid.T) Made {
	m := of("stove-dough", 500)
	m.Recipe = rapid.SampledFrom(recipe.Standard().Recipes()).Draw(t, "recipe")
	m.Recipe.Own = rapid.IntRange(0, 3).Draw(t, "own") == 0
	m.Chilled = rapid.Bool().Draw(t, "chilled")
	switch rapid.IntRange(0, 4).Draw(t, "kind") {
	case 0:
		m.Fill = rapid.SliceOfN(rapid.SampledFrom(things), 1, 3).Draw(t, "fill")
		m.Recipe = recipe.Recipe{}
	case 1:
		m.On = age.Date{}
	}
	return m
}

func anyEvent(t *rapid.T, on age.Date) Event {
	e := Event{Kind: rapid.SampledFrom([]Kind{Added, Added, Used, Used, Moved, Inspected, SetAside, Discarded}).Draw(t,
		"what"), On: on, Room: "pebbles"}
	switch e.Kind {
	case Added:
		e.Item, e.Mass = rapid.SampledFrom(things).Draw(t, "add"),
			unit.Grams(rapid.SampledFrom([]float64{1, 20, 200}).Draw(t, "so much"))
	case Used:
		e.Mouthed, e.Ill = rapid.IntRange(0, 4).Draw(t, "mouthed") == 0, rapid.IntRange(0, 4).Draw(t, "ill") == 0
	case Inspected:
		e.Signs = rapid.SliceOfNDistinct(rapid.SampledFrom(Signs()), 0, 1, rapid.ID).Draw(t, "signs")
	case SetAside:
		e.Mass = unit.Grams(50)
	}
	return e
}

func anyGroup(t *rapid.T) *safety.Group {
	r := room.Room{Adults: rapid.IntRange(0, 3).Draw(t, "adults"), Illness: rapid.IntRange(0, 4).Draw(t,
		"illness") == 0, Pet: rapid.Bool().Draw(t, "pet")}
	for range rapid.IntRange(1, 3).Draw(t, "children") {
		c := room.Child{Months: rapid.IntRange(4, 100).Draw(t, "months"),
			Mouths: rapid.SampledFrom([]room.Tri{room.Unknown, room.No, room.Yes}).Draw(t, "mouths"),
			Eczema: rapid.Bool().Draw(t, "eczema"), Asthma: rapid.Bool().Draw(t, "asthma")}
		if rapid.Bool().Draw(t, "allergic") {
			c.Allergies = []room.Allergy{{To: rapid.SampledFrom(allergen.All()).Draw(t, "to"),
				By: rapid.SampledFrom([]room.Way{room.ByEating, room.ByTouchOrAir}).Draw(t, "by")}}
		}
		r.Children = append(r.Children, c)
	}
	g, err := safety.NewGroup(r, room.StrictestTable(), safety.Policy{NoFoodPlay: rapid.IntRange(0, 3).Draw(t,
		"no food") == 0, SameDayMixes: rapid.Bool().Draw(t, "same day")})
	require.NoError(t, err)
	return &g
}

// written is a batch of a salty dough of a centre's own.
func written(keeps, more string) Made {
	d := typed.Reader{Shelf: material.Standard(), System: unit.Metric}.Read(typed.Written{Name: "Harbour dough",
		Kind: "dough", Lines: "300 g plain flour\n300 g fine salt\n120 g water\n20 g plant oil" + more,
		Steps: "Stir, 2 min", Keeps: keeps})
	if !d.OK() {
		panic(d.Faults)
	}
	return Made{Recipe: d.Recipe, Mass: unit.Grams(740), On: day("2026-11-02"), Room: "lanterns"}
}

// Nothing that happens makes a batch milder for anybody, nor younger: only a look-over that it passed gives
// it more days, and none of its limits is ever passed. A part of it is what it is.
func TestNothingMakesABatchMilderOrYounger(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		m, g, on := anyMade(t), anyGroup(t), day("2026-11-02")
		use := rapid.SampledFrom([]safety.Use{safety.Open, safety.AdultTool, safety.Hidden}).Draw(t, "use")
		var events []Event
		s := Fold(m, nil)
		for range rapid.IntRange(1, 7).Draw(t, "events") {
			on = on.Plus(rapid.IntRange(0, 6).Draw(t, "days"))
			e := anyEvent(t, on)
			asked := on.Plus(rapid.IntRange(0, 5).Draw(t, "later"))
			events = append(events, e)
			next := Fold(m, events)
			passed := e.Kind == Inspected && worstSign(e.Signs) == ""
			if !passed {
				assert.False(t, next.Keeps().On.After(s.Keeps().On), "%s: from %s to %s", e.Kind, s.Keeps().On,
					next.Keeps().On)
				assert.GreaterOrEqual(t, next.Verdict(unit.Grams(100), asked, use, g), s.Verdict(unit.Grams(100), asked,
					use, g), "%s on %s", e.Kind, e.Item.ID)
			} else if by, until, can := s.LookOver(); can && !by.IsZero() {
				assert.False(t, next.Keeps().On.After(until), "a look-over grants %s at most, not %s", until,
					next.Keeps().On)
			} else if !can {
				assert.False(t, next.Keeps().On.After(s.Keeps().On), "no look-over helps")
			}
			for _, l := range next.Limits() {
				assert.False(t, next.Keeps().On.After(l.On), l.Why)
				assert.NotEmpty(t, l.Why)
			}
			for _, p := range next.Later {
				if days, ends := p.Item.Keeps.Stands(); ends && !p.Item.Facts.Traits.Has(material.TapWater) {
					assert.False(t, next.Keeps().On.After(p.On.Plus(days)), "no longer than %s in it", p.Item.ID)
				}
			}
			for _, it := range m.Fill {
				if days, ends := it.Keeps.Stands(); ends && !m.On.IsZero() {
					assert.False(t, next.Keeps().On.After(m.On.Plus(days)), "no longer than %s stands", it.ID)
				}
			}
			if !m.On.IsZero() {
				assert.False(t, next.Keeps().On.After(m.On.Plus(next.Keeping().Granted()+next.Keeping().Sealed)),
					"the practice ceiling")
			}
			part := next.Part(unit.Grams(50), "puddles")
			assert.Equal(t, []any{next.Keeps(), next.Verdict(unit.Grams(100), asked, use, g)}, []any{part.Keeps(),
				part.Verdict(unit.Grams(100), asked, use, g)})
			s = next
		}
	})
}

// What a batch keeps by, a table by hand from the words of the recipes and the rules on what is shared.
func TestUntilWhenItMayBeUsed(t *testing.T) {
	used := func(on string, e Event) Event { e.Kind, e.On = Used, day(on); return e }
	add := func(id string, grams float64) Event {
		return Event{Kind: Added, On: day("2026-11-03"), Item: thing(id), Mass: unit.Grams(grams)}
	}
	look := func(on string, signs ...Sign) Event { return Event{Kind: Inspected, On: day(on), Signs: signs} }
	found := of("stove-dough", 500)
	found.On = age.Date{}
	rice := Made{Fill: []material.Item{thing("white-rice")}, On: day("2026-11-02"), Mass: unit.Kilograms(3)}
	foundRice := rice
	foundRice.On = age.Date{}
	chilled := of("coloured-noodles", 500)
	chilled.Chilled = true
	for name, c := range map[string]struct {
		made   Made
		events []Event
		until  string
		why    string
	}{
		"stove dough keeps two weeks": {of("stove-dough", 1900), nil, "2026-11-16", "usual keeping time"},
		"five uses are all": {of("stove-dough", 1900), []Event{used("2026-11-03", Event{}),
			used("2026-11-03", Event{}), used("2026-11-04", Event{}), used("2026-11-05", Event{}), used("2026-11-06",
				Event{})}, "2026-11-06", "used 5 times"},
		"a child who mouths had it": {of("stove-dough", 1900),
			[]Event{used("2026-11-03", Event{Mouthed: true})}, "2026-11-03", "mouths"},
		"a stomach bug went round": {of("stove-dough", 1900),
			[]Event{used("2026-11-05", Event{Ill: true})}, "2026-11-05", "illness"},
		"two drops of colour change nothing": {of("stove-dough", 1900), []Event{add("food-colour-liquid", 2)},
			"2026-11-16", "usual keeping time"},
		"yoghurt in it is for the day": {of("stove-dough", 1900), []Event{add("yoghurt", 100)},
			"2026-11-03", "yoghurt, plain was added"},
		"a day of silky dough, then a look": {of("silky-dough", 500), nil, "2026-11-03", "usual keeping time"},
		"looked over, a day more": {of("silky-dough", 500), []Event{look("2026-11-05")},
			"2026-11-06", "checked"},
		"looked over on its last day, and once more": {of("silky-dough", 500), []Event{look("2026-11-16"),
			look("2026-11-20")}, "2026-11-16", "no longer"},
		"spots are the end": {of("silky-dough", 500), []Event{look("2026-11-03", Spots)},
			"2026-11-02", "spots"},
		"a dried edge is cut off": {of("silky-dough", 500), []Event{look("2026-11-03", DriedEdge)},
			"2026-11-04", "checked"},
		"found, and dough":/*                     */ {found, []Event{look("2026-11-03")}, "", "not known"},
		"found rice is looked over": {foundRice, []Event{look("2026-11-03")}, "2026-12-01",
			"found without a date"},
		"a tub of rice stands four weeks, then a look": {rice, nil, "2026-11-30", "check the tub by this date"},
		"damp rice is for the day":                     {rice, []Event{add("water", 50)}, "2026-11-03", "wet now"},
		"noodles are for one group":                    {of("coloured-noodles", 500), nil, "2026-11-02", "one group"},
		"closed and chilled three days":                {chilled, nil, "2026-11-05", "untouched"},
		"opened they are not": {chilled, []Event{used("2026-11-03", Event{})}, "2026-11-02",
			"one group"},
		"raw apple in a tub of rice": {rice, []Event{add("apple-raw", 60)}, "2026-11-03",
			"apple pieces, raw was added"},
		"fruit of one's own in it": {rice, []Event{{Kind: Added, On: day("2026-11-03"),
			Item: ours("Quince", "food;soft-food", "2 days in the fridge"), Mass: unit.Grams(60)}}, "2026-11-03",
			"turns soon"},
		"and of which nobody said": {rice, []Event{{Kind: Added, On: day("2026-11-03"),
			Item: ours("Ochre", "food;powder", "2 days"), Mass: unit.Grams(60)}}, "2026-11-03", "how long that keeps is not known"},
		"a piece of which nobody said": {rice, []Event{{Kind: Added, On: day("2026-11-03"),
			Item: ours("Half", "piece;soft", ""), Mass: unit.Grams(60)}}, "2026-11-03", "how long that keeps is not known"},
		"a week's crumb in it": {rice, []Event{{Kind: Added, On: day("2026-11-03"),
			Item: ours("Rusk crumb", "food;powder", "a week, airtight"), Mass: unit.Grams(60)}}, "2026-11-10",
			"keeps no longer"},
		"beads change no date": {rice, []Event{add("wooden-boats", 60)}, "2026-11-30",
			"check the tub by this date"},
		"banana in stove dough": {of("stove-dough", 1900), []Event{add("banana-slices", 60)},
			"2026-11-03", "turns soon"},
		"herb oil in stove dough": {of("stove-dough", 1900), []Event{add("herb-oil", 10)},
			"2026-11-03", "turns soon"},
		"a mix of our own, a week as it was said": {written("up to 1 week, airtight", ""), nil, "2026-11-09",
			"7 days, airtight"},
		"a mix of our own that nobody said it of": {written("until it smells", ""), nil, "2026-11-02",
			"say how many days it keeps"},
		"a mix of our own, a month as it was said": {written("a month, airtight", ""), nil, "2026-11-16",
			"two weeks at most"},
		"a mix of our own with leaves in it": {written("a week, airtight", "\n20 g "+
			thing("fresh-herbs").Name), nil, "2026-11-02", "turns then"},
		"thrown away": {of("stove-dough", 500),
			[]Event{{Kind: Discarded, On: day("2026-11-04")}}, "2026-11-03", "thrown away"},
	} {
		l := Fold(c.made, c.events).Keeps()
		assert.Equal(t, c.until, l.On.String(), name)
		assert.Contains(t, l.Why.String(), c.why, name)
	}
}

// What goes in is in: oats bring gluten and milk-free dough is none any more with yoghurt; raw flour that
// is worked into cooked dough is raw; beads stay beads.
func TestWhatIsAddedCounts(t *testing.T) {
	months := func(n int, allergic ...allergen.Allergen) *safety.Group {
		c := room.Child{Months: n, Mouths: room.No}
		for _, a := range allergic {
			c.Allergies = append(c.Allergies, room.Allergy{To: a, By: room.ByEating})
		}
		g, err := safety.NewGroup(room.Room{Adults: 2, Children: []room.Child{c}}, room.StrictestTable(),
			safety.Policy{})
		require.NoError(t, err)
		return &g
	}
	made, on := of("ready-starch-sand", 1000), day("2026-11-03")
	with := func(id string) State {
		return Fold(made, []Event{{Kind: Added, On: on, Item: thing(id), Mass: unit.Grams(60)}})
	}
	plain := Fold(made, nil)
	for _, c := range []struct {
		id    string
		group *safety.Group
	}{{"yoghurt", months(60, allergen.Milk)}, {"marbles", months(30)}, {"plain-flour", months(30)}} {
		before, after := plain.Verdict(unit.Grams(20), on, safety.Open, c.group), with(c.id).Verdict(unit.Grams(20), on,
			safety.Open, c.group)
		assert.True(t, before.Ready() && after == safety.KeepOut, "%s: %v, then %v", c.id, before, after)
	}
	_, never := Fold(of("stove-dough", 500), nil).End()
	assert.Len(t, never, 3, "salty dough is no feed, no compost, and sets in a drain: %v", never)
	_, never = Fold(of("soap-foam", 500), nil).End()
	assert.Len(t, never, 2, "%v", never)
}

func ExampleFold() {
	made := of("stove-dough", 1900)
	s := Fold(made, []Event{{Kind: Used, On: day("2026-11-03"), Room: "lanterns"},
		{Kind: SetAside, On: day("2026-11-03"), Mass: unit.Grams(400)}})
	fmt.Println(s.Left, s.Uses, s.Keeps().On, s.UsableOn(day("2026-11-16")), s.UsableOn(day("2026-11-17")))
	// Output: 1.5 kg 1 2026-11-16 true false
}
