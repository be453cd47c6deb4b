package written

import (
	"encoding"
	"fmt"
	"reflect"
	"strconv"
	"strings"
	"sync"
)

// kind is what a value may be.
type kind uint8

const (
	textKind kind = iota
	wholeKind
	numberKind
	yesNoKind
	listKind
	objectKind
	mapKind
)

var kindWords = [...]string{textKind: "text", wholeKind: "a whole number", numberKind: "a number",
	yesNoKind: "true or false",
	listKind:  "a list", objectKind: "a set of fields", mapKind: "a set of names"}

// lines says which control characters a text may hold.
type lines uint8

const (
	oneLine lines = iota
	manyLines
	anyText
)

// shape is what a document of a Go type looks like. Shapes are made once for each type
// and never changed.
type shape struct {
	kind     kind
	nullable bool
	max      int // letters of a text, entries of a list; 0 for no bound
	lines    lines
	elem     *shape // of a list or a map
	fields   []field
	required uint64 // a bit for each of the fields
	byName   map[string]int
}

type field struct {
	name  string
	shape *shape
	whole bool // it is taken as it is sent, and nothing of what is stored fills it up
}

var shapes sync.Map // reflect.Type to *shape

func shapeOf(t reflect.Type) *shape {
	if s, ok := shapes.Load(t); ok {
		return s.(*shape)
	}
	s, _ := shapes.LoadOrStore(t, newShape(t, ""))
	return s.(*shape)
}

var textType = reflect.TypeFor[encoding.TextUnmarshaler]()

// newShape panics for a type that no document has: a fault of the program, found by the
// first test that reads one.
func newShape(t reflect.Type, tag reflect.StructTag) *shape {
	s := &shape{max: atoi(tag.Get("max"))}
	switch tag.Get("text") {
	case "lines":
		s.lines = manyLines
	case "file":
		s.lines = anyText
	}
	if t.Kind() == reflect.Pointer {
		inner := newShape(t.Elem(), tag)
		inner.nullable = true
		return inner
	}
	if reflect.PointerTo(t).Implements(textType) {
		s.kind = textKind
		return s
	}
	switch t.Kind() {
	case reflect.String:
		s.kind = textKind
	case reflect.Int, reflect.Int64:
		s.kind = wholeKind
	case reflect.Float64:
		s.kind = numberKind
	case reflect.Bool:
		s.kind = yesNoKind
	case reflect.Slice, reflect.Array:
		s.kind, s.elem = listKind, newShape(t.Elem(), reflect.StructTag(fmt.Sprintf(`max:%q`, tag.Get("each"))))
	case reflect.Map:
		s.kind, s.elem = mapKind, newShape(t.Elem(), "")
	case reflect.Struct:
		s.kind, s.byName = objectKind, make(map[string]int)
		s.addFields(t)
	default:
		panic(fmt.Sprintf("written: nothing is written as %s", t))
	}
	return s
}

func (s *shape) addFields(t reflect.Type) {
	for i := range t.NumField() {
		f := t.Field(i)
		name, options, _ := strings.Cut(f.Tag.Get("json"), ",")
		switch {
		case f.Anonymous && name == "":
			s.addFields(f.Type)
			continue
		case !f.IsExported() || name == "-":
			continue
		case name == "":
			panic(fmt.Sprintf("written: the field %s of %s has no name in JSON", f.Name, t))
		}
		optional := options == "omitzero"
		inner := newShape(f.Type, f.Tag)
		if optional && f.Tag.Get("null") != "ok" {
			inner.nullable = false // what is not given is left out
		}
		s.byName[name] = len(s.fields)
		if !optional {
			s.required |= 1 << len(s.fields)
		}
		s.fields = append(s.fields, field{name, inner, f.Tag.Get("over") == "whole"})
	}
	if len(s.fields) > 64 {
		panic(fmt.Sprintf("written: %s has more than 64 fields", t))
	}
}

func atoi(text string) int {
	n, _ := strconv.Atoi(text) // "" is no bound
	return n
}
