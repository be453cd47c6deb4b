package safety

import (
	"fmt"
	"os"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"emblo/core/allergen"
	"emblo/core/gauge"
	"emblo/core/material"
	"emblo/core/room"
	"emblo/core/unit"
)

// onRecord holds what was written against a file that was read line by line when it was
// committed. EMBLO_RECORD=1 writes it anew; the diff is the review.
func onRecord(t *testing.T, file, got string) {
	if os.Getenv("EMBLO_RECORD") == "1" {
		require.NoError(t, os.WriteFile(file, []byte(got), 0o644))
	}
	want, err := os.ReadFile(file)
	require.NoError(t, err)
	assert.Equal(t, strings.Split(string(want), "\n"), strings.Split(got, "\n"))
}

// edges are the ages in months on either side of every age at which a rule turns.
var edges = []int{0, 5, 6, 11, 12, 17, 18, 23, 24, 35, 36, 47, 48, 59, 60, 71, 72, 95, 96, 120}

var letterOf = map[Verdict]string{GoesIn: "G", WithAHand: "H", MeasureFirst: "M", KeepOut: "K"}

// letters judges a thing at every edge, then for children of 40 and 100 months who mouth, then
// for children of 50 months: one with asthma, one with eczema, one allergic to milk by touch,
// one allergic to something that is on no list; then in a room with an illness, a pet, free
// of nuts, strict about traces, without food in play.
func letters(t *testing.T, f material.Facts, use Use) string {
	subject := Prepare("it", f)
	say := func(r room.Room, p Policy) string {
		r.Adults = 2
		g, err := NewGroup(r, room.StrictestTable(), p)
		require.NoError(t, err)
		return letterOf[g.Judge(&subject, use).Verdict]
	}
	one := func(c room.Child) room.Room { return room.Room{Children: []room.Child{c}} }
	var out strings.Builder
	for _, months := range edges {
		out.WriteString(say(one(child(months, false)), Policy{}))
	}
	out.WriteString(" ")
	for _, months := range []int{20, 40, 100} {
		out.WriteString(say(one(child(months, true)), Policy{}))
	}
	out.WriteString(" ")
	asthma, eczema, plain := child(50, false), child(50, false), one(child(50, false))
	asthma.Asthma, eczema.Eczema = true, true
	out.WriteString(say(one(asthma), Policy{}) + say(one(eczema), Policy{}))
	out.WriteString(say(one(child(50, false, room.Allergy{To: allergen.Milk, By: room.ByTouchOrAir})), Policy{}))
	out.WriteString(say(one(child(50, false, room.Allergy{To: allergen.Other, Note: "kiwi"})), Policy{}))
	ill, pet := plain, plain
	ill.Illness, pet.Pet = true, true
	out.WriteString(" " + say(ill, Policy{}) + say(pet, Policy{}) + say(plain, Policy{NutFree: true}) +
		say(plain, Policy{NutFree: true, MayContainStrict: true}) + say(plain, Policy{NoFoodPlay: true}))
	return out.String()
}

// Every trait on a large and a small piece, a dough and a liquid, and every figure on either
// side of its limit, in four uses, as letters: a threshold that moves is a line that changes.
func TestVerdictsAreThoseOnRecord(t *testing.T) {
	var out strings.Builder
	fmt.Fprintf(&out, "thing, use: ages %v, mouthing 20 40 100, asthma eczema milk other, illness pet nut-free strict no-food\n", edges)
	write := func(name string, f material.Facts, uses ...Use) {
		for _, use := range uses {
			fmt.Fprintf(&out, "%s, %s: %s\n", name, use, letters(t, f, use))
		}
	}
	all := []Use{Open, Sealed, AdultTool, Home}
	large, small := gauge.Must(gauge.Box, 150, 90, 90), gauge.Must(gauge.Box, 25, 20, 20)
	for trait := range material.Trait(len(material.AllTraits.Words())) {
		word := material.TraitsOf(trait).Words()[0]
		write("large "+word, known(material.Piece, large, trait), all...)
		write("small "+word, known(material.Piece, small, trait), Open, Sealed)
		write("small food "+word, known(material.Piece, small, trait, material.Food), Open)
		write("dough "+word, known(material.Dough, gauge.Solid{}, trait), Open, Sealed)
		write("food dough "+word, known(material.Dough, gauge.Solid{}, trait, material.Food), Open, AdultTool)
		write("liquid "+word, known(material.Liquid, gauge.Solid{}, trait), Open)
	}
	for _, form := range []material.Form{material.FormUnknown, material.Piece, material.Grain, material.Powder,
		material.SoftFood, material.Dough, material.Liquid, material.Sheet, material.Strand} {
		write("a "+form.String()+" of food", known(form, gauge.Solid{}, material.Food), all...)
		write("a small "+form.String()+" of soft food", known(form, gauge.Must(gauge.Sphere, 20), material.Food,
			material.Soft), Open)
		write("a small slippery "+form.String()+" of food", known(form, small, material.Food, material.Slippery), Open)
	}
	for _, mm := range []float64{12.4, 12.5, 12.6, 31.7, 32.25, 32.3, 44.9, 45, 45.1, 63.4, 63.6, 64.6} {
		for _, traits := range [][]material.Trait{{material.Hard}, {material.Rounded}, {material.Fabric},
			{material.Foam}, {material.Springy}, {material.Food, material.Hard}} {
			write(fmt.Sprintf("a ball of %g mm %v", mm, material.TraitsOf(traits...).Words()), known(material.Piece,
				gauge.Must(gauge.Sphere, mm), traits...), Open, Sealed)
		}
		write(fmt.Sprintf("a rod of %g mm", mm), known(material.Piece, gauge.Must(gauge.Cylinder, mm, 90),
			material.Hard), Open)
		for _, long := range []float64{100.4, 100.5, 100.6} {
			write(fmt.Sprintf("a rod of %g x %g mm", mm, long), known(material.Piece, gauge.Must(gauge.Cylinder, mm,
				long), material.Hard), Open)
		}
		write(fmt.Sprintf("a cup of %g mm", mm+38), known(material.Piece, gauge.Must(gauge.Cylinder, mm+38, 30),
			material.Hard, material.Cup), Open)
	}
	for _, mouth := range []float64{70, 102.4, 102.5, 102.6} {
		for _, deep := range []float64{20, 32, 32.4, 32.5, 33, 69, 70} {
			write(fmt.Sprintf("a cup of %g x %g mm", mouth, deep), known(material.Piece, gauge.Must(gauge.Cylinder,
				mouth, deep), material.Hard, material.Cup), Open)
			write(fmt.Sprintf("half an egg of %g x %g mm", mouth, deep), known(material.Piece,
				gauge.Must(gauge.Ellipsoid, mouth, mouth, deep), material.Hard, material.Cup), Open)
		}
	}
	for _, long := range []float64{219, 220, 221} {
		write(fmt.Sprintf("a strand of %g mm", long), known(material.Strand, gauge.Must(gauge.Box, long, 40, 40),
			material.Fabric), Open)
		write(fmt.Sprintf("a strand of %g mm, no fabric", long), known(material.Strand, gauge.Must(gauge.Box, long, 40,
			40), material.Soft), Open)
	}
	write("a strand nobody measured", known(material.Strand, gauge.Solid{}, material.Fabric), Open)
	for _, mm := range []float64{65.8, 65.9, 66, 32.2, 32.3} {
		f := known(material.Piece, large, material.Hard)
		f.Fragment = material.Read(mm)
		write(fmt.Sprintf("comes apart into %g mm", mm), f, Open)
	}
	figures := map[string][]string{"cord": {"219", "220", "221", ""}, "loop": {"355", "356", "357", ""},
		"opening": {"359", "360", "361", ""}, "alcohol": {"9.9", "10", "10.1", ""},
		"hot": {"39.9", "40", "40.1", ""}, "wall": {"159", "160", "214", "215", "250", "251", ""}, "uses": {"0", "1",
			"4", "5", "6", ""}, "kept-days": {"0", "1", "13", "14", "15", ""},
		"comes-apart": {"5", "32.2", "45", "65", "66", "70", ""}, "portion": {"19", "91.9", "92.1", "200", "2000"},
		"depth": {"19", "20", "21", "249", "250", "251"}}
	for _, word := range []string{"cord", "loop", "opening", "alcohol", "hot", "wall", "uses", "kept-days",
		"comes-apart", "portion", "depth"} {
		for _, value := range figures[word] {
			trait := word + "=" + value
			if value == "" {
				trait = word
			}
			for _, base := range []string{"food;dough;salt=5", "not-food;liquid", "piece"} {
				d := thing("", "", "none", base+";"+trait)
				if base == "piece" {
					d = thing("box", "150x90x90", "none", "hard;"+trait)
				}
				f, err := d.Facts(nil)
				require.NoError(t, err)
				write(trait+" "+base, f, Open, Sealed)
			}
		}
	}
	for _, salt := range []string{"0.3", "0.31", "2", "2.1", "5", "5.1", "7.62", "7.7", "15.25", "15.28", "40"} {
		for _, portion := range []string{"", ";portion=10", ";portion=80"} {
			f, err := thing("", "", "none", "food;dough;salt="+salt+portion).Facts(nil)
			require.NoError(t, err)
			write("salt="+salt+portion, f, Open, Sealed, AdultTool)
		}
	}
	for _, grams := range []float64{6999, 7000, 7001, 16000, 16001} {
		f := known(material.Piece, large, material.Hard)
		f.Filled = material.Read(grams)
		write(fmt.Sprintf("filled to %g g", grams), f, Open)
	}
	for _, contains := range []string{"milk", "peanuts", "almonds", "unheard-of"} {
		for _, traits := range []string{"food;dough", "food;dough;usually=milk", "food;dough;may-contain=milk",
			"food;dough;may-contain=peanuts", "food;dough;usually=peanuts", "food;dough;single"} {
			f, err := thing("", "", contains, traits).Facts(nil)
			require.NoError(t, err)
			write(contains+" "+traits, f, all...)
		}
	}
	onRecord(t, "testdata/verdicts.txt", out.String())
}

// Every sentence that the rules say of their own examples: by a child alone, and by a group of
// three in which more or fewer are young.
func TestSentencesAreThoseOnRecord(t *testing.T) {
	var out strings.Builder
	for _, rule := range Rules() {
		fmt.Fprintf(&out, "# %s: %s\n%s\n%s (%s)\n", rule.ID, rule.Title, rule.Threshold, rule.Ground.Source,
			rule.Ground.Standing)
		for _, e := range rule.Examples {
			f, err := e.Thing.Facts(material.Standard().Named)
			require.NoError(t, err)
			c := room.Child{Label: "EX", Months: e.Months, Mouths: room.TriOf(e.Mouths)}
			r, p := room.Room{Adults: 1}, Policy{}
			if e.change != nil {
				e.change(&scenery{&f, &c, &r, &p})
			}
			said := make(map[string]bool) // what a larger group only repeats is not written again
			if salt, known := f.Salt.Get(); known && salt > 0 && !f.Form.GaugeJudges() && rule.ID == "salt-load" {
				f.Portion = unit.Amount{} // what is said when nobody named a portion
			}
			for _, more := range [][]room.Child{nil, {child(100, false), child(101, false)},
				{child(max(0, e.Months-1), false), child(100, false)}} {
				r.Children = append([]room.Child{c}, more...)
				g, err := NewGroup(r, room.StrictestTable(), p)
				require.NoError(t, err)
				subject := Prepare(e.Words, f)
				for _, use := range []Use{e.Use, Home} {
					for _, found := range g.Judge(&subject, use).Findings() {
						text := fmt.Sprintf("%s. %s %v change: %s do: %q missing: %s", found.Verdict, found.Reason,
							found.Numbers, found.Change, Sentences(found.Do), found.Missing)
						if found.Rule == rule.ID && !said[text] {
							fmt.Fprintf(&out, "%s, %s, %d children: %s\n", e.Words, use, len(r.Children), text)
							said[text] = true
						}
					}
				}
			}
		}
	}
	onRecord(t, "testdata/sentences.txt", out.String())
}

// How many adults are short, and what each group, policy and reading of who mouths makes of a
// few things.
func TestGroupsAreThoseOnRecord(t *testing.T) {
	var out strings.Builder
	block, rice, dough := known(material.Piece, gauge.Must(gauge.Box, 150, 90, 90), material.Hard),
		known(material.Grain, gauge.Solid{}, material.Food), known(material.Dough, gauge.Solid{}, material.Food)
	yoghurt, salty := known(material.SoftFood, gauge.Solid{}, material.Food), known(material.Dough, gauge.Solid{},
		material.Food)
	yoghurt.Allergens = allergen.SetOf(allergen.Milk)
	salty.Salt, salty.Portion = unit.Known(0.16), unit.Amount{}
	write := func(name string, r room.Room, p Policy) {
		for _, table := range append(room.RatioTables(), room.StrictestTable()) {
			g, err := NewGroup(r, table, p)
			require.NoError(t, err)
			fmt.Fprintf(&out, "%s, %s: youngest %d, needs %d, short %d:", name, table.ID(), g.Youngest(),
				g.AdultsNeeded(), g.AdultsShort())
			for _, f := range []material.Facts{block, rice, dough, yoghurt, salty, {}} {
				subject := Prepare("it", f)
				a := g.Judge(&subject, Open)
				out.WriteString(" " + letterOf[a.Verdict])
				if first, _ := a.First(); first.Rule == ratioRule.ID {
					out.WriteString(" " + first.Reason.String())
				}
			}
			out.WriteString("\n")
		}
	}
	for _, months := range []int{11, 34, 40, 70} {
		for _, n := range []int{1, 9} {
			for _, mouths := range []room.Tri{room.Yes, room.No, room.Unknown} {
				for adults := range 3 {
					r := room.Room{Adults: adults}
					for range n {
						r.Children = append(r.Children, room.Child{Label: "AB", Months: months, Mouths: mouths})
					}
					write(fmt.Sprintf("%d children of %d months, mouthing %v, %d adults", n, months, mouths, adults), r,
						Policy{})
				}
			}
		}
	}
	tasted := child(11, false)
	tasted.Tried = majorAllergens
	write("one of 11 months who has tried all, one of 12 who has not", room.Room{Adults: 2,
		Children: []room.Child{tasted, child(12, false)}}, Policy{})
	for _, months := range []int{35, 36, 47, 48, 59, 60, 61} {
		r := room.Room{Adults: 2, Children: []room.Child{child(months, false)}}
		write(fmt.Sprintf("%d months, grain from 60", months), r, Policy{MinimumMonths: map[string]int{"nose-ear": 60}})
		write(fmt.Sprintf("%d months, taste-safe to 48", months), r, Policy{TasteSafeMonths: 48})
	}
	for _, p := range []Policy{{TasteSafeMonths: -1}, {TasteSafeMonths: MaxMinimum}, {TasteSafeMonths: MaxMinimum + 1},
		{MinimumMonths: map[string]int{"nose-ear": -1}}, {MinimumMonths: map[string]int{"nose-ear": 0}},
		{MinimumMonths: map[string]int{"nose-ear": MaxMinimum}}, {MinimumMonths: map[string]int{"nose-ear": MaxMinimum +
			1}}, {MinimumMonths: map[string]int{"allergen": 40}}, {MinimumMonths: map[string]int{"no such": 40}}} {
		fmt.Fprintf(&out, "%+v: %v\n", p, p.Validate())
	}
	onRecord(t, "testdata/groups.txt", out.String())
}

// What is taken in place of things that do not go in, and what is said of the difference.
func TestSwapsAreThoseOnRecord(t *testing.T) {
	var out strings.Builder
	for name, g := range map[string]Group{"young": groupOf(t, Policy{}, child(25, false), child(30, true)),
		"older": groupOf(t, Policy{NutFree: true}, child(48, false), child(62, false))} {
		swaps := NewSwaps(&g, material.Standard(), nil, map[string]bool{"apple-puree": true, "wooden-rings": true})
		var lines []string
		for _, id := range []string{"split-peas", "shells-small", "pompom-10", "gel-beads", "white-rice",
			"shaving-foam", "marbles", "glass-gems", "baby-oil", "loose-magnets", "essential-oil", "water-table",
			"glitter", "skewers"} {
			it, ok := material.Standard().Get(id)
			require.True(t, ok, id)
			for _, use := range []Use{Open, Sealed} {
				for _, s := range swaps.For(it, nil, use, 4) {
					lines = append(lines, fmt.Sprintf("%s, %s, %s: %s %s %v %t\n", name, id, use, s.Item.Name,
						letterOf[s.Assessment.Verdict], s.Changes, s.InCupboard))
				}
				it.Facts.Depth, it.Facts.Wall = unit.Known(unit.Millimetres(150)), material.Read(300)
			}
		}
		out.WriteString(strings.Join(lines, ""))
	}
	lines := strings.SplitAfter(out.String(), "\n")
	slices.Sort(lines)
	onRecord(t, "testdata/swaps.txt", strings.Join(lines, ""))
}
