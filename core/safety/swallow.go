package safety

import (
	"emblo/core/material"
	"emblo/core/room"
)

// Shares of the daily sodium limit in one taste, and the salt in a portion per kilogram
// of body mass, at which salt-load objects. They are conventions but for lowSalt.
const (
	tasteGrams       = 10.0
	TasteWithAHand   = 0.25
	tasteKeepOut     = 0.50
	saltGramsPerKilo = 0.5
	// tooSalty is how many times the limit of a portion is more than a child of 3 or over is handed at once: 2 g of
	// salt for each kg (convention; reports of grave harm lie about there, and 100 g of ornament dough hold as much for
	// a child of 15 kg).
	tooSalty = 4.0
	// mealGramsPerKilo is the most that a small child eats at once, for each kg (a stomach of 30 mL per kg, paediatric
	// textbooks, quoted from memory).
	mealGramsPerKilo = 30.0
)

// chokes says what kind of food a thing is for the choke rule: KeepOut for the firm, round,
// slippery and sticky that fit the gauge and for the classic list, WithAHand for what
// squashes flat and for food dough, GoesIn for what the rule does not mean.
func (q *question) chokes() Verdict {
	f := q.facts
	switch {
	case q.has(material.ChokeFood, material.NutButter):
		return KeepOut
	case !q.has(material.Food):
		return GoesIn
	case f.Form == material.SoftFood, f.Form == material.Dough:
		return WithAHand
	case q.softEdible(), q.has(material.Soft) && f.Form.GaugeJudges() && !q.fit.Fits:
		return WithAHand
	case f.Form != material.Piece || !q.fit.Fits:
		return GoesIn
	}
	return KeepOut
}

// softEdible reports whether the thing is a piece or leaf of food that squashes flat and does
// not seal: small parts of toys are another matter, food has its own rule.
func (q *question) softEdible() bool {
	f := q.facts
	return f.Traits.Has(material.Food, material.Soft) && (f.Form == material.Piece || f.Form == material.Sheet) &&
		f.TraitsKnown &&
		!q.has(material.Rounded, material.Slippery, material.Sticky, material.ChokeFood, material.NutButter,
			material.Hard) && !f.Smallest.Rounded()
}

// saltLoad is the sodium of a taste as a share of the youngest child's day, and the salt
// of a portion in grams with its limit.
type saltLoad struct {
	tasteMilligrams, taste, portion, portionLimit float64
	portionKnown                                  bool
}

func (q *question) saltLoad(salt float64) saltLoad {
	l := saltLoad{tasteMilligrams: tasteGrams * salt * room.SodiumShareOfSalt * 1000}
	l.taste = l.tasteMilligrams / (room.SodiumLimit(q.youngest).Grams() * 1000)
	l.portionLimit = saltGramsPerKilo * room.BodyMass(q.youngest).Grams() / 1000
	portion, known := q.facts.Portion.Mass()
	l.portion, l.portionKnown = portion.Grams()*salt, known
	return l
}

// yields reports whether a small piece is none that is counted: a wad or bit of cotton, paper or yarn (16 CFR
// 1501.4(b)(2)), a leaf, or food that is not hard, which has its own rule.
func (q *question) yields() bool {
	if !q.facts.TraitsKnown || q.facts.Form == material.FormUnknown || q.has(material.Hard) {
		return false
	}
	return q.softEdible() || q.has(material.Fabric) || q.facts.Form == material.Sheet ||
		q.facts.Traits.Has(material.Food) && !q.has(material.ChokeFood)
}

// softFruit reports whether a piece chokes by nothing but its shape or its skin of juice, so that cutting it mends
// that.
func (q *question) softFruit() bool {
	f := q.facts
	return f.Traits.Has(material.Food, material.Soft) && f.Form == material.Piece && f.TraitsKnown &&
		!q.has(material.Sticky, material.ChokeFood, material.NutButter, material.Hard) && q.chokes() == KeepOut
}

// kneaded returns the precautions of what is not food: the second for what is soaped or perfumed and lies on the skin.
func (q *question) kneaded(always, onSkin Precaution) []Precaution {
	if q.facts.Form == material.Dough && q.has(material.Soap, material.Perfume) {
		return []Precaution{always, onSkin}
	}
	return []Precaution{always}
}
