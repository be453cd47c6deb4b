package harness

import (
	"context"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/chromedp/cdproto/accessibility"
	browserdom "github.com/chromedp/cdproto/browser"
	"github.com/chromedp/cdproto/cdp"
	"github.com/chromedp/cdproto/dom"
	"github.com/chromedp/cdproto/emulation"
	"github.com/chromedp/cdproto/page"
	cdpruntime "github.com/chromedp/cdproto/runtime"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/require"
)

// patience is how long a person waits for something to appear.
const patience = 30 * time.Second

// glance is how often somebody looks whether it has.
const glance = 40 * time.Millisecond

var browser struct {
	once  sync.Once
	dir   string
	ctx   context.Context
	close func()
	err   error
}

func startBrowser() {
	options := append(chromedp.DefaultExecAllocatorOptions[:],
		chromedp.ExecPath("/usr/bin/chromium-headless-shell"), chromedp.NoSandbox, chromedp.DisableGPU,
		chromedp.UserDataDir(browser.dir),
		chromedp.Flag("disable-quic", true), chromedp.Flag("disable-background-networking", true),
		chromedp.Flag("disable-component-update", true), chromedp.Flag("disable-sync", true),
		chromedp.Flag("accept-lang", "en-GB"), chromedp.Flag("force-color-profile", "srgb"), chromedp.Flag("hide-scrollbars", true), chromedp.Flag("lang",
			"en-GB"),
		// Nothing that slides has to be waited for, and no process is kept ready for a page that nobody opens.
		chromedp.Flag("force-prefers-reduced-motion", true),
		chromedp.Flag("disable-features", "Translate,BlinkGenPropertyTrees,SpareRendererForSitePerProcess"))
	alloc, stopAlloc := chromedp.NewExecAllocator(context.Background(), options...)
	ctx, stopCtx := chromedp.NewContext(alloc)
	browser.ctx = ctx
	browser.close = func() { stopCtx(); stopAlloc() }
	browser.err = chromedp.Do(ctx) // starts it
}

func closeBrowser() {
	if browser.close != nil {
		browser.close()
	}
}

// Person is somebody at a screen of their own, with cookies of their own.
type Person struct {
	t    testing.TB
	ctx  context.Context
	base string
	app  *App
	// presses counts what the hand does: keys, and presses of controls.
	presses int
	// saw is what the page was seen to read.
	saw []string
}

// Sit opens a fresh browser profile of the given size at the app.
func Sit(t testing.TB, a *App, width, height int64) *Person {
	browser.once.Do(startBrowser)
	require.NoError(t, browser.err)
	ctx, cancel := chromedp.NewContext(browser.ctx, chromedp.WithNewBrowserContext())
	t.Cleanup(cancel)
	// The tab lives as long as the context of the first run, which must not time out.
	require.NoError(t, chromedp.Do(ctx))
	p := &Person{t: t, ctx: ctx, base: a.Base, app: a}
	p.live()
	p.do(chromedp.EmulateViewport(width, height))
	return p
}

// live sets the clock and the zone of a screen to those of the centre.
func (p *Person) live() {
	p.t.Helper()
	p.Ahead(p.app.ahead)
	_, err := chromedp.Call(p.ctx, emulation.SetTimezoneOverride,
		emulation.SetTimezoneOverrideParams{TimezoneID: stands.At().Location().String()})
	require.NoError(p.t, err)
}

// Tab opens another tab for the same person, signed in as they are.
func (p *Person) Tab() *Person {
	p.t.Helper()
	return p.TabFor(p.t)
}

// TabFor is Tab for a part of the test.
func (p *Person) TabFor(t testing.TB) *Person {
	t.Helper()
	ctx, cancel := chromedp.NewContext(browser.ctx,
		chromedp.WithExistingBrowserContext(chromedp.FromContext(p.ctx).BrowserContextID))
	t.Cleanup(cancel)
	require.NoError(t, chromedp.Do(ctx))
	other := &Person{t: t, ctx: ctx, base: p.base, app: p.app}
	other.live()
	other.do(chromedp.EmulateViewport(1280, 800))
	return other
}

func (p *Person) do(steps ...chromedp.Action[chromedp.Void]) {
	p.t.Helper()
	ctx, cancel := context.WithTimeout(p.ctx, patience)
	defer cancel()
	require.NoError(p.t, chromedp.Do(ctx, steps...))
}

// Open goes to a path of the app.
func (p *Person) Open(path string) {
	p.t.Helper()
	p.do(chromedp.Navigate(p.base + path))
}

// Size changes the screen.
func (p *Person) Size(width, height int64) {
	p.t.Helper()
	p.do(chromedp.EmulateViewport(width, height))
}

// Ahead sets the clock of the pages that are opened from now on ahead.
func (p *Person) Ahead(by time.Duration) {
	p.t.Helper()
	p.before(fmt.Sprintf(`{ const now = Date.now; Date.now = () => now() + %d }`, by.Milliseconds()))
}

// before runs a script in the pages that are opened from now on, before their own.
func (p *Person) before(source string) {
	p.t.Helper()
	_, err := chromedp.Call(p.ctx, page.AddScriptToEvaluateOnNewDocument,
		page.AddScriptToEvaluateOnNewDocumentParams{Source: source})
	require.NoError(p.t, err)
}

// Close closes the tab, with whatever is still on its way.
func (p *Person) Close() {
	p.t.Helper()
	_, err := chromedp.Call(p.ctx, page.Close, struct{}{})
	require.NoError(p.t, err)
}

// find waits for exactly what assistive technology would find by role and name. When
// several match, the first that can be seen is taken.
func (p *Person) find(role, name string) cdp.BackendNodeID {
	p.t.Helper()
	for end := time.Now().Add(patience); time.Now().Before(end); time.Sleep(glance) {
		for _, id := range p.query(role, name) {
			if _, _, ok := p.middle(id); ok {
				return id
			}
		}
	}
	p.t.Fatalf("there is no %s called %q on the screen:\n%s", role, name, p.Text())
	return 0
}

func (p *Person) query(role, name string) []cdp.BackendNodeID {
	doc, err := chromedp.Call(p.ctx, dom.GetDocument, dom.GetDocumentParams{})
	if err != nil {
		return nil // navigating
	}
	res, err := chromedp.Call(p.ctx, accessibility.QueryAXTree, accessibility.QueryAXTreeParams{NodeID: doc.Root.NodeID,
		Role: role, AccessibleName: name})
	if err != nil {
		return nil
	}
	var ids []cdp.BackendNodeID
	for _, n := range res.Nodes {
		if !n.Ignored {
			ids = append(ids, n.BackendDOMNodeID)
		}
	}
	return ids
}

func (p *Person) middle(id cdp.BackendNodeID) (x, y float64, ok bool) {
	if _, err := chromedp.Call(p.ctx, dom.ScrollIntoViewIfNeeded,
		dom.ScrollIntoViewIfNeededParams{BackendNodeID: id}); err != nil {
		return 0, 0, false
	}
	res, err := chromedp.Call(p.ctx, dom.GetContentQuads, dom.GetContentQuadsParams{BackendNodeID: id})
	if err != nil || len(res.Quads) == 0 {
		return 0, 0, false
	}
	q := res.Quads[0]
	return (q[0] + q[4]) / 2, (q[1] + q[5]) / 2, true
}

// Has reports whether a control is there, without waiting.
func (p *Person) Has(role, name string) bool { return len(p.query(role, name)) > 0 }

// Click presses the middle of a control with the mouse, once it has come to rest: a person
// does not press what is still moving while type and data arrive, and presses again when
// the press went beside it.
func (p *Person) Click(role, name string) {
	p.t.Helper()
	p.presses++
	p.wait(fmt.Sprintf("%s %q to take a press", role, name), func() bool {
		id := p.find(role, name)
		x, y, ok := p.rest(id)
		if !ok {
			return false // it was drawn anew
		}
		landed, at := p.listen(id), p.Path()
		p.do(chromedp.MouseClickXY(x, y))
		return landed() || p.Path() != at // it may have been drawn anew just before, and led away all the same
	})
}

// rest waits until a control stands still and returns its middle; ok is false where it is not there any more.
func (p *Person) rest(id cdp.BackendNodeID) (x, y float64, ok bool) {
	x, y, ok = p.middle(id)
	for ok {
		time.Sleep(20 * time.Millisecond)
		lastX, lastY := x, y
		if x, y, ok = p.middle(id); x == lastX && y == lastY {
			return x, y, ok
		}
	}
	return 0, 0, false
}

// listen reports afterwards whether a press reached a control, or left the page it was on.
func (p *Person) listen(id cdp.BackendNodeID) func() bool {
	node, err := chromedp.Call(p.ctx, dom.ResolveNode, dom.ResolveNodeParams{BackendNodeID: id})
	if err != nil {
		return func() bool { return false }
	}
	call := func(script string) (string, error) {
		byValue := true
		res, err := chromedp.Call(p.ctx, cdpruntime.CallFunctionOn, cdpruntime.CallFunctionOnParams{
			FunctionDeclaration: script, ObjectID: node.Object.ObjectID, ReturnByValue: &byValue})
		if err != nil {
			return "", err
		}
		return string(res.Result.Value), nil
	}
	if _, err := call(`function () { this.took = false; this.addEventListener('click', () => { this.took = true }, { capture: true, once: true }) }`); err != nil {
		return func() bool { return false }
	}
	return func() bool {
		took, left := call(`function () { return this.took }`)
		return left != nil || took == "true"
	}
}

// ClickIf presses a control if it is there: what mends itself may have gone by then.
func (p *Person) ClickIf(role, name string) {
	p.t.Helper()
	for _, id := range p.query(role, name) {
		if x, y, ok := p.middle(id); ok {
			p.do(chromedp.MouseClickXY(x, y))
			return
		}
	}
}

// Type focuses a field, clears it and types.
func (p *Person) Type(role, name, text string) {
	p.t.Helper()
	_, err := chromedp.Call(p.ctx, dom.Focus, dom.FocusParams{BackendNodeID: p.find(role, name)})
	require.NoError(p.t, err)
	p.js(`(() => { const e = document.activeElement; if (e.select) e.select() })()`)
	p.do(chromedp.KeyEvent(text))
}

// Set puts a value into a field that has a picker of its own (a month, a choice), as the
// picker would.
func (p *Person) Set(role, name, value string) {
	p.t.Helper()
	_, err := chromedp.Call(p.ctx, dom.Focus, dom.FocusParams{BackendNodeID: p.find(role, name)})
	require.NoError(p.t, err)
	p.wait(fmt.Sprintf("%s to offer %q", name, value), func() bool { // choices may still be on their way
		return evaluate[bool](p, fmt.Sprintf(`(() => { const e = document.activeElement, v = %q
			return e.tagName !== 'SELECT' || [...e.options].some(o => o.text.startsWith(v) || o.value === v) })()`, value))
	})
	p.js(fmt.Sprintf(`(() => {
		const e = document.activeElement
		let v = %q
		if (e.tagName === 'SELECT') v = [...e.options].find(o => o.text.startsWith(v) || o.value === v).value
		Object.getOwnPropertyDescriptor(Object.getPrototypeOf(e), 'value').set.call(e, v)
		e.dispatchEvent(new Event(e.tagName === 'SELECT' ? 'change' : 'input', { bubbles: true }))
	})()`, value))
}

// Value returns what a field holds.
func (p *Person) Value(role, name string) string {
	p.t.Helper()
	_, err := chromedp.Call(p.ctx, dom.Focus, dom.FocusParams{BackendNodeID: p.find(role, name)})
	require.NoError(p.t, err)
	return evaluate[string](p, `document.activeElement.value`)
}

// Press presses a key: a character, or Enter, Escape, ArrowDown, Tab.
func (p *Person) Press(key string) {
	p.t.Helper()
	named := map[string]string{"Enter": kb.Enter, "Escape": kb.Escape, "ArrowDown": kb.ArrowDown, "Tab": kb.Tab}
	if k, ok := named[key]; ok {
		key = k
	}
	p.presses++
	p.do(chromedp.KeyEvent(key))
}

// Upload chooses a file in the page's file field.
func (p *Person) Upload(path string) {
	p.t.Helper()
	doc, err := chromedp.Call(p.ctx, dom.GetDocument, dom.GetDocumentParams{})
	require.NoError(p.t, err)
	field, err := chromedp.Call(p.ctx, dom.QuerySelector, dom.QuerySelectorParams{NodeID: doc.Root.NodeID,
		Selector: "input[type=file]"})
	require.NoError(p.t, err)
	_, err = chromedp.Call(p.ctx, dom.SetFileInputFiles, dom.SetFileInputFilesParams{Files: []string{path},
		NodeID: field.NodeID})
	require.NoError(p.t, err)
}

// Download does something that saves a file of the given name, and returns its contents.
func (p *Person) Download(name string, do func()) []byte {
	p.t.Helper()
	dir := p.t.TempDir()
	_, err := chromedp.Call(p.ctx, browserdom.SetDownloadBehavior, browserdom.SetDownloadBehaviorParams{
		Behavior: browserdom.SetDownloadBehaviorBehaviorAllow, DownloadPath: dir,
		BrowserContextID: chromedp.FromContext(p.ctx).BrowserContextID})
	require.NoError(p.t, err)
	do()
	var data []byte
	p.wait("the file "+name, func() bool {
		data, err = os.ReadFile(filepath.Join(dir, name))
		return err == nil && len(data) > 0
	})
	return data
}

func (p *Person) wait(what string, done func() bool) {
	p.t.Helper()
	for end := time.Now().Add(patience); time.Now().Before(end); time.Sleep(glance) {
		if done() {
			return
		}
	}
	p.t.Fatalf("waited %s for %s; the page reads:\n%s", patience, what, p.Text())
}

func (p *Person) js(script string) {
	p.t.Helper()
	evaluate[any](p, script+"; null")
}

func evaluate[T any](p *Person, script string) T {
	p.t.Helper()
	ctx, cancel := context.WithTimeout(p.ctx, 2*patience)
	defer cancel()
	v, err := chromedp.Run(ctx, chromedp.Evaluate[T](script, func(e *cdpruntime.EvaluateParams) {
		yes := true
		e.AwaitPromise = &yes
	}))
	if err != nil && !strings.Contains(err.Error(), "null") {
		p.t.Fatalf("script: %v", err)
	}
	return v
}
