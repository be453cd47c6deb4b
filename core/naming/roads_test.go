package naming

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
	"emblo/core/recipe"
	"emblo/core/safety"
	"emblo/core/unit"
)

var standard = New(material.Standard(), nil)

// row judges a row of a list by its name and what it fills in, as the list does.
func row(t require.TestingT, n *Namer, g *safety.Group, name string, d material.Description, use safety.Use) Judged {
	ask := Ask{Use: use}
	if !d.Empty() {
		f, err := d.Facts(n.Ingredient)
		require.NoError(t, err, name)
		ask.More, ask.Pieces = &f, d.Ingredients(n.Ingredient, recipe.StaysWhole)
		ask.Unread = strings.TrimSpace(d.Contains) != "" && !f.ContentsKnown
	}
	return n.Resolve(name, "").Judge(g, ask.Somewhere())
}

// Roads that once cleared what must not go in.
func TestRoadsThatClearedWrongly(t *testing.T) {
	little, big := toddlers(t), preschool(t)
	for _, road := range []struct {
		name, solid, size, contains, traits string
		toddlers, preschool                 safety.Verdict // at least
	}{
		// A size, or any fact, beside a listed name.
		{"Balloons", "sphere", "250", "", "", safety.KeepOut, safety.KeepOut},
		{"Magnetic letters", "box", "75x60x6", "", "", safety.MeasureFirst, safety.MeasureFirst},
		{"Glass jar", "cylinder", "75x120", "", "", safety.KeepOut, safety.KeepOut},
		{"Battery tea lights", "cylinder", "80x90", "", "", safety.KeepOut, safety.KeepOut},
		{"Peanut butter", "", "", "none", "", safety.KeepOut, safety.KeepOut},
		{"Gel beads", "sphere", "50", "none", "hydrated;food;soft-food", safety.KeepOut, safety.KeepOut},
		{"Loose magnets", "cylinder", "60x60", "none", "enclosed", safety.KeepOut, safety.MeasureFirst},
		// A hazard word in a name that nobody knows.
		{"Glass lantern shade", "cylinder", "75x120", "", "hard", safety.MeasureFirst, safety.MeasureFirst},
		{"Painted owl", "box", "90x80x70", "", "", safety.MeasureFirst, safety.MeasureFirst},
		{"Wobbly electric frog", "box", "90x80x70", "", "hard", safety.MeasureFirst, safety.MeasureFirst},
		{"Sack rope", "box", "300x80x70", "", "soft", safety.MeasureFirst, safety.MeasureFirst},
		// What is in a mix.
		{"Harbour dough", "", "", "pony beads", "food;dough;portion=20", safety.KeepOut, safety.WithAHand},
		{"Harbour dough", "", "", "loose magnets", "food;dough;portion=20", safety.KeepOut, safety.KeepOut},
		{"Harbour dough", "", "", "toothpicks", "food;dough;portion=20", safety.KeepOut, safety.KeepOut},
		{"Harbour dough", "", "", "popcorn kernels", "food;dough;portion=20", safety.KeepOut, safety.WithAHand},
		{"Harbour dough", "", "", "balloons", "food;dough;portion=20", safety.KeepOut, safety.KeepOut},
		{"Harbour dough", "", "", "gel beads", "food;dough;portion=20", safety.KeepOut, safety.KeepOut},
		// Food that is firm, round or slippery whatever it is called.
		{"Moon jelly bites", "sphere", "20", "none", "soft-food;slippery", safety.KeepOut, safety.WithAHand},
		{"Sea paste", "", "", "none", "food;gel", safety.WithAHand, safety.WithAHand},
		// Words of every day for what a child may not have.
		{"Dune dough", "", "", "ghee", "food;dough;portion=20", safety.KeepOut, safety.GoesIn},
		{"Dune dough", "", "", "whey powder", "food;dough;portion=20", safety.KeepOut, safety.GoesIn},
		{"Dune dough", "", "", "tahini", "food;dough;portion=20", safety.WithAHand, safety.KeepOut},
		{"Dune dough", "", "", "something else", "food;dough;portion=20", safety.MeasureFirst, safety.MeasureFirst},
		// Plain words never mean the large or safe kind.
		{"farm animals", "", "", "", "", safety.MeasureFirst, safety.WithAHand},
		{"building blocks", "", "", "", "", safety.MeasureFirst, safety.WithAHand},
		{"felt pieces", "", "", "", "", safety.MeasureFirst, safety.GoesIn},
		{"flashlight", "", "", "", "", safety.MeasureFirst, safety.MeasureFirst},
		{"essential oil", "", "", "", "", safety.KeepOut, safety.MeasureFirst},
		{"autumn leaves", "", "", "", "", safety.MeasureFirst, safety.MeasureFirst},
		// Water.
		{"Water table", "", "", "", "", safety.WithAHand, safety.WithAHand},
		{"Water", "", "", "", "", safety.WithAHand, safety.WithAHand},
		{"Water", "", "", "", "depth=260", safety.KeepOut, safety.WithAHand},
		// Things whose kinds differ by a word.
		{"caster sugar", "", "", "", "", safety.GoesIn, safety.GoesIn},
		{"castor seeds", "", "", "", "", safety.KeepOut, safety.KeepOut},
		{"jelly beads", "", "", "", "", safety.KeepOut, safety.KeepOut},
		{"hair ties", "", "", "", "", safety.KeepOut, safety.WithAHand},
	} {
		d := material.Description{Solid: road.solid, Size: road.size, Contains: road.contains, Traits: road.traits}
		assert.GreaterOrEqual(t, row(t, standard, little, road.name, d, safety.Open).Verdict, road.toddlers,
			"%v, toddlers", road)
		assert.GreaterOrEqual(t, row(t, standard, big, road.name, d, safety.Open).Verdict, road.preschool,
			"%v, preschool", road)
	}
	for _, bad := range []string{"cord=1,000", "loop=1.000", "depth=1,200", "opening=2,500", "salt=0,5", "alcohol=0,7",
		"dough;salt=0.16"} {
		_, err := material.Description{Traits: bad}.Facts(nil)
		assert.Error(t, err, bad)
	}
	// Compound words never meet the row of one of their words.
	for words, never := range map[string]string{"packing peanuts": "peanuts-shell", "butternut squash": "mixed-nuts",
		"jelly beans": "lima-beans", "nutmeg": "mixed-nuts",
		"coffee filters": "coffee-grounds", "tea towel": "tea-bags", "sugar paper": "sugar",
		"balloon whisk": "balloons", "water bottle": "water", "eggplant": "egg", "sea glass": "shells-small"} {
		for _, m := range standard.Resolve(words, "").Members {
			assert.NotEqual(t, never, m.ID(), words)
		}
	}
}

// Needlessly strict answers make people stop asking.
func TestNotMerelyStrict(t *testing.T) {
	little, big := toddlers(t), preschool(t)
	for _, word := range []string{"foil", "twigs", "spaghetti", "paper clips", "acorns", "craft sticks", "pennies"} {
		assert.LessOrEqual(t, row(t, standard, big, word, material.Description{}, safety.Open).Verdict,
			safety.WithAHand, "%s, preschool", word)
	}
	for _, word := range []string{"mint leaves", "lettuce", "snow", "banana slices"} {
		assert.LessOrEqual(t, row(t, standard, little, word, material.Description{}, safety.Open).Verdict,
			safety.WithAHand, "%s, toddlers", word)
	}
	gloves := row(t, standard, little, "latex gloves", material.Description{}, safety.AdultTool)
	assert.Equal(t, safety.WithAHand, gloves.Verdict, "worn by the adult")
	oats := row(t, standard, little, "oats", material.Description{}, safety.Open)
	assert.False(t, slices.ContainsFunc(oats.Findings(), func(f safety.Finding) bool { return f.Rule == "small-ball" }),
		"oats are no balls")
	starch := row(t, standard, little, "potato starch", material.Description{}, safety.Open)
	assert.False(t, slices.ContainsFunc(starch.Findings(), func(f safety.Finding) bool {
		return f.Rule == "raw-flour"
	}), "potato starch is no raw flour")
	sticks := row(t, standard, big, "craft sticks", material.Description{}, safety.Open)
	assert.False(t, slices.ContainsFunc(sticks.Findings(), func(f safety.Finding) bool { return f.Rule == "nose-ear" }),
		"no craft stick goes up a nose")
	for _, grain := range []string{"rice", "sugar", "split peas"} {
		for _, f := range row(t, standard, big, grain, material.Description{}, safety.Open).Findings() {
			for _, do := range f.Do {
				assert.False(t, grain != "split peas" && strings.Contains(do.Say().String(), "ount them"), "%s: %s",
					grain, do.Key())
			}
		}
	}
	paste := row(t, standard, big, "Salty paste", material.Description{Contains: "none", Traits: "food;dough;salt=0.4"},
		safety.Open)
	assert.LessOrEqual(t, paste.Verdict, safety.WithAHand, "a portion that is not named is the usual one")
}

// A slip of the finger is forgiven, and never across a word that names a hazard.
func TestSlips(t *testing.T) {
	for typed, id := range map[string]string{"cornstrach": "cornflour", "spagetti": "spaghetti",
		"chikpeas": "chickpeas", "playdouhg": "", "conditoner": "hair-conditioner"} {
		m := standard.Resolve(typed, "")
		if id == "" {
			assert.True(t, m.Known(), typed)
			continue
		}
		require.Len(t, m.Members, 1, typed)
		assert.Equal(t, id, m.Members[0].ID(), typed)
	}
	for _, typed := range []string{"glasss", "magnett", "baloon", "neeedle", "xyz", "12", "🫘", "мука",
		strings.Repeat("a", 10000), ""} {
		m := standard.Resolve(typed, "")
		j := m.Judge(toddlers(t), Ask{Use: safety.Open})
		assert.GreaterOrEqual(t, j.Verdict, safety.MeasureFirst, typed)
	}
	m := standard.Resolve("dogs of the moon", "")
	assert.False(t, m.Known())
	assert.LessOrEqual(t, len(standard.Nearest(m.Words, 3)), 3)
}

// An answer leads to its members, and an answer that nobody offered to none.
func TestAnswers(t *testing.T) {
	for _, f := range Families() {
		for _, w := range f.words {
			assert.Same(t, f, standard.Resolve(w, "").Family, "%s: no thing of the shelf may take the word %q",
				f.Name, w)
		}
		for _, a := range f.Answers {
			m := standard.Resolve(f.Name, a.Words)
			assert.NotEmpty(t, m.Members, "%s: %s", f.Name, a.Words)
			assert.Equal(t, a.Words, m.Family.Given())
			assert.Len(t, m.Members, len(a.ids))
		}
		plain := standard.Resolve(f.Name, "perhaps")
		assert.Empty(t, plain.Family.Given())
		assert.GreaterOrEqual(t, len(plain.Members), len(f.Answers), f.Name)
	}
}

var everything = append([]string{"marbles", "water", "oats"}, func() (all []string) {
	for _, it := range material.Standard().Items() {
		all = append(all, it.Name)
	}
	for _, f := range Families() {
		all = append(all, f.words...)
	}
	for _, r := range recipe.Standard().Recipes() {
		all = append(all, r.Name)
	}
	return all
}()...)

var someTraits = []string{"food", "hard", "soft", "rounded", "fabric", "foam", "enclosed", "hydrated", "single",
	"slippery", "sticky", "magnet", "not-food", "shared", "usually=milk", "may-contain=wheat", "cord=100",
	"comes-apart=90"}

// drawRow draws what a row may fill in beside a name; a row that does not read is none.
func drawRow(t *rapid.T, sized bool) (d material.Description, ok bool) {
	d.Traits = strings.Join(rapid.SliceOfNDistinct(rapid.SampledFrom(someTraits), 0, 3, rapid.ID).Draw(t,
		"traits"), ";")
	d.Contains = rapid.SampledFrom([]string{"", "none", "milk", "water", "flour", "sea foam nobody knows"}).Draw(t,
		"contains")
	if sized {
		d.Solid, d.Size = "sphere", rapid.SampledFrom([]string{"5", "30", "60", "250"}).Draw(t, "size")
	}
	_, err := d.Facts(standard.Ingredient)
	return d, err == nil && !d.Empty()
}

// One more fact about a listed name, its size apart, never gives a milder verdict.
func TestAddingNeverClears(t *testing.T) {
	groups := []*safety.Group{toddlers(t), preschool(t)}
	rapid.Check(t, func(t *rapid.T) {
		name := rapid.SampledFrom(everything).Draw(t, "name")
		use := rapid.SampledFrom([]safety.Use{safety.Open, safety.Sealed, safety.Hidden, safety.AdultTool,
			safety.Home}).Draw(t, "use")
		g := rapid.SampledFrom(groups).Draw(t, "group")
		d, ok := drawRow(t, false)
		if !ok {
			return
		}
		plain := row(t, standard, g, name, material.Description{}, use)
		added := row(t, standard, g, name, d, use)
		require.GreaterOrEqual(t, added.Verdict, plain.Verdict, "%s with %+v: %v", name, d, added.Findings())
		require.True(t, added.Verdict == safety.GoesIn || len(added.Findings()) > 0, "a reason for every verdict")
	})
}

// portioned gives a thing the portion that a check takes when nobody names one.
func portioned(f material.Facts, g *safety.Group) material.Facts {
	if eaten(f) {
		f.Portion = unit.OfMass(recipe.DefaultPortion(g.Youngest()))
	}
	return f
}

// With a size of its own a listed thing is as it would be at that size, or worse.
func TestSizeReplacesOnlySize(t *testing.T) {
	g := toddlers(t)
	rapid.Check(t, func(t *rapid.T) {
		it := rapid.SampledFrom(material.Standard().Items()).Draw(t, "item")
		d, ok := drawRow(t, true)
		if !ok || !it.Facts.Form.GaugeJudges() {
			return
		}
		f, _ := d.Facts(nil)
		subject := safety.Prepare(it.Name, portioned(it.Facts.Sized(f), g))
		require.GreaterOrEqual(t, row(t, standard, g, it.Name, d, safety.Open).Verdict,
			g.Judge(&subject, safety.Open).Verdict, "%s with %+v", it.Name, d)
	})
}

// A mix of one's own is never milder than a piece in it, and an own thing never milder than
// the shelf's of that name at the same size.
func TestOwnThingsHideNothing(t *testing.T) {
	g := toddlers(t)
	flour, _ := material.Standard().Get("ready-flour")
	rapid.Check(t, func(t *rapid.T) {
		it := rapid.SampledFrom(material.Standard().Items()).Draw(t, "item")
		own := recipe.Recipe{ID: "own", Name: "Own dough", Own: true, Kind: "dough",
			Lines: []recipe.Line{{Item: flour, Amount: unit.OfMass(unit.Grams(100))},
				{Item: it, Amount: unit.OfMass(unit.Grams(1))}}}
		n := New(material.Standard(), []recipe.Recipe{own})
		mix := n.Resolve("own dough", "").Judge(g, Ask{Use: safety.Open})
		if recipe.StaysWhole(it) {
			subject := safety.Prepare(it.Name, portioned(it.Facts, g))
			require.GreaterOrEqual(t, mix.Verdict, g.Judge(&subject, safety.InDough).Verdict, it.Name)
		}

		d, ok := drawRow(t, rapid.Bool().Draw(t, "sized"))
		if !ok {
			return
		}
		f, _ := d.Facts(nil)
		f = f.Beside(it.Facts)
		ours, theirs := safety.Prepare(it.Name, portioned(f, g)), safety.Prepare(it.Name,
			portioned(it.Facts.Sized(f), g))
		if f.Form == it.Facts.Form {
			require.GreaterOrEqual(t, g.Judge(&ours, safety.Open).Verdict, g.Judge(&theirs, safety.Open).Verdict,
				"%s as %+v", it.Name, d)
		}
	})
}

// An own thing that names an ingredient nobody knows stays unknown, whatever the shelf says of
// its name.
func TestUnknownContentsStayUnknown(t *testing.T) {
	puree, _ := material.Standard().Get("apple-puree")
	own, err := material.Description{Contains: "a powder nobody knows", Traits: "soft-food"}.Facts(standard.Ingredient)
	require.NoError(t, err)
	f := own.Beside(puree.Facts)
	assert.False(t, f.ContentsKnown)
	subject := safety.Prepare("Apple puree", f)
	assert.Equal(t, safety.MeasureFirst, toddlers(t).Judge(&subject, safety.Open).Verdict)
}

// A family is never milder than the mildest of its kinds, nor clearer than its worst.
func TestFamiliesWaitForTheirAnswer(t *testing.T) {
	groups := []*safety.Group{toddlers(t), preschool(t)}
	rapid.Check(t, func(t *rapid.T) {
		f := rapid.SampledFrom(Families()).Draw(t, "family")
		g := rapid.SampledFrom(groups).Draw(t, "group")
		use := rapid.SampledFrom([]safety.Use{safety.Open, safety.Sealed, safety.AdultTool, safety.Home}).Draw(t, "use")
		j := standard.Resolve(f.Name, "").Judge(g, Ask{Use: use})
		worst := safety.GoesIn
		for _, a := range f.Answers {
			worst = safety.Worst(worst, standard.Resolve(f.Name, a.Words).Judge(g, Ask{Use: use}).Verdict)
		}
		require.Equal(t, worst.Ready(), j.Verdict.Ready(), f.Name)
		if j.Verdict.Ready() {
			require.Equal(t, worst, j.Verdict, f.Name)
		}
	})
}

func TestEverydayAllergies(t *testing.T) {
	for word, want := range map[string]string{"nuts": "tree nuts, peanuts", "Cow's milk": "milk", "casein": "milk",
		"ghee": "milk", "egg white": "egg", "albumen": "egg", "meringue": "egg",
		"tahini": "sesame", "halva": "sesame", "lecithin": "soya", "tofu": "soya", "miso": "soya",
		"durum": "wheat, gluten", "semolina": "wheat, gluten", "kamut": "wheat, gluten",
		"malt": "gluten", "coeliac": "gluten", "isinglass": "fish", "shellfish": "crustaceans, molluscs",
		"almonds": "tree nuts", "sulphites": "sulphites", "milk allergy": "milk"} {
		set, err := allergen.ParseContents(word)
		require.NoError(t, err, word)
		assert.Equal(t, want, set.String(), word)
	}
	_, err := allergen.ParseAll("kiwi")
	assert.Error(t, err)
}

func ExampleNamer_Resolve() {
	m := New(material.Standard(), nil).Resolve("pom poms", "")
	fmt.Println(m.Name(), len(m.Members), m.Family.Question)
	m = New(material.Standard(), nil).Resolve("pom poms", "Yes")
	fmt.Println(m.Members[0].Name())
	// Output:
	// pom-poms 5 Are all of them over 45 mm across?
	// Pom-poms, 50 mm
}
