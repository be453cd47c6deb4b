package recipe

import (
	"fmt"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/allergen"
	"emblo/core/material"
	"emblo/core/say"
	"emblo/core/unit"
)

// Robinson and Stokes 1965, sodium chloride at 25 C (quoted from memory), held within
// 0.001; saturated by Greenspan 1977.
func TestSaltActivityAgainstThePublishedTable(t *testing.T) {
	for molality, aw := range map[float64]float64{0: 1, 1: 0.9669, 2: 0.9316, 3: 0.8932, 4: 0.8515, 5: 0.8068,
		6: 0.7598} {
		assert.InDelta(t, aw, SaltActivity(molality), 0.001, "%g mol/kg", molality)
	}
	assert.InDelta(t, 0.7529, SaltActivity(saltSaturated), 0.001)
	assert.Equal(t, SaltActivity(saltSaturated), SaltActivity(20), "more salt lies undissolved")
}

// Norrish 1966 and published tables (quoted from memory): half sucrose by mass 0.93 to
// 0.94, a saturated solution (67.5 %) 0.84 to 0.86.
func TestSugarActivity(t *testing.T) {
	half, saturated := SucroseActivity(50, 50), SucroseActivity(67.5, 32.5)
	assert.True(t, half > 0.925 && half < 0.945, "%.4f", half)
	assert.True(t, saturated > 0.835 && saturated < 0.865, "%.4f", saturated)
	assert.Less(t, GlycerolActivity(50, 50), 0.90)
	assert.Equal(t, 1.0, SucroseActivity(0, 10))
	assert.Zero(t, SucroseActivity(10, 0))
	assert.Zero(t, Solution{Salt: 1}.Activity(), "without water there is no activity")
}

// More of anything dissolved never frees water, and nothing leaves 0 to 1.
func TestActivityFallsWithWhatIsDissolved(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		grams := rapid.Float64Range(0, 500)
		s := Solution{rapid.Float64Range(1, 1000).Draw(t, "water"), grams.Draw(t, "salt"), grams.Draw(t, "sugar"),
			grams.Draw(t, "glycerol")}
		more := s
		*rapid.SampledFrom([]*float64{&more.Salt, &more.Sugar, &more.Glycerol}).Draw(t, "of") += grams.Draw(t, "more")
		require.LessOrEqual(t, more.Activity(), s.Activity()+1e-12)
		require.True(t, s.Activity() >= 0 && s.Activity() <= 1)
		drier := s
		drier.Water *= rapid.Float64Range(0.1, 1).Draw(t, "dried to")
		require.LessOrEqual(t, drier.Activity(), s.Activity()+1e-12)
	})
}

// Stove dough by hand: 473 g water and 12 % of 250 g flour make 503 g; 5 % of 914 g is
// 45.7 g of steam, so 457.3 g are left. 146 g salt is 2.498 mol, 5.46 mol/kg: between
// 0.807 and 0.760 in the table, about 0.785.
func TestNatureOfKnownMixes(t *testing.T) {
	nature := func(id string) Nature {
		r, ok := Standard().Get(id)
		require.True(t, ok, id)
		return r.Nature()
	}
	stove := nature("stove-dough")
	assert.InDelta(t, 0.785, stove.Activity, 0.004)
	assert.Equal(t, Stable, stove.Class)
	assert.InDelta(t, 457.3/220, stove.Hydration, 0.002)
	assert.InDelta(t, 661, stove.TasteSodium.Grams()*1000, 1)
	assert.Equal(t, allergen.SetOf(allergen.Wheat, allergen.Gluten), stove.Allergens)
	assert.Empty(t, stove.NotTasteSafe, "heated through; its salt is the children's question")

	assert.Equal(t, []say.Text{"raw flour or starch"}, nature("cold-dough").NotTasteSafe)
	assert.InDelta(t, SaltActivity(saltSaturated), nature("cold-dough").Activity, 1e-9, "more salt than dissolves")
	assert.Equal(t, []say.Text{"not every ingredient is food", "raw flour or starch"},
		nature("silky-dough").NotTasteSafe)
	for _, id := range []string{"baby-cereal-dough", "yoghurt-dough", "ready-goop", "banana-dough", "starch-paint"} {
		n := nature(id)
		assert.Equal(t, Perishable, n.Class, id)
		assert.Empty(t, n.NotTasteSafe, id)
	}
	assert.Equal(t, ByLabel, nature("soap-foam").Class, "nothing is claimed of what grows in soap")
	assert.Equal(t, Stable, nature("coloured-rice").Class)
	assert.True(t, nature("coloured-rice").Stains)
}

// Every recipe of the book has a nature that can be said, and is what it claims.
func TestEveryRecipeHasANature(t *testing.T) {
	for _, r := range Standard().Recipes() {
		n := r.Nature()
		assert.True(t, n.Known || n.Class != ClassUnknown || len(n.NotTasteSafe) > 0, "%s is not worked out", r.ID)
		if n.Class == Perishable && len(n.NotTasteSafe) == 0 && !r.Like.Facts.Traits.Has(material.Ice) &&
			r.Kind != "bottle" {
			assert.Regexp(t, "same day|one group|chilled|one session", r.Nature().Keeps.String(),
				"%s is perishable and says it keeps %s", r.ID, r.Nature().Keeps)
		}
		f := r.Facts(r.Made())
		assert.NotEqual(t, material.FormUnknown, f.Form, r.ID)
		assert.True(t, f.Form.GaugeJudges() || f.Traits.Any(material.Food, material.NotFood),
			"%s is neither food nor not food", r.ID)
	}
	for fault, rows := range map[string]string{"is not a share": "x,101,0,0,0,,,b",
		"at which it sets": "x,10,0,0,0,,-1,b", "more than the whole": "x,60,0,60,0,,,b", "no basis": "x,6,0,6,0,,,"} {
		_, err := readMakeups([]byte("item,water,salt,sugar,glycerol,flour,firm,basis\n" + rows + "\n"))
		assert.ErrorContains(t, err, fault)
	}
}

func ExampleSaltActivity() {
	fmt.Printf("%.3f\n", SaltActivity(3))
	// Output: 0.893
}

// The FDA Food Code table (quoted from memory): with water activity 0.89 a pH of 5.0 is
// enough, with 0.91 4.6, above that under 4.2. The margins count against clearing.
func TestSourMixesByTheTable(t *testing.T) {
	for _, c := range []struct {
		activity, ph float64
		sour         bool
	}{{0.88, 4.7, true}, {0.88, 4.8, false}, {0.90, 4.3, true}, {0.90, 4.4, false}, {0.89, 4.7, false},
		{0.99, 3.8, true}, {0.99, 3.9, false}} {
		assert.Equal(t, c.sour, sour(c.activity, c.ph), "%+v", c)
	}
	r, _ := Standard().Get("starch-paint")
	require.True(t, r.Nature().Class.NeedsCold())
	r.PH = unit.Known(3.5)
	assert.Equal(t, Sour, r.Nature().Class)
}

// Without a solute water is all free, without water there is none to give.
func TestActivityAtItsEnds(t *testing.T) {
	assert.Equal(t, []float64{1, 1, 0, 0, 1}, []float64{SucroseActivity(0, 100), GlycerolActivity(0, 0),
		SucroseActivity(10, 0), Solution{Salt: 1}.Activity(), Solution{Water: 100}.Activity()})
	assert.InDelta(t, 0.81, GlycerolActivity(50, 50), 0.015, "half glycerol by weight (ASTM D5032, quoted from memory)")
	assert.InDelta(t, 0.753, SaltActivity(9), 0.005, "saturated (Greenspan 1977, quoted from memory)")
	assert.Equal(t, 1.0, SaltActivity(-1))
}

// A share above nothing and up to the whole is one.
func TestWhatSetsIsAShare(t *testing.T) {
	for share, ok := range map[string]bool{"-1": false, "0": false, "0.1": true, "100": true, "100.1": false} {
		_, err := readMakeups([]byte("item,water,salt,sugar,glycerol,flour,firm,basis\nx,1,0,0,0,no," + share +
			",common practice\n"))
		assert.Equal(t, ok, err == nil, "sets at %s per cent", share)
	}
}

// mix returns a recipe of a centre's own, of things by their names: so many grams of one, or as needed.
func mix(t *testing.T, kind, keeps string, of ...string) Recipe {
	r := Recipe{Name: "Ours", Kind: kind, Own: true}
	for _, one := range of {
		var l Line
		grams, name, weighed := strings.Cut(one, " g ")
		if weighed {
			g, err := strconv.ParseFloat(grams, 64)
			require.NoError(t, err)
			l.Amount = unit.OfMass(unit.Grams(g))
		} else {
			name = one
		}
		var ok bool
		l.Item, ok = material.Standard().Named(name)
		require.True(t, ok, name)
		r.Lines = append(r.Lines, l)
	}
	return r.SaidToKeep(keeps).OfItsKind()
}

// Of what goes in as it is needed nobody knows how much: what it dissolves, salts or sets has no figure then, and what
// it leaves alone keeps its own.
func TestAsNeededHasNoFigure(t *testing.T) {
	for what, row := range map[string]struct{ water, salt, firm bool }{
		"water": {true, false, false}, "fine salt": {true, true, false}, "sugar": {true, false, false},
		"glycerine": {true, false, false}, "plant oil": {}, "agar": {false, false, true}, "soy sauce": {true, true,
			false},
	} {
		r := mix(t, "dough", "a day, airtight", "300 g plain flour", "100 g honey", "100 g milk", what)
		_, known := r.Facts(unit.Grams(100)).Salt.Get()
		assert.Equal(t, !row.salt, known, "%s: its salt", what)
		assert.Equal(t, row.salt, len(r.unsalted()) > 0, "%s: and what has none", what)
		assert.Equal(t, row.firm, r.setsFirm(), "%s: whether it sets", what)
		if row.water {
			assert.False(t, r.Nature().Known, "%s: how free the water is", what)
		}
	}
	for _, id := range []string{"agar", "gelatine"} {
		at := makeups()[id].firm
		require.True(t, at > 0 && at < 0.2, "%s sets at a few per cent: %g", id, at)
		for share, firm := range map[float64]bool{0.9 * at: false, 1.1 * at: true} {
			r := mix(t, "goop", "a day", fmt.Sprintf("%.2f g %s", 1000*share, id), fmt.Sprintf("%.2f g water", 1000*(1-share)))
			assert.Equal(t, firm, r.setsFirm(), "%s, %g of it", id, share)
		}
	}
}
