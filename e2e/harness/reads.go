package harness

import (
	"context"
	"fmt"
	"slices"
	"strings"

	cdpruntime "github.com/chromedp/cdproto/runtime"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/require"
)

// Text returns all that can be read on the page.
func (p *Person) Text() string {
	return evaluate[string](p, `document.body.innerText`)
}

// See waits until the page reads so.
func (p *Person) See(words ...string) {
	p.t.Helper()
	for _, w := range words {
		p.wait(fmt.Sprintf("to read %q", w), func() bool { return p.reads(w, true) })
		p.saw = append(p.saw, w)
	}
}

// Gone waits until the page no longer reads what it was seen to read: that something is gone
// which never was there proves nothing.
func (p *Person) Gone(words string) {
	p.t.Helper()
	require.True(p.t, slices.ContainsFunc(p.saw, func(w string) bool { return strings.Contains(w, words) }),
		"%q was never seen", words)
	p.wait(fmt.Sprintf("%q to go", words), func() bool { return p.reads(words, false) })
}

// reads reports whether the page comes to read so, or to read so no more, within a second. The page itself looks
// again when something in it changes: asking for its whole text many times a second takes more than what is tested.
func (p *Person) reads(words string, so bool) bool {
	ctx, cancel := context.WithTimeout(p.ctx, patience)
	defer cancel()
	yes := true
	is, err := chromedp.Run(ctx, chromedp.Evaluate[bool](fmt.Sprintf(`new Promise(done => {
		const is = () => (document.body?.innerText ?? '').includes(%q) === %v
		if (is()) return done(true)
		let due, end
		const finish = so => { eyes.disconnect(); clearTimeout(due); clearTimeout(end); done(so) }
		const eyes = new MutationObserver(() => { due ??= setTimeout(() => { due = undefined; if (is()) finish(true) }, 20) })
		eyes.observe(document, { subtree: true, childList: true, characterData: true, attributes: true })
		end = setTimeout(() => finish(is()), 1000)
	})`, words, so), func(e *cdpruntime.EvaluateParams) { e.AwaitPromise = &yes }))
	return err == nil && is // what goes to another page answers no more
}

// Main returns the one line of the page that says what to do, or how something is judged.
func (p *Person) Main() string {
	p.t.Helper()
	return evaluate[string](p, `[...document.querySelectorAll('[data-main]')].map((e) => e.innerText.trim()).join(' / ')`)
}

// Unsaid returns what a person reads or hears on the page that stands in no marks, where the app speaks no
// language: what was put together of pieces, and what people typed.
func (p *Person) Unsaid() []string {
	p.t.Helper()
	return evaluate[[]string](p, `(() => {
		const bare = (text) => text.replace(/‹[^›]*›/g, '').split('⟧').map((part) => part.split('⟦')[0]).join(' ')
		const found = new Set()
		const note = (text) => { if (/[a-z]{3,}/i.test(bare(text ?? ''))) found.add(text.trim().replace(/\s+/g, ' ')) }
		const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT)
		while (walk.nextNode()) if (walk.currentNode.parentElement?.checkVisibility()) note(walk.currentNode.textContent)
		for (const e of document.querySelectorAll('[aria-label],[placeholder],[title]'))
			for (const name of ['aria-label', 'placeholder', 'title']) note(e.getAttribute(name))
		return [...found]
	})()`)
}

// Clipped returns what is cut off on the page: texts wider than what they stand in, which hides the rest.
func (p *Person) Clipped() []string {
	p.t.Helper()
	return evaluate[[]string](p, `[...document.querySelectorAll('body *')].filter((e) =>
		e.checkVisibility() && e.scrollWidth > e.clientWidth + 1 && e.clientWidth > 1 && e.childNodes.length > 0 &&
		getComputedStyle(e).overflowX === 'hidden' && !e.closest('svg, select, .ratio-bar')).map((e) => e.className + ': ' + e.textContent.slice(0, 60))`)
}

// Settled waits until the page waits for nothing.
func (p *Person) Settled() {
	p.t.Helper()
	p.wait("to come in", func() bool {
		return evaluate[bool](p, `document.querySelector('main h1, main header') !== null && !document.querySelector('.waiting')`)
	})
}

// Leads returns where the first link of the page leads that begins so.
func (p *Person) Leads(path string) string {
	p.t.Helper()
	return evaluate[string](p, fmt.Sprintf(`document.querySelector('main a[href^="%s"]:not([href$="/new"])')?.getAttribute('href') ?? ''`, path))
}
