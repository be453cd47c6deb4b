// Command facts prints what the core makes of much, without a word that it says: verdicts with their rules and
// precautions, how things and batches keep, what is measured. The test of the house runs it with and without the
// sentences of the core.
package main

import (
	"bufio"
	"fmt"
	"log"
	"os"

	"emblo/core/age"
	"emblo/core/allergen"
	"emblo/core/batch"
	"emblo/core/keep"
	"emblo/core/material"
	"emblo/core/naming"
	"emblo/core/plan"
	"emblo/core/recipe"
	"emblo/core/recipe/typed"
	"emblo/core/room"
	"emblo/core/safety"
	"emblo/core/unit"
)

func group(months int, mouths room.Tri, allergic ...allergen.Allergen) *safety.Group {
	c := room.Child{Label: "AB", Months: months, Mouths: mouths}
	for _, a := range allergic {
		c.Allergies = append(c.Allergies, room.Allergy{To: a, By: room.ByEating})
	}
	g, err := safety.NewGroup(room.Room{Children: []room.Child{c, c, c}, Adults: 1, Pet: true}, room.StrictestTable(),
		safety.Policy{NutFree: true})
	if err != nil {
		log.Fatal(err)
	}
	g = g.Keeping(room.RoutineOf(room.Habits()...))
	return &g
}

// out is where the facts go.
var out = bufio.NewWriter(os.Stdout)

func main() {
	defer out.Flush()
	groups := []*safety.Group{group(10, room.Yes), group(30, room.No, allergen.Wheat, allergen.Milk),
		group(44, room.Unknown), group(80, room.No, allergen.Other)}
	on, err := age.ParseDate("2026-11-02")
	if err != nil {
		log.Fatal(err)
	}
	plain, err := material.Description{Contains: "none", Traits: "food;dough;portion=60"}.Facts(nil)
	if err != nil {
		log.Fatal(err)
	}
	for _, it := range material.Standard().Items() {
		ofThing(it, groups, on, plain)
	}
	for _, r := range recipe.Standard().Recipes() {
		ofRecipe(r, groups)
	}
	for _, words := range []string{"2 days in the fridge", "one week, airtight", "up to a month, dry", "one session",
		"frozen 3 months", "years, dry, dark", "until it smells", "not more than 2 h"} {
		k, rest, ok := keep.Read(words)
		fmt.Fprintln(out, words, k, rest, ok)
	}
}

func verdict(of string, a safety.Assessment) {
	fmt.Fprintf(out, "%s: %s usual=%t", of, a.Verdict, a.Usual())
	for _, f := range a.Findings() {
		fmt.Fprintf(out, " %s %s usual=%t missing=%t", f.Rule, f.Verdict, f.Usual, f.Missing != "")
		for _, do := range f.Do {
			fmt.Fprintf(out, " %s", do.Key())
		}
	}
	fmt.Fprintln(out)
}

// ofThing prints what is made of a thing of the shelf: alone, in a batch, and by its name.
func ofThing(it material.Item, groups []*safety.Group, on age.Date, plain material.Facts) {
	subject := safety.Prepare(it.Name, it.Facts)
	for n, g := range groups {
		for _, use := range []safety.Use{safety.AdultTool, safety.Sealed, safety.Open, safety.Hidden, safety.Frozen,
			safety.Home} {
			verdict(fmt.Sprint(it.ID, n, use), g.Judge(&subject, use))
		}
	}
	dough, _ := recipe.Standard().Get("stove-dough")
	stands, ends := it.Keeps.Stands()
	for _, made := range []batch.Made{{Recipe: dough, Mass: unit.Grams(500), On: on},
		{Fill: []material.Item{it}, Mass: unit.Grams(500), On: on}} {
		s := batch.Fold(made, []batch.Event{{Kind: batch.Added, On: on.Plus(1), Item: it, Mass: unit.Grams(20)},
			{Kind: batch.Used, On: on.Plus(2)}})
		by, until, looks := s.LookOver()
		fmt.Fprintln(out, it.ID, stands, ends, s.Keeps().On, len(s.Limits()), by, until, looks,
			s.UsableOn(on.Plus(9)))
	}
	taken := naming.AsCalled("our "+it.Name+" mix", plain)
	fmt.Fprintln(out, taken.TraitsKnown, uint32(taken.Allergens), uint32(taken.UsuallyContains), taken.Traits,
		len(taken.Open.Each()))
}

// ofRecipe prints what is made of a recipe of the book, and of one that says the same in somebody's words.
func ofRecipe(r recipe.Recipe, groups []*safety.Group) {
	as := typed.Write(r)
	as.Keeps = "10 days, airtight" // as somebody types it
	own := typed.Reader{Shelf: material.Standard(), System: unit.Metric}.Read(as).Recipe
	for _, r := range []recipe.Recipe{r, own} {
		for n, g := range groups {
			for _, l := range plan.JudgeMix(r, unit.Grams(100), safety.Open, g) {
				verdict(fmt.Sprint(r.ID, n, l.Of), l.Assessment)
			}
		}
		n, k := r.Nature(), r.Keeping()
		fmt.Fprintln(out, r.ID, n.Class, n.Known, n.Dry, len(n.NotTasteSafe), k.Days, k.Where, k.Out, r.Play().Stands,
			r.Play().Plays)
		for _, s := range r.Steps {
			fmt.Fprintln(out, s.Kind, s.Minutes, s.By, s.At, s.Probe, s.Uses)
		}
	}
}
