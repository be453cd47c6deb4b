package e2e

import (
	"regexp"
	"testing"

	"github.com/stretchr/testify/require"

	"emblo/e2e/harness"
)

// Who finds a lidded bowl with a label on it types its code, where things are checked or where they are kept.
func TestALabelIsFoundByItsCode(t *testing.T) {
	p := harness.Sit(t, harness.Start(t), 390, 844)
	p.Demo()
	p.Open("/batches")
	p.See("Flatbread dough")
	label := regexp.MustCompile(`(?s)Flatbread dough.*?label ([0-9A-F]{6})`).FindStringSubmatch(p.Text())
	require.NotNil(t, label, p.Text())
	p.Open("/cupboard")
	p.Type("searchbox", "Search the cupboard", label[1])
	p.See("Label " + label[1] + ":")
	p.Open("/today")
	p.Click("button", "Check")
	p.Type("combobox", "Item to check", label[1])
	p.Press("Enter")
	p.See("Label " + label[1] + ":")
	p.Accessible()
	p.Click("link", "Label "+label[1]+": Flatbread dough")
	p.See("OK to use today?")
}
