package material

import (
	_ "embed"
	"encoding/json"
	"fmt"
	"sort"
	"strings"
	"sync"

	"emblo/core/allergen"
	"emblo/core/gauge"
	"emblo/core/unit"
)

//go:embed shelf.json
var shelfJSON []byte

// row is one line of the shelf file. Sizes are in mm, weights in grams.
type row struct {
	ID         string    `json:"id"`
	Name       string    `json:"name"`
	Also       []string  `json:"also"`
	Parts      []Part    `json:"parts"`
	Form       string    `json:"form"`
	Solid      string    `json:"solid"`
	Smallest   []float64 `json:"smallest"`
	Largest    []float64 `json:"largest"`
	Traits     []string  `json:"traits"`
	Allergens  []string  `json:"allergens"`
	MayContain []string  `json:"may_contain"`
	Salt       float64   `json:"salt"`  // share by mass
	CupGrams   float64   `json:"cup_g"` // mass of one US cup
	Basis      string    `json:"basis"`
}

// Shelf is a read-only set of items by id. It is safe for concurrent use.
type Shelf struct {
	items []Item
	byID  map[string]int
}

// Standard returns the shelf that ships with Emblo. The file is checked by the tests, so
// a failure to read it is a fault of the build and panics.
var Standard = sync.OnceValue(func() *Shelf {
	s, err := ReadShelf(shelfJSON)
	if err != nil {
		panic(err)
	}
	return s
})

// ReadShelf reads a shelf file: a JSON array of rows. It fails on the first row with an
// unknown word, an impossible size, a repeated id or name, a contradiction, or no basis.
func ReadShelf(data []byte) (*Shelf, error) {
	var rows []row
	if err := json.Unmarshal(data, &rows); err != nil {
		return nil, fmt.Errorf("shelf file: %w", err)
	}
	s := &Shelf{byID: make(map[string]int, len(rows))}
	words := make(map[string]string)
	for _, r := range rows {
		item, err := r.item()
		if err != nil {
			return nil, fmt.Errorf("shelf item %q: %w", r.ID, err)
		}
		if _, twice := s.byID[item.ID]; twice {
			return nil, fmt.Errorf("shelf item %q is there twice", r.ID)
		}
		for _, w := range append([]string{item.Name}, item.Also...) {
			w = strings.ToLower(w)
			if other, taken := words[w]; taken {
				return nil, fmt.Errorf("shelf items %q and %q share the word %q", other, r.ID, w)
			}
			words[w] = item.ID
		}
		s.byID[item.ID] = len(s.items)
		s.items = append(s.items, item)
	}
	return s, nil
}

func (r row) item() (Item, error) {
	it := Item{ID: r.ID, Name: r.Name, Also: r.Also, Parts: r.Parts, Basis: r.Basis}
	if r.ID == "" || r.Name == "" || r.Basis == "" || len(r.Parts) == 0 {
		return it, fmt.Errorf("needs an id, a name, a part to play and a basis for its figures")
	}
	for _, p := range r.Parts {
		if !p.valid() {
			return it, fmt.Errorf("%q is not a part", p)
		}
	}
	f, err := factsOf(r)
	if err != nil {
		return it, err
	}
	it.Facts = f
	it.Density = unit.GramsPerUSCup(r.CupGrams)
	if it.Plays(Filler) && !it.Density.Known() {
		return it, fmt.Errorf("a filler needs its weight per cup")
	}
	return it, nil
}

func factsOf(r row) (f Facts, err error) {
	if f.Form, err = ParseForm(r.Form); err != nil {
		return f, err
	}
	if r.Solid != "" {
		kind, err := gauge.ParseKind(r.Solid)
		if err != nil {
			return f, err
		}
		if f.Smallest, err = gauge.New(kind, r.Smallest...); err != nil {
			return f, err
		}
		f.Largest = f.Smallest
		if len(r.Largest) > 0 {
			if f.Largest, err = gauge.New(kind, r.Largest...); err != nil {
				return f, err
			}
		}
		for i, v := range f.Largest.Sizes() {
			if v < f.Smallest.Sizes()[i] {
				return f, fmt.Errorf("largest size %s is under the smallest %s", f.Largest, f.Smallest)
			}
		}
	}
	for _, w := range r.Traits {
		t, err := ParseTrait(w)
		if err != nil {
			return f, err
		}
		f.Traits |= t
	}
	if why := f.Traits.Contradiction(); why != "" {
		return f, fmt.Errorf("%s", why)
	}
	if f.Allergens, err = allergens(r.Allergens); err != nil {
		return f, err
	}
	if f.MayContain, err = allergens(r.MayContain); err != nil {
		return f, err
	}
	if r.Salt < 0 || r.Salt > 1 {
		return f, fmt.Errorf("salt is a share by mass from 0 to 1, not %g", r.Salt)
	}
	f.Salt, f.ContentsKnown, f.TraitsKnown = Known(r.Salt), true, true
	return f, nil
}

func allergens(words []string) (allergen.Set, error) {
	var set allergen.Set
	for _, w := range words {
		a, err := allergen.Parse(w)
		if err != nil {
			return 0, err
		}
		set |= allergen.SetOf(a)
	}
	return set, nil
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

// Named returns the item whose name or synonym is the given words, in any case.
func (s *Shelf) Named(words string) (Item, bool) {
	for _, it := range s.items {
		for _, w := range append([]string{it.Name}, it.Also...) {
			if strings.EqualFold(w, strings.TrimSpace(words)) {
				return it, true
			}
		}
	}
	return Item{}, false
}

// Search returns the items that match the typed words, best first, at most limit. A
// typed word matches a word of the name or a synonym that it equals, begins, or differs
// from by one slip of the finger (two from eight letters on). Ties keep file order. An
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
			case len(t) > 3 && slips(t, n) <= 1+len(t)/8:
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

// slips is the optimal string alignment distance: letters changed, missed, added, or two
// neighbours swapped.
func slips(a, b string) int {
	before, last := make([]int, len(b)+1), make([]int, len(b)+1)
	for j := range last {
		last[j] = j
	}
	for i := 1; i <= len(a); i++ {
		now := make([]int, len(b)+1)
		now[0] = i
		for j := 1; j <= len(b); j++ {
			cost := 1
			if a[i-1] == b[j-1] {
				cost = 0
			}
			now[j] = min(last[j]+1, now[j-1]+1, last[j-1]+cost)
			if i > 1 && j > 1 && a[i-1] == b[j-2] && a[i-2] == b[j-1] {
				now[j] = min(now[j], before[j-2]+1)
			}
		}
		before, last = last, now
	}
	return last[len(b)]
}
