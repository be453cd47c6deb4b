package safety

import (
	"math"

	"emblo/core/gauge"
	"emblo/core/material"
)

// cupOf returns the width of the mouth of a cup in mm and about what it holds in mL, as
// half an ellipsoid: the least that such a cup holds. Both are 0 when not measured.
func cupOf(s gauge.Solid) (mouth, millilitres float64) {
	short, middle, _ := s.Extents()
	mouth, depth := middle, short
	switch s.Kind() {
	case gauge.Cylinder, gauge.Cone:
		mouth, depth = s.Sizes()[0], s.Sizes()[1]
	case gauge.Sphere, gauge.Ellipsoid: // half of it
		depth = short / 2
	}
	return mouth, 2.0 / 3 * math.Pi / 4 * mouth * mouth * depth / 1000
}

// aboutPiece turns a verdict on a piece that fits the small-parts gauge into a guess when its
// form or size is missing, or the gauge is unsure.
func (q *question) aboutPiece(v Verdict) ruling { return q.aboutSize(v, q.fit.Unsure) }

// aboutSize turns a verdict on the size of a piece into a guess when its form or size is
// missing, or the gauge that this verdict asks is unsure.
func (q *question) aboutSize(v Verdict, unsure bool) ruling {
	switch {
	case !q.facts.Smallest.Known():
		return guess(v, factSize)
	case q.facts.Form == material.FormUnknown:
		return guess(v, factForm)
	case unsure:
		return guess(v, factGauge)
	}
	return objects(v)
}
