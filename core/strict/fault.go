package strict

import "fmt"

// Code says what is wrong with a document, for programs; the sentence is for people.
type Code string

// The codes.
const (
	NotJSON      Code = "not-json"      // not one whole JSON document
	UnknownField Code = "unknown-field" // misspelt, in other capitals, or not there
	MissingField Code = "missing-field"
	DoubledField Code = "doubled-field"
	WrongType    Code = "wrong-type"
	TooLong      Code = "too-long"
	Control      Code = "control-character"
	BadValue     Code = "bad-value" // a word, number or name that does not make sense there
	NewerForm    Code = "newer-form"
)

// Fault says what of a document cannot be read, and where: Pointer is a JSON Pointer
// (RFC 6901), "" for the document as a whole.
type Fault struct {
	Code     Code
	Pointer  string
	Sentence string
}

// Error returns the sentence.
func (f *Fault) Error() string { return f.Sentence }

// Bad returns the fault of a value that does not make sense at the pointer.
func Bad(pointer, format string, args ...any) *Fault {
	return &Fault{BadValue, pointer, fmt.Sprintf(format, args...)}
}

// Under returns the fault with its pointer below another place.
func (f *Fault) Under(pointer string) *Fault { return &Fault{f.Code, pointer + f.Pointer, f.Sentence} }
