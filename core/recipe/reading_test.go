package recipe

import (
	"encoding/json"
	"fmt"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/unit"
	"emblo/core/words"
)

func mixOf(t *testing.T, kind, lines, keeps string) Recipe {
	d := reader().Read(Written{Name: "Ours", Kind: kind, Lines: lines, Steps: "Stir, 2 min", Keeps: keeps})
	require.True(t, d.OK(), "%s: %v", lines, d.Faults)
	return d.Recipe
}

// Of what goes in as it is needed nobody knows how much: what it dissolves, salts or sets has no figure then, and what
// it leaves alone keeps its own.
func TestAsNeededHasNoFigure(t *testing.T) {
	for what, row := range map[string]struct{ water, salt, firm bool }{
		"water": {true, false, false}, "fine salt": {true, true, false}, "sugar": {true, false, false},
		"glycerine": {true, false, false}, "plant oil": {}, "agar": {false, false, true}, "soy sauce": {true, true,
			false},
	} {
		lines := "300 g plain flour\n100 g honey\n100 g milk\n" + what + " as needed"
		r := mixOf(t, "dough", lines, "a day, airtight")
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
			r := mixOf(t, "goop", fmt.Sprintf("%.2f g %s\n%.2f g water", 1000*share, id, 1000*(1-share)), "a day")
			assert.Equal(t, firm, r.setsFirm(), "%s, %g of it", id, share)
		}
	}
}

// A mix of a centre's own keeps as long as is said, two weeks at most, and as long as the piece in it that turns first.
func TestHowLongAnOwnMixKeeps(t *testing.T) {
	for _, row := range []struct {
		more, keeps string
		days        int
		says        string
	}{
		{"", "14 days, dry", 14, "2 weeks"}, {"", "15 days, dry", 14, "two weeks at most"}, {"", "until worn", 14,
			"two weeks at most"}, {"", "5 days, dry", 5, "5 days"},
		{"\n10 g rose petals unsprayed", "5 days, dry", 1, "turns then"}, {"\n10 g rose petals unsprayed", "1 day, dry",
			1, "1 day"},
		{"\n10 g leaves known and clean\n10 g rose petals unsprayed", "5 days, dry", 1, "rose petals"},
		{"\n10 g rose petals unsprayed\n10 g leaves known and clean", "5 days, dry", 1, "rose petals"},
	} {
		k, why := mixOf(t, "dry", "300 g white rice"+row.more, row.keeps).ownKeeping(Stable)
		assert.Equal(t, row.days, k.Days, "%s %s", row.more, row.keeps)
		assert.Contains(t, why.String(), row.says)
		assert.Equal(t, row.days == 1 && row.keeps != "1 day, dry", strings.Contains(why.String(), "turns then"),
			"%s: what ends it is said where it is sooner", row.keeps)
	}
}

// What people write for amounts: dozens, nothing, a plain "salt", and what it is measured by.
func TestAmountsAtTheirEnds(t *testing.T) {
	for text, grams := range map[string]float64{"2 dozen eggs": 1200, "a dozen eggs": 600, "half a dozen eggs": 300,
		"flour 250 g": 250, "flour ½ cup": 62.5} {
		d := reader().Read(Written{Name: "Ours", Kind: "dough", Lines: text, Steps: "Stir", Keeps: "a day"})
		require.Len(t, d.Recipe.Lines, 1, text)
		assert.InDelta(t, grams, d.Recipe.Lines[0].Mass().Grams(), 1e-6, text)
	}
	for _, text := range []string{"0 tins (400 g) chickpeas", "0 glasses flour", "0 parts flour\n1 part water",
		"zero cups flour", "flour 0 g"} {
		d := reader().Read(Written{Name: "Ours", Kind: "dough", Lines: text, Steps: "Stir", Keeps: "a day",
			Own: []OwnMeasure{{"glass", unit.Millilitres(200)}}})
		assert.False(t, d.OK(), text)
	}
	for text, note := range map[string]string{"1 cup salt": "Read as fine salt",
		"1 cup table salt": "Read as fine salt", "1 cup fine salt": "", "1 cup flour": "; 125 g is used",
		"125 g flour": ""} {
		l := reader().Read(Written{Name: "Ours", Kind: "dough", Lines: text, Steps: "Stir", Keeps: "a day"}).Lines[0]
		assert.Equal(t, note == "", l.Note == "", "%s: %s", text, l.Note)
		assert.Contains(t, l.Note, note, text)
	}
	for text, strong := range map[string]bool{"10 g baking soda": true, "10 g baking powder": false,
		"10 g fine salt": true, "10 g white vinegar": true, "1 g food colour liquid": true, "10 g flour": false} {
		assert.Equal(t, strong, mixOf(t, "dough", text, "a day, airtight").Lines[0].Strong, text)
	}
	like := reader().Read(Written{Name: "Ours", Kind: "dough", Lines: "100 g moon flour flour", Steps: "Stir",
		Keeps: "a day"}).Lines[0].Like
	require.Len(t, like, 3)
	assert.True(t, like[0].ID != like[1].ID && like[1].ID != like[2].ID && like[0].ID != like[2].ID, "each once")
	assert.Equal(t, strings.Repeat("a", 40), words.Cut(strings.Repeat("a", 40)))
	assert.Equal(t, strings.Repeat("a", 40)+"…", words.Cut(strings.Repeat("a", 41)))
}

// What stands in for an ingredient: at the limit of what is there, all of it or a share, of a range too.
func TestWhatStandsInAtItsEnds(t *testing.T) {
	r := stove(t)
	b, err := Scale(r, unit.Grams(900), unit.StandardSet(unit.Metric))
	require.NoError(t, err)
	salt := b.Amounts[2]
	require.Equal(t, "fine-salt", salt.Line.Item.ID)
	need := max(salt.Exact.Grams(), salt.Scooped.Grams())
	assert.InDelta(t, need, salt.Needed().Grams(), 1e-9)
	for less, short := range map[float64]bool{0: false, 0.04: false, 0.06: true} {
		assert.Equal(t, short, len(Stock{"fine-salt": unit.Grams(need - less)}.Short(b)) > 0, "%g g less", less)
	}
	one := Stock{"fine-salt": unit.Grams(need / 2)}.Short(b)[0]
	sub := Substitutes("fine-salt")[0]
	take := one.Missing.Times(sub.ByMass)
	known := func(grams float64) (all []bool) {
		for _, in := range (Stock{sub.Item.ID: unit.Grams(grams)}).Replacements(one) {
			if in.Sub.Item.ID == sub.Item.ID {
				all = append(all, in.Known)
			}
		}
		return all
	}
	assert.Equal(t, []bool{true}, known(take.Grams()), "just enough")
	assert.Empty(t, known(take.Grams()-0.1), "too little is not offered")
	all := r.Instead("fine-salt", sub, 1)
	assert.Len(t, all.Lines, len(r.Lines), "all of it goes")
	assert.InDelta(t, r.Lines[2].Mass().Grams()*sub.ByMass, all.Lines[2].Mass().Grams(), 1e-9)
	half := r.Instead("fine-salt", sub, 0.5)
	require.Len(t, half.Lines, len(r.Lines)+1)
	assert.InDelta(t, r.Lines[2].Mass().Grams()/2, half.Lines[2].Mass().Grams(), 1e-9)
	assert.False(t, half.Lines[3].Lower.Known(), "what is no range does not become one")
	ranged := r
	ranged.Lines = append([]Line{}, r.Lines...)
	ranged.Lines[2].Lower = ranged.Lines[2].Amount.Times(0.5)
	assert.InDelta(t, ranged.Lines[2].Lower.Or(0)*sub.ByMass/2, ranged.Instead("fine-salt", sub,
		0.5).Lines[3].Lower.Or(0), 1e-9, "half of a range is one")
	ranged.Lines[2].Amount = unit.Amount{}
	for _, share := range []float64{0.5, 1} {
		lines := ranged.Instead("fine-salt", sub, share).Lines
		assert.True(t, slices.ContainsFunc(lines, func(l Line) bool {
			return l.Item.ID == sub.Item.ID && l.AsNeeded()
		}),
			"a part of what nobody weighed is not nothing")
	}
}

// A page of a recipe is read so far and no deeper, and what is no letter in it is left out.
func TestPagesAtTheirEnds(t *testing.T) {
	text := JSONLD(stove(t))
	hands, waiting := Minutes(stove(t).Steps)
	assert.Contains(t, string(text), fmt.Sprintf(`"PT%dM"`, hands+waiting))
	page := func(ingredients any) string {
		data, err := json.Marshal(map[string]any{"@type": "Recipe", "name": "Ours", "recipeIngredient": ingredients})
		require.NoError(t, err)
		w, err := ReadJSONLD(data)
		require.NoError(t, err)
		return w.Lines
	}
	deep := func(n int) (in any) {
		in = "1 cup flour"
		for i := range n {
			in = map[string]any{[]string{"itemListElement", "text", "name"}[i%3]: in}
		}
		return in
	}
	assert.Equal(t, "1 cup flour", page(deep(maxDepth)))
	data, err := json.Marshal(map[string]any{"@type": "Recipe", "name": "Ours", "recipeIngredient": deep(maxDepth + 1)})
	require.NoError(t, err)
	_, err = ReadJSONLD(data)
	assert.ErrorContains(t, err, "no ingredients", "no deeper")
	nested := func(n int) string {
		in := `{"@type": "Recipe", "name": "Ours", "recipeIngredient": ["1 cup flour"]}`
		for range n {
			in = `{"@graph": [` + in + `]}`
		}
		return in
	}
	_, err = ReadJSONLD([]byte(nested(2)))
	assert.NoError(t, err)
	_, err = ReadJSONLD([]byte(nested(maxDepth + 1)))
	assert.Error(t, err)
	many := make([]any, 250)
	for i := range many {
		many[i] = fmt.Sprintf("%d g flour", i+1)
	}
	assert.Len(t, strings.Split(page(many), "\n"), 200)
	assert.Equal(t, "1 cup plain flour", page("1 cup <b>plain</b>\u007f flour\u0001"))
}
