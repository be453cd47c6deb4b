package httpapi_test

import (
	"net/http"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"

	"emblo/internal/contract"
	"emblo/internal/httpapi"
	"emblo/internal/testdb"
)

// Where the database takes nothing any more, as with a full disk, whatever is read is answered as it was before.
func TestReadingNeedsNoWriting(t *testing.T) {
	url := testdb.URL(t)
	lead := demoLeadOn(t, serveWith(t, httpapi.Options{Store: testdb.OpenAt(t, url), Now: atNine}))
	room, setup := lead.room("Lanterns"), lead.setupCalled("Bakery counter")
	lead.do(http.MethodPut, "/api/batches/"+newID(), doughFor(room.ID), http.StatusOK, nil)
	const unseen = "delete from digests; delete from seen; delete from batch_dates" // as if nobody had looked yet
	full := "&"
	if !strings.Contains(url, "?") {
		full = "?"
	}
	reader := visit(t, serveWith(t, httpapi.Options{Store: testdb.OpenAt(t, url+full+
		"default_transaction_read_only=on"), Now: atNine}))
	reader.client.Jar = lead.client.Jar
	for _, op := range contract.Operations {
		if op.Method != http.MethodGet || strings.Contains(op.Path, ":token") || op.ID == "followChanges" {
			continue
		}
		path := op.Path
		for name, id := range map[string]string{"/api/rooms/:id": room.ID, "/api/setups/:id": setup.ID} {
			if strings.HasPrefix(path, name) {
				path = strings.Replace(path, ":id", id, 1)
			}
		}
		before := lead.ask(op.Method, path, nil)
		testdb.Exec(t, url, unseen)
		assert.Equal(t, string(before), string(reader.ask(op.Method, path, nil)), "%s", op.ID)
	}
}
