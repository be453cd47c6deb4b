// Package kitchen answers questions about recipes: the book with the centre's own, one that is
// being typed, and the making of one; and the sums on the side.
package kitchen

import "emblo/core/desk"

// Kitchen reads recipes and makes them.
type Kitchen struct{ *desk.Desk }

// On returns it over what is known of a centre.
func On(d *desk.Desk) Kitchen { return Kitchen{d} }
