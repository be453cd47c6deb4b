package e2e

import (
	"net/http"
	"testing"

	"github.com/stretchr/testify/assert"

	"emblo/e2e/harness"
)

// unheard opens the bakery counter and types a portion that Emblo does not get.
func unheard(t *testing.T, app *harness.App) (*harness.Person, *harness.Line) {
	p, line := bakery(t, app)
	line.Is(0, "request")
	p.Type("textbox", "Grams for each child", "85")
	p.See("Saved on this device. Retrying.")
	return p, line
}

// Two tabs on one set-up, neither of which reaches Emblo: what one has not sent goes over nothing of the
// other's, and what a closed one left is sent by the one that is open.
func TestTwoTabsKeepWhatEachHasNotSent(t *testing.T) {
	app := harness.Start(t)
	p, _ := unheard(t, app)
	tab := p.Tab()
	tab.Open("/bench")
	tab.Click("link", "Bakery counter")
	tab.See("at 120 g", "Saved")
	other := tab.Line()
	other.Is(0, "request")
	tab.Type("textbox", "Name of the set-up", "Bakery in two tabs")
	tab.See("Saved on this device. Retrying.")
	p.Close()
	other.Is(0, "")
	tab.See("Saved", "at 85 g")
	again := harness.Sit(t, app, 1280, 800)
	again.Demo()
	again.Click("link", "Bakery in two tabs")
	again.See("at 85 g")
}

// One tablet, two people on one set-up: what one has not sent waits sealed for them while the other works,
// says to the other that it waits and not what, and is put together with what the other saved.
func TestWhatWaitsIsItsWritersAlone(t *testing.T) {
	app := harness.Start(t)
	p, line := unheard(t, app)
	p.Click("button", "Sign out")
	p.See("1 change not saved yet", "sealed")
	p.Accessible()
	p.Click("button", "Stay")
	p.Click("link", "1 change saved on this device until you are online")
	p.See("A set-up: Bakery counter", "Waits until you are online")
	p.Accessible()
	p.Click("button", "Sign out")
	p.Click("button", "Sign out anyway")
	p.SignIn("educator")
	line.Is(0, "")
	p.Open("/unsent")
	p.See("Everything is saved", "1 change of", "waits here until")
	assert.NotContains(t, p.Text(), "Bakery")
	assert.False(t, p.Lies("portion_g"), "what waits lies on the device in no form that a colleague can read")
	p.Open("/bench")
	p.Click("link", "Bakery counter")
	p.See("at 120 g")
	p.Type("textbox", "Name of the set-up", "Bakery for a colleague")
	p.See("Saved")
	p.Click("button", "Sign out")
	p.SignIn("lead")
	p.See("at 85 g", "Saved")
}

// Somebody else signs in in another tab: what this one sends is not stored in their name.
func TestNothingIsSavedInSomebodyElsesName(t *testing.T) {
	app := harness.Start(t)
	p, line := unheard(t, app)
	tab := p.Tab()
	tab.Open("/today")
	tab.Click("button", "Sign out")
	tab.SignIn("educator")
	tab.See("Bram Oddleigh")
	line.Is(0, "")
	p.See("Bram Oddleigh") // the page is whose session it is
	reads(t, app, "at 120 g")
	tab.Open("/unsent")
	tab.See("1 change of", "waits here until")
	tab.Click("button", "Sign out")
	tab.SignIn("lead")
	tab.See("Not saved yet", "Everything is saved.")
	reads(t, app, "at 85 g")
}

// The set-up was deleted meanwhile: what was typed is told of wherever one is, can be read, and brings the
// set-up back.
func TestWhatWasTypedOutlivesItsSetup(t *testing.T) {
	app := harness.Start(t)
	p, line := unheard(t, app)
	id := p.Path()[len("/bench/"):]
	p.Open("/today")
	other := harness.Sit(t, app, 1280, 800)
	other.Demo()
	other.Send(http.MethodDelete, "/api/setups/"+id)
	line.Is(0, "")
	p.Click("link", "1 change not saved: look")
	p.See("Refused: Not found. It may have been deleted.")
	p.Click("DisclosureTriangle", "Text on it")
	p.See("Bakery counter")
	p.Accessible()
	p.Click("button", "Bring the set-up back and save it")
	p.See("Everything is saved.")
	reads(t, app, "at 85 g")
}

// Signing out right after the last key: it is saved first.
func TestSigningOutSavesFirst(t *testing.T) {
	app := harness.Start(t)
	p, _ := bakery(t, app)
	p.Type("textbox", "Grams for each child", "85")
	p.Click("button", "Sign out")
	p.See("Sign in")
	reads(t, app, "at 85 g")
}

// A set-up is moved and how it went is told, without a line: both are kept over a reload, and saved in this order when
// the line is back, as nothing is told of what has not opened.
func TestLogWithoutALine(t *testing.T) {
	app := harness.Start(t)
	p, line := bakery(t, app)
	line.Is(0, "answer")
	p.Set("combobox", "Opens: day", app.Day(0))
	p.Type("textbox", "Opens: time", "00:00")
	p.Press("Enter")
	p.Click("link", "Add log")
	p.See("Log: Bakery counter")
	log := p.Path()
	p.Click("button", "Not again")
	p.Type("textbox", "Note", "Too dry by ten")
	p.Click("button", "Save log")
	p.See("2 changes saved on this device until you are online")
	line.Is(0, "request")
	p.Open("/unsent")
	p.See("A set-up: Bakery counter", "How a set-up went", "Waits until you are online")
	line.Is(0, "")
	p.See("Everything is saved.")
	p.Open(log)
	p.See("saved by")
	assert.Equal(t, "Too dry by ten", p.Value("textbox", "Note"))
}

// A device that keeps nothing, and a role that is taken away while something waits: both are told wherever one is, and
// what was typed can be read and kept as a file.
func TestWhatCannotBeKeptOrSavedIsTold(t *testing.T) {
	app := harness.Start(t)
	p := harness.Sit(t, app, 1280, 800)
	p.Forbid("indexedDB")
	p.Demo()
	p.Click("link", "Bakery counter")
	p.See("at 120 g", "Saved")
	line := p.Line()
	line.Is(0, "request")
	p.Type("textbox", "Grams for each child", "85")
	p.See("Not saved yet. Retrying.", "1 change not saved: look; leave this page open until then")
	p.Click("button", "Sign out")
	p.See("signing out loses what could not")
	p.Click("button", "Stay")
	app.Demote(t)
	line.Is(0, "")
	p.Click("link", "1 change not saved: look; leave this page open")
	p.See("Refused:", "This device could not keep your change")
	p.Click("DisclosureTriangle", "Text on it")
	p.See("85 g")
	assert.Contains(t, string(p.Download("not-saved.json", func() { p.Click("button", "Keep as a file") })), "85")
	p.Accessible()
}
