package gauge

import (
	"fmt"
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// 16 CFR 1501.4 (quoted from memory) for the gauge, and published sizes for the things:
// US Mint for coins, the table-tennis and golf federations for balls (quoted from memory).
func TestFitOfKnownThings(t *testing.T) {
	for _, row := range []struct {
		name       string
		solid      Solid
		fits, ball bool
	}{
		{"ball of the bore", Must(Sphere, 31.75), true, true},
		{"ball just over the bore", Must(Sphere, 31.8), false, true},
		{"cube 22.0", Must(Box, 22, 22, 22), true, false},
		{"cube 22.6", Must(Box, 22.6, 22.6, 22.6), false, false},
		{"cent", Must(Cylinder, 19.05, 1.52), true, false},
		{"five cents", Must(Cylinder, 21.21, 1.95), true, false},
		{"quarter", Must(Cylinder, 24.26, 1.75), true, false},
		{"half dollar", Must(Cylinder, 30.61, 2.15), true, false},
		{"large dollar", Must(Cylinder, 38.1, 2.58), false, false},
		{"golf ball", Must(Sphere, 42.67), false, true},
		{"table-tennis ball", Must(Sphere, 40), false, true},
		{"tennis ball", Must(Sphere, 65), false, false},
		{"split pea", Must(Cylinder, 6, 3), true, false},
		{"kidney bean", Must(Ellipsoid, 15, 8, 6), true, true},
		{"upright rod of the deepest corner", Must(Cylinder, 1, 56), true, false},
		{"rod over the longest chord", Must(Cylinder, 1, 66), false, false},
		{"craft stick", Must(Box, 114, 10, 2), false, false},
		{"cork", Must(Cylinder, 24, 45), false, false},
		{"half a cork", Must(Cylinder, 24, 24), true, false},
		{"cone of the bore", Must(Cone, 31.7, 20), true, false},
		{"cone wider than the bore", Must(Cone, 32, 10), false, false},
		{"small animal, its box fits", Must(Irregular, 40, 14, 10), true, false},
		{"small animal, unsure", Must(Irregular, 60, 25, 20), true, false},
		{"longer than any chord", Must(Irregular, 65.5, 5, 5), false, false},
		{"outline wider than the bore", Must(Irregular, 40, 31.8, 5), false, false},
		{"nothing measured", Solid{}, true, true},
	} {
		assert.Equal(t, row.fits, row.solid.CylinderFit().Fits, row.name)
		assert.Equal(t, row.ball, !row.solid.Known() || row.solid.Rounded() && row.solid.BallFit(), row.name)
	}
}

func TestNewRefusesImpossibleSolids(t *testing.T) {
	for _, bad := range []struct {
		kind  Kind
		sizes []float64
		says  string
	}{
		{NoSolid, []float64{1}, "choose a shape"},
		{Sphere, nil, "needs 1 size"},
		{Box, []float64{1, 2}, "needs 3 size"},
		{Sphere, []float64{-4}, "more than 0"},
		{Sphere, []float64{math.NaN()}, "more than 0"},
		{Sphere, []float64{math.Inf(1)}, "at most 5000"},
		{Capsule, []float64{20, 10}, "at least as long"},
		{Irregular, []float64{20, 30, 5}, "longest line first"},
	} {
		_, err := New(bad.kind, bad.sizes...)
		assert.ErrorContains(t, err, bad.says)
	}
}

// surface returns points on or near the surface of s, rotated into frame f: an inner
// model of the solid that shares no code with the support functions.
func surface(s Solid, f frame) []vec {
	var local []vec
	a, b, c := s.size[0]/2, s.size[1]/2, s.size[2]/2
	for i := range 48 {
		sin, cos := math.Sincos(2 * math.Pi * float64(i) / 48)
		switch s.kind {
		case Cylinder:
			local = append(local, vec{a * cos, a * sin, b}, vec{a * cos, a * sin, -b})
			continue
		case Box, Irregular:
			continue
		}
		for j := range 13 {
			st, ct := math.Sincos(math.Pi * float64(j) / 12)
			switch s.kind {
			case Sphere:
				local = append(local, vec{a * cos * st, a * sin * st, a * ct})
			case Ellipsoid:
				local = append(local, vec{a * cos * st, b * sin * st, c * ct})
			case Capsule:
				local = append(local, vec{a * cos * st, a * sin * st, a*ct + math.Copysign(b-a, ct)})
			case Cone:
				foot := s.coneFoot()
				local = append(local, vec{a * cos, a * sin, -foot}, vec{0, 0, 2*b - foot})
			}
		}
	}
	if s.kind == Box || s.kind == Irregular {
		for k := range 8 {
			sign := func(bit int) float64 { return float64(k>>bit&1)*2 - 1 }
			local = append(local, vec{a * sign(0), b * sign(1), c * sign(2)})
		}
	}
	for i, p := range local {
		local[i] = vec{
			f.u.x*p.x + f.v.x*p.y + f.w.x*p.z,
			f.u.y*p.x + f.v.y*p.y + f.w.y*p.z,
			f.u.z*p.x + f.v.z*p.y + f.w.z*p.z,
		}
	}
	return local
}

// insideSomeShift slides the points along x over a grid of b and asks the definition of
// the region, point by point, with tol mm to spare.
func insideSomeShift(ps []vec, tol float64) bool {
	top, low := math.Inf(-1), math.Inf(1)
	for _, p := range ps {
		top, low = math.Max(top, p.z), math.Min(low, p.z+p.x)
	}
	for b := -16.0; b <= 16; b += 0.25 {
		aMin, aMax := math.Inf(-1), math.Inf(1)
		for _, p := range ps {
			half2 := (radius-tol)*(radius-tol) - (p.y+b)*(p.y+b)
			if half2 < 0 {
				aMax = math.Inf(-1)
				break
			}
			aMin, aMax = math.Max(aMin, -p.x-math.Sqrt(half2)), math.Min(aMax, -p.x+math.Sqrt(half2))
		}
		if aMin <= aMax && aMax >= top-low-floorMean+tol {
			return true
		}
	}
	return false
}

func randomFrame(rng *rand.Rand) frame {
	w := vec{rng.NormFloat64(), rng.NormFloat64(), rng.NormFloat64()}.unit()
	u := w.cross(vec{rng.NormFloat64(), rng.NormFloat64(), rng.NormFloat64()}).unit()
	return frame{u, w.cross(u), w}
}

func randomSolid(rng *rand.Rand) Solid {
	size := func(top float64) float64 { return 1 + rng.Float64()*top }
	switch rng.IntN(6) {
	case 0:
		return Must(Sphere, size(40))
	case 1:
		return Must(Ellipsoid, size(40), size(36), size(65))
	case 2:
		return Must(Cylinder, size(36), size(66))
	case 4:
		return Must(Cone, size(36), size(66))
	case 3:
		d := size(32)
		return Must(Capsule, d, d+size(40))
	default:
		return Must(Box, size(32), size(32), size(66))
	}
}

// Brute force over random rotations: wherever it finds a position, so must the solver;
// and a position that the solver reports must hold up against the plain definition.
func TestFitAgreesWithBruteForce(t *testing.T) {
	rng := rand.New(rand.NewPCG(16, 1501))
	fits, misses := 0, 0
	for range 700 {
		s := randomSolid(rng)
		got := s.CylinderFit()
		if !got.Fits {
			misses++
			for range 100 {
				require.Falsef(t, insideSomeShift(surface(s, randomFrame(rng)), 0.05),
					"%s %s fits in some position, the solver says it does not", s.kind, s)
			}
			continue
		}
		fits++
		v := func(a Axis) vec { return vec{a.X, a.Y, a.Z} }
		f := frame{v(got.Axes[0]), v(got.Axes[1]), v(got.Axes[2])}
		for _, p := range surface(s, f) {
			x, y, z := p.x+got.Centre.X, p.y+got.Centre.Y, p.z+got.Centre.Z
			require.LessOrEqual(t, math.Hypot(x, y), radius+0.15, "%s %s", s.kind, s)
			require.LessOrEqual(t, z, 1e-6)
			require.GreaterOrEqual(t, z, -(floorMean+x)-0.15, "%s %s", s.kind, s)
		}
	}
	assert.Greater(t, min(fits, misses), 150, "the sample covers both answers")
}

// A climb over all rotations by random turns finds no position in which a round solid fits
// that the search in the plane says does not, nor, near the limit, a much better one.
func TestRoundSolidsLieInThePlane(t *testing.T) {
	rng := rand.New(rand.NewPCG(50, 71))
	anywhere := func(s Solid, f frame) float64 {
		var room wall
		for k := range room {
			room[k] = radius - s.support(&f, vec{directions[k].cos, directions[k].sin, 0})
		}
		if best, ok := room.farthest(); ok {
			return best.a - s.support(&f, up) - s.support(&f, floor) + floorMean
		}
		return -LongestChord
	}
	for misses, near := 0, 0; misses < 400 || near < 60; {
		s := randomSolid(rng)
		in := s.CylinderFit()
		if s.kind == Box || s.kind == Ellipsoid || s.kind == Sphere || in.Fits || s.ruledOut() > 0 {
			continue
		}
		misses++
		if in.Margin > -1 {
			near++
		}
		for range 6 {
			f := randomFrame(rng)
			best := anywhere(s, f)
			for angle := 0.5; angle > 0.002; angle *= 0.97 {
				tilt := turnAbout(vec{rng.NormFloat64(), rng.NormFloat64(), rng.NormFloat64()}.unit(), angle)
				if next := f.turned(&tilt); anywhere(s, next) > best {
					f, best = next, anywhere(s, next)
				}
			}
			require.Negative(t, best, "%s %s fits", s.kind, s)
			if in.Margin > -1 {
				require.Less(t, best, in.Margin+searchSlack, "%s %s lies better out of the plane", s.kind, s)
			}
		}
	}
}

// A smaller piece of the same form never fits less (law (a) for sizes).
func TestShrinkingNeverClears(t *testing.T) {
	rng := rand.New(rand.NewPCG(7, 7))
	for range 400 {
		s := randomSolid(rng)
		if s.CylinderFit().Fits {
			assert.True(t, s.Shrunk(rng.Float64()*5).CylinderFit().Fits, "%s %s", s.kind, s)
		}
	}
}

func BenchmarkCylinderFit(b *testing.B) {
	for _, s := range []Solid{Must(Sphere, 25), Must(Cylinder, 6, 3), Must(Box, 114, 10, 2), Must(Cylinder, 24, 45),
		Must(Box, 20, 24, 48),
		Must(Box, 10, 25, 58), Must(Ellipsoid, 20, 31, 60), Must(Capsule, 20, 62), Must(Cone, 30, 56),
		Must(Irregular, 60, 12, 10)} {
		b.Run(fmt.Sprintf("%s %s", s.kind, s), func(b *testing.B) {
			for b.Loop() {
				s.CylinderFit()
			}
		})
	}
}

func ExampleSolid_CylinderFit() {
	marble := Must(Sphere, 16)
	fmt.Println(marble, marble.CylinderFit().Fits)
	// Output: 16 mm true
}
