// Package batches is what was made and played with: batches and standing tubs, their labels, how set-ups
// went, and the records of that.
package batches

import (
	"github.com/google/uuid"

	"emblo/core/written"
	"emblo/internal/centre/making"
	"emblo/internal/httpapi/edge"
	"emblo/internal/paper"
)

type area struct{ *edge.Edge }

// Handlers returns the handlers of the area.
func Handlers(e *edge.Edge) edge.Handlers {
	a := area{e}
	return edge.Handlers{"listBatches": a.list, "getBatch": a.get, "putBatch": edge.Put(a.make),
		"putBatchEvent": edge.Put(a.note), "deleteBatchEvent": a.undo,
		"getLog": a.log, "putLog": edge.Over[written.LogInput](a.storedLog, "", edge.Put(a.saveLog)),
		"nextByLog":   edge.Put(a.nextByLog),
		"listLessons": a.lessons, "takeLesson": edge.Body(a.takeLesson), "deleteLesson": a.undoLesson,
		"foundStray": a.found, "listRecords": a.records,
		"getRecordFile": a.recordFile}
}

func (a area) list(r *edge.Request) (any, error) {
	if r.Query("all") == "true" {
		return edge.Answer(making.In(a.House).AllBatches(r, r.Session, r.Query("words"), r.Query("after")))
	}
	return edge.Answer(making.In(a.House).Batches(r, r.Session, r.Query("setup_id")))
}

func (a area) get(r *edge.Request) (any, error) {
	id, err := r.ID()
	if err != nil {
		return nil, err
	}
	page, err := making.In(a.House).Batch(r, r.Session, id)
	if err != nil {
		return nil, err
	}
	return edge.Answer(a.labelled(page))
}

// labelled adds what stands on the label of a batch, where there is an address for it to lead to.
func (a area) labelled(page written.BatchPage) (written.BatchPage, error) {
	if a.Origin == "" {
		return page, nil
	}
	url := a.Origin + "/batches/" + page.ID
	path, size, err := paper.QR(url)
	page.Label = &written.BatchLabel{URL: url, Path: path, Size: size}
	return page, err
}

func (a area) make(r *edge.Request, id uuid.UUID, in written.BatchInput) (written.BatchPage, error) {
	page, err := making.In(a.House).MakeBatch(r, r.Session, id, in)
	if err != nil {
		return page, err
	}
	return a.labelled(page)
}

func (a area) note(r *edge.Request, id uuid.UUID, in written.BatchEventInput) (written.BatchPage, error) {
	page, err := making.In(a.House).NoteBatch(r, r.Session, id, in)
	if err != nil {
		return page, err
	}
	return a.labelled(page)
}

func (a area) undo(r *edge.Request) (any, error) {
	id, err := r.ID()
	if err != nil {
		return nil, err
	}
	return nil, making.In(a.House).UndoBatch(r, r.Session, id)
}
