// Package settings is what a centre asks beyond the rules, and the rules themselves.
package settings

import (
	"emblo/core/safety"
	"emblo/core/written"
	"emblo/internal/centre/documents"
	"emblo/internal/httpapi/edge"
)

type area struct{ *edge.Edge }

// Handlers returns the handlers of the area.
func Handlers(e *edge.Edge) edge.Handlers {
	a := area{e}
	return edge.Handlers{"getCentre": a.get, "putCentre": edge.Over[written.CentreInput](a.stored, "",
		edge.Body(a.put)), "getRules": a.rules, "getRoutine": a.routine}
}

func (a area) get(r *edge.Request) (any, error) {
	return edge.Answer(documents.In(a.House).Settings(r, r.Session))
}

func (a area) stored(r *edge.Request) (doc []byte, version int, ok bool, err error) {
	row, err := a.Store.For(r.Session.CentreID).Settings(r)
	return row.Doc, row.Version, row.Form == written.Version, err
}

func (a area) put(r *edge.Request, in written.CentreInput) (any, error) {
	return edge.Answer(documents.In(a.House).SaveSettings(r, r.Session, in))
}

func (a area) routine(r *edge.Request) (any, error) { return a.House.PenOf(r.Session).Habits(), nil }

func (a area) rules(r *edge.Request) (any, error) {
	return a.House.PenOf(r.Session).Rules(safety.Rules()), nil
}
