package store_test

import (
	"context"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/clock"
	"emblo/internal/now"
	"emblo/internal/store"
	"emblo/internal/testdb"
)

func wall(t testing.TB, text string) clock.Wall {
	w, err := clock.ParseWall(text)
	require.NoError(t, err)
	return w
}

// Events are added once by their ids, and are never changed or taken away but with their
// centre.
func TestEventsAreKeptAsTheyHappened(t *testing.T) {
	url := testdb.URL(t)
	s := testdb.OpenAt(t, url)
	row := store.CentreRow{ID: uuid.New(), TimeZone: "UTC", Demo: true, Doc: []byte(`{"name":"House"}`)}
	require.NoError(t, s.CreateCentre(t.Context(), row))
	centre := s.For(row.ID)
	e := store.Event{ID: uuid.New(), At: testdb.Now(), Kind: "batch made", Doc: []byte(`{"g":1}`)}
	require.NoError(t, centre.AddEvent(t.Context(), e))
	e.Doc = []byte(`{"g":2}`)
	require.NoError(t, centre.AddEvent(t.Context(), e), "sending it again is harmless")
	thing := uuid.New()
	_, err := centre.Save(t.Context(), store.Things, thing, 0, []byte(`{"name":"Buoy"}`))
	require.NoError(t, err)
	require.NoError(t, centre.Delete(t.Context(), store.Things, thing))
	_, err = centre.Restore(t.Context(), store.Things, thing)
	require.NoError(t, err)
	all, err := centre.Events(t.Context(), testdb.Now().Add(time.Hour), 10)
	require.NoError(t, err)
	var kinds []string
	for _, e := range all {
		kinds = append(kinds, e.Kind)
	}
	assert.ElementsMatch(t, []string{"batch made", "items saved", "items deleted", "items restored"}, kinds)

	conn, err := pgx.Connect(t.Context(), url)
	require.NoError(t, err)
	defer conn.Close(context.Background())
	for _, sql := range []string{"update events set kind = 'other'", "delete from events"} {
		_, err := conn.Exec(t.Context(), sql)
		assert.ErrorContains(t, err, "kept as they happened", sql)
	}
	require.NoError(t, s.DeleteDemo(t.Context()), "a centre takes its events with it")
}

// A server that hangs, with the connection still up, is given up: the request ends, and says
// that it is not known what became of it.
func TestAServerThatHangsIsGivenUp(t *testing.T) {
	url := testdb.URL(t)
	proxy := testdb.Through(t, url)
	s, err := store.OpenImpatient(t.Context(), proxy.URL, now.Machine, 2*time.Second)
	require.NoError(t, err)
	defer s.Close()
	require.NoError(t, s.Ping(t.Context()))
	proxy.Hang()
	err = s.Ping(t.Context())
	assert.True(t, store.Lost(err), "%v", err)
}
