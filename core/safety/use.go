package safety

import "fmt"

// Use is how the children meet the thing, from least to most exposed. The zero value is
// not a use.
type Use uint8

// The uses in order of exposure. Open to Threaded count alike: ice melts, dough is dug,
// beads are unthreaded.
const (
	AdultTool Use = iota + 1 // never in a child's hand
	Sealed                   // glued rigid bottle, or double bag taped on all edges
	Open
	InDough
	Hidden
	Frozen
	Threaded
	Home // sent home: as Open for the group and for an unknown home
)

var useWords = [...]string{AdultTool: "adult-tool", Sealed: "sealed", Open: "open", InDough: "in-dough",
	Hidden: "hidden", Frozen: "frozen", Threaded: "threaded", Home: "home"}

// Valid reports whether u is one of the uses.
func (u Use) Valid() bool { return u >= AdultTool && u <= Home }

// String returns the word for the use as in a check list.
func (u Use) String() string {
	if !u.Valid() {
		return fmt.Sprintf("Use(%d)", uint8(u))
	}
	return useWords[u]
}

// ParseUse reads the word for a use; the empty word is Open.
func ParseUse(s string) (Use, error) {
	if s == "" {
		return Open, nil
	}
	for u := AdultTool; u <= Home; u++ {
		if useWords[u] == s {
			return u, nil
		}
	}
	return 0, fmt.Errorf("%q is not a use: use open, in-dough, hidden, frozen, threaded, sealed, adult-tool or home", s)
}

// exposure ranks uses: those that count alike have the same rank.
func (u Use) exposure() int {
	switch {
	case u == AdultTool:
		return 0
	case u == Sealed:
		return 1
	case u == Home:
		return 3
	}
	return 2
}
