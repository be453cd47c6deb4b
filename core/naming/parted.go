package naming

import (
	"slices"
	"strings"

	"emblo/core/phrase"
	"emblo/core/recipe"
	"emblo/core/unit"
)

// Knows reports whether words, joined as they are looked up, name something: a thing, a mix or a family.
func (n *Namer) Knows(joined string) bool {
	return len(n.own.byJoined[joined]) > 0 || len(n.standard.byJoined[joined]) > 0
}

func (n *Namer) reader() phrase.Reader { return phrase.Reader{Names: n, System: unit.Metric} }

// parted finds what words mean that are no name as a whole: a name with an amount, a container, a state or a claim
// beside it, several names in one line, or a sentence about some.
func (m *Meaning) parted(n *Namer, answer string) {
	rd := n.reader()
	if r, ok := rd.Read(m.Words); ok {
		m.read(n, r)
		return
	}
	if phrase.Sentence(m.Words) {
		m.asked(n)
		return
	}
	all, or := rd.Several(m.Words)
	for _, r := range all {
		one := Meaning{Words: r.Text}
		one.read(n, r)
		if one.Family != nil && !or {
			one.tell(answer)
		}
		m.Each = append(m.Each, one)
		for _, x := range one.Members {
			if !slices.ContainsFunc(m.Members, func(y Member) bool { return y.ID() == x.ID() }) {
				m.Members = append(m.Members, x)
			}
		}
		if m.Family == nil && one.Family != nil && one.Family.given == "" {
			m.Family = one.Family
		}
	}
	if made := m.madeWith(); len(made) > 0 {
		m.Each, m.Members, m.Family = nil, made, nil
		if len(made) > 1 {
			m.Family = whichOf(made)
			m.Family.Name = m.Words
		}
	}
	if or && len(m.Members) > 0 {
		m.Each, m.Family = nil, whichOf(m.Members)
		m.Family.Name = m.Words
	}
}

// madeWith returns the mixes that "dough with hair conditioner" names: those of the first name that hold the second.
func (m Meaning) madeWith() (made []Member) {
	if len(m.Each) != 2 || !strings.Contains(strings.ToLower(m.Words), " with ") {
		return nil
	}
	for _, x := range m.Each[0].Members {
		if x.Mix != nil && slices.ContainsFunc(x.Mix.Lines, func(l recipe.Line) bool {
			return slices.ContainsFunc(m.Each[1].Members, func(y Member) bool { return y.ID() == l.Item.ID })
		}) {
			made = append(made, x)
		}
	}
	return made
}

// read takes what a phrase says.
func (m *Meaning) read(n *Namer, r phrase.Reading) {
	m.take(n, n.own.named(r.Noun))
	m.take(n, n.standard.named(r.Noun))
	m.Said = r.Said
	if m.Family != nil {
		m.stated()
	}
	m.free(n)
	for i, x := range m.Members {
		m.Members[i] = x.inState(m.Said)
	}
}

// stated takes the answer that a state gives to the question of a family: boiled beans are those that are cooked.
func (m *Meaning) stated() {
	for _, st := range m.Said.States {
		of := slices.DeleteFunc(slices.Clone(m.Family.Answers), func(a Option) bool {
			return !slices.Contains(a.states, st)
		})
		switch len(of) {
		case 0, len(m.Family.Answers):
			continue
		case 1:
			m.tell(of[0].Words)
		default: // it leaves fewer to be told apart
			f := m.Family.told("")
			f.Answers, m.Family = of, f
			m.Members = slices.DeleteFunc(slices.Clone(m.Members), func(x Member) bool {
				return !slices.Contains(f.ids(), x.ID())
			})
		}
		return
	}
}

// tell leaves the members of one answer.
func (m *Meaning) tell(answer string) {
	ids, ok := m.Family.answered(answer)
	if !ok {
		return
	}
	m.Family = m.Family.told(answer)
	m.Members = slices.DeleteFunc(slices.Clone(m.Members), func(x Member) bool { return !slices.Contains(ids, x.ID()) })
}

// told is the family with an answer to its question.
func (f *Family) told(answer string) *Family {
	return &Family{Name: f.Name, Question: f.Question, Answers: f.Answers, near: f.near, given: answer}
}

// askingToo are names that in a question are other words.
var askingToo = map[string]bool{"can": true, "play": true}

// asked asks which of the things is meant that a question or a sentence names.
func (m *Meaning) asked(n *Namer) {
	for _, name := range n.reader().NamesIn(m.Words) { // its first word asks: "can" holds no beans
		if askingToo[name] {
			continue
		}
		m.take(n, n.own.named(name))
		m.take(n, n.standard.named(name))
	}
	if m.Known() {
		m.Family = nearTo(m.Words, m.Members)
		m.Family.sentence = true
	}
}
