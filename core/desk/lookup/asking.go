package lookup

import (
	"slices"
	"unicode/utf8"

	"emblo/core/age"
	"emblo/core/asking"
	"emblo/core/desk"
	"emblo/core/naming"
	"emblo/core/room"
	"emblo/core/safety"
	"emblo/core/strict"
	"emblo/core/written"
)

// longestAsked is the longest name that a described thing can have.
const longestAsked = 60

// asking says what has been answered of a thing that nobody knows, and what to ask next for the
// groups that it is checked for; nil for what is known or was measured by hand.
func (d LookUp) asking(in written.CheckInput, m naming.Meaning, use safety.Use,
	groups []*safety.Group) (*written.Asking, *strict.Fault) {
	described := written.Described{Name: m.Words}
	if in.Described != nil {
		described = *in.Described
	}
	if m.Known() && len(described.Told) == 0 || in.Described != nil && in.Described.Columns() ||
		utf8.RuneCountInString(m.Words) > longestAsked {
		return nil, nil
	}
	told, fault := described.Dialogue()
	if fault != nil {
		return nil, fault.Under("/described")
	}
	who := asking.Audience{Groups: groups, Use: use, Called: naming.Called(m.Words)}
	q, decides, ok := told.Next(who)
	further := false
	if !ok {
		q, ok = told.Further(who)
		further = ok
	}
	if q.ID == asking.First {
		q.Options = d.nearestFirst(m.Words, q.Options)
	}
	return d.Pen.Asking(told, q, ok, decides, further), nil
}

// nearestFirst puts the sorts first that what sounds like the words on the shelf is of.
func (d LookUp) nearestFirst(words string, options []asking.Option) []asking.Option {
	var kinds []string
	for _, x := range d.Names.Nearest(words, nearest) {
		if x.Item != nil && x.Item.Kind != "" && !slices.Contains(kinds, x.Item.Kind) {
			kinds = append(kinds, x.Item.Kind)
		}
	}
	sorted := make([]asking.Option, 0, len(options))
	for _, s := range asking.NearestFirst(kinds) {
		at := slices.IndexFunc(options, func(o asking.Option) bool { return o.ID == s.ID })
		sorted = append(sorted, options[at])
	}
	return sorted
}

// groupsOn returns the groups of some rooms on a day, as far as they read.
func (d LookUp) groupsOn(rooms []*desk.Room, day age.Date) (groups []*safety.Group) {
	for _, r := range rooms {
		if d.WhyUnreadable(r) != "" {
			continue
		}
		if g, err := d.GroupOn(r, day); err == nil {
			groups = append(groups, g)
		}
	}
	return groups
}

// groupOfAge returns a group of one child of an age.
func (d LookUp) groupOfAge(months int) (*safety.Group, *strict.Fault) {
	if d.Unreadable != "" {
		return nil, strict.Bad("", "The settings of the centre do not read, so nothing can be checked: %s",
			d.Unreadable)
	}
	one := room.Room{Children: []room.Child{{Label: "one", Months: months}}, Adults: 1}
	g, err := safety.NewGroup(one, d.Settings.Staffing, d.Settings.Asks())
	if err != nil {
		return nil, strict.Bad("/words", "A child of that age cannot be planned for: %s.", err)
	}
	return &g, nil
}
