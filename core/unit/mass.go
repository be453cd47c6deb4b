package unit

// Masses of customary units in grams; exact by definition (NIST HB 44 App. C, quoted
// from memory).
const (
	gramsPerPound = 453.59237
	gramsPerOunce = gramsPerPound / 16
)

// Mass is an amount of matter, kept in grams. The zero value is 0 g. A negative mass
// only arises as a difference and is never the result of parsing.
type Mass struct{ g float64 }

// Grams returns a mass of g grams.
func Grams(g float64) Mass { return Mass{g} }

// Kilograms returns a mass of kg kilograms.
func Kilograms(kg float64) Mass { return Mass{kg * 1000} }

// Pounds returns a mass of lb avoirdupois pounds of 453.59237 g.
func Pounds(lb float64) Mass { return Mass{lb * gramsPerPound} }

// Ounces returns a mass of oz avoirdupois ounces, a sixteenth of a pound each.
func Ounces(oz float64) Mass { return Mass{oz * gramsPerOunce} }

// Ounces returns the mass in avoirdupois ounces.
func (m Mass) Ounces() float64 { return m.g / gramsPerOunce }

// Measured returns the mass in g, as a quantity that may be read in other units.
func (m Mass) Measured() (figures []float64, unit string) { return []float64{m.g}, "g" }

// Grams returns the mass in grams.
func (m Mass) Grams() float64 { return m.g }

// Plus returns the sum of two masses.
func (m Mass) Plus(n Mass) Mass { return Mass{m.g + n.g} }

// Minus returns the difference of two masses; it may be negative.
func (m Mass) Minus(n Mass) Mass { return Mass{m.g - n.g} }

// Times returns the mass scaled by k.
func (m Mass) Times(k float64) Mass { return Mass{m.g * k} }

// Over returns the ratio m/n. It is NaN for 0/0 and infinite for a positive mass over 0.
func (m Mass) Over(n Mass) float64 { return m.g / n.g }

// String prints the mass as a person weighs it: tenths below 10 g, whole grams below
// 1 kg, then kilograms to 10 g. Ties round half away from zero.
func (m Mass) String() string {
	switch {
	case m.g < 9.95:
		return decimal(m.g, 1) + " g"
	case m.g < 999.5:
		return decimal(m.g, 0) + " g"
	default:
		return decimal(m.g/1000, 2) + " kg"
	}
}
