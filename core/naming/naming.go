// Package naming finds what people mean by an everyday word: a thing of the shelf, a mix of
// the book, or a family of things that one question tells apart. Every way in asks it, so
// that a word means the same in a check, a list, a recipe and the search.
//
// A plain word never means its safest member. A word that is not known is looked at for one
// slip of the finger, and never across a word that names a hazard.
package naming

import (
	"slices"
	"strings"
	"unicode/utf8"

	"emblo/core/material"
	"emblo/core/phrase"
	"emblo/core/recipe"
	"emblo/core/say"
	"emblo/core/words"
)

// MaxLetters is the longest name that is looked up; what is longer is not known.
const MaxLetters = 120

// Member is one thing or one mix that words can mean. Exactly one of them is set.
type Member struct {
	Item *material.Item
	Mix  *recipe.Recipe
	// also are the facts of the thing as it may be besides: whole, where it is said to be cut.
	also []material.Facts
}

// Name returns what it is called.
func (m Member) Name() string {
	if m.Mix != nil {
		return m.Mix.Name
	}
	return m.Item.Name
}

// Say returns what it is called as a message.
func (m Member) Say() say.Text { return say.Name(m.ID(), m.Name()) }

// ID returns the id on the shelf or in the book.
func (m Member) ID() string {
	if m.Mix != nil {
		return m.Mix.ID
	}
	return m.Item.ID
}

// Meaning is what words mean.
type Meaning struct {
	// Words are the words as typed.
	Words string
	// Members are what they can mean: none when they are not known, one for a thing or a
	// mix. More without a Family are one of the centre's own and one of the shelf's that
	// share a name: both count.
	Members []Member
	// Family is set when a question tells the members apart.
	Family *Family
	// Said is what the words say beside the name: how much, in what state, what a packet claims.
	Said phrase.Said
	// Each are the things that one line names together: each counts.
	Each []Meaning
	// hazards are the words of a name that nobody knows which call for a fact.
	hazards []string
	// Meant is the name that was taken for a slip of the finger; empty when none was.
	Meant string
}

// Only returns the meaning of one thing of the shelf, however it was found.
func Only(it material.Item) Meaning {
	return Meaning{Words: it.Name, Members: []Member{{Item: &it}}}
}

// Known reports whether the words mean anything.
func (m Meaning) Known() bool { return len(m.Members) > 0 }

// One returns the only thing that the words mean; none where they are only near to it.
func (m Meaning) One() (material.Item, bool) {
	if len(m.Members) == 1 && m.Members[0].Item != nil && len(m.Members[0].also) == 0 && !m.asksWhether() {
		return *m.Members[0].Item, true
	}
	return material.Item{}, false
}

// SaysMoreThan reports whether the words mean a thing and say something of it that changes the answer: in what state it
// is, what a packet claims, or what else there is.
func (m Meaning) SaysMoreThan(id string) bool {
	return (!m.Said.Plain() || len(m.Each) > 0) && slices.ContainsFunc(m.Members, func(x Member) bool {
		return x.ID() == id
	})
}

// Name returns what the words mean, in the words of the shelf.
func (m Meaning) Name() string {
	switch {
	case len(m.Each) > 0:
		return m.Words
	case m.Family != nil:
		return m.Family.Name
	case m.Known():
		return m.Members[0].Name()
	}
	return m.Words
}

// Taken returns what the words were taken for, where that is called otherwise than they are: "" for words that are a
// name themselves, and for those that nobody knows or that are asked about.
func (m Meaning) Taken() string {
	switch {
	case !m.Known() || m.asksWhether():
		return ""
	case len(m.Each) > 0:
		names := make([]string, len(m.Each))
		for i, one := range m.Each {
			names[i] = one.Name()
		}
		return strings.Join(names, " + ")
	case material.JoinedKey(m.Name()) == material.JoinedKey(m.Words):
		return ""
	}
	return m.Name()
}

// Namer resolves words over a shelf and the mixes that can be made. It is immutable and safe
// for concurrent use.
type Namer struct {
	shelf    *material.Shelf
	mixes    map[string]recipe.Recipe // a centre's own by id
	own      *index
	standard *index
}

// New returns a namer over a shelf and a centre's own recipes; the book that ships with Emblo
// is always there.
func New(shelf *material.Shelf, own []recipe.Recipe) *Namer {
	n := &Namer{shelf: shelf, own: newIndex(), standard: standardIndex(), mixes: make(map[string]recipe.Recipe,
		len(own))}
	for _, it := range shelf.Items() {
		if !it.Own {
			break // a centre's own things stand first
		}
		n.own.add(meant{id: it.ID}, append([]string{it.Name}, it.Also...)...)
	}
	for _, r := range own {
		n.mixes[r.ID] = r
		n.own.add(meant{id: r.ID, mix: true}, r.Name)
	}
	return n
}

// Resolve says what words mean. Words that answer the question of a family lead to the
// members of that answer; an answer that the family does not have is no answer.
func (n *Namer) Resolve(typed, answer string) Meaning {
	m := Meaning{Words: strings.TrimSpace(typed)}
	if utf8.RuneCountInString(m.Words) > MaxLetters {
		return m
	}
	if !strings.ContainsAny(m.Words, "/+&;") { // "pasta / rice" is no rice pasta
		m.take(n, n.own.named(m.Words))
		m.take(n, n.standard.named(m.Words))
	}
	if !m.Known() {
		m.parted(n, answer)
	} else if first, _, _ := strings.Cut(strings.ToLower(m.Words), " "); first == "some" {
		m.Said.Amount.Some = true // names are looked up without it
	}
	if !m.Known() {
		m.slipped(n)
	}
	if m.Family != nil && len(m.Each) == 0 {
		m.tell(answer)
	}
	if !m.Known() {
		m.hazards = hazardsOf(m.Words)
	}
	return m
}

// asksWhether reports whether the words are only near to what they may mean, and nobody has said which of it is
// meant.
func (m Meaning) asksWhether() bool { return m.Family != nil && m.Family.near && m.Family.given == "" }

// Ingredient returns the one thing that the name of an ingredient means.
func (n *Namer) Ingredient(name string) (material.Item, bool) { return n.Resolve(name, "").One() }

// Thing returns the one thing that a name means as it stands on the shelf: with an amount or a container beside it, but
// in no state that makes another thing of it.
func (n *Namer) Thing(name string) (material.Item, bool) {
	m := n.Resolve(name, "")
	it, ok := m.One()
	return it, ok && m.Said.Plain()
}

// Several returns the question that tells apart what the name of an ingredient means, and the
// things it can be; "" when it means one or none.
func (n *Namer) Several(name string) (question string, kinds []material.Item) {
	m := n.Resolve(name, "")
	if m.Family == nil {
		return "", nil
	}
	for _, x := range m.Members {
		if x.Item != nil {
			kinds = append(kinds, *x.Item)
		}
	}
	return m.Family.Question, kinds
}

// take adds what an index knows. A centre's own name and one of the shelf both count.
func (m *Meaning) take(n *Namer, found []meant) {
	for _, f := range found {
		switch {
		case f.family != nil:
			if m.Family == nil {
				m.Family = f.family
			}
			for _, id := range f.family.ids() {
				m.add(n, id)
			}
		default:
			m.add(n, f.id)
		}
	}
}

func (m *Meaning) add(n *Namer, id string) {
	if slices.ContainsFunc(m.Members, func(x Member) bool { return x.ID() == id }) {
		return
	}
	if it, ok := n.shelf.Get(id); ok {
		m.Members = append(m.Members, Member{Item: &it})
	} else if r, ok := n.mixes[id]; ok {
		m.Members = append(m.Members, Member{Mix: &r})
	} else if r, ok := recipe.Standard().Get(id); ok {
		m.Members = append(m.Members, Member{Mix: &r})
	}
}

// slipped asks about what lies one slip of the finger away from the name in the words, unless all of its words are
// words of the language: those mean themselves. Beside a word that names a hazard only what names it too is near.
func (m *Meaning) slipped(n *Namer) {
	core := n.reader().Core(m.Words)
	if core == "" {
		core = m.Words
	}
	if allReal(core) {
		return
	}
	said := hazardsOf(m.Words)
	for _, ix := range []*index{n.own, n.standard} {
		for _, f := range ix.near(core) {
			if !subset(said, material.Words(f.name)) {
				continue
			}
			m.take(n, []meant{f})
			m.Meant = f.name
		}
	}
	if m.Known() {
		m.Family = nearTo(m.Words, m.Members)
	}
}

// allReal reports whether every word of a name is one of the language, and no known slip of another.
func allReal(name string) bool {
	for _, w := range strings.Fields(strings.ToLower(name)) {
		if w = strings.Trim(w, "'’-.,"); !words.Real(w) && !words.Real(material.Word(w)) {
			return false
		}
	}
	return true
}

// subset reports whether all of some words are among others.
func subset(some, all []string) bool {
	return !slices.ContainsFunc(some, func(w string) bool { return !slices.Contains(all, w) })
}

// Nearest returns up to limit things and mixes that words which are not known may be about:
// those that share a word, or lie one slip away.
func (n *Namer) Nearest(typed string, limit int) []Member {
	var m Meaning
	for _, it := range n.shelf.Search(typed, limit) {
		m.add(n, it.ID)
	}
	all := material.Words(typed)
	for i := len(all) - 1; i >= 0 && len(m.Members) < limit; i-- {
		for _, it := range n.shelf.Search(all[i], limit-len(m.Members)) {
			m.add(n, it.ID)
		}
	}
	return m.Members
}
