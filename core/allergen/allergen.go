// Package allergen names what a child may react to and what a material may hold.
//
// The list is the union of the nine major allergens of the United States (milk, egg,
// fish, crustacean shellfish, tree nuts, peanuts, wheat, soybeans, sesame; FALCPA and
// the FASTER Act) and the fourteen of Regulation (EU) 1169/2011, Annex II (which adds
// gluten cereals, celery, mustard, sulphites, lupin and molluscs). Both are quoted from
// memory. Coeliac disease is a reaction to gluten and so counts wheat, barley, rye,
// spelt and oats. Latex, nickel, lanolin and preservatives are on neither list: they are what
// skin reacts to (common practice). Other stands for anything a family names that is not on the list: no
// label statement covers it, so contents cannot be cleared against it.
package allergen

import (
	"fmt"
	"strings"

	"emblo/core/say"
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
	Nickel
	Lanolin
	Preservatives
	Other
	last = Other
)

var names = [...]string{
	Milk: "milk", Egg: "egg", Fish: "fish", Crustaceans: "crustaceans", TreeNuts: "tree nuts",
	Peanuts: "peanuts", Wheat: "wheat", Gluten: "gluten", Soya: "soya", Sesame: "sesame",
	Celery: "celery", Mustard: "mustard", Sulphites: "sulphites", Lupin: "lupin",
	Molluscs: "molluscs", Latex: "latex",
	Nickel: "nickel", Lanolin: "lanolin", Preservatives: "preservatives", Other: "other",
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

// called are the words that labels and families use for one allergen each, its own name among them, in the
// singular.
var called = func() map[string]Allergen {
	words := make(map[string]Allergen)
	for a, text := range map[Allergen]string{
		Milk:        "dairy;lactose;cow milk;goat milk;sheep milk;whey;whey powder;casein;caseinate;curd;buttermilk;butter;ghee;cream;cheese;yoghurt;yogurt;kefir;paneer;milk powder;milk protein;cow milk protein;dairy product",
		Egg:         "hen egg;egg white;egg yolk;albumen;albumin;ovalbumin;lysozyme;meringue;mayonnaise",
		Fish:        "fin fish;cod;salmon;tuna;anchovy;isinglass;fish oil;fish sauce",
		Crustaceans: "crustacean;crustacean shellfish;prawn;shrimp;crab;lobster;crayfish;langoustine;krill",
		TreeNuts:    "tree nut;almond;hazelnut;cashew;walnut;pecan;pistachio;macadamia;brazil nut;pine nut;chestnut;marzipan;praline;filbert;nut oil",
		Peanuts:     "peanut;groundnut;monkey nut;arachis;arachis oil;peanut oil;peanut butter",
		Wheat:       "spelt;durum;durum wheat;semolina;seitan;couscous;bulgur;bulgar;kamut;einkorn;emmer;farro;farina;triticale;wheat flour;wheat starch;freekeh;atta",
		Gluten:      "coeliac;celiac;coeliac disease;celiac disease;barley;rye;malt;malt extract;oats;oat",
		Soya:        "soy;soybean;soya bean;soy bean;soya lecithin;lecithin;tofu;miso;tempeh;edamame;tamari;okara;soy protein",
		Sesame:      "sesame seed;tahini;halva;halwa;hummus;houmous;sesame oil;gomasio",
		Celery:      "celeriac;celery salt;celery seed", Mustard: "mustard seed;mustard oil",
		Sulphites:     "sulphite;sulfite;sulphur dioxide;sulfur dioxide;metabisulphite;metabisulfite;e220",
		Lupin:         "lupine;lupin flour",
		Molluscs:      "mollusc;mollusk;molluscan shellfish;mussel;oyster;squid;octopus;snail;clam;scallop;cockle;whelk",
		Nickel:        "nickel allergy;metal allergy;cheap metal",
		Lanolin:       "wool;wool fat;wool wax;wool grease;adeps lanae",
		Preservatives: "preservative;parabens;paraben;methylisothiazolinone;isothiazolinone;formaldehyde;benzoate",
		Latex:         "natural rubber;natural rubber latex",
	} {
		for _, w := range strings.Split(text, ";") {
			words[singular(w)] = a
		}
	}
	for a := Milk; a <= last; a++ {
		words[names[a]], words[singular(names[a])] = a, a
	}
	return words
}()

// several are words that name more than one allergen: nuts may be either kind, and shellfish
// are crustaceans and molluscs.
var several = map[string]Set{"nut": SetOf(TreeNuts, Peanuts), "mixed nut": SetOf(TreeNuts, Peanuts),
	"shellfish": SetOf(Crustaceans, Molluscs), "shell fish": SetOf(Crustaceans, Molluscs),
	"seafood": SetOf(Fish, Crustaceans, Molluscs)}

// owners takes the ending off "cow's milk", and the line out of "pine-nut".
var owners = strings.NewReplacer("'s", "", "’s", "", "-", " ")

// singular is a word as it is looked up: small letters, single blanks, no "allergy" after it,
// no plural.
func singular(word string) string {
	fields := strings.Fields(owners.Replace(strings.ToLower(word)))
	for len(fields) > 1 && (fields[len(fields)-1] == "allergy" || fields[len(fields)-1] == "intolerance") {
		fields = fields[:len(fields)-1]
	}
	for i, w := range fields {
		if len(w) > 3 && !strings.HasSuffix(w, "ss") && !strings.HasSuffix(w, "us") {
			w = strings.TrimSuffix(w, "s")
			if stem, ok := strings.CutSuffix(w, "ie"); ok {
				w = stem + "y"
			}
			for _, end := range []string{"oe", "che", "she", "xe"} { // tomatoes, peaches, radishes, boxes
				if strings.HasSuffix(w, end) && w != fields[i] {
					w = w[:len(w)-1]
				}
			}
			fields[i] = w
		}
	}
	return strings.Join(fields, " ")
}

// ParseAll reads an everyday word for what a child is allergic to, in any case, singular or
// plural: the allergens that it means. "nuts" means both kinds.
func ParseAll(s string) ([]Allergen, error) {
	if set := read(s); !set.Empty() {
		return set.List(), nil
	}
	return nil, fmt.Errorf("%q is not on the allergen list; choose other and note it", s)
}

// read returns what a word means; nothing for one that is not on the list.
func read(s string) Set {
	word := singular(s)
	if set, ok := several[word]; ok {
		return set
	}
	if a, ok := called[word]; ok {
		return SetOf(a)
	}
	return 0
}

// Parse reads a word that means one allergen; of several it takes the first.
func Parse(s string) (Allergen, error) {
	all, err := ParseAll(s)
	if err != nil {
		return 0, err
	}
	return all[0], nil
}

// ParseContents reads a word for allergens in a material. Spelt and durum are wheats and hold
// gluten, as wheat does.
func ParseContents(s string) (Set, error) {
	set := Named(s)
	if set.Empty() {
		_, err := ParseAll(s)
		return 0, err
	}
	return set, nil
}

// Named returns what a word for a material says that it holds, as ParseContents reads it; nothing for a
// word that says nothing of allergens.
func Named(s string) Set {
	set := read(s)
	if set.Has(Wheat) {
		set |= SetOf(Gluten)
	}
	return set
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

// IDs joins the ids of the members with commas, in display order: what is kept goes by it.
func (s Set) IDs() string {
	var ids []string
	for _, a := range s.List() {
		ids = append(ids, a.String())
	}
	return strings.Join(ids, ",")
}

// String joins the members with commas, or is "none" for the empty set.
func (s Set) String() string { return s.Say().String() }

// Say lists the allergens, in the order of the regulation; "none" for none.
func (s Set) Say() say.Text {
	var words []say.Text
	for _, a := range s.List() {
		words = append(words, say.Text(a.String()))
	}
	if len(words) == 0 {
		return "none"
	}
	return say.List("{allergen}, {next}", words...)
}
