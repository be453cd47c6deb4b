// Package gauge decides whether a solid lies wholly inside the small-parts cylinder and
// whether a rounded piece is small enough for the small-ball hole.
//
// # Source
//
// The cylinder is that of 16 CFR 1501.4, figure 1 (quoted from memory): an open cylinder
// of bore 1.25 in with a floor that slopes from 1.00 to 2.25 in below the rim; the inch
// figures govern, so the bore is 31.75 mm and the floor 25.4 to 57.15 mm deep. ISO 8124-1
// and EN 71-1 use the same gauge with rounded figures (31.7 and 57.1 mm), which are a
// hair smaller; the larger is kept because a larger gauge keeps more out. The ball hole
// is 1.75 in, 44.45 mm (16 CFR 1500.18(a)(17)); the European template is 44.5 mm, and
// the larger governs here too.
//
// # Derivation
//
// Put the rim in the plane z = 0, the axis on z, and the shallow side of the floor at
// x = -R, with R = 15.875 mm. The inside is the convex region
//
//	x² + y² <= R²,   z <= 0,   z >= -(F + x)   with F = 41.275 mm,
//
// since the floor is 25.4 = F - R deep at x = -R and 57.15 = F + R at x = +R. A solid
// fits iff some rotation and some shift (a, b, c) put it inside. For a rotation Q let
// h(w) be the support function of the rotated solid, the largest w·p over its points p.
//
//	rim:    h(0,0,1) + c <= 0
//	floor:  h(-1,0,-1) - a - c <= F
//	wall:   h(cos t, sin t, 0) + a cos t + b sin t <= R   for every t
//
// The first two leave a choice of c iff a >= h(0,0,1) + h(-1,0,-1) - F. So the solid
// fits in this rotation iff the largest a that the wall allows reaches that bound: a
// linear program in (a, b) (program.go). The wall is taken at 64 directions, that is, as
// the polygon around the circle, which reaches at most R (1/cos(pi/64) - 1) = 0.019 mm
// outside it: the only error of the test, and one that says "fits". Rotations are then
// searched for the largest margin (search.go).
//
// # Irregular things
//
// Of a thing that is no idealised shape only three lengths are known. It fits for sure
// when the box around it does; it does not fit for sure when its longest line is longer
// than the longest chord of the gauge, or the narrowest width of its outline wider than
// the bore. Anything between is Unsure: try a real gauge.
//
// The verdict counts a further measuring error against clearing; that is the caller's.
package gauge

import (
	"fmt"
	"math"
)

// Kind is the family of a solid. The zero value is no solid.
type Kind uint8

// The kinds of solid that can be judged.
const (
	NoSolid   Kind = iota
	Sphere         // a: diameter
	Ellipsoid      // a, b, c: full axes
	Cylinder       // a: diameter, b: length; a disc is a short one
	Capsule        // a: diameter, b: full length, ends round; b >= a
	Box            // a, b, c: edges
	Cone           // a: diameter of the base, b: height
	// Irregular is no idealised shape: a is its longest straight line, b the narrowest
	// width of its flat outline, c its thickness.
	Irregular
)

var kindNames = [...]string{"", "sphere", "ellipsoid", "cylinder", "capsule", "box", "cone", "irregular"}

// String returns the word for the kind, "" for NoSolid.
func (k Kind) String() string { return kindNames[k] }

// ParseKind reads the word for a kind: "sphere" to "irregular".
func ParseKind(s string) (Kind, error) {
	for k := Sphere; k <= Irregular; k++ {
		if kindNames[k] == s {
			return k, nil
		}
	}
	return NoSolid, fmt.Errorf("%q is not a shape: use sphere, ellipsoid, cylinder, capsule, box, cone or irregular", s)
}

// sizes returns how many sizes a solid of the kind has.
func (k Kind) sizes() int {
	switch k {
	case Sphere:
		return 1
	case Cylinder, Capsule, Cone:
		return 2
	case Ellipsoid, Box, Irregular:
		return 3
	}
	return 0
}

// MaxSize is the largest size accepted, in mm: beyond it a number is a slip.
const MaxSize = 5000.0

// Solid is an idealised thing: a kind and its sizes in mm. The zero value is no solid,
// meaning that nothing has been measured. Solids compare with ==.
type Solid struct {
	kind Kind
	size [3]float64 // as documented on Kind; unused ones are 0
}

// New returns the solid of a kind with the given sizes in mm. It fails when the number
// of sizes is not the kind's, when a size is not a number above 0 and at most MaxSize,
// when a capsule is shorter than it is wide, or when the first size of an irregular thing
// is not its longest.
func New(k Kind, mm ...float64) (Solid, error) {
	if k.sizes() == 0 {
		return Solid{}, fmt.Errorf("choose a shape before giving sizes")
	}
	if len(mm) != k.sizes() {
		return Solid{}, fmt.Errorf("a %s needs %d size(s) in mm, not %d", k, k.sizes(), len(mm))
	}
	s := Solid{kind: k}
	for i, v := range mm {
		if !(v > 0 && v <= MaxSize) {
			return Solid{}, fmt.Errorf("a size must be more than 0 and at most %g mm, not %g", MaxSize, v)
		}
		s.size[i] = v
	}
	if k == Capsule && mm[1] < mm[0] {
		return Solid{}, fmt.Errorf("a capsule is at least as long as it is wide: %g x %g", mm[0], mm[1])
	}
	if k == Irregular && mm[0] < max(mm[1], mm[2]) {
		return Solid{}, fmt.Errorf("an irregular thing is measured by its longest line first: %g x %g x %g", mm[0],
			mm[1], mm[2])
	}
	return s, nil
}

// Must is New that panics, for tables and tests with hard-coded sizes.
func Must(k Kind, mm ...float64) Solid {
	s, err := New(k, mm...)
	if err != nil {
		panic(err)
	}
	return s
}

// Kind returns the family of the solid, NoSolid for the zero value.
func (s Solid) Kind() Kind { return s.kind }

// Sizes returns the sizes in mm, in the order documented on Kind.
func (s Solid) Sizes() []float64 { return append([]float64(nil), s.size[:s.kind.sizes()]...) }

// Known reports whether the solid has been measured.
func (s Solid) Known() bool { return s.kind != NoSolid }

// Rounded reports whether the solid counts as a ball for the small-ball hole: a sphere,
// an ellipsoid or a capsule (16 CFR 1500.18(a)(17) covers spherical, ovoid and
// ellipsoidal objects).
func (s Solid) Rounded() bool { return s.kind == Sphere || s.kind == Ellipsoid || s.kind == Capsule }

// Extents returns the edges of the smallest axis-aligned box around the solid in mm,
// smallest first.
func (s Solid) Extents() (short, middle, long float64) {
	a, b, c := s.size[0], s.size[1], s.size[2]
	switch s.kind {
	case Sphere:
		b, c = a, a
	case Cylinder, Capsule, Cone:
		b, c = a, b
	}
	if a > b {
		a, b = b, a
	}
	if b > c {
		b, c = c, b
	}
	if a > b {
		a, b = b, a
	}
	return a, b, c
}

// SoftSqueeze is the share by which a soft thing is taken to be pressed for the note beside
// its drawing (convention); a verdict is on the thing uncompressed.
const SoftSqueeze = 1.0 / 3

// Squeezed returns the solid with every size less by the given share, 0 to 1: what a soft
// thing may be pressed to. The gauge itself judges things uncompressed (16 CFR 1501.4).
func (s Solid) Squeezed(share float64) Solid {
	for i := range s.size[:s.kind.sizes()] {
		s.size[i] = math.Max(0.01, s.size[i]*(1-share))
	}
	return s
}

// Shrunk returns the solid with every size less by mm, and at least 0.01 mm: the
// smallest that a measuring error of mm leaves possible.
func (s Solid) Shrunk(mm float64) Solid {
	for i := range s.size[:s.kind.sizes()] {
		s.size[i] = math.Max(0.01, s.size[i]-mm)
	}
	return s
}

// Scaled returns the solid with every size times a factor above 0.
func (s Solid) Scaled(factor float64) Solid {
	for i := range s.size[:s.kind.sizes()] {
		s.size[i] = math.Max(0.01, s.size[i]*factor)
	}
	return s
}

// Measured returns the sizes in mm, as a quantity that may be read in other units; none while it is not known.
func (s Solid) Measured() (figures []float64, unit string) { return s.Sizes(), "mm" }

// String prints the sizes: "16 mm", "24 × 45 mm", "18 × 8 × 6 mm".
func (s Solid) String() string {
	if !s.Known() {
		return "not measured"
	}
	text := ""
	for i, v := range s.Sizes() {
		if i > 0 {
			text += " × "
		}
		text += fmt.Sprintf("%g", math.Round(v*10)/10)
	}
	return text + " mm"
}

type vec struct{ x, y, z float64 }

func (v vec) dot(w vec) float64 { return v.x*w.x + v.y*w.y + v.z*w.z }

func (v vec) cross(w vec) vec {
	return vec{v.y*w.z - v.z*w.y, v.z*w.x - v.x*w.z, v.x*w.y - v.y*w.x}
}

func (v vec) plus(w vec) vec { return vec{v.x + w.x, v.y + w.y, v.z + w.z} }

func (v vec) times(k float64) vec { return vec{v.x * k, v.y * k, v.z * k} }

func (v vec) unit() vec { return v.times(1 / math.Sqrt(v.dot(v))) }

// frame is a rotated solid's own axes in gauge coordinates; w is the long axis of
// cylinders and capsules.
type frame struct{ u, v, w vec }

// support is the largest n·p over the points p of the solid, centred on the origin and
// turned into frame f; n need not be a unit vector. Standard support functions: a box is
// a sum of segments, an ellipsoid |A n|, a cylinder a disc plus a segment, a capsule a ball
// plus a segment, a cone the hull of a disc and its tip. The origin of a cone is the centre
// of the smallest ball around it (coneFoot). An irregular thing is taken as the box around it.
func (s Solid) support(f *frame, n vec) float64 {
	nu, nv, nw := f.u.dot(n), f.v.dot(n), f.w.dot(n)
	a, b, c := s.size[0]/2, s.size[1]/2, s.size[2]/2
	switch s.kind {
	case Sphere:
		return a * math.Sqrt(n.dot(n))
	case Ellipsoid:
		nu, nv, nw = nu*a, nv*b, nw*c
		return math.Sqrt(nu*nu + nv*nv + nw*nw)
	case Cylinder:
		return b*math.Abs(nw) + a*math.Sqrt(nu*nu+nv*nv)
	case Capsule:
		return (b-a)*math.Abs(nw) + a*math.Sqrt(n.dot(n))
	case Cone:
		foot := s.coneFoot()
		return math.Max((2*b-foot)*nw, a*math.Sqrt(nu*nu+nv*nv)-foot*nw)
	default:
		return a*math.Abs(nu) + b*math.Abs(nv) + c*math.Abs(nw)
	}
}

// coneFoot is how far the origin of a cone stands above its base: as far from the tip as
// from the rim, or on the base of a flat cone.
func (s Solid) coneFoot() float64 {
	r, h := s.size[0]/2, s.size[1]
	return math.Max(0, (h*h-r*r)/(2*h))
}

// touch returns a point of the solid, centred on the origin and turned into frame f, that
// is farthest in direction n: where its support is reached.
func (s Solid) touch(f *frame, n vec) vec {
	nu, nv, nw := f.u.dot(n), f.v.dot(n), f.w.dot(n)
	a, b, c := s.size[0]/2, s.size[1]/2, s.size[2]/2
	// across is n less its part along the axis, at length a.
	across := func() vec {
		p := n.plus(f.w.times(-nw))
		if l := math.Sqrt(p.dot(p)); l > 1e-12 {
			return p.times(a / l)
		}
		return vec{}
	}
	switch s.kind {
	case Sphere:
		return n.times(a / math.Sqrt(n.dot(n)))
	case Ellipsoid:
		h := math.Sqrt(nu*nu*a*a + nv*nv*b*b + nw*nw*c*c)
		return f.u.times(a * a * nu / h).plus(f.v.times(b * b * nv / h)).plus(f.w.times(c * c * nw / h))
	case Cylinder:
		return f.w.times(math.Copysign(b, nw)).plus(across())
	case Capsule:
		return f.w.times(math.Copysign(b-a, nw)).plus(n.times(a / math.Sqrt(n.dot(n))))
	case Cone:
		foot := s.coneFoot()
		if rim := across(); rim.dot(n)-foot*nw > (2*b-foot)*nw {
			return rim.plus(f.w.times(-foot))
		}
		return f.w.times(2*b - foot)
	default:
		return f.u.times(math.Copysign(a, nu)).plus(f.v.times(math.Copysign(b, nv))).plus(
			f.w.times(math.Copysign(c, nw)))
	}
}
