package recipe

import (
	"sync"

	"emblo/core/unit"
)

// Memo keeps what Scale has found, so that a plan whose other lines change is not scaled
// anew. It is only that: the answer is the one of Scale. A nil Memo keeps nothing. It is
// safe for concurrent use.
type Memo struct {
	mu   sync.Mutex
	kept map[memoKey]Batch
}

// memoKey is what a batch depends on. Recipes and measure sets are never changed once made,
// so their parts stand for them.
type memoKey struct {
	lines  *Line
	count  int
	loss   float64
	need   unit.Mass
	drawer unit.SetID
}

// maxMemo bounds the batches that are kept.
const maxMemo = 512

// Scale is Scale.
func (m *Memo) Scale(r Recipe, need unit.Mass, set unit.MeasureSet) (Batch, error) {
	if m == nil || len(r.Lines) == 0 {
		return Scale(r, need, set)
	}
	key := memoKey{&r.Lines[0], len(r.Lines), r.Loss, need, set.ID()}
	m.mu.Lock()
	b, ok := m.kept[key]
	m.mu.Unlock()
	if ok {
		b.Recipe = r
		return b, nil
	}
	b, err := Scale(r, need, set)
	if err != nil {
		return b, err
	}
	m.mu.Lock()
	defer m.mu.Unlock()
	if m.kept == nil || len(m.kept) >= maxMemo {
		m.kept = make(map[memoKey]Batch)
	}
	m.kept[key] = b
	return b, nil
}
