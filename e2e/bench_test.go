package e2e

import (
	"testing"

	"emblo/e2e/harness"
)

// A bowl of the centre's own is measured once and filled to scale; a floor path is five bags with a
// layer each, for children who take turns.
func TestVesselsOfEveryShape(t *testing.T) {
	p := harness.Sit(t, harness.Start(t), 1280, 800)
	p.Demo()
	p.Open("/settings")
	p.Click("button", "Measure a container of our own")
	p.Type("textbox", "Container 1 is called", "Green bowl")
	p.Set("combobox", "Shape", "Bowl")
	p.Type("textbox", "mm across", "400")
	p.Type("textbox", "mm deep", "260")
	p.Click("button", "Save settings")
	p.See("Not saved", "at most half as deep as it is across")
	p.Type("textbox", "mm deep", "150")
	p.Click("button", "Save settings")
	p.See("Saved")
	p.Accessible()

	plan(p, "Lanterns")
	p.Type("combobox", "Add what goes in", "dry rice")
	p.See("White rice, dry")
	p.Press("Enter")
	p.See("400 mm across, green bowl")
	p.Set("combobox", "Container", "Bucket")
	p.See("280 mm across, bucket")
	p.Set("combobox", "Container", "Flat zip bag")
	p.See("240 × 230 mm usable, flat zip bag", "1 child at each", "15 containers")
	p.Type("textbox", "Depth", "10")
	p.Type("textbox", "Containers", "5")
	p.See("5 containers", "1 child at each; 3 turns", "552 mL", "432 g", "taped", "reaches 8 mm; 1 pack more", "Saved")
	p.Accessible()
	p.Size(390, 844)
	p.Accessible()
}

// A set-up is planned again for another week, and for another room it is checked there; what it was
// taken from stays as it is.
func TestPlannedAgainForAnotherRoom(t *testing.T) {
	p := harness.Sit(t, harness.Start(t), 1280, 800)
	p.Demo()
	p.See("Bakery counter")
	p.Click("button", "Plan again Bakery counter")
	p.See("Not ready: short of 1", "Saved", "1.82 kg for 15 children")
	p.Set("combobox", "Room", "Pebbles")
	p.See("Do not use: Stove dough", "10 children", "wheat")
	p.Type("textbox", "Name of the set-up", "Bakery, next week")
	p.See("Saved")
	p.Click("link", "Set-ups")
	p.See("Bakery, next week", "Bakery counter", "Pebbles · Stove dough")
	p.Accessible()
}
