package safety

import (
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"emblo/core/allergen"
	"emblo/core/gauge"
	"emblo/core/material"
	"emblo/core/room"
	"emblo/core/unit"
)

// scene is one random question: a room under a table and a policy, a thing, and a use.
type scene struct {
	room   room.Room
	ratios room.RatioTable
	policy Policy
	facts  material.Facts
	use    Use
}

func (s scene) judge(t require.TestingT) Assessment {
	g, err := NewGroup(s.room, s.ratios, s.policy)
	require.NoError(t, err)
	subject := Prepare("thing", s.facts)
	return g.Judge(&subject, s.use)
}

func drawAllergen(t *rapid.T) allergen.Allergen {
	return rapid.SampledFrom([]allergen.Allergen{allergen.Milk, allergen.Wheat, allergen.Gluten, allergen.Peanuts,
		allergen.Other}).Draw(t, "allergen")
}

func drawChild(t *rapid.T) room.Child {
	c := room.Child{
		Label: "AB",
		Months: rapid.SampledFrom([]int{0, 5, 6, 11, 12, 17, 18, 23, 24, 30, 35, 36, 47, 48, 59, 60, 71, 72, 95, 96,
			120}).Draw(t, "months"),
		Mouths: room.Tri(rapid.IntRange(0, 2).Draw(t, "mouths")),
	}
	c.Asthma, c.Eczema = rapid.IntRange(0, 9).Draw(t, "asthma") == 0, rapid.IntRange(0, 9).Draw(t, "eczema") == 0
	if rapid.Bool().Draw(t, "has tried") {
		c.Tried = allergen.SetOf(drawAllergen(t), drawAllergen(t))
	}
	if rapid.IntRange(0, 5).Draw(t, "developmental") == 0 {
		c.Developmental = room.SetMonths(rapid.IntRange(0, 80).Draw(t, "by"))
	}
	for range rapid.IntRange(0, 1).Draw(t, "allergies") {
		c.Allergies = append(c.Allergies, room.Allergy{To: drawAllergen(t), By: room.Way(rapid.IntRange(0, 1).Draw(t,
			"way"))})
	}
	return c
}

func drawSolid(t *rapid.T) gauge.Solid {
	size := func(name string) float64 {
		return rapid.SampledFrom([]float64{1, 2, 5, 11.9, 12.6, 20, 22, 31.7, 32.3, 44.6, 45.1, 60, 70}).Draw(t, name)
	}
	switch rapid.IntRange(0, 7).Draw(t, "solid") {
	case 6:
		return gauge.Must(gauge.Cone, size("d"), size("h"))
	case 7:
		a, b := size("a"), size("b")
		return gauge.Must(gauge.Irregular, max(a, b), min(a, b), min(a, b))
	case 0:
		return gauge.Solid{}
	case 1:
		return gauge.Must(gauge.Ellipsoid, size("a"), size("b"), size("c"))
	case 2:
		return gauge.Must(gauge.Cylinder, size("d"), size("l"))
	case 3:
		return gauge.Must(gauge.Box, size("a"), size("b"), size("c"))
	default:
		return gauge.Must(gauge.Sphere, size("d"))
	}
}

// readings are the figures that only some things have.
func readings(f *material.Facts) []*material.Reading {
	return []*material.Reading{&f.Fragment, &f.Cord, &f.Loop, &f.Opening, &f.Thickness, &f.Alcohol, &f.Hot, &f.Wall,
		&f.Filled, &f.Uses, &f.KeptDays}
}

func drawReading(t *rapid.T) material.Reading {
	if rapid.IntRange(0, 3).Draw(t, "not read") == 0 {
		return material.NotRead()
	}
	return material.Read(rapid.SampledFrom([]float64{0, 0.037, 0.038, 1, 4, 5, 10, 14, 15, 22, 40, 41, 66.5, 170, 220,
		221, 300, 360, 8000}).Draw(t, "reading"))
}

func drawPolicy(t *rapid.T) Policy {
	flag := rapid.Bool()
	p := Policy{NutFree: flag.Draw(t, "nut-free"), NoFoodPlay: rapid.IntRange(0, 3).Draw(t, "no food") == 0,
		MayContainStrict: flag.Draw(t, "strict"),
		CookedOnly:       flag.Draw(t, "cooked only"), OwnPortions: rapid.IntRange(0, 3).Draw(t, "own portions") == 0,
		SameDayMixes: flag.Draw(t, "same day")}
	p.TasteSafeMonths = rapid.SampledFrom([]int{0, 0, 36, 48, 72}).Draw(t, "taste-safe")
	if flag.Draw(t, "own minimum") {
		var tunable []string
		for _, r := range Rules() {
			if r.Tunable {
				tunable = append(tunable, r.ID)
			}
		}
		p.MinimumMonths = map[string]int{rapid.SampledFrom(tunable).Draw(t, "rule"): rapid.IntRange(0, 100).Draw(t,
			"months")}
	}
	return p
}

func drawTrait(t *rapid.T) material.Trait {
	name := rapid.SampledFrom(material.AllTraits.Words()).Draw(t, "trait")
	trait, err := material.ParseTrait(name)
	require.NoError(t, err)
	return trait
}

func drawScene(t *rapid.T) scene {
	var s scene
	for range rapid.IntRange(1, 4).Draw(t, "children") {
		s.room.Children = append(s.room.Children, drawChild(t))
	}
	s.room.Adults = rapid.IntRange(0, 5).Draw(t, "adults")
	s.ratios = rapid.SampledFrom(room.RatioTables()).Draw(t, "ratios")
	flag := rapid.Bool()
	s.room.Illness, s.room.Pet = rapid.IntRange(0, 5).Draw(t, "illness") == 0, flag.Draw(t, "pet")
	s.policy = drawPolicy(t)
	s.use = Use(rapid.IntRange(int(AdultTool), int(Home)).Draw(t, "use"))
	often := func(name string) bool { return rapid.IntRange(0, 9).Draw(t, name) > 0 }

	var f material.Facts
	f.TraitsKnown, f.ContentsKnown = often("traits known"), often("contents known")
	f.Form = material.Form(rapid.IntRange(0, int(material.Strand)).Draw(t, "form"))
	f.Smallest = drawSolid(t)
	f.Largest = f.Smallest
	for range rapid.IntRange(0, 3).Draw(t, "traits") {
		f.Traits = f.Traits.With(drawTrait(t))
	}
	for range rapid.IntRange(0, 2).Draw(t, "readings") {
		*rapid.SampledFrom(readings(&f)).Draw(t, "of") = drawReading(t)
	}
	seldom := func(name string) bool { return rapid.IntRange(0, 9).Draw(t, name) == 0 }
	f.LooseInReach, f.InEdible = seldom("loose in reach"), seldom("in something edible")
	f.Expired, f.Cooled, f.ByLabel = seldom("expired"), seldom("cooled"), seldom("by its label")
	if f.ContentsKnown {
		f.Salt = unit.Known(rapid.SampledFrom([]float64{0, 0, 0.001, 0.012, 0.05, 0.168, 1}).Draw(t, "salt"))
		if flag.Draw(t, "holds an allergen") {
			f.Allergens = allergen.SetOf(drawAllergen(t))
			f.MayContain = allergen.SetOf(drawAllergen(t))
			if seldom("usually holds one") {
				f.UsuallyContains = allergen.SetOf(drawAllergen(t))
			}
		}
	}
	if often("portion known") {
		f.Portion = unit.OfMass(unit.Grams(rapid.Float64Range(0, 500).Draw(t, "portion")))
	}
	if often("depth known") {
		f.Depth = unit.Known(unit.Millimetres(rapid.SampledFrom([]float64{0, 20, 21, 250, 251}).Draw(t, "depth")))
	}
	if seldom("left open") {
		f = f.LeftOpen(drawFeatures(t))
	}
	s.facts = f
	return s
}
