package typed

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"
)

// Recipes as they are pasted from a page or a message: with headings, with bullets and numbers, and with neither.
func TestPastedRecipes(t *testing.T) {
	for _, c := range []struct{ text, name, lines, steps, keeps string }{
		{"Salt dough for Fridays\nMakes 12 portions\nPrep time: 10 min\n\nIngredients:\n- 2 cups plain flour\n- 1 cup salt\n" +
			"- 1 cup warm water\n\nMethod\n1. Mix the flour and the salt.\n2. Add the water slowly.\n3. Knead for 5 minutes.\n\n" +
			"Notes\nKeeps for 2 weeks in a tub.\nLovely with cutters.",
			"Salt dough for Fridays", "2 cups plain flour\n1 cup salt\n1 cup warm water",
			"Mix the flour and the salt.\nAdd the water slowly.\nKnead for 5 minutes.", "Keeps for 2 weeks in a tub."},
		{"hi, here is the goop we made\n2 cups cornflour\n1 cup water\na few drops of food colouring\nMix it all in a tub.\nPlay!",
			"hi, here is the goop we made", "2 cups cornflour\n1 cup water\na few drops of food colouring",
			"Mix it all in a tub.\nPlay!", ""},
		{"## Cloud dough\r\n**You will need**\r\n• 8 cups flour\r\n• 1 cup vegetable oil\r\n**What to do**\r\nPut the flour in a tub.\r\nPour in the oil and rub it in.",
			"Cloud dough", "8 cups flour\n1 cup vegetable oil", "Put the flour in a tub.\nPour in the oil and rub it in.", ""},
	} {
		w, ok := Pasted(c.text)
		assert.True(t, ok, c.name)
		assert.Equal(t, Written{Name: c.name, Lines: c.lines, Steps: c.steps, Keeps: c.keeps}, w)
	}
	_, ok := Pasted("2 cups flour\n1 cup salt")
	assert.False(t, ok, "ingredients alone are no recipe")
	rapid.Check(t, func(t *rapid.T) {
		Pasted(strings.Join(rapid.SliceOf(rapid.SampledFrom([]string{"Ingredients", "Method", "2 cups flour", "Stir.", "",
			"1.", "Notes:", rapid.String().Draw(t, "s")})).Draw(t, "lines"), "\n"))
	})
}
