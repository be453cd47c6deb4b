package e2e

import (
	"bytes"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/e2e/harness"
	"emblo/internal/demo"
)

// plan starts a new set-up for a room from the bench.
func plan(p *harness.Person, room string) {
	p.Open("/bench")
	p.See("Plan a set-up")
	p.Set("combobox", "Room for the new set-up", room)
	p.Click("button", "Plan a set-up")
	p.See("What goes in", "Nothing in it yet")
}

// put adds what is typed to a set-up, once the box offers it.
func put(p *harness.Person, words, offered string) {
	p.Type("combobox", "Add what goes in", words)
	p.See(offered)
	p.Press("Enter")
}

// onePage holds that what is printed fits one page of either paper.
func onePage(t *testing.T, p *harness.Person) {
	t.Helper()
	fits(t, p, 1)
}

// fits holds that what is printed takes at most so many pages of either paper.
func fits(t *testing.T, p *harness.Person, most int) {
	t.Helper()
	for name, paper := range map[string]chromedp.PaperSize{"A4": chromedp.PaperA4, "Letter": chromedp.PaperLetter} {
		pages := bytes.Count(p.Sheet(paper), []byte("/Type /Page\n"))
		assert.True(t, pages >= 1 && pages <= most, "%d pages of %s", pages, name)
	}
}

func TestFillerIsKeptOutThenReplaced(t *testing.T) {
	p := harness.Sit(t, harness.Start(t), 1280, 800)
	p.Demo()
	plan(p, "Pebbles")
	p.Type("combobox", "Add what goes in", "spilt peas")
	p.See("Split peas")
	p.Press("Enter")
	p.See("Do not use: Split peas", "inside the small-parts cylinder", "8 of 10 children", "Not ready: remove 1",
		"Print as a draft")
	p.Click("button", "Take out the base")
	p.Type("combobox", "Add what goes in", "water")
	p.Press("Enter")
	p.See("Ready, with precautions", "within arm's reach")

	p.Type("combobox", "Add what goes in", "toy boats")
	p.See("90 × 45 × 40 mm")
	p.Press("Enter")
	p.See("Wooden boats")
	p.Click("button", "Wooden boats for each child: more")
	p.See("2 each", "20")

	// Something nobody has measured is never cleared until it has been.
	p.Type("combobox", "Add what goes in", "driftwood disc")
	p.Press("Enter")
	p.See("Not ready: find out 1", "Find out first: driftwood disc")
	p.Click("button", "Something from outside a seed pod, a cone, a leaf, a stick, a shell, a feather")
	p.Click("button", "pieces that keep their shape")
	p.See("How large is the smallest piece of it?")
	p.Set("combobox", "Shape", "Disc or rod")
	p.Type("textbox", "mm across", "70")
	p.Type("textbox", "mm long", "12")
	p.Press("Enter")
	for _, number := range []string{"4. ", "5. ", "6. "} {
		p.See(number + "Has it any of these?")
		p.Click("button", "None of these")
	}
	p.See("Ready, with precautions", "70 × 12 mm", "Saved")

	// A word that names several things is told apart where it stands.
	p.Type("combobox", "Add what goes in", "pom poms")
	p.See("over 45 mm across?")
	p.Press("Enter")
	p.See("Not ready: remove 1")
	p.Click("button", "Yes")
	p.See("Pom-poms, 50 mm")
	p.Click("button", "Take out Pom-poms, 50 mm")
	p.Gone("Pom-poms, 50 mm")
	p.Type("combobox", "Add what goes in", "pom poms")
	p.See("over 45 mm across?")
	p.Press("Enter")
	p.Click("button", "No")
	p.See("Which of these is it?")
	p.Accessible()
	p.Click("button", "Take out pom-poms")

	p.Click("button", "driftwood disc")
	p.Click("button", "Take out driftwood disc")
	p.Gone("70 × 12 mm")
	p.Click("button", "Undo")
	p.See("70 × 12 mm")
	p.See("Saved")
	p.Open("/bench")
	p.See("New set-up", "Water, ")
}

// A thing that nobody knows is judged by answering, in six questions: each answer counts at
// once, what nobody knows clears nothing, and an answer that is taken back counts no more.
func TestNewThingIsJudgedByAnswering(t *testing.T) {
	p := harness.Sit(t, harness.Start(t), 1280, 800)
	p.Demo()
	p.Press("/")
	p.Type("combobox", "Item to check", "glass curtain hoops")
	p.Press("Enter")
	p.See("We do not know this item", "1. What is it nearest to?")
	p.Accessible()
	p.Click("button", "A solid thing wood, plastic, metal, stone, glass: a toy, a lid, a peg")
	p.See("2. Has it any of these?", "glass or china")
	p.Click("button", "I don’t know")
	p.See("The name says \"glass\"", "3. ")
	p.Click("button", "Take back: Has it any of these? Not known")
	p.See("2. Has it any of these?", "glass or china")
	p.Click("button", "glass or china")
	p.Click("button", "That one")
	p.See("Do not use", "Nothing is left to ask")
	p.Click("button", "Take back: Has it any of these? Glass or china")
	p.See("2. Has it any of these?")
	p.Click("button", "None of these") // they look like glass
	p.See("3. Has it any of these?", "a loop that a head could go through")
	p.Click("button", "a loop that a head could go through")
	p.Click("button", "a loop that a head could go through") // again: not sure
	p.See("a loop that a head could go through: not sure")
	p.Legible()
	p.Click("button", "None of the others")
	p.See("None of these. Not known: a loop that a head could go through")
	p.Click("button", "Take back: Has it any of these? None of these. Not known: a loop that a head could go through")
	p.See("3. Has it any of these?")
	p.Click("button", "None of these")
	p.See("How large is the smallest piece of it?")
	p.Set("combobox", "Shape", "Disc or rod")
	p.Type("textbox", "mm across", "56")
	p.Type("textbox", "mm long", "1,000")
	p.Press("Enter")
	p.See("How large is the smallest piece of it?") // 1,000 may be one or a thousand
	p.Type("textbox", "mm long", "8")
	p.Press("Enter")
	p.See("5. Has it any of these?", "a cord, string or tail")
	p.Click("button", "None of these")
	p.See("6. Has it any of these?", "a rigid hole of 5 to 12 mm")
	p.Click("button", "None of these")
	p.See("Nothing is left to ask", "56 × 8 mm", "OK.")
	p.Accessible()
	p.Size(390, 844)
	p.Accessible()
}

func TestDoughForFifteenInCupsAndGramsAndOnPaper(t *testing.T) {
	p := harness.Sit(t, harness.Start(t), 1280, 800)
	p.Demo()
	plan(p, "Lanterns")
	put(p, "Stove dough", "Stove dough")
	p.See("1.82 kg for 15 children at 120 g", "518 g", "2.5 % over", "4 × 1 cup", "55 % of the youngest child's day")
	p.Type("textbox", "Grams for each child", "100")
	p.See("for 15 children at 100 g")
	p.Type("textbox", "Grams for each child", "120")
	p.See("for 15 children at 120 g")
	p.Click("button", "Colours: more")
	p.See("2 colours", "Saved")
	p.Click("link", "Print the sheet")
	p.See("By when", "Whisk flour", "Emergency 555-0100", "Precautions: who does each?", "Adult only")
	for name, paper := range map[string]chromedp.PaperSize{"A4": chromedp.PaperA4, "Letter": chromedp.PaperLetter} {
		pdf := p.Sheet(paper)
		require.True(t, bytes.HasPrefix(pdf, []byte("%PDF")), name)
		assert.Equal(t, 1, bytes.Count(pdf, []byte("/Type /Page\n")), "the sheet is one page of %s", name)
	}
}

func TestRoomIsWrittenCorrectedAndRestored(t *testing.T) {
	app := harness.Start(t)
	p := harness.Sit(t, app, 1280, 800)
	p.Demo()
	p.Click("link", "Centre")
	p.Click("link", "Add a room")
	p.Type("textbox", "Name", "Sandbank")
	p.Type("textbox", "Letters of child 1", "qx")
	p.Set("", "Birth month of QX", app.Now().AddDate(0, 2, 0).Format("2006-01"))
	p.Click("button", "Save room")
	p.See("QX has a birth month in the future")
	p.Set("", "Birth month of QX", app.Now().AddDate(-3, -2, 0).Format("2006-01"))
	p.Set("combobox", "Mouthing of QX", "No")
	p.Click("button", "Add an allergy of QX")
	p.Set("combobox", "QX is allergic to", "egg")
	p.Click("button", "Save room")
	p.See("Sandbank", "1 child", "egg")

	p.Click("link", "Pebbles")
	p.Click("button", "Delete this room and its set-ups")
	p.See("Pebbles and its set-ups removed")
	p.Click("button", "Undo")
	p.See("10 children")
	p.Click("link", "Set-ups")
	p.See("Harbour scoop tub", "Harbour water tub")
}

// A class of 15 is pasted at once: what was read becomes rows, a name is refused and stays to be
// mended, and the room is judged by all of them once it is saved.
func TestClassIsPasted(t *testing.T) {
	app := harness.Start(t)
	p := harness.Sit(t, app, 1280, 800)
	p.Demo()
	p.Click("link", "Centre")
	p.Click("link", "Add a room")
	p.Type("textbox", "Name", "Sandbank")
	p.Click("DisclosureTriangle", "Type or paste a whole class")
	month := app.Now().AddDate(-3, 0, 0).Format("Jan 2006")
	lines := []string{"DW " + month + " wheat touch, mouths", "Whistledown " + month}
	for i := range 14 {
		lines = append(lines, fmt.Sprintf("Q%c %s", 'A'+i, month))
	}
	p.Type("textbox", "A child a line: two letters, birth month, what matters", strings.Join(lines, "\n"))
	p.Click("button", "Read the lines")
	p.See("15 children added below", "Whistledown", "a name is never kept")
	if save := os.Getenv("EMBLO_PRINTS"); save != "" {
		require.NoError(t, os.WriteFile(filepath.Join(save, "class.png"), p.Shot(), 0o600))
	}
	p.Accessible()
	p.Click("button", "Save room")
	p.See("Sandbank", "15 children", "wheat")
}

func TestLostConnectionLosesAndClearsNothing(t *testing.T) {
	p := harness.Sit(t, harness.Start(t), 1280, 800)
	p.Demo()
	p.Click("link", "Bakery counter")
	p.See("Not ready: short of 1")
	p.Click("button", "I have it Cream of tartar")
	p.See("Ready, with precautions", "Saved")
	p.Offline(true)
	p.Type("textbox", "Grams for each child", "90")
	p.See("Not checked. No connection to Emblo", "Saved on this device. Retrying.")
	assert.NotContains(t, p.Text(), "Ready, with precautions")
	assert.NotContains(t, p.Text(), "OK")
	p.Offline(false)
	p.See("Saved")
	p.ClickIf("button", "Try again")
	p.See("at 90 g", "Ready, with precautions")

	// What never reached the server survives a reload.
	p.Offline(true)
	p.Type("textbox", "Grams for each child", "80")
	p.See("Saved on this device. Retrying.")
	p.Offline(false)
	p.Open("/bench")
	p.Click("link", "Bakery counter")
	p.See("at 80 g", "Saved")
}

func TestTwoPeopleNeverOverwriteEachOther(t *testing.T) {
	app := harness.Start(t)
	first, second := harness.Sit(t, app, 1280, 800), harness.Sit(t, app, 834, 1100)
	for _, p := range []*harness.Person{first, second} {
		p.Demo()
		p.Click("link", "Bakery counter")
		p.See("at 120 g")
	}
	first.Type("textbox", "Grams for each child", "110")
	first.See("at 110 g", "Saved")
	app.Stored(t, "setups", "portion_g:110") // not only shown as due
	second.Type("textbox", "Grams for each child", "90")
	second.See("Someone else changed the portion too", "Keep mine")
	second.Click("button", "Take theirs")
	second.See("at 110 g")
	assert.False(t, second.Has("button", "Take theirs"))
}

// A stain is two taps away, and its card knows who may not have the usual oil on the skin.
func TestStainForAChildWhoMayNotHaveTheOil(t *testing.T) {
	p := harness.Sit(t, harness.Start(t), 390, 844)
	p.Demo()
	p.Open("/rooms")
	p.Click("link", "Lanterns")
	p.Click("button", "Add an allergy of HU")
	p.Set("combobox", "HU is allergic to", "soya")
	p.Click("button", "Save room")
	p.See("soya")
	p.Click("button", "Check")
	p.See("First aid and mishaps")
	p.Click("button", "A stain on skin or clothes")
	p.See("Emergency 555-0100", "Often contains soya. Read this packet",
		"Here: no oil. Leave what stays, it fades.")
	p.Accessible()
}

func TestHelperLooksAndKeyboardAloneChecks(t *testing.T) {
	p := harness.Sit(t, harness.Start(t), 390, 844)
	p.Open("/")
	p.Type("textbox", "Email", "helper@quillmere.example")
	p.Type("textbox", "Password", "wrong")
	p.Press("Enter")
	p.See("Email or password is wrong")
	p.Type("textbox", "Password", demo.Password)
	p.Press("Enter")
	p.See("Night-sky foam")
	assert.False(t, p.Has("button", "Plan a set-up"))
	p.Click("link", "Night-sky foam")
	p.Click("button", "Why") // a part of the page at a time
	p.See("Do not use: Shaving foam")
	p.Click("button", "What goes in")
	assert.False(t, p.Has("button", "Take out the base"))

	p.Open("/rooms")
	p.See("nut-free room")
	p.Press("/")
	p.See("Type an item, and an age")
	p.Click("button", "Too sticky to play with") // two taps from anywhere, the number to call first
	p.See("Poison advice", "Never raw flour", "Pebbles")
	p.Accessible()
	p.Type("combobox", "Item to check", "marbles 40 months")
	p.See("Marbles")
	p.Press("Enter")
	p.See("A child of 3 y 4 mo, mouthing not known", "Find out first")
	// At once again, while the panel still slides out: the cursor stands in the box, and one
	// question is answered by its number.
	p.Press("Escape")
	p.Press("/")
	p.Gone("A child of 3 y 4 mo")
	for _, key := range "pasta" {
		p.Press(string(key))
	}
	p.See("Is it dry or cooked")
	p.Press("Enter")
	p.See("can mean 9 kinds of things", "Find out first")
	p.Press("1")
	p.See("Cooked soft", "OK with our routine")
	p.Press("Escape")
	p.Gone("Cooked soft")
}
