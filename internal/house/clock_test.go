package house_test

import (
	"go/ast"
	"go/token"
	"path/filepath"
	"regexp"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
)

var (
	// databaseTime is what SQL calls the database's clock (PostgreSQL manual, 9.9.5, and the special values
	// of 8.5.1.4).
	databaseTime = regexp.MustCompile(
		`(?i)\bnow\s*\(\s*\)|\bcurrent_(date|time|timestamp)\b|\blocaltimestamp\b|\b(clock|statement|transaction)_timestamp\b|\btimeofday\s*\(|'(now|today|tomorrow|yesterday)'`)
	machineTime = regexp.MustCompile(`\btime\.(Now|Since|Until)\b`)
)

// readsDatabase are the places that read the database's clock, by file and what stands there, each with what
// it is for: none of them decides anything.
var readsDatabase = map[string]string{
	"internal/store/centres.go: clock_timestamp":         "held against the program's clock, so that the two are said to differ",
	"internal/store/migrations/00001_centre.sql: now()":  "defaults of columns, taken away by 00015",
	"internal/store/migrations/00002_shelf.sql: now()":   "defaults of columns, taken away by 00015",
	"internal/store/migrations/00003_recipes.sql: now()": "defaults of columns, taken away by 00015",
	"internal/store/migrations/00005_written.sql: now()": "defaults of columns, taken away by 00015",
	"internal/store/migrations/00007_stock.sql: now()":   "a default, taken away by 00015; and the first count of what was there before there were counts",
	"internal/store/migrations/00008_today.sql: now()":   "a default, taken away by 00015",
	"internal/store/migrations/00012_batches.sql: now()": "defaults of columns, taken away by 00015",
}

// Nothing reads time but through the clock that it was given: the machine's is read in one place, the
// database's only where it decides nothing; the page's own rules hold it to one place as well.
func TestTimeIsReadInOnePlace(t *testing.T) {
	seen := map[string]bool{}
	for _, below := range []string{"core", "internal", "cmd"} {
		files(t, below, func(path, text string) {
			if strings.HasSuffix(path, "_test.go") || strings.HasPrefix(path, "internal/moment/") ||
				strings.HasPrefix(path, "internal/testdb/") {
				return
			}
			if path != "internal/now/now.go" && path != "cmd/budgets/main.go" {
				assert.NotRegexp(t, machineTime, text, path)
			}
			for _, found := range databaseTime.FindAllString(statements(t, path, text), -1) {
				place := path + ": " + strings.ToLower(found)
				seen[place] = true
				assert.Contains(t, readsDatabase, place,
					"the database's clock may decide nothing: say what it is read for")
			}
		})
	}
	for place := range readsDatabase {
		assert.True(t, seen[place], "%s is read no more", place)
	}
}

// statements are what may be asked of the database in a file: the strings of Go, and SQL without its comments.
func statements(t *testing.T, path, text string) string {
	var all []string
	switch filepath.Ext(path) {
	case ".sql":
		for _, line := range strings.Split(text, "\n") {
			line, _, _ = strings.Cut(line, "--")
			all = append(all, line)
		}
	case ".go":
		ast.Inspect(parse(t, path, text), func(n ast.Node) bool {
			if lit, ok := n.(*ast.BasicLit); ok && lit.Kind == token.STRING {
				all = append(all, lit.Value)
			}
			return true
		})
	}
	return strings.Join(all, "\n")
}
