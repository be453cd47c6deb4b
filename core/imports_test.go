// Package core_test keeps the core pure: it may import itself, what of the standard library
// only computes, and one JSON library where the written form is read.
package core_test

import (
	"go/ast"
	"go/parser"
	"go/token"
	"io/fs"
	"path/filepath"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// allowed are the packages of the standard library that the core may import: none reaches
// the clock, files, the network or chance.
var allowed = list(`bytes cmp embed encoding encoding/csv encoding/json errors fmt io iter maps math math/bits reflect regexp slices sort
	strconv strings sync sync/atomic time unicode unicode/utf8 html container/list hash/fnv compress/gzip`)

// alsoAllowed are those of one folder alone.
var alsoAllowed = map[string]map[string]bool{
	"strict": list("github.com/go-json-experiment/json github.com/go-json-experiment/json/jsontext"),
}

// asking are the functions of time that ask the clock or the zone files.
var asking = list("Now Since Until Sleep After AfterFunc Tick NewTimer NewTicker LoadLocation Local")

func list(words string) map[string]bool {
	set := make(map[string]bool)
	for _, w := range strings.Fields(words) {
		set[w] = true
	}
	return set
}

func TestCoreImportsOnlyWhatComputes(t *testing.T) {
	files := 0
	err := filepath.WalkDir(".", func(path string, _ fs.DirEntry, err error) error {
		if err != nil || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") {
			return err
		}
		files++
		f, err := parser.ParseFile(token.NewFileSet(), path, nil, 0)
		require.NoError(t, err)
		for _, imp := range f.Imports {
			name, _ := strconv.Unquote(imp.Path.Value)
			ok := allowed[name] || strings.HasPrefix(name, "emblo/core/") || alsoAllowed[filepath.Dir(path)][name]
			assert.True(t, ok, "%s imports %s", path, name)
		}
		ast.Inspect(f, func(n ast.Node) bool {
			if s, ok := n.(*ast.SelectorExpr); ok {
				if x, ok := s.X.(*ast.Ident); ok && x.Name == "time" {
					assert.False(t, asking[s.Sel.Name], "%s asks time.%s", path, s.Sel.Name)
				}
			}
			// Traits are numbers, not bits: an or of two would be a third.
			if b, ok := n.(*ast.BinaryExpr); ok && (b.Op == token.OR || b.Op == token.AND_NOT) {
				if s, ok := b.X.(*ast.SelectorExpr); ok {
					x, _ := s.X.(*ast.Ident)
					assert.False(t, x != nil && x.Name == "material", "%s joins traits with %s", path, b.Op)
				}
			}
			return true
		})
		return nil
	})
	require.NoError(t, err)
	require.Greater(t, files, 10)
}
