package naming

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"emblo/core/material"
	"emblo/core/safety"
	"emblo/core/say"
)

// meansOf writes what words mean as the table of phrases does: the ids of what they can mean, of several things in one
// line with + between them, of what is asked about with a question mark before them.
func meansOf(m Meaning) string {
	if len(m.Each) > 0 {
		all := make([]string, len(m.Each))
		for i, one := range m.Each {
			all[i] = meansOf(one)
		}
		return strings.Join(all, "+")
	}
	ids := make([]string, len(m.Members))
	for i, x := range m.Members {
		ids[i] = x.ID()
	}
	slices.Sort(ids)
	if m.asksWhether() {
		return "?" + strings.Join(ids, ",")
	}
	return strings.Join(ids, ",")
}

// meansWanted resolves what the table says by its plain names.
func meansWanted(text string) string {
	if text == "" {
		return ""
	}
	if rest, asks := strings.CutPrefix(text, "?"); asks {
		return "?" + meansWanted(rest)
	}
	var all []string
	for _, one := range strings.Split(text, "+") {
		var ids []string
		for _, name := range strings.Split(one, " or ") {
			for _, x := range standard.Resolve(name, "").Members {
				ids = append(ids, x.ID())
			}
		}
		slices.Sort(ids)
		all = append(all, strings.Join(slices.Compact(ids), ","))
	}
	return strings.Join(all, "+")
}

// saysOf writes what a phrase says beside the name.
func saysOf(m Meaning) string {
	s := m.Said
	var all []string
	if n, counted := s.Amount.Count.Get(); counted {
		all = append(all, fmt.Sprintf("%g", n))
	}
	if s.Amount.In != "" {
		all = append(all, s.Amount.In)
	}
	if g, ok := s.Amount.Each.Mass(); ok {
		all = append(all, fmt.Sprintf("%.0f g", g.Grams()))
	}
	if v, ok := s.Amount.Each.Volume(); ok {
		all = append(all, strings.TrimSuffix(fmt.Sprintf("%.1f", v.Millilitres()), ".0")+" ml")
	}
	if s.Amount.Some {
		all = append(all, "some")
	}
	for _, st := range s.States {
		all = append(all, string(st))
	}
	for _, c := range s.Claims {
		if c.Safe {
			all = append(all, "safe")
		} else {
			all = append(all, "free")
		}
	}
	if mm, sized := s.Length.Get(); sized {
		all = append(all, fmt.Sprintf("%g mm", mm.Millimetres()))
	}
	if s.Use != "" {
		all = append(all, "use "+s.Use)
	}
	return strings.Join(all, " ")
}

// Phrases as people type them, each with the names that mean the same and what it says besides. Those of the second
// file were written down and judged before they were first read.
func TestPhrases(t *testing.T) {
	for _, file := range []string{"testdata/phrases.csv", "testdata/phrases-own.csv"} {
		for _, row := range readWords(t, file) {
			m := standard.Resolve(row["phrase"], "")
			assert.Equal(t, meansWanted(row["means"]), meansOf(m), row["phrase"])
			assert.Equal(t, row["says"], saysOf(m), row["phrase"])
		}
	}
}

// The laws of reading, over names of the shelf, the book and the families: it never panics; a container or an amount
// never changes what a thing is; and a word that names a hazard never clears what it stands beside, nor makes it milder
// where it says how that is. No word beside a name lets in what does not go in by its name alone, unless it has a row
// of its own.
func TestLawsOfPhrases(t *testing.T) {
	names := everyName()
	hazard := slices.DeleteFunc(Vocabulary(), func(w string) bool {
		// A container; socks are worn; a state that peas are sold in; tie-dyed.
		return w == "bag" || w == "old" || w == "split" || w == "tie"
	})
	var terms []string
	for _, row := range readWords(t, "../phrase/terms.csv") {
		terms = append(terms, strings.Split(row["words"], ";")...)
	}
	little, big := toddlers(t), preschool(t)
	rapid.Check(t, func(t *rapid.T) {
		name := rapid.SampledFrom(names).Draw(t, "name")
		plain := meansOf(standard.Resolve(name, ""))
		for _, around := range []string{"a bag of %s", "2 packets of %s", "three tubs of %s", "500 g %s", "%s (2 cups)",
			"%s, 400 g", "a handful of %s", "some %s", "jar of %s", "%s for scooping"} {
			text := fmt.Sprintf(around, name)
			m := standard.Resolve(text, "")
			if len(m.Each) == 0 && m.Said.Amount.Said() {
				assert.Equal(t, plain, meansOf(m), text)
			}
		}
		said := fmt.Sprintf("%s %s", rapid.SampledFrom(terms).Draw(t, "term"), name)
		for _, g := range []*safety.Group{little, big} {
			alone := standard.Resolve(name, "").Judge(g, Ask{Use: safety.Open})
			if m := standard.Resolve(said, ""); meansOf(m) == plain && !alone.Verdict.Ready() {
				assert.False(t, m.Judge(g, Ask{Use: safety.Open}).Verdict.Ready(), "%s: %s does not go in", said, name)
			}
		}
		word := rapid.SampledFrom(hazard).Draw(t, "hazard")
		text := word + " " + name
		m := standard.Resolve(text, "")
		r, _ := standard.reader().Read(text)
		if m.Said.Place != "" || slices.Contains(material.Words(r.Noun), word) || isNamed(m, name, word) {
			return // the word is part of a name on the shelf; or it is the thing, and what stands behind it a tub
		}
		for _, g := range []*safety.Group{little, big} {
			j := m.Judge(g, Ask{Use: safety.Open})
			// It was read for what it is, painted or rusty, or has a row of its own: broken spaghetti.
			if len(m.Said.States) > 0 || m.Known() && !m.asksWhether() && meansOf(m) != plain {
				alone := standard.Resolve(name, "").Judge(g, Ask{Use: safety.Open})
				asked := meansOf(m) != plain && !j.Verdict.Ready() // tiles that are magnetic are no glazed tiles
				assert.True(t, asked || j.Verdict >= alone.Verdict, "%s: milder than %s", text, name)
				continue
			}
			assert.False(t, j.Verdict.Ready(), "%s goes in (%s)", text, meansOf(m))
		}
	})
}

// isNamed reports whether a word and a name are the words of one name of what both mean, in whatever order: an elastic
// cord.
func isNamed(m Meaning, name, word string) bool {
	behind := name + " " + word
	r, _ := standard.reader().Read(behind)
	if slices.Contains(material.Words(r.Noun), word) && meansOf(standard.Resolve(behind, "")) == meansOf(m) {
		return true
	}
	it, one := m.One()
	sorted := func(words string) []string { return slices.Sorted(slices.Values(material.Words(words))) }
	return one && slices.ContainsFunc(append([]string{it.Name}, it.Also...), func(called string) bool {
		return slices.Equal(sorted(called), sorted(behind))
	})
}

func TestReadingNeverPanics(t *testing.T) {
	words := append(everyName(), "2", "1/2", "½", "cups", "of", "and", "free", "no", "(", ")", ",", "/", "a", "bag", "cut",
		"to", "mm", "x", "nut", "without", "%", "0", "1.000", "-", "or", "with", "in", "?", "heaped", "tin", "é", "\u202e")
	rapid.Check(t, func(t *rapid.T) {
		text := strings.Join(rapid.SliceOfN(rapid.SampledFrom(words), 0, 14).Draw(t, "words"), " ")
		standard.Resolve(text, "Yes").Judge(readers, Ask{Use: safety.Open})
		standard.Resolve(rapid.String().Draw(t, "text"), "")
	})
}

var readers = preschool(&testing.T{})

func everyName() (names []string) {
	for _, it := range material.Standard().Items() {
		names = append(names, append([]string{it.Name}, it.Also...)...)
	}
	for _, f := range Families() {
		names = append(names, f.words...)
	}
	return names
}

// BenchmarkReadingALine reads the phrases of the table, one after the other.
func BenchmarkReadingALine(b *testing.B) {
	rows := readWords(b, "testdata/phrases-own.csv")
	for i := 0; b.Loop(); i++ {
		standard.Resolve(rows[i%len(rows)]["phrase"], "")
	}
}

// What can be done to a thing by a tap is read back as that thing so changed, taking it back leaves the thing, and no
// state that a tap gives lets in what does not go in without.
func TestChangesOfThings(t *testing.T) {
	little, big := toddlers(t), preschool(t)
	offered, became := map[say.Text]int{}, map[string]bool{}
	for _, it := range material.Standard().Items() {
		for _, c := range standard.Changes(standard.Resolve(it.Name, "")) {
			offered[c.Said]++
			m := standard.Resolve(c.Words, "")
			if c.Plain != "" { // it is another thing by then, and no milder
				became[it.ID+" "+c.Plain] = true
				continue
			}
			assert.Equal(t, it.Name, m.Name(), c.Words)
			back := slices.IndexFunc(standard.Changes(m), func(b Change) bool { return b.Said == c.Said && b.Done })
			if assert.GreaterOrEqual(t, back, 0, c.Words) {
				b := standard.Changes(m)[back]
				assert.Equal(t, []string{it.Name, it.ID}, []string{b.Words, b.Plain}, c.Words)
			}
			for _, g := range []*safety.Group{little, big} {
				alone := standard.Resolve(it.Name, "").Judge(g, Ask{Use: safety.Open})
				if _, cut := m.Said.Length.Get(); !cut && !alone.Verdict.Ready() {
					assert.False(t, m.Judge(g, Ask{Use: safety.Open}).Verdict.Ready(), c.Words)
				}
			}
		}
	}
	for _, pair := range []string{"white-rice cooked-rice", "white-rice coloured-rice", "chickpeas canned-chickpeas"} {
		assert.True(t, became[pair], pair)
	}
	for typed, called := range map[string]string{"2 kg frozen white rice": "Frozen white rice, dry",
		"dyed red lentils": "Coloured lentils, dry", "white rice": "", "wheat free flour": "", "broken lentils": "",
		"rusty rice": ""} {
		m := standard.Resolve(typed, "")
		done := standard.Done(m)
		if assert.Equal(t, called != "", len(done) > 0, typed) && called != "" {
			it, _ := m.One()
			shelf, _ := standard.Thing(it.Name)
			changed, ok := Changed(shelf, done)
			assert.True(t, ok, typed)
			assert.Equal(t, called, changed.Name)
			assert.Equal(t, it.Facts, changed.Facts, "as its words are read")
		}
	}
	for _, d := range doables {
		assert.NotZero(t, offered[d.say()], d.say())
	}
	for _, more := range []string{"nut free biscuits", "rice and lentils", "beads", "moon dust"} {
		assert.Empty(t, standard.Changes(standard.Resolve(more, "")), more)
	}
}
