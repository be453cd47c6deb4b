package sums

import (
	"fmt"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/unit"
)

var mm = unit.Millimetres

// As many slices come off as are cut one by one, and what is left is less than one more takes.
func TestSlicesAreAsManyAsAreCut(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		// as a rule reads
		tenths := func(from, to int, of string) float64 { return float64(rapid.IntRange(from, to).Draw(t, of)) / 10 }
		length, slice, kerf := tenths(10, 20_000, "length"), tenths(10, 3000, "slice"), tenths(0, 50, "kerf")
		n, rest, err := Slices(mm(length), mm(slice), mm(kerf))
		require.NoError(t, err)
		cut := 0
		for left := length; left >= slice-1e-6; left -= slice + kerf {
			cut++
		}
		assert.Equal(t, cut, n)
		assert.Less(t, rest.Millimetres(), slice+kerf)
	})
}

// A surface laid with round slices in rows takes what the formula says, from counting a large one.
func TestCoverAgreesWithCounting(t *testing.T) {
	const side, d = 3000.0, 20.0
	rows := int(math.Floor((side-d)/(d*math.Sqrt(3)/2))) + 1
	count := 0
	for r := range rows {
		count += int((side - float64(r%2)*d/2) / d)
	}
	_, most, err := Cover(mm(side), mm(side), mm(d))
	require.NoError(t, err)
	assert.InEpsilon(t, count, most, 0.02)
	least, most, err := Cover(mm(300), mm(200), mm(60))
	require.NoError(t, err)
	assert.Equal(t, []int{16, 20}, []int{least, most}, "by hand: 60,000 mm2 over 2,827 mm2, eight and nine tenths")
}

// Worked by hand, of common practice: 56 g of dough of 1.22 g/mL makes 1.62 m of rope at 6 mm, 0.91 at 8
// and 0.58 at 10.
func TestRope(t *testing.T) {
	for d, metres := range map[float64]float64{6: 1.62, 8: 0.91, 10: 0.58} {
		l, err := Rope(unit.Grams(56), unit.GramsPerMillilitre(1.22), mm(d))
		require.NoError(t, err)
		assert.InDelta(t, metres, l.Millimetres()/1000, 0.005)
	}
}

func TestSumsRefuseNonsense(t *testing.T) {
	_, _, err := Slices(mm(100), mm(0), mm(1))
	assert.ErrorContains(t, err, "more than 0")
	_, _, err = Slices(mm(100), mm(10), mm(-1))
	assert.ErrorContains(t, err, "takes away 0 mm or more")
	_, err = Strips(mm(math.NaN()), mm(3))
	assert.ErrorContains(t, err, "more than 0")
	_, _, err = Cover(mm(1e9), mm(1), mm(3))
	assert.ErrorContains(t, err, "at most 100 m")
	_, err = Pots(101)
	assert.ErrorContains(t, err, "1 to 100 pots")
	_, err = Rope(unit.Grams(0), unit.GramsPerMillilitre(1.22), mm(8))
	assert.ErrorContains(t, err, "some dough")
	_, err = Each(100, 0, 5)
	assert.ErrorContains(t, err, "1 to 1,000")
	each, err := Each(312, 5, 15)
	assert.True(t, err == nil && each == 4, "3.12 over 75 is 0.0416")
	_, err = Holes(12, 0)
	assert.ErrorContains(t, err, "1 to 100 trays")
	_, _, err = Stem(mm(260), mm(5), mm(12), mm(0), false)
	assert.ErrorContains(t, err, "more than 0")
	n, err := Strips(mm(420), mm(60))
	assert.True(t, err == nil && n == 7)
}

func ExamplePots() {
	pieces, _ := Pots(10)
	fmt.Println(pieces)
	// Output: 55
}
