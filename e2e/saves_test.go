package e2e

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"

	"emblo/e2e/harness"
)

// bakery opens the set-up that the tests of saving change.
func bakery(t *testing.T, app *harness.App) (*harness.Person, *harness.Line) {
	p := harness.Sit(t, app, 1280, 800)
	p.Demo()
	p.Click("link", "Bakery counter")
	p.See("at 120 g", "Saved")
	return p, p.Line()
}

// reads is what somebody else finds stored.
func reads(t *testing.T, app *harness.App, words ...string) {
	other := harness.Sit(t, app, 1280, 800)
	other.Demo()
	other.Click("link", "Bakery counter")
	other.See(words...)
}

// On a slow line what was typed while a save was under way follows it, and one person meets
// no conflict with themselves.
func TestSlowSaveIsFollowedByWhatCameSince(t *testing.T) {
	app := harness.Start(t)
	p, line := bakery(t, app)
	line.Is(1500*time.Millisecond, "")
	p.Type("textbox", "Grams for each child", "110")
	p.See("Saving…")
	line.Sent(t, 1)
	p.Type("textbox", "Grams for each child", "95")
	p.Type("textbox", "Name of the set-up", "Bakery counter, slowly")
	p.See("Saved", "at 95 g")
	assert.NotContains(t, p.Text(), "Somebody else")
	other := harness.Sit(t, app, 1280, 800)
	other.Demo()
	other.Click("link", "Bakery counter, slowly")
	other.See("at 95 g")
	assert.LessOrEqual(t, line.Saves(), 8, "one at a time, the newest alone: not one for each of some thirty keys")
}

// A save whose answer is lost has arrived: it is sent again as it was, and what is newer follows.
func TestLostAnswersAreNoConflict(t *testing.T) {
	app := harness.Start(t)
	p, line := bakery(t, app)
	line.Is(0, "answer")
	p.Type("textbox", "Grams for each child", "110")
	p.See("Saved on this device. Retrying.")
	p.Type("textbox", "Grams for each child", "100")
	p.See("1 change saved on this device")
	line.Is(0, "")
	p.See("Saved", "at 100 g")
	assert.NotContains(t, p.Text(), "Somebody else")
	reads(t, app, "at 100 g")
}

// A minute without a line, and a reload in it: what was typed is sent when the line is back,
// from whichever screen.
func TestReloadInAMinuteWithoutALine(t *testing.T) {
	app := harness.Start(t)
	p, line := bakery(t, app)
	line.Is(0, "request")
	p.Type("textbox", "Grams for each child", "85")
	p.See("Saved on this device. Retrying.")
	p.Open("/shelf")
	p.See("saved on this device until you are online")
	p.Open("/bench")
	p.Click("link", "Bakery counter")
	p.See("at 85 g", "Saved on this device. Retrying.") // not what is stored, but what was typed
	p.Open("/rules")
	line.Is(0, "")
	p.Gone("saved on this device until you are online")
	reads(t, app, "at 85 g")
}

// Two tabs of one person on one set-up: what was stored from the other tab is said, and neither
// side is lost unseen.
func TestTwoTabsOfOnePerson(t *testing.T) {
	app := harness.Start(t)
	p, _ := bakery(t, app)
	tab := p.Tab()
	tab.Open("/bench")
	tab.Click("link", "Bakery counter")
	tab.See("at 120 g", "Saved")
	p.Type("textbox", "Grams for each child", "110")
	p.See("at 110 g", "Saved")
	tab.Type("textbox", "Grams for each child", "90")
	tab.See("at 90 g", "Someone else changed the portion too", "Take theirs", "Not saved")
	p.See("Saved")
	tab.Click("button", "Keep mine")
	tab.See("Saved", "at 90 g")
	reads(t, app, "at 90 g")
}

// Two people on one set-up: what each changed is kept, line by line, and only where both changed the
// same is one of them asked.
func TestTwoPeopleNeverLoseAnEdit(t *testing.T) {
	app := harness.Start(t)
	p, _ := bakery(t, app)
	other := harness.Sit(t, app, 1280, 800)
	other.Demo()
	other.Click("link", "Bakery counter")
	other.See("at 120 g", "Saved")
	p.Type("textbox", "Grams for each child", "110")
	put(p, "wooden spoons", "Wooden spoons")
	p.Click("button", "Rolling pins, child size")
	p.Click("button", "Take out Rolling pins, child size")
	p.See("at 110 g", "Saved")
	other.Type("textbox", "Name of the set-up", "Bakery for two")
	put(other, "wooden boats", "Wooden boats")
	other.See("Someone else changed this too. Both changes are here", "Saved", "at 110 g", "Wooden spoons")
	assert.False(t, other.Has("button", "Rolling pins, child size"), "what one took out and nobody changed is out")
	other.Accessible()
	third := harness.Sit(t, app, 1280, 800)
	third.Demo()
	third.Click("link", "Bakery for two")
	third.See("at 110 g", "Wooden spoons", "Wooden boats")
	p.Type("textbox", "Grams for each child", "100")
	p.See("Someone else changed this too", "Saved", "at 100 g", "Wooden boats")

	// One moves a line, the other changes it: it is there once, moved and changed or as it was.
	other.Open(other.Path())
	other.See("at 100 g", "Saved")
	p.Click("button", "Dough cutters")
	p.Set("combobox", "Where Dough cutters lies", "beside")
	p.See("Saved")
	other.Click("button", "Dough cutters")
	other.Click("button", "Dough cutters for each child: more")
	other.See("Someone else changed this too", "Saved", "Beside", "2 each")
}

// A change that a closed tab could not send any more is sent by the next one, once.
func TestClosedTabLosesNothing(t *testing.T) {
	app := harness.Start(t)
	p, line := bakery(t, app)
	line.Is(0, "request")
	p.Type("textbox", "Grams for each child", "85")
	p.See("Saved on this device. Retrying.")
	tab := p.Tab()
	p.Close()
	tab.Ahead(22 * time.Second) // after which a tab that has not stirred is taken for closed
	tab.Open("/rooms")
	tab.See("nut-free room")
	reads(t, app, "at 85 g")
}

// Undo takes back its own change alone: what came after it stays.
func TestUndoKeepsWhatCameAfter(t *testing.T) {
	app := harness.Start(t)
	p, _ := bakery(t, app)
	p.Click("button", "Rolling pins, child size")
	p.Click("button", "Take out Rolling pins, child size")
	p.See("Rolling pins, child size taken out")
	p.Type("textbox", "Grams for each child", "105")
	p.Click("button", "Undo")
	p.See("Saved", "at 105 g")
	assert.True(t, p.Has("button", "Rolling pins, child size"))
	reads(t, app, "at 105 g", "Rolling pins")
}

// Leaving with something typed and not saved asks first, and staying keeps it.
func TestLeavingWithUnsavedTextAsks(t *testing.T) {
	p := harness.Sit(t, harness.Start(t), 1280, 800)
	p.Demo()
	p.Click("link", "Centre")
	p.Click("link", "Lanterns")
	p.See("Families here avoid")
	p.Type("textbox", "Name", "Lanterns too")
	p.Click("link", "Materials")
	p.See("Leave without saving?")
	p.Accessible()
	p.Click("button", "Stay here")
	p.Gone("Leave without saving?")
	assert.Equal(t, "Lanterns too", p.Value("textbox", "Name"))
	p.Click("link", "Materials")
	p.Click("button", "Leave it")
	p.See("Marked for")
}

// The opening is a day and a time as people write them; what is no time changes nothing.
func TestOpeningIsTypedAsPeopleWriteIt(t *testing.T) {
	app := harness.Start(t)
	p, _ := bakery(t, app)
	p.Type("textbox", "Opens: time", "2.30 pm")
	p.Press("Enter")
	p.See("13:32", "Saved") // start by: 58 minutes before
	p.Type("textbox", "Opens: time", "26:99")
	p.Press("Tab")
	assert.Equal(t, "14:30", p.Value("textbox", "Opens: time"))
	reads(t, app, "13:32")
}
