package httpapi_test

import (
	"encoding/json"
	"net/http"
	"slices"
	"testing"

	"github.com/getkin/kin-openapi/openapi3"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/written"
)

// pruned returns what of a document is in a schema: all of it, or what it has to say alone.
func pruned(s *openapi3.Schema, v any, all bool) any {
	switch v := v.(type) {
	case map[string]any:
		properties, required := flat(s)
		out := map[string]any{}
		for name, p := range properties {
			if said, ok := v[name]; ok && (all || slices.Contains(required, name)) {
				out[name] = pruned(p.Value, said, all)
			}
		}
		return out
	case []any:
		out := make([]any, len(v))
		for i := range v {
			out[i] = pruned(s.Items.Value, v[i], all)
		}
		return out
	}
	return v
}

// A page by a contract of before any optional field was in it reads what is stored and saves it: nothing is dropped,
// also when the save comes twice; what is null is.
func TestAPageOfAnOlderContractDropsNothing(t *testing.T) {
	t.Parallel()
	a := demoLead(t)
	doc, err := theContract()
	require.NoError(t, err)
	decoded := func(text []byte) (v map[string]any) {
		require.NoError(t, json.Unmarshal(text, &v), "%s", text)
		return v
	}
	lanterns, bakery := a.room("Lanterns"), a.setups()[0]
	room := "/api/rooms/" + lanterns.ID
	full := written.RoomInput{Version: lanterns.Version, Room: lanterns.Room}
	full.Strikes, full.Customs, full.Children[0].Needs.Swallowing = []string{"floor"}, []string{"gelatine"}, true
	a.do(http.MethodPut, room, full, http.StatusOK, nil)
	for path, schema := range map[string]string{room: "RoomInput", "/api/setups/" + bakery.ID: "SetupInput",
		"/api/centre": "Centre"} {
		in := doc.Components.Schemas[schema].Value
		stored := pruned(in, decoded(a.ask(http.MethodGet, path, nil)), true)
		bare, err := json.Marshal(pruned(in, stored, false))
		require.NoError(t, err)
		require.NotEqual(t, stored, decoded(bare), "%s has something that need not be said", path)
		for range 2 {
			a.do(http.MethodPut, path, string(bare), http.StatusOK, nil)
		}
		after := pruned(in, decoded(a.ask(http.MethodGet, path, nil)), true).(map[string]any)
		after["version"] = stored.(map[string]any)["version"]
		assert.Equal(t, stored, any(after), path)
	}
	lanterns = a.room("Lanterns")
	sent := pruned(doc.Components.Schemas["RoomInput"].Value, decoded(a.ask(http.MethodGet, room, nil)),
		true).(map[string]any)
	sent["strikes"] = nil
	sent["children"].([]any)[0].(map[string]any)["needs"].(map[string]any)["swallowing"] = nil
	text, err := json.Marshal(sent)
	require.NoError(t, err)
	a.do(http.MethodPut, room, string(text), http.StatusOK, nil)
	now := a.room("Lanterns")
	assert.Empty(t, now.Strikes)
	assert.False(t, now.Children[0].Needs.Swallowing)
	assert.Equal(t, lanterns.Customs, now.Customs)
}
