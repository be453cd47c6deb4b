package httpapi_test

import (
	"bytes"
	"context"
	"encoding/json"
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"
	"time"

	"github.com/gin-gonic/gin"
	"github.com/google/uuid"
	"github.com/stretchr/testify/require"
	"gorm.io/driver/postgres"
	"gorm.io/gorm"
	"gorm.io/gorm/logger"

	"emblo/core/material"
	"emblo/core/plan"
	"emblo/core/written"
	"emblo/internal/httpapi"
	"emblo/internal/store"
	"emblo/internal/testdb"
)

// BenchmarkAnswer times one live answer, handler to handler, for 16 children and a full
// set-up or a recipe page, and the floor in the same run: a bare Gin handler that asks GORM for SELECT 1.
func BenchmarkAnswer(b *testing.B) {
	url := testdb.URL(b)
	s, err := store.Open(b.Context(), url, clock)
	require.NoError(b, err)
	defer s.Close()
	handler := httpapi.New(httpapi.Options{Store: s, Now: clock})
	cookie := signIn(b, handler)

	in := newRoom("Sixteen")
	in.Adults = 4
	for len(in.Children) < 16 {
		c := in.Children[0]
		c.ID = uuid.NewString()
		in.Children = append(in.Children, c)
	}
	id := uuid.NewString()
	require.Equal(b, http.StatusOK, send(handler, cookie, http.MethodPut, "/api/rooms/"+id, in).Code)
	fill := planned(id, wallIn(2, "09:45"), &written.Base{Kind: "fill", ItemID: "water", VesselID: "dish-tub",
		DepthMM: ptr(40.0)})
	for _, item := range []string{"wooden-boats", "shells-large", "scoops", "cutters", "tennis-balls", "pine-cones",
		"jumbo-sticks", "wooden-rings", "wooden-fish", "marbles"} {
		fill.Places[0].Items = append(fill.Places[0].Items, written.PlanItem{ID: uuid.NewString(), ItemID: item,
			Each: 1, Use: "open"})
	}
	mix := planned(id, fill.PlayAt, &written.Base{Kind: "mix", RecipeID: "stove-dough", PortionG: ptr(120.0),
		Colours: ptr(3)}, fill.Places[0].Items...)

	large := planned(id, fill.PlayAt, fill.Places[0].Base)
	large.Places = append(large.Places, planned(id, fill.PlayAt, mix.Places[0].Base).Places[0],
		planned(id, fill.PlayAt, &written.Base{Kind: "fill", ItemID: "white-rice", VesselID: "deep-tub",
			DepthMM: ptr(30.0), More: []written.Layer{{ItemID: "play-sand", DepthMM: 30}}}).Places[0])
	for i, it := range material.Standard().Search("", 400) {
		if place := &large.Places[i%3]; it.Plays(material.Find) && len(large.Places[0].Items)+
			len(large.Places[1].Items)+len(large.Places[2].Items) < plan.MaxPlaced {
			place.Items = append(place.Items, written.PlanItem{ID: uuid.NewString(), ItemID: it.ID, Each: 2,
				Use: "open"})
		}
	}

	db, err := gorm.Open(postgres.New(postgres.Config{DSN: url}), &gorm.Config{Logger: logger.Discard})
	require.NoError(b, err)
	bare := gin.New()
	bare.GET("/", func(c *gin.Context) {
		var one int
		if err := db.WithContext(c.Request.Context()).Raw("SELECT 1").Scan(&one).Error; err != nil {
			c.Status(http.StatusInternalServerError)
			return
		}
		c.JSON(http.StatusOK, gin.H{"one": one})
	})

	time1 := func(do func()) time.Duration {
		start := time.Now()
		do()
		return time.Since(start)
	}
	order := written.RecipeOrder{RoomID: id, RecipeID: "stove-dough", By: "children", Colours: ptr(3), PotML: 3000}
	for name, ask := range map[string]struct {
		path string
		body any
	}{"filler and ten things": {"/api/answer", fill}, "mix and ten things": {"/api/answer", mix},
		"three places and forty things": {"/api/answer", large}, "recipe page": {"/api/recipes/make", order}} {
		b.Run(name, func(b *testing.B) {
			body, err := json.Marshal(ask.body) // what the browser does is not our time
			require.NoError(b, err)
			require.Equal(b, http.StatusOK, send(handler, cookie, http.MethodPost, ask.path, body).Code)
			var ours, floor time.Duration
			for b.Loop() { // turn and turn about, so that both see the same machine
				ours += time1(func() { send(handler, cookie, http.MethodPost, ask.path, body) })
				floor += time1(func() {
					take(bare, httptest.NewRequest(http.MethodGet, "/", nil).WithContext(b.Context()))
				})
			}
			report(b, ours, floor)
		})
	}
}

// BenchmarkLists times the first page of each list with three years of records, and the same
// page with one page of records as the floor.
func BenchmarkLists(b *testing.B) {
	open := func(records int) (get func(path string) time.Duration, room string) {
		url := testdb.URL(b)
		handler := httpapi.New(httpapi.Options{Store: testdb.OpenAt(b, url), Now: clock})
		cookie := signIn(b, handler)
		threeYears(b, url, records)
		var rooms []written.StoredRoom
		require.NoError(b, json.Unmarshal(send(handler, cookie, http.MethodGet, "/api/rooms", nil).Body.Bytes(),
			&rooms))
		return func(path string) time.Duration {
			start := time.Now()
			require.Equal(b, http.StatusOK, send(handler, cookie, http.MethodGet, path, nil).Code)
			return time.Since(start)
		}, rooms[0].ID
	}
	many, room := open(1095)
	one, sameRoom := open(25)
	require.Equal(b, room, sameRoom)
	for name, path := range map[string]string{"set-ups": "/api/setups?limit=25", "rooms": "/api/rooms",
		"shelf": "/api/shelf/board?use=open&room_id=" + room, "recipes": "/api/recipes?room_id=" + room,
		"cupboard": "/api/cupboard", "shopping list": "/api/shopping", "today": "/api/today", "batches": "/api/batches",
		"all batches": "/api/batches?all=true", "a batch by its name": "/api/batches?all=true&words=dough+77",
		"records":          "/api/records?from=" + dayIn(-1089) + "&until=" + dayIn(0),
		"what can be made": "/api/makes?play_at=" + wallIn(0, "10:00") + "&room_id=" + room} {
		b.Run(name, func(b *testing.B) {
			many(path)
			one(path)
			var ours, floor time.Duration
			for b.Loop() {
				ours += many(path)
				floor += one(path)
			}
			report(b, ours, floor)
		})
	}
}

func report(b *testing.B, ours, floor time.Duration) {
	b.ReportMetric(0, "ns/op")
	b.ReportMetric(float64(ours.Microseconds())/float64(b.N), "us/answer")
	b.ReportMetric(float64(floor.Microseconds())/float64(b.N), "us/floor")
	b.ReportMetric(float64(ours)/float64(floor), "ratio")
}

// served is a context that ends with the connection, as that of every request that is served.
var served, _ = context.WithCancel(context.Background())

func send(h http.Handler, cookie, method, path string, body any) *httptest.ResponseRecorder {
	text, ready := body.([]byte)
	if !ready {
		text, _ = json.Marshal(body)
	}
	req := httptest.NewRequest(method, path, bytes.NewReader(text)).WithContext(served)
	req.Host = "localhost" // nobody else's name is answered
	req.Header.Set("Cookie", cookie)
	if body != nil {
		req.Header.Set("Content-Type", "application/json")
	} else {
		req.ContentLength = 0
	}
	return take(h, req)
}

// taken is where every answer of a benchmark goes: a line does not grow while it takes one.
var taken bytes.Buffer

func take(h http.Handler, req *http.Request) *httptest.ResponseRecorder {
	taken.Reset()
	rec := httptest.NewRecorder()
	rec.Body = &taken
	h.ServeHTTP(rec, req)
	return rec
}

func signIn(b *testing.B, h http.Handler) string {
	rec := send(h, "", http.MethodPost, "/api/session/demo", nil)
	require.Equal(b, http.StatusOK, rec.Code)
	var cookies []string
	for _, c := range rec.Result().Cookies() {
		cookies = append(cookies, c.Name+"="+c.Value)
	}
	return strings.Join(cookies, "; ")
}
