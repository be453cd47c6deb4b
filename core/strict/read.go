// Package strict reads and writes documents that are held to a Go type.
//
// Reading refuses, by name and place, whatever the form does not know: a field that is
// not there, misspelt, doubled or in other capitals, a field that is missing, null where
// nothing may be empty, a second document behind the first, text with control characters
// or too long. A field left out is never "no": it is required, or it is a fact that is
// not given.
//
// The types say it themselves. A field without the option omitzero is required. A
// pointer without it may be null, which says "not known" or "none". The tag max bounds
// the letters of a text or the entries of a list, each those of the texts in a list; text:"lines" lets a text have
// several lines, text:"file" leaves it to who reads the file in it; some:"yes" refuses a 0 where leaving a number out
// says something else.
package strict

import (
	"bytes"
	"errors"
	"fmt"
	"io"
	"math/bits"
	"reflect"
	"strconv"
	"strings"
	"sync"
	"unicode"
	"unicode/utf8"

	"github.com/go-json-experiment/json"
	"github.com/go-json-experiment/json/jsontext"

	"emblo/core/words"
)

// Read reads one document strictly. Every error is a *Fault.
func Read[T any](data []byte) (v T, err error) {
	if f := hold(data, ShapeOf(reflect.TypeFor[T]())); f != nil {
		return v, f
	}
	// The walk has refused doubled keys already.
	if err := json.Unmarshal(data, &v, jsontext.AllowDuplicateNames(true)); err != nil {
		var wrong *json.SemanticError
		if errors.As(err, &wrong) {
			return v, &Fault{WrongType, string(wrong.JSONPointer), fmt.Sprintf("%s cannot be %s.",
				last(string(wrong.JSONPointer)), words.Cut(string(wrong.JSONValue)))}
		}
		return v, notJSON
	}
	return v, nil
}

// Hold refuses, with a *Fault, all that Read refuses but a number that its field cannot be: what is no JSON, and every
// field that is not known, doubled, missing, too long or of another kind. What it lets through any reader of JSON takes
// alike.
func Hold[T any](data []byte) error {
	if f := hold(data, ShapeOf(reflect.TypeFor[T]())); f != nil {
		return f
	}
	return nil
}

// hold holds a document against a shape.
func hold(data []byte, s *Shape) *Fault {
	w := walkers.Get().(*walker)
	defer walkers.Put(w)
	w.path = w.path[:0]
	w.dec.Reset(bytes.NewBuffer(data), jsontext.AllowDuplicateNames(true))
	return w.document(s)
}

var walkers = sync.Pool{New: func() any { return &walker{dec: new(jsontext.Decoder)} }}

// Version returns the version that a document says it has, 1 when it says none.
func Version(data []byte) int {
	f := struct {
		Version *int `json:"version"`
	}{}
	if json.Unmarshal(data, &f) != nil || f.Version == nil {
		return 1 // what is wrong with it is found by reading it
	}
	return *f.Version
}

// Write writes a document. It cannot fail for a type that has a shape.
func Write(v any) []byte {
	data, err := json.Marshal(v, json.Deterministic(true))
	if err != nil {
		panic(fmt.Sprintf("strict: %v", err))
	}
	return data
}

var notJSON = &Fault{NotJSON, "", "This is not one whole JSON document."}

// walker holds a document against a shape, token by token. Where it stands is kept as a
// path, and written as a pointer only for a fault.
type walker struct {
	dec  *jsontext.Decoder
	path []step
}

// step leads to a member of an object, or to an entry of a list when it has no name.
type step struct {
	name  string
	entry int
}

func (w *walker) document(s *Shape) *Fault {
	if f := w.value(s); f != nil {
		return f
	}
	if _, err := w.dec.ReadToken(); !errors.Is(err, io.EOF) {
		return &Fault{NotJSON, "", "There is more after the end of the document."}
	}
	return nil
}

// at writes where the walker stands, and more names below it.
func (w *walker) at(more ...string) string {
	var b strings.Builder
	for _, s := range w.path {
		b.WriteByte('/')
		if s.name == "" {
			b.WriteString(strconv.Itoa(s.entry))
		} else {
			b.WriteString(escape(s.name))
		}
	}
	for _, name := range more {
		b.WriteByte('/')
		b.WriteString(escape(name))
	}
	return b.String()
}

func (w *walker) value(s *Shape) *Fault {
	switch k := w.dec.PeekKind(); {
	case k == 'n':
		if err := w.dec.SkipValue(); err != nil {
			return notJSON
		}
		if !s.nullable {
			return &Fault{WrongType, w.at(), fmt.Sprintf("%s may not be empty: give %s.", last(w.at()),
				kindWords[s.kind])}
		}
		return nil
	case k == '{' && s.kind == Object:
		return w.object(s)
	case k == '{' && s.kind == Map:
		return w.names(s)
	case k == '[' && s.kind == List:
		return w.list(s)
	case k == '"' && s.kind == Text:
		return w.text(s)
	case k == '0' && (s.kind == Number || s.kind == Whole), (k == 't' || k == 'f') && s.kind == YesNo:
		return w.plain(s)
	case k == 0:
		return notJSON
	default:
		if err := w.dec.SkipValue(); err != nil {
			return notJSON
		}
		return &Fault{WrongType, w.at(), fmt.Sprintf("%s must be %s, not %s.", last(w.at()), kindWords[s.kind],
			tokenWords[k])}
	}
}

// plain reads a number or a yes, and refuses a 0 where leaving it out says something else.
func (w *walker) plain(s *Shape) *Fault {
	raw, err := w.dec.ReadValue()
	if err != nil {
		return notJSON
	}
	if !s.some {
		return nil
	}
	if n, err := strconv.ParseFloat(string(raw), 64); err == nil && n == 0 {
		return &Fault{BadValue, w.at(), fmt.Sprintf("%s cannot be 0: leave it out, or give another number.", last(w.at()))}
	}
	return nil
}

var tokenWords = map[jsontext.Kind]string{'"': "text", '0': "a number", 't': "true", 'f': "false",
	'{': "a set of fields", '[': "a list"}

// word reads a text; it is only good until the next is read.
func (w *walker) word() ([]byte, bool) {
	raw, err := w.dec.ReadValue()
	if err != nil || len(raw) < 2 {
		return nil, false
	}
	if bytes.IndexByte(raw, '\\') < 0 {
		return raw[1 : len(raw)-1], true
	}
	text, err := jsontext.AppendUnquote(nil, raw)
	return text, err == nil
}

func (w *walker) object(s *Shape) *Fault {
	if _, err := w.dec.ReadToken(); err != nil {
		return notJSON
	}
	var seen uint64
	for w.dec.PeekKind() == '"' {
		name, ok := w.word()
		if !ok {
			return notJSON
		}
		i, known := s.byName[string(name)]
		switch {
		case !known:
			return &Fault{UnknownField, w.at(string(name)), fmt.Sprintf("There is no field %q%s",
				words.Cut(string(name)), s.near(string(name)))}
		case seen&(1<<i) != 0:
			return &Fault{DoubledField, w.at(string(name)), fmt.Sprintf("The field %q stands twice.", name)}
		}
		seen |= 1 << i
		if s.required&(1<<i) == 0 && w.dec.PeekKind() == 'n' { // as good as left out, and said to be
			if err := w.dec.SkipValue(); err != nil {
				return notJSON
			}
			continue
		}
		if f := w.below(step{name: s.fields[i].Name}, s.fields[i].Shape); f != nil {
			return f
		}
	}
	if _, err := w.dec.ReadToken(); err != nil {
		return notJSON
	}
	if missing := s.required &^ seen; missing != 0 {
		name := s.fields[bits.TrailingZeros64(missing)].Name
		return &Fault{MissingField, w.at(name), fmt.Sprintf("The field %q is missing.", name)}
	}
	return nil
}

func (w *walker) below(to step, s *Shape) *Fault {
	w.path = append(w.path, to)
	f := w.value(s)
	w.path = w.path[:len(w.path)-1]
	return f
}

// near ends a sentence with the field that was meant, when one is near.
func (s *Shape) near(name string) string {
	for _, f := range s.fields {
		if words.Near(name, f.Name) {
			return fmt.Sprintf("; did you mean %q?", f.Name)
		}
	}
	return "."
}

func (w *walker) names(s *Shape) *Fault {
	if _, err := w.dec.ReadToken(); err != nil {
		return notJSON
	}
	seen := make(map[string]bool)
	for w.dec.PeekKind() == '"' {
		text, ok := w.word()
		if !ok {
			return notJSON
		}
		name := string(text)
		if seen[name] || name == "" {
			return &Fault{DoubledField, w.at(name), fmt.Sprintf("The name %q stands twice, or is none.",
				words.Cut(name))}
		}
		seen[name] = true
		if f := w.below(step{name: name}, s.elem); f != nil {
			return f
		}
	}
	if _, err := w.dec.ReadToken(); err != nil {
		return notJSON
	}
	return nil
}

func (w *walker) list(s *Shape) *Fault {
	if _, err := w.dec.ReadToken(); err != nil {
		return notJSON
	}
	for n := 0; w.dec.PeekKind() != ']'; n++ {
		if w.dec.PeekKind() == 0 {
			return notJSON
		}
		if s.max > 0 && n == s.max {
			return &Fault{TooLong, w.at(), fmt.Sprintf("%s has at most %d entries.", last(w.at()), s.max)}
		}
		if f := w.below(step{entry: n}, s.elem); f != nil {
			return f
		}
	}
	if _, err := w.dec.ReadToken(); err != nil {
		return notJSON
	}
	return nil
}

func (w *walker) text(s *Shape) *Fault {
	text, ok := w.word()
	if !ok {
		return notJSON
	}
	if s.max > 0 && len(text) > s.max && utf8.RuneCount(text) > s.max {
		return &Fault{TooLong, w.at(), fmt.Sprintf("%s has at most %d letters, not %d.", last(w.at()), s.max,
			utf8.RuneCount(text))}
	}
	if s.lines != anyText && bytes.ContainsFunc(text, func(r rune) bool { return control(r, s.lines) }) {
		return &Fault{Control, w.at(), fmt.Sprintf("%s contains a control character, which cannot be seen.", last(w.at()))}
	}
	return nil
}

// control reports whether a character is one that a text may not hold: it would look like another text, or turn it
// round.
func control(r rune, l lines) bool {
	return (r < ' ' || r >= 0x7f && r < 0xa0 || unicode.Is(unseen, r)) && !(l == manyLines && (r == '\n' || r == '\r' ||
		r == '\t'))
}

// unseen are characters of Unicode that show nothing: those of no width and those that set the direction of writing
// (UAX #9). What joins and parts letters in some scripts, and emoji, is none of them.
var unseen = &unicode.RangeTable{LatinOffset: 1, R16: []unicode.Range16{{0x00ad, 0x00ad, 1}, {0x200b, 0x200b, 1},
	{0x200e, 0x200f, 1},
	{0x202a, 0x202e, 1}, {0x2060, 0x2064, 1}, {0x2066, 0x2069, 1}, {0xfeff, 0xfeff, 1}}}

// last names the place a pointer leads to: "Adults" for /adults, "The document" for "".
func last(pointer string) string {
	if pointer == "" {
		return "The document"
	}
	parts := strings.Split(pointer, "/")
	name := strings.ReplaceAll(parts[len(parts)-1], "_", " ")
	if isNumber(name) && len(parts) > 2 {
		name = strings.ReplaceAll(parts[len(parts)-2], "_", " ") + " " + name
	}
	return words.Cut(strings.ToUpper(name[:min(1, len(name))]) + name[min(1, len(name)):])
}

func isNumber(s string) bool { return s != "" && strings.Trim(s, "0123456789") == "" }

// escape writes a name as a part of a JSON Pointer.
func escape(name string) string {
	return strings.NewReplacer("~", "~0", "/", "~1").Replace(name)
}
