package e2e

import (
	"bytes"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/e2e/harness"
)

func TestShelfIsSearchedCopiedAndSwappedFrom(t *testing.T) {
	p := harness.Sit(t, harness.Start(t), 1280, 800)
	p.Demo()
	p.Click("link", "Materials")
	p.Set("combobox", "Room to mark the materials for", "Puddles")
	p.See("Marked for Puddles", "OK for Puddles", "Plain flour")
	p.Set("combobox", "Which to show", "OK for Puddles")
	p.Gone("Plain flour")
	p.See("Apple puree")
	p.Set("combobox", "Which to show", "all of them")
	p.Type("searchbox", "Search the materials", "garbanzo")
	p.See("Chickpeas, dry")
	p.Open("/shelf/shells-small")
	p.See("falls through the 44.5 mm small-ball hole", "Do not use: Small ball", "Scallop shells, large")
	p.Click("link", "Copy as our own")
	p.Type("textbox", "Name", "Our big shells")
	p.Type("textbox", "Size in mm", "3 inches")
	p.Click("button", "Save material")
	p.See("Not saved", "sizes are numbers in mm")
	p.Type("textbox", "Size in mm", "70-90x60x25")
	p.Type("textbox", "Other words for it", "")
	p.Click("button", "Save material")
	p.See("measured by the centre", "Found or used before")
	p.Click("button", "Remove from Materials")
	p.See("Our big shells removed", "Felt harbour buoys")
	p.Click("button", "Undo")
	p.Gone("removed")
	p.See("Our big shells")

	// On the bench the swap for the peas is taken with one tap, and taken back.
	p.Open("/bench")
	p.Click("link", "Harbour scoop tub")
	p.See("Do not use: Split peas", "Swap for split peas", "in stock")
	p.Click("button", "Take Dried potato flakes")
	p.See("Dried potato flakes in place of Split peas", "OK with our routine: Dried potato flakes")
	p.Click("button", "Undo")
	p.See("Do not use: Split peas")

	// A mix is swapped for a recipe that these children may have.
	plan(p, "Puddles")
	put(p, "Cold dough", "Cold dough")
	p.See("Not taste-safe: raw flour or starch", "Swap for cold dough", "of the youngest child’s day")
	p.Click("button", "Take Taste-safe goop")
	p.See("Taste-safe for these children", "Not ready: look for 1")
}

func TestRecipesAreChosenForARoom(t *testing.T) {
	p := harness.Sit(t, harness.Start(t), 834, 1100)
	p.Demo()
	p.Click("link", "Recipes")
	p.Set("combobox", "Room to read the recipes for", "Puddles")
	p.See("for Puddles, at 80 g", "Stove dough", "not in stock: hair conditioner")
	p.Click("button", "taste-safe")
	p.Click("button", "without heat")
	p.Gone("Stove dough")
	p.Click("button", "Plan it: Baby-cereal dough")
	p.See("Taste-safe for these children", "for 6 children at 80 g", "Not ready: find out 1")
}

// The same list, chosen as a file in the browser and read by the command, gives the same
// file; the room comes from the browser too.
func TestListInTheBrowserAndByCommandIsOneFile(t *testing.T) {
	app := harness.Start(t)
	p := harness.Sit(t, app, 1280, 800)
	p.Demo()
	p.Click("button", "Check")
	p.Click("link", "check a list")
	p.Set("combobox", "Room to check for", "Pebbles")
	list := filepath.Join(harness.Root(), "core/checklist/testdata/mixed.csv")
	p.Upload(list)
	p.See("Glass gems", "could not be read")
	saved := p.Download("mixed-verdicts.csv", func() { p.Click("button", "Save with verdicts") })
	room := p.Download("room.json", func() { p.Click("button", "Save this room for the command line") })
	path := filepath.Join(t.TempDir(), "room.json")
	require.NoError(t, os.WriteFile(path, room, 0o600))
	cmd := exec.Command(harness.Binary(), "check", "--room", path, list)
	cmd.Env = []string{} // no server, no database
	byCommand, err := cmd.Output()
	require.NoError(t, err)
	assert.Equal(t, string(byCommand), string(saved))

	// One question for every row that names a family, answered once.
	p.See("blocks, 1 row", "\"blocks\" can mean 5 kinds of things")
	p.Click("button", "Yes, blocks")
	p.Gone("\"blocks\" can mean 5 kinds of things")
	p.Click("button", "Yes, blocks") // a second tap takes the answer back
	p.See("\"blocks\" can mean 5 kinds of things")
	assert.Equal(t, 71, bytes.Count(saved, []byte("\n")))

	cmd = exec.Command(harness.Binary(), "check", "--room", path, path)
	require.Error(t, cmd.Run())
	assert.Equal(t, 2, cmd.ProcessState.ExitCode(), "a bad file is exit 2")
	p.See("Glass gems")
	p.Click("button", fmt.Sprintf("%d OK", bytes.Count(saved, []byte(",goes-in,"))))
	p.Gone("Glass gems")
	p.See("Tennis balls")
}

func TestSettingsTightenAndTheGaugePrintsTrue(t *testing.T) {
	p := harness.Sit(t, harness.Start(t), 1280, 800)
	p.Demo()
	p.Click("link", "Rules")
	p.Type("searchbox", "Search the rules", "bad bug book")
	p.See("Raw beans", "4 or 5 raw beans")
	p.Click("link", "Stricter rules")
	p.Click("radio", "Food is for eating: none in play")
	p.Click("button", "Save settings")
	p.See("Saved")
	p.Open("/bench")
	p.Click("link", "Bakery counter")
	p.See("Not ready", "this centre does not play with food")

	p.Open("/gauge")
	p.See("must be 100 mm long")
	for selector, mm := range map[string]float64{"svg": 130, "circle": 31.75 + 0.35, "g:nth-of-type(2) > circle": 44.5 +
		0.35} {
		assert.InDelta(t, mm, p.Millimetres(selector), 0.4, selector)
	}
	onePage(t, p)
}
