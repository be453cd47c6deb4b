package house_test

import (
	"encoding/csv"
	"go/ast"
	"go/constant"
	"go/token"
	"go/types"
	"maps"
	"os"
	"path/filepath"
	"slices"
	"strconv"
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

// messages are the sources that a language has to say, each with its id, in core/say/messages.csv. EMBLO_RECORD=1
// writes them anew: a message keeps its id for good, also when it is reworded.
func TestEveryMessageIsWholeAndOnRecord(t *testing.T) {
	all, err := packages.Load(&packages.Config{Dir: root,
		Mode: packages.NeedName | packages.NeedSyntax | packages.NeedTypes | packages.NeedTypesInfo |
			packages.NeedDeps | packages.NeedImports | packages.NeedFiles},
		"./core/...")
	require.NoError(t, err)
	sources := map[string]string{}
	for _, p := range all {
		require.Empty(t, p.Errors)
		if p.PkgPath == sayPackage {
			continue
		}
		for _, f := range p.Syntax {
			readMessages(t, p, f, sources)
		}
	}
	for from, said := range dataSources() {
		for _, s := range said {
			if _, inCode := sources[s]; !inCode {
				sources[s] = from
			}
		}
	}
	delete(sources, "")
	path := filepath.Join(root, "core/say/messages.csv")
	if os.Getenv("EMBLO_RECORD") == "1" {
		var text strings.Builder
		require.NoError(t, csv.NewWriter(&text).WriteAll(withIDs(sources)))
		require.NoError(t, os.WriteFile(path, []byte(text.String()), 0o644))
		return // what is built into this test is what stood there before
	}
	assert.Equal(t, slices.Sorted(maps.Keys(sources)), slices.Sorted(slices.Values(say.Sources())),
		"the messages on record are those of the core")
}

// withIDs are the rows of messages with their ids, in order of these: the one that a message has, the one that it had
// before it was reworded, or a new one of where it stands and how it begins.
func withIDs(sources map[string]string) [][]string {
	ids, gone := map[string]string{}, map[string]string{} // by text; by id
	for _, m := range say.Messages() {
		if _, ok := sources[m.English]; ok {
			ids[m.English] = m.ID
		} else {
			gone[m.ID] = m.English
		}
	}
	taken := map[string]bool{}
	for _, id := range ids {
		taken[id] = true
	}
	for _, s := range slices.Sorted(maps.Keys(sources)) {
		if ids[s] != "" {
			continue
		}
		id := reworded(s, sources[s], gone)
		delete(gone, id)
		if id == "" {
			begins := sources[s] + "." + slug(s)
			id = begins
			for n := 2; taken[id]; n++ {
				id = begins + "-" + strconv.Itoa(n)
			}
		}
		ids[s], taken[id] = id, true
	}
	var rows [][]string
	for s, id := range ids {
		rows = append(rows, []string{id, s})
	}
	slices.SortFunc(rows, func(a, b []string) int { return strings.Compare(a[0], b[0]) })
	return append([][]string{{"id", "english"}}, rows...)
}

// reworded is the id of the message of the same place, with the same parts, that shares most words with a new one, of
// those that are gone; empty where none shares half of them.
func reworded(s, from string, gone map[string]string) string {
	words := strings.Fields(s)
	var best string
	most := 0
	for _, id := range slices.Sorted(maps.Keys(gone)) {
		old := gone[id]
		a, b := say.Parts(s), say.Parts(old)
		slices.Sort(a)
		slices.Sort(b)
		if !strings.HasPrefix(id, from+".") || !slices.Equal(a, b) {
			continue
		}
		shared := 0
		for _, w := range strings.Fields(old) {
			if slices.Contains(words, w) {
				shared++
			}
		}
		if 2*shared >= len(words) && shared > most {
			best, most = id, shared
		}
	}
	return best
}

// slug is how a message begins, in letters of an id.
func slug(s string) string {
	words := strings.FieldsFunc(strings.ToLower(s), func(r rune) bool {
		return (r < 'a' || r > 'z') && (r < '0' || r > '9')
	})
	return strings.Join(words[:min(len(words), 6)], "-")
}

// dataSources are the sentences that stand in the files of the core and not in its code, by what they are of.
func dataSources() map[string][]string {
	s := map[string][]string{}
	add := func(of string, texts ...string) { s[of] = append(s[of], texts...) }
	for _, it := range material.Standard().Items() {
		add("thing.trains", it.Manner.Trains...)
		add("thing.colour", it.Manner.Colours...)
		for _, sub := range larder.Substitutes(it.ID) {
			add("substitute", string(sub.Note))
		}
	}
	add("thing.kind", material.Kinds()...)
	for _, r := range recipe.Standard().Recipes() {
		add("recipe", string(r.Note()), r.Kind)
		for _, step := range r.Steps {
			add("recipe.step", string(step.Text))
		}
	}
	for _, f := range naming.Families() {
		add("family", f.Question)
	}
	for _, r := range safety.Rules() {
		add("rule", r.Title, string(r.Family), r.Threshold, r.Ground.Source, string(r.Ground.Standing))
		for _, e := range r.Examples {
			add("rule.example", e.Words)
		}
	}
	for _, a := range allergen.All() {
		add("allergen", a.String())
	}
	add("allergen.origin", allergen.OriginNames()...)
	add("trait", material.AllTraits.Words()...)
	add("feature", material.FeatureWords()...)
	for _, sort := range asking.Sorts() {
		add("sort", string(sort.Name), string(sort.Examples))
	}
	add("clean-up", material.CleanUps()...)
	add("mess", material.MessWords()...)
	add("feel", material.FeelWords()...)
	for _, system := range []unit.System{unit.US, unit.Metric} {
		set := unit.StandardSet(system)
		for i := range set.Len() {
			add("measure", set.At(i).Label())
		}
	}
	for _, c := range room.Customs() {
		add("custom", string(c))
	}
	for _, c := range aid.Cards() {
		add("aid", c.Title, c.Call, c.Ground.Source)
		for _, step := range c.Steps {
			add("aid", step.Do, step.Else)
		}
	}
	return s
}

// note notes where a message stands: of several places, the first by its name.
func note(sources map[string]string, s, from string) {
	if was, ok := sources[s]; !ok || from < was {
		sources[s] = from
	}
}

// readMessages notes the constant messages of a file, and holds that each call of say.F has a
// constant source with as many named parts as it is given, and that no message is put together
// with a plus.
func readMessages(t *testing.T, p *packages.Package, f *ast.File, sources map[string]string) {
	isText := func(e ast.Expr) bool {
		named, ok := p.TypesInfo.TypeOf(e).(*types.Named)
		return ok && named.Obj().Name() == "Text" && named.Obj().Pkg().Path() == sayPackage
	}
	from := strings.ReplaceAll(strings.TrimPrefix(p.PkgPath, "emblo/core/"), "/", ".")
	at := func(n ast.Node) token.Position { return p.Fset.Position(n.Pos()) }
	ast.Inspect(f, func(n ast.Node) bool {
		e, ok := n.(ast.Expr)
		if !ok {
			return true
		}
		if v := p.TypesInfo.Types[e].Value; v != nil && v.Kind() == constant.String && isText(e) {
			note(sources, constant.StringVal(v), from)
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
				note(sources, source, from)
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
