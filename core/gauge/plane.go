package gauge

import (
	"math"
	"sync"
)

// Solids of revolution lie best with their axis in the plane y = 0, which halves the gauge:
// the test TestRoundSolidsLieInThePlane holds that against the search over all rotations.
// In it the problem has one angle, and by symmetry the centre stays in the plane too, so
// that the linear program is a least over the directions of the wall.

// slices of a full turn at which the margin is taken, and the sharpest of its peaks that are
// climbed. TestRoundSolidsLieInThePlane shows that they are enough.
const (
	planeSlices = 32
	planePeaks  = 3
	// planeFinest is the angle in radians to which a peak is climbed: by it the end of the
	// longest solid moves by under a third of searchSlack.
	planeFinest = 0.0003
	// steepest bounds the slope of the margin in mm for a radian: how far a point can be
	// from the centre, 33 mm, times the shares of wall, rim and floor.
	steepest = 33 * (1.1 + 1 + math.Sqrt2)
)

// planeFrames are the rotations of the slices.
var planeFrames = sync.OnceValue(func() (frames [planeSlices]frame) {
	for i := range frames {
		frames[i] = planeFrame(2 * math.Pi * float64(i) / planeSlices)
	}
	return frames
})

// planeFrame turns the long axis from upright towards the deep side by an angle.
func planeFrame(angle float64) frame {
	sin, cos := math.Sincos(angle)
	return frame{vec{cos, 0, -sin}, vec{0, 1, 0}, vec{sin, 0, cos}}
}

// planeTry returns the margin of a solid of revolution in a rotation of the plane.
func (s Solid) planeTry(f *frame) candidate {
	rise := s.support(f, up)
	needed := rise + s.support(f, floor) - floorMean
	a, b := s.size[0]/2, s.size[1]/2
	foot := 0.0
	if s.kind == Cone {
		foot = s.coneFoot()
	}
	most, least := math.Inf(1), math.Inf(-1) // what the wall leaves for the centre along x
	narrowest := math.Inf(1)
	for k := range wallDirections/2 + 1 {
		d := &directions[k]
		nw := f.w.x * d.cos
		var reach float64
		switch s.kind {
		case Cylinder:
			reach = b*math.Abs(nw) + a*math.Sqrt(max(0, 1-nw*nw))
		case Capsule:
			reach = a + (b-a)*math.Abs(nw)
		case Cone:
			reach = max((s.size[1]-foot)*nw, a*math.Sqrt(max(0, 1-nw*nw))-foot*nw)
		default:
			reach = a
		}
		room := radius - reach
		narrowest = min(narrowest, room)
		switch {
		case k == wallDirections/4: // straight aside
			if room < 0 { // nowhere along x helps
				most, least = min(most, room), max(least, -room)
			}
		case d.cos > 0:
			most = min(most, room*d.secant)
		default:
			least = max(least, room*d.secant)
		}
	}
	out := candidate{f: *f, rise: rise}
	if narrowest >= 0 || s.kind == Cone && most >= least {
		out.a, out.margin = most, most-needed
	} else { // the centred shadow is the best one, but for a cone, where it will do
		out.margin = min(narrowest, -needed)
	}
	return out
}

// planeSearch looks for the best angle in the plane, and stops at one that fits.
func (s Solid) planeSearch() candidate {
	frames := planeFrames()
	top := s.planeTry(&frames[0]) // most things that fit do so as they stand
	if top.margin >= 0 {
		return top
	}
	slices := planeSlices
	if s.kind != Cone {
		slices /= 2 // an end-for-end turn leaves it alike
	}
	var margins [planeSlices]float64
	for i := range slices {
		c := s.planeTry(&frames[i])
		if margins[i] = c.margin; c.margin > top.margin {
			if top = c; c.margin >= 0 {
				return top
			}
		}
	}
	for range planePeaks {
		best := -1
		for i := range slices {
			before, after := margins[(i+slices-1)%slices], margins[(i+1)%slices]
			if m := margins[i]; !math.IsInf(m, -1) && m >= before && m >= after && (best < 0 || m > margins[best]) {
				best = i
			}
		}
		if best < 0 {
			break
		}
		if c := s.planeClimb(2*math.Pi*float64(best)/planeSlices, 2*math.Pi/planeSlices); c.margin > top.margin {
			top = c
		}
		if top.margin >= 0 {
			break
		}
		margins[best] = math.Inf(-1)
	}
	return top
}

// golden is the ratio that golden-section search keeps (Kiefer 1953).
var golden = (math.Sqrt(5) - 1) / 2

// planeClimb climbs to the highest margin within a slice on either side of an angle.
func (s Solid) planeClimb(at, slice float64) candidate {
	low, high := at-slice, at+slice
	ask := func(angle float64) candidate {
		f := planeFrame(angle)
		return s.planeTry(&f)
	}
	x, y := high-golden*(high-low), low+golden*(high-low)
	c, d := ask(x), ask(y)
	for high-low > planeFinest {
		best := max(c.margin, d.margin)
		if best >= 0 || best+steepest*(high-low) < -searchSlack {
			break // it fits, or nothing between can
		}
		if c.margin >= d.margin {
			high, y, d = y, x, c
			x = high - golden*(high-low)
			c = ask(x)
		} else {
			low, x, c = x, y, d
			y = low + golden*(high-low)
			d = ask(y)
		}
	}
	if c.margin >= d.margin {
		return c
	}
	return d
}
