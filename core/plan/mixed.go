package plan

import (
	"cmp"
	"slices"
	"strings"

	"emblo/core/material"
	"emblo/core/recipe"
	"emblo/core/recipe/scale"
	"emblo/core/room"
	"emblo/core/safety"
	"emblo/core/say"
	"emblo/core/unit"
)

// Mixed is a mix as it is made for a group: what the bench and the recipe page both show.
type Mixed struct {
	Recipe recipe.Recipe
	Batch  scale.Batch
	// Children is how many share it, and Each what one of them gets of what is made. The
	// mix is judged by that.
	Children int
	Each     unit.Mass
	Lines    []Line         // the mix, then what stays whole in it
	Verdict  safety.Verdict // the worst of them
	Nature   recipe.Nature
	// TasteShare is the sodium of a 10 g taste as a share of the youngest child's day.
	TasteShare float64
	// NotTasteSafe says why these children may not taste it; empty when they may.
	NotTasteSafe []say.Text
	Pots         scale.Pots // Count is 0 when no pot is named
	Colours      int        // equal parts
	Colour       unit.Mass  // one of them
}

// makeMix says what a batch is for a group; an error is a clause about the pot.
func makeMix(b scale.Batch, children, colours int, pot unit.Volume, use safety.Use, g *safety.Group) (Mixed, error) {
	m := Mixed{Recipe: b.Recipe, Batch: b, Children: children, Each: b.Made.Times(1 / float64(children)),
		Nature:  b.Recipe.Nature(),
		Colours: colours, Colour: b.Made.Times(1 / float64(colours))}
	m.Lines = JudgeMix(b.Recipe, m.Each, use, g)
	for _, l := range m.Lines {
		m.Verdict = safety.Worst(m.Verdict, l.Assessment.Verdict)
	}
	m.TasteShare, m.NotTasteSafe = Taste(m.Nature, g)
	m.Recipe.Steps = stepsFor(b.Recipe, g)
	var err error
	if pot.Millilitres() != 0 {
		m.Pots, err = scale.SplitIntoPots(b.Recipe, b.Mixed, pot)
	}
	return m, err
}

// stepsFor returns the steps of a recipe with those taken from the children's hands that would
// have them handle what is kept out of their room: raw flour, dry husk. What has been cooked
// may be kneaded.
func stepsFor(r recipe.Recipe, g *safety.Group) []recipe.Step {
	cooked := -1
	for i, s := range r.Steps {
		if r.Heated && s.Probe.Asked() && !s.Probe.Most {
			cooked = i
		}
	}
	asked, kept := false, false
	steps := r.Steps
	for i, s := range r.Steps {
		if s.By != recipe.ChildrenHelp || i > cooked && cooked >= 0 {
			continue
		}
		if !asked {
			asked, kept = true, slices.ContainsFunc(r.Lines, func(l recipe.Line) bool { return keptOut(l.Item, g) })
		}
		if !kept {
			break
		}
		if &steps[0] == &r.Steps[0] {
			steps = slices.Clone(r.Steps)
		}
		steps[i].By = recipe.Adult
	}
	return steps
}

// keptOut reports whether an ingredient as it comes is kept out of the children's hands; a
// spoonful of salt that somebody else holds does not count.
func keptOut(it material.Item, g *safety.Group) bool {
	f := it.Facts
	if f.Traits.Has(material.Food, material.Single) && !f.Traits.Has(material.RawFlour) && f.Allergens.Empty() {
		return false // water, oil, salt and the like, which most mixes are made of
	}
	f.Portion, f.Salt = unit.OfMass(unit.Grams(1)), unit.Known(0.0)
	subject := safety.Prepare(it.Name, f)
	return g.Judge(&subject, safety.Open).Verdict == safety.KeepOut
}

// JudgeMix judges a mix when every child has a portion, and each thing that stays whole in
// it. The mix comes first.
func JudgeMix(r recipe.Recipe, portion unit.Mass, use safety.Use, g *safety.Group) []Line {
	judge := func(of, name string, f material.Facts) Line {
		subject := safety.Prepare(name, f)
		return Line{Of: of, Name: name, Facts: &f, Use: use, Assessment: g.Judge(&subject, use)}
	}
	lines := []Line{judge(r.ID, r.Name, r.Facts(portion))}
	for _, it := range r.Solids() {
		lines = append(lines, judge(it.ID, it.Name, it.Facts))
	}
	return lines
}

// verdict returns the verdict of JudgeMix without its lines.
func (m *Memo) verdict(r recipe.Recipe, portion unit.Mass, use safety.Use, g *safety.Group) safety.Verdict {
	facts := r.Facts(portion)
	verdict := m.judge(r.Name, &facts, nil, use, g).Assessment.Verdict
	solids := r.Solids()
	for i := range solids {
		verdict = safety.Worst(verdict, m.judge(solids[i].Name, &solids[i].Facts, nil, use, g).Assessment.Verdict)
	}
	return verdict
}

// WorstLine returns the line that decides: of those with the worst verdict, one that asks for more than the routine,
// else the first.
func WorstLine(lines []Line) Line {
	worst := lines[0]
	for _, l := range lines[1:] {
		if l.Assessment.Verdict > worst.Assessment.Verdict || l.Assessment.Verdict == worst.Assessment.Verdict &&
			usualLine(&worst) && !usualLine(&l) {
			worst = l
		}
	}
	return worst
}

// Taste says how much of the youngest child's day of sodium a 10 g taste of a mix holds,
// and why these children may not taste it: its ingredients, what they are allergic to, and
// how much salt they bear. There is no reason when they may.
func Taste(n recipe.Nature, g *safety.Group) (share float64, why []say.Text) {
	share = n.TasteSodium.Over(room.SodiumLimit(g.Youngest()))
	why = append(why, n.NotTasteSafe...)
	if met := g.Declared().Meet(n.Allergens); !met.Empty() {
		why = append(why, say.F("{allergens}, declared in the room", met))
	}
	if share > safety.TasteWithAHand {
		why = append(why, say.F("too salty (10 g has {share} % of the youngest child's daily sodium)",
			say.Fixed(share*100, 0)))
	}
	return share, why
}

// MixSwap is a recipe to make in place of another, for the same group, portion and use.
type MixSwap struct {
	Recipe     recipe.Recipe
	Assessment safety.Assessment
	Changes    []say.Text
}

// SwapMixes returns those of the recipes that pass where a mix does not, best first, at most limit: those of its kind
// first, of these its variants, then what needs no hand, then the quicker, then by name.
func SwapMixes(recipes []recipe.Recipe, m Mix, g *safety.Group, limit int) []MixSwap {
	var found []MixSwap
	for _, r := range recipes {
		if r.ID == m.Recipe.ID {
			continue
		}
		if a := WorstLine(JudgeMix(r, m.Portion, m.Use, g)).Assessment; a.Verdict <= safety.WithAHand {
			found = append(found, MixSwap{r, a, mixChanges(m.Recipe, r, a)})
		}
	}
	other := func(r recipe.Recipe) int {
		if r.Kind == m.Recipe.Kind {
			return 0
		}
		return 1
	}
	slices.SortStableFunc(found, func(a, b MixSwap) int {
		return cmp.Or(cmp.Compare(other(a.Recipe), other(b.Recipe)), cmp.Compare(apart(m.Recipe, a.Recipe),
			apart(m.Recipe, b.Recipe)), cmp.Compare(a.Assessment.Verdict, b.Assessment.Verdict),
			cmp.Compare(minutesOf(a.Recipe), minutesOf(b.Recipe)), strings.Compare(a.Recipe.Name, b.Recipe.Name))
	})
	return found[:min(limit, len(found))]
}

// A variant of a mix is of its kind, is made as it is in a time that compares, and has at least so much of the same in
// it, of all but the water: a stove dough of other flours has its salt, oil and cream of tartar (convention).
const (
	leastAlike      = 0.35
	mostTimesAsLong = 3
)

// apart returns 0 for a variant of a recipe, and 1 for another mix.
func apart(of, r recipe.Recipe) int {
	alike, theirs := 0.0, dryShares(r)
	for id, share := range dryShares(of) {
		alike += min(share, theirs[id])
	}
	made := of.Kind == r.Kind && of.Heated == r.Heated && minutesOf(r) <= mostTimesAsLong*minutesOf(of)
	if made && alike >= leastAlike {
		return 0
	}
	return 1
}

// dryShares returns how much of a mix each thing is, by its id, of all but the water.
func dryShares(r recipe.Recipe) map[string]float64 {
	shares, sum := map[string]float64{}, 0.0
	for i := range r.Lines {
		if l := &r.Lines[i]; !l.FromTap() {
			shares[l.Item.ID] += l.Mass().Grams()
			sum += l.Mass().Grams()
		}
	}
	for id := range shares {
		shares[id] /= sum
	}
	return shares
}

// minutesOf returns how long a recipe takes, by hand and waiting.
func minutesOf(r recipe.Recipe) int {
	hands, waiting := recipe.Minutes(r.Steps)
	return hands + waiting
}

// mixChanges says in words what is different with the recipe b in place of a.
func mixChanges(a, b recipe.Recipe, judged safety.Assessment) []say.Text {
	var what []say.Text
	if a.Kind != b.Kind {
		what = append(what, say.F("{is}, not {was}", say.Text(b.Kind), say.Text(a.Kind)))
	}
	what = append(what, say.F("{minutes} min", minutesOf(b)), say.F("keeps {keeps}", b.Nature().Keeps))
	if added := b.Facts(unit.Grams(1)).Allergens &^ a.Facts(unit.Grams(1)).Allergens; !added.Empty() {
		what = append(what, say.F("contains {allergens}", added))
	}
	if f, ok := judged.First(); ok && len(f.Do) > 0 {
		what = append(what, say.F("precaution: {condition}", say.Within(f.Do[0].Say())))
	}
	return what
}
