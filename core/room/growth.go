package room

import "emblo/core/unit"

// bodyMass holds the WHO Child Growth Standards, weight-for-age of girls, 3rd percentile
// (quoted from memory): the lighter sex at the lower end, so that a limit per kilogram
// errs on the strict side. Past 60 months the last value stands.
var bodyMass = []struct {
	months int
	kg     float64
}{{0, 2.4}, {3, 4.6}, {6, 5.8}, {9, 6.6}, {12, 7.1}, {18, 8.2}, {24, 9.2}, {36, 11.0}, {48, 12.6}, {60, 14.1}}

// BodyMass returns a low estimate of the body mass of a child of the given months, by
// straight lines between the tabulated ages. It never falls as months rise.
func BodyMass(months int) unit.Mass {
	for i := 1; i < len(bodyMass); i++ {
		a, b := bodyMass[i-1], bodyMass[i]
		if months < b.months {
			share := float64(max(months, 0)-a.months) / float64(b.months-a.months)
			return unit.Kilograms(a.kg + share*(b.kg-a.kg))
		}
	}
	return unit.Kilograms(bodyMass[len(bodyMass)-1].kg)
}

// SodiumShareOfSalt is the mass of sodium in a mass of salt: 22.990 / 58.443 (IUPAC
// atomic masses, quoted from memory).
const SodiumShareOfSalt = 22.990 / 58.443

// SodiumLimit returns the most sodium a day for a child of the given months: the chronic
// disease risk reduction intake from 1 year, and the adequate intake before, where no
// limit is set (National Academies 2019, quoted from memory).
func SodiumLimit(months int) unit.Mass {
	milligrams := 2300.0
	switch {
	case months < 7:
		milligrams = 110
	case months < 12:
		milligrams = 370
	case months < 48:
		milligrams = 1200
	case months < 108:
		milligrams = 1500
	case months < 168:
		milligrams = 1800
	}
	return unit.Grams(milligrams / 1000)
}

// reach holds how far a child seated or kneeling beside a vessel reaches over its wall,
// shoulder to fingertip, in mm (estimates, quoted from memory).
var reach = []struct{ months, mm int }{{12, 290}, {18, 320}, {24, 350}, {36, 390}, {48, 430}, {60, 470}}

// ComfortableWall returns the highest wall in mm that a child of the given months reaches
// over with ease: 55 % of the reach (convention). Between the tabulated ages the younger
// holds; under 12 months that of 12.
func ComfortableWall(months int) float64 {
	mm := reach[0].mm
	for _, r := range reach {
		if months >= r.months {
			mm = r.mm
		}
	}
	return 0.55 * float64(mm)
}

// height holds the WHO Child Growth Standards, length and height for age of girls, 3rd percentile, in mm
// (quoted from memory): the smaller sex at the lower end, so that nobody stretches for what hangs
// on a wall.
var height = []struct{ months, mm int }{{9, 653}, {12, 692}, {18, 752}, {24, 796}, {36, 879}, {48, 946}, {60, 1005}}

// upward is how far a child reaches flat on its feet, over its height (convention: an arm less than
// its full length).
const upward = 1.15

// StandingReach returns how high in mm a small child of the given months reaches, standing flat.
// Between the tabulated ages the younger holds; under 9 months that of 9.
func StandingReach(months int) float64 {
	mm := height[0].mm
	for _, h := range height {
		if months >= h.months {
			mm = h.mm
		}
	}
	return upward * float64(mm)
}
