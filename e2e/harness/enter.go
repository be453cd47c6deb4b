package harness

import "emblo/internal/demo"

// Demo signs in to the demo centre with the one tap that is offered, at its bench.
func (p *Person) Demo() {
	p.t.Helper()
	p.Open("/bench")
	p.Click("button", "Open the demo centre")
	p.See("next first")
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
	p.Open("/")
	p.Click("button", "Open the demo centre")
	p.See("Who is here today?")
}
