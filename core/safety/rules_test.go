package safety

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/allergen"
	"emblo/core/gauge"
	"emblo/core/material"
	"emblo/core/room"
)

func child(months int, mouths bool, allergies ...room.Allergy) room.Child {
	return room.Child{Label: "AB", Months: months, Mouths: room.TriOf(mouths), Allergies: allergies}
}

func groupOf(t testing.TB, p Policy, children ...room.Child) Group {
	table, err := room.ParseRatioTable("eyfs")
	require.NoError(t, err)
	g, err := NewGroup(room.Room{Name: "Test", Children: children, Adults: len(children)}, table, p)
	require.NoError(t, err)
	return g
}

// known returns the facts of a fully described thing.
func known(form material.Form, traits material.Traits, solid gauge.Solid) material.Facts {
	return material.Facts{Form: form, Smallest: solid, Largest: solid, Traits: traits, TraitsKnown: true,
		ContentsKnown: true, Salt: material.Known(0), Portion: material.Known(100)}
}

func ball(mm float64) material.Facts {
	return known(material.Piece, material.Rounded, gauge.Must(gauge.Sphere, mm))
}

func salted(share, portion float64) material.Facts {
	f := known(material.Dough, material.Food, gauge.Solid{})
	f.Salt, f.Portion = material.Known(share), material.Known(portion)
	return f
}

func pool(mm float64) material.Facts {
	f := known(material.Liquid, material.Food, gauge.Solid{})
	f.Depth = material.Known(mm)
	return f
}

func with(f material.Facts, a ...allergen.Allergen) material.Facts {
	f.Allergens = allergen.SetOf(a...)
	return f
}

// Each rule on either side of its threshold: what it says of a thing, by itself.
func TestRulesOnEitherSideOfTheirThresholds(t *testing.T) {
	wheat := room.Allergy{To: allergen.Wheat}
	wheatTouch := room.Allergy{To: allergen.Wheat, By: room.ByTouchOrAir}
	coeliac := room.Allergy{To: allergen.Gluten}
	dough := known(material.Dough, material.Food, gauge.Solid{})
	flour := known(material.Powder, material.Food|material.RawFlour, gauge.Solid{})
	soap := known(material.Liquid, material.NotFood, gauge.Solid{})
	rice := known(material.Grain, material.Food|material.Hard, gauge.Must(gauge.Cylinder, 2, 6))
	wad := known(material.Piece, material.Fabric|material.Soft, gauge.Must(gauge.Cylinder, 20, 20))
	bead := known(material.Piece, material.Hard, gauge.Must(gauge.Cylinder, 12, 60))
	for _, row := range []struct {
		name, rule string
		facts      material.Facts
		use        Use
		child      room.Child
		policy     Policy
		want       Verdict
	}{
		{"ball of the bore and the error", "small-part", ball(32.2), Open, child(35, false), Policy{}, KeepOut},
		{"ball over bore and error", "small-part", ball(32.3), Open, child(35, false), Policy{}, GoesIn},
		{"third birthday", "small-part", ball(20), Open, child(36, false), Policy{}, GoesIn},
		{"third birthday, mouthing", "small-part", ball(20), Open, child(50, true), Policy{}, KeepOut},
		{"sealed", "small-part", ball(20), Sealed, child(20, false), Policy{}, WithAHand},
		{"wad at 18 months", "small-part", wad, Open, child(18, false), Policy{}, WithAHand},
		{"wad at 17 months", "small-part", wad, Open, child(17, false), Policy{}, KeepOut},
		{"from the third birthday", "small-part-watch", ball(20), Open, child(36, false), Policy{}, WithAHand},
		{"sixth birthday", "small-part-watch", ball(20), Open, child(72, false), Policy{}, GoesIn},
		{"table-tennis ball under 3", "small-ball", ball(40), Open, child(35, false), Policy{}, KeepOut},
		{"table-tennis ball at 3", "small-ball", ball(40), Open, child(36, false), Policy{}, WithAHand},
		{"ball at the hole and the error", "small-ball", ball(45), Open, child(20, false), Policy{}, KeepOut},
		{"ball over the hole and the error", "small-ball", ball(45.1), Open, child(20, false), Policy{}, GoesIn},
		{"ball at 8", "small-ball", ball(40), Open, child(96, false), Policy{}, GoesIn},
		{"rice before 2", "fine-grain", rice, Open, child(23, false), Policy{}, KeepOut},
		{"rice at 2", "fine-grain", rice, Open, child(24, false), Policy{}, WithAHand},
		{"rice at 3", "fine-grain", rice, Open, child(36, false), Policy{}, GoesIn},
		{"hard and 12 mm across", "nose-ear", bead, Open, child(71, false), Policy{}, WithAHand},
		{"sixth birthday for noses", "nose-ear", bead, Open, child(72, false), Policy{}, GoesIn},
		{"13 mm across", "nose-ear", known(material.Piece, material.Hard, gauge.Must(gauge.Cylinder, 13, 60)), Open, child(40, false), Policy{}, GoesIn},
		{"wheat and a wheat allergy", "allergen", with(dough, allergen.Wheat), Sealed, child(60, false, wheat), Policy{}, KeepOut},
		{"wheat and coeliac", "allergen", with(dough, allergen.Wheat), Open, child(60, false, coeliac), Policy{}, KeepOut},
		{"barley and a wheat allergy", "allergen", with(dough, allergen.Gluten), Open, child(60, false, wheat), Policy{}, GoesIn},
		{"milk and a wheat allergy", "allergen", with(dough, allergen.Milk), Open, child(60, false, wheat), Policy{}, GoesIn},
		{"adult's tool, by eating", "allergen", with(dough, allergen.Wheat), AdultTool, child(60, false, wheat), Policy{}, WithAHand},
		{"adult's tool, by touch", "allergen", with(dough, allergen.Wheat), AdultTool, child(60, false, wheatTouch), Policy{}, KeepOut},
		{"nuts in a nut-free room", "nut-policy", with(dough, allergen.Peanuts), Open, child(60, false), Policy{NutFree: true}, KeepOut},
		{"nuts elsewhere", "nut-policy", with(dough, allergen.Peanuts), Open, child(60, false), Policy{}, GoesIn},
		{"food where none is played with", "no-food-play", dough, Open, child(60, false), Policy{NoFoodPlay: true}, KeepOut},
		{"soap where no food is played with", "no-food-play", soap, Open, child(60, false), Policy{NoFoodPlay: true}, GoesIn},
		{"raw flour under 3", "raw-flour", flour, Open, child(35, false), Policy{}, KeepOut},
		{"raw flour at 3", "raw-flour", flour, Open, child(36, false), Policy{}, WithAHand},
		{"cooked dough", "raw-flour", dough, Open, child(20, false), Policy{}, GoesIn},
		{"soap under 3", "not-food", soap, Open, child(35, false), Policy{}, KeepOut},
		{"soap sealed under 3", "not-food", soap, Sealed, child(35, false), Policy{}, WithAHand},
		{"soap at 3", "not-food", soap, Open, child(36, false), Policy{}, WithAHand},
		// 10 g x 0.1525 x 39.34 % = 600 mg, half of 1,200 mg a day from 1 to 3 years
		{"half a day's sodium in a taste", "salt-load", salted(0.1525, 20), Open, child(35, false), Policy{}, WithAHand},
		{"over half a day's sodium", "salt-load", salted(0.1528, 20), Open, child(35, false), Policy{}, KeepOut},
		{"over half a day's sodium at 3", "salt-load", salted(0.1528, 20), Open, child(36, false), Policy{}, WithAHand},
		{"a quarter of a day's sodium", "salt-load", salted(0.0762, 20), Open, child(30, false), Policy{}, GoesIn},
		// 0.5 g/kg x 9.2 kg at 24 months = 4.6 g of salt, 92 g of a 5 % dough
		{"a portion at the limit", "salt-load", salted(0.05, 91.9), Open, child(24, false), Policy{}, GoesIn},
		{"a portion over the limit", "salt-load", salted(0.05, 92.1), Open, child(24, false), Policy{}, KeepOut},
		{"water at 20 mm", "water", pool(20), Open, child(20, true), Policy{}, GoesIn},
		{"water over 20 mm", "water", pool(21), Open, child(20, true), Policy{}, WithAHand},
		{"water at 250 mm", "water", pool(250), Open, child(35, false), Policy{}, WithAHand},
		{"water over 250 mm", "water", pool(251), Open, child(35, false), Policy{}, KeepOut},
		{"water over 250 mm at 3", "water", pool(251), Open, child(36, false), Policy{}, WithAHand},
		{"a piece without a size", "facts", known(material.Piece, 0, gauge.Solid{}), Open, child(60, false), Policy{}, MeasureFirst},
		{"nothing known", "facts", material.Facts{}, Open, child(120, false), Policy{}, MeasureFirst},
		{"a form that is known", "facts", dough, Open, child(20, false), Policy{}, GoesIn},
	} {
		g := groupOf(t, row.policy, row.child)
		subject := Prepare(row.name, row.facts)
		got := GoesIn
		for _, f := range g.Judge(&subject, row.use).Findings {
			if f.Rule == row.rule {
				got = f.Verdict
			}
		}
		assert.Equal(t, row.want, got, "%s: %s", row.rule, row.name)
	}
}

func TestRatioByTheYoungestPresent(t *testing.T) {
	wood := Prepare("boat", known(material.Piece, material.Hard, gauge.Must(gauge.Box, 90, 50, 40)))
	pea := Prepare("bead", known(material.Piece, material.Hard, gauge.Must(gauge.Box, 10, 10, 10)))
	for _, row := range []struct {
		table            string
		children, months int
		adults           int
		plain, handed    Verdict
	}{
		{"eyfs", 10, 40, 2, GoesIn, WithAHand},
		{"eyfs", 17, 40, 2, WithAHand, KeepOut},
		{"eyfs", 10, 25, 2, GoesIn, KeepOut},
		{"cfoc", 10, 25, 2, WithAHand, KeepOut},
		{"cfoc", 6, 12, 2, GoesIn, KeepOut},
		{"cfoc", 7, 12, 2, WithAHand, KeepOut},
	} {
		table, err := room.ParseRatioTable(row.table)
		require.NoError(t, err)
		r := room.Room{Adults: row.adults}
		for range row.children {
			r.Children = append(r.Children, child(row.months, false))
		}
		g, err := NewGroup(r, table, Policy{})
		require.NoError(t, err)
		assert.Equal(t, row.plain, g.Judge(&wood, Open).Verdict, "%+v", row)
		assert.Equal(t, row.handed, g.Judge(&pea, Open).Verdict, "%+v", row)
	}
}

// Whether a child of 3 still mouths is a fact: without it a small part is not cleared.
func TestMouthingNotKnownFromThree(t *testing.T) {
	c := child(40, false)
	c.Mouths = room.Unknown
	g := groupOf(t, Policy{}, c)
	subject := Prepare("bead", ball(10))
	a := g.Judge(&subject, Open)
	assert.Equal(t, MeasureFirst, a.Verdict)
	assert.Contains(t, a.Findings[0].Missing, "stopped mouthing")
}

func TestNewGroupRefusesImpossibleRooms(t *testing.T) {
	tooMany := make([]room.Child, 400)
	for says, r := range map[string]room.Room{
		"at least one child": {Adults: 1},
		"at most 60":         {Adults: 1, Children: tooMany},
		"adults must be":     {Adults: -1, Children: tooMany[:1]},
		"in the future":      {Adults: 1, Children: []room.Child{{Label: "QX", Months: -2}}},
	} {
		_, err := NewGroup(r, room.RatioTables()[0], Policy{})
		assert.ErrorContains(t, err, says)
	}
}

func BenchmarkJudge(b *testing.B) {
	children := make([]room.Child, 16)
	for i := range children {
		children[i] = child(41+i, false)
	}
	g := groupOf(b, Policy{NutFree: true}, children...)
	boat := Prepare("boat", known(material.Piece, material.Hard, gauge.Must(gauge.Box, 90, 50, 40)))
	bead := Prepare("bead", ball(10))
	for _, s := range []*Subject{&boat, &bead} {
		b.Run(s.Name(), func(b *testing.B) {
			b.ReportAllocs()
			for b.Loop() {
				g.Judge(s, Open)
			}
		})
	}
}

func ExampleGroup_Judge() {
	table, _ := room.ParseRatioTable("eyfs")
	pebbles := room.Room{Children: []room.Child{{Label: "MK", Months: 30, Mouths: room.Yes}}, Adults: 1}
	g, _ := NewGroup(pebbles, table, Policy{})
	peas, _ := material.Standard().Named("split peas")
	subject := Prepare(peas.Name, peas.Facts)
	a := g.Judge(&subject, Open)
	fmt.Println(a.Verdict)
	fmt.Println(a.Findings[0].Reason)
	// Output:
	// keep-out
	// A piece of 6 x 3 mm lies wholly inside the 31.75 mm small-parts gauge, and the child is under 3 or mouths things.
}
