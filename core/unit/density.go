package unit

// Density is the mass of one unit of volume as it lies in a cup (bulk density for
// grains and powders), kept in g/mL. The zero value means "not known"; use Known.
type Density struct{ gPerML float64 }

// GramsPerMillilitre returns a density of d g/mL.
func GramsPerMillilitre(d float64) Density { return Density{d} }

// GramsPerUSCup returns the density of a material of which one US cup weighs g grams,
// the form in which household weights are tabulated.
func GramsPerUSCup(g float64) Density { return Density{g / mlPerUSCup} }

// Known reports whether a density has been stated.
func (d Density) Known() bool { return d.gPerML > 0 }

// GramsPerMillilitre returns the density in g/mL.
func (d Density) GramsPerMillilitre() float64 { return d.gPerML }

// MassOf returns the mass of volume v. It is 0 g when the density is not known.
func (d Density) MassOf(v Volume) Mass { return Mass{v.ml * d.gPerML} }

// VolumeOf returns the volume of mass m; ok is false when the density is not known.
func (d Density) VolumeOf(m Mass) (v Volume, ok bool) {
	if !d.Known() {
		return Volume{}, false
	}
	return Volume{m.g / d.gPerML}, true
}

// GramsPerUSCup returns what one US cup weighs.
func (d Density) GramsPerUSCup() float64 { return d.gPerML * mlPerUSCup }
