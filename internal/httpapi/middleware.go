package httpapi

import (
	"context"
	"errors"
	"fmt"
	"net/http"
	"runtime/debug"
	"strings"

	"github.com/gin-gonic/gin"

	"emblo/internal/auth"
	"emblo/internal/store"
)

// maxBody is the most that a request may carry: the largest room or set-up is under
// 40 kB. A list to check or to import is up to 5 MB of text, longer as JSON.
const (
	maxBody = 256 * 1024
	maxList = 12 << 20
)

// bodyLimit returns the limit for a path.
func bodyLimit(path string) int64 {
	if path == "/api/checklist" || path == "/api/shelf/import" || path == "/api/recipes/import" {
		return maxList
	}
	return maxBody
}

const cookieName = "emblo_session"

// securityHeaders allow nothing from another origin, no frames and no sniffing.
func securityHeaders(c *gin.Context) {
	h := c.Writer.Header()
	h.Set("Content-Security-Policy", "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data:; font-src 'self'; "+
		"connect-src 'self'; manifest-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'")
	h.Set("X-Content-Type-Options", "nosniff")
	h.Set("X-Frame-Options", "DENY")
	h.Set("Referrer-Policy", "same-origin")
	h.Set("Cross-Origin-Opener-Policy", "same-origin")
	h.Set("Cross-Origin-Resource-Policy", "same-origin")
	h.Set("Permissions-Policy", "camera=(), microphone=(), geolocation=()")
	if strings.HasPrefix(c.Request.URL.Path, "/api/") {
		h.Set("Cache-Control", "no-store")
	}
}

func (s *Server) limits(c *gin.Context) {
	c.Request.Body = http.MaxBytesReader(c.Writer, c.Request.Body, bodyLimit(c.Request.URL.Path))
}

func (s *Server) recover(c *gin.Context) {
	defer func() {
		if v := recover(); v != nil {
			if v == http.ErrAbortHandler {
				panic(v)
			}
			s.refuse(c, fmt.Errorf("panic: %v\n%s", v, debug.Stack()))
		}
	}()
	c.Next()
}

var crossOrigin = http.NewCrossOriginProtection()

// sameSite refuses writes that a browser sends on behalf of another site, by Fetch
// metadata or the Origin header.
func (s *Server) sameSite(c *gin.Context) {
	if crossOrigin.Check(c.Request) != nil {
		s.refuse(c, errForeign)
	}
}

type sessionKey struct{}

// signedIn puts the session into the request's context. What is open to everyone asks
// for none; everything else is refused without one.
func (s *Server) signedIn(c *gin.Context) {
	if open := c.Request.Method + " " + c.FullPath(); open == "GET /api/welcome" || open == "POST /api/session" || open == "POST /api/session/demo" {
		return
	}
	token, err := c.Cookie(cookieName)
	if err != nil {
		s.refuse(c, errSignedOut)
		return
	}
	session, err := auth.Who(c.Request.Context(), s.store, token, s.now())
	if errors.Is(err, store.ErrNotFound) {
		err = errSignedOut
	}
	if err != nil {
		s.refuse(c, err)
		return
	}
	c.Request = c.Request.WithContext(context.WithValue(c.Request.Context(), sessionKey{}, &session))
}

// sessionOf returns the session that signedIn found. It panics on a handler that is open
// to everyone, which is a fault of the program.
func sessionOf(ctx context.Context) *store.Session {
	return ctx.Value(sessionKey{}).(*store.Session)
}

// centre returns the store as the signed-in centre sees it.
func (s *Server) centre(ctx context.Context) *store.Centre {
	return s.store.For(sessionOf(ctx).CentreID)
}

// mayWrite refuses helpers.
func mayWrite(ctx context.Context) error {
	if sessionOf(ctx).Role == "helper" {
		return errNotYours
	}
	return nil
}
