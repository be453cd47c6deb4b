package safety

import (
	"slices"

	"emblo/core/allergen"
	"emblo/core/material"
	"emblo/core/room"
)

// Group is a room on the day of use, prepared for judging many things: immutable and
// safe for concurrent use.
type Group struct {
	room   room.Room
	ratios room.RatioTable
	policy Policy
	// sure takes an unknown answer on mouthing from 36 months on for a no, assumed for
	// a yes; they differ only when that fact is missing.
	sure, assumed view
	// sureHome and assumedHome are the same for things sent home, which also meet an
	// unknown home.
	sureHome, assumedHome view
	asksMouthing          bool
	adultsNeeded          int
	calendar              int             // the months of the youngest by birth, which staffing alone goes by
	judged                material.Traits // traits that some rule decides on
	routine               room.Routine
}

// view is the group as one reading of its facts gives it. Every age rule is monotone in
// the effective age and in mouthing, so the youngest and "any child mouths" together
// judge as harshly as judging child by child; law_test.go holds this against doing so.
type view struct {
	assume   bool
	youngest int // least effective age in months
	mouths   bool
	eats     allergen.Set // declared by eating or by touch
	touches  allergen.Set // declared by touch or air
	// noted is what families wrote in their own words, by eating or by touch, and notedTouch by touch or air.
	noted, notedTouch noted
	untried           allergen.Set // not yet eaten at home by some child under 12 months
	asthma            bool
	eczema            bool
	pet               bool
}

// majorAllergens are those that weaning guidance asks families to try one by one: the
// published lists, without what skin reacts to and what only a family names.
var majorAllergens = func() (s allergen.Set) {
	for _, a := range allergen.All() {
		s |= allergen.SetOf(a)
	}
	return s &^ allergen.SetOf(allergen.Latex, allergen.Nickel, allergen.Lanolin, allergen.Preservatives,
		allergen.Other)
}()

// homeChild is who an unknown home is taken to hold: a six-month-old who mouths.
var homeChild = room.Child{Label: "home", Months: 6, Mouths: room.Yes}

// NewGroup prepares a room for judging by a staffing table and a policy. It fails when
// the room cannot be planned for (see room.Room.Validate) or the policy asks for what it
// cannot (see Policy.Validate).
func NewGroup(r room.Room, t room.RatioTable, p Policy) (Group, error) {
	if err := r.Validate(); err != nil {
		return Group{}, err
	}
	g := Group{room: r, ratios: t, policy: p, judged: judgedTraits}
	if err := p.Validate(); err != nil {
		return Group{}, err
	}
	g.sure, g.assumed = viewOf(r, false), viewOf(r, true)
	g.sureHome, g.assumedHome = g.sure.atHome(), g.assumed.atHome()
	for _, c := range r.Children {
		g.asksMouthing = g.asksMouthing || c.MouthingMissing()
	}
	g.calendar = r.Children[0].Months
	for _, c := range r.Children {
		g.calendar = min(g.calendar, c.Months)
	}
	g.adultsNeeded = t.AdultsNeeded(len(r.Children), g.calendar)
	return g, nil
}

func viewOf(r room.Room, assume bool) view {
	v := view{assume: assume, youngest: r.Children[0].Effective(assume), pet: r.Pet}
	for _, c := range r.Children {
		v.asthma, v.eczema = v.asthma || c.Asthma, v.eczema || c.Eczema
		if c.Effective(assume) < 12 {
			v.untried |= majorAllergens &^ c.Tried
		}
		v.youngest = min(v.youngest, c.Effective(assume))
		v.mouths = v.mouths || c.Mouthing(assume)
		for _, a := range c.Allergies {
			met := allergen.SetOf(a.To)
			if a.To == allergen.Other {
				n := allergen.ReadNote(a.Note)
				met |= n.Listed
				v.noted.add(n)
				if a.By == room.ByTouchOrAir {
					v.notedTouch.add(n)
				}
			}
			v.eats |= met
			if a.By == room.ByTouchOrAir {
				v.touches |= met
			}
		}
	}
	return v
}

// noted is what children react to that is on no list, as their families wrote it.
type noted struct {
	origins allergen.Origins
	kin     allergen.Origins // close kin of those, which is asked about
	notes   []allergen.Note  // with words that are looked for in names
	unread  bool             // some of it was not understood
}

func (n *noted) add(note allergen.Note) {
	n.origins = n.origins.Union(note.Origins)
	n.kin = n.origins.Kin().Minus(n.origins)
	n.unread = n.unread || note.Unread
	if len(note.Words) > 0 {
		n.notes = append(n.notes, note)
	}
}

// meets reports whether a thing is made of what is noted, or is called by it.
func (n *noted) meets(made allergen.Origins, name string) bool {
	return !n.origins.Meet(made).Empty() || slices.ContainsFunc(n.notes, func(note allergen.Note) bool {
		return note.Names(name)
	})
}

// atHome is the view with an unknown home added.
func (v view) atHome() view {
	v.youngest = min(v.youngest, homeChild.Effective(true))
	v.mouths, v.pet = true, true
	v.untried = majorAllergens
	return v
}

// Room returns the room the group was made from.
func (g Group) Room() room.Room { return g.room }

// Youngest returns the least effective age in months that is sure.
func (g Group) Youngest() int { return g.sure.youngest }

// Declared returns every allergen that a child of the room is allergic to.
func (g Group) Declared() allergen.Set { return g.sure.eats }

// NutFree reports whether nuts are kept out of the room, allergy or not.
func (g Group) NutFree() bool { return g.policy.NutFree }

// AdultsNeeded returns the adults that the staffing table asks for.
func (g Group) AdultsNeeded() int { return g.adultsNeeded }

// AdultsShort returns how many more adults are needed, 0 when there are enough.
func (g Group) AdultsShort() int { return max(0, g.adultsNeeded-g.room.Adults) }

// count returns how many children satisfy the test under the view's reading.
func (g Group) count(test func(room.Child) bool) int {
	n := 0
	for _, c := range g.room.Children {
		if test(c) {
			n++
		}
	}
	return n
}
