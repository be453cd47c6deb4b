// Package rooms is the rooms of a centre and their children.
package rooms

import (
	"github.com/google/uuid"

	"emblo/core/written"
	"emblo/internal/centre/documents"
	"emblo/internal/httpapi/edge"
	"emblo/internal/store"
)

type area struct{ *edge.Edge }

// Handlers returns the handlers of the area.
func Handlers(e *edge.Edge) edge.Handlers {
	a := area{e}
	return edge.Handlers{"listRooms": a.list, "getRoom": a.get,
		"putRoom":    edge.Over[written.RoomInput](e.Doc(store.Rooms), "", edge.Put(a.put)),
		"deleteRoom": e.Delete(store.Rooms), "restoreRoom": e.Restore(store.Rooms), "getRoomFile": a.file,
		"readClass": edge.Body(a.class)}
}

func (a area) list(r *edge.Request) (any, error) {
	d, err := a.House.Desk(r, r.Session)
	if err != nil {
		return nil, err
	}
	return d.Rooms(a.Today(r)), nil
}

func (a area) get(r *edge.Request) (any, error) {
	d, err := a.House.Desk(r, r.Session)
	if err != nil {
		return nil, err
	}
	return edge.Answer(d.Room(r.Param("id"), a.Today(r)))
}

func (a area) put(r *edge.Request, id uuid.UUID, in written.RoomInput) (written.StoredRoom, error) {
	return documents.In(a.House).SaveRoom(r, r.Session, id, in)
}

func (a area) class(r *edge.Request, in written.ClassInput) (any, error) {
	d, err := a.House.Desk(r, r.Session)
	if err != nil {
		return nil, err
	}
	return d.Class(in, a.Today(r)), nil
}

func (a area) file(r *edge.Request) (any, error) {
	d, err := a.House.Desk(r, r.Session)
	if err != nil {
		return nil, err
	}
	return edge.Answer(d.RoomFile(r.Param("id"), a.Today(r)))
}
