package vessel

import (
	"fmt"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/unit"
)

// draw draws a vessel of any shape.
func draw(t *rapid.T) Vessel {
	side := rapid.Float64Range(60, 900)
	a, b, k := side.Draw(t, "a"), side.Draw(t, "b"), rapid.Float64Range(0.4, 1.2).Draw(t, "taper")
	h := rapid.Float64Range(20, 300).Draw(t, "height")
	var v Vessel
	var err error
	switch Shape(rapid.IntRange(0, int(Cells)).Draw(t, "shape")) {
	case Walled:
		v, err = NewTub("t", "T", a, b, a*k, b*rapid.Float64Range(0.4, 1.2).Draw(t, "other taper"), h)
	case Round:
		v, err = NewRound("r", "R", a, a*k, h)
	case Bowl:
		v, err = NewBowl("b", "B", a, a*rapid.Float64Range(0.1, 0.5).Draw(t, "depth"))
	case Bottle:
		v, err = NewBottle("o", "O", a, h)
	case Cells:
		v, err = NewCells("c", "C", rapid.IntRange(1, 40).Draw(t, "cells"), a, b, h)
	default:
		v, err = NewBag("z", "Z", a, b)
	}
	require.NoError(t, err)
	return v
}

// inside reports how much of a level a vessel takes in, in square mm, told from its walls alone.
func inside(v Vessel, z float64) float64 {
	tl, tw := v.Top()
	bl, bw := v.Bottom()
	lerp := func(a, b unit.Length) float64 {
		return a.Millimetres() + (b.Millimetres()-a.Millimetres())*z/v.Height().Millimetres()
	}
	switch v.Shape() {
	case Round, Bottle:
		return math.Pi / 4 * lerp(bl, tl) * lerp(bl, tl)
	case Cells:
		return float64(v.Cells()) * lerp(bl, tl) * lerp(bw, tw)
	case Bowl:
		a, h := tl.Millimetres()/2, v.Height().Millimetres()
		r := (a*a + h*h) / 2 / h // of the ball, whose centre lies r above the floor
		return math.Pi * (r*r - (r-z)*(r-z))
	}
	return lerp(bl, tl) * lerp(bw, tw)
}

// What each vessel holds agrees with adding up two thousand thin slices of it.
func TestVolumeAgreesWithSlices(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		v := draw(t)
		depth := v.Height().Millimetres() * rapid.Float64Range(0.05, 1).Draw(t, "share")
		const slices = 2000
		sum := 0.0
		for i := range slices {
			sum += inside(v, depth*(float64(i)+0.5)/slices) * depth / slices
		}
		assert.InEpsilon(t, sum/1000, v.VolumeTo(unit.Millimetres(depth)).Millilitres(), 1e-5)
		assert.InDelta(t, depth, v.DepthOf(v.VolumeTo(unit.Millimetres(depth))).Millimetres(), 1e-6, "and back")
		assert.Equal(t, v.VolumeTo(v.Height()), v.VolumeTo(unit.Millimetres(v.Height().Millimetres()+50)))
	})
}

// For similar ends the prismatoid is the frustum h/3 (A1 + A2 + sqrt(A1 A2)) of geometry
// handbooks; with equal ends it is the box and the cylinder; a bowl half as deep as it is across is
// half a ball.
func TestVolumesOfGeometryHandbooks(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		l, w := rapid.Float64Range(100, 800).Draw(t, "l"), rapid.Float64Range(100, 800).Draw(t, "w")
		k, h := rapid.Float64Range(0.4, 1).Draw(t, "taper"), rapid.Float64Range(20, 300).Draw(t, "h")
		frustum := func(a1, a2 float64) float64 { return h / 3 * (a1 + a2 + math.Sqrt(a1*a2)) / 1000 }
		tub, err := NewTub("t", "T", l, w, l*k, w*k, h)
		require.NoError(t, err)
		assert.InEpsilon(t, frustum(l*w, l*k*w*k), tub.VolumeTo(unit.Millimetres(h)).Millilitres(), 1e-9)
		bucket, err := NewRound("r", "R", l, l*k, h)
		require.NoError(t, err)
		assert.InEpsilon(t, frustum(math.Pi/4*l*l, math.Pi/4*l*l*k*k),
			bucket.VolumeTo(unit.Millimetres(h)).Millilitres(), 1e-9)
		bowl, err := NewBowl("b", "B", l, l/2)
		require.NoError(t, err)
		assert.InEpsilon(t, math.Pi/12*l*l*l/1000, bowl.VolumeTo(bowl.Height()).Millilitres(), 1e-9)
	})
}

// Worked by hand, of common practice: four bags of black beans in a straight tub, and a bag.
func TestWorkedValues(t *testing.T) {
	tub, err := NewTub("t", "T", 370, 310, 370, 310, 160)
	require.NoError(t, err)
	beans := unit.GramsPerUSCup(194)
	four, _ := beans.VolumeOf(unit.Grams(4 * 454))
	assert.InDelta(t, 2.21, four.Litres(), 0.005)
	assert.InDelta(t, 19, tub.DepthOf(four).Millimetres(), 0.5)
	full := tub.VolumeTo(unit.Millimetres(80))
	assert.InDelta(t, 9.2, full.Litres(), 0.05)
	assert.InDelta(t, 7500, beans.MassOf(full).Grams(), 50)
	assert.Equal(t, 17.0, math.Ceil(beans.MassOf(full).Grams()/454))
	bag, ok := Get("zip-bag")
	require.True(t, ok)
	assert.InDelta(t, 552, bag.VolumeTo(unit.Millimetres(10)).Millilitres(), 0.5)
	assert.InDelta(t, 276, bag.VolumeTo(unit.Millimetres(5)).Millilitres(), 0.5)
	assert.Equal(t, 10, bag.Needed(10), "a bag is one child's")
}

// Children reach over the higher of two walls; what hangs on a wall holds nothing.
func TestVesselsThatStandInSomethingOrHangOnAWall(t *testing.T) {
	tub, err := NewTub("t", "T", 370, 310, 320, 260, 130)
	require.NoError(t, err)
	for outer, wall := range map[float64]float64{400: 400, 100: 130} {
		in, err := tub.Within(unit.Millimetres(outer))
		require.NoError(t, err)
		assert.InDelta(t, wall, in.Wall().Millimetres(), 0)
		assert.Equal(t, tub.VolumeTo(tub.Height()), in.VolumeTo(in.Height()), "it holds what it held")
	}
	tube, err := NewOnWall("w", "Tube", 80, 600)
	require.NoError(t, err)
	assert.Zero(t, tube.VolumeTo(tube.Height()).Millilitres())
	assert.ErrorContains(t, tube.CheckDepth(unit.Millimetres(20), Open), "nothing is poured into the Tube")
	_, err = tube.Within(unit.Millimetres(400))
	assert.ErrorContains(t, err, "only a tub")
	_, err = tub.Within(unit.Millimetres(5000))
	assert.ErrorContains(t, err, "at most 2000 mm")
}

func TestVesselsRefuseImpossibleMeasuresAndDepths(t *testing.T) {
	_, err := NewTub("t", "T", 100, 100, 0, 100, 50)
	assert.ErrorContains(t, err, "above 0")
	_, err = NewRound("t", "T", 4000, 3900, 250)
	assert.ErrorContains(t, err, "at most 2000 mm, not 4000")
	_, err = NewBowl("t", "T", 200, 120)
	assert.ErrorContains(t, err, "at most half as deep")
	_, err = NewBag("t", "T", math.NaN(), 120)
	assert.ErrorContains(t, err, "above 0")
	tub, ok := Get("deep-tub")
	require.True(t, ok)
	bag, ok := Get("zip-bag")
	require.True(t, ok)
	_, err = NewCells("t", "T", 0, 30, 30, 30)
	assert.ErrorContains(t, err, "1 to 200 cells")
	_, err = NewBottle("t", "T", 60, -150)
	assert.ErrorContains(t, err, "above 0")
	jar, _ := Get("clear-jar")
	bottle, _ := Get("clear-bottle")
	assert.True(t, jar.IsJar() && !tub.IsJar())
	for _, row := range []struct {
		v    Vessel
		f    Filling
		mm   float64
		says string
	}{
		{tub, Open, 0, "more than 0"}, {tub, Open, -3, "more than 0"}, {tub, Open, math.NaN(), "more than 0"},
		{tub, Open, 76, "75 mm at most: half the wall"}, {tub, Open, 75, ""},
		{bag, Open, 13, "12 mm at most: a thicker one bursts it"}, {bag, Closed, 12, ""},
		{jar, Open, 71, "half the wall"}, {jar, Closed, 126, ""}, {jar, Closed, 127, "air stays under the lid"},
		{bottle, Open, 136, "air stays under the lid"},
		{tub, Frozen, 135, ""}, {tub, Frozen, 136, "a tenth more room"},
	} {
		err := row.v.CheckDepth(unit.Millimetres(row.mm), row.f)
		if row.says == "" {
			assert.NoError(t, err)
		} else {
			assert.ErrorContains(t, err, row.says)
		}
	}
	assert.Equal(t, 0.0, tub.VolumeTo(unit.Millimetres(-5)).Millilitres())
	for _, v := range Standard() {
		assert.Equal(t, v.Pours(), v.CheckDepth(v.Deepest(Open), Open) == nil, v.ID)
		got, err := ParseShape(v.Shape().String())
		assert.True(t, err == nil && got == v.Shape(), v.ID)
	}
}

func ExampleVessel_Needed() {
	tub, _ := Get("deep-tub")
	fmt.Println(tub.Seats(), tub.Needed(10), tub.Turns(10, 1))
	// Output: 5 2 2
}

// Each way to play is as deep as it takes, and none is offered in what is too shallow for it.
func TestStylesFitTheirVessel(t *testing.T) {
	words := func(id string) (all []string) {
		v, ok := Get(id)
		require.True(t, ok)
		for _, s := range v.Styles() {
			assert.NoError(t, v.CheckDepth(s.Depth, Open), "%s: %s", id, s.Words)
			all = append(all, s.Words.String())
		}
		return all
	}
	assert.Equal(t, []string{"dig and bury", "scoop", "soft marks", "marks that show the floor"}, words("deep-tub"))
	assert.Equal(t, []string{"scoop", "soft marks", "marks that show the floor"}, words("tray"))
	assert.Equal(t, []string{"soft marks", "marks that show the floor"}, words("baking-tray"))
	assert.Equal(t, []string{"thick layer", "thin layer"}, words("zip-bag"))
	assert.Empty(t, words("ice-tray"))
}
