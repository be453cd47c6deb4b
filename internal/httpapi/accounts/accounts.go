// Package accounts is signing in and out, and who is signed in.
package accounts

import (
	"encoding/base64"
	"errors"
	"net/http"
	"slices"
	"strings"
	"time"

	"emblo/core/region"
	"emblo/core/say"
	"emblo/core/strict"
	"emblo/core/written"
	"emblo/internal/account"
	"emblo/internal/contract"
	"emblo/internal/httpapi/edge"
	"emblo/internal/store"
)

type area struct {
	*edge.Edge
	door    *account.Door
	version string
}

// Handlers returns the handlers of the area.
func Handlers(e *edge.Edge, version string) edge.Handlers {
	a := area{e, account.NewDoor(e.Store, e.Now), version}
	return edge.Handlers{"getWelcome": a.welcome, "getSession": a.session, "getSeal": a.seal,
		"signIn": edge.Body(a.signIn), "signInDemo": a.signInDemo, "signOut": a.signOut,
		"setLanguage": edge.Body(a.setLanguage)}
}

// welcome says whether the demo account can be offered.
func (a area) welcome(r *edge.Request) (any, error) {
	w := contract.Welcome{Version: a.version}
	c, _, err := a.Store.DemoCentre(r)
	if err != nil && !errors.Is(err, store.ErrNotFound) {
		return nil, err
	}
	if err == nil {
		name := c.Name()
		w.Demo, w.DemoCentre = true, &name
	}
	return w, nil
}

// session says who is signed in; asking is no failure where nobody is.
func (a area) session(r *edge.Request) (any, error) {
	s, err := a.Who(r.Context)
	if err != nil || s == nil {
		return nil, err
	}
	return a.body(r, s)
}

// seal gives a person the key to what they left on a device.
func (a area) seal(r *edge.Request) (any, error) {
	key, err := a.Store.Seal(r, r.Session.StaffID)
	return contract.Seal{Key: base64.StdEncoding.EncodeToString(key)}, err
}

// signIn checks a password and sets the cookies of the session and of the device.
func (a area) signIn(r *edge.Request, in written.SignIn) (any, error) {
	token, device, err := a.door.SignIn(r, in.Email, in.Password, a.visit(r))
	if err != nil {
		return nil, err
	}
	return a.welcomeIn(r, token, a.Edge.Cookie(edge.DeviceCookie, device, account.DeviceLasts))
}

// signInDemo opens a session of the demo centre's lead, when the demo centre is loaded.
func (a area) signInDemo(r *edge.Request) (any, error) {
	_, lead, err := a.Store.DemoCentre(r)
	if err != nil {
		return nil, err
	}
	token, err := a.door.Demo(r, lead.ID, a.visit(r))
	if err != nil {
		return nil, err
	}
	return a.welcomeIn(r, token)
}

func (a area) visit(r *edge.Request) account.Visit {
	return account.Visit{Address: r.ClientIP(), Device: a.Kept(r.Context, edge.DeviceCookie)}
}

// setLanguage notes what a person reads, and answers as who asks next.
func (a area) setLanguage(r *edge.Request, in written.LanguageInput) (any, error) {
	if in.Language != "" && !slices.Contains(region.Languages, in.Language) {
		return nil, strict.Bad("/language", "Choose a language of %s.", strings.Join(region.Languages, ", "))
	}
	return nil, a.Store.SetLanguage(r, r.Session.StaffID, in.Language)
}

// signOut ends the session and clears its cookie; without one there is nothing to end.
func (a area) signOut(r *edge.Request) (any, error) {
	if token := a.Kept(r.Context, edge.SessionCookie); token != "" {
		if err := account.Close(r, a.Store, token); err != nil {
			return nil, err
		}
	}
	return &edge.Reply{Status: http.StatusNoContent, Cookies: []*http.Cookie{a.Edge.Cookie(edge.SessionCookie, "",
		-time.Second)}}, nil
}

func (a area) welcomeIn(r *edge.Request, token string, cookies ...*http.Cookie) (any, error) {
	s, err := account.Who(r, a.Store, token, a.Now())
	if err != nil {
		return nil, err
	}
	a.Heard(r.Context, &s)
	body, err := a.body(r, &s)
	return &edge.Reply{Body: body, Cookies: append(cookies, a.Edge.Cookie(edge.SessionCookie, token,
		account.SessionLasts))}, err
}

func (a area) body(r *edge.Request, s *store.Session) (any, error) {
	d, err := a.House.Desk(r, s)
	if err != nil {
		return nil, err
	}
	body := contract.Session{Id: s.StaffID.String(), Name: s.StaffName, Role: s.Role, Today: a.House.Today(s).String()}
	body.Centre.Name, body.Centre.RatioTitle = d.Settings.Name, d.Settings.Staffing.Title()
	body.Centre.Currency, body.Centre.Emergency = d.Settings.Currency, d.Settings.Emergency
	body.Centre.Poison, body.Centre.Units = d.Settings.Poison, say.UnitNames[d.Settings.Speech.Units]
	body.Language = d.Pen.Tag
	return body, nil
}
