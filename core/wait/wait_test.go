package wait

import (
	"fmt"
	"math"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/unit"
)

// Worked examples from outside, quoted from memory.
func TestWorkedExamples(t *testing.T) {
	for what, c := range map[string]struct{ want, got, within float64 }{
		// Singh and Heldman, Introduction to Food Engineering: a ball of 7 cm, k 1.2, 250 kJ/kg,
		// freezes at -1.25 in a blast of -40 with 50 W/m2 K in 0.72 h.
		"a ball in an air blast, h": {0.72, stuff{1000, 250e3, 1.2, -1.25}.plank(Ball(unit.Millimetres(70)), -40,
			50) / 3600, 0.005},
		// Stewart, Calculus: a drink of 72 F in 44 F is at 61 F after 30 minutes, and at 50 F
		// after about 92.6.
		"a drink in a cooler, min": {92.6, 30 * newton(72, 50, 44) / newton(72, 61, 44), 0.2},
		// The ends of the law of Ferguson and Church: Stokes (1851) for fine grains, and
		// a drag coefficient of 0.4 for coarse balls (Newton).
		"silt of 10 um, mm/s":   {1e3 * 1.65 * 9.81 * 1e-10 / 18e-6, Sphere.Speed(unit.Millimetres(0.01), 1), 0.001},
		"a ball of 30 mm, mm/s": {1e3 * math.Sqrt(4*1.65*9.81*0.03/(3*0.4)), Sphere.Speed(unit.Millimetres(30), 1), 5},
		"sand of 1 mm, mm/s":    {126, Sand.Speed(unit.Millimetres(1), 1), 2},
		"air at 20 holds, g/kg": {14.7, 1000 * saturated(20), 0.15}, // psychrometric chart
		"vapour at 100, kPa":    {101.3, vapour(100), 3},            // steam tables
		// a pool in still air at half humidity, an hour
		"a pond at 20 loses, mm": {0.18, 25 * (saturated(20) - moisture(vapour(20)/2)), 0.01},
	} {
		assert.InDelta(t, c.want, c.got, c.within, what)
	}
}

// The shape factors of a brick: those of food engineering texts for a loaf tin of 72 x 100 x 210 mm,
// and at the ends those of the cube, the rod of square section and the slab (quoted from memory).
func TestBrick(t *testing.T) {
	mm := unit.Millimetres
	for what, c := range map[string]struct{ form, want Form }{
		"loaf tin":    {Brick(mm(210), mm(72), mm(100)), Form{0.072, 0.242, 0.068}},
		"cube":        {Brick(mm(30), mm(30), mm(30)), Form{0.03, 1. / 6, 1. / 24}},
		"nearly cube": {Brick(mm(30), mm(30.01), mm(30.02)), Form{0.03, 1. / 6, 1. / 24}},
		"square rod":  {Brick(mm(30), mm(30), mm(1e6)), Form{0.03, 1. / 4, 1. / 16}},
		"slab":        {Brick(mm(1e7), mm(30), mm(1e7)), Form{0.03, 1. / 2, 1. / 8}},
	} {
		assert.InDelta(t, c.want.way, c.form.way, 1e-9, what)
		assert.InDelta(t, c.want.p, c.form.p, 0.0006, what)
		assert.InDelta(t, c.want.r, c.form.r, 0.0006, what)
	}
	_, err := Freeze(Brick(mm(0), mm(3), mm(3)), 20, -18)
	assert.ErrorContains(t, err, "a thickness")
}

// Common practice: a cube of ice takes hours, a block in a loaf tin overnight; a cube melts
// within a morning on a table and within minutes in warm water.
func TestTimesOfTheTrade(t *testing.T) {
	cube, err := Freeze(Ball(unit.Millimetres(25)), 20, -18)
	require.NoError(t, err)
	assert.Greater(t, cube.Least, 90*time.Minute)
	assert.Less(t, cube.Most, 6*time.Hour)
	loaf, err := Freeze(Rod(unit.Millimetres(80)), 20, -18)
	require.NoError(t, err)
	assert.Greater(t, loaf.Most, 10*time.Hour)
	assert.Less(t, loaf.Least, 20*time.Hour)
	table, err := Melt(unit.Grams(15), 6*25*25, -18, 21, InAir)
	require.NoError(t, err)
	warm, err := Melt(unit.Grams(15), 6*25*25, -18, 30, InWater)
	require.NoError(t, err)
	assert.Less(t, warm.Most, 30*time.Minute)
	assert.Greater(t, table.Most, time.Hour)
	// Spread thin, the same dough cools sooner than as a lump.
	lump, err := Cool(unit.Kilograms(1), 50_000, 85, 40, 21)
	require.NoError(t, err)
	thin, err := Cool(unit.Kilograms(1), 200_000, 85, 40, 21)
	require.NoError(t, err)
	assert.Less(t, thin.Most, lump.Most)
	gel, err := Set(Gelatine, unit.Grams(500), 30_000, 60, 4)
	require.NoError(t, err)
	assert.Greater(t, gel.Least, 3*time.Hour)
}

// More to freeze, melt, cool, sink or dry never takes less time, and no band is turned round
// or longer than a month.
func TestMoreTakesLonger(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		draw := func(name string, least, most float64) float64 { return rapid.Float64Range(least, most).Draw(t, name) }
		mm := func(v float64) unit.Length { return unit.Millimetres(v) }
		size, more := draw("size", 0.05, 200), draw("more", 1, 4)
		surface, cold, warm := draw("surface", 100, 1e6), draw("cold", -40, -1), draw("warm", 1, 35)
		for what, of := range map[string]func(k float64) (Band, error){
			"freeze": func(k float64) (Band, error) { return Freeze(Slab(mm(size*k)), warm, cold) },
			"tray":   func(k float64) (Band, error) { return Freeze(Tray(mm(size*k)), warm, cold) },
			"melt":   func(k float64) (Band, error) { return Melt(unit.Grams(size*k), surface, cold, warm, InAir) },
			"cool": func(k float64) (Band, error) {
				return Cool(unit.Grams(size*k), surface, warm+40, warm+10, warm)
			},
			"set":    func(k float64) (Band, error) { return Set(Agar, unit.Grams(size*k), surface, 80, warm-2) },
			"settle": func(k float64) (Band, error) { return Settle(Glitter, mm(0.2), mm(size*k), 10) },
			"dry":    func(k float64) (Band, error) { return Dry(unit.Grams(size*k), surface, warm, 0.5) },
		} {
			one, err := of(1)
			if err != nil {
				t.Fatalf("%s: %v", what, err)
			}
			two, err := of(more)
			if err != nil || one.Least > one.Most || two.Least < one.Least || two.Most < one.Most ||
				two.Most > longest {
				t.Fatalf("%s: %v, then %v, %v", what, one, two, err)
			}
		}
	})
}

func TestWhatNeverHappensIsRefused(t *testing.T) {
	ten := unit.Millimetres(10)
	for says, of := range map[string]func() (Band, error){
		"colder than 0":     func() (Band, error) { return Freeze(Slab(ten), 20, 4) },
		"0 to 100":          func() (Band, error) { return Freeze(Slab(ten), math.NaN(), -18) },
		"a thickness":       func() (Band, error) { return Freeze(Slab(unit.Length{}), 20, -18) },
		"warmer than 0":     func() (Band, error) { return Melt(unit.Grams(10), 100, -5, 0, InAir) },
		"mass and a":        func() (Band, error) { return Melt(unit.Grams(10), math.NaN(), -5, 20, InAir) },
		"warmer than the":   func() (Band, error) { return Cool(unit.Grams(10), 100, 80, 20, 21) },
		"it cools from":     func() (Band, error) { return Set(Gelatine, unit.Grams(10), 100, 60, 20) },
		"must have a size":  func() (Band, error) { return Settle(Sand, unit.Length{}, ten, 1) },
		"as thick as water": func() (Band, error) { return Settle(Sand, ten, ten, math.NaN()) },
		"below 100":         func() (Band, error) { return Dry(unit.Grams(10), 100, 20, 1) },
	} {
		_, err := of()
		assert.ErrorContains(t, err, says)
	}
}

func ExampleFreeze() {
	block, _ := Freeze(Rod(unit.Millimetres(80)), 20, -18)
	fmt.Println(block)
	// Output: 11 to 27 h
}
