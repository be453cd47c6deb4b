package gauge

import (
	"math"
	"sync"
)

// close is the shortfall in mm below which feelAround has the last word: refine can be
// held up where many ridges meet, by less than this.
const close = 1.5

// compass holds the turns that feelAround makes, at each step: about the gauge's own axes
// and the diagonals between them. Each is followed by its reverse.
var compass = sync.OnceValue(func() (steps [7][18]turn) {
	for k := range steps {
		angle := math.Ldexp(firstTurn, -k)
		for i, v := range []vec{{1, 0, 0}, {0, 1, 0}, {0, 0, 1}, {1, 1, 0}, {1, -1, 0}, {1, 0, 1}, {1, 0, -1},
			{0, 1, 1}, {0, 1, -1}} {
			steps[k][2*i], steps[k][2*i+1] = turnAbout(v.unit(), angle), turnAbout(v.unit(), -angle)
		}
	}
	return steps
})

// feelAround tries turns of every direction around c, ever smaller, until it fits.
func (s Solid) feelAround(c candidate) candidate {
	steps := compass()
	first := 0
	for k := range steps {
		for improved := true; improved; {
			improved = false
			for i := range steps[k] {
				t := (first + i) % len(steps[k])
				turned := c.f.turned(&steps[k][t])
				if s.bound(&turned) <= c.margin {
					continue
				}
				if next, ok := s.try(&turned, c.margin); ok {
					c, improved, first = next, true, t
					if c.margin >= 0 {
						return c
					}
					break
				}
			}
		}
	}
	return c
}

// turn is a rotation of the whole gauge frame.
type turn [3]vec

// turnAbout returns the rotation about a unit axis by angle (Rodrigues' formula).
func turnAbout(axis vec, angle float64) (t turn) {
	sin, cos := math.Sincos(angle)
	for i, p := range [3]vec{{1, 0, 0}, {0, 1, 0}, {0, 0, 1}} {
		t[i] = p.times(cos).plus(axis.cross(p).times(sin)).plus(axis.times(axis.dot(p) * (1 - cos)))
	}
	return t
}

func (t *turn) of(p vec) vec { return t[0].times(p.x).plus(t[1].times(p.y)).plus(t[2].times(p.z)) }

func (f *frame) turned(t *turn) frame { return frame{t.of(f.u), t.of(f.v), t.of(f.w)} }

// The turns that refine makes, in radians: the first, and the finest, by which the end of
// the longest solid that can fit moves less than searchSlack. mostTurns bounds its cost.
const (
	firstTurn = math.Pi / 24
	finest    = 0.002
	mostTurns = 80
	// bend bounds the second-order growth of the margin in mm for one radian squared:
	// half of how far a point can be from the centre, 33 mm, times the shares of wall,
	// rim and floor.
	bend = 33.0 / 2 * (1.1 + 1 + math.Sqrt2)
)

// refine climbs from c until it fits or no turn helps.
//
// The margin is the least of smooth functions of the rotation, one for each set of points
// that touch, so it has ridges where two meet. Each try gives the slope of the function
// that holds there; the shortest vector in the hull of the slopes seen around c rises on
// all of them (the bundle method of nonsmooth optimisation, Lemarechal 1975). A turn that
// does not help adds its slope; when slopes do not help any more the turn is halved.
func (s Solid) refine(c candidate) candidate {
	if math.IsInf(c.margin, -1) {
		return c
	}
	var slopes [5]vec
	slopes[0] = s.slope(&c)
	n := 1
	angle := firstTurn
	for range mostTurns {
		if angle < finest {
			break
		}
		d := shortest(slopes[:n])
		rise := math.Sqrt(d.dot(d))
		if rise < 1e-2 {
			if c.margin+2*angle*(rise+bend*angle) < -searchSlack {
				return c
			}
			angle, n = angle/2, 1
			continue
		}
		t := turnAbout(d.times(1/rise), angle)
		turned := c.f.turned(&t)
		next, _ := s.try(&turned, math.Inf(-1))
		if next.margin > c.margin+0.05*rise*angle {
			c = next
			if c.margin >= 0 {
				return c
			}
			slopes[0], n = s.slope(&c), 1
			angle = min(angle*1.5, firstTurn)
			continue
		}
		if n < len(slopes) {
			slopes[n] = s.slope(&next)
			n++
			continue
		}
		// Within this turn of c the margin is at most so much larger: then this hill is
		// too low.
		if c.margin+2*angle*(rise+bend*angle) < -searchSlack {
			return c
		}
		angle, n = angle/2, 1
	}
	return c
}

// slope returns the derivative of the margin of c by a small turn, as a rotation vector in
// mm for one radian: a turn w moves p by w x p, and so the support in direction n, touched
// at p, by w·(p x n).
func (s Solid) slope(c *candidate) (sum vec) {
	add := func(n vec, share float64) {
		sum = sum.plus(s.touch(&c.f, n).cross(n).times(-share))
	}
	for i, k := range c.held {
		if c.share[i] != 0 {
			d := &directions[k]
			add(vec{d.cos, d.sin, 0}, c.share[i])
		}
	}
	if c.standing {
		add(up, 1)
		add(floor, 1)
	}
	return sum
}

// shortest returns the shortest vector in the convex hull of vs, by the method of Frank
// and Wolfe (1956) to well within what refine needs.
func shortest(vs []vec) vec {
	x := vs[0]
	for range 6 {
		toward := vs[0]
		for _, v := range vs[1:] {
			if x.dot(v) < x.dot(toward) {
				toward = v
			}
		}
		step := toward.plus(x.times(-1))
		if gain := -x.dot(step); gain > 1e-9 {
			x = x.plus(step.times(min(1, gain/step.dot(step))))
			continue
		}
		break
	}
	return x
}
