package safety

import (
	"fmt"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/allergen"
	"emblo/core/gauge"
	"emblo/core/material"
	"emblo/core/room"
)

// flip finds by halving where a rule changes what it says between two values of one
// quantity: the first value, to a part in a million, that it judges as it judges top.
func flip(t *testing.T, says func(x float64) Verdict, low, top float64) float64 {
	at := says(top)
	require.NotEqual(t, at, says(low), "the rule says the same at %g and %g", low, top)
	for range 60 {
		if middle := (low + top) / 2; says(middle) == at {
			top = middle
		} else {
			low = middle
		}
	}
	return top
}

// Where each rule with a number turns, held against the number as its ground gives it and
// not as the code names it. Published figures are quoted from memory; the others are the
// conventions of the rule book.
func TestRulesTurnWhereTheirGroundSays(t *testing.T) {
	describe := func(solid, size, contains, traits string) func(float64) Example {
		return func(x float64) Example {
			if size != "" {
				size := fmt.Sprintf(size, x)
				return Example{Thing: thing(solid, size, contains, traits), Use: Open}
			}
			return Example{Thing: thing(solid, "", contains, fmt.Sprintf(traits, x)), Use: Open}
		}
	}
	// at puts an example at an age; aged lets the age vary.
	at := func(months int, make func(float64) Example) func(float64) Example {
		return func(x float64) Example {
			e := make(x)
			e.Months = months
			return e
		}
	}
	aged := func(e Example) func(float64) Example {
		return func(x float64) Example {
			e.Months = int(math.Floor(x))
			return e
		}
	}
	open := func(solid, size, contains, traits string) Example {
		return Example{Thing: thing(solid, size, contains, traits), Use: Open}
	}
	inch := 25.4
	const slip = MeasuringError // a size counts as this much smaller
	for _, row := range []struct {
		ground, rule string
		make         func(float64) Example
		low, top     float64
		turns, off   float64
	}{
		{"16 CFR 1501.4: bore 1.25 in", "small-part", at(30, describe("sphere", "%.9f", "none", "rounded")), 20, 60,
			1.25*inch + slip, 1e-3},
		{"16 CFR 1501.4: deepest 2.25 in, for a thin rod upright", "small-part", at(30, describe("cylinder", "1x%.9f",
			"none", "hard")), 20, 90, math.Hypot(1.25*inch, 2.25*inch) + slip, 0.8},
		{"16 CFR 1501.2: under 3 years", "small-part", aged(open("sphere", "20", "none", "rounded")), 0, 100, 36, 1e-3},
		{"16 CFR 1500.19: 3 to 6 years", "small-part-watch", aged(open("sphere", "20", "none", "rounded")), 40, 100, 72,
			1e-3},
		{"16 CFR 1500.18(a)(17): 1.75 in, EN template 44.5 mm", "small-ball", at(30, describe("sphere", "%.9f", "none",
			"rounded")), 20, 60, 44.5 + slip, 1e-3},
		{"16 CFR 1500.19: small balls to 8 years", "small-ball", aged(open("sphere", "40", "none", "rounded")), 40, 120,
			96, 1e-3},
		{"convention: rice from 2 years", "fine-grain", aged(open("cylinder", "2x6", "none", "food;grain")), 0, 30, 24,
			1e-3},
		{"16 CFR 1501.4: a cube of 22.0 mm fits, one of 22.6 does not", "comes-apart",
			at(30, describe("", "", "none", "piece;comes-apart=%.9f")), 5, 40, 22.3 + slip, 0.3},
		{"EN 71-1 practice: foam from 3 years", "bite-off", aged(open("box", "60x60x60", "none", "foam")), 0, 60, 36,
			1e-3},
		{"convention: noses and ears to 12 mm", "nose-ear", at(40, describe("cylinder", "%.9fx80", "none", "hard")), 5,
			30, 12 + slip, 1e-3},
		{"ASTM F963: mouth of 102 mm", "hemisphere", at(20, describe("cylinder", "%.9fx5", "none", "hard;cup")), 70,
			150, 102 + slip, 1e-3},
		{"55 % of a reach of 290 mm at 12 months", "reach", at(12, describe("box", "", "none", "hard;wall=%.9f")), 50,
			400, 0.55 * 290, 1e-3},
		{"16 CFR 1500.19(b)(2): balloons to 8 years", "balloon", aged(open("cylinder", "40x120", "latex",
			"latex-balloon")), 40, 120, 96, 1e-3},
		{"swelling things from 6 years", "swelling", aged(open("sphere", "50", "none", "not-food;swells;rounded")), 40,
			120, 72, 1e-3},
		{"16 CFR 1500.48-49: points and edges to 8 years", "sharp", aged(open("box", "100x60x60", "none", "sharp")), 40,
			120, 96, 1e-3},
		{"EN 71-1: free cord of 220 mm", "cord", at(10, describe("", "", "none", "strand;cord=%.9f")), 100, 400, 220,
			1e-3},
		{"EN 71-1: cords from 18 months", "cord", aged(open("", "", "none", "strand;cord=600")), 0, 40, 18, 1e-3},
		{"ASTM F963: loop of 14 in, 356 mm", "cord", at(60, describe("cylinder", "", "none", "piece;loop=%.9f")), 200,
			500, 14 * inch, 0.5},
		{"EN 71-1: film from 3 years", "film", aged(open("box", "300x300x1", "none", "film")), 0, 60, 36, 1e-3},
		{"EN 71-1: bag opening of 360 mm", "film", at(50, describe("box", "", "none", "film;opening=%.9f")), 100, 600,
			360, 1e-3},
		{"convention: blowing from 4 years", "blow", aged(open("sphere", "20", "none", "rounded;blow")), 0, 80, 48,
			1e-3},
		{"WHO: foods from 6 months", "first-taste", aged(open("", "", "none", "soft-food")), 0, 11, 6, 1e-3},
		{"AAP 2010: firm food from 4 years", "food-choke", aged(open("sphere", "9", "none", "food;hard;rounded")), 0,
			60, 48, 1e-3},
		{"CDC, AAP: honey from 12 months", "honey", aged(open("", "", "none", "food;dough;honey")), 0, 60, 12, 1e-3},
		{"FDA: raw flour, under 3 never", "raw-flour", aged(open("", "", "wheat", "food;powder;raw-flour")), 0, 60, 36,
			1e-3},
		{"taste-safe only under 3 years", "not-food", aged(open("", "", "none", "not-food;dough")), 0, 60, 36, 1e-3},
		{"16 CFR 1700.14(a)(31): mineral oil to 5 years", "aspiration",
			aged(open("", "", "none", "not-food;liquid;mineral-oil")), 20, 100, 60, 1e-3},
		{"EU 1169/2011: over 1.2 % alcohol is said", "alcohol",
			at(20, describe("", "", "none", "food;dough;alcohol=%.9f")), 0, 50, 1.2, 1e-3},
		{"convention: open powder from 12 months", "dust", aged(open("", "", "none", "food;powder")), 0, 60, 12, 1e-3},
		{"drowning guidance: 20 mm of water", "water", at(60, describe("", "", "none", "food;liquid;depth=%.9f")), 0,
			100, 20, 1e-3},
		{"drowning guidance: 250 mm of water under 3", "water",
			at(30, describe("", "", "none", "food;liquid;depth=%.9f")), 100, 400, 250, 1e-3},
		{"ISO 13732-1 and practice: 40 C", "hot", at(60, describe("", "", "none", "food;dough;hot=%.9f")), 20, 90, 40,
			1e-3},
		{"burn literature: salted ice from 3 years", "cold", aged(open("box", "90x90x90", "none", "ice;salted-ice")), 0,
			60, 36, 1e-3},
		// A 10 g taste of salt at 22.990 / 58.443 sodium (IUPAC) against a day's limit of
		// 1,200 mg from 1 to 3 years (National Academies 2019): 50 % is 15.25 % salt.
		{"National Academies 2019: half of 1,200 mg in a taste", "salt-load",
			at(20, describe("", "", "none", "food;dough;portion=1;salt=%.9f")), 9, 30,
			100 * 0.5 * 1.2 / (10 * 22.990 / 58.443), 0.01},
		// 0.5 g of salt for each of 8.2 kg at 18 months (WHO, girls, 3rd percentile) is
		// 82 g of a 5 % dough.
		{"0.5 g of salt for each kg", "salt-load", at(18, describe("", "", "none", "food;dough;salt=5;portion=%.9f")),
			10, 300, 82, 0.1},
	} {
		says := func(x float64) Verdict {
			v, err := row.make(x).Says(row.rule)
			require.NoError(t, err, "%s at %g", row.ground, x)
			return v
		}
		assert.InDelta(t, row.turns, flip(t, says, row.low, row.top), row.off, "%s: %s", row.rule, row.ground)
	}
}

// What a rule is about, held against lists that are published (quoted from memory).
func TestRulesKnowThePublishedLists(t *testing.T) {
	keptOut := func(name, rule string, use Use, months int) {
		it, ok := material.Standard().Named(name)
		require.True(t, ok, name)
		g := groupOf(t, Policy{}, child(months, false))
		s := Prepare(it.Name, it.Facts)
		assert.Contains(t, g.Judge(&s, use).Rules(), rule, name)
		assert.Equal(t, KeepOut, g.Judge(&s, use).Verdict, name)
	}
	// Choking foods for children under 4 (AAP 2010).
	for _, food := range []string{"whole grapes", "hard candy", "popcorn", "raw carrot", "marshmallows",
		"peanut butter", "raisins", "cheese cubes", "raw apple", "konjac jelly"} {
		keptOut(food, "food-choke", Open, 47)
	}
	// Beans with phytohaemagglutinin (FDA Bad Bug Book) and their kin.
	for _, bean := range []string{"kidney beans", "cannellini beans", "navy beans", "black beans", "pinto beans",
		"borlotti beans", "scarlet runner beans", "butter beans"} {
		keptOut(bean, "lectin", Open, 30)
	}
	for _, pulse := range []string{"red lentils", "split peas", "chick peas", "mung beans"} {
		it, _ := material.Standard().Named(pulse)
		assert.False(t, it.Facts.Traits.Has(material.Lectin), pulse)
	}
	// Never in a home kit.
	for _, thing := range []string{"water beads", "disc magnets", "led candles", "party balloons", "borax"} {
		keptOut(thing, "sent-home", Home, 100)
	}
	// As an adult's tool still kept out: cells, loose magnets, balloons, talc.
	for name, rule := range map[string]string{"led candles": "battery", "disc magnets": "magnet",
		"party balloons": "balloon", "talc": "dust"} {
		keptOut(name, rule, AdultTool, 40)
	}
	// Each of the nine US and fourteen EU allergens keeps out of a room that declares it.
	for _, a := range allergen.All() {
		if a == allergen.Other {
			continue
		}
		f, err := material.Description{Contains: a.String(), Traits: "food;dough"}.Facts(nil)
		require.NoError(t, err)
		s := Prepare("dough", f)
		for _, use := range []Use{Sealed, Open, Home} {
			g := groupOf(t, Policy{}, child(80, false, room.Allergy{To: a}))
			assert.Equal(t, KeepOut, g.Judge(&s, use).Verdict, "%s %s", a, use)
		}
	}
}

// Children for one adult, as the tables give them (quoted from memory): CFOC 1.1.1.2 and
// the EYFS statutory framework; a table that nobody named is the stricter of both.
func TestStaffingTablesAsPublished(t *testing.T) {
	cfoc, err := room.ParseRatioTable("cfoc")
	require.NoError(t, err)
	eyfs, err := room.ParseRatioTable("eyfs")
	require.NoError(t, err)
	for months, want := range map[int][2]int{0: {3, 3}, 12: {3, 3}, 13: {4, 3}, 23: {4, 3}, 24: {4, 5}, 35: {4, 5},
		36: {7, 8}, 47: {7, 8}, 48: {8, 8}, 71: {8, 8}, 72: {10, 8}} {
		assert.Equal(t, want, [2]int{cfoc.ChildrenPerAdult(months), eyfs.ChildrenPerAdult(months)}, "%d months", months)
		assert.Equal(t, min(want[0], want[1]), room.StrictestTable().ChildrenPerAdult(months), "%d months", months)
	}
	own, err := room.LocalTable([...]int{3, 4, 5, 8, 10})
	require.NoError(t, err)
	assert.Equal(t, []int{3, 4, 5, 8, 10}, []int{own.ChildrenPerAdult(11), own.ChildrenPerAdult(12),
		own.ChildrenPerAdult(35), own.ChildrenPerAdult(36), own.ChildrenPerAdult(60)})
}

// The gauge in inches, which govern (16 CFR 1501.4, quoted from memory), and the larger of
// the two ball templates.
func TestGaugeIsThatOfTheStandard(t *testing.T) {
	assert.InDelta(t, 1.25*25.4, gauge.Bore, 1e-9)
	assert.InDelta(t, 1.00*25.4, gauge.ShallowDepth, 1e-9)
	assert.InDelta(t, 2.25*25.4, gauge.DeepDepth, 1e-9)
	assert.GreaterOrEqual(t, gauge.BallHole, 1.75*25.4)
	assert.InDelta(t, math.Hypot(gauge.Bore, gauge.DeepDepth), gauge.LongestChord, 0.05)
}
