package edge

import (
	"encoding/json"
	"errors"
	"fmt"
	"log/slog"
	"net/http"
	"runtime/debug"

	"github.com/gin-gonic/gin"

	"emblo/core/written"
	"emblo/internal/account"
	"emblo/internal/centre"
	"emblo/internal/contract"
	"emblo/internal/store"
)

// problem is a failure with what the person is told: a status, a code for programs, the
// JSON Pointer of the field at fault if any, and a plain sentence.
type problem struct {
	status int
	code   string
	field  string
	detail string
}

func (p *problem) Error() string { return p.detail }

var (
	errSignedOut = &problem{http.StatusUnauthorized, "signed-out", "", "Sign in to go on."}
	errElsewhere = &problem{http.StatusPreconditionFailed, "somebody-else", "", "Somebody else is signed in here by now. Nothing was saved: it waits for whoever wrote it."}
	errGone      = &problem{http.StatusNotFound, "gone", "", "There is nothing here by that id; it may have been deleted."}
	errForeign   = &problem{http.StatusForbidden, "foreign", "", "The request came from another site and was refused."}
	errMethod    = &problem{http.StatusMethodNotAllowed, "method", "", "This address does not take that kind of request."}
)

// TooMany refuses what is open too often already, in a sentence.
func TooMany(sentence string) error {
	return &problem{http.StatusTooManyRequests, "too-many", "", sentence}
}

// notYours refuses somebody whose role may not do the operation.
func notYours(op contract.Operation) *problem {
	sentence := "Your role can look and print; ask an educator or the lead to change this."
	if len(op.May) == 1 {
		sentence = "Only the lead of the centre may change its settings."
	}
	return &problem{http.StatusForbidden, "role", "", sentence}
}

// badRequest is a body that does not read: 400. One that reads and says too much is 422, as
// a value is that makes no sense.
func badRequest(err error) error {
	var f *written.Fault
	if !errors.As(err, &f) || f.Code == written.TooLong || f.Code == written.Control {
		return err
	}
	return &problem{http.StatusBadRequest, string(f.Code), f.Pointer, f.Sentence}
}

// problemOf maps any failure to what the person is told; nil for one that is not foreseen.
func problemOf(err error) *problem {
	var p *problem
	var f *written.Fault
	switch {
	case errors.As(err, &p):
		return p
	case errors.As(err, &f):
		return &problem{http.StatusUnprocessableEntity, string(f.Code), f.Pointer, f.Sentence}
	case errors.Is(err, centre.ErrGone), errors.Is(err, store.ErrNotFound):
		return errGone
	case errors.Is(err, account.ErrWrong):
		return &problem{http.StatusUnauthorized, "wrong-password", "/password", "That address and password do not go together."}
	case errors.Is(err, account.ErrTooMany):
		return &problem{http.StatusTooManyRequests, "too-many", "", "Too many tries. Wait a quarter of an hour, then try again."}
	case store.Lost(err):
		return &problem{http.StatusServiceUnavailable, "not-known", "", "The database did not answer. It is not known whether this was saved; trying again is safe."}
	case store.Busy(err):
		return &problem{http.StatusServiceUnavailable, "busy", "", "Others were saving at the same moment, and nothing of this was saved. Trying again is safe."}
	case store.Full(err):
		return &problem{http.StatusInsufficientStorage, "disk-full", "", "The disk is full and nothing was saved. Free some space, then try again."}
	}
	return nil
}

// Refuse writes a failure as application/problem+json. What is not foreseen says nothing of
// its cause, which goes to the log.
func (e *Edge) Refuse(c *gin.Context, err error) {
	var stale *centre.Conflict
	p := problemOf(err)
	switch {
	case errors.As(err, &stale):
		p = &problem{http.StatusConflict, "conflict", "", fmt.Sprintf("Somebody else saved this %s while you were editing. Nothing of either was lost: choose which to keep.", stale.What)}
	case p == nil:
		e.Log.ErrorContext(c, "request failed", slog.String("path", c.FullPath()), slog.Any("error", err))
		p = &problem{http.StatusInternalServerError, "fault", "", "Something went wrong on the server; nothing was changed. Try again."}
	case p.status >= http.StatusInternalServerError:
		e.Log.WarnContext(c, "request failed", slog.String("path", c.FullPath()), slog.Any("error", err))
	}
	c.Abort()
	if c.Writer.Written() {
		return
	}
	switch p.status {
	case http.StatusTooManyRequests:
		c.Header("Retry-After", "900")
	case http.StatusServiceUnavailable:
		c.Header("Retry-After", "2")
	}
	body := struct {
		contract.Problem
		Current any `json:"current,omitempty"`
	}{Problem: contract.Problem{Type: "about:blank", Title: http.StatusText(p.status), Status: p.status, Code: p.code, Detail: p.detail}}
	if p.field != "" {
		body.Field = &p.field
	}
	if stale != nil {
		body.Current = stale.Current
	}
	text, err := json.Marshal(body)
	if err != nil {
		panic(err) // of what the written form can write
	}
	c.Data(p.status, "application/problem+json", text)
}

// Recover turns a panic into a failure of its request alone.
func (e *Edge) Recover(c *gin.Context) {
	defer func() {
		if v := recover(); v != nil {
			if v == http.ErrAbortHandler {
				panic(v)
			}
			e.Refuse(c, fmt.Errorf("panic: %v\n%s", v, debug.Stack()))
		}
	}()
	c.Next()
}

// NoMethod and NoRoute refuse what is no address of the contract.
func (e *Edge) NoMethod(c *gin.Context) { e.Refuse(c, errMethod) }

// NoRoute refuses an address that is not there.
func (e *Edge) NoRoute(c *gin.Context) { e.Refuse(c, errGone) }
