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
)

// drawn draws a document of a shape, with some of what it need not say. No two entries of a list have the same id.
func drawn(t *rapid.T, s *shape, ids *int) any {
	switch s.kind {
	case objectKind:
		doc := map[string]any{}
		for i, f := range s.fields {
			if s.required&(1<<i) == 0 && !rapid.Bool().Draw(t, f.name) {
				continue
			}
			if doc[f.name] = drawn(t, f.shape, ids); f.name == "id" {
				*ids++
				doc[f.name] = fmt.Sprint("id", *ids)
			}
		}
		return doc
	case listKind:
		list := []any{}
		for range rapid.IntRange(0, 2).Draw(t, "entries") {
			list = append(list, drawn(t, s.elem, ids))
		}
		return list
	case mapKind:
		return map[string]any{"a name": drawn(t, s.elem, ids)}
	case yesNoKind:
		return rapid.Bool().Draw(t, "yes")
	case textKind:
		return rapid.SampledFrom([]string{"", "a", "b"}).Draw(t, "text")
	}
	return float64(rapid.IntRange(0, 3).Draw(t, "number"))
}

// without returns a document as somebody sends it who does not know some of its optional fields, or clears them.
func without(s *shape, doc any, path string, unknown map[string]bool, clears bool) any {
	switch of := doc.(type) {
	case map[string]any:
		out := map[string]any{}
		for name, value := range of {
			at, known := s.byName[name]
			switch {
			case !known: // a name of a map
				out[name] = without(s.elem, value, path+"/*", unknown, clears)
			case !unknown[path+"/"+name]:
				out[name] = without(s.fields[at].shape, value, path+"/"+name, unknown, clears)
			case clears:
				out[name] = nil
			}
		}
		return out
	case []any:
		out := make([]any, len(of))
		for i, entry := range of {
			out[i] = without(s.elem, entry, path, unknown, clears)
		}
		return out
	}
	return doc
}

// optional returns the paths of what a shape need not say.
func optional(s *shape, path string) (all []string) {
	for s.kind == listKind {
		s = s.elem
	}
	for i, f := range s.fields {
		at := path + "/" + f.name
		if s.required&(1<<i) == 0 {
			all = append(all, at)
		}
		if !f.whole {
			all = append(all, optional(f.shape, at)...)
		}
	}
	return all
}

// Whatever a page does not know of a document stays through its save, and what is cleared goes.
func TestASaveKeepsWhatItDoesNotKnow(t *testing.T) {
	for name, kept := range map[string]func(sent, stored []byte) ([]byte, *shape, error){
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
				assert.Nil(t, hold(sent, s), "%s", sent)
			}
		}))
	}
}

// What is another thing takes nothing over from what it stands in place of.
func TestAnotherThingTakesNothingOver(t *testing.T) {
	const stored = `{"id":"a","base":{"kind":"mix","recipe_id":"stove-dough","portion_g":90},"items":[]}`
	for _, base := range []string{`{"kind":"fill","item_id":"rice"}`, `{"kind":"mix","recipe_id":"oobleck"}`} {
		sent := `{"id":"a","base":` + base + `,"items":[]}`
		got, err := Over[Place]([]byte(sent), []byte(stored))
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
	got, err := Over[PlanItem]([]byte(marble), []byte(block))
	require.NoError(t, err)
	assert.JSONEq(t, marble, string(got))

	const plan = `{"room_id":"r","play_at":"2026-11-30T09:30","places":[],"beside":[],"labels":[%s]}`
	says := fmt.Sprintf(plan, `{"item_id":"oats"}`)
	got, err = Over[Plan]([]byte(says),
		[]byte(fmt.Sprintf(plan, `{"item_id":"oats","free":["nuts"],"heat_treated":true}`)))
	require.NoError(t, err)
	assert.JSONEq(t, says, string(got))

	other := `{"name":"Ours","lines":"1 cup borax"}`
	got, err = Over[Recipe]([]byte(other), []byte(`{"name":"Ours","lines":"1 cup flour","ph":7}`))
	require.NoError(t, err)
	assert.JSONEq(t, other, string(got))
}

func overAs[T any](sent, stored []byte) ([]byte, *shape, error) {
	got, err := Over[T](sent, stored)
	return got, shapeOf(reflect.TypeFor[T]()), err
}

func text(t require.TestingT, doc any) []byte {
	out, err := json.Marshal(doc)
	require.NoError(t, err)
	return out
}
