package edge

import (
	"context"
	"crypto/sha256"
	"encoding/json"
	"errors"
	"net/http"

	"github.com/google/uuid"

	"emblo/core/strict"
	"emblo/internal/contract"
	"emblo/internal/store"
)

// carryOut runs a handler; where it changes what a centre keeps, in one transaction.
func (e *Edge) carryOut(r *Request, op contract.Operation, h Handler) (answer any, err error) {
	if !op.Stores {
		return h(r)
	}
	err = e.House.Command(r.ctx, r.Session, func(ctx context.Context) error {
		inside := *r // a query of it may look at its context after the command is over
		inside.ctx = ctx
		if !op.Once {
			answer, err = h(&inside)
			return err
		}
		answer, err = e.once(&inside, op, h)
		return err
	})
	return answer, err
}

// LetterHeader names the id that a page makes when it opens a form, and keeps until it is answered.
const LetterHeader = "Idempotency-Key"

// WriterHeader names the member of staff who wrote what a page sends. A page that waited, or that is open in another
// tab, may send it in the session of whoever signed in meanwhile: it is then refused, not stored in their name.
const WriterHeader = "Emblo-As"

// once runs a handler for a letter, or gives the answer of before where the letter comes again.
func (e *Edge) once(r *Request, op contract.Operation, h Handler) (any, error) {
	id, err := uuid.Parse(r.GetHeader(LetterHeader))
	if err != nil {
		return nil, &problem{status: http.StatusBadRequest, code: string(strict.MissingField),
			detail: "The request does not say by an id of its own (" + LetterHeader +
				") which one it is, so that it could be done twice. Nothing was saved."}
	}
	said := sha256.New()
	said.Write([]byte(r.Request.Method + " " + r.Request.URL.RequestURI() + "\n"))
	said.Write(r.body)
	var answer any
	before, repeated, err := e.House.Once(r, r.Session, store.Letter{ID: id, Operation: op.ID, Digest: said.Sum(nil)},
		func() ([]byte, error) {
			var err error
			if answer, err = h(r); err != nil || answer == nil {
				return nil, err
			}
			return json.Marshal(answer)
		})
	switch {
	case errors.Is(err, store.ErrIDUsed):
		return nil, &problem{status: http.StatusUnprocessableEntity, code: "id-used",
			detail: "This was sent under an id that stands for something else already. Nothing was saved: send it as a new one."}
	case err != nil || !repeated:
		return answer, err
	case len(before) == 0:
		return nil, nil
	}
	return json.RawMessage(before), nil
}
