package written

import (
	"bytes"
	"errors"
	"fmt"
	"io"
	"reflect"
	"strings"
	"unicode/utf8"

	"github.com/go-json-experiment/json"
	"github.com/go-json-experiment/json/jsontext"

	"emblo/core/words"
)

// Read reads one document strictly. Every error is a *Fault.
func Read[T any](data []byte) (v T, err error) {
	w := walker{dec: jsontext.NewDecoder(bytes.NewReader(data), jsontext.AllowDuplicateNames(true))}
	if f := w.document(shapeOf(reflect.TypeFor[T]())); f != nil {
		return v, f
	}
	if err := json.Unmarshal(data, &v); err != nil {
		var wrong *json.SemanticError
		if errors.As(err, &wrong) {
			return v, &Fault{WrongType, string(wrong.JSONPointer), fmt.Sprintf("%s cannot be %s.", last(string(wrong.JSONPointer)), clip(string(wrong.JSONValue)))}
		}
		return v, notJSON
	}
	return v, nil
}

// Write writes a document. It cannot fail for the types of this package.
func Write(v any) []byte {
	data, err := json.Marshal(v, json.Deterministic(true))
	if err != nil {
		panic(fmt.Sprintf("written: %v", err))
	}
	return data
}

var notJSON = &Fault{NotJSON, "", "This is not one whole JSON document."}

// walker holds a document against a shape, token by token.
type walker struct{ dec *jsontext.Decoder }

func (w *walker) document(s *shape) *Fault {
	if f := w.value(s); f != nil {
		return f
	}
	if _, err := w.dec.ReadToken(); !errors.Is(err, io.EOF) {
		return &Fault{NotJSON, "", "There is more after the end of the document."}
	}
	return nil
}

func (w *walker) at() string { return string(w.dec.StackPointer()) }

func (w *walker) value(s *shape) *Fault {
	switch k := w.dec.PeekKind(); {
	case k == 'n':
		if _, err := w.dec.ReadToken(); err != nil {
			return notJSON
		}
		if !s.nullable {
			return &Fault{WrongType, w.at(), fmt.Sprintf("%s may not be empty: give %s.", last(w.at()), kindWords[s.kind])}
		}
		return nil
	case k == '{' && s.kind == objectKind:
		return w.object(s)
	case k == '{' && s.kind == mapKind:
		return w.names(s)
	case k == '[' && s.kind == listKind:
		return w.list(s)
	case k == '"' && s.kind == textKind:
		return w.text(s)
	case k == '0' && (s.kind == numberKind || s.kind == wholeKind), (k == 't' || k == 'f') && s.kind == yesNoKind:
		if _, err := w.dec.ReadToken(); err != nil {
			return notJSON
		}
		return nil
	case k == 0:
		_, _ = w.dec.ReadToken() // the error that made the kind unknown
		return notJSON
	default:
		if err := w.dec.SkipValue(); err != nil {
			return notJSON
		}
		return &Fault{WrongType, w.at(), fmt.Sprintf("%s must be %s, not %s.", last(w.at()), kindWords[s.kind], tokenWords[k])}
	}
}

var tokenWords = map[jsontext.Kind]string{'"': "text", '0': "a number", 't': "true", 'f': "false", '{': "a set of fields", '[': "a list"}

func (w *walker) object(s *shape) *Fault {
	if _, err := w.dec.ReadToken(); err != nil {
		return notJSON
	}
	place := w.at()
	var seen uint64
	for w.dec.PeekKind() == '"' {
		token, err := w.dec.ReadToken()
		if err != nil {
			return notJSON
		}
		name := token.String()
		i, known := s.byName[name]
		pointer := place + "/" + escape(name)
		switch {
		case !known:
			return &Fault{UnknownField, pointer, fmt.Sprintf("There is no field %q%s.", clip(name), s.near(name))}
		case seen&(1<<i) != 0:
			return &Fault{DoubledField, pointer, fmt.Sprintf("The field %q stands twice.", name)}
		}
		seen |= 1 << i
		if f := w.value(s.fields[i].shape); f != nil {
			return f
		}
	}
	if _, err := w.dec.ReadToken(); err != nil {
		return notJSON
	}
	for i, f := range s.fields {
		if f.required && seen&(1<<i) == 0 {
			return &Fault{MissingField, place + "/" + f.name, fmt.Sprintf("The field %q is missing.", f.name)}
		}
	}
	return nil
}

// near names the field that was meant, when one is near.
func (s *shape) near(name string) string {
	for _, f := range s.fields {
		if words.Near(name, f.name) {
			return fmt.Sprintf("; did you mean %q", f.name)
		}
	}
	return ""
}

func (w *walker) names(s *shape) *Fault {
	if _, err := w.dec.ReadToken(); err != nil {
		return notJSON
	}
	place := w.at()
	seen := make(map[string]bool)
	for w.dec.PeekKind() == '"' {
		token, err := w.dec.ReadToken()
		if err != nil {
			return notJSON
		}
		name := token.String()
		if seen[name] {
			return &Fault{DoubledField, place + "/" + escape(name), fmt.Sprintf("The name %q stands twice.", clip(name))}
		}
		seen[name] = true
		if f := w.value(s.elem); f != nil {
			return f
		}
	}
	if _, err := w.dec.ReadToken(); err != nil {
		return notJSON
	}
	return nil
}

func (w *walker) list(s *shape) *Fault {
	if _, err := w.dec.ReadToken(); err != nil {
		return notJSON
	}
	place, n := w.at(), 0
	for k := w.dec.PeekKind(); k != ']'; k = w.dec.PeekKind() {
		if k == 0 {
			return notJSON
		}
		if n++; s.max > 0 && n > s.max {
			return &Fault{TooLong, place, fmt.Sprintf("%s has at most %d entries.", last(place), s.max)}
		}
		if f := w.value(s.elem); f != nil {
			return f
		}
	}
	if _, err := w.dec.ReadToken(); err != nil {
		return notJSON
	}
	return nil
}

func (w *walker) text(s *shape) *Fault {
	token, err := w.dec.ReadToken()
	if err != nil {
		return notJSON
	}
	text := token.String()
	if s.max > 0 && utf8.RuneCountInString(text) > s.max {
		return &Fault{TooLong, w.at(), fmt.Sprintf("%s has at most %d letters, not %d.", last(w.at()), s.max, utf8.RuneCountInString(text))}
	}
	if s.lines == anyText {
		return nil
	}
	for _, r := range text {
		if (r < ' ' || r >= 0x7f && r < 0xa0) && !(s.lines == manyLines && (r == '\n' || r == '\r' || r == '\t')) {
			return &Fault{Control, w.at(), fmt.Sprintf("%s holds a control character, which nobody can see.", last(w.at()))}
		}
	}
	return nil
}

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
	return clip(strings.ToUpper(name[:min(1, len(name))]) + name[min(1, len(name)):])
}

func isNumber(s string) bool { return s != "" && strings.Trim(s, "0123456789") == "" }

// escape writes a name as a part of a JSON Pointer.
func escape(name string) string {
	return strings.NewReplacer("~", "~0", "/", "~1").Replace(name)
}

// clip cuts what somebody typed to a length that fits a sentence.
func clip(s string) string {
	if r := []rune(s); len(r) > 40 {
		return string(r[:40]) + "…"
	}
	return s
}
