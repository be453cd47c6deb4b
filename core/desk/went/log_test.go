package went_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"emblo/core/desk/went"
	"emblo/core/strict"
	"emblo/core/written"
)

// A set-up shows what it was changed by and what could be done otherwise with it, the latest of each; what was taken
// back, and what is about something else, it does not.
func TestWhichLessonsASetupShows(t *testing.T) {
	portion := 70.0
	setup := written.StoredSetup{ID: "here", Setup: written.Setup{Plan: written.Plan{Places: []written.Place{{
		Base:  &written.Base{Kind: "mix", RecipeID: "stove-dough", PortionG: &portion},
		Items: []written.PlanItem{{ItemID: "corks", Each: 6}}}}}}}
	lesson := func(name, what, about string, was, to float64, carried ...string) written.Lesson {
		return written.Lesson{From: name, What: what, About: about, Was: was, To: to, Carried: carried}
	}
	undone := lesson("taken back", "each", "corks", 6, 4)
	undone.Undone = true
	shown := went.Shown(setup, []written.Lesson{
		lesson("changed it", "portion", "stove-dough", 120, 70, "there", "here"),
		lesson("could too, and is older", "portion", "stove-dough", 70, 50),
		undone,
		lesson("changed another", "each", "corks", 4, 6, "there"),
		lesson("could", "each", "corks", 6, 8),
		lesson("of another mix", "portion", "cold-dough", 70, 50),
		lesson("told", "note", "stove-dough", 0, 0),
		lesson("told too", "note", "stove-dough", 0, 0),
		lesson("one too many", "note", "stove-dough", 0, 0),
	})
	var names []string
	for _, l := range shown {
		names = append(names, l.From)
		assert.Equal(t, l.From == "changed it", l.Here, l.From)
	}
	assert.Equal(t, []string{"changed it", "could", "told", "told too"}, names)
}

// A lesson changes what is as it found it and nothing else, and taking it back changes what is as it made it.
func TestALessonChangesWhatItFound(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		portion := float64(rapid.SampledFrom([]int{70, 120}).Draw(t, "portion"))
		each := rapid.SampledFrom([]int{4, 6}).Draw(t, "each")
		p := written.Plan{Places: []written.Place{{Base: &written.Base{Kind: "mix", RecipeID: "stove-dough",
			PortionG: &portion}, Items: []written.PlanItem{{ItemID: "corks", Each: each}, {ItemID: "corks", Each: 6,
			Shared: true}}}}}
		l := written.Lesson{What: rapid.SampledFrom([]string{"portion", "each", "depth", "note"}).Draw(t, "what"),
			About: rapid.SampledFrom([]string{"stove-dough", "corks"}).Draw(t, "about"), Was: 120, To: 70}
		if l.What == "each" {
			l.Was, l.To = 6, 4
		}
		was := string(strict.Write(p))
		taught, ok := went.Apply(p, l, false)
		assert.Equal(t, was, string(strict.Write(p)), "what was asked about stays")
		assert.Equal(t, l.What == "portion" && l.About == "stove-dough" && portion == 120 ||
			l.What == "each" && l.About == "corks" && each == 6, ok)
		assert.Equal(t, !ok, string(strict.Write(taught)) == was)
		if ok {
			back, undone := went.Apply(taught, l, true)
			assert.True(t, undone)
			assert.Equal(t, was, string(strict.Write(back)))
		}
	})
}

// What nobody counted is not missing.
func TestWhatIsMissing(t *testing.T) {
	in := 13
	assert.Equal(t, []int{0, 2}, []int{went.Missing(written.Log{}, 15), went.Missing(written.Log{CountedIn: &in}, 15)})
}
