package harness

import (
	"fmt"
	"strings"
	"time"

	"github.com/chromedp/cdproto/network"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/require"
)

// Kept waits until the pages are kept on this device, and with them what reads so.
func (p *Person) Kept(words string) {
	p.t.Helper()
	require.True(p.t, evaluate[bool](p, "navigator.serviceWorker.ready.then((r) => r.active !== null)"))
	p.wait(fmt.Sprintf("%q to be kept", words), func() bool {
		return strings.Contains(evaluate[string](p, "localStorage.getItem('emblo.kept') ?? ''"), words)
	})
}

// Forgot waits until nothing is kept on this device that reads so.
func (p *Person) Forgot(words string) {
	p.t.Helper()
	p.wait(fmt.Sprintf("%q to be forgotten", words), func() bool {
		return !strings.Contains(evaluate[string](p, "localStorage.getItem('emblo.kept') ?? ''"), words)
	})
}

// Forbid takes a store away from the pages that are opened from now on, as a browser does that may keep nothing.
func (p *Person) Forbid(store string) {
	p.t.Helper()
	p.before(fmt.Sprintf(
		`Object.defineProperty(window, %q, { get() { throw new DOMException('Forbidden', 'SecurityError') } })`, store))
}

// Offline cuts the network of this screen, or brings it back.
func (p *Person) Offline(cut bool) {
	p.t.Helper()
	_, err := chromedp.Call(p.ctx, network.Enable, network.EnableParams{})
	require.NoError(p.t, err)
	_, err = chromedp.Call(p.ctx, network.EmulateNetworkConditionsByRule, network.EmulateNetworkConditionsByRuleParams{
		MatchedNetworkConditions: []*network.Conditions{{Offline: cut, DownloadThroughput: -1, UploadThroughput: -1}}})
	require.NoError(p.t, err)
}

// Later lets the clock of the open page jump ahead, as it does when a device wakes.
func (p *Person) Later(by time.Duration) {
	p.t.Helper()
	p.js(fmt.Sprintf(`{ const now = Date.now; Date.now = () => now() + %d }`, by.Milliseconds()))
}

// Tones does something and returns how many tones the page began meanwhile.
func (p *Person) Tones(do func()) int {
	p.t.Helper()
	p.js(`{ window.tones = 0; const make = AudioContext.prototype.createOscillator; AudioContext.prototype.createOscillator = function () { window.tones++; return make.call(this) } }`)
	do()
	return evaluate[int](p, `window.tones`)
}

// Lies reports whether something that this device keeps reads so, as whoever holds it can read it.
func (p *Person) Lies(words string) bool {
	p.t.Helper()
	return strings.Contains(evaluate[string](p, `new Promise((tell) => {
		const open = indexedDB.open('emblo')
		open.onsuccess = () => {
			const all = open.result.transaction('letters').objectStore('letters').getAll()
			all.onsuccess = () => tell(JSON.stringify(all.result.map((r) => [r, r.sealed && new TextDecoder().decode(r.sealed.text)])) + JSON.stringify(localStorage))
		}
	})`), words)
}

// Send sends a request without a body, as the page of this person would.
func (p *Person) Send(method, path string) {
	p.t.Helper()
	require.True(p.t, evaluate[bool](p,
		fmt.Sprintf("fetch(%q, { method: %q, headers: { 'Idempotency-Key': crypto.randomUUID() } }).then((r) => r.ok)",
			path, method)))
}
