package e2e

import (
	"bytes"
	"image/png"
	"os"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/e2e/harness"
)

func TestMain(m *testing.M) { os.Exit(harness.Main(m)) }

// views are the main views, each as a person reaches it in the demo centre.
var views = []struct {
	name  string
	reach func(p *harness.Person)
}{
	{"sign-in", func(p *harness.Person) { p.Open("/"); p.See("Open the demo centre") }},
	{"bench-list", func(p *harness.Person) { p.Demo(); p.See("Night-sky foam") }},
	{"rooms", func(p *harness.Person) { p.Demo(); p.Click("link", "Rooms"); p.See("nut-free room") }},
	{"room", func(p *harness.Person) {
		p.Demo()
		p.Click("link", "Rooms")
		p.Click("link", "Pebbles")
		p.See("Measures in the drawer")
	}},
	{"bench-filler", func(p *harness.Person) { p.Demo(); p.Click("link", "Harbour scoop tub"); p.See("Not ready") }},
	{"bench-mix", func(p *harness.Person) { p.Demo(); p.Click("link", "Bakery counter"); p.See("Ready with a hand") }},
	{"check", func(p *harness.Person) {
		p.Demo()
		p.Press("/")
		p.Type("combobox", "What to check", "split peas")
		p.See("6 x 3 mm")
		p.Press("Enter")
		p.See("Lanterns")
	}},
	{"shelf", func(p *harness.Person) { p.Demo(); p.Click("link", "Shelf"); p.See("Dry and coarse") }},
	{"item", func(p *harness.Person) {
		p.Demo()
		p.Open("/shelf/split-peas")
		p.See("small-parts cylinder", "Pebbles", "Instead")
	}},
	{"recipes", func(p *harness.Person) { p.Demo(); p.Click("link", "Recipes"); p.See("Mouldable sands", "Stove dough") }},
	{"own-item", func(p *harness.Person) { p.Demo(); p.Open("/shelf/new?from=shells-small"); p.See("What is true of it") }},
	{"list", func(p *harness.Person) {
		p.Demo()
		p.Click("link", "List")
		p.Click("button", "Try it with four things")
		p.See("Wooden whale")
	}},
	{"rule-book", func(p *harness.Person) { p.Demo(); p.Click("link", "Rules"); p.See("Small part", "16 CFR 1501") }},
	{"settings", func(p *harness.Person) { p.Demo(); p.Open("/settings"); p.See("Where good practitioners disagree") }},
	{"gauge-sheet", func(p *harness.Person) { p.Demo(); p.Open("/gauge"); p.See("must be 100 mm long") }},
	{"sheet", func(p *harness.Person) {
		p.Demo()
		p.Click("link", "Bakery counter")
		p.See("Ready with a hand")
		p.Click("link", "Print the sheet")
		p.See("How much", "Keeps up to")
	}},
}

// Every main view opens in the demo centre and has no axe-core violation at three widths,
// in both lights. EMBLO_SHOTS names a folder to keep the pictures in.
func TestMainViews(t *testing.T) {
	app := harness.Start(t)
	keep := os.Getenv("EMBLO_SHOTS")
	for _, v := range views {
		t.Run(v.name, func(t *testing.T) {
			p := harness.Sit(t, app, 1280, 800)
			v.reach(p)
			save(t, keep, v.name, p.Shot())
			p.Accessible()
			for name, width := range map[string]int64{"tablet": 834, "phone": 390} {
				p.Size(width, 1000)
				shot := p.Shot()
				if os.Getenv("EMBLO_SHOTS_ALL") != "" {
					save(t, keep, v.name+"-"+name, shot)
				}
				p.Accessible()
				assert.LessOrEqual(t, p.Overflow(), 1.0, "nothing is wider than the %s", name)
			}
			p.Dark()
			if os.Getenv("EMBLO_SHOTS_ALL") != "" {
				p.Size(1280, 800)
				save(t, keep, v.name+"-dark", p.Shot())
			}
			p.Accessible()
		})
	}
}

func save(t *testing.T, folder, name string, picture []byte) {
	img, err := png.Decode(bytes.NewReader(picture))
	require.NoError(t, err)
	require.Positive(t, img.Bounds().Dx())
	if folder != "" {
		require.NoError(t, os.MkdirAll(folder, 0o755))
		require.NoError(t, os.WriteFile(filepath.Join(folder, name+".png"), picture, 0o644))
	}
}
