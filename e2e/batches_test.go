package e2e

import (
	"bytes"
	"image/png"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/makiuchi-d/gozxing"
	"github.com/makiuchi-d/gozxing/qrcode"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/e2e/harness"
)

// decoded reads the QR code off the first page of a PDF with another library than the one that drew it.
func decoded(t *testing.T, pdf []byte) string {
	t.Helper()
	at := filepath.Join(t.TempDir(), "label")
	require.NoError(t, os.WriteFile(at+".pdf", pdf, 0o600))
	var last error
	for _, dpi := range []string{"200", "300", "240"} { // a phone is held nearer, and farther
		out, err := exec.Command("pdftoppm", "-png", "-r", dpi, "-f", "1", "-l", "1", "-singlefile", at+".pdf",
			at).CombinedOutput()
		require.NoError(t, err, "%s", out)
		data, err := os.ReadFile(at + ".png")
		require.NoError(t, err)
		picture, err := png.Decode(bytes.NewReader(data))
		require.NoError(t, err)
		dots, err := gozxing.NewBinaryBitmapFromImage(picture)
		require.NoError(t, err)
		found, err := qrcode.NewQRCodeReader().Decode(dots,
			map[gozxing.DecodeHintType]any{gozxing.DecodeHintType_TRY_HARDER: true})
		if err == nil {
			return found.GetText()
		}
		last = err
	}
	require.NoError(t, last)
	return ""
}

// The bakery counter from the plan to what was made, with what really went in; its label, whose code leads
// to its page; used in its room, refused where wheat is not to be touched; looked over, and over at last.
func TestBatchFromPlanToBin(t *testing.T) {
	app := harness.Start(t)
	p := harness.Sit(t, app, 1280, 800)
	p.Demo()
	p.Open("/bench")
	p.Click("link", "Bakery counter")
	p.Click("link", "Made: note the batch")
	p.See("Ingredients as used", "by the recipe 1.82 kg")
	p.Type("textbox", "Name", "Stove dough, red")
	p.Type("textbox", "Plain flour", "560") // poured over
	p.Accessible()
	p.Click("button", "Save batch")
	p.See("OK to use today?", "wheat, gluten", "usual keeping time", "Pebbles: do not use",
		"Lanterns: OK with precautions", "Plain flour, 560 g")
	p.Accessible()
	page := p.Path()
	code := regexp.MustCompile(`[0-9A-F]{6}`).FindString(p.Text())
	require.NotEmpty(t, code)
	p.Click("link", "Print a label")
	p.See("Use until", "Contains wheat, gluten", "not for Pebbles", code)
	p.Accessible()
	for _, sheet := range []string{"A4 sheet, 14 labels of 99 × 38 mm", "Letter sheet, 14 labels of 102 × 34 mm",
		"Roll, 62 mm wide"} {
		p.Set("combobox", "Printed on", sheet)
		p.See(code)
		assert.Equal(t, harness.Origin+page, decoded(t, p.Sheet(chromedp.PaperA4)), sheet)
	}
	p.Open(strings.TrimPrefix(harness.Origin+page, harness.Origin)) // as a phone does that read the label
	p.Size(390, 844)
	p.Click("button", "Used in Lanterns")
	p.See("used 1 time", "used in Lanterns")
	p.Set("combobox", "Room", "Pebbles")
	p.Click("button", "Used in Pebbles")
	p.See("Pebbles may not have it: Contains wheat")
	p.Accessible()
	p.Size(1280, 800)

	p.Click("button", "Add an ingredient")
	p.Type("combobox", "Added", "sesame oil")
	p.Press("Enter")
	p.Type("textbox", "Grams of Sesame oil", "5")
	p.Click("button", "Add")
	p.See("Lanterns: do not use", "sesame")
	p.Click("button", "Undo")
	p.See("Lanterns: OK with precautions")
	p.Set("combobox", "Room", "Lanterns")
	p.Click("button", "Split off a portion")
	p.Type("textbox", "Grams split off", "400")
	p.Click("button", "Split off")
	p.See("400 g set aside for Lanterns")
	p.Click("link", "that part")
	p.See("Split off from this batch", "400 g left, used 1 time")
	p.Open(page)
	p.Click("button", "Check it")
	p.Click("button", "spots")
	p.Click("button", "Save what you saw")
	p.See("Finished: failed its check: spots in it", "Never to animals.")
	p.Open("/batches")
	p.See("Check 2 today; 3 batches in use.", "Look at today", "Cold dough, harbour blue", "check it today",
		"throw it away")
	p.Type("searchbox", "Find a batch by its name or the code of its label", strings.ToLower(code))
	p.See("Stove dough, red", "finished: ")
	p.Accessible()
	p.Open("/batches/00000000-0000-4000-8000-000000000000")
	p.See("No such batch in this centre.")
	p.Open("/batches/labels?ids=00000000-0000-4000-8000-000000000000")
	p.See("A label is missing: ")
}

// How the bakery counter went, said in taps, changes the next one, which says so and can be as before; a
// child who was seen to mouth can be noted so; what was not counted in stays on Today until it is found; and
// the record says what was offered and who watched.
func TestHowItWentChangesTheNextPlan(t *testing.T) {
	app := harness.Start(t)
	p := harness.Sit(t, app, 1280, 800)
	p.Demo()
	p.Open("/bench")
	p.Click("button", "Plan again Bakery counter")
	p.See("Saved")
	next := p.Path()
	p.Set("combobox", "Opens: day", app.Day(4))
	p.See("Saved")
	p.Open("/bench")
	p.Click("link", "Bakery counter")
	p.See("Saved")
	bakery := p.Path()
	require.NotEqual(t, next, bakery)
	p.Set("combobox", "Opens: day", app.Day(0))
	p.Type("textbox", "Opens: time", "00:00")
	p.Press("Enter")
	p.Click("link", "Add log")
	p.See("Log: Bakery counter", "Contains wheat, gluten")
	p.Accessible()
	before := p.Presses()
	p.Click("button", "Yes, again")
	p.Click("button", "Half")
	p.See("70 g for each child in place of 120 g", "1 change next time") // beside the answer, before it is saved
	p.Click("button", "KD")
	p.See("Swallowed a mouthful? Call poison advice: 555-0101")
	p.Click("button", "Pieces counted back in, of 30: less")
	p.Type("textbox", "Supervised by", "TQ, BO")
	p.Type("textbox", "What the children made of it", "sold as bread")
	app.Kill()
	p.Click("button", "Save log")
	p.See("1 change saved on this device until you are online")
	app.Run(t, strings.TrimPrefix(app.Base, "http://"))
	p.See("Stove dough: 70 g for each child in place of 120 g.", "50 % was left", "1 plan changed",
		"KD is not listed as mouthing")
	assert.LessOrEqual(t, p.Presses()-before, 16, "in half a minute")
	p.Accessible()
	p.Click("button", "KD mouths")
	p.Gone("KD is not listed as mouthing")
	p.Size(390, 844)
	p.Accessible()
	p.Size(1280, 800)

	plan(p, "Lanterns")
	put(p, "stove dough", "Stove dough")
	p.Type("textbox", "Grams for each child", "120")
	p.See("15 children at 120 g", "Saved")
	p.Open(p.Path())
	p.See("Not changed here after Bakery counter")
	p.Click("button", "Take it Stove dough: 70 g for each child in place of 120 g.")
	p.See("15 children at 70 g")

	p.Open(next)
	p.See("Stove dough: 70 g for each child in place of 120 g.", "Changed here after Bakery counter",
		"The children made it their own: sold as bread. Leave room for that.")
	assert.Equal(t, "70", p.Value("textbox", "Grams for each child"))
	p.Accessible()
	p.Click("button", "As before Stove dough: 70 g for each child in place of 120 g.")
	p.Gone("Changed here")
	p.See("15 children at 120 g")
	assert.Equal(t, "120", p.Value("textbox", "Grams for each child"))

	p.Open("/today")
	p.See("1 piece of Bakery counter missing")
	p.Accessible()
	p.Click("button", "Found what is missing of Bakery counter")
	p.Gone("1 piece of Bakery counter missing")
	p.Open("/records")
	p.See("Bakery counter", "watched by TQ, BO", "contains wheat, gluten")
	p.Accessible()
	file := string(p.Download("records-"+app.Now().Format("2006-01")+"-01.csv", func() { p.Click("button", "CSV") }))
	assert.Contains(t, file, "Bakery counter")
	assert.NotContains(t, file, "KD")
	fits(t, p, 2) // on the last day of a month it is the whole of it
}
