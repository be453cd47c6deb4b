package house_test

import (
	"os"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/material"
)

// What is not ticked on the form of a thing of one's own counts as not so: every trait that a
// rule decides on can be ticked there.
func TestEveryTraitCanBeTicked(t *testing.T) {
	text, err := os.ReadFile(root + "/web/src/features/shelf/ItemForm.tsx")
	require.NoError(t, err)
	for _, trait := range material.AllTraits.Words() {
		assert.Contains(t, string(text), "'"+trait+"'", "the form does not offer it")
	}
}
