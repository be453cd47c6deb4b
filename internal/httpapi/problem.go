package httpapi

import (
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"log/slog"
	"net/http"
	"strings"

	"github.com/gin-gonic/gin"

	"emblo/core/plan"
	"emblo/internal/auth"
	"emblo/internal/contract"
	"emblo/internal/store"
)

// problem is a failure with what the person is told: a status, the path of the field at
// fault if any, and a plain sentence.
type problem struct {
	status int
	field  string
	detail string
}

func (p *problem) Error() string { return p.detail }

func badField(field, format string, args ...any) error {
	return &problem{http.StatusUnprocessableEntity, field, fmt.Sprintf(format, args...)}
}

var (
	errSignedOut = &problem{http.StatusUnauthorized, "", "Sign in to go on."}
	errNotYours  = &problem{http.StatusForbidden, "", "Your role can look and print; ask an educator or the lead to change this."}
	errLeadOnly  = &problem{http.StatusForbidden, "", "Only the lead of the centre may change its settings."}
	errGone      = &problem{http.StatusNotFound, "", "There is nothing here by that id; it may have been deleted."}
	errForeign   = &problem{http.StatusForbidden, "", "The request came from another site and was refused."}
)

// problemOf maps any failure to what the person is told. What is not foreseen says
// nothing of its cause, which goes to the log.
func problemOf(err error) *problem {
	var p *problem
	var input *plan.InvalidInput
	var tooLarge *http.MaxBytesError
	var wrongType *json.UnmarshalTypeError
	var syntax *json.SyntaxError
	switch {
	case errors.As(err, &p):
		return p
	case errors.As(err, &input):
		return &problem{http.StatusUnprocessableEntity, input.Field, input.Reason}
	case errors.Is(err, store.ErrNotFound):
		return errGone
	case errors.Is(err, store.ErrNameTaken):
		return &problem{http.StatusUnprocessableEntity, "name", "Another room has this name already."}
	case errors.Is(err, store.ErrItemNameTaken):
		return &problem{http.StatusUnprocessableEntity, "row/name", "Another thing of your own has this name already."}
	case errors.Is(err, store.ErrRecipeNameTaken):
		return &problem{http.StatusUnprocessableEntity, "recipe/name", "Another recipe of your own has this name already."}
	case errors.Is(err, store.ErrNoRoom):
		return &problem{http.StatusUnprocessableEntity, "room_id", "Choose a room: this one is not there any more."}
	case errors.Is(err, auth.ErrWrong):
		return &problem{http.StatusUnauthorized, "password", "That address and password do not go together."}
	case errors.Is(err, auth.ErrTooMany):
		return &problem{http.StatusTooManyRequests, "", "Too many tries. Wait a quarter of an hour, then try again."}
	case errors.As(err, &tooLarge):
		return &problem{http.StatusRequestEntityTooLarge, "", fmt.Sprintf("The request is larger than %d kB and was not read.", tooLarge.Limit/1024)}
	case errors.As(err, &wrongType):
		return &problem{http.StatusBadRequest, strings.ReplaceAll(wrongType.Field, ".", "/"),
			fmt.Sprintf("%s must be a %s, not a %s.", lastPart(wrongType.Field), jsonWord(wrongType.Type.Kind().String()), wrongType.Value)}
	case errors.As(err, &syntax), errors.Is(err, io.EOF), errors.Is(err, io.ErrUnexpectedEOF):
		return &problem{http.StatusBadRequest, "", "The request is not complete JSON; nothing was saved."}
	}
	return nil
}

func lastPart(path string) string {
	if path == "" {
		return "The request"
	}
	return path[strings.LastIndexByte(path, '.')+1:]
}

func jsonWord(kind string) string {
	switch {
	case strings.HasPrefix(kind, "int"), strings.HasPrefix(kind, "uint"), strings.HasPrefix(kind, "float"):
		return "number"
	case kind == "bool":
		return "yes or no"
	case kind == "slice":
		return "list"
	case kind == "struct":
		return "set of fields"
	}
	return "text"
}

// refuse writes a failure as application/problem+json.
func (s *Server) refuse(c *gin.Context, err error) {
	p := problemOf(err)
	if p == nil {
		s.log.ErrorContext(c, "request failed", slog.String("path", c.FullPath()), slog.Any("error", err))
		p = &problem{http.StatusInternalServerError, "", "Something went wrong on the server; nothing was changed. Try again."}
	}
	if c.Writer.Written() {
		c.Abort()
		return
	}
	if p.status == http.StatusTooManyRequests {
		c.Header("Retry-After", "900")
	}
	body, _ := json.Marshal(p.body())
	c.Abort()
	c.Data(p.status, "application/problem+json", body)
}

func (p *problem) body() contract.Problem {
	b := contract.Problem{Type: "about:blank", Title: http.StatusText(p.status), Status: p.status, Detail: p.detail}
	if p.field != "" {
		b.Field = &p.field
	}
	return b
}
