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
