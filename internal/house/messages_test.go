package house_test

import (
	"go/ast"
	"go/constant"
	"go/token"
	"go/types"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"golang.org/x/tools/go/packages"

	"emblo/core/aid"
	"emblo/core/allergen"
	"emblo/core/asking"
	"emblo/core/material"
	"emblo/core/naming"
	"emblo/core/recipe"
	"emblo/core/recipe/larder"
	"emblo/core/room"
	"emblo/core/safety"
	"emblo/core/say"
	"emblo/core/unit"
)

const sayPackage = "emblo/core/say"

// messages are the sources that a language has to say, a line each, in core/say/messages.txt.
// EMBLO_RECORD=1 writes them anew.
func TestEveryMessageIsWholeAndOnRecord(t *testing.T) {
	all, err := packages.Load(&packages.Config{Dir: root,
		Mode: packages.NeedName | packages.NeedSyntax | packages.NeedTypes | packages.NeedTypesInfo |
			packages.NeedDeps | packages.NeedImports | packages.NeedFiles},
		"./core/...")
	require.NoError(t, err)
	sources := map[string]bool{}
	for _, p := range all {
		require.Empty(t, p.Errors)
		if p.PkgPath == sayPackage {
			continue
		}
		for _, f := range p.Syntax {
			readMessages(t, p, f, sources)
		}
	}
	for _, s := range dataSources() {
		sources[s] = true
	}
	delete(sources, "")
	var lines []string
	for s := range sources {
		require.NotContains(t, s, "\n")
		lines = append(lines, s)
	}
	slices.Sort(lines)
	path := filepath.Join(root, "core/say/messages.txt")
	if os.Getenv("EMBLO_RECORD") == "1" {
		require.NoError(t, os.WriteFile(path, []byte(strings.Join(lines, "\n")+"\n"), 0o644))
		return // what is built into this test is what stood there before
	}
	assert.Equal(t, lines, say.Sources(), "the messages on record are those of the core")
}

// dataSources are the sentences that stand in the files of the core and not in its code.
func dataSources() []string {
	var s []string
	for _, it := range material.Standard().Items() {
		s = append(s, string(it.Keeps.Say()))
		s = append(s, it.Manner.Trains...)
		s = append(s, it.Manner.Colours...)
		for _, sub := range larder.Substitutes(it.ID) {
			s = append(s, string(sub.Note))
		}
	}
	for _, r := range recipe.Standard().Recipes() {
		s = append(s, string(r.Note()), r.Kind)
		for _, step := range r.Steps {
			s = append(s, string(step.Text))
		}
	}
	for _, f := range naming.Families() {
		s = append(s, f.Question)
	}
	for _, r := range safety.Rules() {
		s = append(s, r.Title, string(r.Family), r.Threshold, r.Ground.Source, string(r.Ground.Standing))
		for _, e := range r.Examples {
			s = append(s, e.Words)
		}
	}
	for _, a := range allergen.All() {
		s = append(s, a.String())
	}
	s = append(s, allergen.OriginNames()...)
	s = append(s, material.AllTraits.Words()...)
	s = append(s, material.FeatureWords()...)
	for _, sort := range asking.Sorts() {
		s = append(s, string(sort.Name), string(sort.Examples))
	}
	s = append(s, material.CleanUps()...)
	s = append(s, material.MessWords()...)
	s = append(s, material.FeelWords()...)
	for _, system := range []unit.System{unit.US, unit.Metric} {
		set := unit.StandardSet(system)
		for i := range set.Len() {
			s = append(s, set.At(i).Label())
		}
	}
	for _, c := range room.Customs() {
		s = append(s, string(c))
	}
	for _, c := range aid.Cards() {
		s = append(s, c.Title, c.Call, c.Ground.Source)
		for _, step := range c.Steps {
			s = append(s, step.Do, step.Else)
		}
	}
	return s
}

// readMessages notes the constant messages of a file, and holds that each call of say.F has a
// constant source with as many named parts as it is given, and that no message is put together
// with a plus.
func readMessages(t *testing.T, p *packages.Package, f *ast.File, sources map[string]bool) {
	isText := func(e ast.Expr) bool {
		named, ok := p.TypesInfo.TypeOf(e).(*types.Named)
		return ok && named.Obj().Name() == "Text" && named.Obj().Pkg().Path() == sayPackage
	}
	at := func(n ast.Node) token.Position { return p.Fset.Position(n.Pos()) }
	ast.Inspect(f, func(n ast.Node) bool {
		e, ok := n.(ast.Expr)
		if !ok {
			return true
		}
		if v := p.TypesInfo.Types[e].Value; v != nil && v.Kind() == constant.String && isText(e) {
			sources[constant.StringVal(v)] = true
			return false
		}
		switch e := e.(type) {
		case *ast.BinaryExpr:
			assert.False(t, e.Op == token.ADD && isText(e), "%s puts a message together", at(e))
		case *ast.CallExpr:
			fun, ok := e.Fun.(*ast.SelectorExpr)
			if !ok || len(e.Args) == 0 {
				return true
			}
			if called := p.TypesInfo.ObjectOf(fun.Sel); called == nil || called.Pkg() == nil ||
				called.Pkg().Path() != sayPackage {
				return true
			}
			first := p.TypesInfo.Types[e.Args[0]].Value
			switch {
			case fun.Sel.Name == "F" && first != nil:
				source := constant.StringVal(first)
				sources[source] = true
				assert.Equal(t, len(say.Parts(source)), len(e.Args)-1, "%s: parts of %q", at(e), source)
			// a conversion: a sentence of a file or of a table, never one put together here
			case fun.Sel.Name == "Text":
				sum, joined := ast.Unparen(e.Args[0]).(*ast.BinaryExpr)
				assert.False(t, joined && sum.Op == token.ADD, "%s puts a message together", at(e))
			}
		}
		return true
	})
}
