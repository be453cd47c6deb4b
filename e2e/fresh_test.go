package e2e

import (
	"testing"

	"emblo/e2e/harness"
)

// What is changed on one screen is read so on every other that shows it, without a reload: each
// kind of change, and each list that depends on it, in the order a person goes through them.
func TestWhatIsChangedIsReadSoEverywhere(t *testing.T) {
	p := harness.Sit(t, harness.Start(t), 1280, 800)
	p.Demo()
	for _, place := range []string{"Materials", "Recipes", "Centre", "Rules"} { // all of them have been seen before
		p.Click("link", place)
		p.See(map[string]string{"Materials": "Marked for", "Recipes": "Stove dough", "Centre": "nut-free room",
			"Rules": "Small part"}[place])
	}

	t.Log("a room")
	p.Click("link", "Centre")
	p.See("Lanterns")
	p.Click("link", "Lanterns")
	p.Type("textbox", "Name", "Lighthouse")
	p.Set("combobox", "Mouthing of HU", "Yes")
	p.Click("button", "Save room")
	p.See("Lighthouse")
	p.Gone("Lanterns")
	p.Click("link", "Set-ups")
	p.See("Lighthouse · ")
	p.Click("link", "Materials")
	p.Set("combobox", "Room to mark the materials for", "Lighthouse")
	p.See("Marked for Lighthouse")
	p.Click("link", "Recipes")
	p.Set("combobox", "Room to read the recipes for", "Lighthouse")

	t.Log("a thing")
	p.Click("link", "Materials")
	p.Click("link", "Add a thing of our own")
	p.Type("textbox", "Name", "Harbour corks")
	p.Click("button", "Save material")
	p.See("Remove from Materials")
	p.Click("link", "Materials")
	p.Type("searchbox", "Search the materials", "harbour corks")
	p.See("Harbour corks") // as a thing: what is typed into a field is not read on the page
	p.Press("Escape")
	p.Click("button", "Check")
	p.Type("combobox", "Item to check", "harbour corks")
	p.Press("Enter")
	p.See("Lighthouse", "Find out first", "Print a true-size gauge")
	p.Press("Escape")
	p.Gone("Print a true-size gauge")

	t.Log("a set-up")
	p.Click("link", "Set-ups")
	p.See("Puddles · Shaving foam")
	p.Click("button", "Remove Night-sky foam")
	p.See("Night-sky foam removed")
	p.Gone("Puddles · Shaving foam")
	p.Click("button", "Undo")
	p.See("Puddles · Shaving foam")

	t.Log("the centre")
	p.Click("link", "Centre")
	p.Click("link", "Settings")
	p.Type("textbox", "Name", "Quillmere by the sea")
	p.Set("combobox", "Adult-to-child ratio", "Caring for Our Children")
	p.Click("button", "Save settings")
	p.See("Saved", "Quillmere by the sea\n") // in the frame too
	p.Click("link", "Rooms")
	p.See("Staffing: Caring for Our Children")
}
