package recipe

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/unit"
)

// A glass of one's own is read as any measure is; what is called by the word stays what it is.
func TestLinesInMeasuresOfOnesOwn(t *testing.T) {
	own := []OwnMeasure{{"Glass", unit.Millilitres(210)}, {"handful", unit.Millilitres(45)}, {"blue mug", unit.Millilitres(300)}}
	for _, row := range []struct {
		line string
		id   string
		ml   float64
	}{
		{"2 glasses plain flour", "plain-flour", 420},
		{"a glass of water", "water", 210},
		{"1 1/2 glasses water", "water", 315},
		{"half a glass of water", "water", 105},
		{"two handfuls of white rice", "white-rice", 90},
		{"1 blue mug salt", "fine-salt", 300},
		{"1 glass + 2 tbsp water", "water", 210 + 2*14.787},
		{"1 cup water", "water", 236.588},
	} {
		d := reader().Read(Written{Name: "Ours", Kind: "dough", Lines: row.line, Steps: "Stir", Own: own})
		require.Len(t, d.Lines, 1, row.line)
		l := d.Lines[0]
		require.Empty(t, l.Fault, row.line)
		assert.Equal(t, row.id, l.Line.Item.ID, row.line)
		assert.InDelta(t, row.ml*l.Line.Item.Density.GramsPerMillilitre(), l.Line.Mass.Grams(), 0.1, row.line)
	}
	noted := reader().Read(Written{Lines: "2 glasses plain flour", Own: own}).Lines[0]
	assert.Contains(t, noted.Note, "Your glass holds 210 mL.")
	for _, line := range []string{"2 glasses plain flour", "a handful of oats", "2 glass gems"} {
		assert.NotEmpty(t, reader().Read(Written{Lines: line}).Lines[0].Fault, "%s, without a measure of one's own", line)
	}
	assert.NotContains(t, reader().Read(Written{Lines: "2 glass marbles", Own: own}).Lines[0].Note, "210 mL", "marbles of glass are a thing")
	for want, bad := range map[string][]OwnMeasure{
		`"cup" is a measure already`:       {{"cup", unit.Millilitres(200)}},
		"by a word or two of letters":      {{"glass 2", unit.Millilitres(200)}},
		"it holds between 2 mL and 10 L":   {{"thimble", unit.Millilitres(0)}},
		`Two measures are called "glass".`: {{"glass", unit.Millilitres(200)}, {"Glass", unit.Millilitres(210)}},
	} {
		d := reader().Read(Written{Name: "Ours", Kind: "dough", Lines: "1 cup water", Steps: "Stir", Own: bad})
		require.NotEmpty(t, d.Faults, want)
		assert.Equal(t, "own_measures", d.Faults[0].Field)
		assert.Contains(t, d.Faults[0].Sentence, want)
	}
}
