package gauge

import "math"

// wallDirections is the number of directions at which the wall is taken: a multiple of 4. The
// polygon they make lies around the bore, by less than 0.04 mm at its corners.
const wallDirections = 48

// direction is a unit vector across the gauge, with what the linear program divides by.
type direction struct{ cos, sin, tan, secant float64 }

// directions of the wall, by their angle: k stands at 2 pi k / 48, so k + 24 is its reverse.
var directions = func() (d [wallDirections]direction) {
	for k := range d {
		sin, cos := math.Sincos(2 * math.Pi * float64(k) / wallDirections)
		d[k] = direction{cos, sin, sin / cos, 1 / cos}
	}
	return d
}()

// wall holds, for every direction, how far the centre may move before the shadow of the
// solid meets the wall; negative when the centred shadow is too large.
type wall [wallDirections]float64

// shadow fills the wall for a box or an ellipsoid in frame f and returns its least value.
// It gives up and returns early once that is below giveUp.
func (s Solid) shadow(f *frame, c *wall, giveUp float64) float64 {
	const half = wallDirections / 2
	u, v, w := f.u.times(s.size[0]/2), f.v.times(s.size[1]/2), f.w.times(s.size[2]/2)
	least := math.Inf(1)
	for k := range half {
		d := &directions[k]
		a, b, l := u.x*d.cos+u.y*d.sin, v.x*d.cos+v.y*d.sin, w.x*d.cos+w.y*d.sin
		reach := math.Abs(a) + math.Abs(b) + math.Abs(l)
		if s.kind == Ellipsoid {
			reach = math.Sqrt(a*a + b*b + l*l)
		}
		room := radius - reach // opposite directions ask the same
		c[k], c[k+half] = room, room
		if room < least {
			if least = room; room < giveUp {
				return room
			}
		}
	}
	return least
}

// peak is the answer of the linear program: the centre, the two directions that hold it,
// and by how much a grows with what each allows.
type peak struct {
	a, b  float64
	held  [2]int
	share [2]float64
}

// farthest returns the largest a, and a b that goes with it, such that
// a cos + b sin <= c for every direction; ok is false when nothing satisfies them.
//
// Only directions with cos > 0 bound a from above: a <= (c - b sin)/cos, lines in b whose
// minimum is concave. Its peak is found by cutting: where the lowest rising and the lowest
// falling line meet, a lower line replaces one of them, until none is lower. The other
// directions nearly never bind there; when one does, the whole program is solved.
func (c *wall) farthest() (p peak, ok bool) {
	rising, falling := -1, -1
	b := 0.0
	for range wallDirections {
		k, a := c.lowest(b)
		p = peak{a, b, [2]int{k, k}, [2]float64{directions[k].secant, 0}}
		if directions[k].tan == 0 {
			break // a level line is the peak
		}
		if (k == rising || k == falling) && rising >= 0 && falling >= 0 {
			mu := directions[falling].tan / (directions[falling].tan - directions[rising].tan)
			p.held = [2]int{rising, falling}
			p.share = [2]float64{mu * directions[rising].secant, (1 - mu) * directions[falling].secant}
			break
		}
		if directions[k].tan < 0 {
			rising = k
		} else {
			falling = k
		}
		switch {
		case falling < 0 && b == 0:
			b = c[wallDirections/4] // b is at most what the side wall allows
		case rising < 0 && b == 0:
			b = -c[3*wallDirections/4]
		case rising < 0 || falling < 0:
			return c.whole() // the side wall holds it
		default:
			r, f := &directions[rising], &directions[falling]
			b = (c[falling]*f.secant - c[rising]*r.secant) / (f.tan - r.tan)
		}
	}
	for i := range c {
		if d := &directions[i]; p.a*d.cos+p.b*d.sin > c[i]+1e-9 {
			return c.whole()
		}
	}
	return p, true
}

// lowest returns the line that bounds a least at b, and the bound.
func (c *wall) lowest(b float64) (k int, a float64) {
	a = math.Inf(1)
	for j := 1 - wallDirections/4; j < wallDirections/4; j++ {
		i := j
		if j < 0 {
			i += wallDirections
		}
		if v := c[i]*directions[i].secant - b*directions[i].tan; v < a {
			k, a = i, v
		}
	}
	return k, a
}

// whole solves the same program with every direction, by the incremental method (Seidel
// 1991): constraints are added one by one, and only one that cuts off the optimum so far
// costs a search along its line. Steps of 23 through the directions spread them.
func (c *wall) whole() (p peak, ok bool) {
	const spread = 23
	p = peak{a: c[0], share: [2]float64{1, 0}}
	for k := 1; k < wallDirections; k++ {
		i := k * spread % wallDirections
		d := &directions[i]
		if p.a*d.cos+p.b*d.sin <= c[i]+1e-12 {
			continue
		}
		low, high := math.Inf(-1), math.Inf(1)
		atLow, atHigh := i, i
		for j := range k {
			i2 := j * spread % wallDirections
			e := &directions[i2]
			along := e.sin*d.cos - e.cos*d.sin
			room := c[i2] - c[i]*(e.cos*d.cos+e.sin*d.sin)
			switch {
			case along > 1e-12 && room/along < high:
				high, atHigh = room/along, i2
			case along < -1e-12 && room/along > low:
				low, atLow = room/along, i2
			case math.Abs(along) <= 1e-12 && room < -1e-12:
				return peak{}, false
			}
		}
		if low > high {
			return peak{}, false
		}
		t, other := high, atHigh
		if d.sin > 0 { // a falls along the line (-sin, cos)
			t, other = low, atLow
		}
		p = peak{a: c[i]*d.cos - t*d.sin, b: c[i]*d.sin + t*d.cos, held: [2]int{i, other}}
		// The centre moves along (1, 0) = share of one normal + share of the other.
		e := &directions[other]
		if det := d.cos*e.sin - e.cos*d.sin; det != 0 {
			p.share = [2]float64{e.sin / det, -d.sin / det}
		}
	}
	return p, true
}
