package safety

import (
	"emblo/core/gauge"
	"emblo/core/material"
)

// MeasuringError is how far a size in mm may be off; it counts against clearing.
const MeasuringError = 0.5

// Subject is a thing prepared for judging: its facts, with the gauge already asked. It
// is immutable and safe for concurrent use.
type Subject struct {
	name  string
	facts material.Facts
	fit   gauge.Fit // of the smallest size less the measuring error
	ball  bool
}

// Prepare asks the gauges once about a thing, so that judging it again is cheap.
func Prepare(name string, f material.Facts) Subject {
	least := f.Smallest.Shrunk(MeasuringError)
	s := Subject{name: name, facts: f}
	if f.Form.GaugeJudges() {
		s.fit = least.CylinderFit()
		s.ball = least.BallFit() && !(f.Form == material.Sheet || f.Form == material.Strand)
	}
	return s
}

// Name returns what the thing is called.
func (s Subject) Name() string { return s.name }

// Facts returns what is known of the thing.
func (s Subject) Facts() material.Facts { return s.facts }

// Fit returns where the smallest piece lies in the small-parts cylinder; it is the zero
// Fit for things the gauge does not judge.
func (s Subject) Fit() gauge.Fit { return s.fit }
