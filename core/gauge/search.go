package gauge

import (
	"math"
	"sync"
)

// The gauges, in mm (16 CFR 1501.4 figure 1 and 1500.18(a)(17); EN 71-1 template E for
// the ball hole; all quoted from memory).
const (
	Bore         = 31.75 // 1.25 in, inside diameter of the small-parts cylinder
	ShallowDepth = 25.4  // 1.00 in, rim to the high side of the floor
	DeepDepth    = 57.15 // 2.25 in, rim to the low side of the floor
	BallHole     = 44.5  // small-ball template; 1.75 in is 44.45
	// LongestChord is the longest straight line inside: computed 65.38, from the deep
	// edge of the floor to the far rim.
	LongestChord = 65.4
	radius       = Bore / 2
	floorMean    = (ShallowDepth + DeepDepth) / 2
)

// searchSlack is the shortfall in mm that the search over rotations may leave. A solid
// whose best margin is within it is said to fit, so the search never clears in error.
const searchSlack = 0.1

// Axis is a direction or a point in gauge coordinates, in mm for a point: x points to
// the deep side of the floor, z up out of the gauge, the rim is at z = 0.
type Axis struct{ X, Y, Z float64 }

// Fit is the answer of the small-parts cylinder for one solid.
type Fit struct {
	// Fits is true when the whole solid lies inside in some position, and when nobody
	// can be sure that it does not.
	Fits bool
	// Unsure is true for an irregular thing that may or may not fit.
	Unsure bool
	// Margin is the room left in mm in the best position found, negative when the
	// solid does not fit. It is a bound found by search, not a distance to print.
	Margin float64
	// Centre and Axes place the solid in that position: Axes[0..2] are the directions
	// of its sizes (Axes[2] the long axis of a cylinder, capsule or cone, towards the
	// tip). They are zero for a solid that was ruled out by its sizes alone.
	Centre Axis
	Axes   [3]Axis
}

// CylinderFit reports whether s lies wholly in the small-parts cylinder in some position
// without being squeezed. An unknown solid fits: what was not measured is not cleared.
// The cost is under a microsecond for a clear case and tens of them near the limit.
func (s Solid) CylinderFit() Fit {
	switch {
	case !s.Known():
		return Fit{Fits: true}
	case s.kind == Irregular:
		return s.irregularFit()
	}
	if over := s.ruledOut(); over > 0 {
		return Fit{Margin: -over}
	}
	return s.search().fit()
}

func (s Solid) irregularFit() Fit {
	if over := max(s.size[0]-LongestChord, s.size[1]-Bore-1e-9); over > 0 {
		return Fit{Margin: -over}
	}
	s.kind = Box
	if over := s.ruledOut(); over > 0 {
		return Fit{Fits: true, Unsure: true, Margin: -over}
	}
	around := s.search().fit()
	if !around.Fits {
		around.Fits, around.Unsure = true, true
	}
	return around
}

// Pose returns the best position found for s whether or not it fits, for a drawing. It is
// the zero Fit for an unknown solid.
func (s Solid) Pose() Fit {
	if !s.Known() {
		return Fit{}
	}
	judged := s.CylinderFit()
	drawn := s.search().fit()
	judged.Centre, judged.Axes = drawn.Centre, drawn.Axes
	return judged
}

// ruledOut returns by how many mm a size alone shows that s cannot fit, 0 or less when
// sizes do not decide. A shadow of a box always holds a circle's worth of its two
// smaller edges' diagonal; the shadow of an ellipsoid spans at least its middle axis
// (interlacing of eigenvalues); that of a cylinder, capsule or cone its diameter.
func (s Solid) ruledOut() float64 {
	short, middle, long := s.Extents()
	across := middle
	switch s.kind {
	case Box:
		across = math.Hypot(short, middle)
	case Cylinder, Capsule, Sphere, Cone:
		across = s.size[0]
	}
	return max(across-Bore-1e-9, long-LongestChord)
}

type candidate struct {
	f      frame
	margin float64
	a, b   float64
	rise   float64 // h(0,0,1): how far the solid reaches above its centre
	// held are the wall directions that hold the margin where it is, and share how much
	// each counts; standing is set when rim and floor do.
	held     [2]int
	share    [2]float64
	standing bool
}

func (c candidate) fit() Fit {
	ax := func(v vec) Axis { return Axis{v.x, v.y, v.z} }
	return Fit{Fits: c.margin >= -searchSlack, Margin: c.margin, Centre: Axis{c.a, c.b, -c.rise},
		Axes: [3]Axis{ax(c.f.u), ax(c.f.v), ax(c.f.w)}}
}

var (
	up      = vec{0, 0, 1}
	floor   = vec{-1, 0, -1}
	forward = vec{1, 0, 0}
	aside   = vec{0, 1, 0}
	half    = math.Sqrt(0.5)
	left    = vec{half, half, 0}
	right   = vec{half, -half, 0}
)

// bound returns at least the margin of s in the rotation f, from a few directions only:
// a <= c(0), and a <= (c(45) + c(-45)) / (2 cos 45).
func (s Solid) bound(f *frame) float64 {
	return boundOf(s.support(f, up), s.support(f, floor), s.support(f, forward),
		(s.support(f, aside)+s.support(f, aside.times(-1)))/2, s.support(f, left), s.support(f, right))
}

func boundOf(rise, sink, ahead, across, left, right float64) float64 {
	needed := rise + sink - floorMean
	room := radius - ahead
	if over := radius - across; over < 0 {
		room = min(room, over+needed)
	}
	return min(room, (2*radius-left-right)*half) - needed
}

// start is a rotation of the grid that has roll, with the squares of what its axes share
// with the directions of bound, and their roots, which give the supports of boxes and
// ellipsoids.
type start struct {
	frame
	share, square [6][3]float64
}

func startAt(f frame) start {
	out := start{frame: f}
	for i, n := range [6]vec{up, floor, forward, aside, left, right} {
		for j, axis := range [3]vec{f.u, f.v, f.w} {
			out.share[i][j] = math.Abs(n.dot(axis))
			out.square[i][j] = out.share[i][j] * out.share[i][j]
		}
	}
	return out
}

// boundAt is bound for a box or an ellipsoid at a start. It gives up on one that cannot be
// above least, and returns what it knows by then.
func (s Solid) boundAt(at *start, least float64) float64 {
	a, b, l := s.size[0]/2, s.size[1]/2, s.size[2]/2
	shares := &at.share
	if s.kind == Ellipsoid {
		a, b, l, shares = a*a, b*b, l*l, &at.square
	}
	reach := func(i int) float64 {
		sum := a*shares[i][0] + b*shares[i][1] + l*shares[i][2]
		if s.kind == Ellipsoid {
			return math.Sqrt(sum)
		}
		return sum
	}
	rise, sink, ahead := reach(0), reach(1), reach(2)
	if most := radius - ahead - (rise + sink - floorMean); most <= least {
		return most
	}
	return boundOf(rise, sink, ahead, reach(3), reach(4), reach(5))
}

// try returns the margin of s in the rotation f: what the wall allows for a less what
// rim and floor ask of it, or the wall's own shortfall when the shadow is too large. A
// rotation that cannot beat the margin at least is given up as soon as that shows; ok is
// then false. It is for solids that are alike on both sides of their centre.
func (s Solid) try(f *frame, least float64) (out candidate, ok bool) {
	rise := s.support(f, up)
	needed := rise + s.support(f, floor) - floorMean
	var c wall
	giveUp := min(least, 0)
	narrowest := s.shadow(f, &c, giveUp)
	if narrowest < giveUp {
		return out, false
	}
	out = candidate{f: *f, rise: rise}
	if narrowest >= 0 {
		if peak, solved := c.farthest(); solved {
			out.a, out.b, out.held, out.share = peak.a, peak.b, peak.held, peak.share
			out.margin, out.standing = peak.a-needed, true
			return out, out.margin > least
		}
	}
	// The centred shadow is the best one.
	out.margin = narrowest
	if narrowest > -needed {
		out.margin, out.standing = -needed, true
		return out, out.margin > least
	}
	for k := range c {
		if c[k] == narrowest {
			out.held[0], out.share[0] = k, 1
		}
	}
	return out, out.margin > least
}

// rotations is a grid over the half turns: the long axis over a quarter sphere, which is
// enough by the mirror symmetry in y of gauge and solids and because an end-for-end turn
// leaves them alike, 22.5 degrees apart, each with 8 rolls.
var rotations = sync.OnceValue(func() (grid []start) {
	const parts, top, rolls = 8, 4, 8
	for i := 0; i <= top; i++ {
		for j := 0; j <= parts; j++ {
			if i == 0 && j > 0 {
				break
			}
			st, ct := math.Sincos(float64(i) * math.Pi / parts)
			sp, cp := math.Sincos(float64(j) * math.Pi / parts)
			f := frame{vec{ct * cp, ct * sp, -st}, vec{-sp, cp, 0}, vec{st * cp, st * sp, ct}}
			for r := range rolls {
				roll := turnAbout(f.w, float64(r)*math.Pi/rolls)
				grid = append(grid, startAt(f.turned(&roll)))
			}
		}
	}
	return grid
})

// starts is how many of the best rotations of the grid are refined, and tries how many of
// them are worked out in full to find those.
const (
	starts = 3
	tries  = 24
)

// search looks for the rotation with the largest margin, and stops at one that fits. A
// thing of irregular form is searched as the box around it.
func (s Solid) search() candidate {
	switch s.kind {
	case Sphere, Cylinder, Capsule, Cone:
		return s.planeSearch()
	case Irregular:
		s.kind = Box
	}
	grid := rotations()
	// Most things that fit do so as they stand.
	if upright, ok := s.try(&grid[0].frame, math.Inf(-1)); ok && upright.margin >= 0 {
		return upright
	}
	bounds, at, n := s.promising(grid)
	var best [starts]candidate
	for i := range best {
		best[i].margin = math.Inf(-1)
	}
	for k := range n {
		if bounds[k] <= best[starts-1].margin {
			break
		}
		c, ok := s.try(&grid[at[k]].frame, best[starts-1].margin)
		if !ok {
			continue
		}
		j := starts - 1
		for ; j > 0 && best[j-1].margin < c.margin; j-- {
			best[j] = best[j-1]
		}
		best[j] = c
		if c.margin >= 0 {
			return c
		}
	}
	top := best[0]
	for i := range best {
		if top.margin >= 0 {
			break
		}
		if refined := s.refine(best[i]); refined.margin > top.margin {
			top = refined
		}
	}
	if top.margin < -searchSlack && top.margin > -close {
		top = s.feelAround(top)
	}
	return top
}

// promising returns the rotations with the highest bounds, highest first, and how many there are.
func (s Solid) promising(grid []start) (bounds [tries]float64, at [tries]int32, n int) {
	lowest := math.Inf(-1) // of as many as are tried
	for i := range grid {
		v := s.boundAt(&grid[i], lowest)
		if v <= lowest {
			continue
		}
		n = min(n+1, tries)
		j := n - 1
		for ; j > 0 && bounds[j-1] < v; j-- {
			bounds[j], at[j] = bounds[j-1], at[j-1]
		}
		bounds[j], at[j] = v, int32(i)
		if n == tries {
			lowest = bounds[n-1]
		}
	}
	return bounds, at, n
}

// BallFit reports whether the solid drops through the small-ball hole in some position
// under its own weight: its middle extent is at most 44.5 mm. Whether it counts as a
// ball is another question (Rounded). An unknown solid drops through.
func (s Solid) BallFit() bool {
	if !s.Known() {
		return true
	}
	_, middle, _ := s.Extents()
	return middle <= BallHole
}
