// Package shelf is what there is: the shelf, a centre's own things, and
// checks of one thing or a list.
package shelf

import (
	"github.com/google/uuid"

	"emblo/core/desk/lookup"
	"emblo/core/written"
	"emblo/internal/centre/documents"
	"emblo/internal/httpapi/edge"
	"emblo/internal/store"
)

type area struct{ *edge.Edge }

// Handlers returns the handlers of the area.
func Handlers(e *edge.Edge) edge.Handlers {
	a := area{e}
	return edge.Handlers{"searchShelf": a.search, "getBoard": a.board, "getItem": a.get,
		"putItem":     edge.Over[written.ItemInput](e.Doc(store.Things), "row", edge.Put(a.put)),
		"deleteItem":  e.Delete(store.Things),
		"restoreItem": e.Restore(store.Things), "importItems": edge.Body(a.importTable),
		"readWords":  edge.Body(a.words),
		"checkThing": edge.Body(a.check), "checkList": edge.Body(a.list), "getAid": a.aid}
}

func (a area) search(r *edge.Request) (any, error) {
	limit, err := r.Number("limit")
	if err != nil {
		return nil, err
	}
	d, err := a.House.Desk(r, r.Session)
	if err != nil {
		return nil, err
	}
	return edge.Answer(lookup.On(d).Search(r.Query("q"), r.Query("part"), limit))
}

func (a area) board(r *edge.Request) (any, error) {
	d, err := a.House.Desk(r, r.Session)
	if err != nil {
		return nil, err
	}
	return edge.Answer(lookup.On(d).Board(r.Query("room_id"), r.Query("use"), r.Query("q"), a.Today(r)))
}

func (a area) get(r *edge.Request) (any, error) {
	d, err := a.House.Desk(r, r.Session)
	if err != nil {
		return nil, err
	}
	return edge.Answer(lookup.On(d).Item(r.Param("id"), r.Query("use"), a.Today(r)))
}

func (a area) put(r *edge.Request, id uuid.UUID, in written.ItemInput) (written.OwnItem, error) {
	return documents.In(a.House).SaveThing(r, r.Session, id, in)
}

func (a area) importTable(r *edge.Request, in written.ImportInput) (any, error) {
	return edge.Answer(documents.In(a.House).ImportThings(r, r.Session, in))
}

func (a area) words(r *edge.Request, in written.WordsInput) (any, error) {
	d, err := a.House.Desk(r, r.Session)
	if err != nil {
		return nil, err
	}
	return edge.Answer(lookup.On(d).Words(in))
}

func (a area) check(r *edge.Request, in written.CheckInput) (any, error) {
	d, err := a.House.Desk(r, r.Session)
	if err != nil {
		return nil, err
	}
	return edge.Answer(lookup.On(d).Check(in, a.Today(r)))
}

func (a area) list(r *edge.Request, in written.ListInput) (any, error) {
	d, err := a.House.Desk(r, r.Session)
	if err != nil {
		return nil, err
	}
	return edge.Answer(lookup.On(d).List(in, a.Today(r)))
}

func (a area) aid(r *edge.Request) (any, error) {
	d, err := a.House.Desk(r, r.Session)
	if err != nil {
		return nil, err
	}
	return lookup.On(d).Aid(a.Today(r)), nil
}
