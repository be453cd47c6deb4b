// Package batches is what was made: batches and standing tubs, what happened to them, and their labels.
package batches

import (
	"github.com/google/uuid"

	"emblo/core/written"
	"emblo/internal/httpapi/edge"
)

type area struct{ *edge.Edge }

// Handlers returns the handlers of the area.
func Handlers(e *edge.Edge) edge.Handlers {
	a := area{e}
	return edge.Handlers{"listBatches": a.list, "getBatch": a.get, "putBatch": edge.Put(a.make), "putBatchEvent": edge.Put(a.note), "deleteBatchEvent": a.undo}
}

func (a area) list(r *edge.Request) (any, error) {
	if r.Query("all") == "true" {
		return edge.Answer(a.House.AllBatches(r, r.Session, r.Query("words"), r.Query("after")))
	}
	return edge.Answer(a.House.Batches(r, r.Session))
}

func (a area) get(r *edge.Request) (any, error) {
	id, err := r.ID()
	if err != nil {
		return nil, err
	}
	return edge.Answer(a.House.Batch(r, r.Session, id))
}

func (a area) make(r *edge.Request, id uuid.UUID, in written.BatchInput) (written.BatchPage, error) {
	return a.House.MakeBatch(r, r.Session, id, in)
}

func (a area) note(r *edge.Request, id uuid.UUID, in written.BatchEventInput) (written.BatchPage, error) {
	return a.House.NoteBatch(r, r.Session, id, in)
}

func (a area) undo(r *edge.Request) (any, error) {
	id, err := r.ID()
	if err != nil {
		return nil, err
	}
	return nil, a.House.UndoBatch(r, r.Session, id)
}
