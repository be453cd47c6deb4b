package checklist

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/material"
	"emblo/core/room"
	"emblo/core/safety"
)

// alike are things of the shelf that a careful colleague treats alike in every room, each with its ground.
var alike = map[string]string{
	"firm vegetables are on the list of what chokes, raw and in pieces (CDC, NHS)": "carrot-raw broccoli-florets-raw cauliflower-florets-raw celery-sticks radishes baby-corn asparagus",
	"green beans are beans until they are boiled, as broad beans are":              "green-beans-fresh broad-beans-fresh",
	"dried fruit sticks (AAP 2010)":                                                "raisins dates prunes dried-apricots dried-mango dried-cranberries dried-cherries dried-apple-rings banana-chips fruit-leather",
	"dry powders hang in the air":                                                  "potato-starch tapioca-starch arrowroot ready-starch icing-sugar gelatine agar",
	"flour that nobody heated":                                                     "plain-flour rice-flour cornflour cornmeal semolina teff-flour buckwheat-flour masa-harina",
	"small balls, soft or not":                                                     "pompom-10 pompom-15 pompom-25 felt-balls",
	"springy balls are judged squeezed":                                            "pompom-50 foam-balls",
	"sheets of paper tear in wet mouths":                                           "newspaper tissues baking-paper wrapping-paper packing-paper envelopes",
	"whole spices":                                                                 "cloves peppercorns cardamom-pods",
	"ground spices":                                                                "cinnamon paprika ground-ginger mixed-spice ground-coriander",
	"dry pulses that are no common beans":                                          "lentils split-peas whole-peas chickpeas black-chickpeas-dry",
	"common beans, raw":                                                            "kidney-beans black-beans white-beans pinto-beans cannellini-beans adzuki-beans-dry bean-mix-dry",
	"soft fruit is cut for three-year-olds":                                        "melon-cubes pineapple-pieces mango-pieces papaya",
	"pencils and sticks poke":                                                      "pencils craft-sticks jumbo-sticks rulers",
	"thin rods pierce, under 3":                                                    "plastic-needles chopsticks",
	"paint, glue and clay are not eaten, and wash off":                             "ready-mix-paint acrylic-paint powder-paint white-glue clear-glue clay-natural",
	"foam, soap and creams are tried on skin first":                                "soap-foam shaving-foam sun-cream nappy-cream",
	"bulbs and the worst plants are kept out at every age":                         "spring-bulbs yew foxglove laburnum monkshood lily-of-the-valley daffodils rhubarb-leaves",
	"plants that upset and no more, from 3 years on":                               "tulips poinsettia hydrangea bluebells ivy",
	"what of paper comes apart only by force":                                      "cardboard-box paper-plates paper-cups coffee-filters",
}

// verdicts judges a thing in the demo rooms and for a child of school age, in a use.
func verdicts(t *testing.T, it material.Item, use safety.Use) string {
	var out strings.Builder
	for _, name := range []string{"puddles", "pebbles", "lanterns"} {
		g := roomOf(t, name).Group
		s := safety.Prepare(it.Name, it.Facts)
		out.WriteString(letters[g.Judge(&s, use).Verdict])
	}
	return out.String()
}

func TestTheShelfAgreesWithItself(t *testing.T) {
	for ground, ids := range alike {
		first := ""
		for _, id := range strings.Fields(ids) {
			it, ok := material.Standard().Get(id)
			require.True(t, ok, id)
			// by what it is, not by who is allergic
			it.Facts.Allergens, it.Facts.MayContain, it.Facts.UsuallyContains = 0, 0, 0
			got := verdicts(t, it, safety.Open) + "/" + verdicts(t, it, safety.Sealed)
			if first == "" {
				first = got
			}
			assert.Equal(t, first, got, "%s: %s", id, ground)
		}
	}
}

// Of what may lie open before three-year-olds at most a quarter asks for more than the routine, nothing open is to have
// its lid glued, and there is a rule for every trait that a row has.
func TestTheShelfIsQuiet(t *testing.T) {
	g := roomOf(t, "lanterns").Group.Keeping(room.RoutineOf(room.Habits()...))
	asks := 0
	all := material.Standard().Items()
	for _, it := range all {
		s := safety.Prepare(it.Name, it.Facts)
		a := g.Judge(&s, safety.Open)
		if a.Verdict == safety.WithAHand && !a.Usual() {
			asks++
		}
		for _, f := range a.Findings() {
			assert.NotEqual(t, "no-rule", f.Rule, it.ID)
			for _, do := range f.Do {
				assert.NotContains(t, do.Say().String(), "glued", it.ID)
			}
		}
		if s := it.Keeps.Say().String(); s == "" {
			assert.Fail(t, fmt.Sprintf("%s does not say how it keeps", it.ID))
		}
	}
	assert.LessOrEqual(t, asks, len(all)/4, "of %d things", len(all))
	t.Logf("%d of %d things ask for more than the routine", asks, len(all))
}
