package plan

import (
	"fmt"

	"emblo/core/clock"
	"emblo/core/material"
	"emblo/core/say"
)

// Players is who plays, where that is not every child of the group at once. The verdict is that of the whole group;
// what is laid out, poured and made is for those who play. The zero value is everybody at once.
type Players struct {
	InAll  int // children; all of the group where it is 0
	AtOnce int // children; all who play where it is 0
	// TurnMinutes is how long a turn lasts; 0 where nobody said.
	TurnMinutes int
}

// The bounds of a turn, in minutes (convention).
const (
	leastTurn = 1
	mostTurn  = 240
)

// of returns the players of a group of so many children, each number said.
func (p Players) of(children int) Players {
	if p.InAll == 0 {
		p.InAll = children
	}
	if p.AtOnce == 0 {
		p.AtOnce = p.InAll
	}
	return p
}

// Turns returns how many turns it takes until everybody has played; p is of a group.
func (p Players) Turns() int { return max(1, (p.InAll+p.AtOnce-1)/max(1, p.AtOnce)) }

// Having returns how many children have one each of a thing in all turns: what is eaten, squashed or soaked does not
// come back for another; p is of a group.
func (p Players) Having(f *material.Facts) int {
	if f.Traits.Has(material.Food) {
		return p.InAll
	}
	return p.AtOnce
}

// Check refuses players that a group of so many children cannot have when it opens then, by the field.
func (p Players) Check(children int, opens clock.Wall) error {
	all := p.of(children)
	switch {
	case p.InAll < 0 || p.InAll > children:
		return &InvalidInput{"children", fmt.Sprintf("1 to %d children of the room can play.", children)}
	case p.AtOnce < 0 || p.AtOnce > all.InAll:
		return &InvalidInput{"at_once", fmt.Sprintf("1 to %d children play at once, as no more play in all.", all.InAll)}
	case p.TurnMinutes != 0 && (p.TurnMinutes < leastTurn || p.TurnMinutes > mostTurn):
		return &InvalidInput{"turn_minutes", fmt.Sprintf("A turn lasts %d to %d minutes.", leastTurn, mostTurn)}
	}
	at := opens.Fields()
	if left := 24*60 - at.Hour()*60 - at.Minute(); p.TurnMinutes*all.Turns() > left {
		return &InvalidInput{"turn_minutes", fmt.Sprintf("%d turns of %d minutes are longer than the day that is left.",
			all.Turns(), p.TurnMinutes)}
	}
	return nil
}

// All reports whether everybody of a group of so many children plays at once.
func (p Players) All(children int) bool { return p.of(children).AtOnce == children }

// Say says who plays of a group of so many children.
func (p Players) Say(children int) say.Text {
	all := p.of(children)
	switch {
	case all.AtOnce < all.InAll && p.TurnMinutes > 0:
		return say.F("{children} children play, {few} at once in {turns} turns of {minutes} min", all.InAll, all.AtOnce,
			all.Turns(), p.TurnMinutes)
	case all.AtOnce < all.InAll:
		return say.F("{children} children play, {few} at once in {turns} turns", all.InAll, all.AtOnce, all.Turns())
	case all.InAll == 1 && children == 1: // alone
		return "1 child plays"
	case all.InAll == 1:
		return say.F("1 of {children} children plays", children)
	case all.InAll == children: // by themselves
		return say.F("{children} children play", children)
	}
	return say.F("{few} of {children} children play", all.InAll, children)
}
