package e2e

import (
	"bytes"
	"encoding/json"
	"os"
	"path/filepath"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/e2e/harness"
)

// Fourteen children, half the salt, a metric room, a 3 L pot: a new user reads off what to
// do, does it, and can take back what was typed by mistake.
func TestFourteenChildrenHalfTheSaltAndAThreeLitrePot(t *testing.T) {
	p := harness.Sit(t, harness.Start(t), 834, 1100)
	p.Demo()
	p.Click("link", "Recipes")
	p.Set("combobox", "Room to read the recipes for", "Pebbles")
	p.Click("link", "Stove dough")
	p.Type("textbox", "Children", "14")
	p.Click("button", "portion by age")
	p.Set("combobox", "Pot", "3 L pot")
	p.See("makes\n14 ×", "In one 3 L pot")
	p.Type("textbox", "Fine salt in the cupboard, grams", "a lot")
	p.Press("Enter")
	p.See("Type the grams, such as 250")
	p.Type("textbox", "Fine salt in the cupboard, grams", "141")
	p.Press("Enter")
	p.See("Fine salt saved", "g of fine salt", "Fix:", "Take", "of coarse salt for the fine salt that is missing",
		"by weight, not by the spoon", "120 g for")
	p.Click("button", "Undo")
	p.Gone("of coarse salt for the fine salt that is missing")
	p.Type("textbox", "Fine salt in the cupboard, grams", "141")
	p.Press("Enter")
	p.See("of coarse salt for the fine salt that is missing")
	p.Click("button", "The cupboard")
	p.See("This is the most you can make from what is weighed", "Cream of tartar runs out first, at 724 g",
		"when the cream of tartar runs out")
	p.Click("button", "Children")

	// An amount nobody can make says so and shows nothing as cleared.
	p.Type("textbox", "Grams for each child", "2000")
	p.Type("textbox", "Children", "199")
	p.See("A batch is above 0 g and at most 100 kg", "Not checked")
	p.Type("textbox", "Children", "10")
	p.Type("textbox", "Grams for each child", "120")
	p.See("makes\n10 ×")
	p.Offline(true)
	p.Type("textbox", "Children", "11")
	p.See("Not checked. No connection to Emblo")
	p.Offline(false)
	p.ClickIf("button", "Try again")
	p.See("makes\n11 ×")

	// With two cups in the drawer the page says which measure more would do.
	p.Click("link", "Centre")
	p.Click("link", "Pebbles")
	for _, label := range []string{"⅓ cup", "¼ cup", "1 tbsp", "1 tsp", "½ tsp", "¼ tsp"} {
		p.Click("button", label)
	}
	p.Click("button", "Save room")
	p.See("Add a room")
	p.Open("/recipes/stove-dough?g=30")
	p.Set("combobox", "Room", "Pebbles")
	p.See("would do it all", "weigh it")
}

// Balls for everybody and a line along the wall, then a tray to be filled; one measure for a
// child to count; a batch that sticks is put right and the next one starts from that.
func TestShapesCountingAndTheFeel(t *testing.T) {
	p := harness.Sit(t, harness.Start(t), 1280, 900)
	p.Demo()
	p.Open("/recipes/stove-dough")
	p.Set("combobox", "Room", "Lanterns")
	p.Click("button", "Shapes")
	p.Type("textbox", "How many, shape 1", "30")
	p.Click("button", "and another shape")
	p.Set("combobox", "Shape 2", "line")
	p.See("mm thick", "mm long")
	p.Click("button", "A container")
	p.Set("combobox", "Container to be filled", "Scoop tray")
	p.Type("textbox", "Depth", "25")
	p.See("kg made")
	p.Click("button", "Children")
	p.Click("button", "One small measure for a child to count")
	p.See("How many", "tbsp?")
	p.Click("button", "sticky")
	p.See("A flat palm comes away with mix on it", "plain flour")
	p.Click("button", "Worked in")
	p.See("saved for today’s batch", "Start with what the last batch needed")
	p.Click("checkbox", "Start with what the last batch needed: 36 g more plain flour (1 batch)")
	p.See("plain flour 29 %")
	p.Click("button", "Undo")
	p.Gone("Start with what the last batch needed")
}

// A recipe typed the way people say it: bad lines say why, an unknown thing is described on
// the shelf and nothing typed is lost, then it is saved, exported, imported and planned.
func TestOwnRecipeIsTyped(t *testing.T) {
	p := harness.Sit(t, harness.Start(t), 1280, 900)
	p.Demo()
	p.Click("link", "Recipes")
	p.Click("link", "Write one of our own")
	p.Type("textbox", "Name", "Tide-line dough")
	p.Type("textbox", "Ingredients, the way you say them",
		"2 c flour, 1/2 cup salt\n3/4 cup water\n1 tin kelp\n1 tbsp sea silt")
	p.Type("textbox", "Steps, a line each", "Children stir it, 5 min\nBoil the kettle, 3 min")
	p.See("can be any size", "We do not know \"sea silt\"", "children help", "adult only", "Find out first")
	p.Click("button", "Save the recipe")
	p.See("Not saved. Line 3")
	p.Click("link", "Add it to Materials")
	p.See("Properties")
	assert.Equal(t, "sea silt", p.Value("textbox", "Name"))
	p.Type("textbox", "The same as words", "not-food;powder;soil")
	p.Type("textbox", "One US cup weighs, g", "200")
	p.Type("textbox", "Contains", "none")
	p.Click("button", "Save material")
	p.See("measured by the centre")
	p.Open("/recipes/new")
	p.See("As it is read")
	assert.Equal(t, "Tide-line dough", p.Value("textbox", "Name"), "what was typed is still there")
	p.Type("textbox", "Ingredients, the way you say them", "2 c flour, 1/2 cup salt\n3/4 cup water\n1 tbsp sea silt")
	p.See("sea silt", "raw flour")
	p.Click("button", "Save the recipe")
	p.See("ours", "In the scoops this room owns")
	file := p.Download("tide-line-dough.jsonld", func() { p.Click("button", "JSON-LD") })
	var ld map[string]any
	require.NoError(t, json.Unmarshal(file, &ld))
	assert.Equal(t, "Recipe", ld["@type"])
	csv := p.Download("tide-line-dough.csv", func() { p.Click("button", "CSV") })
	assert.Equal(t, 5, bytes.Count(csv, []byte("\r\n")))
	p.Click("button", "Plan it")
	p.See("Tide-line dough")

	ld["name"] = "Tide-line dough, from afar"
	changed, err := json.Marshal([]any{ld})
	require.NoError(t, err)
	path := filepath.Join(t.TempDir(), "afar.json")
	require.NoError(t, os.WriteFile(path, changed, 0o600))
	p.Open("/recipes/new")
	p.See("Ingredients, the way you say them")
	p.Upload(path)
	p.See("Tide-line dough, from afar", "13 g", "sea silt")
	require.NoError(t, os.WriteFile(path, []byte("<html>"), 0o600))
	p.Upload(path)
	p.See("Nothing was read: the file is not JSON")

	// A recipe deleted by a slip comes back with one tap; so do its amounts.
	p.Click("link", "Recipes")
	p.See("Leave without saving?")
	p.Click("button", "Leave it")
	p.Click("link", "Tide-line dough")
	p.Click("link", "Change")
	p.Click("button", "Delete this recipe")
	p.See("Tide-line dough deleted")
	p.Click("button", "Undo")
	p.Click("link", "Tide-line dough")
	p.See("In the scoops this room owns", "sea silt")
}

// Cards come two to a page and the chart on one, on both papers.
func TestRecipesPrint(t *testing.T) {
	p := harness.Sit(t, harness.Start(t), 1280, 900)
	p.Demo()
	for path, words := range map[string]string{"print": "Print two cards", "chart": "Print the chart"} {
		p.Open("/recipes/stove-dough/" + path + "?colours=3&pot=2000")
		p.See(words)
		for name, paper := range map[string]chromedp.PaperSize{"A4": chromedp.PaperA4, "Letter": chromedp.PaperLetter} {
			pdf := p.Sheet(paper)
			assert.Equal(t, 1, bytes.Count(pdf, []byte("/Type /Page\n")), "%s on %s", path, name)
			save := os.Getenv("EMBLO_PRINTS")
			if save != "" {
				require.NoError(t, os.WriteFile(filepath.Join(save, path+"-"+name+".pdf"), pdf, 0o600))
			}
		}
	}
}

// Two people change one recipe: the second is told, takes the other's, and goes on from it.
func TestTwoPeopleChangeOneRecipe(t *testing.T) {
	app := harness.Start(t)
	one, two := harness.Sit(t, app, 1280, 900), harness.Sit(t, app, 1280, 900)
	for _, p := range []*harness.Person{one, two} {
		p.Demo()
		p.Click("link", "Recipes")
		p.Click("link", "Harbour mud dough")
		p.Click("link", "Change")
		p.See("As it is read")
	}
	one.Type("textbox", "Name", "Harbour silt dough")
	one.Click("button", "Save the recipe")
	one.See("In the scoops this room owns")
	two.Type("textbox", "Keeps", "three days")
	two.Click("button", "Save the recipe")
	two.See("Someone else saved this recipe while you were editing", "Mine", "Theirs", "Harbour silt dough",
		"three days")
	two.Click("button", "Take theirs")
	assert.Equal(t, "Harbour silt dough", two.Value("textbox", "Name"))
	two.Type("textbox", "Keeps", "two days")
	two.Click("button", "Save the recipe")
	two.See("Harbour silt dough", "In the scoops this room owns")
	two.Click("link", "Change")
	two.See("3 versions are kept")

	// Deleted and brought back, it comes with every version.
	two.Click("button", "Delete this recipe")
	two.See("Harbour silt dough deleted")
	two.Click("button", "Undo")
	two.Click("link", "Harbour silt dough")
	two.Click("link", "Change")
	two.See("3 versions are kept")
}

// What was said for one room is never read for another: while the answer for the other room is
// awaited, or fails to come, nothing of the first is shown as let in.
func TestAnswersForOneRoomAreNotReadForAnother(t *testing.T) {
	p := harness.Sit(t, harness.Start(t), 1280, 900)
	p.Demo()
	p.Open("/recipes?room=")
	p.See("for Lanterns", "Stove dough")
	p.Offline(true)
	p.Set("combobox", "Room to read the recipes for", "Puddles")
	p.Gone("Stove dough")
	p.See("Not checked. No connection to Emblo")
	p.Offline(false)
	p.ClickIf("button", "Try again")
	p.See("for Puddles", "Stove dough")

	p.Open("/recipes/baby-cereal-dough")
	p.Set("combobox", "Room", "Lanterns")
	p.See("Right for Lanterns?", "OK", "Taste-safe for these children")
	p.Offline(true)
	p.Set("combobox", "Room", "Puddles")
	p.Gone("OK")
	p.See("Not checked. No connection to Emblo")
	assert.NotContains(t, p.Text(), "Taste-safe for these children")
}

// A room's own glass is filled and weighed once; then lines name it, and amounts come in it.
func TestOwnGlassIsWeighedOnce(t *testing.T) {
	p := harness.Sit(t, harness.Start(t), 1280, 800)
	p.Demo()
	p.Click("link", "Centre")
	p.Click("link", "Lanterns")
	p.Click("DisclosureTriangle", "Measures of our own: a glass or a handful, filled and weighed once")
	p.Click("button", "Weigh a measure of our own")
	p.Type("textbox", "We call it", "blue glass")
	p.Click("button", "Save room")
	p.See("Not saved", "weighs nothing", "take off what it weighs empty")
	p.Type("textbox", "Contents weigh, g", "300")
	p.Click("button", "Save room")
	p.Click("link", "Lanterns")
	p.Click("DisclosureTriangle", "Measures of our own: blue glass 300 mL")
	p.See("Contents weigh, g")
	p.Accessible()
	p.Open("/recipes/new")
	p.Type("textbox", "Name", "Glass dough")
	p.Type("textbox", "Ingredients, the way you say them", "4 blue glasses plain flour\n2 blue glasses water")
	p.Type("textbox", "Steps, a line each", "Stir it, 5 min")
	p.See("Your blue glass holds 300 mL.", "634 g", "600 g")
	p.Click("button", "Save the recipe")
	p.See("In the scoops this room owns", "× blue glass")
}

// A recipe from a message, pasted whole, is parted into its name, ingredients and steps; what of it does not read
// stands out, and no share of the mix is told until it does.
func TestARecipeIsPastedWhole(t *testing.T) {
	p := harness.Sit(t, harness.Start(t), 1280, 800)
	p.Demo()
	p.Open("/recipes/new")
	p.Paste("textbox", "Ingredients, the way you say them", "Salt dough for Fridays\nMakes 12\n\nIngredients:\n"+
		"- flour (2 cups), sifted\n- 1 cup salt\n- about 1 cup warm water\n- a knob of moon butter\n\nMethod\n"+
		"1. Mix the flour and the salt.\n2. Add the water slowly.\n3. Knead for 5 minutes.")
	p.See("Split into 4 ingredients and 3 steps", "Salt dough for Fridays", "250 g", "a knob of moon butter",
		"A line that we cannot read could be anything")
	p.Accessible()
	p.Type("textbox", "Ingredients, the way you say them",
		"flour (2 cups), sifted\n1 cup salt\nabout 1 cup warm water")
	p.Gone("A line that we cannot read could be anything")
	p.See("32 %")
}

// What is understood of a step stands beside it. A mix that is to be heated through counts as raw until a step is said
// to cook it; that step is measured then, and so is what cools after it.
func TestAStepIsCorrectedWhereItIsRead(t *testing.T) {
	p := harness.Sit(t, harness.Start(t), 1280, 1000)
	p.Demo()
	p.Open("/recipes/new")
	p.Type("textbox", "Name", "Quay dough")
	p.Type("textbox", "Ingredients, the way you say them", "250 g plain flour\n20 g fine salt\n470 g water")
	p.Type("textbox", "Steps, a line each",
		"Stir flour and salt into the water, 5 min\nOver a low flame until it leaves the pot, 8 min\nLeave it, 25 min\nKnead with the children")
	p.Click("checkbox", "The whole mix is brought to 80 °C by thermometer")
	p.See("no step cooks it", "Until then we treat it as raw", "left to set")
	p.Click("button", "Correct step 2")
	p.Set("combobox", "Text of step 2", "cooked")
	p.See("cooked, adult only, a food thermometer reads 80 °C or more", "left to cool, a food thermometer reads 40 °C or less")
	p.Gone("no step cooks it")
	p.Set("combobox", "Where step 2 is done", "stove")
	p.See("cooked, at the stove, adult only, a food thermometer reads 80 °C or more")
	assert.Contains(t, p.Value("textbox", "Steps, a line each"),
		"Over a low flame until it leaves the pot, 8 min (8 min, cook, adult, stove)\nLeave it")
	p.Accessible()
	p.Click("button", "Save the recipe")
	p.See("The food thermometer has to read 80 °C or more.", "The food thermometer has to read 40 °C or less.", "plain flour · ")
	p.Accessible()
}
