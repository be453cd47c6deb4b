package material

import (
	"strings"

	"emblo/core/keep"
	"emblo/core/unit"
	"emblo/core/words"
)

// Row is one thing of a shelf as written: the columns of the shelf file, which are also
// those of a centre's own items. Columns beyond the Description are
//
//	id     a short name that never changes; for the shelf that ships with Emblo
//	also   other words for it, joined by ;
//	parts  what it can be in a set-up, joined by ;
//	cup_g  what one US cup of it weighs, in grams; for what is poured
//	keeps  how long it keeps and how it is stored
//	feel   words such as "dry fine rustling heavy clean unscented"
//	colour, water, trains, porous  how it shows itself in play: see Manner
//	cost   found, cheap, moderate or dear
//	size_by, weight_by  who says so: a code of bases, for each figure
//	kind   where it stands on the shelf: one of Kinds
type Row struct {
	ID, Name, Also, Parts string
	Description
	CupGrams, Keeps, Feel, Cost string

	Colour, Water, Trains, Porous string

	SizeBy, WeightBy, Kind string
}

// Kinds are what the shelf is sorted by, in the order they stand.
var kinds = []string{
	"flour and baking", "sugar, salt and minerals", "drinks, oils and sauces", "soft food", "fruit and vegetables",
	"meat, fish, egg and cheese",
	"grains, seeds and pulses", "bread, pasta and snacks", "sweets and nuts", "herbs and spices", "mixes",
	"ice and water", "sand, soil and stone",
	"nature finds", "paper and card", "cloth and yarn", "foam, film and packing", "craft drawer", "glue, paint and dye",
	"toys", "kitchen and hand tools",
	"containers", "lights, magnets and batteries", "hardware", "soap and cosmetics", "household chemicals",
	"poisonous plants",
}

// Kinds returns the kinds in the order they stand on the shelf.
func Kinds() []string { return append([]string(nil), kinds...) }

// columns are the names of the columns in file order and where each stands in a Row.
var columns = []struct {
	name string
	of   func(r *Row) *string
}{
	{"id", func(r *Row) *string { return &r.ID }}, {"name", func(r *Row) *string { return &r.Name }},
	{"also", func(r *Row) *string { return &r.Also }}, {"parts", func(r *Row) *string { return &r.Parts }},
	{"solid", func(r *Row) *string { return &r.Solid }}, {"size_mm", func(r *Row) *string { return &r.Size }},
	{"contains", func(r *Row) *string { return &r.Contains }}, {"traits", func(r *Row) *string { return &r.Traits }},
	{"cup_g", func(r *Row) *string { return &r.CupGrams }}, {"keeps", func(r *Row) *string { return &r.Keeps }},
	{"feel", func(r *Row) *string { return &r.Feel }}, {"cost", func(r *Row) *string { return &r.Cost }},
	{"colour", func(r *Row) *string { return &r.Colour }}, {"water", func(r *Row) *string { return &r.Water }},
	{"trains", func(r *Row) *string { return &r.Trains }}, {"porous", func(r *Row) *string { return &r.Porous }},
	{"size_by", func(r *Row) *string { return &r.SizeBy }}, {"weight_by", func(r *Row) *string { return &r.WeightBy }},
	{"kind", func(r *Row) *string { return &r.Kind }},
}

// Set puts a value into the named column; it reports whether there is such a column.
func (r *Row) Set(column, value string) bool {
	for _, c := range columns {
		if c.name == column {
			*c.of(r) = strings.TrimSpace(value)
			return true
		}
	}
	return false
}

// bases spell out who says a figure. "Quoted from memory" could not be looked up.
var bases = map[string]string{
	"C":    "common practice",
	"USDA": "USDA SR household weight, quoted from memory",
	"MINT": "national mint, quoted from memory",
	"RULE": "rules of the sport's federation, quoted from memory",
	"OWN":  "measured by the centre",
}

// A US cup of the lightest and of the heaviest thing that is poured, in grams: what lies
// outside is a figure in another unit (common practice).
const (
	lightestCup = 1.5
	heaviestCup = 1500.0
)

// Item checks a row and returns the thing it describes. Ingredients are looked up with
// find, which may be nil. What a shelf row leaves out of its contains column is not in it.
// The errors name the column.
func (r Row) Item(find func(string) (Item, bool)) (Item, error) {
	it := Item{ID: r.ID, Name: strings.TrimSpace(r.Name), Also: list(r.Also), Kind: r.Kind}
	if it.Name == "" {
		return it, bad("name", "give it a name")
	}
	if len([]rune(it.Name)) > 60 {
		return it, bad("name", "a name has at most 60 letters")
	}
	for _, word := range list(r.Parts) {
		p, err := ParsePart(word)
		if err != nil {
			return it, bad("parts", "%s", err)
		}
		it.Parts = append(it.Parts, p)
	}
	if len(it.Parts) == 0 {
		return it, bad("parts", "say at least one part it can play, such as find or filler")
	}
	var err error
	if it.Facts, err = r.Description.Facts(find); err != nil {
		return it, err
	}
	it.Facts = it.Facts.Called(append([]string{it.Name}, it.Also...)...)
	if it.Keeps, err = r.keeps(); err != nil {
		return it, err
	}
	if it.Feel, err = ParseFeel(r.Feel); err != nil {
		return it, bad("feel", "%s", err)
	}
	if it.Manner, err = parseManner(r.Colour, r.Water, r.Trains, r.Porous); err != nil {
		return it, err
	}
	if it.Cost, err = parseCost(strings.ToLower(strings.TrimSpace(r.Cost))); err != nil {
		return it, bad("cost", "%s", err)
	}
	if r.CupGrams != "" {
		g, err := number(r.CupGrams)
		if err != nil || g < lightestCup || g > heaviestCup {
			return it, bad("cup_g",
				"one US cup of something weighs between %g g (feathers) and %g g (steel balls), not %q; a density in g/mL times 236.6 is the weight of a cup",
				lightestCup, heaviestCup, words.Cut(r.CupGrams))
		}
		it.Density = unit.GramsPerUSCup(g)
	}
	if it.Plays(Filler) && !it.Density.Known() {
		return it, bad("cup_g", "a filler needs the weight of one US cup of it in grams")
	}
	it.Basis, err = r.basis(it)
	return it, err
}

// keeps reads how long the thing keeps. Of a thing of a centre's own, what is not understood, or says no place, is not
// known, nor is one of which nothing is said; on the shelf, what is solid and no food does not turn then.
func (r Row) keeps() (keep.Keeping, error) {
	k, placed, ok := keep.Read(r.Keeps)
	own := r.SizeBy == "OWN" || r.WeightBy == "OWN"
	switch {
	case strings.TrimSpace(r.Keeps) == "":
		return keep.Keeping{}, nil
	case !ok && !own:
		return keep.Keeping{}, bad("keeps", "%q does not say how long it keeps", words.Cut(r.Keeps))
	case !ok, own && !placed:
		return keep.Keeping{}, nil
	}
	return k, nil
}

func (r Row) basis(it Item) (string, error) {
	said := []string{"contents and traits: common practice"}
	if r.SizeBy == "OWN" || r.WeightBy == "OWN" {
		said = []string{"contents and traits: as the centre describes it"}
	}
	if it.Facts.Smallest.Known() {
		basis, ok := bases[r.SizeBy]
		if !ok {
			return "", bad("size_by", "say who gives the size: %q is not a basis", words.Cut(r.SizeBy))
		}
		said = append(said, "size: "+basis)
	}
	if it.Density.Known() {
		basis, ok := bases[r.WeightBy]
		if !ok {
			return "", bad("weight_by", "say who gives the weight: %q is not a basis", words.Cut(r.WeightBy))
		}
		said = append(said, "weight of a cup: "+basis)
	}
	return strings.Join(said, "; "), nil
}

// list cuts a column at semicolons, without empty entries.
func list(text string) []string {
	var words []string
	for _, w := range strings.Split(text, ";") {
		if w = strings.TrimSpace(w); w != "" {
			words = append(words, w)
		}
	}
	return words
}
