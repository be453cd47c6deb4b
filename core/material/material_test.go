package material

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/allergen"
	"emblo/core/gauge"
	"emblo/core/say"
	"emblo/core/unit"
)

func TestShelfHoldsItsOwnRules(t *testing.T) {
	s, err := ReadShelf(shelfCSV)
	require.NoError(t, err)
	require.GreaterOrEqual(t, len(s.Items()), 220)
	played := map[Part]int{}
	for _, it := range s.Items() {
		assert.Contains(t, Kinds(), it.Kind, it.ID)
		f := it.Facts
		if f.Form.GaugeJudges() && !f.Traits.Any(UnknownPlant) {
			assert.True(t, f.Smallest.Known(), "%s is a piece without a size", it.ID)
		}
		if f.Traits.Has(Rounded) {
			assert.True(t, f.Smallest.Rounded(), "%s is rounded but measured as %s", it.ID, f.Smallest.Kind())
		}
		assert.NotEqual(t, FormUnknown, f.Form, it.ID)
		assert.True(t, f.Form.GaugeJudges() || f.Traits.Any(Food, NotFood), "%s is neither food nor not food", it.ID)
		assert.Len(t, it.Feel.Words(), 6, "%s is not felt on every side", it.ID)
		assert.NotEqual(t, CostUnknown, it.Cost, it.ID)
		if f.Traits.Has(Food) {
			assert.True(t, it.Keeps.Known(), it.ID)
		}
		for _, p := range it.Parts {
			played[p]++
		}
	}
	for _, p := range Parts() {
		assert.GreaterOrEqual(t, played[p], 4, "few things on the shelf play %s", p)
	}
}

func TestReadShelfNamesTheRowAndTheFault(t *testing.T) {
	const header = "id,name,also,parts,solid,size_mm,contains,traits,cup_g,keeps,feel,cost,size_by,weight_by\n"
	for fault, rows := range map[string]string{
		`"ball" is not a shape`:                 "a,A,,find,ball,3,,,,,,cheap,C,",
		`needs 2 size(s)`:                       "a,A,,find,cylinder,3,,,,,,cheap,C,",
		`runs from large to small`:              "a,A,,find,sphere,3-2,,,,,,cheap,C,",
		`sizes are numbers in mm`:               "a,A,,find,sphere,3cm,,,,,,cheap,C,",
		`"shiny" is not a trait`:                "a,A,,find,,,,shiny,,,,cheap,,",
		`both food and not-food`:                "a,A,,find,,,,food;not-food,,,,cheap,,",
		`salt needs per cent`:                   "a,A,,find,,,,salt=170,,,,cheap,,",
		`"sweep" is not a part`:                 "a,A,,sweep,,,,,,,,cheap,,",
		`"crunchy" is not a feel`:               "a,A,,find,,,,,,,crunchy,cheap,,",
		`"dry" and "wet" are the same side`:     "a,A,,find,,,,,,,dry wet,cheap,,",
		`"7 crowns" is not a cost`:              "a,A,,find,,,,,,,,7 crowns,,",
		`who gives the size`:                    "a,A,,find,sphere,3,,,,,,cheap,,",
		`the weight of one US cup`:              "a,A,,filler,,,,,,,,cheap,,",
		`give it a name`:                        "a,,,find,,,,,,,,cheap,,",
		`a grain is under 3 mm`:                 "a,A,,find,sphere,9,,grain,,,,cheap,C,",
		`"a" is there twice`:                    "a,A,,find,,,,,,years,,cheap,,\na,B,,find,,,,,,years,,cheap,,",
		`share the word "dry A"`:                "a,\"A, dry\",,find,,,,,,years,,cheap,,\nz,Z,dry A,find,,,,,,years,,cheap,,",
		`cannot be both liquid and powder`:      "a,A,,find,,,,liquid;powder,,,,cheap,,",
		`as in comes-apart=12`:                  "a,A,,find,,,,comes-apart=soon,,,,cheap,,",
		`a liquid has no size of its own`:       "a,A,,find,sphere,9,,liquid,,,,cheap,C,",
		`say which shape the size "9" belongs`:  "a,A,,find,,9,,,,,,cheap,C,",
		`may-contain needs an allergen`:         "a,A,,find,,,,may-contain=kiwi,,,,cheap,,",
		`"ice=3" is not a trait that carries`:   "a,A,,find,,,,ice=3,,,,cheap,,",
		`say how long it keeps`:                 "a,A,,find,,,,,,,,cheap,,",
		`does not say how long`:                 "a,A,,find,,,,,,well enough,,cheap,,",
		`are two foods`:                         "a,Apple juice,grape juice,ingredient,,,,liquid;food,,\"days, chilled\",,cheap,,",
		`is no sheet`:                           "a,A,,find,box,300x200x21,,sheet,,years,,cheap,C,",
		`is no strand`:                          "a,A,,find,box,300x100x2,,strand,,years,,cheap,C,",
		`is not rounded`:                        "a,A,,find,box,20x20x20,,hard;rounded,,years,,cheap,C,",
		`an irregular thing is measured by its`: "a,A,,find,irregular,3x9x2,,,,,,cheap,C,",
	} {
		_, err := ReadShelf([]byte(header + rows))
		assert.ErrorContains(t, err, fault)
		assert.ErrorContains(t, err, "shelf item")
	}
}

func TestDescriptionsReadAsPeopleWriteThem(t *testing.T) {
	find := Standard().Named
	read := func(solid, size, contains, traits string) Facts {
		f, err := Description{solid, size, contains, traits}.Facts(find)
		require.NoError(t, err)
		return f
	}
	beans := read("Ellipsoid", "9-11 x 7 x 5 mm", "none", "Food; hard ;lectin")
	assert.Equal(t, gauge.Must(gauge.Ellipsoid, 9, 7, 5), beans.Smallest)
	assert.Equal(t, gauge.Must(gauge.Ellipsoid, 11, 7, 5), beans.Largest)
	assert.Equal(t, Piece, beans.Form)
	assert.True(t, beans.ContentsKnown && beans.TraitsKnown)

	assert.Equal(t, Grain, read("cylinder", "2x6", "none", "food;hard").Form,
		"what is rice-like is grain without being told")
	assert.Equal(t, Piece, read("cylinder", "2x40", "none", "hard").Form, "a thin rod is no grain")
	assert.False(t, read("", "", "", "food;dough").ContentsKnown, "nothing said of a mix")
	assert.True(t, read("box", "50x50x50", "", "hard").ContentsKnown, "a plain object holds nothing")
	assert.False(t, read("", "", "moon dust", "food;dough").ContentsKnown)

	dough := read("", "", "plain flour; fine salt; egg", "food;dough")
	assert.Equal(t, allergen.SetOf(allergen.Wheat, allergen.Gluten, allergen.Egg), dough.Allergens)
	assert.True(t, dough.Traits.Has(RawFlour))
	_, saltKnown := dough.Salt.Get()
	assert.False(t, saltKnown, "how much of the salt is in it is not said")
	assert.True(t, read("", "", "cornflour;hair conditioner", "dough").Traits.Has(NotFood, RawFlour, Perfume))
	assert.True(t, read("", "", "none", "dough;cord").Cord.There(), "a cord nobody measured")
}

// Search forgives one slip of the finger in any word of four letters or more.
func TestSearchFindsWhatPeopleMean(t *testing.T) {
	for typed, id := range map[string]string{
		"chick peas": "chickpeas", "garbanzo": "chickpeas", "chikpeas": "chickpeas",
		"cornstarch": "cornflour", "spilt peas": "split-peas", "pom 25": "pompom-25",
		"SALT": "fine-salt", "conditoner": "hair-conditioner", "marbels": "marbles",
		"cookie cutter": "cutters", "dish soap": "dish-soap", "water beads": "gel-beads", "popsticks": "craft-sticks",
	} {
		hits := Standard().Search(typed, 3)
		require.NotEmpty(t, hits, typed)
		assert.Equal(t, id, hits[0].ID, typed)
	}
	assert.Empty(t, Standard().Search("gearbox", 3))
	assert.Len(t, Standard().Search("", 10000), len(Standard().Items()))
	for _, words := range []string{"split pea", "Peas, split", "SPLIT-PEAS"} {
		it, ok := Standard().Named(words)
		require.True(t, ok, words)
		assert.Equal(t, "split-peas", it.ID)
	}
	_, ok := Standard().Named("peas or something")
	assert.False(t, ok, "a name is not guessed")
}

func TestSearchForgivesOneSlip(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		it := rapid.SampledFrom(Standard().Items()).Draw(t, "item")
		word := strings.ToLower(strings.Trim(strings.Fields(it.Name)[0], ","))
		if len(word) < 5 || strings.ContainsAny(word, "-'") {
			return
		}
		i := rapid.IntRange(0, len(word)-1).Draw(t, "dropped")
		var ids []string
		for _, hit := range Standard().Search(word[:i]+word[i+1:], 1000) {
			ids = append(ids, hit.ID)
		}
		assert.Contains(t, ids, it.ID)
	})
}

// Household weights of the USDA SR tables (quoted from memory).
func TestBulkDensities(t *testing.T) {
	for id, grams := range map[string]float64{"plain-flour": 125, "fine-salt": 292, "split-peas": 197, "plant-oil": 218,
		"white-rice": 185, "black-beans": 194, "rolled-oats": 81, "cornflour": 128, "honey": 339, "sugar": 200} {
		it, ok := Standard().Get(id)
		require.True(t, ok)
		m, _ := unit.MustParse("1 cup", unit.US).MassAt(it.Density)
		assert.InDelta(t, grams, m.Grams(), 1e-6, id)
	}
}

func TestFeelsCompareAndRead(t *testing.T) {
	for _, it := range Standard().Items() {
		again, err := ParseFeel(it.Feel.String())
		require.NoError(t, err)
		assert.Equal(t, it.Feel, again)
		assert.Zero(t, it.Feel.Distance(again))
	}
	dry, _ := ParseFeel("dry coarse loud")
	wet, _ := ParseFeel("quiet wet coarse")
	assert.Equal(t, []string{"wet, not dry", "quiet, not loud"}, say.English.All(dry.Changes(wet)))
	assert.Equal(t, dry.Distance(wet), wet.Distance(dry))
}

// Whatever is typed into the columns either reads or names its column, never more.
func FuzzDescription(f *testing.F) {
	for _, it := range []Description{{"ellipsoid", "9-11x7x5", "none", "food;hard"}, {"sphere", "1e9", "", "salt=nan"},
		{"", "", "=cmd()", "may-contain="},
		{"box", "1x2x", "\x00", "hot=-273;cord"}, {"irregular", "9x9", "egg;;", "comes-apart=1,5"}} {
		f.Add(it.Solid, it.Size, it.Contains, it.Traits)
	}
	f.Fuzz(func(t *testing.T, solid, size, contains, traits string) {
		facts, err := Description{solid, size, contains, traits}.Facts(Standard().Named)
		if err != nil {
			var b *Bad
			require.ErrorAs(t, err, &b)
			require.Contains(t, []string{"solid", "size_mm", "contains", "traits"}, b.Column)
			require.Equal(t, Facts{}, facts, "a row that does not read says nothing")
			return
		}
		require.Empty(t, facts.Traits.Contradiction())
		if salt, known := facts.Salt.Get(); known {
			require.True(t, salt >= 0 && salt <= 1)
		}
	})
}

// One name among 5,000.
func BenchmarkNamed(b *testing.B) {
	own := make([]Item, 5000)
	for i := range own {
		own[i] = Item{ID: fmt.Sprint("own-", i), Name: fmt.Sprintf("Painted wooden cone no. %d", i),
			Facts: Facts{Thing: Thing{Form: Piece}}}
	}
	s := Standard().With(own)
	for b.Loop() {
		if _, ok := s.Named("wooden cones, painted, No. 4711"); !ok {
			b.Fatal("not found")
		}
	}
}
