// Package making keeps batches and what happened to them.
package making

import "emblo/internal/centre"

// Making keeps them.
type Making struct{ *centre.House }

// In returns it for the centres of a house.
func In(h *centre.House) Making { return Making{h} }
