package e2e

import (
	"net/http"
	"regexp"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

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
	p.Click("link", "Today")
	next := func() (at string) { // of the next step, or that there is none
		shown := regexp.MustCompile(`next prep step\s+((?:\w+ \d+ \w+, )?\d+:\d\d|nothing more)`)
		require.Eventually(t, func() bool {
			found := shown.FindStringSubmatch(p.Text())
			if found != nil {
				at = found[1]
			}
			return found != nil
		}, 10*time.Second, 50*time.Millisecond)
		return at
	}
	p.See("To do", "next prep step")
	today := next()
	p.Click("link", "Prep")
	p.See("1 adult, 7:00 to 10:00")
	p.Click("link", "The week")
	p.See("Prep, the week", "Bakery counter", "hands-on, ", "to spare",
		"not OK yet, so not in the plan")
	p.Accessible()
	p.Click("link", "Today’s steps")
	p.See("1 adult, 7:00 to 10:00")
	assert.Equal(t, today, next())
	p.Click("link", "The day after")
	p.Click("link", "The day after")
	p.See("Cook on low heat", "at the stove", "adult only", "then leave it: Turn out, flatten and leave to cool",
		"Last free prep time before play", "On time.", "Not in this plan:")
	p.Accessible()
	file := p.Download("prep-"+p.Path()[len("/prep?day="):]+".ics", func() { p.Click("button", "Calendar file") })
	assert.Contains(t, string(file), "SUMMARY:Whisk flour\\, salt and cream of tartar")
	p.Click("link", "Print the day")
	p.See("Hands-on", "The thermometer reads ______ °C: 80 °C or more", "adult only")
	p.Accessible()
	onePage(t, p)
	p.Click("link", "Back to the day")
	p.See("Last free prep time before play")

	// What clears a rule is measured; what is done without a network is kept and sent, once.
	const cook = "Cook on low heat, stirring to the bottom all the time, until the dough leaves the pot and a food thermometer in the middle reads 80 °C"
	p.Type("textbox", "The thermometer reads, °C, for "+cook, "72")
	p.Click("button", "Measured for "+cook)
	p.See("It reads 72 °C and has to be 80 °C or more: it is not done yet.")
	p.Type("textbox", "The thermometer reads, °C, for "+cook, "81.5")
	p.Click("button", "Measured for "+cook)
	p.Gone("it is not done yet")
	p.See("Last free prep time before play")
	p.Offline(true)
	p.Click("checkbox", "Done: Make 2 equal batches of 960 g: your 2 L pot is too small for one")
	p.See("saved on this device until you are online")
	p.Offline(false)
	p.Gone("saved on this device until you are online")
	p.Click("checkbox", "Done: Cover the floor, set out, count out the hidden items")
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
	p.See("Setting or cooling now", "Freeze through", "not started (tick the step)", "Turn the ice out")
	p.Accessible()
	p.Size(390, 844)
	p.Accessible()
}

// Bakery counter, frozen blocks and coloured rice on one day, from two screens: what one ticks the other
// shows at once, also what is ticked while it was without a network; what waits runs from when it was noted.
func TestTwoScreensPrepareOneDay(t *testing.T) {
	app := harness.Start(t)
	p := harness.Sit(t, app, 1280, 800)
	p.Demo()
	p.Open("/bench")
	p.Click("link", "Bakery counter")
	p.See("Saved")
	on := p.Value("combobox", "Opens: day")
	p.Open("/bench")
	p.Click("link", "Frozen harbour blocks")
	p.See("Saved")
	p.Set("combobox", "Opens: day", on)
	p.See("Saved")
	p.Open("/recipes/coloured-rice")
	p.Set("combobox", "Room", "Lanterns")
	p.See("Shake rice")
	p.Click("button", "Plan it")
	p.See("What goes in", "Saved")
	p.Set("combobox", "Opens: day", on)
	p.See("Shake rice", "Not ready: short of 1, look for 2", "Saved")
	p.Open("/prep?day=" + on)
	p.See("Bakery counter", "Whisk flour", "Turn the ice out", "Setting or cooling now", "Freeze through",
		"Spread thin to dry", "not started (tick the step)")
	p.Accessible()

	other := harness.Sit(t, app, 834, 1112)
	other.Demo()
	other.Open("/prep?day=" + on)
	const weigh = "Make 2 equal batches of 960 g: your 2 L pot is too small for one"
	other.See("Whisk flour", weigh)
	p.Click("checkbox", "Done: "+weigh)
	other.Gone(weigh) // it was done today, and that is its day now
	const shake, sticks = "Shake rice, vinegar and colour in a closed bag",
		"Stretch film over it and push the sticks through, so that they stand upright"
	for _, screen := range []*harness.Person{p, other} {
		screen.Click("link", "The day before")
		screen.See(shake, "then leave it: Spread thin to dry", sticks)
	}
	other.Offline(true)
	p.Click("checkbox", "Done: "+shake)
	p.Gone(shake)
	other.Click("checkbox", "Done: "+sticks)
	other.See("saved on this device until you are online", shake)
	other.Later(time.Minute)
	other.See("saved on this device until you are online", shake)
	other.Offline(false)
	other.Gone(shake)
	other.Gone("saved on this device until you are online")
	p.Gone(sticks)

	for _, screen := range []*harness.Person{p, other} {
		screen.Open("/prep")
		screen.See("Setting or cooling now", "Spread thin to dry", "ready in ", "Freeze through", "by Tansy Quill", weigh)
		screen.Accessible()
	}
	p.Click("button", "Sound off")
	assert.Positive(t, other.Tones(func() {
		other.Click("button", "Sound off")
		other.Later(48 * time.Hour) // as after a sleep: it is over by now
		other.See("ready for ")
	}))
	app.Kill()
	app.Run(t, strings.TrimPrefix(app.Base, "http://"))
	p.Click("checkbox", "Done: "+weigh) // taken back, on the page that was open all along
	other.Gone(weigh)

	// The address for a calendar is shown once, and ends.
	p.Click("button", "Make a link")
	p.See("It is shown only now")
	address := p.Value("textbox", "Address for the calendar")
	read := func() int {
		resp, err := http.Get(address)
		require.NoError(t, err)
		defer resp.Body.Close()
		return resp.StatusCode
	}
	assert.Equal(t, http.StatusOK, read())
	p.Accessible()
	p.Click("button", "End the link")
	p.Gone("It is shown only now")
	assert.Equal(t, http.StatusNotFound, read())
}

// Two bakery counters of one week have their dough from one batch, with its amounts, on the screen and on
// paper; a room that prepares for itself does so in its own times, and says so; foam is whisked when it is
// needed; and what is late says what is in store.
func TestOneBatchAndHandsOfARoom(t *testing.T) {
	p := harness.Sit(t, harness.Start(t), 1280, 800)
	p.Demo()
	p.Open("/bench")
	p.Click("link", "Bakery counter")
	p.See("Saved")
	on := p.Value("combobox", "Opens: day")
	first, err := time.Parse(time.DateOnly, on)
	require.NoError(t, err)
	p.Open("/bench")
	p.Click("button", "Plan again Bakery counter")
	p.See("Saved")
	p.Type("textbox", "Name of the set-up", "Bakery once more")
	p.Set("combobox", "Opens: day", first.AddDate(0, 0, 2).Format(time.DateOnly))
	p.See("Saved")
	p.Open("/prep?day=" + on)
	p.See("for two set-ups", "Bakery counter for Lanterns 1.8 kg, Bakery once more for Lanterns 1.8 kg",
		"Cream of tartar", "Set aside 1.8 kg of stove dough for Lanterns, closed airtight", "On time.")
	p.Accessible()
	p.Click("link", "Print the day")
	p.See("One batch of 3.", "In it: Plain flour 1.")
	p.Accessible()
	onePage(t, p)
	p.Open("/prep?day=" + first.AddDate(0, 0, 2).Format(time.DateOnly))
	p.See("Bakery once more", "Cover the floor")
	assert.NotContains(t, p.Text(), "Cook on low heat", "it is made by then")

	p.Open("/rooms")
	p.Click("link", "Lanterns")
	p.Click("DisclosureTriangle", "Same prep time as everyone")
	p.Click("button", "Add a free time")
	p.Type("textbox", "Free time 1 from", "09:50")
	p.Type("textbox", "Free time 1 to", "08:00")
	p.Click("button", "Save room")
	p.See("from one time to a later one")
	p.Accessible()
	p.Type("textbox", "Free time 1 from", "08:00")
	p.Type("textbox", "Free time 1 to", "10:10")
	p.Click("button", "Adults of this room who prepare: more")
	p.Click("button", "Adults of this room who prepare: more")
	p.Click("button", "Save room")
	p.See("youngest treated as")
	p.Open("/prep?day=" + on)
	p.See("Lanterns has its own: 2 adults, 8:00 to 10:10.", "On time.")
	p.Accessible()

	p.Open("/recipes/soap-foam")
	p.Set("combobox", "Room", "Lanterns")
	p.Click("button", "Plan it")
	p.See("Keeps its form for 30 min once made, and play takes 60 min.", "Saved")
	p.Set("combobox", "Opens: day", on)
	p.See("Saved")
	p.Open("/prep?day=" + on)
	p.See("Whisk water and soap", "Finish at")
	p.Size(390, 844)
	p.Accessible()
}
