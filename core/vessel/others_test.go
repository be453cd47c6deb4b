package vessel

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
)

// What holds most nearly as much comes first; a bag stands in for a bottle, and neither for a tub.
func ExampleVessel_Others() {
	for _, id := range []string{"deep-tub", "zip-bag", "wall-tube"} {
		v, _ := Get(id)
		fmt.Print(v.Name, ":")
		for _, o := range v.Others(Standard(), 2) {
			fmt.Print(" ", o.Name, ";")
		}
		fmt.Println()
	}
	// Output:
	// Deep tub: Sink; Dish tub;
	// Flat zip bag: Clear plastic bottle;
	// Tube on a wall: Sticky film on a wall;
}

func TestNothingStandsInForItself(t *testing.T) {
	for _, v := range Standard() {
		for _, o := range v.Others(Standard(), 100) {
			assert.NotEqual(t, v.ID, o.ID)
			assert.Equal(t, v.Pours(), o.Pours(), "%s for %s", o.Name, v.Name)
			assert.Equal(t, v.shape == Cells, o.shape == Cells)
		}
	}
}
