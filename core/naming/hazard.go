package naming

import (
	"slices"
	"sync"

	"emblo/core/allergen"
	"emblo/core/material"
	"emblo/core/recipe"
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
		{[]string{"glass", "vase", "mirror", "china", "ceramic", "porcelain", "crockery", "pottery"},
			[]material.Trait{material.Breakable, material.Sharp}},
		{[]string{"balloon", "latex", "blow-up", "blowup", "inflatable"}, []material.Trait{material.LatexBalloon,
			material.Glove}},
		{[]string{"glove"}, []material.Trait{material.Glove, material.LatexBalloon}},
		{[]string{"battery", "cell", "led"}, []material.Trait{material.Battery, material.Electric}},
		{[]string{"magnet", "magnetic"}, []material.Trait{material.Magnet, material.MayHoldMagnet}},
		{[]string{"needle", "pin", "nail", "knife", "blade", "razor", "scissors", "skewer", "thorn", "hook", "wire",
			"staple", "barbed", "spike"}, []material.Trait{material.Sharp, material.Scissors}},
		{[]string{"foam", "sponge", "polystyrene"}, []material.Trait{material.Foam}},
		{[]string{"bag", "cellophane", "clingfilm", "polythene"}, []material.Trait{material.Film}},
		{[]string{"rope", "cord", "string", "lanyard", "necklace", "ribbon", "lace", "scarf", "belt", "strap", "tie",
			"chain", "sash", "leash", "strand"}, []material.Trait{}},
		{[]string{"electric", "plug", "mains", "heater"}, []material.Trait{material.Electric, material.Battery}},
		{[]string{"berry", "mushroom", "toadstool", "fungus", "bulb", "seed", "poison", "poisonous", "toxic", "plant",
			"leaf", "flower"}, []material.Trait{material.ToxicSeed, material.UpsetPlant, material.UnknownPlant,
			material.Food}},
		{[]string{"painted", "old", "antique", "vintage", "lead"}, []material.Trait{material.UnknownFinish}},
		{[]string{"rusty", "rust"}, []material.Trait{material.Rusty, material.UnknownFinish}},
		{[]string{"candle", "flame", "kettle", "lighter", "burner"}, []material.Trait{material.Burns,
			material.Electric}},
		{[]string{"broken", "cracked", "chipped", "damaged", "split"}, []material.Trait{material.Damaged,
			material.Sharp}},
		{[]string{"bead", "slime", "borax", "borate"}, []material.Trait{material.Swells, material.Rounded,
			material.Hard, material.Borate, material.Soft}},
		{[]string{"bleach", "detergent", "acid", "chemical", "cleaner", "polish", "pesticide", "weedkiller",
			"fertiliser", "petrol", "paraffin", "medicine", "tablet", "pill", "vape", "nicotine", "cigarette"},
			[]material.Trait{material.HouseholdChemical, material.MineralOil, material.Acid}},
		{[]string{"nut", "peanut", "almond", "cashew", "walnut", "hazelnut", "pecan", "pistachio"},
			[]material.Trait{material.ChokeFood, material.NutButter, material.Hard, material.Food}},
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
		} else if h, ok := slipOfHazard(w); ok {
			found = append(found, h)
		}
	}
	return found
}

// slipOfHazard returns the hazard that a word which is none lies one slip away from.
func slipOfHazard(word string) (string, bool) {
	if len(word) < shortestSlip || words.Real(word) || vocabulary()[word] {
		return "", false
	}
	by := hazardSlips()
	for _, short := range without(word) {
		for _, h := range by[short] {
			if words.Slips(word, h) <= 1 {
				return h, true
			}
		}
	}
	return "", false
}

// vocabulary is every word in a name of the shelf, the book or a family.
var vocabulary = sync.OnceValue(func() map[string]bool {
	set := make(map[string]bool)
	learn := func(names ...string) {
		for _, n := range names {
			for _, w := range material.Words(n) {
				set[w] = true
			}
		}
	}
	for _, it := range material.Standard().Items() {
		learn(append(it.Also, it.Name)...)
	}
	for _, r := range recipe.Standard().Recipes() {
		learn(r.Name)
	}
	for _, f := range Families() {
		learn(f.words...)
	}
	return set
})

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

// nutsNamed returns the nuts that a name says, where the facts of a thing do not say that they are in it: only the
// packet in the hand tells whether walnut halves are of wood. No other allergen is read off the name of what is no
// food, as egg cups and milk crates hold none.
func nutsNamed(name string) (set allergen.Set) {
	for _, w := range material.Words(name) {
		if w != "nut" { // a wing nut is none
			set |= allergen.Named(w) & allergen.SetOf(allergen.TreeNuts, allergen.Peanuts)
		}
	}
	return set
}

// Unsaid returns the first word of a name that calls for a fact which the facts neither state nor
// deny: a "glass vase" of which nobody said that it breaks.
func Unsaid(name string, f material.Facts) (word string, unsaid bool) {
	return unsaidOf(hazardsOf(name), f)
}

func unsaidOf(called []string, f material.Facts) (word string, unsaid bool) {
	for _, w := range called {
		features := calledBy(w)
		if said := f.Features().Meet(features); said.Empty() &&
			!features.Minus(material.Mildening).Minus(f.Denied).Empty() {
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
