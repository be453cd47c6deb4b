package material

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/unit"
)

func TestShelfHoldsItsOwnRules(t *testing.T) {
	s, err := ReadShelf(shelfJSON)
	require.NoError(t, err)
	require.NotEmpty(t, s.Items())
	for _, it := range s.Items() {
		if it.Facts.Form.GaugeJudges() {
			assert.True(t, it.Facts.Smallest.Known(), "%s is a piece without a size", it.ID)
		}
		if it.Facts.Traits.Has(Rounded) {
			assert.True(t, it.Facts.Smallest.Rounded(), "%s is rounded but measured as %s", it.ID, it.Facts.Smallest.Kind())
		}
	}
}

func TestReadShelfNamesTheRowAndTheFault(t *testing.T) {
	const good = `"id":"a","name":"A","parts":["find"],"basis":"b"`
	for fault, row := range map[string]string{
		`"ball" is not a shape`:    `{` + good + `,"form":"piece","solid":"ball","smallest":[3]}`,
		`needs 2 size(s)`:          `{` + good + `,"form":"piece","solid":"cylinder","smallest":[3]}`,
		`largest size 2 mm`:        `{` + good + `,"form":"piece","solid":"sphere","smallest":[3],"largest":[2]}`,
		`"shiny" is not a trait`:   `{` + good + `,"traits":["shiny"]}`,
		`both food and not-food`:   `{` + good + `,"traits":["food","not-food"]}`,
		`allergen list`:            `{` + good + `,"allergens":["kiwi"]}`,
		`share by mass`:            `{` + good + `,"salt":17}`,
		`a basis`:                  `{"id":"a","name":"A","parts":["find"]}`,
		`needs its weight per cup`: `{"id":"a","name":"A","parts":["filler"],"basis":"b"}`,
		`is there twice`:           `{` + good + `},{` + good + `}`,
		`share the word "a"`:       `{` + good + `},{"id":"z","name":"Z","also":["a"],"parts":["find"],"basis":"b"}`,
	} {
		_, err := ReadShelf([]byte("[" + row + "]"))
		assert.ErrorContains(t, err, fault)
		assert.ErrorContains(t, err, "shelf item")
	}
}

// Search forgives one slip of the finger in any word of four letters or more.
func TestSearchFindsWhatPeopleMean(t *testing.T) {
	for typed, id := range map[string]string{
		"chick peas": "chickpeas", "garbanzo": "chickpeas", "chikpeas": "chickpeas",
		"cornstarch": "cornflour", "spilt peas": "split-peas", "pom 25": "pompom-25",
		"SALT": "fine-salt", "conditoner": "hair-conditioner", "marbels": "marbles",
	} {
		hits := Standard().Search(typed, 3)
		require.NotEmpty(t, hits, typed)
		assert.Equal(t, id, hits[0].ID, typed)
	}
	assert.Empty(t, Standard().Search("spanner", 3))
	assert.Len(t, Standard().Search("", 1000), len(Standard().Items()))
}

func TestSearchForgivesOneSlip(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		it := rapid.SampledFrom(Standard().Items()).Draw(t, "item")
		word := strings.ToLower(strings.Trim(strings.Fields(it.Name)[0], ","))
		if len(word) < 5 {
			return
		}
		i := rapid.IntRange(0, len(word)-1).Draw(t, "dropped")
		var ids []string
		for _, hit := range Standard().Search(word[:i]+word[i+1:], 1000) {
			ids = append(ids, hit.ID)
		}
		assert.Contains(t, ids, it.ID)
	})
}

// Household weights of the USDA SR tables (quoted from memory).
func TestBulkDensities(t *testing.T) {
	for id, grams := range map[string]float64{"plain-flour": 125, "fine-salt": 292, "split-peas": 197, "plant-oil": 218} {
		it, ok := Standard().Get(id)
		require.True(t, ok)
		m, _ := unit.MustParse("1 cup", unit.US).MassAt(it.Density)
		assert.InDelta(t, grams, m.Grams(), 1e-6, id)
	}
}
