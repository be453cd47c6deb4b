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
// contradiction, no basis, no keeping, a size that is not of its form, or two foods in it. A row may use the rows above
// it as ingredients.
func ReadShelf(data []byte) (*Shelf, error) {
	rows, err := readRows(data)
	if err != nil {
		return nil, err
	}
	s := &Shelf{byID: make(map[string]int), byName: make(map[string]int), byJoined: make(map[string]int)}
	for _, r := range rows {
		item, err := r.Item(s.Named)
		if err == nil {
			err = r.saysOneThing(item)
		}
		if err != nil {
			return nil, fmt.Errorf("shelf item %q: %w", r.ID, err)
		}
		item.Facts.ContentsKnown = true
		if _, known := item.Facts.Salt.Get(); !known {
			item.Facts.Salt = unit.Known(0.0)
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
		byID: make(map[string]int, len(own)+len(s.items)), byName: make(map[string]int, len(s.byName)+len(own)),
		byJoined: make(map[string]int, len(s.byJoined)+len(own))}
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

// Knows reports whether words, joined as they are looked up and in the order typed, are the name of one item.
func (s *Shelf) Knows(joined string) bool {
	i, ok := s.byJoined[joined]
	return ok && i != several
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
