package written

import "fmt"

// Stored reads a document of the database in the form it was written in. Every error is a
// *Fault.
func Stored[T any](form int, data []byte) (v T, err error) {
	if form != Version {
		return v, &Fault{NewerForm, "", fmt.Sprintf("It is written in form %d, which this Emblo does not read.", form)}
	}
	return Read[T](data)
}
