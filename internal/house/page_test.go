package house_test

import (
	"os"
	"regexp"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/material"
)

var (
	queryKey  = regexp.MustCompile(`queryKey: \['([a-z]+)'`)
	anyKey    = regexp.MustCompile(`queryKey: \[`)
	tableRow  = regexp.MustCompile(`(?m)^  (\w+): \[(.*)\],$`)
	quoted    = regexp.MustCompile(`'([a-z]+)'`)
	importing = regexp.MustCompile(`from '(\.[^']+)'`)
)

// Every query of the page stands in the one table of what a change makes old, so that nothing
// is shown after a change as it was before; and nobody makes anything old past that table.
func TestEveryQueryIsMadeOldByTheTable(t *testing.T) {
	old := map[string]bool{}
	queries := map[string]string{}
	files(t, "web/src", func(path, text string) {
		switch {
		case path == "web/src/api/keys.ts":
			judged := quoted.FindAllStringSubmatch(text[strings.Index(text, "const judged"):strings.Index(text,
				"const outdates")], -1)
			require.Greater(t, len(judged), 5)
			for _, m := range append(judged, quoted.FindAllStringSubmatch(text[strings.Index(text, "const outdates"):],
				-1)...) {
				old[m[1]] = true
			}
			require.Len(t, tableRow.FindAllString(text, -1), 13)
		case strings.HasSuffix(path, "/queries.ts"):
			for _, m := range queryKey.FindAllStringSubmatch(text, -1) {
				queries[m[1]] = path
			}
		default:
			assert.NotRegexp(t, anyKey, text, "%s names a key by itself", path)
			assert.NotContains(t, text, "invalidateQueries", "%s makes something old past the table", path)
		}
	})
	require.Greater(t, len(queries), 15)
	for key, path := range queries {
		if key != "welcome" && key != "session" { // who is signed in changes by signing in and out
			assert.True(t, old[key], "no change makes %q of %s old", key, path)
		}
	}
	for key := range old {
		assert.Contains(t, queries, key, "the table names %q, which nobody asks", key)
	}
}

// What is not ticked on the form of a thing of one's own counts as not so: every trait that a
// rule decides on can be ticked there.
func TestEveryTraitCanBeTicked(t *testing.T) {
	text, err := os.ReadFile(root + "/web/src/features/shelf/ItemForm.tsx")
	require.NoError(t, err)
	for _, trait := range material.AllTraits.Words() {
		assert.Contains(t, string(text), "'"+trait+"'", "the form does not offer it")
	}
}

// The page's layers import downwards only.
func TestThePageImportsDownwards(t *testing.T) {
	floor := map[string]int{"api": 0, "ui": 1, "session": 1, "forms": 2, "entities": 3, "features": 4, "app": 5}
	edges := 0
	files(t, "web/src", func(path, text string) {
		parts := strings.Split(strings.TrimPrefix(path, "web/src/"), "/")
		from, known := floor[parts[0]]
		if !known {
			return // styles
		}
		for _, m := range importing.FindAllStringSubmatch(text, -1) {
			at := append([]string(nil), parts[:len(parts)-1]...)
			for _, step := range strings.Split(m[1], "/") {
				switch step {
				case ".":
				case "..":
					at = at[:len(at)-1]
				default:
					at = append(at, step)
				}
			}
			to, known := floor[at[0]]
			if !known {
				continue
			}
			edges++
			assert.True(t, to < from || at[0] == parts[0], "%s imports %s, which lies above or beside it", path, m[1])
			if parts[0] == "features" && at[0] == "features" {
				assert.Equal(t, parts[1], at[1], "%s imports another feature", path)
			}
			if parts[0] == "ui" && at[0] == "api" {
				assert.Contains(t, text, "import type", "%s: a part of ui takes types alone", path)
			}
		}
	})
	require.Greater(t, edges, 100)
}
