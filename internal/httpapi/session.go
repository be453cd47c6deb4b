package httpapi

import (
	"context"
	"errors"
	"net"
	"net/http"
	"time"

	"github.com/gin-gonic/gin"

	"emblo/core/age"
	"emblo/internal/auth"
	"emblo/internal/contract"
	"emblo/internal/store"
)

// GetWelcome says whether the demo account can be offered.
func (s *Server) GetWelcome(ctx context.Context, _ contract.GetWelcomeRequestObject) (contract.GetWelcomeResponseObject, error) {
	w := contract.GetWelcome200JSONResponse{Version: s.version}
	c, _, err := s.store.DemoCentre(ctx)
	if err != nil && !errors.Is(err, store.ErrNotFound) {
		return nil, err
	}
	if err == nil {
		w.Demo, w.DemoCentre = true, &c.Name
	}
	return w, nil
}

// GetSession says who is signed in.
func (s *Server) GetSession(ctx context.Context, _ contract.GetSessionRequestObject) (contract.GetSessionResponseObject, error) {
	body, err := s.sessionBody(sessionOf(ctx))
	return contract.GetSession200JSONResponse(body), err
}

// SignIn checks a password and sets the session cookie.
func (s *Server) SignIn(ctx context.Context, r contract.SignInRequestObject) (contract.SignInResponseObject, error) {
	token, err := auth.SignIn(ctx, s.store, r.Body.Email, r.Body.Password, clientAddress(ctx), s.now())
	if err != nil {
		return nil, err
	}
	body, cookie, err := s.welcomeIn(ctx, token)
	return contract.SignIn200JSONResponse{Body: body, Headers: contract.SignIn200ResponseHeaders{SetCookie: &cookie}}, err
}

// SignInDemo opens a session of the demo centre's lead, when the demo centre is loaded.
func (s *Server) SignInDemo(ctx context.Context, _ contract.SignInDemoRequestObject) (contract.SignInDemoResponseObject, error) {
	_, lead, err := s.store.DemoCentre(ctx)
	if err != nil {
		return nil, err
	}
	token, err := auth.Open(ctx, s.store, lead.ID, s.now())
	if err != nil {
		return nil, err
	}
	body, cookie, err := s.welcomeIn(ctx, token)
	return contract.SignInDemo200JSONResponse{Body: body, Headers: contract.SignInDemo200ResponseHeaders{SetCookie: &cookie}}, err
}

// SignOut ends the session and clears the cookie.
func (s *Server) SignOut(ctx context.Context, _ contract.SignOutRequestObject) (contract.SignOutResponseObject, error) {
	if c, ok := ctx.(*gin.Context); ok {
		if token, err := c.Cookie(cookieName); err == nil {
			if err := auth.Close(ctx, s.store, token); err != nil {
				return nil, err
			}
		}
	}
	gone := s.cookie("", -1)
	return contract.SignOut204Response{Headers: contract.SignOut204ResponseHeaders{SetCookie: &gone}}, nil
}

func (s *Server) welcomeIn(ctx context.Context, token string) (contract.Session, string, error) {
	session, err := auth.Who(ctx, s.store, token, s.now())
	if err != nil {
		return contract.Session{}, "", err
	}
	body, err := s.sessionBody(&session)
	return body, s.cookie(token, int(auth.SessionLasts.Seconds())), err
}

func (s *Server) cookie(token string, maxAge int) string {
	c := http.Cookie{Name: cookieName, Value: token, Path: "/", MaxAge: maxAge, HttpOnly: true,
		Secure: s.secure, SameSite: http.SameSiteStrictMode}
	return c.String()
}

func (s *Server) sessionBody(session *store.Session) (contract.Session, error) {
	table, err := tableOf(session)
	if err != nil {
		return contract.Session{}, err
	}
	body := contract.Session{Name: session.StaffName, Role: contract.Role(session.Role), Today: s.today(session).String()}
	body.Centre.Name = session.CentreName
	body.Centre.RatioTitle = table.Title()
	body.Centre.Currency = session.Currency
	body.Centre.Emergency = session.Emergency
	return body, nil
}

// clock returns the centre's wall clock. An unknown zone is a fault of the data and
// reads as UTC.
func (s *Server) clock(session *store.Session) time.Time {
	zone, err := time.LoadLocation(session.TimeZone)
	if err != nil {
		zone = time.UTC
	}
	return s.now().In(zone)
}

func (s *Server) today(session *store.Session) age.Date { return age.DateOf(s.clock(session)) }

func clientAddress(ctx context.Context) string {
	if c, ok := ctx.(*gin.Context); ok {
		if host, _, err := net.SplitHostPort(c.Request.RemoteAddr); err == nil {
			return host
		}
	}
	return "unknown"
}
