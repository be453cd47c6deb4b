package house_test

import (
	"bytes"
	"encoding/json"
	"fmt"
	"go/ast"
	"go/token"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"golang.org/x/tools/go/packages"
)

var placeholder = regexp.MustCompile(`\{\w+\}`)

// The core reads no message: verdicts, precautions, the routine, keeping and what is measured are the same when every
// message in its code is replaced by a number with the same parts.
func TestTheCoreReadsNoMessage(t *testing.T) {
	here, err := filepath.Abs(root)
	require.NoError(t, err)
	all, err := packages.Load(&packages.Config{Dir: here,
		Mode: packages.NeedName | packages.NeedSyntax | packages.NeedTypes | packages.NeedTypesInfo |
			packages.NeedDeps | packages.NeedImports | packages.NeedFiles},
		"./core/...")
	require.NoError(t, err)
	numbers := map[string]int{}
	overlay := map[string]string{}
	dir := t.TempDir()
	for _, p := range all {
		require.Empty(t, p.Errors)
		if p.PkgPath == sayPackage {
			continue
		}
		for _, f := range p.Syntax {
			path := p.Fset.Position(f.Pos()).Filename
			source, err := os.ReadFile(path)
			require.NoError(t, err)
			var changed bytes.Buffer
			from := 0
			ast.Inspect(f, func(n ast.Node) bool {
				lit, ok := n.(*ast.BasicLit)
				if !ok || lit.Kind != token.STRING {
					return true
				}
				if of := p.TypesInfo.TypeOf(lit); of == nil || of.String() != sayPackage+".Text" {
					return true
				}
				words, err := strconv.Unquote(lit.Value)
				require.NoError(t, err)
				if words == "" {
					return true
				}
				if _, known := numbers[words]; !known {
					numbers[words] = len(numbers) + 1
				}
				at := p.Fset.Position(lit.Pos()).Offset
				changed.Write(source[from:at])
				fmt.Fprintf(&changed, "%q", fmt.Sprintf("m%d %s", numbers[words],
					strings.Join(placeholder.FindAllString(words, -1), " ")))
				from = at + len(lit.Value)
				return true
			})
			if from > 0 {
				changed.Write(source[from:])
				overlay[path] = filepath.Join(dir, fmt.Sprintf("%d.go", len(overlay)))
				require.NoError(t, os.WriteFile(overlay[path], changed.Bytes(), 0o600))
			}
		}
	}
	assert.Greater(t, len(numbers), 600)
	text, err := json.Marshal(map[string]any{"Replace": overlay})
	require.NoError(t, err)
	file := filepath.Join(dir, "overlay.json")
	require.NoError(t, os.WriteFile(file, text, 0o600))
	facts := func(args ...string) []string {
		cmd := exec.Command("go", append(append([]string{"run"}, args...), "./internal/house/facts")...)
		cmd.Dir = here
		var stderr bytes.Buffer
		cmd.Stderr = &stderr
		out, err := cmd.Output()
		require.NoError(t, err, stderr.String())
		return strings.Split(string(out), "\n")
	}
	said, silent := facts(), facts("-overlay", file)
	require.Greater(t, len(said), 25_000)
	require.Len(t, silent, len(said))
	for i := range said {
		require.Equal(t, said[i], silent[i], "the core reads one of its own messages")
	}
}
