// Package vessel reckons what tubs and trays hold and how many children reach them.
package vessel

import (
	"fmt"
	"math"

	"emblo/core/unit"
)

// RimPerChild is the length of rim one child needs (common practice).
var RimPerChild = unit.Millimetres(350)

// Tub is a tapered rectangular vessel by its inside measures: a box when top and bottom
// are alike. The zero value holds nothing.
type Tub struct {
	ID, Name                 string
	topLength, topWidth      float64 // mm
	bottomLength, bottomWide float64 // mm
	height                   float64 // mm
}

// NewTub returns a tub with the given inside measures in mm. It fails when a measure is
// not above 0 and at most 2000 mm.
func NewTub(id, name string, topLength, topWidth, bottomLength, bottomWidth, height float64) (Tub, error) {
	for _, v := range []float64{topLength, topWidth, bottomLength, bottomWidth, height} {
		if !(v > 0 && v <= 2000) {
			return Tub{}, fmt.Errorf("a vessel's measures must be above 0 and at most 2000 mm, not %g", v)
		}
	}
	return Tub{id, name, topLength, topWidth, bottomLength, bottomWidth, height}, nil
}

// Standard returns the vessels that ship with Emblo, by usual sizes (common practice).
func Standard() []Tub {
	return []Tub{
		{"deep-tub", "Deep tub", 560, 380, 500, 330, 150},
		{"tray", "Scoop tray", 420, 310, 400, 290, 70},
		{"dish-tub", "Dish tub", 370, 310, 320, 260, 130},
	}
}

// Get returns the standard vessel with the given id.
func Get(id string) (Tub, bool) {
	for _, t := range Standard() {
		if t.ID == id {
			return t, true
		}
	}
	return Tub{}, false
}

// Height returns the inside height.
func (t Tub) Height() unit.Length { return unit.Millimetres(t.height) }

// Top returns length and width inside at the rim.
func (t Tub) Top() (length, width unit.Length) {
	return unit.Millimetres(t.topLength), unit.Millimetres(t.topWidth)
}

// Bottom returns length and width inside at the floor.
func (t Tub) Bottom() (length, width unit.Length) {
	return unit.Millimetres(t.bottomLength), unit.Millimetres(t.bottomWide)
}

// VolumeTo returns the volume up to a fill depth, by the prismatoid formula
// V = h/6 (A1 + 4 Am + A2), exact for tubs whose ends need not be similar. A depth past
// the rim counts as the rim, one below 0 as 0.
func (t Tub) VolumeTo(depth unit.Length) unit.Volume {
	d := math.Min(math.Max(depth.Millimetres(), 0), t.height)
	at := func(z float64) float64 {
		share := z / t.height
		return (t.bottomLength + share*(t.topLength-t.bottomLength)) * (t.bottomWide + share*(t.topWidth-t.bottomWide))
	}
	if d == 0 {
		return unit.Volume{}
	}
	return unit.CubicMillimetres(d / 6 * (at(0) + 4*at(d/2) + at(d)))
}

// Seats returns how many children have rim enough at one vessel, at least 1.
func (t Tub) Seats() int {
	return max(1, int(2*(t.topLength+t.topWidth)/RimPerChild.Millimetres()))
}

// CheckDepth fails when a fill depth leaves less than half the wall as freeboard, or is
// not above 0.
func (t Tub) CheckDepth(depth unit.Length) error {
	d := depth.Millimetres()
	if !(d > 0) {
		return fmt.Errorf("the fill depth must be more than 0 mm")
	}
	if deepest := t.Deepest().Millimetres(); d > deepest {
		return fmt.Errorf("fill the %s to %g mm at most: half the wall stays free so that it does not spill", t.Name, deepest)
	}
	return nil
}

// Deepest returns the deepest fill that leaves half the wall free, in whole mm.
func (t Tub) Deepest() unit.Length { return unit.Millimetres(math.Floor(t.height / 2)) }

// Needed returns how many tubs a group needs so that every child has rim.
func (t Tub) Needed(children int) int { return (children + t.Seats() - 1) / t.Seats() }
