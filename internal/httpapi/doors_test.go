package httpapi_test

import (
	"encoding/json"
	"fmt"
	"io"
	"maps"
	"net/http"
	"reflect"
	"slices"
	"strconv"
	"strings"
	"testing"

	"github.com/getkin/kin-openapi/openapi3"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/strict"
	"emblo/internal/contract"
	"emblo/internal/testdb"
)

// sample makes a document with every field that a schema has.
func sample(s *openapi3.Schema) any {
	switch {
	case len(s.AllOf) > 0:
		all := map[string]any{}
		for _, part := range s.AllOf {
			maps.Copy(all, sample(part.Value).(map[string]any))
		}
		return all
	case s.Type.Is("object") && s.AdditionalProperties.Schema != nil:
		return map[string]any{"some": sample(s.AdditionalProperties.Schema.Value)}
	case s.Type.Is("object"):
		all := map[string]any{}
		for name, p := range s.Properties {
			all[name] = sample(p.Value)
		}
		return all
	case s.Type.Is("array"):
		return []any{sample(s.Items.Value)}
	case s.Type.Is("string") && len(s.Enum) > 0:
		return s.Enum[0]
	case s.Type.Is("string"):
		return "x"
	case s.Type.Is("boolean"):
		return false
	}
	return 1
}

// flat merges the parts of a schema.
func flat(s *openapi3.Schema) (properties openapi3.Schemas, required []string) {
	properties = openapi3.Schemas{}
	for _, part := range s.AllOf {
		p, r := flat(part.Value)
		maps.Copy(properties, p)
		required = append(required, r...)
	}
	maps.Copy(properties, s.Properties)
	return properties, append(required, s.Required...)
}

// slip is one change to a document that must be refused, with the place and the code.
type slip struct {
	text    string
	pointer string
	code    strict.Code
}

// misspelt returns a name with each of its letters left out, doubled, taken for another and
// written large, and its plural.
func misspelt(name string) []string {
	all := []string{name + "s", strings.ToUpper(name)}
	for i := range name {
		if name[i] != '_' {
			all = append(all, name[:i]+strings.ToUpper(name[i:i+1])+name[i+1:])
		}
		all = append(all, name[:i]+name[i+1:], name[:i+1]+name[i:], name[:i]+"q"+name[i+1:])
	}
	slices.Sort(all)
	return slices.Compact(all)
}

// ofAnotherType returns null and a value of each JSON type that a value is not of.
func ofAnotherType(v any) []any {
	kind := func(v any) string {
		switch k := reflect.TypeOf(v).Kind(); k {
		case reflect.Int, reflect.Int64, reflect.Float64:
			return "number"
		default:
			return k.String()
		}
	}
	all := []any{nil}
	for _, other := range []any{"x", 1, true, map[string]any{}, []any{}} {
		if kind(other) != kind(v) {
			all = append(all, other)
		}
	}
	return all
}

// slips returns every one-letter slip, omission, doubling, addition and other type in a
// document.
func slips(s *openapi3.Schema, whole any) []slip {
	var all []slip
	var walk func(s *openapi3.Schema, v any, at string, put func(string) string)
	walk = func(s *openapi3.Schema, v any, at string, put func(string) string) {
		switch v := v.(type) {
		case map[string]any:
			properties, required := flat(s)
			if s.AdditionalProperties.Schema == nil { // a map takes any name
				all = append(all, slip{put(`{"surplus":1,` + joined(v)[1:]), at + "/surplus", strict.UnknownField})
			}
			for name := range v {
				field, known := properties[name]
				if !known { // a map: its names are anybody's
					field = s.AdditionalProperties.Schema
				}
				one, _ := json.Marshal(v[name])
				rest := maps.Clone(v)
				delete(rest, name)
				if known {
					for _, wrong := range misspelt(name) {
						if _, another := properties[wrong]; another {
							continue
						}
						renamed := maps.Clone(rest)
						renamed[wrong] = v[name]
						all = append(all, slip{put(joined(renamed)), at + "/" + wrong, strict.UnknownField})
					}
					all = append(all, slip{put(`{"` + name + `":` + string(one) + "," + joined(v)[1:]), at + "/" + name,
						strict.DoubledField})
				}
				if slices.Contains(required, name) {
					all = append(all, slip{put(joined(rest)), at + "/" + name, strict.MissingField})
				}
				if field.Value.Nullable {
					continue
				}
				for _, other := range ofAnotherType(v[name]) {
					if other == nil && known && !slices.Contains(required, name) {
						continue // null is nothing said
					}
					changed := maps.Clone(v)
					changed[name] = other
					all = append(all, slip{put(joined(changed)), at + "/" + name, strict.WrongType})
				}
			}
			for name, inner := range v {
				field := properties[name]
				if field == nil {
					field = s.AdditionalProperties.Schema
				}
				walk(field.Value, inner, at+"/"+name, func(part string) string {
					rest := maps.Clone(v)
					rest[name] = json.RawMessage(part)
					return put(joined(rest))
				})
			}
		case []any:
			walk(s.Items.Value, v[0], at+"/0", func(part string) string { return put("[" + part + "]") })
		}
	}
	walk(s, whole, "", func(text string) string { return text })
	return all
}

// joined writes an object whose parts may hold what no encoder would write.
func joined(v map[string]any) string {
	var parts []string
	for name, x := range v {
		text, raw := x.(json.RawMessage)
		if !raw {
			text, _ = json.Marshal(x)
		}
		parts = append(parts, strconv.Quote(name)+":"+string(text))
	}
	return "{" + strings.Join(parts, ",") + "}"
}

// Every body of the contract: a slip of one letter, what is left out, doubled, added, null,
// of another type, a second document, another content type, an unknown part of the address.
// Each is refused by name, and nothing is stored.
func TestEveryDoorIsStrict(t *testing.T) {
	t.Parallel()
	url := testdb.URL(t)
	a := visit(t, serveOn(t, testdb.OpenAt(t, url)))
	a.do(http.MethodPost, "/api/session/demo", nil, http.StatusOK, nil)
	doc, err := theContract()
	require.NoError(t, err)
	before := testdb.Sums(t, url)
	tried := 0
	send := func(op contract.Operation, query, kind, text string) (int, contract.Problem) {
		path := strings.NewReplacer(":id", "00000000-0000-4000-8000-000000000001", ":addition",
			"00000000-0000-4000-8000-000000000002").Replace(op.Path)
		req, err := http.NewRequestWithContext(t.Context(), op.Method, a.server.URL+path+query, strings.NewReader(text))
		require.NoError(t, err)
		if kind != "" {
			req.Header.Set("Content-Type", kind)
		}
		resp, err := a.client.Do(req)
		require.NoError(t, err)
		defer resp.Body.Close()
		body, err := io.ReadAll(resp.Body)
		require.NoError(t, err)
		var p contract.Problem
		_ = json.Unmarshal(body, &p) // an answer is no problem, and fails below
		tried++
		return resp.StatusCode, p
	}
	refused := func(op contract.Operation, query, kind, text string, status int, code, pointer string) {
		t.Helper()
		got, p := send(op, query, kind, text)
		field := ""
		if p.Field != nil {
			field = *p.Field
		}
		require.Equal(t, fmt.Sprint(status, " ", code, " ", pointer), fmt.Sprint(got, " ", p.Code, " ", field),
			"%s %s %s: %s", op.ID, query, text, p.Detail)
		require.NotEmpty(t, p.Detail)
	}
	for _, op := range contract.Operations {
		good := ""
		for _, name := range op.Required {
			good += "&" + name + "=x"
		}
		if op.Body == "" {
			refused(op, "?rom_id=x"+good, "", "", http.StatusBadRequest, "unknown-field", "/rom_id")
			for _, name := range op.Query {
				refused(op, "?"+name+"=x&"+name+"=y"+good, "", "", http.StatusBadRequest, "doubled-field", "/"+name)
			}
			for _, name := range op.Required {
				refused(op, "?"+strings.TrimPrefix(strings.Replace(good, "&"+name+"=x", "", 1), "&"), "", "",
					http.StatusBadRequest, "missing-field", "/"+name)
			}
			continue
		}
		schema := doc.Components.Schemas[op.Schema].Value
		whole := sample(schema)
		text, err := json.Marshal(whole)
		require.NoError(t, err)
		status, p := send(op, "", op.Body, string(text))
		require.NotContains(t, []string{"not-json", "unknown-field", "missing-field", "doubled-field", "wrong-type"},
			p.Code, "%s takes what the contract says: %d %s", op.ID, status, p.Detail)
		for _, wrong := range slips(schema, whole) {
			refused(op, "", op.Body, wrong.text, http.StatusBadRequest, string(wrong.code), wrong.pointer)
		}
		refused(op, "", op.Body, string(text)+string(text), http.StatusBadRequest, "not-json", "")
		refused(op, "", op.Body, string(text[:len(text)-1]), http.StatusBadRequest, "not-json", "")
		refused(op, "", op.Body, "["+string(text)+"]", http.StatusBadRequest, "wrong-type", "")
		refused(op, "?force=1", op.Body, string(text), http.StatusBadRequest, "unknown-field", "/force")
		for _, kind := range []string{"", "text/plain", "application/x-www-form-urlencoded", "multipart/form-data"} {
			refused(op, "", kind, string(text), http.StatusUnsupportedMediaType, "content-type", "")
		}
	}
	assert.Greater(t, tried, 1500)
	assert.Equal(t, before, testdb.Sums(t, url), "nothing is stored")

	// The three that were once let through.
	pebbles := a.room("Pebbles")
	put := func(old, new string) string {
		text, err := json.Marshal(input(pebbles))
		require.NoError(t, err)
		require.Contains(t, string(text), old)
		return strings.Replace(string(text), old, new, 1)
	}
	path := "/api/rooms/" + pebbles.ID
	a.refused(http.MethodPut, path, put(`"allergies"`, `"alergies"`), http.StatusBadRequest, "children/0/alergies",
		`did you mean "allergies"`)
	a.refused(http.MethodPut, path, put(`"nut_free":false,`, ``), http.StatusBadRequest, "nut_free", "is missing")
	a.refused(http.MethodPost, "/api/check",
		`{"use":"open","described":{"name":"Tile","form":"piece","traitz":["magnet"]}}`, http.StatusBadRequest,
		"described/traitz", `did you mean "traits"`)
}

// The types that read bodies and the contract say the same of every field: its name, whether
// it must be there, whether it may be null, and how long it may be.
func TestBodiesAreTheContract(t *testing.T) {
	doc, err := theContract()
	require.NoError(t, err)
	var hold func(name string, s *openapi3.Schema, of reflect.Type, tag reflect.StructTag)
	hold = func(name string, s *openapi3.Schema, of reflect.Type, tag reflect.StructTag) {
		if of.Kind() == reflect.Pointer {
			of = of.Elem()
		}
		limit := func(tag string) uint64 {
			n, _ := strconv.ParseUint(tag, 10, 64) // no tag is no limit
			return n
		}
		said := func(p *uint64) uint64 {
			if p == nil {
				return 0
			}
			return *p
		}
		switch of.Kind() {
		case reflect.String:
			assert.True(t, s.Type.Is("string"), name)
			assert.Equal(t, said(s.MaxLength), limit(tag.Get("max")), "letters of %s", name)
		case reflect.Slice:
			require.True(t, s.Type.Is("array"), name)
			assert.Equal(t, said(s.MaxItems), limit(tag.Get("max")), "entries of %s", name)
			hold(name+"/0", s.Items.Value, of.Elem(), reflect.StructTag(fmt.Sprintf("max:%q", tag.Get("each"))))
		case reflect.Struct:
			properties, required := flat(s)
			fields := map[string]bool{}
			for _, f := range reflect.VisibleFields(of) {
				if f.Anonymous {
					continue
				}
				key, option, _ := strings.Cut(f.Tag.Get("json"), ",")
				fields[key] = true
				p := properties[key]
				if !assert.NotNil(t, p, "the contract has no %s/%s", name, key) {
					continue
				}
				assert.Equal(t, option == "", slices.Contains(required, key), "%s/%s must be there", name, key)
				assert.Equal(t, f.Type.Kind() == reflect.Pointer && option == "", p.Value.Nullable, "%s/%s may be null",
					name, key)
				hold(name+"/"+key, p.Value, f.Type, f.Tag)
			}
			for key := range properties {
				assert.True(t, fields[key], "nothing reads %s/%s", name, key)
			}
		}
	}
	require.Greater(t, len(contract.Bodies), 12)
	for name, of := range contract.Bodies {
		hold(name, doc.Components.Schemas[name].Value, of, "")
	}
}

// A stopped database is one clear sentence, and never a verdict.
func TestLostDatabaseIsNotAnAnswer(t *testing.T) {
	s := testdb.Open(t)
	a := visit(t, serveOn(t, s))
	a.do(http.MethodPost, "/api/session/demo", nil, http.StatusOK, nil)
	require.NoError(t, s.Close())
	a.refused(http.MethodPost, "/api/check", fmt.Sprintf(`{"use":"open","words":%q}`, "rice"),
		http.StatusServiceUnavailable, "", "Your save may not have worked")
}
