// Package httpapi serves the contract: it decodes, calls the store and the core, and
// encodes. It decides nothing about the job itself.
package httpapi

import (
	"io/fs"
	"log/slog"
	"net/http"
	"time"

	"github.com/gin-gonic/gin"
	"github.com/google/uuid"

	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/safety"
	"emblo/internal/contract"
	"emblo/internal/store"
)

// Options configure a server; the zero value of each but Store is a sound default.
type Options struct {
	Store *store.Store
	// Web is the built front end; nil serves a page that says how to build it.
	Web fs.FS
	// Now is the clock, time.Now when nil.
	Now func() time.Time
	// Log receives failures that nobody is told the cause of; slog.Default when nil.
	Log *slog.Logger
	// SecureCookies marks cookies Secure, for use behind TLS.
	SecureCookies bool
	Version       string
}

// Server answers the contract.
type Server struct {
	store    *store.Store
	now      func() time.Time
	log      *slog.Logger
	secure   bool
	version  string
	book     *recipe.Book
	prepared *prepared
	kitchens kitchens
}

var _ contract.StrictServerInterface = (*Server)(nil)

// New returns the handler of the whole application.
func New(o Options) http.Handler {
	s := &Server{store: o.Store, now: o.Now, log: o.Log, secure: o.SecureCookies, version: o.Version,
		book: recipe.Standard(), prepared: &prepared{kept: make(map[preparedKey]*safety.Subject)},
		kitchens: kitchens{kept: make(map[uuid.UUID]*kitchen)}}
	if s.now == nil {
		s.now = time.Now
	}
	if s.log == nil {
		s.log = slog.Default()
	}
	for _, it := range material.Standard().Items() {
		s.prepared.get(it)
	}

	engine := gin.New()
	engine.ContextWithFallback = true
	engine.HandleMethodNotAllowed = true
	_ = engine.SetTrustedProxies(nil) // nil cannot fail to parse
	engine.Use(s.recover, securityHeaders, s.limits)
	engine.NoMethod(func(c *gin.Context) {
		s.refuse(c, &problem{http.StatusMethodNotAllowed, "", "This address does not take that kind of request."})
	})
	engine.NoRoute(s.static(o.Web))

	api := engine.Group("/", s.sameSite, s.signedIn)
	strict := contract.NewStrictHandlerWithOptions(s, nil, contract.StrictGinServerOptions{
		RequestErrorHandlerFunc: s.refuse, HandlerErrorFunc: s.refuse, ResponseErrorHandlerFunc: s.refuse,
	})
	contract.RegisterHandlersWithOptions(api, strict, contract.GinServerOptions{
		ErrorHandler: func(c *gin.Context, err error, status int) {
			s.refuse(c, &problem{status, "", "The address of the request is not right: " + err.Error() + "."})
		},
	})
	return engine
}
