package material

import (
	"bytes"
	_ "embed"
	"encoding/csv"
	"fmt"
	"sort"
	"strings"
	"sync"

	"emblo/core/unit"
	"emblo/core/words"
)

//go:embed shelf.csv
var shelfCSV []byte

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
	"flour and baking", "sugar, salt and minerals", "drinks, oils and sauces", "soft food", "fruit and vegetables", "meat, fish, egg and cheese",
	"grains, seeds and pulses", "bread, pasta and snacks", "sweets and nuts", "herbs and spices", "mixes", "ice and water", "sand, soil and stone",
	"nature finds", "paper and card", "cloth and yarn", "foam, film and packing", "craft drawer", "glue, paint and dye", "toys", "kitchen and hand tools",
	"vessels", "lights, magnets and batteries", "hardware", "soap and cosmetics", "household chemicals", "poisonous plants",
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
	it := Item{ID: r.ID, Name: strings.TrimSpace(r.Name), Also: list(r.Also), Keeps: r.Keeps, Kind: r.Kind}
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
			return it, bad("cup_g", "one US cup of something weighs between %g g (feathers) and %g g (steel balls), not %q; a density in g/mL times 236.6 is the weight of a cup", lightestCup, heaviestCup, short(r.CupGrams))
		}
		it.Density = unit.GramsPerUSCup(g)
	}
	if it.Plays(Filler) && !it.Density.Known() {
		return it, bad("cup_g", "a filler needs the weight of one US cup of it in grams")
	}
	it.Basis, err = r.basis(it)
	return it, err
}

func (r Row) basis(it Item) (string, error) {
	said := []string{"contents and traits: common practice"}
	if r.SizeBy == "OWN" || r.WeightBy == "OWN" {
		said = []string{"contents and traits: as the centre describes it"}
	}
	if it.Facts.Smallest.Known() {
		words, ok := bases[r.SizeBy]
		if !ok {
			return "", bad("size_by", "say who gives the size: %q is not a basis", short(r.SizeBy))
		}
		said = append(said, "size: "+words)
	}
	if it.Density.Known() {
		words, ok := bases[r.WeightBy]
		if !ok {
			return "", bad("weight_by", "say who gives the weight: %q is not a basis", short(r.WeightBy))
		}
		said = append(said, "weight of a cup: "+words)
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

// Shelf is a read-only set of items by id. It is safe for concurrent use.
type Shelf struct {
	items    []Item
	byID     map[string]int
	byJoined map[string]int // by JoinedKey
	byName   map[string]int // by Key, several where the order of the words tells them apart
}

const several = -1

// Standard returns the shelf that ships with Emblo. The file is checked by the tests, so
// a failure to read it is a fault of the build and panics.
var Standard = sync.OnceValue(func() *Shelf {
	s, err := ReadShelf(shelfCSV)
	if err != nil {
		panic(err)
	}
	return s
})

// StandardRow returns the row of the shelf that ships with Emblo with the given id, to copy
// a thing from.
func StandardRow(id string) (Row, bool) {
	r, ok := standardRows()[id]
	return r, ok
}

var standardRows = sync.OnceValue(func() map[string]Row {
	rows, err := readRows(shelfCSV)
	if err != nil {
		panic(err)
	}
	byID := make(map[string]Row, len(rows))
	for _, r := range rows {
		byID[r.ID] = r
	}
	return byID
})

func readRows(data []byte) ([]Row, error) {
	lines, err := csv.NewReader(bytes.NewReader(data)).ReadAll()
	if err != nil {
		return nil, fmt.Errorf("shelf file: %w", err)
	}
	if len(lines) == 0 {
		return nil, nil
	}
	rows := make([]Row, 0, len(lines)-1)
	for _, line := range lines[1:] {
		var r Row
		for i, column := range lines[0] {
			if !r.Set(column, line[i]) {
				return nil, fmt.Errorf("shelf file: %q is not a column", column)
			}
		}
		rows = append(rows, r)
	}
	return rows, nil
}

// ReadShelf reads a shelf file: RFC 4180 with a header row of the columns of Row. It fails on the
// first row with an unknown word, an impossible size, a repeated id or name, a
// contradiction, or no basis. A row may use the rows above it as ingredients.
func ReadShelf(data []byte) (*Shelf, error) {
	rows, err := readRows(data)
	if err != nil {
		return nil, err
	}
	s := &Shelf{byID: make(map[string]int), byName: make(map[string]int), byJoined: make(map[string]int)}
	for _, r := range rows {
		item, err := r.Item(s.Named)
		if err != nil {
			return nil, fmt.Errorf("shelf item %q: %w", r.ID, err)
		}
		item.Facts.ContentsKnown = true
		if _, known := item.Facts.Salt.Get(); !known {
			item.Facts.Salt = Known(0)
		}
		if item.ID == "" {
			return nil, fmt.Errorf("shelf item %q: needs an id", r.Name)
		}
		if err := s.add(item); err != nil {
			return nil, err
		}
	}
	return s, nil
}

func (s *Shelf) add(item Item) error {
	if _, twice := s.byID[item.ID]; twice {
		return fmt.Errorf("shelf item %q is there twice", item.ID)
	}
	at := len(s.items)
	s.byID[item.ID] = at
	s.items = append(s.items, item)
	for _, w := range append([]string{item.Name}, item.Also...) {
		joined, key := JoinedKey(w), Key(w)
		if other, taken := s.byJoined[joined]; taken && other != at {
			return fmt.Errorf("shelf items %q and %q share the word %q", s.items[other].ID, item.ID, w)
		}
		s.byJoined[joined] = at
		if other, taken := s.byName[key]; taken && other != at {
			s.byName[key] = several // rice pudding is no pudding rice: the order counts
		} else {
			s.byName[key] = at
		}
	}
	return nil
}

// With returns a shelf that holds the given items first: a centre's own things go before
// those that ship with Emblo, and take a name that both have.
func (s *Shelf) With(own []Item) *Shelf {
	if len(own) == 0 {
		return s
	}
	n := &Shelf{items: append(append([]Item(nil), own...), s.items...),
		byID: make(map[string]int, len(own)+len(s.items)), byName: make(map[string]int, len(s.byName)+len(own)), byJoined: make(map[string]int, len(s.byJoined)+len(own))}
	for i := len(n.items) - 1; i >= 0; i-- {
		n.byID[n.items[i].ID] = i
		for _, w := range append([]string{n.items[i].Name}, n.items[i].Also...) {
			n.byName[Key(w)], n.byJoined[JoinedKey(w)] = i, i
		}
	}
	return n
}

// Items returns every item in file order. The slice must not be changed.
func (s *Shelf) Items() []Item { return s.items }

// Get returns the item with the given id.
func (s *Shelf) Get(id string) (Item, bool) {
	i, ok := s.byID[id]
	if !ok {
		return Item{}, false
	}
	return s.items[i], true
}

// Named returns the item whose name or synonym is the given words: in any case, singular or
// plural, with or without punctuation or blanks, in any order that names no other, and not
// otherwise alike.
func (s *Shelf) Named(words string) (Item, bool) {
	i, ok := s.byJoined[JoinedKey(words)]
	if !ok {
		i, ok = s.byName[Key(words)]
	}
	if !ok || i == several {
		return Item{}, false
	}
	return s.items[i], true
}

// Search returns the items that match the typed words, best first, at most limit. A
// typed word matches a word of the name or a synonym that it equals, begins, or, from four
// letters on, differs from by one slip of the finger. Ties keep file order. An
// empty query matches everything.
func (s *Shelf) Search(query string, limit int) []Item {
	typed := strings.Fields(strings.ToLower(query))
	type hit struct {
		item  Item
		score int
	}
	var hits []hit
	for _, it := range s.items {
		best := 0
		for _, name := range append([]string{it.Name}, it.Also...) {
			best = max(best, match(typed, strings.Fields(strings.ToLower(name))))
		}
		if best > 0 || len(typed) == 0 {
			hits = append(hits, hit{it, best})
		}
	}
	sort.SliceStable(hits, func(i, j int) bool { return hits[i].score > hits[j].score })
	found := make([]Item, 0, min(limit, len(hits)))
	for _, h := range hits[:min(limit, len(hits))] {
		found = append(found, h.item)
	}
	return found
}

// match scores how well the typed words name the thing; 0 when one of them matches nothing.
func match(typed, name []string) int {
	total := 0
	for _, t := range typed {
		best := 0
		for _, n := range name {
			switch n = strings.Trim(n, "(),"); {
			case n == t:
				best = max(best, 12)
			case strings.HasPrefix(n, t):
				best = max(best, 8)
			case len(t) > 3 && words.Slips(t, n) <= 1:
				best = max(best, 4)
			}
		}
		if best == 0 {
			return 0
		}
		total += best
	}
	return max(1, total*4/max(1, len(typed))-len(name))
}
