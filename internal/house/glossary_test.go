package house_test

import (
	"encoding/csv"
	"encoding/json"
	"io/fs"
	"maps"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/safety"
	"emblo/core/say"
)

// texts are all that Emblo says: the messages of the core, and the catalogues of the page.
func texts(t *testing.T) []string {
	all := say.Sources()
	for _, c := range catalogues(t) {
		all = slices.AppendSeq(all, maps.Values(c))
	}
	return all
}

// catalogues are the texts of the page by their ids, by the folder that says them.
func catalogues(t *testing.T) map[string]map[string]string {
	all := map[string]map[string]string{}
	src := filepath.Join(root, "web/src")
	require.NoError(t, filepath.WalkDir(src, func(path string, d fs.DirEntry, err error) error {
		if err != nil || d.Name() != "en.json" {
			return err
		}
		text, err := os.ReadFile(path)
		if err != nil {
			return err
		}
		said := map[string]string{}
		all[filepath.Dir(path)] = said
		return json.Unmarshal(text, &said)
	}))
	require.NotEmpty(t, all)
	return all
}

// One thing has one word: what the glossary says not to call it stands in no text.
func TestWordsAreThoseOfTheGlossary(t *testing.T) {
	f, err := os.Open(filepath.Join(root, "core/words/glossary.csv"))
	require.NoError(t, err)
	defer f.Close()
	rows, err := csv.NewReader(f).ReadAll()
	require.NoError(t, err)
	require.Equal(t, []string{"concept", "say", "not", "except", "us", "uk"}, rows[0])
	said := texts(t)
	for _, r := range rows[1:] {
		not, except := regexp.MustCompile("(?i)"+r[2]), regexp.MustCompile("(?i)"+r[3])
		for _, s := range said {
			if r[3] != "" {
				s = except.ReplaceAllString(s, "")
			}
			assert.False(t, not.MatchString(s), "%q: for %s say %q", s, r[0], r[1])
		}
		assert.False(t, not.MatchString(r[1]), "%s is to be called what it is not to be called", r[0])
	}
}

// A sentence has at most one of a colon and a semicolon, apart from the thresholds and sources of rules, which list,
// and the defaults that rule variants name.
func TestSentencesAreParted(t *testing.T) {
	listed := ruleTexts()
	for _, s := range texts(t) {
		if listed[s] {
			continue
		}
		for _, sentence := range strings.Split(s, ". ") {
			assert.Less(t, strings.Count(sentence, ": ")+strings.Count(sentence, "; "), 2, s)
		}
	}
}

// mostVague is how many messages may leave to the line above what they speak of.
const mostVague = 20

// A message names what it speaks of: few begin with It, Its, What or They, but for questions.
func TestMessagesNameTheirSubject(t *testing.T) {
	vague := 0
	for _, s := range texts(t) {
		first, _, _ := strings.Cut(s, " ")
		if slices.Contains([]string{"It", "Its", "What", "They"}, first) && !strings.HasSuffix(s, "?") {
			vague++
		}
	}
	assert.LessOrEqual(t, vague, mostVague)
}

// ruleTexts are the texts of the rule book that say when a rule speaks, and by what source.
func ruleTexts() map[string]bool {
	all := map[string]bool{}
	for _, r := range safety.Rules() {
		all[string(r.Threshold)], all[r.Ground.Source] = true, true
	}
	return all
}
