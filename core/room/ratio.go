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
	eyfs = RatioTable{"eyfs", "England, early years framework", "EYFS statutory framework, section 3, quoted from memory",
		[]ratioRow{{24, 3}, {36, 5}, {noUpperAge, 8}}}
)

// RatioTables returns the published tables that a centre can choose from.
func RatioTables() []RatioTable { return []RatioTable{cfoc, eyfs} }

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
