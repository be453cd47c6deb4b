package house_test

import (
	"encoding/csv"
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

// One thing has one word: what the glossary says not to call it stands in no message of the core. The linter of the
// page holds its texts to the same table.
func TestWordsAreThoseOfTheGlossary(t *testing.T) {
	f, err := os.Open(filepath.Join(root, "core/words/glossary.csv"))
	require.NoError(t, err)
	defer f.Close()
	rows, err := csv.NewReader(f).ReadAll()
	require.NoError(t, err)
	require.Equal(t, []string{"concept", "say", "not", "except", "us", "uk"}, rows[0])
	for _, r := range rows[1:] {
		not, except := regexp.MustCompile("(?i)"+r[2]), regexp.MustCompile("(?i)"+r[3])
		for _, s := range say.Sources() {
			if r[3] != "" {
				s = except.ReplaceAllString(s, "")
			}
			assert.False(t, not.MatchString(s), "%q: for %s say %q", s, r[0], r[1])
		}
		assert.False(t, not.MatchString(r[1]), "%s is to be called what it is not to be called", r[0])
	}
}

// A sentence has at most one of a colon and a semicolon, apart from the thresholds and sources of rules, which list.
func TestSentencesAreParted(t *testing.T) {
	listed := ruleTexts()
	for _, s := range say.Sources() {
		if listed[s] {
			continue
		}
		for _, sentence := range strings.Split(s, ". ") {
			assert.Less(t, strings.Count(sentence, ": ")+strings.Count(sentence, "; "), 2, s)
		}
	}
}

// mostVague is how many messages may leave to the line above what they speak of.
const mostVague = 12

// A message names what it speaks of: few begin with It, Its, What or They, but for questions.
func TestMessagesNameTheirSubject(t *testing.T) {
	vague := 0
	for _, s := range say.Sources() {
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
