package recipe

import (
	"encoding/json"
	"math"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/unit"
)

// Every limit of what is asked for is met exactly: the last that is taken, and the first that is not.
func TestLimitsAreMetExactly(t *testing.T) {
	r := stove(t)
	mass := func(n Need) error { _, err := n.Mass(r); return err }
	required := func(spare float64) error { _, err := Required(Weight{unit.Grams(100)}, r, spare); return err }
	pots := func(ml float64) error { _, err := r.SplitIntoPots(unit.Grams(100), unit.Millilitres(ml)); return err }
	jsonld := func(n int) error {
		data, err := json.Marshal(json.RawMessage(JSONLD(r)))
		require.NoError(t, err)
		_, err = ReadJSONLD([]byte(string(data) + strings.Repeat(" ", n-len(data))))
		return err
	}
	fault := func(change func(*Written)) error {
		w := Written{Name: "Ours", Kind: "dough", Lines: "200 g flour", Steps: "Stir, 2 min", Keeps: "a day, airtight"}
		change(&w)
		d := reader().Read(w)
		if i := slices.IndexFunc(d.Faults, func(f Fault) bool {
			return strings.Contains(f.Sentence, "longer than") || strings.Contains(f.Sentence, "at most")
		}); i >= 0 {
			return assert.AnError
		}
		return nil
	}
	line := func(n int) error {
		text := "200 g plain flour (" + strings.Repeat("x", n-len("200 g plain flour ()")) + ")"
		return fault(func(w *Written) { w.Lines = text })
	}
	for name, row := range map[string]struct{ last, first error }{
		"length, least": {mass(Shapes{{Ball, []float64{1}, 1}}), mass(Shapes{{Ball, []float64{0.99}, 1}})},
		"length, most": {mass(Shapes{{Snake, []float64{10, maxShapeMM}, 1}}),
			mass(Shapes{{Snake, []float64{10, maxShapeMM + 1}, 1}})},
		"pieces": {mass(Shapes{{Ball, []float64{10}, maxShapeCount}}),
			mass(Shapes{{Ball, []float64{10}, maxShapeCount + 1}})},
		"vessel, least": {mass(Filled{unit.Millilitres(10)}), mass(Filled{unit.Millilitres(9.9)})},
		"vessel, most":  {mass(Filled{unit.Millilitres(200_000)}), mass(Filled{unit.Millilitres(200_001)})},
		"spare, least":  {required(0), required(-0.01)},
		"spare, most":   {required(MaxSpare), required(MaxSpare + 0.01)},
		"pot, least":    {pots(100), pots(99.9)},
		"pot, most":     {pots(MaxPot.Millilitres()), pots(MaxPot.Millilitres() + 1)},
		"a page":        {jsonld(MaxJSONLD), jsonld(MaxJSONLD + 1)},
		"how it keeps": {fault(func(w *Written) { w.Keeps = strings.Repeat("a", 200) }), fault(func(w *Written) {
			w.Keeps = strings.Repeat("a", 201)
		})},
		"ingredients": {fault(func(w *Written) { w.Lines += strings.Repeat("\n", maxText-len(w.Lines)) }),
			fault(func(w *Written) { w.Lines += strings.Repeat("\n", maxText+1-len(w.Lines)) })},
		"steps": {fault(func(w *Written) { w.Steps += strings.Repeat("\n", maxText-len(w.Steps)) }),
			fault(func(w *Written) { w.Steps += strings.Repeat("\n", maxText+1-len(w.Steps)) })},
		"how many steps": {fault(func(w *Written) { w.Steps = strings.Repeat("Stir\n", maxSteps) }),
			fault(func(w *Written) { w.Steps = strings.Repeat("Stir\n", maxSteps+1) })},
		"letters of a line": {line(200), line(201)},
		"a name": {fault(func(w *Written) { w.Name = strings.Repeat("a", maxName) }),
			fault(func(w *Written) { w.Name = strings.Repeat("a", maxName+1) })},
	} {
		assert.NoError(t, row.last, name)
		assert.Error(t, row.first, name)
	}
	assert.Error(t, required(math.NaN()), "what is no number is not taken")
}

// A dry filler of one's own is in the hand what most of it is, the first of equals; water does not count.
func TestWhatIsPouredIsLikeMostOfIt(t *testing.T) {
	for text, want := range map[string]string{
		"900 g water\n300 g white rice\n200 g rolled oats": "white-rice",
		"200 g rolled oats\n300 g white rice":              "white-rice",
		"200 g rolled oats\n200 g white rice":              "rolled-oats", "200 g water": "",
	} {
		d := reader().Read(Written{Name: "Ours", Kind: "dry", Lines: text, Steps: "Stir", Keeps: "a day"})
		assert.Equal(t, want, d.Recipe.OfItsKind().Like.ID, text)
	}
}

// A line is cut where the next ingredient begins: not inside brackets, a number or a name that holds a comma itself.
func TestWhereALineIsCut(t *testing.T) {
	for text, want := range map[string]int{
		"0,5 l water, 200 g flour": 2, "1,5 cups water": 1, "200 g flour (white, sifted), 1 cup water": 2,
		"200 g starch, ready to eat, 1 cup water": 2, "200 g starch, ready to eat": 1,
		"2 eggs,3 tbsp oil": 2, "200 g flour ((a), b), 1 cup water": 2, ", 200 g flour": 1, "200 g flour,": 1,
		"1 cup water,5 g salt": 2,
	} {
		assert.Len(t, reader().splitLine(text), want, text)
	}
}
