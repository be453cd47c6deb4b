package aid_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"emblo/core/aid"
	"emblo/core/material"
)

func TestEveryCardIsWhole(t *testing.T) {
	seen := map[string]bool{}
	for _, c := range aid.Cards() {
		assert.False(t, seen[c.ID], "%s is there twice", c.ID)
		seen[c.ID] = true
		assert.NotEmpty(t, c.Title)
		assert.NotEmpty(t, c.Call, "%s says when to call first", c.ID)
		assert.NotEmpty(t, c.Ground.Source, c.ID)
		assert.GreaterOrEqual(t, len(c.Steps), 3, c.ID)
		for _, s := range c.Steps {
			it, ok := material.Standard().Get(s.Takes)
			assert.Equal(t, s.Takes != "", ok, "%s: %q is on the shelf", c.ID, s.Takes)
			if ok && it.Facts.Allergens != 0 {
				assert.NotEmpty(t, s.Else, "%s takes %s, which some rooms may not have", c.ID, s.Takes)
			}
		}
	}
	for _, id := range []string{"stain", "eye", "swallowed", "spilled", "bag-burst", "too-sticky", "no-date",
		"reaction", "choking", "burn", "cut"} {
		assert.True(t, seen[id], id)
	}
	again := aid.Cards()
	again[0].Title = "changed"
	assert.NotEqual(t, again[0].Title, aid.Cards()[0].Title, "a copy")
}
