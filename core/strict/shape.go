package strict

import (
	"encoding"
	"fmt"
	"reflect"
	"strconv"
	"strings"
	"sync"
)

// Kind is what a value may be.
type Kind uint8

// The kinds.
const (
	Text Kind = iota
	Whole
	Number
	YesNo
	List
	Object
	Map
)

var kindWords = [...]string{Text: "text", Whole: "a whole number", Number: "a number", YesNo: "true or false",
	List: "a list", Object: "a set of fields", Map: "a set of names"}

// lines says which control characters a text may hold.
type lines uint8

const (
	oneLine lines = iota
	manyLines
	anyText
)

// Shape is what a document of a Go type looks like. Shapes are made once for each type
// and never changed.
type Shape struct {
	kind     Kind
	nullable bool
	max      int  // letters of a text, entries of a list; 0 for no bound
	some     bool // a number that is given is not 0, which is another thing than to leave it out
	lines    lines
	elem     *Shape // of a list or a map
	fields   []Field
	required uint64 // a bit for each of the fields
	byName   map[string]int
}

// Field is one field of an object.
type Field struct {
	Name     string
	Shape    *Shape
	Required bool
	Whole    bool // it is taken as it is sent, and nothing of what is stored fills it up
}

// Kind returns what a value of the shape is.
func (s *Shape) Kind() Kind { return s.kind }

// Some reports whether a number of the shape is never 0.
func (s *Shape) Some() bool { return s.some }

// Elem returns the shape of what a list or a map holds; nil for anything else.
func (s *Shape) Elem() *Shape { return s.elem }

// Fields returns the fields of an object in their order. They are read-only.
func (s *Shape) Fields() []Field { return s.fields }

// Field returns a field of an object by its name; ok is false where it has none of that name.
func (s *Shape) Field(name string) (f Field, ok bool) {
	i, ok := s.byName[name]
	if !ok {
		return f, false
	}
	return s.fields[i], true
}

// Hold refuses what a document of the shape cannot be, nil for one that it can.
func (s *Shape) Hold(data []byte) *Fault { return hold(data, s) }

var shapes sync.Map // reflect.Type to *Shape

// ShapeOf returns the shape of the documents of a type.
func ShapeOf(t reflect.Type) *Shape {
	if s, ok := shapes.Load(t); ok {
		return s.(*Shape)
	}
	s, _ := shapes.LoadOrStore(t, newShape(t, ""))
	return s.(*Shape)
}

var textType = reflect.TypeFor[encoding.TextUnmarshaler]()

// newShape panics for a type that no document has: a fault of the program, found by the
// first test that reads one.
func newShape(t reflect.Type, tag reflect.StructTag) *Shape {
	s := &Shape{max: atoi(tag.Get("max")), some: tag.Get("some") == "yes"}
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
		s.kind = Text
		return s
	}
	switch t.Kind() {
	case reflect.String:
		s.kind = Text
	case reflect.Int, reflect.Int64:
		s.kind = Whole
	case reflect.Float64:
		s.kind = Number
	case reflect.Bool:
		s.kind = YesNo
	case reflect.Slice, reflect.Array:
		s.kind, s.elem = List, newShape(t.Elem(), reflect.StructTag(fmt.Sprintf(`max:%q`, tag.Get("each"))))
	case reflect.Map:
		s.kind, s.elem = Map, newShape(t.Elem(), "")
	case reflect.Struct:
		s.kind, s.byName = Object, make(map[string]int)
		s.addFields(t)
	default:
		panic(fmt.Sprintf("strict: nothing is written as %s", t))
	}
	return s
}

func (s *Shape) addFields(t reflect.Type) {
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
			panic(fmt.Sprintf("strict: the field %s of %s has no name in JSON", f.Name, t))
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
		s.fields = append(s.fields, Field{name, inner, !optional, f.Tag.Get("over") == "whole"})
	}
	if len(s.fields) > 64 {
		panic(fmt.Sprintf("strict: %s has more than 64 fields", t))
	}
}

func atoi(text string) int {
	n, _ := strconv.Atoi(text) // "" is no bound
	return n
}
