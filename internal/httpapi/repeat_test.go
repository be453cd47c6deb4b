package httpapi_test

import (
	"encoding/json"
	"io"
	"net"
	"net/http"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/written"
	"emblo/internal/contract"
	"emblo/internal/httpapi/edge"
	"emblo/internal/testdb"
)

// What somebody wrote is not stored in the name of whoever is signed in by the time that it comes, whatever they may
// do.
func TestNothingIsStoredInSomebodyElsesName(t *testing.T) {
	url := testdb.URL(t)
	server := serveOn(t, testdb.OpenAt(t, url))
	lead, colleague := demoLeadOn(t, server), visit(t, server)
	colleague.do(http.MethodPost, "/api/session", written.SignIn{Email: "helper@quillmere.example",
		Password: "harbour-week"}, http.StatusOK, nil)
	var writer contract.Session
	lead.do(http.MethodGet, "/api/session", nil, http.StatusOK, &writer)
	room := lead.room("Lanterns")
	sent, err := json.Marshal(input(room))
	require.NoError(t, err)
	before := testdb.Sums(t, url)
	for _, who := range []*api{colleague, lead} {
		req, err := http.NewRequestWithContext(t.Context(), http.MethodPut, server.URL+"/api/rooms/"+room.ID,
			strings.NewReader(string(sent)))
		require.NoError(t, err)
		req.Header.Set("Content-Type", "application/json")
		req.Header.Set(edge.WriterHeader, writer.Id)
		resp, err := who.client.Do(req)
		require.NoError(t, err)
		require.NoError(t, resp.Body.Close())
		if who == lead {
			assert.Equal(t, http.StatusOK, resp.StatusCode)
			continue
		}
		assert.Equal(t, http.StatusPreconditionFailed, resp.StatusCode)
		assert.Equal(t, before, testdb.Sums(t, url))
	}
	var one, same, another contract.Seal
	lead.do(http.MethodGet, "/api/session/seal", nil, http.StatusOK, &one)
	lead.do(http.MethodGet, "/api/session/seal", nil, http.StatusOK, &same)
	colleague.do(http.MethodGet, "/api/session/seal", nil, http.StatusOK, &another)
	assert.Equal(t, one, same)
	assert.NotEqual(t, one, another, "the key of one opens nothing of another's")
	assert.Len(t, one.Key, 44, "32 bytes")
}

// letter sends a body under an id that is not made anew, and returns what is answered.
func (a *api) letter(id, method, path string, body any) (status int, text string) {
	sent, err := json.Marshal(body)
	assert.NoError(a, err)
	req, err := http.NewRequestWithContext(a.Context(), method, a.server.URL+path, strings.NewReader(string(sent)))
	assert.NoError(a, err)
	req.Header.Set("Content-Type", "application/json")
	req.Header.Set(edge.LetterHeader, id)
	resp, err := a.client.Do(req)
	if !assert.NoError(a, err) {
		return 0, ""
	}
	defer resp.Body.Close()
	read, err := io.ReadAll(resp.Body)
	assert.NoError(a, err)
	return resp.StatusCode, string(read)
}

// A letter that comes again, also twice at once, is answered as it was and not done again; what else comes under its
// id, or from somebody else, is refused and changes nothing.
func TestALetterIsCarriedOutOnce(t *testing.T) {
	url := testdb.URL(t)
	server := serveOn(t, testdb.OpenAt(t, url))
	lead := demoLeadOn(t, server)
	colleague := visit(t, server)
	colleague.do(http.MethodPost, "/api/session", written.SignIn{Email: "educator@quillmere.example",
		Password: "harbour-week"}, http.StatusOK, nil)

	id := uuid.NewString()
	list := written.ImportInput{CSV: "name,solid,size_mm\nOar pieces,cylinder,30x60\n"}
	answers, of := make([]string, 4), make([]int, 4)
	var all sync.WaitGroup
	for i := range answers {
		all.Go(func() { of[i], answers[i] = lead.letter(id, http.MethodPost, "/api/shelf/import", list) })
	}
	all.Wait()
	require.Equal(t, http.StatusOK, of[0], answers[0])
	for i := range answers {
		assert.Equal(t, http.StatusOK, of[i])
		assert.JSONEq(t, answers[0], answers[i])
	}
	var added written.Imported
	require.NoError(t, json.Unmarshal([]byte(answers[0]), &added))
	assert.Equal(t, 1, added.Added)

	before := testdb.Sums(t, url)
	other := list
	other.CSV = strings.ReplaceAll(list.CSV, "Oar", "Mast")
	for name, refused := range map[string]func() (int, string){
		"another body": func() (int, string) {
			return lead.letter(id, http.MethodPost, "/api/shelf/import", other)
		},
		"another operation": func() (int, string) {
			return lead.letter(id, http.MethodPost, "/api/cupboard/import", list)
		},
		"another person": func() (int, string) {
			return colleague.letter(id, http.MethodPost, "/api/shelf/import", list)
		},
	} {
		status, text := refused()
		assert.Equal(t, http.StatusUnprocessableEntity, status, name)
		var p contract.Problem
		require.NoError(t, json.Unmarshal([]byte(text), &p))
		assert.Equal(t, "id-used", p.Code, name)
		assert.Contains(t, p.Detail, "Nothing was saved", name)
	}
	status, text := lead.letter("again", http.MethodPost, "/api/shelf/import", other)
	assert.Equal(t, http.StatusBadRequest, status)
	assert.Contains(t, text, edge.LetterHeader)
	assert.Equal(t, before, testdb.Sums(t, url))

	// An old letter does not undo what came after it.
	first, amount := uuid.NewString(), func(g float64) written.CupboardAmount {
		return written.CupboardAmount{Grams: &g}
	}
	status, _ = lead.letter(first, http.MethodPut, "/api/cupboard/millet/amount", amount(750))
	require.Equal(t, http.StatusNoContent, status)
	lead.do(http.MethodPut, "/api/cupboard/millet/amount", amount(500), http.StatusNoContent, nil)
	before = testdb.Sums(t, url)
	status, _ = lead.letter(first, http.MethodPut, "/api/cupboard/millet/amount", amount(750))
	assert.Equal(t, http.StatusNoContent, status)
	assert.Equal(t, before, testdb.Sums(t, url))
}

// A request that is cut at any of its bytes changes nothing, whatever of it reads; whole, it is carried out.
func TestALineThatIsCutAtAnyByteSavesNothing(t *testing.T) {
	url := testdb.URL(t)
	lead := demoLeadOn(t, serveOn(t, testdb.OpenAt(t, url)))
	g := 750.0
	body, err := json.Marshal(written.CupboardAmount{Grams: &g})
	require.NoError(t, err)
	req, err := http.NewRequestWithContext(t.Context(), http.MethodPut, lead.server.URL+"/api/cupboard/millet/amount",
		strings.NewReader(string(body)))
	require.NoError(t, err)
	for _, c := range lead.client.Jar.Cookies(req.URL) {
		req.AddCookie(c)
	}
	req.Header.Set("Content-Type", "application/json")
	req.Header.Set(edge.LetterHeader, uuid.NewString())
	req.Close = true
	var whole strings.Builder
	require.NoError(t, req.Write(&whole))
	say := func(text string) string {
		line, err := net.Dial("tcp", req.URL.Host)
		require.NoError(t, err)
		defer line.Close()
		_, err = io.WriteString(line, text)
		require.NoError(t, err)
		if len(text) < whole.Len() {
			require.NoError(t, line.(*net.TCPConn).CloseWrite())
		}
		answer, err := io.ReadAll(line)
		require.NoError(t, err)
		return string(answer)
	}
	before := testdb.Sums(t, url)
	for n := range whole.Len() {
		assert.NotContains(t, say(whole.String()[:n]), "204 No Content", "after %d bytes", n)
	}
	assert.Equal(t, before, testdb.Sums(t, url))
	assert.Contains(t, say(whole.String()), "204 No Content")
	assert.NotEqual(t, before, testdb.Sums(t, url))
}

// Letters are kept as long as a tablet may lie in a drawer, and then forgotten in portions.
func TestOldLettersAreForgotten(t *testing.T) {
	s := testdb.OpenAt(t, testdb.URL(t))
	lead := demoLeadOn(t, serveOn(t, s))
	g := 750.0
	for range 3 {
		lead.do(http.MethodPut, "/api/cupboard/millet/amount", written.CupboardAmount{Grams: &g},
			http.StatusNoContent, nil)
	}
	for _, step := range []struct {
		before time.Time
		most   int
		gone   int64
	}{{atNine().Add(-24 * time.Hour), 10, 0}, {atNine().Add(24 * time.Hour), 2, 2}, {atNine().Add(24 * time.Hour), 2,
		1}, {atNine().Add(24 * time.Hour), 2, 0}} {
		gone, err := s.ForgetCommands(t.Context(), step.before, step.most)
		require.NoError(t, err)
		assert.Equal(t, step.gone, gone)
	}
}
