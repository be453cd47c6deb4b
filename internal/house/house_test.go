// Package house_test holds the rules that docs/architecture.md draws: what may be touched
// where. They are tests, so that the drawing and the code cannot drift apart.
package house_test

import (
	"go/ast"
	"go/parser"
	"go/scanner"
	"go/token"
	"io/fs"
	"os"
	"path/filepath"
	"regexp"
	"strconv"
	"strings"
	"testing"
	"unicode/utf8"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

const root = "../.."

// files calls do with every file of the project below a folder, but for what is made by
// programs.
func files(t *testing.T, below string, do func(path, text string)) {
	n := 0
	err := filepath.WalkDir(filepath.Join(root, below), func(path string, d fs.DirEntry, err error) error {
		if err != nil {
			return err
		}
		name := d.Name()
		if d.IsDir() {
			if name == "node_modules" || name == "built" || name == "testdata" || strings.HasPrefix(name, ".") &&
				name != ".." && len(name) > 2 {
				return filepath.SkipDir
			}
			return nil
		}
		if strings.Contains(name, ".gen.") {
			return nil
		}
		text, err := os.ReadFile(path)
		require.NoError(t, err)
		n++
		do(strings.TrimPrefix(filepath.ToSlash(path), root+"/"), string(text))
		return nil
	})
	require.NoError(t, err)
	require.Positive(t, n)
}

func parse(t *testing.T, path, text string) *ast.File {
	f, err := parser.ParseFile(token.NewFileSet(), path, text, parser.ParseComments)
	require.NoError(t, err)
	return f
}

var verdictName = regexp.MustCompile(
	`\b\w+\.(GoesIn|WithAHand|MeasureFirst|KeepOut)\b|["'](goes-in|with-a-hand|measure-first|keep-out)["']`)

// Nobody outside the core decides by a verdict's name: handlers carry it. The page's own rules (web/eslint.config.js)
// hold it to the mark that an answer carries.
func TestNobodyNamesAVerdict(t *testing.T) {
	for _, below := range []string{"internal/httpapi", "internal/centre", "internal/store"} {
		files(t, below, func(path, text string) {
			if strings.HasSuffix(path, "_test.go") {
				return
			}
			assert.Empty(t, verdictName.FindString(text), path)
		})
	}
}

// httpapi puts the application together and does nothing else.
func TestHTTPAPIHoldsOnlyNew(t *testing.T) {
	entries, err := os.ReadDir(filepath.Join(root, "internal/httpapi"))
	require.NoError(t, err)
	for _, e := range entries {
		if e.IsDir() || strings.HasSuffix(e.Name(), "_test.go") {
			continue
		}
		text, err := os.ReadFile(filepath.Join(root, "internal/httpapi", e.Name()))
		require.NoError(t, err)
		for _, d := range parse(t, e.Name(), string(text)).Decls {
			if f, ok := d.(*ast.FuncDecl); ok {
				assert.Equal(t, "New", f.Name.Name)
			}
		}
	}
}

// desk is what a desk may be made of.
const desk = "core/age core/aid core/allergen core/asking core/batch core/clock core/gauge core/keep core/material core/memo core/money core/naming core/pen core/phrase core/plan core/prep core/recipe core/recipe/... core/region core/review core/room core/safety core/say core/stock core/strict core/sums core/unit core/vessel core/wait core/words core/written"

// may lists what the folders of the server, and those of the desk, may import of the project, from the ground up; with
// /... what lies below as well.
var may = map[string]string{
	"core/phrase":               "core/allergen core/material core/unit",
	"core/naming":               "core/allergen core/material core/memo core/phrase core/recipe core/safety core/say core/unit core/words",
	"core/recipe":               "core/allergen core/keep core/material core/room core/say core/unit core/words",
	"core/recipe/sample":        "core/recipe core/material core/unit",
	"core/recipe/scale":         "core/recipe core/memo core/say core/unit",
	"core/recipe/larder":        "core/recipe core/recipe/scale core/material core/money core/say core/unit core/words",
	"core/recipe/remedy":        "core/recipe core/recipe/scale core/allergen core/material core/say core/unit core/words",
	"core/recipe/typed":         "core/phrase core/recipe core/material core/unit core/words",
	"core/recipe/jsonld":        "core/recipe core/recipe/typed",
	"internal/now":              "",
	"internal/changes":          "",
	"internal/store":            "core/written core/clock internal/now",
	"internal/account":          "internal/now internal/store",
	"core/desk":                 desk,
	"core/desk/bench":           desk + " core/desk",
	"core/desk/batches":         desk + " core/desk",
	"core/desk/kitchen":         desk + " core/desk",
	"core/desk/lookup":          desk + " core/desk core/checklist",
	"core/desk/cupboard":        desk + " core/desk core/desk/bench",
	"core/desk/preparing":       desk + " core/desk core/desk/bench",
	"core/desk/went":            desk + " core/desk core/desk/bench",
	"core/desk/mending":         desk + " core/desk core/desk/bench",
	"internal/files":            "core/...",
	"internal/centre":           "core/... internal/now internal/store",
	"internal/centre/documents": "core/... internal/centre internal/store",
	"internal/centre/setups":    "core/... internal/centre internal/store",
	"internal/centre/jars":      "core/... internal/centre internal/files internal/store",
	"internal/centre/making":    "core/... internal/centre internal/centre/jars internal/store",
	"internal/centre/schedule":  "core/... internal/centre internal/centre/setups internal/store",
	"internal/centre/logs":      "core/... internal/centre internal/centre/making internal/centre/setups internal/files internal/store",
	"internal/centre/today":     "core/... internal/centre internal/centre/logs internal/centre/making internal/centre/schedule internal/centre/setups internal/noted internal/store",
	"internal/noted":            "core/...",
	"internal/house/facts":      "core/...",
	"internal/contract":         "core/written",
	"internal/httpapi/edge":     "core/written core/region core/age core/words internal/account internal/centre internal/contract internal/now internal/store core/strict",
	"internal/httpapi/accounts": "core/written core/region core/say core/strict internal/httpapi/edge internal/account internal/contract internal/store",
	"internal/httpapi/rooms":    "core/written internal/centre/documents internal/httpapi/edge internal/store",
	"internal/httpapi/setups":   "core/written core/desk/bench core/desk/kitchen internal/centre/schedule internal/centre/setups internal/httpapi/edge internal/store",
	"internal/httpapi/shelf":    "core/written core/desk/lookup internal/centre/documents internal/httpapi/edge internal/store",
	"internal/httpapi/cupboard": "core/written internal/centre/jars internal/contract internal/httpapi/edge internal/store",
	"internal/httpapi/batches":  "core/written internal/centre/logs internal/centre/making internal/contract internal/httpapi/edge internal/paper internal/store",
	"internal/paper":            "",
	"internal/httpapi/today":    "core/written internal/account internal/centre/making internal/centre/schedule internal/centre/today internal/contract internal/httpapi/edge internal/store",
	"internal/httpapi/recipes":  "core/written core/desk core/desk/kitchen internal/centre/documents internal/files internal/httpapi/edge internal/centre internal/contract internal/store",
	"internal/live":             "",
	"internal/httpapi/live":     "internal/httpapi/edge internal/live",
	"internal/httpapi/settings": "core/written core/safety internal/centre/documents internal/httpapi/edge",
	"internal/httpapi":          "core/say core/written internal/centre internal/httpapi/... internal/live internal/now internal/store",
	"internal/localpg":          "",
	"internal/moment":           "",
	"internal/testdb":           "internal/localpg internal/moment internal/store",
	"internal/demo":             "core/written core/age core/clock internal/account internal/store core/strict",
}

// Imports point one way: an area at the edge, the edge at the house, the house at desk and
// store.
func TestImportsPointOneWay(t *testing.T) {
	one := func(path, text string) {
		if !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") {
			return
		}
		folder := filepath.ToSlash(filepath.Dir(path))
		allowed, known := may[folder]
		require.True(t, known, "say what %s may import", folder)
		for _, imp := range parse(t, path, text).Imports {
			name, _ := strconv.Unquote(imp.Path.Value)
			ours, isOurs := strings.CutPrefix(name, "emblo/")
			if !isOurs {
				continue
			}
			ok := false
			for _, a := range strings.Fields(allowed) {
				below, all := strings.CutSuffix(a, "/...")
				ok = ok || ours == below || all && strings.HasPrefix(ours, below+"/")
			}
			assert.True(t, ok, "%s imports %s", path, ours)
		}
	}
	files(t, "internal", one)
	files(t, "core/desk", one)
	files(t, "core/recipe", one)
}

// A file is one concept, short enough to be read at once.
func TestNoCodeFileIsLong(t *testing.T) {
	const most = 400
	for _, below := range []string{"core", "internal", "cmd", "e2e", "scripts", "web/src"} {
		files(t, below, func(path, text string) {
			switch filepath.Ext(path) {
			case ".go", ".ts", ".tsx", ".scss", ".css", ".sql", ".sh", ".js", ".mjs":
				assert.LessOrEqual(t, strings.Count(text, "\n"), most, path)
			}
		})
	}
}

// A function does one thing: it has at most 60 lines, and at most 20 ways through it. What is no better in parts says
// why, after the words that it stays whole.
func TestFunctionsAreShort(t *testing.T) {
	const longest, ways = 60, 20
	for _, below := range []string{"core", "internal", "cmd", "e2e"} {
		files(t, below, func(path, text string) {
			if filepath.Ext(path) != ".go" || strings.HasSuffix(path, "_test.go") {
				return
			}
			for _, d := range parse(t, path, text).Decls {
				f, ok := d.(*ast.FuncDecl)
				if !ok || f.Body == nil || strings.Contains(strings.Join(strings.Fields(f.Doc.Text()), " "),
					"It stays whole: ") {
					continue
				}
				lines := strings.Count(text[f.Pos()-1:f.End()-1], "\n") + 1
				assert.LessOrEqual(t, lines, longest, "%s: lines of %s", path, f.Name)
				assert.LessOrEqual(t, waysThrough(f), ways, "%s: ways through %s", path, f.Name)
			}
		})
	}
}

// waysThrough is the cyclomatic complexity of a function (McCabe 1976): one, and one more for each place where it
// parts.
func waysThrough(f *ast.FuncDecl) int {
	n := 1
	ast.Inspect(f.Body, func(x ast.Node) bool {
		switch x := x.(type) {
		case *ast.IfStmt, *ast.ForStmt, *ast.RangeStmt:
			n++
		case *ast.CaseClause:
			n += min(1, len(x.List))
		case *ast.CommClause:
			if x.Comm != nil {
				n++
			}
		case *ast.BinaryExpr:
			if x.Op == token.LAND || x.Op == token.LOR {
				n++
			}
		}
		return true
	})
	return n
}

// A line is read at a glance: it has at most 120 columns, a tab counting four. A text may be longer than that, as it is
// no better to read in pieces.
func TestNoLineIsWide(t *testing.T) {
	const most = 120
	for _, below := range []string{"core", "internal", "cmd", "e2e"} {
		files(t, below, func(path, text string) {
			if filepath.Ext(path) != ".go" {
				return
			}
			lines := strings.Split(strings.ReplaceAll(text, "\t", "    "), "\n")
			set := token.NewFileSet()
			var s scanner.Scanner
			s.Init(set.AddFile(path, -1, len(text)), []byte(text), nil, 0)
			for {
				pos, tok, lit := s.Scan()
				if tok == token.EOF {
					break
				}
				if tok != token.STRING {
					continue
				}
				for n, part := range strings.Split(lit, "\n") {
					at := set.Position(pos).Line - 1 + n
					lines[at] = strings.Replace(lines[at], strings.ReplaceAll(part, "\t", "    "), "", 1)
				}
			}
			prints := false // an example says what it prints as it is printed
			for n, line := range lines {
				if prints = line == "    // Output:" || prints && strings.HasPrefix(line, "    // "); prints {
					continue
				}
				assert.LessOrEqual(t, utf8.RuneCountInString(line), most, "%s:%d", path, n+1)
			}
		})
	}
}
