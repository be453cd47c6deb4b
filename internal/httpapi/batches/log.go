package batches

import (
	"errors"

	"github.com/google/uuid"

	"emblo/core/written"
	"emblo/internal/centre/logs"
	"emblo/internal/contract"
	"emblo/internal/httpapi/edge"
	"emblo/internal/store"
)

func (a area) log(r *edge.Request) (any, error) {
	id, err := r.ID()
	if err != nil {
		return nil, err
	}
	return edge.Answer(logs.In(a.House).Log(r, r.Session, id))
}

func (a area) storedLog(r *edge.Request) (doc []byte, version int, ok bool, err error) {
	id, err := r.ID()
	if err != nil {
		return nil, 0, false, err
	}
	l, err := a.Store.For(r.Session.CentreID).Logs().Log(r, id)
	if errors.Is(err, store.ErrNotFound) {
		return nil, 0, false, nil
	}
	return l.Doc, l.Version, l.Form == written.Version, err
}

func (a area) saveLog(r *edge.Request, id uuid.UUID, in written.LogInput) (written.StoredLog, error) {
	return logs.In(a.House).SaveLog(r, r.Session, id, in)
}

func (a area) nextByLog(r *edge.Request, id uuid.UUID, in written.LogInput) (written.LogNext, error) {
	return logs.In(a.House).Next(r, r.Session, id, in)
}

func (a area) lessons(r *edge.Request) (any, error) {
	id, err := r.ID()
	if err != nil {
		return nil, err
	}
	return edge.Answer(logs.In(a.House).Lessons(r, r.Session, id))
}

func (a area) takeLesson(r *edge.Request, p written.Plan) (any, error) {
	id, err := r.ID()
	if err != nil {
		return nil, err
	}
	return edge.Answer(logs.In(a.House).Taught(r, r.Session, id, p))
}

func (a area) undoLesson(r *edge.Request) (any, error) {
	id, err := r.ID()
	if err != nil {
		return nil, err
	}
	return nil, logs.In(a.House).UndoLesson(r, r.Session, id)
}

func (a area) found(r *edge.Request) (any, error) {
	id, err := r.ID()
	if err != nil {
		return nil, err
	}
	return nil, logs.In(a.House).FoundStray(r, r.Session, id)
}

func (a area) records(r *edge.Request) (any, error) {
	return edge.Answer(logs.In(a.House).Records(r, r.Session, r.Query("from"), r.Query("until"), r.Query("after")))
}

func (a area) recordFile(r *edge.Request) (any, error) {
	text, err := logs.In(a.House).RecordFile(r, r.Session, r.Query("from"), r.Query("until"))
	return contract.AmountsFile{Csv: text}, err
}
