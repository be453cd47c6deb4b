package gauge

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"emblo/core/unit"
)

// shadow returns the diameter of a circle round the shadow of a solid along a direction, and how wide it
// is along another across it, by its points: brute force, from the support of the solid alone. The
// circle is the smallest one round the shadow, found by moving its centre.
func shadow(s Solid, along vec) (circle, width float64) {
	f := &frame{vec{1, 0, 0}, vec{0, 1, 0}, vec{0, 0, 1}}
	u := vec{along.y, -along.x, 0}
	if u.dot(u) < 1e-9 {
		u = vec{1, 0, 0}
	}
	u = u.unit()
	v := along.cross(u).unit()
	const turns = 120
	var dirs [turns]vec
	var far [turns]float64
	width = math.Inf(1)
	for i := range dirs {
		t := 2 * math.Pi * float64(i) / turns
		dirs[i] = u.times(math.Cos(t)).plus(v.times(math.Sin(t)))
		far[i] = s.support(f, dirs[i])
	}
	for i := range turns / 2 {
		width = min(width, far[i]+far[i+turns/2])
	}
	var centre vec
	radius := func(c vec) (r float64, worst int) {
		for i, d := range dirs {
			if x := far[i] - c.dot(d); x > r {
				r, worst = x, i
			}
		}
		return r, worst
	}
	step := far[0] + far[turns/2]
	for range 200 {
		r, worst := radius(centre)
		next := centre.plus(dirs[worst].times(step))
		if q, _ := radius(next); q < r {
			centre = next
		} else {
			step *= 0.8
		}
	}
	r, _ := radius(centre)
	return 2 * r, width
}

// What a piece needs to go through a hole or a lane agrees with trying thousands of positions: no
// shadow of it is smaller, and one is as small.
func TestNarrowestAgreesWithBruteForce(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		size := rapid.Float64Range(3, 60)
		kind := rapid.SampledFrom([]Kind{Sphere, Ellipsoid, Cylinder, Capsule, Box, Cone}).Draw(t, "kind")
		sizes := []float64{size.Draw(t, "a"), size.Draw(t, "b"), size.Draw(t, "c")}[:kind.sizes()]
		s, err := New(kind, sizes...)
		if err != nil {
			return // a capsule is at least as long as it is wide
		}
		hole, lane := math.Inf(1), math.Inf(1)
		look := func(along vec) {
			c, w := shadow(s, along)
			hole, lane = min(hole, c), min(lane, w)
		}
		for _, d := range []vec{{1, 0, 0}, {0, 1, 0}, {0, 0, 1}} {
			look(d)
		}
		for i := range 150 { // evenly over the ball
			z := 1 - (2*float64(i)+1)/150
			turn := float64(i) * math.Pi * (3 - math.Sqrt(5))
			look(vec{math.Sqrt(1-z*z) * math.Cos(turn), math.Sqrt(1-z*z) * math.Sin(turn), z})
		}
		least, most := s.narrowest(Hole)
		assert.InEpsilon(t, hole, least, 0.01, "%v: a hole", s)
		assert.InEpsilon(t, hole, most, 0.01, "%v: a hole", s)
		least, most = s.narrowest(Lane)
		assert.LessOrEqual(t, least, lane*1.02, "%v: a lane", s)
		assert.GreaterOrEqual(t, most, lane*0.98, "%v: a lane", s)
	})
}

// A ball of 45 mm goes through a tube of 60, and what is within a tenth of its way wedges where it is
// hard and is pushed where it is soft.
func TestThrough(t *testing.T) {
	ball := func(mm float64) Solid { return Must(Sphere, mm) }
	for _, row := range []struct {
		small, large Solid
		soft         bool
		way          Way
		mm           float64
		want         Passing
	}{
		{ball(45), ball(45), false, Hole, 60, Goes},
		{ball(45), ball(45), false, Hole, 49, Wedges},
		{ball(45), ball(45), true, Hole, 44, Push},
		{ball(45), ball(45), false, Hole, 49.5, Goes},
		{ball(45), ball(45), true, Hole, 40, Stays},
		{ball(15), ball(60), false, Hole, 40, Perhaps},
		{Must(Box, 90, 45, 40), Must(Box, 90, 45, 40), false, Hole, 60, Wedges},
		{Must(Box, 90, 45, 40), Must(Box, 90, 45, 40), false, Lane, 60, Goes},
		{Must(Irregular, 60, 40, 20), Must(Irregular, 60, 40, 20), false, Hole, 46, Perhaps},
		{Solid{}, Solid{}, false, Hole, 60, NotMeasured},
	} {
		assert.Equal(t, row.want, Through(row.small, row.large, row.soft, row.way, unit.Millimetres(row.mm)),
			"%v in %g", row.large, row.mm)
	}
}
