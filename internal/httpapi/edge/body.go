package edge

import (
	"github.com/bytedance/sonic"
	"github.com/google/uuid"

	"emblo/core/written"
)

// read reads a body as strictly as written.Read, and quicker: once it is held against its shape every reader of JSON takes
// it alike. What no number of a field can be is left to the one that says where it stands.
func read[T any](body []byte) (in T, err error) {
	if err := written.Hold[T](body); err != nil {
		return in, err
	}
	if sonic.ConfigDefault.Unmarshal(body, &in) == nil {
		return in, nil
	}
	return written.Read[T](body)
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
