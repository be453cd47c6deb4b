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

// For similar ends the prismatoid is the frustum h/3 (A1 + A2 + sqrt(A1 A2)) of geometry
// handbooks; with equal ends it is the box.
func TestVolumeAgreesWithTheFrustum(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		l, w := rapid.Float64Range(100, 800).Draw(t, "l"), rapid.Float64Range(100, 800).Draw(t, "w")
		k, h := rapid.Float64Range(0.4, 1).Draw(t, "taper"), rapid.Float64Range(20, 300).Draw(t, "h")
		tub, err := NewTub("t", "T", l, w, l*k, w*k, h)
		require.NoError(t, err)
		a1, a2 := l*w, l*k*w*k
		frustum := h / 3 * (a1 + a2 + math.Sqrt(a1*a2)) / 1000
		assert.InEpsilon(t, frustum, tub.VolumeTo(unit.Millimetres(h)).Millilitres(), 1e-9)
		assert.Equal(t, tub.VolumeTo(unit.Millimetres(h)), tub.VolumeTo(unit.Millimetres(h+50)))
	})
}

func TestTubsRefuseImpossibleMeasuresAndDepths(t *testing.T) {
	_, err := NewTub("t", "T", 100, 100, 0, 100, 50)
	assert.ErrorContains(t, err, "above 0")
	tub, ok := Get("deep-tub")
	require.True(t, ok)
	assert.ErrorContains(t, tub.CheckDepth(unit.Millimetres(0)), "more than 0")
	assert.ErrorContains(t, tub.CheckDepth(unit.Millimetres(76)), "75 mm at most")
	assert.NoError(t, tub.CheckDepth(unit.Millimetres(75)))
	assert.Equal(t, 0.0, tub.VolumeTo(unit.Millimetres(-5)).Millilitres())
}

func ExampleTub_Needed() {
	tub, _ := Get("deep-tub")
	fmt.Println(tub.Seats(), tub.Needed(10))
	// Output: 5 2
}
