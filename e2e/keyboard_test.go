package e2e

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"emblo/e2e/harness"
	"emblo/internal/demo"
)

// With the keyboard alone somebody signs in, plans a set-up, checks a thing on the way, and
// prints the sheet; and the way to the page is one press, past the navigation.
func TestKeyboardAlone(t *testing.T) {
	p := harness.Sit(t, harness.Start(t), 1280, 800)
	p.Open("/")
	p.See("Open the demo centre")
	p.Reach("textbox", "Email")
	p.Keys(demo.Email)
	p.Reach("textbox", "Password")
	p.Keys(demo.Password)
	p.Press("Enter")
	p.See("Who is here today?")
	p.Reach("link", "Set-ups")
	p.Press("Enter")
	p.See("Night-sky foam")

	p.Reach("combobox", "Room for the new set-up")
	p.Keys("Lan")
	p.Reach("button", "Plan a set-up")
	p.Press("Enter")
	p.See("What goes in")
	p.Reach("combobox", "Add what goes in")
	p.Keys("water")
	p.Press("Enter")
	p.See("Ready, with precautions")
	p.Reach("combobox", "Add what goes in")
	p.Keys("marbles")
	p.Press("Enter")
	p.See("Marbles", "1 each")
	p.Reach("button", "Marbles for each child: more")
	p.Press("Enter")
	p.See("2 each")

	p.Reach("button", "Take out Marbles")
	p.Press("Enter")
	p.See("Marbles taken out", "Ready, with precautions")
	p.Press("/")
	p.See("Type an item, and an age") // the cursor stands in the box
	p.Keys("wooden boats")
	p.See("90 × 45 × 40 mm")
	p.Press("Enter")
	p.See("Print a true-size gauge")
	p.Press("Escape")
	p.Gone("Print a true-size gauge")

	p.See("Saved")
	p.Reach("link", "Print the sheet")
	p.Press("Enter")
	p.See("How much", "Water")
	pressed := p.Printed(func() {
		p.Reach("button", "Print")
		p.Press("Enter")
	})
	assert.Equal(t, 1, pressed)
	// A few more or fewer by what there is to unfold on the day, and by what was drawn when Tab was pressed.
	assert.LessOrEqual(t, p.Presses(), 200, "every press of a key, Tab and letters among them")
}
