package edge

import (
	"context"
	"errors"
	"net/http"
	"time"

	"github.com/gin-gonic/gin"

	"emblo/internal/account"
	"emblo/internal/store"
)

// The cookies: that of a session, and that by which a device is known on which somebody has signed in.
const (
	SessionCookie = "emblo_session"
	DeviceCookie  = "emblo_device"
)

// Cookie is a cookie that scripts cannot read and that no other site sends along; behind TLS one that no other host of
// the domain and no open address can set either (RFC 6265bis, the prefix __Host-).
func (e *Edge) Cookie(name, value string, lasts time.Duration) *http.Cookie {
	return &http.Cookie{Name: e.cookieName(name), Value: value, Path: "/", MaxAge: int(lasts.Seconds()), HttpOnly: true,
		Secure: e.Secure, SameSite: http.SameSiteStrictMode}
}

// Kept returns what a request brings in a cookie, "" for nothing.
func (e *Edge) Kept(c *gin.Context, name string) string {
	value, err := c.Cookie(e.cookieName(name))
	if err != nil {
		return ""
	}
	return value
}

func (e *Edge) cookieName(name string) string {
	if e.Secure {
		return "__Host-" + name
	}
	return name
}

// Who returns who asks, nil when nobody is signed in.
func (e *Edge) Who(c *gin.Context) (*store.Session, error) {
	s, err := e.session(c)
	if errors.Is(err, errSignedOut) {
		return nil, nil
	}
	return &s, err
}

// StillIn reports whether who asked is still signed in, in the same role and centre.
func (e *Edge) StillIn(ctx context.Context, r *Request) (bool, error) {
	token := e.Kept(r.Context, SessionCookie)
	if token == "" {
		return false, nil
	}
	found, err := account.Who(ctx, e.Store, token, e.Now())
	if errors.Is(err, store.ErrNotFound) {
		return false, nil
	}
	return found.StaffID == r.Session.StaffID && found.Role == r.Session.Role &&
		found.CentreID == r.Session.CentreID, err
}

func (e *Edge) session(c *gin.Context) (store.Session, error) {
	token := e.Kept(c, SessionCookie)
	if token == "" {
		return store.Session{}, errSignedOut
	}
	session, err := account.Who(c.Request.Context(), e.Store, token, e.Now())
	if errors.Is(err, store.ErrNotFound) {
		err = errSignedOut
	}
	if err == nil {
		e.House.Look(&session)
		e.Heard(c, &session)
	}
	return session, err
}
