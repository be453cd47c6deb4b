// Package memo keeps what has been reckoned, so that it is not reckoned anew. What is kept is an
// answer that depends on nothing but its key, so that it only ever saves time.
package memo

import "sync"

// Map keeps answers by what they depend on, up to a bound; then it forgets all and begins anew. The
// zero value keeps nothing yet. It is safe for concurrent use.
type Map[K comparable, V any] struct {
	mu   sync.Mutex
	kept map[K]V
}

// Get returns what is kept for a key.
func (m *Map[K, V]) Get(key K) (v V, ok bool) {
	m.mu.Lock()
	defer m.mu.Unlock()
	v, ok = m.kept[key]
	return v, ok
}

// Keep keeps an answer, one of at most so many, and returns it.
func (m *Map[K, V]) Keep(key K, v V, most int) V {
	m.mu.Lock()
	defer m.mu.Unlock()
	if m.kept == nil {
		m.kept = make(map[K]V)
	} else if len(m.kept) >= most {
		clear(m.kept)
	}
	m.kept[key] = v
	return v
}
