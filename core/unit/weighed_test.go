package unit

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A glass that holds 200 g of water holds 200 mL, and with it a room takes fewer scoops.
func ExampleWeighed() {
	glass, err := Weighed("Glass", Grams(200), GramsPerMillilitre(1))
	fmt.Println(glass.Label(), glass.Volume().Millilitres(), "mL", err)
	_, err = Weighed("glass", Grams(0), GramsPerMillilitre(1))
	fmt.Println(err)
	// Output:
	// glass 200 mL <nil>
	// what is in it weighs nothing: weigh it full and take off what it weighs empty
}

func TestAMeasureOfOnesOwnIsOneOfTheSet(t *testing.T) {
	mug, err := Weighed("mug", Grams(150), GramsPerMillilitre(0.5))
	require.NoError(t, err)
	set := StandardSet(Metric).With(mug)
	assert.Equal(t, "mug", set.At(0).Label(), "the largest")
	assert.Equal(t, StandardSet(Metric).Len()+1, set.Len())
	_, err = Weighed("mug", Grams(150), Density{})
	assert.ErrorContains(t, err, "fill it with water")
}
