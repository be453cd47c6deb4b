package harness

import (
	"encoding/json"
	"fmt"
	"os"
	"path/filepath"
	"time"

	"github.com/chromedp/cdproto/emulation"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/require"
)

// Accessible runs axe-core on the page and fails on any violation.
func (p *Person) Accessible() {
	p.t.Helper()
	p.axe("")
}

// Legible runs the rules of axe-core that colours decide on, for a page whose colours alone have
// changed since Accessible.
func (p *Person) Legible() {
	p.t.Helper()
	p.axe(`, runOnly: ['color-contrast', 'link-in-text-block']`)
}

// Laid runs all other rules, for a page that is laid out otherwise and has its colours still.
func (p *Person) Laid() {
	p.t.Helper()
	p.axe(`, rules: { 'color-contrast': { enabled: false }, 'link-in-text-block': { enabled: false } }`)
}

func (p *Person) axe(only string) {
	p.t.Helper()
	if !evaluate[bool](p, `!!window.axe`) {
		source, err := os.ReadFile(filepath.Join(root(), "web/node_modules/axe-core/axe.min.js"))
		require.NoError(p.t, err)
		p.js(string(source))
	}
	// Colours that are still changing have no contrast of their own, and what is being answered is dimmed: what was
	// found while either began is looked for again.
	text := evaluate[string](p, `(async () => {
		// A page that is not shown draws no frames: it is looked at as it stands.
		const wait = ms => new Promise(done => setTimeout(done, ms))
		const still = () => Promise.race([wait(60).then(() => new Promise(requestAnimationFrame)), wait(1000)])
		let busy = false
		const watch = new MutationObserver(() => (busy ||= !!document.querySelector('[aria-busy=true]')))
		watch.observe(document, { subtree: true, childList: true, attributeFilter: ['aria-busy'] })
		let found
		for (let tries = 5; tries--; ) {
			for (let rounds = 100; rounds-- && document.querySelector('[aria-busy=true]'); ) await wait(100)
			await still()
			for (let moving, rounds = 10; rounds-- && (moving = document.getAnimations().filter(a => a.playState === 'running')).length; await still()) {
				await Promise.race([Promise.allSettled(moving.map(a => a.finished)), wait(1000)]) // what inherits a colour begins when that is done
			}
			busy = !!document.querySelector('[aria-busy=true]')
			found = (await axe.run(document, { preload: false, resultTypes: ['violations']`+only+` })).violations
			if (!found.length || !busy) break
		}
		watch.disconnect()
		return JSON.stringify(
			found.map(v => ({ id: v.id, help: v.help, nodes: v.nodes.map(n => n.html.slice(0, 160) + ' // ' + n.any.map(a => a.message).join('; ')).slice(0, 4) })))
	})()`)
	var violations []any
	require.NoError(p.t, json.Unmarshal([]byte(text), &violations))
	if len(violations) > 0 {
		pretty, _ := json.MarshalIndent(violations, "", "  ")
		p.t.Errorf("axe-core finds:\n%s", pretty)
	}
}

// Shot returns a picture of the screen as PNG.
func (p *Person) Shot() []byte {
	p.t.Helper()
	evaluate[bool](p, `document.fonts.ready.then(() => true)`)
	time.Sleep(350 * time.Millisecond) // transitions end
	png, err := chromedp.Run(p.ctx, chromedp.CaptureScreenshot())
	require.NoError(p.t, err)
	return png
}

// Sheet prints the page to PDF on a paper size.
func (p *Person) Sheet(paper chromedp.PaperSize) []byte {
	p.t.Helper()
	pdf, err := chromedp.Run(p.ctx, chromedp.PrintToPDF(chromedp.PDFPaper(paper), chromedp.PDFPreferCSSPageSize()))
	require.NoError(p.t, err)
	return pdf
}

// Millimetres returns how wide the first thing that matches is drawn, at 96 pixels an inch.
func (p *Person) Millimetres(selector string) float64 {
	p.t.Helper()
	return evaluate[float64](p, fmt.Sprintf(`document.querySelector(%q).getBoundingClientRect().width / 96 * 25.4`,
		selector))
}

// Dark switches the page to the evening theme.
func (p *Person) Dark() {
	p.t.Helper()
	p.js(`document.documentElement.setAttribute('data-bs-theme', 'dark')`)
}

// Prefers sets what a person asked of their device for every page, such as prefers-contrast:
// more, or forced-colors: active; no value takes it back.
func (p *Person) Prefers(feature, value string) {
	p.t.Helper()
	_, err := chromedp.Call(p.ctx, emulation.SetEmulatedMedia,
		emulation.SetEmulatedMediaParams{Features: []*emulation.MediaFeature{{Name: feature, Value: value}}})
	require.NoError(p.t, err)
}

// Overflow returns by how many pixels the page is wider than the screen.
func (p *Person) Overflow() float64 {
	p.t.Helper()
	return evaluate[float64](p, `document.documentElement.scrollWidth - document.documentElement.clientWidth`)
}
