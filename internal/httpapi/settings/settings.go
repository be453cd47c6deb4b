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
	return edge.Handlers{"getCentre": a.get, "putCentre": edge.Body(a.put), "getRules": a.rules, "getRoutine": a.routine}
}

func (a area) get(r *edge.Request) (any, error) {
	return edge.Answer(documents.In(a.House).Settings(r, r.Session))
}

func (a area) put(r *edge.Request, in written.CentreInput) (any, error) {
	return edge.Answer(documents.In(a.House).SaveSettings(r, r.Session, in))
}

func (a area) routine(*edge.Request) (any, error) { return a.House.Pen.Habits(), nil }

func (a area) rules(*edge.Request) (any, error) { return a.House.Pen.Rules(safety.Rules()), nil }
