package e2e

import (
	"testing"

	"emblo/e2e/harness"
)

// The bakery counter and the frozen blocks on their days: hands in the times that the centre names, the
// ice the day before, waits by themselves; nothing for what does not go in.
func TestPrepDays(t *testing.T) {
	p := harness.Sit(t, harness.Start(t), 1280, 800)
	p.Demo()
	p.Open("/settings")
	p.Click("button", "Add a free time")
	p.Type("textbox", "Free time 1 from", "10:00")
	p.Type("textbox", "Free time 1 to", "07:00")
	p.Click("button", "Save settings")
	p.See("from one time to a later one")
	p.Type("textbox", "Free time 1 from", "07:00")
	p.Type("textbox", "Free time 1 to", "10:00")
	p.Click("button", "Save settings")
	p.See("Saved")
	p.Accessible()
	p.Click("link", "Prep")
	p.See("One adult prepares, 7:00 to 10:00.")
	p.Click("link", "The day after")
	p.Click("link", "The day after")
	p.See("Cook on low heat", "at the stove", "adult only", "then by itself: Turn out, flatten and leave to cool", "Hands are not free any later.", "Nothing is late", "Nothing is prepared for")
	p.Accessible()

	// What clears a rule is measured; what is done without a network is kept and sent, once.
	const cook = "Cook on low heat, stirring to the bottom all the time, until the dough leaves the pot and a probe in the middle reads 80 °C"
	p.Type("textbox", "The probe reads, °C, for "+cook, "72")
	p.Click("button", "Measured for "+cook)
	p.See("It reads 72 °C and has to be 80 °C or more: it is not done yet.")
	p.Type("textbox", "The probe reads, °C, for "+cook, "81.5")
	p.Click("button", "Measured for "+cook)
	p.Gone("it is not done yet")
	p.See("Hands are not free any later.")
	p.Offline(true)
	p.Click("checkbox", "Done: Weigh out 2 equal batches of 960 g: the pot of 2 L is too small for all of it at once")
	p.See("kept here until the line is back")
	p.Offline(false)
	p.Gone("kept here until the line is back")
	p.Click("checkbox", "Done: Cover the floor, lay out, count out what is to be found")
	p.See("First measure for: Knead smooth")
	p.Open("/prep") // ticked two days ahead of its day, it stands where it was done
	p.See("Done", "by Tansy Quill", "measured 81.5 °C")
	p.Accessible()
	p.Open("/prep")
	p.Click("link", "The day after")
	p.Click("link", "The day after")
	p.Accessible()
	p.Click("link", "The day after")
	p.Click("link", "The day after")
	p.See("Frozen harbour blocks", "Freeze through", "push the sticks through")
	p.Click("link", "The day after")
	p.See("Waiting by itself", "Freeze through", "since ", "Turn the ice out")
	p.Accessible()
	p.Size(390, 844)
	p.Accessible()
}
