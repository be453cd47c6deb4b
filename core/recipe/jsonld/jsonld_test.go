package jsonld

import (
	"encoding/json"
	"fmt"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/recipe/sample"
	"emblo/core/recipe/typed"
	"emblo/core/say"
	"emblo/core/unit"
)

func reader() typed.Reader {
	return typed.Reader{Shelf: material.Standard(), System: unit.US, Mix: func(name string) bool {
		return name == "stove dough"
	}}
}

// drawRecipe makes a recipe of a centre's own out of the shelf, with masses to a thousandth
// of a gram, as they are printed.
func drawRecipe(t *rapid.T) recipe.Recipe {
	ingredients := material.Standard().Search("", 400)
	r := recipe.Recipe{Name: rapid.StringMatching(`[A-Z][a-z]{2,9}( [a-z]{3,8})?`).Draw(t, "name"),
		Basis: "a recipe of our own", Own: true,
		Kind:  rapid.SampledFrom([]string{"dough", "sand", "foam", "goop", "paint"}).Draw(t, "kind"),
		Keeps: rapid.StringMatching(`[a-z]{3,9}( [a-z]{3,9})?`).Draw(t, "keeps"),
		Loss:  float64(rapid.IntRange(0, 60).Draw(t, "loss")) / 100, Heated: rapid.Bool().Draw(t, "heated"),
		Hot: rapid.Bool().Draw(t, "hot")}
	if ph := rapid.IntRange(9, 130).Draw(t, "ph"); ph >= 10 {
		r.PH = unit.Known(float64(ph) / 10)
	}
	for i, n := range rapid.Permutation(ingredients).Draw(t, "order")[:rapid.IntRange(1, 6).Draw(t, "lines")] {
		l := recipe.Line{Item: n, Amount: unit.OfMass(unit.Grams(float64(rapid.IntRange(1, 5_000_000).Draw(t,
			"mg")) / 1000))}
		if i > 0 && rapid.IntRange(0, 9).Draw(t, "as needed") == 0 {
			l.Amount = unit.Amount{}
		}
		r.Lines = append(r.Lines, l)
	}
	for range rapid.IntRange(1, 4).Draw(t, "steps") {
		s := recipe.Step{Text: say.Text(rapid.StringMatching(`[A-Z][a-z]{2,9}( [a-z]{2,9}){0,4}`).Draw(t, "text")),
			Minutes: rapid.IntRange(0, 600).Draw(t, "minutes"),
			Kind: rapid.SampledFrom([]recipe.StepKind{recipe.Make, recipe.Cook, recipe.Scald, recipe.Cool,
				recipe.Chill, recipe.Freeze, recipe.Rest}).Draw(t, "kind"),
			By: recipe.Who(rapid.IntRange(0, int(recipe.ChildrenHelp)).Draw(t, "by")),
			At: rapid.SampledFrom([]recipe.Place{"", recipe.Stove, recipe.Oven, recipe.Microwave, recipe.Freezer,
				recipe.Fridge, recipe.Sink}).Draw(t, "at")}
		if s.Kind == recipe.Make && s.Cooks() {
			s.Kind = recipe.Cook
		}
		if s.By == recipe.Anybody && s.Heats() {
			s.By = recipe.Adult
		}
		s.ID = s.Tag()
		r.Steps = append(r.Steps, s)
	}
	cooked := false
	r, cooked = r.DoneBy(r.Steps)
	r.Heated = r.Heated && cooked
	return r
}

func sameRecipe(t *rapid.T, want recipe.Recipe, d typed.Draft) {
	require.Empty(t, d.Faults)
	require.Len(t, d.Recipe.Lines, len(want.Lines))
	for i, l := range want.Lines {
		require.Equal(t, l.Item.ID, d.Recipe.Lines[i].Item.ID)
		require.InDelta(t, l.Mass().Grams(), d.Recipe.Lines[i].Mass().Grams(), 1e-9)
		require.Equal(t, l.AsNeeded(), d.Recipe.Lines[i].AsNeeded())
	}
	require.Equal(t, want.Steps, d.Recipe.Steps)
	got := d.Recipe
	require.Equal(t, []any{want.Name, want.Kind, want.Keeps, want.Loss, want.Heated, want.Hot, want.PH},
		[]any{got.Name, got.Kind, got.Keeps, got.Loss, got.Heated, got.Hot, got.PH})
}

// Typing what was printed gives the recipe again.
func TestReadingWhatWasWritten(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := drawRecipe(t)
		sameRecipe(t, r, reader().Read(typed.Write(r)))
	})
}

// So does a file that was exported and imported.
func TestJSONLDRoundTrip(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := drawRecipe(t)
		w, err := Read(Write(r))
		require.NoError(t, err)
		sameRecipe(t, r, reader().Read(w))
	})
}

// Every recipe of the book can be copied: typed out, it reads whole and comes to the same.
func TestTheBookCanBeCopied(t *testing.T) {
	for _, r := range recipe.Standard().Recipes() {
		w := typed.Write(r)
		if !recipe.KindOf(r.Kind).Own {
			w.Kind = "dough"
		}
		d := reader().Read(w)
		assert.Empty(t, d.Faults, r.ID)
		assert.InDelta(t, r.Mixed().Grams(), d.Recipe.Mixed().Grams(), 0.01, r.ID)
		want := slices.Clone(r.Steps)
		for i := range want {
			want[i].ID = want[i].Tag() // a copy is one's own, and told by its words
		}
		assert.Equal(t, want, d.Recipe.Steps, r.ID)
		assert.Equal(t, r.Nature().Activity, d.Recipe.Nature().Activity, r.ID)
	}
}

// The shapes that schema.org allows, and what is thrown at an importer.
func TestReadJSONLDInTheWild(t *testing.T) {
	w, err := Read([]byte(`{"@graph":[{"@type":"WebPage"},{"@type":["Thing","Recipe"],"name":"  Our <b>sparkle</b>\n dough ","recipeCategory":"Snack",
		"recipeIngredient":["2 cups flour","<script>alert(1)</script>1 cup salt &amp; more"],
		"recipeInstructions":[{"@type":"HowToSection","itemListElement":[{"@type":"HowToStep","text":"Stir<br>Knead"}]},"Rest"]}]}`))
	require.NoError(t, err)
	assert.Equal(t, typed.Written{Name: "Our sparkle dough", Kind: "dough", Lines: "2 cups flour\n1 cup salt & more",
		Steps: "Stir\nKnead\nRest"}, w)

	deep := strings.Repeat(`{"mainEntity":`, 300) + `{"@type":"Recipe"}` + strings.Repeat("}", 300)
	for text, want := range map[string]string{
		"": "not JSON", "<html>": "not JSON", `{"@type":"Person"}`: "no schema.org Recipe",
		`[1,2,null,"x"]`:                "no schema.org Recipe",
		`{"@type":"Recipe","name":"x"}`: "no ingredients",
		`{"@type":"Recipe","recipeIngredient":[{"a":1},7,null]}`: "no ingredients",
		deep: "no schema.org Recipe", strings.Repeat(" ", Max+1): "larger than 512 kB",
	} {
		_, err := Read([]byte(text))
		assert.ErrorContains(t, err, want)
	}
}

func FuzzReadJSONLD(f *testing.F) {
	f.Add([]byte(`{"@type":"Recipe","name":"x","recipeIngredient":["1 cup flour"],"recipeInstructions":"Stir"}`))
	f.Fuzz(func(t *testing.T, data []byte) {
		if w, err := Read(data); err == nil && strings.ContainsAny(w.Name+w.Lines+w.Steps, "<>\x00") {
			t.Fatalf("markup is left: %+v", w)
		}
	})
}

// A recipe lies as deep in a page as it may, and no deeper.
func TestHowDeepARecipeLies(t *testing.T) {
	deep := func(n int) any {
		var v any = map[string]any{"@type": "Recipe", "name": "Dough"}
		for range n {
			v = []any{v}
		}
		return v
	}
	assert.NotNil(t, findRecipe(deep(maxDepth), 0))
	assert.Nil(t, findRecipe(deep(maxDepth+1), 0))
}

// A page of a recipe is read so far and no deeper, and what is no letter in it is left out.
func TestPagesAtTheirEnds(t *testing.T) {
	text := Write(sample.StoveDough())
	hands, waiting := recipe.Minutes(sample.StoveDough().Steps)
	assert.Contains(t, string(text), fmt.Sprintf(`"PT%dM"`, hands+waiting))
	page := func(ingredients any) string {
		data, err := json.Marshal(map[string]any{"@type": "Recipe", "name": "Ours", "recipeIngredient": ingredients})
		require.NoError(t, err)
		w, err := Read(data)
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
	_, err = Read(data)
	assert.ErrorContains(t, err, "no ingredients", "no deeper")
	nested := func(n int) string {
		in := `{"@type": "Recipe", "name": "Ours", "recipeIngredient": ["1 cup flour"]}`
		for range n {
			in = `{"@graph": [` + in + `]}`
		}
		return in
	}
	_, err = Read([]byte(nested(2)))
	assert.NoError(t, err)
	_, err = Read([]byte(nested(maxDepth + 1)))
	assert.Error(t, err)
	many := make([]any, 250)
	for i := range many {
		many[i] = fmt.Sprintf("%d g flour", i+1)
	}
	assert.Len(t, strings.Split(page(many), "\n"), 200)
	assert.Equal(t, "1 cup plain flour", page("1 cup <b>plain</b>\u007f flour\u0001"))
}
