// Package jars keeps the cupboard: what is in it, what went in and out, what is to be bought, and what came.
package jars

import "emblo/internal/centre"

// Jars keeps it.
type Jars struct{ *centre.House }

// In returns it for the centres of a house.
func In(h *centre.House) Jars { return Jars{h} }
