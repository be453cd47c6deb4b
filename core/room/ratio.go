package room

import "fmt"

// RatioTable is a staffing table: children per adult by the age of the youngest present.
// The zero value is no table; a centre chooses one before any policy applies.
type RatioTable struct {
	id, title, source string
	rows              []ratioRow
}

type ratioRow struct{ below, children int } // below in months; the last row has none

const noUpperAge = 1 << 30

var (
	cfoc = RatioTable{"cfoc", "Caring for Our Children", "CFOC standard 1.1.1.2, quoted from memory",
		[]ratioRow{{13, 3}, {36, 4}, {48, 7}, {72, 8}, {noUpperAge, 10}}}
	eyfs = RatioTable{"eyfs", "England, early years framework",
		"EYFS statutory framework, section 3, quoted from memory",
		[]ratioRow{{24, 3}, {36, 5}, {noUpperAge, 8}}}
)

// RatioTables returns the published tables that a centre can choose from.
func RatioTables() []RatioTable { return []RatioTable{cfoc, eyfs} }

// StrictestTable asks at every age what the strictest published table asks: for a group
// of which nobody has said where it is.
func StrictestTable() RatioTable {
	t := RatioTable{id: "strictest", title: "The stricter of the published tables",
		source: "the stricter of CFOC 1.1.1.2 and EYFS, as no table is named"}
	for _, below := range []int{13, 24, 36, 48, 72, noUpperAge} {
		fewest := cfoc.ChildrenPerAdult(below - 1)
		t.rows = append(t.rows, ratioRow{below, min(fewest, eyfs.ChildrenPerAdult(below-1))})
	}
	return t
}

// LocalBands are the ages in months at which the bands of a centre's own table end; the
// last band has no end.
var LocalBands = [...]int{12, 24, 36, 60}

// LocalTable returns a centre's own local rule: children per adult for a youngest child
// under 12, 24, 36 and 60 months and from then on. Each is 1 to 30, and none may be
// fewer than for younger children.
func LocalTable(perAdult [len(LocalBands) + 1]int) (RatioTable, error) {
	t := RatioTable{id: "own", title: "Our own local rule", source: "the local rule as the centre entered it"}
	for i, n := range perAdult {
		if n < 1 || n > 30 {
			return RatioTable{}, fmt.Errorf("one adult may have 1 to 30 children, not %d", n)
		}
		if i > 0 && n < perAdult[i-1] {
			return RatioTable{}, fmt.Errorf("older children cannot need more adults: %d after %d", n, perAdult[i-1])
		}
		below := noUpperAge
		if i < len(LocalBands) {
			below = LocalBands[i]
		}
		t.rows = append(t.rows, ratioRow{below, n})
	}
	return t, nil
}

// ParseRatioTable returns the table with the given id, "cfoc" or "eyfs".
func ParseRatioTable(id string) (RatioTable, error) {
	for _, t := range RatioTables() {
		if t.id == id {
			return t, nil
		}
	}
	return RatioTable{}, fmt.Errorf("%q is not a staffing table: use cfoc or eyfs", id)
}

// ID returns the word the table is stored by.
func (t RatioTable) ID() string { return t.id }

// PerAdult returns the children for one adult by the bands of the table, youngest first.
func (t RatioTable) PerAdult() []int {
	per := make([]int, len(t.rows))
	for i, r := range t.rows {
		per[i] = r.children
	}
	return per
}

// Title returns what the table is called on screen.
func (t RatioTable) Title() string { return t.title }

// Source returns where the table comes from.
func (t RatioTable) Source() string { return t.source }

// ChildrenPerAdult returns how many children one adult may have when the youngest is of
// the given effective age in months; 1 for the zero table, the strictest there is.
func (t RatioTable) ChildrenPerAdult(months int) int {
	for _, r := range t.rows {
		if months < r.below {
			return r.children
		}
	}
	return 1
}

// AdultsNeeded returns how many adults a group needs, rounded up.
func (t RatioTable) AdultsNeeded(children, youngestMonths int) int {
	per := t.ChildrenPerAdult(youngestMonths)
	return (children + per - 1) / per
}
