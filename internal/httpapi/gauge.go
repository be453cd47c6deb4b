package httpapi

import (
	"emblo/core/gauge"
	"emblo/core/material"
	"emblo/internal/contract"
)

// softSqueeze is by how much a soft thing is taken to be pressed for the note beside the
// drawing (convention); the verdict is on the thing uncompressed.
const softSqueeze = 1.0 / 3

// gaugeBody draws a measured piece in the small-parts cylinder; nil for what the gauge does
// not judge or nobody has measured.
func gaugeBody(f material.Facts) *contract.Gauge {
	if !f.Form.GaugeJudges() || !f.Smallest.Known() {
		return nil
	}
	at := f.Smallest.Pose()
	short, middle, long := f.Smallest.Extents()
	round := f.Traits.Has(material.Rounded) || f.Smallest.Rounded()
	return &contract.Gauge{Fits: at.Fits && !at.Unsure, Unsure: at.Unsure, Ball: f.Smallest.BallFit(), Round: &round, Size: f.Smallest.String(),
		ExtentsMm: []float64{short, middle, long},
		Squeezed:  f.Traits.Has(material.Soft) && !at.Fits && f.Smallest.Squeezed(softSqueeze).CylinderFit().Fits,
		Side:      points(f.Smallest.Side(at)), Top: points(f.Smallest.Top(at))}
}

func points(ps []gauge.Point) []contract.Point {
	out := make([]contract.Point, len(ps))
	for i, p := range ps {
		out[i] = contract.Point{p.X, p.Y}
	}
	return out
}
