package unit

import (
	"fmt"
	"math"
)

// Kind is what an amount is reckoned in. The zero value is not known.
type Kind uint8

// The kinds.
const (
	Unknown  Kind = iota
	ByMass        // weighed, in g
	ByVolume      // measured, in mL
	ByCount       // counted, in pieces
)

var kindWords = [...]string{Unknown: "", ByMass: "g", ByVolume: "mL", ByCount: "pieces"}

// String returns "g", "mL" or "pieces", and "" for what is not known.
func (k Kind) String() string { return kindWords[k] }

// Amount is how much there is of something: a mass, a volume or a count, 0 or more. The zero value is
// not known, which is no amount at all and never 0.
type Amount struct {
	n  float64
	by Kind
}

// Of returns n grams, millilitres or pieces; less than nothing is nothing. What is no number, and what is of
// an unknown kind, is not known.
func Of(n float64, by Kind) Amount {
	if by == Unknown || math.IsNaN(n) {
		return Amount{}
	}
	return Amount{max(0, n), by}
}

// OfMass returns an amount that is a mass.
func OfMass(m Mass) Amount { return Of(m.g, ByMass) }

// OfVolume returns an amount that is a volume.
func OfVolume(v Volume) Amount { return Of(v.ml, ByVolume) }

// Pieces returns an amount that is a count of n.
func Pieces(n float64) Amount { return Of(n, ByCount) }

// As returns the same number of something that is reckoned otherwise after all; what is not known stays so.
func (a Amount) As(by Kind) Amount {
	if !a.Known() {
		return a
	}
	return Of(a.n, by)
}

// Kind returns what it is reckoned in.
func (a Amount) Kind() Kind { return a.by }

// Known reports whether somebody has said how much.
func (a Amount) Known() bool { return a.by != Unknown }

// Or returns the number of grams, millilitres or pieces, and what stands for an amount that is not known.
func (a Amount) Or(unknown float64) float64 {
	if a.by == Unknown {
		return unknown
	}
	return a.n
}

// Mass returns the mass; ok is false where it is none.
func (a Amount) Mass() (m Mass, ok bool) {
	if a.by != ByMass {
		return Mass{}, false
	}
	return Mass{a.n}, true
}

// Volume returns the volume; ok is false where it is none.
func (a Amount) Volume() (v Volume, ok bool) {
	if a.by != ByVolume {
		return Volume{}, false
	}
	return Volume{a.n}, true
}

// MassAt returns the mass of the amount for a material of density d; ok is false where it is neither a
// mass nor a volume, or a volume of a material whose density is not known.
func (a Amount) MassAt(d Density) (m Mass, ok bool) {
	if v, byVolume := a.Volume(); byVolume {
		return d.MassOf(v), d.Known()
	}
	return a.Mass()
}

// Times returns the amount k times over.
func (a Amount) Times(k float64) Amount { return Of(a.n*k, a.by) }

// Plus returns the sum, which is not known where one of them is not. Like Minus and Less it panics on
// known amounts of two kinds, which never belong to one thing.
func (a Amount) Plus(b Amount) Amount { return a.with(b, a.n+b.n) }

// Minus returns the rest, at least nothing; it is not known where one of them is not.
func (a Amount) Minus(b Amount) Amount { return a.with(b, a.n-b.n) }

func (a Amount) with(b Amount, n float64) Amount {
	if a.apart(b) {
		return Amount{}
	}
	return Of(n, a.by)
}

// unseen is what no scale in a kitchen shows, in g, and no eye in pieces.
const unseen = 0.05

// Less reports whether it is less than another by more than rounding makes: a twentieth of a gram. What
// is not known is not less than anything, and nothing is less than it: ask Known first.
func (a Amount) Less(b Amount) bool { return !a.apart(b) && a.n < b.n-unseen }

// Some reports whether there is any of it that a scale would show; of what is not known nobody can say.
func (a Amount) Some() bool { return a.n > unseen }

// WholeUp returns it in whole grams, millilitres or pieces, up but for what rounding makes; 0 where it is
// not known.
func (a Amount) WholeUp() int64 {
	return int64(math.Ceil(a.n - unseen))
}

// apart reports whether nothing can be said of the two together, as one is not known.
func (a Amount) apart(b Amount) bool {
	if a.by != b.by && a.Known() && b.Known() {
		panic(fmt.Sprintf("unit: %s with %s", a.by, b.by))
	}
	return !a.Known() || !b.Known()
}
