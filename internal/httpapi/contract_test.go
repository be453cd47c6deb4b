package httpapi_test

import (
	"encoding/json"
	"net/http"
	"slices"
	"strings"
	"sync"
	"testing"

	"github.com/getkin/kin-openapi/openapi3"
	"github.com/stretchr/testify/require"

	"emblo/internal/contract"
)

var theContract = sync.OnceValues(func() (*openapi3.T, error) {
	return openapi3.NewLoader().LoadFromFile("../../api/openapi.yaml")
})

// operationAt finds the operation of a request.
func operationAt(method, path string) (contract.Operation, bool) {
	path, _, _ = strings.Cut(path, "?")
	parts := strings.Split(path, "/")
	for _, op := range contract.Operations {
		want := strings.Split(op.Path, "/")
		if op.Method != method || len(want) != len(parts) {
			continue
		}
		fits := true
		for i, w := range want {
			fits = fits && (w == parts[i] || strings.HasPrefix(w, ":"))
		}
		if fits {
			return op, true
		}
	}
	return contract.Operation{}, false
}

// holdToContract holds a response against what the contract says of it: every field that
// is required is there, none is null that may not be, and words are those of its lists.
func holdToContract(t testing.TB, method, path string, status int, body []byte) {
	t.Helper()
	op, ok := operationAt(method, path)
	if !ok || status == http.StatusNoContent {
		return
	}
	doc, err := theContract()
	require.NoError(t, err)
	said := doc.Paths.Find(ginToContract(op.Path)).GetOperation(method).Responses
	response := said.Status(status)
	if response == nil {
		response = said.Default()
	}
	for _, media := range response.Value.Content {
		var v any
		require.NoError(t, json.Unmarshal(body, &v))
		require.NoError(t, media.Schema.Value.VisitJSON(v), "%s %s is not as the contract says: %s", method, path, body)
	}
}

func ginToContract(path string) string {
	parts := strings.Split(path, "/")
	for i, p := range parts {
		if name, ok := strings.CutPrefix(p, ":"); ok {
			parts[i] = "{" + name + "}"
		}
	}
	return strings.Join(parts, "/")
}

// known returns a body as somebody sends it who knows all of the contract: what it does not say is null, where that is
// not the same as leaving it out.
func known(t testing.TB, method, path string, body any) any {
	op, ok := operationAt(method, path)
	if !ok || !op.Over {
		return body
	}
	doc, err := theContract()
	require.NoError(t, err)
	text, err := json.Marshal(body)
	require.NoError(t, err)
	var v any
	require.NoError(t, json.Unmarshal(text, &v))
	return withNulls(doc.Components.Schemas[op.Schema].Value, v)
}

func withNulls(s *openapi3.Schema, v any) any {
	switch v := v.(type) {
	case map[string]any:
		properties, required := flat(s)
		for name, p := range properties {
			if said, ok := v[name]; ok {
				v[name] = withNulls(p.Value, said)
			} else if !slices.Contains(required, name) {
				v[name] = nil
			}
		}
	case []any:
		for i := range v {
			v[i] = withNulls(s.Items.Value, v[i])
		}
	}
	return v
}
