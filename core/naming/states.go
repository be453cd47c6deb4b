package naming

import (
	"maps"
	"slices"

	"emblo/core/allergen"
	"emblo/core/gauge"
	"emblo/core/material"
	"emblo/core/phrase"
	"emblo/core/recipe"
	"emblo/core/say"
	"emblo/core/unit"
)

// inState returns a member as a phrase says that it is: what has been done to it, and what its packet claims. Where
// that may make it worse and may not, both count.
func (x Member) inState(said phrase.Said) Member {
	if said.Plain() || x.Item == nil {
		return x
	}
	it := *x.Item
	f := it.Facts
	if mm, sized := said.Length.Get(); sized && f.Form.GaugeJudges() {
		f.Smallest, f.Largest = lengthened(f.Smallest, mm.Millimetres()), lengthened(f.Largest, mm.Millimetres())
		if f.Cord.There() {
			f.Cord = material.Read(mm.Millimetres())
		}
	}
	for _, st := range said.States {
		f = changed(f, st)
	}
	for _, c := range said.Claims {
		f = claimed(f, c)
	}
	for _, st := range said.States {
		if cuts[st] { // some of it may still be whole
			x.also = append(x.also, it.Facts)
			break
		}
	}
	it.Facts = f
	x.Item = &it
	if said.Has(phrase.Ground) && f.Form.GaugeJudges() { // how finely nobody said
		powder := f
		powder.Form = material.Powder
		x.also = append(x.also, powder)
	}
	return x
}

// cuts are the states of what is in pieces of any size up to its own.
var cuts = map[phrase.State]bool{phrase.Smaller: true, phrase.Ground: true, phrase.Mashed: true, phrase.Halved: true,
	phrase.Small: true, phrase.Damaged: true}

// lengthened returns a solid of another length, by what it is called: a ball is as large as that, and what is cut from
// a straw is as wide as the straw. How wide the rest is that is shorter than its kind, nobody said.
func lengthened(s gauge.Solid, mm float64) gauge.Solid {
	if !s.Known() {
		return s
	}
	sizes := s.Sizes()
	at := 0
	for i := range sizes {
		if sizes[i] > sizes[at] {
			at = i
		}
	}
	sizes[at] = mm // where that is not the longest any more, how wide it is nobody said
	longer, err := gauge.New(s.Kind(), sizes...)
	if _, _, long := longer.Extents(); err != nil || long > mm {
		return gauge.Solid{}
	}
	return longer
}

// smallestPiece is the least that something in pieces comes to before it is grain or powder, in mm (the bound of Form).
const smallestPiece = 3.0

// cutUp returns the sizes of a thing that is cut, crushed or small of its kind: any up to its own.
func cutUp(f material.Facts) material.Facts {
	if !f.Form.GaugeJudges() {
		return f
	}
	least, err := gauge.New(gauge.Box, smallestPiece, smallestPiece, smallestPiece)
	if err != nil || !f.Largest.Known() {
		return f
	}
	if _, _, long := f.Smallest.Extents(); long > smallestPiece {
		f.Smallest = least
	}
	return f
}

// softened are traits that cooking may take away: whether it has, only a finger tells.
var softened = material.FeaturesOf(material.Hard, material.ChokeFood, material.Lectin)

// dryFlesh are traits that drying may give to fruit and vegetables.
var dryFlesh = material.FeaturesOf(material.Hard, material.Sticky, material.ChokeFood)

// changed returns the facts of a thing in a state. It stays whole: one case a state.
func changed(f material.Facts, st phrase.State) material.Facts {
	food := f.Traits.Has(material.Food)
	open := func(features material.Features) { f.Open = f.Open.Union(features.Minus(f.Features())) }
	switch st {
	case phrase.Dried:
		if food && (f.Traits.Has(material.CutStands) || f.Form == material.SoftFood) {
			open(dryFlesh)
		}
	case phrase.Hot:
		if !f.Hot.There() {
			f.Hot = material.NotRead()
		}
	case phrase.Cooked:
		if food {
			taken := f.Traits.Meet(softened.Traits)
			f.Traits = f.Traits.Minus(taken)
			open(material.Features{Traits: taken})
		}
	case phrase.Frozen:
		f.Traits = f.Traits.With(material.Hard, material.Ice)
		if f.Form == material.Liquid || f.Form == material.SoftFood || f.Form == material.Dough {
			f.Form, f.Smallest, f.Largest = material.Piece, gauge.Solid{}, gauge.Solid{}
		}
	case phrase.Dyed:
		f.Traits = f.Traits.With(material.Stains)
	case phrase.Painted:
		open(material.FeaturesOf(material.UnknownFinish))
	case phrase.Glittery:
		f.Traits = f.Traits.With(material.Glitter)
	case phrase.Smaller, phrase.Ground, phrase.Mashed, phrase.Halved, phrase.Small:
		f = cutUp(f)
	case phrase.Damaged:
		if f = cutUp(f); !food { // broken biscuits are pieces of them
			f.Traits = f.Traits.With(material.Damaged)
		}
	case phrase.Used:
		if !food && f.Form.GaugeJudges() {
			open(material.FeaturesOf(material.UnknownFinish, material.Outdoors))
		}
	case phrase.Antique:
		if !food {
			open(material.FeaturesOf(material.UnknownFinish, material.Outdoors))
		}
	case phrase.Outdoors:
		f.Traits = f.Traits.With(material.Outdoors)
	case phrase.Rusty:
		f.Traits = f.Traits.With(material.Rusty)
	case phrase.Off:
		f.Expired = true
	case phrase.Blunted:
		if f.Traits.Has(material.Sharp) { // a word takes no point off: somebody has to look
			f.Traits = f.Traits.Without(material.Sharp).With(material.Pokes)
			open(material.FeaturesOf(material.Sharp))
		}
	case phrase.Raw:
		if f.Traits.Has(material.MeatOrFish) {
			f.Traits = f.Traits.With(material.RawFood)
		}
		if f.Allergens.Has(allergen.Egg) {
			f.Traits = f.Traits.With(material.RawEgg)
		}
	case phrase.Long:
		if f.Form == material.Strand || f.Cord.There() {
			f.Cord = material.NotRead()
		}
	case phrase.HomeMade:
		f.ContentsKnown = f.ContentsKnown && f.Traits.Has(material.Single)
	}
	f.Open = f.Open.Minus(f.Features())
	return f
}

// insteadOf is what most packets hold in place of what they leave out (common practice): a loaf without wheat is held
// together with egg, a drink without milk is of soya, oats or nuts.
var insteadOf = []struct{ of, hold allergen.Set }{
	{allergen.SetOf(allergen.Milk), allergen.SetOf(allergen.Soya, allergen.TreeNuts, allergen.Gluten)},
	{allergen.SetOf(allergen.Wheat, allergen.Gluten), allergen.SetOf(allergen.Egg, allergen.Milk, allergen.Soya)},
	{allergen.SetOf(allergen.Egg), allergen.SetOf(allergen.Soya, allergen.Milk)},
}

// claimed returns the facts of a thing of which a packet claims something that nobody has read yet: what it is said to
// be free of may be in it, and what stands in for that, too.
func claimed(f material.Facts, c phrase.Claim) material.Facts {
	if c.Safe {
		f.ContentsKnown = f.ContentsKnown && f.Traits.Has(material.Food)
	}
	left := c.Free & (f.Allergens | f.UsuallyContains)
	if left == 0 {
		return f
	}
	f.UsuallyContains |= left
	f.Allergens &^= left
	f.MayContain |= left
	for _, x := range insteadOf {
		if left&x.of != 0 {
			f.UsuallyContains |= x.hold &^ f.Allergens
		}
	}
	return f
}

// free leaves the members that a claim leaves. Of mixes those that hold none of what they are said to be free of; where
// the words name mixes that all hold it, the mixes of the same kind that hold none: "wheat free play dough" is a dough
// of another flour. Where there is none, all stay.
func (m *Meaning) free(n *Namer) {
	var of allergen.Set
	for _, c := range m.Said.Claims {
		of |= c.Free
	}
	mixes := slices.DeleteFunc(slices.Clone(m.Members), func(x Member) bool { return x.Mix == nil })
	if of == 0 || len(mixes) == 0 {
		return
	}
	left := slices.DeleteFunc(slices.Clone(mixes), func(x Member) bool { return holdsAny(x.Mix, of) })
	other := len(left) == 0
	if other {
		left = n.ofKind(mixes[0].Mix.Kind, of)
	}
	if len(left) == 0 {
		return
	}
	for _, x := range m.Members {
		if x.Mix == nil {
			left = append(left, x)
		}
	}
	if m.Members = left; !other {
		return
	}
	if m.Family = nil; len(left) > 1 {
		m.Family = whichOf(left)
		m.Family.Name = m.Words
	}
}

// ofKind returns the mixes of a kind that hold none of a set: a centre's own, and those of the book.
func (n *Namer) ofKind(kind string, without allergen.Set) (all []Member) {
	for _, id := range slices.Sorted(maps.Keys(n.mixes)) {
		if r := n.mixes[id]; r.Kind == kind && !holdsAny(&r, without) {
			all = append(all, Member{Mix: &r})
		}
	}
	for _, r := range recipe.Standard().Recipes() {
		if r.Kind == kind && !holdsAny(&r, without) {
			all = append(all, Member{Mix: &r})
		}
	}
	return all
}

// holdsAny reports whether a mix holds, or usually holds, any of a set.
func holdsAny(r *recipe.Recipe, of allergen.Set) bool {
	f := r.Facts(unit.Grams(1))
	return (f.Allergens|f.UsuallyContains)&of != 0
}

// stateWords are the states as they are told.
var stateWords = map[phrase.State]say.Text{phrase.Clean: "clean", phrase.Cold: "cold", phrase.Dry: "dry", phrase.Raw: "raw",
	phrase.Dried: "dried", phrase.Hot: "warm or hot", phrase.Cooked: "cooked", phrase.Baked: "baked or roasted",
	phrase.Wet: "wet", phrase.Frozen: "frozen", phrase.Thawed: "thawed", phrase.Dyed: "coloured",
	phrase.Painted: "painted or varnished", phrase.Glittery: "with glitter", phrase.Smaller: "in smaller pieces",
	phrase.Ground: "ground", phrase.Mashed: "mashed", phrase.Halved: "halved or quartered", phrase.Damaged: "broken",
	phrase.Used: "used before", phrase.Antique: "antique", phrase.Rusty: "rusty", phrase.Off: "gone off",
	phrase.Stale: "stale", phrase.Blunted: "points off", phrase.Closed: "closed", phrase.Empty: "empty", phrase.Small: "smaller than usual",
	phrase.Long: "longer than usual", phrase.Outdoors: "found outside", phrase.HomeMade: "home-made"}

// SaidOf tells what the words say of the thing beside its name: its states, its size, and what its packet claims.
func (m Meaning) SaidOf() []say.Text {
	var all []say.Text
	for _, st := range m.Said.States {
		all = append(all, stateWords[st])
	}
	if mm, sized := m.Said.Length.Get(); sized {
		all = append(all, say.F("{length} mm long or across", say.Figure(mm.Millimetres())))
	}
	for _, c := range m.Said.Claims {
		if c.Free != 0 {
			all = append(all, say.F("packet to read: free of {allergens}", c.Free.Say()))
		} else {
			all = append(all, say.F("packet to read: {claim}", say.Typed(c.Text)))
		}
	}
	return all
}

// SayAmount tells how much a phrase says there is.
func SayAmount(a phrase.Amount) say.Text {
	each := say.Text("")
	if m, ok := a.Each.Mass(); ok {
		each = say.F("{grams} g", say.Figure(m.Grams()))
	} else if v, ok := a.Each.Volume(); ok {
		each = say.F("{millilitres} mL", say.Figure(v.Millilitres()))
	}
	n, counted := a.Count.Get()
	switch {
	case a.In != "" && counted && each != "":
		return say.F("{count} × {container} of {amount}", say.Figure(n), say.Typed(a.In), each)
	case a.In != "" && counted:
		return say.F("{count} × {container}", say.Figure(n), say.Typed(a.In))
	case a.In != "" && a.Some:
		return say.F("some: {container}", say.Typed(a.In))
	case a.In != "":
		return say.F("a {container} of it", say.Typed(a.In))
	case each != "" && counted:
		return say.F("{count} × {amount}", say.Figure(n), each)
	case each != "":
		return each
	case counted:
		return say.F("{count} of them", say.Figure(n))
	}
	return "some"
}
