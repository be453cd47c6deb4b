// Package cupboard is what there is and what to buy: jars, what happened to them, the shopping list,
// and what can be made of it.
package cupboard

import (
	"github.com/google/uuid"

	"emblo/core/written"
	"emblo/internal/centre/jars"
	"emblo/internal/contract"
	"emblo/internal/httpapi/edge"
	"emblo/internal/store"
)

type area struct{ *edge.Edge }

// Handlers returns the handlers of the area.
func Handlers(e *edge.Edge) edge.Handlers {
	a := area{e}
	return edge.Handlers{"getCupboard": a.get, "getCupboardFile": a.file, "importCupboard": edge.Body(a.importTable),
		"putCupboard": edge.Body(a.here), "putAmount": edge.Body(a.amount),
		"putJar":    edge.Over[written.JarInput](e.Doc(store.Jars), "", edge.Put(a.put)),
		"deleteJar": e.Delete(store.Jars), "restoreJar": e.Restore(store.Jars), "listMoves": a.moves,
		"putMove":     edge.Put(a.note),
		"getShopping": a.shopping, "getShoppingFile": a.listFile, "importShopping": edge.Body(a.importList),
		"putTick": edge.Body(a.tick), "receiveTicks": edge.Body(a.receive), "listMakes": a.makes}
}

func (a area) get(r *edge.Request) (any, error) {
	return edge.Answer(jars.In(a.House).Cupboard(r, r.Session))
}

func (a area) file(r *edge.Request) (any, error) {
	text, err := jars.In(a.House).CupboardFile(r, r.Session)
	return contract.AmountsFile{Csv: text}, err
}

func (a area) importTable(r *edge.Request, in written.ImportInput) (any, error) {
	return edge.Answer(jars.In(a.House).ImportCupboard(r, r.Session, in))
}

func (a area) here(r *edge.Request, in written.CupboardNote) (any, error) {
	return nil, jars.In(a.House).NoteHere(r, r.Session, r.Param("id"), in)
}

func (a area) amount(r *edge.Request, in written.CupboardAmount) (any, error) {
	return nil, jars.In(a.House).NoteAmount(r, r.Session, r.Param("id"), in)
}

func (a area) put(r *edge.Request, id uuid.UUID, in written.JarInput) (written.StoredJar, error) {
	return jars.In(a.House).SaveJar(r, r.Session, id, in)
}

func (a area) moves(r *edge.Request) (any, error) {
	id, err := r.ID()
	if err != nil {
		return nil, err
	}
	return edge.Answer(jars.In(a.House).Moves(r, r.Session, id, r.Query("before")))
}

func (a area) note(r *edge.Request, id uuid.UUID, in written.MoveInput) (written.StoredJar, error) {
	in.At = a.Moment(r, in.At)
	return jars.In(a.House).Note(r, r.Session, id, in)
}

func (a area) shopping(r *edge.Request) (any, error) {
	return edge.Answer(jars.In(a.House).Shopping(r, r.Session))
}

func (a area) listFile(r *edge.Request) (any, error) {
	text, err := jars.In(a.House).ShoppingFile(r, r.Session)
	return contract.AmountsFile{Csv: text}, err
}

func (a area) importList(r *edge.Request, in written.ImportInput) (any, error) {
	return edge.Answer(jars.In(a.House).ImportShopping(r, r.Session, in))
}

func (a area) tick(r *edge.Request, in written.TickInput) (any, error) {
	id, err := r.ID()
	if err != nil {
		return nil, err
	}
	in.At = a.Moment(r, in.At)
	return nil, jars.In(a.House).Tick(r, r.Session, id, in)
}

func (a area) receive(r *edge.Request, in written.ReceiveInput) (any, error) {
	return edge.Answer(jars.In(a.House).Receive(r, r.Session, in))
}

func (a area) makes(r *edge.Request) (any, error) {
	return edge.Answer(jars.In(a.House).Makes(r, r.Session, r.Query("room_id"), r.Query("play_at")))
}
