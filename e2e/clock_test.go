package e2e

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"

	"emblo/e2e/harness"
)

// A device whose clock or zone is another than the centre's is told so on Today, and everything goes by the
// centre's clock all the same; a day with nothing to prepare leads to the next that has something.
func TestAClockThatIsWrong(t *testing.T) {
	app := harness.Start(t)
	right, wrong := harness.Sit(t, app, 1280, 800), harness.Sit(t, app, 1280, 800)
	wrong.Ahead(25 * time.Hour)
	for _, p := range []*harness.Person{right, wrong} {
		p.Today()
		p.See("Marks in rice", "Today")
	}
	assert.NotContains(t, right.Text(), "This device’s clock")
	wrong.See("This device’s clock shows", "Emblo goes by the centre’s.")
	wrong.Accessible()
	wrong.Size(390, 844)
	wrong.Accessible()
	wrong.Size(1280, 800)
	wrong.Open("/prep?day=" + app.Day(8))
	wrong.See("No prep needed.")
	wrong.Open("/prep?day=" + app.Day(3))
	wrong.See("No prep needed.", "Next: ")
	wrong.Accessible()
}
