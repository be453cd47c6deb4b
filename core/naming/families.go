package naming

import (
	"bytes"
	_ "embed"
	"encoding/csv"
	"fmt"
	"slices"
	"strings"
	"sync"

	"emblo/core/material"
	"emblo/core/phrase"
	"emblo/core/recipe"
)

//go:embed families.csv
var familiesCSV []byte

// Family is what a plain word names when it names several things that are judged
// differently, with the one question that tells them apart.
type Family struct {
	Name     string // the first of its words
	Question string
	Answers  []Option
	given    string
	words    []string
	// near is set where the words only lie one slip of the finger away from what they may mean: nothing is made of
	// that before somebody has said so.
	near bool
	// sentence is set where the words are a question or a sentence that names them.
	sentence bool
}

// Option is one answer to the question of a family, and the ids of the members it leads to.
type Option struct {
	Words  string
	ids    []string
	states []phrase.State // what a thing may be said to be that gives this answer
}

// Given returns the answer that was given, "" for none.
func (f *Family) Given() string { return f.given }

func (f *Family) ids() (all []string) {
	for _, a := range f.Answers {
		all = append(all, a.ids...)
	}
	return all
}

func (f *Family) answered(answer string) ([]string, bool) {
	for _, a := range f.Answers {
		if answer != "" && strings.EqualFold(a.Words, strings.TrimSpace(answer)) {
			return a.ids, true
		}
	}
	return nil, false
}

// whichOf asks which of some members is meant.
func whichOf(members []Member) *Family {
	f := &Family{Name: members[0].Name(), Question: "Which of these is it?"}
	for _, m := range members {
		f.Answers = append(f.Answers, Option{Words: m.Name(), ids: []string{m.ID()}})
	}
	return f
}

// noneOfThese answers that a slip of the finger was none.
const noneOfThese = "None of these"

// nearTo asks whether words that are not known mean what lies one slip away.
func nearTo(words string, members []Member) *Family {
	f := whichOf(members)
	f.Name, f.Question, f.near = words, "Which of these is meant, if any?", true
	f.Answers = append(f.Answers, Option{Words: noneOfThese})
	return f
}

// Families returns every family, in the order of the file.
func Families() []*Family { return families() }

// families reads the file, which the tests check: words joined by ;, the question, and the
// answers joined by |, each its words, = and ids joined by ;, and the states that give them, in
// their order. A failure is a fault of the
// build and panics.
var families = sync.OnceValue(func() []*Family {
	all, err := readFamilies(familiesCSV)
	if err != nil {
		panic(err)
	}
	return all
})

func readFamilies(data []byte) ([]*Family, error) {
	rows, err := csv.NewReader(bytes.NewReader(data)).ReadAll()
	if err != nil {
		return nil, fmt.Errorf("families: %w", err)
	}
	var all []*Family
	for _, row := range rows[1:] {
		f := &Family{Question: row[1], words: strings.Split(row[0], ";")}
		f.Name = f.words[0]
		states := strings.Split(row[3], "|")
		for i, text := range strings.Split(row[2], "|") {
			words, ids, ok := strings.Cut(text, "=")
			if !ok || words == "" || ids == "" {
				return nil, fmt.Errorf("family %q: the answer %q leads nowhere", f.Name, text)
			}
			option := Option{Words: strings.TrimSpace(words), ids: strings.Split(ids, ";")}
			if row[3] != "" {
				if i >= len(states) {
					return nil, fmt.Errorf("family %q: it has more answers than states", f.Name)
				}
				for _, st := range strings.Split(states[i], ";") {
					option.states = append(option.states, phrase.State(st))
				}
			}
			f.Answers = append(f.Answers, option)
		}
		if !strings.HasSuffix(f.Question, "?") || len(f.Answers) < 2 {
			return nil, fmt.Errorf("family %q: it needs a question with two answers", f.Name)
		}
		for _, id := range f.ids() {
			_, thing := material.Standard().Get(id)
			if _, mix := recipe.Standard().Get(id); !thing && !mix {
				return nil, fmt.Errorf("family %q: there is nothing by the id %q", f.Name, id)
			}
		}
		all = append(all, f)
	}
	return all, nil
}

// meant is one thing that a name can stand for.
type meant struct {
	id     string
	mix    bool
	family *Family
	name   string
}

// index holds names by their keys. It is read-only once made.
type index struct {
	byKey, byJoined map[string][]meant
	// bySlip holds joined keys by what is left of them when any one letter is taken out.
	bySlip map[string][]string
}

func newIndex() *index {
	return &index{make(map[string][]meant), make(map[string][]meant), make(map[string][]string)}
}

func (ix *index) add(m meant, names ...string) {
	for _, name := range names {
		m.name = name
		for key, in := range map[string]map[string][]meant{material.Key(name): ix.byKey,
			material.JoinedKey(name): ix.byJoined} {
			if !slices.ContainsFunc(in[key], func(x meant) bool { return x.id == m.id && x.family == m.family }) {
				in[key] = append(in[key], m)
			}
		}
		joined := material.JoinedKey(name)
		for _, short := range without(joined) {
			ix.bySlip[short] = append(ix.bySlip[short], joined)
		}
	}
}

// standardIndex knows the shelf and the book that ship with Emblo, and the families. What a
// name stands for first, counts: a thing before a mix of that name, both before a family.
var standardIndex = sync.OnceValue(func() *index {
	ix := newIndex()
	for _, it := range material.Standard().Items() {
		ix.add(meant{id: it.ID}, append([]string{it.Name}, it.Also...)...)
	}
	for _, r := range recipe.Standard().Recipes() {
		ix.add(meant{id: r.ID, mix: true}, append([]string{r.Name}, r.Also...)...)
	}
	for _, f := range families() {
		ix.add(meant{family: f}, f.words...)
	}
	ix.addHeads(material.Standard().Items())
	ix.addMisspelt()
	return ix
})

//go:embed misspelt.csv
var misspeltCSV []byte

// addMisspelt adds the words that people are known to misspell, and what they mean by them: none of these is a
// word of its own (common practice). Any other slip is asked about. A row that leads nowhere is a fault of the
// build and panics.
func (ix *index) addMisspelt() {
	rows, err := csv.NewReader(bytes.NewReader(misspeltCSV)).ReadAll()
	if err != nil {
		panic(err)
	}
	for _, row := range rows[1:] {
		meant := ix.named(row[1])
		if len(meant) == 0 {
			panic(fmt.Sprintf("naming: %q is meant by %q, and nothing has that name", row[1], row[0]))
		}
		for _, m := range meant {
			ix.add(m, row[0])
		}
	}
}

// addHeads adds names up to their comma, where that alone names nothing yet: "Yoghurt, plain"
// is yoghurt. Several things of one head are told apart by their names.
func (ix *index) addHeads(items []material.Item) {
	heads := make(map[string][]Member)
	var order []string
	for _, it := range items {
		head, _, ok := strings.Cut(it.Name, ",")
		if !ok || len(ix.named(head)) > 0 {
			continue
		}
		key := material.JoinedKey(head)
		if heads[key] == nil {
			order = append(order, head)
		}
		heads[key] = append(heads[key], Member{Item: &it})
	}
	for _, head := range order {
		members := heads[material.JoinedKey(head)]
		if len(members) == 1 {
			ix.add(meant{id: members[0].ID()}, head)
			continue
		}
		f := whichOf(members)
		f.Name = head
		ix.add(meant{family: f}, head)
	}
}

// named returns what is known by the words but for the plural and the blanks, and but for the
// order where that names one thing only. What a name stands for first, counts.
func (ix *index) named(words string) []meant {
	if found := ix.byJoined[material.JoinedKey(words)]; len(found) > 0 {
		return found[:1]
	}
	if found := ix.byKey[material.Key(words)]; len(found) == 1 {
		return found
	}
	return nil
}
