package e2e

import (
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"

	"emblo/e2e/harness"
)

// A recipe read for eleven of fifteen children is planned, weighed and printed for eleven, while every child of the
// room is checked for.
func TestFromARecipeForElevenToTheSheet(t *testing.T) {
	p := harness.Sit(t, harness.Start(t), 1280, 800)
	p.Demo()
	p.Open("/recipes/cold-dough")
	p.Set("combobox", "Room", "Lanterns")
	p.Type("textbox", "Children", "11")
	p.See("11 × ")
	p.Click("button", "Plan it")
	p.See("11 of 15 children play", "for 11 children at", "Saved")
	p.Click("link", "Print the sheet")
	p.See("11 of 15 children play", "for 11 at")
	p.Legible()
	for _, paper := range []chromedp.PaperSize{chromedp.PaperA4, chromedp.PaperLetter} {
		assert.NotEmpty(t, p.Sheet(paper))
	}
}

// Four bags into one tub: how deep they reach. A filler that is typed next is another activity, in a place of its own,
// and is poured over the first where somebody says so; that is taken back as every step is.
func TestFourBagsIntoOneTub(t *testing.T) {
	p := harness.Sit(t, harness.Start(t), 1280, 800)
	p.Demo()
	plan(p, "Lanterns")
	put(p, "1 dish tub", "Dish tub")
	p.See("Dish tub: 1 of them.", "1 container")
	put(p, "24 kg of white rice", "White rice, dry")
	p.See("24 kg is a lot for one set-up. Nothing is added yet.")
	assert.True(t, p.Has("button", "Add all: 24 kg"))
	p.Accessible()
	put(p, "4 bags of white rice", "White rice, dry")
	p.See("White rice, dry: 4 × bag", "4 kg", "4 kg in all", "Saved")
	p.Accessible()
	put(p, "2 bags of rolled oats", "Rolled oats")
	p.See("Rolled oats has a place of its own.", "Saved")
	p.Accessible()
	p.Size(390, 844)
	p.Click("button", "What goes in")
	p.Accessible()
	p.Click("button", "Pour it over White rice, dry")
	p.See("at the floor", "over it")
	p.Gone("has a place of its own")
	p.Size(1280, 800)
	p.See("Saved")
	p.Click("button", "Undo the last change")
	p.See("Dish tub 2", "Saved")
}

// A wheat allergy is noted, and three stove doughs that were planned are mended by one tap, in no more than twelve
// presses; one tap takes it back. Somebody who may not change set-ups is told and offered nothing to press.
func TestAWheatAllergyToThreeMendedPlans(t *testing.T) {
	app := harness.Start(t)
	p := harness.Sit(t, app, 1280, 800)
	p.Demo()
	for range 2 {
		p.Open("/recipes/stove-dough")
		p.Set("combobox", "Room", "Lanterns")
		p.Click("button", "Plan it")
		p.See("Saved")
	}
	p.Open("/today")
	p.See("Bakery counter")
	before := p.Presses()
	p.Click("link", "Centre")
	p.Click("link", "Lanterns")
	p.Click("button", "Add an allergy of HU")
	p.Set("combobox", "HU is allergic to", "wheat")
	p.Click("button", "Save room")
	p.See("Do not use Stove dough: in 3 coming set-ups", "Contains wheat. 1 child here is allergic to it.")
	p.Accessible()
	p.Click("button", "Use in all 3 Wheat-free stove dough")
	p.See("Wheat-free stove dough is in 3 coming set-ups now.")
	p.Gone("Do not use Stove dough")
	assert.LessOrEqual(t, p.Presses()-before+2, 12, "two more choose the allergy")
	p.Accessible()
	app.Stored(t, "setups", "recipe_id:wheat-free-dough")
	p.Click("button", "Undo")
	p.See("3 set-ups are as they were.", "Do not use Stove dough: in 3 coming set-ups")

	helper := harness.Sit(t, app, 834, 1100)
	helper.Open("/")
	helper.SignIn("helper")
	helper.See("Do not use Stove dough: in 3 coming set-ups", "Wheat-free stove dough")
	assert.False(t, helper.Has("button", "Use in all 3 Wheat-free stove dough"))
	helper.Size(390, 844)
	helper.Accessible()
	p.Open("/today")
	p.Click("button", "Use in all 3 Wheat-free stove dough")
	p.See("Wheat-free stove dough is in 3 coming set-ups now.")
	helper.Gone("Do not use Stove dough")
}

// Two turns of eight with an adult more: what is laid out and made is for eight; then a few alone, with no other child
// in reach.
func TestTwoTurnsOfEightWithOneAdultMore(t *testing.T) {
	app := harness.Start(t)
	p := harness.Sit(t, app, 1280, 800)
	p.Demo()
	p.Click("link", "Bakery counter")
	p.See("1.82 kg for 15 children")
	p.Click("button", "15 + 2 Who plays?")
	p.Type("textbox", "At once", "8")
	p.See("15 children play, 8 at once in 2 turns", "1.01 kg for 8 children", "Minutes a turn", "Only these children")
	p.Type("textbox", "Minutes a turn", "20")
	p.See("2 turns of 20 min")
	p.Type("textbox", "Adults there", "3")
	p.See("8 + 3", "Saved")
	p.Accessible()
	p.Click("button", "Done")
	p.Gone("Only these children")
	p.Click("link", "Print the sheet")
	p.See("15 children, 3 adults", "8 at once in 2 turns of 20 min", "8 out")
	p.Click("link", "Back to the set-up")
	p.See("What goes in", "8 at once in 2 turns of 20 min")
	p.Click("button", "8 + 3 Who plays?")
	p.Click("button", "Everybody at once")
	p.See("15 + 2")
	p.Click("button", "KD")
	p.Click("button", "HU")
	p.See("2 of 15 children play", "for 2 children")
	p.Click("checkbox", "No other child in reach: check for these alone")
	p.See("no other child in reach", "Saved")
	p.Accessible()
	p.Size(390, 844)
	p.Accessible()
	p.Click("link", "Print the sheet")
	p.See("alone: no other child in reach")
	p.Click("link", "Back to the set-up")
	p.Click("button", "2 + 2 Who plays?")
	p.Click("button", "HU")
	p.Click("checkbox", "At home: a kit to take along")
	p.See("At home: not checked for brothers, sisters, visitors and pets there", "1 child plays")
	app.Stored(t, "setups", "home:true")
	p.Click("link", "Print the sheet")
	p.See("At home, checked for KD alone")
}

func TestTwoSetUpsForTheSameChildrenAtTheSameTime(t *testing.T) {
	p := harness.Sit(t, harness.Start(t), 1280, 800)
	p.Demo()
	for range 2 {
		plan(p, "Lanterns")
		put(p, "water", "Water")
		p.See("Saved")
	}
	p.See("At the same time", "Same children at the same time: New set-up, 9:30")
	p.Accessible()
	p.Open("/bench")
	p.See("Same children at the same time: New set-up, 9:30")
	p.Open("/prep?day=" + harness.DemoDay(1))
	p.See("Same children at the same time")
}

// What fills a place, what it is filled in and what lies in it are each set beside others, and taken from there.
func TestPartsAreComparedAndTaken(t *testing.T) {
	p := harness.Sit(t, harness.Start(t), 1280, 800)
	p.Demo()
	p.Click("link", "Harbour scoop tub")
	p.Click("button", "Wooden boats")
	p.Click("button", "Compare Wooden boats")
	p.See("Planned", "Back on its shelf", "Sound")
	p.Accessible()
	p.Click("button", "Leave it as planned")
	p.Click("button", "Split peas")
	p.Click("button", "Compare containers Split peas")
	p.See("4 containers", "18 kg", "Clear up")
	p.Click("button", "Take Dish tub")
	p.See("Dish tub in place of Deep tub", "Saved")
	p.Gone("Planned")
	p.Click("button", "Compare fillings Split peas")
	p.See("Dried potato flakes", "Do not use", "OK with our routine", "once, then throw it away")
	p.Size(390, 844)
	p.Accessible()
	p.Click("button", "Take Dried potato flakes")
	p.See("Dried potato flakes in place of Split peas")
	p.Size(1280, 800)
	p.Click("button", "Keep as a template")
	p.See("Saved as a template")
	p.Open("/bench")
	p.Click("link", "Frozen harbour blocks")
	p.Click("button", "Add things from a template")
	p.Click("button", "Harbour scoop tub")
	p.See("2 things added from Harbour scoop tub")
	p.See("OK with precautions: Wooden boats")
}
