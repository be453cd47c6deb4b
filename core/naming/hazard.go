package naming

import (
	"slices"
	"sync"

	"emblo/core/allergen"
	"emblo/core/material"
	"emblo/core/words"
)

// hazard is a word in the name of a thing that is not known which calls for a fact: it is not
// cleared before one of the traits has been said of it.
var hazards = map[string][]material.Trait{}

func init() {
	for _, row := range []struct {
		words  []string
		traits []material.Trait
	}{
		{[]string{"glass", "vase", "mirror", "china", "ceramic", "porcelain", "crockery", "pottery"}, []material.Trait{material.Breakable, material.Sharp}},
		{[]string{"balloon", "latex"}, []material.Trait{material.LatexBalloon, material.Glove}},
		{[]string{"glove"}, []material.Trait{material.Glove, material.LatexBalloon}},
		{[]string{"battery", "cell", "led"}, []material.Trait{material.Battery, material.Electric}},
		{[]string{"magnet", "magnetic"}, []material.Trait{material.Magnet, material.MayHoldMagnet}},
		{[]string{"needle", "pin", "nail", "knife", "blade", "razor", "scissors", "skewer", "thorn", "hook", "wire", "staple", "barbed", "spike"}, []material.Trait{material.Sharp, material.Scissors}},
		{[]string{"foam", "sponge", "polystyrene"}, []material.Trait{material.Foam}},
		{[]string{"bag", "cellophane", "clingfilm", "polythene"}, []material.Trait{material.Film}},
		{[]string{"rope", "cord", "string", "lanyard", "necklace", "ribbon", "lace"}, []material.Trait{}},
		{[]string{"electric", "plug", "mains", "heater"}, []material.Trait{material.Electric, material.Battery}},
		{[]string{"berry", "mushroom", "toadstool", "fungus", "bulb", "seed", "poison", "poisonous", "toxic", "plant", "leaf", "flower"}, []material.Trait{material.ToxicSeed, material.UnknownPlant, material.Food}},
		{[]string{"painted", "old", "antique", "vintage", "lead"}, []material.Trait{material.UnknownFinish}},
		{[]string{"rusty", "rust"}, []material.Trait{material.Rusty, material.UnknownFinish}},
		{[]string{"candle", "flame", "kettle", "lighter", "burner"}, []material.Trait{material.Burns, material.Electric}},
		{[]string{"broken", "cracked", "chipped", "damaged", "split"}, []material.Trait{material.Damaged, material.Sharp}},
		{[]string{"bead", "slime", "borax", "borate"}, []material.Trait{material.Swells, material.Rounded, material.Hard, material.Borate, material.Soft}},
		{[]string{"bleach", "detergent", "acid", "chemical", "cleaner", "polish", "pesticide", "weedkiller", "fertiliser", "petrol", "paraffin", "medicine", "tablet", "pill", "vape", "nicotine", "cigarette"},
			[]material.Trait{material.HouseholdChemical, material.MineralOil, material.Acid}},
		{[]string{"nut", "peanut", "almond", "cashew", "walnut", "hazelnut", "pecan", "pistachio"}, []material.Trait{material.ChokeFood, material.NutButter, material.Hard, material.Food}},
	} {
		for _, w := range row.words {
			hazards[material.Words(w)[0]] = row.traits
		}
	}
}

// hazardsOf returns the words of a name that call for care.
func hazardsOf(name string) []string {
	var found []string
	for _, w := range material.Words(name) {
		if _, ok := hazards[w]; ok {
			found = append(found, w)
		}
	}
	return found
}

// hazardSlips holds the long hazard words by what is left of them when a letter is taken out.
var hazardSlips = sync.OnceValue(func() map[string][]string {
	by := make(map[string][]string)
	for h := range hazards {
		if len(h) >= shortestSlip {
			for _, short := range without(h) {
				by[short] = append(by[short], h)
			}
		}
	}
	return by
})

// nearHazard reports whether a word names a hazard or lies one slip away from one that does.
func nearHazard(word string) bool {
	if _, ok := hazards[word]; ok {
		return true
	}
	if len(word) < shortestSlip {
		return false
	}
	by := hazardSlips()
	return slices.ContainsFunc(without(word), func(short string) bool {
		return slices.ContainsFunc(by[short], func(h string) bool { return words.Slips(word, h) <= 1 })
	})
}

// Called returns the features that the words of a name call for, so that they are asked about.
func Called(name string) (set material.Features) {
	for _, w := range hazardsOf(name) {
		set = set.Union(calledBy(w))
	}
	return set
}

func calledBy(word string) material.Features {
	if traits := hazards[word]; len(traits) > 0 {
		return material.FeaturesOf(traits...)
	}
	cords, _ := material.ParseFeatures("cord;loop") // both are words of the list
	return cords
}

// Nutty returns the facts with what a name says of nuts, where the facts do not say that they are in
// it: only the packet in the hand tells whether walnut halves are of wood. No other allergen is
// read off a name, as egg cups and milk crates hold none.
func Nutty(name string, f material.Facts) material.Facts {
	for _, w := range material.Words(name) {
		if w != "nut" { // a wing nut is none
			f.UsuallyContains |= allergen.Named(w) & allergen.SetOf(allergen.TreeNuts, allergen.Peanuts) &^ f.Allergens
		}
	}
	return f
}

// Unsaid returns the first word of a name that calls for a fact which the facts neither state nor
// deny: a "glass vase" of which nobody said that it breaks.
func Unsaid(name string, f material.Facts) (word string, unsaid bool) {
	return unsaidOf(hazardsOf(name), f)
}

func unsaidOf(called []string, f material.Facts) (word string, unsaid bool) {
	for _, w := range called {
		features := calledBy(w)
		if said := f.Features().Meet(features); said.Empty() && !features.Minus(material.Mildening).Minus(f.Denied).Empty() {
			return w, true
		}
	}
	return "", false
}

// Vocabulary returns the words that call for care, in order, for the rule book.
func Vocabulary() []string {
	all := make([]string, 0, len(hazards))
	for w := range hazards {
		all = append(all, w)
	}
	slices.Sort(all)
	return all
}
