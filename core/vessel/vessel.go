// Package vessel reckons what tubs, trays, bowls and bags hold, how deep what there is reaches in
// them, and how many children reach them.
package vessel

import (
	"fmt"
	"math"
	"slices"

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
	Bottle              // a round bottle up to its shoulder, closed
	Cells               // a tray of equal cells with four walls each: for ice
	OnWall              // a tube or a film that hangs on a wall: nothing is poured into it
)

var shapeWords = [...]string{Walled: "tub", Round: "round", Bowl: "bowl", Bag: "bag", Bottle: "bottle", Cells: "cells",
	OnWall: "wall"}

// String returns "tub", "round", "bowl", "bag", "bottle", "cells" or "wall".
func (s Shape) String() string { return shapeWords[s] }

// ParseShape reads what String writes.
func ParseShape(word string) (Shape, error) {
	for s, w := range shapeWords {
		if w == word {
			return Shape(s), nil
		}
	}
	return 0, fmt.Errorf("%q is not a shape of a container: use tub, round, bowl, bag, bottle, cells or wall", word)
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
	cells                    int     // of a tray of cells; 0 of any other
	outer                    float64 // the wall of what it stands in, in mm; 0 for nothing
}

// Limits of a tray of cells.
const maxCells = 200

func checked(v Vessel) (Vessel, error) {
	for _, mm := range []float64{v.topLength, v.topWidth, v.bottomLength, v.bottomWide, v.height} {
		if !(mm > 0 && mm <= Largest) {
			return Vessel{}, fmt.Errorf("a container's measures must be above 0 and at most %d mm, not %g", Largest, mm)
		}
	}
	return v, nil
}

// NewTub returns a vessel with four walls, by length and width inside at the rim and at the floor,
// and its height, in mm. Like every New it fails when a measure is not above 0 and at most Largest.
func NewTub(id, name string, topLength, topWidth, bottomLength, bottomWidth, height float64) (Vessel, error) {
	return checked(Vessel{id, name, Walled, topLength, topWidth, bottomLength, bottomWidth, height, 0, 0})
}

// NewRound returns a round vessel by how far it is across at the rim and at the floor, and its
// height, in mm.
func NewRound(id, name string, top, bottom, height float64) (Vessel, error) {
	return checked(Vessel{id, name, Round, top, top, bottom, bottom, height, 0, 0})
}

// NewBowl returns a bowl that is part of a ball, by how far it is across at the rim and how deep,
// in mm. One that is deeper than half as far across closes in again and is none.
func NewBowl(id, name string, across, depth float64) (Vessel, error) {
	if depth > across/2 {
		return Vessel{}, fmt.Errorf("a bowl is at most half as deep as it is across: %g mm is more than half of %g mm",
			depth, across)
	}
	v, err := checked(Vessel{id, name, Bowl, across, across, across, across, depth, 0, 0})
	v.bottomLength, v.bottomWide = 0, 0
	return v, err
}

// NewBag returns a bag that lies flat, by its usable length and width in mm, without seams and
// zip.
func NewBag(id, name string, length, width float64) (Vessel, error) {
	return checked(Vessel{id, name, Bag, length, width, length, width, BagLayer, 0, 0})
}

// NewBottle returns a closed bottle, by how far it is across inside and how high up to its shoulder,
// in mm.
func NewBottle(id, name string, across, height float64) (Vessel, error) {
	return checked(Vessel{id, name, Bottle, across, across, across, across, height, 0, 0})
}

// NewCells returns a tray of equal cells, 1 to 200, by length, width and height inside one of them,
// in mm.
func NewCells(id, name string, cells int, length, width, height float64) (Vessel, error) {
	if cells < 1 || cells > maxCells {
		return Vessel{}, fmt.Errorf("a tray has 1 to %d cells, not %d", maxCells, cells)
	}
	return checked(Vessel{id, name, Cells, length, width, length, width, height, cells, 0})
}

// NewOnWall returns a tube or a film that hangs on a wall, by how far it is across and how high, in mm.
func NewOnWall(id, name string, across, height float64) (Vessel, error) {
	return checked(Vessel{id, name, OnWall, across, across, across, across, height, 0, 0})
}

// Within returns the vessel as it stands in something with a wall of its own, a bath say: a child
// reaches over the higher of the two walls. It fails when that wall is not above 0 and at most
// Largest, or the vessel is none to reach into.
func (v Vessel) Within(wall unit.Length) (Vessel, error) {
	switch mm := wall.Millimetres(); {
	case v.shape != Walled && v.shape != Round && v.shape != Bowl:
		return v, fmt.Errorf("only a tub, a bowl or what is round stands in something higher")
	case !(mm > 0 && mm <= Largest):
		return v, fmt.Errorf("a container's measures must be above 0 and at most %d mm, not %g", Largest, mm)
	default:
		v.outer = mm
		return v, nil
	}
}

// once are those of which most centres have one (common practice).
var once = []string{"sink", "water-table", "paddling-pool", "dish-tub-in-bath"}

// IsOnce reports whether a centre has one of it: what is built in or large, and what it measured of its own.
func (v Vessel) IsOnce() bool {
	_, ships := Get(v.ID)
	return !ships || slices.Contains(once, v.ID)
}

// Standard returns the vessels that ship with Emblo, by usual sizes (common practice). The slice must
// not be changed.
func Standard() []Vessel { return standard }

var standard = []Vessel{
	{"deep-tub", "Deep tub", Walled, 560, 380, 500, 330, 150, 0, 0},
	{"tray", "Scoop tray", Walled, 420, 310, 400, 290, 70, 0, 0},
	{"dish-tub", "Dish tub", Walled, 370, 310, 320, 260, 130, 0, 0},
	{"box-lid", "Storage-box lid", Walled, 580, 390, 560, 370, 45, 0, 0},
	{"baking-tray", "Baking tray", Walled, 420, 300, 400, 280, 25, 0, 0},
	{"sink", "Sink", Walled, 500, 400, 460, 360, 180, 0, 0},
	{"water-table", "Water table", Walled, 900, 600, 860, 560, 180, 0, 0},
	{"dish-tub-in-bath", "Dish tub set in a bath", Walled, 370, 310, 320, 260, 130, 0, 400},
	{"mixing-bowl", "Mixing bowl", Bowl, 280, 280, 0, 0, 120, 0, 0},
	{"bucket", "Bucket", Round, 280, 280, 220, 220, 260, 0, 0},
	{"paddling-pool", "Paddling pool", Round, 1200, 1200, 1160, 1160, 200, 0, 0},
	{"zip-bag", "Flat zip bag", Bag, 240, 230, 240, 230, BagLayer, 0, 0},
	{"loaf-tin", "Loaf tin", Walled, 210, 100, 195, 90, 72, 0, 0},
	{"ice-tray", "Ice cube tray", Cells, 35, 30, 35, 30, 25, 14, 0},
	{"big-ice-tray", "Tray of large ice cubes", Cells, 50, 50, 50, 50, 50, 8, 0},
	{"paper-cup", "Paper cup", Round, 70, 70, 52, 52, 80, 0, 0},
	{"muffin-tray", "Muffin tray", Cells, 62, 62, 62, 62, 30, 12, 0},
	{"clear-jar", "Clear plastic jar with a lid", Round, 90, 90, 90, 90, 140, 0, 0},
	{"clear-bottle", "Clear plastic bottle", Bottle, 65, 65, 65, 65, 150, 0, 0},
	{"tin", "Biscuit tin, loud", Round, 190, 190, 190, 190, 90, 0, 0},
	{"wall-tube", "Tube on a wall", OnWall, 80, 80, 80, 80, 600, 0, 0},
	{"wall-film", "Sticky film on a wall", OnWall, 1000, 1000, 1000, 1000, 600, 0, 0},
	{"feel-bag", "Cloth bag to feel in", Round, 220, 220, 180, 180, 280, 0, 0},
}

// Get returns the standard vessel with the given id.
func Get(id string) (Vessel, bool) {
	for i := range standard {
		if standard[i].ID == id {
			return standard[i], true
		}
	}
	return Vessel{}, false
}

// Shape returns how the inside runs.
func (v Vessel) Shape() Shape { return v.shape }

// Height returns the inside height; of a bag the thickest layer.
func (v Vessel) Height() unit.Length { return unit.Millimetres(v.height) }

// lidded are the standard vessels with a lid that is screwed or glued shut.
var lidded = map[string]bool{"clear-jar": true}

// Closes reports whether it can be closed so that nobody gets at what is in it: a bag, a bottle, a jar with a lid.
// Of a vessel of one's own nobody has said that it has one, whatever its shape.
func (v Vessel) Closes() bool { return v.shape == Bag || v.shape == Bottle || lidded[v.ID] }

// Pours reports whether anything can be poured into it.
func (v Vessel) Pours() bool { return v.shape != OnWall }

// Wall returns the height that a child reaches over: of the vessel, or of what it stands in where
// that is higher.
func (v Vessel) Wall() unit.Length { return unit.Millimetres(max(v.height, v.outer)) }

// Outer returns the wall of what it stands in; 0 for nothing.
func (v Vessel) Outer() unit.Length { return unit.Millimetres(v.outer) }

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
	if d == 0 || !v.Pours() {
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
		switch v.shape {
		case Round, Bottle:
			area *= math.Pi / 4
		case Cells:
			area *= float64(v.cells)
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
	if v.shape == Round || v.shape == Bowl || v.shape == Bottle {
		return unit.Millimetres(math.Pi * v.topLength)
	}
	return unit.Millimetres(2 * (v.topLength + v.topWidth))
}

// Seats returns how many children have rim enough at one vessel, at least 1. A bag and a bottle are
// one child's, and each cell of a tray is.
func (v Vessel) Seats() int {
	switch v.shape {
	case Bag, Bottle:
		return 1
	case Cells:
		return v.cells
	case OnWall:
		return max(1, int(v.topLength/RimPerChild.Millimetres()))
	}
	return max(1, int(v.Rim().Millimetres()/RimPerChild.Millimetres()))
}

// Cells returns how many cells a tray has; 1 for any other vessel.
func (v Vessel) Cells() int { return max(1, v.cells) }

// Filling is how a vessel is filled, which says how far.
type Filling uint8

// The fillings.
const (
	Open   Filling = iota // children play in it: half the wall stays free, so that it does not spill
	Closed                // a lid is on it
	Frozen                // ice takes a tenth more room than its water
)

// CheckDepth fails, with a clause, when a vessel is filled deeper than Deepest, or not above 0.
func (v Vessel) CheckDepth(depth unit.Length, f Filling) error {
	d := depth.Millimetres()
	deepest := v.Deepest(f).Millimetres()
	switch {
	case !v.Pours():
		return fmt.Errorf("nothing is poured into the %s: things go through it, or stick to it", v.Name)
	case !(d > 0):
		return fmt.Errorf("the fill depth must be more than 0 mm")
	case d <= deepest:
		return nil
	case v.shape == Bag:
		return fmt.Errorf("the layer in the %s is %g mm at most: a thicker one bursts it and does not slide", v.Name,
			deepest)
	case f == Frozen:
		return fmt.Errorf("fill the %s to %g mm at most: ice takes a tenth more room than water", v.Name, deepest)
	case f == Closed || v.shape == Bottle:
		return fmt.Errorf("fill the %s to %g mm at most: some air stays under the lid", v.Name, deepest)
	}
	return fmt.Errorf("fill the %s to %g mm at most: half the wall stays free so that it does not spill", v.Name,
		deepest)
}

// underLid is the share of a closed vessel that is filled at most, and of one whose water freezes
// (common practice).
const underLid = 0.9

// Deepest returns the deepest fill, in whole mm: half the wall, nine tenths of it under a lid or for
// ice, or the layer of a bag.
func (v Vessel) Deepest(f Filling) unit.Length {
	switch {
	case !v.Pours():
		return unit.Length{}
	case v.shape == Bag:
		return v.Height()
	case f != Open || v.shape == Bottle || v.shape == Cells:
		return unit.Millimetres(math.Floor(underLid * v.height))
	}
	return unit.Millimetres(math.Floor(v.height / 2))
}

// usualDepth is how deep a filler is poured that nobody has said a depth for, in mm (common practice).
const usualDepth = 60.0

// Usual returns how deep a filler is poured that nobody has said a depth for.
func (v Vessel) Usual() unit.Length {
	return unit.Millimetres(min(usualDepth, v.Deepest(Open).Millimetres()))
}

// IsJar reports whether a vessel is one to look into and guess: round, and higher than wide.
func (v Vessel) IsJar() bool { return v.shape == Round && v.height > v.topLength }

// Needed returns how many vessels a group needs so that every child has rim. One jar is enough for
// all to look into.
func (v Vessel) Needed(children int) int {
	if v.IsJar() {
		return 1
	}
	return (children + v.Seats() - 1) / v.Seats()
}

// Turns returns in how many turns a group plays at so many vessels.
func (v Vessel) Turns(children, vessels int) int {
	if v.IsJar() {
		return 1
	}
	at := max(1, vessels*v.Seats())
	return max(1, (children+at-1)/at)
}
