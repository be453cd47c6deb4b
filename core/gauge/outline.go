package gauge

import "math"

// Point is a point of a drawing, in mm.
type Point struct{ X, Y float64 }

// outlineSides is the number of directions that an outline is taken at.
const outlineSides = 96

// Side returns the outline of a solid in a position seen along y, as a convex polygon: X is
// the gauge's x, Y its z (0 at the rim, negative inside). It is nil without a position.
func (s Solid) Side(at Fit) []Point {
	return s.outline(at, vec{1, 0, 0}, vec{0, 0, 1}, Point{at.Centre.X, at.Centre.Z})
}

// Top returns the outline of a solid in a position seen from above: X and Y are the
// gauge's. It is nil without a position.
func (s Solid) Top(at Fit) []Point {
	return s.outline(at, vec{1, 0, 0}, vec{0, 1, 0}, Point{at.Centre.X, at.Centre.Y})
}

// outline is the polygon whose sides support the solid in the plane of right and up.
func (s Solid) outline(at Fit, right, upward vec, centre Point) []Point {
	if !s.Known() || at.Axes == ([3]Axis{}) {
		return nil
	}
	v := func(a Axis) vec { return vec{a.X, a.Y, a.Z} }
	f := frame{v(at.Axes[0]), v(at.Axes[1]), v(at.Axes[2])}
	points := make([]Point, 0, outlineSides)
	for k := range outlineSides {
		sin, cos := math.Sincos(2 * math.Pi * float64(k) / outlineSides)
		p := s.touch(&f, right.times(cos).plus(upward.times(sin)))
		points = append(points, Point{p.dot(right) + centre.X, p.dot(upward) + centre.Y})
	}
	return points
}
