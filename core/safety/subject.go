package safety

import (
	"emblo/core/gauge"
	"emblo/core/material"
	"emblo/core/unit"
)

// MeasuringError is how far a size in mm may be off; it counts against clearing.
const MeasuringError = 0.5

// Subject is a thing prepared for judging: its facts, with the gauge already asked. It
// is immutable and safe for concurrent use.
type Subject struct {
	name     string
	facts    material.Facts
	fit      gauge.Fit // of the smallest size less the measuring error
	ball     bool
	fragment gauge.Fit // of the smallest piece it can come apart into
	squeezed gauge.Fit // of what is springy, at half its width
	// worst is the same thing with all that is left open taken for true; nil when nothing is.
	worst *Subject
	// sure is, on such a worst, the thing as far as it is known.
	sure *Subject
}

// Prepare asks the gauges once about a thing, so that judging it again is cheap.
func Prepare(name string, f material.Facts) Subject {
	least := f.Smallest.Shrunk(MeasuringError)
	s := Subject{name: name, facts: f}
	if f.Traits.Has(material.Springy) {
		s.squeezed = squeezed(least).CylinderFit()
	}
	if f.Form.GaugeJudges() {
		s.fit = least.CylinderFit()
		s.ball = least.BallFit() && !(f.Form == material.Sheet || f.Form == material.Strand)
	}
	s.fragment = fragmentFit(f)
	if !f.Open.Empty() {
		all := f.Having(f.Open)
		all.Open = material.Features{}
		worst := Prepare(name, all)
		known := s
		worst.sure = &known
		s.worst = &worst
	}
	return s
}

// fragmentFit is the gauge's answer for the smallest piece that a thing can come apart
// into, of which only the longest dimension is known: a cube of it is the largest such
// piece. Ice melts through every size.
func fragmentFit(f material.Facts) gauge.Fit {
	mm, known := f.Fragment.Get()
	switch {
	case f.Traits.Any(material.Ice, material.SaltedIce, material.DryIce) && f.Form != material.Dough: // snow squashes
		return gauge.Fit{Fits: true}
	case !f.Fragment.There():
		return gauge.Fit{}
	case !known:
		return gauge.Fit{Fits: true, Unsure: true}
	}
	mm -= MeasuringError
	if mm > gauge.LongestChord {
		return gauge.Fit{}
	}
	cube, err := gauge.New(gauge.Box, max(mm, 0.01), max(mm, 0.01), max(mm, 0.01))
	if err == nil && cube.CylinderFit().Fits {
		return gauge.Fit{Fits: true}
	}
	return gauge.Fit{Fits: true, Unsure: true}
}

// Name returns what the thing is called.
func (s Subject) Name() string { return s.name }

// Facts returns what is known of the thing.
func (s Subject) Facts() material.Facts { return s.facts }

// Is reports whether these are the facts that were prepared.
func (s *Subject) Is(f *material.Facts) bool { return s.facts == *f }

// Setting is what the rest of a set-up says of a thing that takes a place in it: how deep
// it lies, how much each child has of it, how high the wall around it is.
type Setting struct {
	Depth   unit.Maybe[unit.Length]
	Portion unit.Amount
	Wall    material.Reading
}

// SettingOf returns the setting that facts describe.
func SettingOf(f material.Facts) Setting { return Setting{f.Depth, f.Portion, f.Wall} }

// In returns the subject put into a setting. What the setting does not say stays as it is.
func (s Subject) In(w Setting) Subject {
	if _, known := w.Depth.Get(); known {
		s.facts.Depth = w.Depth
	}
	if w.Portion.Known() {
		s.facts.Portion = w.Portion
	}
	if w.Wall.There() {
		s.facts.Wall = w.Wall
	}
	if s.worst != nil {
		worst, sure := s.worst.In(w), s.worst.sure.In(w)
		worst.sure = &sure
		s.worst = &worst
	}
	return s
}
