package house_test

import (
	"encoding/csv"
	"fmt"
	"hash/fnv"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/aid"
	"emblo/core/safety"
)

// weighty are the parts of a safety sentence that its meaning hangs on: figures with their units, and the words that
// forbid or bind.
var weighty = regexp.MustCompile(
	`(?i)\b\d[\d.,]*(?: ?(?:°C|mm|cm|kg|g|mL|%|months|minutes|min|days|h|uses))?|\b(?:never|not|no|only|must|at most|or less|or more|under|over|above)\b`)

// sentence is a safety sentence by its id, as it stands now.
type sentence struct{ id, says string }

func safetySentences() (all []sentence) {
	for _, r := range safety.Rules() {
		all = append(all, sentence{"rule/" + r.ID, r.Threshold})
	}
	for _, p := range safety.Precautions() {
		all = append(all, sentence{"do/" + p.ID, string(p.Say())})
	}
	for _, c := range aid.Cards() {
		all = append(all, sentence{"aid/" + c.ID + "/call", c.Call})
		for i, s := range c.Steps {
			all = append(all, sentence{fmt.Sprintf("aid/%s/%d", c.ID, i+1), s.Do})
		}
	}
	return all
}

// bound returns what of a sentence its meaning hangs on, each once.
func bound(says string) (all []string) {
	for _, m := range weighty.FindAllString(says, -1) {
		if m = strings.ToLower(strings.TrimRight(m, ".,")); !slices.Contains(all, m) {
			all = append(all, m)
		}
	}
	return all
}

// seal tells that a sentence stands as it was when it was read on a day.
func seal(says, read string) string {
	h := fnv.New32a()
	_, _ = h.Write([]byte(says + read))
	return fmt.Sprintf("%08x", h.Sum32())
}

// Every safety sentence stands in the register with what it must say and the day on which it was last read against its
// rule: whoever changes one reads it again, and says so with EMBLO_READ=<that day>, which keeps what it must say.
func TestSafetySentencesWereRead(t *testing.T) {
	path := filepath.Join(root, "core/safety/register.csv")
	rows := map[string][]string{}
	if data, err := os.ReadFile(path); err == nil {
		all, err := csv.NewReader(strings.NewReader(string(data))).ReadAll()
		require.NoError(t, err)
		require.Equal(t, []string{"id", "must say", "read", "seal"}, all[0])
		for _, r := range all[1:] {
			rows[r[0]] = r
		}
	}
	read := os.Getenv("EMBLO_READ")
	out := [][]string{{"id", "must say", "read", "seal"}}
	for _, s := range safetySentences() {
		row, known := rows[s.id]
		if read != "" && (!known || row[3] != seal(s.says, row[2])) {
			if !known {
				row = []string{s.id, strings.Join(bound(s.says), "; "), "", ""}
			}
			row[2], row[3], known = read, seal(s.says, read), true
		}
		if !assert.True(t, known, "%s is in no register: read it, then EMBLO_READ=<day>", s.id) {
			continue
		}
		has := bound(s.says)
		for _, must := range strings.Split(row[1], "; ") {
			assert.True(t, must == "" || slices.Contains(has, must), "%s does not say %q any more: %s", s.id, must, s.says)
		}
		_, err := time.Parse(time.DateOnly, row[2])
		require.NoError(t, err, s.id)
		assert.Equal(t, seal(s.says, row[2]), row[3], "%s has changed since it was read: %s", s.id, s.says)
		out = append(out, row)
	}
	if read == "" {
		assert.Len(t, rows, len(out)-1, "rows of sentences that are not there any more")
		return
	}
	f, err := os.Create(path)
	require.NoError(t, err)
	defer f.Close()
	require.NoError(t, csv.NewWriter(f).WriteAll(out))
}
