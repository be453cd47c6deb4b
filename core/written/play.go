package written

import (
	"fmt"
	"slices"

	"emblo/core/plan"
	"emblo/core/strict"
)

// Play is who plays. The verdict stays that of every child of the room, but where those named play apart.
type Play struct {
	Children    int `json:"children,omitzero" some:"yes"`     // who play in all; all of the room, or all named, where left out
	AtOnce      int `json:"at_once,omitzero" some:"yes"`      // all of them where left out
	TurnMinutes int `json:"turn_minutes,omitzero" some:"yes"` // how long a turn lasts
	Adults      int `json:"adults,omitzero" some:"yes"`       // who are there; as many as the room has where left out
	// Only are the ids of the children who play; Apart says that no other child is in reach.
	Only  []string `json:"only,omitzero" max:"60" each:"36"`
	Apart bool     `json:"apart,omitzero"`
	// Home says that the one child plays with it at home: nobody has checked it for whoever else is there.
	Home bool `json:"home,omitzero"`
}

// Players is who plays of the children of the room.
type Players struct {
	Children int    `json:"children"`
	AtOnce   int    `json:"at_once"`
	Turns    int    `json:"turns"`
	Says     string `json:"says"`
	Apart    bool   `json:"apart,omitzero"` // no other child is in reach, so that these alone are judged
	Home     bool   `json:"home,omitzero"`  // at home, where others may be whom it is not checked for
}

// MostAdults is the most adults that are said to be with those who play.
const MostAdults = 20

// AreApart reports whether those who play are named, with no other child in reach.
func (w *Play) AreApart() bool { return w != nil && w.Apart }

// IsHome reports whether one child plays with it at home.
func (w *Play) IsHome() bool { return w != nil && w.Home }

// Read reads who plays of the children of a room on the day, by their ids.
func (w *Play) Read(children []string) (plan.Players, *strict.Fault) {
	if w == nil {
		return plan.Players{}, nil
	}
	for i, id := range w.Only {
		at := fmt.Sprintf("/only/%d", i)
		if !slices.Contains(children, id) {
			return plan.Players{}, strict.Bad(at, "A child who was to play is not in the room any more: choose again who plays.")
		}
		if slices.Contains(w.Only[:i], id) {
			return plan.Players{}, strict.Bad(at, "Name each child who plays once.")
		}
	}
	p := plan.Players{InAll: w.Children, AtOnce: w.AtOnce, TurnMinutes: w.TurnMinutes}
	switch {
	case len(w.Only) > 0 && w.Children != 0:
		return p, strict.Bad("/children", "Say how many play, or who: not both.")
	case w.Apart && len(w.Only) == 0:
		return p, strict.Bad("/apart", "Name the children who play with no other child in reach.")
	case w.Home && (!w.Apart || len(w.Only) != 1):
		return p, strict.Bad("/home", "Name the one child who plays with it at home, with no other child in reach.")
	case w.Adults < 0 || w.Adults > MostAdults:
		return p, strict.Bad("/adults", "1 to %d adults can be there.", MostAdults)
	case len(w.Only) > 0:
		p.InAll = len(w.Only)
	}
	return p, nil
}
