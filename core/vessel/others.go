package vessel

import (
	"cmp"
	"math"
	"slices"
)

// Others returns those of the vessels that serve in place of one, at most limit: filled as it is filled,
// and by how nearly they hold as much; what is on a wall, by how nearly it is as high.
func (v Vessel) Others(all []Vessel, limit int) []Vessel {
	var others []Vessel
	for _, o := range all {
		if o.ID != v.ID && o.way() == v.way() {
			others = append(others, o)
		}
	}
	far := func(o Vessel) float64 { return math.Abs(math.Log(o.holds() / v.holds())) }
	slices.SortStableFunc(others, func(a, b Vessel) int { return cmp.Compare(far(a), far(b)) })
	return others[:min(limit, len(others))]
}

// way tells vessels apart that do not stand in for each other: closed ones, cells, what is on a wall.
func (v Vessel) way() Shape {
	switch v.shape {
	case Bag, Bottle:
		return Bag
	case Cells, OnWall:
		return v.shape
	}
	return Walled
}

// holds returns how much a vessel holds in play, in mL, or how high it is where nothing is poured in.
func (v Vessel) holds() float64 {
	if !v.Pours() {
		return v.height
	}
	return v.VolumeTo(v.Deepest(Open)).Millilitres()
}
