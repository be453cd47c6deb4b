package unit

// mmPerInch is exact by definition (NIST HB 44 App. C, quoted from memory).
const mmPerInch = 25.4

// Length is a distance, kept in millimetres. The zero value is 0 mm.
type Length struct{ mm float64 }

// Millimetres returns a length of mm millimetres.
func Millimetres(mm float64) Length { return Length{mm} }

// Inches returns a length of in inches of exactly 25.4 mm.
func Inches(in float64) Length { return Length{in * mmPerInch} }

// Millimetres returns the length in millimetres.
func (l Length) Millimetres() float64 { return l.mm }

// Inches returns the length in inches.
func (l Length) Inches() float64 { return l.mm / mmPerInch }

// Measured returns the length in mm, as a quantity that may be read in other units.
func (l Length) Measured() (figures []float64, unit string) { return []float64{l.mm}, "mm" }

// String prints the length in millimetres, to a tenth where that says more.
func (l Length) String() string { return decimal(l.mm, 1) + " mm" }
