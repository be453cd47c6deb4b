// Package allergen names what a child may react to and what a material may hold.
//
// The list is the union of the nine major allergens of the United States (milk, egg,
// fish, crustacean shellfish, tree nuts, peanuts, wheat, soybeans, sesame; FALCPA and
// the FASTER Act) and the fourteen of Regulation (EU) 1169/2011, Annex II (which adds
// gluten cereals, celery, mustard, sulphites, lupin and molluscs). Both are quoted from
// memory. Coeliac disease is a reaction to gluten and so counts wheat, barley, rye,
// spelt and oats. Other stands for anything a family names that is not on the list: no
// label statement covers it, so contents cannot be cleared against it.
package allergen

import (
	"fmt"
	"strings"
)

// Allergen is one entry of the list. The zero value is not an allergen.
type Allergen uint8

// The allergens, in the order they are shown.
const (
	Milk Allergen = iota + 1
	Egg
	Fish
	Crustaceans
	TreeNuts
	Peanuts
	Wheat
	Gluten // barley, rye, spelt, malt, and oats unless labelled gluten-free
	Soya
	Sesame
	Celery
	Mustard
	Sulphites
	Lupin
	Molluscs
	Latex
	Other
	last = Other
)

var names = [...]string{
	Milk: "milk", Egg: "egg", Fish: "fish", Crustaceans: "crustaceans", TreeNuts: "tree nuts",
	Peanuts: "peanuts", Wheat: "wheat", Gluten: "gluten", Soya: "soya", Sesame: "sesame",
	Celery: "celery", Mustard: "mustard", Sulphites: "sulphites", Lupin: "lupin",
	Molluscs: "molluscs", Latex: "latex", Other: "other",
}

// Valid reports whether a is on the list.
func (a Allergen) Valid() bool { return a >= Milk && a <= last }

// String returns the everyday word for the allergen.
func (a Allergen) String() string {
	if !a.Valid() {
		return fmt.Sprintf("Allergen(%d)", uint8(a))
	}
	return names[a]
}

// also are other words that labels and families use, each for one allergen.
var also = map[string]Allergen{
	"dairy": Milk, "lactose": Milk, "eggs": Egg, "shellfish": Crustaceans, "crustacean shellfish": Crustaceans, "prawns": Crustaceans,
	"tree nut": TreeNuts, "almonds": TreeNuts, "hazelnuts": TreeNuts, "cashews": TreeNuts, "walnuts": TreeNuts,
	"peanut": Peanuts, "groundnuts": Peanuts, "coeliac": Gluten, "celiac": Gluten, "barley": Gluten, "rye": Gluten, "spelt": Wheat,
	"malt": Gluten, "oats": Gluten, "oat": Gluten, "soy": Soya, "soybeans": Soya, "soybean": Soya, "sulfites": Sulphites,
	"sulphur dioxide": Sulphites, "mollusks": Molluscs, "molluscan shellfish": Molluscs, "lupins": Lupin,
}

// Parse reads the everyday word for an allergen, or another that labels use, in any case.
func Parse(s string) (Allergen, error) {
	word := strings.ToLower(strings.TrimSpace(s))
	if a, ok := also[word]; ok {
		return a, nil
	}
	for a := Milk; a <= last; a++ {
		if names[a] == word {
			return a, nil
		}
	}
	return 0, fmt.Errorf("%q is not on the allergen list; choose other and note it", s)
}

// ParseContents reads a word for allergens in a material. "nuts" alone may mean either
// kind and counts as both; spelt is a wheat and holds gluten, and wheat holds gluten too.
func ParseContents(s string) (Set, error) {
	if strings.EqualFold(strings.TrimSpace(s), "nuts") {
		return SetOf(TreeNuts, Peanuts), nil
	}
	a, err := Parse(s)
	if err != nil {
		return 0, err
	}
	if a == Wheat {
		return SetOf(Wheat, Gluten), nil
	}
	return SetOf(a), nil
}

// All returns every allergen in display order.
func All() []Allergen {
	all := make([]Allergen, 0, int(last))
	for a := Milk; a <= last; a++ {
		all = append(all, a)
	}
	return all
}

// Set is a set of allergens. The zero value is empty. Sets compare with ==.
type Set uint32

// SetOf returns the set of the given allergens.
func SetOf(as ...Allergen) Set {
	var s Set
	for _, a := range as {
		s |= 1 << a
	}
	return s
}

// Has reports whether a is in the set.
func (s Set) Has(a Allergen) bool { return s&(1<<a) != 0 }

// Empty reports whether nothing is in the set.
func (s Set) Empty() bool { return s == 0 }

// Union returns everything in either set.
func (s Set) Union(t Set) Set { return s | t }

// Meet returns everything in both sets, where gluten and wheat meet each other one way:
// wheat in a material meets a declared gluten allergy (coeliac), while a declared wheat
// allergy is not met by other gluten cereals. The receiver is what is declared.
func (s Set) Meet(contents Set) Set {
	met := s & contents
	if s.Has(Gluten) && contents.Has(Wheat) {
		met |= SetOf(Wheat)
	}
	return met
}

// List returns the members in display order.
func (s Set) List() []Allergen {
	var as []Allergen
	for a := Milk; a <= last; a++ {
		if s.Has(a) {
			as = append(as, a)
		}
	}
	return as
}

// String joins the members with commas, or is "none" for the empty set.
func (s Set) String() string {
	var words []string
	for _, a := range s.List() {
		words = append(words, a.String())
	}
	if len(words) == 0 {
		return "none"
	}
	return strings.Join(words, ", ")
}
