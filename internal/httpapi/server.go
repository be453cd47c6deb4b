// Package httpapi puts the application together: the areas of the contract, the edge that
// serves them, and the built front end.
package httpapi

import (
	"context"
	"io/fs"
	"log/slog"
	"net/http"
	"net/url"
	"os"
	"strings"
	"time"

	"github.com/gin-gonic/gin"

	"emblo/core/say"
	"emblo/internal/centre"
	"emblo/internal/httpapi/accounts"
	"emblo/internal/httpapi/batches"
	"emblo/internal/httpapi/cupboard"
	"emblo/internal/httpapi/edge"
	"emblo/internal/httpapi/live"
	"emblo/internal/httpapi/recipes"
	"emblo/internal/httpapi/rooms"
	"emblo/internal/httpapi/settings"
	"emblo/internal/httpapi/setups"
	"emblo/internal/httpapi/shelf"
	"emblo/internal/httpapi/today"
	hub "emblo/internal/live"
	"emblo/internal/now"
	"emblo/internal/store"
)

// Options configure a server; the zero value of each but Store is a sound default.
type Options struct {
	Store *store.Store
	// Web is the built front end; nil serves a page that says how to build it.
	Web fs.FS
	// Now is the clock, the machine's when nil.
	Now now.Clock
	// Log receives failures that nobody is told the cause of; slog.Default when nil.
	Log *slog.Logger
	// Secure says that the pages are opened over TLS.
	Secure  bool
	Version string
	// Origins are the addresses that the pages are opened by, such as https://emblo.example; labels lead to the first.
	// Without any, labels say a code, and it answers to addresses of the network and to the name of this machine alone.
	Origins []string
	// Proxies are the networks of proxies that are believed whom they ask for, such as 10.0.0.0/8.
	Proxies []string
	// Live hears what changed; without it no page follows.
	Live *hub.Hub
	// Recheck is how often the session of an open stream is asked about; live.Usual when zero.
	Recheck time.Duration
	// Later is given what may be done after a request is answered; a few at a time beside the requests when nil.
	Later func(func())
	// Minutely is given what is to be done again and again, at once and every minute; nil does none of it.
	Minutely func(what string, do func(context.Context) error)
	// Language is what all answers are written in; when nil, each is in that of who asks.
	Language *say.Language
}

// New returns the handler of the whole application.
func New(o Options) http.Handler {
	if o.Now == nil {
		o.Now = now.Machine
	}
	if o.Recheck == 0 {
		o.Recheck = live.Usual
	}
	if o.Log == nil {
		o.Log = slog.Default()
	}
	e := &edge.Edge{Store: o.Store, House: centre.New(o.Store, o.Now, o.Log, o.Version,
		o.Language, o.Later), Now: o.Now, Log: o.Log, Secure: o.Secure}
	if name, err := os.Hostname(); err == nil {
		e.Hosts = []string{strings.ToLower(name), strings.ToLower(name) + ".local"}
	}
	for i, origin := range o.Origins {
		if i == 0 {
			e.Origin = strings.TrimRight(origin, "/")
		}
		if at, err := url.Parse(origin); err == nil {
			e.Hosts = append(e.Hosts, strings.ToLower(at.Hostname()))
		}
	}

	if o.Minutely != nil {
		o.Minutely("what has opened was not put down", e.House.PutDown)
	}
	engine := gin.New()
	engine.ContextWithFallback = true
	engine.HandleMethodNotAllowed = true
	if err := engine.SetTrustedProxies(o.Proxies); err != nil {
		panic(err) // of networks that were read
	}
	engine.Use(e.Recover, e.SecurityHeaders, e.KnownHost)
	engine.GET("/healthz", e.Healthy)
	engine.GET("/readyz", e.Ready)
	engine.NoMethod(e.NoMethod)
	engine.NoRoute(e.Static(o.Web))
	e.Serve(engine.Group("/", e.SameSite), accounts.Handlers(e, o.Version), rooms.Handlers(e), setups.Handlers(e),
		shelf.Handlers(e), recipes.Handlers(e), settings.Handlers(e), cupboard.Handlers(e), today.Handlers(e),
		batches.Handlers(e), live.Handlers(e, o.Live, o.Recheck))
	return edge.Packed(engine)
}
