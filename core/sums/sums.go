// Package sums reckons what people reckon on the side: slices from a length, strips under a tray,
// pieces to cover a surface, pieces for numbered pots (common practice, and school geometry).
package sums

import (
	"errors"
	"math"

	"emblo/core/gauge"
	"emblo/core/money"
	"emblo/core/unit"
)

// most is the largest length, in mm, and the largest number of pots that is reckoned with.
const (
	most     = 100_000
	mostPots = 100
	mostUses = 1000
)

func lengths(all ...unit.Length) error {
	for _, l := range all {
		if mm := l.Millimetres(); !(mm > 0 && mm <= most) {
			return errors.New("a length must be more than 0 and at most 100 m")
		}
	}
	return nil
}

// Slices returns how many slices of a thickness come from a length when each cut takes a kerf away,
// and what is left over: n = floor((L + k) / (t + k)). A kerf of 0 is a knife. An error is a clause.
func Slices(length, thickness, kerf unit.Length) (n int, rest unit.Length, err error) {
	if err := lengths(length, thickness); err != nil {
		return 0, rest, err
	}
	l, t, k := length.Millimetres(), thickness.Millimetres(), kerf.Millimetres()
	if !(k >= 0 && k <= most) {
		return 0, rest, errors.New("a cut takes away 0 mm or more")
	}
	const slack = 1e-9 // of rounding
	n = int(math.Floor((l+k)/(t+k) + slack))
	return n, unit.Millimetres(max(0, l-float64(n)*(t+k))), nil
}

// Strips returns how many strips of a width lie side by side under a tray without a gap.
func Strips(across, strip unit.Length) (int, error) {
	if err := lengths(across, strip); err != nil {
		return 0, err
	}
	return int(math.Ceil(across.Millimetres()/strip.Millimetres() - 1e-9)), nil
}

// Shares of a surface that round slices cover when they are strewn, and at most, laid in rows that
// stand in each other's gaps: pi / (2 sqrt 3) (geometry handbooks). Strewn loosely they cover about
// eight tenths (common practice).
const (
	strewn = 0.80
	laid   = math.Pi / (2 * 1.7320508075688772)
)

// Cover returns how many round slices of a diameter cover a surface as they float or lie, from
// strewn to laid close.
func Cover(length, width, slice unit.Length) (least, most int, err error) {
	if err := lengths(length, width, slice); err != nil {
		return 0, 0, err
	}
	one := math.Pi / 4 * slice.Millimetres() * slice.Millimetres()
	area := length.Millimetres() * width.Millimetres()
	return int(strewn * area / one), int(math.Ceil(laid * area / one)), nil
}

// Pots returns how many pieces fill pots numbered 1 to n with as many as each says: n (n + 1) / 2.
func Pots(n int) (int, error) {
	if n < 1 || n > mostPots {
		return 0, errors.New("number 1 to 100 pots")
	}
	return n * (n + 1) / 2, nil
}

// Stem returns how many rings of a thickness stand on a stem, and how one goes over it: the hole of
// the ring has to clear the stem where it is widest by as much as a piece clears a hole.
func Stem(stem, ring, hole, widest unit.Length, soft bool) (n int, over gauge.Passing, err error) {
	if err := lengths(hole, widest); err != nil {
		return 0, gauge.NotMeasured, err
	}
	n, _, err = Slices(stem, ring, unit.Length{})
	if err != nil {
		return 0, gauge.NotMeasured, err
	}
	rod, err := gauge.New(gauge.Sphere, widest.Millimetres())
	if err != nil {
		return 0, gauge.NotMeasured, err
	}
	return n, gauge.Through(rod, rod, soft, gauge.Hole, hole), nil
}

// Holes returns how many pieces fill trays with so many holes, one in each.
func Holes(holes, trays int) (int, error) {
	if holes < 1 || holes > mostPots || trays < 1 || trays > mostPots {
		return 0, errors.New("count 1 to 100 holes and 1 to 100 trays")
	}
	return holes * trays, nil
}

// Each returns what one child's use of something costs, in coins, half up.
func Each(coins, uses, children int) (money.Coins, error) {
	if coins < 0 || uses < 1 || uses > mostUses || children < 1 || children > mostUses {
		return 0, errors.New("it costs 0 or more, and serves 1 to 1,000 children and times")
	}
	total := money.Total{}.Plus(unit.Grams(1), money.Price{Coins: money.Coins(coins), For: unit.Grams(1)})
	return total.Share(uses * children), nil
}

// Rope returns how long a rope of a thickness a mass of dough of a density rolls to:
// L = 4 m / (pi d^2 rho).
func Rope(mass unit.Mass, density unit.Density, thickness unit.Length) (unit.Length, error) {
	if err := lengths(thickness); err != nil {
		return unit.Length{}, err
	}
	v, known := density.VolumeOf(mass)
	if !known || !(mass.Grams() > 0) {
		return unit.Length{}, errors.New("a rope takes some dough")
	}
	d := thickness.Millimetres()
	return unit.Millimetres(4 * 1000 * v.Millilitres() / (math.Pi * d * d)), nil
}
