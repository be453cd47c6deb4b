package recipe

import (
	"emblo/core/material"
	"emblo/core/unit"
)

// Facts returns what a rule may ask about the mix when one child has the given portion.
// The mix is food only when every ingredient is, and not food when any is; its salt is
// taken over the mass left after the loss, and at its saltiest where an amount is a range.
func (r Recipe) Facts(portion unit.Mass) material.Facts {
	var f material.Facts
	f.Form = material.Dough
	if r.Like.ID != "" {
		f = r.Like.Facts
	}
	if r.Extra.Form != material.FormUnknown {
		f.Form = r.Extra.Form
	}
	f.TraitsKnown, f.ContentsKnown, f.Portion = true, true, unit.OfMass(portion)
	f.Traits = f.Traits.Union(r.Extra.Traits).With(material.Food)
	saltKnown := r.mixInto(&f)
	if f.Traits.Has(material.NotFood) {
		f.Traits = f.Traits.Without(material.Food)
	}
	if r.Heated {
		f.Traits = f.Traits.Without(material.RawFlour, material.RawEgg)
	}
	if r.Heated || r.Hot {
		f.Cooled = true
	}
	if saltKnown {
		f.Salt = unit.Known(r.most(func(it *material.Item) float64 { return SaltOf(*it) }) / (1 - r.Loss))
	}
	f.Alcohol = r.alcohol()
	if r.setsFirm() {
		f.Traits = f.Traits.With(material.ChokeFood, material.Slippery)
	}
	return f
}

// mixInto adds what is in the ingredients, and in what a step puts in that no line lists, to the facts of a mix. It
// reports whether all of the salt is known.
func (r Recipe) mixInto(f *material.Facts) (saltKnown bool) {
	saltKnown = true
	for i := range r.Lines {
		l := &r.Lines[i]
		in := &l.Item.Facts
		f.Traits = f.Traits.Union(in.Traits.Meet(material.InMixture))
		if !in.Traits.Has(material.Food) {
			f.Traits = f.Traits.Without(material.Food)
		}
		f.Allergens |= in.Allergens
		f.MayContain |= in.MayContain
		f.UsuallyContains |= in.UsuallyContains
		f.Made = f.Made.Union(in.Made)
		f.ByLabel = f.ByLabel || in.ByLabel
		f.TraitsKnown = f.TraitsKnown && in.TraitsKnown
		f.ContentsKnown = f.ContentsKnown && in.ContentsKnown
		share, known := in.Salt.Get()
		saltKnown = saltKnown && known
		if l.AsNeeded() && share > 0 {
			saltKnown = false
		}
	}
	if len(r.Unread) > 0 {
		f.ContentsKnown, saltKnown = false, false
	}
	for i := range r.Unlisted {
		in := &r.Unlisted[i].Facts
		f.Traits = f.Traits.Union(in.Traits.Meet(material.InMixture))
		f.Allergens, f.MayContain, f.UsuallyContains = f.Allergens|in.Allergens, f.MayContain|in.MayContain,
			f.UsuallyContains|in.UsuallyContains
		f.Made = f.Made.Union(in.Made)
		f.ContentsKnown, saltKnown = false, false
	}
	return saltKnown
}

// alcohol returns how strong the mix is, in per cent of the whole as if all of it weighed alike, and none of it
// had gone as steam or by standing. What holds some of which the strength or the amount is not known leaves that
// not read.
func (r Recipe) alcohol() material.Reading {
	there := false
	for i := range r.Lines {
		l := &r.Lines[i]
		if !l.Item.Facts.Alcohol.There() {
			continue
		}
		there = true
		if _, read := l.Item.Facts.Alcohol.Get(); !read || l.AsNeeded() {
			return material.NotRead()
		}
	}
	if !there {
		return r.Extra.Alcohol
	}
	return material.Read(100 * min(1, r.most(func(it *material.Item) float64 {
		share, _ := it.Facts.Alcohol.Get()
		return share / 100
	})/(1-r.Loss)))
}

// setsFirm reports whether what gels in the mix is enough to set it so firm that a piece of it lodges in a throat,
// with every amount as it is worst: each gelling ingredient counts by the share at which it does so by itself. As
// much as it needs may be enough.
func (r Recipe) setsFirm() bool {
	for i := range r.Lines {
		if l := &r.Lines[i]; l.AsNeeded() && makeups()[l.Item.ID].firm > 0 {
			return true
		}
	}
	return r.most(func(it *material.Item) float64 {
		if m := makeups()[it.ID]; m.firm > 0 {
			return 1 / m.firm
		}
		return 0
	}) >= 1
}

// most returns the largest that a sum over the mixed mass can be, where each ingredient brings so much for its
// share, with every amount inside its range. The sum grows with an ingredient that brings more than the whole
// has and shrinks with any other, so each is taken at one of its ends, until the sum stays.
func (r Recipe) most(brings func(*material.Item) float64) float64 {
	share := 0.0
	for {
		sum, whole := 0.0, 0.0
		for i := range r.Lines {
			l := &r.Lines[i]
			of := brings(&l.Item)
			m := l.Mass()
			if of <= share {
				m = l.Least()
			}
			sum += of * m.Grams()
			whole += m.Grams()
		}
		if whole == 0 || sum/whole <= share {
			return share
		}
		share = sum / whole
	}
}

func SaltOf(it material.Item) float64 {
	s, _ := it.Facts.Salt.Get()
	return s
}
