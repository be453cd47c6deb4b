package harness

import (
	"fmt"

	"github.com/chromedp/cdproto/dom"
	cdpruntime "github.com/chromedp/cdproto/runtime"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/require"
)

// Reach moves the focus with Tab until it stands on a control.
func (p *Person) Reach(role, name string) {
	p.t.Helper()
	byValue := true
	var node dom.ResolveNodeResult
	for range 150 {
		if node.Object == nil { // what is drawn anew meanwhile is looked for anew
			var err error
			node, err = chromedp.Call(p.ctx, dom.ResolveNode, dom.ResolveNodeParams{BackendNodeID: p.find(role, name)})
			require.NoError(p.t, err)
		}
		res, err := chromedp.Call(p.ctx, cdpruntime.CallFunctionOn, cdpruntime.CallFunctionOnParams{
			FunctionDeclaration: `function () { return this.isConnected ? document.activeElement === this ? 'here' : 'elsewhere' : 'gone' }`,
			ObjectID:            node.Object.ObjectID, ReturnByValue: &byValue})
		require.NoError(p.t, err)
		switch string(res.Result.Value) {
		case `"here"`:
			return
		case `"gone"`:
			node.Object = nil
			continue
		}
		p.Press("Tab")
	}
	p.t.Fatalf("Tab does not come to the %s %q", role, name)
}

// Keys types, letter by letter, where the focus is.
func (p *Person) Keys(text string) {
	p.t.Helper()
	for _, letter := range text {
		p.Press(string(letter))
	}
}

// Presses returns how often this person pressed a key or a control so far.
func (p *Person) Presses() int { return p.presses }

// Printed does something and returns how often the page asked to be printed meanwhile.
func (p *Person) Printed(do func()) int {
	p.t.Helper()
	p.js(`window.asked = 0; window.print = () => { window.asked++ }`)
	do()
	return evaluate[int](p, `window.asked`)
}

// Paste puts a text into a control the way somebody pastes it.
func (p *Person) Paste(role, name, text string) {
	p.t.Helper()
	p.Click(role, name)
	p.js(fmt.Sprintf(`(() => { const data = new DataTransfer(); data.setData('text/plain', %q); document.activeElement.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true })) })()`, text))
}
