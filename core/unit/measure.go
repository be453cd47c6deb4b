package unit

import (
	"fmt"
	"slices"
	"sort"
)

// Volumes of kitchen measures in mL: US customary after NIST HB 44 App. C, the imperial
// pint by its definition, metric and Australian measures by their standards (all quoted
// from memory).
// DropsPerML is how many drops a millilitre takes (common practice).
const DropsPerML = 20.0

const (
	mlPerUSCup          = 236.588
	mlPerUSTablespoon   = mlPerUSCup / 16
	mlPerUSTeaspoon     = mlPerUSCup / 48
	mlPerUSFluidOunce   = mlPerUSCup / 8
	mlPerUSPint         = mlPerUSCup * 2
	mlPerUSQuart        = mlPerUSCup * 4
	mlPerImperialFlOz   = mlPerImperialPint / 20
	mlPerImperialPint   = 568.261
	mlPerMetricCup      = 250.0
	mlPerMetricTbsp     = 15.0
	mlPerMetricTsp      = 5.0
	tspsPerDessertspoon = 2 // common practice
	mlPerAustralianTbsp = 20.0
	pinchOfTeaspoon     = 1.0 / 16 // common practice
)

// System says whose cup, spoon and pint a word means.
type System uint8

// The systems a room can work in. The zero value is not a system; use Valid.
const (
	US         System = iota + 1 // cup 236.588 mL, tablespoon 14.787 mL
	Metric                       // cup 250 mL, tablespoon 15 mL, pint 568.261 mL
	Australian                   // as metric, tablespoon 20 mL
)

// Valid reports whether s is one of the named systems.
func (s System) Valid() bool { return s >= US && s <= Australian }

// String returns "us", "metric" or "australian", the words ParseSystem reads.
func (s System) String() string {
	switch s {
	case US:
		return "us"
	case Metric:
		return "metric"
	case Australian:
		return "australian"
	}
	return fmt.Sprintf("System(%d)", uint8(s))
}

// ParseSystem reads "us", "metric" or "australian".
func ParseSystem(s string) (System, error) {
	for sys := US; sys <= Australian; sys++ {
		if sys.String() == s {
			return sys, nil
		}
	}
	return 0, fmt.Errorf("%q is not a measure system: use us, metric or australian", s)
}

// Measure is one scoop of a set: a cup or a spoon of known volume.
type Measure struct {
	label  string
	volume Volume
}

// NewMeasure returns a measure with the label that is engraved on it, such as "1/2 cup".
func NewMeasure(label string, v Volume) Measure { return Measure{label, v} }

// Label returns what is engraved on the measure.
func (m Measure) Label() string { return m.label }

// Volume returns the level volume of the measure.
func (m Measure) Volume() Volume { return m.volume }

// MeasureSet is what hangs in the room's kitchen, largest first. It is read-only.
type MeasureSet struct {
	system   System
	measures []Measure
}

// NewMeasureSet returns a set of the given measures, sorted largest first; of several that
// hold the same, the first is kept.
func NewMeasureSet(s System, ms ...Measure) MeasureSet {
	sorted := append([]Measure(nil), ms...)
	sort.SliceStable(sorted, func(i, j int) bool { return sorted[i].volume.ml > sorted[j].volume.ml })
	sorted = slices.CompactFunc(sorted, func(a, b Measure) bool { return a.volume == b.volume })
	return MeasureSet{s, sorted}
}

// StandardSet returns the usual drawer of a system: cups of 1, 1/2, 1/3 and 1/4, a
// tablespoon, and teaspoons of 1, 1/2 and 1/4.
func StandardSet(s System) MeasureSet {
	cup, tbsp, tsp := cupOf(s), tbspOf(s), tspOf(s)
	part := func(label string, of Volume, k float64) Measure { return NewMeasure(label, of.Times(k)) }
	return NewMeasureSet(s,
		part("1 cup", cup, 1), part("1/2 cup", cup, 1./2), part("1/3 cup", cup, 1./3), part("1/4 cup", cup, 1./4),
		part("1 tbsp", tbsp, 1), part("1 tsp", tsp, 1), part("1/2 tsp", tsp, 1./2), part("1/4 tsp", tsp, 1./4))
}

// Sold returns the measures that can be had singly in a system, largest first: a litre or
// quart jug, cups down to 1/8 and spoons down to 1/8.
func Sold(s System) []Measure {
	cup, tbsp, tsp := cupOf(s), tbspOf(s), tspOf(s)
	part := func(label string, of Volume, k float64) Measure { return NewMeasure(label, of.Times(k)) }
	return []Measure{part("4 cups", cup, 4), part("2 cups", cup, 2), part("1 cup", cup, 1), part("3/4 cup", cup, 3./4),
		part("2/3 cup", cup, 2./3),
		part("1/2 cup", cup, 1./2), part("1/3 cup", cup, 1./3), part("1/4 cup", cup, 1./4), part("1/8 cup", cup, 1./8),
		part("1 tbsp", tbsp, 1), part("1/2 tbsp", tbsp, 1./2), part("1 tsp", tsp, 1), part("3/4 tsp", tsp, 3./4),
		part("1/2 tsp", tsp, 1./2),
		part("1/4 tsp", tsp, 1./4), part("1/8 tsp", tsp, 1./8)}
}

// Drawer returns the set of the named measures of Sold, the usual set for no names. It
// fails on a name that is not one of them.
func Drawer(s System, labels []string) (MeasureSet, error) {
	if len(labels) == 0 {
		return StandardSet(s), nil
	}
	sold := Sold(s)
	owned := make([]Measure, 0, len(labels))
	for _, l := range labels {
		i := slices.IndexFunc(sold, func(m Measure) bool { return m.label == l })
		if i < 0 {
			return MeasureSet{}, fmt.Errorf("%q is not a measure that is sold", l)
		}
		owned = append(owned, sold[i])
	}
	return NewMeasureSet(s, owned...), nil
}

// SetID stands for one set: equal ones are of the same measures. Sets that were made apart
// have different ones, whatever is in them.
type SetID struct {
	first *Measure
	count int
	of    System
}

// ID returns what stands for the set.
func (s MeasureSet) ID() SetID {
	if len(s.measures) == 0 {
		return SetID{of: s.system}
	}
	return SetID{&s.measures[0], len(s.measures), s.system}
}

// System returns the system that the set belongs to.
func (s MeasureSet) System() System { return s.system }

// Len returns the number of measures in the set.
func (s MeasureSet) Len() int { return len(s.measures) }

// At returns the i-th measure, 0 being the largest. It panics outside 0 to Len()-1.
func (s MeasureSet) At(i int) Measure { return s.measures[i] }

func cupOf(s System) Volume {
	if s == US {
		return Volume{mlPerUSCup}
	}
	return Volume{mlPerMetricCup}
}

func tbspOf(s System) Volume {
	switch s {
	case US:
		return Volume{mlPerUSTablespoon}
	case Australian:
		return Volume{mlPerAustralianTbsp}
	}
	return Volume{mlPerMetricTbsp}
}

func tspOf(s System) Volume {
	if s == US {
		return Volume{mlPerUSTeaspoon}
	}
	return Volume{mlPerMetricTsp}
}

// Cups prints a volume in cups of a system, to the nearest quarter.
func Cups(v Volume, s System) string {
	text, _ := Fraction(float64(int(v.Over(cupOf(s))*4+0.5)) / 4)
	return text
}
