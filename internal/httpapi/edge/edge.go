// Package edge is where a request becomes a question and an answer becomes a response: it
// serves the operations of the contract, lets in only who may, reads bodies and queries
// strictly, and writes every failure as a problem. The areas beside it say what is asked.
package edge

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"log/slog"
	"mime"
	"net/http"
	"net/url"
	"slices"
	"strconv"
	"sync"
	"time"

	"github.com/bytedance/sonic/encoder"
	"github.com/gin-gonic/gin"
	"github.com/google/uuid"
	"github.com/klauspost/compress/gzhttp"

	"emblo/core/age"
	"emblo/core/strict"
	"emblo/core/words"
	"emblo/internal/centre"
	"emblo/internal/contract"
	"emblo/internal/now"
	"emblo/internal/store"
)

// Edge serves operations.
type Edge struct {
	Store *store.Store
	House *centre.House
	Now   now.Clock
	Log   *slog.Logger
	// Secure says that the pages are opened over TLS: cookies are marked so, and browsers told to come no other way.
	Secure bool
	// Hosts are the names that it answers to beside addresses of the network and those of this machine.
	Hosts []string
	// Origin is the address that labels lead to, without a slash at its end; empty where there is none.
	Origin string
}

// Request is one request that was let in.
type Request struct {
	*gin.Context
	// Session is who asks; nil for an operation that is open to everybody.
	Session *store.Session
	body    []byte
	ctx     context.Context
}

// A request is the context of what is asked for it. It is its own and not Gin's, which is used again for
// the next request while a query of this one may still look at it.

// Deadline is that of the request.
func (r *Request) Deadline() (time.Time, bool) { return r.ctx.Deadline() }

// Done is closed when the request is over or has lasted too long.
func (r *Request) Done() <-chan struct{} { return r.ctx.Done() }

// Err says why it is.
func (r *Request) Err() error { return r.ctx.Err() }

// Value returns what the request carries under a key.
func (r *Request) Value(key any) any { return r.ctx.Value(key) }

// Reply is a response that is more than a body: a status of its own, cookies.
type Reply struct {
	Status  int
	Cookies []*http.Cookie
	Body    any
}

// File is a response that is no JSON: the text of a file, with its media type.
type File struct{ Type, Text string }

// Stream is a response that goes on: it says events, an empty one to keep the line open, until the page
// goes away, it returns, or saying fails.
type Stream func(ctx context.Context, say func(event, data string) error) error

// Handler answers one operation: with a body, a *Reply, a File, a Stream, or nil for 204.
type Handler func(r *Request) (any, error)

// Handlers are handlers by the id of their operation in the contract.
type Handlers map[string]Handler

// requestLasts is how long a request may take before it is given up.
const requestLasts = 20 * time.Second

// Serve adds every operation of the contract to the routes. It panics when an operation has
// no handler or a handler no operation: the program is then not whole.
func (e *Edge) Serve(routes gin.IRoutes, areas ...Handlers) {
	handlers := make(Handlers)
	for _, area := range areas {
		for id, h := range area {
			if handlers[id] != nil {
				panic("edge: two handlers for " + id)
			}
			handlers[id] = h
		}
	}
	for _, op := range contract.Operations {
		h := handlers[op.ID]
		if h == nil {
			panic("edge: no handler for " + op.ID)
		}
		delete(handlers, op.ID)
		routes.Handle(op.Method, op.Path, e.serve(op, h))
	}
	for id := range handlers {
		panic("edge: no operation " + id)
	}
}

func (e *Edge) serve(op contract.Operation, h Handler) gin.HandlerFunc {
	return func(c *gin.Context) {
		whole := c.Request.Context()
		ctx, cancel := context.WithTimeout(whole, requestLasts)
		defer cancel()
		c.Request = c.Request.WithContext(ctx)
		r, err := e.letIn(c, op)
		var answer any
		if err == nil {
			answer, err = e.carryOut(r, op, h)
		}
		if err != nil {
			e.Refuse(c, err)
			return
		}
		if s, ok := answer.(Stream); ok {
			e.stream(whole, c, s)
			return
		}
		e.answer(c, answer)
	}
}

// wordLasts is how long one event may take to be sent.
const wordLasts = 10 * time.Second

// stream sends events as HTML has them: https://html.spec.whatwg.org/multipage/server-sent-events.html.
func (e *Edge) stream(ctx context.Context, c *gin.Context, s Stream) {
	c.Header("Content-Type", "text/event-stream")
	c.Header(gzhttp.HeaderNoCompression, "1")
	c.Status(http.StatusOK)
	line := http.NewResponseController(c.Writer)
	err := s(ctx, func(event, data string) error {
		if err := line.SetWriteDeadline(now.After(wordLasts)); err != nil && !errors.Is(err, http.ErrNotSupported) {
			return err
		}
		text := ":\n\n" // a comment
		if event != "" {
			text = fmt.Sprintf("event: %s\ndata: %s\n\n", event, data)
		}
		if _, err := c.Writer.WriteString(text); err != nil {
			return err
		}
		return line.Flush()
	})
	if err != nil && ctx.Err() == nil {
		e.Log.Warn("stream ended", "path", c.FullPath(), "error", err)
	}
}

// letIn finds who asks, holds that against who may, and reads what the request carries.
func (e *Edge) letIn(c *gin.Context, op contract.Operation) (*Request, error) {
	r := &Request{Context: c, ctx: c.Request.Context()}
	if !op.Open {
		session, err := e.session(c)
		if err != nil {
			return nil, err
		}
		if as := c.GetHeader(WriterHeader); as != "" && as != session.StaffID.String() {
			return nil, errElsewhere
		}
		if !slices.Contains(op.May, session.Role) {
			return nil, notYours(op)
		}
		r.Session = &session
	}
	if err := checkQuery(c.Request.URL, op); err != nil {
		return nil, err
	}
	return r, r.read(op)
}

// checkQuery refuses parameters that the operation does not have, or that stand twice.
func checkQuery(u *url.URL, op contract.Operation) error {
	values, err := url.ParseQuery(u.RawQuery)
	if err != nil {
		return &problem{status: http.StatusBadRequest, code: "bad-query",
			detail: "The address of the request is not written as addresses are."}
	}
	for name, all := range values {
		switch {
		case !slices.Contains(op.Query, name):
			return &problem{status: http.StatusBadRequest, code: string(strict.UnknownField), field: "/" + name,
				detail: fmt.Sprintf("The address has a part %q that is not known here.", words.Cut(name))}
		case len(all) > 1:
			return &problem{status: http.StatusBadRequest, code: string(strict.DoubledField), field: "/" + name,
				detail: fmt.Sprintf("The address says %q twice.", words.Cut(name))}
		}
	}
	for _, name := range op.Required {
		if _, there := values[name]; !there {
			return &problem{status: http.StatusBadRequest, code: string(strict.MissingField), field: "/" + name,
				detail: fmt.Sprintf("The address does not say %q.", name)}
		}
	}
	return nil
}

// read reads the body of an operation that has one, and refuses one where none is.
func (r *Request) read(op contract.Operation) error {
	if op.Body == "" {
		if r.Request.ContentLength > 0 {
			return &problem{status: http.StatusBadRequest, code: "no-body",
				detail: "This request carries nothing with it."}
		}
		return nil
	}
	kind, _, err := mime.ParseMediaType(r.GetHeader("Content-Type"))
	if err != nil || kind != op.Body {
		return &problem{status: http.StatusUnsupportedMediaType, code: "content-type", detail: "Send it as " +
			op.Body + "."}
	}
	var whole bytes.Buffer
	whole.Grow(int(min(max(r.Request.ContentLength, 0), op.MaxBody)) + bytes.MinRead)
	_, err = whole.ReadFrom(http.MaxBytesReader(r.Writer, r.Request.Body, op.MaxBody))
	var large *http.MaxBytesError
	if errors.As(err, &large) {
		return &problem{status: http.StatusRequestEntityTooLarge, code: string(strict.TooLong),
			detail: fmt.Sprintf("The request is larger than %d kB and was not read.", large.Limit/1024)}
	}
	if err != nil {
		return &problem{status: http.StatusBadRequest, code: "cut-off",
			detail: "The request did not arrive whole; nothing was saved."}
	}
	r.body = whole.Bytes()
	return nil
}

// ID reads the id in the address.
func (r *Request) ID() (uuid.UUID, error) { return centre.ParseID(r.Param("id")) }

// Number reads a whole number of the query, 0 when it is not there.
func (r *Request) Number(name string) (int, error) {
	text, there := r.GetQuery(name)
	if !there {
		return 0, nil
	}
	n, err := strconv.Atoi(text)
	if err != nil || n <= 0 {
		return 0, strict.Bad("/"+name, "%s is a whole number above 0, not %q.", name, words.Cut(text))
	}
	return n, nil
}

// Yes returns what a query parameter says: true or false, which it is when left out.
func (r *Request) Yes(name string) (bool, error) {
	switch text, there := r.GetQuery(name); {
	case !there, text == "false":
		return false, nil
	case text == "true":
		return true, nil
	default:
		return false, strict.Bad("/"+name, "%s is true or false, not %q.", name, words.Cut(text))
	}
}

// Today returns the day it is at the centre of who asks.
func (e *Edge) Today(r *Request) age.Date { return e.House.Today(r.Session) }

func (e *Edge) answer(c *gin.Context, answer any) {
	status := http.StatusOK
	if reply, ok := answer.(*Reply); ok {
		for _, cookie := range reply.Cookies {
			http.SetCookie(c.Writer, cookie)
		}
		if reply.Status != 0 {
			status = reply.Status
		}
		answer = reply.Body
	}
	if f, ok := answer.(File); ok {
		c.Data(status, f.Type+"; charset=utf-8", []byte(f.Text))
		return
	}
	if answer == nil {
		c.Status(http.StatusNoContent)
		c.Writer.WriteHeaderNow()
		return
	}
	out := buffers.Get().(*[]byte)
	defer buffers.Put(out)
	*out = (*out)[:0]
	if err := encoder.EncodeInto(out, answer, encoder.SortMapKeys|encoder.NoValidateJSONMarshaler); err != nil {
		e.Refuse(c, err)
		return
	}
	c.Data(status, "application/json; charset=utf-8", *out)
}

// buffers are what answers are written into before their first byte goes out.
var buffers = sync.Pool{New: func() any { b := make([]byte, 0, 32<<10); return &b }}

// Answer gives on what a desk or a house answers, without a body when it failed.
func Answer[T any](answer T, err error) (any, error) {
	if err != nil {
		return nil, err
	}
	return answer, nil
}

// Delete returns the handler that marks a document of a kind as deleted.
func (e *Edge) Delete(k store.Kind) Handler {
	return func(r *Request) (any, error) {
		id, err := r.ID()
		if err != nil {
			return nil, err
		}
		return nil, e.House.Delete(r, r.Session, k, id)
	}
}

// Restore returns the handler that brings a deleted document of a kind back.
func (e *Edge) Restore(k store.Kind) Handler {
	return func(r *Request) (any, error) {
		id, err := r.ID()
		if err != nil {
			return nil, err
		}
		return nil, e.House.Restore(r, r.Session, k, id)
	}
}
