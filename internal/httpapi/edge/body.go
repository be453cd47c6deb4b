package edge

import (
	"encoding/json"
	"errors"

	"github.com/bytedance/sonic"
	"github.com/google/uuid"

	"emblo/core/strict"
	"emblo/core/written"
	"emblo/internal/store"
)

// read reads a body as strictly as written.Read, and quicker: once it is held against its shape every reader of JSON
// takes it alike. What no number of a field can be is left to the one that says where it stands.
func read[T any](body []byte) (in T, err error) {
	if err := strict.Hold[T](body); err != nil {
		return in, err
	}
	if sonic.ConfigDefault.Unmarshal(body, &in) == nil {
		return in, nil
	}
	return strict.Read[T](body)
}

// Body makes a handler of one that takes a document of the written form.
func Body[T any](do func(r *Request, in T) (any, error)) Handler {
	return func(r *Request) (any, error) {
		in, err := read[T](r.body)
		if err != nil {
			return nil, badRequest(err)
		}
		return do(r, in)
	}
}

// Put makes a handler of a save of a document under the id in the address.
func Put[In, Out any](save func(r *Request, id uuid.UUID, in In) (Out, error)) Handler {
	return Body(func(r *Request, in In) (any, error) {
		id, err := r.ID()
		if err != nil {
			return nil, err
		}
		return save(r, id, in)
	})
}

// Stored is the document that a request is about as it is stored, with its version; ok is false where there is none in
// the form of now.
type Stored func(r *Request) (doc []byte, version int, ok bool, err error)

// Doc returns what is stored of a kind under the id in the address.
func (e *Edge) Doc(k store.Kind) Stored {
	return func(r *Request) ([]byte, int, bool, error) {
		id, err := r.ID()
		if err != nil {
			return nil, 0, false, err
		}
		doc, err := e.Store.For(r.Session.CentreID).Doc(r, k, id)
		if errors.Is(err, store.ErrNotFound) {
			return nil, 0, false, nil
		}
		return doc.Doc, doc.Version, doc.Form == written.Version, err
	}
}

// Over makes a handler of a save read what the request leaves out of the document as it is stored, below a field of the
// body where that is not the whole: who does not know of an optional part does not drop it.
func Over[In any](stored Stored, below string, save Handler) Handler {
	return func(r *Request) (any, error) {
		if err := strict.Hold[In](r.body); err != nil {
			return nil, badRequest(err)
		}
		var sent struct {
			Version int `json:"version"`
		}
		if sonic.ConfigDefault.Unmarshal(r.body, &sent) != nil || sent.Version == 0 {
			return save(r)
		}
		doc, version, ok, err := stored(r)
		if err != nil {
			return nil, err
		}
		if mine := version == sent.Version || version == sent.Version+1; !ok || !mine { // a repeated save finds its own
			return save(r)
		}
		if below != "" {
			if doc, err = json.Marshal(map[string]json.RawMessage{below: doc}); err != nil {
				return nil, err
			}
		}
		if r.body, err = strict.Over[In](r.body, doc); err != nil {
			return nil, err
		}
		return save(r)
	}
}
