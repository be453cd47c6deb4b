package unit

// Volume is a space, kept in millilitres. The zero value is 0 mL. A negative volume only
// arises as a difference and is never the result of parsing.
type Volume struct{ ml float64 }

// Millilitres returns a volume of ml mL.
func Millilitres(ml float64) Volume { return Volume{ml} }

// Litres returns a volume of l litres.
func Litres(l float64) Volume { return Volume{l * 1000} }

// CubicMillimetres returns a volume of mm3 cubic millimetres.
func CubicMillimetres(mm3 float64) Volume { return Volume{mm3 / 1000} }

// USFluidOunces returns the volume in US fluid ounces.
func (v Volume) USFluidOunces() float64 { return v.ml / mlPerUSFluidOunce }

// Measured returns the volume in mL, as a quantity that may be read in other units.
func (v Volume) Measured() (figures []float64, unit string) { return []float64{v.ml}, "mL" }

// Millilitres returns the volume in mL.
func (v Volume) Millilitres() float64 { return v.ml }

// Litres returns the volume in litres.
func (v Volume) Litres() float64 { return v.ml / 1000 }

// Plus returns the sum of two volumes.
func (v Volume) Plus(w Volume) Volume { return Volume{v.ml + w.ml} }

// Minus returns the difference of two volumes; it may be negative.
func (v Volume) Minus(w Volume) Volume { return Volume{v.ml - w.ml} }

// Times returns the volume scaled by k.
func (v Volume) Times(k float64) Volume { return Volume{v.ml * k} }

// Over returns the ratio v/w. It is NaN for 0/0 and infinite for a positive volume over 0.
func (v Volume) Over(w Volume) float64 { return v.ml / w.ml }

// String prints the volume as a person pours it: tenths below 10 mL, whole mL below
// 1 L, then litres to a tenth.
func (v Volume) String() string {
	switch {
	case v.ml < 9.95:
		return decimal(v.ml, 1) + " mL"
	case v.ml < 999.5:
		return decimal(v.ml, 0) + " mL"
	default:
		return decimal(v.ml/1000, 1) + " L"
	}
}
