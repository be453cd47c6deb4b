// Package setups is the set-ups of a centre: the list, one of them, its answer, its swaps.
package setups

import (
	"github.com/google/uuid"

	"emblo/core/desk/bench"
	"emblo/core/desk/kitchen"
	"emblo/core/written"
	"emblo/internal/centre/schedule"
	"emblo/internal/centre/setups"
	"emblo/internal/httpapi/edge"
	"emblo/internal/store"
)

type area struct{ *edge.Edge }

// Handlers returns the handlers of the area.
func Handlers(e *edge.Edge) edge.Handlers {
	a := area{e}
	return edge.Handlers{"listSetups": a.list, "getSetup": a.get,
		"putSetup":    edge.Over[written.SetupInput](e.Doc(store.Setups), "", edge.Put(a.put)),
		"deleteSetup": e.Delete(store.Setups), "restoreSetup": e.Restore(store.Setups),
		"answerPlan": edge.Body(a.answer), "listStarts": a.starts, "reckonSum": edge.Body(a.sum),
		"findSwaps": edge.Body(a.swaps), "comparePlaces": edge.Body(a.compare),
		"listMends": a.mends, "changeSetups": edge.Body(a.change)}
}

func (a area) list(r *edge.Request) (any, error) {
	limit, err := r.Number("limit")
	if err != nil {
		return nil, err
	}
	templates, err := r.Yes("templates")
	if err != nil {
		return nil, err
	}
	page, err := setups.In(a.House).Setups(r, r.Session, r.Query("q"), templates, r.Query("after"), limit)
	if err != nil {
		return nil, err
	}
	return edge.Answer(page, schedule.In(a.House).Begin(r, r.Session, page.Setups))
}

func (a area) get(r *edge.Request) (any, error) {
	id, err := r.ID()
	if err != nil {
		return nil, err
	}
	return edge.Answer(setups.In(a.House).Setup(r, r.Session, id))
}

func (a area) put(r *edge.Request, id uuid.UUID, in written.SetupInput) (written.SavedSetup, error) {
	return setups.In(a.House).SaveSetup(r, r.Session, id, in)
}

func (a area) answer(r *edge.Request, in written.Plan) (any, error) {
	d, err := a.House.Desk(r, r.Session)
	if err != nil {
		return nil, err
	}
	return edge.Answer(bench.On(d).Answer(in))
}

func (a area) swaps(r *edge.Request, in written.SwapsInput) (any, error) {
	d, err := a.House.Desk(r, r.Session)
	if err != nil {
		return nil, err
	}
	return edge.Answer(bench.On(d).Swaps(in))
}

func (a area) compare(r *edge.Request, in written.CompareInput) (any, error) {
	d, err := a.House.Desk(r, r.Session)
	if err != nil {
		return nil, err
	}
	return edge.Answer(bench.On(d).Compare(in))
}

func (a area) mends(r *edge.Request) (any, error) {
	return edge.Answer(setups.In(a.House).Mends(r, r.Session, r.Query("room_id")))
}

func (a area) change(r *edge.Request, in written.SetupChanges) (any, error) {
	return edge.Answer(setups.In(a.House).Change(r, r.Session, in))
}

func (a area) starts(r *edge.Request) (any, error) {
	d, err := a.House.Desk(r, r.Session)
	if err != nil {
		return nil, err
	}
	return edge.Answer(bench.On(d).Starts(r.Query("room_id"), r.Query("play_at")))
}

func (a area) sum(r *edge.Request, in written.Sum) (any, error) {
	d, err := a.House.Desk(r, r.Session)
	if err != nil {
		return nil, err
	}
	return edge.Answer(kitchen.On(d).Sum(in))
}
