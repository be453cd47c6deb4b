package unit

// Maybe is a figure that nobody may have told: a share, a depth. The zero value is not known, which is
// never 0; how much there is of something is an Amount.
type Maybe[T any] struct {
	v     T
	known bool
}

// Known returns a figure that is known.
func Known[T any](v T) Maybe[T] { return Maybe[T]{v, true} }

// Get returns the figure; ok is false where it is not known.
func (m Maybe[T]) Get() (v T, ok bool) { return m.v, m.known }
