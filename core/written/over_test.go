package written

import (
	"encoding/json"
	"fmt"
	"reflect"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/strict"
)

// drawn draws a document of a shape, with some of what it need not say. No two entries of a list have the same id.
func drawn(t *rapid.T, s *strict.Shape, ids *int) any {
	switch s.Kind() {
	case strict.Object:
		doc := map[string]any{}
		for _, f := range s.Fields() {
			if !f.Required && !rapid.Bool().Draw(t, f.Name) {
				continue
			}
			if doc[f.Name] = drawn(t, f.Shape, ids); f.Name == "id" {
				*ids++
				doc[f.Name] = fmt.Sprint("id", *ids)
			}
		}
		return doc
	case strict.List:
		list := []any{}
		for range rapid.IntRange(0, 2).Draw(t, "entries") {
			list = append(list, drawn(t, s.Elem(), ids))
		}
		return list
	case strict.Map:
		return map[string]any{"a name": drawn(t, s.Elem(), ids)}
	case strict.YesNo:
		return rapid.Bool().Draw(t, "yes")
	case strict.Text:
		return rapid.SampledFrom([]string{"", "a", "b"}).Draw(t, "text")
	}
	least := 0
	if s.Some() {
		least = 1
	}
	return float64(rapid.IntRange(least, 3).Draw(t, "number"))
}

// without returns a document as somebody sends it who does not know some of its optional fields, or clears them.
func without(s *strict.Shape, doc any, path string, unknown map[string]bool, clears bool) any {
	switch of := doc.(type) {
	case map[string]any:
		out := map[string]any{}
		for name, value := range of {
			at, known := s.Field(name)
			switch {
			case !known: // a name of a map
				out[name] = without(s.Elem(), value, path+"/*", unknown, clears)
			case !unknown[path+"/"+name]:
				out[name] = without(at.Shape, value, path+"/"+name, unknown, clears)
			case clears:
				out[name] = nil
			}
		}
		return out
	case []any:
		out := make([]any, len(of))
		for i, entry := range of {
			out[i] = without(s.Elem(), entry, path, unknown, clears)
		}
		return out
	}
	return doc
}

// optional returns the paths of what a shape need not say.
func optional(s *strict.Shape, path string) (all []string) {
	for s.Kind() == strict.List {
		s = s.Elem()
	}
	for _, f := range s.Fields() {
		at := path + "/" + f.Name
		if !f.Required {
			all = append(all, at)
		}
		if !f.Whole {
			all = append(all, optional(f.Shape, at)...)
		}
	}
	return all
}

// Whatever a page does not know of a document stays through its save, and what is cleared goes.
func TestASaveKeepsWhatItDoesNotKnow(t *testing.T) {
	for name, kept := range map[string]func(sent, stored []byte) ([]byte, *strict.Shape, error){
		"child": overAs[Child], "room": overAs[Room], "set-up": overAs[Setup], "thing": overAs[Thing],
		"recipe": overAs[Recipe], "centre": overAs[Centre],
		"log": overAs[Log], "day": overAs[DayBody], "jar": overAs[Jar], "batch": overAs[Batch],
		"what happened to a batch": overAs[BatchEvent], "tick": overAs[Tick]} {
		t.Run(name, rapid.MakeCheck(func(t *rapid.T) {
			_, s, err := kept([]byte("1"), []byte("1"))
			require.NoError(t, err)
			ids := 0
			doc := drawn(t, s, &ids)
			unknown := map[string]bool{}
			for _, path := range optional(s, "") {
				if parts := strings.Split(path, "/"); rapid.IntRange(0, 2).Draw(t, path) == 0 &&
					parts[len(parts)-1] != "id" {
					unknown[path] = true
				}
			}
			stored, left := text(t, doc), text(t, without(s, doc, "", unknown, false))
			got, _, err := kept(left, stored)
			require.NoError(t, err)
			assert.JSONEq(t, string(stored), string(got), "left out: %v", unknown)

			cleared := text(t, without(s, doc, "", unknown, true))
			got, _, err = kept(cleared, stored)
			require.NoError(t, err)
			assert.JSONEq(t, string(cleared), string(got), "cleared: %v", unknown)
			for _, sent := range [][]byte{left, cleared} {
				assert.Nil(t, s.Hold(sent), "%s", sent)
			}
		}))
	}
}

// What is another thing takes nothing over from what it stands in place of.
func TestAnotherThingTakesNothingOver(t *testing.T) {
	const stored = `{"id":"a","base":{"kind":"mix","recipe_id":"stove-dough","portion_g":90},"items":[]}`
	for _, base := range []string{`{"kind":"fill","item_id":"rice"}`, `{"kind":"mix","recipe_id":"oobleck"}`} {
		sent := `{"id":"a","base":` + base + `,"items":[]}`
		got, err := strict.Over[Place]([]byte(sent), []byte(stored))
		require.NoError(t, err)
		assert.JSONEq(t, sent, string(got))
	}
}

// What is said of something that nobody knows, of a packet, or of a mix of other ingredients is not filled up by what
// was said of another before: a fact that is left out is not known, and clears nothing.
func TestNoFactIsFilledUp(t *testing.T) {
	const item = `{"id":"a","each":1,"use":"open","described":%s}`
	marble := fmt.Sprintf(item, `{"name":"a marble"}`)
	block := fmt.Sprintf(item,
		`{"name":"a block","solid":"box","sizes_mm":[60,60,60],"nothing_else":true,"contents":"listed"}`)
	got, err := strict.Over[PlanItem]([]byte(marble), []byte(block))
	require.NoError(t, err)
	assert.JSONEq(t, marble, string(got))

	const plan = `{"room_id":"r","play_at":"2026-11-30T09:30","places":[],"beside":[],"labels":[%s]}`
	says := fmt.Sprintf(plan, `{"item_id":"oats"}`)
	got, err = strict.Over[Plan]([]byte(says),
		[]byte(fmt.Sprintf(plan, `{"item_id":"oats","free":["nuts"],"heat_treated":true}`)))
	require.NoError(t, err)
	assert.JSONEq(t, says, string(got))

	other := `{"name":"Ours","lines":"1 cup borax"}`
	got, err = strict.Over[Recipe]([]byte(other), []byte(`{"name":"Ours","lines":"1 cup flour","ph":7}`))
	require.NoError(t, err)
	assert.JSONEq(t, other, string(got))
}

func overAs[T any](sent, stored []byte) ([]byte, *strict.Shape, error) {
	got, err := strict.Over[T](sent, stored)
	return got, strict.ShapeOf(reflect.TypeFor[T]()), err
}

func text(t require.TestingT, doc any) []byte {
	out, err := json.Marshal(doc)
	require.NoError(t, err)
	return out
}
