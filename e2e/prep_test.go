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
	p.Click("link", "The day after")
	p.Click("link", "The day after")
	p.See("Frozen harbour blocks", "Freeze through", "push the sticks through")
	p.Click("link", "The day after")
	p.See("Waiting by itself", "Freeze through", "since ", "Turn the ice out")
	p.Accessible()
	p.Size(390, 844)
	p.Accessible()
}
