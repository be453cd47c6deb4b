package gauge

import (
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"
)

// within reports whether a point lies in a solid that stands centred, told from its definition
// alone.
func within(s Solid, x, y, z float64) bool {
	a, b, c := s.size[0], s.size[1], s.size[2]
	round := math.Hypot(x, y)
	switch s.kind {
	case Sphere:
		return math.Hypot(round, z) <= a/2
	case Ellipsoid:
		return 4*(x*x/a/a+y*y/b/b+z*z/c/c) <= 1
	case Cylinder:
		return round <= a/2 && math.Abs(z) <= b/2
	case Capsule:
		return math.Hypot(round, max(0, math.Abs(z)-(b-a)/2)) <= a/2
	case Cone:
		return math.Abs(z) <= b/2 && round <= a/2*(0.5-z/b)
	}
	return math.Abs(x) <= a/2 && math.Abs(y) <= b/2 && math.Abs(z) <= c/2
}

// What a solid takes up agrees with the share of random points of its box that lie in it.
func TestVolumeAgreesWithRandomPoints(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		side := rapid.Float64Range(5, 100)
		a, b, c := side.Draw(t, "a"), side.Draw(t, "b"), side.Draw(t, "c")
		kind := rapid.SampledFrom([]Kind{Sphere, Ellipsoid, Cylinder, Capsule, Cone, Box}).Draw(t, "kind")
		s := map[Kind]func() Solid{
			Sphere: func() Solid { return Must(Sphere, a) }, Ellipsoid: func() Solid {
				return Must(Ellipsoid, a, b, c)
			}, Cylinder: func() Solid { return Must(Cylinder, a, b) },
			Capsule: func() Solid { return Must(Capsule, a, a+b) }, Cone: func() Solid {
				return Must(Cone, a, b)
			}, Box: func() Solid { return Must(Box, a, b, c) },
		}[kind]()
		half := max(a, b, c, a+b) / 2
		rng := rand.New(rand.NewPCG(rapid.Uint64().Draw(t, "seed"), 1))
		inside, n := 0, 40_000
		at := func() float64 { return (2*rng.Float64() - 1) * half }
		for range n {
			if within(s, at(), at(), at()) {
				inside++
			}
		}
		share := float64(inside) / float64(n)
		box := 8 * half * half * half
		// Five standard errors of so many points.
		margin := 5*math.Sqrt(share*(1-share)/float64(n))*box + box/float64(n)
		assert.InDelta(t, share*box, s.Volume().Millilitres()*1000, margin, "%s %s", s.Kind(), s)
	})
	assert.Equal(t, 0.0, Solid{}.Volume().Millilitres())
	assert.InDelta(t, 0.25*60*40*20/1000, Must(Irregular, 60, 40, 20).Volume().Millilitres(), 1e-9)
}
