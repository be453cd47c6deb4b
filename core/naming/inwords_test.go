package naming_test

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/allergen"
	"emblo/core/material"
	"emblo/core/naming"
	"emblo/core/recipe"
	"emblo/core/recipe/typed"
	"emblo/core/room"
	"emblo/core/safety"
	"emblo/core/unit"
)

var words = naming.New(material.Standard(), nil)

// noted is a room of one child who reacts to what its family wrote.
func noted(t require.TestingT, note string, by room.Way, months int) *safety.Group {
	c := room.Child{Label: "AB", Months: months, Mouths: room.No, Allergies: []room.Allergy{{To: allergen.Other, By: by,
		Note: note}}}
	g, err := safety.NewGroup(room.Room{Children: []room.Child{c}, Adults: 2}, room.StrictestTable(), safety.Policy{})
	require.NoError(t, err)
	return &g
}

func aged(t require.TestingT, months int, to ...allergen.Allergen) *safety.Group {
	c := room.Child{Label: "AB", Months: months, Mouths: room.No}
	for _, a := range to {
		c.Allergies = append(c.Allergies, room.Allergy{To: a, By: room.ByTouchOrAir})
	}
	g, err := safety.NewGroup(room.Room{Children: []room.Child{c}, Adults: 2}, room.StrictestTable(), safety.Policy{})
	require.NoError(t, err)
	return &g
}

// own judges a mix of a centre's own by what was typed.
func own(t require.TestingT, g *safety.Group, lines, steps string) naming.Judged {
	m, ok := mixed(lines, steps)
	require.True(t, ok)
	return m.Judge(g, naming.Ask{Use: safety.Open})
}

// mixed reads a mix of a centre's own.
func mixed(lines, steps string) (naming.Meaning, bool) {
	d := typed.Reader{Shelf: material.Standard(), System: unit.Metric,
		Several: words.Several}.Read(typed.Written{Name: "Harbour mix", Kind: "dough", Lines: lines, Steps: steps,
		Keeps: "one session"})
	return naming.Meaning{Members: []naming.Member{{Mix: &d.Recipe}}}, d.OK()
}

// described judges a thing of a centre's own by what was said of it.
func described(t require.TestingT, g *safety.Group, name string, d material.Description) safety.Verdict {
	f, err := d.Facts(words.Ingredient)
	require.NoError(t, err, name)
	subject := safety.Prepare(name, naming.AsCalled(name, f))
	return g.Judge(&subject, safety.Open).Verdict
}

const (
	goesIn, hand, ask, out = safety.GoesIn, safety.WithAHand, safety.MeasureFirst, safety.KeepOut
)

// An allergy in a family's own words keeps out what it names, by name, kin or kind, and asks about what is not plainly
// something else; what is plainly something else is let alone.
func TestAllergiesInFamiliesWords(t *testing.T) {
	for _, row := range []struct {
		note, thing string
		want        safety.Verdict
	}{
		{"apple", "apple puree", out}, {"pears", "pear puree", out}, {"banana", "mashed banana", out},
		{"lentils", "lentils", out}, {"peas", "split peas", out}, {"Peas!", "whole peas", out},
		{"chick peas", "chickpeas", out},
		{"tomatoes", "tomato puree", out}, {"peaches", "peaches", out}, {"mangoes", "mango puree", out},
		{"radishes", "radish", out}, {"rice", "white rice", out}, {"carrots (raw)", "raw carrot", out},
		{"raw apple", "raw apple", out},
		{"fruit", "mashed banana", out}, {"legumes", "lentils", out}, {"all pulses", "kidney beans", out},
		{"citrus fruit", "orange peel", out}, {"gelatin", "marshmallows", out}, {"maize", "cornflour", out},
		{"corn", "popping corn", out},
		{"kiwi and lentils", "lentils", out}, {"egg white", "egg", out}, {"wool", "wool balls", out},
		{"feathers", "feathers", out},
		{"lentils", "split peas", ask}, {"apple", "pear puree", ask}, // close kin are asked about
		{"apple", "mashed banana", goesIn}, {"kiwi", "white rice", hand}, {"apple", "water", hand},
		{"lentils", "wooden boats", goesIn},
		// of more than one thing
		{"apple", "hummus", ask},
		// a letter of another script
		{"zqxv", "mashed banana", ask}, {"сыр", "white rice", ask}, {"not allergic to egg any more", "mashed banana",
			ask}, {"not allergic to egg any more", "egg", out}, {"аpple", "apple puree", ask},
		{"ap\u200bple", "apple puree", out}, {"\u202eapple", "apple puree", out}, {"zqxv", "wooden boats", goesIn},
		{strings.Repeat("grass ", 100), "apple puree", goesIn},
	} {
		j := words.Resolve(row.thing, "").Judge(noted(t, row.note, room.ByEating, 60), naming.Ask{Use: safety.Open})
		if row.want <= hand {
			assert.LessOrEqual(t, j.Verdict, hand, "%q beside %s: %v", row.note, row.thing, j.Rules())
			continue
		}
		assert.Equal(t, row.want, j.Verdict, "%q beside %s: %v", row.note, row.thing, j.Rules())
	}
	in := own(t, noted(t, "apple", room.ByEating, 60), "200 g ready-to-eat flour\n100 g apple puree", "Stir, 2 min")
	assert.Equal(t, out, in.Verdict, "in a mix too")
	tool := words.Resolve("apple puree", "").Judge(noted(t, "apple", room.ByTouchOrAir, 60),
		naming.Ask{Use: safety.AdultTool})
	assert.Equal(t, out, tool.Verdict, "by touch also in the adult's hand")
}

// Alcohol and what sets firm are reckoned through every mix, as salt is.
func TestAlcoholAndFirmnessInMixes(t *testing.T) {
	for _, row := range []struct {
		lines  string
		months int
		want   safety.Verdict
	}{
		{"300 g ready-to-eat starch\n500 g vodka", 30, out}, {"300 g ready-to-eat starch\n500 g vodka", 52, hand},
		{"300 g ready-to-eat starch\n900 g wine", 30, out}, {"300 g ready-to-eat starch\n200 g beer", 30, out},
		{"500 g ready-to-eat starch\n300 g rubbing alcohol", 52, out},
		{"300 g ready-to-eat starch\n300 g water\n2 g vanilla extract", 30, hand}, // 0.1 %
		{"40 g gelatine\n300 g water", 30, out}, {"40 g gelatine\n300 g water", 47, out}, {"40 g gelatine\n300 g water",
			52, hand}, {"8 g agar\n500 g water", 30, out}, {"4 g konjac powder\n500 g water", 30, out},
		{"15 g psyllium husk\n480 g water", 30, out},
		{"5 g gelatine\n2 g agar\n500 g water", 30, hand}, // each too little, and together
	} {
		j := own(t, aged(t, row.months), row.lines, "Stir, 2 min")
		if row.want == hand {
			assert.LessOrEqual(t, j.Verdict, hand, "%q at %d: %v", row.lines, row.months, j.Rules())
			continue
		}
		assert.Equal(t, row.want, j.Verdict, "%q at %d: %v", row.lines, row.months, j.Rules())
	}
	goo, _ := recipe.Standard().Get("psyllium-goo")
	j := naming.Meaning{Members: []naming.Member{{Mix: &goo}}}.Judge(aged(t, 30), naming.Ask{Use: safety.Open})
	assert.Equal(t, out, j.Verdict, "the book's own: %v", j.Rules())
}

// What a step puts in and no line lists is judged, and leaves the mix not known.
func TestStepsAreRead(t *testing.T) {
	const lines = "300 g ready-to-eat flour\n100 g water"
	for steps, want := range map[string]safety.Verdict{
		"Stir in a cup of water beads and a few small magnets. Knead in pony beads": out,
		"Stir in peanut butter and the borax":                                       out,
		"Add 2 tbsp peanut butter":                                                  out, "Fold in the almonds": out,
		"Sprinkle chia seeds over it and knead": ask,
		"Do not forget the borax":               out, "Knead pony beads through it": ask, "Stir in the fuse beads": ask,
		"Add a whisk": ask, "Spread thinly, then add the spread": ask, "Never stop, stir in the borax": out,
		"Stir, 2 min": hand, "Roll out with the rolling pins and cut with cutters": hand, "Never add borax": hand,
		"Pour in the warm water bit by bit, children stir": hand, "Stir in some of the flour": hand,
		"Spread it and press with cutters": hand, "Stir in a wide bowl with a long spoon": hand,
		"Add a spoon of the flour": hand, "Mix everything in a saucepan": hand, "Whisk in a large glass": hand,
		"Add the glass": ask, "Stir in glass": ask, "Fold in some broken glass": ask, "Stir in the glass": ask,
		"Whisk it in the saucepan": hand, "Stir until it snaps; pour into small paper cups": hand,
	} {
		j := own(t, aged(t, 52, allergen.Peanuts, allergen.TreeNuts), lines, steps)
		if want == hand {
			assert.LessOrEqual(t, j.Verdict, hand, "%q: %v", steps, j.Rules())
			continue
		}
		assert.GreaterOrEqual(t, j.Verdict, min(want, ask), "%q: %v", steps, j.Rules())
		assert.GreaterOrEqual(t, j.Verdict, want, "%q: %v", steps, j.Rules())
	}
	milk := own(t, aged(t, 52, allergen.Milk), "300 g ready-to-eat flour\n100 g coconut milk", "Stir in some milk")
	assert.Equal(t, out, milk.Verdict, "milk is not the coconut milk of a line: %v", milk.Rules())
	long := own(t, aged(t, 52), lines, "Knead "+strings.Repeat("well and ", 220)+"stir in the loose magnets")
	assert.Equal(t, out, long.Verdict, "also at the end of a step of 2,000 letters")
	for _, bad := range []typed.Written{{Loss: -1e306}, {Loss: 1}, {Lines: strings.Repeat("1 g water\n", 60)}} {
		w := typed.Written{Name: "Harbour mix", Kind: "dough", Lines: lines, Steps: "Stir", Keeps: "one session",
			Loss: bad.Loss}
		if bad.Lines != "" {
			w.Lines = bad.Lines
		}
		d := typed.Reader{Shelf: material.Standard(), System: unit.Metric}.Read(w)
		assert.False(t, d.OK(), "%+v", bad)
	}
}

// The name of a thing of one's own counts, with slips of what it warns of; so do its length and its thinness.
func TestOwnThingsAreWhatTheyAreCalled(t *testing.T) {
	allergic := aged(t, 52, allergen.Wheat, allergen.Milk, allergen.TreeNuts, allergen.Peanuts)
	baby := aged(t, 10)
	dough, block := material.Description{Contains: "none", Traits: "food;dough;portion=60"},
		material.Description{Solid: "box", Size: "250x120x120", Contains: "none", Traits: "soft"}
	of := func(solid, size, traits string) material.Description {
		return material.Description{Solid: solid, Size: size, Contains: "none", Traits: traits}
	}
	for _, row := range []struct {
		name string
		what material.Description
		who  *safety.Group
		most bool // at most a hand; otherwise at least asked
	}{
		{"Almond dough", dough, allergic, false}, {"Marzipan shapes", dough, allergic, false}, {"Milk dough", dough,
			allergic, false}, {"Wheat dough", dough, allergic, false}, {"Blue pea protein", dough, allergic, false},
		{"Cheesy dip", dough, allergic, false}, {"Buttery paste", dough, allergic, false},
		{"Honey dough", dough, baby, false}, {"Flour dough", dough, baby, false}, {"Raw flour balls", dough, baby,
			false},
		{"Ballon friends", block, baby, false}, {"Party blow-ups", block, baby, false}, {"Water pearls big",
			of("sphere", "60", "soft"), allergic, false}, {"Conker collection", block, baby, false},
		{"Magnettic shapes", block, allergic, false},
		{"Dressing gown belt", of("box", "1500x40x5", "fabric;soft"), baby, false},
		{"Neckwear", of("box", "1400x80x3", "fabric;soft"), baby, false}, {"Linked loops", of("cylinder", "10x600",
			"soft"), baby, false}, {"Long piece", of("box", "1200x3x3", "strand"), baby, false},
		{"Shiny layer", of("box", "600x400x0.02", "sheet"), baby, false},
		{"Blue salt dough", dough, baby, false}, {"Raisin dough", dough, baby, false}, {"Blue bread rolls", block,
			allergic, false}, {"Bread bin", block, allergic, true}, {"Felt bread rolls", block, allergic, true},
		{"Bal\u200bloon friends", block, baby, false}, {"\u202eHarbour cushion", block, baby, false},
		{"Ｂalloon friends", block, baby, false}, {"Bаlloon friends", block, baby, false}, {"Lead for the dog", block,
			baby, false},
		{"Кубики", block, baby, true}, {"Jouets d’été", block, baby, true}, {"Blue dough", dough, allergic, true},
		{"Harbour cushion", block, baby, true}, {"Wooden egg cups", of("cylinder", "60x80", "hard"), allergic, true},
		{"Felt rug", of("box", "600x400x4", "fabric;soft"), baby, true}, {"Broomstick", of("cylinder", "25x1200",
			"hard"), allergic, true},
	} {
		got := described(t, row.who, row.name, row.what)
		if row.most {
			assert.LessOrEqual(t, got, hand, row.name)
		} else {
			assert.GreaterOrEqual(t, got, ask, row.name)
		}
	}
}

// A slip of the finger is asked about and never a verdict, in a list as in a check; an answer decides it.
func TestANearWordIsAsked(t *testing.T) {
	allergic := aged(t, 52, allergen.Wheat, allergen.Milk)
	for _, typed := range []string{"scones", "money", "sherry", "leather", "mutton", "lollies", "chess", "trout",
		"raffle", "straps"} {
		m := words.Resolve(typed, "")
		j := m.Judge(allergic, naming.Ask{Use: safety.Open})
		if m.Meant == "" && m.Known() {
			continue // the shelf knows it by now
		}
		assert.Equal(t, ask, j.Verdict, "%s, taken for %q", typed, m.Meant)
		_, one := m.One()
		assert.False(t, one, typed)
	}
	m := words.Resolve("sherbert spoones", "")
	assert.Equal(t, ask, m.Judge(allergic, naming.Ask{Use: safety.Open}).Verdict)
	yes := words.Resolve("wooden baots", "Wooden boats")
	assert.LessOrEqual(t, yes.Judge(allergic, naming.Ask{Use: safety.Open}).Verdict, hand)
	no := words.Resolve("wooden baots", "None of these")
	assert.False(t, no.Known())
	assert.Equal(t, ask, no.Judge(allergic, naming.Ask{Use: safety.Open}).Verdict)
	for typed, least := range map[string]safety.Verdict{"felt balls": ask, "tea lights": ask,
		"flour, heat-treated": ask, "heat-treated flour": ask} {
		assert.GreaterOrEqual(t, words.Resolve(typed, "").Judge(aged(t, 30), naming.Ask{Use: safety.Open}).Verdict,
			least, typed)
	}
	yoghurt := words.Resolve("oat yoghurt", "").Judge(allergic, naming.Ask{Use: safety.Open})
	assert.GreaterOrEqual(t, yoghurt.Verdict, hand, "oats carry wheat")
}

// states are words before a name that may make another thing of it, which is then known by a name of its own.
var before = []string{"500 g ", "2 cups of ", "a bag of ", "a tray of ", "a bowl of ", "some ", "big ", "clean ",
	"red ", "home-made ", "my ", "wet ", "warm ", "frozen ", "dyed ", "shredded ", "nut-free ", "organic "}

// ofWords are rules that a name alone gives cause for, whatever shape the thing has.
var ofWords = map[string]bool{"allergen": true, "read-packet": true, "nut-policy": true, "balloon": true,
	"magnet": true, "battery": true, "swelling": true, "honey": true, "lectin": true, "toxic-seed": true,
	"unknown-plant": true, "household-chemical": true, "mineral": true, "alcohol": true, "raw-flour": true,
	"raw-food": true, "spice": true, "caffeine": true, "essential-oil": true, "aspiration": true}

// A slip, an amount, a container, a step, a name, a word or a note never turns what is kept out or asked about into
// what goes in: what makes another known name apart, whatever is typed around a name is asked about or judged as
// harshly.
func TestNothingTypedClears(t *testing.T) {
	sheets := rooms(t)
	items := material.Standard().Items()
	rapid.Check(t, func(t *rapid.T) {
		it := rapid.SampledFrom(items).Draw(t, "thing")
		name := rapid.SampledFrom(append([]string{it.Name}, it.Also...)).Draw(t, "name")
		who := rapid.SampledFrom([]string{"toddler", "preschool", "allergy", "school"}).Draw(t, "room")
		sheet := sheets[who]
		plain := words.Resolve(name, "").Judge(&sheet.Group, naming.Ask{Use: safety.Open})
		if plain.Verdict.Ready() {
			return
		}
		typed := name
		switch rapid.IntRange(0, 6).Draw(t, "how") {
		case 0: // a letter missing, doubled or another
			at := rapid.IntRange(0, len(name)-1).Draw(t, "at")
			switch rapid.IntRange(0, 2).Draw(t, "slip") {
			case 0:
				typed = name[:at] + name[at+1:]
			case 1:
				typed = name[:at] + name[at:at+1] + name[at:]
			default:
				typed = name[:at] + "e" + name[at+1:]
			}
		case 1:
			typed = rapid.SampledFrom(before).Draw(t, "before") + name
		case 2:
			typed = name + rapid.SampledFrom([]string{" (500 g)", ", washed", " in a tub", " mix", " pieces",
				" for the tub", " x 20"}).Draw(t, "after")
		case 3: // one more allergy, in words
			r := sheet.Group.Room()
			r.Children = append([]room.Child{}, r.Children...)
			r.Children[0].Allergies = append(append([]room.Allergy{}, r.Children[0].Allergies...),
				room.Allergy{To: allergen.Other, Note: rapid.SampledFrom([]string{name, "kiwi", "not " + name, "???",
					"apple, pear"}).Draw(t, "note")})
			g, err := safety.NewGroup(r, room.StrictestTable(), safety.Policy{NutFree: sheet.Group.NutFree()})
			require.NoError(t, err)
			j := words.Resolve(name, "").Judge(&g, naming.Ask{Use: safety.Open})
			require.False(t, j.Verdict.Ready(), "%s with a note: %s", name, j.Verdict)
			return
		case 4: // in a step of a mix instead of a line
			const base = "300 g ready-to-eat flour\n100 g water"
			listed, ok := mixed(base+"\n20 g "+it.Name, "Stir, 2 min")
			if !ok || listed.Judge(&sheet.Group, naming.Ask{Use: safety.Open}).Verdict.Ready() {
				return
			}
			step := "Stir well. " + rapid.SampledFrom([]string{"Add ", "Add the ",
				"Stir until smooth, adding some "}).Draw(t, "step")
			stirred, ok := mixed(base, step+it.Name)
			require.True(t, ok)
			j := stirred.Judge(&sheet.Group, naming.Ask{Use: safety.Open})
			require.False(t, j.Verdict.Ready(), "%s%s: %s", step, it.Name, j.Verdict)
			return
		case 5: // in the name of a thing of one's own that is said to hold nothing
			if !slices.ContainsFunc(plain.Findings(), func(f safety.Finding) bool {
				return f.Verdict >= ask && ofWords[f.Rule]
			}) {
				return
			}
			called := rapid.SampledFrom([]string{"Blue ", "Our ", "Harbour "}).Draw(t, "called") + it.Name +
				rapid.SampledFrom([]string{"", " dough", " mix"}).Draw(t, "ends")
			got := described(t, &sheet.Group, called, material.Description{Contains: "none",
				Traits: "food;dough;portion=60"})
			require.False(t, got.Ready(), "%s: %s", called, got)
			return
		default: // beside what somebody fills in of it
			f, err := material.Description{Contains: rapid.SampledFrom([]string{"", "none"}).Draw(t, "contains"),
				Traits: rapid.SampledFrom([]string{"", "soft", "food", "enclosed", "hydrated", "single"}).Draw(t,
					"traits")}.Facts(nil)
			if err != nil {
				return
			}
			j := words.Resolve(name, "").Judge(&sheet.Group, naming.Ask{Use: safety.Open, More: &f})
			require.False(t, j.Verdict.Ready(), "%s as %+v: %s", name, f, j.Verdict)
			return
		}
		m := words.Resolve(typed, "")
		j := m.Judge(&sheet.Group, naming.Ask{Use: safety.Open})
		if m.Known() && m.Meant == "" && m.Members[0].ID() != it.ID {
			return // another known name, or a family
		}
		require.False(t, j.Verdict.Ready(), "%q for %q in %s: %s (%s)", typed, name, who, j.Verdict,
			fmt.Sprint(j.Rules()))
	})
}
