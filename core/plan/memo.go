package plan

import (
	"slices"

	"emblo/core/material"
	"emblo/core/memo"
	"emblo/core/recipe"
	"emblo/core/recipe/remedy"
	"emblo/core/recipe/scale"
	"emblo/core/safety"
	"emblo/core/unit"
)

// Memo keeps the mixes that were made and the things that were judged, so that a plan of which
// another line changes is not reckoned anew. It is only that: the answers are those without it. A
// nil Memo keeps nothing. It is safe for concurrent use.
type Memo struct {
	batches  scale.Memo
	mixes    memo.Map[mixKey, Mixed]
	remedies memo.Map[scale.Key, []remedy.Remedy]
	shelf    memo.Map[shelfKey, safety.Assessment]
	things   memo.Map[thingKey, safety.Assessment]
}

// mixKey is what a mix for a group depends on. Groups, like recipes, are never changed once made.
type mixKey struct {
	name              string
	batch             scale.Key
	children, colours int
	pot               unit.Volume
	use               safety.Use
	group             *safety.Group
}

// shelfKey is what an answer for a thing as it is on the shelf depends on.
type shelfKey struct {
	group   *safety.Group
	subject *safety.Subject
	use     safety.Use
}

// thingKey is what an answer for a thing with facts of its own depends on.
type thingKey struct {
	group *safety.Group
	name  string
	facts material.Facts
	use   safety.Use
}

// How many mixes, with what may be wrong with them, and things are kept at most.
const (
	maxMixes  = 512
	maxThings = 4096
)

func (m *Memo) scale(r recipe.Recipe, need unit.Mass, set unit.MeasureSet) (scale.Batch, error) {
	if m == nil {
		return scale.For(r, need, set)
	}
	return m.batches.For(r, need, set)
}

// mix makes a batch for a group, as makeMix does. Its lines may be changed.
func (m *Memo) mix(b scale.Batch, set unit.MeasureSet, children, colours int, pot unit.Volume, use safety.Use,
	g *safety.Group) (Mixed, error) {
	batch, ok := scale.KeyOf(b.Recipe, b.Need, set)
	if m == nil || !ok {
		return makeMix(b, children, colours, pot, use, g)
	}
	key := mixKey{b.Recipe.Name, batch, children, colours, pot, use, g}
	made, kept := m.mixes.Get(key)
	if !kept {
		var err error
		if made, err = makeMix(b, children, colours, pot, use, g); err != nil {
			return made, err
		}
		for i := range made.Lines {
			made.Lines[i].Kept = true
		}
		m.mixes.Keep(key, made, maxMixes)
	}
	made.Lines = slices.Clone(made.Lines)
	return made, nil
}

// remediesFor returns what may be wrong with a batch that weighs so much, and what to do about it.
func (m *Memo) remediesFor(r recipe.Recipe, made unit.Mass, set unit.MeasureSet) []remedy.Remedy {
	key, ok := scale.KeyOf(r, made, set)
	if m == nil || !ok {
		return remedy.For(r, made, set)
	}
	if all, kept := m.remedies.Get(key); kept {
		return all
	}
	return m.remedies.Keep(key, remedy.For(r, made, set), maxMixes)
}

// judge judges a thing for a group. Prepared is the thing as it is on the shelf, nil for one with facts
// of its own.
func (m *Memo) judge(name string, f *material.Facts, prepared *safety.Subject, use safety.Use, g *safety.Group) Line {
	l := Line{Name: name, Facts: f, Use: use, Kept: m != nil}
	fresh := func() safety.Assessment {
		subject := safety.Prepare(name, *f)
		return g.Judge(&subject, use)
	}
	switch {
	case m == nil && prepared == nil:
		l.Assessment = fresh()
	case m == nil:
		l.Assessment = g.Judge(prepared, use)
	case prepared == nil:
		key := thingKey{g, name, *f, use}
		if a, kept := m.things.Get(key); kept {
			l.Assessment = a
		} else {
			l.Assessment = m.things.Keep(key, fresh(), maxThings)
		}
	default:
		key := shelfKey{g, prepared, use}
		if a, kept := m.shelf.Get(key); kept {
			l.Assessment = a
		} else {
			l.Assessment = m.shelf.Keep(key, g.Judge(prepared, use), maxThings)
		}
	}
	return l
}
