package strict

import (
	"bytes"
	"reflect"
	"strings"

	"github.com/go-json-experiment/json"
	"github.com/go-json-experiment/json/jsontext"
)

// Over returns a document of type T as it is sent, with what it leaves out of the one that is stored: an optional field
// that is not there stays as it is stored, and one that is null is cleared. So whoever writes by a contract of before a
// field was in it does not drop that. Entries of a list are told by their id, or by what they have to say; what is of
// another kind, thing or recipe, or of other lines, is another and takes nothing over. What is said of a thing that
// nobody knows, or of a packet, is never filled up by what was said before: what is left out of it is not known. Both
// documents have been held against the shape of T before.
func Over[T any](sent, stored []byte) ([]byte, error) {
	return over(ShapeOf(reflect.TypeFor[T]()), sent, stored)
}

// tells are the fields that tell one object from another.
var tells = []string{"id", "kind", "item_id", "recipe_id", "batch_id", "lines"}

func over(s *Shape, sent, stored jsontext.Value) (jsontext.Value, error) {
	switch {
	case s.kind == Object && sent.Kind() == '{' && stored.Kind() == '{':
		return overObject(s, sent, stored)
	case s.kind == List && s.elem.kind == Object && sent.Kind() == '[' && stored.Kind() == '[':
		return overList(s.elem, sent, stored)
	}
	return sent, nil
}

func overObject(s *Shape, sent, stored jsontext.Value) (jsontext.Value, error) {
	now, was, err := both[map[string]jsontext.Value](sent, stored)
	if err != nil {
		return nil, err
	}
	for _, name := range tells {
		if value, said := now[name]; said && value.Kind() != 'n' && !bytes.Equal(value, was[name]) {
			return sent, nil
		}
	}
	for i, f := range s.fields {
		before, there := was[f.Name]
		value, said := now[f.Name]
		switch {
		case !said && there && s.required&(1<<i) == 0:
			now[f.Name] = before
		case said && there && !f.Whole:
			if now[f.Name], err = over(f.Shape, value, before); err != nil {
				return nil, err
			}
		}
	}
	return json.Marshal(now, json.Deterministic(true))
}

func overList(s *Shape, sent, stored jsontext.Value) (jsontext.Value, error) {
	now, was, err := both[[]map[string]jsontext.Value](sent, stored)
	if err != nil {
		return nil, err
	}
	before := make(map[string][]int, len(was))
	for i, entry := range was {
		key := s.keyOf(entry)
		before[key] = append(before[key], i)
	}
	out := make([]jsontext.Value, len(now))
	for i, entry := range now {
		if out[i], err = json.Marshal(entry, json.Deterministic(true)); err != nil {
			return nil, err
		}
		key := s.keyOf(entry)
		of := before[key]
		if len(of) == 0 {
			continue
		}
		before[key] = of[1:]
		old, err := json.Marshal(was[of[0]])
		if err != nil {
			return nil, err
		}
		if out[i], err = over(s, out[i], old); err != nil {
			return nil, err
		}
	}
	return json.Marshal(out)
}

// keyOf tells one entry of a list from another: by its id, or by all that it has to say.
func (s *Shape) keyOf(entry map[string]jsontext.Value) string {
	if id, told := entry["id"]; told {
		return string(id)
	}
	var key strings.Builder
	for i, f := range s.fields {
		if s.required&(1<<i) != 0 && f.Shape.kind != Object && f.Shape.kind != List {
			key.Write(entry[f.Name])
			key.WriteByte(0)
		}
	}
	return key.String()
}

func both[V any](sent, stored jsontext.Value) (now, was V, err error) {
	if err = json.Unmarshal(sent, &now); err == nil {
		err = json.Unmarshal(stored, &was)
	}
	return now, was, err
}
