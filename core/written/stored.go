package written

import (
	"fmt"

	"emblo/core/strict"
)

// Stored reads a document of the database in the form it was written in: form 2, which differs
// from that of now in its set-ups alone, or that of now. Every error is a *Fault.
func Stored[T any](form int, data []byte) (v T, err error) {
	switch form {
	case Version:
		return strict.Read[T](data)
	case 2:
		setup, is := any(&v).(*Setup)
		if !is {
			return strict.Read[T](data)
		}
		old, err := strict.Read[setup2](data)
		if err == nil {
			*setup = old.now()
		}
		return v, err
	}
	return v, &strict.Fault{Code: strict.NewerForm, Pointer: "", Sentence: fmt.Sprintf("It is written in form %d, which this Emblo does not read.", form)}
}
