package edge

import (
	"encoding/json"
	"errors"
	"fmt"
	"log/slog"
	"math"
	"net/http"
	"runtime/debug"
	"strconv"
	"time"

	"github.com/gin-gonic/gin"

	"emblo/core/strict"
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
	// wait is after how long it may be tried again, zero where that says nothing.
	wait time.Duration
}

func (p *problem) Error() string { return p.detail }

var (
	errSignedOut = &problem{status: http.StatusUnauthorized, code: "signed-out", detail: "Sign in to go on."}
	errElsewhere = &problem{status: http.StatusPreconditionFailed, code: "somebody-else",
		detail: "Someone else is signed in here now. Nothing was saved: it waits for whoever wrote it."}
	errGone = &problem{status: http.StatusNotFound, code: "gone",
		detail: "Not found. It may have been deleted."}
	errForeign = &problem{status: http.StatusForbidden, code: "foreign",
		detail: "The request came from another site and was refused."}
	errMethod = &problem{status: http.StatusMethodNotAllowed, code: "method",
		detail: "This address does not take that kind of request."}
)

// After how long it is tried again what met a busy moment, and what is open too often.
const (
	busyLasts = 2 * time.Second
	fullLasts = time.Minute
)

// TooMany refuses what is open too often already, in a sentence.
func TooMany(sentence string) error {
	return &problem{status: http.StatusTooManyRequests, code: "too-many", detail: sentence, wait: fullLasts}
}

// inWords says how long to wait, in whole minutes or seconds.
func inWords(wait time.Duration) string {
	n, unit := int(math.Ceil(wait.Seconds())), "second"
	if wait > time.Minute {
		n, unit = int(math.Ceil(wait.Minutes())), "minute"
	}
	if n == 1 {
		return "1 " + unit
	}
	return fmt.Sprintf("%d %ss", n, unit)
}

// notYours refuses somebody whose role may not do the operation.
func notYours(op contract.Operation) *problem {
	sentence := "Your role can look and print; ask an educator or the lead to change this."
	if len(op.May) == 1 {
		sentence = "Only the lead of the centre may change its settings."
	}
	return &problem{status: http.StatusForbidden, code: "role", detail: sentence}
}

// badRequest is a body that does not read: 400. One that reads and says too much is 422, as
// a value is that makes no sense.
func badRequest(err error) error {
	var f *strict.Fault
	if !errors.As(err, &f) || f.Code == strict.TooLong || f.Code == strict.Control {
		return err
	}
	return &problem{status: http.StatusBadRequest, code: string(f.Code), field: f.Pointer, detail: f.Sentence}
}

// problemOf maps any failure to what the person is told; nil for one that is not foreseen.
func problemOf(err error) *problem {
	var p *problem
	var f *strict.Fault
	var tries *store.TooManyTries
	switch {
	case errors.As(err, &p):
		return p
	case errors.As(err, &f):
		return &problem{status: http.StatusUnprocessableEntity, code: string(f.Code), field: f.Pointer,
			detail: f.Sentence}
	case errors.Is(err, centre.ErrGone), errors.Is(err, store.ErrNotFound):
		return errGone
	case errors.Is(err, account.ErrWrong):
		return &problem{status: http.StatusUnauthorized, code: "wrong-password", field: "/password",
			detail: "Email or password is wrong. Try again."}
	case errors.As(err, &tries):
		return &problem{status: http.StatusTooManyRequests, code: "too-many", detail: "Too many tries. Wait " +
			inWords(tries.Wait) + ", then try again.", wait: tries.Wait}
	case errors.Is(err, account.ErrBusy):
		return &problem{status: http.StatusServiceUnavailable, code: "busy",
			detail: "Too many people sign in at once. Try again in a moment.", wait: busyLasts}
	case store.Lost(err):
		return &problem{status: http.StatusServiceUnavailable, code: "not-known",
			detail: "The database did not answer. Your save may not have worked. It is safe to try again.",
			wait:   busyLasts}
	case store.Busy(err):
		return &problem{status: http.StatusServiceUnavailable, code: "busy",
			detail: "Others were saving at the same moment, and nothing of this was saved. Trying again is safe.",
			wait:   busyLasts}
	case store.Full(err):
		return &problem{status: http.StatusInsufficientStorage, code: "disk-full",
			detail: "The disk is full and nothing was saved. Free some space, then try again."}
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
		p = &problem{status: http.StatusConflict, code: "conflict",
			detail: fmt.Sprintf(
				"Someone else saved this %s while you were editing. Nothing was lost: choose which to keep.",
				stale.What)}
	case p == nil:
		e.Log.ErrorContext(c, "request failed", slog.String("path", c.FullPath()), slog.Any("error", err))
		p = &problem{status: http.StatusInternalServerError, code: "fault",
			detail: "Something went wrong on the server; nothing was changed. Try again."}
	case p.status >= http.StatusInternalServerError:
		e.Log.WarnContext(c, "request failed", slog.String("path", c.FullPath()), slog.Any("error", err))
	}
	c.Abort()
	if c.Writer.Written() {
		return
	}
	if p.wait > 0 {
		c.Header("Retry-After", strconv.Itoa(int(math.Ceil(p.wait.Seconds()))))
	}
	body := struct {
		contract.Problem
		Current any `json:"current,omitempty"`
	}{Problem: contract.Problem{Type: "about:blank", Title: http.StatusText(p.status), Status: p.status, Code: p.code,
		Detail: e.worded(c, p.detail)}}
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
