package e2e

import (
	"regexp"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/e2e/harness"
)

// same is what is the same in every language: what people typed of the demo centre, days, ids, formats and
// sources. The names of containers and of measuring cups, and that of a recipe at the head of
// its page, are English ones yet.
var same = regexp.MustCompile(`Quillmere Children's House|Tansy Quill|Lanterns|Puddles|Pebbles|Marks in rice|` +
	`Apple puree paint|Harbour (scoop|water) tub|Bakery counter|Night-sky foam|Frozen harbour blocks|` +
	`Dough for small bakers|Cold dough, harbour blue|^Flatbread dough$|Harbour mud dough|Felt harbour buoys|` +
	`Beach glass, tumbled|^[0-9¼½¾⅓⅔⅛]+ (cups?|tbsp|tsp)$|` +
	`\(made up\)|^CSV$|JSON-LD|^Stove dough$|^White rice, dry$|(?i:storage-box lids?)|airtight$|^[0-9A-F]{6}$|` +
	`^(pantry|(craft|spice) drawer|water shelf|blue box)$|^contents and traits: common practice;.*|` +
	`(Mon|Tue|Wed|Thu|Fri|Sat|Sun)[a-z]* \d{1,2} [A-Z][a-z]+`)

// marked is what is said by an id, or typed, and shown so.
var marked = regexp.MustCompile(`‹[^›]*›`)

// unsaid reports whether something of a text is neither in marks nor the same in every language.
func unsaid(text string) bool {
	return regexp.MustCompile(`[A-Za-z]{3}`).MatchString(same.ReplaceAllString(marked.ReplaceAllString(text, ""), ""))
}

// screens are the addresses of pages and prints that need nothing first.
var screens = []string{"/today", "/bench", "/prep", "/prep/week", "/cupboard", "/cupboard/list", "/cupboard/makes",
	"/batches", "/batches/new", "/rooms", "/records", "/shelf", "/shelf/new", "/shelf/white-rice", "/recipes",
	"/recipes/new", "/recipes/stove-dough", "/recipes/compare", "/list", "/rules", "/settings", "/unsent", "/gauge",
	"/prep/print", "/cupboard/list/print", "/recipes/stove-dough/print", "/recipes/stove-dough/chart"}

// In what is no language every text stands in marks, on every screen and print: nothing is put together of pieces
// that no catalogue has, and nothing is cut off where texts are marked, at three widths.
func TestEveryScreenSpeaksFromACatalogue(t *testing.T) {
	app := harness.StartMarked(t)
	p := harness.Sit(t, app, 1280, 800)
	p.Open("/")
	p.Click("button", "Open the demo centre")
	p.See("Ţóđáý")
	all := slices.Clone(screens)
	for _, list := range []string{"/bench", "/batches", "/rooms"} { // and the first of what each lists
		p.Open(list)
		p.Settled()
		one := p.Leads(list + "/")
		require.NotEmpty(t, one, list)
		all = append(all, one)
		if list == "/bench" {
			all = append(all, one+"/print")
		}
	}
	for _, path := range all {
		p.Open(path)
		p.Settled()
		left := slices.DeleteFunc(p.Unsaid(), func(text string) bool { return !unsaid(text) })
		if path == "/rules" || strings.HasSuffix(path, "/print") { // rules go by their ids there
			left = slices.DeleteFunc(left, regexp.MustCompile(`^[a-z-]+$`).MatchString)
		}
		assert.Empty(t, left, path)
		for _, width := range []int64{1280, 834, 390} {
			p.Size(width, 900)
			assert.Empty(t, p.Clipped(), "%s, %d wide", path, width)
			assert.LessOrEqual(t, p.Overflow(), 1.0, "%s, %d wide", path, width)
		}
		p.Size(1280, 800)
	}
}

// begins are the verbs and verdicts that the main line of a screen begins with.
var begins = regexp.MustCompile(`^(Add|Buy|Check|Choose|Compare|Go online|Log|Make|Mend|Note|Nothing to do|Plan|Prep from|Say|` +
	`Search|See|Start|Tap|Throw|Type|Write|Late|On time|No prep|Use|OK|Ready|Not ready|Find out|Do not use)\b`)

// Every screen has one line that says what to do, or how something is judged.
func TestEveryScreenHasItsMainLine(t *testing.T) {
	p := harness.Sit(t, harness.Start(t), 1280, 800)
	p.Demo()
	all := slices.DeleteFunc(slices.Clone(screens), func(path string) bool {
		return strings.HasSuffix(path, "/print") || strings.HasSuffix(path, "/chart") || path == "/gauge"
	})
	for _, list := range []string{"/bench", "/batches", "/rooms"} {
		p.Open(list)
		p.Settled()
		one := p.Leads(list + "/")
		all = append(all, one)
		if list == "/bench" {
			all = append(all, one+"/log")
		}
	}
	for _, path := range all {
		p.Open(path)
		p.Settled()
		assert.Eventually(t, func() bool { return begins.MatchString(p.Main()) }, 10*time.Second, 100*time.Millisecond,
			"%s: %q", path, p.Main())
	}
}

// A centre reads American words, units and times from the moment that its lead says so, on the page and on paper; a
// person who reads British English still does.
func TestACentreReadsAmerican(t *testing.T) {
	app := harness.Start(t)
	p := harness.Sit(t, app, 1280, 800)
	p.Demo()
	p.Click("link", "Bakery counter")
	p.See("Plain flour", "518 g", "colours", "start prep by")
	assert.Equal(t, "10:15", p.Value("textbox", "Opens: time"))
	p.Open("/settings")
	p.Set("combobox", "Language of the centre", "en-US")
	p.Set("combobox", "Units", "us")
	p.Click("button", "Save settings")
	p.See("Setups")
	p.Open("/today")
	p.Click("link", "Bakery counter")
	p.See("All-purpose flour", "1 lb 2 oz", "4.23", "colors", "40 °C (104 °F) or less", "start prep by", "2.36 × 0.98 in")
	assert.Equal(t, "10:15 AM", p.Value("textbox", "Opens: time"))
	p.Accessible()
	p.Click("link", "Print the sheet")
	p.See("All-purpose flour", "1 lb 2 oz", "Emergency 555-0100", "Poison advice 555-0101", "10:15 AM")
	p.Open("/shelf")
	p.See("Cornstarch", "Soft gelatin,")
	p.Open("/settings")
	p.Click("button", "Measure a container of our own")
	p.Type("textbox", "Container 1 is called", "Green bowl")
	p.Set("combobox", "Shape", "Bowl")
	p.Type("textbox", "in across", "16")
	p.Type("textbox", "in deep", "6.5")
	p.Click("button", "Save settings")
	p.See("Saved")
	p.Open("/settings")
	p.See("Measure the inside once, in in")
	assert.Equal(t, []string{"16", "6.5"}, []string{p.Value("textbox", "in across"), p.Value("textbox", "in deep")})

	p.Open("/shelf")
	p.Set("combobox", "Language", "en-GB")
	p.See("Set-ups", "Soft gelatine,")
	p.Open("/recipes/stove-dough")
	p.See("Plain flour", "1 lb")
}
