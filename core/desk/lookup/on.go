// Package lookup answers what a word means and how what it means is judged: one thing asked
// about, a list, the board of what goes in for a room, and first aid.
package lookup

import "emblo/core/desk"

// LookUp answers questions about words and things.
type LookUp struct{ *desk.Desk }

// On returns it over what is known of a centre.
func On(d *desk.Desk) LookUp { return LookUp{d} }
