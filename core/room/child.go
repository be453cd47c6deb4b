// Package room describes who a set-up is for: the children, by the little that is kept
// of them, and the adults.
package room

import (
	"fmt"

	"emblo/core/allergen"
)

// Tri is an answer that may be missing. The zero value is "not known".
type Tri uint8

// The answers.
const (
	Unknown Tri = iota
	No
	Yes
)

// TriOf returns Yes for true and No for false.
func TriOf(b bool) Tri {
	if b {
		return Yes
	}
	return No
}

// Way is how an allergy is triggered.
type Way uint8

// The ways. ByEating is the zero value; ByTouchOrAir includes eating.
const (
	ByEating Way = iota
	ByTouchOrAir
)

// Allergy is one declared allergy of a child.
type Allergy struct {
	To allergen.Allergen
	By Way
	// Note names what is meant when To is allergen.Other; empty otherwise.
	Note string
}

// mouthingMonths is the greatest age that a child who mouths counts as: the last month
// of the under-three rules.
const mouthingMonths = 35

// ThreeYears is the age in months at which the under-three rules end.
const ThreeYears = 36

// Child is one child on the day of use.
type Child struct {
	// Label is the two letters the room knows the child by.
	Label string
	// Months is the calendar age in completed months, 0 or more.
	Months int
	// Developmental is the age in months the educator judges by, when Set.
	Developmental Months
	// Mouths says whether the child puts things in the mouth. Unknown counts as Yes
	// under 36 months and is a missing fact from then on.
	Mouths    Tri
	Allergies []Allergy
	// Tried holds the allergens that the family says the child has eaten at home without
	// harm. It matters under 12 months.
	Tried allergen.Set
	// Swallowing is set for pica, a feeding difficulty or seizures: the child is then read as
	// mouthing, whatever is said of that.
	Swallowing bool
	// Asthma and Eczema say whether the child has it; cuts and sores count as eczema.
	Asthma, Eczema bool
	// Avoids and Seeks are notes on feel: they shape a set-up and never decide a verdict.
	Avoids, Seeks Senses
}

// Senses is a set of feels that a child may avoid or seek. The zero value is none.
type Senses uint8

// The feels.
const (
	StickyFeel Senses = 1 << iota
	WetFeel
	LoudFeel
	ScentedFeel
)

var senseWords = [...]string{"sticky", "wet", "loud", "scented"}

// ParseSense reads "sticky", "wet", "loud" or "scented".
func ParseSense(word string) (Senses, error) {
	for i, w := range senseWords {
		if w == word {
			return 1 << i, nil
		}
	}
	return 0, fmt.Errorf("%q is not a feel to note: use sticky, wet, loud or scented", word)
}

// Words returns the feels in the set.
func (s Senses) Words() []string {
	var words []string
	for i, w := range senseWords {
		if s&(1<<i) != 0 {
			words = append(words, w)
		}
	}
	return words
}

// Months is an optional age in months. The zero value is "not set".
type Months struct{ plusOne int }

// SetMonths returns a set age of n months, n being 0 or more.
func SetMonths(n int) Months { return Months{n + 1} }

// Get returns the months; ok is false when they are not set.
func (m Months) Get() (n int, ok bool) { return m.plusOne - 1, m.plusOne > 0 }

// Mouthing reports whether the child must be taken to mouth things; assumed is the
// answer to use for a child of 36 months or over of whom it is not known.
func (c Child) Mouthing(assumed bool) bool {
	switch {
	case c.Swallowing, c.Mouths == Yes:
		return true
	case c.Mouths == No:
		return false
	}
	return c.age() < ThreeYears || assumed
}

// MouthingMissing reports whether mouthing is a fact to ask for: not known of a child
// who would otherwise count as 36 months or over.
func (c Child) MouthingMissing() bool {
	return c.Mouths == Unknown && !c.Swallowing && c.age() >= ThreeYears
}

// age is the lesser of calendar and developmental age.
func (c Child) age() int {
	if d, ok := c.Developmental.Get(); ok {
		return min(c.Months, d)
	}
	return c.Months
}

// Effective returns the age in months that every rule uses: the least of calendar age,
// developmental age, and 35 months if the child mouths things.
func (c Child) Effective(assumeMouthing bool) int {
	if c.Mouthing(assumeMouthing) {
		return min(c.age(), mouthingMonths)
	}
	return c.age()
}

// Room is a group on the day of use.
type Room struct {
	Name     string
	Children []Child
	Adults   int
	// Illness is set while something catching goes round: nothing is then shared.
	Illness bool
	// Pet is set when an animal lives in the room or comes into it.
	Pet bool
	// Customs are what families here keep from.
	Customs []Custom
}

// MaxChildren is the largest group planned for at once.
const MaxChildren = 60

// MaxAdults is the largest number of adults counted in one room.
const MaxAdults = 30

// Validate reports the first thing that makes the room impossible to plan for.
func (r Room) Validate() error {
	switch {
	case len(r.Children) == 0:
		return fmt.Errorf("add at least one child: without ages nothing can be checked")
	case len(r.Children) > MaxChildren:
		return fmt.Errorf("a room holds at most %d children, not %d", MaxChildren, len(r.Children))
	case r.Adults < 0 || r.Adults > MaxAdults:
		return fmt.Errorf("adults must be between 0 and %d", MaxAdults)
	}
	for _, c := range r.Children {
		if c.Months < 0 {
			return fmt.Errorf("%s has a birth month in the future", c.Label)
		}
	}
	return nil
}
