package room

import (
	"fmt"

	"emblo/core/age"
	"emblo/core/allergen"
	"emblo/core/unit"
)

// Person is a child as a centre keeps it: by birth month rather than by age.
type Person struct {
	ID       string
	Initials string // two letters; never a name
	Born     age.Month
	// Developmental, Mouths and the rest are as in Child.
	Developmental  Months
	Mouths         Tri
	Allergies      []Allergy
	Tried          allergen.Set
	Swallowing     bool // pica, a feeding difficulty or seizures
	Asthma, Eczema bool
	Avoids, Seeks  Senses
}

// On returns the child on a day; its age is negative before it is born.
func (p Person) On(day age.Date) Child {
	return Child{Label: p.Initials, Months: age.MonthsOf(p.Born, day), Developmental: p.Developmental, Mouths: p.Mouths,
		Allergies: p.Allergies,
		Tried:     p.Tried, Swallowing: p.Swallowing, Asthma: p.Asthma, Eczema: p.Eczema, Avoids: p.Avoids,
		Seeks: p.Seeks}
}

// Roster is a room as a centre keeps it, whatever the day.
type Roster struct {
	Name         string
	Adults       int
	System       unit.System
	Drawer       []string // labels of what hangs in the kitchen; the usual set when empty
	Own          []OwnMeasure
	NutFree      bool
	Illness, Pet bool
	Customs      []Custom
	Strikes      Routine // what of the centre's routine is not done here
	// Free is when hands of the room are free to prepare, in order and apart, and Hands how many adults
	// of it then prepare at once; none and 0 where it is prepared for with everybody else.
	Free     []Free
	Hands    int
	Children []Person
}

// Free is a time of day in which hands are free to prepare, in minutes from midnight.
type Free struct{ From, To int }

// Prepares reports whether the room has hands of its own that prepare for it.
func (r Roster) Prepares() bool { return len(r.Free) > 0 || r.Hands > 0 }

// On returns the room on a day.
func (r Roster) On(day age.Date) Room {
	on := Room{Name: r.Name, Adults: r.Adults, Illness: r.Illness, Pet: r.Pet, Customs: r.Customs,
		Children: make([]Child, len(r.Children))}
	for i, p := range r.Children {
		on.Children[i] = p.On(day)
	}
	return on
}

// OwnMeasure is a vessel of the room, or a handful, that was filled once and weighed.
type OwnMeasure struct {
	unit.Measure
	With    string    // the id of what it was filled with
	Content unit.Mass // of that
	Scoops  bool      // amounts may come in it
}

// MostMeasures is how many measures a room can work with.
const MostMeasures = 16

// Measures returns the measures that amounts come in: those of the drawer, and the room's own that
// may be used for it. It fails for a label that is not sold, and for more than MostMeasures.
func (r Roster) Measures() (unit.MeasureSet, error) {
	set, err := unit.Drawer(r.System, r.Drawer)
	for _, o := range r.Own {
		if o.Scoops {
			set = set.With(o.Measure)
		}
	}
	if err == nil && set.Len() > MostMeasures {
		return set, fmt.Errorf("amounts come in at most %d measures", MostMeasures)
	}
	return set, err
}

// Oldest is the greatest age in months of a child that rooms are for.
const Oldest = 14 * 12

// CheckBorn reports, as a clause, why a birth month cannot be that of a child on a day.
func CheckBorn(born age.Month, day age.Date) error {
	switch {
	case born.After(day.Month()):
		return fmt.Errorf("a birth month in the future: %s", born)
	case age.MonthsOf(born, day) > Oldest:
		return fmt.Errorf("an age of over %d years: check the birth month %s", Oldest/12, born)
	}
	return nil
}
