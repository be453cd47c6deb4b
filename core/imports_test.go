// Package core_test keeps the core pure: it may import the standard library, less what
// reaches outside, and itself.
package core_test

import (
	"go/parser"
	"go/token"
	"io/fs"
	"path/filepath"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
)

func TestCoreImportsOnlyItselfAndTheStandardLibrary(t *testing.T) {
	reaches := map[string]bool{"os": true, "net": true, "net/http": true, "database/sql": true, "os/exec": true, "log": true, "log/slog": true}
	files := 0
	err := filepath.WalkDir(".", func(path string, _ fs.DirEntry, err error) error {
		if err != nil || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") {
			return err
		}
		files++
		f, err := parser.ParseFile(token.NewFileSet(), path, nil, parser.ImportsOnly)
		require.NoError(t, err)
		for _, imp := range f.Imports {
			name, _ := strconv.Unquote(imp.Path.Value)
			first, _, _ := strings.Cut(name, "/")
			standard := !strings.Contains(first, ".") && first != "emblo"
			require.True(t, (standard && !reaches[name]) || strings.HasPrefix(name, "emblo/core/"), "%s imports %s", path, name)
		}
		return nil
	})
	require.NoError(t, err)
	require.Greater(t, files, 10)
}
