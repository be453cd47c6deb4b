package harness

import (
	"strings"

	"emblo/internal/demo"
)

// Demo signs in to the demo centre with the one tap that is offered, at its bench.
func (p *Person) Demo() {
	p.t.Helper()
	p.enter("/bench", "Records of what was offered")
}

// SignIn signs in as a member of the demo centre's staff: lead, educator or helper.
func (p *Person) SignIn(who string) {
	p.t.Helper()
	p.Type("textbox", "Email", who+"@quillmere.example")
	p.Type("textbox", "Password", demo.Password)
	p.Click("button", "Sign in")
	p.See("Sign out")
}

// Today signs in to the demo centre where people land: at the day at a glance.
func (p *Person) Today() {
	p.t.Helper()
	p.enter("/", "Who is here today?")
}

// enter opens a page of the demo centre, and signs in where they are not.
func (p *Person) enter(path, reads string) {
	p.t.Helper()
	const tap = "Open the demo centre"
	p.Open(path)
	p.wait("to come in", func() bool { return p.Has("button", tap) || strings.Contains(p.Text(), reads) })
	if p.Has("button", tap) {
		p.Click("button", tap)
	}
	p.See(reads)
}
