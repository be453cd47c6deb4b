package gauge

import (
	"math"
	"math/rand/v2"
)

// The gauges, in mm (16 CFR 1501.4 figure 1 and 1500.18(a)(17); EN 71-1 template E for
// the ball hole; all quoted from memory).
const (
	Bore         = 31.75 // 1.25 in, inside diameter of the small-parts cylinder
	ShallowDepth = 25.4  // 1.00 in, rim to the high side of the floor
	DeepDepth    = 57.15 // 2.25 in, rim to the low side of the floor
	BallHole     = 44.5  // small-ball template; 1.75 in is 44.45
	radius       = Bore / 2
	floorMean    = (ShallowDepth + DeepDepth) / 2
	longestChord = 65.5 // computed 65.38: from the deep edge of the floor to the far rim
)

// searchSlack is the shortfall in mm that the search over rotations may leave. A solid
// whose best margin is within it is said to fit, so the search never clears in error.
const searchSlack = 0.1

// Axis is a direction or a point in gauge coordinates, in mm for a point: x points to
// the deep side of the floor, z up out of the gauge, the rim is at z = 0.
type Axis struct{ X, Y, Z float64 }

// Fit is the answer of the small-parts cylinder for one solid.
type Fit struct {
	// Fits is true when the whole solid lies inside in some position.
	Fits bool
	// Margin is the room left in mm in the best position found, negative when the
	// solid does not fit. It is a bound found by search, not a distance to print.
	Margin float64
	// Centre and Axes place the solid in that position: Axes[0..2] are the directions
	// of its sizes (Axes[2] the long axis of a cylinder or capsule). They are zero for
	// a solid that was ruled out by its sizes alone.
	Centre Axis
	Axes   [3]Axis
}

// halfTurn is the number of wall directions over half a turn; the other half is theirs
// reversed.
const halfTurn = 32

// directions of the wall constraints over half a turn, in a fixed shuffled order that
// keeps the incremental linear program short; the first is (1, 0).
var directions = func() (d [halfTurn]struct{ cos, sin float64 }) {
	order := rand.New(rand.NewPCG(1, 2)).Perm(halfTurn - 1)
	for i := range d {
		k := 0
		if i > 0 {
			k = order[i-1] + 1
		}
		d[i].sin, d[i].cos = math.Sincos(math.Pi * float64(k) / halfTurn)
	}
	return d
}()

// direction returns the i-th of the 64 wall directions: each of directions and, after
// it, its reverse.
func direction(i int) (cos, sin float64) {
	d := directions[i/2]
	if i%2 == 1 {
		return -d.cos, -d.sin
	}
	return d.cos, d.sin
}

// CylinderFit reports whether s lies wholly in the small-parts cylinder in some position
// without being squeezed. An unknown solid fits: what was not measured is not cleared.
// The cost is a few microseconds for a clear case and under a millisecond near the limit.
func (s Solid) CylinderFit() Fit {
	if !s.Known() {
		return Fit{Fits: true}
	}
	if why := s.ruledOut(); why > 0 {
		return Fit{Margin: -why}
	}
	if s.kind == Sphere { // one position only
		only, _ := s.try(frame{vec{1, 0, 0}, vec{0, 1, 0}, vec{0, 0, 1}}, math.Inf(-1))
		return only.fit(only.margin >= 0)
	}
	best := s.coarse()
	for i := range best {
		if best[0].margin >= 0 {
			break
		}
		if refined := s.refine(best[i]); refined.margin > best[0].margin {
			best[0] = refined
		}
	}
	return best[0].fit(best[0].margin >= -searchSlack)
}

// ruledOut returns by how many mm a size alone shows that s cannot fit, 0 or less when
// sizes do not decide. A shadow of a box always holds a circle's worth of its two
// smaller edges' diagonal; the shadow of an ellipsoid spans at least its middle axis
// (interlacing of eigenvalues); that of a cylinder or capsule its diameter.
func (s Solid) ruledOut() float64 {
	short, middle, long := s.Extents()
	across := middle
	switch s.kind {
	case Box:
		across = math.Hypot(short, middle)
	case Cylinder, Capsule, Sphere:
		across = s.size[0]
	}
	return math.Max(across-Bore-1e-9, long-longestChord)
}

type candidate struct {
	f      frame
	margin float64
	a, b   float64
	rise   float64 // h(0,0,1): how far the solid reaches above its centre
}

func (c candidate) fit(fits bool) Fit {
	ax := func(v vec) Axis { return Axis{v.x, v.y, v.z} }
	return Fit{fits, c.margin, Axis{c.a, c.b, -c.rise}, [3]Axis{ax(c.f.u), ax(c.f.v), ax(c.f.w)}}
}

// try returns the margin of s in the rotation f: what the wall allows for a less what
// rim and floor ask of it, or the wall's own shortfall when the shadow is too large. A
// rotation that cannot beat the margin at least is given up as soon as that shows; ok is
// then false.
func (s Solid) try(f frame, least float64) (out candidate, ok bool) {
	rise := s.support(f, vec{0, 0, 1})
	needed := rise + s.support(f, vec{-1, 0, -1}) - floorMean
	forward := radius - s.support(f, vec{1, 0, 0}) // no shift can exceed it
	if math.Min(forward-needed, radius-s.support(f, vec{0, 1, 0})) <= least {
		return out, false
	}
	var c [64]float64
	wall := math.Inf(1)
	for i := range halfTurn {
		d := directions[i]
		// These solids are centrally symmetric: opposite directions ask the same.
		c[2*i] = radius - s.support(f, vec{d.cos, d.sin, 0})
		c[2*i+1] = c[2*i]
		if wall = math.Min(wall, c[2*i]); wall <= least && wall < 0 {
			return out, false
		}
	}
	out = candidate{f: f, rise: rise}
	if wall < 0 { // the centred shadow is then the best one
		out.margin = math.Min(wall, -needed)
	} else {
		out.a, out.b = farthest(&c)
		out.margin = out.a - needed
	}
	return out, out.margin > least
}

// farthest solves max a subject to a cos + b sin <= c[i] for every direction, by the
// incremental method (Seidel 1991): constraints are added one by one, and only one that
// cuts off the optimum so far costs a search along its line. The origin is feasible.
func farthest(c *[64]float64) (a, b float64) {
	a, b = c[0], 0
	for k := 1; k < len(c); k++ {
		cosK, sinK := direction(k)
		if a*cosK+b*sinK <= c[k]+1e-12 {
			continue
		}
		low, high := math.Inf(-1), math.Inf(1)
		for j := range k {
			cosJ, sinJ := direction(j)
			along := sinJ*cosK - cosJ*sinK
			room := c[j] - c[k]*(cosJ*cosK+sinJ*sinK)
			switch {
			case along > 1e-12:
				high = math.Min(high, room/along)
			case along < -1e-12:
				low = math.Max(low, room/along)
			}
		}
		t := high
		if sinK > 0 { // a falls along the line (-sin, cos)
			t = low
		}
		a, b = c[k]*cosK-t*sinK, c[k]*sinK+t*cosK
	}
	return a, b
}

const starts = 5 // best coarse rotations that are refined

// coarse tries rotations 15 degrees apart and returns the best few, best first; it stops
// early at one that fits. By the mirror symmetry of gauge and solids in y, and since a
// solid turned end for end is itself, the long axis need only cover a quarter sphere.
func (s Solid) coarse() []candidate {
	best := make([]candidate, 0, starts+1)
	rolls := 1
	if s.kind == Box || s.kind == Ellipsoid {
		rolls = 12
	}
	const step = math.Pi / 12
	for i := 0; i <= 6; i++ {
		for j := 0; j <= 12; j++ {
			if i == 0 && j > 0 {
				break
			}
			st, ct := math.Sincos(float64(i) * step)
			sp, cp := math.Sincos(float64(j) * step)
			w := vec{st * cp, st * sp, ct}
			u0, v0 := vec{ct * cp, ct * sp, -st}, vec{-sp, cp, 0}
			for r := range rolls {
				sr, cr := math.Sincos(float64(r) * step)
				u := vec{u0.x*cr + v0.x*sr, u0.y*cr + v0.y*sr, u0.z*cr + v0.z*sr}
				least := math.Inf(-1)
				if len(best) == starts {
					least = best[starts-1].margin
				}
				if next, ok := s.try(frame{u, w.cross(u), w}, least); ok {
					best = insert(best, next)
				}
				if best[0].margin >= 0 {
					return best
				}
			}
		}
	}
	return best
}

// insert keeps best sorted by margin, at most starts long.
func insert(best []candidate, c candidate) []candidate {
	i := len(best)
	for i > 0 && best[i-1].margin < c.margin {
		i--
	}
	best = append(best, candidate{})
	copy(best[i+1:], best[i:])
	best[i] = c
	return best[:min(len(best), starts)]
}

// turns are the axes about which refine turns a solid: the gauge's own and the diagonals
// between them, which keep it moving along the ridges of the margin.
var turns = func() (axes []vec) {
	for _, v := range []vec{{1, 0, 0}, {0, 1, 0}, {0, 0, 1}, {1, 1, 0}, {1, -1, 0}, {1, 0, 1}, {1, 0, -1}, {0, 1, 1}, {0, 1, -1}} {
		axes = append(axes, v.unit(), v.unit().times(-1))
	}
	return axes
}()

// refine climbs from c by ever smaller turns, to 0.03 degrees, or until it fits.
func (s Solid) refine(c candidate) candidate {
	for step := math.Pi / 24; step > 0.0005; {
		improved := false
		for _, axis := range turns {
			if next, ok := s.try(c.f.turned(axis, step), c.margin); ok {
				c, improved = next, true
				if c.margin >= 0 {
					return c
				}
			}
		}
		if !improved {
			step /= 2
		}
	}
	return c
}

// turned rotates the frame about a unit axis by angle (Rodrigues' formula).
func (f frame) turned(axis vec, angle float64) frame {
	sin, cos := math.Sincos(angle)
	turn := func(p vec) vec {
		c, k := axis.cross(p), axis.dot(p)*(1-cos)
		return vec{p.x*cos + c.x*sin + axis.x*k, p.y*cos + c.y*sin + axis.y*k, p.z*cos + c.z*sin + axis.z*k}
	}
	return frame{turn(f.u), turn(f.v), turn(f.w)}
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
