package recipe

import (
	"emblo/core/keep"
	"emblo/core/material"
	"emblo/core/say"
)

// OutMinutes is how long what needs cold may be out of the fridge in all.
const OutMinutes = keep.OutMinutes

// MostDays is how long anything may be kept that a centre wrote the recipe of itself (common practice).
const MostDays = 14

// Keeping returns how long the mix may be used by practice. A recipe of a centre's own keeps for as long as was said
// and understood, for two weeks at most, no longer than any piece in it, and for one group where something could grow
// in it or nobody knows.
func (r Recipe) Keeping() keep.Keeping {
	if !r.Own {
		return r.keep
	}
	k, _ := r.ownKeeping(r.Nature().Class)
	return k
}

// SaidToKeep returns a recipe of a centre's own with how it keeps, as somebody typed it; what is not understood is not
// known.
func (r Recipe) SaidToKeep(typed string) Recipe {
	r.Keeps, r.said = typed, keep.Keeping{}
	if k, _, ok := keep.Read(typed); ok { // where nothing grows in it, any place will do
		r.said = k
	}
	return r
}

// ownKeeping returns how long a mix of a centre's own keeps, and in words why not longer.
func (r Recipe) ownKeeping(c Class) (keep.Keeping, say.Text) {
	oneGroup := keep.Said(keep.Keeping{Touch: keep.OneGroup})
	switch {
	case c == ClassUnknown:
		return oneGroup, "one group, then bin: how it keeps is not known"
	case c.NeedsCold():
		return keep.Said(keep.Keeping{Touch: keep.OneGroup, Out: OutMinutes, Where: keep.Chilled}),
			"one group, 2 h out of the fridge in all, then bin"
	case !r.said.Known():
		return oneGroup, "one group, then throw away: say how many days it keeps"
	case r.said.Touch != keep.Shared:
		return oneGroup, "one group, then bin"
	}
	days, why := r.said.Days, r.said.Say()
	if r.said.Lasting || days > MostDays {
		days, why = MostDays, say.F("two weeks at most; as written, {keeps}", why)
	}
	if most, of, ends := r.piecesKeep(); ends && most < days {
		days = most
		why = say.F("{time}: {thing} in it turns then", keep.For(days).Say(), of)
	}
	k := keep.For(days)
	k.Where, k.Uses = r.said.Where, r.said.Uses
	return k, why
}

// piecesKeep returns the least of the days that what stays itself in the mix stands where children play, and which
// thing that is: pieces, and oil in which something steeps. What dissolves or is worked in is part of what the mix is.
func (r Recipe) piecesKeep() (days int, of say.Text, ends bool) {
	for _, l := range r.Lines {
		f := &l.Item.Facts
		if !f.Form.GaugeJudges() && !f.Traits.Has(material.SteepedOil) {
			continue
		}
		if most, limited := l.Item.Keeps.Stands(); limited && (!ends || most < days) {
			days, of, ends = most, l.Item.Within(), true
		}
	}
	return days, of, ends
}

// Play is how long a mix is good to play with. What stands for ever and is played with for as long as
// anybody likes has no figure.
type Play struct {
	// Stands is how many minutes it may stand between being made and play; Plays is for how many
	// minutes it is played with; 0 where nothing ends it. Best says how it is at its best.
	Stands, Plays int
	Best          say.Text
}

// outPlays is how many of OutMinutes are kept for play (common practice).
const outPlays = 60

// Play returns how long the mix is good to play with: as its kind is, or for as long as it may be out of
// the fridge.
func (r Recipe) Play() Play {
	p := KindOf(r.Kind).play
	if r.Kind == "dough" && (r.Heated || r.Hot) && r.Keeping().Days > 0 {
		p.Best = "Best played with while warm."
	}
	if r.Keeping().Out > 0 {
		if p.Plays == 0 || p.Plays > outPlays {
			p.Plays = outPlays
		}
		if left := OutMinutes - p.Plays; p.Stands == 0 || p.Stands > left {
			p.Stands = left
		}
	}
	return p
}

// KeepsTyped is how the recipe keeps, as somebody would type it.
func (r Recipe) KeepsTyped() string {
	if r.Own {
		return r.Keeps
	}
	return r.keep.Say().String()
}
