package scale

import (
	"emblo/core/memo"
	"emblo/core/recipe"
	"emblo/core/unit"
)

// Memo keeps what Scale has found, so that a plan whose other lines change is not scaled
// anew. It is only that: the answer is the one of Scale. A nil Memo keeps nothing. It is
// safe for concurrent use.
type Memo struct{ kept memo.Map[Key, Batch] }

// Key is what a batch depends on: equal ones scale to equal batches. Recipes and measure sets
// are never changed once made, so their parts stand for them.
type Key struct {
	lines  *recipe.Line
	count  int
	loss   float64
	need   unit.Mass
	drawer unit.SetID
}

// KeyOf returns what the batch of a recipe depends on; ok is false for a recipe of nothing.
func KeyOf(r recipe.Recipe, need unit.Mass, set unit.MeasureSet) (k Key, ok bool) {
	if len(r.Lines) == 0 {
		return k, false
	}
	return Key{&r.Lines[0], len(r.Lines), r.Loss, need, set.ID()}, true
}

// maxMemo bounds the batches that are kept.
const maxMemo = 512

// For is Scale.
func (m *Memo) For(r recipe.Recipe, need unit.Mass, set unit.MeasureSet) (Batch, error) {
	key, ok := KeyOf(r, need, set)
	if m == nil || !ok {
		return For(r, need, set)
	}
	if b, kept := m.kept.Get(key); kept {
		b.Recipe = r
		return b, nil
	}
	b, err := For(r, need, set)
	if err != nil {
		return b, err
	}
	return m.kept.Keep(key, b, maxMemo), nil
}
