package harness

import (
	"fmt"
	"time"

	"github.com/chromedp/cdproto/emulation"
	"github.com/chromedp/cdproto/network"
	"github.com/chromedp/cdproto/page"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/require"
)

// Slow makes the screen that of a cheap tablet on a poor line: the processor so many times
// slower, downloads of so many megabits a second, and nothing kept from earlier visits.
func (p *Person) Slow(processor, megabits float64) {
	p.t.Helper()
	_, err := chromedp.Call(p.ctx, network.Enable, network.EnableParams{})
	require.NoError(p.t, err)
	_, err = chromedp.Call(p.ctx, network.EmulateNetworkConditionsByRule, network.EmulateNetworkConditionsByRuleParams{
		MatchedNetworkConditions: []*network.Conditions{{DownloadThroughput: megabits * 1e6 / 8,
			UploadThroughput: megabits * 1e6 / 8}}})
	require.NoError(p.t, err)
	_, err = chromedp.Call(p.ctx, network.SetCacheDisabled, network.SetCacheDisabledParams{CacheDisabled: true})
	require.NoError(p.t, err)
	_, err = chromedp.Call(p.ctx, emulation.SetCPUThrottlingRate, emulation.SetCPUThrottlingRateParams{Rate: processor})
	require.NoError(p.t, err)
	_, err = chromedp.Call(p.ctx, page.AddScriptToEvaluateOnNewDocument,
		page.AddScriptToEvaluateOnNewDocumentParams{Source: watch})
	require.NoError(p.t, err)
}

// watch sums what the browser reports of a page while it loads: shifts that no press or key
// caused (Layout Instability), and the largest paint (Largest Contentful Paint).
const watch = `
	window.seen = { shift: 0, paint: 0, from: [] }
	new PerformanceObserver(l => { for (const e of l.getEntries()) if (!e.hadRecentInput) {
		seen.shift += e.value
		seen.from.push(e.value.toFixed(3) + ' ' + e.sources.map(s => s.node && s.node.nodeName + '.' + (s.node.className || '')).join(', '))
	} }).observe({ type: 'layout-shift', buffered: true })
	new PerformanceObserver(l => { for (const e of l.getEntries()) seen.paint = e.startTime }).observe({ type: 'largest-contentful-paint', buffered: true })`

// Pace is how a page came up.
type Pace struct {
	Shift   float64  // cumulative layout shift
	PaintMS float64  // the largest paint, from the start of the navigation
	From    []string // what shifted
}

// Come opens a path anew, waits for words and until nothing moves, and returns how it came up.
func (p *Person) Come(path string, words ...string) Pace {
	p.t.Helper()
	p.Open(path)
	p.See(words...)
	evaluate[bool](p, `document.fonts.ready.then(() => true)`)
	time.Sleep(700 * time.Millisecond) // what comes late counts too
	return evaluate[Pace](p, `({ Shift: seen.shift, PaintMS: seen.paint, From: seen.from })`)
}

// Path returns the address of the page within the app.
func (p *Person) Path() string {
	p.t.Helper()
	return evaluate[string](p, `location.pathname + location.search`)
}

// Tap presses the control that a selector finds and returns how long it takes from the moment it
// is let go until the first frame in which what stands at another reads otherwise and nothing of
// it is stale. The page must not have been asked by role before: once a query of the test has made
// the browser keep its tree for assistive technology, keeping it counts as the page's own time.
func (p *Person) Tap(control, answer string) time.Duration {
	p.t.Helper()
	at := func() [2]float64 {
		return evaluate[[2]float64](p, fmt.Sprintf(`(() => {
			const control = document.querySelector(%q)
			control.scrollIntoView({ block: 'center', behavior: 'instant' })
			const box = control.getBoundingClientRect()
			return [box.x + box.width / 2, box.y + box.height / 2]
		})()`, control))
	}
	var place [2]float64
	p.wait(control+" to stand still", func() bool {
		last := place
		place = at()
		return place == last
	})
	p.js(fmt.Sprintf(`
		window.tapped = new Promise(done => {
			const at = () => document.querySelector(%[1]q)?.textContent, before = at()
			addEventListener('pointerup', press => {
				const look = () => requestAnimationFrame(() => {
					if (at() === before || document.querySelector('[aria-busy=true]')) return look()
					const drawn = new MessageChannel()
					drawn.port1.onmessage = () => done(performance.now() - press.timeStamp)
					drawn.port2.postMessage(0)
				})
				look()
			}, { capture: true, once: true })
		})`, answer))
	p.do(chromedp.MouseClickXY(place[0], place[1]))
	return time.Duration(evaluate[float64](p, `window.tapped`) * float64(time.Millisecond))
}

// Bare adds a button to the open page that asks for a path and writes down what comes, and when: the least that a tap
// that is answered can take.
func (p *Person) Bare(path string) {
	p.t.Helper()
	p.js(fmt.Sprintf(`{
		const tap = document.createElement('button'), answer = document.createElement('output')
		Object.assign(tap, { id: 'bare', textContent: 'Bare' })
		answer.id = 'bare-answer'
		let times = 0
		tap.onclick = () => fetch(%q).then((r) => r.text()).then((text) => { answer.textContent = ++times + text })
		document.querySelector('main').prepend(tap, answer)
	}`, path))
}
