package e2e

import (
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/e2e/harness"
)

// From two plans to a list, ticked off on a phone without a network, received with one tap: the jars
// and the plans follow, and a second phone in the same shop receives nothing twice.
func TestFromPlansToTheShopAndBack(t *testing.T) {
	app := harness.Start(t)
	p := harness.Sit(t, app, 1280, 800)
	p.Today()
	p.See("Buy 22 g of cream of tartar", "apple puree")
	p.Click("link", "Cupboard")
	p.See("22 g short by", "Apple puree", "none", "To buy, earliest need first", "1 × 40 g", "18 g left over")
	p.Accessible()

	phone := harness.Sit(t, app, 390, 844)
	phone.Demo()
	phone.Open("/cupboard/list")
	phone.See("for Bakery counter", "22 g short", "Needs cream of tartar", "Needs apple puree")
	phone.Accessible()
	other := harness.Sit(t, app, 390, 844)
	other.Demo()
	other.Open("/cupboard/list")
	other.See("for Bakery counter")

	phone.Click("button", "The shop has none Apple puree")
	phone.See("The shop has none.", "Cannot be made as planned: no apple puree")
	phone.Click("button", "In stock at the shop Apple puree")
	phone.Gone("Cannot be made as planned: no apple puree")
	phone.Offline(true)
	phone.Click("checkbox", "Cream of tartar: in the basket")
	phone.Click("checkbox", "Apple puree: in the basket")
	phone.See("saved on this device until you are online", "Ticks are on their way")
	phone.Offline(false)
	phone.See("Put 2 things into the cupboard")
	phone.Gone("saved on this device until you are online")
	phone.Click("button", "Other size or price Apple puree")
	phone.Type("textbox", "Grams in one", "a lot")
	phone.Click("button", "Put in the basket")
	phone.See("A whole number, 1 to 100,000.")
	phone.Accessible()
	phone.Type("textbox", "Packs", "2")
	phone.Type("textbox", "Grams in one", "1100")
	phone.Type("textbox", "One costs", "1.35")
	phone.Click("button", "Put in the basket")
	phone.See("2 × 1.1 kg", "US$2.70")
	other.Open("/cupboard/list")
	other.See("Put 2 things into the cupboard", "2 × 1.1 kg")
	phone.Click("button", "Put 2 things into the cupboard")
	phone.See("2 things put into the cupboard", "Nothing to buy")
	phone.Gone("22 g short")
	other.Gone("Put 2 things into the cupboard") // it hears of it, and nothing can be received twice

	p.Open("/cupboard")
	p.See("55 g", "needs 37 g by")
	p.Click("button", "Cream of tartar")
	p.See("came in", "by Tansy Quill")
	p.Click("button", "½")
	p.See("50 g", "counted")
	p.Type("textbox", "Amount (leave empty if not weighed)", "a lot")
	p.Click("button", "Note it")
	p.See("Type how much, such as 500 g")
	p.Click("button", "Used")
	p.Type("textbox", "How much", "30 g")
	p.Click("button", "Note it")
	p.See("20 g")
	p.Accessible()
	p.Click("button", "Close")
	p.See("17 g short by")
	file := string(p.Download("cupboard.csv", func() { p.Click("button", "Save as CSV") }))
	assert.Contains(t, file, "Cream of tartar,,,20,g,spice drawer,,100,3.65")
	p.Open("/bench")
	p.Click("link", "Bakery counter")
	p.See("Cream of tartar short by 17 g", "Not ready: short of 1") // the plan knows
	p.Open("/cupboard/list/print")
	p.See("Cream of tartar", "1 × 40 g", "the label of each packet")
	onePage(t, p)
}

// The list opens and is ticked in a shop where nothing answers, also after the page was opened anew; it
// goes to a spreadsheet and comes back ticked. Whoever signs out leaves nothing behind.
func TestTheListOpensWhereNothingAnswers(t *testing.T) {
	app := harness.Start(t)
	phone := harness.Sit(t, app, 390, 844)
	phone.Demo()
	phone.Open("/cupboard/list")
	phone.See("for Bakery counter", "Apple puree")
	phone.Kept("Bakery counter")

	app.Kill()
	phone.Open("/cupboard/list")
	phone.See("No connection to Emblo", "This is the list as it was at", "for Bakery counter")
	phone.Accessible()
	phone.Click("checkbox", "Cream of tartar: in the basket")
	phone.See("saved on this device until you are online")
	phone.Open("/cupboard/list")
	phone.See("No connection to Emblo", "saved on this device until you are online")
	phone.Open("/bench")
	phone.See("No connection to Emblo", "Try again") // nothing but the list is kept, and no verdict
	phone.Open("/cupboard/list")
	app.Run(t, strings.TrimPrefix(app.Base, "http://"))
	phone.See("Put 1 thing into the cupboard")
	phone.Gone("No connection to Emblo")

	file := string(phone.Download("to-buy.csv", func() { phone.Click("button", "Save as CSV") }))
	assert.Contains(t, file, "Bakery counter,yes\r\n")
	path := filepath.Join(t.TempDir(), "to-buy.csv")
	ticked := strings.Replace(file, "Apple puree paint,\r\n", "Apple puree paint,none\r\n", 1)
	require.NotEqual(t, file, ticked)
	require.NoError(t, os.WriteFile(path, []byte(strings.Replace(ticked, ",none", ",perhaps", 1)), 0o600))
	phone.Upload(path)
	phone.See("got is yes, none, or empty while not known", "Nothing was ticked")
	require.NoError(t, os.WriteFile(path, []byte(ticked), 0o600))
	phone.Upload(path)
	phone.See("2 lines ticked", "The shop has none.", "Cannot be made as planned: no apple puree")

	phone.Click("button", "More")
	phone.Click("button", "Sign out")
	phone.See("Sign in")
	app.Kill()
	phone.Open("/cupboard/list")
	phone.See("No connection to Emblo")
	assert.NotContains(t, phone.Text(), "Bakery counter")

	// A session that ends by itself leaves nothing behind either, for whoever signs in next.
	app.Run(t, strings.TrimPrefix(app.Base, "http://"))
	phone.Open("/")
	phone.Demo()
	phone.Open("/cupboard/list")
	phone.See("for Bakery counter")
	phone.Kept("Bakery counter")
	app.Forget(t)
	phone.Open("/cupboard/list")
	phone.See("Open the demo centre")
	phone.Forgot("Bakery counter")
}

// From a question to a planned set-up in three interactions, counted from Today.
func TestWhatCanIMakeInThree(t *testing.T) {
	p := &hand{Person: harness.Sit(t, harness.Start(t), 1280, 800)}
	p.Today()
	p.tap("link", "What can I make?")
	p.See("fewest precautions first", "Mouldable oil-and-flour sand")
	p.pick("Room", "Puddles")
	p.Gone("Mouldable oil-and-flour sand") // raw flour is not for the babies
	p.See("more are in stock, not for this room", "within arm's reach of the water")
	p.tap("button", "Plan it Water")
	p.See("Water", "Ready, with", "Pour water", "Saved")
	assert.LessOrEqual(t, p.n, 3, "interactions")
	p.Open("/cupboard/makes")
	p.See("Nearly: one item missing")
	p.Accessible()
	p.Size(390, 844)
	p.Accessible()
}

// A sesame allergy that is added turns the plans that hold it and only those, on Today, though the
// server is killed in between; a sheet that was printed before is not true any more.
func TestASesameAllergyTurnsTheRightPlans(t *testing.T) {
	app := harness.Start(t)
	p := harness.Sit(t, app, 1280, 800)
	p.Demo()
	plan(p, "Pebbles")
	p.Type("textbox", "Name of the set-up", "Crumb beach")
	put(p, "crumb sand", "Rice-cracker crumb")
	p.See("OK with our routine: Rice-cracker crumb")
	p.Click("button", "Rice-cracker crumb")
	p.Click("button", "marks that show the floor")
	p.See("3 mm", "Not ready: look for 1", "Saved")
	p.Click("link", "Print the sheet")
	p.See("Crumb beach", "Rice-cracker crumb")
	assert.Equal(t, 1, p.Printed(func() { p.Click("button", "Print") }))
	p.Open("/today")
	p.See("Nothing new to check")
	p.Open("/rooms")
	p.Click("link", "Pebbles")
	p.Click("button", "Add an allergy of DW")
	p.Set("combobox", "DW is allergic to", "sesame")
	p.Click("button", "Save room")
	p.See("nut-free room") // the list of rooms: it is saved
	app.Kill()
	app.Run(t, strings.TrimPrefix(app.Base, "http://"))
	p.Open("/today")
	p.See("2 things to check", "Crumb beach: now", "Often contains sesame",
		"Printed sheet for Crumb beach is out of date")
	for _, other := range []string{"Harbour water tub", "Bakery counter", "Marks in rice"} {
		assert.NotRegexp(t, other+": (now|still)", p.Text(), "only the plan that holds it")
	}
	assert.Equal(t, 1, strings.Count(p.Text(), "Seen"))
	p.Accessible()
	p.Click("button", "Seen Crumb beach")
	p.See("1 thing to check")
	p.Click("button", "Old sheet thrown away Crumb beach")
	p.See("Nothing new to check")
}

// Who is here is said before play, and the plans of the day are judged for them.
func TestWhoIsHereToday(t *testing.T) {
	app := harness.Start(t)
	p := harness.Sit(t, app, 1280, 800)
	p.Today()
	p.See("as usual")
	p.Type("textbox", "A child visits Lanterns", "Apple")
	p.Click("button", "Add to Lanterns")
	p.See("two letters")
	p.Type("textbox", "A child visits Lanterns", "VX "+app.Now().AddDate(-4, 0, 0).Format("Jan 2006")+" milk touch")
	p.Click("button", "Add to Lanterns")
	p.See("VX", "16 children")
	p.Click("button", "Adults in Lanterns today: less")
	p.See("2 on any other day", "more adult needed for ratio", "Marks in rice: now do not use")
	p.Accessible()
	p.Click("button", "Remove visitor VX")
	p.See("15 children")
	p.Click("button", "Adults in Lanterns today: more")
	p.See("as usual", "Nothing new to check")
}

// What only the packet tells is read once, said at the bench, asked for in the shop and printed.
func TestThePacketThatIsRead(t *testing.T) {
	p := harness.Sit(t, harness.Start(t), 1280, 800)
	p.Demo()
	plan(p, "Lanterns")
	put(p, "crumb sand", "Rice-cracker crumb")
	p.See("Find out first: Rice-cracker crumb", "Often contains sesame", "Amount on the packet")
	p.Click("button", "Rice-cracker crumb")
	p.Click("button", "marks that show the floor")
	p.Click("checkbox", "Rice-cracker crumb: ours says sesame-free")
	p.See("OK with precautions: Rice-cracker crumb", "Not ready: look for 1", "Saved")
	p.Accessible()
	p.Click("button", "Undo the last change")
	p.See("Not ready: find out 1")
	p.Click("button", "Redo the last change")
	p.See("OK with precautions: Rice-cracker crumb", "Saved")
	p.Click("link", "Print the sheet")
	p.See("Only these packets", "use only the packet whose label says sesame-free")
	p.Open("/cupboard/list")
	p.See("sesame-free: the label must say so")
	p.Open("/cupboard")
	p.Click("button", "Add a jar")
	p.Type("combobox", "Contents of the jar", "crumb sand")
	p.See("Rice-cracker crumb")
	p.Press("Enter")
	p.See("Packet, place and packs")
	p.Click("DisclosureTriangle", "Packet, place and packs")
	p.Type("textbox", "Label says: free of", "sesame")
	p.Click("button", "Add a pack")
	p.Type("textbox", "Pack 1 holds", "1 kg")
	p.Type("textbox", "and costs", "1.2.3,4")
	p.Click("button", "Save the jar")
	p.See("its points and commas do not go together")
	p.Type("textbox", "and costs", "3,65")
	p.Click("button", "Save the jar")
	p.See("Saved", "sesame-free")
	p.Click("button", "Came in")
	p.Type("textbox", "How much", "1 kg")
	p.Click("button", "Note it")
	p.See("1 kg")
	p.Click("button", "Close")
	p.See("sesame-free", "needs")
	p.Gone("the label must say so")
	p.Click("button", "Add a jar")
	p.Type("combobox", "Contents of the jar", "beads") // which of them is asked here too
	p.Press("Enter")
	p.See("Over 45 mm across, and what of?")
	p.Accessible()
	p.Click("button", "Over 45 mm")
	p.See("Threading blocks, 50 mm", "Packet, place and packs")
}

// Two tabs write on one jar. What one saves takes the place of what nobody has touched in the other and of no typed
// text; the second save shows both side by side, and a panel is not closed over what is typed without asking.
func TestTwoWriteOnOneJar(t *testing.T) {
	app := harness.Start(t)
	p := harness.Sit(t, app, 1280, 900)
	p.Demo()
	other := p.Tab()
	const packet, place, opened = "Packet, place and packs", "Where it is kept", "Opened on"
	for _, who := range []*harness.Person{p, other} {
		who.Open("/cupboard")
		who.See("Plain flour")
		who.Click("button", "Plain flour")
		who.Click("DisclosureTriangle", packet)
	}
	was := p.Value("textbox", place)
	day := app.Now().AddDate(0, 0, -9).Format("2006-01-02")
	other.Type("textbox", opened, day)
	other.Click("button", "Save the jar")
	other.See("Saved")
	assert.Eventually(t, func() bool { return p.Value("textbox", opened) == day }, 20*time.Second,
		100*time.Millisecond, "what is saved elsewhere is shown where nothing is typed")

	p.Type("textbox", place, "cellar")
	other.Type("textbox", place, "attic")
	other.Click("button", "Save the jar")
	other.See("Saved")
	p.Click("button", "Save the jar")
	p.See("Someone else saved this jar", "Mine", "Theirs", "cellar", "attic")
	p.Accessible()
	assert.Equal(t, "cellar", p.Value("textbox", place))
	p.Click("button", "Close")
	p.See("Leave without saving?")
	p.Click("button", "Stay here")
	p.Click("button", "Keep mine")
	p.See("Saved", packet)
	assert.NotEqual(t, was, p.Value("textbox", place))
	p.Click("button", "Close")
	p.Gone(packet)
}
