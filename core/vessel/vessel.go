// Package vessel reckons what tubs, trays, bowls and bags hold, how deep what there is reaches in
// them, and how many children reach them.
package vessel

import (
	"fmt"
	"math"

	"emblo/core/unit"
)

// RimPerChild is the length of rim one child needs (common practice).
var RimPerChild = unit.Millimetres(350)

// Shape is how the inside of a vessel runs from its floor to its rim.
type Shape uint8

// The shapes. The zero value is four walls, upright or leaning.
const (
	Walled Shape = iota // a tub, a tray, the lid of a box, a sink, a water table
	Round               // a bucket, a beaker, a pool: straight or tapered
	Bowl                // a part of a ball
	Bag                 // a zip bag that lies flat: a layer over its usable area
)

var shapeWords = [...]string{Walled: "tub", Round: "round", Bowl: "bowl", Bag: "bag"}

// String returns "tub", "round", "bowl" or "bag".
func (s Shape) String() string { return shapeWords[s] }

// ParseShape reads what String writes.
func ParseShape(word string) (Shape, error) {
	for s, w := range shapeWords {
		if w == word {
			return Shape(s), nil
		}
	}
	return 0, fmt.Errorf("%q is not a shape of a vessel: use tub, round, bowl or bag", word)
}

// Largest is the largest inside measure of a vessel in mm (convention: a paddling pool).
const Largest = 2000

// BagLayer is the thickest layer in mm that still slides under a finger in a bag that lies flat
// (common practice).
const BagLayer = 12

// Vessel is a vessel by its inside measures. Vessels are immutable; the zero value holds nothing.
type Vessel struct {
	ID, Name string
	shape    Shape
	// Length and width in mm at the rim and at the floor. What is round is as long as it is wide,
	// and a bowl has no floor.
	topLength, topWidth      float64
	bottomLength, bottomWide float64
	height                   float64
}

func checked(v Vessel) (Vessel, error) {
	for _, mm := range []float64{v.topLength, v.topWidth, v.bottomLength, v.bottomWide, v.height} {
		if !(mm > 0 && mm <= Largest) {
			return Vessel{}, fmt.Errorf("a vessel's measures must be above 0 and at most %d mm, not %g", Largest, mm)
		}
	}
	return v, nil
}

// NewTub returns a vessel with four walls, by length and width inside at the rim and at the floor,
// and its height, in mm. Like every New it fails when a measure is not above 0 and at most Largest.
func NewTub(id, name string, topLength, topWidth, bottomLength, bottomWidth, height float64) (Vessel, error) {
	return checked(Vessel{id, name, Walled, topLength, topWidth, bottomLength, bottomWidth, height})
}

// NewRound returns a round vessel by how far it is across at the rim and at the floor, and its
// height, in mm.
func NewRound(id, name string, top, bottom, height float64) (Vessel, error) {
	return checked(Vessel{id, name, Round, top, top, bottom, bottom, height})
}

// NewBowl returns a bowl that is part of a ball, by how far it is across at the rim and how deep,
// in mm. One that is deeper than half as far across closes in again and is none.
func NewBowl(id, name string, across, depth float64) (Vessel, error) {
	if depth > across/2 {
		return Vessel{}, fmt.Errorf("a bowl is at most half as deep as it is across: %g mm is more than half of %g mm", depth, across)
	}
	v, err := checked(Vessel{id, name, Bowl, across, across, across, across, depth})
	v.bottomLength, v.bottomWide = 0, 0
	return v, err
}

// NewBag returns a bag that lies flat, by its usable length and width in mm, without seams and
// zip.
func NewBag(id, name string, length, width float64) (Vessel, error) {
	return checked(Vessel{id, name, Bag, length, width, length, width, BagLayer})
}

// Standard returns the vessels that ship with Emblo, by usual sizes (common practice).
func Standard() []Vessel {
	return []Vessel{
		{"deep-tub", "Deep tub", Walled, 560, 380, 500, 330, 150},
		{"tray", "Scoop tray", Walled, 420, 310, 400, 290, 70},
		{"dish-tub", "Dish tub", Walled, 370, 310, 320, 260, 130},
		{"box-lid", "Storage-box lid", Walled, 580, 390, 560, 370, 45},
		{"baking-tray", "Baking tray", Walled, 420, 300, 400, 280, 25},
		{"sink", "Sink", Walled, 500, 400, 460, 360, 180},
		{"water-table", "Water table", Walled, 900, 600, 860, 560, 180},
		{"mixing-bowl", "Mixing bowl", Bowl, 280, 280, 0, 0, 120},
		{"bucket", "Bucket", Round, 280, 280, 220, 220, 260},
		{"paddling-pool", "Paddling pool", Round, 1200, 1200, 1160, 1160, 200},
		{"zip-bag", "Flat zip bag", Bag, 240, 230, 240, 230, BagLayer},
	}
}

// Get returns the standard vessel with the given id.
func Get(id string) (Vessel, bool) {
	for _, v := range Standard() {
		if v.ID == id {
			return v, true
		}
	}
	return Vessel{}, false
}

// Shape returns how the inside runs.
func (v Vessel) Shape() Shape { return v.shape }

// Height returns the inside height; of a bag the thickest layer.
func (v Vessel) Height() unit.Length { return unit.Millimetres(v.height) }

// Top returns length and width inside at the rim.
func (v Vessel) Top() (length, width unit.Length) {
	return unit.Millimetres(v.topLength), unit.Millimetres(v.topWidth)
}

// Bottom returns length and width inside at the floor.
func (v Vessel) Bottom() (length, width unit.Length) {
	return unit.Millimetres(v.bottomLength), unit.Millimetres(v.bottomWide)
}

// VolumeTo returns the volume up to a fill depth. A depth past the rim counts as the rim, one below
// 0 as 0.
//
// Between four walls, and in what is round, it is the prismatoid V = h/6 (A1 + 4 Am + A2), exact
// also where the ends are not similar; in a bowl the cap of a ball V = pi d^2 (3 R - d) / 3, with
// R = (a^2 + h^2) / 2 h from the radius a of its rim and its depth h (geometry handbooks).
func (v Vessel) VolumeTo(depth unit.Length) unit.Volume {
	d := math.Min(math.Max(depth.Millimetres(), 0), v.height)
	if d == 0 {
		return unit.Volume{}
	}
	if v.shape == Bowl {
		a := v.topLength / 2
		r := (a*a + v.height*v.height) / (2 * v.height)
		return unit.CubicMillimetres(math.Pi * d * d * (3*r - d) / 3)
	}
	at := func(z float64) float64 {
		share := z / v.height
		area := (v.bottomLength + share*(v.topLength-v.bottomLength)) * (v.bottomWide + share*(v.topWidth-v.bottomWide))
		if v.shape == Round {
			area *= math.Pi / 4
		}
		return area
	}
	return unit.CubicMillimetres(d / 6 * (at(0) + 4*at(d/2) + at(d)))
}

// DepthOf returns how deep a volume reaches; what does not fit reaches the rim.
func (v Vessel) DepthOf(of unit.Volume) unit.Length {
	low, high := 0.0, v.height
	for range 60 { // halving: exact to the last bit
		middle := (low + high) / 2
		if v.VolumeTo(unit.Millimetres(middle)).Millilitres() < of.Millilitres() {
			low = middle
		} else {
			high = middle
		}
	}
	return unit.Millimetres(high)
}

// Rim returns how far round the rim is.
func (v Vessel) Rim() unit.Length {
	if v.shape == Round || v.shape == Bowl {
		return unit.Millimetres(math.Pi * v.topLength)
	}
	return unit.Millimetres(2 * (v.topLength + v.topWidth))
}

// Seats returns how many children have rim enough at one vessel, at least 1. A bag is one child's.
func (v Vessel) Seats() int {
	if v.shape == Bag {
		return 1
	}
	return max(1, int(v.Rim().Millimetres()/RimPerChild.Millimetres()))
}

// CheckDepth fails, with a clause, when a fill depth leaves less than half the wall as freeboard,
// makes the layer of a bag too thick, or is not above 0.
func (v Vessel) CheckDepth(depth unit.Length) error {
	d := depth.Millimetres()
	deepest := v.Deepest().Millimetres()
	switch {
	case !(d > 0):
		return fmt.Errorf("the fill depth must be more than 0 mm")
	case d > deepest && v.shape == Bag:
		return fmt.Errorf("the layer in the %s is %g mm at most: a thicker one bursts it and does not slide", v.Name, deepest)
	case d > deepest:
		return fmt.Errorf("fill the %s to %g mm at most: half the wall stays free so that it does not spill", v.Name, deepest)
	}
	return nil
}

// Deepest returns the deepest fill, in whole mm: half the wall, or the layer of a bag.
func (v Vessel) Deepest() unit.Length {
	if v.shape == Bag {
		return v.Height()
	}
	return unit.Millimetres(math.Floor(v.height / 2))
}

// Needed returns how many vessels a group needs so that every child has rim.
func (v Vessel) Needed(children int) int { return (children + v.Seats() - 1) / v.Seats() }

// Turns returns in how many turns a group plays at so many vessels.
func (v Vessel) Turns(children, vessels int) int {
	at := max(1, vessels*v.Seats())
	return max(1, (children+at-1)/at)
}
